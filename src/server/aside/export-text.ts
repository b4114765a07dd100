import { balanceOf } from '../../core/plan/balance.ts';
import type { Segment } from '../../core/plan/segment.ts';
import { bookWith } from '../../core/exercise/library.ts';
import { type Studio, callMeans } from '../../core/workout/studio.ts';
import { plannedProgramme } from '../../core/workout/planned-programme.ts';
import { type Produced, produce } from '../../core/workout/pipeline.ts';
import { recordingsOf, seenIn } from '../../core/workout/take-sources.ts';
import type { Track } from '../../core/music/track.ts';
import { compile } from '../../core/plan/compile.ts';
import { schedule } from '../../core/script/schedule.ts';
import { type Schedule } from '../../core/script/placed-line.ts';
import type { ProgrammeSegment } from '../../core/edit/assemble.ts';
import { lanes } from '../../core/lanes/lanes.ts';
import { brandFor } from '../../core/looks/look.ts';
import { wordingOf } from '../../core/lanes/wording.ts';
import { speechCaptions } from '../../core/lanes/speech-captions.ts';
import { saidWords } from '../../core/workout/said-words.ts';
import { tonesOf } from '../../core/sound/tones.ts';
import { frameRate } from '../../core/time/frames.ts';
import { micros, wholeLength } from '../../core/time/micros.ts';
import { type WorkoutDocument, styleOf } from '../../core/workout/document.ts';
import { EXPORTS, type ExportSource } from '../../formats/exports.ts';
import type { TakeWithTranscript } from '../take-with-transcript.ts';
import { type AlignedTake, alignTakes, takesIn } from './align-takes.ts';

/** What a file is made from. */
export interface ExportInput {
  /** The document with the seconds of its counted blocks worked out. */
  readonly document: Pick<WorkoutDocument, 'plan' | 'script' | 'edit' | 'music'>;
  /** The tracks of the library that may be laid under the class. */
  readonly tracks: readonly Track[];
  readonly studio: Studio;
  /** All recordings of the workout with their words. */
  readonly takes: readonly TakeWithTranscript[];
  readonly credits: readonly string[];
}
type Written = ExportInput['document'];

/**
 * The texts of files by their names, aligned once for all of them: of the programme where something was filmed, else of
 * the plan.
 */
export function exportTexts(names: readonly string[], input: ExportInput): string[] {
  const { document, takes, tracks, credits } = input;
  const studio = { ...input.studio, brand: brandFor(input.studio.brand, document.plan.language) };
  const formats = names.map((name) => {
    const format = EXPORTS.find((f) => f.name === name);
    if (format === undefined) throw new Error(`there is no export ${name}`);
    return format;
  });
  const recordings = takes.map((t) => t.take);
  const aligned = alignTakes(document, takesIn(document.edit, recordings), takes);
  const made =
    aligned.length === 0
      ? planSource(document, studio)
      : filmSource(document, studio, {
          takes: aligned,
          produced: produce({ ...document, edit: withTones(document.edit) }, aligned, {
            recordings: recordingsOf(takes),
            seen: seenIn(takes),
            book: bookWith(studio.exercises),
            wording: wordingOf(studio.brand),
            music: document.music,
            tracks,
          }),
          recordings,
        });
  return formats.map((format) => format.write({ ...made, credits }));
}

/** The file of tone times is made even where no tones are heard. */
function withTones(edit: Written['edit']): Written['edit'] {
  const { tones } = edit.sound;
  return { ...edit, sound: { ...edit.sound, tones: { ...tones, family: tones.family ?? 'wood' } } };
}

function planSource(document: Written, studio: Studio): ExportSource {
  const { segments, total } = compile(document.plan);
  const programme = plannedProgramme(segments, total);
  return {
    title: document.plan.title,
    ...{ length: wholeLength(programme.length), speech: [], pictures: [], sounds: [], media: new Map() },
    segments: programme.segments,
    lanes: lanes(programme, document.edit, document.plan, {
      book: bookWith(studio.exercises),
      wording: wordingOf(studio.brand),
    }),
    tones: tonesOf(programme, withTones(document.edit).sound.tones, [], frameRate(25, 1)),
    linesOf: linesBySegment(
      schedule(segments, document.script, callMeans(document.plan, studio, bookWith(studio.exercises))),
      programme.segments,
    ),
    picture: { width: 1920, height: 1080, rate: frameRate(25, 1) },
    style: styleOf(document.edit, studio.brand),
    balance: balanceIn(document.plan, segments, studio),
    plan: document.plan,
  };
}

const balanceIn = (plan: Written['plan'], segments: readonly Segment[], studio: Studio) =>
  balanceOf(plan, segments, bookWith(studio.exercises));

/** The aligned takes and the programme that is made of them. */
interface FilmMade {
  readonly takes: readonly AlignedTake[];
  readonly produced: Produced;
  readonly recordings: readonly TakeWithTranscript['take'][];
}

/** What the files are made of where there is a programme. */
function filmSource(document: Written, studio: Studio, { takes, produced, recordings }: FilmMade): ExportSource {
  const { take, aligned } = takes[0]!;
  const { segments } = aligned.compiled;
  const planned = schedule(segments, document.script, callMeans(document.plan, studio, bookWith(studio.exercises)));
  return {
    title: document.plan.title,
    length: wholeLength(produced.programme.length),
    speech: speechCaptions(saidWords(takes, produced.programme.shots), take.rate, document.plan.language),
    ...{ pictures: produced.pictures, sounds: produced.sounds, media: mediaOf(recordings) },
    segments: produced.programme.segments,
    lanes: produced.lanes,
    tones: produced.tones,
    linesOf: linesBySegment(planned, produced.programme.segments),
    picture: { width: take.width, height: take.height, rate: take.rate },
    style: styleOf(document.edit, studio.brand, produced.behind),
    balance: balanceIn(document.plan, segments, studio),
    plan: document.plan,
  };
}

function mediaOf(recordings: readonly TakeWithTranscript['take'][]): ExportSource['media'] {
  return new Map(
    recordings.map((t) => {
      const fileName = `${t.name.replace(/[^\p{L}\p{N}]+/gu, '-')}.${t.file.extension}`;
      return [t.id, { id: t.id, name: t.name, fileName, duration: t.duration }];
    }),
  );
}

/** Planned lines moved to where their segment lies in the programme; what then falls past its end is left out. */
function linesBySegment(planned: Schedule, segments: readonly ProgrammeSegment[]): ExportSource['linesOf'] {
  const lines = new Map<string, Schedule['lines'][number][]>();
  for (const segment of segments) {
    const of = segment.segment;
    if (of === null) continue;
    const moved = planned.lines
      .filter((line) => line.segmentIndex === of.index)
      .map((line) => ({
        ...line,
        start: micros(segment.start + line.start - of.start),
        end: micros(segment.start + line.end - of.start),
      }));
    lines.set(
      segment.key,
      moved.filter((line) => line.end <= segment.end),
    );
  }
  return (segment) => lines.get(segment.key) ?? [];
}
