import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import { type Block, type BlockKind, type Move, NO_SIDES, type Plan, newBlock, newMove } from '../plan/plan.ts';
import { type Micros, micros } from '../time/micros.ts';
import type { TakeSound } from '../signal/activity.ts';
import { voiceOf } from './align.ts';
import { hearSounds } from './heard-sounds.ts';
import { hear } from './heard.ts';
import { numberOf } from './numbers.ts';
import { findMentions } from './name-match.ts';
import { stem } from './sounds-like.ts';
import { normalise } from './normalise.ts';
import { type Run, runsOf, turnAt } from './turns.ts';
import { type Token, type Transcript, tokensOf } from './transcript.ts';

/** An interval that was heard: a move, when it began and ended, the side it was done on. */
export interface HeardInterval {
  readonly label: string;
  readonly start: Micros;
  readonly end: Micros;
  readonly side: 'left' | 'right' | null;
}

export interface Proposal {
  readonly plan: Plan;
  readonly intervals: readonly HeardInterval[];
  /** What a person should look at, in sentences. */
  readonly doubts: readonly string[];
}

/** Shorter than this is no interval; longer than this without a new name or rest is two things. */
const SHORTEST_US = 8e6;
const LONGEST_US = 150e6;
/** Lengths that intervals usually have, in seconds (common practice); what is measured is drawn to the nearest. */
const USUAL_S = [10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 75, 90, 120, 150, 180];
const USUAL_REST_S = [0, 5, 10, 15, 20, 25, 30, 40, 45, 60, 90];
const STRETCH_WORDS = /\b(stretch|pose|fold|opener|twist)\b/i;
const WARM_WORDS = new Set(['warm', 'warmup', 'warming']);

/**
 * A plan for a recording that has none, from its words alone: names of known exercises (a studio's own with them) and what
 * follows 'next up', 'first up', 'into'; countdowns, rests and halves between them; lengths that are said; the turn of the
 * moves for rounds. It is a proposal: everything is measured from calls, and what is unsure is said.
 */
export function propose(transcript: Transcript, duration: Micros, title = 'Recorded class', book: ExerciseBook = SHIPPED_BOOK, sound: TakeSound | null = null): Proposal {
  const tokens = tokensOf(transcript, duration, voiceOf(sound)).filter((t) => t.at <= duration);
  const doubts: string[] = [];
  const key = (name: string) => name.split(/[\s-]+/).map((w) => stem(normalise(w))).join(' ');
  const known = new Set(book.all.map((e) => key(e.name)));
  // One word of a known name is that name cut short, not a move of its own.
  const parts = new Set([...known].flatMap((name) => name.split(' ')));
  const labels = [...book.all.map((e) => e.name), ...announced(tokens).filter((name) => !known.has(key(name)) && !parts.has(key(name)) && !isKnown(name, book))];
  const intervals = completed(intervalsIn(tokens, labels, duration, sound === null ? [] : hearSounds(sound).filter((h) => h.kind === 'beep' && h.strength > BEEP_ENOUGH).map((h) => h.at)));
  if (intervals.length === 0) {
    const plan: Plan = { title, instructor: '', cueing: 'mirrored', sides: NO_SIDES, blocks: [{ ...newBlock('b1', 'talk', 'Talk'), scheme: { kind: 'plain', lengthUs: micros(Math.max(1e6, Math.round(duration / 1e6) * 1e6)) } }] };
    return { plan, intervals, doubts: ['No move was heard by name; the whole recording stands as talk.'] };
  }
  const said = saidLengths(tokens);
  const blocks = blocksOf(intervals, tokens, duration, said, book, doubts);
  return { plan: { title, instructor: '', cueing: 'mirrored', sides: NO_SIDES, blocks }, intervals, doubts };
}

/** True where an announced name is one that the library knows by another, or with a word around it. */
function isKnown(name: string, book: ExerciseBook): boolean {
  const tokens = name.split(/\s+/).map((text, i): Token => ({ text, norm: normalise(text), at: micros(i), end: micros(i), sigma: micros(0), cue: 0, word: i }));
  return findMentions(tokens, book.all.map((e) => e.name), false).some((m) => m.score > KNOWN_ENOUGH && m.tokens >= Math.min(tokens.length, Math.max(2, tokens.length - 1)));
}
const KNOWN_ENOUGH = 0.6;

