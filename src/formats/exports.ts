import type { ProgrammeSegment } from '../core/edit/assemble.ts';
import { type Style, paint } from '../core/looks/paint.ts';
import type { Tone } from '../core/sound/tones.ts';
import type { Lanes } from '../core/lanes/lanes.ts';
import type { PlacedLine } from '../core/script/schedule.ts';
import { writeAss, type OverlayPicture } from './ass/ass-writer.ts';
import { writeChaptersJson } from './chapters-json/chapters-json-writer.ts';
import { writeCueSheet } from './cue-sheet/cue-sheet-writer.ts';
import type { Micros } from '../core/time/micros.ts';
import { writeDescription } from './description/description-writer.ts';
import { writeFfmetadata } from './ffmetadata/ffmetadata-writer.ts';
import { writeTonesCsv } from './tones-csv/tones-csv-writer.ts';
import { writeCaptionsSrt } from './srt/srt-writer.ts';
import { writeCaptionsVtt, writeChaptersVtt } from './vtt/vtt-writer.ts';

/** Everything an export needs; the same from a take or, before filming, from the plan alone. */
export interface ExportSource {
  readonly title: string;
  readonly segments: readonly ProgrammeSegment[];
  readonly lanes: Lanes;
  readonly linesOf: (segment: ProgrammeSegment) => readonly PlacedLine[];
  readonly picture: OverlayPicture;
  /** How the overlay is drawn. */
  readonly style: Style;
  /** What must be at hand, in the order it is needed. */
  readonly equipment: readonly string[];
  readonly tones: readonly Tone[];
  /** How the owners of the music are named. */
  readonly credits?: readonly string[];
}

export interface ExportFormat {
  readonly name: string;
  readonly title: string;
  readonly file: string;
  readonly mime: string;
  readonly write: (source: ExportSource) => string;
}

/** The files that can be made without rendering, by the name the command line uses. */
export const EXPORTS: readonly ExportFormat[] = [
  {
    name: 'captions-vtt',
    title: 'Move captions, WebVTT',
    file: 'captions.vtt',
    mime: 'text/vtt',
    write: (s) => writeCaptionsVtt(s.lanes.captions),
  },
  {
    name: 'captions-srt',
    title: 'Move captions, SRT',
    file: 'captions.srt',
    mime: 'application/x-subrip',
    write: (s) => writeCaptionsSrt(s.lanes.captions),
  },
  {
    name: 'chapters-vtt',
    title: 'Chapters, WebVTT',
    file: 'chapters.vtt',
    mime: 'text/vtt',
    write: (s) => writeChaptersVtt(s.lanes.chapters),
  },
  {
    name: 'chapters-ffmetadata',
    title: 'Chapters, ffmpeg metadata',
    file: 'chapters.ffmetadata.txt',
    mime: 'text/plain',
    write: (s) => writeFfmetadata(s.title, s.lanes.chapters),
  },
  {
    name: 'chapters-json',
    title: 'Chapters, JSON',
    file: 'chapters.json',
    mime: 'application/json+chapters',
    write: (s) => writeChaptersJson(s.title, s.lanes.chapters),
  },
  {
    name: 'cue-sheet-csv',
    title: 'Cue sheet, CSV',
    file: 'cue-sheet.csv',
    mime: 'text/csv',
    write: (s) => writeCueSheet(s.segments, s.linesOf),
  },
  {
    name: 'tones-csv',
    title: 'Timer tones, CSV',
    file: 'tones.csv',
    mime: 'text/csv',
    write: (s) => writeTonesCsv(s.tones, s.segments),
  },
  {
    name: 'overlay-ass',
    title: 'Timer and captions as drawn, ASS',
    file: 'overlay.ass',
    mime: 'text/x-ssa',
    write: (s) => writeAss(paint(s.lanes, s.picture, s.style), s.picture),
  },
  {
    name: 'description-txt',
    title: 'Description, with chapters and the standing notice',
    file: 'description.txt',
    mime: 'text/plain',
    write: (s) =>
      writeDescription(s.title, s.segments.at(-1)?.end ?? (0 as Micros), s.equipment, s.lanes.chapters, s.credits),
  },
];
