import { XMLParser } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import type { Piece } from '../../core/edit/views.ts';
import { frameRate } from '../../core/time/frames.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { writeChaptersMatroska } from '../matroska/chapters-xml.ts';
import { writeEdl } from './edl-writer.ts';
import type { EditSource } from './edit-source.ts';
import { writeMarkersCsv } from './markers-csv.ts';
import { writeOtio } from './otio-writer.ts';
import { framesOfEdl, framesOfOtio } from '../../../tests/support/rebuilt.ts';

const ODD = 'Row “left” 🐝\nעברית; <b>, "quoted"';
const piece = (mediaId: string | null, from: number, at: number, length: number, more: Partial<Piece> = {}): Piece => ({
  ...{ mediaId, from: s(from), at: s(at), length: s(length) },
  ...more,
});
const media = (id: string, name: string) => ({ id, name, fileName: `${name}.mp4`, duration: s(600) });
const pictures = [
  piece('a', 10, 0, 20),
  piece(null, 0, 20, 4),
  piece('b', 2.5, 24, 6),
  piece('b', 8.5, 30, 2, { held: true }),
];
const segment = (label: string, at: number, until: number) =>
  ({ key: label, kind: 'work', label, start: s(at), end: s(until) }) as unknown as EditSource['segments'][number];
const source = (num = 25, den = 1): EditSource => ({
  ...{ title: 'Class', rate: frameRate(num, den), length: s(32), pictures, sounds: pictures.slice(0, 3) },
  media: new Map([
    ['a', media('a', 'Take 1')],
    ['b', media('b', 'Take 1 again')],
  ]),
  segments: [segment(ODD, 0, 20), segment('Squat', 24, 32)],
  chapters: [{ segmentKey: 'k', start: s(0), end: s(32), title: ODD }],
  lines: [{ at: s(3.2), text: 'Ten seconds.' }],
});

interface OtioItem {
  readonly OTIO_SCHEMA: string;
  readonly source_range: {
    readonly start_time: { readonly value: number };
    readonly duration: { readonly value: number };
  };
  readonly media_references?: { readonly DEFAULT_MEDIA: { readonly target_url: string } };
}

describe('a timeline in OpenTimelineIO', () => {
  it('tells which frame of which file is seen at each frame of the programme, by a reader of its own', () => {
    const otio = JSON.parse(writeOtio(source())) as { tracks: { children: { kind: string; children: OtioItem[] }[] } };
    const seen: string[] = [];
    for (const { source_range: range, media_references: of } of otio.tracks.children[0]!.children)
      for (let i = 0; i < range.duration.value; i++)
        seen.push(of === undefined ? 'gap' : `${of.DEFAULT_MEDIA.target_url} ${range.start_time.value + i}`);
    expect(seen).toHaveLength(32 * 25);
    const wanted = (frame: number) => {
      const t = frame / 25;
      if (t < 20) return `Take%201.mp4 ${250 + frame}`;
      if (t < 24) return 'gap';
      return `Take%201%20again.mp4 ${(t < 30 ? 63 : 213) + frame - (t < 30 ? 600 : 750)}`;
    };
    for (const frame of [0, 1, 499, 500, 599, 600, 749, 750, 799]) expect(seen[frame]).toBe(wanted(frame));
    expect(otio.tracks.children.map((t) => t.kind)).toEqual(['Video', 'Audio']);
  });
  it('has each segment, chapter and line as a marker, whatever its words', () => {
    const { tracks } = JSON.parse(writeOtio(source())) as { tracks: { markers: { name: string }[] } };
    expect(tracks.markers.map((m) => m.name)).toEqual([ODD, 'Squat', ODD, 'Ten seconds.']);
  });
});

