import { filmFindings } from '../checks/film-checks.ts';
import { type Piece, type Recording, soundsOf, viewsOf, withInsertsHeard, withInsertsSeen } from '../edit/views.ts';
import { isDissolved, joinsOf, withDissolves } from '../edit/dissolves.ts';
import { ruledViews } from '../edit/camera-rules.ts';
import { type Shot, shotsOf, toProgramme } from '../edit/shots.ts';
import { COUNTED } from '../language/en/numbers.ts';
import { type PickUpRecording, type PlacedPickUp, placePickUps } from '../sound/pick-ups.ts';
import { type Tone, tonesOf } from '../sound/tones.ts';
import type { FilmedTake } from '../edit/coverage.ts';
import { type Programme, assemble, filmedSegments } from '../edit/assemble.ts';
import { beatTimes } from '../music/laid.ts';
import { EMPTY_MUSIC, type Music } from '../music/music.ts';
import type { Track } from '../music/track.ts';
import type { Claim } from '../claims/claim.ts';
import { claimsInTake, recordedClass } from '../claims/running.ts';
import { mistakeFindings } from '../mistakes/find-mistakes.ts';
import { withTakeMends } from '../checks/take-mends.ts';
import { isSettled } from '../edit/decisions.ts';
import { takeFindings } from '../checks/take-checks.ts';
import { laneFindings } from '../checks/deliver-checks.ts';
import type { Finding } from '../findings/finding.ts';
import { type SaidText, wordingFindings } from '../checks/wording-checks.ts';
import { type Lanes, lanes } from '../lanes/lanes.ts';
import type { Plan } from '../plan/plan.ts';
import { type Compiled, compile } from '../plan/compile.ts';
import type { TakeSound } from '../signal/activity.ts';
import { type Alignment, align, voiceOf } from '../align/align.ts';
import { type Transcript } from '../transcript/transcript.ts';
import type { Span } from '../time/span.ts';
import { type FrameRate, frameRate } from '../time/frames.ts';
import { type Micros, micros } from '../time/micros.ts';
import { type WorkoutDocument, decidedOn } from './document.ts';

/** A take as the core sees it. */
export interface TakeFacts {
  readonly duration: Micros;
  readonly rate: FrameRate;
  readonly transcript: Transcript;
  /** What else was heard in it; null where it was not listened to yet. */
  readonly sound: TakeSound | null;
  /** How plainly its own sound carries the voice, 0 to 1; null where nobody listened yet. */
  readonly ownClarity: number | null;
}

/** What the take gives: this is the slow part, and changes only with plan, transcript, pins and dismissed timers. */
export interface Aligned {
  readonly compiled: Compiled;
  readonly alignment: Alignment;
  readonly claims: readonly Claim[];
  readonly takeFindings: readonly Finding[];
}

/** plan and take to recorded segments. `lacking`: where stretches begin that the takes before it lack. */
export function alignWorkout(
  document: Pick<WorkoutDocument, 'plan'> & { readonly edit: Pick<WorkoutDocument['edit'], 'pins' | 'noTimers'> },
  take: TakeFacts,
  lacking: readonly string[] = [],
): Aligned {
  const compiled = compile(document.plan);
  const { pins, noTimers } = document.edit;
  const { transcript, duration, sound } = take;
  const alignment = align(compiled.segments, transcript, duration, pins, sound, new Set(noTimers), lacking);
  const tokens = alignment.words;
  const claims = claimsInTake(tokens, recordedClass(document.plan, alignment));
  const recorded = alignment.segments.flatMap((r) =>
    r.recorded === null ? [] : [{ key: r.segment.key, kind: r.segment.kind, ...r.recorded }],
  );
  const said = take.transcript.cues.map((cue): SaidText => {
    const here = recorded.find((r) => cue.start >= r.start && cue.start < r.end);
    return {
      text: cue.text,
      at: cue.start,
      end: cue.end,
      segmentKey: here?.key ?? null,
      cueId: null,
      kind: here?.kind ?? null,
    };
  });
  return {
    compiled,
    alignment,
    claims,
    takeFindings: withTakeMends(
      [
        ...takeFindings(alignment, claims, speechIn(alignment, sound)),
        ...mistakeFindings(document.plan, alignment, tokens, voiceOf(take.sound)),
        ...wordingFindings(said, 'take'),
      ].sort((a, b) => a.at - b.at),
      { alignment, tokens, claims },
    ),
  };
}

