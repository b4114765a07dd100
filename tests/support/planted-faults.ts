import type { Drawn } from '../../src/core/looks/drawn.ts';
import type { ProofKind } from '../../src/core/proof/certificate.ts';
import { type FrameRate, frameStart } from '../../src/core/time/frames.ts';
import { anyTime } from './times.ts';
import { writeFfmetadata } from '../../src/formats/ffmetadata/ffmetadata-writer.ts';
import { writeCaptionsSrt, writeSrt } from '../../src/formats/srt/srt-writer.ts';
import { SPEECH, type Making, type Film } from './made-film.ts';

export interface Fault {
  readonly name: string;
  /** The line of the certificate that must say it. */
  readonly what: ProofKind;
  readonly plant: (as: Making, film: Film) => Partial<Making>;
}

const shifted = (drawn: readonly Drawn[], frames: number, rate: FrameRate, of: (d: Drawn) => boolean): Drawn[] => {
  const by = frameStart(1, rate) * frames;
  return drawn.map((d) => (of(d) ? { ...d, start: anyTime(Math.max(0, d.start + by)), end: anyTime(d.end + by) } : d));
};
const isFigure = (d: Drawn) => d.kind === 'text' && d.role === 'figure';
const between = (from: number, to: number) => (d: Drawn) => d.start >= from * 1e6 && d.start < to * 1e6;
const whileBetween = (from: number, to: number) => `between(t\\,${from}\\,${to})`;

/** Faults of finished files, each in its kind three times, in other places or other sizes. */
export const FAULTS: readonly Fault[] = [
  ...[1, -1, 3].map((frames): Fault => ({
    name: `timer ${frames} frames off`,
    what: 'timer',
    plant: ({ drawn }, { meant }) => ({ drawn: shifted(drawn, frames, meant.rate, isFigure) }),
  })),
  ...[
    [10, 18],
    [22, 30],
    [34, 42],
  ].map(([from, to]): Fault => ({
    name: `one interval's timer a frame late, from ${from} s`,
    what: 'timer',
    plant: ({ drawn }, { meant }) => ({
      drawn: shifted(drawn, 1, meant.rate, (d) => isFigure(d) && between(from!, to!)(d)),
    }),
  })),
  ...[11, 19, 24].map((at): Fault => ({
    name: `a wrong figure at ${at} s`,
    what: 'timer',
    plant: ({ drawn }) => ({
      drawn: drawn.map((d) =>
        d.kind === 'text' && isFigure(d) && d.start <= at * 1e6 && d.end > at * 1e6
          ? { ...d, text: d.text === '7' ? '5' : '7' }
          : d,
      ),
    }),
  })),
  ...[0.2, -0.2, 0.05].map((by): Fault => ({
    name: `a chapter off by ${by} s`,
    what: 'chapters',
    plant: (_, { lanes: l }) => ({
      ffmetadata: writeFfmetadata(
        'Proof',
        l.chapters.map((c, i) => (i === 1 ? { ...c, start: anyTime(c.start + by * 1e6) } : c)),
      ),
    }),
  })),
  {
    name: 'a chapter missing',
    what: 'chapters',
    plant: (_, { lanes: l }) => ({ ffmetadata: writeFfmetadata('Proof', l.chapters.slice(0, -1)) }),
  },
  {
    name: 'a chapter of another name',
    what: 'chapters',
    plant: ({ ffmetadata }) => ({ ffmetadata: ffmetadata.replace('title=Bye', 'title=By the way') }),
  },
  { name: 'no captions', what: 'tracks', plant: () => ({ srt: null }) },
  { name: 'no sound', what: 'tracks', plant: () => ({ silent: true }) },
  {
    name: 'captions 0.2 s late',
    what: 'captions',
    plant: (_, { lanes: l }) => ({
      srt: writeCaptionsSrt(
        l.captions.map((c) => ({ ...c, start: anyTime(c.start + 2e5), end: anyTime(c.end + 2e5) })),
      ),
    }),
  },
  { name: 'a caption misspelt', what: 'captions', plant: ({ srt }) => ({ srt: srt!.replace('Squat', 'Sqaut') }) },
  { name: 'nothing of what is said', what: 'tracks', plant: () => ({ speech: null }) },
  {
    name: 'what is said 0.3 s late',
    what: 'speech',
    plant: () => ({
      speech: writeSrt(SPEECH.map((c) => ({ ...c, start: anyTime(c.start + 3e5), end: anyTime(c.end + 3e5) }))),
    }),
  },
  {
    name: 'a sentence of what is said left out',
    what: 'speech',
    plant: () => ({ speech: writeSrt(SPEECH.slice(1)) }),
  },
  ...[2, -2, 0.8].map((db): Fault => ({
    name: `${db} LU off`,
    what: 'loudness',
    plant: () => ({ sound: `volume=${db}dB` }),
  })),
  {
    name: 'a peak over full scale',
    what: 'peak',
    plant: () => ({ sound: `volume='if(${whileBetween(9, 9.02)},8,1)':eval=frame` }),
  },
  ...[8, 25, 40].map((at): Fault => ({
    name: `a second frozen at ${at} s`,
    what: 'frozen',
    plant: (_, { meant: { rate } }) => {
      const second = Math.round(rate.num / rate.den);
      return { before: `loop=${second}:1:${at * second},setpts=N/FRAME_RATE/TB` };
    },
  })),
  ...[4, 28].map((at): Fault => ({
    name: `half a second of black at ${at} s`,
    what: 'black',
    plant: () => ({ after: `drawbox=c=black:t=fill:enable='${whileBetween(at, at + 0.5)}'` }),
  })),
  ...[10, 33].map((at): Fault => ({
    name: `five flashes in a second at ${at} s`,
    what: 'flashes',
    plant: () => ({
      after: `drawbox=c=white:t=fill:enable='${whileBetween(at, at + 1)}*lt(mod(t*5\\,1)\\,0.5)'`,
    }),
  })),
  ...[0.04, 1].map((by): Fault => ({
    name: `${by} s short`,
    what: 'length',
    plant: (_, { meant }) => ({ length: anyTime(meant.length - by * 1e6) }),
  })),
];
