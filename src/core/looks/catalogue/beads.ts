import type { Look, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, PAPER_PLATE, figure, words } from '../parts.ts';

function layout(radius: number, high: number, name: number, small: number, most: number, upright: boolean): Placed[] {
  const ink = { tint: 'ink' } as const;
  return [
    {
      at: 'bottom',
      within: 'safe',
      part: {
        kind: upright ? 'column' : 'row',
        most,
        plate: { ...PAPER_PLATE, radius: 20 },
        pad: [18, 9],
        gap: upright ? 5 : 16,
        align: 'middle',
        of: [
          {
            kind: 'either',
            of: [
              { kind: 'beads', radius, gap: radius * 0.75, most: 16 },
              {
                kind: 'row',
                gap: 10,
                align: 'middle',
                of: [
                  figure(high, ink),
                  { kind: 'bar', of: 'segment', height: radius, width: radius * 16, tint: 'accent' },
                ],
              },
            ],
          },
          {
            kind: 'column',
            ...(upright && { align: 'middle' as const }),
            of: [
              words(['side', 'move'], name, { face: 'bold', rows: 2, ...ink }),
              words(BESIDE, small, ink),
              words('option', small, { rows: 2, ...ink }),
              words(COMES, small, { rows: 2, ...ink }),
            ],
          },
        ],
      },
    },
    CLASS_BAR,
  ];
}

export const BEADS: Look = {
  id: 'beads',
  name: 'Beads',
  idea: 'repetitions, not seconds',
  shows: ['move', 'side', 'round'],
  layout: {
    wide: layout(6.5, 18, 16, 12, 560, false),
    tall: layout(4.5, 18, 15, 12, 225, true),
    square: layout(5.5, 18, 16, 12, 280, true),
    television: layout(11, 52, 28, 19, 576, true),
  },
};
