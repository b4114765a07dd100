import type { Look, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, INK_PLATE, words } from '../parts.ts';

function layout(radius: number, name: number, small: number, most: number): Placed[] {
  return [
    {
      at: 'bottom-left',
      within: 'safe',
      part: {
        kind: 'row',
        gap: 10,
        align: 'middle',
        of: [
          { kind: 'dial', radius, edge: radius * 0.17, figure: radius * 0.58 },
          {
            kind: 'column',
            most,
            plate: { ...INK_PLATE, radius: 14 },
            pad: [16, 9],
            gap: 2,
            of: [
              words('side', small),
              words('move', name, { face: 'bold', rows: 2 }),
              words(BESIDE, small),
              words('option', small, { rows: 2 }),
              words(COMES, small, { rows: 2 }),
            ],
          },
        ],
      },
    },
    CLASS_BAR,
  ];
}

export const DIAL: Look = {
  id: 'dial',
  name: 'Dial',
  idea: 'the interval as a turning edge',
  shows: ['move', 'side', 'next'],
  layout: {
    wide: layout(44, 18, 12.5, 330),
    tall: layout(34, 15, 11.5, 150),
    square: layout(40, 16, 12, 200),
    television: layout(90, 29, 20, 380),
  },
};
