import { beatJump, roomMusicAt } from '../edit/room-beats.ts';
import { type Shot, inShots } from '../edit/shots.ts';
import { type Finding, type Fix, finding } from '../findings/finding.ts';
import type { LaidTrack } from '../music/arrangement.ts';
import type { Music } from '../music/music.ts';
import { type TempoMap, beatAt, beatTime, milliBpmAt } from '../music/tempo-map.ts';
import type { FilmedSegment } from '../edit/assemble.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import { type Span, clipped } from '../time/span.ts';
import { type Micros, type ProgrammeTime, type TakeTime, earlier, takeTime } from '../time/micros.ts';

/** A count that comes this much too early or too late is a stumble; a frame is at most 42 ms. */
const JUMP_US = 60_000;
/** Both musics for less than this is a cross-fade. */
const TOGETHER_US = 2e6;

/** What plays in the rooms of the takes: nothing may be said of a take that nobody listened to for music. */
type RoomMusicOf = (takeId: string) => readonly RoomMusic[];

/**
 * What the music in the room asks of the programme: a beat that goes on across cuts and joins, and no other music laid
 * over it. `speechOf`: where somebody speaks in a take. On programme time.
 */
export function roomMusicFindings(
  shots: readonly Shot[],
  segments: readonly FilmedSegment[],
  musicOf: RoomMusicOf,
  speechOf: (takeId: string) => readonly Span<TakeTime>[],
): Finding[] {
  return shots.slice(1).flatMap((shot, i): Finding[] => {
    const before = shots[i]!;
    // What is between the shots stops the music for a while.
    if (before.at + before.end - before.start !== shot.at) return [];
    const [left, comes] = [
      roomMusicAt(musicOf(before.takeId), before.end),
      roomMusicAt(musicOf(shot.takeId), shot.start),
    ];
    if (left === null || comes === null) return [];
    const jump = beatJump(left.map, before.end, comes.map, shot.start);
    if (Math.abs(jump) * beatLength(left.map, before.end) < JUMP_US) return [];
    const segmentKey = segments.find((s) => s.start <= shot.at && shot.at < s.end)?.key ?? null;
    const fixes = before.takeId === shot.takeId && left === comes ? onWholeBeats(left, before, shot, speechOf) : [];
    const place = { clock: 'programme', at: shot.at, segmentKey, takeId: shot.takeId, certainty: 0.85, fixes } as const;
    return [finding('beat-jumps', { counts: jump, at: shot.at }, place)];
  });
}

const beatLength = (map: TempoMap, at: Micros): number => 60e9 / milliBpmAt(map, beatAt(map, at));

/** What is cut out made longer until whole beats are out, where no word is in the way. */
function onWholeBeats(
  { map, start, end }: RoomMusic,
  before: Shot,
  after: Shot,
  speechOf: Parameters<typeof roomMusicFindings>[3],
): Fix[] {
  const out = Math.ceil(beatAt(map, after.start) - beatAt(map, before.end));
  const longerAfter = { start: after.start, end: takeTime(beatTime(map, beatAt(map, before.end) + out)) };
  const longerBefore = { start: takeTime(beatTime(map, beatAt(map, after.start) - out)), end: before.end };
  const speech = speechOf(after.takeId);
  const free = [longerAfter, longerBefore].find(
    (s) =>
      s.end > s.start &&
      s.start >= Math.max(start, before.start) &&
      s.end <= Math.min(end, after.end) &&
      !speech.some((word) => word.start < s.end && s.start < word.end),
  );
  if (free === undefined) return [];
  const label = `Cut ${((free.end - free.start) / 1e6).toFixed(2)} s more: ${out} whole counts are out then`;
  return [{ kind: 'remove-spans', label, spans: [free] }];
}

/** Music laid where the room's own plays: two beats at once. One finding a block. */
export function musicOverRoom(
  music: Music,
  laid: readonly LaidTrack<ProgrammeTime>[],
  {
    shots,
    segments,
    musicOf,
  }: { readonly shots: readonly Shot[]; readonly segments: readonly FilmedSegment[]; readonly musicOf: RoomMusicOf },
): Finding[] {
  const found: Finding[] = [];
  for (const [i, first] of segments.entries()) {
    const { blockId } = first;
    if (segments[i - 1]?.blockId === blockId || found.some((f) => f.segmentKey === first.key)) continue;
    const own = laid.filter((l) => l.placement.blockId === blockId);
    const both = own.flatMap((l) => together(l, shots, musicOf));
    const length = both.reduce((sum, b) => sum + b.end - b.start, 0);
    if (length < TOGETHER_US) continue;
    const at = both.map((b) => b.start).reduce(earlier);
    const { room } = both[0]!;
    const rest = music.placements.filter((p) => p.blockId !== blockId);
    const silent = [...music.silent.filter((id) => id !== blockId), blockId];
    const fix: Fix = {
      kind: 'music',
      label: `Lay none under “${first.blockName}”: the room’s is heard`,
      music: { ...music, placements: rest, silent },
    };
    const facts = { block: first.blockName, roomBpm: milliBpmAt(room.map, 0) / 1000, bothUs: length };
    const place = { clock: 'programme', severity: 'alarm', segmentKey: first.key, at, certainty: 0.85 } as const;
    found.push(finding('music-over-room', facts, { ...place, fixes: [fix] }));
  }
  return found;
}

/** Where a laid track and the music of the rooms are heard at once, on programme time. */
function together(
  track: LaidTrack<ProgrammeTime>,
  shots: readonly Shot[],
  musicOf: RoomMusicOf,
): (Span<ProgrammeTime> & { readonly room: RoomMusic })[] {
  return shots.flatMap((shot) =>
    musicOf(shot.takeId).flatMap((room) => {
      const heard = inShots([shot], () => [room])[0];
      const both = heard === undefined ? null : clipped(heard, track);
      return both === null ? [] : [{ ...both, room }];
    }),
  );
}
