import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { END, FRAME, RATE, built, cardAt, filmed, keyOf, segments } from '../../../tests/support/hive-lifts.ts';
import { DEFAULT_RULES } from '../lanes/rules.ts';
import { timerTicks } from '../lanes/timer.ts';
import type { AnyClock } from '../time/micros.ts';
import type { Insert, InsertPlace } from './decisions.ts';
import { soundsOf, viewsOf, withInsertsHeard, withInsertsSeen } from './views.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const of = (programme: ReturnType<typeof built>, key: string) => programme.segments.find((x) => x.key === key)!;
/** Frames of 29.97 begin between microseconds. */
const meet = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThanOrEqual(1);
const seconds = (us: number) => us / 1e6;

/** What is seen and heard of a programme; every recording lasts ten minutes, but `b` only 40 s. */
const seenAndHeard = ({ shots, inserts }: ReturnType<typeof built>) => {
  const lasts = (id: string) => (id === 'b' ? s(40) : s(600));
  const views = viewsOf(shots, [], () => [], RATE);
  return {
    pictures: withInsertsSeen(views, inserts, lasts),
    sounds: withInsertsHeard(
      soundsOf(shots, [], () => 1),
      inserts,
      lasts,
    ),
  };
};

describe('an insert', () => {
  const take = filmed('a', -5, END + 5);
  const plain = built([take], []);
  it('before a segment ends what was before it there, and lets it begin after', () => {
    const row = keyOf('Broomstick row');
    const programme = built([take], [cardAt(row, 'before', 3)]);
    const [placed] = programme.inserts;
    const k = programme.segments.findIndex((x) => x.key === row);
    expect(seconds(placed!.end - placed!.start)).toBeCloseTo(3, 1);
    expect(Math.abs(programme.segments[k - 1]!.end - placed!.start)).toBeLessThan(FRAME);
    expect(programme.segments[k]!.start).toBe(placed!.end);
    expect(seconds(of(programme, row).end - of(plain, row).end)).toBeCloseTo(3, 1);
    expect(seconds(programme.length - plain.length)).toBeCloseTo(3, 1);
  });
  it('before the first segment stands at the very beginning, after the last at the very end', () => {
    const [first, last] = [segments[0]!.key, segments.at(-1)!.key];
    const programme = built([take], [cardAt(first, 'before', 4, 'title'), cardAt(last, 'after', 6, 'end')]);
    expect(programme.inserts.map((p) => [p.start === 0, p.end === programme.length])).toEqual([
      [true, false],
      [false, true],
    ]);
    expect(seconds(programme.shots[0]!.at)).toBeCloseTo(4, 1);
  });
  it('over a segment changes no time of anything', () => {
    const rest = segments.find((x) => x.kind === 'rest')!.key;
    const programme = built([take], [cardAt(rest, 'over', null, 'rest')]);
    expect(programme.segments).toEqual(plain.segments);
    expect(programme.length).toBe(plain.length);
    const [placed] = programme.inserts;
    expect(Math.abs(placed!.start - of(plain, rest).start)).toBeLessThan(FRAME);
    expect(Math.abs(placed!.end - of(plain, rest).end)).toBeLessThan(FRAME);
    expect(built([take], [cardAt(rest, 'over', 99, 'rest')]).inserts[0]!.end).toBe(placed!.end);
  });
  it('instead of what no take holds is as long as planned, has its timer, and waits once it is filmed', () => {
    const gone = keyOf('Plank');
    const [from, to] = segments.filter((x) => x.key === gone).map((x) => [x.start / 1e6, x.end / 1e6])[0]!;
    const takes = [filmed('a', -5, from!), filmed('b', to!, END + 5)];
    const inserts = [cardAt(gone, 'instead', null)];
    const programme = built(takes, inserts);
    const standing = of(programme, gone);
    expect(seconds(standing.end - standing.start)).toBeCloseTo(30, 1);
    expect(programme.segments.map((x) => x.key)).toEqual(segments.map((x) => x.key));
    const ticks = timerTicks(programme.segments, DEFAULT_RULES, []).filter((t) => t.segmentKey === gone);
    expect([ticks[0]!.value, ticks.at(-1)!.value, ticks.at(-1)!.end]).toEqual([30, 1, standing.end]);
    expect(built([take], inserts).inserts).toEqual([]);
  });
  it('instead of a segment stands once, however many there are', () => {
    const gone = keyOf('Plank');
    const from = segments.find((x) => x.key === gone)!.start / 1e6;
    const takes = [filmed('a', -5, from), filmed('b', from + 30, END + 5)];
    const twice = [cardAt(gone, 'instead', null), { ...cardAt(gone, 'instead', 5), id: 'again' }];
    expect(built(takes, twice).segments.filter((x) => x.key === gone)).toHaveLength(1);
    expect(built(takes, twice).length).toBe(built(takes, twice.slice(0, 1)).length);
  });
  it('at a place that is not in the class waits', () => {
    expect(built([take], [cardAt('gone/1/m9', 'before', 3)]).length).toBe(plain.length);
    expect(built([filmed('a', -5, 30)], [cardAt(keyOf('Plank', 2), 'before', 3)]).inserts).toEqual([]);
  });
  it('stands in the order of the class, however the inserts are listed', () => {
    const [squat, row] = [keyOf('Squat'), keyOf('Broomstick row')];
    const inserts = [cardAt(row, 'before', 2), cardAt(squat, 'after', 2), cardAt(squat, 'before', 2)];
    for (const list of [inserts, inserts.toReversed()])
      expect(built([take], list).inserts.map((p) => p.insert.id)).toEqual([
        `before-${squat}`,
        `after-${squat}`,
        `before-${row}`,
      ]);
  });
  it('near to where a take is come into leaves no flash of it before', () => {
    const squat2 = segments.find((x) => x.label === 'Squat' && x.round === 2)!;
    const from = squat2.start / 1e6;
    const takes = [
      filmed('a', -5, from),
      { ...filmed('b', from, END + 5, 4), speech: [{ start: s(3.2), end: s(4.4) }] },
    ];
    const programme = built(takes, [cardAt(squat2.key, 'before', 3)]);
    const [placed] = programme.inserts;
    const shown = programme.shots.filter((x) => x.at >= placed!.end);
    expect(shown).toHaveLength(1);
    expect(programme.shots.filter((x) => x.takeId === 'b')).toHaveLength(1);
  });
});

