import { TYPICAL_SPEAKER, lineTime } from '../speech/line-time.ts';
import { numberOf } from './numbers.ts';
import { normalise } from './transcript.ts';

/** A word with its likely place. Microseconds on take time; `sigma` is one standard deviation of its start. */
export interface PlacedWord {
  readonly text: string;
  readonly at: number;
  readonly end: number;
  readonly sigma: number;
}

/** Word times from a recogniser are right within about a fifth of a second (common practice). */
export const WORD_SIGMA_US = 150_000;
/** One number of a countdown and the silence after it (common practice: a second or a beat). */
const COUNT_STEP_US = 950_000;
/** People speak so much faster or slower than the model says (one standard deviation). */
const RATE_SIGMA = 0.12;
/** Fewer marks than one in so many words: the text has no punctuation that says where the pauses are. */
const WORDS_A_MARK = 25;
/**
 * How likely silence falls after a word: full stops and commas, words that begin a phrase, words in mid-phrase. Where there
 * is no punctuation the last two have to say it all.
 */
const PAUSE = { stop: 1, comma: 0.3, marked: { starter: 0.06, inside: 0.015 }, bare: { starter: 0.6, inside: 0.1 }, bound: 0.01, tight: 0.08, last: 0.7 } as const;

const COUNTED = /^(one|two|three|four|five|six|seven|eight|nine|ten|\d{1,2})$/;
const STARTERS = new Set(['and', 'so', 'okay', 'ok', 'alright', 'now', 'next', 'lets', 'let', 'here', 'keep', 'good', 'nice', 'great', 'well', 'you', 'we', 'were', 'i', 'if', 'last', 'ten', 'half', 'halfway', 'coming', 'come', 'get', 'ready', 'make', 'take', 'just', 'then', 'three', 'five', 'rest', 'relax', 'first', 'do', 'dont', 'think', 'stay', 'up', 'beautiful', 'lovely', 'yes', 'that', 'thats', 'this', 'there', 'my', 'off', 'after']);
const BOUND = new Set(['next up', 'up next', 'half way', 'here we', 'we go', 'we are', 'you are', 'you can', 'coming up', 'left side', 'right side', 'other side', 'ten seconds', 'last ten', 'last five', 'get ready', 'lets go', 'let us', 'we have', 'if you', 'do not', 'good job', 'well done', 'and rest', 'and relax', 'and go', 'and we', 'so we', 'now we', 'next we', 'and then', 'take a', 'keep going', 'first up']);
/** After these a phrase goes on at once: `okay here we go`, `so lunges`. */
const LEADS_ON = new Set(['okay', 'ok', 'alright', 'so', 'and', 'now', 'then', 'lets', 'the', 'a', 'your', 'those', 'that', 'keep', 'we', 'you', 'up', 'next', 'to', 'for', 'with', 'in', 'on', 'of', 'is', 'are', 'into']);
/** `Here we go` and the name of the move are one call, with hardly a breath between. */
const GO_NAME = 0.15;
const AFTER_COUNT = /^(and|rest|relax|stop|switch|change|go|begin|done|time|good|okay)$/;

/** The silence after each word in shares, and where a countdown's step fixes the time from one word to the next. */
function pausesOf(words: readonly string[], norms: readonly string[]): { readonly share: number; readonly stepUs: number | null }[] {
  const marks = words.slice(0, -1).filter((w) => /[.!?…]["')\]]?$/.test(w)).length;
  const free = marks * WORDS_A_MARK >= words.length ? PAUSE.marked : PAUSE.bare;
  const value = norms.map((n) => (COUNTED.test(n) ? numberOf(n) : null));
  const falls = (i: number) => value[i] !== null && value[i + 1] !== null && value[i + 1] !== undefined && (value[i] as number) - (value[i + 1] as number) === 1;
  return words.map((word, i) => {
    const next = norms[i + 1];
    if (next === undefined) return { share: PAUSE.last, stepUs: null };
    if (falls(i)) return { share: 0, stepUs: COUNT_STEP_US };
    if (i > 0 && falls(i - 1) && AFTER_COUNT.test(next)) return { share: PAUSE.tight, stepUs: null };
    if (/[.!?…]["')\]]?$/.test(word)) return { share: (next === 'left' || next === 'right') && i + 2 < norms.length ? PAUSE.tight : PAUSE.stop, stepUs: null };
    if (/[,;:—–]$/.test(word)) return { share: PAUSE.comma, stepUs: null };
    if (BOUND.has(`${norms[i]} ${next}`) || (value[i] !== null && /^(sec|min|more|rep)/.test(next))) return { share: PAUSE.bound, stepUs: null };
    if (LEADS_ON.has(norms[i] as string)) return { share: PAUSE.bound, stepUs: null };
    if (norms[i] === 'go') return { share: GO_NAME * free.starter, stepUs: null };
    return { share: STARTERS.has(next) ? free.starter : free.inside, stepUs: null };
  });
}

/**
 * Places the words of a stretch of speech of which only start and end are known (microseconds): words take as long as the
 * speaking model says, and the silence that is left is shared out where silence is likely. How far off a word may be grows
 * from the start, where it is known, and falls towards the end, as for any walk between two fixed points.
 */
export function placeWords(text: string, start: number, end: number): PlacedWord[] {
  const words = text.split(/\s+/).filter((w) => w !== '');
  if (words.length === 0) return [];
  const norms = words.map(normalise);
  const room = Math.max(1, end - start);
  const pauses = pausesOf(words, norms);
  const spoken = words.map((w) => Math.max(80_000, lineTime(w) - TYPICAL_SPEAKER.startS * 1e6));
  const steps = spoken.map((us, i) => Math.max(us, pauses[i]?.stepUs ?? 0));
  const needed = steps.reduce((a, b) => a + b, 0);
  const scale = Math.min(1, room / needed);
  const slack = Math.max(0, room - needed);
  const total = Math.max(1e-9, pauses.reduce((sum, p) => sum + p.share, 0));
  // So many pauses of like weight would have the same spread as these.
  const pieces = (total * total) / Math.max(1e-9, pauses.reduce((sum, p) => sum + p.share * p.share, 0));
  const placed: PlacedWord[] = [];
  let [said, shared] = [0, 0];
  for (const [i, word] of words.entries()) {
    const [through, done] = [shared / total, said / Math.max(1, needed)];
    const silence = slack * Math.sqrt((through * (1 - through)) / (pieces * 0.6 + 1));
    const rate = Math.min(slack, needed) * RATE_SIGMA * 2 * Math.sqrt(done * (1 - done));
    const at = start + said * scale + slack * through;
    placed.push({ text: word, at, end: at + (spoken[i] as number) * scale, sigma: Math.hypot(WORD_SIGMA_US, silence, rate) + (scale < 1 ? 400_000 * Math.sqrt(done) : 0) });
    said += steps[i] as number;
    shared += pauses[i]?.share ?? 0;
  }
  return placed;
}
