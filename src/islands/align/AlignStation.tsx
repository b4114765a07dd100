import { useState } from 'react';
import type { RecordedSegment } from '../../core/take/align.ts';
import { isBreak } from '../../core/plan/segment.ts';
import type { Micros } from '../../core/time/micros.ts';
import { micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { toProgramme } from '../../core/edit/conform.ts';
import { Notice } from '../../ui/Notice.tsx';
import { NotYet } from '../shared/NotYet.tsx';
import { Player } from '../shared/Player.tsx';
import { TimeField } from '../shared/TimeField.tsx';
import { usePlayhead } from '../shared/playhead.ts';
import { KIND_WORD, sideWord } from '../shared/words.ts';
import { slipsOf } from '../../core/checks/take-slips.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { DriftPicture } from './DriftPicture.tsx';

/** Where each planned segment really fell, how sure that is and why; what was never filmed, what was filmed beyond the plan. */
export function AlignStation() {
  const { take, facts, aligned, produced, aligning, transcriptProblems } = useDerived();
  const { document, change } = useDocument();
  if (take === null) return <NotYet title="No take to align" href="shoot" action="To the takes">Bring a take in first; then the program says where each segment fell in it.</NotYet>;
  if (facts === null) return <NotYet title="The take has no words yet" href="shoot" action="Bring in the transcript">The alignment listens to what was said: names, calls, countdowns.</NotYet>;
  if (aligned === null || produced === null) return <p role="status" className="p-8 text-soft">{aligning ? 'Aligning …' : 'Nothing to align.'}</p>;
  const { segments, extra } = aligned.alignment;
  const slips = slipsOf(aligned.takeFindings, aligned.alignment);
  const missing = segments.filter((r) => r.recorded === null && !isBreak(r.segment));
  const accept = () => change('Accept the alignment', (d) => ({ ...d, edit: { ...d.edit, accepted: !d.edit.accepted } }));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 lg:grid-cols-[minmax(0,1fr)_23rem]">
      <div className="min-w-0 px-4 py-5 sm:px-6">
        <DriftPicture alignment={aligned.alignment} duration={take.duration} total={aligned.compiled.total} />
        <table className="mt-4 w-full border-collapse text-[14px]">
          <thead><tr className="border-b-2 border-ink! text-left text-[12.5px] text-soft">
            <th className="w-8 py-1 text-right font-normal">#</th><th className="pl-3 font-normal">Segment</th><th className="text-right font-normal max-sm:hidden">planned</th><th className="w-20 text-right font-normal sm:w-24">begins</th><th className="text-right font-normal">lasts</th><th className="text-right font-normal">over</th><th className="w-24 pl-2 font-normal max-sm:w-10 sm:pl-4">sure</th>
          </tr></thead>
          <tbody>{segments.map((r) => <Row key={r.segment.key} r={r} />)}</tbody>
        </table>
        {document.edit.pins.length > 0 && <button className="btn mt-3" onClick={() => change('Take out all pins', (d) => ({ ...d, edit: { ...d.edit, pins: [] } }))}>Take out all {document.edit.pins.length} pins</button>}
      </div>
      <aside aria-label="What was found" className="flex flex-col gap-4 border-l bg-sheet/60 px-4 py-5 lg:sticky lg:top-0 lg:h-screen lg:overflow-y-auto">
        <Player take={take} kept={produced.programme.kept} length={produced.programme.length} ass={null} />
        {aligned.alignment.grids.length > 0 && (
          <section>
            <h2 className="text-lg">Filmed to a timer</h2>
            <ul className="mt-1 text-[13.5px]">{aligned.alignment.grids.map((g) => <li key={g.startUs}>{segments[g.fromIndex]?.segment.blockName}: an interval each <time>{writeTime(g.periodUs, 1)}</time> from <time>{writeTime(g.startUs, 1)}</time></li>)}</ul>
          </section>
        )}
        <section>
          <h2 className="text-lg">Slips</h2>
          {slips.length === 0 ? <p className="text-soft">None was found in the words.</p> : (
            <ul className="mt-1">{slips.map((s, i) => (
              <li key={i} className="border-b py-1 text-[13.5px]">
                <button className="text-left hover:underline" onClick={() => usePlayhead.getState().seek?.(toProgramme(s.at, produced.programme.kept))}><time className="text-soft">{writeTime(s.at, 1)}</time> {s.note}</button> <span className="figures text-soft">{Math.round(s.confidence * 100)} %</span>
              </li>
            ))}</ul>
          )}
        </section>
        <section>
          <h2 className="text-lg">Never filmed</h2>
          {missing.length === 0 ? <p className="text-soft">Everything planned was filmed.</p> : (
            <ul className="mt-1">{missing.map((r) => <li key={r.segment.key} className="border-b py-1"><strong>{r.segment.label}</strong>{sideWord(r.segment.side) && `, ${sideWord(r.segment.side)}`}{r.segment.rounds > 1 && ` · round ${r.segment.round}`}<br /><span className="text-[13px] text-soft">{r.evidence.join(' · ')}</span></li>)}</ul>
          )}
        </section>
        <section>
          <h2 className="text-lg">Beyond the plan</h2>
          {extra.length === 0 ? <p className="text-soft">Nothing was filmed beyond the plan.</p> : (
            <ul className="mt-1">{extra.map((e) => (
              <li key={e.start} className="border-b py-1">
                <button className="text-left hover:underline" onClick={() => usePlayhead.getState().seek?.(toProgramme(e.start, produced.programme.kept))}>
                  <time>{writeTime(e.start, 1)}</time> to <time>{writeTime(e.end, 1)}</time> <strong>{e.label}</strong>
                </button>
                {e.madeUp !== null && <p className="text-[13px] text-soft">made up here; planned as number {e.madeUp.index + 1}</p>}
              </li>
            ))}</ul>
          )}
        </section>
        {transcriptProblems.length > 0 && <Notice>{transcriptProblems[0]?.message}</Notice>}
        <button className={`btn self-start ${document.edit.accepted ? '' : 'btn-main'}`} onClick={accept}>{document.edit.accepted ? 'Accepted. Take it back' : 'The alignment is right: accept it'}</button>
      </aside>
    </div>
  );
}

