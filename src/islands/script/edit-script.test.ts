import { describe, expect, it } from 'vitest';
import { compile } from '../../core/plan/compile.ts';
import type { Cue } from '../../core/script/cue.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { bringInCues } from './bring-in.ts';
import { addCue, chooseAnchor, readTyped, removeCue } from './edit-script.ts';

const { segments } = compile(readOutline('# T\n## Hello: talk 0:20\n## Main: 40/20\n- Squat').value);
const [talk, squat, rest] = segments as [never, never, never];
const cue: Cue = {
  id: 'c1',
  segmentKey: segments[1]?.key ?? '',
  kind: 'form',
  anchor: { kind: 'start', afterUs: 4e6 as never },
  text: 'Sit',
};

describe('writing lines', () => {
  it('a new line follows the one before it, and has the kind that fits its segment', () => {
    const first = addCue([], squat, null);
    const second = addCue(first.cues, squat, first.cues[0]!);
    expect(second.cues.map((c) => [c.id, c.kind, c.anchor.kind])).toEqual([
      ['c1', 'form', 'start'],
      ['c2', 'form', 'after'],
    ]);
    expect([addCue([], talk, null).cues[0]?.kind, addCue([], rest, null).cues[0]?.kind]).toEqual(['talk', 'set-up']);
    const between = addCue(second.cues, squat, second.cues[0]!);
    expect(between.cues.map((c) => c.id)).toEqual(['c1', 'c3', 'c2']);
  });
  it('a line that goes hands its place to the one that followed it', () => {
    const two = addCue([cue], squat, cue).cues;
    expect(removeCue(two, 'c1')).toEqual([{ ...two[1], anchor: cue.anchor }]);
  });
  it.each([
    ['form: ribs down', { text: 'ribs down' }],
    ['option: knees down', { text: 'knees down', kind: 'option' }],
    ['[half] breathe', { text: 'breathe', anchor: { kind: 'half' } }],
    ['[-10] time call: ten more', { text: 'ten more', kind: 'time-call', anchor: { kind: 'end', beforeUs: 10e6 } }],
    ['[laughs] nice', { text: '[laughs] nice' }],
    ['one\nline', { text: 'one line' }],
    ['Remember: breathe', { text: 'Remember: breathe' }],
  ])('“%s” typed into a line', (typed, fields) => expect(readTyped(cue, typed, null)).toEqual(fields));
  it('another anchor keeps the seconds', () => {
    expect(chooseAnchor(cue, 'end', null)).toEqual({ kind: 'end', beforeUs: 4e6 });
    expect(chooseAnchor(cue, 'after', null)).toEqual({ kind: 'start', afterUs: 4e6 });
    expect(chooseAnchor(cue, 'after', 'c9')).toMatchObject({ kind: 'after', cueId: 'c9' });
  });
  it('lines from a file get ids of their own and still follow each other', () => {
    const incoming: Cue[] = [
      { ...cue, id: 'c1' },
      { ...cue, id: 'c2', anchor: { kind: 'after', cueId: 'c1', gapUs: 0 as never } },
    ];
    const all = bringInCues([cue], incoming);
    expect(all.map((c) => c.id)).toEqual(['c1', 'c2', 'c3']);
    expect(all[2]?.anchor).toMatchObject({ kind: 'after', cueId: 'c2' });
  });
});
