import { CAMERA_VIEWS, type Move } from '../../core/plan/plan.ts';
import { newMove } from '../../core/plan/new-plan.ts';
import { readExtra, readInstead } from './outline-extras.ts';
import {
  keyAndValue,
  readNeeds,
  readPosition,
  readSides,
  readTime,
  splitField,
  unescapeField,
} from './outline-fields.ts';
import { MEASURES, readDose, readMeasure, writeMeasure } from './outline-dose.ts';
import { readByRound, readRoundChange, saysTwice, withChange } from './outline-rounds.ts';
import { ALONE, type MoveAround, readAllOf, readOver } from './outline-made-of.ts';
import type { Say } from '../problem.ts';

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
 * One move with its fields; what is no field of a move is said and left out. `around` has what the line may name.
 */
export function readMoveLine(text: string, id: string, say: Say, around: MoveAround = ALONE): Move {
  const { pace } = around;
  let over: ((move: Move) => Move) | null = null;
  const [head, ...fields] = splitField(text, '|');
  const move: Mutable<Move> = { ...newMove(id, unescapeField(head ?? '') || 'Move without a name') };
  if (unescapeField(head ?? '') === '') say('This move has no name.');
  const bare = readInstead(head ?? '');
  if (bare !== null) Object.assign(move, bare, { name: INSTEAD_NAMES[bare.instead] });
  const whole = readAllOf(head ?? '', around, say);
  if (whole !== null) Object.assign(move, whole);
  for (const raw of fields) {
    const laid = readOver(raw, around, say);
    const all = readAllOf(raw, around, say);
    if (laid !== null || all !== null) {
      over = laid ?? over;
      if (all?.allOf !== undefined) move.allOf = all.allOf;
      continue;
    }
    const field = keyAndValue(raw, MOVE_KEYS);
    const value = field?.value ?? '';
    const time = readTime(value);
    const bareSides = field === null ? readSides(raw) : null;
    const barePosition = field === null ? readPosition(raw) : null;
    const own = move.dose?.kind === 'reps' ? move.dose : pace;
    const change = readRoundChange(raw, say, own);
    const byRound = readByRound(raw, say, pace);
    const extra = readExtra(raw, say);
    const instead = readInstead(raw);
    const dose = readDose(raw, pace);
    const measure =
      dose === null ? readMeasure(field?.key === 'work' || field?.key === 'hold' ? value : raw) : { dose: dose.dose };
    const view = CAMERA_VIEWS.find((v) => field?.key === 'view' && value.trim().toLowerCase() === v);
    const lead = /^(?:lead (left|right)|(left|right) (?:foot )?leads?)$/i.exec(raw.trim());
    if (instead !== null) Object.assign(move, instead);
    else if (byRound !== null) {
      move.dose = byRound.dose;
      move.changes = byRound.changes.reduce(withChange, move.changes ?? []);
    } else if (measure !== null) {
      if (writeMeasure(move) !== '') say(`“${move.name}” is measured twice; “${raw.trim()}” was taken.`);
      for (const kind of MEASURES) delete move[kind];
      Object.assign(move, measure);
      if (dose?.eachSide === true) move.sides ??= { kind: 'own', first: 'left' };
      if (dose?.assumed != null) say(dose.assumed, 'note');
    } else if (view !== undefined) move.view = view;
    else if (lead !== null) move.lead = (lead[1] ?? lead[2] ?? '').toLowerCase() === 'right' ? 'right' : 'left';
    else if (change !== null) {
      if (
        saysTwice(
          move.changes?.find((c) => c.fromRound === change.fromRound),
          change,
        )
      )
        say(`Round ${change.fromRound} of “${move.name}” is said twice; “${raw.trim()}” was taken.`);
      move.changes = withChange(move.changes ?? [], change);
    } else if (extra !== null) Object.assign(move, withVersions(move, extra));
    else if (bareSides !== null) move.sides = bareSides;
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
  return over === null ? move : over(move);
}

/** Names of what stands in the place of a move, where the outline gives none. */
const INSTEAD_NAMES = { talk: 'Talk', 'set-up': 'Set-up', water: 'Water' } as const;

/** Joins what several fields say of one version of a move (easier, harder). */
function withVersions(move: Move, extra: Partial<Move>): Partial<Move> {
  return {
    ...extra,
    ...(extra.easierAs === undefined ? {} : { easierAs: { ...move.easierAs, ...extra.easierAs } }),
    ...(extra.harderAs === undefined ? {} : { harderAs: { ...move.harderAs, ...extra.harderAs } }),
  };
}