describe('whatever is inserted', () => {
  const place = fc.constantFrom<InsertPlace>('before', 'after', 'over', 'instead');
  const insert = fc.record({
    k: fc.integer({ min: 0, max: segments.length - 1 }),
    place,
    tenths: fc.option(fc.integer({ min: 1, max: 120 })),
  });
  const cut = fc.tuple(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 1, max: 20 }));
  const some = fc.uniqueArray(insert, { maxLength: 8, selector: (i) => `${i.k} ${i.place}` });
  const listOf = (list: readonly { k: number; place: InsertPlace; tenths: number | null }[]) =>
    list.map(({ k, place: at, tenths }) => cardAt(segments[k]!.key, at, tenths === null ? null : tenths / 10));
  const takes = [filmed('a', -5, 75), filmed('b', 105, END + 4)];

  it('shots and inserts fill the programme without a gap, segments keep their order and do not meet inserts', () => {
    fc.assert(
      fc.property(some, fc.array(cut, { maxLength: 3 }), (list, cuts) => {
        const programme = built(
          takes,
          listOf(list),
          cuts.map(([a, n]) => [a, a + n]),
        );
        const between = programme.inserts.filter((p) => p.insert.place !== 'over');
        const row = [
          ...programme.shots.map((x) => ({ start: x.at, end: (x.at + x.end - x.start) as AnyClock })),
          ...between,
        ].sort((a, b) => a.start - b.start || a.end - b.end);
        row.forEach((x, i) => meet(x.start, i === 0 ? 0 : row[i - 1]!.end));
        meet(row.at(-1)?.end ?? 0, programme.length);
        for (const x of programme.segments)
          for (const p of between) {
            if (p.insert.place === 'instead' && p.segment.key === x.key) continue;
            // Cut away in part, a segment may go on after an insert; it never lies in one.
            expect(x.start < p.end - FRAME && x.start > p.start - 1, `${x.key} begins in ${p.insert.id}`).toBe(false);
          }
        const planned = programme.segments.flatMap((x) => x.segment?.index ?? []);
        expect(planned).toEqual([...planned].sort((a, b) => a - b));
        expect(new Set(planned).size).toBe(planned.length);
      }),
      { numRuns: 150, seed: 15 },
    );
  });
  it('pictures and sounds fill it too, and taking the inserts away gives the programme back', () => {
    fc.assert(
      fc.property(some, (list) => {
        const [programme, plain] = [built(takes, listOf(list)), built(takes, [])];
        const { pictures, sounds } = seenAndHeard(programme);
        for (const pieces of [pictures, sounds]) {
          pieces.forEach((x, i) => meet(x.at, i === 0 ? 0 : pieces[i - 1]!.at + pieces[i - 1]!.length));
          meet(pieces.at(-1)!.at + pieces.at(-1)!.length, programme.length);
        }
        const between = programme.inserts.filter((p) => p.insert.place !== 'over');
        const grown = between.reduce((sum, p) => sum + p.end - p.start, 0);
        expect(Math.abs(programme.length - plain.length - grown)).toBeLessThan(5 + between.length);
        expect(programme.shots.reduce((sum, x) => sum + x.end - x.start, 0)).toBeCloseTo(
          plain.shots.reduce((sum, x) => sum + x.end - x.start, 0),
          -2,
        );
      }),
      { numRuns: 100, seed: 16 },
    );
  });
});

