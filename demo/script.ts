import type { Segment } from '../src/core/plan/segment.ts';
import { type Cue, SPARE_CALLS, type Script } from '../src/core/script/cue.ts';
import { fromSeconds } from '../src/core/time/micros.ts';

/** The lines Ottilie wrote beside the calls that the program writes. */
export function demoScript(segments: readonly Segment[]): Script {
  const find = (label: string, kind: string, round = 1, side?: string) =>
    segments.find(
      (s) => s.label === label && s.kind === kind && s.round === round && (side === undefined || s.side === side),
    )?.key ?? '';
  const cues: Cue[] = [];
  const say = (segmentKey: string, kind: Cue['kind'], afterS: number, text: string) =>
    cues.push({
      id: `c${cues.length + 1}`,
      segmentKey,
      kind,
      anchor: { kind: 'start', afterUs: fromSeconds(afterS) },
      text,
    });
  say(
    find('Welcome', 'talk'),
    'talk',
    0.5,
    'Welcome to the studio. I am Ottilie. Bring your broomstick, your crate and a folded towel.',
  );
  say(find('Welcome', 'talk'), 'caution', 7, 'Stop if anything hurts or you feel dizzy.');
  say(find('Shoulder rolls', 'work'), 'form', 3, 'Big slow circles, up, back and down.');
  say(find('Broomstick twists', 'work'), 'form', 4, 'Stick across your shoulders. Turn from the ribs.');
  for (const round of [1, 2]) {
    say(
      find('Broomstick good morning', 'work', round),
      'form',
      4,
      round === 1 ? 'Hinge from the hips. Long back.' : 'Same hinge. A little deeper if it feels good.',
    );
    say(find('Half-kneeling press', 'work', round, 'left'), 'form', 4, 'Press up, ribs down.');
    say(find('Crate step-up', 'work', round), 'form', 5, 'Whole foot on the crate.');
    say(find('Reverse lunge', 'work', round), 'option', 5, 'A shorter step is the easier option.');
  }
  say(find('Water', 'water'), 'talk', 1, 'Grab some water.');
  say(
    find('Crate calf stretch', 'hold', 1, 'left'),
    'form',
    4,
    'Heel heavy on the floor. You may feel tension, never pain.',
  );
  say(
    find('Goodbye', 'talk'),
    'talk',
    0.5,
    'That was Broomstick Strong. Thank you for training with me. Go and look after your bees.',
  );
  return { cues, calls: SPARE_CALLS, marks: [] };
}
