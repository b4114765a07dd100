import { compile } from '../../src/core/plan/compile.ts';
import type { Plan } from '../../src/core/plan/plan.ts';
import { type Segment, isActive, isBreak, nextActive } from '../../src/core/plan/segment.ts';
import type { TakeTime } from '../../src/core/time/micros.ts';
import type { Span } from '../../src/core/time/span.ts';
import { anyTime } from './times.ts';
import type { TakeSound } from '../../src/core/signal/take-sound.ts';
import type { TimedWord, TranscriptCue } from '../../src/core/transcript/transcript.ts';
import { type SyntheticTake, seeded } from './synthetic-take.ts';
import { OTHER_NAMES, BEFORE_A_NAME, CHATTER, SONG, INTO, COMING } from './living-words.ts';
import { mishear } from './misheard-take.ts';

/**
 * How a class is spoken when nobody reads a script: other names, half names, misheard words, chatter, song. Common
 * practice in kind, made up in words.
 */
export interface LivingFaults {
  readonly breakOverS?: number;
  readonly leaveOut?: readonly number[];
  /** Share of interval ends that are counted down; of the rest half have a word. */
  readonly counted?: number;
  /** Share of names that a recogniser got wrong. */
  readonly misheard?: number;
  /** Share of intervals sung over, the song in the transcript. */
  readonly sung?: number;
  /** The opening talk names every move of the class, and now and then one that is not in it. */
  readonly listing?: boolean;
  /** One break in the middle of the class goes on for so long, while somebody tells what comes and what came. */
  readonly asideS?: number;
}

/** A class as `syntheticTake` runs it, but spoken freely. Word-timed; `coarsen` or `loosen` it for paragraphs. */
export function livingClass(plan: Plan, seed: number, faults: LivingFaults = {}): SyntheticTake {
  const random = seeded(seed * 7919 + 13);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T;
  const { segments } = compile(plan);
  const truth = new Map<string, Span<TakeTime>>();
  const cues: TranscriptCue[] = [];
  let now = 1e6 + random() * 4e6;
  let free = 0;
  const say = (at: number, text: string, rate = 2.5) => {
    let t = Math.max(at, free + 1e5);
    const words = text.split(' ').map((w): TimedWord => {
      const length = (w.length <= 3 ? 0.7 : w.length > 7 ? 1.5 : 1) / rate;
      const word = { text: w, start: anyTime(t), end: anyTime(t + length * 0.9e6) };
      t += length * 1e6;
      return word;
    });
    cues.push({ start: (words[0] as TimedWord).start, end: (words.at(-1) as TimedWord).end, text, words });
    free = t;
    return t;
  };
  const nameOf = (segment: Segment, full: boolean) => {
    const names = OTHER_NAMES[segment.label] ?? [segment.label.toLowerCase()];
    const name = full || random() < 0.5 ? (names[0] as string) : pick(names);
    const side =
      segment.side === 'left' || segment.side === 'right' ? ` ${segment.side}${random() < 0.5 ? ' side' : ''}` : '';
    return (random() < (faults.misheard ?? 0) ? mishear(name, random) : name) + side;
  };
  const asideAt =
    faults.asideS === undefined ? -1 : segments.findIndex((s, i) => i > segments.length / 2 && s.kind === 'rest');
  for (const [i, segment] of segments.entries()) {
    const before = segments[i - 1];
    if (
      faults.leaveOut?.includes(i) === true ||
      (before !== undefined && faults.leaveOut?.includes(i - 1) === true && isBreak(segment))
    )
      continue;
    const aside = i === asideAt ? (faults.asideS ?? 0) : 0;
    const over =
      aside +
      (isActive(segment)
        ? (random() - 0.5) * 0.6
        : (random() * 0.7 + 0.3) * (faults.breakOverS ?? 6) * (segment.kind === 'change-over' ? 0.4 : 1));
    const [start, end] = [now, now + segment.end - segment.start + over * 1e6];
    truth.set(segment.key, { start: anyTime(start), end: anyTime(end) });
    const length = end - start;
    const leads = nextActive(segments, i);
    if (isActive(segment)) {
      const late = random() * 1.2e6;
      if (random() < 0.85)
        say(
          start + late - (random() < 0.3 ? 1e6 : 0),
          `${random() < 0.5 ? `${pick(INTO)} ` : ''}${nameOf(segment, random() < 0.4)}`,
        );
      const sung = random() < (faults.sung ?? 0);
      let at = start + 5e6 + random() * 4e6;
      while (at < end - 9e6) {
        say(at, sung && random() < 0.7 ? pick(SONG) : pick(CHATTER), 2.6);
        at = free + 1.5e6 + random() * 7e6;
        if (random() < 0.12) say(at, `keep those ${nameOf(segment, false)} going`);
      }
      if (length > 35e6 && random() < 0.4)
        say(start + length / 2, pick(['half way', 'halfway there', 'you are half way']));
      if (random() < 0.35) say(end - 10e6, pick(['ten seconds', 'last ten', 'ten more seconds']));
      if (leads !== null && random() < 0.15) say(end - 7e6, `${pick(COMING)} ${nameOf(leads, false)}`);
      const r = random();
      if (r < (faults.counted ?? 0.55)) {
        for (const [n, word] of ['three', 'two', 'one'].entries()) say(end - 3e6 + n * 1e6, word, 3);
        if (random() < 0.7) say(end + 1e5, pick(['and rest', 'rest', 'and relax', 'good job', 'shake it out']));
      } else if (r < (faults.counted ?? 0.55) + 0.25)
        say(
          end + random() * 5e5,
          pick(['and rest', 'okay rest', 'take a rest', 'and stop there', 'take a break', 'and breathe']),
        );
    } else if (segment.kind === 'talk') {
      let at = start + 1e6;
      if (faults.listing === true && i === 0) {
        say(at, 'today we have', 2.8);
        for (const label of new Set(segments.filter(isActive).map((s) => s.label)))
          if (free < end - 5e6)
            say(
              free,
              `${pick(OTHER_NAMES[label] ?? [label.toLowerCase()])} ` +
                `${pick(['and then', 'and', 'then some', 'after that'])}`,
              2.8,
            );
        at = free + 0.5e6;
      }
      while (at < end - 6e6) {
        say(
          at,
          pick([
            'welcome back to the studio it is so good to see you',
            'today we work for a while with plenty of rest in between',
            'grab some water and a mat if you have one',
            'you can always stop if you need to',
            'thank you for joining me today',
            'if you liked it come back next week',
            'there are squats and lunges and a lot of fun',
            'listen to your body and go easy to start',
          ]),
          2.8,
        );
        at = free + 0.4e6 + random() * 1.2e6;
      }
    } else {
      if (leads !== null && length > 5e6 && random() < 0.75)
        say(
          start + 2e6 + random() * 2e6,
          `${random() < 0.7 ? `${pick(COMING)} ` : 'so '}${nameOf(leads, random() < 0.6)}`,
        );
      if (aside > 0) {
        let at = start + 8e6;
        while (at < end - 12e6) {
          const near = segments.filter((s, k) => isActive(s) && Math.abs(k - i) < 6);
          say(at, random() < 0.5 ? pick(CHATTER) : `${pick(BEFORE_A_NAME)} ${nameOf(pick(near), false)}`, 2.7);
          at = free + 0.5e6 + random() * 3e6;
        }
      }
      if (length > 12e6 && random() < 0.6) say(Math.max(free + 5e5, start + 6e6), pick(CHATTER));
      if (length > 9e6 && random() < 0.45)
        for (const [n, word] of ['three', 'two', 'one'].entries()) say(end - 3e6 + n * 1e6, word, 3);
    }
    now = end;
  }
  return {
    segments,
    truth,
    transcript: { cues: cues.sort((a, b) => a.start - b.start) },
    duration: anyTime(now + 3e6),
  };
}

