import Joi from 'joi';
import { LANGUAGE_CODES } from '../../core/language/languages.ts';
import { unkeepable } from '../keepable.ts';
import { BUILD_UPS, MOST_ELEMENTS, MOST_STEPS } from '../../core/plan/choreography.ts';
import { type Dose, FASTEST_MILLI_BPM, type Phase, type Range, SLOWEST_MILLI_BPM } from '../../core/plan/dose.ts';
import {
  INSTEADS,
  type LadderCounts,
  BLOCK_KINDS,
  CAMERA_VIEWS,
  type Block,
  type Move,
  POSITIONS,
  type Plan,
  type Scheme,
  type SidePolicy,
} from '../../core/plan/plan.ts';
import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import { LOADS, OFFERED_WHEN, type Presenter, type TakeUp, type Version } from '../../core/plan/levels.ts';
import type { RoundChange, RoundSpan } from '../../core/plan/round-change.ts';

/** Longest length a plan may hold: 24 h in microseconds. */
const LONGEST_US = 86_400e6;
const line = Joi.string().allow('').max(PLAN_LIMITS.textLength).required();
const id = Joi.string()
  .pattern(/^[\w-]{1,64}$/)
  .required();
const time = Joi.number().integer().min(0).max(LONGEST_US).required();
const count = (most: number) => Joi.number().integer().min(1).max(most).required();
const orNull = (schema: Joi.Schema) => schema.allow(null).required();

/** One of several objects told apart by `kind`, so that a message names the field that is wrong and not all of them. */
export function byKind<K extends string>(kinds: Readonly<Record<K, Joi.PartialSchemaMap>>): Joi.AlternativesSchema {
  return Joi.alternatives().conditional('.kind', {
    switch: Object.entries(kinds).map(([kind, fields]) => ({
      is: Joi.valid(kind).required(),
      then: Joi.object({ kind: Joi.string().required(), ...(fields as Joi.PartialSchemaMap) }).required(),
    })),
    otherwise: Joi.object({ kind: Joi.valid(...Object.keys(kinds)).required() })
      .unknown()
      .required(),
  });
}

