/** No true peak of a file lies over -1 dB (EBU R 128); samples are held further down, for an encoder moves them. */
export const LIMIT_DB = -1.9;
/** The gain goes down before a peak in so long and comes back in so long. */
export const ATTACK_S = 0.005;
export const RELEASE_S = 0.08;

/**
 * Holds the peaks of two channels under a limit, as ffmpeg's `alimiter` does for the file: it looks ahead, goes down in
 * a straight line so that it is low enough when a peak comes, and back in another. What comes out is late by `delay`
 * samples.
 */
export class Limiter {
  readonly delay: number;
  private readonly released: number;
  private readonly left: Float32Array;
  private readonly right: Float32Array;
  /** The gain that each sample that waits needs, 1: none. */
  private readonly needs: Float32Array;
  private at = 0;
  private gain = 1;
  /** By how much the gain changes with each sample, and after how many it is to be thought about again. */
  private step = 0;
  private samples = Infinity;

  /** `limit`: the highest amplitude that comes out, 0 to 1; infinite: everything passes. */
  constructor(
    rateHz: number,
    private limit: number,
  ) {
    this.delay = Math.round(rateHz * ATTACK_S);
    this.released = rateHz * RELEASE_S;
    this.left = new Float32Array(this.delay);
    this.right = new Float32Array(this.delay);
    this.needs = new Float32Array(this.delay).fill(1);
  }

  limitTo(limit: number): void {
    this.limit = limit;
  }

  /** Replaces two channels of any length by what they were `delay` samples ago, limited. */
  hold(left: Float32Array, right: Float32Array): void {
    for (let i = 0; i < left.length; i++) {
      const [l, r] = [left[i]!, right[i]!];
      const peak = Math.max(Math.abs(l), Math.abs(r));
      const need = peak > this.limit ? this.limit / peak : 1;
      const { at } = this;
      const [outL, outR, due] = [this.left[at]!, this.right[at]!, this.needs[at]!];
      this.left[at] = l;
      this.right[at] = r;
      this.needs[at] = need;
      this.at = at + 1 === this.delay ? 0 : at + 1;
      // A peak that comes may need a steeper way down than the one before it, or than the way back.
      const way = (need - this.gain) / this.delay;
      if (need < 1 && way < this.step) [this.step, this.samples] = [way, this.delay];
      this.gain = Math.min(1, due, this.gain + this.step);
      if (--this.samples <= 0) this.lookAhead();
      left[i] = outL * this.gain;
      right[i] = outR * this.gain;
    }
  }

  /** A peak is over: on to the one that waits and needs the steepest way, or back to 1. */
  private lookAhead(): void {
    this.step = (1 - this.gain) / this.released;
    this.samples = Infinity;
    for (let k = 1; k <= this.delay; k++) {
      const need = this.needs[(this.at + k - 1) % this.delay]!;
      const way = (need - this.gain) / k;
      if (need < 1 && way < this.step) [this.step, this.samples] = [way, k];
    }
  }
}
