import { wordsOf } from '../findings/finding.ts';
import { describe, expect, it } from 'vitest';
import { boundaryErrors, coarsen, quantile, syntheticTake } from '../../../tests/support/synthetic-take.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { claimsIn, recordedClass } from '../claims/class-timeline.ts';
import type { Plan } from '../plan/plan.ts';
import { compile } from '../plan/compile.ts';
import { align } from '../align/align.ts';
import { type Transcript, type TranscriptCue, spokenWords } from '../transcript/transcript.ts';
import type { TakeTime } from '../time/micros.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { takeFindings } from '../checks/take-checks.ts';
import { mistakeFindings } from './find-mistakes.ts';
import { mistakesOf } from './mistake.ts';
import type { Claim } from '../claims/claim.ts';

const plan = readOutline(
  '# T\n## Hello: talk, 0:30\n## Main: circuit, 2 rounds, 40/20\n- Squat\n- Broomstick row | needs: ' +
    'broomstick\n- Reverse lunge\n- Plank\n## Bye: talk, 0:15',
).value;
const { segments } = compile(plan);

function slips(of: Plan, transcript: Transcript, duration: TakeTime) {
  const found = align(compile(of).segments, transcript, duration);
  const tokens = spokenWords(transcript, duration);
  const claims = claimsIn(tokens, recordedClass(of, found)) as Claim<TakeTime>[];
  return {
    found,
    slips: mistakesOf([...takeFindings(found, claims), ...mistakeFindings(of, found, tokens)], found),
  };
}

/** A line with its words timed at an even pace. */
function line(at: number, text: string, wordS = 0.35): TranscriptCue {
  const words = text
    .split(' ')
    .map((w, i) => ({ text: w, start: anySeconds(at + i * wordS), end: anySeconds(at + (i + 0.9) * wordS) }));
  return { start: words[0]!.start, end: words.at(-1)!.end, text, words };
}
const clean = syntheticTake(plan, 4, { breakOverS: 0 });
const withLines = (...lines: TranscriptCue[]): Transcript => ({
  cues: [...clean.transcript.cues, line(2, 'You need a broomstick today.'), ...lines].sort((a, b) => a.start - b.start),
});
const startOf = (index: number) => (clean.truth.get(segments[index]!.key)?.start ?? 0) / 1e6;
const types = (t: Transcript) => slips(plan, t, clean.duration).slips.map((s) => s.type);

