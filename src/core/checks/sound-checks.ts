import type { ProgrammeSound } from '../edit/decisions.ts';
import { type Finding, type Fix, finding } from '../findings/finding.ts';
import type { Music } from '../music/music.ts';
import { type SoundAlong, rangeOf } from '../sound/along.ts';
import type { ProgrammeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { writeTime } from '../time/typed-time.ts';

/** A sentence so far below the middle of all is missed by who breathes hard (our judgement). */
const SOFT_LU = 8;
/** The wanted distance over the music is met within this. */
const DISTANCE_SLACK_LU = 2;
/** A change of the room's tone at a join that is heard. */
const ROOM_LU = 3;

interface Sounding {
  readonly along: SoundAlong;
  readonly clipped: readonly ProgrammeTime[];
  readonly sound: ProgrammeSound;
  readonly music: Music;
  readonly segments: readonly (Span<ProgrammeTime> & { readonly key: string })[];
}

/** What does not sound as it should: sentences too soft or covered, clipping, rooms that change. On programme time. */
export function soundFindings(of: Sounding): Finding[] {
  return [...softSentences(of), ...drownedSentences(of), ...clippings(of), ...roomChanges(of)].sort(
    (a, b) => a.at - b.at,
  );
}

const segmentAt = ({ segments }: Sounding, at: ProgrammeTime): string | null =>
  segments.find((s) => s.start <= at && at < s.end)?.key ?? null;
const placeOf = (of: Sounding, at: ProgrammeTime) =>
  ({ clock: 'programme', at, segmentKey: segmentAt(of, at) }) as const;

/** Every segment brought to one loudness; nothing where that is done already. */
const levelled = ({ sound }: Sounding): Fix[] =>
  sound.voice.level
    ? []
    : [
        {
          kind: 'sound',
          label: 'Make the voice equally loud in every segment',
          sound: { ...sound, voice: { ...sound.voice, level: true } },
        },
      ];

function softSentences(of: Sounding): Finding[] {
  const range = rangeOf(of.along.sentences);
  if (range === null) return [];
  return of.along.sentences.flatMap((s): Finding[] => {
    if (s.lufs === null || s.end - s.start < 5e5 || range.middle - s.lufs <= SOFT_LU) return [];
    const facts = { said: s.text, belowLu: range.middle - s.lufs, mostLu: SOFT_LU };
    return [finding('sentence-soft', facts, { ...placeOf(of, s.start), certainty: 0.75, fixes: levelled(of) })];
  });
}

function drownedSentences(of: Sounding): Finding[] {
  const wanted = of.music.levels.distanceDeciLu / 10;
  const covered = of.along.sentences.filter((s) => (s.aboveMusic ?? Infinity) < wanted - DISTANCE_SLACK_LU);
  if (covered.length === 0) return [];
  const missing = Math.ceil(wanted - Math.min(...covered.map((s) => s.aboveMusic!)));
  const levels = of.music.levels;
  const voiceDeciLufs = Math.max(-500, levels.voiceDeciLufs - missing * 10);
  const softer: Fix = {
    kind: 'music',
    label: `Let the music give way by ${missing} LU more`,
    music: { ...of.music, levels: { ...levels, voiceDeciLufs } },
  };
  // Once the voice is levelled to what the music is made for, taking it to be softer would make it softer.
  const fixes = of.sound.voice.level ? [] : [...levelled(of), softer];
  return covered.map((s): Finding => {
    const facts = { said: s.text, aboveMusicLu: s.aboveMusic!, wantedLu: wanted };
    return finding('sentence-covered', facts, {
      ...placeOf(of, s.start),
      ...{ severity: 'alarm', certainty: 0.8, fixes },
    });
  });
}

/** Clipping comes in bursts: one finding for as many as lie within so long. */
const BURST_US = 10e6;

function clippings(of: Sounding): Finding[] {
  const bursts: ProgrammeTime[][] = [];
  for (const at of [...of.clipped].sort((a, b) => a - b)) {
    const last = bursts.at(-1);
    if (last !== undefined && at - last.at(-1)! < BURST_US) last.push(at);
    else bursts.push([at]);
  }
  return bursts.map((burst): Finding => {
    const [at] = burst as [ProgrammeTime];
    const key = segmentAt(of, at);
    const why = `the sound is clipped at ${writeTime(at)}`;
    const label = 'Note it for the next day of filming';
    const fixes = key === null ? [] : [{ kind: 'retake', label, retake: { segmentKey: key, why } } as const];
    const place = { ...placeOf(of, at), severity: 'alarm', certainty: 0.95, fixes } as const;
    return finding('sound-clipped', { at, places: burst.length }, place);
  });
}

function roomChanges(of: Sounding): Finding[] {
  return of.along.joins.flatMap(({ at, roomLu }): Finding[] => {
    if (roomLu === null || Math.abs(roomLu) <= ROOM_LU) return [];
    const { sound } = of;
    const quieter: Fix = {
      kind: 'sound',
      label: 'Take the steady noise down',
      sound: { ...sound, voice: { ...sound.voice, noise: true } },
    };
    const fixes = sound.voice.noise ? [] : [quieter];
    const facts = { louderLu: roomLu, at, mostLu: ROOM_LU };
    return [finding('room-changes', facts, { ...placeOf(of, at), certainty: 0.6, fixes })];
  });
}
