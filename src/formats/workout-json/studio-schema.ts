import Joi from 'joi';
import type { ChangeFigures } from '../../core/script/change-over.ts';

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
