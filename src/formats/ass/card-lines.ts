import type { CardEvent } from '../../core/lanes/card.ts';
import { micros } from '../../core/time/micros.ts';
import {
  INK,
  KIND_COLOUR,
  type OverlayPicture,
  type Px,
  assText,
  at,
  dialogue,
  figure,
  rectangle,
  textWidth,
} from './ass-parts.ts';

/**
 * A card fills the picture: small type, the title in as many rows as it needs, a line below, in the middle of the left;
 * its clock as large as it can be seen from the floor, to the right, or below in an upright picture.
 */
export function cardLines(cards: readonly CardEvent[], picture: OverlayPicture, px: Px): string[] {
  const { width, height } = picture;
  const upright = width < height;
  const x = width * 0.1;
  return cards.flatMap((card) => {
    const line = dialogue(picture.rate, card.start, card.end);
    if (line === null) return [];
    const clock = card.ticks.length > 0;
    const room = width * (clock && !upright ? 0.52 : 0.8) - px(20);
    const size = TITLE_SIZES.find((s) => rowsOf(card.title, px(s), room).length <= MOST_TITLE_ROWS) ?? TITLE_SIZES[2];
    const rows = rowsOf(card.title, px(size), room).slice(0, MOST_TITLE_ROWS + 1);
    const below = card.line === '' ? [] : rowsOf(card.line, px(22), room).slice(0, 2);
    const heights = [card.heading === '' ? 0 : px(34), rows.length * px(size * 1.12), below.length * px(28) + px(10)];
    const all = heights.reduce((a, b) => a + b);
    const top = (clock && upright ? height * 0.34 : height / 2) - all / 2;
    const text = (style: string, y: number, words: string, tags = '') =>
      line(6, style, `{\\pos(${at(x + px(20))},${at(y)})${tags}}${assText(words)}`);
    const [titleAt, belowAt] = [top + heights[0]!, top + heights[0]! + heights[1]! + px(10)];
    return [
      line(4, 'Shape', `{\\an7\\pos(0,0)\\1c&H${INK}&\\p1}${rectangle(width, height)}`),
      line(5, 'Shape', `{\\an7\\pos(${at(x)},${at(top)})\\1c&H${KIND_COLOUR[card.kind]}&\\p1}${rectangle(px(6), all)}`),
      ...(card.heading === '' ? [] : [text('CardSmall', top + px(12), card.heading)]),
      ...rows.map((row, i) => text('Card', titleAt + (i + 0.5) * px(size * 1.12), row, `\\fs${px(size)}`)),
      ...below.map((row, i) => text('CardSmall', belowAt + (i + 0.5) * px(28), row)),
      ...clockLines(card, picture, px, upright ? [width / 2, height * 0.68] : [width * 0.78, height / 2]),
    ];
  });
}

const TITLE_SIZES = [46, 36, 28] as const;
const MOST_TITLE_ROWS = 3;

function clockLines(
  { ticks, start, end }: CardEvent,
  picture: OverlayPicture,
  px: Px,
  [x, y]: readonly [number, number],
) {
  return ticks.flatMap((tick) => {
    const [from, to] = [micros(Math.max(start, tick.start)), micros(Math.min(end, tick.end))];
    const words = figure(tick.value);
    // Minutes and seconds are wider: they keep out of the title's way.
    const size = words.length > 3 ? px(64) : px(104);
    return dialogue(picture.rate, from, to)?.(6, 'CardFigure', `{\\pos(${at(x)},${at(y)})\\fs${size}}${words}`) ?? [];
  });
}

/** Words in rows no wider than the room; a word that is wider alone stands alone. */
function rowsOf(text: string, size: number, room: number): string[] {
  const rows: string[] = [];
  for (const word of text.split(/\s+/)) {
    const last = rows.at(-1);
    if (last !== undefined && textWidth(`${last} ${word}`, size, true) <= room)
      rows[rows.length - 1] = `${last} ${word}`;
    else rows.push(word);
  }
  return rows;
}
