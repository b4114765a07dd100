import type { Programme } from '../edit/assemble.ts';
import type { PickUp } from '../edit/decisions.ts';
import { type Shot, inShots, shotsOf, toProgramme } from '../edit/shots.ts';
import { silencesIn } from '../edit/shorten.ts';
import {
  type Length,
  type Micros,
  type ProgrammeTime,
  type TakeTime,
  asLength,
  earlier,
  later,
  micros,
  moved,
  movedBack,
} from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/** A recording of a line that was spoken again. */
export interface PickUpRecording {
  readonly id: string;
  readonly duration: Micros;
  /** Where a voice is heard in it, in order; null: nobody listened yet. */
  readonly voice: readonly Span[] | null;
}

/** How a recording goes into the room that its line has. */
export interface Fit {
  /** What is used of it, on its own clock. */
  readonly from: Micros;
  readonly to: Micros;
  /** 1 000 000: as it was spoken; more is faster. */
  readonly speedPpm: number;
  /** How long it lasts then. */
  readonly length: Length;
  /** By how much it is too long even so; 0: it fits. */
  readonly over: Micros;
}

/** A little before and after the voice belongs to it: a consonant begins and ends softly. */
const AIR_US = 60_000;
/** Nobody hears speech made so much faster; more sounds driven (common practice). */
const MOST_SPEED_PPM = 1_080_000;
const AS_SPOKEN_PPM = 1_000_000;

/** Trims a recording to its voice and makes it a little faster where it is too long for its room. */
export function fitPickUp({ duration, voice }: PickUpRecording, roomUs: Length): Fit {
  const from = micros(Math.max(0, (voice?.[0]?.start ?? 0) - AIR_US));
  const to = micros(Math.min(duration, (voice?.at(-1)?.end ?? duration) + AIR_US));
  const spoken = to - from;
  const speedPpm = Math.min(MOST_SPEED_PPM, Math.max(AS_SPOKEN_PPM, Math.ceil((spoken / roomUs) * 1e6)));
  const length = asLength(Math.round((spoken * 1e6) / speedPpm));
  return { from, to, speedPpm, length, over: asLength(Math.max(0, length - roomUs)) };
}

/** A spoken line laid into the programme. Times of `at`, `muted` and `roomTone` are on its clock. */
export interface PlacedPickUp extends Omit<Fit, 'over'> {
  readonly pickUpId: string;
  readonly recordingId: string;
  readonly at: ProgrammeTime;
  /** What was said there and is not heard; null: it goes into a silence. */
  readonly muted: Span<ProgrammeTime> | null;
  /** The longest silence near it, which is laid under what is muted; null: there is none. */
  readonly roomTone: Span<ProgrammeTime> | null;
}

/** Silence is looked for so far before and after. */
const NEAR_US = 30e6;
const LEAST_TONE_US = 300_000;
const MOST_TONE_US = 3e6;

/**
 * Lays the chosen recordings of a take's lines into the programme. Lines whose place was cut out, and recordings that
 * are gone, are left out. `speech`: when somebody speaks in the take, in order.
 */
export function placePickUps(
  { shots }: Pick<Programme, 'shots'>,
  takeId: string,
  { pickUps, speech }: { readonly pickUps: readonly PickUp[]; readonly speech: readonly Span<TakeTime>[] },
  recordings: readonly PickUpRecording[],
): PlacedPickUp[] {
  const own = shotsOf(shots, takeId);
  return pickUps.flatMap((pickUp): PlacedPickUp[] => {
    const recording = recordings.find((r) => r.id === pickUp.recording);
    const shot = own.find((s) => pickUp.at >= s.start && pickUp.at < s.end);
    if (recording === undefined || shot === undefined) return [];
    const { over: _, ...fit } = fitPickUp(recording, pickUp.roomUs);
    return [
      {
        ...fit,
        pickUpId: pickUp.id,
        recordingId: recording.id,
        at: toProgramme(pickUp.at, own),
        muted: pickUp.muted === null ? null : inShot(pickUp.muted, shot),
        roomTone: roomToneNear(pickUp, shot, speech),
      },
    ];
  });
}

/** What of a span of the take is in a shot, on the programme's clock. */
function inShot(span: Span<TakeTime>, shot: Shot): Span<ProgrammeTime> | null {
  return inShots([shot], () => [span])[0] ?? null;
}

function roomToneNear(
  { at, muted }: PickUp,
  shot: Shot,
  speech: readonly Span<TakeTime>[],
): Span<ProgrammeTime> | null {
  const within = {
    start: later(shot.start, movedBack(at, NEAR_US)),
    end: earlier(shot.end, moved(at, NEAR_US)),
  };
  const silences = silencesIn(within, speech)
    .map(({ start, end }) => ({
      start: moved(start, AIR_US),
      end: earlier(movedBack(end, AIR_US), moved(start, MOST_TONE_US)),
    }))
    .filter(
      (s) => s.end - s.start >= LEAST_TONE_US && (muted === null || s.end <= muted.start || s.start >= muted.end),
    );
  const longest = silences.sort((a, b) => b.end - b.start - (a.end - a.start))[0];
  return longest === undefined ? null : inShot(longest, shot);
}
