/** Alignment and slips on made classes of several schools: npm run bench -- take. Seeded; nothing passes or fails. */
import { takeFindings } from '../../src/core/checks/take-checks.ts';
import { mistakeFindings } from '../../src/core/mistakes/find-mistakes.ts';
import { mistakesOf } from '../../src/core/mistakes/mistake.ts';
import { claimsInTake, recordedClass } from '../../src/core/claims/class-timeline.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { isActive } from '../../src/core/plan/segment.ts';
import { DEFAULT_CALLS, SPARE_CALLS } from '../../src/core/script/cue.ts';
import { align, voiceOf } from '../../src/core/align/align.ts';
import { propose } from '../../src/core/propose/propose.ts';
import { edits } from '../../src/core/propose/round-detection.ts';
import type { Transcript } from '../../src/core/transcript/transcript.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { scoreClass } from './classes.ts';
import { merge, reliability, scoreLine } from './score-lines.ts';
import { KEPT_ASIDE, classIds } from './spoken-classes.ts';
import { STRETCHES, scoreParts } from './parts-of-classes.ts';
import { plantSlips } from '../support/planted-slips.ts';
import { SCHOOLS } from '../support/schools.ts';
import { livingClass, loosen, soundOf } from '../support/living-class.ts';
import { type TakeFaults, boundaryErrors, coarsen, quantile, syntheticTake } from '../support/synthetic-take.ts';

/** Speech that nobody here wrote, by class and together; a third of it was kept aside while the model was made. */
const spoken = classIds();
if (spoken.length === 0) console.log('the spoken classes are not here; only the project’s own are measured');
for (const kind of spoken.length === 0 ? [] : (['paragraphs', 'long', 'lines'] as const)) {
  const scores = spoken.map((id) => ({ id, score: scoreClass(id, kind) }));
  for (const { id, score } of scores) console.log(`${id} ${kind}: ${scoreLine(score)}`);
  for (const [name, aside] of [
    ['developed on', false],
    ['kept aside', true],
  ] as const) {
    const all = merge(scores.filter((s) => KEPT_ASIDE.includes(s.id) === aside).map((s) => s.score));
    console.log(`${kind}, ${name}: ${scoreLine(all)}`);
    for (const line of reliability(all.sure)) console.log(`    ${line}`);
    for (const [type, [found, of]] of [...all.byType].sort()) console.log(`    ${type}: ${found} of ${of}`);
  }
}

/** Takes that hold a part of such a class only. */
for (const kind of spoken.length === 0 ? [] : (['lines', 'paragraphs'] as const))
  for (const [name, aside] of [
    ['developed on', false],
    ['kept aside', true],
  ] as const)
    for (const stretch of STRETCHES) {
      const of = spoken.filter((id) => KEPT_ASIDE.includes(id) === aside);
      const { right, near, wrong, missing, ghosts, outside } = scoreParts(of, kind, stretch);
      console.log(
        `part ${stretch.join('–')}, ${kind}, ${name}: ${right} within 5 s, ${near} within their length, ${wrong} ` +
          `wrong, ${missing} missing; ${ghosts} of ${outside} others said to be filmed`,
      );
    }

const SEEDS = [1, 2, 3];
const KINDS: readonly (readonly [string, TakeFaults])[] = [
  ['breaks up to 6 s over', { breakOverS: 6 }],
  ['one call in ten forgotten', { breakOverS: 8, forgotten: 0.1 }],
  ['a third forgotten', { breakOverS: 10, forgotten: 0.33 }],
  ['a move left out', { breakOverS: 8, forgotten: 0.1, leaveOut: [6] }],
  ['filmed to a timer', { breakOverS: 0, forgotten: 0.2 }],
];
for (const [name, faults] of KINDS) {
  for (const paragraph of [0, 20, 30, 45]) {
    const errors: number[] = [];
    for (const [, outline] of SCHOOLS) {
      const plan = readOutline(outline).value;
      const left =
        faults.leaveOut === undefined ? {} : { leaveOut: [compile(plan).segments.filter(isActive)[2]?.index ?? 0] };
      for (const seed of SEEDS) {
        const one = syntheticTake(plan, seed, { ...faults, ...left, calls: seed === 2 ? DEFAULT_CALLS : SPARE_CALLS });
        errors.push(
          ...boundaryErrors(
            one,
            align(one.segments, paragraph === 0 ? one.transcript : coarsen(one.transcript, paragraph), one.duration)
              .segments,
          ),
        );
      }
    }
    errors.sort((a, b) => a - b);
    console.log(
      `${name.padEnd(28)} ${paragraph === 0 ? 'word-timed    ' : `${paragraph} s paragraphs`} ` +
        ` median ${quantile(errors, 0.5).toFixed(2)} s, 90 % ${quantile(errors, 0.9).toFixed(2)}, ` +
        `95 % ${quantile(errors, 0.95).toFixed(2)}, largest ${(errors.at(-1) ?? 0).toFixed(1)} ` +
        ` (bars ${paragraph === 0 ? '0.3 and 1' : '1.5 and 4'}) of ${errors.length}`,
    );
  }
}

