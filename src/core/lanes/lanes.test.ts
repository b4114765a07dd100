import { keepRanges, toProgramme, toTake } from '../edit/shots.ts';
import { assemble } from '../edit/assemble.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArbitrary } from '../../../tests/arbitrary/plan.arbitrary.ts';
import { compile } from '../plan/compile.ts';
import { type Plan } from '../plan/plan.ts';
import { newBlock, newMove } from '../plan/new-plan.ts';
import { frameRate } from '../time/frames.ts';
import { anySeconds, anyTime, asPlanned } from '../../../tests/support/times.ts';
import { plannedProgramme } from '../workout/planned-programme.ts';
import { captionEvents } from './caption.ts';
import { chapters } from './chapter.ts';
import { lanes } from './lanes.ts';
import { DEFAULT_RULES, type LaneRules, type Override } from './rules.ts';
import { timerTicks } from './timer.ts';
import { takeTime } from '../time/micros.ts';

const s = anySeconds;
const RATE = frameRate(25, 1);
const plan: Plan = {
  title: 'T',
  instructor: '',
  cueing: 'mirrored',
  sides: { kind: 'both' },
  blocks: [
    { ...newBlock('t', 'talk', 'Hello'), scheme: { kind: 'plain', lengthUs: s(12) } },
    {
      ...newBlock('b', 'circuit', 'Main'),
      rounds: 2,
      scheme: { kind: 'interval', workUs: s(30.2), restUs: s(10), sets: 1 },
      moves: [newMove('m1', 'Squat'), { ...newMove('m2', 'Lunge'), sides: { kind: 'own', first: 'left' } }],
    },
    { ...newBlock('e', 'talk', 'Bye'), scheme: { kind: 'plain', lengthUs: s(4) } },
  ],
};
const { segments, total } = compile(plan);
const programme = plannedProgramme(segments, total);
const squat = programme.segments.find((p) => p.label === 'Squat');
const rules = (more: Partial<LaneRules>): LaneRules => ({ ...DEFAULT_RULES, ...more });

describe('keeping and cutting', () => {
  it('maps take time to programme time and back, whatever is cut', () => {
    const cut = fc.record({ start: fc.integer({ min: 0, max: 600 }), length: fc.integer({ min: 0, max: 120 }) });
    fc.assert(
      fc.property(fc.array(cut, { maxLength: 6 }), fc.integer({ min: 0, max: 6_000 }), (cuts, tenths) => {
        const kept = keepRanges(
          't',
          s(600),
          cuts.map((c) => ({ start: s(c.start), end: s(c.start + c.length) })),
          RATE,
        );
        for (const [i, range] of kept.entries()) {
          expect(range.end).toBeGreaterThan(range.start);
          expect(range.start % 40_000).toBe(0);
          const next = kept[i + 1];
          if (next !== undefined) expect(next.at).toBe(range.at + range.end - range.start);
        }
        const last = kept.at(-1);
        const length = last === undefined ? 0 : last.at + last.end - last.start;
        const time = anyTime(tenths * 1e5);
        if (time < length) expect(toProgramme(toTake(time, kept), kept)).toBe(time);
      }),
      { seed: 4 },
    );
  });
  it('drops a segment that is cut out whole and shortens one that is cut in part', () => {
    const alignment = {
      segments: segments.map((segment) => ({
        segment,
        recorded: asPlanned(segment),
        confidence: 1,
        placed: 1,
        evidence: [],
      })),
      extra: [],
      grids: [],
      words: { tokens: [], language: 'en' as const },
    };
    const take = { takeId: 't', duration: takeTime(total), alignment, faults: new Map<string, number>(), speech: [] };
    const removed = [{ start: s(0), end: s(17) }];
    const cut = assemble(segments, [take], { uses: [], removedOf: () => removed, inserts: [] }, RATE);
    expect(cut.segments[0]?.label).toBe('Squat');
    expect((cut.segments[0]?.end ?? 0) / 1e6).toBeCloseTo(25.2, 1);
    expect(cut.length).toBe(total - s(17));
  });
});

