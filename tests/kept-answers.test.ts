import { wholeLength } from '../src/core/time/micros.ts';
import { describe, it } from 'vitest';
import type { Alignment } from '../src/core/align/alignment.ts';
import { hear } from '../src/core/calls/detect-calls.ts';
import { breakGroups } from '../src/core/checks/break-groups.ts';
import { breakNeeds, breaksShort } from '../src/core/findings/rules/plan-rules.ts';
import { planFindings } from '../src/core/checks/plan-checks.ts';
import { findingsBySegment, takeFindings } from '../src/core/checks/take-checks.ts';
import { withTakeFixes } from '../src/core/checks/take-fixes.ts';
import { claimsInTake, recordedClass } from '../src/core/claims/class-timeline.ts';
import { scriptClaims } from '../src/core/claims/script-claims.ts';
import { learnCalls } from '../src/core/logbook/learn-calls.ts';
import { learnChanges } from '../src/core/logbook/learn-changes.ts';
import { logEntryOf, pacesOf } from '../src/core/logbook/logbook.ts';
import { mistakeFindings } from '../src/core/mistakes/find-mistakes.ts';
import { mistakesOf } from '../src/core/mistakes/mistake.ts';
import { driftOf, overrunsOf } from '../src/core/mistakes/overruns.ts';
import { balanceOf } from '../src/core/plan/balance.ts';
import { comparePlans } from '../src/core/plan/compare.ts';
import { compile } from '../src/core/plan/compile.ts';
import { bestOrder } from '../src/core/plan/order.ts';
import { isActive } from '../src/core/plan/segment.ts';
import { shotList } from '../src/core/plan/shot-list.ts';
import { changeOvers, whyNeeded } from '../src/core/script/change-over.ts';
import { WAYS_OF_CALLING } from '../src/core/language/call-kind.ts';
import { DEFAULT_CALLS, EMPTY_SCRIPT, SPARE_CALLS } from '../src/core/script/cue.ts';
import { USUAL_CHANGES } from '../src/core/script/change-over.ts';
import { ownStyle } from '../src/core/script/ways-of-calling.ts';
import { anySeconds as s, anyTime } from './support/times.ts';
import { phrasesOf } from '../src/core/transcript/phrases.ts';
import { spokenWords } from '../src/core/transcript/transcript.ts';
import { USUAL_STUDIO, callMeans } from '../src/core/workout/studio.ts';
import { lookAtScript, placeScript } from '../src/core/workout/work-script.ts';
import { CLAIM_PLAN, claimSet } from './support/claim-set.ts';
import { claimSpeech } from './support/claim-speech.ts';
import { plantSlips } from './support/planted-slips.ts';
import { SCHOOLS } from './support/schools.ts';
import { WAYS_OF_TEACHING } from './support/ways-of-teaching.ts';
import { kept, line, BOOK, planOf, found, CLASS_AS_PLANNED } from './support/kept.ts';

