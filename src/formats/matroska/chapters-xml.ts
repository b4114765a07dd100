import { XMLBuilder } from 'fast-xml-parser';
import type { Chapter } from '../../core/lanes/chapter.ts';

/** Chapters as Matroska XML, as mkvmerge reads them; times in nanoseconds' places. */
export function writeChaptersMatroska(chapters: readonly Chapter[]): string {
  const builder = new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: true });
  const body = builder.build({
    Chapters: {
      EditionEntry: {
        EditionFlagDefault: 1,
        ChapterAtom: chapters.map((c, i) => ({
          ChapterUID: i + 1,
          ChapterTimeStart: nanoStamp(c.start),
          ChapterTimeEnd: nanoStamp(c.end),
          ChapterDisplay: { ChapterString: c.title, ChapterLanguage: 'und' },
        })),
      },
    },
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<!DOCTYPE Chapters SYSTEM "matroskachapters.dtd">\n${body}`;
}

function nanoStamp(us: number): string {
  const two = (n: number) => String(n).padStart(2, '0');
  const s = Math.floor(us / 1e6);
  return `${two(Math.floor(s / 3600))}:${two(Math.floor(s / 60) % 60)}:${two(s % 60)}.${String((us % 1e6) * 1000).padStart(9, '0')}`;
}
