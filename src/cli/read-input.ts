import { type Compiled, compile } from '../core/plan/compile.ts';
import type { Plan } from '../core/plan/plan.ts';
import type { TakeSound } from '../core/signal/take-sound.ts';
import type { LanguageCode } from '../core/language/languages.ts';
import { type Transcript, inLanguage } from '../core/transcript/transcript.ts';
import { type TakeTime, takeTime } from '../core/time/micros.ts';
import { readTypedTime } from '../core/time/typed-time.ts';
import { readPlan } from '../formats/plan-reader.ts';
import type { ReadProblem } from '../formats/problem.ts';
import { pastTheEnd } from '../formats/transcript-problem.ts';
import { readTranscript } from '../formats/transcript-reader.ts';
import { CliError } from './answer.ts';

/** What was heard in a recording, and how long it lasts. */
export interface HeardFile {
  readonly duration: TakeTime;
  readonly sound: TakeSound;
}

const place = (p: ReadProblem) => (p.line > 0 ? `line ${p.line}: ${p.message}` : p.message);

/** A plan with its segments. Throws CliError where it cannot be used. */
export function planOf(text: string): { plan: Plan; compiled: Compiled; notes: string[] } {
  const { value, problems } = readPlan(text);
  const fatal =
    problems.find((p) => p.line === 0 && p.severity === 'error') ?? problems.find((p) => p.code === 'too-many');
  if (value === null || fatal !== undefined) throw new CliError(place(fatal ?? problems[0]!));
  const compiled = compile(value);
  if (compiled.segments.length === 0) throw new CliError(compiled.problems[0]?.message ?? 'The plan holds no time.');
  return { plan: value, compiled, notes: [...problems.map(place), ...compiled.problems.map((p) => p.message)] };
}

/** A transcript with the length of its take: as it was given, heard, or a little past its last word. */
export function transcriptOf(
  text: string,
  duration: string | undefined,
  { heard = null, language }: { readonly heard?: HeardFile | null; readonly language?: LanguageCode | undefined } = {},
): { transcript: Transcript; duration: TakeTime; notes: string[] } {
  const { value, problems } = readTranscript(text);
  const fatal = problems.find((p) => p.line === 0 && p.severity === 'error');
  if (value.cues.length === 0) throw new CliError(place(fatal ?? problems[0]!));
  const last = Math.max(...value.cues.map((cue) => cue.end));
  const given = duration === undefined ? null : readTypedTime(duration);
  if (given !== null && (!given.ok || given.time <= 0))
    throw new CliError(given.ok ? 'The duration must be above 0.' : `--duration: ${given.message}`);
  const length = takeTime(given?.ok ? given.time : (heard?.duration ?? last + 3e6));
  return {
    transcript: inLanguage(value, language),
    duration: length,
    notes: [...problems, ...pastTheEnd(value.cues, length)].map(place),
  };
}
