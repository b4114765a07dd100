import { ATTACK_S, LIMIT_DB, RELEASE_S } from '../core/sound/limiter.ts';
import { loudnessWith, measure } from './loudness.ts';

/** No true peak of the encoded file lies above this (EBU R 128). */
export const CEILING_DB = -1;
/** A target is met within this (EBU R 128). */
export const WITHIN_LU = 0.5;
export const MOST_TRIES = 8;

/** How a mix is brought to its loudness; `limitDb` null: no peak needs to be held. */
interface Level {
  readonly gainDb: number;
  readonly limitDb: number | null;
}
export const AS_IT_IS: Level = { gainDb: 0, limitDb: null };

/**
 * The gain and the limit that bring a mix to its target, found before it is encoded: encoding takes ten times as long
 * as trying does. What a limit takes away is given back until the loudness is right.
 */
export async function levelFor(raw: string, targetLufs: number, signal?: AbortSignal): Promise<Level> {
  const before = await measure(raw, signal);
  if (before === null) return AS_IT_IS;
  let gainDb = targetLufs - before.lufs;
  // The encoder moves peaks a little.
  if (before.truePeakDb + gainDb < CEILING_DB - 0.5) return { gainDb, limitDb: null };
  const limitDb = LIMIT_DB;
  for (let tries = 1; tries <= MOST_TRIES; tries++) {
    const lufs = await loudnessWith(raw, filtersOf({ gainDb, limitDb }), signal);
    if (lufs === null || Math.abs(targetLufs - lufs) <= WITHIN_LU / 5) break;
    gainDb += targetLufs - lufs;
  }
  return { gainDb, limitDb };
}

export function filtersOf({ gainDb, limitDb }: Level): string {
  const gain = `volume=${gainDb.toFixed(2)}dB`;
  return limitDb === null
    ? gain
    : `${gain},alimiter=limit=${(10 ** (limitDb / 20)).toFixed(4)}:level=0:attack=${ATTACK_S * 1e3}:release=` +
        `${RELEASE_S * 1e3}`;
}
