import { existsSync, statSync } from 'node:fs';
import { compile } from '../core/plan/compile.ts';
import { keyName } from '../core/music/key.ts';
import { FELT_RATIO } from '../core/music/tempo-map.ts';
import { blockSpans } from '../core/music/arrangement.ts';
import {
  STRETCH_MOST,
  type Meeting,
  meetings,
  meetingTempos,
  musicLengths,
  tempoRange,
} from '../core/music/tempo-matching.ts';
import { hearMusic } from '../core/signal/listen.ts';
import { asLength, takeTime } from '../core/time/micros.ts';
import { readPlan } from '../formats/plan-reader.ts';
import { listenTo } from '../media/listen-to.ts';
import { syncFiles } from '../media/sync.ts';
import { hearTake } from '../media/hear-take.ts';
import { NotSound, probeSound } from '../media/sound.ts';
import { type Answer, CliError, json, seconds } from './answer.ts';
import type { HeardFile } from './read-input.ts';

/** Does something with a sound file; what cannot be read becomes a CliError with a sentence. */
async function withSound<T>(path: string | undefined, work: (path: string) => Promise<T>): Promise<T> {
  if (path === undefined || path === '') throw new CliError('A sound FILE is wanted.');
  if (!existsSync(path)) throw new CliError(`${path} could not be read (ENOENT).`);
  if (statSync(path).isDirectory()) throw new CliError(`${path} is a folder; a sound file is wanted.`);
  try {
    return await work(path);
  } catch (error) {
    if (error instanceof NotSound || error instanceof RangeError) throw new CliError(`${path}: ${error.message}`);
    if ((error as NodeJS.ErrnoException).code === 'ENOENT')
      throw new CliError('ffmpeg and ffprobe are not installed; they are needed to read sound.');
    throw error;
  }
}

const hear = (path: string | undefined) => withSound(path, (file) => listenTo(file));

/** Tempo, beats and downbeats of a sound file. */
export async function beatsCommand(path: string | undefined): Promise<Answer> {
  const { heard } = await hear(path);
  const music = hearMusic(heard.onsets);
  if (music === null)
    return {
      status: 1,
      notes: ['No beat was found in this sound.'],
      text: json({ bpm: null, beats: [], downbeats: [] }),
    };
  const times = music.beatsUs;
  const gaps = times
    .slice(1)
    .map((t, i) => t - (times[i] as number))
    .sort((a, b) => a - b);
  // The mean of the middle half: the tempo that most of the piece has.
  const middle = gaps.slice(
    Math.floor(gaps.length / 4),
    Math.max(Math.floor(gaps.length / 4) + 1, Math.ceil((gaps.length * 3) / 4)),
  );
  const bpm = 60e6 / (middle.reduce((a, b) => a + b, 0) / middle.length);
  return {
    status: 0,
    text: json({
      bpm: Math.round(bpm * 100) / 100,
      beats: times.map(seconds),
      downbeats: music.downbeatsUs.map(seconds),
      felt_too_bpm: music.feltToo === null ? null : Math.round(bpm * FELT_RATIO[music.feltToo] * 100) / 100,
      metre: music.map.metre,
      beat_clarity: Math.round(music.beatClarity * 100) / 100,
      bar_clarity: Math.round(music.barClarity * 100) / 100,
      key: music.key === null ? null : keyName(music.key),
    }),
  };
}

/** Loudness of a sound file by ITU-R BS.1770 and EBU Tech 3342. */
export async function loudnessCommand(path: string | undefined): Promise<Answer> {
  const {
    heard: { loudness, peaks },
  } = await hear(path);
  const tenth = (v: number | null) => (v === null || !Number.isFinite(v) ? null : Math.round(v * 100) / 100);
  return {
    status: loudness.integratedLufs === null ? 1 : 0,
    ...(loudness.integratedLufs === null ? { notes: ['This sound is silent, or shorter than 0.4 s.'] } : {}),
    text: json({
      integrated_lufs: tenth(loudness.integratedLufs),
      range_lu: tenth(loudness.rangeLu),
      true_peak_dbtp: tenth(peaks.truePeakDb),
      momentary_max_lufs: tenth(loudness.momentaryMaxLufs),
      short_term_max_lufs: tenth(loudness.shortMaxLufs),
      sample_peak_dbfs: tenth(peaks.samplePeakDb),
      clipped_runs: peaks.clippedRuns,
    }),
  };
}

