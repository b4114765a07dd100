import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import type { RoundChange, RoundSpan } from '../../core/plan/round-change.ts';
import type { Dose } from '../../core/plan/dose.ts';
import { readDose, writeDose } from './outline-dose.ts';
import { type Pace } from '../../core/plan/dose.ts';
import { escapeField, readNeeds, readTime, unescapeField, writeExact } from './outline-fields.ts';
import type { Say } from '../problem.ts';

const EMPTY = { name: null, workUs: null, needs: null } as const;

/**
 * `from round 2: Jump squat`, `from round 2 work 30`, `from round 2 rest 20`, `from round 2 reps 12`, `from round 3
 * needs: crate, mat`; null where it is none of these. Repetitions take the pace of those before.
 */
export function readRoundChange(raw: string, say: Say, pace: Pace | null): RoundChange | null {
  const match = /^\s*from round (\d{1,3})(?:\s*:|\s+(work|rest|needs)\b\s*:?|\s+(?=\S))\s*(.*)$/i.exec(raw);
  if (match === null) return null;
  const fromRound = Number(match[1]);
  if (fromRound < 2 || fromRound > PLAN_LIMITS.rounds) return null;
  const [key, value] = [match[2]?.toLowerCase(), (match[3] ?? '').trim()];
  const change = { fromRound, ...EMPTY };
  if (key === 'needs') return { ...change, needs: readNeeds(value, say) };
  const time = key === undefined ? null : readTime(value);
  if (key !== undefined)
    return time === null ? null : { ...change, ...(key === 'work' ? { workUs: time } : { restUs: time }) };
  if (/^\s*from round \d+\s*:/i.test(raw)) return value === '' ? null : { ...change, name: unescapeField(value) };
  const dose = readDose(value, pace);
  if (dose?.assumed != null) say(dose.assumed, 'note');
  return dose === null ? null : { ...change, dose: dose.dose };
}

/** `reps 15-12-9-6 pace 3`: so many in the first round, so many in the second; null where it is none. */
export function readByRound(
  text: string,
  say: Say,
  pace: Pace | null,
): { readonly dose: Dose; readonly changes: readonly RoundChange[] } | null {
  const match = /^\s*(?:ladder )?reps (\d{1,4}(?:\s?[-–]\s?\d{1,4})+)\s*((?:tempo|pace)\s.*)?$/i.exec(text);
  const numbers = (match?.[1] ?? '').split(/[-–]/).map(Number);
  if (match === null || numbers.length > PLAN_LIMITS.changes) return null;
  const doses = numbers.map((n) => readDose(`reps ${n} ${match[2] ?? ''}`, pace));
  const assumed = doses[0]?.assumed ?? null;
  if (doses.some((d) => d === null)) return null;
  if (assumed !== null) say(assumed, 'note');
  return {
    dose: doses[0]!.dose,
    changes: doses.slice(1).map((d, i) => ({ fromRound: i + 2, ...EMPTY, dose: d!.dose })),
  };
}

/** The changes with one more; what several fields say of one round stands in one entry. */
export function withChange(changes: readonly RoundChange[], change: RoundChange): RoundChange[] {
  const was = changes.find((c) => c.fromRound === change.fromRound);
  const joined: RoundChange =
    was === undefined
      ? change
      : {
          ...was,
          ...change,
          name: change.name ?? was.name,
          workUs: change.workUs ?? was.workUs,
          needs: change.needs ?? was.needs,
        };
  return [...changes.filter((c) => c !== was), joined]
    .sort((a, b) => a.fromRound - b.fromRound)
    .slice(0, PLAN_LIMITS.changes);
}

/** True where both say the same thing of a round. */
export function saysTwice(was: RoundChange | undefined, change: RoundChange): boolean {
  const fields = ['name', 'workUs', 'restUs', 'dose', 'needs'] as const;
  return was !== undefined && fields.some((f) => change[f] != null && was[f] != null);
}

export function writeRoundChange(change: RoundChange): string[] {
  const from = `from round ${change.fromRound}`;
  return [
    change.name === null ? '' : `${from}: ${escapeField(change.name)}`,
    change.workUs === null ? '' : `${from} work ${writeExact(change.workUs)}`,
    change.restUs === undefined ? '' : `${from} rest ${writeExact(change.restUs)}`,
    change.dose === undefined ? '' : `${from} ${writeDose(change.dose)}`,
    change.needs === null ? '' : `${from} needs: ${change.needs.map(escapeField).join(', ')}`,
  ].filter((field) => field !== '');
}

/** `round 2 only`, `rounds 2-3`, `in rounds 2-3`, `in round 2`; null where it is none of these. */
export function readRoundSpan(text: string): RoundSpan | null {
  const clean = text.trim().toLowerCase();
  const one = /^(?:in )?round (\d{1,3})(?: only)?$/.exec(clean);
  const more = /^(?:in )?rounds (\d{1,3})\s?(?:-|–|to|and)\s?(\d{1,3})(?: only)?$/.exec(clean);
  return spanOf(Number(one?.[1] ?? more?.[1]), Number(one?.[1] ?? more?.[2]));
}

/** `3-4 rounds`, `3 to 4 rounds at home`, `3 rounds at home`; null where it is none of these. */
export function readAtHome(text: string): RoundSpan | null {
  const clean = text.trim().toLowerCase();
  const match = /^(\d{1,3})(?:\s?(?:-|–|to)\s?(\d{1,3}))? rounds?( at home)?$/.exec(clean);
  if (match === null || (match[2] === undefined && match[3] === undefined)) return null;
  return spanOf(Number(match[1]), Number(match[2] ?? match[1]));
}

function spanOf(from: number, to: number): RoundSpan | null {
  return from >= 1 && to >= from && to <= PLAN_LIMITS.rounds ? { from, to } : null;
}

/** `2`, `2-3`. */
export function writeSpan({ from, to }: RoundSpan): string {
  return from === to ? String(from) : `${from}-${to}`;
}