/**
 * Classes spoken freely: other names, misheard words, song. With and without the voice of the take, and a timer's
 * beeps.
 */
for (const [name, faults] of [
  ['spoken freely', { misheard: 0.2 }],
  ['sung over, misheard', { misheard: 0.4, sung: 0.5 }],
  ['few ends counted', { misheard: 0.2, counted: 0.2 }],
  ['a move left out', { misheard: 0.2 }],
] as const) {
  for (const heard of ['words with times', 'paragraphs 20 to 45 s', 'and the voice', 'and a timer’s beeps'] as const) {
    const errors: number[] = [];
    let [moves, missed, wrongly] = [0, 0, 0];
    for (const [, outline] of SCHOOLS) {
      const plan = readOutline(outline).value;
      const active = compile(plan).segments.filter(isActive);
      for (const seed of [1, 2, 3, 4]) {
        const left = name === 'a move left out' ? { leaveOut: [active[2 + seed]?.index ?? 0] } : {};
        const spoken = livingClass(plan, seed, { ...faults, ...left });
        const one = heard === 'words with times' ? spoken : loosen(spoken, seed);
        const sound =
          heard === 'and the voice'
            ? soundOf(spoken, seed)
            : heard === 'and a timer’s beeps'
              ? soundOf(spoken, seed, true)
              : null;
        const { segments } = align(one.segments, one.transcript, one.duration, { sound });
        errors.push(...boundaryErrors(one, segments));
        for (const r of segments.filter((s) => isActive(s.segment))) {
          moves++;
          if (r.recorded === null && one.truth.has(r.segment.key)) wrongly++;
          if (r.recorded !== null && !one.truth.has(r.segment.key)) missed++;
        }
      }
    }
    errors.sort((a, b) => a - b);
    console.log(
      `${name.padEnd(20)} ${heard.padEnd(22)} median ${quantile(errors, 0.5).toFixed(2)} ` +
        `s, 95 % ${quantile(errors, 0.95).toFixed(2)}, of ${errors.length}; ${wrongly} of ${moves} moves wrongly ` +
        `left out, ${missed} not seen to be left out`,
    );
  }
}

/** Plans proposed for classes that have none: how many of the intervals that they compile to are in order, by name. */
for (const heard of ['words with times', 'paragraphs 20 to 45 s', 'and the voice'] as const) {
  let [wrong, all, near] = [0, 0, 0];
  for (const [, outline] of SCHOOLS)
    for (const seed of SEEDS) {
      const spoken = livingClass(readOutline(outline).value, seed, { misheard: 0.2, breakOverS: 4 });
      const one = heard === 'words with times' ? spoken : loosen(spoken, seed);
      const found = propose(one.transcript, one.duration, {
        title: 'Proposed',
        sound: heard === 'and the voice' ? soundOf(spoken, seed) : null,
      });
      const truth = one.segments.filter(isActive);
      wrong += edits(
        compile(found.plan)
          .segments.filter(isActive)
          .map((s) => s.label),
        truth.map((s) => s.label),
      );
      all += truth.length;
      near += truth.filter((s) =>
        found.intervals.some((i) => Math.abs(i.start - (one.truth.get(s.key)?.start ?? 0)) < 4e6),
      ).length;
    }
  console.log(
    `proposed, ${heard.padEnd(22)} ${wrong} of ${all} intervals missing, too many or another move ` +
      `(${((100 * wrong) / all).toFixed(0)} %); ${near} begin within 4 s of one that was heard`,
  );
}