const LEADS: readonly (readonly string[])[] = [['next', 'up'], ['next', 'one', 'is'], ['up', 'next'], ['first', 'up'], ['first', 'move', 'is'], ['first', 'exercise', 'is'], ['moving', 'on', 'to'], ['coming', 'up'], ['next', 'move', 'is'], ['next', 'exercise', 'is'], ['we', 'have', 'got'], ['weve', 'got'], ['straight', 'into'], ['going', 'into']];
const STOPS = new Set(['and', 'for', 'so', 'with', 'in', 'on', 'we', 'you', 'lets', 'here', 'ready', 'then', 'now', 'is', 'are', 'three', 'go', 'rest', 'keep', 'if', 'left', 'right', 'to', 'just', 'good', 'nice', 'breathe', 'think', 'make', 'find', 'take', 'soft', 'do', 'dont', 'smile', 'brace', 'stay', 'lovely', 'beautiful', 'that', 'this', 'there', 'i', 'a', 'my', 'because', 'again', 'okay', 'alright', 'get', 'grab', 'same', 'but', 'first', 'last', 'next', 'up', 'shake']);
const SKIPPED = new Set(['a', 'an', 'the', 'some', 'our', 'your', 'is', 'going', 'be', 'its', 'it']);

/** Names that follow an announcement and that no library knows: up to three words until the sentence or a joining word ends them. */
function announced(tokens: readonly Token[]): string[] {
  const counted = new Map<string, { text: string; times: number }>();
  for (let i = 0; i < tokens.length; i++) {
    const lead = LEADS.find((words) => words.every((w, k) => tokens[i + k]?.norm === w));
    if (lead === undefined) continue;
    const words: string[] = [];
    for (let j = i + lead.length; j < tokens.length && words.length < 3; j++) {
      const token = tokens[j] as Token;
      if (words.length === 0 && SKIPPED.has(token.norm)) continue;
      if (STOPS.has(token.norm) || numberOf(token.norm) !== null) break;
      // The name said again is the next sentence.
      if (words.some((w) => stem(normalise(w)) === stem(token.norm))) break;
      words.push(token.text.replace(/[.,!?;:…]+$/, ''));
      if (/[.,!?;:…]$/.test(token.text)) break;
    }
    if (words.length === 0 || words.join('').length < 4) continue;
    const text = words.join(' ');
    const key = words.map((w) => stem(normalise(w))).join(' ');
    const known = counted.get(key);
    if (known === undefined) counted.set(key, { text: text[0]?.toUpperCase() + text.slice(1), times: 1 });
    else known.times++;
  }
  return [...counted.values()].map((c) => c.text);
}

/** Names this near to each other, in words, are a list. */
const LIST_WORDS = 4;
/** `There are squats and …`, `lots of squats and …`: what will be. */
const PROMISES = new Set(['are', 'some', 'of', 'like', 'doing', 'with']);
const JUST_ENDED_US = 9e6;
/** A beep this strong marks a change by itself. */
const BEEP_ENOUGH = 0.6;
/** A call this near a timer's beep means that beep. */
const BEEP_NEAR_US = 3e6;

/** What is announced begins about so long after; and is over at the earliest after so long (common practice: intervals of 20 s and more). */
const AFTER_NEXT_US = 8e6;
const UNCALLED_US = 20e6;

/** A time that was heard in words, or the timer's beep near it, which is sharper. */
function sharp(at: number, beeps: readonly number[]): number {
  const near = beeps.filter((b) => Math.abs(b - at) <= BEEP_NEAR_US).sort((a, b) => Math.abs(a - at) - Math.abs(b - at))[0];
  return near ?? at;
}

