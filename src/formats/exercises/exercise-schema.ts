import Joi from 'joi';
import { EFFORTS } from '../../core/exercise/effort.ts';
import { EXERCISE_POSITIONS, type Exercise, MUSCLES, PATTERNS } from '../../core/exercise/exercise.ts';

const line = Joi.string().allow('').max(500).required();
const position = Joi.valid(...EXERCISE_POSITIONS).required();

/** One exercise from outside. */
export const exerciseSchema = Joi.object({
  name: Joi.string().trim().min(1).max(200).required(),
  start: position,
  end: position,
  equipment: Joi.array().items(Joi.string().min(1).max(200)).max(30).required(),
  pattern: Joi.valid(...PATTERNS).required(),
  muscles: Joi.array()
    .items(Joi.valid(...MUSCLES))
    .max(MUSCLES.length)
    .required(),
  sided: Joi.boolean().required(),
  impact: Joi.valid('none', 'low', 'high').required(),
  effort: Joi.valid(...Object.keys(EFFORTS)).required(),
  secondsARep: Joi.number().min(0.2).max(600).required(),
  setUp: line,
  form: line,
  caution: line,
  breath: line,
  easier: line,
  harder: line,
  camera: Joi.valid('front', 'side', 'three-quarter').required(),
} satisfies Record<keyof Exercise, Joi.Schema>).required();
