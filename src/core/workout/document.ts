import type { Brand } from '../looks/look.ts';
import type { Style } from '../looks/paint.ts';
import {
  type CameraRule,
  type Dissolve,
  type Insert,
  NOTHING_ON_TAKE,
  NO_TONES,
  type OnTake,
  type ProgrammeSound,
  type Retake,
  type LetStand,
  type Use,
} from '../edit/decisions.ts';
import { type LaneRules, type Override, DEFAULT_RULES } from '../lanes/rules.ts';
import { EMPTY_MUSIC, type Music } from '../music/music.ts';
import { type Plan, NO_SIDES } from '../plan/plan.ts';
import { EMPTY_SCRIPT, type Script } from '../script/cue.ts';

/** Everything a person decides about one workout; what the program computes from it is never stored in it. */
export interface WorkoutDocument {
  readonly format: 'euphon-workout';
  readonly version: 13;
  readonly plan: Plan;
  readonly script: Script;
  readonly music: Music;
  readonly edit: Edit;
}

/**
 * What is decided about the programme. What is decided about the take in hand stands here itself, for the others in
 * `aside`, so that another take can be looked at and nothing is lost.
 */
export interface Edit extends OnTake {
  /** The take in hand; null: none chosen yet. */
  readonly takeId: string | null;
  readonly aside: readonly (OnTake & { readonly takeId: string })[];
  /** The takes that the programme is made from, in the order they were filmed; empty: the take in hand alone. */
  readonly joined: readonly string[];
  readonly uses: readonly Use[];
  readonly cameras: readonly CameraRule[];
  readonly inserts: readonly Insert[];
  readonly dissolves: readonly Dissolve[];
  readonly sound: ProgrammeSound;
  readonly rules: LaneRules;
  readonly overrides: readonly Override[];
  readonly retakes: readonly Retake[];
  /** Findings about the class, not about one take, that somebody let stand, and why. */
  readonly letStand: readonly LetStand[];
}

export const EMPTY_EDIT: Edit = {
  ...NOTHING_ON_TAKE,
  takeId: null,
  aside: [],
  joined: [],
  uses: [],
  cameras: [],
  inserts: [],
  dissolves: [],
  // Where the class was filmed to its music that is in the take already.
  sound: {
    targetLufs: -16,
    music: false,
    voice: { rumble: true, level: true, noise: true, pops: true },
    tones: NO_TONES,
  },
  rules: DEFAULT_RULES,
  overrides: [],
  retakes: [],
  letStand: [],
};

/** How the programme is drawn; `behind`: what the picture shows, for looks that keep clear of who is filmed. */
export function styleOf(
  { rules, overrides }: Pick<Edit, 'rules' | 'overrides'>,
  brand: Brand,
  behind?: Style['behind'],
): Style {
  return { rules: rules.look, overrides, brand, ...(behind !== undefined && { behind }) };
}

/** What was decided about a take. */
export function decidedOn(edit: Edit, takeId: string): OnTake {
  return edit.takeId === takeId ? onTake(edit) : (edit.aside.find((a) => a.takeId === takeId) ?? NOTHING_ON_TAKE);
}

/** Changes what was decided about a take; null: the take in hand. */
export function changedOnTake(edit: Edit, takeId: string | null, change: (on: OnTake) => Partial<OnTake>): Edit {
  if (takeId === null || takeId === edit.takeId) return { ...edit, ...change(onTake(edit)) };
  const before = decidedOn(edit, takeId);
  const others = edit.aside.filter((a) => a.takeId !== takeId);
  return { ...edit, aside: [...others, { takeId, ...before, ...change(before) }] };
}

/** The takes that the programme is made from, without those that no longer exist. */
export function takesOfProgramme(edit: Edit, there: (takeId: string) => boolean): string[] {
  const joined = edit.joined.filter(there);
  if (joined.length > 0) return joined;
  return edit.takeId !== null && there(edit.takeId) ? [edit.takeId] : [];
}

/** Takes another take in hand. What was decided about the one before is put aside, and comes back with it. */
export function withTake(edit: Edit, takeId: string | null): Edit {
  if (edit.takeId === takeId) return edit;
  const before = onTake(edit);
  const others = edit.aside.filter((a) => a.takeId !== takeId && a.takeId !== edit.takeId);
  const aside = edit.takeId === null || isNothing(before) ? others : [...others, { takeId: edit.takeId, ...before }];
  return { ...edit, ...(takeId === null ? NOTHING_ON_TAKE : decidedOn(edit, takeId)), takeId, aside };
}

/**
 * For a deleted take: another take of the programme is taken in hand; what was decided about the deleted one is kept
 * aside.
 */
export function withoutTake(edit: Edit, takeId: string): Edit {
  return edit.takeId === takeId ? withTake(edit, edit.joined.find((id) => id !== takeId) ?? null) : edit;
}

/**
 * Renames the takes in what was decided, as in a copy of the workout. What belongs to a take that has no new id is left
 * out.
 */
export function withTakeIds(edit: Edit, idOf: (old: string) => string | null): Edit {
  const takeId = edit.takeId === null ? null : idOf(edit.takeId);
  const media = (on: OnTake) => ({
    shown: on.shown.flatMap((s) => renamed(s, s.cameraId, idOf, 'cameraId')),
    pickUps: on.pickUps.map((p) => ({ ...p, recording: p.recording === null ? null : idOf(p.recording) })),
  });
  return {
    ...(takeId === null ? { ...edit, ...NOTHING_ON_TAKE } : { ...edit, ...media(edit) }),
    takeId,
    aside: edit.aside.flatMap((a) => renamed({ ...a, ...media(a) }, a.takeId, idOf, 'takeId')),
    joined: edit.joined.flatMap((id) => idOf(id) ?? []),
    cameras: edit.cameras.flatMap((c) => renamed(c, c.cameraId, idOf, 'cameraId')),
    inserts: edit.inserts.flatMap((i) => insertFrom(i, idOf)),
    dissolves: edit.dissolves.flatMap((d) => renamed(d, d.takeId, idOf, 'takeId')),
    uses: edit.uses.flatMap((u) => (u.takeId === null ? [u] : renamed(u, u.takeId, idOf, 'takeId'))),
  };
}

/** Renames the recording that an insert shows; null where that recording has no new id. */
function insertFrom(insert: Insert, idOf: (old: string) => string | null): Insert[] {
  const { shows } = insert;
  return shows.kind === 'card'
    ? [insert]
    : renamed(shows, shows.mediaId, idOf, 'mediaId').map((now) => ({ ...insert, shows: now }));
}

function renamed<T extends object>(of: T, id: string, idOf: (old: string) => string | null, field: keyof T): T[] {
  const now = idOf(id);
  return now === null ? [] : [{ ...of, [field]: now }];
}

/** The part of the decisions that is about the take in hand. */
function onTake({ pins, noTimers, accepted, removed, shown, pickUps, takeLetStand, roomCounts }: Edit): OnTake {
  return { pins, noTimers, accepted, removed, shown, pickUps, takeLetStand, roomCounts };
}

function isNothing({ accepted, ...lists }: OnTake): boolean {
  return !accepted && Object.values(lists).every((list) => list.length === 0);
}

export function newDocument(title: string): WorkoutDocument {
  return {
    format: 'euphon-workout',
    version: 13,
    plan: { title, instructor: '', cueing: 'mirrored', sides: NO_SIDES, blocks: [] },
    script: EMPTY_SCRIPT,
    music: EMPTY_MUSIC,
    edit: EMPTY_EDIT,
  };
}
