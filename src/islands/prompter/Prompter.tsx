import { Key } from '../../ui/Key.tsx';
import clsx from 'clsx';
import { useEffect, useMemo, useRef, useState } from 'react';
import { tinykeys } from 'tinykeys';
import { bookWith } from '../../core/exercise/library.ts';
import { compile } from '../../core/plan/compile.ts';
import type { Plan } from '../../core/plan/plan.ts';
import type { Segment } from '../../core/plan/segment.ts';
import type { Script } from '../../core/script/cue.ts';
import { schedule } from '../../core/script/schedule.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { type Studio, callMeans } from '../../core/workout/studio.ts';
import { joinCounts } from '../../formats/script/script-page.ts';
import { sideWord } from '../shared/words.ts';
import { useClassClock } from './use-class-clock.ts';
import { Hint } from '../../ui/Hint.tsx';

interface Props {
  readonly id: string;
  readonly plan: Plan;
  readonly script: Script;
  readonly studio: Studio;
}

const SIZES = [28, 36, 44, 54, 66, 80] as const;
const larger = (size: number) => Math.min(SIZES.length - 1, size + 1);
const smaller = (size: number) => Math.max(0, size - 1);
/** The line being said stands this far down the screen, where the camera is. */
const EYE_LINE = 0.34;