describe('slips of a take', () => {
  it('are none where the class runs as planned', () => expect(types(withLines())).toEqual([]));
  it('an explanation that runs into the work, with the cut that fixes it', () => {
    const start = startOf(3);
    const t = withLines(
      line(
        start - 5,
        'Now this one is a little different so watch me first hinge at the hips long back pull the stick to your ' +
          'ribs and keep the elbows close all the way up',
      ),
    );
    const found = align(segments, t, clean.duration);
    const [finding] = mistakeFindings(plan, found, spokenWords(t, clean.duration)).filter(
      (f) => f.rule === 'explanation-into-work',
    );
    expect(finding?.segmentKey).toBe(segments[3]?.key);
    expect(Math.abs(Number.parseFloat(wordsOf(finding!).measured) - 5.8)).toBeLessThan(1.2);
    expect(finding?.fixes[0]?.kind).toBe('remove-spans');
  });
  it('equipment that is not named before it is needed', () => {
    const unnamed = (opening: string) => {
      const cues = [
        ...clean.transcript.cues.filter((c) => !/row/i.test(c.text)),
        line(3, opening),
        line(startOf(3) + 1, 'Row now pull long.'),
      ].sort((a, b) => a.start - b.start);
      return slips(plan, { cues }, clean.duration).slips.filter((s) => s.type === 'equipment-unnamed');
    };
    const [missed] = unnamed('A bit of room is lovely to have.');
    expect(Math.abs(missed!.at / 1e6 - startOf(3))).toBeLessThan(4);
    // Where the kit is told as a whole it should have been told there.
    const [left] = unnamed("A bit of room, and that's all you need tonight.");
    expect(left!.at / 1e6).toBeLessThan(8);
    const [other] = unnamed("A bit of room, and that's all you need to know.");
    expect(other!.at).toBe(missed!.at);
    expect(unnamed("A broomstick, and that's all you need.")).toEqual([]);
  });
  it('an option that comes when the move is nearly over', () =>
    expect(types(withLines(line(startOf(1) + 31, 'If you like an easier option sit higher.')))).toContain(
      'option-late',
    ));
  it('an option that somebody says should have been said before, and not one that came in time', () => {
    const own = readOutline(
      '# T\n## Hello: talk, 0:30\n## Main: circuit, 2 rounds, 40/20\n- Squat | easier: sit back to a crate\n' +
        '- Broomstick row | needs: broomstick\n- Reverse lunge\n- Plank\n## Bye: talk, 0:15',
    ).value;
    const late = (text: string) =>
      slips(own, withLines(line(startOf(1) + 8, text)), clean.duration).slips.filter((s) =>
        s.type.startsWith('option'),
      );
    expect(late('I should have said you can sit back to a crate.').map((s) => s.type)).toEqual(['option-late']);
    expect(late('You can sit back to a crate if you like.')).toEqual([]);
  });
  it('an option that never comes, though a word of it is said all the time', () => {
    const own = readOutline(
      '# T\n## Hello: talk, 0:30\n## Main: circuit, 2 rounds, 40/20\n- Squat | easier: back against a wall\n' +
        '- Broomstick row | needs: broomstick\n- Reverse lunge\n- Plank\n## Bye: talk, 0:15',
    ).value;
    const backs = [2, 5, 8, 11, 14, 17, 20].map((s) => line(startOf(1) + s, 'Keep your back long if you can.'));
    const found = (...more: TranscriptCue[]) =>
      slips(own, withLines(...backs, ...more), clean.duration).slips.map((s) => s.type);
    expect(found()).toContain('option-never');
    // Offered in other words than the plan's it is no mistake.
    const offered = line(startOf(1) - 8, 'If this is too much you can always hold on to something.');
    expect(found(offered)).not.toContain('option-never');
  });
  it.each([
    ['call-without-change', 'And stop. Sorry, carry on.'],
    ['call-without-change', "Change. No, don't change."],
    ['wrong-count', "I think I've miscounted."],
    ['wrong-count', 'How many is that now?'],
    ['wrong-count', 'That was one too many.'],
    ['wrong-count', 'Eight, no, nine.'],
  ])('%s where somebody says so: %s', (type, text) => {
    expect(types(withLines(line(startOf(3) + 15, text)))).toEqual([type]);
  });
  it('no miscount in other numbers that are put right', () => {
    expect(types(withLines(line(startOf(3) + 19, 'Ten, no, twelve seconds.')))).not.toContain('wrong-count');
  });
  it('a countdown in the middle of the work, also in paragraphs; a short one may be repetitions', () => {
    const counted = (text: string) =>
      slips(plan, coarsen(withLines(line(startOf(3) + 15, text, 1)), 20), clean.duration).slips.map((s) => s.type);
    expect(counted('Eight, seven, six, five, four, three, two, one.')).toContain('call-without-change');
    expect(counted('Three, two, one.')).not.toContain('call-without-change');
  });
  it('a wrong count and a wrong next-up', () => {
    const found = types(
      withLines(line(startOf(1) + 12, 'Five more moves in this round.'), line(startOf(4) + 8, 'Next up, plank.')),
    );
    expect(found).toContain('wrong-count');
    expect(found).toContain('wrong-next-up');
  });
  it('a number of rounds that is not so, as one of rounds', () => {
    const found = types(withLines(line(startOf(8) - 6, 'Three more rounds of this.')));
    expect(found).toEqual(['wrong-round']);
  });
  it('a move left out is a slip where it belongs', () => {
    const take = syntheticTake(plan, 6, { breakOverS: 4, leaveOut: [5] });
    const found = slips(plan, take.transcript, take.duration).slips.filter((s) => s.type === 'left-out');
    expect(found.map((s) => s.note).join()).toContain('Reverse lunge');
    expect(found[0]?.at).toBeGreaterThan((take.truth.get(segments[3]!.key)?.end ?? 0) - 2e6);
    expect(found[0]?.at).toBeLessThan((take.truth.get(segments[7]!.key)?.start ?? 0) + 2e6);
  });
});

describe('a machine timer', () => {
  it.each([0, 20])(
    'is found under a class filmed to one: within 0.1 s in the words, sharp in paragraphs of %d s',
    (paragraph) => {
      const t = paragraph === 0 ? clean.transcript : coarsen(clean.transcript, paragraph);
      const exact = { ...clean, transcript: t };
      const { grids, segments: found } = align(segments, t, clean.duration);
      expect(grids.length).toBe(1);
      expect(grids[0]?.periodUs).toBe(60e6);
      const first = clean.truth.get(segments[1]!.key)!.start;
      expect(Math.abs((grids[0]?.startUs ?? 0) - first)).toBeLessThan(paragraph === 0 ? 0.5e6 : 1.2e6);
      expect(quantile(boundaryErrors(exact, found), 0.95)).toBeLessThan(1.5);
    },
  );
  it('is not seen where breaks were run by hand', () => {
    for (const seed of [1, 2, 3]) {
      const take = syntheticTake(plan, seed, { breakOverS: 8 });
      expect(align(segments, take.transcript, take.duration).grids).toEqual([]);
    }
  });
  it('gives way to a pin', () => {
    const pin = {
      segmentKey: segments[5]!.key,
      edge: 'start' as const,
      at: anyTime((clean.truth.get(segments[5]!.key)?.start ?? 0) + 2e6),
    };
    expect(align(segments, clean.transcript, clean.duration, { pins: [pin] }).segments[5]?.recorded?.start).toBe(
      pin.at,
    );
  });
});
