import { describe, expect, it } from 'vitest';
import { TARGETS, damaged, faultOf } from '../../tests/support/fuzz.ts';
import { dice } from '../../tests/support/random-edits.ts';
import { readTranscript } from './transcript-reader.ts';
import { readOutline } from './outline/outline-reader.ts';

describe('a reader of damaged files', () => {
  it.each(TARGETS.map((target) => [target.name, target] as const))(
    'of %s never throws and loses no words in silence',
    (_, target) => {
      expect(faultOf(target, target.text)).toBeNull();
      for (let seed = 1; seed <= 400; seed++) {
        const text = damaged(target.text, dice(seed * 31 + 7));
        expect(faultOf(target, text), text).toBeNull();
      }
    },
  );
});

const said = (text: string) => readTranscript(text).value.cues.map((c) => c.text);
const codes = (text: string) => readTranscript(text).problems.map((p) => p.code);

describe('what was lost before is kept or named', () => {
  it('a countdown in figures at the end of a cue of SRT', () => {
    const text = '1\n00:00:01,000 --> 00:00:03,000\nReady in\n3\n2\n1\n\n2\n00:00:04,000 --> 00:00:05,000\nGo\n';
    expect([said(text), codes(text)]).toEqual([['Ready in 3 2 1', 'Go'], []]);
  });
  it.each([
    [
      'a damaged arrow',
      '1\n00:00:01,000 -> 00:00:03,000\nSquat\n\n2\n00:00:04,000 --> 00:00:05,000\nRow\n',
      ['Squat', 'Row'],
      'arrow',
    ],
    [
      'an empty line under a timing',
      'WEBVTT\n\n00:01.000 --> 00:03.000\n\nSquat\n\n00:04.000 --> 00:05.000\nRow\n',
      ['Squat', 'Row'],
      'stray',
    ],
    [
      'a second paragraph of a cue',
      'WEBVTT\n\n00:01.000 --> 00:03.000\nSquat\n\nand hold\n',
      ['Squat and hold'],
      'stray',
    ],
    ['words beside a timing', 'WEBVTT\n\n00:01.000 --> 00:03.000 Squat\n', ['Squat'], 'words-beside'],
  ])('%s', (_, text, words, code) => {
    expect(said(text)).toEqual(words);
    expect(codes(text)).toContain(code);
  });
  it.each([
    ['an open quote in CSV', 'start_s,text\n1,"Squat\n2,Row\n', 'quotes'],
    ['two names in one object of JSON', '{"words":[{"text":"a","text":"b","start":1,"end":2}]}', 'double-name'],
    ['an instruction that is not closed', '<?xml version="1.0"?><tt><body><?x', 'not-xml'],
    [
      'entities of its own',
      '<!DOCTYPE tt [<!ENTITY a "b">]><tt><body><div><p begin="1s">&a;</p></div></body></tt>',
      'not-xml',
    ],
    [
      'a rate below nothing',
      '<tt frameRate="-25"><body><div><p begin="10f" end="2s">Row</p></div></body></tt>',
      'bad-rate',
    ],
    ['words outside of a paragraph', '<tt><body><div>Rest<p begin="1s">Row</p></div></body></tt>', 'stray'],
  ])('%s', (_, text, code) => {
    expect(codes(text)).toContain(code);
  });
  it('a second title, a second instructor, a field said twice', () => {
    const { problems } = readOutline(
      '# One\n# Two\ninstructor: A\ninstructor: B\n## Main: 40/20\n- Squat | note: a | note: b',
    );
    expect(problems.map((p) => p.line)).toEqual([2, 4, 6]);
  });
});
