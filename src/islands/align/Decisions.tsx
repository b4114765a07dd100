import { useState } from 'react';
import { Mic, X } from 'lucide-react';
import { toProgramme } from '../../core/edit/shots.ts';
import { lineTime } from '../../core/speech/line-time.ts';
import { type TakeTime, micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { writePickUps } from '../../formats/pick-ups/pick-ups-writer.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { usePlayhead } from '../shared/playhead.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { PickUpSession } from './PickUpSession.tsx';

/** What was decided about mistakes: lines to be spoken again, segments to be filmed again, findings that may stand. */
export function Decisions() {
  const {
    document: { edit, plan },
    change,
  } = useDocument();
  const { inHand: produced, aligned } = useDerived();
  const [speaking, setSpeaking] = useState(false);
  const { pickUps, retakes, takeLetStand } = edit;
  if (produced === null || (pickUps.length === 0 && retakes.length === 0 && takeLetStand.length === 0)) return null;
  const labelOf = (key: string) => aligned?.alignment.segments.find((r) => r.segment.key === key)?.segment.label ?? key;
  const seek = (at: TakeTime) => usePlayhead.getState().seek?.(toProgramme(at, produced.programme.shots));
  const sheet = `data:text/csv;charset=utf-8,${encodeURIComponent(
    writePickUps(
      pickUps,
      retakes.map((r) => ({ label: labelOf(r.segmentKey), why: r.why })),
    ),
  )}`;
  return (
    <section>
      <div className="flex items-baseline justify-between">
        <h2 className="text-lg">To do for it</h2>
        {pickUps.length > 0 && !speaking && (
          <button className="btn" onClick={() => setSpeaking(true)}>
            <Mic size={13} /> Speak the lines
          </button>
        )}
      </div>
      {speaking && pickUps.length > 0 && <PickUpSession onDone={() => setSpeaking(false)} />}
      <ul className="mt-1 text-[13.5px]">
        {[...pickUps]
          .sort((a, b) => a.at - b.at)
          .map((p) => (
            <li key={p.id} className="flex items-start gap-2 border-b py-1">
              <span className="min-w-0 flex-1">
                <button className="text-left hover:underline" onClick={() => seek(p.at)}>
                  <time className="text-soft">{writeTime(p.at, 1)}</time> speak
                </button>{' '}
                <input
                  className="field inline w-full"
                  aria-label={`Words to speak at ${writeTime(p.at, 1)}`}
                  maxLength={500}
                  value={p.text}
                  onChange={(e) => {
                    const text = e.target.value;
                    if (text !== '')
                      change('Pick-up line', (d) => ({
                        ...d,
                        edit: { ...d.edit, pickUps: d.edit.pickUps.map((o) => (o.id === p.id ? { ...o, text } : o)) },
                      }));
                  }}
                />
                <span className={lineTime(p.text) > p.roomUs ? 'font-bold text-alarm' : 'text-soft'}>
                  {writeSeconds(micros(Math.round(lineTime(p.text) / 1e5) * 1e5))} s of{' '}
                  {writeSeconds(micros(Math.round(p.roomUs / 1e5) * 1e5))} s{p.muted !== null && ', over what was said'}
                  {p.recording !== null && ' · spoken'}
                </span>
              </span>
              <IconButton
                label={`Take out the line at ${writeTime(p.at, 1)}`}
                onClick={() =>
                  change('Take out a pick-up line', (d) => ({
                    ...d,
                    edit: { ...d.edit, pickUps: d.edit.pickUps.filter((o) => o.id !== p.id) },
                  }))
                }
              >
                <X size={14} />
              </IconButton>
            </li>
          ))}
        {retakes.map((r) => (
          <li key={r.segmentKey} className="flex items-start gap-2 border-b py-1">
            <span className="min-w-0 flex-1">
              film again <strong>{labelOf(r.segmentKey)}</strong> <span className="text-soft">{r.why}</span>
            </span>
            <IconButton
              label={`Do not film ${labelOf(r.segmentKey)} again`}
              onClick={() =>
                change('No retake', (d) => ({
                  ...d,
                  edit: { ...d.edit, retakes: d.edit.retakes.filter((o) => o.segmentKey !== r.segmentKey) },
                }))
              }
            >
              <X size={14} />
            </IconButton>
          </li>
        ))}
      </ul>
      <p className="mt-1 flex flex-wrap gap-x-4 text-[13px] text-soft">
        {(pickUps.length > 0 || retakes.length > 0) && (
          <a className="underline" href={sheet} download={`${plan.title} pick-ups.csv`}>
            Save as CSV
          </a>
        )}
        {takeLetStand.length > 0 && (
          <span>
            {takeLetStand.length} {takeLetStand.length === 1 ? 'finding stands' : 'findings stand'} as{' '}
            {takeLetStand.length === 1 ? 'it is' : 'they are'}.{' '}
            <button
              className="underline"
              onClick={() =>
                change('Look at what stands again', (d) => ({ ...d, edit: { ...d.edit, takeLetStand: [] } }))
              }
            >
              Look at {takeLetStand.length === 1 ? 'it' : 'them'} again
            </button>
          </span>
        )}
      </p>
    </section>
  );
}
