import type { ClauseReading } from '../calls/read-clauses.ts';
import type { Heard } from '../calls/detect-calls.ts';
import type { Clause } from '../transcript/clauses.ts';
import type { Token } from '../transcript/transcript.ts';

/** A boundary is moved to a call no further than this. */
const REACH_US = 2.6e6;
/** What is said ends what was, a moment after the word begins; what is named begins a moment before. */
const STOP_US = 250_000;
const NAME_US = -100_000;
const GO_US = 50_000;
/** Silence longer than this hides where in it something ended. */
const LONG_SILENCE_US = 7e6;
const BEEP_REACH_US = 1.6e6;

/** What stands at a boundary: the gap it lies in, and whether work ends there. */
interface Edge {
  readonly gap: number;
  readonly us: number;
  readonly afterWork: boolean;
}

/** The words of a take as they were read and heard. */
interface SaidNear {
  readonly clauses: readonly Clause[];
  readonly readings: readonly ClauseReading[];
  readonly tokens: readonly Token[];
  readonly heard: readonly Heard[];
}

/**
 * Where words have times of their own, a boundary lies by the call at it: a beat after a countdown, at the end of `go`,
 * where `and rest` or a name begins, else where the next words begin. A signal of the timer is sharper than any word.
 */
export function sharpened(edge: Edge, { clauses, readings, tokens, heard }: SaidNear): number {
  const near = (us: number, reach = REACH_US) => Math.abs(us - edge.us) <= reach;
  const signal = heard
    .filter((h) => h.kind === 'beep' && near(h.at, BEEP_REACH_US))
    .sort((a, b) => Math.abs(a.at - edge.us) - Math.abs(b.at - edge.us))[0];
  if (signal !== undefined) return signal.at;
  const counted = heard
    .filter((h) => h.kind === 'countdown' && near(h.at))
    .sort((a, b) => Math.abs(a.at - edge.us) - Math.abs(b.at - edge.us))[0];
  const [a, b] = [clauses[edge.gap - 1], clauses[edge.gap]];
  const [before, after] = [readings[edge.gap - 1], readings[edge.gap]];
  const endA = a === undefined ? null : (tokens[a.to - 1]?.end ?? null);
  const startA = a === undefined ? null : (tokens[a.from]?.at ?? null);
  const startB = b === undefined ? null : (tokens[b.from]?.at ?? null);
  // The gap is known: a name that begins the next words begins what follows, however long nobody spoke.
  if (
    !edge.afterWork &&
    before?.marks.includes('go') !== true &&
    after !== undefined &&
    after.names.length > 0 &&
    startB !== null &&
    counted === undefined
  )
    return startB + NAME_US;
  const candidates: (number | null)[] = [
    edge.afterWork && after?.marks.includes('stop') === true && startB !== null ? startB + STOP_US : null,
    before?.marks.includes('stop') === true && edge.afterWork && startA !== null ? startA + STOP_US : null,
    before?.marks.includes('go') === true && endA !== null ? endA + GO_US : null,
    counted?.at ?? null,
    before !== undefined &&
    before.names.length > 0 &&
    !edge.afterWork &&
    startA !== null &&
    before.marks.includes('short')
      ? startA + NAME_US
      : null,
    // After a break the last word begins the work, unless the next names it.
    !edge.afterWork &&
    endA !== null &&
    before?.marks.includes('short') === true &&
    (after === undefined || after.names.length === 0)
      ? endA + GO_US
      : null,
    startB !== null && endA !== null && startB - endA < LONG_SILENCE_US ? startB + NAME_US : null,
  ];
  for (const at of candidates) if (at !== null && near(at)) return at;
  return edge.us;
}
