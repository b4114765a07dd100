import { DEFAULT_CALLS, SPARE_CALLS } from '../../core/script/cue.ts';
import { EMPTY_MUSIC } from '../../core/music/music.ts';
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
 * A stored document as this version of the program reads it. Nothing that was decided changes: the calls that version 1
 * did not have are off.
 */
export function upgradeDocument(stored: unknown): WorkoutDocument {
  const document = stored as { version: number; script: unknown };
  if (document.version === 5) return stored as WorkoutDocument;
  // Version 4 could not dismiss a timer, version 3 had no decisions about mistakes, version 2 no music.
  const old = stored as WorkoutDocument;
  const fourth = { ...old, version: 5 as const, edit: { ...old.edit, noTimers: [] } };
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
