import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { SpokenLine } from './performance.ts';

export const VOICE_RATE_HZ = 32_000;

/** A line as it was really said: its place on the take, and each word's. */
export interface SaidLine {
  readonly text: string;
  readonly start_s: number;
  readonly end_s: number;
  readonly words: readonly { readonly text: string; readonly start_s: number; readonly end_s: number }[];
}

/** One line as the voice says it: sound without silence at its ends, and its words in seconds from its start. */
interface Voiced {
  readonly samples: Float32Array;
  readonly words: readonly { readonly text: string; readonly start_s: number; readonly end_s: number }[];
}

/** Tells for every token of a line when its first sound begins and its last ends, 0 where the voice does not know. */
const SCHEME = `
(voice_cmu_us_slt_arctic_hts)
(define (tokens utt)
  (let ((all nil) (i (utt.relation.first utt 'Token)))
    (while i (set! all (cons i all)) (set! i (item.next i)))
    (reverse all)))
(define (say text file)
  (let ((utt (utt.synth (eval (list 'Utterance 'Text text)))))
    (utt.save.wave utt file 'riff)
    (format t "LINE\\n")
    (mapcar
      (lambda (token)
        (let ((words (item.daughters token)))
          (if words
            (format t "%s %s\\n"
              (item.feat (item.relation (car words) 'SylStructure) "daughter1.daughter1.segment_start")
              (item.feat (item.relation (car (last words)) 'SylStructure) "daughtern.daughtern.end"))
            (format t "0 0\\n"))))
      (tokens utt))))
`;

/** Speaks texts with festival's slt voice, each once. */
function voiced(texts: readonly string[], folder: string): Map<string, Voiced> {
  const unique = [...new Set(texts)];
  const script = join(folder, 'say.scm');
  const quoted = (text: string) => `"${text.replace(/["\\]/g, '')}"`;
  writeFileSync(
    script,
    SCHEME + unique.map((text, i) => `(say ${quoted(text)} "${join(folder, `${i}.wav`)}")`).join('\n'),
  );
  const told = execFileSync('festival', ['-b', script], { encoding: 'utf8', maxBuffer: 1e8 }).split('LINE\n').slice(1);
  return new Map(unique.map((text, i) => [text, lineOf(text, join(folder, `${i}.wav`), told[i] ?? '')] as const));
}

function lineOf(text: string, file: string, told: string): Voiced {
  const samples = readWav(file);
  const { from, to } = loudPart(samples);
  const [first, last] = [from / VOICE_RATE_HZ, to / VOICE_RATE_HZ];
  const tokens = text.split(/\s+/);
  const times = told
    .trim()
    .split('\n')
    .map((line) => line.split(' ').map(Number));
  if (times.length !== tokens.length) throw new Error(`“${text}”: ${times.length} times for ${tokens.length} words`);
  const starts = tokens.map((_, w) => Math.max(first, times[w]?.[0] ?? first));
  return {
    samples: samples.subarray(from, to),
    words: tokens.map((word, w) => {
      const [start, next] = [starts[w] as number, starts[w + 1] ?? last];
      // Before a pause the voice does not say when a word ends.
      const known = times[w]?.[1] ?? 0;
      const end = known > start ? known : start + Math.min(0.5, Math.max(0.2, word.length * 0.08));
      return { text: word, start_s: start - first, end_s: Math.max(start + 0.05, Math.min(end, next)) - first };
    }),
  };
}

/** Speaks every line. A line waits until the one before has ended. */
export function speakAll(
  lines: readonly SpokenLine[],
  durationUs: number,
): { samples: Float32Array; said: SaidLine[] } {
  const folder = mkdtempSync(join(tmpdir(), 'euphon-voice-'));
  const samples = new Float32Array(Math.ceil((durationUs / 1e6) * VOICE_RATE_HZ));
  const voices = voiced(
    lines.map((l) => l.text),
    folder,
  );
  const said: SaidLine[] = [];
  let free = 0;
  for (const line of lines) {
    const voice = voices.get(line.text) as Voiced;
    const start = Math.max(line.startUs / 1e6, free);
    const at = Math.round(start * VOICE_RATE_HZ);
    samples.set(voice.samples.subarray(0, Math.max(0, samples.length - at)), at);
    const length = voice.samples.length / VOICE_RATE_HZ;
    free = start + length + 0.12;
    said.push({
      text: line.text,
      start_s: start,
      end_s: start + length,
      words: voice.words.map((w) => ({ ...w, start_s: w.start_s + start, end_s: w.end_s + start })),
    });
  }
  rmSync(folder, { recursive: true });
  return { samples, said };
}

/** 16-bit mono PCM of a WAV file as festival writes it. */
function readWav(file: string): Float32Array {
  const bytes = readFileSync(file);
  const data = bytes.indexOf('data') + 8;
  const pcm = new Int16Array(
    bytes.buffer.slice(bytes.byteOffset + data, bytes.byteOffset + data + Math.floor((bytes.length - data) / 2) * 2),
  );
  return Float32Array.from(pcm, (v) => v / 32768);
}

/** Without the silence at both ends, so that a line's length is the speech's own. */
function loudPart(voice: Float32Array): { readonly from: number; readonly to: number } {
  const loud = (v: number) => Math.abs(v) > 0.01;
  return { from: Math.max(0, voice.findIndex(loud)), to: voice.findLastIndex(loud) + 1 };
}

/** A soft four-to-the-bar beat at a steady tempo from time 0: a low drum on every count, a noise tick between. */
export function beatTrack(durationUs: number, bpm: number): Float32Array {
  const samples = new Float32Array(Math.ceil((durationUs / 1e6) * VOICE_RATE_HZ));
  let seed = 12345;
  const noise = () => (seed = (seed * 1103515245 + 12345) & 0x7fffffff) / 0x3fffffff - 1;
  const beats = Math.floor((durationUs / 60e6) * bpm);
  for (let beat = 0; beat < beats * 2; beat++) {
    const from = Math.round((beat * 30 * VOICE_RATE_HZ) / bpm);
    const onBeat = beat % 2 === 0;
    const length = Math.round((onBeat ? 0.12 : 0.03) * VOICE_RATE_HZ);
    for (let i = 0; i < length && from + i < samples.length; i++) {
      const t = i / VOICE_RATE_HZ;
      const decay = Math.exp(-t * (onBeat ? 30 : 120));
      samples[from + i] =
        (onBeat
          ? Math.sin(2 * Math.PI * (58 + 60 * Math.exp(-t * 40)) * t) * 0.22 * (beat % 8 === 0 ? 1.3 : 1)
          : noise() * 0.035) * decay;
    }
  }
  return samples;
}

/** 16-bit little-endian PCM of voice over beat. */
export function mixToPcm(voice: Float32Array, beat: Float32Array, levels = { voice: 1.6, beat: 1 }): Buffer {
  const out = Buffer.alloc(voice.length * 2);
  for (let i = 0; i < voice.length; i++) {
    const value = Math.max(-1, Math.min(1, (voice[i] as number) * levels.voice + (beat[i] ?? 0) * levels.beat));
    out.writeInt16LE(Math.round(value * 32767), i * 2);
  }
  return out;
}
