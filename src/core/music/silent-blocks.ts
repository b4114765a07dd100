import type { Plan } from '../plan/plan.ts';
import type { Music } from './music.ts';

/** Ids of the blocks that are silent on purpose: as the plan says, or as it was said where music is laid. */
export function silentBlocks(plan: Pick<Plan, 'blocks'>, music: Pick<Music, 'silent'>): ReadonlySet<string> {
  return new Set([...music.silent, ...plan.blocks.flatMap((b) => (b.noMusic === true ? [b.id] : []))]);
}

/** The music with all blocks that are silent on purpose among its own. */
export function withSilence(plan: Pick<Plan, 'blocks'>, music: Music): Music {
  return { ...music, silent: [...silentBlocks(plan, music)] };
}
