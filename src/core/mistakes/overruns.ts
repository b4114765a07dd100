import type { ChangeOver } from '../script/change-over.ts';
import { isActive } from '../plan/segment.ts';
import { type Length, type Micros, type PlanTime, type TakeTime, ZERO, asLength, micros } from '../time/micros.ts';
import type { Alignment } from '../align/alignment.ts';

/** Why a class is longer or shorter than planned. */
const OVERRUN_CAUSES = [
  'new-move',
  'floor',
  'prop',
  'side',
  'break',
  'water',
  'talk',
  'work',
  'left-out',
  'beyond',
] as const;
export type OverrunCause = (typeof OVERRUN_CAUSES)[number];

/** Time that one cause added (or saved, below 0), in how many places, and where most of it. */
interface Overrun {
  readonly cause: OverrunCause;
  readonly us: Micros;
  readonly places: number;
  readonly worst: { readonly at: TakeTime; readonly label: string; readonly us: Micros } | null;
}

/** One point of the drift: at a planned time the class was so much late (below 0: early). */
interface DriftPoint {
  readonly plannedUs: PlanTime;
  readonly lateUs: Length;
  readonly label: string;
}

/** The cause of a long break is the part of its change-over that takes longest. */
const CAUSE_OF: readonly (readonly [ChangeOver['parts'][number]['kind'], OverrunCause])[] = [
  ['new', 'new-move'],
  ['level', 'floor'],
  ['prop', 'prop'],
  ['side', 'side'],
];

/**
 * The time that was not planned, by cause, the largest first. The sum is by how much the take is longer than the plan.
 */
export function overrunsOf(alignment: Alignment, changes: readonly ChangeOver[]): Overrun[] {
  const rows = new Map<OverrunCause, { us: number; places: number; worst: Overrun['worst'] }>();
  const add = (cause: OverrunCause, us: number, at: TakeTime, label: string) => {
    const row = rows.get(cause) ?? { us: 0, places: 0, worst: null };
    row.us += us;
    row.places++;
    if (row.worst === null || Math.abs(us) > Math.abs(row.worst.us)) row.worst = { at, label, us: micros(us) };
    rows.set(cause, row);
  };
  const to = new Map(changes.map((c) => [c.toIndex, c]));
  let now: TakeTime = ZERO;
  for (const { segment, recorded } of alignment.segments) {
    const planned = segment.end - segment.start;
    if (recorded === null) {
      add('left-out', -planned, now, segment.label);
      continue;
    }
    now = recorded.end;
    const over = recorded.end - recorded.start - planned;
    if (Math.abs(over) < 1e5) continue;
    if (isActive(segment)) add('work', over, recorded.start, segment.label);
    else if (segment.kind === 'water') add('water', over, recorded.start, segment.label);
    else if (segment.kind === 'rest' || segment.kind === 'change-over') {
      const next = alignment.segments.slice(segment.index + 1).find((r) => isActive(r.segment));
      const parts = new Set(
        (next === undefined ? undefined : to.get(next.segment.index))?.parts.map((p) => p.kind) ?? [],
      );
      add(
        CAUSE_OF.find(([kind]) => parts.has(kind))?.[1] ?? 'break',
        over,
        recorded.start,
        next?.segment.label ?? segment.label,
      );
    } else add('talk', over, recorded.start, segment.label);
  }
  for (const extra of alignment.extra) add('beyond', extra.end - extra.start, extra.start, extra.label);
  return [...rows]
    .map(([cause, row]) => ({ cause, us: micros(row.us), places: row.places, worst: row.worst }))
    .sort((a, b) => b.us - a.us);
}

/** How late the class is along the plan, at the start of each filmed segment; the first filmed one is on time. */
export function driftOf(alignment: Alignment): DriftPoint[] {
  const filmed = alignment.segments.filter((r) => r.recorded !== null);
  const first = filmed[0];
  if (first?.recorded == null) return [];
  const zero = first.recorded.start - first.segment.start;
  return filmed.map(({ segment, recorded }) => ({
    plannedUs: segment.start,
    lateUs: asLength((recorded?.start ?? 0) - segment.start - zero),
    label: segment.label,
  }));
}
