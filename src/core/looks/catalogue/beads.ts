import type { Look, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, PAPER_PLATE, figure, words } from '../parts.ts';

/** In units of the look. */
interface Measures {
  readonly radius: number;
  readonly high: number;
  readonly name: number;
  readonly small: number;
  readonly most: number;
  readonly upright: boolean;
}

function layout({ radius, high, name, small, most, upright }: Measures): Placed[] {
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
    wide: layout({ radius: 6.5, high: 18, name: 16, small: 12, most: 560, upright: false }),
    tall: layout({ radius: 4.5, high: 18, name: 15, small: 12, most: 225, upright: true }),
    square: layout({ radius: 5.5, high: 18, name: 16, small: 12, most: 280, upright: true }),
    television: layout({ radius: 11, high: 52, name: 28, small: 19, most: 576, upright: true }),
  },
};
