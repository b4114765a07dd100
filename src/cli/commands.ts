import { assemble } from '../core/edit/assemble.ts';
import { lanes } from '../core/lanes/lanes.ts';
import { DEFAULT_RULES } from '../core/lanes/rules.ts';
import { mistakeFindings } from '../core/mistakes/find-mistakes.ts';
import { mistakesOf } from '../core/mistakes/mistake.ts';
import { takeFindings } from '../core/checks/take-checks.ts';
import { planFindings } from '../core/checks/plan-checks.ts';
import { balanceOf, energyOf } from '../core/plan/balance.ts';
import { type Compiled, compile } from '../core/plan/compile.ts';
import { USUAL_LIMITS, fitToLength } from '../core/plan/fit.ts';
import { bestOrder } from '../core/plan/order.ts';
import type { Segment } from '../core/plan/segment.ts';
import { changeOvers, whyNeeded } from '../core/script/change-over.ts';
import { writeOutline } from '../formats/outline/outline-writer.ts';
import type { Plan } from '../core/plan/plan.ts';
import { EMPTY_SCRIPT } from '../core/script/cue.ts';
import { schedule } from '../core/script/schedule.ts';
import type { TakeSound } from '../core/signal/activity.ts';
import { type Alignment, align, voiceOf } from '../core/align/align.ts';
import { propose } from '../core/propose/propose.ts';
import { writePlanJson } from '../formats/plan-json/plan-json-reader.ts';
import { claimsInTake, recordedClass } from '../core/claims/running.ts';
import type { Transcript } from '../core/transcript/transcript.ts';
import { frameRate } from '../core/time/frames.ts';
import { type Micros, micros } from '../core/time/micros.ts';
import type { Span } from '../core/time/span.ts';
import { readTypedTime } from '../core/time/typed-time.ts';
import { plannedProgramme } from '../core/workout/rehearsal.ts';
import { EXPORTS } from '../formats/exports.ts';
import { readPlan } from '../formats/plan-reader.ts';
import type { ReadProblem } from '../formats/problem.ts';
import { pastTheEnd } from '../formats/transcript-problem.ts';
import { readTranscript } from '../formats/transcript-reader.ts';
import { type Answer, CliError, json, seconds } from './answer.ts';

const place = (p: ReadProblem) => (p.line > 0 ? `line ${p.line}: ${p.message}` : p.message);

/** The picture that is assumed where there is no take to ask: 1080p at 25 frames a second. */
const PICTURE = { width: 1920, height: 1080, rate: frameRate(25, 1) };

function planOf(text: string): { plan: Plan; compiled: Compiled; notes: string[] } {
  const { value, problems } = readPlan(text);
  const fatal =
    problems.find((p) => p.line === 0 && p.severity === 'error') ?? problems.find((p) => p.code === 'too-many');
  if (value === null || fatal !== undefined) throw new CliError(place(fatal ?? (problems[0] as ReadProblem)));
  const compiled = compile(value);
  if (compiled.segments.length === 0) throw new CliError(compiled.problems[0]?.message ?? 'The plan holds no time.');
  return { plan: value, compiled, notes: [...problems.map(place), ...compiled.problems.map((p) => p.message)] };
}

function transcriptOf(
  text: string,
  duration: string | undefined,
  heard: HeardFile | null = null,
): { transcript: Transcript; duration: Micros; notes: string[] } {
  const { value, problems } = readTranscript(text);
  const fatal = problems.find((p) => p.line === 0 && p.severity === 'error');
  if (value.cues.length === 0) throw new CliError(place(fatal ?? (problems[0] as ReadProblem)));
  const last = Math.max(...value.cues.map((cue) => cue.end));
  const given = duration === undefined ? null : readTypedTime(duration);
  if (given !== null && (!given.ok || given.time <= 0))
    throw new CliError(given.ok ? 'The duration must be above 0.' : `--duration: ${given.message}`);
  const length = given?.ok ? given.time : (heard?.duration ?? micros(last + 3e6));
  return { transcript: value, duration: length, notes: [...problems, ...pastTheEnd(value.cues, length)].map(place) };
}

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
        says: f.says,
        measured: f.measured,
        wanted: f.wanted,
        source: f.source,
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
  const answers = fitToLength(plan, wanted.time, USUAL_LIMITS, new Set());
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

const spanOf = (span: Span | null) =>
  span === null ? null : { start_s: seconds(span.start), end_s: seconds(span.end) };

/** What was heard in a recording, and how long it lasts. */
export interface HeardFile {
  readonly duration: Micros;
  readonly sound: TakeSound;
}