/** A take of the programme, with what was computed from it. */
export interface ProgrammeTake {
  readonly takeId: string;
  readonly facts: TakeFacts;
  readonly aligned: Aligned;
}

/** A take of the programme aligned by itself; one after others is likely to go on where those stopped. */
export function alignTake(
  document: Pick<WorkoutDocument, 'plan' | 'edit'>,
  takeId: string,
  facts: TakeFacts,
  before: readonly ProgrammeTake[],
): ProgrammeTake {
  const edit = decidedOn(document.edit, takeId);
  const lacking = lackingIn(before.map((b) => b.aligned));
  return { takeId, facts, aligned: alignWorkout({ plan: document.plan, edit }, facts, lacking) };
}

/** The segments at which stretches begin that none of these takes holds: what a further one is likely to be of. */
export function lackingIn(before: readonly Aligned[]): string[] {
  const held = new Set(
    before.flatMap(({ alignment }) => alignment.segments.flatMap((r) => (r.recorded === null ? [] : [r.segment.key]))),
  );
  const segments = before[0]?.compiled.segments ?? [];
  const lacks = (k: number) => segments[k] !== undefined && !held.has(segments[k].key);
  return segments.flatMap((s, k) => (lacks(k) && (k === 0 || !lacks(k - 1)) ? [s.key] : []));
}

export interface Produced {
  readonly programme: Programme;
  /** What is seen and what is heard, from its start to its end. */
  readonly pictures: readonly Piece[];
  readonly sounds: readonly Piece[];
  readonly lanes: Lanes;
  readonly tones: readonly Tone[];
  /** Lines that were spoken again, in it. */
  readonly pickUps: readonly PlacedPickUp[];
  readonly findings: readonly Finding[];
}

/** What is decided, and the names that cards show. */
interface Named extends Pick<WorkoutDocument, 'edit'> {
  readonly plan: Pick<Plan, 'title' | 'instructor'>;
}

/** What there is besides the takes themselves. */
export interface Besides {
  /** Cameras and recorders laid over takes. */
  readonly recordings?: readonly Recording[];
  readonly spoken?: readonly PickUpRecording[];
  /** The music under the class: cameras switch on its beats. */
  readonly music?: Music;
  readonly tracks?: readonly Track[];
}

/**
 * The takes of a programme, in the order in which they are preferred, to programme, lanes and findings: fast, runs with
 * every keystroke. The first take gives the frame rate.
 */
