import type { Look, Placed } from '../look.ts';
import { BESIDE, CLASS_BAR, COMES, INK_PLATE, figure, words } from '../parts.ts';

function layout(most: number, large: number, figures = large): Placed[] {
  return [
    {
      at: 'bottom-left',
      within: 'safe',
      part: {
        kind: 'column',
        most,
        plate: { ...INK_PLATE, strip: true },
        pad: [14, 8],
        gap: 2,
        of: [
          words('side', 12 * large),
          words('move', 17 * large, { face: 'bold', rows: 2 }),
          words(BESIDE, 11 * large),
          words('option', 11 * large, { rows: 2 }),
          words(COMES, 11 * large, { rows: 2 }),
        ],
      },
    },
    {
      at: 'bottom-right',
      within: 'safe',
      part: {
        kind: 'column',
        width: 84 * figures,
        plate: INK_PLATE,
        pad: [10, 8],
        gap: 6 * figures,
        align: 'middle',
        of: [
          words('kind', 11 * figures),
          figure(22 * figures, { face: 'figures' }),
          { kind: 'bar', of: 'segment', height: 4 * figures, width: 'all', tint: 'kind' },
        ],
      },
    },
    CLASS_BAR,
  ];
}

export const CORNER: Look = {
  id: 'corner',
  name: 'Corner',
  idea: 'a small card in each lower corner',
  shows: ['move', 'side', 'kind'],
  layout: { wide: layout(330, 1), tall: layout(130, 0.95), square: layout(190, 1), television: layout(350, 1.6, 2.35) },
};
