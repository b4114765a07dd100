import type { Look, Part, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, figure, words } from '../parts.ts';

function layout(
  cell: readonly [number, number],
  name: number,
  small: number,
  most: number,
  upright: boolean,
): Placed[] {
  const outlined = true;
  const counts: Part = {
    kind: 'either',
    of: [{ kind: 'eights', cell, gap: cell[0] * 0.16 }, figure(cell[1] * 3.2, { face: 'display', outlined })],
  };
  const texts: Part = {
    kind: 'column',
    most,
    gap: 2,
    of: [
      words('side', small, { face: 'bold', outlined }),
      words('move', name, { face: 'bold', rows: 2, outlined }),
      words(BESIDE, small, { face: 'bold', outlined }),
      words('option', small, { face: 'bold', rows: 2, outlined }),
      words(COMES, small, { face: 'bold', rows: 2, outlined }),
    ],
  };
  return [
    {
      at: 'bottom-left',
      within: 'safe',
      part: upright
        ? { kind: 'column', gap: 8, of: [texts, counts] }
        : { kind: 'row', gap: 14, align: 'middle', of: [counts, texts] },
    },
    CLASS_BAR,
  ];
}

export const EIGHTS: Look = {
  id: 'eights',
  name: 'Eights',
  idea: 'music: counts and the phrase',
  shows: ['move', 'side', 'next'],
  layout: {
    wide: layout([17, 13], 20, 13, 280, false),
    tall: layout([16, 12], 18, 12.5, 220, true),
    square: layout([18, 13], 19, 13, 280, true),
    television: layout([24, 20], 30, 20, 330, false),
  },
};