export function produce(
  { plan, edit }: Named,
  takes: readonly ProgrammeTake[],
  { recordings = [], spoken = [], music = EMPTY_MUSIC, tracks = [] }: Besides = {},
): Produced {
  const standing = (take: ProgrammeTake) => {
    const { settled } = decidedOn(edit, take.takeId);
    return take.aligned.takeFindings.filter((f) => !isSettled(f, settled)).map((f) => ({ ...f, takeId: take.takeId }));
  };
  const found = new Map(takes.map((take) => [take.takeId, standing(take)]));
  const rate = takes[0]?.facts.rate ?? frameRate(25, 1);
  const programme = assemble(
    takes[0]?.aligned.compiled.segments ?? [],
    takes.map((take) => filmedTake(take, found.get(take.takeId) ?? [])),
    { uses: edit.uses, removedOf: (takeId) => decidedOn(edit, takeId).removed, inserts: edit.inserts },
    rate,
  );
  const beats = edit.cameras.length === 0 ? [] : beatTimes(music, tracks, filmedSegments(programme.segments));
  const ruled = new Map(
    takes.map(({ takeId, facts, aligned }) => {
      const own = programme.segments.filter((s) => s.takeId === takeId);
      const rules = edit.cameras.filter((c) => recordings.some((r) => r.id === c.cameraId && r.ofTake === takeId));
      const speech = speechIn(aligned.alignment, facts.sound) ?? [];
      return [takeId, ruledViews(own, rules, speech, onTake(beats, shotsOf(programme.shots, takeId)))] as const;
    }),
  );
  const durations = new Map([
    ...recordings.map((r) => [r.id, r.duration] as const),
    ...takes.map((t) => [t.takeId, t.facts.duration] as const),
  ]);
  const lasts = (mediaId: string) => durations.get(mediaId) ?? null;
  const clarity = new Map(takes.map((t) => [t.takeId, t.facts.ownClarity]));
  const laid = lanes(programme, edit.rules, edit.overrides, plan);
  return {
    programme,
    // What is given by hand comes last, and the last one given stands.
    pictures: withDissolves(
      withInsertsSeen(
        viewsOf(
          programme.shots,
          recordings,
          (takeId) => [...(ruled.get(takeId) ?? []), ...decidedOn(edit, takeId).shown],
          rate,
        ),
        programme.inserts,
        lasts,
      ),
      joinsOf(programme.shots).filter((j) => isDissolved(j, edit.dissolves)),
      lasts,
      rate,
    ),
    sounds: withInsertsHeard(
      soundsOf(programme.shots, recordings, (takeId) => clarity.get(takeId) ?? null),
      programme.inserts,
      lasts,
    ),
    lanes: laid,
    tones: tonesOf(
      programme,
      edit.sound.tones,
      takes.flatMap((take) => numbersSaid(take, programme)).sort((a, b) => a - b),
      rate,
    ),
    pickUps: takes.flatMap(({ takeId, facts, aligned }) => {
      const speech = speechIn(aligned.alignment, facts.sound) ?? [];
      return placePickUps(programme, takeId, { pickUps: decidedOn(edit, takeId).pickUps, speech }, spoken);
    }),
    findings: [...filmFindings(programme, [...found.values()].flat()), ...laneFindings(laid)],
  };
}

/** The take in hand alone, as Align shows it. */
export function produceTake(
  { plan, edit }: Named,
  take: ProgrammeTake,
  spoken: readonly PickUpRecording[] = [],
): Produced {
  return produce({ plan, edit: { ...edit, uses: [], inserts: [] } }, [take], { spoken });
}

/** Times of the programme that are in a take's shots, on its clock. */
function onTake(times: readonly Micros[], own: readonly Shot[]): Micros[] {
  return own.flatMap(({ start, end, at }) =>
    times.flatMap((t) => (t >= at && t < at + end - start ? [micros(start + t - at)] : [])),
  );
}

/** Less certain than this, a finding is no reason to take another take. */
const COUNTS_FROM = 0.6;

function filmedTake({ takeId, facts, aligned }: ProgrammeTake, findings: readonly Finding[]): FilmedTake {
  const faults = new Map<string, number>();
  for (const { segmentKey, severity, certainty } of findings)
    if (segmentKey !== null && severity === 'alarm' && certainty >= COUNTS_FROM)
      faults.set(segmentKey, (faults.get(segmentKey) ?? 0) + 1);
  return {
    takeId,
    duration: facts.duration,
    alignment: aligned.alignment,
    faults,
    speech: speechIn(aligned.alignment, facts.sound) ?? [],
  };
}

/** When numbers are said in the programme, of a take whose words are placed well. */
function numbersSaid({ takeId, aligned }: ProgrammeTake, { shots }: Programme): Micros[] {
  const own = shotsOf(shots, takeId);
  return aligned.alignment.words.flatMap(({ norm, at, sigma }) =>
    sigma <= PLACED_US && COUNTED.test(norm) && own.some((s) => at >= s.start && at < s.end)
      ? [toProgramme(at, own)]
      : [],
  );
}

/** Words placed more loosely than this do not tell where nobody speaks. */
const PLACED_US = 300_000;

/** When somebody speaks, in order: by words where they are placed well, else by the sound; null: that is not known. */
function speechIn({ words }: Alignment, sound: TakeSound | null): Span[] | null {
  const placed = words.length > 0 && words.every((w) => w.sigma <= PLACED_US);
  const speech = placed ? words.map((w) => ({ start: w.at, end: w.end })) : voiceOf(sound);
  return speech === null ? null : [...speech].sort((a, b) => a.start - b.start);
}
