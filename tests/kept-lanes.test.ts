import { describe, it } from 'vitest';
import { laneFindings } from '../src/core/checks/deliver-checks.ts';
import { lanes } from '../src/core/lanes/lanes.ts';
import { DEFAULT_RULES, type LaneRules, type Override } from '../src/core/lanes/rules.ts';
import { type Correction, correct } from '../src/core/music/correct-map.ts';
import { phraseStarts, steadyMap } from '../src/core/music/tempo-map.ts';
import { comparePlans } from '../src/core/plan/compare.ts';
import { compile } from '../src/core/plan/compile.ts';
import { USUAL_LIMITS, fitToLength } from '../src/core/plan/fit.ts';
import { anySeconds as s, anyTime } from './support/times.ts';
import { plannedProgramme } from '../src/core/workout/planned-programme.ts';
import { SCHOOLS } from './support/schools.ts';
import { kept, planOf, found } from './support/kept.ts';

describe('kept answers of lanes and lengths', () => {
  it('of lanes by every rule and by hand', async () => {
    const lines = SCHOOLS.slice(0, 4).flatMap(([, outline], n) => {
      const plan = planOf(outline);
      const { segments, total } = compile(plan);
      const programme = plannedProgramme(segments, total);
      const rules: LaneRules[] = [
        DEFAULT_RULES,
        { ...DEFAULT_RULES, chapter: { by: 'moves' }, timer: { on: true, direction: 'up', inBreaks: false } },
        { ...DEFAULT_RULES, caption: { ...DEFAULT_RULES.caption, on: false, nextInBreaks: false } },
      ];
      const overrides = segments.flatMap(({ key: segmentKey }, i): Override[] => [
        ...(i % 5 === 0 ? [{ segmentKey, lane: 'caption', field: 'show', value: i % 2 === 0 } as const] : []),
        ...(i % 7 === 1 ? [{ segmentKey, lane: 'caption', field: 'text', value: `Own ${i}` } as const] : []),
        ...(i % 6 === 2 ? [{ segmentKey, lane: 'caption', field: 'inAfterUs', value: s(2) } as const] : []),
        ...(i % 9 === 3 ? [{ segmentKey, lane: 'caption', field: 'outBeforeUs', value: s(14) } as const] : []),
        ...(i % 8 === 4 ? [{ segmentKey, lane: 'chapter', field: 'show', value: i % 3 === 0 } as const] : []),
        ...(i % 11 === 5 ? [{ segmentKey, lane: 'chapter', field: 'title', value: `Part ${i}` } as const] : []),
        ...(i % 6 === 5 ? [{ segmentKey, lane: 'timer', field: 'show', value: i % 4 === 1 } as const] : []),
        ...(i % 10 === 6 ? [{ segmentKey, lane: 'timer', field: 'direction', value: 'up' } as const] : []),
      ]);
      return rules.flatMap((r, k) =>
        [[], overrides].flatMap((by) => {
          const { timer, captions, droppedCaptions, chapters, droppedChapters } = lanes(
            programme,
            { rules: r, overrides: by },
            plan,
          );
          return [
            `rules ${n} ${k}`,
            ...captions.map((c) => [c.segmentKey, c.start, c.end, c.heading, c.text]),
            ...chapters.map((c) => [c.start, c.end, c.title]),
            droppedCaptions,
            droppedChapters,
            ...timer.filter((_, i) => i % 37 === 0),
            ...laneFindings({
              timer,
              captions,
              droppedCaptions,
              chapters,
              droppedChapters,
              cards: [],
              speech: [],
              boards: [],
              orphans: [],
            }).map(found),
          ];
        }),
      );
    });
    await kept('lanes', lines);
  });
  it('of lengths found, plans compared and maps set right', async () => {
    const lines = SCHOOLS.slice(0, 3).flatMap(([, outline]) => {
      const plan = planOf(outline);
      const { total } = compile(plan);
      const answers = [0.8, 1.2].flatMap((share) =>
        fitToLength(plan, anyTime(Math.round((total * share) / 1e6) * 1e6), USUAL_LIMITS, {
          locked: new Set(['b1']),
          most: 3,
        }),
      );
      const moved = { ...plan, blocks: [...plan.blocks.slice(1), plan.blocks[0]!] };
      const fewer = { ...plan, title: 'Other', blocks: plan.blocks.slice(1) };
      return [
        ...answers.map((a) => [a.total, a.cost, compile(a.plan).segments.length]),
        comparePlans(plan, moved),
        comparePlans(moved, plan),
        comparePlans(plan, fewer),
        comparePlans(fewer, plan),
      ];
    });
    const map = steadyMap(128_000, s(0.4), 96);
    const corrections: Correction[] = [
      ...([{ kind: 'double' }, { kind: 'halve' }, { kind: 'half-beat' }] as const),
      ...([
        { kind: 'nudge', byUs: s(0.02) },
        { kind: 'one', beat: 7 },
        { kind: 'phrase', beat: 37 },
      ] as const),
      ...([
        { kind: 'drag', beat: 40, to: s(19.2) },
        { kind: 'metre', metre: 3 },
      ] as const),
    ];
    await kept('changes', [
      ...lines,
      ...corrections.map((c) => [c, correct(map, c, s(60)), phraseStarts(correct(map, c, s(60)))]),
    ]);
  });
});
