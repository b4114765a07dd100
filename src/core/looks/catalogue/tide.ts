import type { Look, Part, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, figure, words } from '../parts.ts';

function layout(low: number, high: number, figures: number, name: number, small: number, most: number): Placed[] {
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
    wide: layout(62, 104, 24, 17, 12.5, 380),
    tall: layout(84, 136, 22, 15, 12, 160),
    square: layout(66, 106, 24, 16, 12.5, 200),
    television: layout(96, 140, 52, 28, 19, 420),
  },
};