/** Intervals from names, and from the calls that end them. */
function intervalsIn(tokens: readonly Token[], labels: readonly string[], duration: Micros, beeps: readonly number[]): HeardInterval[] {
  const heard = hear(tokens, labels, false);
  const ends = heard.filter((h) => h.kind === 'rest-word' || h.kind === 'countdown').map((h) => sharp(h.at, beeps));
  const begins = heard.filter((h) => h.kind === 'go-word' || h.kind === 'countdown').map((h) => sharp(h.at, beeps));
  const found: { label: string; start: number; end: number; side: 'left' | 'right' | null }[] = [];
  let coming: { label: string; at: number; side: 'left' | 'right' | null } | null = null;
  /** What was announced in a break and never named or called again was done all the same, when something later is heard. */
  const done = (at: number) => {
    const last = found.at(-1);
    if (coming === null || at - coming.at < UNCALLED_US || at - coming.at > LONGEST_US || (last !== undefined && !ends.some((e) => e > last.start + SHORTEST_US && e <= (coming?.at ?? 0) + 3e6))) return;
    found.push({ label: coming.label, start: coming.at + AFTER_NEXT_US, end: duration, side: coming.side });
    coming = null;
  };
  for (const h of heard) {
    if (h.kind === 'rest-word' || (h.kind === 'name' && coming !== null && h.label !== coming.label)) done(h.at);
    const last = found.at(-1);
    if (h.kind === 'name') {
      const label = h.label;
      if (h.next) {
        coming = { label, at: h.at, side: h.side };
        continue;
      }
      const names = heard.filter((o) => o.kind === 'name' && o.token > h.token && o.token <= h.token + LIST_WORDS);
      // A list of names is a promise, `keep those squats going` a reminder: neither begins anything.
      if (names.some((o) => o.kind === 'name' && o.label !== label) || (last !== undefined && tokens.slice(Math.max(0, h.token - 2), h.token).some((t) => t.norm === 'keep'))) continue;
      if (PROMISES.has(tokens[h.token - 1]?.norm ?? '') && tokens[h.token + h.said.split(/\s+/).length]?.norm === 'and') continue;
      // Named right after an end, with a beginning called later: that is what comes.
      const ended = ends.some((e) => e <= h.at + 1e6 && h.at - e < JUST_ENDED_US);
      const nextName = heard.find((o) => o.kind === 'name' && o.at > h.at + 1e6 && o.label !== label)?.at ?? Infinity;
      if (ended && last !== undefined && begins.some((b) => b > h.at + 3e6 && b < Math.min(nextName + 2e6, h.at + 40e6))) {
        coming = { label, at: h.at, side: h.side };
        continue;
      }
      const restedSince = last === undefined || ends.some((e) => e > last.start + SHORTEST_US && e <= h.at + 1.5e6);
      const same = last !== undefined && last.label === label;
      // The same name again inside one interval is a reminder; after its end it is the move once more.
      if (same && !restedSince) {
        if (h.side !== null) last.side ??= h.side;
        continue;
      }
      if (last !== undefined && h.at - last.start < SHORTEST_US && !same) {
        // Two names within moments are one interval: the later one is what is done, unless the first was announced.
        if (coming?.label !== last.label) last.label = label;
        continue;
      }
      // A move starts at the countdown or 'go' just before or after its name, else where it is named.
      const near = begins.filter((b) => b > h.at - 4e6 && b < h.at + 12e6).sort((a, b) => Math.abs(a - h.at) - Math.abs(b - h.at))[0];
      const start = near ?? h.at;
      if (last !== undefined && start - last.start < SHORTEST_US) continue;
      found.push({ label, start, end: duration, side: h.side });
      coming = null;
    } else if (h.kind === 'go-word' && coming !== null && h.at - coming.at < 60e6) {
      // Announced, never named again, begun with a call.
      if (last === undefined || h.at - last.start >= SHORTEST_US) found.push({ label: coming.label, start: h.at, end: duration, side: coming.side });
      coming = null;
    } else if (h.kind === 'rest-word' || (h.kind === 'countdown' && coming !== null && last !== undefined && h.at - last.start > SHORTEST_US)) {
      if (h.kind === 'countdown' && coming !== null && last !== undefined && ends.some((e) => e > last.start + SHORTEST_US && e < h.at - 3e6)) {
        // The countdown after a rest begins what was announced in it.
        found.push({ label: coming.label, start: h.at, end: duration, side: coming.side });
        coming = null;
      }
    } else if (h.kind === 'side-word' && last !== undefined && h.at - last.start < 20e6) last.side ??= h.side;
  }
  found.sort((a, b) => a.start - b.start);
  return found.map((f, i): HeardInterval => {
    const next = found[i + 1]?.start ?? duration;
    const end = ends.find((e) => e > f.start + SHORTEST_US && e <= next + 2e6) ?? Math.min(next, f.start + LONGEST_US);
    return { label: f.label, start: micros(f.start), end: micros(Math.min(end, next)), side: f.side };
  });
}

/** `Squat` beside squat jumps, and seldom else, is a squat jump whose name was cut short or misheard. */
function completed(intervals: readonly HeardInterval[]): HeardInterval[] {
  const words = (label: string) => label.toLowerCase().split(/[\s-]+/);
  const times = (label: string) => intervals.filter((i) => i.label === label).length;
  return intervals.map((interval, k) => {
    const whole = [intervals[k - 1]?.label, intervals[k + 1]?.label].find((label) => label !== undefined && label !== interval.label && words(interval.label).every((w) => words(label).includes(w)) && times(label) > times(interval.label));
    return whole === undefined ? interval : { ...interval, label: whole };
  });
}