/** How two recordings of the same class lie to each other. */
export async function syncCommand(first: string | undefined, second: string | undefined): Promise<Answer> {
  if (first === undefined || second === undefined)
    throw new CliError('Two recordings are wanted: euphon sync FIRST SECOND.');
  for (const path of [first, second]) if (!existsSync(path)) throw new CliError(`${path} could not be read (ENOENT).`);
  try {
    const { offsetS, driftPpm, spreadS, used, points } = await syncFiles(first, second);
    return {
      status: 0,
      text: json({
        offset_s: Math.round(offsetS * 1e6) / 1e6,
        drift_ppm: Math.round(driftPpm * 100) / 100,
        spread_s: Math.round(spreadS * 1e6) / 1e6,
        places_used: used,
        places: points.length,
      }),
    };
  } catch (error) {
    if (error instanceof NotSound) throw new CliError(error.message);
    throw error;
  }
}

/**
 * What is heard in a recording besides its words, and its length; null where none is given. Throws CliError with a
 * sentence.
 */
export async function soundOfFile(path: string | undefined): Promise<HeardFile | null> {
  if (path === undefined) return null;
  return withSound(path, async (file) => {
    const { durationS } = await probeSound(file);
    const { sound } = await hearTake(file);
    return {
      duration:
        durationS === null ? takeTime(Math.max(1, ...sound.voice.map((v) => v.end))) : takeTime(durationS * 1e6),
      sound,
    };
  });
}

const FASTEST = 300;
const SLOWEST = 30;

/** How each block of a plan can meet a track of a tempo. */
export function musicFitCommand(planText: string, bpmText: string | undefined): Answer {
  const bpm = Number(bpmText);
  if (bpmText === undefined || !Number.isFinite(bpm) || bpm < SLOWEST || bpm > FASTEST)
    throw new CliError(`--bpm N is wanted, N from ${SLOWEST} to ${FASTEST}.`);
  const { value: plan, problems } = readPlan(planText);
  if (plan === null) throw new CliError(problems[0]?.message ?? 'The plan could not be read.');
  const { segments } = compile(plan);
  if (segments.length === 0) throw new CliError('The plan holds no time.');
  const spans = blockSpans(segments);
  const milliBpm = bpm * 1000;
  const blocks = plan.blocks.flatMap((block) => {
    const span = spans.get(block.id);
    if (span === undefined) return [];
    const lengths = musicLengths(block.scheme);
    const range = tempoRange(block.kind);
    return [
      {
        block: block.name,
        kind: block.kind,
        length_s: seconds(span.end - span.start),
        range_bpm: range === null ? null : [range.low, range.high],
        range_source: range?.source ?? null,
        counts: lengths.map(({ what, us }) => ({
          what,
          seconds: seconds(us),
          counts: (us * bpm) / 60e6,
          eights: (us * bpm) / 480e6,
          phrases: (us * bpm) / 1920e6,
        })),
        tempos: meetingTempos(
          lengths,
          range?.low ?? bpm * (1 - STRETCH_MOST),
          range?.high ?? bpm * (1 + STRETCH_MOST),
        ).map((t) => ({
          bpm: t.num / t.den,
          exact: t.den === 1 ? String(t.num) : `${t.num}/${t.den}`,
          unit: t.unit,
          meets: t.meets,
          units: t.units,
        })),
        answers: meetings(block, asLength(span.end - span.start), milliBpm).map(meetingJson),
      },
    ];
  });
  const some = blocks.some((b) => b.answers.length > 0);
  return {
    status: some ? 0 : 1,
    notes: problems.map((p) => (p.line > 0 ? `line ${p.line}: ${p.message}` : p.message)),
    text: json({ bpm, blocks }),
  };
}

function meetingJson(m: Meeting) {
  const cost = Math.round(m.cost * 100) / 100;
  switch (m.kind) {
    case 'stretch':
      return {
        kind: m.kind,
        bpm: m.tempo.num / m.tempo.den,
        stretch_percent: Math.round(m.stretch * 1e6) / 1e4,
        unit: m.tempo.unit,
        meets: m.tempo.meets,
        units: m.tempo.units,
        cost,
      };
    case 'times':
      return {
        kind: m.kind,
        unit: m.unit,
        lengths: m.lengths.map((l) => ({ what: l.what, from_s: seconds(l.from), to_s: seconds(l.us), units: l.units })),
        cost,
      };
    case 'cut':
      return { kind: m.kind, phrases: m.phrases, cut_at_s: seconds(m.at), left_s: seconds(m.leftUs), cost };
  }
}
