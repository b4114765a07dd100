import { memo } from 'react';
import { type SegmentKind, isActive } from '../../core/plan/segment.ts';
import type { Length, Micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { KIND_WORD, sideWord } from '../shared/words.ts';
import { useDerived } from '../workbench/workbench-context.tsx';

/** More rows than this are counted, not drawn: nobody reads them and the page stays quick. */
const MOST_ROWS = 400;

/** The compiled class, following every keystroke. */
export function SegmentList() {
  const {
    compiled: { segments, total, slack },
  } = useDerived();
  const sum = (test: (s: (typeof segments)[number]) => boolean) =>
    segments.filter(test).reduce((n, s) => n + s.end - s.start, 0) as Micros;
  const side = (name: 'left' | 'right') => sum((s) => s.side === name);
  return (
    <section aria-label="Compiled segments">
      <div className="flex items-baseline justify-between">
        <h2 className="text-lg">Segments</h2>
        <time data-testid="total" className="text-2xl! font-semibold">
          {slack > 0 && '~'}
          {writeTime(total, slack > 0 ? 0 : 'auto')}
        </time>
      </div>
      {slack > 0 && (
        <p className="text-right text-[13px]">
          between <time>{writeTime((total - slack) as Micros, 0)}</time> and{' '}
          <time>{writeTime((total + slack) as Micros, 0)}</time>
        </p>
      )}
      <p className="mt-0.5 mb-3 text-[13px] text-soft">
        {segments.filter(isActive).length} intervals · <span className="figures">{writeTime(sum(isActive))}</span> of
        moves
        {side('left') + side('right') > 0 && (
          <>
            {' '}
            · left <span className="figures">{writeSeconds(side('left'))}</span> s, right{' '}
            <span className="figures">{writeSeconds(side('right'))}</span> s
          </>
        )}
      </p>
      <ol>
        {segments.slice(0, MOST_ROWS).map((s, i) => {
          const newGroup = s.blockId !== segments[i - 1]?.blockId || s.round !== segments[i - 1]?.round;
          return (
            <Row
              key={s.key}
              heading={newGroup ? `${s.blockName}${s.rounds > 1 ? ` · round ${s.round}` : ''}` : null}
              kind={s.kind}
              start={s.start}
              length={(s.end - s.start) as Length}
              side={sideWord(s.side)}
              words={
                isActive(s) || s.label === KIND_WORD[s.kind]
                  ? s.label
                  : `${s.label} · ${KIND_WORD[s.kind].toLowerCase()}`
              }
            />
          );
        })}
      </ol>
      {segments.length > MOST_ROWS && <p className="mt-2 text-soft">and {segments.length - MOST_ROWS} more</p>}
      {segments.length === 0 && <p className="text-soft">Nothing is timed yet.</p>}
    </section>
  );
}

interface RowProps {
  readonly heading: string | null;
  readonly kind: SegmentKind;
  readonly start: Micros;
  readonly length: Length;
  readonly words: string;
  readonly side: string;
}

/** One segment; drawn again only when what it shows is different, for there are hundreds. */
const Row = memo(function Row({ heading, kind, start, length, words, side }: RowProps) {
  return (
    <li>
      {heading !== null && <p className="mt-3 mb-0.5 border-b text-[13px] text-soft">{heading}</p>}
      <div className={`kind-${kind} grid grid-cols-[4rem_0.5rem_minmax(0,1fr)_auto] items-center gap-2 py-[2px]`}>
        <time className="text-soft">{writeTime(start)}</time>
        <span className="pattern h-full border-l-[3px] border-(--k)!" aria-hidden="true" />
        <span className={`truncate ${kind === 'work' || kind === 'hold' ? '' : 'text-soft'}`}>
          {words}
          {side !== '' && <span className="text-soft"> · {side}</span>}
        </span>
        <span className="figures">{writeSeconds(length)}</span>
      </div>
    </li>
  );
});
