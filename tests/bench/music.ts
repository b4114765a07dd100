/**
 * The ear against made pieces and two outside trackers: npm run bench -- music. Pieces, sound files and trackers in one
 * run.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import MusicTempo from 'music-tempo';
import { hearMusic } from '../../src/core/signal/listen.ts';
import { listenTo } from '../../src/media/listen-to.ts';
import { wavHead } from '../../src/media/wav.ts';
import { beatScore } from '../support/beat-score.ts';
import { PIECE_RATE_HZ } from '../support/instruments.ts';
import { play, recipes } from '../support/pieces.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-beats-'));
const has = (program: string) => spawnSync(program, ['--help']).error === undefined;

/** A spoken stretch at the pieces' rate, for the pieces with speech on top. */
function speech(): Float32Array | null {
  const text =
    'Welcome back everyone. Feet hip width apart. Sit down into the squat, chest proud. Four more, three, ' +
    'two, last one. Now shake it out and grab some water. Next up we have the reverse lunge, right leg first.';
  const wav = join(folder, 'speech.wav');
  if (spawnSync('espeak-ng', ['-v', 'en-gb', '-s', '165', '-w', wav, text]).status !== 0) return null;
  const raw = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', wav, '-ar', String(PIECE_RATE_HZ), '-ac', '1', '-f', 'f32le', '-'],
    { maxBuffer: 1e9 },
  );
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length));
}

const aubio = has('aubiotrack');
const sums = { own: 0, aubio: 0, tempo: 0, ones: 0, metres: 0, pieces: 0, behind: 0, worst: 1, worstMs: 0 };
console.log(
  `beats, F at ±70 ms        ours  median error   ones   ${aubio ? 'aubiotrack' : '(no aubiotrack)'}   music-tempo`,
);
for (const [n, recipe] of recipes(speech()).entries()) {
  const piece = play(recipe, n + 1);
  const path = join(folder, 'piece.wav');
  const pcm = Int16Array.from(piece.samples, (v) => Math.round(v * 32_000));
  writeFileSync(path, Buffer.concat([wavHead(pcm.length, PIECE_RATE_HZ), new Uint8Array(pcm.buffer)]));
  const music = hearMusic((await listenTo(path)).heard.onsets);
  const own = beatScore(music?.beatsUs.map((b) => b / 1e6) ?? [], piece.beats);
  const ones = beatScore(music?.downbeatsUs.map((b) => b / 1e6) ?? [], piece.downbeats).f;
  const theirs = aubio
    ? beatScore(
        spawnSync('aubiotrack', ['-i', path, '-B', '1024', '-H', '256'])
          .stdout.toString()
          .split('\n')
          .map(Number)
          .filter((t) => t > 0),
        piece.beats,
      ).f
    : 0;
  let tempo = 0;
  try {
    tempo = beatScore(new MusicTempo(Array.from(piece.samples)).beats, piece.beats).f;
  } catch {
    /* it gives up on some pieces */
  }
  const best = Math.max(theirs, tempo);
  sums.pieces++;
  sums.own += own.f;
  sums.aubio += theirs;
  sums.tempo += tempo;
  sums.worst = Math.min(sums.worst, own.f);
  sums.worstMs = Math.max(sums.worstMs, own.medianMs);
  if (own.f < best - 0.02) sums.behind++;
  if (piece.metreAudible) {
    sums.metres++;
    if (ones >= 0.9) sums.ones++;
  }
  console.log(
    `${piece.name.padEnd(40)} ${own.f.toFixed(3)}  ${own.medianMs.toFixed(1).padStart(4)} ` +
      `ms  ${ones.toFixed(2)}  ${theirs.toFixed(3)}  ${tempo.toFixed(3)}`,
  );
}
const mean = (v: number) => (v / sums.pieces).toFixed(4);
console.log(
  `mean of ${sums.pieces} pieces: ours ${mean(sums.own)} (bar 0.98), aubiotrack ${mean(sums.aubio)}, ` +
    `music-tempo ${mean(sums.tempo)}; worst ${sums.worst.toFixed(3)}; behind the better of both by more than ` +
    `0.02 on ${sums.behind} (bar 0); largest median error ${sums.worstMs.toFixed(1)} ms (bar 8); ` +
    `the one right on ${sums.ones} of ${sums.metres} (bar 90 %)`,
);

/** Loudness and true peak beside ffmpeg's ebur128 on files that are there. */
for (const path of [join(folder, 'piece.wav'), 'demo/media/broomstick-strong-take-1.mp4']) {
  const { heard } = await listenTo(path);
  const said = spawnSync('ffmpeg', [
    '-nostats',
    '-i',
    path,
    '-af',
    'ebur128=peak=true',
    '-f',
    'null',
    '-',
  ]).stderr.toString();
  const last = (pattern: RegExp) => Number([...said.matchAll(pattern)].at(-1)?.[1]);
  console.log(
    `loudness  ours ${heard.loudness.integratedLufs?.toFixed(2)} LUFS, ebur128 ` +
      `${last(/I:\s+(-?[\d.]+) LUFS/g)} (bar 0.1); true peak ${heard.peaks.truePeakDb.toFixed(2)}, ebur128 ` +
      `${last(/Peak:\s+(-?[\d.]+) dBFS/g)} (bar 0.2)`,
  );
}

/** A track of four minutes on one core, and an hour's memory, each in a process of its own. */
const four = join(folder, 'four.wav');
execFileSync('ffmpeg', [
  '-v',
  'error',
  '-y',
  '-stream_loop',
  '9',
  '-i',
  join(folder, 'piece.wav'),
  '-ac',
  '2',
  '-t',
  '240',
  four,
]);
const hour = join(folder, 'hour.flac');
execFileSync('ffmpeg', [
  '-v',
  'error',
  '-y',
  '-stream_loop',
  '99',
  '-i',
  join(folder, 'piece.wav'),
  '-ac',
  '2',
  '-t',
  '3600',
  hour,
]);
const one = process.env.EUPHON_HEAR_ONE ?? '';
for (const [name, path, bar] of [
  ['four minutes', four, '4 s on one core'],
  ['four minutes', four, '4 s on one core'],
  ['an hour', hour, '300 MB'],
] as const) {
  const { stdout } = spawnSync('taskset', ['-c', '0', process.execPath, one, path]);
  console.log(`${name} heard: ${stdout.toString().trim()}  (bar ${bar})`);
}
rmSync(folder, { recursive: true, force: true });