/** The script in large letters that scroll by the class's clock; always in the dark theme, for the floor. */
export function Prompter({ id, plan, script, studio }: Props) {
  const { segments, total } = useMemo(() => compile(plan), [plan]);
  const lines = useMemo(
    () => joinCounts(schedule(segments, script, callMeans(plan, studio, bookWith(studio.exercises))).lines),
    [segments, plan, script, studio],
  );
  const view = useClassClock(segments, total);
  const [size, setSize] = useState(2);
  const [flipped, setFlipped] = useState(false);
  const page = useRef<HTMLDivElement>(null);
  const current = lines.findLastIndex((l) => l.start <= view.at);
  const segment = segments.find((s) => view.at < s.end) ?? segments.at(-1);
  useEffect(
    () =>
      tinykeys(window, {
        'Shift+Equal': () => setSize(larger),
        Equal: () => setSize(larger),
        NumpadAdd: () => setSize(larger),
        Minus: () => setSize(smaller),
        NumpadSubtract: () => setSize(smaller),
        f: () => setFlipped((on) => !on),
        Escape: () => window.location.assign(`/w/${id}/script`),
      }),
    [id],
  );
  // Between two lines the page glides: the next line is at the eye when it is due.
  useEffect(() => {
    const box = page.current;
    if (box === null) return;
    const top = (i: number) => box.querySelector<HTMLElement>(`[data-at="${i}"]`)?.offsetTop ?? 0;
    const [a, b] = [lines[current], lines[current + 1]];
    const from = a === undefined ? 0 : top(current);
    const share =
      a === undefined
        ? b === undefined
          ? 0
          : view.at / Math.max(1, b.start)
        : b === undefined
          ? 0
          : Math.max(0, (view.at - a.end) / Math.max(1, b.start - a.end));
    const to = b === undefined ? from : top(current + 1);
    const eyes = box.parentElement!.clientHeight * EYE_LINE;
    box.style.transform = `translateY(${eyes - (from + (to - from) * Math.min(1, share))}px)`;
  }, [view.at, current, lines, size]);
  if (segments.length === 0)
    return (
      <main className="p-8">
        <h1 className="text-2xl">There is no class to read yet</h1>
        <a className="underline" href={`/w/${id}/plan`}>
          Plan it first
        </a>
      </main>
    );
  return (
    <main
      className="fixed inset-0 flex flex-col overflow-hidden bg-paper"
      style={flipped ? { transform: 'scaleX(-1)' } : undefined}
    >
      <h1 className="sr-only">{plan.title}: prompter</h1>
      <header
        className={clsx(
          `kind-${segment?.kind ?? 'talk'}`,
          'flex flex-wrap items-baseline gap-x-6 border-b-4 border-(--k)! px-5 py-2',
        )}
      >
        <p className="font-display text-3xl font-semibold">
          {segment?.label}
          {segment !== undefined && sideWord(segment.side) !== '' && <Side segment={segment} plan={plan} />}
        </p>
        <p className="figures ml-auto text-5xl! font-bold" aria-label="Seconds left in the segment">
          {Math.ceil(Math.max(0, (segment?.end ?? 0) - view.at) / 1e6)}
        </p>
        <p className="figures text-soft">
          {writeTime(view.at, 0)} / {writeTime(total, 0)}
        </p>
      </header>
      <div className="relative min-h-0 flex-1 overflow-hidden" onClick={view.toggle}>
        <div
          ref={page}
          className="absolute inset-x-0 px-5 sm:px-12 will-change-transform"
          style={{ fontSize: SIZES[size], lineHeight: 1.25 }}
        >
          {lines.map((line, i) => {
            const before = lines[i - 1];
            const of = segments[line.segmentIndex];
            return (
              <div key={i} data-at={i}>
                {before?.segmentIndex !== line.segmentIndex && (
                  <p className={`kind-${of?.kind ?? 'talk'} mt-6 border-l-8 border-(--k)! pl-3 text-[0.5em] text-soft`}>
                    {of?.label}
                    {of !== undefined && sideWord(of.side) !== '' ? `, ${sideWord(of.side)}` : ''}
                  </p>
                )}
                <p
                  dir="auto"
                  className={i === current && view.at < line.end ? 'font-bold' : i <= current ? 'text-soft' : ''}
                >
                  {line.text}
                </p>
              </div>
            );
          })}
        </div>
      </div>
      <footer className="flex flex-wrap items-center gap-2 border-t px-5 py-2 text-[14px]">
        <button className="btn btn-main w-24 justify-center" onClick={view.toggle}>
          {view.running ? 'Pause' : 'Run'}
        </button>
        <button className="btn" onClick={() => view.jump(-1)}>
          Previous
        </button>
        <button className="btn" onClick={() => view.jump(1)}>
          Next
        </button>
        <button className="btn btn-quiet border-line" aria-label="Slower" onClick={() => view.faster(-1)}>
          −
        </button>
        <span className="figures">×{view.speed}</span>
        <button className="btn btn-quiet border-line" aria-label="Faster" onClick={() => view.faster(1)}>
          +
        </button>
        <button className="btn btn-quiet border-line" aria-label="Smaller letters" onClick={() => setSize(smaller)}>
          A−
        </button>
        <button className="btn btn-quiet border-line" aria-label="Larger letters" onClick={() => setSize(larger)}>
          A+
        </button>
        <Hint says="Mirrored, for reading in a glass before the lens (F)">
          <button className="btn btn-quiet border-line" aria-pressed={flipped} onClick={() => setFlipped(!flipped)}>
            Flip
          </button>
        </Hint>
        <span className="text-soft max-md:hidden">
          <Key>Space</Key> run · <Key>← →</Key> segments · <Key>+</Key> <Key>−</Key> letters · <Key>F</Key> flip
        </span>
        <a className="btn btn-quiet ml-auto" href={`/w/${id}/script`}>
          Back to the script
        </a>
      </footer>
    </main>
  );
}

/** The side that is said, and in a mirrored class the side the instructor's own body moves. */
function Side({ segment, plan }: { readonly segment: Segment; readonly plan: Plan }) {
  const own = segment.side === 'left' ? 'right' : 'left';
  return (
    <span>
      , {sideWord(segment.side)}
      {plan.cueing === 'mirrored' && (segment.side === 'left' || segment.side === 'right') && (
        <span className="ml-3 text-[0.55em] text-soft">your own {own}</span>
      )}
    </span>
  );
}
