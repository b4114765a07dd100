import { readTempo } from './outline-fields.ts';
import { BUILD_UPS, readSteps, stepLetters } from '../../core/plan/choreography.ts';
import { BREATH_US } from '../../core/plan/dose.ts';
import { type Scheme } from '../../core/plan/plan.ts';
import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import { tempoLength } from '../../core/plan/scheme.ts';
import { type Length, ZERO, asLength } from '../../core/time/micros.ts';
import { readTime, writeExact } from './outline-fields.ts';
import type { Pace } from '../../core/plan/dose.ts';

const TIME = '([\\d:.,]+[hms]?)';

/**
 * One setting of a block that says how it is timed: `40/20`, `20/10 x 8`, `pairs 40/20`, `emom 1:00 work 40`,
 * `ladder 20-30-40 rest 10`, `reps 10 tempo 3-1-1-0 rest 30`, `reps 12 pace 3`, `counts 32 at 126 rest 8`,
 * `hold 30 change 6`, `flow 2:00`, or a bare length for talk, set-up and water. Null where it is none of these.
 */
export function readScheme(text: string, plain: boolean): Scheme | null {
  const clean = text.trim().toLowerCase().replace(/\s+/g, ' ');
  const match = (pattern: string) => new RegExp(`^${pattern}$`).exec(clean);
  const time = (value: string | undefined, missing: Length = ZERO) => (value === undefined ? missing : readTime(value));
  let m = match(`(pairs? )?${TIME} ?/ ?${TIME}(?: ?[x×] ?(\\d{1,3}))?(?: rest ${TIME})?`);
  if (m !== null) {
    const [first, second, rest] = [time(m[2]), time(m[3]), time(m[5])];
    if (first === null || second === null || rest === null) return null;
    if (m[1] !== undefined)
      return m[4] === undefined ? { kind: 'pair', firstUs: first, secondUs: second, restUs: rest } : null;
    if (m[5] !== undefined || Number(m[4] ?? 1) < 1 || Number(m[4] ?? 1) > PLAN_LIMITS.sets) return null;
    return { kind: 'interval', workUs: first, restUs: second, sets: Number(m[4] ?? 1) };
  }
  if ((m = match(`emom ${TIME}(?: work ${TIME})?`)) !== null) {
    const periodUs = time(m[1]);
    const workUs = m[2] === undefined && periodUs !== null ? asLength(periodUs * 0.75) : time(m[2]);
    return periodUs === null || workUs === null || workUs > periodUs ? null : { kind: 'emom', periodUs, workUs };
  }
  if (
    (m = match(
      `(?:ladder|pyramid) (?:reps )?(\\d{1,3}(?: ?- ?\\d{1,3})+)(?: reps)? (?:tempo (\\S+)|pace ${TIME}` +
        `)(?: rest ${TIME})?`,
    )) !== null
  )
    return readCountedLadder(m);
  if ((m = match(`(?:ladder|pyramid) ([\\d:.]+(?: ?- ?[\\d:.]+)+)(?: rest ${TIME})?`)) !== null) {
    const works = (m[1] ?? '').split('-').map((part) => readTime(part));
    const restUs = time(m[2]);
    return restUs === null || works.some((w) => w === null)
      ? null
      : { kind: 'ladder', worksUs: works as Length[], restUs };
  }
  if ((m = match(`reps (\\d{1,4}) (?:tempo (\\S+)|pace ${TIME})(?: rest ${TIME})?`)) !== null) {
    const repUs = m[2] === undefined ? time(m[3]) : tempoLength(m[2]);
    const restUs = time(m[4]);
    if (repUs === null || restUs === null || Number(m[1]) < 1) return null;
    return { kind: 'reps', reps: Number(m[1]), repUs, tempo: m[2] ?? null, restUs };
  }
  if ((m = match(`counts (\\d{1,4}) at (\\d{2,3}(?:\\.\\d{1,3})?)(?: rest ${TIME})?`)) !== null) {
    const restUs = time(m[3]);
    const milliBpm = readTempo(m[2]);
    if (milliBpm === null) return null;
    return restUs === null || Number(m[1]) < 1 ? null : { kind: 'counts', counts: Number(m[1]), milliBpm, restUs };
  }
  if ((m = match(`(?:choreography|combination) (.+?) at (\\d{2,3}(?:\\.\\d{1,3})?)`)) !== null)
    return readChoreography(m[1] ?? '', readTempo(m[2]));
  if ((m = match(`holds? (\\d{1,3}) breaths?(?: (?:change )?${TIME})?`)) !== null) {
    const changeUs = time(m[2]);
    return changeUs === null ? null : { kind: 'hold', holdUs: asLength(Number(m[1]) * BREATH_US), changeUs };
  }
  if ((m = match(`holds? ${TIME}(?: (?:change )?${TIME})?`)) !== null) {
    const [holdUs, changeUs] = [time(m[1]), time(m[2])];
    return holdUs === null || changeUs === null ? null : { kind: 'hold', holdUs, changeUs };
  }
  if ((m = match(`flow ${TIME}`)) !== null) {
    const lengthUs = time(m[1]);
    return lengthUs === null ? null : { kind: 'flow', lengthUs };
  }
  if (plain) {
    const lengthUs = readTime(clean);
    return lengthUs === null ? null : { kind: 'plain', lengthUs };
  }
  return null;
}

