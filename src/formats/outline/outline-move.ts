import { CAMERA_VIEWS, type Move, PLAN_LIMITS, type RoundChange, newMove } from '../../core/plan/plan.ts';
import { keyAndValue, readPosition, readSides, readTime, splitField, unescapeField } from './outline-fields.ts';
import { MEASURES, readDose, readMeasure, writeMeasure } from './outline-dose.ts';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

const MOVE_KEYS = [
  'sides',
  'needs',
  'easier',
  'harder',
  'note',
  'work',
  'hold',
  'rest',
  'demo',
  'from',
  'phases',
  'lead',
  'view',
] as const;

/**
 * `from round 2: Jump squat`, `from round 2 work 30`, `from round 3 needs: crate, mat`; null where it is none of these.
 */
function readRoundChange(raw: string, say: Say): RoundChange | null {
  const match = /^\s*from round (\d{1,3})(?:\s*:|\s+(work|needs)\b\s*:?)\s*(.*)$/i.exec(raw);
  if (match === null) return null;
  const fromRound = Number(match[1]);
  const [key, value] = [match[2]?.toLowerCase(), (match[3] ?? '').trim()];
  const empty = { fromRound, name: null, workUs: null, needs: null };
  if (fromRound < 2 || fromRound > PLAN_LIMITS.rounds) return null;
  if (key === undefined) return value === '' ? null : { ...empty, name: unescapeField(value) };
  if (key === 'needs')
    return {
      ...empty,
      needs: readNeeds(value, say),
    };
  const workUs = readTime(value);
  return workUs === null ? null : { ...empty, workUs };
}

/** Props of a move, as many and as long as a plan may hold. */
function readNeeds(value: string, say: Say): string[] {
  const all = splitField(value, ',')
    .map(unescapeField)
    .filter((n) => n !== '');
  const { needs: most, needLength } = PLAN_LIMITS;
  if (all.length > most) say(`A move has at most ${most} props; ${all.length - most} were left out.`);
  if (all.some((n) => n.length > needLength)) say(`The name of a prop has at most ${needLength} letters; it was cut.`);
  return all.slice(0, most).map((n) => n.slice(0, needLength).toWellFormed());
}

/** One entry a round: what is said of the same round in several fields stands in one. */
function withChange(changes: readonly RoundChange[], change: RoundChange): RoundChange[] {
  const was = changes.find((c) => c.fromRound === change.fromRound);
  const joined =
    was === undefined
      ? change
      : {
          fromRound: change.fromRound,
          name: change.name ?? was.name,
          workUs: change.workUs ?? was.workUs,
          needs: change.needs ?? was.needs,
        };
  return [...changes.filter((c) => c !== was), joined]
    .sort((a, b) => a.fromRound - b.fromRound)
    .slice(0, PLAN_LIMITS.changes);
}

/** Says what is wrong with a line, or with `note` what was taken that was not written. */
export type Say = (message: string, note?: 'note') => void;

/** One move with its fields; what is no field of a move is said and left out. */
export function readMoveLine(text: string, id: string, say: Say): Move {
  const [head, ...fields] = splitField(text, '|');
  const move: Mutable<Move> = { ...newMove(id, unescapeField(head ?? '') || 'Move without a name') };
  if (unescapeField(head ?? '') === '') say('This move has no name.');
  for (const raw of fields) {
    const field = keyAndValue(raw, MOVE_KEYS);
    const value = field?.value ?? '';
    const time = readTime(value);
    const bareSides = field === null ? readSides(raw) : null;
    const barePosition = field === null ? readPosition(raw) : null;
    const change = readRoundChange(raw, say);
    const dose = readDose(raw);
    const measure =
      dose === null ? readMeasure(field?.key === 'work' || field?.key === 'hold' ? value : raw) : { dose: dose.dose };
    const view = CAMERA_VIEWS.find((v) => field?.key === 'view' && value.trim().toLowerCase() === v);
    const lead = /^(?:lead (left|right)|(left|right) (?:foot )?leads?)$/i.exec(raw.trim());
    if (measure !== null) {
      if (writeMeasure(move) !== '') say(`“${move.name}” is measured twice; “${raw.trim()}” was taken.`);
      for (const kind of MEASURES) delete move[kind];
      Object.assign(move, measure);
      if (dose?.eachSide === true) move.sides ??= { kind: 'own', first: 'left' };
      if (dose?.assumed != null) say(dose.assumed, 'note');
    } else if (view !== undefined) move.view = view;
    else if (lead !== null) move.lead = (lead[1] ?? lead[2] ?? '').toLowerCase() === 'right' ? 'right' : 'left';
    else if (change !== null) {
      const was = move.changes?.find((c) => c.fromRound === change.fromRound);
      if ((['name', 'workUs', 'needs'] as const).some((f) => change[f] !== null && was != null && was[f] !== null))
        say(`Round ${change.fromRound} of “${move.name}” is said twice; “${raw.trim()}” was taken.`);
      move.changes = withChange(move.changes ?? [], change);
    } else if (bareSides !== null) move.sides = bareSides;
    else if (barePosition !== null) move.position = barePosition;
    else if (field?.key === 'needs') {
      if (move.needs.length > 0) say(`The props of “${move.name}” are said twice; “${value.trim()}” was taken.`);
      move.needs = readNeeds(value, say);
    } else if (field?.key === 'easier' || field?.key === 'harder' || field?.key === 'note') {
      if (move[field.key] !== null) say(`“${field.key}” of “${move.name}” is said twice; “${value.trim()}” was taken.`);
      move[field.key] = unescapeField(value);
    } else if (field?.key === 'sides' && readSides(value) !== null) move.sides = readSides(value);
    else if (field?.key === 'from' && readPosition(value) !== null) move.position = readPosition(value);
    else if ((field?.key === 'work' || field?.key === 'hold') && time !== null) move.workUs = time;
    else if (field?.key === 'rest' && time !== null) move.restUs = time;
    else if (field?.key === 'demo' && time !== null) move.demoUs = time;
    else if (raw.trim() !== '') say(`“${raw.trim()}” is not a setting of a move.`);
  }
  return move;
}
