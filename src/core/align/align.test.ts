import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { boundaryErrors, coarsen, quantile, syntheticTake } from '../../../tests/support/synthetic-take.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { compile } from '../plan/compile.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { align } from './align.ts';
import { hear } from '../calls/detect-calls.ts';
import { findMentions } from '../calls/name-match.ts';
import { spokenWords } from '../transcript/transcript.ts';

const demo = (name: string) =>
  readFileSync(new URL(`../../../demo/broomstick-strong.${name}`, import.meta.url), 'utf8');
interface Truth {
  duration_s: number;
  segments: { key: string | null; label: string; start_s: number; end_s: number }[];
}
const truth = JSON.parse(demo('truth.json')) as Truth;
const { segments } = compile(readOutline(demo('outline.md')).value);
const duration = anySeconds(truth.duration_s);
const take = {
  segments,
  duration,
  transcript: { cues: [] },
  truth: new Map(
    truth.segments
      .filter((s) => s.key !== null)
      .map((s) => [s.key!, { start: anySeconds(s.start_s), end: anySeconds(s.end_s) }]),
  ),
};
const transcriptOf = (text: string) => readTranscript(text).value;
const from = (name: string) => align(segments, transcriptOf(demo(name)), duration);

describe('the demo take', () => {
  it.each([
    ['words.vtt', 0.5, 6],
    ['paragraphs.txt', 2.5, 20],
  ])('from %s: half the boundaries within %s s and most within %s s of the truth', (name, half, most) => {
    const errors = boundaryErrors(take, from(name).segments);
    expect(errors.length).toBeGreaterThan(40);
    expect(quantile(errors, 0.5)).toBeLessThanOrEqual(half);
    expect(quantile(errors, 0.95)).toBeLessThanOrEqual(most);
  });
  it('names the move that was left out and the one made up', () => {
    const { segments: found, extra } = from('words.vtt');
    const missing = found.filter((r) => r.recorded === null && r.segment.kind === 'work');
    expect(missing.map((r) => [r.segment.label, r.segment.round])).toEqual([['Crate step-up', 1]]);
    expect(missing[0]?.confidence).toBeGreaterThan(0.6);
    const made = extra.filter((e) => e.madeUp !== null);
    expect(made.map((e) => e.madeUp?.key)).toEqual([missing[0]?.segment.key]);
    const real = truth.segments.find((s) => s.key === null && s.label === 'Crate step-up');
    expect(Math.abs((made[0]?.end ?? 0) / 1e6 - (real?.end_s ?? 0))).toBeLessThan(2);
  });
  it('gives its reasons', () => {
    const step = from('words.vtt').segments.find((r) => r.segment.label === 'Crate step-up' && r.segment.round === 2);
    expect(step?.evidence.join(' · ')).toMatch(
      /announced “Crate step up” .* named “Crate step up” .* countdown “Three. Two. One” ends/,
    );
  });
  it('a pin within a second and a half of what was found moves that boundary and no other', () => {
    const free = from('words.vtt').segments;
    const k = free.findIndex((r) => r.segment.kind === 'rest' && r.recorded !== null);
    const at = anyTime((free[k]?.recorded?.end ?? 0) + 1.2e6);
    const pin = { segmentKey: free[k]?.segment.key ?? '', edge: 'end' as const, at };
    const spans = align(segments, transcriptOf(demo('words.vtt')), duration, { pins: [pin] }).segments.map(
      (r) => r.recorded,
    );
    const wanted = free.map((r) => r.recorded);
    wanted[k] = { ...wanted[k]!, end: at };
    wanted[k + 1] = { ...wanted[k + 1]!, start: at };
    expect(spans).toEqual(wanted);
  });
  it('a pinned boundary holds exactly and the rest follows', () => {
    const rest = segments.find((s) => s.kind === 'rest');
    const pin = { segmentKey: rest?.key ?? '', edge: 'end' as const, at: anyTime(106_040_000) };
    const { segments: found } = align(segments, transcriptOf(demo('words.vtt')), duration, { pins: [pin] });
    const index = rest?.index ?? 0;
    expect(found[index]?.recorded?.end).toBe(pin.at);
    expect(found[index + 1]?.recorded?.start).toBe(pin.at);
    expect(found[index]?.evidence[0]).toMatch(/^end pinned by hand/);
  });
});

