import type { Language } from '../language/language.ts';
import type { Exercise, Pattern } from './exercise.ts';
import { LIBRARY } from './library.ts';

/** What can be said of a move in a language. */
export interface MoveSaid {
  readonly setUp: string;
  readonly form: string;
  /** Its form line and those of its pattern, in the order in which they are said, so that no round is like the last. */
  readonly cues: readonly string[];
  readonly breath: string;
  readonly caution: string;
  readonly easier: string;
  readonly harder: string;
}

const SHIPPED: ReadonlySet<Exercise> = new Set(LIBRARY);

/**
 * The lines of an exercise in a language: its own where they are written in it, as a studio's are; else, for an
 * exercise of the shipped library, what is said of its pattern.
 */
export function moveSaid(exercise: Exercise | null, pattern: Pattern | null, { moves }: Language): MoveSaid {
  const kind = pattern ?? 'any';
  const usual = moves.form[kind] ?? [];
  const own = exercise !== null && (moves.isOfLibrary || !SHIPPED.has(exercise)) ? exercise : null;
  const form = own?.form ?? '';
  return {
    setUp: own?.setUp ?? '',
    form,
    cues: form === '' ? usual : [form, ...usual],
    breath: own?.breath ?? moves.breath[exercise === null ? 'any' : kind] ?? '',
    caution: own?.caution ?? (exercise === null ? '' : (moves.caution[kind] ?? '')),
    easier: own?.easier ?? '',
    harder: own?.harder ?? '',
  };
}
