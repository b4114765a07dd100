import type { Piece } from '../edit/views.ts';
import { type Length, type ProgrammeTime, moved } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { type Loudness, gatedLoudness } from './levelling.ts';
import { cutsIn } from './cuts.ts';
import { mixLoudness } from './mix-loudness.ts';
import { EVERY_US } from './recorded-along.ts';
import type { SoundSources } from './sound-sources.ts';

/** A sentence as it is heard in the programme. */
export interface HeardSentence extends Span<ProgrammeTime> {
  readonly text: string;
  /** LUFS in the mix, before it is brought to its target; null: too little of it is heard to tell. */
  readonly lufs: number | null;
  /** How far it lies above the music under it, LU; null: there is none. */
  readonly aboveMusic: number | null;
}

/** How loud everything is along the programme, a value for each `everyUs`; LUFS, -Infinity where nothing is. */
export interface SoundAlong {
  readonly everyUs: Length;
  readonly recorded: readonly number[];
  /** The voice after its levelling, and the music under it. */
  readonly voice: readonly number[];
  readonly music: readonly number[];
  readonly sentences: readonly HeardSentence[];
  /** Loudness of voice and music together as a whole; null: only silence. */
  readonly integrated: number | null;
  /** Where recordings are joined, and how the tone of the room changes there, LU. */
  readonly joins: readonly { readonly at: ProgrammeTime; readonly roomLu: number | null }[];
}

/** The loudness of the programme's mix along its time, computed as the file is made: by the same gains. */
export function soundAlong(of: SoundSources): SoundAlong {
  const { recorded, voice, music, integrated } = mixLoudness(of);
  const heard: Loudness = { everyUs: EVERY_US, values: voice };
  return {
    everyUs: EVERY_US,
    recorded: recorded.values,
    voice,
    music,
    sentences: of.sentences.map((s) => ({
      ...{ start: s.start, end: s.end, text: s.text },
      lufs: gatedLoudness(heard, s),
      aboveMusic: aboveMusic(heard, music, s),
    })),
    integrated,
    joins: joinsIn(of, voice),
  };
}

/** How far a sentence lies above the loudest of the music under it. */
function aboveMusic(voice: Loudness, music: readonly number[], span: Span): number | null {
  const own = gatedLoudness(voice, span);
  const under = music.slice(Math.floor(span.start / EVERY_US), Math.ceil(span.end / EVERY_US));
  const loudest = under.reduce((a, b) => Math.max(a, b), -Infinity);
  return own === null || loudest === -Infinity ? null : own - loudest;
}

/** How far on each side of a join the tone of the room is measured. */
const ROOM_US = 4e6;
/** The quantile of what is heard there without speech that is taken for its loudness. */
const ROOM_SHARE = 0.15;
/** Fewer values than this tell nothing. */
const FEWEST = 8;

function joinsIn({ sounds, speech }: SoundSources, voice: readonly number[]): SoundAlong['joins'] {
  const cuts = new Set(cutsIn(sounds));
  return sounds.slice(1).flatMap(({ mediaId, at }, i) => {
    if (!cuts.has(at) || sounds[i]!.mediaId === null || mediaId === null) return [];
    const [left, right] = [roomTone(voice, at - ROOM_US, at, speech), roomTone(voice, at + 4e5, at + ROOM_US, speech)];
    return [{ at, roomLu: left === null || right === null ? null : right - left }];
  });
}

/** How loud it is where nobody speaks; null: there is no such place. */
function roomTone(voice: readonly number[], from: number, to: number, speech: readonly Span[]): number | null {
  const quiet: number[] = [];
  for (let i = Math.max(0, Math.ceil(from / EVERY_US)); i * EVERY_US < to && i < voice.length; i++) {
    // Momentary loudness looks back over 0.4 s.
    const [a, b] = [i * EVERY_US - 3e5, (i + 1) * EVERY_US];
    if (voice[i]! > -90 && !speech.some((s) => s.start < b && a < s.end)) quiet.push(voice[i]!);
  }
  return quiet.length < FEWEST ? null : quiet.sort((a, b) => a - b)[Math.floor(quiet.length * ROOM_SHARE)]!;
}

/** The middle, the softest and the loudest of sentences; null: none can be told. */
export function rangeOf(sentences: readonly HeardSentence[]): {
  readonly middle: number;
  readonly softest: HeardSentence;
  readonly loudest: HeardSentence;
} | null {
  const known = sentences.filter((s) => s.lufs !== null && s.end - s.start >= 5e5).sort((a, b) => a.lufs! - b.lufs!);
  const [softest, middle, loudest] = [known[0], known[known.length >> 1], known.at(-1)];
  if (softest === undefined || middle === undefined || loudest === undefined) return null;
  return { middle: middle.lufs!, softest, loudest };
}

/** Where a clipped place of a recording is heard in the programme. */
export function clippedIn(
  sounds: readonly Piece[],
  clippedMs: (mediaId: string) => readonly number[],
): ProgrammeTime[] {
  return sounds.flatMap(({ mediaId, from, at, length }) =>
    mediaId === null
      ? []
      : clippedMs(mediaId).flatMap((ms) =>
          ms * 1000 >= from && ms * 1000 < from + length ? [moved(at, ms * 1000 - from)] : [],
        ),
  );
}
