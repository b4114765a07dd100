import { type LanguageCode, languageOf } from '../language/languages.ts';
import { type Segment, isActive } from '../plan/segment.ts';
import { type Length, type Micros, asLength, fromSeconds } from '../time/micros.ts';
import { type CallMeans, type WantedCall, wantedCalls } from './calls.ts';
import { CALL_KINDS, type CallKind, WORDED_CALLS } from '../language/call-kind.ts';
import { type CallRules, type Cue, DEFAULT_CALLS, type Script } from './cue.ts';
import { groupBy } from './group-by.ts';
import { callOf } from './schedule.ts';
import { type DroppedLine, type PlacedLine, type Schedule } from './placed-line.ts';

/** The columns of the call sheet, in the order a class hears them. */
export const SHEET_COLUMNS = [
  'rest',
  'water',
  'next-up',
  'round',
  'equipment',
  'set-up',
  'option',
  'caution',
  'name',
  'side',
  'last-one',
  'half-way',
  'ten',
  'countdown',
] as const satisfies readonly CallKind[];

/**
 * `filled`: it is said where it should be; `late`: a written line says it too late; `no-fit`: there is no room;
 * `missing`: nobody says it.
 */
export type FieldState = 'filled' | 'missing' | 'late' | 'no-fit';

export interface SheetField {
  readonly call: CallKind;
  readonly state: FieldState;
  /** The line that says it, or the words that the program would use. */
  readonly text: string;
  readonly cueId: string | null;
  /** How late the line is, or how much too long; else 0. */
  readonly offUs: Length;
}

export interface SheetRow {
  readonly segmentIndex: number;
  /** Only the calls that are wanted here. */
  readonly fields: ReadonlyMap<CallKind, SheetField>;
}

/**
 * How late each call may be said and still help: our own judgement. Those not named may come at any time in their
 * segment.
 */
const LATEST: Readonly<Partial<Record<CallKind, Micros>>> = {
  name: fromSeconds(2),
  side: fromSeconds(3),
  'half-way': fromSeconds(2.5),
  ten: fromSeconds(2),
  'next-up': fromSeconds(4),
};

/**
 * Segments against the calls they want: which are filled, missing, late or do not fit. Rows without any wanted call are
 * left out.
 */
export function callSheet(
  segments: readonly Segment[],
  script: Script,
  { lines, dropped }: Pick<Schedule, 'lines' | 'dropped'>,
  means: CallMeans,
): SheetRow[] {
  const wanted = wantedCalls(segments, allOn(script.calls, means.plan?.language), means);
  const placed = groupBy(lines, (l) => l.segmentIndex);
  const lost = groupBy(
    dropped.filter((d) => d.segmentIndex !== null),
    (d) => d.segmentIndex!,
  );
  const cues = new Map(script.cues.map((cue) => [cue.id, cue]));
  const rows = new Map<number, Map<CallKind, SheetField>>();
  for (const call of wanted) {
    const fields = rows.get(call.segment.index) ?? new Map<CallKind, SheetField>();
    rows.set(call.segment.index, fields);
    // A countdown is several numbers and one field: the last of them decides, for it ends on the change.
    fields.set(call.call, fieldOf(call, { segments, placed, lost, cues }));
  }
  return [...rows].sort((a, b) => a[0] - b[0]).map(([segmentIndex, fields]) => ({ segmentIndex, fields }));
}

/** Calls that say what plainer ones would: `other side` tells the move and its side. */
const STANDS_FOR: Readonly<Partial<Record<PlacedLine['kind'], readonly CallKind[]>>> = {
  'other-side': ['name', 'side'],
  again: ['name'],
  'back-to': ['name'],
};

/** The class with its written lines, those that found no room, and the cues by their ids. */
interface SheetFacts {
  readonly segments: readonly Segment[];
  readonly placed: ReadonlyMap<number, PlacedLine[]>;
  readonly lost: ReadonlyMap<number, DroppedLine[]>;
  readonly cues: ReadonlyMap<string, Cue>;
}

