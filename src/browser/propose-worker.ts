import { expose } from 'comlink';
import type { Exercise } from '../core/exercise/exercise.ts';
import { bookWith } from '../core/exercise/library.ts';
import { type Proposal, propose } from '../core/propose/propose.ts';
import type { TakeSound } from '../core/signal/take-sound.ts';
import type { TakeTime } from '../core/time/micros.ts';
import type { Transcript } from '../core/transcript/transcript.ts';

/** A recording that has no plan yet. */
export interface Unplanned {
  readonly transcript: Transcript;
  readonly duration: TakeTime;
  readonly title: string;
  readonly sound: TakeSound | null;
  /** The studio's own exercises. */
  readonly exercises: readonly Exercise[];
}

/** The page is told each time that so much more is done. */
const TOLD_SHARE = 0.01;

/** A thin shell round the core's proposal. */
const api = {
  propose({ exercises, ...recording }: Unplanned, onProgress: (share: number) => void): Proposal {
    let told = 0;
    return propose(recording.transcript, recording.duration, {
      ...{ title: recording.title, sound: recording.sound, book: bookWith(exercises) },
      onProgress: (share) => {
        if (share < told + TOLD_SHARE && share < 1) return;
        told = share;
        onProgress(share);
      },
    });
  },
};
export type ProposeWorker = typeof api;

expose(api);
