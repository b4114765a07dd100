import type { PickUp, Retake, Settled } from '../edit/decisions.ts';
import { type LaneRules, type Override, DEFAULT_RULES } from '../lanes/rules.ts';
import { EMPTY_MUSIC, type Music } from '../music/music.ts';
import { type Plan, NO_SIDES } from '../plan/plan.ts';
import { EMPTY_SCRIPT, type Script } from '../script/cue.ts';
import type { Pin } from '../align/align.ts';
import type { Span } from '../time/span.ts';

/** Everything a person decides about one workout; what the program computes from it is never stored in it. */
export interface WorkoutDocument {
  readonly format: 'euphon-workout';
  readonly version: 5;
  readonly plan: Plan;
  readonly script: Script;
  readonly music: Music;
  readonly edit: Edit;
}

export interface Edit {
  /** The take that the programme is made from; null: none chosen yet. */
  readonly takeId: string | null;
  readonly pins: readonly Pin[];
  /** Ids of blocks that were not filmed to a machine timer, though one seemed to be heard. */
  readonly noTimers: readonly string[];
  /** The person looked at the alignment and found it right. */
  readonly accepted: boolean;
  /** Stretches of the take that are cut out, on take time. */
  readonly removed: readonly Span[];
  readonly rules: LaneRules;
  readonly overrides: readonly Override[];
  /** What was decided about slips: lines to be spoken again, segments to be filmed again, findings that may stand. */
  readonly pickUps: readonly PickUp[];
  readonly retakes: readonly Retake[];
  readonly settled: readonly Settled[];
}

export const EMPTY_EDIT: Edit = {
  takeId: null,
  pins: [],
  noTimers: [],
  accepted: false,
  removed: [],
  rules: DEFAULT_RULES,
  overrides: [],
  pickUps: [],
  retakes: [],
  settled: [],
};

/**
 * What was decided, with another take chosen. Pins, cuts, pick-ups and findings lie on the clock of the take that they
 * were made on and go with it; rules and overrides name segments and stay.
 */
export function withTake(edit: Edit, takeId: string | null): Edit {
  return edit.takeId === takeId ? edit : { ...EMPTY_EDIT, takeId, rules: edit.rules, overrides: edit.overrides };
}

export function newDocument(title: string): WorkoutDocument {
  return {
    format: 'euphon-workout',
    version: 5,
    plan: { title, instructor: '', cueing: 'mirrored', sides: NO_SIDES, blocks: [] },
    script: EMPTY_SCRIPT,
    music: EMPTY_MUSIC,
    edit: EMPTY_EDIT,
  };
}
