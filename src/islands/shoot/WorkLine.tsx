import clsx from 'clsx';
import type { TakeWork } from '../../contract/wire.ts';

const DOING: Readonly<Record<TakeWork['kind'], string>> = {
  listen: 'Listening for voice, beeps and claps',
  picture: 'Making small pictures',
  sync: 'Laying it over its take',
  words: 'Hearing the words',
};

/** How far some work on a take is, with a way to stop it or begin again. */
export function WorkLine({
  work,
  stop,
  again,
}: {
  readonly work: TakeWork;
  readonly stop: () => void;
  readonly again: () => void;
}) {
  const going = work.state === 'queued' || work.state === 'running';
  return (
    <div
      role="status"
      className={clsx(
        'mt-2 flex flex-wrap items-center gap-3 text-[13.5px]',
        work.state === 'failed' ? 'text-alarm' : 'text-soft',
      )}
    >
      {going ? (
        <>
          <span>{DOING[work.kind]} …</span>
          <progress className="max-w-64 flex-1" value={work.progress} max={1} aria-label={DOING[work.kind]} />
          <span className="figures">{Math.round(work.progress * 100)} %</span>
          <button className="btn btn-quiet" onClick={stop}>
            Stop
          </button>
        </>
      ) : (
        <>
          <span>{work.state === 'done' ? work.message : `${DOING[work.kind]}: ${work.message ?? 'stopped.'}`}</span>
          {work.state !== 'done' && (
            <button className="btn" onClick={again}>
              Again
            </button>
          )}
        </>
      )}
    </div>
  );
}
