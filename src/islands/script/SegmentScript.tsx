import { memo } from 'react';
import { type Segment, isActive } from '../../core/plan/segment.ts';
import type { Cue } from '../../core/script/cue.ts';
import type { DroppedLine, PlacedLine, SpeechFit } from '../../core/script/placed-line.ts';
import { micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { joinCounts } from '../../formats/script/script-page.ts';
import { KIND_WORD, sideWord } from '../shared/words.ts';
import { CueLine } from './CueLine.tsx';
import { FitBar } from './FitBar.tsx';

interface SegmentScriptProps {
  readonly segment: Segment;
  readonly heading: string | null;
  readonly fit: SpeechFit | undefined;
  readonly lines: readonly PlacedLine[];
  readonly dropped: readonly DroppedLine[];
  readonly cues: readonly Cue[];
  /** What was found about a line, by its id. */
  readonly wrong: ReadonlyMap<string, string>;
  readonly add: (segment: Segment, after: Cue | null) => void;
}

const NOTHING: ReadonlyMap<string, string> = new Map();

/**
 * One segment of the page: its written lines and the program's calls in the order they are said, and how much of its
 * room they fill.
 */
export const SegmentScript = memo(function SegmentScript({
  segment,
  heading,
  fit,
  lines,
  dropped,
  cues,
  wrong,
  add,
}: SegmentScriptProps) {
  // Written lines that found no place, and those not yet placed, stand last.
  const homeless = cues.filter((cue) => !lines.some((line) => line.cueId === cue.id));
  const before = (cue: Cue) => cues[cues.indexOf(cue) - 1]?.id ?? null;
  const move = isActive(segment) ? segment.label : null;
  const addAfter = (cue: Cue) => add(segment, cue);
  return (
    <div>
      {heading !== null && <h2 className="mt-5 border-b-2 border-ink pb-0.5 text-lg">{heading}</h2>}
      <div className={`kind-${segment.kind} grid gap-x-4 border-b py-2 sm:grid-cols-[11rem_minmax(0,1fr)_6rem]`}>
        <div className="border-l-[3px] border-(--k)! pl-2">
          <p className="font-semibold">{segment.label}</p>
          <p className="text-[13px] text-soft">
            <time>{writeTime(segment.start)}</time> · {KIND_WORD[segment.kind]}{' '}
            <span className="figures">{writeSeconds(micros(segment.end - segment.start))}</span> s
            {sideWord(segment.side) === '' ? '' : ` · ${sideWord(segment.side)}`}
          </p>
        </div>
        <ul className="min-w-0">
          {/* One list for all: a line that gets its place must stay the same element, or it would lose the focus. */}
          {[...joinCounts(lines), ...homeless].map((line) => {
            if ('segmentKey' in line) {
              const lost = dropped.find((d) => d.cueId === line.id);
              return (
                <CueLine
                  key={line.id}
                  cue={line}
                  previousId={before(line)}
                  move={move}
                  at=""
                  missingUs={lost?.missingUs ?? null}
                  wrong={wrong.get(line.id) ?? null}
                  addAfter={addAfter}
                />
              );
            }
            const cue = line.cueId === null ? undefined : cues.find((c) => c.id === line.cueId);
            const at = `+${writeSeconds(micros(line.start - segment.start))}`;
            if (cue !== undefined)
              return (
                <CueLine
                  key={cue.id}
                  cue={cue}
                  previousId={before(cue)}
                  move={move}
                  at={at}
                  missingUs={null}
                  wrong={wrong.get(cue.id) ?? null}
                  addAfter={addAfter}
                />
              );
            return line.cueId !== null ? null : (
              <li key={`${line.kind}${line.start}`} className="flex items-baseline gap-2 py-[1px] text-soft">
                <span className="figures w-12 shrink-0 text-right">{at}</span>
                <bdi className="text-[13.5px] italic">{line.text}</bdi>
                <span className="text-[13px]">{line.kind.replace('-', ' ')}</span>
              </li>
            );
          })}
          {dropped
            .filter((d) => d.cueId === null)
            .map((d, i) => (
              <li key={i} className="flex items-baseline gap-2 py-[1px] text-[13px] text-soft">
                <span className="figures w-12 shrink-0 text-right">–</span>
                <s>{d.text}</s>{' '}
                <span>
                  {d.kind.replace('-', ' ')} left out:{' '}
                  {d.reason === 'place-taken' ? 'its place is taken' : `${writeSeconds(d.missingUs)} s too long`}
                </span>
              </li>
            ))}
          <li>
            <button
              className="ml-14 text-[13px] text-soft hover:text-ink hover:underline"
              onClick={() => add(segment, null)}
            >
              + line
            </button>
          </li>
        </ul>
        {fit !== undefined && <FitBar needUs={fit.needUs} haveUs={fit.haveUs} />}
      </div>
    </div>
  );
}, same);

/** The worker's answer is new each time; what is the same in it is not drawn again. */
function same(a: SegmentScriptProps, b: SegmentScriptProps): boolean {
  return (
    a.heading === b.heading &&
    a.add === b.add &&
    sameSegment(a.segment, b.segment) &&
    a.fit?.needUs === b.fit?.needUs &&
    a.fit?.haveUs === b.fit?.haveUs &&
    sameList(a.cues, b.cues, (x, y) => x === y) &&
    sameList(
      a.lines,
      b.lines,
      (x, y) => x.start === y.start && x.end === y.end && x.text === y.text && x.cueId === y.cueId && x.kind === y.kind,
    ) &&
    sameList(
      a.dropped,
      b.dropped,
      (x, y) => x.text === y.text && x.cueId === y.cueId && x.missingUs === y.missingUs && x.reason === y.reason,
    ) &&
    a.cues.every((c) => (a.wrong ?? NOTHING).get(c.id) === (b.wrong ?? NOTHING).get(c.id))
  );
}

function sameSegment(a: Segment, b: Segment): boolean {
  return (
    a.key === b.key &&
    a.index === b.index &&
    a.start === b.start &&
    a.end === b.end &&
    a.label === b.label &&
    a.side === b.side &&
    a.kind === b.kind
  );
}

function sameList<T>(a: readonly T[], b: readonly T[], equal: (x: T, y: T) => boolean): boolean {
  return a.length === b.length && a.every((x, i) => equal(x, b[i] as T));
}
