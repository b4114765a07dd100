import { Key } from '../../ui/Key.tsx';
import { useState } from 'react';
import { doubtfulOnes } from '../../core/checks/doubtful.ts';
import type { RecordedSegment } from '../../core/align/alignment.ts';
import { toProgramme, toTake } from '../../core/edit/shots.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { sideWord } from '../shared/words.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { withPin } from '../../core/workout/pins.ts';

const MOST_SHOWN = 8;

/** The places to listen to first: one key goes to the next, one says that it begins where the picture stands. */
export function Doubtful({ segments }: { readonly segments: readonly RecordedSegment[] }) {
  const { inHand: produced } = useDerived();
  const { change } = useDocument();
  const nowhere = usePlayhead((s) => s.at === null);
  const [now, setNow] = useState<string | null>(null);
  const list = doubtfulOnes(segments);
  const kept = produced?.programme.shots ?? [];
  const go = (r: RecordedSegment | undefined) => {
    if (r?.recorded == null) return;
    setNow(r.segment.key);
    usePlayhead.getState().seek?.(toProgramme(r.recorded.start, kept));
  };
  const next = () => go(list[(list.findIndex((r) => r.segment.key === now) + 1) % Math.max(1, list.length)]);
  const beginsHere = (key: string | null) => {
    const { at } = usePlayhead.getState();
    if (key === null || at === null) return;
    change('Begins here', (d) => withPin(d, key, toTake(at, kept)));
  };
  useLetterCommands([
    { label: 'Go to the next doubtful place', letter: 'n', run: next },
    { label: 'The doubtful segment begins where the picture stands', letter: 'b', run: () => beginsHere(now) },
  ]);
  if (list.length === 0) return null;
  return (
    <section>
      <h2 className="text-lg">Listen here first</h2>
      <p className="text-[13px] text-soft">
        <Key>N</Key> goes to the next, <Key>B</Key> says it begins where the picture stands.
      </p>
      <ul className="mt-1">
        {list.slice(0, MOST_SHOWN).map((r) => (
          <li
            key={r.segment.key}
            aria-current={r.segment.key === now ? 'true' : undefined}
            className={`flex items-baseline gap-2 border-b py-1 ${r.segment.key === now ? 'bg-sheet' : ''}`}
          >
            <button className="min-w-0 flex-1 truncate text-left hover:underline" onClick={() => go(r)}>
              <time className="figures">{r.recorded === null ? '' : writeTime(r.recorded.start, 1)}</time>{' '}
              <strong>{r.segment.label}</strong>
              {sideWord(r.segment.side) && `, ${sideWord(r.segment.side)}`}
            </button>
            <span className="figures text-[13px] text-soft">{Math.round(r.placed * 100)} %</span>
            <button
              className="btn text-[13px]"
              disabled={nowhere}
              onClick={() => beginsHere(r.segment.key)}
              aria-label={`${r.segment.label} begins here`}
            >
              begins here
            </button>
          </li>
        ))}
      </ul>
      {list.length > MOST_SHOWN && (
        <p className="text-[13px] text-soft">{list.length - MOST_SHOWN} more are less in doubt.</p>
      )}
    </section>
  );
}
