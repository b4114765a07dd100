import type { TimedWord, Transcript } from '../../core/transcript/transcript.ts';
import { type TakeTime, takeTime } from '../../core/time/micros.ts';
import { type ReadProblem, type ReadResult, linesOf, refuseText } from '../problem.ts';
import { type DraftCue, orderCues } from '../transcript-problem.ts';
import { INLINE_STAMP, readTimedBlocks, stampTime } from './timed-blocks.ts';

/**
 * Reads W3C WebVTT: cues with inline timestamps become word-timed. Notes, styles and regions are skipped, not reported.
 */
export function readVtt(text: string): ReadResult<Transcript> {
  const refused = refuseText(text, 'a WebVTT transcript');
  if (refused !== null) return { value: { cues: [] }, problems: [refused] };
  const lines = linesOf(text);
  const problems: ReadProblem[] = [];
  if (!/^WEBVTT(\s|$)/.test(lines[0] ?? '')) {
    problems.push({
      code: 'no-header',
      line: 1,
      message: 'A WebVTT file begins with the word WEBVTT; it was read all the same.',
      severity: 'note',
    });
  }
  const cues = orderCues(readTimedBlocks(lines, problems, readPayload), problems);
  // A cue of one word has no room for a time inside; where others have them, its own times are its word's.
  const timed = cues.some((c) => c.words !== null);
  return {
    value: {
      cues: timed
        ? cues.map((c) =>
            c.words === null && /^\S+$/.test(c.text)
              ? { ...c, words: [{ text: c.text, start: c.start, end: c.end }] }
              : c,
          )
        : cues,
    },
    problems,
  };
}

/** Cue text without tags, and its words where inline timestamps say when each begins. */
function readPayload(body: string, start: TakeTime, end: TakeTime): Pick<DraftCue, 'text' | 'words'> {
  const text = plainText(body.replace(INLINE_STAMP, ' '));
  const stamps = [...body.matchAll(INLINE_STAMP)];
  if (stamps.length === 0) return { text, words: null };
  const words: TimedWord[] = [];
  const pieces = [
    { at: start, text: body.slice(0, stamps[0]?.index) },
    ...stamps.map((stamp, i) => ({
      at: stampTime(stamp, 1),
      text: body.slice((stamp.index ?? 0) + stamp[0].length, stamps[i + 1]?.index),
    })),
  ];
  for (const [i, piece] of pieces.entries()) {
    const parts = plainText(piece.text)
      .split(/\s+/)
      .filter((p) => p !== '');
    const until = pieces[i + 1]?.at ?? end;
    for (const [p, part] of parts.entries()) {
      const step = Math.max(0, until - piece.at) / parts.length;
      words.push({ text: part, start: takeTime(piece.at + p * step), end: takeTime(piece.at + (p + 1) * step) });
    }
  }
  return { text, words };
}

const ENTITIES: Readonly<Record<string, string>> = {
  amp: '&',
  lt: '<',
  gt: '>',
  nbsp: ' ',
  lrm: '',
  rlm: '',
  quot: '"',
  apos: "'",
};

/** The tags of WebVTT and SRT; other words between angles are words. Names of voices and classes are not said. */
const TAG = /<\/?(?:[bciuv]|ruby|rt|lang|font)(?:[.\s][^<>]{0,300})?>/gi;

/** What is said in a cue, without tags and entities. */
export function plainText(body: string): string {
  return body
    .replace(TAG, '')
    .replace(/&(\w{1,10});/g, (all, name: string) => ENTITIES[name] ?? all)
    .replace(/&#(\d{1,7});/g, (_, code: string) => (Number(code) <= 0x10ffff ? String.fromCodePoint(Number(code)) : ''))
    .replace(/\s+/g, ' ')
    .trim();
}
