import { open } from 'node:fs/promises';
import { type CueMark, cueChunks } from '../formats/wav/chunks.ts';

/**
 * Writes named samples behind the sound of a WAV file, and says so in its head. A file too long for its lengths to be
 * told in 32 bits (RF64) goes without them. Throws where the file is no WAV.
 */
export async function addCuePoints(path: string, marks: readonly CueMark[]): Promise<void> {
  const file = await open(path, 'r+');
  try {
    const head = Buffer.alloc(12);
    await file.read(head, 0, 12, 0);
    const kind = head.toString('latin1', 0, 4);
    if (kind === 'RF64') return;
    if (kind !== 'RIFF' || head.toString('latin1', 8, 12) !== 'WAVE')
      throw new Error('cue points belong into a RIFF WAVE file');
    const { size } = await file.stat();
    const tail = Buffer.concat([Buffer.alloc(size % 2), cueChunks(marks)]);
    await file.write(tail, 0, tail.length, size);
    head.writeUInt32LE(size + tail.length - 8, 4);
    await file.write(head, 4, 4, 4);
  } finally {
    await file.close();
  }
}
