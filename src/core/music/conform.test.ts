import { wordsOf } from '../findings/finding.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { filmMusicFindings } from '../checks/film-music.ts';
import { placementFindings } from '../checks/placement-checks.ts';
import { conformToFilm } from './conform.ts';
import { beatsOf, blockSpans, layMusic } from './arrangement.ts';
import { STRETCH_MOST } from './tempo-matching.ts';
import { EMPTY_MUSIC, type Music, type Placement } from './music.ts';
import { beatTime, mapThrough, steadyMap } from './tempo-map.ts';
import { OWN_RIGHTS, type Track } from './track.ts';

const track = (id: string, bpm: number, beats: number): Track => {
  const map = steadyMap(bpm * 1000, s(0.4), beats);
  const duration = anyTime(beatTime(map, beats) + 5e5);
  return { id, title: id, artist: '', duration, map, sections: [], lufs: -12, rights: OWN_RIGHTS };
};
/** A track whose tempo climbs, as played by hand. */
const live = (): Track => {
  let at = 0.3e6;
  const beats = Array.from({ length: 400 }, (_, i) => (at += 60e6 / (124 + i / 100)));
  const map = mapThrough(beats, 4, 0)!;
  return { ...track('live', 120, 400), map, duration: anyTime(beats.at(-1)! + 1e6) };
};
const plan = readOutline(
  '# M\n## Hello: talk, 0:20\n## Warm-up: warm-up, 30/0\n- March\n- Step\n## Main: 3 rounds, 40/20\n' +
    '- Squat\n- Row\n## Floor: core, 45/15\n- Plank\n- Bridge\n## Bye: talk, 0:15',
).value;
const { segments } = compile(plan);
const id = (name: string) => plan.blocks.find((b) => b.name === name)!.id;
const lay = (n: number, trackId: string, block: string, beats: number, more: Partial<Placement> = {}): Placement => ({
  ...{ id: `m${n}`, trackId, blockId: id(block), atUs: s(0), fromBeat: 0, beats },
  ...{ speedPpm: 1e6, fadeInBeats: 0, fadeOutBeats: 0 },
  ...more,
});
const music = (...placements: Placement[]): Music => ({ ...EMPTY_MUSIC, placements });
/** The segments as they were filmed: each so many times as long as planned, in order. */
function filmedAs(shares: readonly number[]) {
  let at = 3e6;
  return segments.map((segment, i) => {
    const start = anyTime(at);
    at += (segment.end - segment.start) * (shares[i % shares.length] ?? 1);
    return { ...segment, start, end: anyTime(at) };
  });
}
const TRACKS = [track('a', 128, 512), track('short', 130, 80), live()];
const LAID = music(lay(1, 'short', 'Warm-up', 128), lay(2, 'live', 'Main', 760), lay(3, 'a', 'Floor', 240));

