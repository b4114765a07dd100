import { languageOf } from '../language/languages.ts';
import type { Plan } from '../plan/plan.ts';
import { isActive } from '../plan/segment.ts';
import { propStems } from '../calls/prop-names.ts';
import type { SpokenWords, Token } from '../transcript/transcript.ts';
import type { Finding } from '../findings/finding.ts';
import { type Filmed, PLACED, inTake } from './filmed.ts';
import type { TakeTime } from '../time/micros.ts';

/** Equipment of the plan that is needed before anybody named it. */
export function unnamedEquipment(
  plan: Plan,
  filmed: readonly Filmed[],
  { tokens, language }: SpokenWords<TakeTime>,
): Finding[] {
  const { soundsLike, stem } = languageOf(language).forms;
  // What the plan itself asks for; what the library would use is a guess.
  const needs = new Map(plan.blocks.flatMap((b) => b.moves.map((m) => [m.id, m.needs] as const)));
  const stems = tokens.map((t) => stem(t.norm));
  const done = new Set<string>();
  const listed = kitListed({ tokens, language }, filmed.find((f) => isActive(f.r.segment))?.start ?? null);
  return filmed.flatMap(({ r, start }) => {
    if (!isActive(r.segment)) return [];
    return (needs.get(r.segment.moveId ?? '') ?? []).flatMap((need) => {
      if (done.has(need)) return [];
      done.add(need);
      const heads = propStems(need, languageOf(language));
      if (heads.size === 0) return [];
      const isIt = (t: Token, i: number) =>
        heads.has(stems[i]!) || [...heads].some((head) => soundsLike(t.norm, head) > 0.6);
      const first = tokens.find((t, i) => isIt(t, i) && t.at < start + 5e6);
      if (first !== undefined || tokens.length < 20 || r.placed < PLACED) return [];
      const later = tokens.find(isIt);
      const facts = { need, move: r.segment.label, namedAt: later?.at ?? null, neededAt: start };
      // Where the kit was told as a whole, it should have been named there.
      const at = listed ?? start;
      const segment = filmed.findLast((f) => f.start <= at)?.r.segment ?? r.segment;
      const place = { segment, at, severity: 'note', certainty: 0.6 } as const;
      return [inTake('equipment-unnamed', facts, place)];
    });
  });
}

/** Words that are looked at together for what closes a list of kit. */
const CLOSES_WITHIN = 7;

/** Where somebody says before the first move that this is all one needs; null: nobody does. */
function kitListed({ tokens, language }: SpokenWords<TakeTime>, until: TakeTime | null): TakeTime | null {
  const { kitComplete } = languageOf(language).mistakes;
  const says = (i: number) =>
    kitComplete.test(
      tokens
        .slice(i, i + CLOSES_WITHIN)
        .map((t) => t.norm)
        .join(' '),
    );
  return tokens.find((t, i) => until !== null && t.at < until && says(i))?.at ?? null;
}