/** Longest length that a plan may hold. */
const LONGEST_US = 86_400e6;

/** `ladder reps 15-12-9-6 pace 3 rest 30`. */
function readCountedLadder(m: RegExpExecArray): Scheme | null {
  const reps = (m[1] ?? '').split('-').map(Number);
  const repUs = m[2] === undefined ? readTime(m[3] ?? '') : tempoLength(m[2]);
  const restUs = m[4] === undefined ? ZERO : readTime(m[4]);
  if (repUs === null || restUs === null || reps.some((n) => n < 1) || reps.length > PLAN_LIMITS.sets) return null;
  const worksUs = reps.map((n) => asLength(n * repUs));
  if (worksUs.some((us) => us > LONGEST_US)) return null;
  return { kind: 'ladder', worksUs, restUs, counted: { reps, repUs, tempo: m[2] ?? null } };
}

/** How long a repetition takes in a block, where its scheme says so. */
export function paceOf(scheme: Scheme): Pace | null {
  if (scheme.kind === 'reps') return { repUs: scheme.repUs, tempo: scheme.tempo };
  return scheme.kind === 'ladder' && scheme.counted !== undefined ? scheme.counted : null;
}

/** `add on`, `link`, `reduce`, `layer`, or the steps themselves in letters: `A B AB`. */
function readChoreography(text: string, milliBpm: number | null): Scheme | null {
  if (milliBpm === null) return null;
  const build = BUILD_UPS.find(
    (b) =>
      b ===
      text
        .trim()
        .replace(/[ -]+/g, '-')
        .replace(/^adding-on$/, 'add-on'),
  );
  if (build !== undefined && build !== 'free') return { kind: 'choreography', build, milliBpm, free: [] };
  const free = readSteps(text.replace(/^free(?: order)? /, ''));
  return free === null ? null : { kind: 'choreography', build: 'free', milliBpm, free };
}

export function writeScheme(scheme: Scheme): string {
  const rest = (us: Length) => (us === 0 ? '' : ` rest ${writeExact(us)}`);
  switch (scheme.kind) {
    case 'interval':
      return `${short(scheme.workUs)}/${short(scheme.restUs)}${scheme.sets === 1 ? '' : ` x ${scheme.sets}`}`;
    case 'pair':
      return `pairs ${short(scheme.firstUs)}/${short(scheme.secondUs)}${rest(scheme.restUs)}`;
    case 'emom':
      return `emom ${writeExact(scheme.periodUs)} work ${writeExact(scheme.workUs)}`;
    case 'ladder':
      if (scheme.counted !== undefined) {
        const { reps, repUs, tempo } = scheme.counted;
        return (
          `ladder reps ${reps.join('-')} ${tempo === null ? `pace ${writeExact(repUs)}` : `tempo ${tempo}`}` +
          `${rest(scheme.restUs)}`
        );
      }
      return `ladder ${scheme.worksUs.map(short).join('-')}${rest(scheme.restUs)}`;
    case 'reps': {
      const speed = scheme.tempo === null ? `pace ${writeExact(scheme.repUs)}` : `tempo ${scheme.tempo}`;
      return `reps ${scheme.reps} ${speed}${rest(scheme.restUs)}`;
    }
    case 'counts':
      return `counts ${scheme.counts} at ${scheme.milliBpm / 1000}${rest(scheme.restUs)}`;
    case 'choreography': {
      const steps = scheme.free.map((elements) => stepLetters({ elements, times: 1 })).join(' ');
      return (
        `choreography ${scheme.build === 'free' ? steps : scheme.build.replace('-', ' ')} ` +
        `at ${scheme.milliBpm / 1000}`
      );
    }
    case 'hold': {
      const change = scheme.changeUs === 0 ? '' : ` change ${writeExact(scheme.changeUs)}`;
      return `hold ${writeExact(scheme.holdUs)}${change}`;
    }
    case 'flow':
      return `flow ${writeExact(scheme.lengthUs)}`;
    case 'plain':
      return writeExact(scheme.lengthUs);
  }
}

/** Seconds without a colon below two minutes, as interval people write them: `40`, `90`. */
function short(us: Length): string {
  return us < 120e6 ? String(us / 1e6) : writeExact(us);
}
