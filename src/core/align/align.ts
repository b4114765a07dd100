import { type RecordedSegment, type Alignment } from './alignment.ts';
import { hearSounds } from '../calls/heard-sounds.ts';
import type { Heard } from '../calls/detect-calls.ts';
import { labelsOf } from '../calls/name-variants.ts';
import { readClauses } from '../calls/read-clauses.ts';
import { type PlannedSegment, isActive } from '../plan/segment.ts';
import type { TakeSound } from '../signal/take-sound.ts';
import { type TakeTime, earlier, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { spokenTrack } from '../transcript/clauses.ts';
import { type Transcript, spokenWords } from '../transcript/transcript.ts';
import { calibrated } from './calibration.ts';
import { reasonsFor } from './explain.ts';
import { type Part, mayBePart, partFilmed, segmentsOfPart } from './part-of-plan.ts';
import type { Pin } from './pin.ts';
import { retimeWords } from './retime-words.ts';
import { sharpened } from './sharpen.ts';
import type { PathPiece, Problem } from './problem.ts';
import type { SearchGiven } from './beliefs.ts';
import { searchTake } from './search-take.ts';
import {
  type Beyond,
  joinRests,
  nameExtras,
  placeOnMusic,
  placeOnTimers,
  placePins,
  placeSilentEnds,
  tidy,
} from './settle.ts';
import { keepSureOnes } from './local-pins.ts';

/** Below this clarity the places of a voice are guesses, and the speaking model does better. */
const CLEAR_VOICE = 0.4;
/** Stretches no longer than this, lines or words, are known by their own times; a paragraph is not. */
const SHORT_STRETCH_US = 8e6;

/** Where the voice is in a take, as far as it is clear; null: nobody knows. */
export function voiceOf(sound: TakeSound | null): readonly Span<TakeTime>[] | null {
  return sound === null || sound.voiceClarity < CLEAR_VOICE ? null : sound.voice;
}

/** What is known or decided of a take besides its words. */
interface AlignMore {
  readonly pins?: readonly Pin[] | undefined;
  readonly sound?: TakeSound | null | undefined;
  readonly noTimer?: ReadonlySet<string> | undefined;
  readonly lacking?: readonly string[] | undefined;
}

/**
 * Lays a compiled plan over a take: the likeliest of all orders-keeping paths through it under a segmental model of how
 * classes are spoken and run, learned from this take as it goes. `duration` is the take's length. Pins bind boundaries
 * and move what is unsure beside them. `lacking`: where stretches begin that the takes before it lack; a short take is
 * likely to fill one. Pure; the same input, the same answer.
 */
export function align(
  segments: readonly PlannedSegment[],
  transcript: Transcript,
  duration: TakeTime,
  { pins = [], sound = null, noTimer = new Set(), lacking = [] }: AlignMore = {},
): Alignment {
  if (segments.length === 0 || duration <= 0)
    return { segments: [], extra: [], grids: [], words: { tokens: [], language: transcript.language ?? 'en' } };
  const { language, tokens: all } = spokenWords(transcript, duration, voiceOf(sound));
  const tokens = all.filter((t) => t.at <= duration);
  const words = { tokens, language };
  const track = spokenTrack(transcript, words, duration);
  const labels = labelsOf(segments.filter(isActive));
  const readings = readClauses(track.clauses, words, labels);
  const heard: Heard[] = [...readings.heard, ...(sound === null ? [] : hearSounds(sound))].sort((a, b) => a.at - b.at);
  const timed = track.stretches.filter((s) => s.end - s.start <= SHORT_STRETCH_US).length * 2 > track.stretches.length;
  const given: SearchGiven = { segments, track, words, readings, heard, duration, timed, noTimer };
  if (!mayBePart(segments, duration)) return alignWhole(given, pins);
  const part = partFilmed(
    given,
    pins,
    segments.flatMap((s, k) => (lacking.includes(s.key) ? [k] : [])),
  );
  return partInPlan(segments, part, alignWhole({ ...given, segments: segmentsOfPart(segments, part) }, pins));
}

function alignWhole(given: SearchGiven, pins: readonly Pin[]): Alignment {
  if (pins.length === 0) return settled(given, []);
  return keepSureOnes(settled(given, []), settled(given, pins), pins);
}

/** Certainty that segments outside of the part that a take holds are not in it. */
const OUTSIDE_SURE = 0.9;

/** The alignment of a part as one of the whole plan: what lies outside of it was not filmed here. */
function partInPlan(segments: readonly PlannedSegment[], { from }: Part, found: Alignment): Alignment {
  const whole = new Map(segments.map((s) => [s.key, s]));
  const of = new Map(found.segments.map((r) => [r.segment.key, r]));
  return {
    ...found,
    segments: segments.map((segment): RecordedSegment => {
      const own = of.get(segment.key);
      if (own !== undefined) return { ...own, segment };
      return { segment, recorded: null, confidence: OUTSIDE_SURE, placed: OUTSIDE_SURE, evidence: [] };
    }),
    extra: found.extra.map((e) => ({
      ...e,
      madeUp: e.madeUp === null ? null : (whole.get(e.madeUp.key) ?? null),
      after: e.after === null ? null : e.after + from,
    })),
    grids: found.grids.map((g) => ({ ...g, fromIndex: g.fromIndex + from, toIndex: g.toIndex + from })),
  };
}

function settled(given: SearchGiven, pins: readonly Pin[]): Alignment {
  const { segments, duration, heard, timed } = given;
  const found = searchTake(given, pins);
  const { problem, pieces, sure } = found;
  const at = boundaryTimes(given, problem, pieces);
  const places = new Map<number, Span<TakeTime>>();
  let beyond: Beyond[] = [];
  let before: number | null = null;
  for (const [j, p] of pieces.entries()) {
    const span = { start: at[j]!, end: at[j + 1]! };
    if (p.segment === null) beyond.push({ ...span, kind: p.beyond ?? 'break', after: before });
    else places.set((before = p.segment), span);
  }
  const pinned = new Set(problem.pinned.keys());
  placeOnMusic(places, found.musicOf, pinned, duration);
  beyond = joinRests(beyond, segments, places, pinned);
  placeSilentEnds(segments, places, duration);
  const grids = found.timers(places);
  // Words with times are as exact as a timer, and they also show where it was stopped for a moment.
  if (!timed) placeOnTimers(segments, places, grids, duration);
  placePins(segments, places, pins, PIN_REACH_US);
  tidy(places, duration);
  const onTimer = (k: number) => grids.some((g) => g.fromIndex <= k && k <= g.toIndex);
  return {
    segments: segments.map((segment, k): RecordedSegment => {
      const recorded = places.get(k) ?? null;
      const [filmed, start, end] = [sure.filmed[k]!, sure.startSure[k]!, sure.endSure[k]!];
      const by = calibrated({ start, end, timed, timer: onTimer(k) });
      return {
        segment,
        recorded,
        confidence: Math.round((recorded === null ? 1 - filmed : by) * 1000) / 1000,
        placed: Math.round((recorded === null ? 1 - filmed : sure.placed[k]!) * 1000) / 1000,
        evidence: reasonsFor(segment, recorded, heard, pins),
      };
    }),
    extra: nameExtras(beyond, segments, places, heard),
    grids,
    words: {
      tokens: retimeWords(given.track, given.words.tokens, pieces, problem.lattice),
      language: given.words.language,
    },
  };
}

const LEAST_SEGMENT_US = 1e6;
/** A segment that begins this near to a pinned end is moved to that end. */
const PIN_REACH_US = 6e6;

/**
 * When the pieces of a path begin, and the last ends: as the search laid them, and by the calls at them where words
 * have times.
 */
function boundaryTimes(given: SearchGiven, problem: Problem, pieces: readonly PathPiece[]): TakeTime[] {
  const { lattice, segments } = problem;
  const { readings, track, words, heard, timed, duration } = given;
  const us = (place: number) => lattice.cell[place]! * lattice.stepUs;
  const worked = (p: PathPiece | undefined) =>
    p !== undefined && (p.segment === null ? p.beyond === 'work' : isActive(segments[p.segment]!));
  const times: TakeTime[] = [];
  for (let j = 0; j <= pieces.length; j++) {
    const piece = pieces[j];
    const place = piece?.from ?? pieces[j - 1]?.to ?? 0;
    const edge = { gap: lattice.gap[place]!, us: us(place), afterWork: worked(pieces[j - 1]) };
    const last = times[j - 1] ?? 0;
    const by = timed
      ? sharpened(edge, { clauses: track.clauses, readings: readings.clauses, tokens: words.tokens, heard })
      : edge.us;
    // One call never places two boundaries.
    const at = j > 0 && by - last < LEAST_SEGMENT_US ? edge.us : by;
    times.push(earlier(duration, takeTime(Math.max(at, times[j - 1] ?? 0))));
  }
  return times;
}
