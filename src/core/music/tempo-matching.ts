import type { Block, BlockKind, Scheme } from '../plan/plan.ts';
import { type Length, type Micros, asLength, micros } from '../time/micros.ts';
import { COUNTS_AN_EIGHT, COUNTS_A_PHRASE } from './tempo-map.ts';

/**
 * Music is stretched by no more than this before it sounds wrong, and never past the most (common practice). Shares.
 */
export const STRETCH_GOOD = 0.06;
export const STRETCH_MOST = 0.08;

/** Tempos that a kind of block is led at, in beats a minute, and who says so (published values from memory). */
export function tempoRange(
  kind: BlockKind,
): { readonly low: number; readonly high: number; readonly source: string } | null {
  switch (kind) {
    case 'warm-up':
      return { low: 120, high: 134, source: 'AFAA guidelines' };
    case 'circuit':
    case 'strength':
      return { low: 122, high: 129, source: 'ACE group fitness handbook' };
    case 'cardio':
      return { low: 129, high: 160, source: 'ACE group fitness handbook' };
    case 'core':
      return { low: 100, high: 122, source: 'ACE group fitness handbook' };
    case 'flow':
    case 'hold':
    case 'cool-down':
      return { low: 60, high: 100, source: 'ACE group fitness handbook' };
    case 'talk':
    case 'set-up':
    case 'water':
    case 'preview':
    case 'repeat':
    case 'part':
      return null;
  }
}

/** The lengths that a block's scheme asks the music to meet, work first; empty where the scheme follows no clock. */
export function musicLengths(
  scheme: Scheme,
): readonly { readonly what: 'work' | 'rest' | 'hold' | 'change'; readonly us: Length }[] {
  const some = (what: 'work' | 'rest' | 'hold' | 'change', us: Length) => (us > 0 ? [{ what, us }] : []);
  switch (scheme.kind) {
    case 'interval':
      return [...some('work', scheme.workUs), ...some('rest', scheme.restUs)];
    case 'pair':
      return [...some('work', scheme.firstUs), ...some('work', scheme.secondUs), ...some('rest', scheme.restUs)];
    case 'emom':
      return [...some('work', scheme.workUs), ...some('rest', asLength(scheme.periodUs - scheme.workUs))];
    case 'ladder':
      if (scheme.counted !== undefined) return [];
      return [...scheme.worksUs.flatMap((us) => some('work', us)), ...some('rest', scheme.restUs)];
    case 'hold':
      return [...some('hold', scheme.holdUs), ...some('change', scheme.changeUs)];
    case 'reps':
      return [...some('work', asLength(scheme.reps * scheme.repUs)), ...some('rest', scheme.restUs)];
    case 'counts':
    case 'choreography':
    case 'flow':
    case 'plain':
      return [];
  }
}

/** What of a block meets the music: every length, the lengths of work and the whole cycle, or the cycle alone. */
type Meets = 'every' | 'cycle' | 'work';
type Unit = 'phrase' | 'eight';

/** A tempo at which lengths are whole units of music: exactly num/den beats a minute. */
export interface MeetingTempo {
  readonly num: number;
  readonly den: number;
  readonly unit: Unit;
  readonly meets: Meets;
  /** How many units each of the lengths is, in the order of musicLengths; those not met are fractions. */
  readonly units: readonly number[];
}

const COUNTS: Readonly<Record<Unit, number>> = { phrase: COUNTS_A_PHRASE, eight: COUNTS_AN_EIGHT };

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/**
 * All tempos from low to high (beats a minute) at which the lengths are whole phrases or eights, by exact arithmetic: N
 * microseconds hold k units of c counts at k·c·60e6/N beats a minute, so every answer is a multiple of c·60e6 over the
 * greatest common divisor of the lengths.
 */
export function meetingTempos(
  lengths: readonly { readonly what: string; readonly us: Length }[],
  low: number,
  high: number,
): MeetingTempo[] {
  if (lengths.length === 0) return [];
  const all = lengths.map((l) => l.us as number);
  const works = lengths.filter((l) => l.what === 'work' || l.what === 'hold').map((l) => l.us as number);
  const cycle = all.reduce((a, b) => a + b, 0);
  const wanted: readonly (readonly [Meets, readonly number[]])[] = [
    ['every', all],
    ['work', works],
    ['cycle', [cycle]],
  ];
  const found = new Map<string, MeetingTempo>();
  for (const [meets, parts] of wanted) {
    const common = parts.reduce((a, b) => gcd(a, b), 0);
    if (common === 0) continue;
    for (const unit of ['phrase', 'eight'] as const) {
      const step = COUNTS[unit] * 60e6;
      const [from, to] = [Math.ceil((low * common) / step - 1e-9), Math.floor((high * common) / step + 1e-9)];
      for (let k = Math.max(1, from); k <= Math.min(to, from + 400); k++) {
        const by = gcd(k * step, common);
        const [num, den] = [(k * step) / by, common / by];
        const key = `${num}/${den}`;
        // The best that is said of a tempo stands: every length before the work, phrases before eights.
        if (!found.has(key))
          found.set(key, { num, den, unit, meets, units: all.map((us) => (us * num) / (den * step)) });
      }
    }
  }
  return [...found.values()].sort((a, b) => a.num / a.den - b.num / b.den);
}

