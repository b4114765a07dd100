import { type PlannedSegment, isActive } from '../plan/segment.ts';

/**
 * How a block is run, and so what its planned lengths are worth. `timer`: a machine counts. `by hand`: somebody looks
 * at a watch. `repetitions`: so many are counted out. `music`: counts of a steady beat. `free`: until it feels
 * finished.
 */
type Way = 'timer' | 'by hand' | 'repetitions' | 'music' | 'free';

/** What is learned of the worked segments of one block. */
export interface BlockTiming {
  readonly way: Way;
  /** Filmed length by planned length, in the middle. */
  readonly ratio: number;
  /**
   * How much lengths differ from that: seconds where a clock is looked at, else the standard deviation of their
   * logarithm.
   */
  readonly spread: number;
  /** Of a machine timer: it runs through the rests, too. */
  readonly throughRests?: boolean;
}

/** By how much the breaks of a class run over, and how much they differ from that; seconds. */
export interface BreakTiming {
  readonly overS: number;
  readonly spreadS: number;
}

export interface Timing {
  readonly blocks: ReadonlyMap<string, BlockTiming>;
  readonly rest: BreakTiming;
  readonly change: BreakTiming;
}

/** A break planned at 15 s lasts 21 on average, 27 when a new move is shown (common practice). */
export const USUAL_REST: BreakTiming = { overS: 4, spreadS: 5 };
export const USUAL_CHANGE: BreakTiming = { overS: 1.5, spreadS: 4 };
/** How exactly a class follows a machine timer, one standard deviation; less would be rounding. */
export const TIMER_SPREAD_S = 0.3;

/** What is assumed of a block before anything is heard, by the way of timing that the plan says. */
export function usualTiming(segment: PlannedSegment): BlockTiming {
  switch (segment.scheme) {
    case 'interval':
    case 'pair':
    case 'emom':
    case 'ladder':
      return { way: 'by hand', ratio: 1, spread: 2.5 };
    case 'reps':
      return { way: 'repetitions', ratio: 1, spread: 0.22 };
    case 'counts':
    case 'choreography':
      return { way: 'music', ratio: 1, spread: 0.3 };
    case 'hold':
      return { way: 'free', ratio: 1.1, spread: 0.28 };
    case 'flow':
    case 'plain':
      return { way: 'free', ratio: 1.08, spread: 0.32 };
  }
}

/** Log-likelihood of a filmed length in seconds, a density by the second. */
type LengthLog = (seconds: number) => number;

const normal = (x: number, mean: number, sd: number) => -0.5 * ((x - mean) / sd) ** 2 - Math.log(sd) - 0.919;
const logNormal = (x: number, mean: number, sd: number) =>
  x <= 0 ? -60 : normal(Math.log(x / mean), 0, sd) - Math.log(x);
/** ln of a mixture of two: mostly as it should be, now and then as it happens. */
const mixed = (a: number, b: number, share: number) => {
  const [x, y] = [a + Math.log(1 - share), b + Math.log(share)];
  return x > y ? x + Math.log1p(Math.exp(y - x)) : y + Math.log1p(Math.exp(x - y));
};

export interface LengthModel {
  readonly shortestS: number;
  readonly longestS: number;
  readonly log: LengthLog;
}

/** The share of intervals that are not run as the others are. */
const ODD_ONE = 0.08;
/**
 * How often a segment on music lasts as planned, another number of half phrases, another number of eights, or any
 * other length (development set, smoothed: of 33 as planned 24, other half phrases 6).
 */
const MUSIC = { planned: 0.62, halfPhrase: 0.24, eight: 0.07, other: 0.07 } as const;
const HALF_PHRASE = 16;

/**
 * How long a segment may last in this class. `stepS` is the grid of the search: nothing is held finer than half of it.
 */
