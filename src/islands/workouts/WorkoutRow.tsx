import clsx from 'clsx';
import * as Menu from '@radix-ui/react-dropdown-menu';
import { MoreHorizontal } from 'lucide-react';
import { useRef } from 'react';
import { homeOf } from '../../ui/Hint.tsx';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { WORKOUT_STATES } from '../../core/workout/progress.ts';
import { Notice } from '../../ui/Notice.tsx';
import { addressOf, call } from '../shared/call.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import type { WorkoutSummary } from '../../contract/wire.ts';

interface RowProps {
  readonly workout: WorkoutSummary;
  readonly ready: boolean;
  readonly onDeleted: () => void;
}

export function Row({ workout, ready, onDeleted }: RowProps) {
  const reached = WORKOUT_STATES.indexOf(workout.state);
  return (
    <li
      className={clsx(
        'grid grid-cols-[1fr_auto] items-center gap-x-6 gap-y-2 border-b py-5',
        'sm:grid-cols-[1fr_5rem_15rem_13rem_auto]',
      )}
    >
      <div>
        <a
          className="font-display text-xl font-semibold underline-offset-4 hover:underline"
          href={`/w/${workout.id}/plan`}
        >
          {workout.title || 'Untitled'}
        </a>
        {workout.template && <span className="ml-2 border border-ink px-1 text-[13px]">template</span>}
      </div>
      <time className="text-right text-base!">{writeTime(workout.lengthUs as Micros)}</time>
      <ol aria-label={`State: ${workout.state}`} className="flex items-start gap-1">
        {WORKOUT_STATES.map((state, i) => (
          <li key={state} className="flex flex-1 flex-col gap-1">
            <span className={`h-1.5 ${i <= reached ? 'bg-ink' : 'bg-line'}`} />
            <span className={`text-[13px] ${i === reached ? 'font-semibold whitespace-nowrap' : 'sr-only'}`}>
              {state}
            </span>
          </li>
        ))}
      </ol>
      <a
        className={clsx(
          'justify-self-start text-soft underline decoration-line underline-offset-4 hover:text-ink',
          'hover:decoration-ink sm:justify-self-end',
        )}
        href={`/w/${workout.id}/${workout.next.station}`}
      >
        {workout.next.says} →
      </a>
      <RowActions workout={workout} ready={ready} onDeleted={onDeleted} />
    </li>
  );
}

/** What is done with a whole workout. What is deleted can be brought back. */
function RowActions({ workout, ready, onDeleted }: RowProps) {
  const { trouble, attempt } = useAttempt();
  const trigger = useRef<HTMLButtonElement>(null);
  const { id } = workout;
  const attemptAndShow = (work: () => Promise<unknown>) =>
    attempt(async () => {
      await work();
      window.location.reload();
    });
  const remove = () =>
    attempt(async () => {
      await call('removeWorkout', { id });
      onDeleted();
    });
  const item = 'btn btn-quiet justify-start outline-none data-highlighted:bg-shade';
  return (
    <div className="relative">
      <Menu.Root modal={false}>
        <Menu.Trigger
          ref={trigger}
          className="btn btn-quiet"
          aria-label={`More for ${workout.title}`}
          disabled={!ready}
        >
          <MoreHorizontal size={16} />
        </Menu.Trigger>
        <Menu.Portal container={homeOf(trigger.current)}>
          <Menu.Content
            align="end"
            sideOffset={4}
            className="z-10 flex w-56 flex-col items-stretch border bg-sheet p-1 shadow-md"
          >
            <Menu.Item
              className={item}
              onSelect={() => void attemptAndShow(() => call('createWorkout', {}, { body: { from: id } }))}
            >
              Duplicate
            </Menu.Item>
            <Menu.Item
              className={item}
              onSelect={() =>
                void attemptAndShow(() => call(workout.template ? 'unmarkTemplate' : 'markTemplate', { id }))
              }
            >
              {workout.template ? 'No longer a template' : 'Use as a template'}
            </Menu.Item>
            <Menu.Item className={item} asChild>
              <a href={addressOf('exportWorkout', { id })} download>
                Save as a file
              </a>
            </Menu.Item>
            <Menu.Item className={item} onSelect={() => void remove()}>
              Delete
            </Menu.Item>
          </Menu.Content>
        </Menu.Portal>
      </Menu.Root>
      {trouble !== null && (
        <div className="absolute right-0 z-10 mt-1 w-56">
          <Notice alarm>{trouble}</Notice>
        </div>
      )}
    </div>
  );
}
