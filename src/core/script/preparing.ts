import type { Segment } from '../plan/segment.ts';
import type { Language } from '../language/language.ts';
import type { CallFacts, MoveFacts } from './call-facts.ts';
import type { Link } from './call-writer.ts';

/** The easier and harder version of a move in words, each with who shows it. */
export function optionValues(
  { easier, harder, easierAs, harderAs }: MoveFacts,
  { calling }: Language,
): Readonly<Record<string, string>> {
  const shown = (text: string, by: string | undefined) =>
    by === undefined || text === '' ? calling.inSentence(text) : calling.shownBy(calling.inSentence(text), by);
  return { easier: shown(easier, easierAs.by), harder: shown(harder, harderAs.by) };
}

/** The calls that prepare a move: once for each name of a move, and again where a round begins. */
export function preparing(move: Segment, facts: CallFacts, language: Language): Link[] {
  const { calling, speaking } = language;
  const of = facts.of(move);
  const links: Link[] = [];
  if (facts.beginsRound(move)) {
    if (move.round === move.rounds) links.push({ call: 'last-one', of: move, values: { last: calling.last.round } });
    else
      links.push({
        call: 'round',
        of: move,
        values: { round: speaking.numberWords(move.round), rounds: speaking.numberWords(move.rounds) },
      });
  }
  const fresh = facts.newNeeds(move);
  if (fresh.length > 0) links.push({ call: 'equipment', of: move, values: { equipment: calling.list(fresh) } });
  const first = of !== null && facts.isFirst(move);
  if (first && of.setUp !== '') links.push({ call: 'set-up', of: move, values: { setup: of.setUp } });
  if (
    of !== null &&
    of.easier !== '' &&
    (first ? of.easierAs.when !== 'when tired' : of.easierAs.when === 'each round')
  )
    links.push({ call: 'option', of: move, values: optionValues(of, language) });
  if (first) {
    if (of.caution !== '') links.push({ call: 'caution', of: move, values: { caution: of.caution } });
  }
  return links;
}
