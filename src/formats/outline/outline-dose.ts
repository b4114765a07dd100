import { type Pace } from '../../core/plan/dose.ts';
import { type Dose, type Phase, type Range, aboutRange } from '../../core/plan/dose.ts';
import { type Move } from '../../core/plan/plan.ts';
import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import { tempoLength } from '../../core/plan/scheme.ts';
import { fromSeconds } from '../../core/time/micros.ts';
import { readTempo } from './outline-fields.ts';
import { escapeField, readTime, splitField, unescapeField, writeExact } from './outline-fields.ts';

/** How long a repetition takes where neither tempo nor pace is said (common practice: 3 to 5 s). */
const USUAL_REP_US = fromSeconds(4);

/** A dose as it was read; `assumed` says what was taken that was not written. */
interface ReadDose {
  readonly dose: Dose;
  /** `reps 10 each side`: each side has its interval. */
  readonly eachSide: boolean;
  readonly assumed: string | null;
}

const MOST_BREATHS = 999;
const LONGEST_PHASE_NAME = 200;

const NUMBER = '(\\d{1,4})';

/**
 * `counts 16`, `counts 16 at 126`, `reps 10`, `reps 10 each side tempo 3-1-1`, `10 reps pace 4`, `breaths 3`, `hold 3
 * breaths`; null where it is none of these. `pace` is that of repetitions of which none is said; null: the usual.
 */
export function readDose(text: string, pace: Pace | null = null): ReadDose | null {
  const clean = text.trim().toLowerCase().replace(/\s+/g, ' ');
  const match = (pattern: string) => new RegExp(`^${pattern}$`).exec(clean);
  const counts = match(`(?:counts ${NUMBER}|${NUMBER} counts)(?: at (\\d{2,3}(?:\\.\\d{1,3})?))?`);
  if (counts !== null) {
    const n = Number(counts[1] ?? counts[2]);
    const milliBpm = counts[3] === undefined ? null : readTempo(counts[3]);
    if (counts[3] !== undefined && milliBpm === null) return null;
    return n < 1 ? null : { dose: { kind: 'counts', counts: n, milliBpm }, eachSide: false, assumed: null };
  }
  const breaths = match(`(?:(?:hold |breaths )${NUMBER}(?: breaths?)?|${NUMBER} breaths?)`);
  if (breaths !== null && /breath/.test(clean)) {
    const n = Number(breaths[1] ?? breaths[2]);
    return n < 1 || n > MOST_BREATHS ? null : { dose: { kind: 'breaths', breaths: n }, eachSide: false, assumed: null };
  }
  const reps = match(
    `(?:reps ${NUMBER}|${NUMBER} reps)(?: (each side|per side))?(?: (?:tempo (\\S+)|pace ([\\d:.]+s?)))?`,
  );
  if (reps === null) return null;
  const n = Number(reps[1] ?? reps[2]);
  const repUs =
    reps[4] !== undefined
      ? tempoLength(reps[4])
      : reps[5] !== undefined
        ? readTime(reps[5])
        : (pace?.repUs ?? USUAL_REP_US);
  if (n < 1 || repUs === null) return null;
  const unsaid = reps[4] === undefined && reps[5] === undefined;
  const bare = unsaid && pace === null;
  return {
    dose: { kind: 'reps', reps: n, repUs, tempo: reps[4] ?? (unsaid ? (pace?.tempo ?? null) : null) },
    eachSide: reps[3] !== undefined,
    assumed: bare ? `${n} repetitions have no pace; 4 s each were taken. Write “tempo 3-1-1” or “pace 4”.` : null,
  };
}

export function writeDose(dose: Dose): string {
  switch (dose.kind) {
    case 'counts':
      return `counts ${dose.counts}${dose.milliBpm === null ? '' : ` at ${dose.milliBpm / 1000}`}`;
    case 'reps':
      return `reps ${dose.reps} ${dose.tempo === null ? `pace ${writeExact(dose.repUs)}` : `tempo ${dose.tempo}`}`;
    case 'breaths':
      return `breaths ${dose.breaths}`;
  }
}

/** `0:20-0:40`: a length that lies between two; null where it is none, or the second is shorter. */
export function readRange(text: string): Range | null {
  const match = /^([\d:.]+s?)\s?(?:-|–|to)\s?([\d:.]+s?)$/.exec(text.trim().toLowerCase());
  const [leastUs, mostUs] = [readTime(match?.[1] ?? ''), readTime(match?.[2] ?? '')];
  return leastUs === null || mostUs === null || mostUs < leastUs ? null : { leastUs, mostUs };
}

export function writeRange({ leastUs, mostUs }: Range): string {
  return `${writeExact(leastUs)}-${writeExact(mostUs)}`;
}

/** `about 0:30`: its length and a quarter of it either way; null where it is none. */
export function readAbout(text: string): Range | null {
  const match = /^(?:about|around|some) ([\d:.]+s?)$/.exec(text.trim().toLowerCase());
  const us = match === null ? null : readTime(match[1] ?? '');
  return us === null ? null : aboutRange(us);
}

/** `slow 0:20, tempo 0:20 at 85 %, pulses 10`: a name and a length each; null where one has none. */
function readPhases(text: string): Phase[] | null {
  const phases = splitField(text, ',').map((part): Phase | null => {
    const match = /^(.*\S)\s+([\d:.]+s?)(?:\s+at\s+(\d{1,3})\s?%)?$/i.exec(part.trim());
    const lengthUs = match === null ? null : readTime(match[2] ?? '');
    const effort = match?.[3] === undefined ? null : Number(match[3]);
    const name = unescapeField(match?.[1] ?? '');
    if (match === null || name === '' || name.length > LONGEST_PHASE_NAME) return null;
    if (lengthUs === null || (effort !== null && (effort < 1 || effort > 100))) return null;
    return { name, lengthUs, effortPercent: effort };
  });
  const all = phases.filter((p): p is Phase => p !== null);
  return all.length === phases.length && all.length > 0 && all.length <= PLAN_LIMITS.phases ? all : null;
}

function writePhases(phases: readonly Phase[]): string {
  return phases
    .map(
      (p) =>
        `${escapeField(p.name)} ${writeExact(p.lengthUs)}${p.effortPercent === null ? '' : ` at ${p.effortPercent} %`}`,
    )
    .join(', ');
}

/** What a move has of its own instead of the scheme's length. */
export const MEASURES = ['dose', 'phases', 'range'] as const;
type Measure = Pick<Move, (typeof MEASURES)[number]>;

/**
 * `counts 16`, `reps 10 tempo 3-1-1`, `3 breaths`, `about 0:30`, `0:20-0:40`, `phases: slow 20, pulses 10`; null: it is
 * none of these.
 */
export function readMeasure(text: string): Measure | null {
  const clean = text.trim();
  const dose = readDose(clean)?.dose;
  if (dose !== undefined) return { dose };
  const range = readRange(clean) ?? readAbout(clean);
  if (range !== null) return { range };
  const phases = readPhases(clean.replace(/^phases\s*:?\s*/i, ''));
  return phases !== null && /^phases\b/i.test(clean) ? { phases } : null;
}

export function writeMeasure({ dose, phases, range }: Measure): string {
  if (phases !== undefined) return `phases: ${writePhases(phases)}`;
  if (dose !== undefined) return writeDose(dose);
  return range === undefined ? '' : writeRange(range);
}
