import type { TakeSound } from '../signal/take-sound.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import { type Lie, soundOnTake, transcriptOnTake } from '../sync/clock-map.ts';
import type { PickUpRecording } from '../sound/pick-ups.ts';
import { voiceOf } from '../align/align.ts';
import type { Recording } from '../edit/views.ts';
import type { TakeRole, ThumbSheet } from '../sync/media-facts.ts';
import type { SeenPictures } from '../sync/seen-pictures.ts';
import type { Transcript } from '../transcript/transcript.ts';
import type { FrameRate } from '../time/frames.ts';
import type { TakeTime } from '../time/micros.ts';
import type { TakeFacts } from './align-takes.ts';

/** A take or another recording of it, as it is kept. */
export interface TakeSource {
  readonly take: {
    readonly id: string;
    readonly duration: TakeTime;
    readonly rate: FrameRate;
    readonly role: TakeRole;
    readonly ofTake: string | null;
    readonly lie: Lie | null;
    readonly sound: TakeSound | null;
    /** What its small pictures show. */
    readonly thumbs?: ThumbSheet | null;
  };
  readonly transcript: { readonly text: string } | null;
}

/**
 * A take as the core sees it. A recorder that was laid over it heard the voice better than the camera, so its sound is
 * used; and where the take itself has no words, those of another recording of it.
 */
export function factsOfTake(
  take: TakeSource['take'],
  all: readonly TakeSource[],
  read: (text: string) => Transcript,
): TakeFacts {
  const own = all.find((s) => s.take.id === take.id);
  const others = all
    .filter((s) => s.take.ofTake === take.id && s.take.lie !== null)
    .sort((a, b) => Number(b.take.role === 'recorder') - Number(a.take.role === 'recorder'));
  const clearer = others.find(
    (s) => s.take.sound !== null && s.take.sound.voiceClarity > (take.sound?.voiceClarity ?? 0),
  );
  const heard =
    clearer?.take.sound == null || clearer.take.lie === null
      ? take.sound
      : soundOnTake(clearer.take.sound, clearer.take.lie, take.duration);
  // A microphone at the mouth hears little of the room: of the two recordings, the one in which more music was heard is
  // used.
  const music = longerMusic(take.sound?.music, heard?.music);
  const sound = heard === null || music === undefined ? heard : { ...heard, music };
  const spoken = own?.transcript ?? null;
  const lent = others.find((s) => s.transcript !== null);
  const transcript =
    spoken !== null
      ? read(spoken.text)
      : lent?.transcript == null || lent.take.lie === null
        ? { cues: [] }
        : transcriptOnTake(read(lent.transcript.text), lent.take.lie, take.duration);
  return { duration: take.duration, rate: take.rate, transcript, sound, ownClarity: take.sound?.voiceClarity ?? null };
}

function longerMusic(own: TakeSound['music'], other: TakeSound['music']): TakeSound['music'] {
  const length = (music: readonly RoomMusic[] = []) => music.reduce((sum, m) => sum + m.end - m.start, 0);
  return length(own) > length(other) ? own : (other ?? own);
}

/** The cameras and recorders that were laid over takes. */
export function recordingsOf(all: readonly TakeSource[]): Recording[] {
  return all.flatMap(({ take: { id, role, ofTake, lie, duration, sound } }): Recording[] =>
    (role !== 'camera' && role !== 'recorder') || ofTake === null || lie === null
      ? []
      : [{ id, role, ofTake, lie, duration, voiceClarity: sound?.voiceClarity ?? null }],
  );
}

/** What the small pictures of each recording show, where somebody looked. */
export function seenIn(all: readonly TakeSource[]): ReadonlyMap<string, SeenPictures> {
  return new Map(
    all.flatMap(({ take: { id, thumbs } }) =>
      thumbs?.seen === undefined ? [] : [[id, { everyUs: thumbs.everyUs, ...thumbs.seen }] as const],
    ),
  );
}

/** The lines that were spoken again. */
export function pickUpsRecorded(all: readonly TakeSource[]): PickUpRecording[] {
  return all.flatMap(({ take: { id, role, duration, sound } }) =>
    role === 'pick-up' ? [{ id, duration, voice: voiceOf(sound) }] : [],
  );
}
