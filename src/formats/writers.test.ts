import { execFileSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import type { CaptionEvent } from '../core/lanes/caption.ts';
import type { Chapter } from '../core/lanes/chapter.ts';
import { frameRate } from '../core/time/frames.ts';
import type { Micros } from '../core/time/micros.ts';
import { anySeconds } from '../../tests/support/times.ts';
import type { Drawn } from '../core/looks/drawn.ts';
import { writeAss } from './ass/ass-writer.ts';
import { writeChaptersJson } from './chapters-json/chapters-json-writer.ts';
import { writeDescription } from './description/description-writer.ts';
import { writeCsv } from './csv.ts';
import { escapeValue, writeFfmetadata } from './ffmetadata/ffmetadata-writer.ts';
import { srtText } from './srt/srt-writer.ts';
import { readPlan } from './plan-reader.ts';
import { writePlanJson } from './plan-json/plan-json-reader.ts';
import { writeCaptionsSrt } from './srt/srt-writer.ts';
import { readTranscript } from './transcript-reader.ts';
import { writeCaptionsVtt, writeChaptersVtt } from './vtt/vtt-writer.ts';

const s = anySeconds;
const caption = (start: number, end: number, text: string, heading = ''): CaptionEvent => ({
  segmentKey: 'k',
  kind: 'work',
  start: s(start),
  end: s(end),
  heading,
  text,
});
const chapter = (start: number, end: number, title: string): Chapter => ({
  segmentKey: 'k',
  start: s(start),
  end: s(end),
  title,
});
const CAPTIONS = [caption(1.0005, 3.25, 'Lift & <carry>', 'Left side'), caption(3661, 3662.5, 'Row --> rest')];

describe('captions out', () => {
  // W3C WebVTT (from memory): header, escaped text; read back by our reader and by ffmpeg.
  it('WebVTT is read back the same', () => {
    const text = writeCaptionsVtt(CAPTIONS);
    expect(text.startsWith('WEBVTT\n\n00:00:01.001 --> 00:00:03.250\nLeft side\nLift &amp; &lt;carry&gt;\n')).toBe(
      true,
    );
    expect(readTranscript(text).value.cues.map((c) => [c.start / 1e6, c.text])).toEqual([
      [1.001, 'Left side Lift & <carry>'],
      [3661, 'Row --> rest'],
    ]);
  });
  it('SRT has counters and commas, and no arrow inside a cue', () => {
    const text = writeCaptionsSrt(CAPTIONS);
    expect(text).toContain('2\n01:01:01,000 --> 01:01:02,500\nRow → rest\n');
    expect(
      execFileSync('ffmpeg', ['-v', 'error', '-f', 'srt', '-i', '-', '-f', 'webvtt', '-'], { input: text }).toString(),
    ).toContain('01:01:01.000 --> 01:01:02.500');
  });
});

describe('chapters out', () => {
  const list = [chapter(0, 30, 'Warm-up = easy'), chapter(30, 95.5, 'Round; 1 #\\ x')];
  it('WebVTT chapters carry their titles', () =>
    expect(writeChaptersVtt(list)).toContain('00:00:30.000 --> 00:01:35.500\nRound; 1 #\\ x'));
  // ffmpeg metadata format: `= ; # \` and newline are escaped (from memory), and ffmpeg itself reads it back.
  it('ffmpeg metadata is read back by ffmpeg', () => {
    const text = writeFfmetadata('T=1', list);
    expect(text).toContain('[CHAPTER]\nTIMEBASE=1/1000\nSTART=30000\nEND=95500\ntitle=Round\\; 1 \\#\\\\ x');
    const back = execFileSync('ffmpeg', ['-v', 'error', '-f', 'ffmetadata', '-i', '-', '-f', 'ffmetadata', '-'], {
      input: text,
    }).toString();
    expect(back).toContain('title=Warm-up \\= easy');
    expect(back).toContain('START=30000');
    expect(escapeValue('a\nb')).toBe('a\\\nb');
  });
  // Podcast namespace JSON chapters (from memory): version, chapters[] { startTime, title }.
  it('JSON chapters have version, startTime and title', () => {
    expect(JSON.parse(writeChaptersJson('T', list))).toMatchObject({
      version: '1.2.0',
      chapters: [
        { startTime: 0, title: 'Warm-up = easy' },
        { startTime: 30, title: 'Round; 1 #\\ x' },
      ],
    });
  });
});

describe('captions as SRT', () => {
  it.each([
    ['one\n\n2\n00:00:01,000 --> 00:00:02,000\nfalse cue', 'one\n2\n00:00:01,000 → 00:00:02,000\nfalse cue'],
    ['<b>Bold</b> move', '‹b>Bold‹/b> move'],
    ['{\\an8}Top', '(\\an8}Top'],
    ['1 < 2', '1 < 2'],
  ])('%j cannot split or format a cue', (text, out) => expect(srtText(text)).toBe(out));
});

describe('the cue sheet', () => {
  // RFC 4180 (from memory): quotes doubled inside quotes.
  it.each([
    ['plain', 'plain'],
    ['a,b', '"a,b"'],
    ['say "go"', '"say ""go"""'],
    ['=1+1', "'=1+1"],
    ['-3', '-3'],
    ['-2+3', "'-2+3"],
    ['@SUM(A1)', "'@SUM(A1)"],
    [' +1', "' +1"],
    ['\tcmd', "'\tcmd"],
    ['two\nlines', '"two\nlines"'],
  ])('writes %j as %j', (value, out) => expect(writeCsv(['line'], [[value]])).toBe(`line\r\n${out}\r\n`));
});

describe('the overlay', () => {
  const drawn = (of: { text: string; start: Micros; end: Micros }): Drawn[] => {
    const words = {
      kind: 'text',
      x: 10,
      baseline: 30,
      align: 'start',
      em: 20,
      w: 12,
      face: 'bold',
      outline: null,
    } as const;
    return [{ ...words, ...of, colour: 'FFFFFF', layer: 1, role: 'figure' }];
  };
  const times = (rate: [number, number], start: number, end: number) => {
    const line = writeAss(drawn({ text: '7', start: s(start), end: s(end) }), {
      width: 640,
      height: 360,
      rate: frameRate(...rate),
    })
      .split('\n')
      .find((l) => l.startsWith('Dialogue'));
    return line?.split(',').slice(1, 3);
  };
  it('writes a change half a frame before the frame that shows it', () => {
    expect(times([25, 1], 1, 2)).toEqual(['0:00:00.98', '0:00:01.98']);
    // 30000/1001: frame 30 begins at 1.001 s, frame 60 at 2.002 s.
    expect(times([30000, 1001], 1, 2)).toEqual(['0:00:00.98', '0:00:01.99']);
    // 60000/1001: frame 60 begins at 1.001 s, frame 120 at 2.002 s.
    expect(times([60000, 1001], 1, 2)).toEqual(['0:00:00.99', '0:00:01.99']);
  });
  it('leaves out what no frame would show, and takes orders out of the words', () => {
    expect(times([25, 1], 1.001, 1.002)).toBeUndefined();
    const text = writeAss(drawn({ text: '{\\b1}Row\\N', start: s(1), end: s(3) }), {
      width: 640,
      height: 360,
      rate: frameRate(25, 1),
    });
    expect(text).toContain('(⧵b1)Row⧵N');
  });
});

describe('plans as JSON', () => {
  const outline = '# T\n## Main: 2 rounds, 40/20\n- Squat | sides own';
  it('are read back the same', () => {
    const { value } = readPlan(outline);
    expect(value === null ? null : readPlan(writePlanJson(value)).value).toEqual(value);
  });
  it.each([
    ['{', 'not-json', /^This is not JSON/],
    ['[]', 'bad-field', /must be of type object/],
    ['{"format":"euphon-plan","version":2,"plan":{}}', 'bad-field', /"version" must be \[1\]/],
    [
      writePlanJson(readPlan(outline).value as never).replace('"rounds": 2', '"rounds": 0'),
      'bad-field',
      /"plan.blocks\[0\].rounds" must be greater than or equal to 1/,
    ],
    [
      writePlanJson(readPlan(outline).value as never).replace('"workUs": 40000000', '"workUs": "40"'),
      'bad-field',
      /workUs" must be a number/,
    ],
    [
      writePlanJson(readPlan(outline).value as never).replace('"rounds"', '"rownds"'),
      'bad-field',
      /rounds" is required|"plan.blocks\[0\].rownds" is not allowed/,
    ],
  ])('say where %# is wrong', (text, code, message) => {
    const { value, problems } = readPlan(text);
    expect([value, problems[0]?.code]).toEqual([null, code]);
    expect(problems[0]?.message).toMatch(message);
  });
});

describe('the description', () => {
  it('has length, equipment, chapters from 0:00 on and the standing notice', () => {
    const chapters = [chapter(0, 60, 'Welcome'), chapter(60.4, 754, 'Hive circuit')];
    const text = writeDescription({ title: 'Skeps', length: s(754), chapters }, ['crate', 'mat']);
    expect(text).toMatch(
      /^Skeps\n\n13 minutes. You need: crate, mat.\n\n0:00 Welcome\n1:00 Hive circuit\n\nStop if you feel chest pain/,
    );
    expect(writeDescription({ title: 'Skeps', length: s(20), chapters: [] }, [])).toContain(
      'Under a minute. You need no equipment.',
    );
  });
});
