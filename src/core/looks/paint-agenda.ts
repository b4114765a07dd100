import { writeTime } from '../time/typed-time.ts';
import { colourOf } from './colours.ts';
import type { Drawn } from './drawn.ts';
import { type Box } from './layout.ts';
import { AGENDA_PAD, ROW } from './sizes.ts';
import type { Part } from './look.ts';
import { clipped } from '../time/span.ts';
import { type State, baselineOf, spanOf, textAt } from './paint-text.ts';
import { figureWords } from './figure-words.ts';

/** This move with its time, and what comes with its length, a strip in the colour of the kind before each. */
export function paintAgenda(box: Box, part: Extract<Part, { kind: 'agenda' }>, layer: number, state: State): Drawn[] {
  const { board, brand } = state;
  const x = box.x + AGENDA_PAD * box.unit;
  const small = part.size * box.unit;
  return box.agenda!.flatMap(({ coming, setting, y, h }) => {
    const kind = coming?.kind ?? board.kind;
    const top = box.y + y;
    const colour = colourOf('kind', kind, box.ground, brand);
    const strip = { x: box.x, y: top, w: (coming === null ? 5 : 3) * box.unit, h, radius: 0 };
    const rows = setting.rows.map((text, i) => {
      const baseline = baselineOf(top, i, setting.size, 'bold');
      const of = { x, baseline, align: 'start', em: setting.size, face: 'bold', tint: 'ink', text, layer } as const;
      return textAt(of, box, spanOf(state), state);
    });
    const below = top + setting.rows.length * setting.size * ROW;
    const time = {
      x,
      baseline: baselineOf(below, 0, small, 'figures'),
      align: 'start',
      em: small * 0.8,
      face: 'figures',
      tint: 'ink',
    } as const;
    const times =
      coming === null
        ? state.ticks.flatMap((tick) => {
            const span = clipped(tick, state);
            const text = tick.value < 100 ? `${figureWords(tick.value)} s` : figureWords(tick.value);
            return span === null ? [] : [textAt({ layer, ...time, em: small, text }, box, span, state)];
          })
        : [textAt({ layer, ...time, text: writeTime(coming.lengthUs) }, box, spanOf(state), state)];
    return [{ kind: 'box', ...strip, ...spanOf(state), colour, alpha: 1, role: 'mark', layer }, ...rows, ...times];
  });
}
