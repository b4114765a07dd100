import type { Plan } from '../../src/core/plan/plan.ts';
import { isActive } from '../../src/core/plan/segment.ts';
import type { TranscriptCue } from '../../src/core/transcript/transcript.ts';
import type { Micros } from '../../src/core/time/micros.ts';
import { anySeconds, anyTime } from './times.ts';
import { type SyntheticTake, syntheticTake } from './synthetic-take.ts';
import { SPARE_CALLS } from '../../src/core/script/cue.ts';
import { compile } from '../../src/core/plan/compile.ts';

/** A slip that was made on purpose: how it is called when it is found, and where. */
export interface Planted {
  readonly type: string;
  readonly at: Micros;
  /** It may be found this far from there. */
  readonly reachUs: number;
}

/** One line with its words timed. */
export function saidAt(atUs: number, text: string, stepS = 0.33): TranscriptCue {
  const words = text.split(' ').map((w, i) => ({
    text: w,
    start: anySeconds(atUs / 1e6 + i * stepS),
    end: anySeconds(atUs / 1e6 + (i + 0.9) * stepS),
  }));
  return { start: words[0]?.start ?? anyTime(0), end: words.at(-1)?.end ?? anyTime(0), text, words };
}

const EXPLANATION =
  'so for this one put your feet a little wider than your hips turn the toes out and sit back as if there ' +
  'was a chair behind you and then you push the floor away and come all the way up';

/**
 * A class with slips of every kind that words can tell, one of each in an interval of its own as far as the class has
 * intervals: a move left out, a break far too long, an explanation into the work, wrong side, next-up, count, time and
 * half.
 */
export function plantSlips(
  plan: Plan,
  seed: number,
): { readonly take: SyntheticTake; readonly planted: readonly Planted[] } {
  const active = compile(plan).segments.filter(isActive);
  const made = syntheticTake(plan, seed, { breakOverS: 2, calls: SPARE_CALLS, leaveOut: [active[3]?.index ?? 0] });
  const truth = new Map(made.truth);
  let cues = [...made.transcript.cues];
  let duration: number = made.duration;
  const planted: Planted[] = [
    { type: 'left-out', at: truth.get(active[2]?.key ?? '')?.end ?? anyTime(0), reachUs: 30e6 },
  ];
  // A break that goes on: all that comes after its first seconds comes later.
  const rest = made.segments.find((s) => s.kind === 'rest' && truth.has(s.key) && s.index > (active[4]?.index ?? 0));
  const held = rest === undefined ? undefined : truth.get(rest.key);
  if (rest !== undefined && held !== undefined) {
    const [from, by] = [held.start + 2e6, 14e6];
    const later = <T extends { start: Micros; end: Micros }>(s: T): T => ({
      ...s,
      start: anyTime(s.start >= from ? s.start + by : s.start),
      end: anyTime(s.end > from ? s.end + by : s.end),
    });
    for (const [key, s] of truth) truth.set(key, later(s));
    cues = cues.map((c) =>
      c.start >= from
        ? {
            ...later(c),
            words: c.words?.map((w) => ({ ...w, start: anyTime(w.start + by), end: anyTime(w.end + by) })) ?? null,
          }
        : c,
    );
    duration += by;
    planted.push({ type: 'break-long', at: held.start, reachUs: 8e6 });
  }
  const spanOf = (k: number) => truth.get(active[k]?.key ?? '');
  const free = (line: TranscriptCue) => cues.every((c) => c.end <= line.start - 2e5 || c.start >= line.end + 2e5);
  const add = (type: string, k: number, text: string, afterS: readonly number[], reachUs = 7e6) => {
    const span = spanOf(k);
    for (const after of span === undefined ? [] : afterS) {
      const line = saidAt((span?.start ?? 0) + after * 1e6, text);
      if (line.end > (span?.end ?? 0) - 2e6 || !free(line)) continue;
      cues.push(line);
      planted.push({ type, at: line.start, reachUs });
      return;
    }
  };
  const wrongNext = active.map((a) => a.label).find((l) => l !== active[2]?.label && l !== active[1]?.label) ?? '';
  add('wrong-next-up', 1, `Next up, ${wrongNext.toLowerCase()}.`, [6, 8, 10, 12]);
  add('wrong-count', 0, 'Nine more moves in this round.', [5, 7, 9, 11]);
  add('wrong-time', 5, 'Five seconds left.', [6, 8, 10, 12]);
  add('wrong-half-way', 6, 'Half-way there.', [3, 4.5, 6]);
  const sided = active.findIndex((s, k) => k > 6 && (s.side === 'left' || s.side === 'right') && truth.has(s.key));
  if (sided >= 0)
    add('wrong-side', sided, `${active[sided]?.side === 'left' ? 'Right' : 'Left'} side here.`, [4, 6, 8, 10]);
  // An explanation over the start of an interval, in the place of what was said there.
  const into = active.findIndex(
    (s, k) =>
      k > 7 &&
      k !== sided &&
      truth.has(s.key) &&
      made.segments[s.index - 1]?.kind === 'rest' &&
      truth.has(made.segments[s.index - 1]?.key ?? ''),
  );
  const start = spanOf(into)?.start;
  if (into >= 0 && start !== undefined) {
    const talk = saidAt(start - 6e6, EXPLANATION);
    cues = [...cues.filter((c) => c.end <= talk.start || c.start >= talk.end || /three|two|one/i.test(c.text)), talk];
    planted.push({ type: 'explanation-into-work', at: start, reachUs: 6e6 });
  }
  return {
    take: { ...made, truth, transcript: { cues: cues.sort((a, b) => a.start - b.start) }, duration: anyTime(duration) },
    planted,
  };
}
