import { type WorkoutState } from '../../core/workout/progress.ts';

export interface Summary {
  readonly id: string;
  readonly title: string;
  readonly lengthUs: number;
  readonly state: WorkoutState;
  readonly next: { readonly station: string; readonly says: string };
  readonly updatedAt: string;
  readonly template: boolean;
}
