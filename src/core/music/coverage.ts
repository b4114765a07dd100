import type { Plan } from '../plan/plan.ts';
import { type Length, type Micros, asLength, earlier, later, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { LaidMusic } from './arrangement.ts';
import { bpmAt } from './arrangement.ts';
import { tempoRange } from './tempo-matching.ts';
import type { Music } from './music.ts';
import { silentBlocks } from './silent-blocks.ts';

/** How much of the class has music. */
interface Coverage<T extends Micros> {
  /** Time of blocks that want music: neither silent on purpose nor of a kind without any. */
  readonly wantedUs: Length;
  readonly coveredUs: Length;
  /** Stretches of those blocks without music, a second or longer. */
  readonly gaps: readonly (Span<T> & { readonly blockId: string })[];
}

const SHORTEST_GAP_US = 1e6;

export function coverageOf<T extends Micros>(
  plan: Plan,
  spans: ReadonlyMap<string, Span<T>>,
  music: Music,
  { laid }: LaidMusic<T>,
): Coverage<T> {
  let [wanted, covered] = [0, 0];
  const gaps: Coverage<T>['gaps'][number][] = [];
  const silent = silentBlocks(plan, music);
  for (const block of plan.blocks) {
    const span = spans.get(block.id);
    if (span === undefined || tempoRange(block.kind) === null || silent.has(block.id)) continue;
    wanted += span.end - span.start;
    let at = span.start;
    for (const l of [...laid, null]) {
      const [from, to] = l === null ? [span.end, span.end] : [later(l.start, span.start), earlier(l.end, span.end)];
      if (l !== null && to <= from) continue;
      if (from - at >= SHORTEST_GAP_US) gaps.push({ blockId: block.id, start: at, end: from });
      covered += Math.max(0, to - Math.max(at, from));
      at = later(at, to);
    }
  }
  return { wantedUs: asLength(wanted), coveredUs: asLength(covered), gaps };
}

/** Tempo along the class: points of time and beats a minute for each laid track, two seconds apart. */
export function tempoCurve({
  laid,
}: LaidMusic): { readonly id: string; readonly points: readonly (readonly [Micros, number])[] }[] {
  const STEP_US = 2e6;
  return laid.map((l) => {
    const points: (readonly [Micros, number])[] = [];
    for (let at: number = l.start; at < l.end; at += STEP_US) points.push([micros(at), bpmAt(l, micros(at))]);
    points.push([l.end, bpmAt(l, micros(l.end - 1))]);
    return { id: l.placement.id, points };
  });
}