function fieldOf(call: WantedCall, { segments, placed, lost, cues }: SheetFacts): SheetField {
  const { index } = call.segment;
  const does = (line: Pick<PlacedLine, 'kind' | 'cueId'>) => {
    const cue = line.cueId === null ? undefined : cues.get(line.cueId);
    if (cue !== undefined) return callOf(cue) === call.call;
    return line.cueId === null && (line.kind === call.call || STANDS_FOR[line.kind]?.includes(call.call) === true);
  };
  const field = (state: FieldState, text: string, cueId: string | null, offUs = 0): SheetField => ({
    call: call.call,
    state,
    text,
    cueId,
    offUs: asLength(offUs),
  });
  const said = placed.get(index)?.findLast(does);
  if (said !== undefined) {
    const off = said.cueId === null ? 0 : said.start - call.start;
    const late = LATEST[call.call];
    return field(
      late !== undefined && Math.abs(off) > late ? 'late' : 'filled',
      said.text,
      said.cueId,
      late !== undefined && Math.abs(off) > late ? Math.abs(off) : 0,
    );
  }
  const gone = lost.get(index)?.find(does);
  if (gone !== undefined) return field('no-fit', gone.text, gone.cueId, gone.missingUs);
  // What should be prepared before the move may be said in it by a written line: then it is late.
  const move = isActive(call.segment) ? undefined : segments.slice(index + 1).find(isActive);
  const inMove = move === undefined ? undefined : placed.get(move.index)?.find((l) => l.cueId !== null && does(l));
  if (move !== undefined && inMove !== undefined)
    return field('late', inMove.text, inMove.cueId, inMove.start - call.segment.end);
  return field('missing', call.text, null);
}

/** The rules with every call on and worded, to find what could be said. */
function allOn(rules: CallRules, code?: LanguageCode): CallRules {
  const { plain } = languageOf(code).calling;
  const words = Object.fromEntries(
    WORDED_CALLS.map((kind) => [
      kind,
      rules.words[kind].some((w) => w.trim() !== '') ? rules.words[kind] : plain[kind],
    ]),
  ) as CallRules['words'];
  return {
    ...rules,
    way: 'own',
    often: {},
    forced: {},
    on: DEFAULT_CALLS.on,
    words,
    countdown: rules.countdown === 'none' ? DEFAULT_CALLS.countdown : rules.countdown,
  };
}

/** Fills a column: the call is written wherever it is wanted and not yet said. */
export function fillColumn(rules: CallRules, call: CallKind, language?: LanguageCode): CallRules {
  if (rules.way !== 'own') return { ...rules, forced: { ...rules.forced, [call]: true } };
  if (call === 'countdown')
    return rules.countdown === 'none' ? { ...rules, countdown: DEFAULT_CALLS.countdown } : rules;
  const silent = !rules.words[call].some((w) => w.trim() !== '');
  return {
    ...rules,
    on: { ...rules.on, [call]: true },
    words: silent ? { ...rules.words, [call]: languageOf(language).calling.plain[call] } : rules.words,
  };
}

/** Empties a column again. */
export function emptyColumn(rules: CallRules, call: CallKind): CallRules {
  if (rules.way !== 'own') return { ...rules, forced: { ...rules.forced, [call]: false } };
  return call === 'countdown' ? { ...rules, countdown: 'none' } : { ...rules, on: { ...rules.on, [call]: false } };
}

/** True where a call is made on each occasion; in a way of calling only where somebody forced it on. */
export function isColumnOn(rules: CallRules, call: CallKind): boolean {
  if (rules.way !== 'own') return rules.forced[call] === true;
  return call === 'countdown' ? rules.countdown !== 'none' : rules.on[call];
}

/**
 * A written line that does the work of one call in one segment; null for a call that only the program can time
 * (countdown) or that no kind of line stands for.
 */
export function cueForCall(call: CallKind, segment: Segment, text: string, id: string): Cue | null {
  const of = { id, segmentKey: segment.key, text };
  const start = (seconds: number) => ({ kind: 'start', afterUs: fromSeconds(seconds) }) as const;
  switch (call) {
    case 'name':
      return { ...of, kind: 'name', anchor: start(0) };
    case 'next-up':
      return {
        ...of,
        kind: 'next-up',
        anchor: isActive(segment) ? { kind: 'end', beforeUs: fromSeconds(8) } : start(2),
      };
    case 'set-up':
    case 'option':
    case 'caution':
      return { ...of, kind: call, anchor: start(isActive(segment) ? 1 : 3) };
    case 'half-way':
      return { ...of, kind: 'time-call', anchor: { kind: 'half' } };
    case 'ten':
      return { ...of, kind: 'time-call', anchor: { kind: 'end', beforeUs: fromSeconds(10) } };
    case 'form':
    case 'breath':
      return { ...of, kind: call, anchor: start(6) };
    case 'side':
    case 'other-side':
    case 'again':
    case 'back-to':
    case 'ready':
    case 'last-rep':
    case 'reps-left':
    case 'rep-count':
    case 'equipment':
    case 'rest':
    case 'water':
    case 'last-one':
    case 'round':
    case 'countdown':
      return null;
  }
}

/** How many fields of each state a column has. */
export function columnCounts(rows: readonly SheetRow[]): ReadonlyMap<CallKind, Readonly<Record<FieldState, number>>> {
  const counts = new Map<CallKind, Record<FieldState, number>>(
    CALL_KINDS.map((kind) => [kind, { filled: 0, missing: 0, late: 0, 'no-fit': 0 }]),
  );
  for (const row of rows) for (const [kind, field] of row.fields) counts.get(kind)![field.state] += 1;
  return counts;
}
