import { filmFindings } from '../checks/film-checks.ts';
import { type Piece, type Recording, soundsOf, viewsOf, withInsertsHeard, withInsertsSeen } from '../edit/views.ts';
import { isDissolved, joinsOf, withDissolves } from '../edit/dissolves.ts';
import { ruledViews } from '../edit/camera-rules.ts';
import { type Shot, inShots, shotAt, shotsOf } from '../edit/shots.ts';
import { type PickUpRecording, type PlacedPickUp, placePickUps } from '../sound/pick-ups.ts';
import { type Tone, inKey, tonesOf } from '../sound/tones.ts';
import type { FilmedTake } from '../edit/coverage.ts';
import { type Programme, assemble, filmedSegments } from '../edit/assemble.ts';
import type { Key } from '../music/key.ts';
import { type ClassBeat, type LaidTrack, beatsOf, layMusic } from '../music/arrangement.ts';
import { EMPTY_MUSIC, type Music } from '../music/music.ts';
import type { Track } from '../music/track.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import { isLetStand } from '../edit/decisions.ts';
import { laneFindings } from '../checks/deliver-checks.ts';
import { musicOverRoom, roomMusicFindings } from '../checks/room-music-checks.ts';
import { asCorrected, classBeats, roomMusicAt, roomBeats } from '../edit/room-beats.ts';
import type { Finding } from '../findings/finding.ts';
import { type Lanes, lanes } from '../lanes/lanes.ts';
import { speechCaptions } from '../lanes/speech-captions.ts';
import type { SeenBehind, SeenPictures } from '../sync/seen-pictures.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import type { Plan } from '../plan/plan.ts';
import { ALL_RULES, type StudioRules, isWanted } from '../findings/studio-rules.ts';
import type { Wording } from '../lanes/wording.ts';
import { behindOf } from './seen-behind.ts';
import { numbersSaid, saidWords } from './said-words.ts';
import { frameRate } from '../time/frames.ts';
import { type ProgrammeTime, type TakeTime, moved } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { type WorkoutDocument, decidedOn } from './document.ts';
import { type ProgrammeTake, speechIn } from './align-takes.ts';

export interface Produced {
  readonly programme: Programme;
  /** What is seen and what is heard, from its start to its end. */
  readonly pictures: readonly Piece[];
  readonly sounds: readonly Piece[];
  readonly lanes: Lanes;
  readonly tones: readonly Tone[];
  /** The beat of the class: of the music under it, and of the rooms where none is laid. */
  readonly beats: readonly ClassBeat[];
  /** Where somebody speaks in it, in order; by lines where neither words nor sound tell. */
  readonly speech: readonly Span[];
  /** What lies behind the look of each segment, by its key; where nobody looked at a recording it is left out. */
  readonly behind: ReadonlyMap<string, SeenBehind>;
  /** Lines that were spoken again, in it. */
  readonly pickUps: readonly PlacedPickUp[];
  readonly findings: readonly Finding[];
}

/** What is decided, and the names that cards show. */
interface Named extends Pick<WorkoutDocument, 'edit'> {
  readonly plan: Pick<Plan, 'title' | 'instructor' | 'blocks' | 'presenters' | 'language'>;
}

/** What a programme is made from besides its takes. */
interface Besides {
  /** Cameras and recorders laid over takes. */
  readonly recordings?: readonly Recording[];
  readonly spoken?: readonly PickUpRecording[];
  /** The music under the class: cameras switch on its beats. */
  readonly music?: Music;
  readonly tracks?: readonly Track[];
  /** What small pictures of recordings show, by their ids. */
  readonly seen?: ReadonlyMap<string, SeenPictures>;
  /** The exercises of the studio, for what they say to take care of. */
  readonly book?: ExerciseBook;
  /** The words that the overlay writes by itself. */
  readonly wording?: Wording;
  /** What the studio wants to be told of. */
  readonly rules?: StudioRules;
}

/**
 * The takes of a programme, in the order in which they are preferred, to programme, lanes and findings: fast, runs with
 * every keystroke. The first take gives the frame rate.
 */
