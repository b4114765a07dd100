import { FASTEST_MILLI_BPM, SLOWEST_MILLI_BPM } from '../../core/plan/dose.ts';
import { type Cueing, POSITIONS, type Position, type SidePolicy } from '../../core/plan/plan.ts';
import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import type { Say } from '../problem.ts';
import { type Length, type Micros, fromSeconds } from '../../core/time/micros.ts';
import { readTypedTime, writeTime } from '../../core/time/typed-time.ts';

/** What a switch in the middle of an interval costs when the outline does not say: 4 s (common practice 4–6 s). */
const DEFAULT_SWITCH_US = fromSeconds(4);

const SPECIAL = /[\\|:,]/g;

/** Puts a backslash before the characters that separate fields. */
export function escapeField(text: string): string {
  return text
    .replace(/\s+/g, ' ')
    .trim()
    .replace(SPECIAL, (c) => '\\' + c);
}

export function unescapeField(text: string): string {
  return text.replace(/\\(.)/g, '$1').trim();
}

/** Splits at a separator that has no backslash before it. */
export function splitField(text: string, separator: string): string[] {
  const parts: string[] = [];
  let part = '';
  for (let i = 0; i < text.length; i++) {
    const c = text[i]!;
    if (c === '\\' && i + 1 < text.length) {
      part += c + text[i + 1]!;
      i++;
    } else if (c === separator) {
      parts.push(part);
      part = '';
    } else part += c;
  }
  parts.push(part);
  return parts;
}

/** `key: value` or `key value` to its parts, the key in lower case. */
export function keyAndValue(text: string, keys: readonly string[]): { key: string; value: string } | null {
  const clean = text.trim();
  for (const key of keys) {
    if (clean.toLowerCase().startsWith(key) && /^(\s*:|\s|$)/.test(clean.slice(key.length))) {
      return { key, value: clean.slice(key.length).replace(/^\s*:?\s*/, '') };
    }
  }
  return null;
}

export function readTime(text: string): Length | null {
  const read = readTypedTime(text);
  return read.ok ? read.time : null;
}

/** Exact to the microsecond: `0:40`, else decimal seconds such as `7.142857`. */
export function writeExact(time: Micros): string {
  if (time % 100_000 === 0) return writeTime(time);
  return String(time / 1e6);
}

/** `own`, `half 5`, `alternate`, `rounds`, `both`, `left only`, each with `right first` where it is so. */
export function readSides(text: string): SidePolicy | null {
  const words = text.trim().toLowerCase().replace(/\s+/g, ' ');
  const first = /\bright first\b/.test(words) ? 'right' : 'left';
  const rest = words
    .replace(/\b(left|right) first\b/, '')
    .replace(/(?<=\S) sides$/, '')
    .trim();
  if (/^(both|none|no sides)$/.test(rest)) return { kind: 'both' };
  const only = /^(?:(left|right) (?:side )?only|only (left|right))$/.exec(rest);
  if (only !== null) return { kind: 'one', first: (only[1] ?? only[2]) === 'right' ? 'right' : 'left' };
  if (/^(own|own interval per side|each side|per side|each)$/.test(rest)) return { kind: 'own', first };
  if (/^(alternate|alternating|alternate each rep)$/.test(rest)) return { kind: 'alternate', first };
  if (/^(rounds|by round|other side in the other round|other side each round)$/.test(rest))
    return { kind: 'rounds', first };
  const half = /^(?:half|switch at half(?:-time)?|switch)(?:\s+(\S+))?$/.exec(rest);
  if (half === null) return null;
  const changeUs = half[1] === undefined ? DEFAULT_SWITCH_US : readTime(half[1]);
  return changeUs === null ? null : { kind: 'half', first, changeUs };
}

export function writeSides(sides: SidePolicy): string {
  if (sides.kind === 'one') return `${sides.first} only`;
  const first = sides.kind !== 'both' && sides.first === 'right' ? ' right first' : '';
  return sides.kind === 'half' ? `half ${writeExact(sides.changeUs)}${first}` : sides.kind + first;
}

export function readPosition(text: string): Position | null {
  const clean = text.trim().toLowerCase();
  return POSITIONS.find((p) => p === clean) ?? null;
}

export function readCueing(text: string): Cueing | null {
  const clean = text.trim().toLowerCase();
  if (clean === 'mirrored' || clean === 'mirror') return 'mirrored';
  return clean === 'own' || clean === 'own side' || clean === 'own-side' ? 'own' : null;
}

/** Props of a move, as many and as long as a plan may hold. */
export function readNeeds(value: string, say: Say): string[] {
  const all = splitField(value, ',')
    .map(unescapeField)
    .filter((n) => n !== '');
  const { needs: most, needLength } = PLAN_LIMITS;
  if (all.length > most) say(`A move has at most ${most} props; ${all.length - most} were left out.`);
  if (all.some((n) => n.length > needLength)) say(`The name of a prop has at most ${needLength} letters; it was cut.`);
  return all.slice(0, most).map((n) => n.slice(0, needLength).toWellFormed());
}

/** Beats a minute in thousandths; null where nobody moves to it. */
export function readTempo(text: string | undefined): number | null {
  const milliBpm = Math.round(Number(text) * 1000);
  return milliBpm >= SLOWEST_MILLI_BPM && milliBpm <= FASTEST_MILLI_BPM ? milliBpm : null;
}
