import { diff3Merge } from 'node-diff3';
import type { Transcript, TranscriptCue } from '../core/transcript/transcript.ts';
import type { Micros } from '../core/time/micros.ts';

/** Lines that both sides changed differently. */
interface WordsClash {
  readonly key: string;
  readonly at: Micros;
  readonly mine: string;
  readonly theirs: string;
}

/**
 * Merges two transcripts that began from one: lines that only one side changed are as that side has them; lines that
 * both changed are as `choose` says, else as theirs.
 */
export function mergeTranscripts(
  base: Transcript,
  mine: Transcript,
  theirs: Transcript,
  choose: (key: string) => 'mine' | 'theirs' | undefined = () => undefined,
): { readonly transcript: Transcript; readonly clashes: readonly WordsClash[] } {
  const cues = new Map<string, TranscriptCue>();
  const keys = ({ cues: of }: Transcript) =>
    of.map((cue) => {
      const key = JSON.stringify(cue);
      cues.set(key, cue);
      return key;
    });
  const merged: string[] = [];
  const clashes: WordsClash[] = [];
  const clash = (a: readonly string[], b: readonly string[]) => {
    const text = (of: readonly string[]) => of.map((key) => cues.get(key)?.text ?? '').join(' / ');
    const at = Math.min(...[...a, ...b].map((key) => cues.get(key)?.start ?? Infinity)) as Micros;
    const found = { key: `words ${at}`, at, mine: text(a), theirs: text(b) };
    clashes.push(found);
    merged.push(...(choose(found.key) === 'mine' ? a : b));
  };
  for (const region of diff3Merge(keys(mine), keys(base), keys(theirs), { excludeFalseConflicts: true })) {
    if (region.ok !== undefined) merged.push(...region.ok);
    if (region.conflict === undefined) continue;
    const { a, o, b } = region.conflict;
    if (a.length !== o.length || b.length !== o.length) {
      clash(a, b);
      continue;
    }
    // Lines that stand beside each other and were changed one here, one there.
    o.forEach((was, i) => {
      const [here, there] = [a[i]!, b[i]!];
      if (here === was || here === there) merged.push(there);
      else if (there === was) merged.push(here);
      else clash([here], [there]);
    });
  }
  const sorted = merged.map((key) => cues.get(key)!).sort((x, y) => x.start - y.start);
  return { transcript: { cues: sorted }, clashes };
}
