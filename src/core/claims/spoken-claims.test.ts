import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { saidAt } from '../../../tests/support/said-at.ts';
import { anyTime } from '../../../tests/support/times.ts';
import { spokenWords } from '../transcript/transcript.ts';
import { plannedClass } from './class-timeline.ts';
import { spokenClaims } from './spoken-claims.ts';
import type { RunningClass } from './verdict.ts';

const plan = readOutline(
  '# S\n## Main: circuit, 2 rounds, 40/20\n- Squat | standing\n- Crate row | standing |' +
    ' sides rounds left first | needs: crate\n- Dead bug | supine | needs: mat\n- Plank | plank',
).value;
const { segments } = compile(plan);
const running = plannedClass(plan, segments);
const worked = segments.filter(isActive);
const in_ = (k: number, seconds: number) => worked[k]!.start / 1e6 + seconds;

function claims(at: number, text: string, of: RunningClass = running) {
  return spokenClaims(spokenWords({ cues: [saidAt(text, at)] }, anyTime(600e6)), of);
}
const one = (at: number, text: string, type: string) => claims(at, text).find((c) => c.type === type);

// What is claimed in running speech: common practice.
describe('claims in running speech', () => {
  it.each([
    ['a side', 1, 2, 'left foot in front now', 'side', 'true'],
    ['a side that is taken back', 1, 2, 'right hand no sorry the left hand', 'side', 'false'],
    ['a name as it begins', 0, 1, 'squat', 'next-up', 'true'],
    ['what comes, towards the end', 0, 33, 'next up crate row', 'next-up', 'true'],
    ['repetitions', 0, 33, 'two more', 'count', 'true'],
    ['a prop', 0, 36, 'get your crate', 'equipment', 'true'],
    ['a position', 1, 38, 'down on your back', 'position', 'true'],
    ['a round', 4, 1, 'round two', 'round', 'true'],
    ['half', 0, 20, 'half way', 'half-way', 'true'],
    ['half, too late', 0, 32, 'half way', 'half-way', 'false'],
    ['a countdown', 0, 37, 'three two one', 'seconds-left', 'true'],
    ['moves that are left', 7, 1, 'last move of the day', 'moves-left', 'true'],
    [
      'the last one, said in the middle of another and taken back',
      1,
      15,
      'last one for today oh wait',
      'moves-left',
      'false',
    ],
    ['one more, said in the middle of the last but one', 6, 15, 'one more move after this', 'moves-left', 'true'],
    [
      'a side that is put right late',
      1,
      2,
      'right arm reaches for the crate oh sorry that was before so now left arm',
      'side',
      'false',
    ],
    ['a round that is taken back', 4, 1, 'third round sorry we are only in the second round', 'round', 'false'],
    [
      'a move that comes after the next',
      0,
      25,
      'When we are done after this lie down for the dead bug.',
      'next-up',
      'false',
    ],
    ['what is beside the crate', 0, 35, 'next to the crate', 'next-up', 'true'],
    ['a prop by another word', 0, 36, 'get your box', 'equipment', undefined],
  ] as const)('%s', (_, k, seconds, text, type, verdict) =>
    expect(one(in_(k, seconds), text, type)?.verdict).toBe(verdict),
  );
  it('how far a lift goes is no half of anything', () => {
    for (const said of ['inhale half way', 'lift half way up', 'come half way down', 'if you only get half way'])
      expect(one(in_(0, 32), said, 'half-way')).toBeUndefined();
  });
  it('all moves of a round, where one of them was surely left out and is not made up yet', () => {
    const left = segments.find((s) => s.label === 'Dead bug' && s.round === 1)!;
    const filmed = segments.filter((s) => s !== left);
    const later = { ...left, start: anyTime(500e6), end: anyTime(540e6) };
    const at = in_(4, -10);
    const said = (sure: number) =>
      claims(at, 'thats all four of them', {
        ...running,
        segments: [...filmed, later].map((s, index) => ({ ...s, index })),
        leftOut: new Map([[left, sure]]),
      }).find((c) => c.type === 'count');
    expect(said(0.95)).toMatchObject({ claimed: 4, actual: 3, verdict: 'false' });
    expect(said(0.5)?.verdict).toBe('true');
    expect(one(at, 'thats all four of them', 'count')?.verdict).toBe('true');
  });
  it('a side is held against a speaker where all around is done on the other, whichever move runs', () => {
    const unsure = { ...running, placed: () => 0.5 };
    const leftOnly = {
      ...unsure,
      segments: running.segments.map((s) => (isActive(s) ? { ...s, side: 'left' as const } : s)),
    };
    const side = (of: typeof unsure) => claims(in_(1, 37), 'right leg first', of).find((c) => c.type === 'side');
    expect(side(leftOnly)?.verdict).toBe('false');
    expect(side(unsure)?.verdict).toBe('unsure');
  });
  it('the side that people lie on is not the one that works', () => {
    expect(one(in_(1, 5), 'on your right side', 'side')?.verdict).toBe('false');
    expect(one(in_(1, 5), 'now lie down on your right side', 'side')?.verdict).not.toBe('false');
    expect(one(in_(1, 5), 'roll onto your right side', 'side')?.verdict).not.toBe('false');
  });
  it('a number of a count that goes up is no time that is left', () => {
    const count = (text: string) => claims(in_(0, 5), text).filter((c) => c.type === 'seconds-left');
    expect(count('Seven. Tall. Eight. Long back. Nine.')).toEqual([]);
    expect(count('Tall. Ten. Long back.').map((c) => c.claimed)).toEqual([10]);
  });
  it('that’s it for a prop, taken back, is nothing said of moves', () => {
    const said = (text: string) => one(in_(0, 45), text, 'moves-left')?.verdict;
    expect(said('thats it for the crate sorry I mean the mat')).not.toBe('false');
    expect(said('last move oh no sorry')).toBe('false');
  });
  it('what remains is no side, and what is right is none', () => {
    expect(one(in_(1, 5), 'ten seconds left', 'side')).toBeUndefined();
    expect(one(in_(1, 5), 'that is all right', 'side')).toBeUndefined();
  });
  it('leaves open what the class does not tell', () => {
    expect(one(in_(0, 5), 'left foot forward', 'side')?.verdict).toBe('unsure');
  });
});
