import { insertMediaFile, insertTake } from '../../src/db/takes-sql.ts';
import { frameRate } from '../../src/core/time/frames.ts';
import { anyTime } from '../support/times.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { syntheticTake } from '../support/synthetic-take.ts';
import type { Context } from '../../src/server/context.ts';

export const OUTLINE =
  '# Log\n## Hello: talk, 0:30\n## Main: circuit, 3 rounds, 40/20\n- Squat\n- Push-up\n- Plank\n## Bye: talk, 0:20';
export const made = syntheticTake(readOutline(OUTLINE).value, 3, { breakOverS: 8 });

export async function newTake(context: Context, workout: string, n: number, width = 640): Promise<string> {
  const sha256 = String(n).repeat(64).slice(0, 64);
  await insertMediaFile(context.pool, { sha256, extension: width === 0 ? 'wav' : 'mp4', bytes: 1000 });
  const probe = {
    duration: made.duration,
    rate: frameRate(25, 1),
    width,
    height: width === 0 ? 0 : 360,
    videoCodec: width === 0 ? 'none' : 'h264',
    audioCodec: 'aac',
    videoStart: anyTime(0),
  };
  return insertTake(context.pool, workout, { sha256, name: `Take ${n}`, probe });
}
