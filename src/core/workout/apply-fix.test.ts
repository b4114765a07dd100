import { describe, expect, it } from 'vitest';
import { newDocument } from './document.ts';
import { applyFix } from './apply-fix.ts';

const document = (text: string) => {
  const empty = newDocument('T');
  const cue = { id: 'c1', segmentKey: 'k', kind: 'talk', anchor: { kind: 'half' }, text } as const;
  return { ...empty, script: { ...empty.script, cues: [cue] } };
};
const fixed = (now: string) =>
  applyFix(document(now), {
    kind: 'script',
    label: 'Say 2',
    changes: [{ kind: 'change', cueId: 'c1', was: 'Four more moves', next: { text: 'Two more moves' } }],
  }).script.cues[0]?.text;

describe('a fix of a line', () => {
  it.each([
    ['as it was looked at', 'Four more moves', 'Two more moves'],
    ['that was typed on since keeps what was typed', 'Four more moves in this round.', 'Two more moves in this round.'],
    ['that is another by now is left alone', 'Last move.', 'Last move.'],
  ])('%s', (_, now, wanted) => expect(fixed(now)).toBe(wanted));
});