describe('laws of alignment', () => {
  const plan = readOutline(
    readFileSync(new URL('../../../demo/smoker-to-super.outline.md', import.meta.url), 'utf8'),
  ).value;
  it.each([1, 2])('recorded spans keep the order of the plan and never overlap (seed %d)', (seed) => {
    const one = syntheticTake(plan, seed, { breakOverS: 12, forgotten: 0.3, leaveOut: [16] });
    for (const transcript of [one.transcript, coarsen(one.transcript, 30)]) {
      let last = 0;
      for (const { recorded } of align(one.segments, transcript, one.duration).segments) {
        if (recorded === null) continue;
        expect(recorded.start).toBeGreaterThanOrEqual(last);
        expect(recorded.end).toBeGreaterThan(recorded.start);
        last = recorded.end;
      }
      expect(last).toBeLessThanOrEqual(one.duration);
    }
  });
  it('finds classes it has not seen, with a third of the calls forgotten and breaks run by hand', () => {
    const errors = [5, 6, 7]
      .flatMap((seed) => {
        const one = syntheticTake(plan, seed, { breakOverS: 8, forgotten: 0.33 });
        return boundaryErrors(one, align(one.segments, one.transcript, one.duration).segments);
      })
      .sort((a, b) => a - b);
    expect(quantile(errors, 0.5)).toBeLessThan(0.5);
    expect(quantile(errors, 0.9)).toBeLessThan(2);
  });
  it('says nothing was filmed rather than guess from an empty take', () => {
    expect(align(segments, { cues: [] }, anyTime(0)).segments).toEqual([]);
    const silent = align(segments, { cues: [] }, duration);
    expect(Math.max(...silent.segments.filter((r) => r.segment.kind === 'rest').map((r) => r.confidence))).toBeLessThan(
      0.9,
    );
  });
});

describe('hearing', () => {
  const heard = (text: string, labels: string[] = []) =>
    hear(spokenWords(transcriptOf(`[0:10] ${text}\n[0:30] end`), anySeconds(60)), labels).map((h) => h.kind);
  const names = (text: string, labels: string[]) =>
    findMentions(spokenWords(transcriptOf(`[0:10] ${text}`), anySeconds(60)), labels).map((m) => m.label);
  it.each([
    ['Three, two, one.', ['countdown']],
    ['4 3 2 1', ['countdown']],
    ['eight six four three two one', ['countdown']],
    ['four, three, two', ['countdown']],
    ['Take three two times', []],
    ['ten seconds left', ['time-left']],
    ['thirty seconds of rest', []],
    ['last ten', ['time-left']],
    ['halfway there', ['half-word']],
    ['the rest of the class', []],
    ['and rest', ['rest-word']],
    ['ready and go', ['go-word']],
    ['switch sides now', ['switch-word']],
    ['stop if it hurts', []],
  ])('%j is heard as %j', (text, kinds) => expect(heard(text)).toEqual(kinds));
  it('tells a next-up from a name', () => {
    const found = hear(
      spokenWords(transcriptOf('[0:10] Next up reverse lunges.\n[0:30] Reverse lunge, left side'), anySeconds(60)),
      ['Reverse lunge'],
    );
    expect(found.filter((h) => h.kind === 'name').map((h) => h.kind === 'name' && [h.next, h.side])).toEqual([
      [true, null],
      [false, 'left'],
    ]);
  });
  it('hears names with endings, misheard letters and words between', () => {
    expect(names('reverse those lunges', ['Reverse lunge', 'Squat'])).toEqual(['Reverse lunge']);
    expect(names('broomstock good morning', ['Broomstick good morning', 'Broomstick twists'])).toEqual([
      'Broomstick good morning',
    ]);
    expect(names('good morning everyone', ['Broomstick good morning', 'Broomstick twists'])).toEqual([
      'Broomstick good morning',
    ]);
    expect(names('grab the broomstick', ['Broomstick good morning', 'Broomstick twists'])).toEqual([]);
  });
});
