import type { Chapter } from '../../core/lanes/chapter.ts';

/** JSON chapters of the Podcast namespace, version 1.2.0: times in seconds. */
export function writeChaptersJson(title: string, chapters: readonly Chapter[]): string {
  return (
    JSON.stringify(
      {
        version: '1.2.0',
        title,
        chapters: chapters.map((c) => ({
          startTime: Math.round(c.start / 1000) / 1000,
          title: c.title,
          endTime: Math.round(c.end / 1000) / 1000,
        })),
      },
      null,
      2,
    ) + '\n'
  );
}