/** Lengths that are said of work and rest: `forty seconds on, twenty off`, `thirty seconds of work`. */
function saidLengths(tokens: readonly Token[]): { work: number | null; rest: number | null } {
  const votes = { work: new Map<number, number>(), rest: new Map<number, number>() };
  const vote = (kind: 'work' | 'rest', s: number) => votes[kind].set(s, (votes[kind].get(s) ?? 0) + 1);
  tokens.forEach((token, i) => {
    const n = numberOf(token.norm);
    if (n === null || n < 5 || n > 180) return;
    const words = [1, 2, 3].map((k) => tokens[i + k]?.norm ?? '');
    const after = /^sec/.test(words[0] ?? '') ? words.slice(1) : words;
    const of = after[0] === 'of' ? after[1] : after[0];
    if (of === 'on' || of === 'work' || of === 'working') vote('work', n);
    else if (of === 'off' || of === 'rest' || of === 'recovery' || of === 'break') vote('rest', n);
  });
  const most = (map: Map<number, number>) => [...map].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
  return { work: most(votes.work), rest: most(votes.rest) };
}

function blocksOf(intervals: readonly HeardInterval[], tokens: readonly Token[], duration: Micros, said: { work: number | null; rest: number | null }, book: ExerciseBook, doubts: string[]): Block[] {
  const blocks: Block[] = [];
  let number = 0;
  const add = (kind: BlockKind, name: string): Block => newBlock(`b${++number}`, kind, name);
  const plain = (kind: 'talk', name: string, us: number) => {
    if (us >= 5e6) blocks.push({ ...add(kind, name), scheme: { kind: 'plain', lengthUs: micros(Math.round(us / 1e6) * 1e6) } });
  };
  const first = intervals[0] as HeardInterval;
  plain('talk', 'Welcome', first.start);
  const runs = runsOf(intervals, APART_US);
  const labels = runs.map((r) => r.label);
  let at = 0;
  let begin = 0;
  while (at < runs.length) {
    const turn = turnAt(labels, at);
    const length = turn?.length ?? lonely(runs, at, book);
    const part = runs.slice(at, at + length).flatMap((r) => r.intervals);
    const sets = setsOf(runs.slice(at, at + length));
    const moves = (turn === null ? runs.slice(at, at + length) : turn.moves.map((k) => runs[k] as Run<HeardInterval>)).flatMap((r) => movesOf(r, sets));
    const before = blocks.length;
    const stretching = moves.filter((m) => isStretch(m.interval.label, book)).length * 2 > moves.length;
    const early = begin === 0 && at + length < runs.length && (turn === null || tokens.some((t) => t.at < (part.at(-1) as HeardInterval).end && WARM_WORDS.has(t.norm)));
    const kind: BlockKind = stretching && at > 0 ? 'cool-down' : early ? 'warm-up' : 'circuit';
    const name = { 'cool-down': 'Stretch', 'warm-up': 'Warm-up', circuit: before > 1 && blocks.some((b) => b.name === 'Main') ? `Main ${blocks.filter((b) => b.name.startsWith('Main')).length + 1}` : 'Main' }[kind as 'cool-down' | 'warm-up' | 'circuit'];
    const work = usual(part.map((p) => p.end - p.start), USUAL_S, kind === 'circuit' ? said.work : null);
    const rests = part.slice(1).map((p, i) => p.start - (part[i] as HeardInterval).end).filter((r) => r >= 0 && r < 90e6);
    const rest = rests.length === 0 ? 0 : usual(rests, USUAL_REST_S, kind === 'circuit' ? said.rest : null);
    const scheme: Block['scheme'] = kind === 'cool-down' ? { kind: 'hold', holdUs: micros(work * 1e6), changeUs: micros(rest * 1e6) } : { kind: 'interval', workUs: micros(work * 1e6), restUs: micros(rest * 1e6), sets };
    const made = { ...add(kind, name), scheme, rounds: turn?.rounds ?? 1, keepLastRest: false };
    blocks.push({ ...made, moves: moves.map((m, i): Move => ({ ...newMove(`${made.id}m${i + 1}`, m.interval.label), sides: m.both ? { kind: 'own', first: m.interval.side ?? 'left' } : null })) });
    at += length;
    begin++;
    const [last, next] = [part.at(-1) as HeardInterval, runs[at]?.intervals[0]];
    if (next !== undefined && next.start - last.end > 25e6) plain('talk', tokens.some((t) => t.at > last.end && t.at < next.start && t.norm === 'water') ? 'Water and talk' : 'Between', next.start - last.end);
  }
  const end = (intervals.at(-1) as HeardInterval).end;
  plain('talk', 'Goodbye', duration - end);
  const unknown = [...new Set(intervals.map((i) => i.label))].filter((l) => book.named(l) === null);
  if (unknown.length > 0) doubts.push(`Not in the library, taken from what was announced: ${unknown.join(', ')}.`);
  if (said.work === null) doubts.push('Nobody says how long the intervals are; they are measured from the calls.');
  return blocks;
}

