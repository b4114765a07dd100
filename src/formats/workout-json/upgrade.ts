import { NO_TONES, type OnTake, type PickUp, VOICE_AS_RECORDED } from '../../core/edit/decisions.ts';
import { type CallRules, DEFAULT_CALLS, SPARE_CALLS, withEveryCall } from '../../core/script/cue.ts';
import { EMPTY_MUSIC } from '../../core/music/music.ts';
import { DEFAULT_LOOK } from '../../core/lanes/look-rules.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';

/** A document as version 1 kept it: one wording a call, six calls, no marks. */
interface FirstScript {
  readonly cues: WorkoutDocument['script']['cues'];
  readonly calls: {
    readonly on: Record<string, boolean>;
    readonly countdown: WorkoutDocument['script']['calls']['countdown'];
    readonly words: Record<string, string>;
  };
}

/**
 * Calls as they were before there were ways of calling: the instructor's own, and the calls that came with the ways are
 * off.
 */
function withWays(calls: CallRules): CallRules {
  return {
    ...calls,
    way: 'own',
    forced: {},
    often: {},
    on: { ...SPARE_CALLS.on, ...calls.on },
    words: { ...DEFAULT_CALLS.words, ...calls.words },
  };
}

/** How videos sounded before there was a choice. */
const AS_RECORDED = { targetLufs: null, music: false, voice: VOICE_AS_RECORDED, tones: NO_TONES };

/** The version of documents that this program writes. */
export const NEWEST_DOCUMENT = 13;

export class NewerDocument extends Error {
  constructor() {
    super('This workout was written by a newer Euphon. Bring this one up to date to open it; nothing was changed.');
  }
}

const unspoken = (pickUps: readonly PickUp[]): PickUp[] => pickUps.map((p) => ({ ...p, recording: null }));

/** What a take lets stand, as version 11 named it; before version 4 nothing was. */
function standing<T extends OnTake>(on: T): T {
  const { settled = [], ...others } = on as T & { readonly settled?: OnTake['takeLetStand'] };
  return { ...(others as T), takeLetStand: settled };
}

/**
 * A stored document as this version of the program reads it. Nothing that was decided changes: the calls that version 1
 * did not have are off.
 */
export function upgradeDocument(stored: unknown): WorkoutDocument {
  const { version } = stored as { version: number };
  if (version === NEWEST_DOCUMENT) return callsOf(stored as WorkoutDocument);
  // Read as an old one it would lose what is new in it.
  if (!(version < NEWEST_DOCUMENT)) throw new NewerDocument();
  const { edit, ...rest } = version === 12 ? (stored as WorkoutDocument) : toTwelfth(stored);
  // Version 12 left pops and clicks as they were.
  const sound = { ...edit.sound, voice: { ...edit.sound.voice, pops: false } };
  return callsOf({ ...rest, version: NEWEST_DOCUMENT, edit: { ...edit, sound } });
}

/** A document with a setting for each call: no version is needed for a new one. */
function callsOf(document: WorkoutDocument): WorkoutDocument {
  const calls = withEveryCall(document.script.calls);
  return calls === document.script.calls ? document : { ...document, script: { ...document.script, calls } };
}

/** An older document as version 12 kept it, but for the number. */
function toTwelfth(stored: unknown): WorkoutDocument {
  const { edit, ...rest } = toEleventh(stored);
  return { ...rest, edit: { ...standing(edit), aside: edit.aside.map(standing) } };
}

/** An older document as version 11 kept it, but for the number. */
function toEleventh(stored: unknown): WorkoutDocument {
  const document = stored as { version: number; script: unknown };
  if (document.version === 11) return stored as WorkoutDocument;
  if (document.version === 10) {
    const tenth = stored as WorkoutDocument;
    const { rules } = tenth.edit;
    // Version 10 did not write what is said, and looks stood where they stood.
    const look = { ...rules.look, clear: false, speech: false };
    return { ...tenth, edit: { ...tenth.edit, rules: { ...rules, look } } };
  }
  const { edit, ...rest } = document.version === 9 ? (stored as WorkoutDocument) : toNinth(document);
  // Version 9 had one look, and nothing but what is in a take could be let stand.
  return { ...rest, edit: { ...edit, letStand: [], rules: { ...edit.rules, look: DEFAULT_LOOK } } };
}

/** An older document as version 9 kept it, but for the number: version 8 knew nothing of music in the room. */
function toNinth(document: { version: number; script: unknown }): WorkoutDocument {
  const { edit, ...rest } = document.version === 8 ? (document as unknown as WorkoutDocument) : toEighth(document);
  const aside = edit.aside.map((on) => ({ ...on, roomCounts: [] }));
  return { ...rest, edit: { ...edit, roomCounts: [], aside } };
}

/** An older document as version 8 kept it, but for the number. */
function toEighth(stored: { readonly version: number; readonly script: unknown }): WorkoutDocument {
  const document = stored;
  // Version 7 had no inserts and left steady noise as it was.
  if (document.version === 7) {
    const seventh = stored as unknown as WorkoutDocument;
    const { sound } = seventh.edit;
    const voiced = { ...sound, voice: { ...sound.voice, noise: false } };
    return { ...seventh, edit: { ...seventh.edit, inserts: [], dissolves: [], sound: voiced } };
  }
  // Version 6 left the voice as it was and had no timer tones, and nobody had spoken a pick-up.
  const old = stored as unknown as WorkoutDocument;
  if (document.version === 6) {
    const { edit } = old;
    const voiced = { ...edit.sound, voice: VOICE_AS_RECORDED, tones: NO_TONES };
    const aside = edit.aside.map((on) => ({ ...on, pickUps: unspoken(on.pickUps) }));
    return {
      ...old,
      edit: { ...edit, cameras: [], inserts: [], dissolves: [], pickUps: unspoken(edit.pickUps), aside, sound: voiced },
    };
  }
  // Version 5 knew one take.
  const fifth = {
    ...old,
    edit: {
      ...old.edit,
      // Before version 4 there were none.
      pickUps: unspoken((old.edit as Partial<WorkoutDocument['edit']>).pickUps ?? []),
      aside: [],
      joined: [],
      uses: [],
      cameras: [],
      inserts: [],
      dissolves: [],
      shown: [],
      sound: AS_RECORDED,
    },
  };
  if (document.version === 5) return fifth;
  // Version 4 knew no ways of calling and could not dismiss a timer, version 3 had no decisions about mistakes, version
  // 2 no music.
  const fourth = {
    ...fifth,
    script: { ...old.script, calls: withWays(old.script.calls) },
    edit: { ...fifth.edit, noTimers: [] },
  };
  if (document.version === 4) return fourth;
  const decided = { ...fourth, edit: { ...fourth.edit, pickUps: [], retakes: [], settled: [] } };
  if (document.version === 3) return decided;
  const silent = { ...decided, music: EMPTY_MUSIC };
  if (document.version === 2) return silent;
  const { cues, calls } = document.script as FirstScript;
  const words = Object.fromEntries(
    Object.entries(calls.words).map(([kind, text]) => [kind, text === '' ? [] : [text]]),
  );
  return {
    ...silent,
    script: {
      cues,
      marks: [],
      calls: {
        ...SPARE_CALLS,
        on: { ...SPARE_CALLS.on, ...calls.on },
        countdown: calls.countdown,
        words: { ...DEFAULT_CALLS.words, ...words },
      },
    },
  };
}
