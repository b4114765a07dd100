import { type Micros, fromSeconds, micros } from '../time/micros.ts';
import { findMentions } from './name-match.ts';
import { numberOf } from './numbers.ts';
import type { Token } from './transcript.ts';

/** One thing heard that says something about where segments lie. Times are on take time. */
export type Heard = { readonly at: Micros; readonly sigma: Micros; readonly said: string; /** Index of its first word; -1 for a sound. */ readonly token: number } & (
  | { readonly kind: 'name'; readonly label: string; readonly score: number; readonly next: boolean; readonly side: 'left' | 'right' | null }
  /** `at` is where the change falls: one step after the last number. */
  | { readonly kind: 'countdown'; readonly from: number }
  /** `strength` 0 to 1: `rest` says it, `shake it out` and `well done` only hint. */
  | { readonly kind: 'rest-word'; readonly strength: number }
  | { readonly kind: 'go-word' }
  | { readonly kind: 'switch-word' }
  | { readonly kind: 'water-word' }
  | { readonly kind: 'half-word' }
  | { readonly kind: 'time-left'; readonly leftUs: Micros }
  | { readonly kind: 'round-word'; readonly round: number }
  /** A side by itself: `left side`, `right leg`, not part of a name. */
  | { readonly kind: 'side-word'; readonly side: 'left' | 'right' }
  /** A machine's signal: `strength` is less where it may mark one of two moments. */
  | { readonly kind: 'beep'; readonly strength: number }
  | { readonly kind: 'clap' }
  /** The music turned up or down. */
  | { readonly kind: 'level'; readonly db: number }
);

const BODY_WORDS = new Set(['side', 'leg', 'arm', 'knee', 'foot', 'hand']);
/** A side said this soon after a name belongs to it. */
const NAME_REACH = fromSeconds(2.5);
/** Longest silence inside one phrase. */
const PHRASE_GAP = fromSeconds(4);
const NEXT_WORDS = new Set(['next', 'coming', 'then', 'after', 'ready', 'towards', 'into']);

/** Everything in the words that tells where the class stands, in time order. */
export function hear(tokens: readonly Token[], labels: readonly string[], parts = true): Heard[] {
  const heard: Heard[] = [];
  for (const mention of findMentions(tokens, labels, parts)) {
    const first = tokens[mention.token] as Token;
    const before = tokens.slice(Math.max(0, mention.token - 4), mention.token).filter((t) => first.at - t.at < PHRASE_GAP);
    const after = tokens.slice(mention.token + mention.tokens, mention.token + mention.tokens + 3).filter((t) => t.at - first.at < PHRASE_GAP);
    const next = before.some((t, i) => NEXT_WORDS.has(t.norm) && !(t.norm === 'next' && before[i + 1]?.norm === 'time')) || after[0]?.norm === 'next' || (after[0]?.norm === 'coming' && after[1]?.norm === 'up')
      || (after[0]?.norm === 'is' && after[1]?.norm === 'next');
    const side = [...after, ...before.slice(-1)].map((t) => t.norm).find((n) => n === 'left' || n === 'right') as 'left' | 'right' | undefined;
    heard.push({ kind: 'name', at: first.at, sigma: first.sigma, said: quote(tokens, mention.token, mention.tokens), token: mention.token, label: mention.label, score: mention.score, next, side: side ?? null });
  }
  for (let i = 0; i < tokens.length; i++) i += hearAt(tokens, i, heard);
  return heard.sort((a, b) => a.at - b.at);
}

/** Looks at one token; returns how many further tokens it used up. */
function hearAt(tokens: readonly Token[], i: number, heard: Heard[]): number {
  const token = tokens[i] as Token;
  const near = (k: number) => {
    const other = tokens[i + k];
    return other !== undefined && Math.abs(other.at - token.at) < PHRASE_GAP + 2 * Math.max(token.sigma, other.sigma) ? other.norm : undefined;
  };
  const say = (length: number) => ({ at: token.at, sigma: token.sigma, said: quote(tokens, i, length), token: i });
  const count = countdownAt(tokens, i);
  if (count !== null) {
    heard.push(count.heard);
    return count.length - 1;
  }
  const number = numberOf(token.norm);
  if (number !== null && number >= 3 && number <= 90 && /^sec(ond)?s?$/.test(near(1) ?? '')) {
    // 'Thirty seconds of work' tells a length, 'thirty seconds left' and a bare 'ten seconds' tell the end.
    const length = near(2) === 'of' || near(2) === 'rest' || near(2) === 'break' || near(2) === 'on' || near(-1) === 'for';
    if (!length) heard.push({ kind: 'time-left', ...say(2), leftUs: fromSeconds(number) });
    return length && near(2) === 'of' ? 3 : length ? 2 : 1;
  }
  // `Ten more seconds`, `ten to go`, `five seconds to go` is the case above.
  if (number !== null && number >= 5 && number <= 60 && number % 5 === 0 && ((near(1) === 'more' && /^sec/.test(near(2) ?? '')) || (near(1) === 'to' && near(2) === 'go'))) {
    heard.push({ kind: 'time-left', ...say(3), leftUs: fromSeconds(number) });
    return 2;
  }
  if ((token.norm === 'last' || token.norm === 'final') && [5, 10, 15, 20].includes(numberOf(near(1)) ?? 0) && near(2) !== 'minutes') {
    heard.push({ kind: 'time-left', ...say(2), leftUs: fromSeconds(numberOf(near(1)) ?? 0) });
    return /^sec/.test(near(2) ?? '') ? 2 : 1;
  }
  if (token.norm === 'round' && numberOf(near(1)) !== null) heard.push({ kind: 'round-word', ...say(2), round: numberOf(near(1)) ?? 0 });
  if (token.norm === 'halfway' || (token.norm === 'half' && (near(1) === 'way' || near(1) === 'time'))) heard.push({ kind: 'half-word', ...say(token.norm === 'half' ? 2 : 1) });
  else if (restStrength(token.norm, near) > 0) heard.push({ kind: 'rest-word', ...say(1), strength: restStrength(token.norm, near) });
  else if (isGo(token.norm, near)) heard.push({ kind: 'go-word', ...say(1) });
  else if ((token.norm === 'switch' || token.norm === 'change') && (near(1) === 'sides' || near(1) === 'legs' || near(1) === 'knees' || near(1) === 'arms')) heard.push({ kind: 'switch-word', ...say(2) });
  else if (token.norm === 'other' && (near(1) === 'side' || near(1) === 'leg' || near(1) === 'arm')) heard.push({ kind: 'switch-word', ...say(2) });
  else if ((token.norm === 'left' || token.norm === 'right') && BODY_WORDS.has(near(1) ?? '') && near(-1) !== 'your' && !heard.some((h) => h.kind === 'name' && h.token < i && i <= h.token + 6 && token.at - h.at < NAME_REACH)) heard.push({ kind: 'side-word', ...say(2), side: token.norm });
  else if (token.norm === 'water' || (token.norm === 'drink' && near(-1) === 'a')) heard.push({ kind: 'water-word', ...say(1) });
  return 0;
}

