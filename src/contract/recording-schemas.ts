import Joi from 'joi';
import { LICENCE_STATES, type Rights, type Track } from '../core/music/track.ts';
import { type LibraryTrack, TRACK_STATES } from '../core/music/library.ts';
import type { TakeSound } from '../core/signal/take-sound.ts';
import type { VoiceMeasure } from '../core/sound/voice-measure.ts';
import type { TakeLevels } from '../core/sound/take-levels.ts';
import type { Lie } from '../core/sync/clock-map.ts';
import { type MediaFacts, TAKE_ROLES, type ThumbSheet } from '../core/sync/media-facts.ts';
import { TRANSCRIPT_FORMATS } from '../formats/transcript-reader.ts';
import { daySchema, platformsSchema } from '../formats/workout-json/music-schema.ts';
import { practiceSchema, tempoMapSchema } from './bodies.ts';
import { count, digest, id, list, number, object, perhaps, share, text, whole, word, yes } from './schema-parts.ts';
import type { KeptFile, Peaks, TakeOfPage, TakeWithTranscript, TakeWork, TrackSoundOfPage } from './wire.ts';

/** A byte for each place of a curve that is drawn. */
const bytes = list(Joi.number().integer().min(0).max(255));
const stretch = { start: whole, end: whole };

/** A file as it is kept, by what is in it. */
const keptFile = object<KeptFile>({
  sha256: digest,
  extension: word,
  bytes: count,
});

const key = Joi.object({ tonic: count.max(11), minor: yes });

const sound = Joi.object({
  voice: list(Joi.object(stretch)),
  voiceClarity: share,
  beeps: list(Joi.object({ ...stretch, hz: number })),
  claps: list(whole),
  levels: list(Joi.object({ at: whole, db: number })),
  music: Joi.array().items(Joi.object({ ...stretch, map: tempoMapSchema.required(), key: perhaps(key) })),
} satisfies Record<keyof TakeSound, Joi.Schema>);

const lie = object<Lie>({ offsetUs: whole, driftPpm: number, spreadUs: count });

const thumbs = object<Required<ThumbSheet> & { readonly file: KeptFile }>({
  everyUs: whole.min(1),
  columns: whole.min(1),
  count,
  width: count,
  height: count,
  seen: Joi.object({
    people: list(Joi.object({ left: share, right: share, top: share, bottom: share }).allow(null)),
    light: text,
  }),
  file: keptFile,
});

/** What probing a file told. */
const facts = {
  duration: count,
  rate: Joi.object({ num: whole.min(1), den: whole.min(1) }).required(),
  width: count,
  height: count,
  videoCodec: word,
  audioCodec: perhaps(Joi.string()),
  videoStart: whole,
} satisfies Record<keyof MediaFacts, Joi.Schema>;

/** A recording as it is sent. */
export const takeSchema = object<TakeOfPage>({
  ...facts,
  id,
  workoutId: id,
  name: text,
  file: keptFile,
  role: Joi.valid(...TAKE_ROLES, 'pick-up', 'picture').required(),
  ofTake: perhaps(Joi.string().guid()),
  pickUp: perhaps(Joi.string()),
  lie: perhaps(lie),
  sound: perhaps(sound),
  proxy: keptFile.allow(null),
  thumbs: perhaps(thumbs),
});

const work = object<TakeWork>({
  kind: Joi.valid('listen', 'picture', 'sync', 'words').required(),
  state: Joi.valid('queued', 'running', 'done', 'failed', 'stopped').required(),
  progress: share,
  message: text.allow(null),
});

/** A recording with its words and the work on it. */
export const takeWithTranscriptSchema = object<TakeWithTranscript>({
  take: takeSchema,
  transcript: object<NonNullable<TakeWithTranscript['transcript']>>({
    format: Joi.valid(...TRANSCRIPT_FORMATS).required(),
    text,
    hasPrevious: yes,
    revision: count,
  }).allow(null),
  work: list(work),
});

/** How loud a recording is, as it is kept. */
export const takeLevelsSchema = object<TakeLevels>({
  halfLu: bytes,
  clippedMs: list(count),
  voice: perhaps(
    object<VoiceMeasure>({
      noiseDeciDb: list(number),
      popsDeciDb: Joi.array().ordered(number, number).required(),
      clicks: list(Joi.array().ordered(count, count)).optional(),
    }),
  ),
  cared: perhaps(object<NonNullable<TakeLevels['cared']>>({ neither: bytes, noise: bytes, pops: bytes, both: bytes })),
});

/** The curve that a recording is drawn by. */
export const peaksSchema = object<Peaks>({ peaksASecond: number.greater(0), peaks: bytes });

/** The curves that a track is drawn by. */
export const trackSoundSchema = object<TrackSoundOfPage>({ waveform: bytes, energies: list(number) });

const map = perhaps(tempoMapSchema);
const measured = number.allow(null);

const trackRights = object<Rights>({
  composition: text,
  recording: text,
  sync: Joi.valid(...LICENCE_STATES).required(),
  master: Joi.valid(...LICENCE_STATES).required(),
  territory: text,
  until: daySchema,
  platforms: platformsSchema,
  proof: perhaps(object<NonNullable<Rights['proof']>>({ sha256: digest, extension: word, name: text })),
  credit: text,
});

/** What the core needs of a track, and what is told of it beside. */
const ofTrack = {
  id,
  title: word,
  artist: text,
  duration: count,
  map,
  sections: list(Joi.object({ fromBeat: whole, toBeat: whole, energy: share })),
  lufs: measured,
  key: perhaps(key),
  rights: trackRights,
} satisfies Record<keyof Track, Joi.Schema>;

/** A track of the library as it is sent. */
export const trackSchema = object<LibraryTrack>({
  ...ofTrack,
  revision: count,
  codec: word,
  channels: count,
  rateHz: count,
  file: keptFile,
  made: perhaps(practiceSchema),
  state: Joi.valid(...TRACK_STATES).required(),
  progress: share,
  message: text.allow(null),
  heardMap: map,
  beatClarity: measured,
  barClarity: measured,
  feltToo: Joi.valid('half', 'double', null).required(),
  rangeLu: measured,
  truePeakDb: measured,
  clippedRuns: measured,
  silenceBeforeUs: measured,
  silenceAfterUs: measured,
});