describe('the timer', () => {
  it('tiles each segment, counts down to 1 and never begins above the rounded length', () => {
    fc.assert(
      fc.property(planArbitrary, (any) => {
        const compiled = compile(any);
        const all = plannedProgramme(compiled.segments, compiled.total);
        const ticks = timerTicks(all.segments, DEFAULT_RULES, []);
        for (const segment of all.segments) {
          const own = ticks.filter((t) => t.segmentKey === segment.key);
          if (own.length === 0) continue;
          expect([own[0]?.start, own.at(-1)?.end, own.at(-1)?.value]).toEqual([segment.start, segment.end, 1]);
          own.forEach((t, i) => expect(t.start).toBe(i === 0 ? segment.start : own[i - 1]?.end));
        }
      }),
      { seed: 8, numRuns: 40 },
    );
    const first = timerTicks([squat as never], DEFAULT_RULES, [])[0];
    expect([first?.value, ((first?.end ?? 0) - (first?.start ?? 0)) / 1e6]).toEqual([30, 1.2]);
  });
  it('counts up by rule or for one segment by hand', () => {
    const up: Override = { segmentKey: squat?.key ?? '', lane: 'timer', field: 'direction', value: 'up' };
    expect(timerTicks([squat as never], DEFAULT_RULES, [up]).map((t) => t.value)).toEqual(
      Array.from({ length: 31 }, (_, i) => i),
    );
    expect(
      timerTicks([squat as never], rules({ timer: { on: false, direction: 'down', inBreaks: true } }), []),
    ).toEqual([]);
  });
});

describe('captions', () => {
  it('come in and go out by the rule, name the side, and announce what is next in breaks', () => {
    const { captions } = captionEvents(programme.segments, DEFAULT_RULES, []);
    expect(captions.slice(0, 3).map((c) => [c.start / 1e6, c.end / 1e6, c.heading, c.text])).toEqual([
      [12.5, 42.2, '', 'Squat'],
      [42.7, 52.2, 'Rest · next', 'Lunge, left side'],
      [52.7, 82.4, 'Left side', 'Lunge'],
    ]);
  });
  it('an override survives a change of timing, and deleting it gives the rule back', () => {
    const by: Override = { segmentKey: squat?.key ?? '', lane: 'caption', field: 'text', value: 'Sit to the crate' };
    const longer = compile({
      ...plan,
      blocks: plan.blocks.map((b) =>
        b.id === 'b' ? { ...b, scheme: { kind: 'interval', workUs: s(50), restUs: s(5), sets: 1 } as const } : b,
      ),
    });
    const text = (overrides: Override[]) =>
      captionEvents(plannedProgramme(longer.segments, longer.total).segments, DEFAULT_RULES, overrides).captions[0]
        ?.text;
    expect([text([by]), text([])]).toEqual(['Sit to the crate', 'Squat']);
  });
  it('too short to be read come back with their reason, and an override without its segment is named', () => {
    const late: Override = { segmentKey: squat?.key ?? '', lane: 'caption', field: 'inAfterUs', value: s(29.8) };
    const lost: Override = { segmentKey: 'gone', lane: 'caption', field: 'show', value: false };
    const laid = lanes(programme, { rules: DEFAULT_RULES, overrides: [late, lost] }, plan);
    expect(laid.droppedCaptions).toEqual([{ segmentKey: squat?.key, reason: 'too-short', shownUs: s(0.4) }]);
    expect(laid.orphans).toEqual([lost]);
  });
});

// Common practice: the first chapter at 0:00, each at least 10 s, strictly ascending.
describe('chapters', () => {
  it('begin at 0:00, last 10 s or more, ascend; one too short is named', () => {
    const found = chapters(programme.segments, programme.length, DEFAULT_RULES, []);
    expect(found.chapters.map((c) => [c.start / 1e6, c.title])).toEqual([
      [0, 'Hello'],
      [12, 'Main · round 1'],
      [132.6, 'Main · round 2'],
    ]);
    expect(found.dropped.map((d) => [d.title, d.lengthUs / 1e6])).toEqual([['Bye', 4]]);
    expect(found.chapters.at(-1)?.end).toBe(programme.length);
  });
  it('hold for any plan, by blocks and by moves', () => {
    fc.assert(
      fc.property(planArbitrary, fc.constantFrom('blocks' as const, 'moves' as const), (any, by) => {
        const compiled = compile(any);
        const planned = plannedProgramme(compiled.segments, compiled.total);
        const { chapters: list } = chapters(planned.segments, planned.length, rules({ chapter: { by } }), []);
        list.forEach((c, i) => {
          expect(c.start).toBe(i === 0 ? 0 : list[i - 1]?.end);
          if (list.length > 1 && i > 0)
            expect(c.end - c.start).toBeGreaterThanOrEqual(i === list.length - 1 ? 0 : 10e6);
        });
      }),
      { seed: 6, numRuns: 60 },
    );
  });
});
