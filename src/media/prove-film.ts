import type { Drawn } from '../core/looks/drawn.ts';
import type { Certificate } from '../core/proof/certificate.ts';
import { figureChecks } from '../core/proof/figure-checks.ts';
import {
  CELLS,
  COLUMNS,
  ROWS,
  blackSpans,
  flashesIn,
  nearlyStillSpans,
  stillSpans,
} from '../core/proof/picture-cells.ts';
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
  const figures = await drawnFigures(checks, meant, grey, meant.fontsFolder, signal);
  const [reader, cells] = [figureReader(checks, figures, grey), cellReader(grey)];
  const wanted = Math.max(1, (meant.length / 1e6) * (meant.rate.num / meant.rate.den));
  const frames = await readFrames(
    ['-i', path],
    grey,
    [],
    (frame, i) => {
      reader.see(frame, i);
      cells.add(frame);
      if (i % 100 === 0) onProgress(Math.min(1, i / wanted) * PICTURE_SHARE);
    },
    signal,
  );
  const counts = outside(meant.drawn, meant.width, meant.height);
  const own = async (spans: readonly Span[], find: typeof stillSpans) => {
    const odd: Span[] = [];
    for (const span of spans) if (!(await isInSources(span, meant, find, signal))) odd.push(span);
    return odd;
  };
  const loudness = tracks.soundUs === null ? null : await measure(path, signal);
  // A figure that no frame shows was not read either.
  const last = reader.read.at(-1)?.frame ?? -1;
  const unseen = checks
    .filter((c) => c.frame > last && c.frame >= frames)
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

/** The cells of the picture that nothing is drawn over; where that is none, all of them. */
function outside(drawn: readonly Drawn[], width: number, height: number): (cell: number) => boolean {
  const under = new Uint8Array(CELLS);
  for (const d of drawn) {
    if (d.role === 'card' || d.layer >= 900) continue;
    const box = boxOf(d, width, height);
    for (let c = 0; c < CELLS; c++) {
      const [x, y] = [((c % COLUMNS) * width) / COLUMNS, (Math.floor(c / COLUMNS) * height) / ROWS];
      if (box.x < x + width / COLUMNS && box.x + box.w > x && box.y < y + height / ROWS && box.y + box.h > y)
        under[c] = 1;
    }
  }
  return under.includes(0) ? (cell) => under[cell] === 0 : () => true;
}

function boxOf(d: Drawn, width: number, height: number): { x: number; y: number; w: number; h: number } {
  if (d.kind === 'box') return d;
  if (d.kind === 'text') {
    const x = d.align === 'start' ? d.x : d.align === 'end' ? d.x - d.w : d.x - d.w / 2;
    return { x, y: d.baseline - d.em, w: d.w, h: d.em * 1.3 };
  }
  // A path that moves is wide; others are as far from their middle as their points.
  const reach = Math.max(...d.path.flatMap(([, ...n]) => n.map(Math.abs)));
  if (d.toY !== undefined) return { x: 0, y: Math.min(d.y, d.toY) - reach * 0.02, w: width, h: height };
  return { x: d.x - reach, y: d.y - reach, w: reach * 2, h: reach * 2 };
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
    await readFrames(args, grey, [`fps=${meant.rate.num}/${meant.rate.den}`], (frame) => cells.add(frame), signal);
    const counts = outside(meant.drawn, meant.width, meant.height);
    const found = find(cells.cells(), counts, meant.rate);
    if (found.reduce((sum, s) => sum + s.end - s.start, 0) < long * SOURCE_SHARE) return false;
  }
  return true;
}

/** What is so for this share of the source is so there too. */
const SOURCE_SHARE = 0.7;
