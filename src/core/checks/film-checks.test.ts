import type { RuleId } from '../findings/rules.ts';
import { describe, expect, it } from 'vitest';
import { asFilmed } from '../../../tests/support/as-filmed.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { assemble } from '../edit/assemble.ts';
import type { Insert } from '../edit/decisions.ts';
import { type Finding, wordsOf } from '../findings/finding.ts';
import { compile } from '../plan/compile.ts';
import { frameRate } from '../time/frames.ts';
import type { TakeTime } from '../time/micros.ts';
import { filmFindings } from './film-checks.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const { segments, total } = compile(readOutline('# F\n## Main: 2 rounds, 30/15\n- A\n- B\n- C\n- D').value);
const take = (takeId: string, from: number, to: number) => ({
  takeId,
  duration: s(to - from),
  alignment: asFilmed(segments, s(-from), { start: s(0), end: s(to - from) }),
  faults: new Map<string, number>(),
  speech: [],
});
const programmeWith = (inserts: readonly Insert[], ...takes: ReturnType<typeof take>[]) =>
  assemble(segments, takes, { uses: [], removedOf: () => [], inserts }, frameRate(25, 1));
const programme = (...takes: ReturnType<typeof take>[]) => programmeWith([], ...takes);
/** A finding whose facts are of no matter here. */
const finding = (rule: RuleId, takeId: string, segmentKey: string | null, at: TakeTime): Finding => {
  const sure = { severity: 'alarm', clock: 'take', certainty: 0.8, fixes: [] };
  return { rule, facts: {}, takeId, segmentKey, at, ...sure } as unknown as Finding;
};
const END = total / 1e6;
const rules = (found: readonly Finding[]) => found.map((f) => f.rule);

describe('findings of a programme', () => {
  it('of what no take holds are one a stretch, not one a move, with what to film', () => {
    const made = programme(take('a', 0, 100), take('b', 280, END));
    const [still, ...more] = filmFindings(made, []);
    expect(more).toEqual([]);
    expect([still?.rule, ...(still?.fixes.map((m) => m.kind) ?? [])]).toEqual(['still-to-film', 'retake', 'inserts']);
    expect(still && wordsOf(still).says).toMatch(/^Still to be filmed: .+, \d moves\.$/);
  });
  it('are gone where cards stand for what no take holds', () => {
    const takes = [take('a', 0, 100), take('b', 280, END)];
    const [fix] = filmFindings(programme(...takes), [])[0]!.fixes.filter((m) => m.kind === 'inserts');
    const filled = programmeWith(fix?.kind === 'inserts' ? fix.inserts : [], ...takes);
    expect(filmFindings(filled, [])).toEqual([]);
    expect(filled.segments.map((x) => x.key)).toEqual(segments.map((x) => x.key));
  });
  it('of a move that was left out in one take are gone where another has it', () => {
    const row = segments[2]!;
    const alone = programme({
      ...take('a', 0, END),
      alignment: {
        ...take('a', 0, END).alignment,
        segments: take('a', 0, END).alignment.segments.map((r) => (r.segment === row ? { ...r, recorded: null } : r)),
      },
    });
    const left = finding('left-out', 'a', row.key, s(40));
    expect(rules(filmFindings(alone, [left]))).toEqual(['left-out']);
    const [fix] = filmFindings(alone, [left])[0]!.fixes;
    const stands = fix?.kind === 'inserts' ? fix.inserts : [];
    expect(stands.map((i) => [i.segmentKey, i.place])).toEqual([[row.key, 'instead']]);
    expect(rules(filmFindings(programme(take('a', 0, END)), [left]))).toEqual([]);
  });
  it('are those of the take that is used there; of time that is not in it nothing is said', () => {
    const made = programme(take('a', 0, 200), take('b', 150, END));
    const early = segments[0]!;
    const found = [
      finding('claim-round', 'a', early.key, s(5)),
      finding('claim-round', 'b', early.key, s(5)),
      finding('filler', 'a', null, s(20)),
      finding('filler', 'a', null, s(199)),
      finding('filler', 'b', null, s(49)),
    ];
    const told = filmFindings(made, found);
    expect(told[0]).toBe(found[0]);
    expect(told).not.toContain(found[1]);
    expect(told).toContain(found[2]);
    // The 199th second of the class is in both takes, and once in the programme.
    expect([found[3], found[4]].filter((f) => told.includes(f!)).length).toBe(1);
  });
});
