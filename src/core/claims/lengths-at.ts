import type { BlockKind } from '../plan/plan.ts';
import { isActive } from '../plan/segment.ts';
import type { ClassAt } from './class-at.ts';
import type { RunningClass } from './verdict.ts';

/** What is said this shortly before the end of the last move is of a class that is over. */
const NEARLY_OVER_US = 6e6;

/** How long things of a class last, in seconds, as they may be spoken of at a time. */
export class LengthsAt {
  constructor(
    private readonly running: RunningClass,
    private readonly at: ClassAt,
  ) {}

  /** Planned lengths of the timed moves of the coming block, in talk of all blocks. */
  ofMoves(us: number): number[] {
    const is = this.at.segment(us);
    const blockId = this.at.about(us)[0]?.blockId;
    const timed = this.running.segments.filter(
      (s) =>
        isActive(s) && s.scheme !== 'reps' && s.scheme !== 'counts' && (is?.kind === 'talk' || s.blockId === blockId),
    );
    return timed.map((s) => (this.running.planned.get(s.key) ?? s.end - s.start) / 1e6);
  }

  /** How long the class is, where a time is before its first move or after its last one; else null. */
  ofClass(us: number, when: 'before' | 'after'): number | null {
    const { segments } = this.running;
    const [begins, ends] = [segments.find(isActive)?.start, segments.findLast(isActive)?.end];
    const [first, last] = [segments[0], segments.at(-1)];
    if (first === undefined || last === undefined || begins === undefined || ends === undefined) return null;
    const there = when === 'before' ? us < begins : us >= ends - NEARLY_OVER_US;
    return there ? (Math.max(last.end, us) - first.start) / 1e6 : null;
  }

  /** Planned lengths near a time: of the segment that runs and the next few, and of the class. */
  near(us: number): number[] {
    const { segments, planned } = this.running;
    const is = this.at.segment(us);
    const k = is === null ? 0 : segments.indexOf(is);
    const total = [...planned.values()].reduce((a, b) => a + b, 0) / 1e6;
    return [
      ...segments.slice(Math.max(0, k - 1), k + 8).map((s) => (planned.get(s.key) ?? s.end - s.start) / 1e6),
      total,
      Math.round(total / 60) * 60,
      Math.round(total / 300) * 300,
    ];
  }

  /** Planned and filmed lengths of all parts of a kind, and whether one of them is not over at a time. */
  ofParts(us: number, kind: BlockKind): { readonly lengths: readonly number[]; readonly ahead: boolean } {
    const { plan, segments, planned } = this.running;
    const parts = plan.blocks
      .filter((b) => b.kind === kind)
      .map(({ id }) => segments.filter((s) => s.blockId === id && s.kind !== 'talk'))
      .filter((part) => part.length > 0);
    const lengths = parts.flatMap((part) => [
      part.reduce((sum, s) => sum + (planned.get(s.key) ?? s.end - s.start), 0) / 1e6,
      (part.at(-1)!.end - part[0]!.start) / 1e6,
    ]);
    return { lengths, ahead: parts.some((part) => part.at(-1)!.end > us) };
  }
}
