import type { Piece } from '../../core/edit/views.ts';
import { type Micros, type ProgrammeTime, fromSeconds, micros, moved, toSeconds } from '../../core/time/micros.ts';

/** Two ends that meet within this are one stretch: nothing is handed over. */
const MEETS_US = 30_000;

/**
 * So long before a piece ends it hands over: players show what comes next before the page hears of it. Less than the
 * half of a frame at 50 a second.
 */
const EARLY_US = 9_000;

/** So far off, a player is taken to its place before it runs along. */
const FAR_US = 60_000;

interface ReelOptions {
  readonly urlOf: (mediaId: string) => string;
  /** The time to ask a player for so that it shows the frame of a time, seconds. */
  readonly seekTo: (time: Micros) => number;
  /** Called when another element goes on; null: nothing is seen but the ground. */
  readonly onSwap?: (on: HTMLMediaElement | null) => void;
  /**
   * Called for every frame in which one goes over into the other: how much of the other is seen; null: nothing of it.
   */
  readonly onBlend?: (other: HTMLMediaElement | null, share: number) => void;
  /** Milliseconds that only go forward: the clock of pieces in which no element runs. */
  readonly now?: () => number;
}

/**
 * Plays pieces of files one after the other on two elements: while one plays, the other waits at the beginning of the
 * next piece, so that there is no gap where they hand over. A frame that stands still, and the ground under a card, run
 * on a clock of their own.
 */
export class Reel {
  private on = 0;
  private index = 0;
  private playing = false;
  private rate = 1;
  /** In a piece in which no element runs: how far it was at `since`, microseconds. */
  private inside = 0;
  private since = 0;
  private readonly now: () => number;

  constructor(
    private readonly elements: readonly [HTMLMediaElement, HTMLMediaElement],
    private readonly pieces: readonly Piece[],
    private readonly options: ReelOptions,
  ) {
    this.now = options.now ?? (() => performance.now());
  }

  get element(): HTMLMediaElement {
    return this.elements[this.on]!;
  }

  /** The programme time that is seen or heard now; null while a place is being looked for. */
  get at(): ProgrammeTime | null {
    const piece = this.pieces[this.index];
    if (piece === undefined) return null;
    if (stands(piece)) return moved(piece.at, Math.min(piece.length - 1, this.stoodFor()));
    return this.element.seeking ? null : moved(piece.at, fromSeconds(this.element.currentTime) - piece.from);
  }

  seek(at: ProgrammeTime): void {
    const found = this.pieces.findIndex((p) => at < p.at + p.length);
    this.index = found < 0 ? Math.max(0, this.pieces.length - 1) : found;
    const piece = this.pieces[this.index];
    if (piece === undefined) return;
    const inside = Math.min(piece.length - 1, Math.max(0, at - piece.at));
    if (stands(piece)) this.stand(inside);
    if (piece.mediaId !== null) this.put(this.element, piece, micros(piece.from + (stands(piece) ? 0 : inside)));
    this.options.onBlend?.(null, 0);
    this.options.onSwap?.(piece.mediaId === null ? null : this.element);
    // Another file on the same element stands still until it is played again.
    if (this.playing && !stands(piece)) void this.element.play().catch(() => undefined);
    this.prepare();
    if (piece.into !== undefined) this.blend(piece, inside);
  }

  async play(): Promise<void> {
    this.playing = true;
    this.since = this.now();
    const piece = this.pieces[this.index];
    if (piece === undefined || !stands(piece)) await this.element.play();
  }

  pause(): void {
    this.inside = this.stoodFor();
    this.playing = false;
    for (const element of this.elements) element.pause();
  }

  setRate(rate: number): void {
    this.inside = this.stoodFor();
    this.since = this.now();
    this.rate = rate;
    for (const element of this.elements) {
      element.defaultPlaybackRate = rate;
      element.playbackRate = rate;
    }
  }

