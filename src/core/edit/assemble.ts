import type { ExtraSpan } from '../align/alignment.ts';
import type { PlannedSegment, Segment } from '../plan/segment.ts';
import type { FrameRate } from '../time/frames.ts';
import { type ProgrammeTime, type TakeTime, ZERO, later, moved } from '../time/micros.ts';
import { type Span, overlap } from '../time/span.ts';
import { type Choice, chooseTakes } from './choose-takes.ts';
import { type FilmedTake, coverageOf, goesOn } from './coverage.ts';
import type { Insert, Use } from './decisions.ts';
import { type PlacedInsert, coversOf, withInserts } from './inserts.ts';
import { joinOnBeat } from './join-on-beat.ts';
import { comingInAt, leavingAt } from './join-places.ts';
import { type Shot, type TakeSpan, beginsAt, endsAt, inARowWithGaps, stretchesOf, without } from './shots.ts';

/** A planned or made-up segment on programme time. */
export interface ProgrammeSegment {
  /** The planned segment's key, or `extra/N` for time beyond the plan. */
  readonly key: string;
  readonly segment: PlannedSegment | null;
  readonly kind: Segment['kind'];
  readonly label: string;
  readonly side: Segment['side'];
  readonly start: ProgrammeTime;
  readonly end: ProgrammeTime;
  /** Id of the take that it is from, or of the insert that stands for it. */
  readonly takeId: string;
  /** Where it lies in the take; of length 0 where an insert stands for it. */
  readonly recorded: Span<TakeTime>;
  readonly confidence: number;
  /** Filmed beyond the plan, or made up out of its place. */
  readonly extra: boolean;
  /** Its length was planned as a guess: it has no timer. */
  readonly about: boolean;
}

export interface Programme {
  readonly segments: readonly ProgrammeSegment[];
  readonly shots: readonly Shot[];
  /** Inserts between the shots and over them, in order. */
  readonly inserts: readonly PlacedInsert[];
  readonly length: ProgrammeTime;
  /** Which take each planned segment is from, and why. */
  readonly choices: readonly Choice[];
}

interface AssembleDecisions {
  readonly uses: readonly Use[];
  /** What is cut out of a take, on its time. */
  readonly removedOf: (takeId: string) => readonly Span<TakeTime>[];
  readonly inserts: readonly Insert[];
}

/**
 * The programme, from the alignments of its takes and what was decided: shots one after the other, each on whole
 * frames, and where every segment lies. A single take is used as it is, without what was cut out. Pure.
 */
export function assemble(
  segments: readonly PlannedSegment[],
  takes: readonly FilmedTake[],
  { uses, removedOf, inserts }: AssembleDecisions,
  rate: FrameRate,
): Programme {
  const choices = chooseTakes(
    coverageOf(segments, takes),
    takes.map((t) => t.takeId),
    uses,
  );
  const row = spansOf(choices, takes).flatMap((span) => without(span, removedOf(span.takeId)));
  const { shots, gaps } = inARowWithGaps(withInserts(row, choices, inserts), rate);
  const between = gaps.map(({ gap, start, end }) => ({ ...gap, start, end }));
  const standing = between.filter((p) => p.insert.place === 'instead').map(standIn);
  const filmed = placed(choices, takes, shots, rate);
  const segmentsOf = [...filmed, ...standing].sort((a, b) => a.start - b.start);
  const last = shots.at(-1);
  return {
    segments: segmentsOf,
    shots,
    inserts: [...between, ...coversOf(segmentsOf, inserts, rate)].sort((a, b) => a.start - b.start),
    length: later(last === undefined ? ZERO : moved(last.at, last.end - last.start), between.at(-1)?.end ?? ZERO),
    choices,
  };
}

/** A planned segment where it lies in the programme. */
export type FilmedSegment = Segment<ProgrammeTime>;

/** The planned segments of a programme, where they were filmed; nothing beyond the plan. */
export function filmedSegments(segments: readonly ProgrammeSegment[]): FilmedSegment[] {
  return segments.flatMap(({ segment, extra, start, end }) =>
    segment === null || extra ? [] : [{ ...segment, start, end }],
  );
}

/** A segment that no take holds, and an insert stands for. */
function standIn({ insert, segment, start, end }: PlacedInsert): ProgrammeSegment {
  return {
    ...factsOf(segment),
    ...{ start, end, takeId: insert.id, recorded: { start: ZERO, end: ZERO } },
    ...{ confidence: 1, extra: false, about: segment.slackUs > 0 },
  };
}

/** Segments that follow each other in one take and are all chosen from it. */
interface Run {
  readonly take: FilmedTake;
  readonly chosen: Choice[];
}

function runsOf(choices: readonly Choice[], takes: readonly FilmedTake[]): Run[] {
  const runs: Run[] = [];
  for (const choice of choices) {
    const { candidate } = choice;
    if (candidate === null) continue;
    const run = runs.at(-1);
    const before = run?.chosen.at(-1)?.candidate ?? null;
    if (run !== undefined && before !== null && goesOn(before, candidate)) run.chosen.push(choice);
    else runs.push({ take: takes.find((t) => t.takeId === candidate.takeId)!, chosen: [choice] });
  }
  return runs;
}

