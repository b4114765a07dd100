// What the start scripts say to a person: one line a step, and a sentence with its fix when something is in the way.

export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** Ends with a sentence: what is wrong, and what to do. */
export class Trouble extends Error {}

/** Runs a script's main function; trouble becomes a sentence and exit status 1. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    if (!(error instanceof Trouble)) throw error;
    process.stderr.write(`\n${error.message}\n`);
    process.exit(1);
  }
}
