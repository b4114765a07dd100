import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { drownedFindings } from '../checks/music-checks.ts';
import { compile } from '../plan/compile.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { track } from '../../../tests/support/steady-track.ts';
import { buildSet } from './build-set.ts';
import { coverageOf } from './coverage.ts';
import { beatsOf, blockSpans, layMusic, planToMusic } from './arrangement.ts';
import { duckCurve, duckDb, gainAt, levelCurve } from './levels.ts';
import { STRETCH_MOST, tempoRange } from './tempo-matching.ts';
import { EMPTY_MUSIC, USUAL_LEVELS } from './music.ts';
import { practiceMap, practicePlayer } from './practice.ts';
import { creditLines, rightsGaps } from './rights.ts';
import { beatTime, meanMilliBpm, phraseStarts } from './tempo-map.ts';
import { NO_RIGHTS, OWN_RIGHTS, type Track } from './track.ts';

const s = anySeconds;

const plan = readOutline(
  '# T\n## Hello: talk, 0:20\n## Warm: warm-up, 30/0\n- March\n- Roll\n- Twist\n## Main: strength, ' +
    '4 rounds, 45/15\n- Squat\n- Row\n## Stretch: cool-down, hold 0:30 change 6\n- Calf stretch\n- Side reach',
).value;
const { segments } = compile(plan);
const library = [track('a', 126), track('b', 128, 256), track('c', 95, 256), track('d', 150)];

describe('a built set', () => {
  const built = buildSet(plan, segments, library, EMPTY_MUSIC);
  const music = { ...EMPTY_MUSIC, placements: built.placements };
  const laid = layMusic(music, library, segments);
  it('covers every block that wants music, within the range of each, stretched no further than allowed', () => {
    expect(built.unserved).toEqual([]);
    const coverage = coverageOf(plan, blockSpans(segments), music, laid);
    expect(coverage.gaps).toEqual([]);
    expect(coverage.coveredUs).toBe(coverage.wantedUs);
    for (const l of laid.laid) {
      const range = tempoRange(plan.blocks.find((b) => b.id === l.placement.blockId)?.kind ?? 'talk');
      const bpm = (meanMilliBpm(l.track.map) / 1000) * (l.placement.speedPpm / 1e6);
      expect(bpm).toBeGreaterThanOrEqual((range?.low ?? 0) - 0.01);
      expect(bpm).toBeLessThanOrEqual((range?.high ?? 0) + 0.01);
      expect(Math.abs(l.placement.speedPpm / 1e6 - 1)).toBeLessThanOrEqual(STRETCH_MOST + 1e-6);
    }
  });
  it('begins each piece on a phrase and lays it over the one before for two bars', () => {
    for (const l of laid.laid) expect(phraseStarts(l.track.map)).toContain(l.placement.fromBeat);
    const main = laid.laid.filter((l) => l.placement.blockId === plan.blocks[2]?.id);
    expect(main.length).toBeGreaterThan(1);
    for (let i = 1; i < main.length; i++)
      expect(((main[i - 1]?.end ?? 0) - (main[i]?.start ?? 0)) / 1e6).toBeCloseTo((8 * 60) / 128, 0);
  });
  it('says which blocks nothing serves, and leaves silence on purpose alone', () => {
    expect(buildSet(plan, segments, [track('d', 150)], EMPTY_MUSIC).unserved).toContain(plan.blocks[3]?.id);
    const silent = plan.blocks.map((b) => b.id);
    expect(buildSet(plan, segments, library, { ...EMPTY_MUSIC, silent }).placements).toEqual([]);
  });
  it('a phrase of the laid music begins where the block begins', () => {
    const first = laid.laid[0];
    expect(first === undefined ? null : beatsOf(first)[0]).toMatchObject({
      at: first?.start,
      count: 1,
      phrase: true,
      one: true,
    });
  });
});

describe('blocks counted in music', () => {
  const counted = readOutline('# T\n## Dance: counts 32 at 120\n- Step touch\n- Grapevine').value;
  it('get their seconds from the tempo map of the track, not from the nominal tempo', () => {
    const rising = practiceMap({ style: 'straight', fromMilliBpm: 120_000, toMilliBpm: 140_000, phrases: 4 });
    const t: Track = { ...track('r', 120), map: rising.map, duration: rising.duration };
    const blockId = counted.blocks[0]?.id ?? '';
    const music = {
      ...EMPTY_MUSIC,
      placements: [
        {
          id: 'm1',
          trackId: 'r',
          blockId,
          atUs: anyTime(0),
          fromBeat: 0,
          beats: 128,
          speedPpm: 1_000_000,
          fadeInBeats: 0,
          fadeOutBeats: 0,
        },
      ],
    };
    const works = compile(planToMusic(counted, music, [t])).segments.filter((g) => g.kind === 'work');
    expect(works.map((g) => g.end - g.start)).toEqual([
      beatTime(t.map, 32) - beatTime(t.map, 0),
      beatTime(t.map, 64) - beatTime(t.map, 32),
    ]);
    expect(works[0]?.end).toBeLessThan(s(16));
    expect(planToMusic(counted, EMPTY_MUSIC, [t])).toBe(counted);
  });
});

