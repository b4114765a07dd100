import type { AnyClock } from '../../src/core/time/micros.ts';
import { compile } from '../../src/core/plan/compile.ts';
import type { Transcript } from '../../src/core/transcript/transcript.ts';
import { readExercises, writeExercisesJson } from '../../src/formats/exercises/exercises-json.ts';
import { writeExercisesCsv } from '../../src/formats/exercises/exercises-csv.ts';
import { readPlan } from '../../src/formats/plan-reader.ts';
import { writePlanJson } from '../../src/formats/plan-json/plan-json-reader.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import type { ReadResult } from '../../src/formats/problem.ts';
import { readScript } from '../../src/formats/script/script-reader.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { writeTranscript } from '../../src/formats/transcript-writer.ts';
import { LIBRARY } from '../../src/core/exercise/library.ts';
import type { Dice } from './random-edits.ts';

/** A reader with a right file, in which every word is one that stands nowhere else. */
export interface Target {
  readonly name: string;
  readonly text: string;
  readonly read: (text: string) => ReadResult<unknown>;
  /** What of a file is not words by the rules of its format: comments, styles. */
  readonly notWords: RegExp | null;
}

let made = 0;
const word = () => `zq${(made++).toString(36).padStart(4, '0')}`;
const words = (n: number) => Array.from({ length: n }, word).join(' ');

const timed: Transcript = {
  cues: Array.from({ length: 8 }, (_, i) => {
    const start = i * 4e6;
    const text = words(4);
    return {
      start: start as AnyClock,
      end: (start + 3e6) as AnyClock,
      text,
      words: text.split(' ').map((w, k) => ({
        text: w,
        start: (start + k * 5e5) as AnyClock,
        end: (start + (k + 1) * 5e5) as AnyClock,
      })),
    };
  }),
};
const plain = (): Transcript => ({ cues: timed.cues.map((c) => ({ ...c, text: words(4), words: null })) });
const LENGTH = 40e6 as AnyClock;

const outline = () =>
  [
    `# ${words(2)}`,
    `instructor: ${words(2)}`,
    `## ${words(1)}: 3 rounds, 40/20`,
    ...[1, 2, 3].map(() => `- ${words(2)} | needs ${word()}, ${word()} | easier: ${words(2)} | note: ${words(2)}`),
    `## ${words(1)}: talk 0:30`,
    `## ${words(1)}: hold 30`,
    `- ${words(2)} | hold 20 | from round 2: ${words(2)}`,
  ].join('\n');
const plan = () => readOutline(outline()).value;
const exercises = () =>
  LIBRARY.slice(0, 3).map((e) => ({ ...e, name: words(2), setUp: words(3), form: words(3), caution: words(2) }));
const segments = compile(readOutline('# T\n## Main: 2 rounds, 40/20\n- Squat\n- Row').value).segments;
/** Comments, instructions, and what stands inside of tags. */
const COMMENTS = /<!--[\s\S]*?(?:-->|$)|<\?[\s\S]*?(?:\?>|$)|<[^>]*>/g;

export const TARGETS: readonly Target[] = [
  ...(['vtt', 'srt', 'paragraphs', 'ttml', 'words-json', 'csv'] as const).map((format): Target => {
    const text = writeTranscript(format === 'vtt' || format === 'words-json' ? timed : plain(), format, LENGTH);
    return {
      name: format,
      text,
      read: readTranscript,
      notWords:
        format === 'ttml' ? COMMENTS : format === 'vtt' ? /^(NOTE|STYLE|REGION)\b[\s\S]*?(?=\n\s*\n|$)/gm : null,
    };
  }),
  { name: 'outline', text: outline(), read: readPlan, notWords: /^\s*\/\/.*$/gm },
  { name: 'plan JSON', text: writePlanJson(plan()), read: readPlan, notWords: null },
  {
    name: 'script',
    text: `## Squat\n${words(4)}\n${words(3)}\n## Row\n${words(4)}\n`,
    read: (text) => readScript(text, segments),
    notWords: null,
  },
  { name: 'exercises CSV', text: writeExercisesCsv(exercises()), read: readExercises, notWords: null },
  { name: 'exercises JSON', text: writeExercisesJson(exercises()), read: readExercises, notWords: null },
];

const BITS = [
  '\n', '\n\n', '\r', ' ', ',', '"', "'", '<', '>', '</p>', '<!--', '-->', '->', '{', '}', '[', ']', ':', ';', '|', '#',
  '# ', '## ', '- ', '//', '&', '&amp;', '&lt;', '\\', '\t', '1', '00:00:01,000 --> 00:00:02,000', 'NOTE ', '\u0000',
  '\ud800', '\ufeff', '=', '(', ')', '[0:09]', '0:07', 'é', '—', '🐝', '-1', '1e9', 'null',
]; // prettier-ignore

/** A file with one to four random damages: bits put in, stretches taken out, doubled or moved, lines joined. */
export function damaged(text: string, roll: Dice): string {
  let now = text;
  for (let n = 1 + roll(4); n > 0; n--) {
    const at = roll(now.length + 1);
    const to = Math.min(now.length, at + 1 + roll(roll(3) === 0 ? 80 : 6));
    switch (roll(6)) {
      case 0:
      case 1:
        now = now.slice(0, at) + (BITS[roll(BITS.length)] ?? '') + now.slice(at);
        break;
      case 2:
        now = now.slice(0, at) + now.slice(to);
        break;
      case 3:
        now = now.slice(0, to) + now.slice(at, to) + now.slice(to);
        break;
      case 4: {
        const place = roll(now.length + 1);
        const piece = now.slice(at, to);
        const rest = now.slice(0, at) + now.slice(to);
        now = rest.slice(0, place) + piece + rest.slice(place);
        break;
      }
      default: {
        const lines = now.split('\n');
        const line = roll(lines.length);
        if (roll(2) === 0) lines.splice(line, 2, lines.slice(line, line + 2).join(roll(2) === 0 ? '' : ' '));
        else lines.splice(line, 1);
        now = lines.join('\n');
      }
    }
  }
  return now;
}

/** What went wrong with one damaged file: it threw, or lost words without a word about it; null: nothing. */
export function faultOf(target: Target, text: string): string | null {
  let result: ReadResult<unknown>;
  try {
    result = target.read(text);
  } catch (error) {
    return `throws ${String(error).slice(0, 120)}`;
  }
  if (result.problems.length > 0) return null;
  const value = JSON.stringify(result.value);
  const spoken = target.notWords === null ? text : text.replace(target.notWords, ' ');
  const lost = [...spoken.matchAll(/zq[0-9a-z]{4}/g)].map(([w]) => w).filter((w) => !value.includes(w));
  return lost.length === 0 ? null : `loses ${[...new Set(lost)].slice(0, 4).join(' ')} in silence`;
}
