import { Key } from '../../ui/Key.tsx';
import clsx from 'clsx';
import { useLayoutEffect, useMemo, useState } from 'react';
import { tinykeys } from 'tinykeys';
import { nextActive } from '../../core/plan/segment.ts';
import { micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import type { WorkedScript } from '../../core/workout/work-script.ts';
import { Notice } from '../../ui/Notice.tsx';
import { useClassClock } from '../prompter/use-class-clock.ts';
import { KIND_WORD, sideWord } from '../shared/words.ts';
import { inField } from '../workbench/use-keys.ts';
import { useChange, useDerived } from '../workbench/workbench-context.tsx';
import { Marks } from './Marks.tsx';
import { useVoice } from './use-voice.ts';
import { Hint } from '../../ui/Hint.tsx';

/**
 * The class runs with its clock, the lines light up and are spoken; what felt wrong is marked for the desk afterwards.
 */
export function Rehearse({ worked, onClose }: { readonly worked: WorkedScript; readonly onClose: () => void }) {
  const {
    compiled: { segments, total },
  } = useDerived();
  const change = useChange();
  const { lines } = worked.schedule;
  const view = useClassClock(segments, total);
  const [voice, setVoice] = useState(true);
  const silent = useVoice(lines, { at: view.at, running: view.running, speed: view.speed, on: voice });
  const segment = segments.find((s) => view.at < s.end) ?? segments.at(-1);
  const here = useMemo(() => lines.filter((l) => l.segmentIndex === segment?.index), [lines, segment?.index]);
  const next = segment === undefined ? null : nextActive(segments, segment.index);
  const lit = lines.findLast((l) => l.start <= view.at);
  const mark = () => {
    if (segment === undefined) return;
    change('Mark a line', (d) => ({
      ...d,
      script: {
        ...d.script,
        marks: [
          ...d.script.marks,
          {
            segmentKey: segment.key,
            text: lit !== undefined && lit.segmentIndex === segment.index ? lit.text : segment.label,
            note: '',
          },
        ],
      },
    }));
  };
  useLayoutEffect(() =>
    tinykeys(window, {
      m: (e) => {
        if (!inField(e)) {
          e.preventDefault();
          mark();
        }
      },
      v: (e) => {
        if (!inField(e)) {
          e.preventDefault();
          setVoice((on) => !on);
        }
      },
      Escape: (e) => {
        if (!inField(e)) {
          e.preventDefault();
          onClose();
        }
      },
    }),
  );
  if (segment === undefined) return null;
  const left = Math.max(0, segment.end - view.at);
  return (
    <section aria-label="Rehearsal" className={`kind-${segment.kind} mx-auto max-w-5xl px-4 py-5 sm:px-6`}>
      <div className="flex flex-wrap items-center gap-2">
        <button className="btn btn-main w-24 justify-center" onClick={view.toggle}>
          {view.running ? 'Pause' : 'Run'}
        </button>
        <Hint says="The segment before (left arrow)">
          <button className="btn" onClick={() => view.jump(-1)}>
            Previous
          </button>
        </Hint>
        <Hint says="The next segment (right arrow)">
          <button className="btn" onClick={() => view.jump(1)}>
            Next
          </button>
        </Hint>
        <span className="ml-2 flex items-center gap-1">
          <button className="btn btn-quiet border-line" aria-label="Slower" onClick={() => view.faster(-1)}>
            −
          </button>
          <span className="figures w-12 text-center">×{view.speed}</span>
          <button className="btn btn-quiet border-line" aria-label="Faster" onClick={() => view.faster(1)}>
            +
          </button>
        </span>
        <label className="ml-2 flex items-center gap-1.5">
          <input type="checkbox" checked={voice} onChange={(e) => setVoice(e.target.checked)} />
          voice
        </label>
        <Hint says="Mark this line as wrong (M)">
          <button className="btn ml-auto" onClick={mark}>
            Mark it
          </button>
        </Hint>
        <button className="btn btn-quiet" onClick={onClose}>
          Back to writing
        </button>
      </div>
      <p className="mt-1 text-[13px] text-soft max-sm:hidden">
        <Key>Space</Key> run or pause · <Key>← →</Key> segments · <Key>,</Key> <Key>.</Key> slower, faster ·{' '}
        <Key>V</Key> voice · <Key>M</Key> mark · <Key>Esc</Key> back
      </p>
      {voice && silent !== null && (
        <div className="mt-2">
          <Notice>{silent}</Notice>
        </div>
      )}
      <div className="mt-4 grid gap-x-8 border-t-4 border-(--k)! pt-4 md:grid-cols-[minmax(0,1fr)_15rem]">
        <div>
          <p className="text-soft">
            {segment.blockName}
            {segment.rounds > 1 ? `, round ${segment.round} of ${segment.rounds}` : ''} · {KIND_WORD[segment.kind]}
          </p>
          <h2 className="text-4xl">
            {segment.label}
            {sideWord(segment.side) === '' ? '' : `, ${sideWord(segment.side)}`}
          </h2>
          <ol className="mt-5 flex flex-col gap-2" aria-live="off">
            {here.map((line) => {
              const now = view.at >= line.start && view.at < line.end;
              const said = view.at >= line.end;
              return (
                <li
                  key={`${line.start}`}
                  className={clsx(
                    'grid grid-cols-[3.5rem_1fr] items-baseline gap-3 border-l-4 py-1 pl-3 text-xl',
                    now
                      ? 'border-(--k)! bg-(--t) font-semibold'
                      : said
                        ? 'border-transparent text-soft'
                        : 'border-transparent',
                  )}
                  aria-current={now || undefined}
                >
                  <Hint says="Go to this line">
                    <button
                      className="figures text-right text-[13px] text-soft hover:underline"
                      onClick={() => view.seek(line.start)}
                    >
                      +{writeSeconds(micros(line.start - segment.start))}
                    </button>
                  </Hint>
                  <bdi>{line.text}</bdi>
                </li>
              );
            })}
            {here.length === 0 && <li className="text-soft">Nothing is said here.</li>}
          </ol>
          {next !== null && (
            <p className="mt-6 text-soft">
              Then {next.label}
              {sideWord(next.side) === '' ? '' : `, ${sideWord(next.side)}`}
            </p>
          )}
        </div>
        <div className="max-md:order-first">
          <p className="figures text-7xl! leading-none font-bold" aria-label="Seconds left in the segment">
            {Math.ceil(left / 1e6)}
          </p>
          <div className="mt-2 h-2 bg-shade" aria-hidden="true">
            <div
              className="h-full bg-(--k)"
              style={{ width: `${(left / Math.max(1, segment.end - segment.start)) * 100}%` }}
            />
          </div>
          <p className="mt-2 text-soft">
            <time>{writeTime(view.at, 0)}</time> of <time>{writeTime(total, 0)}</time>
          </p>
          <label className="sr-only" htmlFor="rehearse-place">
            Place in the class
          </label>
          <input
            id="rehearse-place"
            type="range"
            className="mt-1 w-full"
            min={0}
            max={Math.round(total / 1e6)}
            value={Math.round(view.at / 1e6)}
            onChange={(e) => view.seek(Number(e.target.value) * 1e6)}
            aria-valuetext={writeTime(view.at, 0)}
          />
          <div className="mt-5">
            <Marks go={(index) => view.seek(segments[index]?.start ?? 0)} />
          </div>
        </div>
      </div>
    </section>
  );
}
