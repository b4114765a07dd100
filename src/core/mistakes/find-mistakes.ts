import type { Alignment } from '../align/alignment.ts';
import type { Plan } from '../plan/plan.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import type { Span } from '../time/span.ts';
import type { Finding } from '../findings/finding.ts';
import { callsAmiss } from './calls-amiss.ts';
import { confessedMistakes } from './confessed-mistakes.ts';
import { explanationsIntoWork, shortBreaks } from './explanations.ts';
import { filmedBreaks } from './filmed-breaks.ts';
import { filmedOf } from './filmed.ts';
import { lopsidedSides } from './lopsided-sides.ts';
import { miscounts } from './miscounts.ts';
import { optionsAmiss } from './options-amiss.ts';
import { unnamedEquipment } from './unnamed-equipment.ts';
import type { TakeTime } from '../time/micros.ts';

/**
 * What went wrong on the day besides false claims and left-out moves: explanations that run into the work, breaks cut
 * short, changes without a call and calls without a change, options that come late, equipment never named before it is
 * needed. Only what the words can tell at their own sharpness: where they are placed too coarsely nothing is said.
 * `voice` is where one was heard in the take, null where nobody listened.
 */
export function mistakeFindings(
  plan: Plan,
  alignment: Alignment,
  words: SpokenWords<TakeTime>,
  voice: readonly Span<TakeTime>[] | null = null,
): Finding[] {
  const filmed = filmedOf(alignment);
  return [
    ...explanationsIntoWork(filmed, words, voice),
    ...shortBreaks(filmedBreaks(alignment)),
    ...callsAmiss(alignment, filmed, words),
    ...optionsAmiss(plan, filmed, words),
    ...miscounts(plan, alignment, words),
    ...unnamedEquipment(plan, filmed, words),
    ...confessedMistakes(filmed, words),
    ...lopsidedSides(filmed),
  ].sort((a, b) => a.at - b.at);
}