describe('kept answers of plans, scripts and takes', () => {
  it.each(WAYS_OF_TEACHING.filter((_, i) => i % 5 === 0))('of the plan: $name', async ({ name, outline }) => {
    const plan = planOf(outline);
    const { segments, ...rest } = compile(plan);
    const changes = changeOvers(plan, segments);
    const turned = {
      ...plan,
      blocks: plan.blocks.map((b) => ({ ...b, rounds: b.rounds + 1, moves: b.moves.toReversed() })),
    };
    await kept(`plan ${name}`, [
      rest,
      ...segments.map((x) => [
        x.key,
        x.kind,
        x.label,
        x.start,
        x.end,
        x.round,
        x.set,
        x.side,
        x.position,
        x.needs,
        x.slackUs,
        x.countUs,
      ]),
      ...planFindings(plan, segments, USUAL_CHANGES, BOOK).map(found),
      ...changes.map((c) => [c, whyNeeded(c)]),
      ...breakGroups(plan, segments, changes).map(({ facts, fixes, ...of }) => [
        { ...of, says: breaksShort(facts), fixes },
        breakNeeds(facts),
      ]),
      balanceOf(plan, segments, BOOK),
      shotList(plan, segments, BOOK),
      ...plan.blocks.map((b) => (b.moves.length > 1 && b.moves.length < 8 ? bestOrder(b, new Set(), BOOK) : b.name)),
      comparePlans(plan, turned),
    ]);
  });
  it.each(SCHOOLS)('of the script: %s', async (name, outline) => {
    const plan = planOf(outline);
    const means = callMeans(plan, USUAL_STUDIO, BOOK);
    const ways = [DEFAULT_CALLS, SPARE_CALLS, ...WAYS_OF_CALLING.map((way) => ({ ...DEFAULT_CALLS, way }))];
    const lines = ways.flatMap((calls, w) => {
      const script = { ...EMPTY_SCRIPT, calls };
      const made = placeScript(plan, script, means);
      const look = lookAtScript(plan, script, means, made);
      return [
        `way ${w}: ${made.lines.length} lines`,
        ...(w % 3 === 0 ? made.lines.map((l) => [l.segmentIndex, l.start, l.end, l.text]) : []),
        ...(w % 3 === 0 ? made.dropped : []),
        ...look.findings.filter((_, i) => i % 4 === w % 4).map(found),
        ...look.sheet.filter((_, i) => i % 9 === w),
        ...scriptClaims(plan, compile(plan).segments, made.lines).filter((_, i) => i % 4 === 0),
      ];
    });
    await kept(`script ${name}`, lines);
  });
  it('of takes with what goes wrong', async () => {
    const lines = SCHOOLS.flatMap(([, outline], seed) => {
      const plan = planOf(outline);
      const { take } = plantSlips(plan, seed + 1);
      const words = spokenWords(take.transcript, take.duration);
      const alignment: Alignment = {
        segments: take.segments.map((segment, i) => {
          const recorded = take.truth.get(segment.key) ?? null;
          const sure = 0.15 + (0.8 * ((i * 7) % 10)) / 10;
          return { segment, recorded, confidence: sure, placed: sure, evidence: [] };
        }),
        extra: [],
        grids: [],
        words,
      };
      const claims = claimsInTake(words, recordedClass(plan, alignment));
      const findings = withTakeFixes([...takeFindings(alignment, claims), ...mistakeFindings(plan, alignment, words)], {
        alignment,
        tokens: words.tokens,
        claims,
      });
      const changes = changeOvers(plan, take.segments);
      const entry = logEntryOf(take.segments, alignment, words, wholeLength(take.duration));
      const labels = take.segments.filter(isActive).map((x) => x.label);
      return [
        ...claims.map((c) => ({ ...c })),
        ...findings.map(found),
        ...mistakesOf(findings, alignment),
        ...[...findingsBySegment(findings)].map(([key, of]) => [key, of.length]),
        ...hear(words, labels).filter((_, i) => i % 3 === 0),
        ...overrunsOf(alignment, changes),
        ...driftOf(alignment).filter((_, i) => i % 4 === 0),
        entry,
        pacesOf([entry]),
        learnCalls(take.transcript, take.duration, labels, ownStyle(DEFAULT_CALLS)),
        learnChanges(changes, alignment.segments, USUAL_CHANGES),
        ...phrasesOf(words).filter((_, i) => i % 5 === 0),
      ];
    });
    await kept('takes', lines);
  });
  it('of what is claimed', async () => {
    const said = [...claimSet(), ...claimSpeech('second'), ...claimSpeech('third'), ...claimSpeech('fourth')];
    const running = recordedClass(CLAIM_PLAN, CLASS_AS_PLANNED);
    const lines = said.map(({ atUs, text }) => {
      const cue = { start: anyTime(atUs), end: anyTime(atUs + 2e6), text, words: null };
      const tokens = spokenWords({ cues: [cue] }, s(3_600));
      const claims = claimsInTake(tokens, running);
      return `${Math.round(atUs / 1e6)} ${text} => ${line(claims.map(({ at: _a, ...c }) => c))}`;
    });
    await kept('claims', lines);
  });
});
