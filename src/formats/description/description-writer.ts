import { languageOf } from '../../core/language/languages.ts';
import { type ViewerWords, counted, filled } from '../../core/language/viewer-word.ts';
import type { Chapter } from '../../core/lanes/chapter.ts';
import type { Length, Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';

interface DescribedClass {
  readonly title: string;
  readonly length: Length;
  readonly chapters: readonly Chapter[];
}

/** Who made the music; sentences, without their full stops, that come after length and equipment. */
interface DescriptionNotes {
  readonly credits?: readonly string[];
  readonly notes?: readonly string[];
  /** The words between what people wrote; without them, English ones. */
  readonly words?: ViewerWords;
}

/**
 * The text that goes beside the video: title, length, what is needed, what else is to be known, chapters as
 * `m:ss title` (first at 0:00), and the standing notice.
 */
export function writeDescription(
  { title, length, chapters }: DescribedClass,
  equipment: readonly string[],
  { credits = [], notes = [], words = languageOf().viewers }: DescriptionNotes = {},
): string {
  const minutes = Math.round(length / 60e6);
  const needs = equipment.length === 0 ? words.needNothing : filled(words.need, { what: equipment.join(', ') });
  return [
    title,
    '',
    `${minutes < 1 ? words.underMinute : counted(minutes, words.minute, words.minutes)}. ${needs}`,
    ...notes.map((n) => `${n}.`),
    '',
    ...chapters.map((c) => `${writeTime((Math.floor(c.start / 1e6) * 1e6) as Micros, 0)} ${c.title}`),
    '',
    ...(credits.length === 0 ? [] : [words.music, ...credits, '']),
    words.notice,
    '',
  ].join('\n');
}
