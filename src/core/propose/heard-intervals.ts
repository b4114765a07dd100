import type { ExerciseBook } from '../exercise/library.ts';
import { languageOf } from '../language/languages.ts';
import { type Micros, micros } from '../time/micros.ts';
import { type Clause, clauseText } from '../transcript/clauses.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { type SpokenName, spokenNames } from './spoken-names.ts';

/** An interval as it was heard in a recording without a plan. */
export interface HeardInterval {
  readonly label: string;
  readonly start: Micros;
  readonly end: Micros;
  readonly side: 'left' | 'right' | null;
}

/** Names of at least three moves within this are a list: what will come, not what begins. */
const LIST_US = 9e6;
/** The same name within this is a reminder. */
const REMINDER_US = 28e6;
/** Between two names a move is done at least this long. */
const SHORTEST_US = 9e6;
const LONGEST_US = 150e6;
/** A move begins at the `go` that follows its name within this. */
const GO_REACH_US = 25e6;
/** Another side is called when the first has been done a while. */
const SIDE_AFTER_US = 10e6;
/**
 * The least sum of signs that a name begins a move: it stands alone, is led in as the next, is known to the library, is
 * said again.
 */
const ENOUGH = 1.2;
interface Event {
  readonly at: number;
  readonly label: string;
  readonly key: string;
  /** The words before it in its clause. */
  readonly lead: string;
}

/**
 * The intervals of a recording, from names that are said where something begins, calls to go and to stop, and other
 * sides. `marks` are times of signals (beeps) that begin or end something.
 */
export function intervalsIn(
  clauses: readonly Clause[],
  words: SpokenWords,
  {
    book,
    duration,
    marks = [],
  }: { readonly book: ExerciseBook; readonly duration: Micros; readonly marks?: readonly Micros[] | undefined },
): HeardInterval[] {
  const { tokens } = words;
  const { clauses: reads, proposals } = languageOf(words.language);
  const texts = clauses.map((c) => clauseText(c, tokens));
  const read = texts.map((t) => reads.marksOf(t, false));
  const at = (c: number) => tokens[clauses[c]?.from ?? 0]?.at ?? 0;
  const goes = read.flatMap((m, c) => (m.includes('go') ? [tokens[(clauses[c]?.to ?? 1) - 1]?.end ?? 0] : []));
  const stops = read.flatMap((m, c) => (m.includes('stop') || m.includes('thatsIt') ? [at(c)] : []));
  const events = namedEvents(spokenNames(clauses, words), words, read, book);
  const found: { label: string; key: string; start: number; named: number; side: 'left' | 'right' | null }[] = [];
  let e = 0;
  for (let c = 0; c < clauses.length; c++) {
    const last = found.at(-1);
    if (
      last !== undefined &&
      proposals.otherSide.test(texts[c] ?? '') &&
      at(c) - last.start > SIDE_AFTER_US &&
      found.at(-2)?.named !== last.named
    ) {
      found.push({
        ...last,
        start: at(c),
        side: last.side === 'left' ? 'right' : last.side === 'right' ? 'left' : null,
      });
    }
    while (e < events.length && events[e]!.at <= at(c)) {
      const event = events[e++]!;
      const now = found.at(-1);
      const same = now !== undefined && alike(now.key, event.key);
      const rested = now !== undefined && stops.some((s) => s > now.start + SHORTEST_US && s <= event.at + 2e6);
      if (same && (event.at - now.start < REMINDER_US || !rested)) {
        if (event.key.length > now.key.length) [now.label, now.key] = [event.label, event.key];
        continue;
      }
      if (now !== undefined && event.at - now.start < SHORTEST_US) {
        // Two names within moments are one move: the later is what is done, unless it comes after the first.
        if (proposals.joins.test(event.lead)) continue;
        [now.label, now.key] = [event.label, event.key];
        continue;
      }
      const next = (events.find((x) => x.at > event.at && !alike(x.key, event.key))?.at ?? Infinity) + 1e6;
      const begin = [...goes, ...marks]
        .filter((g) => g > event.at - 3e6 && g < Math.min(next, event.at + GO_REACH_US))
        .sort((a, b) => a - b)[0];
      found.push({ label: event.label, key: event.key, start: begin ?? event.at, named: event.at, side: null });
    }
  }
  return found.map((f, i): HeardInterval => {
    const next = found[i + 1]?.start ?? duration;
    const end = stops.find((s) => s > f.start + SHORTEST_US && s <= next + 1e6) ?? Math.min(next, f.start + LONGEST_US);
    return {
      label: f.label,
      start: micros(f.start),
      end: micros(Math.max(f.start + 1e6, Math.min(end, next, duration))),
      side: f.side,
    };
  });
}

function namedEvents(
  names: readonly SpokenName[],
  { tokens }: SpokenWords,
  read: readonly (readonly string[])[],
  book: ExerciseBook,
): Event[] {
  const at = (n: SpokenName) => tokens[n.token]?.at ?? 0;
  return names.flatMap((n): Event[] => {
    const around = names.filter((o) => Math.abs(at(o) - at(n)) <= LIST_US / 2);
    const listed = new Set(around.map((o) => o.key)).size >= 3;
    const again = names.filter((o) => o !== n && alike(o.key, n.key)).length > 0;
    const known = book.named(n.label);
    const marks = read[n.clause] ?? [];
    const worth =
      (n.alone ? 1 : 0) +
      (n.leads ? 0.7 : 0) +
      (marks.includes('sequence') ? 0.7 : 0) +
      (known !== null ? 0.5 : 0) +
      (again ? 0.5 : 0) -
      (listed ? 1 : 0) -
      (marks.includes('option') ? 0.4 : 0);
    return worth < ENOUGH
      ? []
      : [
          {
            at: at(n),
            label: known?.name ?? n.label,
            key: n.key,
            lead: tokens
              .slice(Math.max(0, n.token - 4), n.token)
              .map((t) => t.norm)
              .join(' '),
          },
        ];
  });
}

/** True where two names share half of their words and their last one, or one is the other cut short. */
function alike(a: string, b: string): boolean {
  const [x, y] = [a.split(' '), b.split(' ')];
  const hit = x.filter((w) => y.includes(w)).length;
  return hit / Math.min(x.length, y.length) >= 0.5 && x.at(-1) === y.at(-1);
}
