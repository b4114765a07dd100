import type { Length } from '../../time/micros.ts';
import { writeSeconds, writeTime } from '../../time/typed-time.ts';
import { TRADE, rulesOf, secondsOver } from '../rule.ts';

const rule = rulesOf('plan', 'write');
const ACSM = 'ACSM Guidelines';
const GUIDED = { wanted: '5 to 10 min', source: ACSM } as const;

interface ShortShare {
  readonly lengthUs: Length;
  readonly wantedUs: Length;
}
const shortShare = secondsOver<ShortShare>(({ wantedUs, lengthUs }) => wantedUs - lengthUs);

interface SidesOff {
  readonly leftUs: Length;
  readonly rightUs: Length;
}
const sidesOff = ({ leftUs, rightUs }: SidesOff): Length => Math.abs(leftUs - rightUs) as Length;

interface ShortBreaks {
  /** The moves before and after the worst of them. */
  readonly from: string;
  readonly to: string;
  readonly blockName: string;
  readonly many: number;
  /** Whether all of them are as short as the worst. */
  readonly areAlike: boolean;
  readonly shortUs: Length;
  readonly plannedUs: Length;
  readonly neededUs: Length;
  /** What is said before the break begins. */
  readonly saidBeforeUs: Length;
  /** What takes so long, as the inside of a bracket. */
  readonly why: string;
}

/** What a break that is too short needs, and why. */
export const breakNeeds = ({ neededUs, why }: Pick<ShortBreaks, 'neededUs' | 'why'>): string =>
  `${writeSeconds(neededUs)} s (${why})`;

/** Breaks that are too short, in one sentence. */
export function breaksShort({ from, to, blockName, many, areAlike, shortUs }: ShortBreaks): string {
  const short = `${writeSeconds(shortUs, 0)} s short`;
  return many === 1
    ? `${from} to ${to}: the break is ${short}.`
    : `${many} breaks of ${blockName} are ${areAlike ? '' : 'up to '}${short}.`;
}

/** What a careful colleague would say of a plan. */
export const PLAN_RULES = {
  'no-warm-up': rule('a class without a warm-up', () => ({
    says: 'The class has no warm-up.',
    measured: 'none',
    ...GUIDED,
  })),
  'no-cool-down': rule('a class without a cool-down', () => ({
    says: 'The class has no cool-down.',
    measured: 'none',
    ...GUIDED,
  })),
  'short-warm-up': rule(
    'a warm-up that is short for the class',
    ({ lengthUs }: ShortShare) => ({ says: 'The warm-up is short.', measured: writeTime(lengthUs), ...GUIDED }),
    shortShare,
  ),
  'short-cool-down': rule(
    'a cool-down that is short for the class',
    ({ lengthUs }: ShortShare) => ({ says: 'The cool-down is short.', measured: writeTime(lengthUs), ...GUIDED }),
    shortShare,
  ),
  'effort-jump': rule(
    'effort that goes up in one step',
    (f: { readonly move: string; readonly fromMet: number; readonly toMet: number; readonly mostMet: number }) => ({
      says: `${f.move} is a jump in effort.`,
      measured: `${f.fromMet} to ${f.toMet} MET`,
      wanted: `steps of ${f.mostMet} MET or less`,
      source: `${TRADE}; MET of the Compendium of Physical Activities 2011`,
    }),
  ),
  'jump-after-floor': rule('a jump right after the floor', ({ move }: { readonly move: string }) => ({
    says: `${move} jumps straight after floor work.`,
    measured: 'no rise between',
    wanted: 'a standing move or a march first',
    source: TRADE,
  })),
  'short-stretch': rule(
    'a stretch too short to do anything',
    ({ move, lengthUs }: { readonly move: string; readonly lengthUs: Length }) => ({
      says: `${move} is held too short.`,
      measured: `${writeSeconds(lengthUs)} s`,
      wanted: '10 to 30 s (another school: 30 to 60 s)',
      source: ACSM,
    }),
  ),
  'side-short': rule(
    'a side that gets less than the other',
    (f: SidesOff) => ({
      says: `The ${f.leftUs > f.rightUs ? 'right' : 'left'} side comes up ${writeSeconds(sidesOff(f))} s short.`,
      measured: `left ${writeSeconds(f.leftUs)} s, right ${writeSeconds(f.rightUs)} s`,
      wanted: 'the same',
      source: TRADE,
    }),
    secondsOver<SidesOff>(sidesOff),
  ),
  'break-planned-short': rule(
    'a break too short for what changes in it',
    (f: ShortBreaks) => ({
      says: breaksShort(f),
      measured: `${writeSeconds(f.plannedUs)} s`,
      wanted: breakNeeds(f),
      source: TRADE,
    }),
    secondsOver<ShortBreaks>((f) => f.neededUs + f.saidBeforeUs - f.plannedUs),
  ),
  'phrase-uneven': rule(
    'a combination that does not come out even with the music',
    (f: {
      readonly letters: string;
      readonly move: string;
      readonly moveCounts: number;
      readonly counts: number;
      readonly phraseCounts: number;
    }) => ({
      says: `${f.letters} does not come out on a phrase: ${f.move} has ${f.moveCounts} counts.`,
      measured: `${f.counts} counts`,
      wanted: `whole phrases of ${f.phraseCounts}`,
      source: TRADE,
    }),
  ),
  'version-stop-late': rule(
    'a version that is to rest when the interval is over',
    (f: {
      readonly version: 'easier' | 'harder';
      readonly move: string;
      readonly stopUs: Length;
      readonly lengthUs: Length;
    }) => ({
      says: `The ${f.version} version of ${f.move} is to rest when the interval is over.`,
      measured: `rests at ${writeSeconds(f.stopUs)} s of ${writeSeconds(f.lengthUs)} s`,
      wanted: 'a stop within the interval',
      source: TRADE,
    }),
  ),
};
