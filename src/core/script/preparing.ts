import type { Segment } from '../plan/segment.ts';
import { numberWords } from '../speech/spoken.ts';
import { type CallFacts, spokenList } from './call-facts.ts';
import type { Link } from './call-writer.ts';
import { inSentence } from './short-name.ts';

/** What is prepared before a move: done once a move's name, but for the round that begins. */
export function preparing(move: Segment, facts: CallFacts): Link[] {
  const of = facts.of(move);
  const links: Link[] = [];
  if (facts.beginsRound(move)) {
    if (move.round === move.rounds) links.push({ call: 'last-one', of: move, values: { last: 'round' } });
    else
      links.push({
        call: 'round',
        of: move,
        values: { round: numberWords(move.round), rounds: numberWords(move.rounds) },
      });
  }
  const fresh = facts.newNeeds(move);
  if (fresh.length > 0) links.push({ call: 'equipment', of: move, values: { equipment: spokenList(fresh) } });
  if (of !== null && facts.isFirst(move)) {
    if (of.setUp !== '') links.push({ call: 'set-up', of: move, values: { setup: of.setUp } });
    if (of.easier !== '')
      links.push({
        call: 'option',
        of: move,
        values: { easier: inSentence(of.easier), harder: inSentence(of.harder) },
      });
    if (of.caution !== '') links.push({ call: 'caution', of: move, values: { caution: of.caution } });
  }
  return links;
}
