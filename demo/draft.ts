import type { Segment } from '../src/core/plan/segment.ts';
import { type Cue, EMPTY_SCRIPT, type Script } from '../src/core/script/cue.ts';
import { fromSeconds } from '../src/core/time/micros.ts';

/**
 * A first draft of a script, with the slips that first drafts have: counts that are off, a line too long, the same
 * praise.
 */
export function draftScript(segments: readonly Segment[]): Script {
  const cues: Cue[] = [];
  const say = (
    label: string,
    round: number,
    kind: Cue['kind'],
    anchor: Cue['anchor'],
    text: string,
    more: Partial<Cue> = {},
  ) => {
    const segment = segments.find(
      (s) => s.label === label && s.round === round && (s.kind === 'work' || s.kind === 'talk'),
    );
    if (segment !== undefined)
      cues.push({ id: `c${cues.length + 1}`, segmentKey: segment.key, kind, anchor, text, ...more });
  };
  const after = (s: number): Cue['anchor'] => ({ kind: 'start', afterUs: fromSeconds(s) });
  const talk = segments.find((s) => s.kind === 'talk')?.label ?? '';
  say(
    talk,
    1,
    'talk',
    after(0.5),
    'Welcome to Saltmarsh. I am Ottilie, and today we practise what a full super asks of you.',
  );
  say(
    talk,
    1,
    'talk',
    { kind: 'after', cueId: 'c1', gapUs: fromSeconds(0.6) },
    'Three rounds of six moves, then a long stretch. No mat today.',
  );
  const moves = segments.filter((s) => s.kind === 'work' && s.rounds > 1 && s.round === 1).map((s) => s.label);
  const [first, second, third, fourth] = [...new Set(moves)] as [string, string, string, string];
  say(first, 1, 'form', after(5), 'Sit back, chest open, whole foot heavy.');
  say(first, 1, 'time-call', { kind: 'half' }, 'Half-way, stay tall.');
  say(second, 1, 'count', after(8), 'Two more moves in this round after this one.');
  say(second, 1, 'praise', after(22), 'Great job, keep breathing.');
  say(
    third,
    1,
    'form',
    after(4),
    'Keep the stick on your head and your back and your tailbone all the way down and all the way up again ' +
      'while you look at the floor in front of you.',
  );
  say(fourth, 1, 'praise', after(12), 'Great job, keep breathing.');
  for (const round of [2, 3]) {
    say(first, round, 'talk', after(4), round === 2 ? 'This is round two.' : 'Second round, a little deeper.');
    say(second, round, 'praise', after(12), 'Great job, keep breathing.');
  }
  say(third, 2, 'talk', after(10), 'This is the one that cures back pain.', { voice: 'over' });
  return { cues, calls: EMPTY_SCRIPT.calls, marks: [] };
}
