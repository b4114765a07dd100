import type { Length } from '../time/micros.ts';
import { type Phase, slackOf } from './dose.ts';
import type { Move, SidePolicy } from './plan.ts';
import type { SegmentSide } from './segment.ts';
import type { SegmentWriter, Shared } from './segment-writer.ts';

type Sides =
  | { readonly kind: 'one'; readonly side: SegmentSide }
  | { readonly kind: 'own'; readonly order: readonly ['left' | 'right', 'left' | 'right'] }
  | { readonly kind: 'half'; readonly order: readonly ['left' | 'right', 'left' | 'right']; readonly changeUs: Length };

/** How a policy is done in a round, counted from 1. */
export function sidesOf(policy: SidePolicy, round: number): Sides {
  if (policy.kind === 'both') return { kind: 'one', side: 'both' };
  const other = policy.first === 'left' ? 'right' : 'left';
  switch (policy.kind) {
    case 'alternate':
      return { kind: 'one', side: 'alternate' };
    case 'rounds':
      return { kind: 'one', side: round % 2 === 1 ? policy.first : other };
    case 'one':
      return { kind: 'one', side: policy.first };
    case 'own':
      return { kind: 'own', order: [policy.first, other] };
    case 'half':
      return { kind: 'half', order: [policy.first, other], changeUs: policy.changeUs };
  }
}

/** One set of a move, with all it takes to write its sides. */
interface SideJob {
  readonly of: Shared;
  readonly place: string;
  readonly move: Move;
  readonly kind: 'work' | 'hold';
  readonly workUs: Length;
  /** Between its two sides. */
  readonly betweenUs: Length;
  /** True: there is no rest, people change over. */
  readonly changes: boolean;
  readonly sides: Sides;
  readonly set: number;
  readonly writer: SegmentWriter;
}

/** Writes the interval or intervals of one set. */
export function writeSides(job: SideJob): void {
  const { of, move, kind, workUs, sides, set, writer } = job;
  const place = `${job.place}/s${set}`;
  const active = (length: Length, side: SegmentSide) => {
    const key = `${place}/${kind}/${side}`;
    const { phases = [], range } = move;
    const slack = slackOf(length, range, of.about);
    if (phases.length === 0) return writer.push(length, of, { key, kind, label: move.name, set, side, slackUs: slack });
    // One side may have half of the length: each phase keeps its share, and the last one takes what rounding leaves.
    const whole = phases.reduce((sum, p) => sum + p.lengthUs, 0);
    let left: number = length;
    for (const [n, phase] of phases.entries()) {
      const us = n === phases.length - 1 ? left : Math.round((phase.lengthUs / Math.max(1, whole)) * length);
      writer.push(us as Length, of, { key: `${key}/p${n + 1}`, kind, label: phaseLabel(move, phase), set, side });
      left -= us;
    }
  };
  const between = (length: Length, between: 'rest' | 'change-over', text: string) =>
    writer.push(length, of, { key: `${place}/switch`, kind: between, label: text, set });
  switch (sides.kind) {
    case 'one':
      active(workUs, sides.side);
      return;
    case 'own':
      active(workUs, sides.order[0]);
      if (kind === 'hold' || job.changes) between(job.betweenUs, 'change-over', 'Switch sides');
      else between(job.betweenUs, 'rest', 'Rest');
      active(workUs, sides.order[1]);
      return;
    case 'half': {
      // The interval keeps its length: the switch is taken out of it, an odd microsecond goes to the second side.
      const changeUs = Math.min(sides.changeUs, workUs) as Length;
      const firstUs = Math.floor((workUs - changeUs) / 2) as Length;
      active(firstUs, sides.order[0]);
      between(changeUs, 'change-over', 'Switch sides');
      active((workUs - changeUs - firstUs) as Length, sides.order[1]);
    }
  }
}

/** `Squat: pulses`, and with an effort `Bike: fast, 85 %`. */
function phaseLabel(move: Move, { name, effortPercent }: Phase): string {
  const effort = effortPercent === null ? '' : `, ${effortPercent} %`;
  return `${move.name}: ${name}${effort}`;
}
