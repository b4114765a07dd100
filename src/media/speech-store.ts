import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { LanguageCode } from '../core/language/languages.ts';
import { speak } from './espeak.ts';
import { atMost, keepBelow } from './speech-limits.ts';

/** Spoken lines, each made once and kept: the same words at the same pace in one language are spoken once. */
export interface SpeechStore {
  /** 16-bit mono samples of a line, without silence at its ends. Throws a sentence where no speech program is there. */
  say(text: string, pace: number, language?: LanguageCode): Promise<Int16Array>;
}

/** The cache holds this much, some two hours of speech, and is looked at after so many new lines. */
const MOST_BYTES = 256e6;
const SWEEP_EACH = 200;

export function openSpeechStore(folder: string, speaker: typeof speak = speak): SpeechStore {
  const making = new Map<string, Promise<Int16Array>>();
  const atOnce = atMost(2, 200, 'Too many lines are being spoken at once. Try again in a moment.');
  let made = 0;
  const make = async (path: string, ...line: Parameters<typeof speak>): Promise<Int16Array> => {
    const kept = await readFile(path).catch(() => null);
    if (kept !== null)
      return new Int16Array(kept.buffer.slice(kept.byteOffset, kept.byteOffset + Math.floor(kept.length / 2) * 2));
    const samples = await atOnce(() => speaker(...line));
    await mkdir(join(path, '..'), { recursive: true });
    // Written beside and renamed, so that a half-written file is never read.
    const part = `${path}.${randomUUID()}`;
    await writeFile(part, Buffer.from(samples.buffer, samples.byteOffset, samples.byteLength));
    await rename(part, path);
    if (++made % SWEEP_EACH === 0) await keepBelow(join(folder, 'speech'), MOST_BYTES);
    return samples;
  };
  return {
    say(text, pace, language = 'en') {
      const key = createHash('sha256')
        .update(`${language === 'en' ? '' : `${language} `}${Math.round(pace)}\n${text}`)
        .digest('hex');
      let line = making.get(key);
      if (line === undefined) {
        line = make(join(folder, 'speech', key.slice(0, 2), `${key}.pcm`), text, pace, language).finally(() =>
          making.delete(key),
        );
        making.set(key, line);
      }
      return line;
    },
  };
}
