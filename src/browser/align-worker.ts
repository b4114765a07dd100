import { expose } from 'comlink';
import type { Exercise } from '../core/exercise/exercise.ts';
import { bookWith } from '../core/exercise/library.ts';
import type { Plan } from '../core/plan/plan.ts';
import { type Proposal, propose } from '../core/propose/propose.ts';
import type { TakeSound } from '../core/signal/take-sound.ts';
import type { TakeTime } from '../core/time/micros.ts';
import type { Transcript } from '../core/transcript/transcript.ts';
import type { Edit } from '../core/workout/document.ts';
import { type Aligned, type TakeFacts, alignWorkout } from '../core/workout/align-takes.ts';

/** A recording that has no plan yet. */
export interface Unplanned {
  readonly transcript: Transcript;
  readonly duration: TakeTime;
  readonly title: string;
  readonly sound: TakeSound | null;
  /** The studio's own exercises. */
  readonly exercises: readonly Exercise[];
}

/** A thin shell round the core's alignment, so that typing never waits for it. */
const api = {
  align: (plan: Plan, edit: Pick<Edit, 'pins' | 'noTimers'>, take: TakeFacts, lacking: readonly string[]): Aligned =>
    alignWorkout({ plan, edit }, take, lacking),
  propose: ({ transcript, duration, title, sound, exercises }: Unplanned): Proposal =>
    propose(transcript, duration, { title, book: bookWith(exercises), sound }),
};
export type AlignWorker = typeof api;

expose(api);
