import type { Look, Part, Placed } from '../look.ts';
import { CLASS_BAR, PAPER_PLATE, figure, words } from '../parts.ts';

const PLATE = { ...PAPER_PLATE, radius: 0 } as const;

function details(small: number): Part[] {
  const ink = { tint: 'ink', rows: 2 } as const;
  return [
    words('side', small, ink),
    words(['round', 'place'], small, ink),
    words('effort', small, ink),
    words('option', small, { tint: 'ink', rows: 4 }),
    words('next', small, { tint: 'ink', rows: 4 }),
    words('take', small, { tint: 'ink', rows: 3 }),
  ];
}

/** In units of the look. */
interface Measures {
  readonly width: number;
  readonly size: number;
  readonly small: number;
  readonly rows: number;
  readonly high: number | null;
}

function beside({ width, size, small, rows, high }: Measures): Placed[] {
  return [
    {
      at: 'right',
      within: 'edge',
      part: {
        kind: 'column',
        width,
        height: 'all',
        plate: PLATE,
        pad: [14, 0],
        gap: 7,
        of: [
          ...(high === null ? [] : [figure(high, { tint: 'ink', align: 'start' })]),
          ...details(small),
          { kind: 'agenda', rows, size },
        ],
      },
    },
    CLASS_BAR,
  ];
}

function below(size: number, small: number, rows: number): Placed[] {
  return [
    {
      at: 'bottom',
      within: 'edge',
      part: {
        kind: 'column',
        width: 'all',
        plate: PLATE,
        pad: [0, 12],
        gap: 5,
        of: [...details(small), { kind: 'agenda', rows, size }],
      },
    },
    CLASS_BAR,
  ];
}

export const MARGIN: Look = {
  id: 'margin',
  name: 'Margin',
  idea: 'a column with what comes',
  shows: ['move', 'round'],
  layout: {
    wide: beside({ width: 132, size: 13.5, small: 11.5, rows: 5, high: null }),
    tall: below(14, 12, 3),
    square: below(13, 11.5, 2),
    television: beside({ width: 196, size: 21, small: 18, rows: 3, high: 52 }),
  },
};
