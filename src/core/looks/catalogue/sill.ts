import type { Look, Part, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, INK_PLATE, figure, words } from '../parts.ts';

const PLATE = { ...INK_PLATE, alpha: 0.9, radius: 0, timed: true } as const;

function wide(size: number, small: number): Placed[] {
  const left: Part = {
    kind: 'row',
    gap: 16,
    align: 'middle',
    of: [
      figure(size),
      {
        kind: 'column',
        most: 300,
        of: [words('side', small), words('move', size * 0.85, { face: 'bold', rows: 2 })],
      },
    ],
  };
  const right: Part = {
    kind: 'column',
    align: 'end',
    gap: 1,
    most: 250,
    of: [
      words('next', small, { rows: 2 }),
      words('take', small, { rows: 2 }),
      words('option', small, { rows: 2 }),
      words(BESIDE, small),
    ],
  };
  return [
    {
      at: 'bottom',
      within: 'edge',
      part: {
        kind: 'row',
        width: 'all',
        plate: PLATE,
        pad: [0, 12],
        gap: 24,
        spread: 'apart',
        align: 'middle',
        of: [left, right],
      },
    },
    CLASS_BAR,
  ];
}

function narrow(size: number, small: number): Placed[] {
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
        of: [
          {
            kind: 'row',
            gap: 12,
            align: 'middle',
            of: [
              figure(size),
              { kind: 'column', of: [words('side', small), words('move', size * 0.75, { face: 'bold', rows: 2 })] },
            ],
          },
          words(BESIDE, small),
          words('option', small, { rows: 2 }),
          words('next', small, { rows: 2 }),
          words('take', small, { rows: 2 }),
        ],
      },
    },
    CLASS_BAR,
  ];
}

export const SILL: Look = {
  id: 'sill',
  name: 'Sill',
  idea: 'a wide bar along the lower edge',
  shows: ['move', 'side', 'next', 'take', 'round'],
  layout: { wide: wide(28, 12.5), tall: narrow(27, 12), square: narrow(27, 12.5), television: wide(52, 20) },
};
