import { readFileSync, statSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { demoPlan, perform } from '../demo/performance.ts';
import { bodyOf } from '../demo/body.ts';
import { poseOf } from '../demo/poses.ts';
import { demoScript } from '../demo/script.ts';
import { compile } from '../src/core/plan/compile.ts';
import { schedule } from '../src/core/script/schedule.ts';
import { readTranscript } from '../src/formats/transcript-reader.ts';

const read = (name: string) => readFileSync(new URL(`../demo/${name}`, import.meta.url), 'utf8');
interface Truth {
  duration_s: number;
  fps: number;
  segments: { key: string | null; kind: string; label: string; start_s: number; end_s: number }[];
  slips: { type: string; at_s: number; note: string }[];
}
const truth = JSON.parse(read('broomstick-strong.truth.json')) as Truth;
const plan = demoPlan('./broomstick-strong.outline.md');

describe('the demo', () => {
  it('has a filmed class of 6 to 8 minutes and a planned one of 24', () => {
    expect(truth.duration_s).toBeGreaterThan(360);
    expect(truth.duration_s).toBeLessThan(480);
    expect(compile(demoPlan('./smoker-to-super.outline.md')).total).toBe(24 * 60e6);
  });
  it('uses all four side policies and the three props', () => {
    const moves = plan.blocks.flatMap((b) => b.moves);
    expect(new Set(moves.map((m) => m.sides?.kind).filter((k) => k !== undefined))).toEqual(
      new Set(['half', 'rounds', 'alternate', 'own']),
    );
    expect(new Set(moves.flatMap((m) => m.needs))).toEqual(new Set(['broomstick', 'folded towel', 'crate']));
  });
  it('holds on purpose what goes wrong on such days', () => {
    expect(truth.slips.map((s) => s.type).sort()).toEqual([
      'break-over',
      'late-half-way',
      'left-out',
      'made-up',
      'wrong-count',
      'wrong-side',
    ]);
    const rest = truth.segments.find((s) => s.kind === 'rest' && s.end_s - s.start_s > 20.5);
    expect(rest === undefined ? 0 : rest.end_s - rest.start_s).toBeCloseTo(21, 1);
  });
  it('keeps beside it what the generator makes again', () => {
    const day = perform(plan);
    expect(day.performed.map((s) => s.label)).toEqual(truth.segments.map((s) => s.label));
    day.performed.forEach((s, i) => {
      expect(s.start / 1e6).toBeCloseTo(truth.segments[i]?.start_s ?? -1, 2);
      expect(s.end / 1e6).toBeCloseTo(truth.segments[i]?.end_s ?? -1, 2);
    });
    expect(day.slips.map((s) => s.type).sort()).toEqual(truth.slips.map((s) => s.type).sort());
  });
  it('has true times without gap or overlap, the made-up move but for its own', () => {
    truth.segments.slice(1).forEach((s, i) => expect(s.start_s).toBeCloseTo(truth.segments[i]?.end_s ?? -1, 3));
  });
  it('has a word-timed transcript and a coarse one of the same words', () => {
    const words = readTranscript(read('broomstick-strong.words.vtt'));
    const coarse = readTranscript(read('broomstick-strong.paragraphs.txt'));
    expect([words.problems, coarse.problems]).toEqual([[], []]);
    const text = (r: typeof words) =>
      r.value.cues
        .map((c) => c.text)
        .join(' ')
        .replace(/\s+/g, ' ');
    expect(text(coarse)).toBe(text(words));
    expect(words.value.cues.every((c) => c.words !== null || c.text.split(' ').length === 1)).toBe(true);
    const starts = coarse.value.cues.map((c) => c.start / 1e6);
    starts.slice(1).forEach((at, i) => expect(at - (starts[i] ?? 0)).toBeGreaterThanOrEqual(19));
  });
  it('is small enough to live in the repository', () => {
    for (const name of ['take-1.mp4', 'take-2.mp4', 'side.mp4', 'recorder.ogg'])
      expect(statSync(new URL(`../demo/media/broomstick-strong-${name}`, import.meta.url)).size).toBeLessThan(
        4 * 2 ** 20,
      );
  });
  it('has a script whose written lines all fit', () => {
    const { segments } = compile(plan);
    const { dropped } = schedule(segments, demoScript(segments));
    expect(dropped.filter((d) => d.cueId !== null)).toEqual([]);
  });
  it('draws a figure that stays in the picture through every move', () => {
    for (const segment of perform(plan).performed) {
      for (let t = 0; t < (segment.end - segment.start) / 1e6; t += 0.7) {
        const { head, arms, legs } = bodyOf(poseOf(segment, t));
        for (const [x, y, z] of [head, ...[...arms, ...legs].flatMap((limb) => [limb.middle, limb.to])])
          expect([x > -1.1, x < 1.1, y > -0.02, y < 2.2, z > -1.2, z < 1.2]).toEqual(Array(6).fill(true));
      }
    }
  });
});
