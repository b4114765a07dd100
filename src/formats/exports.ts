import type { Span } from '../core/time/span.ts';
import { inLanguage } from '../core/transcript/transcript.ts';
import type { Transcript } from '../core/transcript/transcript.ts';
import type { Piece } from '../core/edit/views.ts';
import type { SpeechCaption } from '../core/lanes/speech-captions.ts';
import type { ProgrammeSegment } from '../core/edit/assemble.ts';
import { type Style, paint } from '../core/looks/paint.ts';
import type { Tone } from '../core/sound/tones.ts';
import type { Lanes } from '../core/lanes/lanes.ts';
import type { PlacedLine } from '../core/script/placed-line.ts';
import { languageOf } from '../core/language/languages.ts';
import { viewerClass } from '../core/delivery/viewer-class.ts';
import { tagsToPublish, titleToPublish } from '../core/delivery/publish-words.ts';
import { type Balance, equipmentNames } from '../core/plan/balance.ts';
import type { Plan } from '../core/plan/plan.ts';
import { writeClassJson } from './class-json/class-json-writer.ts';
import { writeAss, type OverlayPicture } from './ass/ass-writer.ts';
import { writeChaptersJson } from './chapters-json/chapters-json-writer.ts';
import { writeCueSheet } from './cue-sheet/cue-sheet-writer.ts';
import type { Length, ProgrammeTime } from '../core/time/micros.ts';
import { writeTitleTags } from './description/title-tags-writer.ts';
import { writeDescription } from './description/description-writer.ts';
import { writeFfmetadata } from './ffmetadata/ffmetadata-writer.ts';
import { writeTonesCsv } from './tones-csv/tones-csv-writer.ts';
import { breakNotes, homeNotes } from '../core/plan/at-home.ts';
import { writeClassCard } from './class-card/class-card.ts';
import { writeEdl } from './edit-lists/edl-writer.ts';
import type { EditMedia, EditSource } from './edit-lists/edit-source.ts';
import { writeMarkersCsv } from './edit-lists/markers-csv.ts';
import { writeOtio } from './edit-lists/otio-writer.ts';
import { writeChaptersMatroska } from './matroska/chapters-xml.ts';
import { writeCaptionsSrt, writeSrt } from './srt/srt-writer.ts';
import { writeTtml } from './ttml/ttml-writer.ts';
import { captionText, writeCaptionsVtt, writeChaptersVtt, writeVtt } from './vtt/vtt-writer.ts';

/** Everything an export needs; the same from a take or, before filming, from the plan alone. */
export interface ExportSource {
  readonly title: string;
  readonly length: Length;
  readonly segments: readonly ProgrammeSegment[];
  readonly lanes: Lanes;
  readonly linesOf: (segment: ProgrammeSegment) => readonly PlacedLine[];
  readonly picture: OverlayPicture;
  /** What is said, as captions. */
  readonly speech: readonly SpeechCaption[];
  /** What is seen and heard, and of which recordings. */
  readonly pictures: readonly Piece[];
  readonly sounds: readonly Piece[];
  readonly media: ReadonlyMap<string, EditMedia>;
  /** How the overlay is drawn. */
  readonly style: Style;
  /** Which parts of the body are worked, how hard, and with which equipment. */
  readonly balance: Balance;
  readonly plan: Plan;
  readonly tones: readonly Tone[];
  /** How the owners of the music are named. */
  readonly credits?: readonly string[];
}

export interface ExportFormat {
  readonly name: string;
  readonly title: string;
  readonly file: string;
  readonly mime: string;
  /** What of the take a format cannot be made without: its words, or the recordings themselves. */
  readonly needs?: 'words' | 'recordings';
  readonly write: (source: ExportSource) => string;
}

/** What must be at hand, in the order it is needed. */
const equipmentOf = ({ balance, plan }: ExportSource) => equipmentNames(balance, plan.language);

