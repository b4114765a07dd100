import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anySeconds } from '../../tests/support/times.ts';
import { pastTheEnd } from './transcript-problem.ts';
import { readTranscript, transcriptFormat } from './transcript-reader.ts';

const cuesOf = (text: string) => readTranscript(text).value.cues.map((c) => [c.start / 1e6, c.end / 1e6, c.text]);
const codes = (text: string) => readTranscript(text).problems.map((p) => p.code);

describe('transcripts', () => {
  // W3C WebVTT: header, identifiers, settings, notes, tags, escapes, inline timestamps (from memory).
  it('reads WebVTT with everything that may stand in it', () => {
    const text =
      'WEBVTT - a title\nKind: captions\n\nSTYLE\n::cue { color: red }\n\nNOTE a --> b\n\nintro\n' +
      '00:01.000 --> 00:03.500 align:start\n<v Ottilie>Salt &amp; <i>sea</i>\nair\n\n' +
      '01:00:00.000 --> 01:00:01.000\nlate';
    expect(cuesOf(text)).toEqual([
      [1, 3.5, 'Salt & sea air'],
      [3600, 3601, 'late'],
    ]);
    expect(codes(text)).toEqual([]);
  });
  it('reads word times from inline timestamps', () => {
    const { value } = readTranscript('WEBVTT\n\n00:10.000 --> 00:12.000\nThree <00:10.800>two <00:11.400><c>one</c>');
    expect(value.cues[0]?.words?.map((w) => [w.text, w.start / 1e6, w.end / 1e6])).toEqual([
      ['Three', 10, 10.8],
      ['two', 10.8, 11.4],
      ['one', 11.4, 12],
    ]);
  });
  it('reads SRT with wrong counters and Windows line ends', () => {
    expect(
      cuesOf('7\r\n00:00:01,000 --> 00:00:02,000\r\n<b>Go</b>\r\n\r\n7\r\n00:00:03,5 --> 00:00:04,000\r\nRest'),
    ).toEqual([
      [1, 2, 'Go'],
      [3.5, 4, 'Rest'],
    ]);
  });
  it('reads paragraphs of any length', () => {
    const text = '[0:00] Welcome.\nMore of it.\n\n[0:20] Hinge now\n[1:02:03] late';
    expect(transcriptFormat(text)).toBe('paragraphs');
    expect(cuesOf(text)).toEqual([
      [0, 20, 'Welcome. More of it.'],
      [20, 3723, 'Hinge now'],
      [3723, 3727, 'late'],
    ]);
  });
  it.each([
    ['', 'empty'],
    ['no times at all', 'no-cues'],
    ['\u0000\u0001\u0002bin', 'binary'],
    ['[0:30] a\n[0:10] b', 'backwards'],
    ['[0:10] a\n[0:10] b', 'same-time'],
    ['WEBVTT\n\n00:05.000 --> 00:02.000\nx', 'end-before-start'],
    ['WEBVTT\n\nx --> y\nz', 'bad-timing'],
    ['00:01.000 --> 00:02.000\nx', 'no-header'],
  ])('names what is wrong with %j', (text, code) => expect(codes(text)).toContain(code));
  it('keeps every cue of a file whose times run backwards', () => {
    expect(cuesOf('[0:30] a\n[0:10] b\n[0:10] c').map((c) => c[2])).toEqual(['b', 'c', 'a']);
  });
  it('names cues past the end of the recording', () => {
    const { value } = readTranscript('[0:10] a\n[9:10] b');
    expect(pastTheEnd(value.cues, anySeconds(60))[0]?.message).toMatch(/^1 of 2 cues begin after the end/);
  });
  it('never throws and never hangs, whatever the text', () => {
    const piece = fc.constantFrom(
      'WEBVTT',
      '\n\n',
      '00:01.000 --> 00:02.000',
      '-->',
      '[0:10]',
      '<00:00:01.000>',
      '&#99999999;',
      '<',
      'x',
      '\u0000',
      '1',
      ',',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
        for (const cue of readTranscript(pieces.join('')).value.cues) expect(cue.end).toBeGreaterThan(cue.start);
      }),
      { seed: 9 },
    );
  });
});