describe('a CMX 3600 cut list', () => {
  const events = (text: string) =>
    [...text.matchAll(/^(\d{3}) {2}(\S+)\s+V\s+C\s+(\S+) (\S+) (\S+) (\S+)\r$/gm)].map((m) => m.slice(1));
  it('has an event for each piece, black for what is no file, and reels of eight letters', () => {
    const text = writeEdl(source());
    expect(text.split('\r\n').slice(0, 2)).toEqual(['TITLE: Class', 'FCM: NON-DROP FRAME']);
    expect(events(text)).toEqual([
      ['001', 'TAKE1', '00:00:10:00', '00:00:30:00', '00:00:00:00', '00:00:20:00'],
      ['002', 'BL', '00:00:00:00', '00:00:04:00', '00:00:20:00', '00:00:24:00'],
      ['003', 'TAKE1AGA', '00:00:02:13', '00:00:08:13', '00:00:24:00', '00:00:30:00'],
      ['004', 'TAKE1AGA', '00:00:08:13', '00:00:08:14', '00:00:30:00', '00:00:32:00'],
    ]);
    expect(text).toContain('* FROM CLIP NAME: Take 1.mp4');
    expect(text).toContain('M2   TAKE1AGA');
  });
  it('drops numbers at 29.97', () => {
    // 61 s are 1 829 frames, two numbers of which are left out.
    const long = { ...source(30_000, 1_001), pictures: [piece('a', 0, 0, 61)] };
    const text = writeEdl(long);
    expect(text).toContain('FCM: DROP FRAME');
    expect(events(text)[0]![5]).toBe('00:01:01;01');
  });
  it('keeps a line to itself whatever a name holds', () => {
    const line = writeEdl(source())
      .split('\r\n')
      .find((l) => l.startsWith('* LOC'));
    expect(line).toBe(`* LOC: 00:00:00:00 RED     ${ODD.replace('\n', ' ')}`);
  });
});

describe('a dissolve', () => {
  it('is a transition and a D event that readers rebuild frame for frame as it is rendered', () => {
    // Take 1 goes over into the other from 19.76 s on for half a second, as `withDissolves` leaves it.
    const row = [
      piece('a', 10, 0, 19.76),
      piece('a', 29.76, 19.76, 0.48, { into: { mediaId: 'b', from: s(2) } }),
      piece('b', 2.48, 20.24, 6),
    ];
    const of = { ...source(), pictures: row };
    const wanted = Array.from({ length: 656 }, (_, f) => {
      const [a, b] = ['Take 1.mp4', 'Take 1 again.mp4'];
      if (f < 494) return { file: a, frame: 250 + f };
      if (f >= 506) return { file: b, frame: 50 + f - 494 };
      return { file: a, frame: 250 + f, over: { file: b, frame: 50 + f - 494, share: (f - 494) / 12 } };
    });
    expect(framesOfOtio(writeOtio(of))).toEqual(wanted);
    expect(framesOfEdl(writeEdl(of), 25)).toEqual(wanted);
  });
});

describe('markers and chapters', () => {
  it('as CSV have time, timecode and frame in order', () => {
    const rows = writeMarkersCsv(source()).split('\r\n');
    expect(rows[0]).toBe('time,timecode,frame,length_s,kind,words');
    expect(rows.some((r) => r.startsWith('00:00:03.200,00:00:03:05,80,0.000,cue,'))).toBe(true);
  });
  it('as Matroska XML come back whole from a reader', () => {
    const chapters = [
      { segmentKey: 'a', start: anyTime(0), end: anyTime(1_234_567), title: ODD },
      { segmentKey: 'b', start: anyTime(1_234_567), end: s(4_000), title: 'x'.repeat(300) },
    ] as unknown as Parameters<typeof writeChaptersMatroska>[0];
    const { Chapters } = new XMLParser({ parseTagValue: false, trimValues: false }).parse(
      writeChaptersMatroska(chapters),
    ) as {
      Chapters: {
        EditionEntry: { ChapterAtom: { ChapterTimeStart: string; ChapterDisplay: { ChapterString: string } }[] };
      };
    };
    const atoms = Chapters.EditionEntry.ChapterAtom;
    expect(atoms.map((a) => a.ChapterTimeStart)).toEqual(['00:00:00.000', '00:00:01.235']);
    expect(atoms.map((a) => a.ChapterDisplay.ChapterString)).toEqual([ODD, 'x'.repeat(300)]);
  });
});
