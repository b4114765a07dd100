import type { Token } from './transcript.ts';

/**
 * Words said in one go, where they probably lie, and the window of sound in which to look for them. Microseconds on
 * take time.
 */
interface PhraseWindow {
  /** Indices into the words: [first, past). */
  readonly first: number;
  readonly past: number;
  readonly from: number;
  readonly to: number;
}

/** A silence longer than this ends a phrase. */
const BREATH_US = 350_000;
const MOST_WORDS = 14;
/** Words are looked for this far around their probable place, and further where that is unsure. */
const MARGIN_US = 350_000;
const MOST_MARGIN_US = 1_500_000;

/**
 * Cuts words into phrases, each with its window; windows of neighbours may overlap, but none reaches past a neighbour's
 * middle.
 */
export function phraseWindows(tokens: readonly Token[], durationUs: number): PhraseWindow[] {
  const cuts: { first: number; past: number }[] = [];
  for (const [i, token] of tokens.entries()) {
    const last = cuts.at(-1);
    const before = tokens[i - 1];
    if (
      last === undefined ||
      before === undefined ||
      token.at - before.end > BREATH_US ||
      /[.!?…]$/.test(before.text) ||
      last.past - last.first >= MOST_WORDS
    )
      cuts.push({ first: i, past: i + 1 });
    else last.past = i + 1;
  }
  const middle = (cut: { first: number; past: number } | undefined) =>
    cut === undefined ? null : (tokens[cut.first]!.at + tokens[cut.past - 1]!.end) / 2;
  return cuts.map((cut, n) => {
    const [first, last] = [tokens[cut.first]!, tokens[cut.past - 1]!];
    const margin = (sigma: number) => Math.min(MOST_MARGIN_US, MARGIN_US + 1.5 * Math.max(0, sigma - 150_000));
    const [before, after] = [middle(cuts[n - 1]), middle(cuts[n + 1])];
    return {
      ...cut,
      from: Math.max(0, before ?? 0, first.at - margin(first.sigma)),
      to: Math.min(durationUs, after ?? Infinity, last.end + margin(last.sigma)),
    };
  });
}
