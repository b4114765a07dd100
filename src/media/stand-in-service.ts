import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { readTranscript } from '../formats/transcript-reader.ts';
import { readWordsJson } from '../formats/words-json/words-json-reader.ts';
import { writeWordsJson } from '../formats/words-json/words-json-writer.ts';
import { NotSound } from './sound.ts';
import type { Recogniser } from './recogniser.ts';

/** The recordings that the stand-in knows, and what is said in them; beside the demo. */
const KNOWN: readonly (readonly [media: string, words: string])[] = [
  ['media/broomstick-strong-take-1.mp4', 'broomstick-strong.words.vtt'],
];
const SURE = 0.97;
const STEP_MS = 60;
const STEPS = 10;

/**
 * A small stand-in for a transcription service: it takes a recording and answers with word-timed JSON, as a real one
 * does, but knows only the demo's. What a real service answers is brought in as a file, or put in the place of this
 * one.
 */
export function standInService(demoFolder: string): Recogniser {
  return {
    name: 'stand-in for a transcription service',
    async hear({ sha256, duration, onProgress, signal }) {
      for (let i = 1; i <= STEPS; i++) {
        await new Promise((resolve) => setTimeout(resolve, STEP_MS));
        signal.throwIfAborted();
        onProgress(i / (STEPS + 1));
      }
      const answer = await answerTo(demoFolder, sha256, duration);
      if (answer === null)
        throw new NotSound(
          'The stand-in for a transcription service knows only the demo’s take. Bring in a transcript of this one: ' +
            'word-timed JSON of a service of yours, WebVTT, SRT, TTML, CSV, or text with [m:ss].',
        );
      const { value } = readWordsJson(answer);
      return {
        transcript: value,
        says: 'These words come from the stand-in for a transcription service, which knows the demo’s take by heart.',
      };
    },
  };
}

/** The service's answer as it would come over the network: JSON text, or null where it knows nothing. */
async function answerTo(
  folder: string,
  sha256: string,
  duration: Parameters<typeof writeWordsJson>[1],
): Promise<string | null> {
  for (const [media, words] of KNOWN) {
    const path = join(folder, media);
    if (!existsSync(path)) continue;
    const hash = createHash('sha256');
    await pipeline(createReadStream(path), hash);
    if (hash.digest('hex') !== sha256) continue;
    const { value } = readTranscript(await readFile(join(folder, words), 'utf8'));
    return writeWordsJson(
      {
        cues: value.cues.map((cue) => ({ ...cue, words: cue.words?.map((w) => ({ ...w, confidence: SURE })) ?? null })),
      },
      duration,
    );
  }
  return null;
}
