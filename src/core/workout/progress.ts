/** How far a workout has come: each state includes those before it. */
export const WORKOUT_STATES = ['planned', 'scripted', 'filmed', 'aligned', 'delivered'] as const;
export type WorkoutState = (typeof WORKOUT_STATES)[number];

interface ProgressFacts {
  readonly hasMoves: boolean;
  readonly hasCues: boolean;
  readonly hasTranscribedTake: boolean;
  readonly accepted: boolean;
  readonly delivered: boolean;
}

export function stateOf(facts: ProgressFacts): WorkoutState {
  if (facts.delivered) return 'delivered';
  if (facts.hasTranscribedTake) return facts.accepted ? 'aligned' : 'filmed';
  return facts.hasCues ? 'scripted' : 'planned';
}

/** What to do next, in one short sentence, and the station where it is done. */
export function nextStep(facts: ProgressFacts): {
  readonly station: 'plan' | 'script' | 'shoot' | 'align' | 'score' | 'deliver';
  readonly says: string;
} {
  if (!facts.hasMoves) return { station: 'plan', says: 'Plan the class' };
  switch (stateOf(facts)) {
    case 'planned':
      return { station: 'script', says: 'Write the script' };
    case 'scripted':
      return { station: 'shoot', says: 'Film it and bring in the take' };
    case 'filmed':
      return { station: 'align', says: 'Check where each segment fell' };
    case 'aligned':
      return { station: 'score', says: 'Look through the score, then deliver' };
    case 'delivered':
      return { station: 'deliver', says: 'Fetch the files' };
  }
}
