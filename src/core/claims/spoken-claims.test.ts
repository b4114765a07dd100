import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { spokenWords } from '../transcript/transcript.ts';
import { plannedClass } from './class-timeline.ts';
import { spokenClaims } from './spoken-claims.ts';

const plan = readOutline(
  '# S\n## Main: circuit, 2 rounds, 40/20\n- Squat | standing\n- Crate row | standing | sides rounds left first | needs: crate\n- Dead bug | supine | needs: mat\n- Plank | plank',
).value;
const { segments } = compile(plan);
const running = plannedClass(plan, segments);
const worked = segments.filter(isActive);
const in_ = (k: number, seconds: number) => worked[k]!.start / 1e6 + seconds;

function claims(at: number, text: string) {
  const words = text
    .split(' ')
    .map((w, i) => ({ text: w, start: anySeconds(at + i * 0.3), end: anySeconds(at + i * 0.3 + 0.25) }));
  const cue = { start: anySeconds(at), end: anySeconds(at + words.length * 0.3), text, words };
  return spokenClaims(spokenWords({ cues: [cue] }, anyTime(600e6)), running);
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
  ] as const)('%s', (_, k, seconds, text, type, verdict) =>
    expect(one(in_(k, seconds), text, type)).toMatchObject({ type, verdict }),
  );
  it('what remains is no side, and what is right is none', () => {
    expect(one(in_(1, 5), 'ten seconds left', 'side')).toBeUndefined();
    expect(one(in_(1, 5), 'that is all right', 'side')).toBeUndefined();
  });
  it('leaves open what the class does not tell', () => {
    expect(one(in_(0, 5), 'left foot forward', 'side')?.verdict).toBe('unsure');
  });
});
