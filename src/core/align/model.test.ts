import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { livingClass, loosen } from '../../../tests/support/living-class.ts';
import { WAYS_OF_TEACHING } from '../../../tests/support/ways-of-teaching.ts';
import { boundaryErrors, syntheticTake } from '../../../tests/support/synthetic-take.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { type PlannedSegment, isActive } from '../plan/segment.ts';
import { DEFAULT_CALLS, EMPTY_SCRIPT } from '../script/cue.ts';
import { schedule } from '../script/schedule.ts';
import type { Transcript } from '../transcript/transcript.ts';
import { type TakeTime, takeTime } from '../time/micros.ts';
import { anyTime, asPlanned } from '../../../tests/support/times.ts';
import { align } from './align.ts';
import { type Alignment } from './alignment.ts';
import { lengthModel } from './duration-model.ts';
import { usualTimings } from './expectation.ts';

/** Plans of every way of teaching: intervals of the lengths people use, repetitions, counts, holds, flow. */
const WAYS: readonly (readonly [name: string, outline: string])[] = [
  ...[20, 30, 40, 45, 50].flatMap((work) =>
    [7, 10, 15, 20].map(
      (rest) =>
        [
          `${work}/${rest}`,
          `# P\n## Hello: talk, 0:30\n## Main: circuit, 2 rounds, ${work}/${rest}\n- Squat\n- Push-up\n- Plank\n` +
            '- Glute bridge\n## Bye: talk, 0:20',
        ] as const,
    ),
  ),
  ...[20, 25, 30, 40, 45].map(
    (s) =>
      [
        `flow ${s}`,
        `# P\n## Hello: talk, 0:30\n## Main: warm-up, flow 0:${s}\n- Arm circles\n- Side step\n- Hip circles\n` +
          '- March on the spot\n## Bye: talk, 0:20',
      ] as const,
  ),
  ...[8, 10, 12, 15].map(
    (n) =>
      [
        `${n} repetitions`,
        `# P\n## Hello: talk, 0:30\n## Main: strength, reps ${n} pace 4 rest 20\n- Squat\n- Push-up\n` +
          '- Split squat\n- Glute bridge\n## Bye: talk, 0:20',
      ] as const,
  ),
  ...[32, 48, 64, 96].map(
    (n) =>
      [
        `${n} counts`,
        `# P\n## Hello: talk, 0:30\n## Main: cardio, counts ${n} at 128 rest 10\n- Side step\n` +
          '- March on the spot\n- Step jack\n- High knees\n## Bye: talk, 0:20',
      ] as const,
  ),
  ...[20, 30, 40].flatMap((s) =>
    ['', ' | sides own'].map(
      (sides) =>
        [
          `hold ${s}${sides}`,
          `# P\n## Hello: talk, 0:30\n## Stretch: cool-down, hold 0:${s} change 6\n- Calf stretch${sides}\n` +
            `- Side reach${sides}\n- Chest opener\n## Bye: talk, 0:20`,
        ] as const,
    ),
  ),
  ...['pairs 30/30 rest 20', 'emom 1:00 work 40', '20/10 x 4'].map(
    (scheme) =>
      [
        scheme,
        `# P\n## Hello: talk, 0:30\n## Main: circuit, 2 rounds, ${scheme}\n- Squat\n- Push-up\n- Split squat\n` +
          '- Plank\n## Bye: talk, 0:20',
      ] as const,
  ),
];

/** All calls in plain words, spoken at their exact planned times. */
function spokenByProgram(outline: string): {
  segments: readonly PlannedSegment[];
  total: TakeTime;
  transcript: Transcript;
} {
  const plan = readOutline(outline).value;
  const { segments, total } = compile(plan);
  const { lines } = schedule(segments, { ...EMPTY_SCRIPT, calls: DEFAULT_CALLS }, { plan });
  return {
    segments,
    total: takeTime(total),
    transcript: { cues: lines.map((l) => ({ ...asPlanned(l), text: l.text, words: null })) },
  };
}

describe('the identity test', () => {
  it('has forty plans of every way of teaching', () => expect(WAYS.length).toBeGreaterThanOrEqual(40));
  it('brings all moves back, all but two plans of repetitions within half a second at every boundary', () => {
    const off: string[] = [];
    // Every other one of forty, as below.
    for (const [name, outline] of WAYS.filter((_, k) => k % 2 === 0)) {
      const { segments, total, transcript } = spokenByProgram(outline);
      const found = align(segments, transcript, total).segments.filter((r) => isActive(r.segment));
      expect(
        found.filter((r) => r.recorded === null).map((r) => r.segment.label),
        name,
      ).toEqual([]);
      const worst = Math.max(
        ...found.map((r) =>
          r.recorded === null
            ? Infinity
            : Math.max(Math.abs(r.recorded.start - r.segment.start), Math.abs(r.recorded.end - r.segment.end)),
        ),
      );
      if (worst > 0.5e6) off.push(`${name}: ${worst / 1e6}`);
    }
    expect(off.length, off.join('; ')).toBeLessThanOrEqual(2);
  });
});

