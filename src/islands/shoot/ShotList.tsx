import { useMemo } from 'react';
import { shotList } from '../../core/plan/shot-list.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { useDerived, useStudio } from '../workbench/workbench-context.tsx';

const VIEW_WORDS = {
  front: 'From the front',
  side: 'From the side',
  'three-quarter': 'Three-quarter view',
  floor: 'Camera on the floor',
} as const;

/** What is to be filmed, by set-up: all of one view together, so that camera and furniture move least. */
export function ShotList() {
  const { plan, compiled } = useDerived();
  const { book } = useStudio();
  const list = useMemo(() => shotList(plan, compiled.segments, book), [plan, compiled, book]);
  if (list.setUps.length === 0) return null;
  const saved = list.changesInOrder - list.changesBySetUp;
  return (
    <details className="border-b py-3">
      <summary className="font-display text-lg font-semibold">
        Shot list{' '}
        <span className="font-sans text-[14px] font-normal text-soft">
          {list.setUps.length} set-ups
          {saved > 0 &&
            `; filmed like this, camera, level or props change ${list.changesBySetUp} times instead of ` +
              `${list.changesInOrder}`}
        </span>
      </summary>
      <ol className="mt-2 grid gap-x-8 gap-y-3 md:grid-cols-2">
        {list.setUps.map((s) => (
          <li key={`${s.view} ${s.level} ${s.needs.join()}`}>
            <p>
              <strong>{VIEW_WORDS[s.view]}</strong>
              <span className="text-soft">
                {s.level !== null &&
                  `, ${s.level === 'low' ? 'kneeling' : s.level === 'floor' ? 'on the floor' : s.level}`}
                {s.needs.length > 0 && `, with ${s.needs.join(' and ')}`}
              </span>
            </p>
            <ul>
              {s.shots.map((shot) => (
                <li key={shot.segmentKey} className="flex items-baseline gap-2">
                  <time className="w-12 text-right text-soft">{writeTime(shot.at, 0)}</time>
                  <span>{shot.label}</span>
                  {shot.note !== null && <span className="text-[13px] text-soft">{shot.note}</span>}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </details>
  );
}
