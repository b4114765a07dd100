import { describe, expect, it } from 'vitest';
import { cutClass, livingClass, loosen } from '../../../tests/support/living-class.ts';
import { SCHOOLS } from '../../../tests/support/schools.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { align } from './align.ts';

/** Of a stretch of each class: placed within 5 s, wrongly, not at all, and said to be filmed though it was not. */
function placed(share: readonly [number, number], heard: 'words' | 'paragraphs', goesOn: boolean) {
  const found = { right: 0, wrong: 0, missing: 0, ghosts: 0 };
  for (const [, outline] of SCHOOLS.slice(0, 4)) {
    const one = livingClass(readOutline(outline).value, 3, { breakOverS: 4 });
    const part = cutClass(heard === 'words' ? one : loosen(one, 3), share);
    const next = one.segments.find((s) => (part.truth.get(s.key)?.start ?? 0) > 0);
    const { segments } = align(one.segments, part.transcript, part.duration, {
      lacking: goesOn && next !== undefined ? [next.key] : [],
    });
    for (const { segment, recorded } of segments) {
      const truth = part.truth.get(segment.key);
      if (truth === undefined) found.ghosts += recorded === null ? 0 : 1;
      else if (recorded === null) found.missing++;
      else found[Math.abs(recorded.start - truth.start) <= 5e6 ? 'right' : 'wrong']++;
    }
  }
  return found;
}

// Takes that stop in the middle or go on from there are common practice. The classes are the project's own; the bars
// guard against loss.
describe('a take of a part of the class', () => {
  it('that stops in the middle: most is where it was, and nothing is said to be filmed after it', () => {
    const { right, wrong, missing, ghosts } = placed([0, 0.5], 'words', false);
    expect(right / (right + wrong + missing)).toBeGreaterThan(0.7);
    expect(ghosts).toBe(0);
  });
  it('that goes on where another stopped', () => {
    const { right, wrong, missing, ghosts } = placed([0.45, 1], 'words', true);
    expect(right / (right + wrong + missing)).toBeGreaterThan(0.6);
    expect(ghosts).toBeLessThanOrEqual(1);
  });
  it('from paragraphs: hardly anything is said to be filmed that was not', () => {
    expect(
      placed([0, 0.5], 'paragraphs', false).ghosts + placed([0.45, 1], 'paragraphs', true).ghosts,
    ).toBeLessThanOrEqual(2);
  });
  it('keeps what a pin names, wherever that is in the plan', () => {
    const one = livingClass(readOutline(SCHOOLS[0]![1]).value, 3, {});
    const part = cutClass(one, [0.5, 0.56]);
    const inside = [...part.truth].find(([, t]) => t.start > 5e6)!;
    const pin = { segmentKey: inside[0], edge: 'start' as const, at: inside[1].start };
    const { segments } = align(one.segments, part.transcript, part.duration, { pins: [pin] });
    expect(segments.find((r) => r.segment.key === inside[0])?.recorded?.start).toBe(inside[1].start);
    expect(segments.filter((r) => r.recorded !== null).length).toBeLessThan(8);
  });
});
