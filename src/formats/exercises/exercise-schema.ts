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

/** Most exercises a studio keeps of its own. */
export const MOST_EXERCISES = 5_000;

/** An exercise of which only the name is known: what people fill in from. */
export function blankExercise(name: string): Exercise {
  return {
    name,
    start: 'standing',
    end: 'standing',
    equipment: [],
    pattern: 'squat',
    muscles: [],
    sided: false,
    impact: 'none',
    effort: 'moderate',
    secondsARep: 3,
    setUp: '',
    form: '',
    caution: '',
    breath: '',
    easier: '',
    harder: '',
    camera: 'front',
  };
}

/** What is guessed of a move of which only its impact is known: cues that harm no move, and its usual effort. */
const BY_IMPACT = {
  none: { pattern: 'mobility', effort: 'moderate' },
  low: { pattern: 'step', effort: 'moderate' },
  high: { pattern: 'jump', effort: 'high-impact' },
} as const;

/** An exercise from three answers: where it is done, with what, and how hard it lands. */
export function answeredExercise(name: string, answers: Pick<Exercise, 'start' | 'equipment' | 'impact'>): Exercise {
  return { ...blankExercise(name), ...BY_IMPACT[answers.impact], ...answers, end: answers.start };
}
