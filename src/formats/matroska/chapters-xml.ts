import { XMLBuilder } from 'fast-xml-parser';
import type { Chapter } from '../../core/lanes/chapter.ts';
import { stamp } from '../stamp.ts';

/** Chapters as Matroska XML, as mkvmerge reads them; times as `hh:mm:ss.mmm`. */
export function writeChaptersMatroska(chapters: readonly Chapter[]): string {
  const builder = new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: true });
  const body = builder.build({
    Chapters: {
      EditionEntry: {
        EditionFlagDefault: 1,
        ChapterAtom: chapters.map((c, i) => ({
          ChapterUID: i + 1,
          ChapterTimeStart: stamp(c.start),
          ChapterTimeEnd: stamp(c.end),
          ChapterDisplay: { ChapterString: c.title, ChapterLanguage: 'und' },
        })),
      },
    },
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<!DOCTYPE Chapters SYSTEM "matroskachapters.dtd">\n${body}`;
}
