import { accessSync, constants } from 'node:fs';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { delimiter, join } from 'node:path';
import { writeOut } from '../core/language/en/written-out.ts';
import { run } from './child-process.ts';
import { NotSound } from './sound.ts';
import { monoAt } from './sync.ts';

const RATE_HZ = 16_000;
const FRAME_US = 10_000;
const MODEL = '/usr/share/pocketsphinx/model/en-us';
/** The recogniser's model is loaded once for this many phrases; progress is told after each batch. */
const BATCH = 40;

/** A phrase to be found in a window of sound; microseconds. */
interface KnownPhrase {
  readonly words: readonly string[];
  readonly from: number;
  readonly to: number;
}

/** Where each word of a phrase lies; null where the program could not place the phrase. */
type FoundPhrase = readonly { readonly start: number; readonly end: number; readonly known: boolean }[] | null;

/** True where the program for it is on this machine. */
function canForceAlign(): boolean {
  return (process.env.PATH ?? '').split(delimiter).some((folder) => {
    try {
      accessSync(join(folder, 'pocketsphinx_batch'), constants.X_OK);
      accessSync(`${MODEL}/cmudict-en-us.dict`, constants.R_OK);
      return true;
    } catch {
      return false;
    }
  });
}

let dictionary: Promise<ReadonlySet<string>> | null = null;
const wordsKnown = () =>
  (dictionary ??= readFile(`${MODEL}/cmudict-en-us.dict`, 'utf8').then(
    (text) => new Set(text.split('\n').map((line) => line.slice(0, line.indexOf(' ')))),
  ));

/**
 * Finds known phrases, each in its own narrow window of a recording, by forced alignment (pocketsphinx). Words that its
 * dictionary has not are placed between their neighbours, `known` false. Throws NotSound where the program is missing.
 */
export async function forceAlign(
  path: string,
  phrases: readonly KnownPhrase[],
  onProgress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<FoundPhrase[]> {
  if (!canForceAlign())
    throw new NotSound(
      'Words cannot be timed by the sound on this machine: the Debian packages pocketsphinx and ' +
        'pocketsphinx-en-us are missing.',
    );
  const known = await wordsKnown();
  const samples = await monoAt(path, RATE_HZ, null, { signal });
  const folder = await mkdtemp(join(tmpdir(), 'euphon-words-'));
  try {
    const found: FoundPhrase[] = [];
    for (let n = 0; n < phrases.length; n += BATCH) {
      found.push(...(await alignBatch({ folder, samples, known }, phrases.slice(n, n + BATCH), signal)));
      onProgress(Math.min(1, (n + BATCH) / phrases.length));
    }
    return found;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** A word as the dictionary spells it: `40` is two words, and `let's` keeps its mark. */
function spelled(word: string): string[] {
  return writeOut(word)
    .toLowerCase()
    .replace(/’/g, "'")
    .replace(/[^a-z' ]+/g, ' ')
    .split(/\s+/)
    .map((w) => w.replace(/^'+|'+$/g, ''))
    .filter((w) => w !== '');
}

/** The recording, the words of the dictionary, and where files lie that are needed for a moment. */
interface Heard {
  readonly folder: string;
  readonly samples: Int16Array;
  readonly known: ReadonlySet<string>;
}

async function alignBatch(
  { folder, samples, known }: Heard,
  phrases: readonly KnownPhrase[],
  signal: AbortSignal | undefined,
): Promise<FoundPhrase[]> {
  const ids: string[] = [];
  const plans = phrases.map((phrase) => phrase.words.map((word) => spelled(word).filter((w) => known.has(w))));
  for (const [n, phrase] of phrases.entries()) {
    const words = plans[n]!.flat();
    if (words.length === 0) continue;
    const cut = samples.slice(Math.round((phrase.from / 1e6) * RATE_HZ), Math.round((phrase.to / 1e6) * RATE_HZ));
    if (cut.length < RATE_HZ / 10) continue;
    await writeFile(join(folder, `p${n}.raw`), Buffer.from(cut.buffer, 0, cut.byteLength));
    await writeFile(
      join(folder, `p${n}.fsg`),
      [
        'FSG_BEGIN p',
        `NUM_STATES ${words.length + 1}`,
        'START_STATE 0',
        `FINAL_STATE ${words.length}`,
        ...words.map((w, i) => `TRANSITION ${i} ${i + 1} 1.0 ${w}`),
        'FSG_END',
        '',
      ].join('\n'),
    );
    ids.push(`p${n}`);
  }
  if (ids.length === 0) return phrases.map(() => null);
  await writeFile(join(folder, 'list'), `${ids.join('\n')}\n`);
  await writeFile(join(folder, 'segments'), '');
  const beams = ['-beam', '-wbeam', '-pbeam'].flatMap((beam) => [beam, '1e-150']);
  await run(
    'pocketsphinx_batch',
    [
      '-hmm',
      `${MODEL}/en-us`,
      '-dict',
      `${MODEL}/cmudict-en-us.dict`,
      '-adcin',
      'yes',
      '-cepdir',
      folder,
      '-cepext',
      '.raw',
      '-ctl',
      join(folder, 'list'),
      '-fsgctl',
      join(folder, 'list'),
      '-fsgdir',
      folder,
      '-fsgext',
      '.fsg',
      '-hypseg',
      join(folder, 'segments'),
      '-remove_silence',
      'no',
      '-dither',
      'yes',
      '-bestpath',
      'no',
      '-maxhmmpf',
      '-1',
      ...beams,
      '-logfn',
      '/dev/null',
    ],
    signal === undefined ? {} : { signal },
  );
  const lines = new Map(
    (await readFile(join(folder, 'segments'), 'utf8'))
      .split('\n')
      .map((line) => [line.slice(0, line.indexOf(' ')), line]),
  );
  return phrases.map((phrase, n) => placesOf(lines.get(`p${n}`), plans[n]!, phrase));
}

/**
 * Reads `id S n T n A n L n start score lm word … end`; frames of 10 ms. Null where not all words were found in order.
 */
function placesOf(line: string | undefined, plan: readonly (readonly string[])[], phrase: KnownPhrase): FoundPhrase {
  if (line === undefined) return null;
  const parts = line
    .split(/\s+/)
    .filter((p) => p !== '')
    .slice(9);
  const heard: { word: string; start: number; end: number }[] = [];
  for (let i = 0; i + 4 < parts.length + 1; i += 4) {
    const [start, word, next] = [Number(parts[i]), parts[i + 3], Number(parts[i + 4])];
    if (word === undefined || !Number.isFinite(start) || !Number.isFinite(next)) break;
    if (!/^[<[]|^\+\+/.test(word))
      heard.push({
        word: word.replace(/\(\d+\)$/, ''),
        start: phrase.from + start * FRAME_US,
        end: phrase.from + next * FRAME_US,
      });
  }
  if (heard.length !== plan.flat().length) return null;
  let h = 0;
  const places = plan.map((words) => {
    const [first, last] = [heard[h], heard[h + words.length - 1]];
    h += words.length;
    return words.length === 0 || first === undefined || last === undefined
      ? null
      : { start: first.start, end: last.end };
  });
  return places.map((place, i) => {
    if (place !== null) return { ...place, known: true };
    const before = places.slice(0, i).findLast((p) => p !== null)?.end ?? phrase.from;
    const after = places.slice(i + 1).find((p) => p !== null)?.start ?? phrase.to;
    return { start: Math.min(before, after), end: Math.max(before, after), known: false };
  });
}
