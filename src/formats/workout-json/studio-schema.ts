import Joi from 'joi';
import { LOGGED_CALLS, type LogEntry } from '../../core/logbook/logbook.ts';
import { SEGMENT_KINDS } from '../../core/plan/segment.ts';
import { callStyle } from './workout-schema.ts';
import { byKind } from '../plan-json/plan-schema.ts';
import {
  BANK_KINDS,
  BANK_LIMITS,
  type BankChange,
  type BankLine,
  type CueBank,
  SNIPPET_KINDS,
  type Snippet,
} from '../../core/script/cue-bank.ts';
import { BRAND_TYPES, type Brand, LOGO_CORNERS, type Logo, MOST_LOGO } from '../../core/looks/look.ts';
import { LONGEST_WORD } from '../../core/lanes/wording.ts';
import { LANGUAGE_CODES } from '../../core/language/languages.ts';
import { WORD_IDS } from '../../core/language/overlay-word.ts';
import { RULES, type RuleId } from '../../core/findings/rules.ts';
import { MOST_FROM, type StudioRules, canBeOff } from '../../core/findings/studio-rules.ts';
import type { ChangeFigures } from '../../core/script/change-over.ts';
import type { SpeakingModel } from '../../core/speech/line-time.ts';

/** No part of a change-over takes longer than this. */
const LONGEST_PART_US = 300e6;
const part = Joi.number().integer().min(0).max(LONGEST_PART_US).required();

/** The figures of the break adviser, as a studio sets them. */
export const changeFiguresSchema = Joi.object({
  knownUs: part,
  newUs: part,
  levelUs: part,
  propUs: part,
  sideUs: part,
} satisfies Record<keyof ChangeFigures, Joi.Schema>).required();

const colour = Joi.string()
  .pattern(/^[\dA-F]{6}$/)
  .required();

/** The colours of a studio. */
const place = Joi.number().min(-20).max(20).required();
const pathCommand = Joi.alternatives(
  Joi.array().ordered(Joi.valid('M', 'L').required(), place, place),
  Joi.array().ordered(Joi.valid('C').required(), place, place, place, place, place, place),
);

/** A mark that the overlay draws. */
export const logoSchema = Joi.object({
  name: Joi.string().max(200).required(),
  width: Joi.number().greater(0).max(MOST_LOGO.width).required(),
  path: Joi.array().items(pathCommand).min(1).max(MOST_LOGO.commands).required(),
  at: Joi.valid(...LOGO_CORNERS, null).required(),
} satisfies Record<keyof Logo, Joi.Schema>).required();

export const brandSchema = Joi.object({
  ink: colour,
  paper: colour,
  accent: colour,
  radius: Joi.number().min(0).max(40).required(),
  type: Joi.valid(...BRAND_TYPES).required(),
  language: Joi.valid(...LANGUAGE_CODES).required(),
  words: Joi.object(
    Object.fromEntries(WORD_IDS.map((id) => [id, Joi.string().allow('').max(LONGEST_WORD)])),
  ).required(),
  logo: logoSchema.allow(null),
} satisfies Record<keyof Brand, Joi.Schema>).required();

export const studioRulesSchema = Joi.object({
  off: Joi.array()
    .items(Joi.valid(...(Object.keys(RULES) as RuleId[]).filter(canBeOff)))
    .unique()
    .required(),
  from: Joi.object(
    Object.fromEntries(
      (Object.keys(RULES) as RuleId[])
        .filter((id) => RULES[id].limit !== undefined)
        .map((id) => [id, Joi.number().greater(0).max(MOST_FROM)]),
    ),
  ).required(),
} satisfies Record<keyof StudioRules, Joi.Schema>).required();

const bankText = Joi.string().allow('').max(BANK_LIMITS.textLength).required();
const person = Joi.string().allow('').max(200).required();
const bankLine = Joi.object({
  move: Joi.string().min(1).max(2_000).required(),
  kind: Joi.valid(...BANK_KINDS).required(),
  text: bankText,
  by: person,
} satisfies Record<keyof BankLine, Joi.Schema>).required();
const snippet = Joi.object({
  kind: Joi.valid(...SNIPPET_KINDS).required(),
  text: bankText,
  by: person,
} satisfies Record<keyof Snippet, Joi.Schema>).required();

const wayName = Joi.string().trim().min(1).max(200).required();

/** A studio's cue bank. */
export const cueBankSchema = Joi.object({
  lines: Joi.array().items(bankLine.optional()).max(BANK_LIMITS.lines).required(),
  snippets: Joi.array().items(snippet.optional()).max(BANK_LIMITS.snippets).required(),
  ways: Joi.array()
    .items(Joi.object({ name: wayName, style: Joi.object(callStyle).required() }))
    .max(BANK_LIMITS.ways)
    .required(),
} satisfies Record<keyof CueBank, Joi.Schema>).required();

/** Changes of a studio's cue bank. */
export const bankChangesSchema = Joi.array()
  .items(
    byKind<BankChange['kind']>({
      keep: { line: bankLine },
      drop: { line: bankLine },
      snippet: { snippet },
      way: {
        name: wayName,
        style: Joi.object(callStyle).allow(null).required(),
      },
    }),
  )
  .max(500)
  .required();

/** Seconds of a speaker's model; nobody is slower. */
const SLOWEST_S = 60;
const seconds = Joi.number().min(0).max(SLOWEST_S).required();

/** How somebody speaks, as it was learned. */
export const speakerSchema = Joi.object({
  name: Joi.string().trim().min(1).max(200).required(),
  lines: Joi.number().integer().min(1).max(1_000_000).required(),
  error: Joi.number().min(0).max(1_000).required(),
  model: Joi.object({
    syllableS: seconds,
    consonantS: seconds,
    wordS: seconds,
    shortPauseS: seconds,
    longPauseS: seconds,
    startS: seconds,
  } satisfies Record<keyof SpeakingModel, Joi.Schema>).required(),
}).required();

/** No recording is longer. */
const LONGEST_US = 86_400e6;
const length = Joi.number().integer().min(0).max(LONGEST_US).required();
const count = Joi.number().integer().min(0).max(1_000_000).required();
const bySegmentKind = (of: Joi.Schema) =>
  Joi.object()
    .pattern(Joi.string().valid(...SEGMENT_KINDS), of)
    .required();

/** What one recording teaches. */
export const logEntrySchema = Joi.object({
  plannedUs: length,
  filmedUs: length,
  pace: bySegmentKind(Joi.object({ words: count, us: length })),
  breaks: bySegmentKind(Joi.object({ count, plannedUs: length, recordedUs: length })),
  calls: Joi.object(
    Object.fromEntries(LOGGED_CALLS.map((call) => [call, Joi.object({ made: count, of: count }).required()])),
  ).required(),
} satisfies Record<keyof LogEntry, Joi.Schema>).required();
