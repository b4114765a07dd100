import { TRADE, rulesOf } from '../rule.ts';

const rule = rulesOf('align', 'film');

/** A claim that is not so. */
export interface FalseClaim {
  /** A line that is still to be spoken, or a recording. */
  readonly of: 'script' | 'take';
  readonly said: string;
  readonly claimed: string | number;
  /** null: the class does not say. */
  readonly actual: string | number | null;
}

const PLAN = 'the plan';
const HEARD = `the recording; within what is ${TRADE}`;
const sourceOf = ({ of }: FalseClaim, ofTake: string) => (of === 'script' ? PLAN : ofTake);
const text = (value: FalseClaim['actual']) => String(value ?? 'unknown');

/** A claim that is held against the plan, whoever makes it: `is` says what is wrong about it. */
const heldAgainstPlan = (finds: string, is: string) =>
  rule(finds, ({ said, claimed, actual }: FalseClaim) => ({
    says: `“${said}” ${is}.`,
    measured: `said ${claimed}`,
    wanted: text(actual),
    source: PLAN,
  }));

/** What is said, against the class as it is. */
export const CLAIM_RULES = {
  'claim-seconds-left': rule('a time left that is not so', (f: FalseClaim) => ({
    says: `“${f.said}” is not the time that is left.`,
    measured: f.of === 'script' ? `${f.actual} s are left` : `said ${f.claimed}`,
    wanted: f.of === 'script' ? `${f.claimed} s` : text(f.actual),
    source: sourceOf(f, HEARD),
  })),
  'claim-half-way': rule('a half-way that is not half of it', (f: FalseClaim) => ({
    says: `“${f.said}” is not said in the middle.`,
    measured: `${f.actual} s into it`,
    wanted: `${f.claimed} s`,
    source: sourceOf(f, HEARD),
  })),
  'claim-moves-left': heldAgainstPlan('a number of moves left that is not so', 'is not what is left'),
  'claim-round': heldAgainstPlan('a round that is another one', 'is another round'),
  'claim-length': heldAgainstPlan('a length that is another one', 'is not how long it is'),
  'claim-next-up': heldAgainstPlan('a next move that is another one', 'is not what comes next'),
  'claim-side': heldAgainstPlan('a side that is the other one', 'is the wrong side'),
  'claim-position': heldAgainstPlan('a position that is another one', 'is another position'),
  'claim-equipment': heldAgainstPlan('equipment that is not needed, or is', 'is not so'),
  'claim-count': heldAgainstPlan('a count that does not come out', 'is another count'),
};
