import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Transcript } from '../core/transcript/transcript.ts';
import { anySeconds, anyTime } from '../../tests/support/times.ts';
import { TRANSCRIPT_FORMATS, readTranscript, transcriptFormat } from './transcript-reader.ts';
import { writeTranscript } from './transcript-writer.ts';

const seconds = (t: Transcript) => t.cues.map((c) => [c.start / 1e6, c.end / 1e6, c.text]);
const tt = (body: string, attributes = '') =>
  '<?xml version="1.0" encoding="UTF-8"?>\n<tt xmlns="http://www.w3.org/ns/ttml" xmlns:ttp="http://' +
  `www.w3.org/ns/ttml#parameter" xml:lang="en" ${attributes}><head/><body><div>${body}</div></body></tt>`;

describe('a TTML transcript', () => {
  // Time expressions of W3C TTML2, section 12.3, from memory.
  it.each([
    ['00:00:02.5', 2.5],
    ['01:00:00', 3600],
    ['2.5s', 2.5],
    ['300ms', 0.3],
    ['2m', 120],
    ['0.5h', 1800],
    ['50f', 2],
    ['90t', 0.9],
    ['00:00:10:05', 10.2],
  ])('that begins a paragraph at %s begins it at %d s', (begin, at) => {
    const { value, problems } = readTranscript(
      tt(`<p begin="${begin}" dur="1s">And rest.</p>`, 'ttp:frameRate="25" ttp:tickRate="100"'),
    );
    expect(problems).toEqual([]);
    expect(seconds(value)).toEqual([[at, at + 1, 'And rest.']]);
  });
  it('adds the times of what a paragraph stands in, and ends with it', () => {
    const { value } = readTranscript(
      tt('', '').replace(
        '<div></div>',
        '<div begin="10s" end="14s"><p begin="1s" end="2s">One</p><p begin="3s">Two<br/>lines</p></div>',
      ),
    );
    expect(seconds(value)).toEqual([
      [11, 12, 'One'],
      [13, 14, 'Two lines'],
    ]);
  });
  it('times words by their spans, and reads prefixed names', () => {
    const { value } = readTranscript(
      '<tt:tt xmlns:tt="http://www.w3.org/ns/ttml"><tt:body><tt:div><tt:p begin="5s" end="7s"><tt:span ' +
        'begin="0s" end="0.4s">Three</tt:span> <tt:span begin="1s" end="1.4s">two</tt:span></tt:p></tt:div></' +
        'tt:body></tt:tt>',
    );
    expect(value.cues[0]?.words?.map((w) => [w.text, w.start / 1e6, w.end / 1e6])).toEqual([
      ['Three', 5, 5.4],
      ['two', 6, 6.4],
    ]);
  });
  it.each([
    [tt('<p begin="soon">Rest</p>'), 'bad-timing'],
    [tt('<p>Rest</p>'), 'bad-timing'],
    ['<?xml version="1.0"?><tt><body>', 'not-xml'],
    ['<?xml version="1.0"?><html/>', 'no-cues'],
    [tt(''), 'no-cues'],
    [
      '<?xml version="1.0"?><!DOCTYPE tt [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><tt xmlns="http:/' +
        '/www.w3.org/ns/ttml"><body><div><p>&b;</p></div></body></tt>',
      'not-xml',
    ],
  ])('that is wrong says so with a sentence: %.60s', (text, code) => {
    const { problems } = readTranscript(text);
    expect(problems.map((p) => p.code)).toContain(code);
    for (const p of problems) expect(p.message).toMatch(/[.!]$|:/);
  });
});

describe('word-timed JSON', () => {
  it.each([
    ['a list', '[{"word":"And","start":1.5,"end":1.7},{"word":"rest.","start":1.8,"end":2.1}]'],
    [
      'words',
      '{"words":[{"text":"And","start_s":1.5,"end_s":1.7,"confidence":0.9},' +
        '{"text":"rest.","start_s":1.8,"end_s":2.1}]}',
    ],
    [
      'segments',
      '{"language":"en","segments":[{"id":0,"start":1.5,"end":2.1,"text":" And rest.","words":[{"word":" ' +
        'And","start":1.5,"end":1.7,"probability":0.9},{"word":" ' +
        'rest.","start":1.8,"end":2.1,"probability":0.5}]}]}',
    ],
    [
      'milliseconds',
      '{"words":[{"text":"And","start_ms":1500,"end_ms":1700},{"text":"rest.","start_ms":1800,"end_ms":2100}]}',
    ],
    [
      'seconds as text',
      '{"words":[{"value":"And","start":"1.5s","end":"1.7s"},{"value":"rest.","start":"1.8s","end":"2.1s"}]}',
    ],
  ])('is read as %s', (_, text) => {
    expect(transcriptFormat(text)).toBe('words-json');
    const { value, problems } = readTranscript(text);
    expect(problems).toEqual([]);
    expect(value.cues.flatMap((c) => c.words ?? []).map((w) => [w.text, w.start / 1e6, w.end / 1e6])).toEqual([
      ['And', 1.5, 1.7],
      ['rest.', 1.8, 2.1],
    ]);
  });
  it.each([
    ['{"words":[{"text":"And"}]}', 'bad-word'],
    ['{"words":[]}', 'no-cues'],
    ['{"a":1', 'not-json'],
    ['{"segments":[{"text":"x"}]}', 'bad-word'],
    ['{"words":[{"text":"x","start":-3}]}', 'bad-word'],
    ['{"words":[{"text":"x","start":1e300}]}', 'bad-word'],
  ])('that is wrong says so: %s', (text, code) => {
    expect(readTranscript(text).problems.map((p) => p.code)).toContain(code);
  });
});

