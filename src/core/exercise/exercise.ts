import type { Effort } from './effort.ts';

export const EXERCISE_POSITIONS = [
  'standing',
  'half-kneeling',
  'kneeling',
  'all fours',
  'plank',
  'prone',
  'supine',
  'side-lying',
  'seated',
] as const;
export type ExercisePosition = (typeof EXERCISE_POSITIONS)[number];

export const PATTERNS = [
  'squat',
  'hinge',
  'lunge',
  'push',
  'pull',
  'rotate',
  'brace',
  'carry',
  'step',
  'jump',
  'march',
  'mobility',
  'stretch',
  'balance',
] as const;
export type Pattern = (typeof PATTERNS)[number];

export const MUSCLES = [
  'quads',
  'hamstrings',
  'glutes',
  'calves',
  'hips',
  'inner thigh',
  'back',
  'lats',
  'chest',
  'shoulders',
  'arms',
  'core',
  'obliques',
  'neck',
  'heart',
] as const;
export type Muscle = (typeof MUSCLES)[number];

/** One exercise of the library. Lines are what an instructor may say. */
export interface Exercise {
  readonly name: string;
  readonly start: ExercisePosition;
  readonly end: ExercisePosition;
  readonly equipment: readonly string[];
  readonly pattern: Pattern;
  readonly muscles: readonly Muscle[];
  readonly sided: boolean;
  readonly impact: 'none' | 'low' | 'high';
  readonly effort: Effort;
  readonly secondsARep: number;
  readonly setUp: string;
  readonly form: string;
  readonly caution: string;
  readonly breath: string;
  readonly easier: string;
  readonly harder: string;
  readonly camera: 'front' | 'side' | 'three-quarter';
}
