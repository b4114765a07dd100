import { useMemo, useState } from 'react';
import type { Cue } from '../../core/script/cue.ts';
import type { DroppedLine, PlacedLine, SpeechFit } from '../../core/script/schedule.ts';
import type { Segment } from '../../core/plan/segment.ts';
import { fromSeconds, micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { KIND_WORD, sideWord } from '../shared/words.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { focusSoon } from '../plan/focus.ts';
import { CallRulesPanel } from './CallRulesPanel.tsx';
import { CueLine } from './CueLine.tsx';
import { FitBar } from './FitBar.tsx';
import { useSchedule } from './use-schedule.ts';

/** The script: a page with a time gutter, a bar beside each segment for the speech it needs against the speech it has. */
export function ScriptStation() {
  const { compiled } = useDerived();
  const schedule = useSchedule();
  const { document } = useDocument();
  const [onlyTrouble, setOnlyTrouble] = useState(false);
  const bySegment = useMemo(() => {
    const lines = new Map<number, PlacedLine[]>();
    for (const line of schedule.lines) lines.set(line.segmentIndex, [...(lines.get(line.segmentIndex) ?? []), line]);
    const dropped = new Map<number, DroppedLine[]>();
    for (const line of schedule.dropped) if (line.segmentIndex !== null) dropped.set(line.segmentIndex, [...(dropped.get(line.segmentIndex) ?? []), line]);
    return { lines, dropped };
  }, [schedule]);
  const lost = schedule.dropped.filter((d) => d.reason === 'segment-gone');
  const trouble = schedule.dropped.filter((d) => d.cueId !== null);
  if (compiled.segments.length === 0) {
    return <div className="px-6 py-16 text-center"><h2 className="text-2xl">There is no class to script yet</h2><p className="mt-1 text-soft">Plan it first; the script follows its segments.</p></div>;
  }
  const shown = compiled.segments.filter((s) => !onlyTrouble || (bySegment.dropped.get(s.index)?.some((d) => d.cueId !== null) ?? false));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="px-4 py-5 sm:px-6">
        <p className="mb-3 flex flex-wrap items-center gap-x-4 text-soft">
          <span>{schedule.lines.length} lines fit</span>
          <span className={trouble.length > 0 ? 'font-semibold text-alarm' : ''}>{trouble.length} written {trouble.length === 1 ? 'line does' : 'lines do'} not</span>
          <span>{schedule.dropped.length - trouble.length} calls gave way</span>
          <label className="flex items-center gap-1.5"><input type="checkbox" checked={onlyTrouble} onChange={(e) => setOnlyTrouble(e.target.checked)} /> only segments with a line that does not fit</label>
        </p>
        {lost.length > 0 && (
          <div role="status" className="mb-4 border-l-[3px] border-alarm! bg-sheet px-3 py-2">
            <p>{lost.length} {lost.length === 1 ? 'line belongs' : 'lines belong'} to segments that are no longer in the plan. They are kept:</p>
            <ul className="list-disc pl-5">{lost.map((d) => <li key={d.cueId}>“{d.text}”</li>)}</ul>
          </div>
        )}
        <ol>
          {shown.map((segment) => (
            <SegmentScript
              key={segment.key} segment={segment} fit={schedule.fits[segment.index]} lines={bySegment.lines.get(segment.index) ?? []} dropped={bySegment.dropped.get(segment.index) ?? []}
              cues={document.script.cues} newGroup={segment.blockId !== compiled.segments[segment.index - 1]?.blockId || segment.round !== compiled.segments[segment.index - 1]?.round}
            />
          ))}
        </ol>
      </div>
      <CallRulesPanel />
    </div>
  );
}

interface SegmentProps {
  readonly segment: Segment;
  readonly fit: SpeechFit | undefined;
  readonly lines: readonly PlacedLine[];
  readonly dropped: readonly DroppedLine[];
  readonly cues: readonly Cue[];
  readonly newGroup: boolean;
}

function SegmentScript({ segment, fit, lines, dropped, cues, newGroup }: SegmentProps) {
  const { change } = useDocument();
  const own = cues.filter((cue) => cue.segmentKey === segment.key);
  const add = (after: string | null) => change('Add a line', (d) => {
    const id = `c${Math.max(0, ...d.script.cues.map((c) => Number(/^c(\d+)$/.exec(c.id)?.[1] ?? 0))) + 1}`;
    const cue: Cue = { id, segmentKey: segment.key, kind: segment.kind === 'talk' ? 'talk' : 'form', anchor: { kind: 'start', afterUs: after === null ? fromSeconds(0.5) : micros(0) }, text: '' };
    const at = after === null ? d.script.cues.length : d.script.cues.findIndex((c) => c.id === after) + 1;
    focusSoon(`cue-${id}`);
    return { ...d, script: { ...d.script, cues: d.script.cues.toSpliced(at, 0, cue) } };
  });
  // Written and program-made lines in one list by time; written lines that found no place stand last.
  const placed = [...lines].sort((a, b) => a.start - b.start);
  const homeless = own.filter((cue) => !placed.some((line) => line.cueId === cue.id));
  return (
    <li>
      {newGroup && <h2 className="mt-5 border-b-2 border-ink pb-0.5 text-lg">{segment.blockName}{segment.rounds > 1 ? ` · round ${segment.round}` : ''}</h2>}
      <div className={`kind-${segment.kind} grid gap-x-4 border-b py-2 sm:grid-cols-[11rem_minmax(0,1fr)_7rem]`}>
        <div className="border-l-[3px] border-(--k)! pl-2">
          <p className="font-semibold">{segment.label}</p>
          <p className="text-[12.5px] text-soft"><time>{writeTime(segment.start)}</time> · {KIND_WORD[segment.kind]} <span className="figures">{writeSeconds(micros(segment.end - segment.start))}</span> s{sideWord(segment.side) === '' ? '' : ` · ${sideWord(segment.side)}`}</p>
        </div>
        <ul className="min-w-0">
          {placed.map((line) => {
            const cue = line.cueId === null ? undefined : own.find((c) => c.id === line.cueId);
            const at = `+${writeSeconds(micros(line.start - segment.start))}`;
            return cue === undefined
              ? <li key={`${line.kind}${line.start}`} className="flex items-baseline gap-2 py-[1px] text-soft"><span className="figures w-12 text-right">{at}</span><span className="text-[13.5px] italic">{line.text}</span><span className="text-[11px]">{line.kind}</span></li>
              : <CueLine key={cue.id} cue={cue} at={at} missingUs={null} addAfter={() => add(cue.id)} />;
          })}
          {homeless.map((cue) => <CueLine key={cue.id} cue={cue} at="" missingUs={dropped.find((d) => d.cueId === cue.id)?.missingUs ?? micros(0)} addAfter={() => add(cue.id)} />)}
          {dropped.filter((d) => d.cueId === null).map((d, i) => (
            <li key={i} className="flex items-baseline gap-2 py-[1px] text-[13px] text-soft"><span className="figures w-12 text-right">–</span><s>{d.text}</s> <span>{d.kind} gave way: {d.reason === 'place-taken' ? 'its place is taken' : 'no room'}</span></li>
          ))}
          <li><button className="ml-14 text-[13px] text-soft hover:text-ink hover:underline" onClick={() => add(null)}>+ line</button></li>
        </ul>
        {fit !== undefined && <FitBar needUs={fit.needUs} haveUs={fit.haveUs} />}
      </div>
    </li>
  );
}
