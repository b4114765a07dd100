import { wholeLength } from '../../core/time/micros.ts';
import { useEffect, useState } from 'react';
import { X } from 'lucide-react';
import type { SegmentKind } from '../../core/plan/segment.ts';
import { WORDS_A_MINUTE } from '../../core/speech/line-time.ts';
import { voiceOf } from '../../core/align/align.ts';
import type { LogChange, LoggedTake, Page } from '../../contract/wire.ts';
import { LOGGED_CALLS, type LoggedCall, logEntryOf } from '../../core/logbook/logbook.ts';
import { spokenWords } from '../../core/transcript/transcript.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { asking, call } from '../shared/call.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { KIND_WORD } from '../shared/words.ts';
import { useDerived, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

const back = ({ before, after, changes }: LogChange): LogChange => ({
  before: after,
  after: before,
  changes: changes === null ? null : { before: changes.after, after: changes.before },
});
const put = (take: string, body: LogChange) => asking('changeLogbook', { take }, { body });

const CALL_WORD: Readonly<Record<LoggedCall, string>> = {
  name: 'named at the start',
  'next-up': 'next-up in the break',
  'half-way': 'half-way',
  ending: 'the end called',
};

/**
 * What this take teaches of how the class is run, and the logbook of all recordings that the studio's figures come
 * from.
 */
export function Logbook() {
  const { aligned, facts, take } = useDerived();
  const { studio, setStudio } = useStudio();
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const [{ items: rows, next }, setList] = useState<Page<LoggedTake>>({ items: [], next: null });
  const { trouble, attempt } = useAttempt();
  useEffect(() => {
    let current = true;
    void call('logbook', {}).then(
      (r) => {
        if (current) setList(r);
      },
      () => undefined,
    );
    return () => {
      current = false;
    };
    // What is in it, and what it taught the studio, change together.
  }, [studio]);
  const showMore = (after: string) =>
    attempt(async () => {
      const page = await call('logbook', {}, { asked: { after } });
      setList({ items: [...rows, ...page.items], next: page.next });
    });
  if (aligned === null || facts === null || take === null) return null;
  const entry = logEntryOf(
    aligned.compiled.segments,
    aligned.alignment,
    spokenWords(facts.transcript, facts.duration, voiceOf(facts.sound)),
    wholeLength(facts.duration),
  );
  const keep = () =>
    void attempt(async () => {
      await workbench.flush();
      const { change, studio: taught } = await call('keepInLogbook', { id });
      workbench
        .getState()
        .asked('Keep a take in the logbook', { after: put(take.id, change), before: put(take.id, back(change)) });
      setStudio(taught);
    });
  const forget = ({ takeId, workoutId, title, instructor, entry: kept }: LoggedTake) => {
    const change = { before: { workoutId, title, instructor, entry: kept }, after: null, changes: null };
    setList({ items: rows.filter((r) => r.takeId !== takeId), next });
    workbench
      .getState()
      .ask(`Take ${title} out of the logbook`, { after: put(takeId, change), before: put(takeId, back(change)) });
  };
  const kinds = (Object.keys(entry.pace) as SegmentKind[]).filter((k) => (entry.pace[k]?.us ?? 0) > 20e6);
  const wpm = (kind: SegmentKind) => Math.round((entry.pace[kind]?.words ?? 0) / ((entry.pace[kind]?.us ?? 1) / 60e6));
  const kept = rows.some((r) => r.takeId === take.id);
  return (
    <section aria-label="Logbook">
      <h2 className="text-xl">What it teaches</h2>
      <div className="mt-1 grid max-w-3xl grid-cols-1 gap-x-10 gap-y-3 sm:grid-cols-2">
        <table className="border-collapse self-start text-[14px]">
          <thead>
            <tr className="border-b text-left text-[13px] text-soft">
              <th className="py-1 font-normal">Words a minute</th>
              <th className="text-right font-normal">here</th>
              <th className="text-right font-normal">studio</th>
              <th className="text-right font-normal">usual</th>
            </tr>
          </thead>
          <tbody>
            {kinds.map((k) => (
              <tr key={k} className="border-b">
                <td className="py-0.5">{KIND_WORD[k]}</td>
                <td className="figures text-right">{wpm(k)}</td>
                <td className="figures text-right">{studio.paces[k]}</td>
                <td className="figures text-right text-soft">{WORDS_A_MINUTE[k]}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <table className="border-collapse self-start text-[14px]">
          <thead>
            <tr className="border-b text-left text-[13px] text-soft">
              <th className="py-1 font-normal">Calls made</th>
              <th className="text-right font-normal">of</th>
              <th className="w-16 text-right font-normal">share</th>
            </tr>
          </thead>
          <tbody>
            {LOGGED_CALLS.filter((c) => entry.calls[c].of > 0).map((c) => (
              <tr key={c} className="border-b">
                <td className="py-0.5">{CALL_WORD[c]}</td>
                <td className="figures text-right">
                  {entry.calls[c].made} / {entry.calls[c].of}
                </td>
                <td className="figures text-right">{Math.round((entry.calls[c].made / entry.calls[c].of) * 100)} %</td>
              </tr>
            ))}
            {(Object.keys(entry.breaks) as SegmentKind[]).map((k) => {
              const b = entry.breaks[k];
              return b === undefined || b.count === 0 ? null : (
                <tr key={k} className="border-b">
                  <td className="py-0.5">{KIND_WORD[k]}, on average</td>
                  <td className="figures text-right text-soft">planned {(b.plannedUs / b.count / 1e6).toFixed(1)} s</td>
                  <td className="figures text-right">{(b.recordedUs / b.count / 1e6).toFixed(1)} s</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <p className="mt-3 max-w-3xl text-[13.5px] text-soft">
        Kept in the logbook, these correct the studio’s speaking rates (what a script may hold) and the seconds a
        change-over takes (what the plan’s breaks need), together with all recordings before.
      </p>
      <button className="btn btn-main mt-2" onClick={keep}>
        {kept ? 'Keep it anew' : 'Keep this take in the logbook'}
      </button>
      {trouble !== null && (
        <div className="mt-2">
          <Notice alarm>{trouble}</Notice>
        </div>
      )}
      <h2 className="mt-6 text-xl">Logbook</h2>
      {rows.length === 0 ? (
        <p className="text-soft">No recording is in it yet; the studio’s figures are common practice.</p>
      ) : (
        <table className="mt-1 w-full max-w-3xl border-collapse text-[14px]">
          <thead>
            <tr className="border-b text-left text-[13px] text-soft">
              <th className="py-1 font-normal">Class</th>
              <th className="font-normal">Instructor</th>
              <th className="text-right font-normal">planned</th>
              <th className="text-right font-normal">filmed</th>
              <th className="text-right font-normal">kept</th>
              <th className="w-8">
                <span className="sr-only">take out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.takeId} className="border-b">
                <td className="py-0.5">{r.title}</td>
                <td>{r.instructor}</td>
                <td className="figures text-right">{writeTime(r.entry.plannedUs, 0)}</td>
                <td className="figures text-right">{writeTime(r.entry.filmedUs, 0)}</td>
                <td className="figures text-right text-soft">{r.keptAt.slice(0, 10)}</td>
                <td className="text-right">
                  <IconButton label={`Take ${r.title} out of the logbook`} onClick={() => forget(r)}>
                    <X size={14} />
                  </IconButton>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {next !== null && (
        <button className="btn mt-2" onClick={() => void showMore(next)}>
          Show earlier recordings
        </button>
      )}
    </section>
  );
}