/** What cut lists and timelines are made from. */
function editOf(s: ExportSource): EditSource {
  const lines = s.segments.flatMap((segment) => s.linesOf(segment).map((l) => ({ at: l.start, text: l.text })));
  const { title, length, pictures, sounds, media, segments } = s;
  return { title, length, pictures, sounds, media, segments, rate: s.picture.rate, chapters: s.lanes.chapters, lines };
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
    name: 'captions-ttml',
    title: 'Move captions, TTML (IMSC 1.1)',
    file: 'captions.ttml',
    mime: 'application/ttml+xml',
    write: (s) =>
      writeTtml(inLanguage(asCues(s.lanes.captions.map((c) => ({ ...c, text: captionText(c) }))), s.plan.language)),
  },
  {
    name: 'speech-vtt',
    title: 'Captions of the speech, WebVTT',
    file: 'speech.vtt',
    mime: 'text/vtt',
    needs: 'words',
    write: (s) => writeVtt(s.speech),
  },
  {
    name: 'speech-srt',
    title: 'Captions of the speech, SRT',
    file: 'speech.srt',
    mime: 'application/x-subrip',
    needs: 'words',
    write: (s) => writeSrt(s.speech),
  },
  {
    name: 'speech-ttml',
    title: 'Captions of the speech, TTML (IMSC 1.1)',
    file: 'speech.ttml',
    mime: 'application/ttml+xml',
    needs: 'words',
    write: (s) => writeTtml(inLanguage(asCues(s.speech), s.plan.language)),
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
    name: 'chapters-matroska',
    title: 'Chapters, Matroska XML',
    file: 'chapters.xml',
    mime: 'application/xml',
    write: (s) => writeChaptersMatroska(s.lanes.chapters),
  },
  {
    name: 'class-json',
    title: 'The class as data, JSON',
    file: 'class.json',
    mime: 'application/json',
    write: (s) => writeClassJson(viewerClass({ ...s, equipment: equipmentOf(s), brand: s.style.brand })),
  },
  {
    name: 'timeline-otio',
    title: 'Timeline, OpenTimelineIO',
    file: 'timeline.otio',
    mime: 'application/json',
    needs: 'recordings',
    write: (s) => writeOtio(editOf(s)),
  },
  {
    name: 'cutlist-edl',
    title: 'Cut list, CMX 3600',
    file: 'cutlist.edl',
    mime: 'text/plain',
    needs: 'recordings',
    write: (s) => writeEdl(editOf(s)),
  },
  {
    name: 'markers-csv',
    title: 'Markers of segments, chapters and lines, CSV',
    file: 'markers.csv',
    mime: 'text/csv',
    write: (s) => writeMarkersCsv(editOf(s)),
  },
  {
    name: 'cue-sheet-csv',
    title: 'Cue sheet, CSV',
    file: 'cue-sheet.csv',
    mime: 'text/csv',
    write: (s) => writeCueSheet(s.segments, s.linesOf),
  },
  {
    name: 'card-txt',
    title: 'The class on a card, text',
    file: 'card.txt',
    mime: 'text/plain',
    write: (s) => writeClassCard(s.title, s.segments, s.plan, equipmentOf(s)),
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
      writeDescription({ title: s.title, length: s.length, chapters: s.lanes.chapters }, equipmentOf(s), {
        credits: s.credits,
        notes: [...homeNotes(s.plan), ...breakNotes(s.plan)],
        words: languageOf(s.plan.language).viewers,
      }),
  },
  {
    name: 'title-tags-txt',
    title: 'Title and tags, as long as they may be',
    file: 'title-tags.txt',
    mime: 'text/plain',
    write: (s) =>
      writeTitleTags(
        titleToPublish({ ...s.plan, title: s.title }, s.length),
        tagsToPublish(s.plan, s.balance, s.length),
      ),
  },
];

/** Timed texts as the writers of transcripts take them. */
function asCues(texts: readonly (Span<ProgrammeTime> & { readonly text: string })[]): Transcript<ProgrammeTime> {
  return { cues: texts.map(({ start, end, text }) => ({ start, end, text, words: null })) };
}
