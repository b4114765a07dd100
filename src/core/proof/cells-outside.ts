import { CARD_LAYER, type Drawn, leftOf } from '../looks/drawn.ts';
import { CELLS, COLUMNS, ROWS } from './picture-cells.ts';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** The cells of the picture that the overlay never touches; where that is none, all of them. Cards are left aside. */
export function cellsOutside(drawn: readonly Drawn[], { width, height }: Size): (cell: number) => boolean {
  const under = new Uint8Array(CELLS);
  const [wide, high] = [width / COLUMNS, height / ROWS];
  // Most of what is drawn stands where something stood before.
  const boxes = new Map(
    drawn.flatMap((d) => {
      if (d.layer >= CARD_LAYER) return [];
      const box = boxOf(d, { width, height });
      return [[`${box.x} ${box.y} ${box.w} ${box.h}`, box] as const];
    }),
  );
  for (const box of boxes.values())
    for (let c = 0; c < CELLS; c++) {
      const [x, y] = [(c % COLUMNS) * wide, Math.floor(c / COLUMNS) * high];
      if (box.x < x + wide && box.x + box.w > x && box.y < y + high && box.y + box.h > y) under[c] = 1;
    }
  return under.includes(0) ? (cell) => under[cell] === 0 : () => true;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

function boxOf(d: Drawn, { width, height }: Size): Box {
  switch (d.kind) {
    case 'box':
      return d;
    case 'text':
      return { x: leftOf(d), y: d.baseline - d.em, w: d.w, h: d.em * 1.3 };
    case 'path': {
      const reach = Math.max(...d.path.flatMap(([, ...n]) => n.map(Math.abs)));
      // What moves goes over the whole width; others are as far from their middle as their points.
      if (d.toY !== undefined) return { x: 0, y: Math.min(d.y, d.toY) - reach * 0.02, w: width, h: height };
      return { x: d.x - reach, y: d.y - reach, w: reach * 2, h: reach * 2 };
    }
  }
}
