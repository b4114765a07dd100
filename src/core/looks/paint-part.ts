import { type State, baselineOf, textAt, spanOf } from './paint-text.ts';
import { colourOf } from './colours.ts';
import type { Drawn } from './drawn.ts';
import { type Box } from './layout.ts';
import { emOfFigure } from './sizes.ts';
import type { Part, Tint } from './look.ts';
import { clipped } from '../time/span.ts';
import { paintAgenda } from './paint-agenda.ts';
import { paintBeads, paintDial, paintEights } from './paint-marks.ts';
import { breathWords, paintTide } from './paint-tide.ts';
import { figureWords } from './figure-words.ts';

/** What is drawn for one part. Parts that come later lie above. */
export function paintBox(box: Box, order: number, state: State): Drawn[] {
  const { part } = box;
  const layer = order * 4;
  switch (part.kind) {
    case 'row':
    case 'column':
      return paintPlate(box, layer, state);
    case 'words':
      return paintWords(box, part, layer, state);
    case 'figure':
      return paintFigure(box, part, layer, state);
    case 'bar':
      return paintBar(box, part, layer, state);
    case 'dial':
      return paintDial(box, part, layer, state);
    case 'eights':
      return paintEights(box, part, layer, state);
    case 'beads':
      return paintBeads(box, part, layer, state);
    case 'tide':
      return paintTide(box, part, layer, state);
    case 'breath':
      return breathWords(box, part, layer, state);
    case 'agenda':
      return paintAgenda(box, part, layer, state);
    case 'either':
      return [];
  }
}

function paintPlate(box: Box, layer: number, state: State): Drawn[] {
  const { part, x, y, w, h } = box;
  if ((part.kind !== 'row' && part.kind !== 'column') || part.plate === undefined) return [];
  const { plate } = part;
  const { brand, board } = state;
  const colour = colourOf(plate.tint, board.kind, 'picture', brand);
  const radius = Math.min((plate.radius ?? brand.radius) * box.unit, w / 2, h / 2);
  const own = { x, y, w, h, layer, ...spanOf(state), role: 'plate' } as const;
  const of: Drawn[] = [{ kind: 'box', ...own, radius, colour, alpha: plate.alpha }];
  const kind = colourOf('kind', board.kind, box.ground, brand);
  if (plate.strip === true) {
    const strip = { ...own, layer: layer + 1, w: 5 * box.unit, role: 'mark' } as const;
    of.push({ kind: 'box', ...strip, radius: 0, colour: kind, alpha: 1 });
  }
  if (plate.timed === true)
    of.push(...barOf({ ...box, h: 4 * box.unit }, { tint: 'kind', of: 'segment', track: false }, layer + 1, state));
  return of;
}

function paintWords(box: Box, part: Extract<Part, { kind: 'words' }>, layer: number, state: State): Drawn[] {
  const { rows, size: em } = box.setting!;
  const align = part.align === undefined ? box.align : turned(part.align, state.mirrored && box.ground === 'picture');
  const x = xOf(box, align);
  return rows.map((text, i) =>
    textAt(
      { layer: layer + 1, x, baseline: baselineOf(box.y, i, em, part.face), align, em, ...part, text },
      box,
      spanOf(state),
      state,
    ),
  );
}

/** The time; on the picture it keeps to its side, else it stands in the middle of its room. */
function paintFigure(box: Box, part: Extract<Part, { kind: 'figure' }>, layer: number, state: State): Drawn[] {
  const em = emOfFigure(part.face, part.size * box.unit);
  const align = turned(part.align ?? 'middle', state.mirrored);
  const [x, baseline, { face, tint }, outlined] = [xOf(box, align), box.y + box.h, part, part.outlined === true];
  // Some ten thousand of them in a long class: made without copying.
  const figures: Drawn[] = [];
  for (const tick of state.ticks) {
    const span = clipped(tick, state);
    if (span === null) continue;
    const of = { x, baseline, align, em, face, tint, outlined, text: figureWords(tick.value), layer };
    figures.push(textAt(of, box, span, state));
  }
  return figures;
}

const xOf = ({ x, w }: Box, align: 'start' | 'middle' | 'end') =>
  align === 'start' ? x : align === 'end' ? x + w : x + w / 2;

const turned = (align: 'start' | 'middle' | 'end', by: boolean) =>
  !by || align === 'middle' ? align : align === 'start' ? 'end' : 'start';

function paintBar(box: Box, part: Extract<Part, { kind: 'bar' }>, layer: number, state: State): Drawn[] {
  return barOf(box, { tint: part.tint, of: part.of, track: true }, layer, state);
}

/** A bar and what it runs in. */
function barOf(
  { x, y, w, h, ground }: Box,
  of: { readonly tint: Tint; readonly of: 'segment' | 'class'; readonly track: boolean },
  layer: number,
  state: State,
): Drawn[] {
  const { board, brand } = state;
  const place = { kind: 'box', x, y, h, radius: 0, role: 'mark' } as const;
  const track =
    ground === 'paper'
      ? { colour: brand.ink, alpha: 0.16 }
      : { colour: ground === 'ink' ? brand.paper : brand.ink, alpha: ground === 'ink' ? 0.28 : 0.82 };
  const colour = colourOf(of.tint, board.kind, ground, brand);
  const steps = of.of === 'segment' ? state.ticks : board.done;
  const moving: Drawn[] = [];
  for (const step of steps) {
    const [span, wide] = [clipped(step, state), step.share * w];
    if (span === null || wide < 1) continue;
    const { start, end } = span;
    const above = layer + 1;
    moving.push({ kind: 'box', start, end, layer: above, colour, role: 'mark', x, y, w: wide, h, radius: 0, alpha: 1 });
  }
  return of.track ? [{ ...place, ...spanOf(state), w, ...track, layer }, ...moving] : moving;
}