const side = Joi.valid('left', 'right').required();
const sides = byKind<SidePolicy['kind']>({
  both: {},
  own: { first: side },
  half: { first: side, changeUs: time },
  alternate: { first: side },
  rounds: { first: side },
  one: { first: side },
});
const scheme = byKind<Scheme['kind']>({
  interval: { workUs: time, restUs: time, sets: count(PLAN_LIMITS.sets) },
  pair: { firstUs: time, secondUs: time, restUs: time },
  emom: { periodUs: time, workUs: time },
  ladder: {
    worksUs: Joi.array().items(time).max(PLAN_LIMITS.sets).required(),
    restUs: time,
    counted: Joi.object({
      reps: Joi.array().items(count(9_999)).min(1).max(PLAN_LIMITS.sets).required(),
      repUs: time,
      tempo: orNull(Joi.string().max(20)),
    } satisfies Record<keyof LadderCounts, Joi.Schema>),
  },
  reps: { reps: count(9_999), repUs: time, tempo: orNull(Joi.string().max(20)), restUs: time },
  counts: { counts: count(9_999), milliBpm: count(999_999), restUs: time },
  hold: { holdUs: time, changeUs: time },
  flow: { lengthUs: time },
  choreography: {
    build: Joi.valid(...BUILD_UPS).required(),
    milliBpm: count(999_999),
    free: Joi.array()
      .items(
        Joi.array()
          .items(
            Joi.number()
              .integer()
              .min(0)
              .max(MOST_ELEMENTS - 1),
          )
          .max(MOST_ELEMENTS),
      )
      .max(MOST_STEPS)
      .required(),
  },
  plain: { lengthUs: time },
});
const dose = byKind<Dose['kind']>({
  counts: { counts: count(9_999), milliBpm: count(999_999).allow(null) },
  reps: { reps: count(9_999), repUs: time, tempo: orNull(Joi.string().max(20)) },
  breaths: { breaths: count(999) },
});
const phase = Joi.object({
  name: Joi.string().min(1).max(200).required(),
  lengthUs: time,
  effortPercent: orNull(Joi.number().integer().min(1).max(100)),
} satisfies Record<keyof Phase, Joi.Schema>);
const range = Joi.object({ leastUs: time, mostUs: time } satisfies Record<keyof Range, Joi.Schema>);
const short = Joi.string().min(1).max(PLAN_LIMITS.shortText);
const roundSpan = Joi.object({
  from: count(PLAN_LIMITS.rounds),
  to: Joi.number().integer().min(Joi.ref('from')).max(PLAN_LIMITS.rounds).required(),
} satisfies Record<keyof RoundSpan, Joi.Schema>);
const version = Joi.object({
  by: short,
  stopUs: time.optional(),
  when: Joi.valid(...OFFERED_WHEN),
} satisfies Record<keyof Version, Joi.Schema>);
const presenter = Joi.object({
  name: short.required(),
  shows: Joi.valid('easier', 'harder'),
} satisfies Record<keyof Presenter, Joi.Schema>);
const takeUp = Joi.object({
  prop: short.required(),
  counts: orNull(Joi.number().integer().min(1).max(999)),
  lengthUs: time,
} satisfies Record<keyof TakeUp, Joi.Schema>);
const change = Joi.object({
  fromRound: Joi.number().integer().min(2).max(PLAN_LIMITS.rounds).required(),
  name: orNull(Joi.string().max(2_000)),
  workUs: time.allow(null),
  restUs: time.optional(),
  dose: Joi.any().when(Joi.exist(), { then: dose }),
  needs: orNull(Joi.array().items(Joi.string().max(PLAN_LIMITS.needLength)).max(PLAN_LIMITS.needs)),
} satisfies Record<keyof RoundChange, Joi.Schema>);
const move = Joi.object({
  id,
  name: line,
  sides: sides.allow(null).required(),
  position: orNull(Joi.valid(...POSITIONS)),
  needs: Joi.array().items(Joi.string().max(PLAN_LIMITS.needLength)).max(PLAN_LIMITS.needs).required(),
  easier: orNull(Joi.string().allow('').max(2_000)),
  harder: orNull(Joi.string().allow('').max(2_000)),
  note: orNull(Joi.string().allow('').max(2_000)),
  workUs: time.allow(null),
  restUs: time.allow(null),
  demoUs: time.allow(null),
  dose: Joi.any().when(Joi.exist(), { then: dose }),
  phases: Joi.array().items(phase).max(PLAN_LIMITS.phases),
  range,
  lead: Joi.valid('left', 'right'),
  view: Joi.valid(...CAMERA_VIEWS),
  also: Joi.array().items(short).min(1).max(PLAN_LIMITS.also),
  by: short,
  noNeeds: Joi.valid(true),
  easierAs: version,
  harderAs: version,
  noLevels: Joi.valid(true),
  load: Joi.valid(...LOADS),
  place: short,
  takeUp,
  inRounds: roundSpan,
  instead: Joi.valid(...INSTEADS),
  allOf: Joi.string().max(64),
  changes: Joi.array().items(change).unique('fromRound').max(PLAN_LIMITS.changes),
} satisfies Record<keyof Move, Joi.Schema>);
const block = Joi.object({
  id,
  name: line,
  kind: Joi.valid(...BLOCK_KINDS).required(),
  scheme: scheme.required(),
  rounds: count(PLAN_LIMITS.rounds),
  order: Joi.valid('circuit', 'station').required(),
  sides: sides.allow(null).required(),
  roundRestUs: time.allow(null),
  blockRestUs: time.allow(null),
  keepLastRest: Joi.boolean().required(),
  about: Joi.valid(true),
  clock: Joi.valid('timer', 'hand'),
  leadInUs: time.optional(),
  atHome: roundSpan,
  newRestUs: time.optional(),
  changeUs: time.optional(),
  filler: short,
  by: short,
  noLevels: Joi.valid(true),
  noMusic: Joi.valid(true),
  range,
  of: Joi.array().items(Joi.string().max(64)).max(PLAN_LIMITS.blocks),
  moves: Joi.array().items(move).unique('id').max(PLAN_LIMITS.movesInBlock).required(),
} satisfies Record<keyof Block, Joi.Schema>);

/** A plan from outside. Unknown fields are refused, so that a slip of the pen is not lost in silence. */
export const planSchema = Joi.object({
  title: line,
  instructor: line,
  cueing: Joi.valid('mirrored', 'own').required(),
  sides: sides.required(),
  milliBpm: Joi.number().integer().min(SLOWEST_MILLI_BPM).max(FASTEST_MILLI_BPM),
  presenters: Joi.array().items(presenter).min(1).max(PLAN_LIMITS.presenters),
  language: Joi.valid(...LANGUAGE_CODES),
  blocks: Joi.array().items(block).unique('id').max(PLAN_LIMITS.blocks).required(),
} satisfies Record<keyof Plan, Joi.Schema>).required();

/** The first thing wrong, as a sentence with its path, or null. */
export function faultOf(schema: Joi.Schema, value: unknown): string | null {
  return faultAt(schema, value)?.message ?? null;
}

/** The same with the fields that lead to it. */
export function faultAt(
  schema: Joi.Schema,
  value: unknown,
  characters: 'looked at' | 'not looked at' = 'looked at',
): { readonly message: string; readonly path: readonly (string | number)[] } | null {
  const bad = characters === 'looked at' ? unkeepable(value) : null;
  if (bad !== null)
    return {
      path: bad,
      message: `"${bad.join('.')}" holds a character that cannot be kept (a control character or half of one).`,
    };
  const { error } = schema.validate(value, { abortEarly: true, convert: false });
  if (error === undefined) return null;
  const [first] = error.details;
  return { path: first?.path ?? [], message: `${first?.message ?? error.message}.` };
}