export function lengthModel(segment: PlannedSegment, timing: Timing, stepS: number): LengthModel {
  const plannedS = (segment.end - segment.start) / 1e6;
  const blurred = (sd: number) => Math.max(sd, stepS * 0.45);
  if (isActive(segment)) {
    const block = timing.blocks.get(segment.blockId) ?? usualTiming(segment);
    const mean = plannedS * block.ratio;
    const range = { shortestS: Math.max(2, plannedS * 0.35), longestS: plannedS * 2.2 + 8 };
    switch (block.way) {
      case 'timer':
        return {
          ...range,
          log: (x) => mixed(normal(x, plannedS, blurred(TIMER_SPREAD_S)), logNormal(x, plannedS, 0.4), 0.02),
        };
      case 'by hand':
        return {
          ...range,
          log: (x) => mixed(normal(x, mean, blurred(block.spread)), logNormal(x, mean, 0.4), ODD_ONE),
        };
      case 'music':
        return { ...range, log: musicLog(plannedS, (segment.countUs ?? 5e5) / 1e6, blurred(block.spread)) };
      case 'repetitions':
      case 'free':
        return { ...range, log: (x) => mixed(logNormal(x, mean, block.spread), logNormal(x, mean, 0.6), ODD_ONE) };
    }
  }
  const broad = (sd: number, plus: number, from: number) => ({
    shortestS: Math.max(1, plannedS * from),
    longestS: plannedS * 2.2 + plus,
    log: (x: number) => mixed(logNormal(x, plannedS, sd), logNormal(x, plannedS + 6, 0.8), 0.15),
  });
  const block = timing.blocks.get(segment.blockId);
  if (
    block?.way === 'timer' &&
    block.throughRests === true &&
    (segment.kind === 'rest' || segment.kind === 'change-over')
  )
    return {
      ...breakModel(plannedS, USUAL_REST, blurred, 20),
      log: (x) => mixed(normal(x, plannedS, blurred(TIMER_SPREAD_S)), logNormal(x, plannedS + 4, 0.6), 0.04),
    };
  switch (segment.kind) {
    case 'rest':
      return breakModel(plannedS, timing.rest, blurred, 40);
    case 'change-over':
      return breakModel(plannedS, timing.change, blurred, 25);
    case 'talk':
      return broad(0.3, 60, 0.3);
    default:
      return waitModel(plannedS);
  }
}

/**
 * Water and set-up run over more than breaks do, and are hardly ever cut short: of eight in the development set one was
 * shorter than planned, by a tenth; the others took up to 2.8 times as long.
 */
function waitModel(plannedS: number): LengthModel {
  const mode = plannedS * 1.05;
  // A logarithm of two widths, one to each side of its mode.
  const { below, above } = { below: 0.2, above: 0.6 };
  const scale = Math.log((below + above) / 2);
  const split = (x: number) => {
    if (x <= 0) return -60;
    const off = Math.log(x / mode);
    return -0.5 * (off / (off < 0 ? below : above)) ** 2 - scale - 0.919 - Math.log(x);
  };
  return {
    shortestS: Math.max(1, plannedS * 0.2),
    longestS: plannedS * 2.2 + 45,
    log: (x) => mixed(split(x), logNormal(x, plannedS + 6, 0.8), 0.08),
  };
}

function breakModel(
  plannedS: number,
  { overS, spreadS }: BreakTiming,
  blurred: (sd: number) => number,
  more: number,
): LengthModel {
  const mean = Math.max(1, plannedS + overS);
  const sd = blurred(spreadS);
  return {
    shortestS: 1,
    longestS: plannedS * 2 + more,
    log: (x) => mixed(normal(x, mean, x < mean ? sd : sd * 1.2), logNormal(x, mean + 2, 0.7), 0.12),
  };
}

/**
 * Peaks at the planned length, at other half phrases of 16 counts near it, and at other eights; something of all else.
 */
function musicLog(plannedS: number, countS: number, sd: number): LengthLog {
  const planned = plannedS / countS;
  const weigh = (unit: number, share: number) => {
    const list: { at: number; weight: number }[] = [];
    for (let n = unit; n <= planned * 2.2 + unit; n += unit)
      if (Math.abs(n - planned) > 0.5)
        list.push({ at: n * countS, weight: Math.exp(-Math.abs(Math.log(n / planned)) * 2.5) });
    const all = list.reduce((s, p) => s + p.weight, 0);
    return list.map((p) => ({ at: p.at, ln: Math.log((share * p.weight) / all) }));
  };
  const peaks = [
    { at: plannedS, ln: Math.log(MUSIC.planned) },
    ...weigh(HALF_PHRASE, MUSIC.halfPhrase),
    ...weigh(8, MUSIC.eight),
  ];
  return (x) => {
    let total = Math.exp(Math.log(MUSIC.other) + logNormal(x, plannedS, 0.45));
    for (const p of peaks) if (Math.abs(x - p.at) < 5 * sd) total += Math.exp(p.ln + normal(x, p.at, sd));
    return Math.log(Math.max(total, 1e-26));
  };
}
