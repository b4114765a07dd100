import type { ProgrammeSound } from '../edit/decisions.ts';
import { type Finding, JUDGEMENT, type Mend } from '../findings/finding.ts';
import type { Music } from '../music/music.ts';
import { type HeardSentence, type SoundAlong, rangeOf } from '../sound/along.ts';
import type { Micros } from '../time/micros.ts';
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
  readonly clipped: readonly Micros[];
  readonly sound: ProgrammeSound;
  readonly music: Music;
  readonly segments: readonly (Span & { readonly key: string })[];
}

/** What does not sound as it should: sentences too soft or covered, clipping, rooms that change. On programme time. */
export function soundFindings(of: Sounding): Finding[] {
  return [...softSentences(of), ...drownedSentences(of), ...clippings(of), ...roomChanges(of)].sort(
    (a, b) => a.at - b.at,
  );
}

const segmentAt = ({ segments }: Sounding, at: Micros): string | null =>
  segments.find((s) => s.start <= at && at < s.end)?.key ?? null;
const quoted = ({ text }: HeardSentence): string => `“${text.length > 60 ? `${text.slice(0, 57)}…` : text}”`;
const lu = (value: number): string => `${value.toFixed(1)} LU`;

/** Every segment brought to one loudness; nothing where that is done already. */
const levelled = ({ sound }: Sounding): Mend[] =>
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
    return [
      {
        ...{
          rule: 'sentence-soft',
          severity: 'note',
          segmentKey: segmentAt(of, s.start),
          clock: 'programme',
          at: s.start,
        },
        says: `${quoted(s)} is much softer than the rest.`,
        measured: `${lu(range.middle - s.lufs)} below`,
        wanted: `at most ${SOFT_LU} LU below the middle of all sentences`,
        source: JUDGEMENT,
        certainty: 0.75,
        mends: levelled(of),
        facts: { over: range.middle - s.lufs - SOFT_LU, said: s.text },
      },
    ];
  });
}

function drownedSentences(of: Sounding): Finding[] {
  const wanted = of.music.levels.distanceDeciLu / 10;
  const covered = of.along.sentences.filter((s) => (s.aboveMusic ?? Infinity) < wanted - DISTANCE_SLACK_LU);
  if (covered.length === 0) return [];
  const missing = Math.ceil(wanted - Math.min(...covered.map((s) => s.aboveMusic as number)));
  const levels = of.music.levels;
  const voiceDeciLufs = Math.max(-500, levels.voiceDeciLufs - missing * 10);
  const softer: Mend = {
    kind: 'music',
    label: `Let the music give way by ${missing} LU more`,
    music: { ...of.music, levels: { ...levels, voiceDeciLufs } },
  };
  return covered.map((s): Finding => ({
    ...{
      rule: 'sentence-covered',
      severity: 'alarm',
      segmentKey: segmentAt(of, s.start),
      clock: 'programme',
      at: s.start,
    },
    says: `The music covers ${quoted(s)}.`,
    measured: `${lu(s.aboveMusic as number)} above it`,
    wanted: lu(wanted),
    source: wanted >= 20 ? 'WCAG 2.2, 1.4.7' : JUDGEMENT,
    certainty: 0.8,
    // Once the voice is levelled to what the music is made for, taking it to be softer would make it softer.
    mends: of.sound.voice.level ? [] : [...levelled(of), softer],
    facts: { over: wanted - (s.aboveMusic as number), said: s.text },
  }));
}

/** Clipping comes in bursts: one finding for as many as lie within so long. */
const BURST_US = 10e6;

function clippings(of: Sounding): Finding[] {
  const bursts: Micros[][] = [];
  for (const at of [...of.clipped].sort((a, b) => a - b)) {
    const last = bursts.at(-1);
    if (last !== undefined && at - (last.at(-1) as Micros) < BURST_US) last.push(at);
    else bursts.push([at]);
  }
  return bursts.map((burst): Finding => {
    const [at] = burst as [Micros];
    const key = segmentAt(of, at);
    const why = `the sound is clipped at ${writeTime(at)}`;
    return {
      ...{ rule: 'sound-clipped', severity: 'alarm', segmentKey: key, clock: 'programme', at },
      says: `The recording is clipped at ${writeTime(at, 1)}: it was turned up too far.`,
      measured: burst.length === 1 ? 'one place' : `${burst.length} places`,
      wanted: 'none',
      source: 'full scale of the recording',
      certainty: 0.95,
      mends:
        key === null
          ? []
          : [{ kind: 'retake', label: 'Note it for the next day of filming', retake: { segmentKey: key, why } }],
    };
  });
}

function roomChanges(of: Sounding): Finding[] {
  return of.along.joins.flatMap(({ at, roomLu }): Finding[] => {
    if (roomLu === null || Math.abs(roomLu) <= ROOM_LU) return [];
    const { sound } = of;
    const quieter: Mend = {
      kind: 'sound',
      label: 'Take the steady noise down',
      sound: { ...sound, voice: { ...sound.voice, noise: true } },
    };
    return [
      {
        ...{ rule: 'room-changes', severity: 'note', segmentKey: segmentAt(of, at), clock: 'programme', at },
        says: `The room sounds ${roomLu > 0 ? 'louder' : 'softer'} after the join at ${writeTime(at, 1)}.`,
        measured: lu(Math.abs(roomLu)),
        wanted: `at most ${ROOM_LU} LU`,
        source: JUDGEMENT,
        certainty: 0.6,
        mends: sound.voice.noise ? [] : [quieter],
      },
    ];
  });
}
