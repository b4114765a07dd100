import type { Operation } from 'fast-json-patch';
import type { Publication } from '../core/delivery/publication.ts';
import type { FilmKind } from '../core/delivery/films.ts';
import type { StretchWanted } from '../core/delivery/stretch.ts';
import type { Exercise } from '../core/exercise/exercise.ts';
import type { StudioRules } from '../core/findings/studio-rules.ts';
import type { Brand, Logo } from '../core/looks/look.ts';
import type { LibraryTrack } from '../core/music/library.ts';
import type { PracticeBeat } from '../core/music/practice.ts';
import type { BankChange } from '../core/script/cue-bank.ts';
import type { ChangeFigures } from '../core/script/change-over.ts';
import type { TakeLevels } from '../core/sound/take-levels.ts';
import type { WorkoutDocument } from '../core/workout/document.ts';
import type { Speaker, Studio } from '../core/workout/studio.ts';
import type { ReadProblem } from '../formats/problem.ts';
import { at } from './route.ts';
import type {
  ChangeOfPage,
  LogChange,
  LoggedTake,
  NewWorkout,
  Page,
  Peaks,
  People,
  RenderOfPage,
  Role,
  SmallChange,
  TakeOfPage,
  TakeWithTranscript,
  TrackChange,
  TrackSoundOfPage,
  VersionOfPage,
  WithStudio,
  WorkoutOfPage,
  WorkoutSummary,
} from './wire.ts';

const WORKOUT = '/api/workouts/:id';
const TAKE = '/api/takes/:id';
const TRACK = '/api/tracks/:id';
const RENDER = '/api/renders/:id';

/** Workouts: their document, its history, and what is made of it. */
const WORKOUTS = {
  listWorkouts: at('GET', '/api/workouts', 'lists the workouts, a page at a time', ['after']).gives<
    Page<WorkoutSummary>
  >(),
  createWorkout: at('POST', '/api/workouts', 'makes a workout').gives<{ readonly id: string }, NewWorkout>(201),
  importWorkout: at('POST', '/api/workouts/file', 'makes a workout of the file of a whole one').gives<
    { readonly id: string; readonly missing: readonly string[] },
    string
  >(201),
  getWorkout: at('GET', WORKOUT, 'gives a workout and, as its ETag, its revision').gives<WorkoutOfPage>(),
  patchWorkout: at('PATCH', WORKOUT, 'changes a workout on the revision in If-Match, by JSON Patch').gives<
    { readonly revision: number },
    readonly Operation[]
  >(),
  removeWorkout: at('DELETE', WORKOUT, 'deletes a workout').nothing(),
  restoreWorkout: at('POST', `${WORKOUT}/restore`, 'brings a deleted workout back').nothing(),
  markTemplate: at('PUT', `${WORKOUT}/template`, 'makes a workout a template').nothing(),
  unmarkTemplate: at('DELETE', `${WORKOUT}/template`, 'makes a template a workout').nothing(),
  history: at('GET', `${WORKOUT}/history`, 'lists its changes, newest first, a page at a time', ['after']).gives<
    Page<ChangeOfPage>
  >(),
  documentAt: at('GET', `${WORKOUT}/history/:revision`, 'gives a workout as it was').gives<WorkoutDocument>(),
  versions: at('GET', `${WORKOUT}/versions`, 'lists the versions that have a name').gives<readonly VersionOfPage[]>(),
  nameVersion: at('POST', `${WORKOUT}/versions`, 'names the newest revision').gives<
    VersionOfPage,
    { readonly name: string }
  >(201),
  forgetVersion: at('DELETE', `${WORKOUT}/versions/:version`, 'takes the name from a revision').nothing(),
  publications: at('GET', `${WORKOUT}/publications`, 'lists what went out').gives<readonly Publication[]>(),
  changePublication: at('PUT', `${WORKOUT}/publications`, 'changes one entry of it').gives<
    readonly Publication[],
    { readonly before: Publication | null; readonly after: Publication | null }
  >(),
  learnSpeaker: at('POST', `${WORKOUT}/speaker`, 'learns from the take how its instructor speaks').gives<
    WithStudio<{ readonly speaker: Speaker }>
  >(),
  learnChanges: at('POST', `${WORKOUT}/learn-changes`, 'learns from the take what change-overs cost').gives<
    WithStudio<{ readonly used: number }>
  >(),
  keepInLogbook: at('POST', `${WORKOUT}/logbook`, 'keeps the filmed class in the logbook').gives<
    WithStudio<{ readonly change: LogChange }>
  >(),
  exportWorkout: at('GET', `${WORKOUT}/file`, 'gives the whole workout as one file').file(),
  exportFile: at('GET', `${WORKOUT}/files/:format`, 'gives one of the files of Deliver').file(),
  exportFiles: at('GET', `${WORKOUT}/kit`, 'gives all text files of Deliver in one archive').file(),
  scriptFile: at('GET', `${WORKOUT}/script/:format`, 'gives the script').file(),
  musicFile: at('GET', `${WORKOUT}/music/:format`, 'gives the music as a list or a score').file(),
  runSheet: at('GET', `${WORKOUT}/run-sheet.pdf`, 'gives the run sheet').file(),
  scratchTrack: at('GET', `${WORKOUT}/scratch.wav`, 'gives the script as it would be spoken').file(),
  renders: at('GET', `${WORKOUT}/renders`, 'lists what jobs made of it, newest first').gives<readonly RenderOfPage[]>(),
  queueRender: at('POST', `${WORKOUT}/renders`, 'asks for the finished film').gives<RenderOfPage>(202),
  queueFilm: at('POST', `${WORKOUT}/films`, 'asks for a film of some kind, a piece or a kit', ['kind']).gives<
    RenderOfPage,
    StretchWanted | readonly FilmKind[] | undefined
  >(202),
  queueSound: at('POST', `${WORKOUT}/sound`, 'asks for the sound alone, or a part of it', ['part']).gives<RenderOfPage>(
    202,
  ),
  queueBed: at('POST', `${WORKOUT}/bed`, 'asks for the music alone', ['format']).gives<RenderOfPage>(202),
};