type Near = (k: number) => string | undefined;

/** Before these words `rest` is what there will be, or what there never is. */
const NO_REST = new Set(['the', 'no', 'of', 'plenty', 'never', 'gonna', 'without', 'your', 'to', 'some', 'little', 'more', 'second', 'seconds', 'longer', 'that', 'this']);

/** How surely a word ends the work: `rest`, `take a break`, `shake it out`, `well done`. 0: not at all. */
function restStrength(norm: string, near: Near): number {
  const [before, after] = [near(-1) ?? '', near(1) ?? ''];
  switch (norm) {
    case 'rest': return NO_REST.has(before) || after === 'of' || after === 'in' || after === 'between' || after === 'pose' ? 0 : 1;
    case 'relax': case 'stop': case 'recover': return after === 'if' || after === 'when' || after === 'the' || after === 'now' || before === 'dont' || before === 'not' || before === 'to' || before === 'can' || before === 'never' || before === 'your' ? 0 : 0.9;
    case 'break': return (before === 'a' || before === 'your' || before === 'quick') && /^(take|have|grab|and)$/.test(near(-2) ?? '') ? 0.9 : 0;
    case 'shake': return (after === 'it' || after === 'that') && (near(2) === 'out' || near(2) === 'off') ? 0.6 : 0;
    case 'breathe': return before === 'and' && after !== 'out' && after !== 'in' && after !== 'with' ? 0.4 : 0;
    case 'done': return before === 'well' ? 0.3 : 0;
    case 'job': case 'work': return before === 'good' || before === 'great' || (before === 'nice' && after !== 'everyone') ? 0.3 : 0;
    default: return 0;
  }
}

/** `Go`, `begin`, `start` as calls; not `go to`, nor the `go go go` of a song. */
function isGo(norm: string, near: Near): boolean {
  if (norm !== 'go' && norm !== 'begin' && norm !== 'start') return false;
  const [before, after] = [near(-1) ?? '', near(1) ?? ''];
  if (after === norm || before === norm || before === 'oh' || after === 'oh') return false;
  return !/^(to|can|you|dont|not|ready|never|they)$/.test(before) && !/^(to|and|easy|at|down|up|back|back|slow|as|ahead|home|with|for|the|when)$/.test(after) && !(before === 'well' || (before === 'we' && near(-2) === 'as'));
}

/** Two or more numbers falling by one (or 8-6-4), ending at 1, 2 or 3. The change falls one step after the last. */
function countdownAt(tokens: readonly Token[], i: number): { heard: Heard; length: number } | null {
  const values: number[] = [];
  let j = i;
  for (; j < tokens.length; j++) {
    const value = numberOf((tokens[j] as Token).norm);
    const last = values.at(-1);
    if (value === null || value > 10 || (j > i && (tokens[j] as Token).at - (tokens[j - 1] as Token).at > PHRASE_GAP + 2 * (tokens[j] as Token).sigma)) break;
    if (last !== undefined && !(value === last - 1 || (value === last - 2 && last >= 4))) break;
    values.push(value);
  }
  const last = values.at(-1);
  if (values.length < 2 || last === undefined || last < 1 || last > 2 || (values.length === 2 && last !== 1)) return null;
  const end = tokens[j - 1] as Token;
  const step = Math.min(1.3e6, Math.max(0.7e6, (end.at - (tokens[i] as Token).at) / (values.length - 1)));
  return { length: values.length, heard: { kind: 'countdown', from: values[0] as number, at: micros(end.at + step), sigma: end.sigma, said: quote(tokens, i, values.length), token: i } };
}

function quote(tokens: readonly Token[], at: number, length: number): string {
  return tokens.slice(at, at + length).map((t) => t.text).join(' ').replace(/[.,!?]+$/, '');
}
