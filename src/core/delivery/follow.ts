import type { PictureBox } from '../sync/seen-pictures.ts';

/** A window of a picture that is as high as the picture, or wider than the shape that is wanted. */
export interface Follow {
  /** Its width as a share of the picture's; the same all along, so that nothing seems to come nearer. */
  readonly width: number;
  /** Its left edge at each frame, as a share of the picture's width. */
  readonly left: Float64Array;
}

/** Room at each side of a body, as a share of its width. */
const MARGIN = 0.08;
/** The share of pictures in which the window is wide enough for the body. */
const HELD_SHARE = 0.98;
/** How long the window takes to follow, seconds: the spread of the bell that it is smoothed by. */
const CALM_S = 0.45;
/**
 * The median of this many places is followed, so that a shadow or a mat that is taken for the body for a moment changes
 * nothing.
 */
const STEADY = 5;

/**
 * A window that follows somebody along a stretch of one camera, calmly: its width is fixed, its path is smooth.
 *
 * @param boxes where somebody is, evenly along the stretch; null where nobody was found
 * @param frames how many frames the stretch has
 * @param fps frames a second
 * @param shape the width of the shape that is wanted as a share of the picture's width, at the picture's full height
 */
export function follow(
  boxes: readonly (PictureBox | null)[],
  { frames, fps, shape }: { readonly frames: number; readonly fps: number; readonly shape: number },
): Follow {
  const seen = boxes.filter((b) => b !== null);
  const widths = seen.map((b) => (b.right - b.left) * (1 + 2 * MARGIN)).sort((a, b) => a - b);
  const needed = widths[Math.min(widths.length - 1, Math.floor(widths.length * HELD_SHARE))] ?? 0;
  const width = Math.min(1, Math.max(shape, needed));
  const middles = middlesOf(boxes);
  const left = new Float64Array(frames);
  for (let f = 0; f < frames; f++) {
    const at = (f / Math.max(1, frames - 1)) * (middles.length - 1);
    const [a, b] = [Math.floor(at), Math.ceil(at)];
    left[f] = middles[a]! + (middles[b]! - middles[a]!) * (at - a) - width / 2;
  }
  const smooth = smoothed(left, CALM_S * fps);
  return { width, left: smooth.map((x) => Math.min(1 - width, Math.max(0, x))) };
}

/** The middle of the body at each place; where nobody is, that of the nearest place before, or after. */
function middlesOf(boxes: readonly (PictureBox | null)[]): number[] {
  const known = boxes.map((b) => (b === null ? null : (b.left + b.right) / 2));
  let last = known.find((m) => m !== null) ?? 0.5;
  const filled = known.map((m) => (last = m ?? last));
  const half = STEADY >> 1;
  return filled.length === 0
    ? [0.5]
    : filled.map((_, i) => {
        const near = filled.slice(Math.max(0, i - half), i + half + 1).sort((a, b) => a - b);
        return near[near.length >> 1]!;
      });
}

/** Smoothed by a bell of a spread in frames. Beyond an end it goes on as it came, turned round: who walks walks on. */
function smoothed(values: Float64Array, spread: number): Float64Array {
  const reach = Math.ceil(spread * 3);
  const bell = Array.from({ length: reach * 2 + 1 }, (_, i) => Math.exp(-(((i - reach) / spread) ** 2) / 2));
  const sum = bell.reduce((a, b) => a + b, 0);
  const last = values.length - 1;
  const valueAt = (f: number) => {
    const end = Math.min(last, Math.max(0, f));
    return end === f ? values[f]! : 2 * values[end]! - values[Math.min(last, Math.max(0, 2 * end - f))]!;
  };
  return values.map((_, f) => {
    let at = 0;
    for (let i = -reach; i <= reach; i++) at += bell[i + reach]! * valueAt(f + i);
    return at / sum;
  });
}
