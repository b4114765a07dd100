import type { Chapter } from '../../core/lanes/chapter.ts';

/** ffmpeg's metadata text: `= ; # \` and newlines escaped, times in milliseconds. */
export function writeFfmetadata(title: string, chapters: readonly Chapter[]): string {
  const lines = [';FFMETADATA1', `title=${escapeValue(title)}`];
  for (const chapter of chapters) {
    lines.push(
      '',
      '[CHAPTER]',
      'TIMEBASE=1/1000',
      `START=${Math.round(chapter.start / 1000)}`,
      `END=${Math.round(chapter.end / 1000)}`,
      `title=${escapeValue(chapter.title)}`,
    );
  }
  return lines.join('\n') + '\n';
}

export function escapeValue(text: string): string {
  return text.replace(/[=;#\\\n]/g, (c) => '\\' + c);
}
