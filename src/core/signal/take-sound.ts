import type { TakeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { RoomMusic } from './room-music.ts';

/** Samples a second that a take is heard at; sound is brought to this rate before. */
export const ACTIVITY_RATE_HZ = 16_000;

export const FRAME_US = 10_000;

/** A tone of a machine: an interval timer, a watch. */
export interface Beep extends Span<TakeTime> {
  readonly hz: number;
}

/** A lasting step in loudness, in decibels: music turned up, a microphone taken off. */
export interface LevelStep {
  readonly at: TakeTime;
  readonly db: number;
}

/** What can be heard in a take besides its words. Times are on take time. */
export interface TakeSound {
  /** Where somebody speaks, in order, apart by at least a breath. */
  readonly voice: readonly Span<TakeTime>[];
  /** 0 to 1: how clearly speech stands out of what is under it. Below about 0.4 its places are guesses. */
  readonly voiceClarity: number;
  readonly beeps: readonly Beep[];
  readonly claps: readonly TakeTime[];
  readonly levels: readonly LevelStep[];
  /** Music that plays in the room; left out in what was heard before music was listened for. */
  readonly music?: readonly RoomMusic[];
}

export const NO_SOUND: TakeSound = { voice: [], voiceClarity: 0, beeps: [], claps: [], levels: [] };

/** What is written down of each frame, in decibels and hertz. */
export interface Features {
  readonly voice: number[];
  readonly high: number[];
  readonly all: number[];
  /** Share of the frame's power that lies in its strongest tone, and that tone. */
  readonly tone: number[];
  readonly toneHz: number[];
}