describe('what is seen and heard', () => {
  const take = filmed('a', 0, END);
  it('of a clip is its stretch with its sound; over a segment the sound goes on; a still frame is silent', () => {
    const shows = { kind: 'clip', mediaId: 'b', from: s(7) } as const;
    const clip = { ...cardAt(keyOf('Squat'), 'before', 2), shows };
    const still = { ...cardAt(keyOf('Plank'), 'after', 1), shows: { kind: 'freeze', mediaId: 'a', at: s(9) } as const };
    const over = { ...cardAt(keyOf('Plank'), 'over', null), shows };
    const programme = built([take], [clip, still, over]);
    const { pictures, sounds } = seenAndHeard(programme);
    expect(pictures.map((p) => [p.mediaId, p.held ?? false])).toEqual([
      ['a', false],
      ['b', false],
      ['a', false],
      ['b', false],
      ['a', true],
      ['a', false],
    ]);
    expect(pictures.filter((p) => p.mediaId === 'b').map((p) => p.from)).toEqual([s(7), s(7)]);
    expect(sounds.map((p) => p.mediaId)).toEqual(['a', 'b', 'a', null, 'a']);
  });
});

describe('what lies past the end of a recording', () => {
  const take = filmed('a', 0, END);
  const seen = (shows: Insert['shows'], seconds: number) => {
    const insert = { ...cardAt(keyOf('Squat'), 'before', seconds), shows };
    return seenAndHeard(built([take], [insert])).pictures.find((p) => p.mediaId === 'b')!;
  };
  it('is its last frame, or a clip from earlier on, and freezes where the clip is longer than all of it', () => {
    expect(seen({ kind: 'freeze', mediaId: 'b', at: s(999) }, 2).from).toBe(s(39.9));
    const late = seen({ kind: 'clip', mediaId: 'b', from: s(39) }, 4);
    expect([late.from + late.length, late.held]).toEqual([s(40), undefined]);
    expect(seen({ kind: 'clip', mediaId: 'b', from: s(3) }, 60)).toMatchObject({ from: 0, held: true });
  });
});