/** How a block and a tempo can be brought together. */
export type Meeting =
  | {
      readonly kind: 'stretch';
      readonly tempo: MeetingTempo;
      /** New tempo over old, less 1. */ readonly stretch: number;
      readonly cost: number;
    }
  | {
      readonly kind: 'times';
      readonly unit: Unit;
      readonly lengths: readonly {
        readonly what: string;
        readonly from: Micros;
        readonly us: Length;
        readonly units: number;
      }[];
      readonly cost: number;
    }
  | {
      readonly kind: 'cut';
      readonly phrases: number;
      readonly at: Micros;
      readonly leftUs: Length;
      readonly cost: number;
    };

const MOST_ANSWERS = 12;
/**
 * What each way costs besides its size: music that only meets the cycle leaves the call for rest in mid-phrase; a cut
 * is heard.
 */
const MEETS_COST: Readonly<Record<Meets, number>> = { every: 0, work: 1.2, cycle: 1 };
const EIGHT_COST = 0.6;
const TIMES_COST = 1;
const CUT_COST = 3;

/**
 * Ranked ways for a block to meet a track of `milliBpm`: stretch the track within ±8 %, change work and rest to whole
 * eights or phrases of the track as it is, or cut on the last phrase that fits into `blockUs`. Cheapest first.
 */
export function meetings(block: Pick<Block, 'scheme'>, blockUs: Length, milliBpm: number): Meeting[] {
  const bpm = milliBpm / 1000;
  const lengths = musicLengths(block.scheme);
  const answers: Meeting[] = [];
  for (const tempo of meetingTempos(lengths, bpm / (1 + STRETCH_MOST) - 1e-9, bpm * (1 + STRETCH_MOST) + 1e-9)) {
    const stretch = tempo.num / tempo.den / bpm - 1;
    if (Math.abs(stretch) > STRETCH_MOST + 1e-9) continue;
    const cost =
      MEETS_COST[tempo.meets] + (tempo.unit === 'eight' ? EIGHT_COST : 0) + (Math.abs(stretch) / STRETCH_GOOD) ** 2;
    answers.push({ kind: 'stretch', tempo, stretch, cost });
  }
  for (const unit of ['phrase', 'eight'] as const) {
    if (lengths.length === 0) break;
    const unitUs = (COUNTS[unit] * 60e9) / milliBpm;
    const moved = lengths.map(({ what, us }) => {
      const units = Math.max(1, Math.round(us / unitUs));
      return { what, from: us, us: asLength(units * unitUs), units };
    });
    const off = moved.reduce((sum, m) => sum + Math.abs(m.us - m.from) / m.from, 0) / moved.length;
    answers.push({
      kind: 'times',
      unit,
      lengths: moved,
      cost: TIMES_COST + (unit === 'eight' ? EIGHT_COST : 0) + off * 12,
    });
  }
  const phraseUs = (COUNTS_A_PHRASE * 60e9) / milliBpm;
  const phrases = Math.floor(blockUs / phraseUs + 1e-9);
  if (phrases > 0) {
    const at = micros(phrases * phraseUs);
    answers.push({
      kind: 'cut',
      phrases,
      at,
      leftUs: asLength(blockUs - at),
      cost: CUT_COST + (blockUs - at) / phraseUs,
    });
  }
  return answers.sort((a, b) => a.cost - b.cost).slice(0, MOST_ANSWERS);
}

/** The scheme with lengths changed as a meeting of kind `times` says; the order is that of musicLengths. */
export function withLengths(scheme: Scheme, lengths: readonly { readonly us: Length }[]): Scheme {
  let next = 0;
  const take = (was: Length): Length => (was > 0 ? (lengths[next++]?.us ?? was) : was);
  switch (scheme.kind) {
    case 'interval':
      return { ...scheme, workUs: take(scheme.workUs), restUs: take(scheme.restUs) };
    case 'pair':
      return { ...scheme, firstUs: take(scheme.firstUs), secondUs: take(scheme.secondUs), restUs: take(scheme.restUs) };
    case 'emom': {
      const workUs = take(scheme.workUs);
      return { ...scheme, workUs, periodUs: asLength(workUs + take(asLength(scheme.periodUs - scheme.workUs))) };
    }
    case 'ladder':
      if (scheme.counted !== undefined) return scheme;
      return { ...scheme, worksUs: scheme.worksUs.map(take), restUs: take(scheme.restUs) };
    case 'hold':
      return { ...scheme, holdUs: take(scheme.holdUs), changeUs: take(scheme.changeUs) };
    case 'reps':
      return {
        ...scheme,
        repUs: asLength(take(asLength(scheme.reps * scheme.repUs)) / scheme.reps),
        restUs: take(scheme.restUs),
      };
    case 'counts':
    case 'choreography':
    case 'flow':
    case 'plain':
      return scheme;
  }
}
