/** A rectangle in a picture, in pixels from its upper left. */
export interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** The area that two rectangles share. */
export function overlap(a: Rectangle, b: Rectangle): number {
  const w = Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x);
  const h = Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y);
  return w > 0 && h > 0 ? w * h : 0;
}

/** Whether a rectangle lies over none of the others, and by so much beside them. */
export function isFree({ x, y, w, h }: Rectangle, others: readonly Rectangle[], gap: number): boolean {
  const wide = { x: x - gap, y: y - gap, w: w + 2 * gap, h: h + 2 * gap };
  return others.every((other) => overlap(wide, other) === 0);
}
