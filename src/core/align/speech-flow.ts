import type { SpokenTrack } from '../transcript/clauses.ts';
import { DOINGS, type Doing } from './clause-context.ts';

/**
 * How one class is spoken: what words take against the speaking model, and the silence that falls where a pause is
 * sure, in seconds. Silences are long in work, short in talk, in between in breaks.
 */
export interface SpeechFlow {
  readonly rate: number;
  readonly pauseS: Readonly<Record<Doing, number>>;
}

/** From the spoken classes of the development set, in lines with true times: medians over classes. */
export const USUAL_FLOW: SpeechFlow = { rate: 1, pauseS: { work: 3.2, break: 1.2, talk: 0.9 } };

/**
 * A boundary cuts the silence it lies in: after work the next words begin what follows, so the silence was work; after
 * a break the last word (`and go`) ends it, so the silence is work again. Shares of the pause that lie before the
 * boundary.
 */
const CUT: Readonly<Record<Doing, number>> = { work: 0.85, break: 0.15, talk: 0.4 };
/** After `go` the silence is work, whatever ended. */
const CUT_AFTER_GO = 0.1;
/** A name that is said first begins what it names: the silence before it is not yet that. */
const CUT_BEFORE_NAME = 0.85;
/** What is said at a gap that tells which side of it the silence is on: `and go` before it, or a name after it. */
export const TURN = { none: 0, go: 1, name: 2 } as const;

/**
 * Words take so much more or less than the model says (one standard deviation), and nothing is known better than this.
 */
const RATE_SPREAD = 0.1;
const LEAST_SIGMA_S = 0.18;
/** Waiting without a word before the class or after it costs next to nothing. */
const WAITING_A_SECOND = 0.02;
const LEAST_SHAPE = 0.08;

/** What is done in a piece of speech, and what was done before it. */
type Doings = readonly [is: Doing, was: Doing];

/**
 * Log-likelihoods of the pieces into which boundaries cut stretches of speech. Gap g lies before clause g; the last gap
 * is the end.
 */
export class FlowScores {
  /** Per doing: the sum over whole stretches before a stretch. */
  readonly whole: Readonly<Record<Doing, Float64Array>>;
  private readonly spoken: Float64Array;
  private readonly marks: Float64Array;
  private readonly neutral: Float64Array;
  /** What was asked before, by gap and doings: many places of a lattice lie in one gap. */
  private readonly toEnd: (Silence | undefined)[] = [];
  private readonly fromStart: (Silence | undefined)[] = [];

  constructor(
    private readonly track: SpokenTrack,
    private readonly flow: SpeechFlow,
    /** By gap, of `TURN`. */
    private readonly turns: Uint8Array,
  ) {
    const { clauses, stretches } = track;
    // Speech and pauses from the start of each clause's stretch up to it.
    this.spoken = new Float64Array(clauses.length + 1);
    this.marks = new Float64Array(clauses.length + 1);
    for (const s of stretches) {
      let [said, paused] = [0, 0];
      for (let c = s.first; c <= s.last; c++) {
        said += (clauses[c]?.spokenUs ?? 0) / 1e6;
        this.spoken[c] = said * flow.rate;
        paused += clauses[c]?.pauseAfter ?? 0;
        this.marks[c] = paused;
      }
    }
    // What a stretch would be whoever spoke in it: only what a doing explains better or worse than that counts.
    this.neutral = Float64Array.from(stretches, (_, i) => {
      const each = DOINGS.map((d) => this.wholeStretch(i, d));
      const top = Math.max(...each);
      return top + Math.log(each.reduce((sum, v) => sum + Math.exp(v - top), 0) / each.length);
    });
    const sums = (d: Doing) => {
      const out = new Float64Array(stretches.length + 1);
      for (let s = 0; s < stretches.length; s++) out[s + 1] = out[s]! + this.wholeStretch(s, d) - this.neutral[s]!;
      return out;
    };
    this.whole = { work: sums('work'), break: sums('break'), talk: sums('talk') };
  }

  /** The stretch of a gap: of the clause before it. Gap 0, before every word, has none: -1. */
  stretchOf(gap: number): number {
    return gap === 0 ? -1 : (this.track.clauses[gap - 1]?.stretch ?? -1);
  }

  /** From the start of its stretch to a time in a gap. */
  upTo(gap: number, us: number, d: Doing): number {
    const stretch = this.track.stretches[this.stretchOf(gap)];
    if (stretch === undefined) return 0;
    const at = gap * DOINGS.length + DOINGS.indexOf(d);
    return silenceLog((this.fromStart[at] ??= this.lengthBetween(-1, gap, [d, d])), (us - stretch.start) / 1e6);
  }

  /** From a time in a gap to the end of its stretch, where something else (`before`) ended there. */
  onward(gap: number, us: number, d: Doing, before: Doing): number {
    const s = this.stretchOf(gap);
    const stretch = this.track.stretches[s];
    if (stretch === undefined)
      return (-WAITING_A_SECOND * Math.max(0, (this.track.stretches[0]?.start ?? us) - us)) / 1e6;
    const seconds = (stretch.end - us) / 1e6;
    if (!stretch.endKnown)
      return -WAITING_A_SECOND * Math.max(0, seconds - this.said(gap, stretch.last)) - this.neutral[s]!;
    const at = (gap * DOINGS.length + DOINGS.indexOf(d)) * DOINGS.length + DOINGS.indexOf(before);
    const silence = (this.toEnd[at] ??= this.lengthBetween(gap, -1, [d, before], stretch.last));
    return silenceLog(silence, seconds) - this.neutral[s]!;
  }

