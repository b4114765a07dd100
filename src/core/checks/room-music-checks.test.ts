import { wordsOf } from '../findings/finding.ts';
import { describe, expect, it } from 'vitest';
import { asFilmed } from '../../../tests/support/as-filmed.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { assemble, filmedSegments } from '../edit/assemble.ts';
import { EMPTY_MUSIC, type Placement } from '../music/music.ts';
import { layMusic } from '../music/arrangement.ts';
import { steadyMap } from '../music/tempo-map.ts';
import { NO_RIGHTS, type Track } from '../music/track.ts';
import { compile } from '../plan/compile.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import { frameRate } from '../time/frames.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import type { Span } from '../time/span.ts';
import { musicOverRoom, roomMusicFindings } from './room-music-checks.ts';
import { plannedProgramme } from '../workout/planned-programme.ts';
import { type TakeTime, takeTime } from '../time/micros.ts';

const { segments, total } = compile(readOutline('# Cut\n## Main: 2 rounds, 30/15\n- Squat\n- Row\n').value);
const RATE = frameRate(25, 1);
/** 120 a minute all through. */
const ROOM: RoomMusic = { start: s(0), end: s(300), map: steadyMap(120_000, s(0.1), 600), key: null };
const filmedTake = {
  takeId: 'a',
  duration: takeTime(total),
  alignment: asFilmed(segments, s(0)),
  faults: new Map(),
  speech: [],
};

const cutAt = (removed: readonly Span<TakeTime>[], words: readonly Span<TakeTime>[] = []) => {
  const programme = assemble(
    segments,
    [{ ...filmedTake, music: [ROOM] }],
    { uses: [], removedOf: () => removed, inserts: [] },
    RATE,
  );
  const filmed = filmedSegments(programme.segments);
  return roomMusicFindings(
    programme.shots,
    filmed,
    () => [ROOM],
    () => words,
  );
};

describe('a cut in the music of the room', () => {
  const cut = { start: s(50), end: s(53.2) };
  it('is told where the count jumps, and set right by cutting a little more', () => {
    const [finding, ...others] = cutAt([cut]);
    expect(others).toEqual([]);
    expect(finding).toMatchObject({ rule: 'beat-jumps', at: s(50), takeId: 'a' });
    expect(wordsOf(finding!).measured).toBe('0.40 of a count');
    const [fix] = finding!.fixes;
    expect(fix).toMatchObject({ kind: 'remove-spans', label: expect.stringContaining('7 whole counts') as string });
    if (fix?.kind !== 'remove-spans') throw new Error('no fix');
    expect(cutAt([cut, ...fix.spans])).toEqual([]);
  });
  it('is none on whole counts, at any of them', () => {
    for (let counts = 1; counts < 20; counts++) expect(cutAt([{ start: s(50), end: s(50 + counts / 2) }])).toEqual([]);
  });
  it('is made longer before it where somebody speaks after it, and has no fix where both are in a word', () => {
    const [after] = cutAt([cut], [{ start: s(53.1), end: s(55) }]);
    expect(after!.fixes[0]).toMatchObject({ spans: [{ start: s(49.7), end: s(50) }] });
    const both = cutAt(
      [cut],
      [
        { start: s(53.1), end: s(55) },
        { start: s(48), end: s(50.1) },
      ],
    );
    expect(both[0]!.fixes).toEqual([]);
  });
});

describe('music laid where the room has its own', () => {
  const track: Track = {
    ...{ id: 't', title: 'Low Tide', artist: 'Reed Bed', duration: s(400), map: steadyMap(126_000, s(0), 800) },
    ...{ sections: [], lufs: null, rights: NO_RIGHTS },
  };
  const placement: Placement = {
    ...{ id: 'm1', trackId: 't', blockId: segments[0]!.blockId, atUs: s(0), fromBeat: 0, beats: 200, speedPpm: 1e6 },
    ...{ fadeInBeats: 0, fadeOutBeats: 0 },
  };
  const music = { ...EMPTY_MUSIC, placements: [placement] };
  const shots = [{ takeId: 'a', start: s(0), end: takeTime(total), at: anyTime(0) }];
  const filmed = filmedSegments(plannedProgramme(segments, total).segments);
  const found = (room: readonly RoomMusic[]) =>
    musicOverRoom(music, layMusic(music, [track], filmed).laid, { shots, segments: filmed, musicOf: () => room });
  it('is an alarm with a fix that leaves the block without', () => {
    const [finding, ...others] = found([ROOM]);
    expect(others).toEqual([]);
    expect(finding).toMatchObject({ rule: 'music-over-room', severity: 'alarm', at: 0 });
    const fix = finding!.fixes[0];
    expect(fix?.kind === 'music' && fix.music).toMatchObject({ placements: [], silent: [segments[0]!.blockId] });
  });
  it('is none where they are together for a moment, or not at all', () => {
    expect(found([{ ...ROOM, end: s(1.5) }])).toEqual([]);
    expect(found([])).toEqual([]);
  });
});
