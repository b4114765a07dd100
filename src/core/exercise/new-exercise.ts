import type { Exercise } from './exercise.ts';

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