function isStretch(label: string, book: ExerciseBook): boolean {
  return book.named(label)?.pattern === 'stretch' || STRETCH_WORDS.test(label);
}

/** How many runs stand alone before a turn begins, stretching does, or moves begin or cease to have sets. */
function lonely(runs: readonly Run<HeardInterval>[], at: number, book: ExerciseBook): number {
  const labels = runs.map((r) => r.label);
  const stretching = (k: number) => isStretch(labels[k] as string, book);
  // Two in a row: one run alone may be a name that was said once too often.
  const repeats = (k: number) => [runs[k], runs[k + 1]].every((r) => r !== undefined && r.intervals.length > 1 && r.intervals.every((i) => i.side === null));
  let n = 1;
  while (at + n < runs.length && turnAt(labels, at + n) === null && stretching(at + n) === stretching(at) && !(repeats(at + n) && !repeats(at + n - 1) && !repeats(at + n - 2))) n++;
  return n;
}

/** The same move again after so long is no set and no other side. */
const APART_US = 100e6;
/** Runs of at least so many, in the middle, are sets; two are the sides of a move: hardly anything else is done twice. */
const FEWEST_SETS = 2.5;
/** Sets are named again by somebody: moves that merely last are no sets. */
const REPEATED = 1.4;
const MOST_SETS = 8;

/** How many sets the moves of some runs have, by names and by how long each move lasts: 1 where a run is one interval, or two for its sides. */
function setsOf(runs: readonly Run<HeardInterval>[]): number {
  const all = runs.flatMap((r) => r.intervals);
  const steps = all.slice(1).map((i, k) => i.start - (all[k] as HeardInterval).start).sort((a, b) => a - b);
  const step = steps[steps.length >> 2] ?? Infinity;
  const many = runs.map((r, k) => {
    const next = runs[k + 1]?.intervals[0]?.start;
    const lasts = next === undefined ? 0 : Math.round((next - (r.intervals[0] as HeardInterval).start) / step);
    return Math.max(r.intervals.length, Math.min(MOST_SETS, lasts));
  }).sort((a, b) => a - b);
  const sided = runs.filter((r) => r.intervals.some((i) => i.side !== null)).length * 2 > runs.length;
  const middle = many[many.length >> 1] ?? 1;
  const repeated = all.length / runs.length >= REPEATED;
  return middle >= FEWEST_SETS && repeated && !sided ? middle : 1;
}

/** The moves of a run: one with its sets, one with its two sides, or as many as there are. */
function movesOf(run: Run<HeardInterval>, sets: number): { readonly interval: HeardInterval; readonly both: boolean }[] {
  const first = run.intervals[0] as HeardInterval;
  if (sets > 1) return [{ interval: first, both: false }];
  return Array.from({ length: Math.ceil(run.intervals.length / 2) }, (_, i) => ({ interval: run.intervals[2 * i] as HeardInterval, both: run.intervals[2 * i + 1] !== undefined }));
}

/** The usual length, in seconds, that measured ones lie nearest to in the middle; a length that was said wins where it is near. */
function usual(lengthsUs: readonly number[], steps: readonly number[], saidS: number | null): number {
  const sorted = [...lengthsUs].sort((a, b) => a - b);
  const middle = (sorted[Math.floor(sorted.length / 2)] ?? 30e6) / 1e6;
  if (saidS !== null && Math.abs(saidS - middle) <= Math.max(8, saidS * 0.3)) return saidS;
  return steps.reduce((a, b) => (Math.abs(b - middle) < Math.abs(a - middle) ? b : a));
}
