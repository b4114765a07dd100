import { describe, expect, it } from 'vitest';
import { asFilmed } from '../../../tests/support/as-filmed.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { frameRate } from '../time/frames.ts';
import { assemble } from './assemble.ts';
import type { FilmedTake } from './coverage.ts';

const { segments } = compile(
  readOutline('# Lift\n## Main: circuit, 30/12\n- Squat\n- Hive lift\n- Row\n- March\n## Bye: talk, 0:10').value,
);
const at = (label: string) => segments.findIndex((x) => x.label === label);
const lift = at('Hive lift');
/** The lift with the rest before it was left out: what came after it began so much earlier. */
const goneUs = segments[lift]!.end - segments[lift - 1]!.start;
const whole = asFilmed(segments, s(0), { start: s(0), end: s(999) });
const first: FilmedTake = {
  takeId: 'first',
  duration: anyTime(segments.at(-1)!.end - goneUs),
  alignment: {
    ...whole,
    segments: whole.segments.map((r, k) => {
      if (k < lift - 1 || r.recorded === null) return r;
      const { start, end } = r.recorded;
      return { ...r, recorded: k <= lift ? null : { start: anyTime(start - goneUs), end: anyTime(end - goneUs) } };
    }),
  },
  faults: new Map(),
  // `And rest`, said over the end of the squat.
  speech: [{ start: s(29.4), end: s(30.8) }],
};
/** The same words, and the lift filmed after the class. */
const second: FilmedTake = {
  takeId: 'second',
  duration: s(45),
  alignment: {
    ...whole,
    segments: whole.segments.map((r, k) => ({
      ...r,
      recorded: k === lift - 1 ? { start: s(0), end: s(12) } : k === lift ? { start: s(12), end: s(42) } : null,
    })),
  },
  faults: new Map(),
  speech: [],
};
const RATE = frameRate(25, 1);
const programme = assemble(segments, [first, second], { uses: [], removedOf: () => [], inserts: [] }, RATE);

describe('a take that goes on where another one stood in for what was left out', () => {
  it('has every segment once, in the order of the plan, none over another', () => {
    const { segments: placed } = programme;
    expect(placed.map((p) => p.key)).toEqual(segments.map((x) => x.key));
    placed.forEach((p, i) => expect(p.start).toBeGreaterThanOrEqual((placed[i - 1]?.end ?? 0) - 1));
    for (const p of placed) {
      const planned = p.segment!;
      if (isActive(planned)) expect(Math.abs(p.end - p.start - (planned.end - planned.start))).toBeLessThan(1.2e6);
    }
  });
  it('says the word at its join once', () => {
    const own = programme.shots.filter((x) => x.takeId === 'first');
    expect(own).toHaveLength(2);
    expect(own[1]!.start).toBeGreaterThanOrEqual(own[0]!.end);
    expect(own[0]!.end).toBeGreaterThanOrEqual(s(30.8));
  });
});