/** Recordings. */
const TAKES = {
  takes: at('GET', `${WORKOUT}/takes`, 'lists the recordings of a workout').gives<readonly TakeWithTranscript[]>(),
  bringInTake: at('POST', `${WORKOUT}/takes`, 'brings in a recording, sent as it is or uploaded before', [
    ...(['name', 'upload', 'pickUp', 'of', 'picture'] as const),
  ]).gives<TakeOfPage, Blob | undefined>(201),
  getTake: at('GET', TAKE, 'gives a recording').gives<TakeOfPage>(),
  removeTake: at('DELETE', TAKE, 'deletes a recording').nothing(),
  restoreTake: at('POST', `${TAKE}/restore`, 'brings a deleted recording back').gives<TakeOfPage>(),
  setRole: at('PUT', `${TAKE}/role`, 'says what a recording is, and to which take it lies').gives<
    TakeOfPage,
    { readonly role: TakeOfPage['role']; readonly ofTake: string | null }
  >(),
  askWork: at('POST', `${TAKE}/work/:kind`, 'asks for long work on a take').nothing(),
  stopWork: at('DELETE', `${TAKE}/work/:kind`, 'stops it').nothing(),
  takeLevels: at(
    'GET',
    `${TAKE}/loudness`,
    'gives its loudness ten times a second, as recorded and once cared for, where it clips, its noise, pops and clicks',
  ).gives<TakeLevels>(),
  waveform: at('GET', `${TAKE}/waveform`, 'gives its loudness for drawing').gives<Peaks>(),
  setTranscript: at('PUT', `${TAKE}/transcript`, 'sets its words on the revision in If-Match').gives<
    { readonly problems: readonly ReadProblem[]; readonly cues: number; readonly revision: number },
    string
  >(),
  previousTranscript: at('POST', `${TAKE}/transcript`, 'brings the words before the last change back').nothing(),
  transcriptFile: at('GET', `${TAKE}/transcript/:format`, 'gives its words as a file').file(),
};

/** What jobs made. */
const RENDERS = {
  getRender: at('GET', RENDER, 'gives how far it is').gives<RenderOfPage>(),
  stopRender: at('DELETE', RENDER, 'stops it').gives<RenderOfPage>(),
  renderEvents: at('GET', `${RENDER}/events`, 'sends how far it is, until it has ended').events(),
  insideRender: at('GET', `${RENDER}/inside/:name`, 'gives a picture of a set of covers').file(),
  certificatePdf: at('GET', `${RENDER}/certificate.pdf`, 'gives its certificate').file(),
};