/** An hour's class: how long the alignment takes. */
{
  const blocks = [1, 2, 3]
    .map(
      (b) =>
        `## Main ${b}: circuit, 3 rounds, 40/20, round rest 1:00\n- Squat\n- Push-up\n- Reverse lunge\n- Plank\n` +
        '- Jumping jack\n- Glute bridge',
    )
    .join('\n');
  const plan = readOutline(`# Hour\n## Hello: talk, 0:40\n${blocks}\n## Bye: talk, 0:20`).value;
  for (const [how, one] of [
    ['words with times', syntheticTake(plan, 1, { breakOverS: 5 })],
    ['paragraphs', loosen(livingClass(plan, 1, { breakOverS: 5 }), 1)],
  ] as const) {
    const times = Array.from({ length: 15 }, () => {
      const from = performance.now();
      align(one.segments, one.transcript, one.duration);
      return performance.now() - from;
    }).sort((a, b) => a - b);
    const from = performance.now();
    let seed = 7;
    Array.from({ length: 100_000 }, () => (seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff)).sort((a, b) => a - b);
    const sort = performance.now() - from;
    console.log(
      `aligning ${(one.duration / 60e6).toFixed(1)} minutes, ${one.segments.length} segments, ${how}: ` +
        `best ${(times[0] ?? 0).toFixed(0)}, median ${(times[7] ?? 0).toFixed(0)} ms (bar 500 for 60 minutes), ` +
        `${((times[7] ?? 0) / sort).toFixed(1)} of the reference sort`,
    );
  }
}

/**
 * Slips of each kind, planted. Of four sets alike nobody can tell from words which one was left out: twenty-tens stand
 * apart.
 */
for (const [paragraph, heard] of [
  [0, false],
  [30, false],
  [30, true],
] as const) {
  const kinds = new Map<string, { planted: number; found: number }>();
  let [others, minutes] = [0, 0];
  const odd = new Map<string, number>();
  for (const [school, outline] of SCHOOLS) {
    if (school === 'twenty-tens') continue;
    const plan = readOutline(outline).value;
    for (const seed of SEEDS) {
      const { take, planted } = plantSlips(plan, seed);
      const transcript: Transcript = paragraph === 0 ? take.transcript : coarsen(take.transcript, paragraph);
      const sound = heard ? soundOf(take, seed) : null;
      const alignment = align(take.segments, transcript, take.duration, { sound });
      const tokens = alignment.words;
      const slips = mistakesOf(
        [
          ...takeFindings(alignment, claimsInTake(tokens, recordedClass(plan, alignment))),
          ...mistakeFindings(plan, alignment, tokens, voiceOf(sound)),
        ],
        alignment,
      );
      const used = new Set<number>();
      for (const p of planted) {
        const i = slips.findIndex(
          (s, n) =>
            !used.has(n) && s.type === p.type && Math.abs(s.at - p.at) <= p.reachUs + (paragraph === 0 ? 0 : 14e6),
        );
        if (i >= 0) used.add(i);
        const kind = kinds.get(p.type) ?? { planted: 0, found: 0 };
        kinds.set(p.type, { planted: kind.planted + 1, found: kind.found + (i >= 0 ? 1 : 0) });
      }
      for (const [n, s] of slips.entries())
        if (!used.has(n)) {
          others++;
          odd.set(s.type, (odd.get(s.type) ?? 0) + 1);
        }
      minutes += take.duration / 60e6;
    }
  }
  const [planted, found] = [...kinds.values()].reduce(([p, f], k) => [p + k.planted, f + k.found], [0, 0]);
  console.log(
    `slips, ${paragraph === 0 ? 'word-timed' : `${paragraph} s paragraphs${heard ? ' and the voice' : ''}`}` +
      `: ${found} of ${planted} planted found = ${((100 * found) / planted).toFixed(0)} % (bar 90), ` +
      `${((10 * others) / minutes).toFixed(2)} others in ten minutes (bar 1); ` +
      `${[...kinds].map(([k, v]) => `${k} ${v.found}/${v.planted}`).join(', ')}; others: ` +
      `${[...odd].map(([k, v]) => `${k} ${v}`).join(', ') || 'none'}`,
  );
}
