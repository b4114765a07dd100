import { readFileSync } from 'node:fs';
import { compile } from '../src/core/plan/compile.ts';
import type { Plan } from '../src/core/plan/plan.ts';
import type { Segment } from '../src/core/plan/segment.ts';
import type { Script } from '../src/core/script/cue.ts';
import { schedule } from '../src/core/script/schedule.ts';
import { fromSeconds, micros } from '../src/core/time/micros.ts';
import { readOutline } from '../src/formats/outline/outline-reader.ts';
import { demoScript } from './script.ts';

/** What really happens on the day: the plan's segments at their true times on the take, and every line said. */
export interface Performance {
  readonly planned: readonly Segment[];
  readonly performed: readonly Performed[];
  readonly lines: readonly SpokenLine[];
  readonly durationUs: number;
  readonly slips: readonly Slip[];
}
export interface Performed extends Segment {
  /** The plan's segment this is; null where it was filmed beyond the plan. */
  readonly plannedKey: string | null;
}
export interface SpokenLine {
  startUs: number;
  readonly text: string;
}
export interface Slip {
  readonly type: 'break-over' | 'left-out' | 'made-up' | 'wrong-side' | 'wrong-count' | 'late-half-way';
  readonly at_s: number;
  readonly note: string;
}

export function demoPlan(file: string): Plan {
  const { value, problems } = readOutline(readFileSync(new URL(file, import.meta.url), 'utf8'));
  if (problems.length > 0) throw new Error(problems.map((p) => `line ${p.line}: ${p.message}`).join('\n'));
  return value;
}

/** Seconds by which spans run over when nobody watches the clock, by label; the work runs to the clock. */
const DRIFT_S: Readonly<Record<string, number>> = {
  Welcome: 2.6,
  Rest: 0.7,
  Water: 1.8,
  'Switch sides': 0.6,
  'Change-over': 0.4,
  Goodbye: 0.9,
};
const LEAD_IN_S = 1.2;

export function perform(plan: Plan): Performance {
  const planned = compile(plan).segments;
  const script = demoScript(planned);
  const performed: Performed[] = [];
  const slips: Slip[] = [];
  let now: number = fromSeconds(LEAD_IN_S);
  const place = (segment: Segment, lengthUs: number, more: Partial<Performed> = {}) => {
    const start = micros(now);
    now += lengthUs;
    performed.push({ ...segment, plannedKey: segment.key, ...more, index: performed.length, start, end: micros(now) });
  };
  const leftOut = new Set<string>();
  for (const [i, segment] of planned.entries()) {
    const length = segment.end - segment.start;
    const next = planned[i + 1];
    if (segment.label === 'Crate step-up' && segment.round === 1) {
      leftOut.add(segment.key);
      if (next?.kind === 'rest') leftOut.add(next.key);
      slips.push({ type: 'left-out', at_s: now / 1e6, note: 'Crate step-up, round 1' });
    }
    if (leftOut.has(segment.key)) continue;
    if (segment.label === 'Water') {
      // The forgotten move is made up just before the water.
      const made = planned.find((s) => s.label === 'Crate step-up' && s.round === 1) as Segment;
      place({ ...segment, kind: 'talk', label: 'Made-up talk', key: 'extra/talk' }, 7e6, { plannedKey: null });
      slips.push({ type: 'made-up', at_s: now / 1e6, note: 'Crate step-up, left, made up before the water' });
      place({ ...made, key: 'extra/work' }, 30.2e6, { plannedKey: null });
    }
    let over = (DRIFT_S[segment.label] ?? 0.1) * 1e6 * (segment.round === 2 ? 0.5 : 1);
    if (segment.kind === 'rest' && segment.round === 1 && next?.label === 'Half-kneeling press') {
      over = 9e6;
      slips.push({
        type: 'break-over',
        at_s: now / 1e6,
        note: 'explaining the half-kneeling press takes 9 s more than the rest has',
      });
    }
    place(segment, length + over);
  }
  return { planned, performed, durationUs: now + 1.5e6, slips, lines: speak(performed, script, slips) };
}

/** The day after: the move that was left out in round one, filmed by itself with the break before it. */
export function performRetake(plan: Plan): Performance {
  const planned = compile(plan).segments;
  const at = planned.findIndex((s) => s.label === 'Crate step-up' && s.round === 1);
  const performed: Performed[] = [];
  let now: number = fromSeconds(2.4);
  for (const segment of planned.slice(at - 1, at + 2)) {
    const start = micros(now);
    now += segment.end - segment.start + 0.3e6;
    performed.push({ ...segment, plannedKey: segment.key, index: performed.length, start, end: micros(now) });
  }
  const { lines } = schedule(performed, demoScript(planned));
  const said = lines.map((line): SpokenLine => ({ startUs: line.start, text: line.text }));
  said.push({ startUs: performed[0]!.start + 1.5e6, text: 'Towel away, and put the crate in front of you.' });
  return {
    planned,
    performed,
    durationUs: now + 2e6,
    slips: [],
    lines: said.sort((a, b) => a.startUs - b.startUs),
  };
}

function speak(performed: readonly Performed[], script: Script, slips: Slip[]): SpokenLine[] {
  const lines: SpokenLine[] = [];
  for (const line of schedule(performed, script).lines) {
    const segment = performed[line.segmentIndex] as Performed;
    let [startUs, text]: [number, string] = [line.start, line.text];
    if (line.kind === 'half-way' && segment.label === 'Broomstick good morning' && segment.round === 1) {
      startUs += 3.5e6;
      slips.push({ type: 'late-half-way', at_s: startUs / 1e6, note: 'said 3.5 s after the middle' });
    }
    if (
      line.kind === 'side' &&
      segment.label === 'Half-kneeling press' &&
      segment.round === 2 &&
      segment.side === 'right'
    ) {
      text = 'Left side.';
      slips.push({ type: 'wrong-side', at_s: startUs / 1e6, note: '“left” said, right shown' });
    }
    lines.push({ startUs, text });
  }
  const during = (test: (s: Performed) => boolean, afterS: number, text: string): number => {
    const segment = performed.find(test) as Performed;
    lines.push({ startUs: segment.start + afterS * 1e6, text });
    return segment.start / 1e6 + afterS;
  };
  const after = (label: string) => (s: Performed) =>
    s.kind === 'rest' && s.round === 1 && performed[s.index - 1]?.label === label;
  during(
    after('Broomstick good morning'),
    1.6,
    'Half-kneeling press is new, so watch me first. Fold the towel, put it under your left knee, right foot ' +
      'in front. Hands wide on the stick, ribs down, and press straight up over your head. If your knee ' +
      'complains, both knees down is fine.',
  );
  const at = during(
    after('Reverse lunge'),
    2.2,
    'That was round one. Three more moves to go after this and then we stretch.',
  );
  slips.push({ type: 'wrong-count', at_s: at, note: '“three more moves” with four left' });
  during(
    (s) => s.key === 'extra/talk',
    0.6,
    'I forgot one in round one. We still owe the crate step-up, left side. Let us make it up now.',
  );
  during(
    (s) => s.kind === 'change-over' && s.label === 'Switch sides' && s.blockName === 'Hive circuit',
    0.4,
    'Switch knees.',
  );
  return lines.sort((a, b) => a.startUs - b.startUs);
}
