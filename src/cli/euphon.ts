import { answerTo } from './commands.ts';

// A reader that stops early (head, a closed pipe) is no error of ours.
process.stdout.on('error', () => process.exit(0));

const { stdout, stderr, status } = await answerTo(process.argv.slice(2));
process.stdout.write(stdout);
process.stderr.write(stderr);
process.exitCode = status;
