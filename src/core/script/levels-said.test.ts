import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { plannedProgramme } from '../workout/planned-programme.ts';
import { lanes } from '../lanes/lanes.ts';
import { DEFAULT_RULES } from '../lanes/rules.ts';
import { missingLines } from '../checks/missing-lines.ts';
import { findMentions } from '../calls/name-match.ts';
import { labelsOf } from '../calls/name-variants.ts';
import { spokenWords } from '../transcript/transcript.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { anyTime } from '../../../tests/support/times.ts';
import { changeOvers } from './change-over.ts';
import { callFacts } from './call-facts.ts';
import { EMPTY_SCRIPT } from './cue.ts';
import { schedule } from './schedule.ts';

const classOf = (...lines: string[]) => {
  const { value: plan, problems } = readOutline(['# T', ...lines].join('\n'));
  expect(problems.filter((p) => p.severity === 'error')).toEqual([]);
  return { plan, ...compile(plan) };
};
const options = (...lines: string[]) => {
  const { plan, segments } = classOf(...lines);
  const { lines: said } = schedule(segments, EMPTY_SCRIPT, { plan });
  return said.filter((l) => l.kind === 'option').map((l) => [Math.round(l.start / 1e6), l.text] as const);
};

describe('levels, as they are said', () => {
  it('name who shows them, and tell whoever stops early to rest at the right second', () => {
    const said = options(
      '## Hello: talk, 0:20',
      '## M: 40/20, no last rest',
      '- Squat | easier by Bo: to a chair | easier stops at 0:30',
    );
    expect(said.some(([, text]) => text.includes('with Bo, to a chair'))).toBe(true);
    expect(said).toContainEqual([50, 'Easier version, with Bo: rest now.']);
  });
  it('come again each round where the plan says so, once where it does not', () => {
    const times = (field: string) =>
      options('## M: 3 rounds, 60/30', `- Squat | easier: to a chair${field}`, '- Row', '- Plank').filter(([, text]) =>
        text.includes('to a chair'),
      ).length;
    expect([times(''), times(' | easier each round')]).toEqual([1, 3]);
  });
  it('come in the second half of each interval for whoever is tired', () => {
    const said = options('## M: 2 rounds, 60/20', '- Squat | easier: to a chair | easier when tired');
    const inside = said.filter(([, text]) => text.includes('to a chair')).map(([at]) => at % 80);
    expect(inside).toHaveLength(2);
    for (const at of inside) expect(at).toBeGreaterThanOrEqual(30);
  });
  it('are not said and not asked for where there are none', () => {
    const { plan, segments } = classOf('## M: 40/20, no levels', '- Burpee');
    const none = { plan };
    const laid = schedule(segments, EMPTY_SCRIPT, none);
    expect(laid.lines.filter((l) => l.kind === 'option')).toEqual([]);
    const missing = (lines: readonly string[]) => {
      const own = classOf(...lines);
      const empty = { ...laid, lines: [] };
      return missingLines(own.segments, EMPTY_SCRIPT, empty, { plan: own.plan }).map((f) => f.rule);
    };
    expect(missing(['## M: 40/20, no levels', '- Burpee'])).not.toContain('option-missing');
    expect(missing(['## M: 40/20', '- Burpee'])).toContain('option-missing');
  });
  it('stand on the screen with who shows them; rounds at home where the block is shown once', () => {
    const { plan, segments, total } = classOf(
      '## M: 40/20, 3-4 rounds at home',
      '- Squat | easier by Bo: to a chair | harder by Ansgar: jump',
    );
    const [board] = lanes(plannedProgramme(segments, total), { rules: DEFAULT_RULES, overrides: [] }, plan).boards;
    expect(Object.fromEntries(board!.words.map((w) => [w.slot, w.text]))).toMatchObject({
      option: 'Easier (Bo): to a chair · Harder (Ansgar): jump',
      round: '3 to 4 rounds at home',
    });
  });
});

describe('props with their load and their place', () => {
  it('are asked for when the load changes and when the band moves', () => {
    const { plan, segments } = classOf(
      '## M: 40/20',
      '- Curl | needs: dumbbells | load light',
      '- Row | needs: dumbbells | load heavy',
      '- Bridge | needs: band | place: above the knees',
      '- Clam | needs: band | place: round the feet',
    );
    const facts = callFacts(plan, segments);
    const said = segments
      .filter((s) => s.kind === 'work')
      .map((s) => facts.newNeeds(s).filter((n) => !n.includes('mat')));
    expect(said).toEqual([
      ['light dumbbells'],
      ['heavy dumbbells'],
      ['a band above the knees'],
      ['a band round the feet'],
    ]);
  });
  it('cost time between two moves, and name what is moved', () => {
    const parts = (a: string, b: string) => {
      const { plan, segments } = classOf(
        '## M: 40/10',
        `- Standing one | standing | ${a}`,
        `- Standing two | standing | ${b}`,
      );
      const figures = {
        knownUs: anyTime(0),
        newUs: anyTime(0),
        levelUs: anyTime(7e6),
        propUs: anyTime(5e6),
        sideUs: anyTime(5e6),
      };
      return changeOvers(plan, segments, figures)[0]
        ?.parts.filter((p) => p.kind === 'prop')
        .map((p) => p.why);
    };
    expect(parts('needs: band | place: above the knees', 'needs: band | place: round the feet')).toEqual([
      'move band to round the feet',
    ]);
    expect(parts('needs: dumbbells | load light', 'needs: dumbbells | load heavy')).toEqual([
      'take up heavy dumbbells',
    ]);
    expect(parts('needs: band', 'needs: band')).toEqual([]);
  });
});

describe('other names that a plan gives its moves', () => {
  const heard = (also: string) => {
    const { segments } = classOf('## M: 40/20', `- Hive press | standing${also}`, '- Skep row | standing');
    const { value } = readTranscript('WEBVTT\n\n00:00.000 --> 00:04.000\nnow the smoker pump everybody\n');
    return findMentions(spokenWords(value, anyTime(4e6)), labelsOf(segments.filter((s) => s.kind === 'work'))).map(
      (m) => m.label,
    );
  };
  it('are heard as the move; without them nothing is', () => {
    expect(heard(' | also: smoker pump')).toEqual(['Hive press']);
    expect(heard('')).toEqual([]);
  });
});