export function produce(
  { plan, edit }: Named,
  takes: readonly ProgrammeTake[],
  {
    recordings = [],
    spoken = [],
    music = EMPTY_MUSIC,
    tracks = [],
    seen = new Map(),
    book,
    wording,
    rules = ALL_RULES,
  }: Besides = {},
): Produced {
  const standing = (take: ProgrammeTake) => {
    const { takeLetStand } = decidedOn(edit, take.takeId);
    return take.aligned.takeFindings
      .filter((f) => !isLetStand(f, takeLetStand))
      .map((f) => ({ ...f, takeId: take.takeId }));
  };
  const found = new Map(takes.map((take) => [take.takeId, standing(take)]));
  const rate = takes[0]?.facts.rate ?? frameRate(25, 1);
  const speeches = new Map(takes.map((t) => [t.takeId, speechIn(t.aligned.alignment, t.facts.sound)]));
  const speechOf = (takeId: string) => speeches.get(takeId) ?? [];
  const cuesOf = (takeId: string) => takes.find((t) => t.takeId === takeId)?.facts.transcript.cues ?? [];
  const rooms = new Map(
    takes.map(({ takeId, facts }) => [
      takeId,
      asCorrected(facts.sound?.music ?? [], decidedOn(edit, takeId).roomCounts),
    ]),
  );
  const musicOf = (takeId: string) => rooms.get(takeId) ?? [];
  const programme = assemble(
    takes[0]?.aligned.compiled.segments ?? [],
    takes.map((take) => ({
      ...filmedTake(take, found.get(take.takeId) ?? []),
      speech: speechOf(take.takeId),
      music: musicOf(take.takeId),
    })),
    { uses: edit.uses, removedOf: (takeId) => decidedOn(edit, takeId).removed, inserts: edit.inserts },
    rate,
  );
  const filmed = filmedSegments(programme.segments);
  const { laid: laidTracks } = layMusic(music, tracks, filmed);
  const beats = classBeats(laidTracks.flatMap(beatsOf), laidTracks, roomBeats(programme.shots, musicOf));
  const beatTimes = beats.map((b) => b.at);
  const ruled = new Map(
    takes.map(({ takeId }) => {
      const own = programme.segments.filter((s) => s.takeId === takeId);
      const rules = edit.cameras.filter((c) => recordings.some((r) => r.id === c.cameraId && r.ofTake === takeId));
      const onBeat = rules.length === 0 ? [] : onTake(beatTimes, shotsOf(programme.shots, takeId));
      return [takeId, ruledViews(own, rules, speechOf(takeId), onBeat)] as const;
    }),
  );
  const durations = new Map([
    ...recordings.map((r) => [r.id, r.duration] as const),
    ...takes.map((t) => [t.takeId, t.facts.duration] as const),
  ]);
  const lasts = (mediaId: string) => durations.get(mediaId) ?? null;
  const clarity = new Map(takes.map((t) => [t.takeId, t.facts.ownClarity]));
  // An hour of them takes as long as all the rest: only where a look writes them.
  const speech = edit.rules.look.speech ? speechCaptions(saidWords(takes, programme.shots), rate, plan.language) : [];
  const laid = lanes(programme, edit, plan, {
    ...{ beats, speech },
    ...(book !== undefined && { book }),
    ...(wording !== undefined && { wording }),
  });
  // Cameras chosen by hand come after those chosen by rule: the last one counts.
  const pictures = withDissolves(
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
  );
  return {
    programme,
    pictures,
    behind: behindOf(programme.segments, pictures, seen),
    sounds: withInsertsHeard(
      soundsOf(programme.shots, recordings, (takeId) => clarity.get(takeId) ?? null),
      programme.inserts,
      lasts,
    ),
    lanes: laid,
    tones: inKey(
      tonesOf(
        programme,
        edit.sound.tones,
        takes.flatMap((take) => numbersSaid(take, programme)).sort((a, b) => a - b),
        rate,
      ),
      // Music that is laid but not mixed into the film is not heard together with the tones.
      (at) => keyAt(at, edit.sound.music ? laidTracks : [], programme.shots, musicOf),
    ),
    beats,
    speech: inShots(programme.shots, (takeId) => speeches.get(takeId) ?? cuesOf(takeId)),
    pickUps: takes.flatMap(({ takeId }) => {
      const { pickUps } = decidedOn(edit, takeId);
      return placePickUps(programme, takeId, { pickUps, speech: speechOf(takeId) }, spoken);
    }),
    findings: [
      ...filmFindings(programme, [...found.values()].flat()),
      ...laneFindings(laid),
      ...roomMusicFindings(programme.shots, filmed, musicOf, speechOf),
      ...musicOverRoom(music, laidTracks, { shots: programme.shots, segments: filmed, musicOf }),
    ].filter((f) => isWanted(f, rules) && !isLetStand(f, edit.letStand)),
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

/** The key of the music that is heard at a time of the programme: of what is laid, else of the room. */
function keyAt(
  at: ProgrammeTime,
  laid: readonly LaidTrack[],
  shots: readonly Shot[],
  musicOf: (takeId: string) => readonly RoomMusic[],
): Key | null {
  const track = laid.find((l) => l.start <= at && at < l.end);
  if (track !== undefined) return track.track.key ?? null;
  const here = shotAt(at, shots);
  return here === null ? null : (roomMusicAt(musicOf(here.shot.takeId), here.time)?.key ?? null);
}

/** Times of the programme that are in a take's shots, on its clock. */
function onTake(times: readonly ProgrammeTime[], own: readonly Shot[]): TakeTime[] {
  return own.flatMap(({ start, end, at }) =>
    times.flatMap((t) => (t >= at && t < at + end - start ? [moved(start, t - at)] : [])),
  );
}

/** A finding less certain than this is no reason to prefer another take. */
const COUNTS_FROM = 0.6;

function filmedTake(
  { takeId, facts, aligned }: ProgrammeTake,
  findings: readonly Finding[],
): Omit<FilmedTake, 'speech' | 'music'> {
  const faults = new Map<string, number>();
  for (const { segmentKey, severity, certainty } of findings)
    if (segmentKey !== null && severity === 'alarm' && certainty >= COUNTS_FROM)
      faults.set(segmentKey, (faults.get(segmentKey) ?? 0) + 1);
  return {
    takeId,
    duration: facts.duration,
    alignment: aligned.alignment,
    faults,
  };
}
