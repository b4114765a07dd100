import { type Length, type Micros, fromSeconds, micros } from '../time/micros.ts';
import type { Side } from '../language/side.ts';
import { fallsBy } from '../language/counting.ts';
import { languageOf } from '../language/languages.ts';
import type { Near } from '../language/said-word.ts';
import { findMentions } from './name-match.ts';
import { type Label } from './name-variants.ts';
import type { SpokenWords, Token } from '../transcript/transcript.ts';

/** One thing heard that says something about where segments lie. Times are on take time. */
export type Heard = {
  readonly at: Micros;
  readonly sigma: Length;
  readonly said: string;
  /** Index of its first word; -1 for a sound. */ readonly token: number;
} & (
  | {
      readonly kind: 'name';
      readonly label: string;
      readonly score: number;
      readonly next: boolean;
      readonly side: Side | null;
    }
  /** `at` is where the change falls: one step after the last number. */
  | { readonly kind: 'countdown'; readonly from: number }
  /** `strength` 0 to 1: `rest` says it, `shake it out` and `well done` only hint. */
  | { readonly kind: 'rest-word'; readonly strength: number }
  | { readonly kind: 'go-word' }
  | { readonly kind: 'switch-word' }
  | { readonly kind: 'water-word' }
  | { readonly kind: 'half-word' }
  | { readonly kind: 'time-left'; readonly leftUs: Length }
  | { readonly kind: 'round-word'; readonly round: number | 'last' }
  /** A side by itself: `left side`, `right leg`, not part of a name. */
  | { readonly kind: 'side-word'; readonly side: Side }
  /** A machine's signal: `strength` is less where it may mark one of two moments. */
  | { readonly kind: 'beep'; readonly strength: number }
  | { readonly kind: 'clap' }
  /** The music turned up or down. */
  | { readonly kind: 'level'; readonly db: number }
);

/** A side said this soon after a name belongs to it. */
const NAME_REACH = fromSeconds(2.5);
/** Longest silence inside one phrase. */
const PHRASE_GAP = fromSeconds(4);
/** Everything in the words that tells where the class stands, in time order. */
export function hear(words: SpokenWords, labels: readonly Label[], parts = true): Heard[] {
  const { tokens } = words;
  const { calls, forms } = languageOf(words.language);
  const heard: Heard[] = [];
  for (const mention of findMentions(words, labels, parts)) {
    const first = tokens[mention.token]!;
    const before = tokens
      .slice(Math.max(0, mention.token - 4), mention.token)
      .filter((t) => first.at - t.at < PHRASE_GAP)
      .map((t) => t.norm);
    const after = tokens
      .slice(mention.token + mention.tokens, mention.token + mention.tokens + 3)
      .filter((t) => t.at - first.at < PHRASE_GAP)
      .map((t) => t.norm);
    const next = calls.isAnnounced(before, after);
    const side = [...after, ...before.slice(-1)].map(forms.sideOf).find((named) => named !== null);
    heard.push({
      kind: 'name',
      at: first.at,
      sigma: first.sigma,
      said: quote(tokens, mention.token, mention.tokens),
      token: mention.token,
      label: mention.label,
      score: mention.score,
      next,
      side: side ?? null,
    });
  }
  for (let i = 0; i < tokens.length; i++) i += hearAt(words, i, heard);
  return heard.sort((a, b) => a.at - b.at);
}

/** Looks at one token; returns how many further tokens it used up. */
function hearAt(words: SpokenWords, i: number, heard: Heard[]): number {
  const { tokens } = words;
  const { calls } = languageOf(words.language);
  const token = tokens[i]!;
  const near: Near = (k) => {
    const other = tokens[i + k];
    return other !== undefined && Math.abs(other.at - token.at) < PHRASE_GAP + 2 * Math.max(token.sigma, other.sigma)
      ? other.norm
      : undefined;
  };
  const say = (length: number) => ({ at: token.at, sigma: token.sigma, said: quote(tokens, i, length), token: i });
  const count = countdownAt(words, i);
  if (count !== null) {
    heard.push(count.heard);
    return count.length - 1;
  }
  const left = calls.timeLeftWords(near);
  if (left !== null) {
    if (left.leftS !== null) heard.push({ kind: 'time-left', ...say(left.words), leftUs: fromSeconds(left.leftS) });
    return left.words - 1;
  }
  const [round, half, switched] = [calls.roundWords(near), calls.halfWords(near), calls.switchWords(near)];
  const [strength, side] = [calls.restStrength(near), calls.sideWords(near)];
  if (round !== null) heard.push({ kind: 'round-word', ...say(round.words), round: round.round });
  if (half > 0) heard.push({ kind: 'half-word', ...say(half) });
  else if (strength > 0) heard.push({ kind: 'rest-word', ...say(1), strength });
  else if (calls.isGo(near)) heard.push({ kind: 'go-word', ...say(1) });
  else if (switched > 0) heard.push({ kind: 'switch-word', ...say(switched) });
  else if (
    side !== null &&
    !heard.some((h) => h.kind === 'name' && h.token < i && i <= h.token + 6 && token.at - h.at < NAME_REACH)
  )
    heard.push({ kind: 'side-word', ...say(2), side });
  else if (calls.isWater(near)) heard.push({ kind: 'water-word', ...say(1) });
  return 0;
}

/** Two or more numbers falling by one (or 8-6-4), ending at 1, 2 or 3. The change falls one step after the last. */
function countdownAt({ tokens, language }: SpokenWords, i: number): { heard: Heard; length: number } | null {
  const { forms } = languageOf(language);
  const values: number[] = [];
  let j = i;
  for (; j < tokens.length; j++) {
    // `Second one` is no countdown: ordinals do not count.
    const value = forms.isCounted(tokens[j]!.norm) ? forms.numberOf(tokens[j]!.norm) : null;
    const last = values.at(-1);
    if (
      value === null ||
      value > 10 ||
      (j > i && tokens[j]!.at - tokens[j - 1]!.at > PHRASE_GAP + 2 * tokens[j]!.sigma)
    )
      break;
    if (last !== undefined && fallsBy(last, value) === 0) break;
    values.push(value);
  }
  const last = values.at(-1);
  if (values.length < 2 || last === undefined || last < 1 || last > 2 || (values.length === 2 && last !== 1))
    return null;
  const end = tokens[j - 1]!;
  const step = Math.min(1.3e6, Math.max(0.7e6, (end.at - tokens[i]!.at) / (values.length - 1)));
  return {
    length: values.length,
    heard: {
      kind: 'countdown',
      from: values[0]!,
      at: micros(end.at + step),
      sigma: end.sigma,
      said: quote(tokens, i, values.length),
      token: i,
    },
  };
}

function quote(tokens: readonly Token[], at: number, length: number): string {
  return tokens
    .slice(at, at + length)
    .map((t) => t.text)
    .join(' ')
    .replace(/[.,!?]+$/, '');
}
