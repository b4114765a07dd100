import type { Drawn } from '../core/looks/drawn.ts';
import type { Certificate } from '../core/proof/certificate.ts';
import { figureChecks } from '../core/proof/figure-checks.ts';
import { cellsOutside } from '../core/proof/cells-outside.ts';
import { blackSpans, flashesIn, nearlyStillSpans, stillSpans } from '../core/proof/picture-cells.ts';
import { type Meant, prove } from '../core/proof/prove.ts';
import { micros } from '../core/time/micros.ts';
import { type Span, clipped } from '../core/time/span.ts';
import { measure } from './loudness.ts';
import { drawnFigures, figureReader } from './read-figures.ts';
import { cellReader, greySize, readFrames } from './read-frames.ts';
import { readTracks } from './read-tracks.ts';
import type { RenderPiece } from './render-pieces.ts';

/** What a finished film is held against. */
export interface FilmMeant extends Meant {
  readonly drawn: readonly Drawn[];
  /** What its picture is made from, in order. */
  readonly pictures: readonly RenderPiece[];
  readonly fontsFolder: string;
}

/** How much of the work is decoding the picture. */
const PICTURE_SHARE = 0.85;

/** Decodes a finished film and reads what is in it; the answer is a certificate. Progress is 0 to 1. */
export async function proveFilm(
  path: string,
  meant: FilmMeant,
  onProgress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<Certificate> {
  const tracks = await readTracks(path, signal);
  const grey = greySize(tracks.width, tracks.height);
  const checks = figureChecks(meant.drawn, meant.rate);
  const figures = await drawnFigures(checks, { picture: meant, grey }, meant.fontsFolder, signal);
  const [reader, cells] = [figureReader(checks, figures, grey), cellReader(grey)];
  const wanted = Math.max(1, (meant.length / 1e6) * (meant.rate.num / meant.rate.den));
  const frames = await readFrames(
    { before: ['-i', path], filters: [] },
    grey,
    (frame, i) => {
      reader.see(frame, i);
      cells.add(frame);
      if (i % 100 === 0) onProgress(Math.min(1, i / wanted) * PICTURE_SHARE);
    },
    signal,
  );
  const counts = cellsOutside(meant.drawn, meant);
  const own = async (spans: readonly Span[], find: typeof stillSpans) => {
    const odd: Span[] = [];
    for (const span of spans) if (!(await isInSources(span, meant, find, signal))) odd.push(span);
    return odd;
  };
  const loudness = tracks.soundUs === null ? null : await measure(path, signal);
  // A figure that no frame shows was not read.
  const unseen = checks
    .filter((c) => c.frame >= frames)
    .map((c) => ({ frame: c.frame, wanted: c.shows.text, read: null }));
  return prove(meant, {
    ...tracks,
    frames,
    lufs: loudness?.lufs ?? null,
    truePeakDb: loudness?.truePeakDb ?? null,
    figures: [...reader.read, ...unseen],
    frozen: await own(stillSpans(cells.cells(), counts, meant.rate), nearlyStillSpans),
    black: await own(blackSpans(cells.cells(), counts, meant.rate), blackSpans),
    flashes: flashesIn(cells.cells(), meant.rate),
  });
}

/** Whether a stretch is so in what it is made from: a card, a frame that is held, a take that stands still itself. */
async function isInSources(
  span: Span,
  meant: FilmMeant,
  find: typeof stillSpans,
  signal?: AbortSignal,
): Promise<boolean> {
  for (const piece of meant.pictures) {
    const within = clipped(span, { start: piece.at, end: micros(piece.at + piece.length) });
    if (within === null || piece.held === true || piece.source.path === null) continue;
    const long = within.end - within.start;
    // A sliver beside a card says nothing.
    if (long < 0.3e6) continue;
    const from = piece.from + within.start - piece.at;
    const grey = greySize(meant.width, meant.height);
    const cells = cellReader(grey);
    const args = ['-ss', String(from / 1e6), '-i', piece.source.path, '-t', String(long / 1e6)];
    await readFrames(
      { before: args, filters: [`fps=${meant.rate.num}/${meant.rate.den}`] },
      grey,
      (frame) => cells.add(frame),
      signal,
    );
    const counts = cellsOutside(meant.drawn, meant);
    const found = find(cells.cells(), counts, meant.rate);
    if (found.reduce((sum, s) => sum + s.end - s.start, 0) < long * SOURCE_SHARE) return false;
  }
  return true;
}

/** What is so for this share of the source is so there too. */
const SOURCE_SHARE = 0.7;
