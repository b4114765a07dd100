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

/** What viewers are to know of blocks that are shown once and done more often: `Strength: 3 to 4 rounds at home`. */
export function homeNotes({ blocks, language }: Pick<Plan, 'blocks' | 'language'>): string[] {
  const words = languageOf(language).viewers;
  return blocks.flatMap((b) => (b.atHome === undefined ? [] : [`${b.name}: ${atHomeWords(b.atHome, words)}`]));
}

/** A part of the programme: blocks from one to before another, with the pause that viewers take before it. */
interface ProgrammePart {
  readonly name: string;
  readonly blockIds: readonly string[];
  /** Outside of the video; 0: none. */
  readonly breakUs: number;
}

/** The parts of a class that has several; empty: it is one. What a break alone begins is named by its first block. */
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

/** What viewers are to know of breaks that the video leaves out: `Pause for 5:00 before Floor work`. */
export function breakNotes(plan: Pick<Plan, 'blocks' | 'language'>): string[] {
  const words = languageOf(plan.language).viewers;
  return partsOf(plan).flatMap((p) =>
    p.breakUs === 0 ? [] : [filled(words.pauseBefore, { time: writeTime(micros(p.breakUs), 0), what: p.name })],
  );
}
