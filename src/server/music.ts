import { bookWith } from '../core/exercise/library.ts';
import { usableTracks } from '../core/music/library.ts';
import { type LaidMusic, layMusic, planToMusic } from '../core/music/arrangement.ts';
import { creditLines } from '../core/music/rights.ts';
import type { Track } from '../core/music/track.ts';
import { type Compiled, compile } from '../core/plan/compile.ts';
import { schedule } from '../core/script/schedule.ts';
import { type Length, wholeLength } from '../core/time/micros.ts';
import type { Span } from '../core/time/span.ts';
import { callMeans } from '../core/workout/studio.ts';
import type { WorkoutDocument } from '../core/workout/document.ts';
import type { Segment } from '../core/plan/segment.ts';
import { allTracks } from '../db/tracks-sql.ts';
import { type Render, insertRender } from '../db/renders-sql.ts';
import { writeBeatCsv } from '../formats/beat-csv/beat-csv-writer.ts';
import { writeMidi } from '../formats/midi/midi-writer.ts';
import { writeClickWav } from '../formats/wav/click-wav.ts';
import { writeXspf } from '../formats/xspf/xspf-writer.ts';
import { Refusal } from './refusal.ts';
import { renderWanted } from './render-wanted.ts';
import type { Context } from './context.ts';
import { getStudio } from './studio.ts';
import { programmeOf } from './programme.ts';
import { getWorkout } from './workouts.ts';

/** A class with its music laid: on the programme's clock where there is an aligned take, else on the plan's. */
interface MusicSource {
  readonly document: WorkoutDocument;
  readonly tracks: readonly Track[];
  readonly segments: readonly Segment[];
  readonly length: Length;
  readonly laid: LaidMusic;
  /** Spans in which somebody speaks. */
  readonly speech: readonly Span[];
}

export async function musicSource(context: Context, workoutId: string, stored: WorkoutDocument): Promise<MusicSource> {
  const tracks = usableTracks(await allTracks(context.pool));
  const document = { ...stored, plan: planToMusic(stored.plan, stored.music, tracks) };
  const { plan } = document;
  const filmed = await programmeOf(context, workoutId, document);
  if (filmed?.takes.some((t) => t.facts.transcript.cues.length > 0) === true) {
    const { programme } = filmed.produced;
    const segments = programme.segments.flatMap((s, index) =>
      s.segment === null ? [] : [{ ...s.segment, index, start: s.start, end: s.end }],
    );
    return {
      document,
      tracks,
      segments,
      length: wholeLength(programme.length),
      laid: layMusic(document.music, tracks, segments),
      speech: filmed.produced.speech,
    };
  }
  const compiled: Compiled = compile(plan);
  const studio = await getStudio(context);
  const { lines } = schedule(compiled.segments, document.script, callMeans(plan, studio, bookWith(studio.exercises)));
  return {
    document,
    tracks,
    segments: compiled.segments,
    length: wholeLength(compiled.total),
    laid: layMusic(document.music, tracks, compiled.segments),
    speech: lines,
  };
}

/** A file of a class's music. `origin`: the address at which this server was asked, for those that name sounds. */
export async function musicFile(
  context: Context,
  id: string | undefined,
  name: string | undefined,
  origin = '',
): Promise<{ bytes: Uint8Array; mime: string; file: string }> {
  const { id: workoutId, document } = await getWorkout(context, id);
  const source = await musicSource(context, workoutId, document);
  const { laid, segments, length } = source;
  if (length <= 0) throw new Refusal(409, 'The plan holds no time yet.');
  const title = document.plan.title || 'workout';
  const text = (value: string) => new TextEncoder().encode(value);
  switch (name) {
    case 'click-wav':
      return { bytes: writeClickWav(laid, segments, length), mime: 'audio/wav', file: `${title}.click.wav` };
    case 'tempo-midi':
      return { bytes: writeMidi(title, laid, segments, length), mime: 'audio/midi', file: `${title}.mid` };
    case 'music-csv':
      return { bytes: text(writeBeatCsv(laid, segments)), mime: 'text/csv', file: `${title}.music.csv` };
    case 'music-xspf': {
      const files = new Map((await allTracks(context.pool)).map((t) => [t.id, t.file]));
      const locationOf = (trackId: string) => {
        const file = files.get(trackId);
        return file === undefined ? null : `${origin}/media/${file.sha256}.${file.extension}`;
      };
      return { bytes: text(writeXspf(title, laid, locationOf)), mime: 'application/xspf+xml', file: `${title}.xspf` };
    }
    case 'credits-txt':
      return {
        bytes: text(`${creditLines([...new Map(laid.laid.map((l) => [l.track.id, l.track])).values()]).join('\n')}\n`),
        mime: 'text/plain',
        file: `${title}.credits.txt`,
      };
    default:
      throw new Refusal(404, `There is no music file “${name?.slice(0, 40) ?? ''}”.`);
  }
}

/** Credits of the tracks that a class uses, for its description. */
export async function musicCredits(context: Context, document: WorkoutDocument): Promise<string[]> {
  if (document.music.placements.length === 0) return [];
  const used = new Set(document.music.placements.map((p) => p.trackId));
  return creditLines(usableTracks(await allTracks(context.pool)).filter((t) => used.has(t.id)));
}

/** Queues the mixing of the music bed. */
export async function queueBed(context: Context, id: string | undefined, format: string | null): Promise<Render> {
  if (format !== 'wav' && format !== 'flac') throw new Refusal(422, 'The music bed is made as wav or flac.');
  const { id: workoutId, document, revision } = await getWorkout(context, id);
  const source = await musicSource(context, workoutId, document);
  if (source.laid.laid.length === 0) throw new Refusal(409, 'No music is laid under this class yet.');
  return renderWanted(context, (db) =>
    insertRender(db, { workoutId, revision, kind: format === 'wav' ? 'bed-wav' : 'bed-flac' }),
  );
}