  /** A whole stretch of speech in which one thing is done. */
  private wholeStretch(s: number, d: Doing): number {
    const { start, end, last, endKnown } = this.track.stretches[s]!;
    const seconds = (end - start) / 1e6;
    if (!endKnown) return -WAITING_A_SECOND * Math.max(0, seconds - this.said(-1, last));
    return silenceLog(this.lengthBetween(-1, -1, [d, d], last), seconds);
  }

  /** The share of a gap's silence that belongs to what ends in it. */
  private cut(gap: number, d: Doing): number {
    if (d === 'work') return CUT.work;
    const turn = this.turns[gap];
    return turn === TURN.go ? CUT_AFTER_GO : turn === TURN.name ? CUT_BEFORE_NAME : CUT[d];
  }

  /** Seconds of words from a gap on, -1: from the start of its stretch, to the end of the clause `last`. */
  private said(fromGap: number, last: number): number {
    return this.spoken[last]! - (fromGap < 0 ? 0 : this.spoken[fromGap - 1]!);
  }

  /**
   * How long the time between two gaps of one stretch may be, where `before` ended at the first; -1 stands for the
   * start of the stretch, or for its end, where its `last` clause is.
   */
  lengthBetween(fromGap: number, toGap: number, [d, before]: Doings, last = toGap - 1): Silence {
    const after = (gap: number, share: number) => (this.track.clauses[gap - 1]?.pauseAfter ?? 0) * (1 - share);
    const upTo = toGap < 0 ? this.marks[last]! : this.marks[last]! - after(toGap, this.cut(toGap, d));
    const earlier = fromGap < 0 ? 0 : this.marks[fromGap - 1]! - after(fromGap, this.cut(fromGap, before));
    return silenceOf(Math.max(LEAST_SHAPE, upTo - earlier), this.flow.pauseS[d], this.said(fromGap, last));
  }
}

/** How long some words and the silence between them take: a gamma distribution of seconds, moved. */
export interface Silence {
  readonly shift: number;
  readonly edge: number;
  readonly shape: number;
  readonly scale: number;
  /** All of the density's logarithm that does not depend on the length. */
  readonly constant: number;
  readonly mean: number;
}

/**
 * Silence is a gamma process over the marks: pauses of so much weight, so many seconds each. What is not known of the
 * length of the words (`said`) widens it, and lets it seem less than none.
 */
function silenceOf(weight: number, pauseS: number, saidS: number): Silence {
  const sigma2 = LEAST_SIGMA_S ** 2 + (RATE_SPREAD * saidS) ** 2;
  const shift = 2 * Math.sqrt(sigma2);
  const [mean, variance] = [weight * pauseS + shift, weight * pauseS * pauseS * 1.3 + sigma2];
  const [shape, scale] = [(mean * mean) / variance, variance / mean];
  return {
    shift: shift - saidS,
    edge: shift * 0.15,
    shape,
    scale,
    constant: -shape * Math.log(scale) - logGamma(shape),
    mean,
  };
}

/** Log-likelihood of a length in seconds. */
export function silenceLog(silence: Silence, seconds: number): number {
  const { edge, shape, scale, constant, mean } = silence;
  const x = seconds + silence.shift;
  const at = x > edge ? x : edge;
  const usual = (shape - 1) * Math.log(at) - at / scale + constant;
  if (x <= edge) return usual - (edge - x) * 3;
  // Now and then nobody says anything for a long while.
  if (x < mean * 2) return usual;
  const long = LONG_LN - (x - mean) / LONG.meanS;
  return usual > long ? usual : long;
}

/** One silence in twelve is long: half a minute without a word is nothing strange in a class. */
const LONG = { share: 0.08, meanS: 12 } as const;
const LONG_LN = Math.log(LONG.share) - Math.log(LONG.meanS);

const TABLE_STEP = 0.02;
const TABLE = Float64Array.from({ length: 3_000 }, (_, i) => exactLogGamma(Math.max(1e-3, i * TABLE_STEP)));

/** ln Γ of a shape, from a table where it is fine enough. */
export function logGamma(z: number): number {
  if (z < 0.5) return logGamma(z + 1) - Math.log(z);
  const at = z / TABLE_STEP;
  const i = Math.floor(at);
  if (i + 1 >= TABLE.length) return exactLogGamma(z);
  const [a, b] = [TABLE[i]!, TABLE[i + 1]!];
  return a + (b - a) * (at - i);
}

/** ln Γ, by Stirling's series after shifting the argument up; exact to about 1e-8 for what is used here. */
function exactLogGamma(z: number): number {
  let [x, shift] = [z, 0];
  while (x < 7) shift -= Math.log(x++);
  const i = 1 / (x * x);
  return shift + (x - 0.5) * Math.log(x) - x + 0.9189385332046727 + (1 / 12 - (1 / 360 - i / 1260) * i) / x;
}
