import type { LanguageCode } from '../language/languages.ts';
import type { Plan } from '../plan/plan.ts';
import { callsInLanguage } from '../script/ways-of-calling.ts';
import type { WorkoutDocument } from './document.ts';

/** A class in another language: calls that the program worded are worded in that. */
export function withLanguage(document: WorkoutDocument, to: LanguageCode): WorkoutDocument {
  const { language: from = 'en', ...plan } = document.plan;
  return {
    ...document,
    // English is what is meant where nothing is said.
    plan: to === 'en' ? plan : { ...plan, language: to },
    script: { ...document.script, calls: callsInLanguage(document.script.calls, from, to) },
  };
}

/** A document with another plan, whatever language that is in. */
export function withPlan(document: WorkoutDocument, plan: Plan): WorkoutDocument {
  return { ...withLanguage(document, plan.language ?? 'en'), plan };
}