/** The library of music. */
const TRACKS = {
  tracks: at('GET', '/api/tracks', 'lists the tracks').gives<readonly LibraryTrack[]>(),
  bringInTrack: at('POST', '/api/tracks', 'brings in a track', ['name']).gives<LibraryTrack, Blob>(201),
  makePractice: at('POST', '/api/tracks/practice', 'makes a practice beat').gives<LibraryTrack, PracticeBeat>(201),
  getTrack: at('GET', TRACK, 'gives a track').gives<LibraryTrack>(),
  changeTrack: at('PATCH', TRACK, 'changes a track on the revision in If-Match').gives<LibraryTrack, TrackChange>(),
  removeTrack: at('DELETE', TRACK, 'deletes a track').nothing(),
  restoreTrack: at('POST', `${TRACK}/restore`, 'brings a deleted track back').gives<LibraryTrack>(),
  bringInProof: at('POST', `${TRACK}/proof`, 'keeps the proof of a licence', ['name']).gives<LibraryTrack, Blob>(201),
  trackSound: at('GET', `${TRACK}/sound`, 'gives its loudness').gives<TrackSoundOfPage>(),
};

/** What a studio keeps for all its workouts, and who is in it. */
const STUDIO = {
  studio: at('GET', '/api/studio', 'gives what the studio keeps').gives<Studio>(),
  changeBank: at('PUT', '/api/studio/bank', 'changes the cue bank').gives<Studio, readonly BankChange[]>(),
  setBrand: at('PUT', '/api/studio/brand', 'sets the brand').gives<Studio, SmallChange<Brand>>(),
  setStudioRules: at('PUT', '/api/studio/rules', 'sets what Check tells of').gives<Studio, SmallChange<StudioRules>>(),
  setChangeFigures: at('PUT', '/api/studio/changes', 'sets what change-overs cost').gives<
    Studio,
    SmallChange<ChangeFigures>
  >(),
  setSpeaker: at('PUT', '/api/studio/speakers', 'sets how somebody speaks').gives<
    Studio,
    { readonly before: Speaker | null; readonly after: Speaker | null }
  >(),
  saveExercise: at('PUT', '/api/studio/exercises', 'sets one exercise').gives<Studio, SmallChange<Exercise>>(),
  importExercises: at('POST', '/api/studio/exercises', 'reads exercises from a file').gives<
    WithStudio<{ readonly kept: number; readonly problems: readonly ReadProblem[] }>,
    string
  >(),
  removeExercise: at('DELETE', '/api/studio/exercises', 'deletes one exercise', ['name']).gives<Studio>(),
  exportExercises: at('GET', '/api/studio/exercises/:format', 'gives the exercises as a file').file(),
  logbook: at('GET', '/api/studio/logbook', 'lists the logbook, a page at a time', ['after']).gives<Page<LoggedTake>>(),
  changeLogbook: at('PUT', '/api/studio/logbook/:take', 'changes one entry of it').gives<
    WithStudio<object>,
    LogChange
  >(),
  readLogo: at('POST', '/api/studio/logo', 'reads an SVG as the mark that the overlay draws', ['name']).gives<
    Logo,
    string | Blob
  >(),
  spokenLine: at('GET', '/api/speech', 'gives one line as it would be spoken', ['text', 'pace', 'language']).file(),
  people: at('GET', '/api/people', 'lists who is in the studio; for its owners').gives<People>(),
  invite: at('POST', '/api/people', 'makes a link that lets somebody in').gives<
    People & { readonly path: string },
    { readonly email: string; readonly role: Role }
  >(201),
  nameStudio: at('PATCH', '/api/people', 'names the studio').gives<People, { readonly studio: string }>(),
  changeRole: at('PATCH', '/api/people/:id', 'changes what somebody may do').gives<People, { readonly role: Role }>(),
  letGo: at('DELETE', '/api/people/:id', 'takes somebody out of the studio').gives<People>(),
  takeBackInvitation: at('DELETE', '/api/people/invitations/:id', 'makes a link worthless').gives<People>(),
  join: at('POST', '/api/join/:token', 'takes up an invitation; open to whoever has the link').gives<
    { readonly email: string },
    { readonly name: string; readonly password: string }
  >(201),
};

/** All routes under /api but those of signing in, which their library answers. */
export const ROUTES = { ...WORKOUTS, ...TAKES, ...RENDERS, ...TRACKS, ...STUDIO };

/** The same in the groups that docs/api.md shows. */
export const ROUTE_GROUPS = {
  Workouts: WORKOUTS,
  Recordings: TAKES,
  'What jobs make': RENDERS,
  Music: TRACKS,
  'The studio': STUDIO,
} as const;

export type RouteId = keyof typeof ROUTES;
type TypesOf<R extends RouteId> = NonNullable<(typeof ROUTES)[R]['types']>;
export type BodyOf<R extends RouteId> = TypesOf<R>['body'];
export type GivesOf<R extends RouteId> = TypesOf<R>['gives'];
export type PathOf<R extends RouteId> = (typeof ROUTES)[R]['path'];
export type AskedOf<R extends RouteId> = (typeof ROUTES)[R]['asked'][number];
