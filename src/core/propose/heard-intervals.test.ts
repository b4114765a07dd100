import { describe, expect, it } from 'vitest';
import { livingClass } from '../../../tests/support/living-class.ts';
import { SCHOOLS } from '../../../tests/support/schools.ts';
import { anySeconds } from '../../../tests/support/times.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { SHIPPED_BOOK } from '../exercise/library.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import type { TakeTime } from '../time/micros.ts';
import { spokenTrack } from '../transcript/clauses.ts';
import { type Transcript, spokenWords } from '../transcript/transcript.ts';
import { intervalsIn } from './heard-intervals.ts';
import { propose } from './propose.ts';

function intervals(transcript: Transcript, duration: TakeTime, marks: readonly TakeTime[] = []) {
  const words = spokenWords(transcript, duration);
  return intervalsIn(spokenTrack(transcript, words, duration), words, { book: SHIPPED_BOOK, duration, marks });
}

describe('intervals of classes that were spoken freely', () => {
  it('begin where they were filmed, and are as many', () => {
    let [near, all, found] = [0, 0, 0];
    for (const [, outline] of SCHOOLS) {
      const plan = readOutline(outline).value;
      const take = livingClass(plan, 1, { misheard: 0.1 });
      const heard = intervals(take.transcript, take.duration);
      const filmed = compile(plan).segments.flatMap((s) => (isActive(s) ? (take.truth.get(s.key) ?? []) : []));
      near += filmed.filter((s) => heard.some((h) => Math.abs(h.start - s.start) < 5e6)).length;
      all += filmed.length;
      found += heard.length;
    }
    expect(near / all).toBeGreaterThan(0.4);
    expect(Math.abs(found / all - 1)).toBeLessThan(0.2);
  });
  it('are looked for with word of how far that is, from next to nothing to all', () => {
    const take = livingClass(readOutline(SCHOOLS[0]![1]).value, 1, { misheard: 0.1 });
    const words = spokenWords(take.transcript, take.duration);
    const shares: number[] = [];
    intervalsIn(spokenTrack(take.transcript, words, take.duration), words, {
      ...{ book: SHIPPED_BOOK, duration: take.duration, onProgress: (share: number) => shares.push(share) },
    });
    expect(shares.every((share, i) => share > (shares[i - 1] ?? 0))).toBe(true);
    expect([shares[0]! < 0.05, shares.at(-1)]).toEqual([true, 1]);
  });
});

/** Lines of a class at their times, in seconds. */
const spoken = (lines: readonly (readonly [number, string])[]) =>
  readTranscript(
    lines.map(([t, text]) => `[${Math.floor(t / 60)}:${String(t % 60).padStart(2, '0')}] ${text}`).join('\n'),
  ).value;

const STRETCHES = [
  [0, 'Hello keepers, welcome to the yard. I am Ottilie and today it is a short one.'],
  [24, 'So first up, reverse lunges. Grab the broomstick if you like to lean on it.'],
  [36, 'Ready and go.'],
  [38, 'Step back. Back knee drops, front foot stays flat. And up. Lovely, keep going. Tall.'],
  [66, 'Three, two, one and rest. Shake it out.'],
  [70, 'Next up, the glute bridge. Lie on your back, feet near your bottom.'],
  [84, 'And go.'],
  [86, 'Hips up. Squeeze. Lower. Peel your spine down, heels heavy. And lift. Breathe out as you lift.'],
  [114, 'Three, two, one and rest. Good work. Up you get, to the shed wall.'],
  [126, 'Hands on the wall. Long back leg.'],
  [130, 'Press that back heel down. Keep the leg straight and feel it in your calf.'],
  [142, 'Breathe. Heel heavy. Lean into the wall.'],
  [158, 'And change legs.'],
  [161, 'Other heel down now. Straight leg. Into the calf.'],
  [186, 'And done. Thank you for coming, see you next week.'],
] as const;

describe('a class in which not every move is named', () => {
  const found = intervals(spoken(STRETCHES), anySeconds(200));
  it('has those that are, and what is said of the others tells which they are', () => {
    expect(found.filter((i) => i.named).map((i) => i.label)).toEqual(['Reverse lunge', 'Glute bridge']);
    const guessed = found.filter((i) => !i.named);
    expect(guessed.length).toBeGreaterThan(0);
    expect(new Set(guessed.map((i) => i.label))).toEqual(new Set(['Calf stretch']));
  });
  it('is proposed with a word on those that are told', () => {
    const { doubts } = propose(spoken(STRETCHES), anySeconds(200));
    expect(doubts.join(' ')).toMatch(/Never heard by name, told by what is said of them: Calf stretch at 2:\d\d/);
  });
  it('begins where it did', () => {
    expect(Math.abs(found[0]!.start / 1e6 - 37)).toBeLessThan(5);
    expect(Math.abs(found[1]!.start / 1e6 - 85)).toBeLessThan(5);
  });
  it('begins at a signal where one is heard', () => {
    const signal = anySeconds(39.2);
    expect(intervals(spoken(STRETCHES), anySeconds(200), [signal])[0]!.start).toBe(signal);
  });
  it('is found after a long wait, too', () => {
    const late = STRETCHES.map(([t, text]) => [t + 1200, text] as const);
    expect(intervals(spoken(late), anySeconds(1400)).map((i) => i.label)).toEqual(found.map((i) => i.label));
  });
});

it('is none where nobody names a move', () => {
  const chat = spoken([
    [0, 'I walked up from the bottom gate this morning.'],
    [9, 'The hens were out, and the smoker was lit.'],
    [20, 'So put the kettle on.'],
  ]);
  expect(intervals(chat, anySeconds(60))).toEqual([]);
});
