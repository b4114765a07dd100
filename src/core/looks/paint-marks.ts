import { colourOf } from './colours.ts';
import { wordingOf } from '../lanes/wording.ts';
import type { Drawn } from './drawn.ts';
import { type Box } from './layout.ts';
import { BEAD_TEXT, emOfFigure } from './sizes.ts';
import type { Part, PathCommand } from './look.ts';
import { clipped } from '../time/span.ts';
import { type State, baselineOf, spanOf, textAt } from './paint-text.ts';
import { figureWords } from './figure-words.ts';

type Of<K extends Part['kind']> = Extract<Part, { kind: K }>;

/** A disc of ink with an edge that turns away as the segment goes, and the time in its middle. */
export function paintDial(box: Box, part: Of<'dial'>, layer: number, state: State): Drawn[] {
  const { brand, board } = state;
  const [r, edge] = [part.radius * box.unit, part.edge * box.unit];
  const middle = { x: box.x + r, y: box.y + r };
  const ring = { kind: 'path', ...middle, role: 'mark' } as const;
  const em = emOfFigure('bold', part.figure * box.unit);
  const kind = colourOf('kind', board.kind, 'ink', brand);
  const still: Drawn[] = [
    { ...ring, ...spanOf(state), role: 'plate', path: sector(r, 0, 1), colour: brand.ink, alpha: 0.87, layer },
    { ...ring, ...spanOf(state), path: sector(r, r - edge, 1), colour: brand.paper, alpha: 0.25, layer: layer + 1 },
  ];
  const moving = state.ticks.flatMap((tick): Drawn[] => {
    const span = clipped(tick, state);
    if (span === null) return [];
    const words = figureWords(tick.value);
    const size = words.length > 3 ? em * 0.62 : em;
    const figure = {
      x: middle.x,
      baseline: middle.y + (part.figure * box.unit * size) / em / 2,
      align: 'middle',
      em: size,
    } as const;
    return [
      { ...ring, ...span, path: sector(r, r - edge, tick.share), colour: kind, alpha: 1, layer: layer + 2 },
      textAt({ layer, ...figure, face: 'bold', tint: 'paper', text: words }, { ...box, ground: 'ink' }, span, state),
    ];
  });
  return [...still, ...moving];
}

/** Counts in rows of eight: pale until they have come, the count that is on larger. */
export function paintEights(box: Box, part: Of<'eights'>, layer: number, state: State): Drawn[] {
  const { brand, board } = state;
  const [w, h, gap] = [part.cell[0] * box.unit, part.cell[1] * box.unit, part.gap * box.unit];
  const radius = 2 * box.unit;
  const cell = (n: number) => ({ x: box.x + (n % 8) * (w + gap), y: box.y + Math.floor(n / 8) * (h + gap), w, h });
  const many = board.beats[0]?.of ?? 0;
  const grow = 2 * box.unit;
  const kind = colourOf('kind', board.kind, 'picture', brand);
  const of = { kind: 'box', radius, role: 'mark' } as const;
  const around = { x: box.x - gap, y: box.y - gap, w: box.w + 2 * gap, h: box.h + 2 * gap };
  const still: Drawn[] = [
    { ...of, ...around, ...spanOf(state), role: 'plate', colour: brand.ink, alpha: 0.82, layer },
    ...Array.from({ length: many }, (_, n): Drawn => ({
      ...of,
      ...cell(n),
      ...spanOf(state),
      colour: brand.paper,
      alpha: 0.3,
      layer: layer + 1,
    })),
  ];
  const phraseEnds = phraseEndsOf(board.beats.map((b) => b.count));
  const moving = board.beats.flatMap((beat, i): Drawn[] => {
    const at = cell(beat.count - 1);
    const stays = clipped({ start: beat.start, end: board.beats[phraseEnds[i]!]!.end }, state);
    const now = clipped(beat, state);
    const larger = { x: at.x - grow, y: at.y - grow, w: at.w + 2 * grow, h: at.h + 2 * grow };
    return [
      ...(stays === null ? [] : [{ ...of, ...at, ...stays, colour: kind, alpha: 1, layer: layer + 2 }]),
      ...(now === null ? [] : [{ ...of, ...larger, ...now, colour: brand.paper, alpha: 1, layer: layer + 3 }]),
    ];
  });
  return [...still, ...moving];
}

