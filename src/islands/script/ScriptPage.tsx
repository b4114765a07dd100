import { wordsOf } from '../../core/findings/finding.ts';
import { useCallback, useMemo, useState } from 'react';
import type { Segment } from '../../core/plan/segment.ts';
import type { Cue } from '../../core/script/cue.ts';
import { groupBy } from '../../core/script/group-by.ts';
import type { DroppedLine, PlacedLine } from '../../core/script/placed-line.ts';
import type { WorkedScript } from '../../core/workout/work-script.ts';
import { type ListRow, LongList } from '../shared/LongList.tsx';
import { focusSoon } from '../shared/focus.ts';
import { useChange, useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { SegmentScript } from './SegmentScript.tsx';
import { addCue, withCues } from './edit-script.ts';

const NONE: readonly never[] = [];
/** About how high a line is, pixels. */
const LINE_PX = 27;

/**
 * The script as a page to write on: a time gutter, the lines, and beside each segment the speech it needs of the speech
 * it has.
 */
export function ScriptPage({
  worked,
  shown,
}: {
  readonly worked: WorkedScript;
  /** The segment that is brought into view, each time with another number. */
  readonly shown: { readonly key: string; readonly turn: number } | null;
}) {
  const {
    compiled: { segments },
  } = useDerived();
  const {
    document: { script },
  } = useDocument();
  const change = useChange();
  const [onlyTrouble, setOnlyTrouble] = useState(false);
  const { schedule, findings } = worked;
  const lines = useMemo(() => groupBy(schedule.lines, (l: PlacedLine) => l.segmentIndex), [schedule]);
  const dropped = useMemo(
    () =>
      groupBy(
        schedule.dropped.filter((d) => d.segmentIndex !== null),
        (d: DroppedLine) => d.segmentIndex!,
      ),
    [schedule],
  );
  const cues = useMemo(() => groupBy(script.cues, (c: Cue) => c.segmentKey), [script.cues]);
  const wrong = useMemo(
    () =>
      new Map(
        findings.filter((f) => f.cueId !== undefined && f.severity === 'alarm').map((f) => [f.cueId!, wordsOf(f).says]),
      ),
    [findings],
  );
  const lost = schedule.dropped.filter((d) => d.reason === 'segment-gone');
  const trouble = schedule.dropped.filter((d) => d.cueId !== null);
  const add = useCallback(
    (segment: Segment, after: Cue | null) =>
      change('Add a line', (d) => {
        const added = addCue(d.script.cues, segment, after);
        focusSoon(`cue-${added.id}`);
        return withCues(d, () => added.cues);
      }),
    [change],
  );
  const heading = (s: Segment, before: Segment | undefined) =>
    s.blockId !== before?.blockId || s.round !== before.round
      ? `${s.blockName}${s.rounds > 1 ? ` · round ${s.round}` : ''}`
      : null;
  const inTrouble = (s: Segment) =>
    (dropped.get(s.index)?.some((d) => d.cueId !== null) ?? false) ||
    (cues.get(s.key)?.some((c) => wrong.has(c.id)) ?? false);
  const rows = segments.flatMap((s, i): ListRow[] =>
    onlyTrouble && !inTrouble(s)
      ? []
      : [
          {
            key: s.key,
            aboutPx: LINE_PX * (2 + (lines.get(s.index)?.length ?? 0)),
            draw: () => (
              <SegmentScript
                segment={s}
                heading={heading(s, segments[i - 1])}
                fit={schedule.fits[s.index]}
                lines={lines.get(s.index) ?? NONE}
                dropped={dropped.get(s.index) ?? NONE}
                cues={cues.get(s.key) ?? NONE}
                wrong={wrong}
                add={add}
              />
            ),
          },
        ],
  );
  return (
    <div>
      <p className="mb-3 flex flex-wrap items-center gap-x-4 text-soft">
        <span>
          <span className="figures">{schedule.lines.length}</span> lines fit
        </span>
        <span className={trouble.length > 0 ? 'font-semibold text-alarm' : ''}>
          <span className="figures">{trouble.length}</span>{' '}
          {trouble.length === 1 ? 'written line does' : 'written lines do'} not
        </span>
        <span>
          <span className="figures">{schedule.dropped.length - trouble.length}</span> calls left out
        </span>
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={onlyTrouble} onChange={(e) => setOnlyTrouble(e.target.checked)} /> only
          segments with a line that does not fit or is not true
        </label>
      </p>
      {lost.length > 0 && (
        <div role="status" className="mb-4 border-l-[3px] border-alarm! bg-sheet px-3 py-2">
          <p>
            {lost.length} {lost.length === 1 ? 'line belongs' : 'lines belong'} to segments that are no longer in the
            plan. They are kept:
          </p>
          <ul className="list-disc pl-5">
            {lost.map((d) => (
              <li key={d.cueId}>“{d.text}”</li>
            ))}
          </ul>
        </div>
      )}
      <LongList label="Segments" rows={rows} shown={shown?.key ?? null} turn={shown?.turn ?? 0} place="center" />
    </div>
  );
}
