import { languageOf } from '../language/languages.ts';
import { type ViewerWords, filled } from '../language/viewer-word.ts';
import { micros } from '../time/micros.ts';
import { writeTime } from '../time/typed-time.ts';
import type { Plan } from './plan.ts';
import type { RoundSpan } from './round-change.ts';

/** `3 to 4 rounds at home`. */
export function atHomeWords({ from, to }: RoundSpan, words: ViewerWords = languageOf().viewers): string {
  const n = from === to ? from : filled(words.roundsFromTo, { from, to });
  return filled(to === 1 ? words.roundAtHome : words.roundsAtHome, { n });
}

/** A note for viewers on each block that is filmed once and done more often: `Strength: 3 to 4 rounds at home`. */
export function homeNotes({ blocks, language }: Pick<Plan, 'blocks' | 'language'>): string[] {
  const words = languageOf(language).viewers;
  return blocks.flatMap((b) => (b.atHome === undefined ? [] : [`${b.name}: ${atHomeWords(b.atHome, words)}`]));
}

/** A part of the programme: the blocks up to the next part, and the break that viewers take before it. */
interface ProgrammePart {
  readonly name: string;
  readonly blockIds: readonly string[];
  /** Length of that break, which is not in the video; 0: none. */
  readonly breakUs: number;
}

/** The parts of a class; empty where it has only one. A part without a heading has the name of its first block. */
export function partsOf({ blocks }: Pick<Plan, 'blocks'>): ProgrammePart[] {
  const parts: { name: string; blockIds: string[]; breakUs: number }[] = [];
  for (const block of blocks) {
    if (block.kind === 'part') {
      const breakUs = block.scheme.kind === 'plain' ? block.scheme.lengthUs : 0;
      const open = parts.at(-1);
      // A break and the heading after it are one.
      if (open !== undefined && open.blockIds.length === 0) {
        open.name = block.name;
        open.breakUs += breakUs;
      } else parts.push({ name: /^(break|pause)\b/i.test(block.name) ? '' : block.name, blockIds: [], breakUs });
      continue;
    }
    if (parts.length === 0) parts.push({ name: '', blockIds: [], breakUs: 0 });
    const part = parts.at(-1)!;
    part.blockIds.push(block.id);
    if (part.name === '') part.name = block.name;
  }
  const full = parts.filter((p) => p.blockIds.length > 0);
  return full.length > 1 ? full : [];
}

/** A note for viewers on each break that is not in the video: `Pause for 5:00 before Floor work`. */
export function breakNotes(plan: Pick<Plan, 'blocks' | 'language'>): string[] {
  const words = languageOf(plan.language).viewers;
  return partsOf(plan).flatMap((p) =>
    p.breakUs === 0 ? [] : [filled(words.pauseBefore, { time: writeTime(micros(p.breakUs), 0), what: p.name })],
  );
}