describe('a table of a transcript', () => {
  it('is read by the names of its columns, in seconds or as a clock', () => {
    expect(seconds(readTranscript('Start,End,Text\n0:01.5,0:02,"And, rest"\n1:00:05,,Go\n').value)).toEqual([
      [1.5, 2, 'And, rest'],
      [3605, expect.any(Number), 'Go'],
    ]);
    expect(seconds(readTranscript('text,start_s\r\nAnd rest,1.25\r\n').value)[0]).toEqual([
      1.25,
      expect.any(Number),
      'And rest',
    ]);
  });
  it('names rows that are wrong with their line, and keeps the others', () => {
    const { value, problems } = readTranscript('start,text\nsoon,Rest\n3,Go\n4,\n');
    expect(value.cues.map((c) => c.text)).toEqual(['Go']);
    expect(problems.map((p) => [p.code, p.line])).toEqual([
      ['bad-row', 2],
      ['bad-row', 4],
    ]);
  });
});

const cue = fc.record({
  gap: fc.integer({ min: 1, max: 8 }),
  text: fc.array(fc.constantFrom('and', 'rest', 'Now:', '40', '<b>', '&', 'don’t', '-->', '=1+1', '"go"', 'ten,'), {
    minLength: 1,
    maxLength: 6,
  }),
  timed: fc.boolean(),
});

describe('every format', () => {
  it.each(TRANSCRIPT_FORMATS.map((f) => [f] as const))(
    '%s gives back what it can hold, and is known by its content',
    (format) => {
      fc.assert(
        fc.property(fc.array(cue, { minLength: 2, maxLength: 8 }), (drafts) => {
          let at = 0;
          const transcript: Transcript = {
            cues: drafts.map(({ gap, text, timed }) => {
              const start = at + gap;
              at = start + text.length;
              const words = text.map((w, i) => ({
                text: w,
                start: anySeconds(start + i),
                end: anySeconds(start + i + 1),
              }));
              return {
                start: anySeconds(start),
                end: anySeconds(at),
                text: text.join(' '),
                words: timed ? words : null,
              };
            }),
          };
          const written = writeTranscript(transcript, format, anySeconds(at + 3));
          expect(transcriptFormat(written)).toBe(format);
          const { value, problems } = readTranscript(written);
          expect(problems.filter((p) => p.severity === 'error')).toEqual([]);
          // A dash after the time of a paragraph parts it from its words.
          const noLead = (text: string) => plain(format === 'paragraphs' ? text.replace(/-?->/g, '>') : text);
          const plain = (text: string) =>
            (format === 'srt' || format === 'csv' ? text.replace(/-->/g, '→').replace(/^'(?==)/, '') : text)
              .replace(/→/g, '-->')
              .replace(/<b>/g, format === 'srt' ? '' : '<b>')
              .replace(/\s+/g, ' ')
              .trim();
          const all = (t: Transcript) =>
            noLead(
              t.cues
                .map((c) => plain(c.text))
                .filter((x) => x !== '')
                .join(' '),
            );
          expect(all(value)).toBe(all(transcript));
          if (format === 'vtt' || format === 'ttml' || format === 'words-json') {
            const times = (t: Transcript) =>
              t.cues.flatMap((c) => (c.words === null ? [] : c.words.map((w) => [w.text, Math.round(w.start / 1e3)])));
            // A WebVTT cue of one word has no room for a time inside: that words have times is seen where one has two.
            if (
              format === 'ttml' ||
              (format === 'vtt' && transcript.cues.some((c) => (c.words?.length ?? 0) > 1 && c.words !== null))
            )
              expect(times(value).length).toBeGreaterThanOrEqual(times(transcript).length);
          }
          if (format !== 'words-json')
            expect(value.cues.filter((c) => plain(c.text) !== '').map((c) => Math.round(c.start / 1e3))).toEqual(
              transcript.cues.filter((c) => plain(c.text) !== '').map((c) => Math.round(c.start / 1e3)),
            );
        }),
        { numRuns: 60, seed: 11 },
      );
    },
  );
  it('keeps the confidence that a service gave', () => {
    const text = '{"words":[{"text":"Rest","start":1,"end":1.5,"confidence":0.42}]}';
    const read = readTranscript(text).value;
    expect(
      readTranscript(writeTranscript(read, 'words-json', anyTime(5e6))).value.cues[0]?.words?.[0]?.confidence,
    ).toBe(0.42);
  });
});
