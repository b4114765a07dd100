import { spawn } from 'node:child_process';
import type { LanguageCode } from '../core/language/languages.ts';

/** The sample rate that espeak-ng speaks at. */
export const VOICE_RATE_HZ = 22_050;
/** Words a minute of espeak-ng's own measure that fit talk of 165 words a minute as people count them. */
export const USUAL_PACE = 172;
/** Its voices by language; one that is not known is read by the letters as English is. */
const VOICES: Readonly<Record<LanguageCode, string>> = { en: 'en-gb', de: 'de', und: 'en-gb' };
const LONGEST_LINE_MS = 30_000;
/** Quieter than this is silence at the ends of a line. */
const SILENCE = 330;

/**
 * 16-bit mono samples of a line as espeak-ng says it, without the silence at both ends. Throws where the program is
 * missing or fails.
 */
export async function speak(text: string, pace = USUAL_PACE, language: LanguageCode = 'en'): Promise<Int16Array> {
  const bytes = await new Promise<Buffer>((resolve, reject) => {
    const child = spawn(
      'espeak-ng',
      ['-v', VOICES[language], '-s', String(Math.round(pace)), '-p', '52', '--stdin', '--stdout'],
      { stdio: ['pipe', 'pipe', 'ignore'], timeout: LONGEST_LINE_MS },
    );
    const chunks: Buffer[] = [];
    child.stdout.on('data', (chunk: Buffer) => chunks.push(chunk));
    child.on('error', () => reject(new Error('espeak-ng is not installed; lines are not spoken without it.')));
    child.on('close', (code) =>
      code === 0 ? resolve(Buffer.concat(chunks)) : reject(new Error('espeak-ng did not say the line.')),
    );
    child.stdin.on('error', () => undefined);
    child.stdin.end(text);
  });
  const data = bytes.indexOf('data') + 8;
  const pcm = new Int16Array(
    bytes.buffer.slice(bytes.byteOffset + data, bytes.byteOffset + data + Math.floor((bytes.length - data) / 2) * 2),
  );
  const loud = (v: number) => Math.abs(v) > SILENCE;
  const first = pcm.findIndex(loud);
  return first < 0 ? new Int16Array(0) : pcm.slice(first, pcm.findLastIndex(loud) + 1);
}
