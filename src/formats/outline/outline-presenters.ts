import type { Presenter } from '../../core/plan/levels.ts';
import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import { escapeField, splitField, unescapeField } from './outline-fields.ts';

/** `Bo easier, Ana (harder), Kit`: who is before the camera beside the instructor, and who shows which version. */
export function readPresenters(text: string, say: (message: string) => void): Presenter[] {
  const all = splitField(text, ',').flatMap((one): Presenter[] => {
    const match = /^(.*?)(?:\s+\(?(?:shows )?(easier|harder)\)?)?$/i.exec(one.trim());
    const name = unescapeField(match?.[1] ?? '')
      .slice(0, PLAN_LIMITS.shortText)
      .toWellFormed()
      .trim();
    if (name === '') return [];
    const shows = match?.[2]?.toLowerCase();
    return [shows === 'easier' || shows === 'harder' ? { name, shows } : { name }];
  });
  if (all.length > PLAN_LIMITS.presenters)
    say(`A class has at most ${PLAN_LIMITS.presenters} presenters; the rest was left out.`);
  for (const which of ['easier', 'harder'] as const)
    if (all.filter((p) => p.shows === which).length > 1) say(`Two presenters show the ${which} version all class.`);
  return all.slice(0, PLAN_LIMITS.presenters);
}

export function writePresenters(presenters: readonly Presenter[]): string {
  return presenters.map((p) => `${escapeField(p.name)}${p.shows === undefined ? '' : ` (${p.shows})`}`).join(', ');
}