/** For each count the index of the last one of its phrase. */
function phraseEndsOf(counts: readonly number[]): number[] {
  const ends = counts.map((_, i) => i);
  for (let i = counts.length - 2; i >= 0; i--) if (counts[i + 1]! > counts[i]!) ends[i] = ends[i + 1]!;
  return ends;
}

/** One dot a repetition: a ring until it is done, the one that is on larger; and in words. */
export function paintBeads(box: Box, part: Of<'beads'>, layer: number, state: State): Drawn[] {
  const { brand, board } = state;
  const [r, gap] = [part.radius * box.unit, part.gap * box.unit];
  const em = r * BEAD_TEXT;
  const colour = colourOf('accent', board.kind, box.ground, brand);
  const of = { kind: 'path', role: 'mark', colour } as const;
  const middle = (n: number) => ({ x: box.x + r + n * (2 * r + gap), y: box.y + box.h / 2 });
  const text = { x: box.x + board.reps.length * (2 * r + gap) - gap + em * 0.7, align: 'start', em } as const;
  const baseline = baselineOf(box.y + box.h / 2 - em * 0.59, 0, em, 'bold');
  const still = board.reps.map((_, n): Drawn => ({
    ...of,
    ...middle(n),
    ...spanOf(state),
    path: sector(r, r * 0.72, 1),
    alpha: 1,
    layer,
  }));
  const moving = board.reps.flatMap((rep, n): Drawn[] => {
    const stays = clipped({ start: rep.start, end: board.end }, state);
    const now = clipped(rep, state);
    return [
      ...(stays === null ? [] : [{ ...of, ...middle(n), ...stays, path: sector(r, 0, 1), alpha: 1, layer: layer + 1 }]),
      ...(now === null
        ? []
        : [
            { ...of, ...middle(n), ...now, path: sector(r * 1.3, 0, 1), alpha: 1, layer: layer + 1 },
            textAt(
              {
                layer,
                ...text,
                baseline,
                face: 'bold',
                tint: 'ink',
                text: `${rep.count} ${wordingOf(state.brand).of} ${rep.of}`,
              },
              box,
              now,
              state,
            ),
          ]),
    ];
  });
  return [...still, ...moving];
}

/** A ring, or a share of one from the top clockwise; a disc where the inner radius is 0. */
function sector(outer: number, inner: number, share: number): PathCommand[] {
  const turn = Math.min(1, Math.max(0.001, share)) * 2 * Math.PI;
  const whole = share >= 1;
  const path: PathCommand[] = arc(outer, 0, turn, 'M');
  if (inner <= 0) return whole ? path : [...path, ['L', 0, 0]];
  // A hole is drawn the other way round.
  return [...path, ...arc(inner, turn, 0, whole ? 'M' : 'L')];
}

/** An arc about the origin by cubic curves of at most an eighth of a turn. */
function arc(r: number, from: number, to: number, first: 'M' | 'L'): PathCommand[] {
  const steps = Math.max(1, Math.ceil(Math.abs(to - from) / (Math.PI / 4)));
  const step = (to - from) / steps;
  const k = (4 / 3) * Math.tan(step / 4);
  const point = (a: number): [number, number] => [r * Math.sin(a), -r * Math.cos(a)];
  const path: PathCommand[] = [[first, ...point(from)]];
  for (let i = 0; i < steps; i++) {
    const [a, b] = [from + i * step, from + (i + 1) * step];
    const [[x1, y1], [x2, y2]] = [point(a), point(b)];
    path.push([
      'C',
      x1 + k * r * Math.cos(a),
      y1 + k * r * Math.sin(a),
      x2 - k * r * Math.cos(b),
      y2 - k * r * Math.sin(b),
      x2,
      y2,
    ]);
  }
  return path;
}