  /** A little faster or slower than its rate, to come back to something else that plays. */
  nudge(factor: number): void {
    const wanted = this.rate * factor;
    if (Math.abs(this.element.playbackRate - wanted) > 0.002) this.element.playbackRate = wanted;
  }

  /** Hands over where a piece has ended; false at the end of all. Called for every frame that is drawn. */
  follow(): boolean {
    const [piece, next] = [this.pieces[this.index], this.pieces[this.index + 1]];
    if (piece === undefined || !this.playing) return true;
    if (stands(piece)) {
      if (this.stoodFor() < piece.length) return true;
    } else {
      if (this.element.seeking) return true;
      const left = piece.from + piece.length - fromSeconds(this.element.currentTime);
      if (left > EARLY_US * this.rate && !this.element.ended) {
        // A browser may stop an element that was changed under way.
        if (this.element.paused) void this.element.play().catch(() => undefined);
        if (piece.into !== undefined) this.blend(piece, piece.length - left);
        return true;
      }
    }
    if (next === undefined) return false;
    this.index += 1;
    if (!meets(piece, next)) this.handOver(next);
    return true;
  }

  private handOver(next: Piece): void {
    this.options.onBlend?.(null, 0);
    const before = this.element;
    if (stands(next)) this.stand(0);
    // The other element waits for what is after the ground.
    if (next.mediaId !== null) this.on = 1 - this.on;
    this.options.onSwap?.(next.mediaId === null ? null : this.element);
    if (!stands(next)) void this.element.play().catch(() => undefined);
    before.pause();
    this.prepare();
  }

  /** Lets the other element run along, and more and more of it be seen. */
  private blend(piece: Piece, inside: number): void {
    const other = this.elements[1 - this.on]!;
    if (piece.into === undefined) return;
    // It waits where it comes in; only where one looked for a place in between does it have to be taken there.
    const at = micros(piece.into.from + inside);
    if (other.paused && Math.abs(fromSeconds(other.currentTime) - at) > FAR_US)
      this.put(other, { ...piece, mediaId: piece.into.mediaId }, at);
    if (other.paused && this.playing) void other.play().catch(() => undefined);
    this.options.onBlend?.(other, Math.max(0, Math.min(1, inside / piece.length)));
  }

  /** How far it is in a piece in which no element runs. */
  private stoodFor(): number {
    return this.inside + (this.playing ? (this.now() - this.since) * 1000 * this.rate : 0);
  }

  private stand(inside: number): void {
    this.inside = inside;
    this.since = this.now();
    this.element.pause();
  }

  /** Takes the other element to the beginning of the next piece that this one cannot just run into. */
  private prepare(): void {
    let i = this.index;
    while (i + 1 < this.pieces.length && meets(this.pieces[i]!, this.pieces[i + 1]!)) i++;
    const [last, next] = [this.pieces[i], this.pieces.slice(i + 1).find((p) => p.mediaId !== null)];
    const other = this.elements[1 - this.on]!;
    if (last?.into !== undefined) this.put(other, { ...last, mediaId: last.into.mediaId }, last.into.from);
    else if (next !== undefined) this.put(other, next, next.from);
  }

  private put(element: HTMLMediaElement, piece: Piece, time: Micros): void {
    const url = this.options.urlOf(piece.mediaId ?? '');
    if (element.dataset.url !== url) {
      element.dataset.url = url;
      element.src = url;
    }
    const seconds = Math.max(0, this.options.seekTo(time));
    if (Math.abs(element.currentTime - seconds) > toSeconds(micros(1_000))) element.currentTime = seconds;
  }
}

/** No element runs in it: a still frame, or only the ground. */
function stands(piece: Piece): boolean {
  return piece.mediaId === null || piece.held === true;
}

/** The next piece goes on in the same file where this one ends. */
function meets(a: Piece, b: Piece): boolean {
  return (
    !stands(a) &&
    !stands(b) &&
    a.into === undefined &&
    a.mediaId === b.mediaId &&
    Math.abs(a.from + a.length - b.from) < MEETS_US
  );
}
