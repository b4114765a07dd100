import type { Pin } from '../align/pin.ts';
import type { Length, Micros, TakeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/** What a person decided about one take. Times are on its clock and mean nothing on another. */
export interface OnTake {
  readonly pins: readonly Pin[];
  /** Ids of blocks that were not filmed to a machine timer, though one seemed to be heard. */
  readonly noTimers: readonly string[];
  /** The person looked at the alignment and found it right. */
  readonly accepted: boolean;
  /** Stretches that are cut out. */
  readonly removed: readonly Span<TakeTime>[];
  /** Stretches that another camera shows, whatever the rules say. */
  readonly shown: readonly ShownSpan[];
  readonly pickUps: readonly PickUp[];
  readonly takeLetStand: readonly LetStand[];
  readonly roomCounts: readonly RoomCount[];
}

/** What a person says of the music in a take's room: a phrase begins at a time, or what seems to play then is none. */
export interface RoomCount {
  readonly at: TakeTime;
  readonly says: 'phrase' | 'no-music';
}

/** A stretch of a take seen from one of its cameras; `cameraId` is a recording of that take, or the take itself. */
export interface ShownSpan extends Span<TakeTime> {
  readonly cameraId: string;
}

/** What a camera shows by itself, where nothing is decided by hand. */
export const CAMERA_SUBJECTS = ['new-moves', 'floor', 'talk'] as const;
export type CameraSubject = (typeof CAMERA_SUBJECTS)[number];
export interface CameraRule {
  readonly cameraId: string;
  readonly shows: readonly CameraSubject[];
}

export const NOTHING_ON_TAKE: OnTake = {
  pins: [],
  noTimers: [],
  accepted: false,
  removed: [],
  shown: [],
  pickUps: [],
  takeLetStand: [],
  roomCounts: [],
};

/** Which take a segment is from, by hand; null: it is left out of the programme. */
export interface Use {
  readonly segmentKey: string;
  readonly takeId: string | null;
}

/**
 * Where an insert stands to its segment: `before` and `after` it the programme becomes longer, `over` it what is seen
 * is covered while the sound runs on, `instead` it stands for what no take holds.
 */
export const INSERT_PLACES = ['before', 'over', 'after', 'instead'] as const;
export type InsertPlace = (typeof INSERT_PLACES)[number];

export const CARD_KINDS = ['title', 'part', 'move', 'rest', 'end'] as const;
export type CardKind = (typeof CARD_KINDS)[number];

/** What an insert shows; times are on the recording's own clock. */
export type InsertShows =
  | {
      readonly kind: 'card';
      readonly card: CardKind;
      /** Written by hand; null: as the plan has it. */
      readonly title: string | null;
      readonly line: string | null;
    }
  | { readonly kind: 'freeze'; readonly mediaId: string; readonly at: TakeTime }
  | { readonly kind: 'clip'; readonly mediaId: string; readonly from: TakeTime };

/** A picture between shots, or over one: a card, a frozen frame, a clip from another recording. */
export interface Insert {
  readonly id: string;
  readonly segmentKey: string;
  readonly place: InsertPlace;
  /** null: as long as its segment, over or instead of it. */
  readonly lengthUs: Length | null;
  readonly shows: InsertShows;
}

/** A join that goes over softly: the take that comes in there, and when on its clock. */
export interface Dissolve {
  readonly takeId: string;
  readonly at: TakeTime;
}

/** How long an insert is before anyone says otherwise. */
export const USUAL_INSERT_US = 4_000_000 as Length;

/** How the finished video sounds. */
export interface ProgrammeSound {
  /** Integrated loudness of the file, LUFS (ITU-R BS.1770); null: as it was recorded. */
  readonly targetLufs: number | null;
  /** The music that is laid under the class is mixed under the voice. */
  readonly music: boolean;
  readonly voice: VoiceCare;
  readonly tones: ToneRules;
}

/** What is done to the voice as it was recorded. */
export interface VoiceCare {
  /** Hum and rumble are taken out. */
  readonly rumble: boolean;
  /** Segments and takes are brought to one loudness. */
  readonly level: boolean;
  /** Steady noise, a fan or a hiss, is taken down. */
  readonly noise: boolean;
  /** Breath pops and clicks are softened. */
  readonly pops: boolean;
}

/** The sounds that timer tones can have; each is made by the program. */
export const TONE_FAMILIES = ['wood', 'bell', 'breath', 'click', 'low'] as const;
export type ToneFamily = (typeof TONE_FAMILIES)[number];

/** Which timer tones there are. */
export interface ToneRules {
  /** null: none at all. */
  readonly family: ToneFamily | null;
  /** When work begins, at its half, three, two and one second before its end, when it ends, when sides are switched. */
  readonly start: boolean;
  readonly half: boolean;
  readonly lastThree: boolean;
  readonly end: boolean;
  readonly sides: boolean;
  /** How far a tone's peak lies below the peaks of the voice, dB. */
  readonly belowDb: number;
}

export const NO_TONES: ToneRules = {
  family: null,
  start: true,
  half: false,
  lastThree: true,
  end: true,
  sides: true,
  belowDb: 6,
};
/** Whether anything at all is done to a voice. */
export const isCaredFor = ({ rumble, level, noise, pops }: VoiceCare): boolean => rumble || level || noise || pops;

export const VOICE_AS_RECORDED: VoiceCare = { rumble: false, level: false, noise: false, pops: false };

/** A line to be spoken again over the picture. Times are on take time. */
export interface PickUp {
  readonly id: string;
  readonly segmentKey: string | null;
  readonly at: TakeTime;
  /** The silence it has; the line fits into it. */
  readonly roomUs: Length;
  readonly text: string;
  readonly why: string;
  /** What was said and is muted for it; null: it goes into a silence. */
  readonly muted: Span<TakeTime> | null;
  /** Which recording of it is used, by its id; null: it was not spoken yet, or none is good enough. */
  readonly recording: string | null;
}

/** A segment to be filmed again. */
export interface Retake {
  readonly segmentKey: string;
  readonly why: string;
}

/** A finding that a person looked at and let stand. */
export interface LetStand {
  readonly rule: string;
  readonly segmentKey: string | null;
  readonly at: Micros;
  readonly how: string;
}

/** A finding may move by so much when words are timed anew, and is still the one that was let stand. */
const SAME_US = 4_000_000;

export function isLetStand(
  finding: { readonly rule: string; readonly segmentKey: string | null; readonly at: Micros },
  letStand: readonly LetStand[],
): boolean {
  return letStand.some(
    (s) => s.rule === finding.rule && s.segmentKey === finding.segmentKey && Math.abs(s.at - finding.at) <= SAME_US,
  );
}
