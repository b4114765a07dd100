import { planFindings } from '../core/checks/plan-checks.ts';
import { wordsOf } from '../core/findings/finding.ts';
import { balanceOf, energyOf } from '../core/plan/balance.ts';
import { USUAL_LIMITS, fitToLength } from '../core/plan/fit.ts';
import { bestOrder } from '../core/plan/order.ts';
import type { Segment } from '../core/plan/segment.ts';
import { changeOvers, whyNeeded } from '../core/script/change-over.ts';
import { writeOutline } from '../formats/outline/outline-writer.ts';
import type { Plan } from '../core/plan/plan.ts';
import { EMPTY_SCRIPT } from '../core/script/cue.ts';
import { schedule } from '../core/script/schedule.ts';
import { readTypedTime } from '../core/time/typed-time.ts';
import { type Answer, CliError, json, seconds } from './answer.ts';
import { planOf } from './read-input.ts';

export function compileCommand(text: string): Answer {
  const { plan, compiled, notes } = planOf(text);
  return {
    status: notes.length > 0 ? 1 : 0,
    notes,
    text: json({
      total_s: seconds(compiled.total),
      segments: compiled.segments.map((s) => ({
        index: s.index,
        kind: s.kind,
        label: s.label,
        block: s.blockName,
        round: s.round,
        side: s.side,
        start_s: seconds(s.start),
        end_s: seconds(s.end),
      })),
      change_overs: changeOvers(plan, compiled.segments).map((c) => ({
        at_s: seconds(c.at),
        to_index: c.toIndex,
        from: c.from,
        to: c.to,
        planned_s: seconds(c.plannedUs),
        needed_s: seconds(c.neededUs),
        why: whyNeeded(c),
      })),
      balance: balanceJson(plan, compiled.segments),
      findings: planFindings(plan, compiled.segments).map((f) => ({
        rule: f.rule,
        at_s: seconds(f.at),
        ...wordsOf(f),
      })),
    }),
  };
}

/** Body mass that energy is given for where none is said. */
const USUAL_MASS_KG = 70;

function balanceJson(plan: Plan, segments: readonly Segment[]) {
  const balance = balanceOf(plan, segments);
  const energy = energyOf(balance, USUAL_MASS_KG);
  const table = (map: ReadonlyMap<string, number>) =>
    Object.fromEntries([...map].map(([name, us]) => [name, seconds(us)]));
  return {
    mean_met: Math.round(balance.meanMet * 100) / 100,
    warm_up_s: seconds(balance.warmUpUs),
    cool_down_s: seconds(balance.coolDownUs),
    bands_s: {
      light: seconds(balance.bandsUs.light),
      moderate: seconds(balance.bandsUs.moderate),
      vigorous: seconds(balance.bandsUs.vigorous),
    },
    left_s: seconds(balance.sidesUs.left),
    right_s: seconds(balance.sidesUs.right),
    alternate_s: seconds(balance.sidesUs.alternate),
    levels_s: {
      standing: seconds(balance.levelsUs.standing),
      low: seconds(balance.levelsUs.low),
      floor: seconds(balance.levelsUs.floor),
    },
    patterns_s: table(balance.patternsUs),
    muscles_s: table(balance.musclesUs),
    energy_kcal: {
      mass_kg: USUAL_MASS_KG,
      low: Math.round(energy.low),
      middle: Math.round(energy.middle),
      high: Math.round(energy.high),
    },
    equipment: balance.equipment.map((e) => ({
      name: e.name,
      first_at_s: seconds(e.firstAt),
      substitutes: e.substitutes,
    })),
    unknown_moves: balance.unknown,
  };
}

export function fitCommand(text: string, length: string | undefined): Answer {
  const { plan, compiled, notes } = planOf(text);
  const wanted = length === undefined ? null : readTypedTime(length);
  if (wanted === null) throw new CliError('--length is wanted, for example 20:00.');
  if (!wanted.ok || wanted.time <= 0)
    throw new CliError(wanted.ok ? 'The length must be above 0.' : `--length: ${wanted.message}`);
  const answers = fitToLength(plan, wanted.time, USUAL_LIMITS, { locked: new Set() });
  return {
    status: answers.length === 0 ? 1 : 0,
    notes: answers.length === 0 ? [...notes, 'Within the usual limits no class of that length was found.'] : notes,
    text: json({
      from_s: seconds(compiled.total),
      length_s: seconds(wanted.time),
      answers: answers.map((a) => ({
        total_s: seconds(a.total),
        cost: Math.round(a.cost * 100) / 100,
        changes: a.changes,
        moves_by_s: seconds(a.movesByUs),
        breaks_by_s: seconds(a.breaksByUs),
        outline: writeOutline(a.plan),
      })),
    }),
  };
}

export function orderCommand(text: string, blockNumber: string | undefined): Answer {
  const { plan, notes } = planOf(text);
  const number = Number(blockNumber);
  const block = plan.blocks[number - 1];
  if (blockNumber === undefined || block === undefined || !Number.isInteger(number))
    throw new CliError(`--block N is wanted, N from 1 to ${plan.blocks.length}.`);
  if (block.moves.length === 0) throw new CliError(`“${block.name}” has no moves to order.`);
  const answer = bestOrder(block, new Set());
  return {
    status: 0,
    notes,
    text: json({
      block: block.name,
      before: block.moves.map((m) => m.name),
      after: answer.order.map((i) => block.moves[i]?.name),
      cost_before: answer.costBefore,
      cost: answer.cost,
      optimal: answer.optimal,
      level_changes: answer.levelChanges,
      prop_changes: answer.propChanges,
      repeated_patterns: answer.repeatedPatterns,
    }),
  };
}

export function scriptCommand(planText: string): Answer {
  const { plan, compiled, notes } = planOf(planText);
  const { lines, dropped } = schedule(compiled.segments, EMPTY_SCRIPT, { plan });
  return {
    status: dropped.length > 0 ? 1 : 0,
    notes,
    text: json({
      calls: lines.map((l) => ({
        segment_index: l.segmentIndex,
        kind: l.kind,
        start_s: seconds(l.start),
        end_s: seconds(l.end),
        text: l.text,
      })),
      dropped: dropped.map((d) => ({
        segment_index: d.segmentIndex,
        kind: d.kind,
        text: d.text,
        reason: d.reason,
        missing_s: seconds(d.missingUs),
      })),
    }),
  };
}
