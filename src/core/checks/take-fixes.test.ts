import { wordsOf } from '../findings/finding.ts';
import { describe, expect, it } from 'vitest';
import { lineTime } from '../speech/line-time.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { type Alignment } from '../align/alignment.ts';
import { holeNear } from '../transcript/silence-gaps.ts';
import { type Transcript, type TranscriptCue, spokenWords } from '../transcript/transcript.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { applyFix, isApplied } from '../workout/apply-fix.ts';
import { type Edit, newDocument } from '../workout/document.ts';
import { alignWorkout } from '../workout/align-takes.ts';
import { produceTake } from '../workout/pipeline.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { faultOf } from '../../formats/plan-json/plan-schema.ts';
import { workoutSchema } from '../../formats/workout-json/workout-schema.ts';
import { miscounts } from '../mistakes/miscounts.ts';
import { syntheticTake } from '../../../tests/support/synthetic-take.ts';

const say = (at: number, text: string, step = 0.35): TranscriptCue => {
  const words = text.split(' ').map((w, i) => ({
    text: w,
    start: anySeconds(at + i * step),
    end: anySeconds(at + i * step + Math.min(0.3, step * 0.8)),
  }));
  return { start: words[0]?.start ?? anyTime(0), end: words.at(-1)?.end ?? anyTime(0), text, words };
};
const rate = { num: 25, den: 1 } as never;
const plan = readOutline(
  '# C\n## Main: circuit, 2 rounds, 40/20\n- Squat\n- Push-up\n- Reverse lunge | sides own\n- Plank',
).value;
const base = syntheticTake(plan, 4, { breakOverS: 8 });
const spanOf = (k: number) =>
  base.truth.get(compile(plan).segments.filter(isActive)[k]?.key ?? '') ?? { start: anyTime(0), end: anyTime(0) };
const withLines = (...lines: TranscriptCue[]): Transcript => ({
  cues: [...base.transcript.cues, ...lines].sort((a, b) => a.start - b.start),
});

describe('fixes of a take', () => {
  const transcript = withLines(
    say(spanOf(1).start / 1e6 + 12, 'next up jumping jacks after this'),
    say(spanOf(2).start / 1e6 + 4, 'Right side everyone'),
  );
  const take = { duration: base.duration, rate, transcript, sound: null, ownClarity: null };
  const takeId = '11111111-1111-4111-8111-111111111111';
  const document = { ...newDocument('C'), plan, edit: { ...newDocument('C').edit, takeId } };
  const aligned = alignWorkout(document, take);
  const fixesOf = (kind: string) =>
    aligned.takeFindings.flatMap((f) => f.fixes.filter((m) => m.kind === kind).map((m) => ({ f, m })));
  it('are there for every slip, and each is one change that the document may hold', () => {
    const slips = aligned.takeFindings.filter((f) => f.clock === 'take' && f.rule !== 'unsure');
    expect(slips.length).toBeGreaterThan(3);
    for (const f of slips) {
      expect(f.fixes.length, f.rule).toBeGreaterThan(0);
      for (const fix of f.fixes) {
        const after = applyFix(document, fix);
        expect(faultOf(workoutSchema, after), fix.label).toBeNull();
        if (fix.kind !== 'let-stand') expect(isApplied(after, fix)).toBe(true);
        expect(isApplied(document, fix)).toBe(false);
      }
    }
  });
  it('speak a line that fits into a silence, or over what was said wrongly', () => {
    const pickUps = fixesOf('pick-up');
    expect(pickUps.length).toBeGreaterThan(0);
    const { tokens } = spokenWords(transcript, base.duration);
    for (const { m } of pickUps) {
      if (m.kind !== 'pick-up') continue;
      const { at, roomUs, text, muted } = m.pickUp;
      expect(lineTime(text)).toBeLessThanOrEqual(roomUs);
      const over = tokens.filter(
        (t) =>
          t.end > at && t.at < at + lineTime(text) && (muted === null || t.end <= muted.start || t.at >= muted.end),
      );
      expect(over, text).toEqual([]);
    }
  });
  it('caption what was said where the other side was done', () => {
    const [caption] = fixesOf('override');
    expect(caption?.m).toMatchObject({
      kind: 'override',
      override: { lane: 'caption', field: 'text', value: 'Reverse lunge, right side' },
    });
  });
  it('let a break stand: it is no finding any more, and comes back when that is taken back', () => {
    const over = aligned.takeFindings.find((f) => f.rule === 'break-over');
    const stands = over?.fixes.find((m) => m.kind === 'let-stand');
    expect(stands?.label).toMatch(/^Leave it: the timer follows the real \d/);
    const count = (edit: Edit) =>
      produceTake({ plan: document.plan, edit }, { takeId, facts: take, aligned }).findings.filter(
        (f) => f.rule === 'break-over',
      ).length;
    expect(count(applyFix(document, stands as never).edit)).toBe(count(document.edit) - 1);
  });
  it('find the silence nearest to a time, and none where all is talk', () => {
    const { tokens } = spokenWords({ cues: [say(0, 'a b c d e f'), say(6, 'g h i j')] }, anySeconds(20));
    const within = { start: anyTime(0), end: anySeconds(7) };
    expect(holeNear(tokens, { near: anySeconds(0.5), lengthUs: 2e6, within })?.start).toBeCloseTo(2.25e6, -5);
    expect(holeNear(tokens, { near: anySeconds(0.5), lengthUs: 5e6, within })).toBeNull();
    expect(
      holeNear(tokens, {
        near: anySeconds(0.2),
        lengthUs: 1e6,
        within,
        free: { start: anyTime(0), end: anySeconds(2.1) },
      })?.start,
    ).toBe(200_000);
  });
});

