import type { ViewerClass } from '../../core/delivery/viewer-class.ts';

/** The class as data: its segments with doses, options and times in seconds, and what is said. */
export function writeClassJson(shown: ViewerClass): string {
  return `${JSON.stringify(shown, null, 2)}\n`;
}
