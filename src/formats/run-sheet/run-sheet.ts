import { STANDING_NOTICE } from '../../core/checks/plan-checks.ts';
import { type ExerciseBook, SHIPPED_BOOK } from '../../core/exercise/library.ts';
import { writePresenters } from '../outline/outline-presenters.ts';
import { balanceOf } from '../../core/plan/balance.ts';
import type { Plan } from '../../core/plan/plan.ts';
import { type Segment, isActive } from '../../core/plan/segment.ts';
import { shotList } from '../../core/plan/shot-list.ts';
import { traitsReader } from '../../core/plan/traits.ts';
import type { Length, Micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';

/** One printed line: a segment, or the heading of a block or round before it. */
export type RunSheetRow =
  | { readonly kind: 'heading'; readonly text: string; readonly length: string }
  | {
      readonly kind: 'segment';
      readonly active: boolean;
      readonly at: string;
      readonly length: string;
      readonly what: string;
      readonly side: string;
      readonly props: string;
      readonly level: string;
    };

export interface RunSheet {
  readonly title: string;
  readonly under: string;
  readonly rows: readonly RunSheetRow[];
  readonly equipment: string;
  readonly notice: string;
}

const VIEW_WORDS = {
  front: 'front view',
  side: 'side view',
  'three-quarter': 'three-quarter view',
  floor: 'camera on the floor',
} as const;

/**
 * The class on paper: times, moves, sides, what to hold, and every change of level, for the floor on the filming day.
 */
export function runSheet(plan: Plan, segments: readonly Segment[], book: ExerciseBook = SHIPPED_BOOK): RunSheet {
  const traits = traitsReader(plan, book);
  const rows: RunSheetRow[] = [];
  const total = segments.at(-1)?.end ?? (0 as Micros);
  const views = new Map(
    shotList(plan, segments, book).setUps.flatMap((u) => u.shots.map((x) => [x.label, u.view] as const)),
  );
  let [level, props, view] = ['', '', ''];
  for (const [i, s] of segments.entries()) {
    const before = segments[i - 1];
    if (before?.blockId !== s.blockId || before.round !== s.round) {
      const group = segments.filter((o) => o.blockId === s.blockId && o.round === s.round);
      rows.push({
        kind: 'heading',
        text: s.rounds > 1 ? `${s.blockName}, round ${s.round} of ${s.rounds}` : s.blockName,
        length: writeTime(group.reduce((sum, o) => sum + o.end - o.start, 0) as Micros),
      });
    }
    const of = isActive(s) ? traits(s) : null;
    const nowLevel = of?.position ?? '';
    const nowView = VIEW_WORDS[views.get(s.label) ?? 'front'];
    const nowProps = [...(of?.needs ?? []), ...(s.place === undefined ? [] : [s.place])].join(', ');
    rows.push({
      kind: 'segment',
      active: isActive(s),
      at: writeTime(s.start),
      length: writeSeconds((s.end - s.start) as Length),
      what: isActive(s) && s.by !== undefined ? `${wordsOf(s)} (${s.by})` : wordsOf(s),
      side: s.side === null || s.side === 'both' ? '' : s.side,
      // Only what changes is printed, so that a change is seen.
      props: of === null || nowProps === props ? '' : nowProps === '' ? 'put down' : nowProps,
      level:
        of === null
          ? ''
          : [nowLevel === level ? '' : nowLevel, nowView === view ? '' : nowView].filter((t) => t !== '').join(', '),
    });
    if (of !== null) [level, props, view] = [nowLevel, nowProps, nowView];
  }
  const equipment = balanceOf(plan, segments, book)
    .equipment.map((e) => `${e.name} (from ${writeTime(e.firstAt)})`)
    .join(', ');
  return {
    title: plan.title,
    under: [
      plan.instructor,
      plan.presenters === undefined ? '' : `with ${writePresenters(plan.presenters)}`,
      writeTime(total),
      `${segments.filter(isActive).length} intervals`,
      plan.cueing === 'mirrored' ? 'cueing mirrored: say the viewer’s side' : 'cueing: say your own side',
    ]
      .filter((t) => t !== '')
      .join(' · '),
    rows,
    equipment: equipment === '' ? 'none' : equipment,
    notice: STANDING_NOTICE,
  };
}

function wordsOf(s: Segment): string {
  switch (s.kind) {
    case 'work':
    case 'hold':
      return s.label;
    case 'demo':
      return `Show: ${s.label}`;
    case 'rest':
    case 'change-over':
    case 'talk':
    case 'set-up':
    case 'water':
      return s.label;
  }
}