describe('counted repetitions', () => {
  const found = (outline: string, ...lines: TranscriptCue[]) => {
    const counted = readOutline(outline).value;
    const take = syntheticTake(counted, 2, { breakOverS: 2 });
    const start = take.truth.get(compile(counted).segments.find(isActive)?.key ?? '')?.start ?? anyTime(0);
    const transcript: Transcript = {
      cues: [
        ...take.transcript.cues.filter((c) => c.start > start + 60e6 || c.end < start),
        ...lines.map((l) => ({
          ...l,
          start: anyTime(l.start + start),
          end: anyTime(l.end + start),
          words: l.words?.map((w) => ({ ...w, start: anyTime(w.start + start), end: anyTime(w.end + start) })) ?? null,
        })),
      ].sort((a, b) => a.start - b.start),
    };
    // Where the segments lie is given: this is about what is counted in them.
    const alignment: Alignment = {
      segments: take.segments.map((segment) => ({
        segment,
        recorded: take.truth.get(segment.key) ?? null,
        confidence: 1,
        placed: 1,
        evidence: [],
      })),
      extra: [],
      grids: [],
      words: { tokens: [], language: 'en' },
    };
    return miscounts(counted, alignment, spokenWords(transcript, take.duration));
  };
  const reps = '# R\n## Main: strength, reps 10 pace 3 rest 20\n- Squat\n- Row';
  const up = (to: number) =>
    ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
      .slice(0, to)
      .join(' ');
  it('are right where they end at the planned number', () => expect(found(reps, say(1.5, up(10), 2.8))).toEqual([]));
  it('are wrong where they end elsewhere, or leave a number out or say it twice', () => {
    expect(found(reps, say(1.5, up(9), 3.2)).map((f) => [f.rule, wordsOf(f).measured, wordsOf(f).wanted])).toEqual([
      ['reps-miscounted', '9 repetitions', '10'],
    ]);
    expect(found(reps, say(1.5, up(12), 2.4)).map((f) => wordsOf(f).measured)).toEqual(['12 repetitions']);
    // There is time for one more that nobody counts.
    expect(found(reps, say(1.5, up(9), 2.8))).toEqual([]);
    expect(
      found(reps, say(1.5, 'one two three four five five six seven eight nine', 2.8)).map((f) => [
        f.rule,
        wordsOf(f).wanted,
      ]),
    ).toEqual([['count-skipped', '6']]);
    expect(
      found(reps, say(1.5, 'one two three four six seven eight nine ten', 2.8)).map((f) => wordsOf(f).measured),
    ).toEqual(['6 after 4']);
  });
  // 128 beats a minute are 0.469 s apart; two beats a number 0.9375 s.
  const counts = '# K\n## Main: cardio, counts 64 at 128 rest 20\n- Side step\n- March on the spot';
  it('keep or lose the beat of a block that is counted to music', () => {
    expect(found(counts, say(2, up(8), 0.46875)).length).toBe(0);
    expect(found(counts, say(2, up(8), 0.9375)).length).toBe(0);
    expect(found(counts, say(2, up(8), 0.54)).map((f) => [f.rule, wordsOf(f).measured])).toEqual([
      ['lost-beat', '111 BPM, 15 % too slow'],
    ]);
  });
});
