import { answerTo } from '../../src/cli/commands.ts';

/** The demo's plan and what is said in its take. */
export const PLAN = 'demo/broomstick-strong.outline.md';
export const WORDS = 'demo/broomstick-strong.words.vtt';

/** What the command line answers, without a process of its own. */
export async function euphon(...args: string[]) {
  const answer = await answerTo(args);
  return { ...answer, json: () => JSON.parse(answer.stdout) as Record<string, never> };
}
