import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { frameRate } from '../time/frames.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { plannedProgramme } from '../workout/planned-programme.ts';
import { ruledViews } from './camera-rules.ts';
import type { CameraSubject } from './decisions.ts';
import { type Recording, viewsOf } from './views.ts';
import { takeTime } from '../time/micros.ts';

const { segments, total } = compile(
  readOutline('# T\n## Welcome: talk, 0:20\n## Main: 2 rounds, 30/10\n- Squat | standing\n- Plank | plank').value,
);
const programme = plannedProgramme(segments, total);
const views = (shows: readonly (readonly [string, ...CameraSubject[]])[], speech: [number, number][] = []) =>
  ruledViews(
    programme.segments,
    shows.map(([cameraId, ...subjects]) => ({ cameraId, shows: subjects })),
    speech.map(([a, b]) => ({ start: s(a), end: s(b) })),
  ).map((v) => [v.cameraId, v.start / 1e6, v.end / 1e6]);

// Talk to 20, squat to 50, rest to 60, plank to 90, rest to 100, squat to 130, rest to 140, plank to 170.
describe('cameras by rule', () => {
  it('show a move that is new for its first repetitions, and not when it comes again', () => {
    expect(views([['side', 'new-moves']])).toEqual([
      ['side', 20, 30],
      ['side', 60, 70],
    ]);
  });
  it('show all of the floor, and all of the talk', () => {
    expect(views([['low', 'floor']])).toEqual([
      ['low', 60, 90],
      ['low', 140, 170],
    ]);
    expect(views([['close', 'talk']])).toEqual([['close', 0, 20]]);
  });
  it('switch on the nearest beat where there is music, and not in a word', () => {
    const beats = (every: number) => Array.from({ length: 400 }, (_, i) => anyTime(i * every * 1e6 + 0.2e6));
    const on = (speech: [number, number][] = []) =>
      ruledViews(
        programme.segments,
        [{ cameraId: 'side', shows: ['new-moves'] }],
        speech.map(([a, b]) => ({ start: s(a), end: s(b) })),
        beats(0.5),
      ).map((v) => [v.start / 1e6, v.end / 1e6]);
    expect(on()[0]).toEqual([20.2, 30.2]);
    // A word lies on that beat: the one before is as good.
    expect(on([[30.1, 30.4]])[0]).toEqual([20.2, 29.7]);
  });
  it('switch where nobody speaks, if such a place is near', () => {
    expect(views([['side', 'new-moves']], [[29, 31]])[0]).toEqual(['side', 20, 29]);
    expect(views([['side', 'new-moves']], [[25, 35]])[0]).toEqual(['side', 20, 30]);
  });
  it('show nothing without a rule', () => expect(views([])).toEqual([]));
  it('laid over each other: a new move before the floor; a switch by hand before both', () => {
    const shots = [{ takeId: '', start: s(0), end: takeTime(total), at: s(0) }];
    const camera = (id: string): Recording => ({
      ...{ id, role: 'camera', ofTake: '', duration: total, voiceClarity: null },
      lie: { offsetUs: s(0), driftPpm: 0, spreadUs: s(0) },
    });
    const ruled = ruledViews(
      programme.segments,
      [
        { cameraId: 'low', shows: ['floor'] },
        { cameraId: 'side', shows: ['new-moves'] },
      ],
      [],
    );
    const byHand = [{ start: s(64), end: s(80), cameraId: '' }];
    const seen = viewsOf(shots, [camera('low'), camera('side')], () => [...ruled, ...byHand], frameRate(25, 1));
    expect(seen.filter((p) => p.at >= s(55) && p.at < s(95)).map((p) => [p.mediaId, p.at / 1e6])).toEqual([
      ['side', 60],
      ['', 64],
      ['low', 80],
      ['', 90],
    ]);
  });
  it('never for less than four seconds', () => {
    for (const [, start, end] of views(
      [
        ['side', 'new-moves'],
        ['low', 'floor'],
      ],
      [[22, 29]],
    ))
      expect((end as number) - (start as number)).toBeGreaterThanOrEqual(4);
  });
});
