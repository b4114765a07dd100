import { Key } from '../../ui/Key.tsx';
import { useState } from 'react';
import type { RecordedSegment } from '../../core/align/alignment.ts';
import { toTake } from '../../core/edit/shots.ts';
import { ZERO } from '../../core/time/micros.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { sideWord } from '../shared/words.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { withPin } from '../../core/workout/pins.ts';

/**
 * Boundaries set by ear: while the take plays, each press says that the next segment of the plan begins now. It starts
 * with the segment after the one at the playhead; another can be chosen. Each press is one undo.
 */
export function TapAlong({ segments }: { readonly segments: readonly RecordedSegment[] }) {
  const { inHand: produced } = useDerived();
  const { document, change } = useDocument();
  const kept = produced?.programme.shots ?? [];
  /**
   * Index of the segment that the next press places, and the one that the last press placed; null: the one after the
   * playhead.
   */
  const [chosen, setChosen] = useState<{ readonly next: number; readonly placed: string | null } | null>(null);
  const nowhere = usePlayhead((s) => s.at === null);
  const under = usePlayhead((s) => {
    const now = toTake(s.at ?? ZERO, kept);
    return segments.findLastIndex((r) => r.recorded !== null && r.recorded.start <= now);
  });
  // A press that was undone is waiting again.
  const undone =
    chosen !== null && chosen.placed !== null && !document.edit.pins.some((p) => p.segmentKey === chosen.placed);
  const next = chosen === null ? under + 1 : chosen.next - (undone ? 1 : 0);
  const segment = segments[next]?.segment;
  const tap = () => {
    const playhead = usePlayhead.getState().at;
    if (segment === undefined || playhead === null) return;
    change('Tapped along', (d) => withPin(d, segment.key, toTake(playhead, kept)));
    setChosen({ next: next + 1, placed: segment.key });
  };
  useLetterCommands([{ label: 'Tap along: the next segment begins now', letter: 'g', run: tap }]);
  return (
    <section>
      <h2 className="text-lg">Tap along</h2>
      <p className="text-[13px] text-soft">
        Play the take and press <Key>G</Key> whenever the next segment begins.
      </p>
      <div className="mt-1 flex items-center gap-2">
        <label className="min-w-0 flex-1 text-[13px]">
          <span className="sr-only">Next to place</span>
          <select
            className="field w-full"
            value={Math.min(next, segments.length - 1)}
            onChange={(e) => setChosen({ next: Number(e.target.value), placed: null })}
          >
            {segments.map((r, i) => (
              <option key={r.segment.key} value={i}>
                {i + 1} · {r.segment.label}
                {sideWord(r.segment.side) && `, ${sideWord(r.segment.side)}`}
              </option>
            ))}
          </select>
        </label>
        <button className="btn text-[13px]" disabled={nowhere || segment === undefined} onClick={tap}>
          begins now
        </button>
      </div>
    </section>
  );
}