export function alignCommand(
  planText: string,
  transcriptText: string,
  durationText: string | undefined,
  heard: HeardFile | null = null,
): Answer {
  const { plan, compiled, notes } = planOf(planText);
  const read = transcriptOf(transcriptText, durationText, heard);
  const sound = heard?.sound ?? null;
  const found = align(compiled.segments, read.transcript, read.duration, [], sound);
  const mistakes = mistakesOf(
    [
      ...takeFindings(found, claimsInTake(found.words, recordedClass(plan, found))),
      ...mistakeFindings(plan, found, found.words, voiceOf(sound)),
    ],
    found,
  );
  const odd = found.extra.length > 0 || found.segments.some((r) => r.recorded === null);
  return {
    status: odd || notes.length > 0 ? 1 : 0,
    notes: [...notes, ...read.notes],
    text: json({
      ...alignmentJson(found),
      mistakes: mistakes.map((s) => ({
        at_s: seconds(s.at),
        type: s.type,
        said: s.said,
        note: s.note,
        confidence: s.confidence,
      })),
    }),
  };
}

export function claimsCommand(planText: string, transcriptText: string, durationText: string | undefined): Answer {
  const { plan, compiled, notes } = planOf(planText);
  const read = transcriptOf(transcriptText, durationText);
  const found = align(compiled.segments, read.transcript, read.duration);
  const claims = claimsInTake(found.words, recordedClass(plan, found));
  return {
    status: claims.length === 0 || claims.some((c) => c.verdict === 'false') ? 1 : 0,
    notes: [...notes, ...read.notes],
    text: json({
      claims: claims.map((c) => ({
        at_s: seconds(c.at),
        type: c.type,
        said: c.said,
        claimed: c.claimed,
        actual: c.actual,
        verdict: c.verdict,
      })),
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

function alignmentJson(found: Alignment) {
  return {
    segments: found.segments.map(({ segment: s, recorded, confidence, placed, evidence }) => ({
      index: s.index,
      kind: s.kind,
      label: s.label,
      round: s.round,
      side: s.side,
      planned: spanOf(s),
      recorded: spanOf(recorded),
      confidence,
      placed,
      evidence,
    })),
    grid: gridJson(found.grids),
    extra: found.extra.map((e) => ({
      label: e.label,
      side: e.madeUp?.side ?? null,
      made_up_index: e.madeUp?.index ?? null,
      after_index: e.after,
      ...spanOf(e),
    })),
  };
}

/** The longest timer found, and the others beside it; null where breaks were run by hand. */
function gridJson(grids: Alignment['grids']) {
  const [longest] = [...grids].sort((a, b) => b.toIndex - b.fromIndex - (a.toIndex - a.fromIndex));
  return longest === undefined
    ? null
    : {
        period_s: seconds(longest.periodUs),
        start_s: seconds(longest.startUs),
        from_index: longest.fromIndex,
        to_index: longest.toIndex,
        all: grids.map((g) => ({
          period_s: seconds(g.periodUs),
          start_s: seconds(g.startUs),
          from_index: g.fromIndex,
          to_index: g.toIndex,
        })),
      };
}

/** A plan for a recording that has none, as Euphon's JSON. */
export function proposeCommand(
  transcriptText: string,
  durationText: string | undefined,
  heard: HeardFile | null = null,
): Answer {
  const read = transcriptOf(transcriptText, durationText, heard);
  const { plan, intervals, doubts } = propose(
    read.transcript,
    read.duration,
    undefined,
    undefined,
    heard?.sound ?? null,
  );
  return {
    status: intervals.length === 0 || doubts.length > 0 ? 1 : 0,
    notes: [...read.notes, ...doubts],
    text: writePlanJson(plan),
  };
}

export function exportCommand(
  planText: string,
  transcriptText: string | null,
  durationText: string | undefined,
  name: string | undefined,
): Answer {
  const format = EXPORTS.find((f) => f.name === name);
  if (format === undefined)
    throw new CliError(
      `--format ${name === undefined ? 'NAME is wanted' : `“${name}” is not known`}; ${EXPORTS.map((f) => f.name).join(', ')} are.`,
    );
  const { plan, compiled, notes } = planOf(planText);
  const read = transcriptText === null ? null : transcriptOf(transcriptText, durationText);
  const programme =
    read === null
      ? plannedProgramme(compiled.segments, compiled.total)
      : assemble(
          compiled.segments,
          [
            {
              takeId: '',
              duration: read.duration,
              alignment: align(compiled.segments, read.transcript, read.duration),
              faults: new Map(),
              speech: [],
            },
          ],
          { uses: [], removedOf: () => [] },
          frameRate(1000, 1),
        );
  const { lines } = schedule(
    programme.segments.map((s, index) => ({
      ...(s.segment ?? (compiled.segments[0] as (typeof compiled.segments)[0] & object)),
      kind: s.kind,
      label: s.label,
      index,
      start: s.start,
      end: s.end,
    })),
    EMPTY_SCRIPT,
    { plan },
  );
  const laid = lanes(programme, DEFAULT_RULES, []);
  const text = format.write({
    title: plan.title,
    segments: programme.segments,
    lanes: laid,
    picture: PICTURE,
    equipment: balanceOf(plan, compiled.segments).equipment.map((e) => e.name),
    linesOf: (segment) => lines.filter((line) => line.segmentIndex === programme.segments.indexOf(segment)),
  });
  return { text, status: programme.segments.length === 0 ? 1 : 0, notes: [...notes, ...(read?.notes ?? [])] };
}