describe('the music under the voice', () => {
  it('gives way by what is missing to the wanted distance, before the line and until after it', () => {
    const levels = { ...USUAL_LEVELS, musicDeciLufs: -200, voiceDeciLufs: -180, distanceDeciLu: 200 };
    expect(duckDb(levels)).toBe(-18);
    const curve = duckCurve(
      [
        { start: s(10), end: s(12) },
        { start: s(12.5), end: s(13) },
      ],
      levels,
    );
    expect(curve.length).toBe(4);
    for (const [at, db] of [
      [0, 0],
      [9.7, 0],
      [9.9, -9],
      [10, -18],
      [12.3, -18],
      [13, -18],
      [13.4, -9],
      [14, 0],
    ] as const)
      expect(gainAt(curve, at * 1e6)).toBeCloseTo(db, 6);
  });
  it('keeps the distance under every line of a track that is not equally loud from end to end', () => {
    const energies = Float32Array.from({ length: 2_500 }, (_, i) => 10 ** ((-12 + 6 * Math.sin(i / 40)) / 10));
    const t = { ...track('w', 126), lufs: -12 };
    const placements = [
      {
        id: 'm1',
        trackId: 'w',
        blockId: 'b',
        atUs: anyTime(0),
        fromBeat: 0,
        beats: 400,
        speedPpm: 1_000_000,
        fadeInBeats: 0,
        fadeOutBeats: 0,
      },
    ];
    const laid = layMusic({ ...EMPTY_MUSIC, placements }, [t], [{ blockId: 'b', start: s(0), end: s(180) }]);
    const speech = Array.from({ length: 20 }, (_, i) => ({ start: s(4 + i * 8), end: s(6 + i * 8) }));
    const points = levelCurve(laid, speech, s(180), { levels: USUAL_LEVELS, energyOf: () => energies });
    const distances = points.filter((p) => p.voice !== null && p.music !== null).map((p) => p.voice! - p.music!);
    expect(distances.length).toBeGreaterThan(30);
    expect(Math.min(...distances)).toBeGreaterThan(USUAL_LEVELS.distanceDeciLu / 10 - 1);
    expect(drownedFindings(points, EMPTY_MUSIC)).toEqual([]);
  });
  it('is left alone where the distance is there already', () =>
    expect(duckCurve([{ start: s(1), end: s(2) }], { ...USUAL_LEVELS, musicDeciLufs: -400 })).toEqual([]));
});

describe('rights', () => {
  const showing = { territory: 'Norway, Iceland', platforms: ['own site'], until: '2028-12-31' };
  const licensed = { ...NO_RIGHTS, sync: 'licensed', master: 'licensed' } as const;
  it('that are missing are told one by one', () => {
    expect(rightsGaps({ id: 't', rights: NO_RIGHTS }, showing).map((g) => g.what)).toEqual(['sync', 'master']);
    expect(
      rightsGaps({ id: 't', rights: { ...licensed, territory: 'Norway', until: '2027-01-01' } }, showing).map(
        (g) => g.what,
      ),
    ).toEqual(['territory', 'platform', 'term', 'proof']);
    expect(
      rightsGaps(
        {
          id: 't',
          rights: {
            ...licensed,
            territory: 'world',
            platforms: ['Own site'],
            proof: { sha256: '0', extension: 'pdf', name: 'x' },
          },
        },
        showing,
      ),
    ).toEqual([]);
    expect(rightsGaps({ id: 't', rights: OWN_RIGHTS }, showing)).toEqual([]);
  });
  it('become credits in the owners’ words', () => {
    expect(
      creditLines([
        { title: 'Hum', artist: 'Drone Nine', rights: { ...licensed, composition: 'A. Hive' } },
        { title: 'Beat', artist: '', rights: OWN_RIGHTS },
        { title: 'X', artist: 'Y', rights: { ...NO_RIGHTS, credit: 'X by Y, thanks' } },
      ]),
    ).toEqual(['“Hum” by Drone Nine (A. Hive) used under licence', '“Beat”, made by the studio', 'X by Y, thanks']);
  });
});

describe('a practice beat', () => {
  it('rises as asked and plays the same in pieces as at once', () => {
    const beat = { style: 'latin', fromMilliBpm: 100_000, toMilliBpm: 130_000, phrases: 2 } as const;
    const { map } = practiceMap(beat);
    expect(60e6 / (beatTime(map, 1) - beatTime(map, 0))).toBeCloseTo(100, 0);
    expect(60e6 / (beatTime(map, 63) - beatTime(map, 62))).toBeCloseTo(100 + (30 * 62) / 64, 1);
    const player = practicePlayer(beat);
    const whole = player.render(0, 20_000);
    expect([...player.render(0, 7_000), ...player.render(7_000, 13_000)]).toEqual([...whole]);
    expect(Math.max(...whole)).toBeGreaterThan(0.2);
  });
  it('lasts as long as its counts', () =>
    expect(practiceMap({ style: 'straight', fromMilliBpm: 128_000, toMilliBpm: 128_000, phrases: 2 }).map.beats).toBe(
      64,
    ));
});