/** The spans of the takes that are used, in the order of the programme, before they are put on whole frames. */
function spansOf(choices: readonly Choice[], takes: readonly FilmedTake[]): TakeSpan[] {
  const runs = runsOf(choices, takes);
  // Nothing was found in it: it is shown as it is.
  if (runs.length === 0) return takes.slice(0, 1).map((t) => ({ takeId: t.takeId, start: ZERO, end: t.duration }));
  const leaveAt = (r: number): TakeTime => {
    const { take, chosen } = runs[r]!;
    const end = chosen.at(-1)!.candidate!.recorded.end;
    return onBeat(runs[r], runs[r + 1])?.leave ?? leavingAt(end, take.speech, take.duration);
  };
  // Where a take goes on after another one stood in for it, a word that ends there was heard already.
  const heardTo = (r: number): TakeTime => {
    const { take, chosen } = runs[r]!;
    const before = runs.findLastIndex((run, i) => i < r && run.take === take);
    const goneOn = before >= 0 && goesOn(runs[before]!.chosen.at(-1)!.candidate!, chosen[0]!.candidate!);
    return goneOn ? leaveAt(before) : ZERO;
  };
  return runs.flatMap((run, r) => {
    const { take, chosen } = run;
    const [first, last] = [chosen[0]!.candidate!.recorded, chosen.at(-1)!.candidate!.recorded];
    const others = recordedElsewhere(choices, take);
    // What was filmed before and after the class stays, unless another take is used there.
    const opens = r === 0 && !others.some((o) => o.end <= first.start + 1);
    const closes = r === runs.length - 1 && !others.some((o) => o.start >= last.end - 1);
    const come = () => later(comingInAt(first.start, take.speech), heardTo(r));
    const span = {
      takeId: take.takeId,
      start: opens ? ZERO : (onBeat(runs[r - 1], run)?.come ?? come()),
      end: closes ? take.duration : leaveAt(r),
    };
    const inside = others.filter((o) => o.start >= first.start && o.end <= last.end);
    return without(span, inside);
  });
}

/** Where one run is left for the next so that the beat of the room goes on; null: there is none. */
function onBeat(before: Run | undefined, next: Run | undefined): ReturnType<typeof joinOnBeat> {
  if (before === undefined || next === undefined) return null;
  const side = ({ take: { music = [], speech } }: Run, at: TakeTime) => ({ at, music, speech });
  return joinOnBeat(
    side(before, before.chosen.at(-1)!.candidate!.recorded.end),
    side(next, next.chosen[0]!.candidate!.recorded.start),
  );
}

/**
 * The parts of a take that are not used: segments that the programme takes from another take or leaves out, and moves
 * made up for them.
 */
function recordedElsewhere(choices: readonly Choice[], { takeId, alignment }: FilmedTake): Span<TakeTime>[] {
  return choices.flatMap(({ segment, candidate, candidates, why }) => {
    if (candidate?.takeId === takeId) return [];
    const made =
      candidate === null && why !== 'left out by hand'
        ? []
        : alignment.extra.filter((e) => e.madeUp?.key === segment.key);
    return [...candidates.filter((c) => c.takeId === takeId).map((c) => c.recorded), ...made];
  });
}

/** A shorter piece would not be seen: a frame and a half at 25 frames a second. */
const SLIVER_US = 60_000;

function placed(
  choices: readonly Choice[],
  takes: readonly FilmedTake[],
  shots: readonly Shot[],
  rate: FrameRate,
): ProgrammeSegment[] {
  const segments: ProgrammeSegment[] = [];
  const place = (rest: Omit<ProgrammeSegment, 'start' | 'end'>, stretches: readonly (readonly Shot[])[]) => {
    const own = holding(rest.recorded, stretches);
    const [start, end] = [beginsAt(rest.recorded.start, own, rate), endsAt(rest.recorded.end, own)];
    // A cut may leave less than a frame at its edge.
    if (end - start > SLIVER_US && own.some((x) => x.start < rest.recorded.end && rest.recorded.start < x.end))
      segments.push({ ...rest, start, end });
  };
  const chosenFrom = new Map(choices.map((c) => [c.segment.key, c.candidate?.takeId ?? null]));
  for (const [t, take] of takes.entries()) {
    const { takeId } = take;
    const stretches = stretchesOf(shots, takeId);
    for (const { segment, recorded, confidence } of take.alignment.segments)
      if (recorded !== null && chosenFrom.get(segment.key) === takeId)
        place(
          { ...factsOf(segment), takeId, recorded, confidence, extra: false, about: segment.slackUs > 0 },
          stretches,
        );
    for (const [i, extra] of take.alignment.extra.entries()) {
      if ((chosenFrom.get(extra.madeUp?.key ?? '') ?? null) !== null) continue;
      const name = t === 0 ? `extra/${i + 1}` : `extra/${t + 1}.${i + 1}`;
      const facts = { takeId, recorded: { start: extra.start, end: extra.end }, confidence: 0.5 };
      place({ ...factsOfExtra(extra, name), ...facts, extra: true, about: false }, stretches);
    }
  }
  return segments;
}

/** Of the stretches that a take is shown in, the one that shows most of a segment. */
function holding(recorded: Span<TakeTime>, stretches: readonly (readonly Shot[])[]): readonly Shot[] {
  let [best, most]: [readonly Shot[], number] = [stretches[0] ?? [], 0];
  for (const shots of stretches) {
    const shown = shots.reduce((sum, shot) => sum + overlap(recorded, shot), 0);
    if (shown > most) [best, most] = [shots, shown];
  }
  return best;
}

const factsOf = (segment: PlannedSegment) => ({
  key: segment.key,
  segment,
  kind: segment.kind,
  label: segment.label,
  side: segment.side,
});

function factsOfExtra({ madeUp, label }: ExtraSpan, key: string) {
  return madeUp === null ? { key, segment: null, kind: 'talk' as const, label, side: null } : factsOf(madeUp);
}
