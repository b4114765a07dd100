import type { ClauseMark } from '../language/clause-mark.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';

/** A call is taken back within so many clauses. */
const REACH_CLAUSES = 3;

/** Marks by which a clause calls a change. */
const CALLS: ReadonlySet<ClauseMark> = new Set(['go', 'stop', 'thatsIt', 'countdown', 'countIn', 'sequence', 'leadIn']);
/** Of these, those that make the change now: only such a call can come too early. */
const NOW: ReadonlySet<ClauseMark> = new Set(['go', 'countdown', 'countIn']);

/** The marks that are left of clauses, and which clauses called a change that was taken back. */
interface Standing {
  readonly marks: readonly (readonly ClauseMark[])[];
  readonly takenBack: ReadonlySet<number>;
}

/**
 * A change that is counted in too early is taken back at once: `No, stay`, `not yet` (common practice). What called it
 * calls nothing then. `texts` are the normalised words of the clauses.
 */
export function withoutTakenBack(
  texts: readonly string[],
  marks: readonly (readonly ClauseMark[])[],
  language: LanguageCode,
): Standing {
  const { takenBack } = languageOf(language).clauses;
  const left = [...marks];
  const gone = new Set<number>();
  for (const [c, text] of texts.entries()) {
    if (!takenBack.test(text)) continue;
    const from = Math.max(0, c - REACH_CLAUSES);
    if (!left.slice(from, c).some((own) => own.some((m) => NOW.has(m)))) continue;
    for (let b = from; b <= c; b++) {
      left[b] = left[b]!.filter((m) => !CALLS.has(m));
      if (b < c) gone.add(b);
    }
  }
  return { marks: left, takenBack: gone };
}
