import { languageOf } from '../language/languages.ts';
import { isActive, isBreak, labelWithSide } from '../plan/segment.ts';
import { phrasesOf } from '../transcript/phrases.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { type TakeTime, asLength, moved } from '../time/micros.ts';
import { type Span, span } from '../time/span.ts';
import { writeSeconds } from '../time/typed-time.ts';
import type { Finding } from '../findings/finding.ts';
import { type Filmed, inTake } from './filmed.ts';
import type { FilmedBreak } from './filmed-breaks.ts';

/**
 * Talk that goes on so long into the work is an explanation that ran over (4 to 10 s in most classes, common practice).
 */
const INTO_WORK_US = 4e6;
/** Silences shorter than this are inside one explanation. */
const BREATH_US = 1.1e6;
/** A break this much shorter than planned leaves people behind. */
const SHORT_SHARE = 0.6;
const SHORT_LEAST_US = 4e6;

/** An explanation has at least this many words on each side of the start; fewer are a call. */
const EXPLAINS = 6;
/** An explanation has begun at least this long before the start that it runs over. */
const BEGUN_US = 3e6;
/** Words placed in a voice are looked for this far around its run. */
const WORD_REACH_US = 1e6;

/** Speech with no more than a breath in it. */
interface Run {
  readonly start: number;
  readonly end: number;
}

/** Runs of speech: by the voice where it was heard, else by words that are placed sharply. */
function runsOf(words: SpokenWords, voice: readonly Span<TakeTime>[] | null): Run[] {
  const spoken = voice ?? phrasesOf(words).filter((p) => p.sigma <= 0.6e6);
  const runs: { start: number; end: number }[] = [];
  for (const p of spoken) {
    const last = runs.at(-1);
    if (last !== undefined && p.start - last.end <= BREATH_US) last.end = Math.max(last.end, p.end);
    else runs.push({ start: p.start, end: p.end });
  }
  return runs;
}

/** Explanations that began before a worked segment and run into it. */
export function explanationsIntoWork(
  filmed: readonly Filmed[],
  spoken: SpokenWords,
  voice: readonly Span<TakeTime>[] | null,
): Finding[] {
  const runs = runsOf(spoken, voice);
  const { isCounted } = languageOf(spoken.language).forms;
  const words = (from: number, to: number) =>
    spoken.tokens.reduce((n, t) => n + (t.at >= from && t.at < to && !isCounted(t.norm) ? 1 : 0), 0);
  return filmed.flatMap(({ r, start, end }, i) => {
    const before = filmed[i - 1];
    if (!isActive(r.segment) || before === undefined || isActive(before.r.segment)) return [];
    const run = runs.find((x) => x.start <= start - BEGUN_US && x.end >= start + INTO_WORK_US);
    if (run === undefined) return [];
    const over = Math.min(run.end, end) - start;
    const from = Math.max(run.start, before.start);
    if (words(from - WORD_REACH_US, start) < EXPLAINS || words(start, start + over + WORD_REACH_US) < EXPLAINS)
      return [];
    const overUs = asLength(over);
    const label = `Cut the ${writeSeconds(overUs)} s of talk out of the work`;
    const fixes = [{ kind: 'remove-spans', label, spans: [span(start, moved(start, over))] }] as const;
    const facts = { move: labelWithSide(r.segment), overUs, start };
    const place = { segment: r.segment, at: start, certainty: r.placed * 0.8, fixes };
    return [inTake('explanation-into-work', facts, place)];
  });
}

/** Breaks that were much shorter than planned. */
export function shortBreaks(breaks: readonly FilmedBreak[]): Finding[] {
  return breaks.flatMap(({ segment, recorded: { start, end }, plannedUs, placed }) => {
    const shortUs = plannedUs - (end - start);
    if (
      !isBreak(segment) ||
      segment.kind === 'change-over' ||
      end - start >= plannedUs * SHORT_SHARE ||
      shortUs < SHORT_LEAST_US
    )
      return [];
    const facts = { name: segment.label, lengthUs: asLength(end - start), plannedUs };
    const certainty = placed * (1 - Math.exp(-shortUs / 6e6));
    return [inTake('break-short', facts, { segment, at: start, certainty })];
  });
}