function Row({ r }: { readonly r: RecordedSegment }) {
  const { document, change } = useDocument();
  const { produced } = useDerived();
  const [open, setOpen] = useState(false);
  const { segment, recorded } = r;
  const pinned = document.edit.pins.some((p) => p.segmentKey === segment.key && p.edge === 'start');
  const unpin = () => change('Take out the pin', (d) => ({ ...d, edit: { ...d.edit, pins: d.edit.pins.filter((p) => !(p.segmentKey === segment.key && p.edge === 'start')) } }));
  const pin = (at: Micros) => change('Pin', (d) => ({ ...d, edit: { ...d.edit, pins: [...d.edit.pins.filter((p) => !(p.segmentKey === segment.key && p.edge === 'start')), { segmentKey: segment.key, edge: 'start', at }] } }));
  const over = recorded === null ? null : micros(recorded.end - recorded.start - (segment.end - segment.start));
  const listen = () => { if (recorded !== null && produced !== null) usePlayhead.getState().seek?.(toProgramme(recorded.start, produced.programme.kept)); };
  return (
    <>
      <tr className={`kind-${segment.kind} border-b ${recorded === null ? 'text-alarm' : ''}`}>
        <td className="figures py-[3px] text-right text-soft">{segment.index + 1}</td>
        <td className="pl-3">
          <span className="flex items-center gap-2">
            <span className="pattern inline-block h-4 w-2 border-l-[3px] border-(--k)!" aria-hidden="true" />
            <button className="min-w-0 text-left hover:underline sm:truncate" title="Take the picture here" onClick={listen} disabled={recorded === null}>{segment.label}{sideWord(segment.side) && <span className="text-soft">, {sideWord(segment.side)}</span>}</button>
            <span className="text-[12px] text-soft max-sm:hidden">{KIND_WORD[segment.kind]}{segment.rounds > 1 ? ` · ${segment.round}` : ''}</span>
          </span>
        </td>
        <td className="figures text-right text-soft max-sm:hidden">{writeTime(segment.start)}</td>
        <td className="text-right">
          {recorded === null ? <span>not filmed</span> : (
            <span className="flex items-center">
              {pinned && <button className="px-1 text-[11px] font-bold" title="Pinned by hand. Click to take the pin out." aria-label={`Take out the pin of ${segment.label}`} onClick={unpin}>pin</button>}
              <TimeField label={`${segment.label} begins at`} value={micros(Math.round(recorded.start / 1e5) * 1e5)} onChange={pin} />
            </span>
          )}
        </td>
        <td className="figures text-right">{recorded === null ? '' : writeSeconds(micros(recorded.end - recorded.start))}</td>
        <td className={`figures text-right ${over !== null && Math.abs(over) > 4e6 ? 'font-bold text-alarm' : 'text-soft'}`}>{over === null ? '' : `${over > 0 ? '+' : ''}${writeSeconds(over)}`}</td>
        <td className="pl-2 sm:pl-4">
          <button className="flex w-full items-center gap-1.5 text-[12px] text-soft" aria-expanded={open} title="Why" onClick={() => setOpen(!open)}>
            <span className="h-[6px] flex-1 bg-shade max-sm:hidden" aria-hidden="true"><span className="block h-full bg-ink" style={{ width: `${r.confidence * 100}%` }} /></span>
            <span className="figures w-8 text-right">{Math.round(r.confidence * 100)}%</span>
          </button>
        </td>
      </tr>
      {open && <tr className="border-b bg-sheet"><td /><td colSpan={6} className="py-1 pl-3 text-[13px] text-soft">{r.evidence.join(' · ')}</td></tr>}
    </>
  );
}
