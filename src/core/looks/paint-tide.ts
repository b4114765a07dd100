import { colourOf } from './colours.ts';
import { wordingOf } from '../lanes/wording.ts';
import type { Drawn } from './drawn.ts';
import { type Box } from './layout.ts';
import { ROW } from './sizes.ts';
import type { Part, PathCommand } from './look.ts';
import { clipped } from '../time/span.ts';
import { type State, baselineOf, textAt } from './paint-text.ts';

type Of<K extends Part['kind']> = Extract<Part, { kind: K }>;

/**
 * A swell over the whole width that rises while one breathes in and falls while one breathes out, its crest in the
 * colour of the kind. Where nobody counts breaths it goes out once, with the time.
 */
export function paintTide(box: Box, part: Of<'tide'>, layer: number, state: State): Drawn[] {
  const { brand, board, frame } = state;
  const [low, high] = [frame.height - part.low * box.unit, frame.height - part.high * box.unit];
  const crest = 5 * box.unit;
  const of = { kind: 'path', x: 0, role: 'mark' } as const;
  const swells =
    board.breaths.length > 0 ? board.breaths : [{ start: board.start, end: board.end, goes: 'out' as const }];
  return swells.flatMap((breath): Drawn[] => {
    const span = clipped(breath, state);
    if (span === null) return [];
    const at = (time: number) => {
      const share = (time - breath.start) / (breath.end - breath.start);
      return breath.goes === 'in' ? low + (high - low) * share : high + (low - high) * share;
    };
    const moves = { ...of, ...span, y: at(span.start), toY: at(span.end) };
    const [water, edge] = swell(box.w, frame.height, crest);
    const kind = colourOf('kind', board.kind, 'ink', brand);
    return [
      {
        ...moves,
        role: 'plate',
        path: water,
        colour: colourOf(part.tint, board.kind, 'picture', brand),
        alpha: part.alpha,
        layer,
      },
      { ...moves, path: edge, colour: kind, alpha: 1, layer: layer + 1 },
    ];
  });
}

/** The water below a wave, and the line along it; the wave goes a little above and below the origin. */
function swell(width: number, depth: number, line: number): readonly [readonly PathCommand[], readonly PathCommand[]] {
  const a = line * 2;
  const half = width / 2;
  const wave = (dy: number): PathCommand[] => [
    ['C', half * 0.36, dy - a, half * 0.64, dy - a, half, dy],
    ['C', half * 1.36, dy + a, half * 1.64, dy + a, width, dy],
  ];
  const back: PathCommand[] = [
    ['L', width, line],
    ['C', half * 1.64, line + a, half * 1.36, line + a, half, line],
    ['C', half * 0.64, line - a, half * 0.36, line - a, 0, line],
  ];
  return [
    [['M', 0, 0], ...wave(0), ['L', width, depth], ['L', 0, depth]],
    [['M', 0, 0], ...wave(0), ...back],
  ];
}

/** `in` and `out`. */
export function breathWords(box: Box, part: Of<'breath'>, layer: number, state: State): Drawn[] {
  const em = part.size * box.unit;
  const words = wordingOf(state.brand);
  const baseline = baselineOf(box.y + box.h - em * ROW, 0, em, part.face);
  return state.board.breaths.flatMap((breath) => {
    const span = clipped(breath, state);
    const of = {
      x: box.x,
      baseline,
      align: 'start',
      em,
      ...part,
      layer,
      text: breath.goes === 'in' ? words.breatheIn : words.breatheOut,
    } as const;
    return span === null ? [] : [textAt(of, box, span, state)];
  });
}
