import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { CliError, type Answer } from './answer.ts';
import { beatsCommand, loudnessCommand, musicFitCommand, soundOfFile, syncCommand } from './sound-commands.ts';
import { exportCommand } from './export-command.ts';
import { compileCommand, fitCommand, orderCommand, scriptCommand } from './plan-commands.ts';
import { alignCommand, claimsCommand, proposeCommand } from './take-commands.ts';

/** Largest file the command line reads; a plan or transcript is far smaller. */
const LARGEST_FILE = 32 * 2 ** 20;

const HELP = `euphon compile --plan FILE
euphon fit     --plan FILE --length 20:00
euphon order   --plan FILE --block N
euphon script  --plan FILE
euphon claims  --plan FILE --transcript FILE [--duration SECONDS]
euphon align   --plan FILE --transcript FILE [--audio FILE] [--duration SECONDS]
euphon export  --plan FILE [--transcript FILE] [--duration SECONDS] --format NAME
euphon propose --transcript FILE [--audio FILE] [--duration SECONDS]
euphon beats     FILE
euphon loudness  FILE
euphon sync      FIRST SECOND
euphon music-fit --plan FILE --bpm N

A plan FILE is an outline or Euphon's JSON; a transcript is WebVTT, SRT, TTML, CSV, word-timed JSON or text with
[m:ss] paragraphs. --audio is the recording, sound or video: voice, beeps and claps in it make starts and ends sharper.
JSON on standard output. Exit status 0, 1 (findings or nothing to show) or 2 (bad input).
`;

function readText(path: string | undefined, flag: string): string {
  if (path === undefined || path === '') throw new CliError(`--${flag} FILE is wanted.`);
  try {
    const facts = path === '-' ? null : statSync(path);
    if (facts?.isDirectory()) throw new CliError(`${path} is a folder; a file is wanted.`);
    if (facts !== null && facts.size > LARGEST_FILE)
      throw new CliError(`${path} has ${facts.size} bytes; at most ${LARGEST_FILE} are read.`);
    return readFileSync(path === '-' ? 0 : path, 'utf8');
  } catch (error) {
    if (error instanceof CliError) throw error;
    throw new CliError(`${path} could not be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'}).`);
  }
}

async function run(argv: readonly string[]): Promise<Answer> {
  const [command, ...rest] = argv;
  if (command === undefined || command === 'help' || command === '--help' || command === '-h')
    return { text: HELP, status: command === undefined ? 2 : 0 };
  let flags: Record<string, string | undefined>;
  let files: string[];
  try {
    const read = parseArgs({
      args: [...rest],
      allowPositionals: true,
      options: Object.fromEntries(
        ['plan', 'transcript', 'duration', 'format', 'length', 'block', 'bpm', 'audio'].map((name) => [
          name,
          { type: 'string' as const },
        ]),
      ),
    });
    flags = read.values;
    files = read.positionals;
    const most = command === 'sync' ? 2 : command === 'beats' || command === 'loudness' ? 1 : 0;
    if (files.length > most)
      throw new CliError(
        `“${files[most]}” is too much: euphon ${command} takes ` +
          `${most === 0 ? 'no file without a flag' : most === 1 ? 'one file' : 'two files'}.`,
      );
  } catch (error) {
    if (error instanceof CliError) throw error;
    throw new CliError(error instanceof Error ? `${error.message.split('.')[0]}.` : 'The arguments could not be read.');
  }
  const text = (flag: string) => readText(flags[flag], flag);
  switch (command) {
    case 'compile':
      return compileCommand(text('plan'));
    case 'align':
      return alignCommand(text('plan'), text('transcript'), flags.duration, await soundOfFile(flags.audio));
    case 'export':
      return exportCommand(
        text('plan'),
        flags.transcript === undefined ? null : text('transcript'),
        flags.duration,
        flags.format,
      );
    case 'claims':
      return claimsCommand(text('plan'), text('transcript'), flags.duration);
    case 'script':
      return scriptCommand(text('plan'));
    case 'fit':
      return fitCommand(text('plan'), flags.length);
    case 'propose':
      return proposeCommand(text('transcript'), flags.duration, await soundOfFile(flags.audio));
    case 'beats':
      return beatsCommand(files[0]);
    case 'sync':
      return syncCommand(files[0], files[1]);
    case 'loudness':
      return loudnessCommand(files[0]);
    case 'music-fit':
      return musicFitCommand(text('plan'), flags.bpm);
    case 'order':
      return orderCommand(text('plan'), flags.block);
    default:
      throw new CliError(
        `“${command}” is not a command of euphon; compile, align, export, fit, order, script, claims, beats, ` +
          'loudness, sync, music-fit and propose are.',
      );
  }
}

/** What a process of the command line writes, and the status that it ends with. */
export interface Written {
  readonly stdout: string;
  readonly stderr: string;
  readonly status: 0 | 1 | 2;
}

/** Does what the arguments ask for. Bad input is one sentence and status 2; every other error is thrown. */
export async function answerTo(argv: readonly string[]): Promise<Written> {
  try {
    const { text, notes = [], status } = await run(argv);
    return { stdout: text, stderr: notes.map((note) => `${note}\n`).join(''), status };
  } catch (error) {
    if (!(error instanceof CliError)) throw error;
    return { stdout: '', stderr: `${error.message}\n`, status: 2 };
  }
}