describe('music brought to the film', () => {
  it('begins every block on a phrase, lasts to its end, keeps the limit and never lies over itself (law)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.6, max: 1.9, noNaN: true }), { minLength: 1, maxLength: 9 }),
        (shares) => {
          const filmed = filmedAs(shares);
          const { music: next, blocks } = conformToFilm(LAID, TRACKS, segments, filmed);
          const { laid, unlaid } = layMusic(next, TRACKS, filmed);
          expect(unlaid).toEqual([]);
          const spans = blockSpans(filmed);
          for (const name of ['Warm-up', 'Main', 'Floor']) {
            const span = spans.get(id(name))!;
            const first = laid.find((l) => l.placement.blockId === id(name))!;
            const [beat] = beatsOf(first);
            expect(beat!.phrase).toBe(true);
            expect(Math.abs(beat!.at - span.start)).toBeLessThan(1e3);
            const last = laid.findLast((l) => l.placement.blockId === id(name))!;
            const how = blocks.find((b) => b.blockId === id(name))!;
            // Faded it stops within a beat before the end; else it is there to the millisecond.
            expect(span.end - last.end).toBeLessThan(how.ends === 'faded' ? 6e5 : 1e3);
            expect(span.end - last.end).toBeGreaterThan(-1e3);
          }
          for (const [i, l] of laid.entries()) {
            expect(Math.abs(l.placement.speedPpm / 1e6 - 1)).toBeLessThanOrEqual(STRETCH_MOST + 1e-5);
            expect(l.to).toBeLessThanOrEqual(l.track.duration);
            if (i > 0) expect(l.start - laid[i - 1]!.end).toBeGreaterThan(-1e3);
          }
          expect(new Set(next.placements.map((p) => p.id)).size).toBe(next.placements.length);
          // Done twice it is the same.
          const again = conformToFilm(next, TRACKS, segments, filmed).music;
          const sounds = (m: Music) => layMusic(m, TRACKS, filmed).laid;
          const [before, after] = [sounds(next), sounds(again)];
          expect(after.map((l) => l.track.id)).toEqual(before.map((l) => l.track.id));
          // To a hundredth of a second: rounded times would differ by one where they lie beside an edge.
          for (const [i, l] of after.entries()) {
            expect(Math.abs(l.start - before[i]!.start)).toBeLessThan(1e4);
            expect(Math.abs(l.from - before[i]!.from)).toBeLessThan(1e4);
          }
        },
      ),
      { numRuns: 200 },
    );
  });
  it('keeps its tempo where phrases meet the block, and goes back to a phrase where the track is too short', () => {
    const met = music(lay(1, 'a', 'Main', 768, { fadeOutBeats: 8 }), lay(2, 'a', 'Floor', 224, { fromBeat: 32 }));
    const filmed = segments.map((x) => ({ ...x, start: anyTime(x.start + 9e6), end: anyTime(x.end + 9e6) }));
    const main = blockSpans(segments).get(id('Main'))!;
    expect((main.end - main.start) / 1e6).toBe(360);
    const { blocks } = conformToFilm(met, TRACKS, segments, filmed);
    // 128 a minute: a phrase of 32 counts lasts 15 s, so 360 s are 24 of them; the track has 16, so it goes back once.
    expect(blocks[0]).toMatchObject({ blockId: id('Main'), ends: 'phrase', repeats: 1 });
    expect(Math.abs(blocks[0]!.stretch)).toBeLessThan(1e-5);
  });
  it('runs on under the next block, from a phrase, where it ran on by the plan', () => {
    const filmed = filmedAs([1.1]);
    const ran = music(lay(1, 'a', 'Warm-up', 128 + 340 + 200));
    const { music: next } = conformToFilm(ran, [track('a', 120, 2000)], segments, filmed);
    expect(next.placements.map((p) => p.blockId)).toEqual(expect.arrayContaining([id('Warm-up'), id('Main')]));
    const { laid } = layMusic(next, [track('a', 120, 2000)], filmed);
    expect(laid.every((l) => beatsOf(l)[0]!.phrase)).toBe(true);
    // It goes on in the track, not from its beginning.
    for (let i = 1; i < laid.length; i++) expect(laid[i]!.from).toBeGreaterThanOrEqual(laid[i - 1]!.to - 1);
  });
  it('keeps the length of what was laid for a part of a block, and leaves silent blocks silent', () => {
    const filmed = filmedAs([1.3]);
    const part = { ...music(lay(1, 'a', 'Main', 64, { atUs: s(5) })), silent: [id('Floor')] };
    const { music: next, blocks } = conformToFilm(part, TRACKS, segments, filmed);
    expect(next.placements).toEqual(part.placements);
    expect(blocks).toEqual([]);
  });
  it('is told where the music does not follow the film, with one fix, and not told after it', () => {
    const filmed = filmedAs([1.2]);
    const found = filmMusicFindings(LAID, TRACKS, segments, filmed);
    expect(found.map((f) => f.rule)).toContain('music-beside-film');
    const [fix] = found[0]!.fixes;
    expect(fix?.kind).toBe('music');
    if (fix?.kind !== 'music') return;
    expect(filmMusicFindings(fix.music, TRACKS, segments, filmed)).toEqual([]);
    // 72 s at 127 a minute are 152.4 beats, four phrases and 24.4 beats: a track that runs on is in mid-phrase.
    const ran = music(lay(1, 'a', 'Warm-up', 668));
    expect(
      filmMusicFindings(ran, [track('a', 127, 2000)], segments, filmed).map((f) => [f.rule, wordsOf(f).measured]),
    ).toEqual([['music-off-phrase', 'count 25']]);
    expect(filmMusicFindings(music(), TRACKS, segments, filmed)).toEqual([]);
  });
  it('is told by the plan where it lies over itself or begins in mid-phrase, each with a fix that ends it', () => {
    const spans = blockSpans(segments);
    const check = (m: Music) => placementFindings(m, layMusic(m, TRACKS, segments), spans);
    const twice = music(lay(1, 'a', 'Main', 320), lay(2, 'a', 'Main', 64, { atUs: s(100) }));
    const over = check(twice).find((f) => f.rule === 'music-over-itself')!;
    expect(wordsOf(over).measured).toBe('50.0 s twice');
    const [stop] = over.fixes;
    expect(stop?.kind === 'music' && check(stop.music).some((f) => f.rule === 'music-over-itself')).toBe(false);
    const mid = check(music(lay(1, 'a', 'Main', 64, { fromBeat: 36 }))).at(-1)!;
    expect([mid.rule, wordsOf(mid).measured]).toEqual(['music-starts-mid-phrase', 'count 5']);
    const [back] = mid.fixes;
    expect(back?.kind === 'music' && back.music.placements[0]!.fromBeat).toBe(32);
  });
  it('leaves music alone whose block was not filmed', () => {
    const filmed = filmedAs([1]).filter((x) => x.blockId !== id('Floor'));
    const { music: next } = conformToFilm(LAID, TRACKS, segments, filmed);
    expect(next.placements.some((p) => p.id === 'm3')).toBe(true);
  });
});
