import type { Look, Part, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, figure, words } from '../parts.ts';

/** In units of the look. */
interface Measures {
  readonly cell: readonly [number, number];
  readonly name: number;
  readonly small: number;
  readonly most: number;
  readonly upright: boolean;
}

function layout({ cell, name, small, most, upright }: Measures): Placed[] {
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
    wide: layout({ cell: [17, 13], name: 20, small: 13, most: 280, upright: false }),
    tall: layout({ cell: [16, 12], name: 18, small: 12.5, most: 220, upright: true }),
    square: layout({ cell: [18, 13], name: 19, small: 13, most: 280, upright: true }),
    television: layout({ cell: [24, 20], name: 30, small: 20, most: 330, upright: false }),
  },
};
