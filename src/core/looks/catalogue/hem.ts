import type { Look, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, figure, words } from '../parts.ts';

function layout(name: number, high: number, most: number): Placed[] {
  const outlined = true;
  return [
    { at: 'bottom', within: 'edge', part: { kind: 'bar', of: 'segment', height: 6, width: 'all', tint: 'kind' } },
    {
      at: 'bottom-right',
      within: 'safe',
      part: {
        kind: 'row',
        gap: 12,
        align: 'end',
        of: [
          figure(high, { outlined }),
          {
            kind: 'column',
            most,
            align: 'end',
            of: [
              words(BESIDE, name * 0.75, { face: 'bold', outlined }),
              words(['side', 'move'], name, { face: 'bold', rows: 2, outlined }),
              words('option', name * 0.75, { face: 'bold', rows: 2, outlined }),
              words(COMES, name * 0.75, { face: 'bold', rows: 2, outlined }),
            ],
          },
        ],
      },
    },
    CLASS_BAR,
  ];
}

export const HEM: Look = {
  id: 'hem',
  name: 'Hem',
  idea: 'as quiet as it can be',
  shows: ['move', 'side'],
  layout: {
    wide: layout(16, 14, 380),
    tall: layout(15, 14, 180),
    square: layout(15, 14, 230),
    television: layout(26, 52, 380),
  },
};