// Every third of thirty: they behave alike, and each takes seconds.
describe('classes called sparsely, each in its way', () => {
  it('come back with hardly a move lost, most boundaries within half a second', () => {
    let [moves, lost] = [0, 0];
    const off: number[] = [];
    for (const { outline } of WAYS_OF_TEACHING.filter((_, k) => k % 3 === 0)) {
      const plan = readOutline(outline).value;
      const { segments, total } = compile(plan);
      const { lines } = schedule(segments, EMPTY_SCRIPT, { plan });
      const cues = lines.map((l) => ({ ...asPlanned(l), text: l.text, words: null }));
      for (const { segment, recorded } of align(segments, { cues }, takeTime(total)).segments.filter((r) =>
        isActive(r.segment),
      )) {
        moves++;
        if (recorded === null) lost++;
        else off.push(Math.abs(recorded.start - segment.start) / 1e6, Math.abs(recorded.end - segment.end) / 1e6);
      }
    }
    expect(lost / moves).toBeLessThan(0.01);
    off.sort((a, b) => a - b);
    expect(off[off.length >> 1]).toBeLessThanOrEqual(0.5);
    expect(off[Math.floor(off.length * 0.8)]).toBeLessThanOrEqual(1);
  });
});

describe('laws of the model', () => {
  const plan = readOutline(WAYS[9]?.[1] ?? '').value;
  const classes = [1, 2, 3].map((seed) => loosen(livingClass(plan, seed, { breakOverS: 5 }), seed));
  it('gives the same answer to the same question', () => {
    const one = classes[0]!;
    const ask = () => align(one.segments, one.transcript, one.duration);
    expect(ask()).toEqual(ask());
  });
  it('keeps every word inside its paragraph, and none out of order', () => {
    for (const one of classes) {
      const { words } = align(one.segments, one.transcript, one.duration);
      for (const [c, cue] of one.transcript.cues.entries()) {
        const inside = words.tokens.filter((w) => w.cue === c);
        for (const [i, w] of inside.entries()) {
          expect(w.at).toBeGreaterThanOrEqual(cue.start);
          expect(w.at).toBeLessThanOrEqual(Math.max(cue.end, cue.start + 1e6));
          if (i > 0) expect(w.at).toBeGreaterThanOrEqual(inside[i - 1]!.at);
        }
      }
    }
  });
  it('says a probability, and of what was placed surely says it is more likely placed at all', () => {
    for (const one of classes)
      for (const r of align(one.segments, one.transcript, one.duration).segments) {
        expect(r.confidence).toBeGreaterThanOrEqual(0);
        expect(r.confidence).toBeLessThanOrEqual(1);
        expect(r.placed).toBeGreaterThanOrEqual(0);
        expect(r.placed).toBeLessThanOrEqual(1);
      }
  });
  it('takes a pin at the truth without making the rest worse', () => {
    const total = (one: (typeof classes)[number], found: Alignment) =>
      boundaryErrors(one, found.segments).reduce((a, b) => a + b, 0);
    let [before, after] = [0, 0];
    for (const one of classes) {
      const free = align(one.segments, one.transcript, one.duration);
      before += total(one, free);
      const k = free.segments.findIndex((r) => isActive(r.segment) && r.recorded !== null && r.segment.index > 3);
      const key = free.segments[k]?.segment.key ?? '';
      const at = one.truth.get(key)?.start ?? anyTime(0);
      const pinned = align(one.segments, one.transcript, one.duration, {
        pins: [{ segmentKey: key, edge: 'start', at }],
      });
      expect(pinned.segments[k]?.recorded?.start).toBe(at);
      after += total(one, pinned);
    }
    expect(after).toBeLessThanOrEqual(before + 1);
  });
  it('lays no timer in a block whose timer was dismissed', () => {
    const one = syntheticTake(plan, 2, { breakOverS: 0 });
    const found = align(one.segments, one.transcript, one.duration);
    expect(found.grids.length).toBeGreaterThan(0);
    const blocks = new Set(found.grids.map((g) => g.blockId));
    expect(align(one.segments, one.transcript, one.duration, { noTimer: blocks }).grids).toEqual([]);
  });
  it('finds what a long class finds: nothing of 100 minutes is lost on the way', () => {
    const blocks = [1, 2, 3, 4]
      .map(
        (b) =>
          `## Main ${b}: circuit, 4 rounds, 40/20\n- Squat\n- Push-up\n- Plank\n- Glute bridge\n- Jumping jack\n` +
          '- Reverse lunge',
      )
      .join('\n');
    const one = syntheticTake(readOutline(`# L\n## Hello: talk, 0:40\n${blocks}\n## Bye: talk, 0:20`).value, 3, {
      breakOverS: 4,
    });
    const found = align(one.segments, one.transcript, one.duration).segments;
    const missing = found.filter((r) => r.recorded === null && one.truth.has(r.segment.key));
    expect(missing.length).toBeLessThanOrEqual(found.length * 0.03);
  });
});

describe('what lengths are worth', () => {
  const { segments } = compile(readOutline(WAYS[0]?.[1] ?? '').value);
  it('is most at the planned length of a worked interval, and falls to both sides', () => {
    const work = segments.find(isActive)!;
    const { log } = lengthModel(work, usualTimings(segments), 0.5);
    const planned = (work.end - work.start) / 1e6;
    fc.assert(
      fc.property(fc.double({ min: 1, max: 8, noNaN: true }), (off) => {
        expect(log(planned)).toBeGreaterThan(log(planned + off));
        expect(log(planned)).toBeGreaterThan(log(planned - off));
      }),
      { numRuns: 50, seed: 4 },
    );
  });
  it('is a density: all lengths together make about one', () => {
    for (const s of segments.slice(0, 6)) {
      const { log } = lengthModel(s, usualTimings(segments), 0.5);
      let sum = 0;
      for (let x = 0.1; x < 400; x += 0.1) sum += Math.exp(log(x)) * 0.1;
      expect(sum).toBeGreaterThan(0.85);
      expect(sum).toBeLessThan(1.1);
    }
  });
});
