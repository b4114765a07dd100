import type { PlanTime, ProgrammeTime, TakeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { Insert, PickUp, ProgrammeSound, Retake, LetStand } from '../edit/decisions.ts';
import type { LookRules } from '../lanes/look-rules.ts';
import type { Override } from '../lanes/rules.ts';
import type { Music } from '../music/music.ts';
import type { Plan } from '../plan/plan.ts';
import type { Cue } from '../script/cue.ts';

import type { FindingWords, Rule } from './rule.ts';
import { type FactsOf, RULES, type RuleId } from './rules.ts';

/**
 * A change to the document that sets a finding right: a stretch of the take cut out, or plan, lines or music as they
 * would be.
 */
export type Fix =
  | { readonly kind: 'remove-spans'; readonly label: string; readonly spans: readonly Span<TakeTime>[] }
  | { readonly kind: 'plan'; readonly label: string; readonly plan: Plan }
  | { readonly kind: 'script'; readonly label: string; readonly changes: readonly CueChange[] }
  | { readonly kind: 'music'; readonly label: string; readonly music: Music }
  /** How the overlay looks. */
  | { readonly kind: 'look'; readonly label: string; readonly look: LookRules }
  /** What is done to the sound of the programme. */
  | { readonly kind: 'sound'; readonly label: string; readonly sound: ProgrammeSound }
  /** A lane changed by hand; a line to be spoken again; a segment to be filmed again; the finding let stand. */
  | { readonly kind: 'override'; readonly label: string; readonly override: Override }
  | { readonly kind: 'pick-up'; readonly label: string; readonly pickUp: PickUp }
  /** Pictures that stand for what no take holds. */
  | { readonly kind: 'inserts'; readonly label: string; readonly inserts: readonly Insert[] }
  | { readonly kind: 'retake'; readonly label: string; readonly retake: Retake }
  | { readonly kind: 'let-stand'; readonly label: string; readonly letStand: LetStand }
  /** The segment begins at that time of its take, whatever was heard. */
  | { readonly kind: 'pin'; readonly label: string; readonly segmentKey: string; readonly at: TakeTime };

/** A change to one written line: some of its fields, the whole line gone, or a new one. */
export type CueChange =
  | {
      readonly kind: 'change';
      readonly cueId: string;
      readonly next: Partial<Omit<Cue, 'id'>>;
      /** The words that were looked at: what was typed after them is kept. */
      readonly was?: string;
    }
  | { readonly kind: 'remove'; readonly cueId: string }
  | { readonly kind: 'add'; readonly cue: Cue };

/** A time with the clock it is on. */
export type OnClock =
  | { readonly clock: 'plan'; readonly at: PlanTime }
  | { readonly clock: 'take'; readonly at: TakeTime }
  | { readonly clock: 'programme'; readonly at: ProgrammeTime };

/** Only the time and its clock of something that has both. */
export function onClockOf(of: OnClock): OnClock {
  switch (of.clock) {
    case 'plan':
      return { clock: of.clock, at: of.at };
    case 'take':
      return { clock: of.clock, at: of.at };
    case 'programme':
      return { clock: of.clock, at: of.at };
  }
}

/** What a finding is about, and how sure it is. */
interface FindingPlace {
  readonly severity: 'alarm' | 'note';
  readonly segmentKey: string | null;
  /** The take whose clock it is on, where there are several. */
  readonly takeId?: string;
  /** The written line it is about, where it is about one. */
  readonly cueId?: string;
  /** 0 to 1. */
  readonly certainty: number;
  readonly fixes: readonly Fix[];
}

type FindingOf<R extends RuleId> = FindingPlace & OnClock & { readonly rule: R; readonly facts: FactsOf<R> };

/** What a check found, as data: `wordsOf` puts it into a sentence. */
export type Finding = { readonly [R in RuleId]: FindingOf<R> }[RuleId];

/** A finding: a note, certain, without a fix and in no segment, where nothing else is said. */
export function finding<R extends RuleId>(rule: R, facts: FactsOf<R>, place: Partial<FindingPlace> & OnClock): Finding {
  const made: FindingOf<R> = {
    ...{ rule, facts },
    ...{ severity: 'note', segmentKey: null, certainty: 1, fixes: [] },
    ...place,
  };
  // The types cannot follow a rule that is not known yet into the union of all of them.
  return made as Finding;
}

/** The finding in words. */
export function wordsOf({ rule, facts }: Pick<Finding, 'rule' | 'facts'>): FindingWords {
  const { words } = RULES[rule] as Rule<unknown>;
  return words(facts);
}

/** By how much it is past what is wanted, in the unit of its rule; null: its rule has no limit that can be set. */
export function overOf({ rule, facts }: Pick<Finding, 'rule' | 'facts'>): number | null {
  const { limit } = RULES[rule] as Rule<unknown>;
  return limit?.over(facts) ?? null;
}

/** The words it is in, as they were said; null: it is in none. */
export function saidIn({ facts }: Pick<Finding, 'facts'>): string | null {
  return 'said' in facts ? facts.said : null;
}
