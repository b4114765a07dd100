import { readFileSync } from 'node:fs';
import { livingClass } from '../../../tests/support/living-class.ts';
import { SCHOOLS } from '../../../tests/support/schools.ts';
import { describe, expect, it } from 'vitest';
import { coarsen, syntheticTake } from '../../../tests/support/synthetic-take.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { faultOf, planSchema } from '../../formats/plan-json/plan-schema.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { compile } from '../plan/compile.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { align } from '../align/align.ts';
import { propose } from './propose.ts';

const plan = readOutline(
  readFileSync(new URL('../../../demo/smoker-to-super.outline.md', import.meta.url), 'utf8'),
).value;
const moves = (p: typeof plan) =>
  p.blocks.map((b) => ({ rounds: b.rounds, moves: b.moves.map((m) => m.name) })).filter((b) => b.moves.length > 0);

describe('a plan proposed from words alone', () => {
  it.each([
    [2, 0],
    [2, 30],
    [5, 0],
    [8, 20],
  ])(
    'has the moves, the rounds and the lengths of the class that was filmed (seed %d, paragraphs of %d s)',
    (seed, paragraph) => {
      const take = syntheticTake(plan, seed, { breakOverS: 5, forgotten: 0.05 });
      const found = propose(
        paragraph === 0 ? take.transcript : coarsen(take.transcript, paragraph),
        take.duration,
      ).plan;
      expect(faultOf(planSchema, found)).toBeNull();
      const main = found.blocks.find((b) => b.rounds === 3);
      expect(main?.moves.map((m) => m.name)).toEqual([
        'Crate deadlift',
        'Broomstick row',
        'Split squat',
        'Crate push-up',
        'Side plank',
      ]);
      expect(main?.scheme.kind === 'interval' ? Math.abs(main.scheme.workUs - 30e6) : Infinity).toBeLessThanOrEqual(
        paragraph === 0 ? 0 : 5e6,
      );
      expect(main?.moves.at(-1)?.sides?.kind).toBe('own');
      const names = new Set(found.blocks.flatMap((b) => b.moves.map((m) => m.name)));
      const wanted = new Set(moves(plan).flatMap((b) => b.moves));
      expect([...wanted].filter((name) => names.has(name)).length / wanted.size).toBeGreaterThan(0.75);
    },
  );
  it('can be laid over its own recording', () => {
    const text = readFileSync(new URL('../../../demo/broomstick-strong.words.vtt', import.meta.url), 'utf8');
    const { plan: found } = propose(readTranscript(text).value, anyTime(471e6));
    const { segments } = align(compile(found).segments, readTranscript(text).value, anyTime(471e6));
    const filmed = segments.filter((s) => s.segment.kind === 'work' && s.recorded !== null);
    expect(filmed.length / segments.filter((s) => s.segment.kind === 'work').length).toBeGreaterThan(0.8);
  });
  it('takes lengths that are said, and names that are announced and no library knows', () => {
    const stamp = (t: number) => `[${Math.floor(t / 60)}:${String(t % 60).padStart(2, '0')}]`;
    const names = ['Honey whirl', 'Comb climber', 'Nectar press'];
    const round = (start: number) =>
      names
        .map((move, i) => {
          const at = start + i * 60;
          return (
            `${stamp(at - 3)} Three, two, one, go.\n${stamp(at + 1)} ${move}. Long and strong.\n` +
            `${stamp(at + 20)} Half-way there.\n${stamp(at + 40)} And rest. Next up, ` +
            `${names[(i + 1) % 3]?.toLowerCase()}.`
          );
        })
        .join('\n');
    const text =
      `[0:00] Welcome. Forty seconds on, twenty seconds off.\n[0:40] First up, honey whirl.\n${round(60)}\n` +
      `${round(240)}\n[7:00] Thank you.`;
    const { plan: found, doubts } = propose(readTranscript(text).value, anyTime(440e6));
    const main = found.blocks.find((b) => b.rounds === 2);
    expect(main?.moves.map((m) => m.name.toLowerCase())).toEqual(['honey whirl', 'comb climber', 'nectar press']);
    expect(main?.scheme).toMatchObject({ workUs: 40e6, restUs: 20e6 });
    expect(doubts.join()).toContain('Not in the library');
  });
  it('of silence is talk, and says so', () => {
    const { plan: found, intervals, doubts } = propose({ cues: [] }, anyTime(60e6));
    expect([found.blocks.map((b) => b.kind), intervals.length, doubts.length]).toEqual([['talk'], 0, 1]);
  });
});

describe('a class that was spoken freely, years ago', () => {
  it.each([1, 2, 3])('has most of its moves, and no line of chatter for one (seed %d)', (seed) => {
    const plan = readOutline(SCHOOLS[0]?.[1] ?? '').value;
    const wanted = plan.blocks.flatMap((b) => b.moves.map((m) => m.name));
    const take = livingClass(plan, seed, { misheard: 0.1 });
    const { plan: found, intervals } = propose(take.transcript, take.duration);
    const main = found.blocks.reduce((a, b) => (b.moves.length * b.rounds > a.moves.length * a.rounds ? b : a));
    expect(main.moves.map((m) => m.name).filter((name) => !wanted.includes(name))).toEqual([]);
    // What was never named cannot be known; most of the six moves were, and most of the eighteen intervals.
    expect(new Set(main.moves.map((m) => m.name)).size).toBeGreaterThanOrEqual(4);
    expect(Math.abs(intervals.length - 18)).toBeLessThanOrEqual(4);
  });
  it('takes no promise, no reminder and no part of a sentence for a move', () => {
    const line = (at: number, text: string) => ({
      start: anySeconds(at),
      end: anySeconds(at + 4),
      text,
      words: null,
    });
    const { intervals } = propose(
      {
        cues: [
          line(2, 'There are squats and lunges today.'),
          line(20, 'Push the floor away.'),
          line(30, 'Keep that chest proud.'),
          line(40, 'Keep those heels down.'),
        ],
      },
      anySeconds(60),
    );
    expect(intervals).toEqual([]);
  });
});