/** Paragraphs of uneven lengths between two bounds in seconds, times cut to whole seconds. */
export function loosen(take: SyntheticTake, seed: number, lowS = 20, highS = 45): SyntheticTake {
  const random = seeded(seed + 101);
  const cues: { start: number; until: number; words: string[] }[] = [];
  for (const word of take.transcript.cues.flatMap((cue) => cue.words ?? []).sort((a, b) => a.start - b.start)) {
    const last = cues.at(-1);
    if (last === undefined || word.start >= last.until)
      cues.push({
        start: Math.floor(word.start / 1e6) * 1e6,
        until: word.start + (lowS + random() * (highS - lowS)) * 1e6,
        words: [word.text],
      });
    else last.words.push(word.text);
  }
  return {
    ...take,
    transcript: {
      cues: cues.map((c, i) => ({
        start: anyTime(c.start),
        end: anyTime(cues[i + 1]?.start ?? Math.max(c.start + 1e6, take.duration)),
        text: c.words.join(' '),
        words: null,
      })),
    },
  };
}

/**
 * What a microphone hears of a class: its voice with the edges a little off and some of it lost, a timer's beeps where
 * one ran.
 */
export function soundOf(take: SyntheticTake, seed: number, beeps = false): TakeSound {
  const random = seeded(seed + 401);
  const voice: { start: number; end: number }[] = [];
  for (const word of take.transcript.cues.flatMap((cue) => cue.words ?? []).sort((a, b) => a.start - b.start)) {
    const last = voice.at(-1);
    if (last !== undefined && word.start - last.end < 180_000) last.end = word.end;
    else voice.push({ start: word.start, end: word.end });
  }
  const jitter = () => (random() - 0.5) * 60_000;
  const heard = voice
    .filter(() => random() > 0.03)
    .map((v) => ({ start: anyTime(Math.max(0, v.start + jitter())), end: anyTime(v.end + jitter() + 40_000) }));
  const marks = beeps
    ? [...take.truth]
        .filter(([key]) => take.segments.some((s) => s.key === key && (isActive(s) || s.kind === 'rest')))
        .map(([, span]) => ({ start: span.start, end: anyTime(span.start + 300_000), hz: 1000 }))
    : [];
  return { voice: heard, voiceClarity: 0.9, beeps: marks, claps: [], levels: [] };
}

/** A stretch of a class, two shares of its length, as a take of its own: what was begun and ended within 3 s of it. */
export function cutClass(take: SyntheticTake, [a, b]: readonly [number, number]): SyntheticTake {
  const [from, to] = [Math.round(a * take.duration), Math.round(b * take.duration)];
  const at = (time: number) => anyTime(Math.min(to, Math.max(from, time)) - from);
  const inside = take.transcript.cues.filter((c) => c.start >= from && c.end <= to);
  return {
    segments: take.segments,
    duration: anyTime(to - from),
    truth: new Map(
      [...take.truth]
        .filter(([, t]) => t.end > from + 3e6 && t.start < to - 3e6)
        .map(([key, t]) => [key, { start: at(t.start), end: at(t.end) }]),
    ),
    transcript: {
      cues: inside.map((c) => ({
        ...c,
        start: at(c.start),
        end: at(c.end),
        words: c.words?.map((w) => ({ ...w, start: at(w.start), end: at(w.end) })) ?? null,
      })),
    },
  };
}
