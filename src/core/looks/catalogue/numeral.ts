import type { Look, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, figure, words } from '../parts.ts';

function layout(size: number, name: number, small: number, most: number): Placed[] {
  const outlined = true;
  return [
    {
      at: 'top-left',
      within: 'safe',
      part: {
        kind: 'column',
        most,
        gap: 6,
        of: [
          figure(size, { face: 'display', outlined, align: 'start' }),
          words('side', small, { face: 'bold', outlined }),
          words('move', name, { face: 'bold', rows: 3, outlined }),
          { kind: 'bar', of: 'segment', height: 6, width: Math.min(most, size * 2.1), tint: 'kind' },
          words(BESIDE, small, { face: 'bold', outlined }),
          words('option', small, { face: 'bold', rows: 3, outlined }),
          words(COMES, small, { face: 'bold', rows: 3, outlined }),
        ],
      },
    },
    CLASS_BAR,
  ];
}

export const NUMERAL: Look = {
  id: 'numeral',
  name: 'Numeral',
  idea: 'read from the far end of a room',
  shows: ['move', 'side', 'next'],
  layout: {
    wide: layout(76, 22, 14, 230),
    tall: layout(70, 20, 13, 150),
    square: layout(66, 20, 13, 170),
    television: layout(100, 30, 20, 260),
  },
};
