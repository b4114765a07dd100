import type { Look, Part, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, figure, words } from '../parts.ts';

/** In units of the look. */
interface Measures {
  readonly low: number;
  readonly high: number;
  readonly figures: number;
  readonly name: number;
  readonly small: number;
  readonly most: number;
}

function layout({ low, high, figures, name, small, most }: Measures): Placed[] {
  const outlined = true;
  const counted: Part = {
    kind: 'either',
    of: [
      { kind: 'breath', size: figures * 1.25, face: 'display', tint: 'paper', outlined },
      figure(figures, { face: 'display', outlined }),
    ],
  };
  return [
    { at: 'bottom', within: 'edge', part: { kind: 'tide', low, high, tint: 'ink', alpha: 0.8 } },
    {
      at: 'bottom',
      within: 'safe',
      part: {
        kind: 'row',
        width: 'all',
        gap: 20,
        spread: 'apart',
        align: 'end',
        of: [
          counted,
          {
            kind: 'column',
            most,
            align: 'end',
            of: [
              words(['side', 'move'], name, { face: 'bold', rows: 2, outlined }),
              words(BESIDE, small, { outlined }),
              words('option', small, { rows: 2, outlined }),
              words(COMES, small, { rows: 2, outlined }),
            ],
          },
        ],
      },
    },
    CLASS_BAR,
  ];
}

export const TIDE: Look = {
  id: 'tide',
  name: 'Tide',
  idea: 'the breath swells and falls',
  shows: ['move', 'side'],
  layout: {
    wide: layout({ low: 62, high: 104, figures: 24, name: 17, small: 12.5, most: 380 }),
    tall: layout({ low: 84, high: 136, figures: 22, name: 15, small: 12, most: 160 }),
    square: layout({ low: 66, high: 106, figures: 24, name: 16, small: 12.5, most: 200 }),
    television: layout({ low: 96, high: 140, figures: 52, name: 28, small: 19, most: 420 }),
  },
};
