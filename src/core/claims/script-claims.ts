import type { LanguageCode } from '../language/languages.ts';
import type { Plan } from '../plan/plan.ts';
import type { PlannedSegment } from '../plan/segment.ts';
import type { PlacedLine } from '../script/placed-line.ts';
import { wordShares } from '../speech/line-time.ts';
import { normalise } from '../language/normalise.ts';
import type { SpokenWords, Token } from '../transcript/transcript.ts';
import { type Micros, type PlanTime, fromSeconds, micros, moved } from '../time/micros.ts';
import { checkClaims } from './check-claims.ts';
import type { Claim, Said } from './claim.ts';
import { type Vocabulary, readClaims } from './read-claims.ts';
import { plannedClass, vocabularyOf } from './class-timeline.ts';

/** A claim of a script, with the line it is made in. */
export interface ScriptClaim extends Claim<PlanTime> {
  readonly line: PlacedLine<PlanTime>;
}

/** A planned line is said within this of where it stands. */
const PLANNED_SIGMA = fromSeconds(0.2);
/** A line is read once as if it lasted this long; where it really stands its times are stretched. */
const READ_US = 1e6;
const MOST_READ = 10_000;

/** The words of a line as if it were said from 0 to READ_US. A line always ends its sentence. */
function wordsOfLine(text: string, language: LanguageCode): SpokenWords {
  const words = text.split(/[\s-]+/).filter((word) => normalise(word) !== '');
  const shares = wordShares(words, language);
  let at = 0;
  const tokens = words.map((word, i): Token => {
    const start = at;
    at += (shares[i] ?? 0) * READ_US;
    const last = i === words.length - 1;
    return {
      text: last && !/[.!?…]["”’)]*$/.test(word) ? `${word}.` : word,
      norm: normalise(word),
      at: micros(start),
      end: micros(at),
      sigma: PLANNED_SIGMA,
      cue: 0,
      word: 0,
    };
  });
  return { tokens, language };
}

// What a line claims depends on its words and the class's own; while somebody types only one line of thousands is new.
let read = { of: '', lines: new Map<string, readonly Said[]>() };

function readLine(text: string, vocabulary: Vocabulary, language: LanguageCode): readonly Said[] {
  const of = language + JSON.stringify(vocabulary);
  if (read.of !== of || read.lines.size > MOST_READ) read = { of, lines: new Map() };
  let said = read.lines.get(text);
  if (said === undefined) read.lines.set(text, (said = readClaims(wordsOfLine(text, language), vocabulary)));
  return said;
}

/**
 * What the written lines of a script claim, checked against the compiled class. The program's own calls are true by the
 * way they are made.
 */
export function scriptClaims(
  plan: Plan,
  segments: readonly PlannedSegment[],
  lines: readonly PlacedLine<PlanTime>[],
): ScriptClaim[] {
  const language = plan.language ?? 'en';
  const vocabulary = vocabularyOf(plan, language);
  const placed = lines
    .filter((line) => line.cueId !== null)
    .flatMap((line) =>
      readLine(line.text, vocabulary, language).map((said) => {
        const on = (us: number) => moved(line.start, (us / READ_US) * (line.end - line.start));
        return { line, said: { ...said, at: on(said.at), end: on(said.end) } };
      }),
    );
  // Checking leaves out what the plan says nothing about; the time tells which line a claim came from, for lines do not
  // overlap.
  const byTime = new Map<Micros, (typeof placed)[number]>(placed.map((p) => [p.said.at, p]));
  return checkClaims(
    placed.map((p) => p.said),
    plannedClass(plan, segments),
  ).flatMap((claim) => {
    const from = byTime.get(claim.at);
    return from === undefined ? [] : [{ ...claim, at: from.said.at, line: from.line }];
  });
}
