import type { CardEvent } from '../lanes/card.ts';
import type { Span } from '../time/span.ts';
import { colourOf } from './colours.ts';
import { CARD_LAYER, type Drawn } from './drawn.ts';
import { widthOf } from './faces.ts';
import { type Setting, fit } from './fit.ts';
import { type Frame } from './layout.ts';
import { ROW, emOfFigure } from './sizes.ts';
import type { Brand, Face } from './look.ts';
import { baselineOf } from './paint-text.ts';
import { clipped } from '../time/span.ts';
import { figureWords } from './figure-words.ts';

/**
 * A card fills the picture: small type, the title in as many rows as it needs, a line below, in the middle of the left;
 * its clock as large as it can be seen from the floor, to the right, or below in an upright picture.
 */
export function paintCards(cards: readonly CardEvent[], { width, height, unit }: Frame, brand: Brand): Drawn[] {
  const upright = width < height;
  const x = width * 0.1;
  return cards.flatMap((card): Drawn[] => {
    const { start, end } = card;
    const clock = card.ticks.length > 0;
    const room = width * (clock && !upright ? 0.52 : 0.8) - 20 * unit;
    const empty: Setting = { rows: [], size: 0 };
    const heading = card.heading === '' ? empty : fit(card.heading, 'text', { size: 16 * unit, room, most: 2 });
    const title = fit(card.title === '' ? ' ' : card.title, 'bold', { size: 33 * unit, room, most: 4 });
    const below = card.line === '' ? empty : fit(card.line, 'text', { size: 16 * unit, room, most: 3 });
    const heightOf = ({ rows, size }: Setting) => rows.length * size * ROW;
    const [over, under] = [heading.rows.length > 0 ? 8 * unit : 0, below.rows.length > 0 ? 10 * unit : 0];
    const all = heightOf(heading) + over + heightOf(title) + under + heightOf(below);
    const top = (clock && upright ? height * 0.34 : height / 2) - all / 2;
    const text = (of: Setting, face: Face, y: number) =>
      of.rows.map((row, i): Drawn => {
        const place = { x: x + 20 * unit, baseline: baselineOf(y, i, of.size, face), align: 'start' } as const;
        const words = { em: of.size, face, text: row, w: widthOf(row, face) * of.size, outline: null } as const;
        return {
          kind: 'text',
          ...place,
          ...words,
          start,
          end,
          colour: brand.paper,
          role: 'card',
          layer: CARD_LAYER + 2,
        };
      });
    const box = { kind: 'box', start, end, radius: 0, alpha: 1, role: 'card' } as const;
    const strip = colourOf('kind', card.kind, 'ink', brand);
    const titleAt = top + heightOf(heading) + over;
    return [
      { ...box, x: 0, y: 0, w: width, h: height, colour: brand.ink, layer: CARD_LAYER },
      { ...box, x, y: top, w: 6 * unit, h: all, colour: strip, layer: CARD_LAYER + 1 },
      ...text(heading, 'text', top),
      ...text(title, 'bold', titleAt),
      ...text(below, 'text', titleAt + heightOf(title) + under),
      ...clockOf(card, unit, brand, upright ? [width / 2, height * 0.68] : [width * 0.78, height / 2]),
    ];
  });
}

function clockOf(card: CardEvent, unit: number, brand: Brand, [x, y]: readonly [number, number]): Drawn[] {
  return card.ticks.flatMap((tick): Drawn[] => {
    const span: Span | null = clipped(tick, card);
    if (span === null) return [];
    const text = figureWords(tick.value);
    // Minutes and seconds are wider: they keep out of the title's way.
    const high = (text.length > 3 ? 40 : 64) * unit;
    const em = emOfFigure('figures', high);
    const place = { x, baseline: y + high / 2, align: 'middle', em, face: 'figures', text } as const;
    const words = { w: widthOf(text, 'figures') * em, outline: null, colour: brand.paper, role: 'figure' } as const;
    return [{ kind: 'text', ...place, ...words, ...span, layer: CARD_LAYER + 2 }];
  });
}
