import { type Segment, isActive } from '../plan/segment.ts';
import { hearSounds } from '../calls/heard-sounds.ts';
import type { Heard } from '../calls/detect-calls.ts';
import { readClauses } from '../calls/read-clauses.ts';
import type { TakeSound } from '../signal/activity.ts';
import { spokenTrack } from '../transcript/clauses.ts';
import { type Transcript, tokensOf } from '../transcript/transcript.ts';
import { type Micros, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { lengthModel, type Timing } from './duration-model.ts';
import { beyondScores, emissionsOf, textScores } from './emission-scores.ts';
import { type Laid, learnFlow, learnTiming, usualTimings } from './expectation.ts';
import { announcementsAt } from './announcements.ts';
import { logEvidence } from './evidence.ts';
import { reasonsFor } from './explain.ts';
import { marginals, runBackward, worthTrying } from './forward-backward.ts';
import { type Cell, type Lattice, latticeOf } from './lattice.ts';
import { type TimerGrid, timerGrids, timerHypotheses, timerMargin } from './machine-timer.ts';
import { type MusicGrid, musicGrids, toGrid } from './music-grid.ts';
import type { Pin } from './pin.ts';
import { type SpeechFlow, USUAL_FLOW } from './speech-flow.ts';
import { type PathPiece, type Problem, musicOf, runForward, tracePath } from './viterbi.ts';

export type { Pin } from './pin.ts';

/** Where a planned segment really fell. `recorded` is null where it was never filmed. */
export interface RecordedSegment {
  readonly segment: Segment;
  readonly recorded: Span | null;
  /** 0 to 1: that it is there at all and that both its ends lie within a second. */
  readonly confidence: number;
  readonly evidence: readonly string[];
}

/** Time filmed beyond the plan. `madeUp` names the planned segment that was left out before and done here. */
export interface ExtraSpan extends Span {
  readonly label: string;
  readonly madeUp: Segment | null;
  readonly after: number | null;
}

export interface Alignment {
  readonly segments: readonly RecordedSegment[];
  readonly extra: readonly ExtraSpan[];
  /** The machine timers that stretches of the class were filmed to; empty where breaks were run by hand. */
  readonly grids: readonly TimerGrid[];
}

/**
 * The searches, from rough to fine: the first looks everywhere, each later one where the one before found hardly anything
 * worse (`margin`, in nats). Each teaches the next how this class is spoken and run.
 */
const STAGES = [
  { stepUs: 4_000_000, gaps: 2, rounds: 1, margin: 30, together: false },
  { stepUs: 2_000_000, gaps: 3, rounds: 2, margin: 18, together: false },
  { stepUs: 1_000_000, gaps: 4, rounds: 1, margin: 12, together: true },
  { stepUs: 500_000, gaps: 4, rounds: 1, margin: 12, together: true },
] as const;

/** Below this clarity the places of a voice are guesses, and the speaking model does better. */
const CLEAR_VOICE = 0.4;

/** Where the voice is in a take, as far as it is clear; null: nobody knows. */
export function voiceOf(sound: TakeSound | null): readonly Span[] | null {
  return sound === null || sound.voiceClarity < CLEAR_VOICE ? null : sound.voice;
}

export function align(segments: readonly Segment[], transcript: Transcript, duration: Micros, pins: readonly Pin[] = [], sound: TakeSound | null = null, dismissed: ReadonlySet<string> = new Set()): Alignment {
  if (segments.length === 0 || duration <= 0) return { segments: [], extra: [], grids: [] };
  const T0 = performance.now();
  const tokens = tokensOf(transcript, duration, voiceOf(sound)).filter((t) => t.at <= duration);
  const labels = [...new Set(segments.filter(isActive).map((s) => s.label))];
  const track = spokenTrack(transcript, tokens, duration);
  const readings = readClauses(track.clauses, tokens, labels);
  const heard: Heard[] = [...readings.heard, ...(sound === null ? [] : hearSounds(sound))].sort((a, b) => a.at - b.at);
  const announced = announcementsAt(track.clauses, readings.clauses, tokens);
  const text = textScores(segments, readings, announced);
  const beyondText = beyondScores(readings, announced);
  const beyond = beyondCosts(segments);
  const skip = segments.map(skipCost);
  const counts = readings.clauses.flatMap((c) => (c.count === null ? [] : [{ value: c.count, atUs: c.atUs, sigmaUs: c.sigmaUs }]));
  const problemOf = (lattice: Lattice, flow: SpeechFlow, timing: Timing, where: Where, together: boolean, music: Problem['music'] = NO_MUSIC): Problem => ({
    segments,
    lattice,
    emissions: emissionsOf(segments, text, beyondText, track, heard, flow, lattice, counts, timing),
    lengths: segments.map((s) => lengthModel(s, timing, lattice.stepUs / 1e6)),
    skip,
    beyond,
    ...where,
    pinned: pinnedCells(segments, pins, lattice),
    music,
    together,
  });

  const usual = usualTimings(segments);
  let [flow, timing] = [USUAL_FLOW, usual];
  let lattice = latticeOf(track, duration, STAGES[0].stepUs, STAGES[0].gaps, pins);
  let where: Where = everywhere(segments, lattice, duration);
  let problem: Problem | null = null;
  let pieces: readonly PathPiece[] = [];
  let music = NO_MUSIC;
  for (const [n, stage] of STAGES.entries()) {
    if (n > 0) {
      const next = latticeOf(track, duration, stage.stepUs, stage.gaps, pins);
      where = finer(where, lattice, next);
      lattice = next;
    }
    for (let round = 0; round < stage.rounds; round++) {
      problem = problemOf(lattice, flow, timing, where, stage.together);
      const f = runForward(problem);
      const b = runBackward(problem);
      pieces = tracePath(problem, f).pieces;
      where = worthTrying(problem, f, b, stage.margin);
      if (n === STAGES.length - 1) music = musicGrids(problem, f, b);
      const laid = laidOf(pieces, lattice);
      timing = learnTiming(segments, laid, usual);
      flow = learnFlow(track, segments, laid);
      if (process.env.DEBUG_ALIGN) console.log(stage.stepUs / 1e6, round, (performance.now() - T0).toFixed(0), lattice.count, (where.alive.reduce((s, x) => s + x!.reduce((a, b) => a + b, 0), 0) / where.alive.length).toFixed(0));
    }
  }
  const fine = lattice;
  // Each block may have been run by a machine: where that explains the take clearly better, it was.
  let best = logEvidence(problemOf(fine, flow, timing, where, true, music));
  for (const [id, now] of timing.blocks) {
    if (dismissed.has(id)) continue;
    for (const way of timerHypotheses(segments, id, now)) {
      const timed: Timing = { ...timing, blocks: new Map(timing.blocks).set(id, way) };
      const got = logEvidence(problemOf(fine, flow, timed, where, true, music));
      if (process.env.DEBUG_ALIGN) console.log('timer?', id, JSON.stringify(way), got - best);
      if (got > best + timerMargin(segments.find((s) => s.blockId === id && isActive(s))?.scheme)) [best, timing] = [got, timed];
    }
  }
  problem = problemOf(fine, flow, timing, where, true, music);
  const f = runForward(problem);
  const b = runBackward(problem);
  pieces = tracePath(problem, f).pieces;
  if (process.env.DEBUG_ALIGN) console.log('music', [...music], 'end', performance.now() - T0);
  (globalThis as any).__dbg = { problem, pieces, timing, flow };
  const places = new Map(pieces.flatMap((p) => (p.segment === null ? [] : [[p.segment, [p.from, p.to] as const] as const])));
  const sure = marginals(problem, f, b, places);
  const us = (place: number) => micros(Math.min(duration, (fine.cell[place] as number) * fine.stepUs));
  const spans = new Map([...places].map(([k, [from, to]]) => [k, { start: us(from), end: us(to) }]));
  if (process.env.DEBUG_ALIGN) console.log(JSON.stringify(flow), JSON.stringify([...timing.blocks]), JSON.stringify(timing.rest), JSON.stringify(timing.change));
  for (const [k, span] of spans) {
    const grid = musicOf(problem, k);
    if (grid !== null && !problem.pinned.has(k)) spans.set(k, { start: micros(toGrid(span.start, grid)), end: micros(Math.min(duration, toGrid(span.end, grid))) });
  }
  const grids = timerGrids(segments, spans, timing, new Set(problem.pinned.keys()));
  for (const grid of grids) {
    const first = segments.slice(grid.fromIndex, grid.toIndex + 1).find(isActive) as Segment;
    for (let k = grid.fromIndex; k <= grid.toIndex; k++) {
      const s = segments[k] as Segment;
      spans.set(k, { start: micros(grid.startUs + s.start - first.start), end: micros(grid.startUs + s.end - first.start) });
    }
  }
  return {
    segments: segments.map((segment, k): RecordedSegment => {
      const recorded = spans.get(k) ?? null;
      const filmed = sure.filmed[k] as number;
      const confidence = recorded === null ? 1 - filmed : filmed * Math.min(sure.startSure[k] as number, sure.endSure[k] as number);
      return { segment, recorded, confidence: Math.round(confidence * 1000) / 1000, evidence: reasonsFor(segment, recorded, heard, pins) };
    }),
    extra: pieces.flatMap((p, j): ExtraSpan[] => p.segment !== null || us(p.to) - us(p.from) < 3e6 ? [] : [{ start: us(p.from), end: us(p.to), label: 'Beyond the plan', madeUp: null, after: pieces[j - 1]?.segment ?? null }]),
    grids,
  };
}

const NO_MUSIC: ReadonlyMap<number, MusicGrid> = new Map();

type Where = Pick<Problem, 'windows' | 'alive'>;

/** A class does not run further from its plan than this share of the take, and so many seconds. */
const BAND = { share: 0.16, seconds: 420 } as const;

/** Where each slot may lie at all: in a band round its place in the plan, stretched to the take's length. */
function everywhere(segments: readonly Segment[], lattice: Lattice, duration: Micros): Where {
  const total = Math.max(1, segments.at(-1)?.end ?? 1);
  const reach = BAND.share * duration + BAND.seconds * 1e6;
  const windows = Array.from({ length: segments.length + 1 }, (_, k) => {
    const planned = segments[k]?.start ?? total;
    const near = [planned, (planned / total) * duration];
    const cellAt = (us: number) => Math.max(0, Math.min(lattice.cells + 1, Math.round(us / lattice.stepUs)));
    return [lattice.firstAt[cellAt(Math.min(...near) - reach)] as number, lattice.firstAt[cellAt(Math.max(...near) + reach)] as number] as const;
  });
  return { windows, alive: windows.map(() => null) };
}

/** The places of a finer lattice at the cells that a rough search left, and a little beside them. */
function finer(where: Where, rough: Lattice, fine: Lattice): Where {
  const share = rough.stepUs / fine.stepUs;
  const windows: (readonly [number, number])[] = [];
  const alive: Uint8Array[] = [];
  for (const [k, [a, b]] of where.windows.entries()) {
    const cells = new Uint8Array(fine.cells + 1);
    for (let p = a; p < b; p++) {
      if (where.alive[k]?.[p - a] === 0) continue;
      const c = rough.cell[p] as number;
      cells.fill(1, Math.max(0, Math.floor((c - 1) * share)), Math.min(fine.cells, Math.ceil((c + 1) * share)) + 1);
    }
    const [from, to] = [fine.firstAt[cells.indexOf(1)] as number, fine.firstAt[cells.lastIndexOf(1) + 1] as number];
    windows.push([from, to]);
    alive.push(Uint8Array.from({ length: to - from }, (_, i) => cells[fine.cell[from + i] as number] as number));
  }
  return { windows, alive };
}

function laidOf(pieces: readonly PathPiece[], lattice: Lattice): Laid[] {
  return pieces.flatMap((p): Laid[] =>
    p.segment === null ? [] : [{ segment: p.segment, startUs: (lattice.cell[p.from] as number) * lattice.stepUs, endUs: (lattice.cell[p.to] as number) * lattice.stepUs, fromGap: lattice.gap[p.from] as number, toGap: lattice.gap[p.to] as number, sure: 0.5 }],
  );
}

function skipCost(segment: Segment): number {
  if (isActive(segment)) return -4;
  return segment.kind === 'rest' || segment.kind === 'change-over' ? -0.6 : segment.kind === 'talk' ? -4 : -2;
}

/** Time beyond the plan is likely where position or prop changes and no time is planned for it, and at the borders of blocks. */
function beyondCosts(segments: readonly Segment[]): number[] {
  return Array.from({ length: segments.length + 1 }, (_, k) => {
    const [a, b] = [segments[k - 1], segments[k]];
    if (a === undefined || b === undefined) return -3;
    const touching = isActive(a) && isActive(b);
    if (touching && a.position !== b.position) return -0.7;
    if (touching && (a.blockId !== b.blockId || a.needs.join() !== b.needs.join())) return -1;
    if (touching && a.moveId !== b.moveId) return -2.3;
    if (touching) return -3;
    if (a.blockId !== b.blockId) return -2;
    return -3.5;
  });
}

function pinnedCells(segments: readonly Segment[], pins: readonly Pin[], lattice: Lattice): Problem['pinned'] {
  const cells = new Map<number, { start?: Cell; end?: Cell }>();
  for (const pin of pins) {
    const k = segments.findIndex((s) => s.key === pin.segmentKey);
    if (k < 0) continue;
    const cell = Math.max(0, Math.min(lattice.cells, Math.round(pin.at / lattice.stepUs))) as Cell;
    cells.set(k, { ...cells.get(k), [pin.edge]: cell });
  }
  return cells;
}
