import { type ClassBeat, counted } from '../music/arrangement.ts';
import { type TempoMap, beatAt, beatTime, phraseCounts } from '../music/tempo-map.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import { type Micros, type ProgrammeTime, type TakeTime, moved, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { RoomCount } from './decisions.ts';
import type { Shot } from './shots.ts';

/** The music of a take's room that plays at a time of the take. */
export function roomMusicAt(music: readonly RoomMusic[], time: number): RoomMusic | null {
  return music.find((m) => m.start <= time && time < m.end) ?? null;
}

/**
 * The music of a room as a person corrected it: what is none is left out; where a phrase is said to begin, one does,
 * and the others of the piece follow it up to the next such place.
 */
export function asCorrected(music: readonly RoomMusic[], counts: readonly RoomCount[]): RoomMusic[] {
  const ordered = [...counts].sort((a, b) => a.at - b.at);
  return music.flatMap((piece): RoomMusic[] => {
    const said = ordered.filter((c) => c.at >= piece.start && c.at < piece.end);
    if (said.some((c) => c.says === 'no-music')) return [];
    return said.length === 0
      ? [piece]
      : said.map(({ at }, i) => ({
          ...piece,
          start: i === 0 ? piece.start : at,
          end: said[i + 1]?.at ?? piece.end,
          map: phraseFrom(piece.map, Math.round(beatAt(piece.map, at))),
        }));
  });
}

const phraseFrom = (map: TempoMap, beat: number): TempoMap => {
  const within = (length: number) => ((beat % length) + length) % length;
  return { ...map, one: within(map.metre), phrase: within(phraseCounts(map)) };
};

/** The beats of a take's room within a span, on the take's clock. */
export function beatsWithin(music: readonly RoomMusic[], { start, end }: Span<TakeTime>): ClassBeat<TakeTime>[] {
  return music.flatMap(({ map, ...m }) => {
    const [from, to] = [Math.max(start, m.start), Math.min(end, m.end)];
    const beats: ClassBeat<TakeTime>[] = [];
    // A beat at the very start may round to a microsecond before it.
    for (let beat = Math.ceil(beatAt(map, from) - 1e-6); from < to; beat++) {
      const at = takeTime(beatTime(map, beat));
      if (at >= to) break;
      beats.push(counted(map, beat, at));
    }
    return beats;
  });
}

/** The beats that are heard from the rooms of the takes, on the programme's clock. */
export function roomBeats(
  shots: readonly Shot[],
  musicOf: (takeId: string) => readonly RoomMusic[],
): ClassBeat<ProgrammeTime>[] {
  return shots.flatMap((shot) =>
    beatsWithin(musicOf(shot.takeId), shot).map((b) => ({
      ...b,
      at: moved(shot.at, b.at - shot.start),
      inRoom: true as const,
    })),
  );
}

/**
 * The class's beat: of the music that is laid, and of the room's where none is laid. In order of time. `laidSpans`:
 * where music is laid.
 */
export function classBeats(
  laid: readonly ClassBeat<ProgrammeTime>[],
  laidSpans: readonly Span<ProgrammeTime>[],
  room: readonly ClassBeat<ProgrammeTime>[],
): ClassBeat<ProgrammeTime>[] {
  const free = room.filter((b) => !laidSpans.some((s) => s.start <= b.at && b.at < s.end));
  return [...laid, ...free].sort((a, b) => a.at - b.at);
}

/** How far the count jumps where one time of music is followed by another, -0.5 to 0.5 beats. */
export function beatJump(from: TempoMap, left: Micros, to: TempoMap, comes: Micros): number {
  const jump = beatAt(to, comes) - beatAt(from, left);
  return jump - Math.round(jump);
}

/** Whole bars are cut where they are at least this share of what could be. */
const BARS_SHARE = 0.8;

/**
 * How much of a cut may be made so that the beat continues: whole bars of the music at its start, else whole beats,
 * else nothing.
 */
export function wholeBeats(music: readonly RoomMusic[], at: Micros, lengthUs: number): number {
  const map = roomMusicAt(music, at)?.map;
  if (map === undefined) return lengthUs;
  const from = beatAt(map, at);
  const beats = Math.floor(beatAt(map, at + lengthUs) - from + 1e-6);
  const bars = beats - (beats % map.metre);
  const whole = bars >= BARS_SHARE * beats ? bars : beats;
  return beatTime(map, from + whole) - at;
}
