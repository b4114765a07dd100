import type { Segment } from '../plan/segment.ts';
import { micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { type Fitted, fitted, nearestPhrase, nextPhrase } from './fit-track.ts';
import { type LaidTrack, blockSpans, layMusic } from './arrangement.ts';
import { AS_IT_IS_PPM, type Music, type Placement, freePlacementId } from './music.ts';
import { beatTime } from './tempo-map.ts';
import type { Track } from './track.ts';

type Timed = Pick<Segment, 'blockId' | 'start' | 'end'>;

/** What became of the music under a block. */
interface ConformedBlock {
  readonly blockId: string;
  /** New tempo over the track's own, less 1. */
  readonly stretch: number;
  readonly ends: Fitted['ends'];
  /** How often it goes back to an earlier phrase, for the track is too short. */
  readonly repeats: number;
}

/** A track plays on into the next block where at least this much of it lies there by the plan. */
const PLAYS_ON_US = 4e6;
/** A track that ends this near to the end of its block by the plan was meant to reach it. */
const REACHES_US = 8e6;
/** Counts over which music that stops anywhere is faded out. */
const FADE_COUNTS = 4;
/** Two tracks of one block that lie this near to each other by the plan follow each other. */
const ADJACENT_US = 1e6;

/**
 * The music brought to the class as it was filmed: under every block it begins on a phrase, and lasts to the block's
 * end by a stretch within the limit, by whole phrases more or fewer, or by going back to an earlier phrase. A track
 * that ran on under the next block by the plan runs on under it, from a phrase. Music that was laid for a part of a
 * block keeps its length. `planned`, `filmed`: the segments on either clock, nothing made up. Pure; done twice it gives
 * the same.
 */
export function conformToFilm(
  music: Music,
  tracks: readonly Track[],
  planned: readonly Timed[],
  filmed: readonly Timed[],
): { readonly music: Music; readonly blocks: readonly ConformedBlock[] } {
  const { laid } = layMusic(music, tracks, planned);
  const there = blockSpans(filmed);
  const order = [...there.keys()].sort((a, b) => there.get(a)!.start - there.get(b)!.start);
  const given: Given = { laid, there, planned: blockSpans(planned), order, silent: music.silent };
  const isLaid = (p: Placement) => laid.some((l) => l.placement.id === p.id) && there.has(p.blockId);
  const placements: Placement[] = music.placements.filter((p) => !isLaid(p));
  const blocks: ConformedBlock[] = [];
  const ids = music.placements.map(({ id }) => ({ id }));
  const newId = () => {
    const id = freePlacementId(ids);
    ids.push({ id });
    return id;
  };
  /** Where the music of the block before ends: nothing is laid over it twice. */
  let until: number = -Infinity;
  for (const [k, blockId] of order.entries()) {
    const own = laid.filter((l) => l.placement.blockId === blockId);
    let at: number = there.get(blockId)!.start;
    for (const [i, l] of own.entries()) {
      const before = own[i - 1];
      const follows = before !== undefined && l.start - before.end < ADJACENT_US;
      const start = follows ? at : Math.max(there.get(blockId)!.start + l.placement.atUs, i > 0 ? at : until);
      const run = runOf(given, l, { k, start, last: i === own.length - 1 });
      const made = run.marks.length === 0 ? asItIs(given, l, run) : layRun(given, l, run, newId);
      placements.push(...made.placements);
      blocks.push(...made.blocks);
      at = made.end;
    }
    until = Math.max(until, at);
  }
  return { music: { ...music, placements }, blocks };
}

/** What there is to bring to the film. */
interface Given {
  readonly laid: readonly LaidTrack[];
  /** Blocks as filmed and as planned. */
  readonly there: ReadonlyMap<string, Span>;
  readonly planned: ReadonlyMap<string, Span>;
  /** Blocks in the order in which they were filmed. */
  readonly order: readonly string[];
  readonly silent: readonly string[];
}

/** From where to where a track is to play on the film. */
interface Run {
  readonly start: number;
  readonly end: number;
  /** Blocks that it plays under, and where it comes to each; none: it is kept as it was laid. */
  readonly marks: readonly { readonly blockId: string; readonly from: number }[];
  /** It must last to the end, whatever its length by the plan. */
  readonly reaches: boolean;
  /** It would play on, and is stopped. */
  readonly isCut: boolean;
}

interface Made {
  readonly placements: readonly Placement[];
  readonly blocks: readonly ConformedBlock[];
  readonly end: number;
}

function runOf(
  { there, planned, order, ...given }: Given,
  l: LaidTrack,
  { k, start, last }: { readonly k: number; readonly start: number; readonly last: boolean },
): Run {
  const naturalEnd = start + meantEnd(l) - l.start;
  const endsWithBlock = Math.abs(naturalEnd - there.get(order[k]!)!.end) < ADJACENT_US;
  const onward = last && !endsWithBlock ? playsUnder(l, k, { there, planned, order, ...given }) : [];
  const onto = onward.at(-1) ?? order[k]!;
  const ownEnd = there.get(onto)!.end;
  const meant = meantEnd(l) >= (planned.get(onto)?.end ?? 0) - REACHES_US;
  const reaches = last && (meant || Math.abs(naturalEnd - ownEnd) < REACHES_US);
  const end = reaches ? ownEnd : Math.min(naturalEnd, ownEnd);
  const kept = !reaches && naturalEnd <= ownEnd && onward.length === 0;
  const under = onward.map((blockId) => ({ blockId, from: there.get(blockId)!.start }));
  const marks = kept ? [] : [{ blockId: order[k]!, from: start }, ...under.filter((m) => m.from < end)];
  return { start, end, marks, reaches, isCut: naturalEnd > end };
}

/** The same stretch at the same tempo, where it now begins. */
function asItIs({ there }: Given, { placement }: LaidTrack, { start, end }: Run): Made {
  const atUs = micros(start - there.get(placement.blockId)!.start);
  return { placements: [{ ...placement, atUs }], blocks: [], end };
}

/** A track from mark to mark, under each block from a phrase on. */
function layRun({ there }: Given, { placement, track }: LaidTrack, run: Run, newId: () => string): Made {
  const placements: Placement[] = [];
  const blocks: ConformedBlock[] = [];
  let beat = placement.atUs === 0 ? nearestPhrase(track, placement.fromBeat) : placement.fromBeat;
  let end = run.start;
  for (const [m, { blockId, from }] of run.marks.entries()) {
    const next = run.marks[m + 1];
    const wish = { exact: run.reaches || next !== undefined, was: placement };
    const { pieces, speedPpm, ends } = fitted(track, beat, (next?.from ?? run.end) - from, wish);
    end = from;
    for (const { fromBeat, beats, lengthUs } of pieces) {
      placements.push({
        ...{ id: placements.length === 0 ? placement.id : newId(), trackId: track.id, blockId },
        ...{ atUs: micros(end - there.get(blockId)!.start), fromBeat, beats, speedPpm },
        fadeInBeats: placements.length === 0 ? Math.min(placement.fadeInBeats, beats) : 0,
        fadeOutBeats: 0,
      });
      end += lengthUs;
    }
    beat = nextPhrase(track, pieces.at(-1)!);
    blocks.push({ blockId, stretch: speedPpm / AS_IT_IS_PPM - 1, ends, repeats: pieces.length - 1 });
  }
  const last = placements.at(-1)!;
  const stops = run.isCut && blocks.at(-1)!.ends === 'faded';
  const fadeOutBeats = Math.min(last.beats, Math.max(placement.fadeOutBeats, stops ? FADE_COUNTS : 0));
  return { placements: [...placements.slice(0, -1), { ...last, fadeOutBeats }], blocks, end };
}

/** Where a track was meant to end by the plan, also where there is not so much of it. */
function meantEnd({ placement: { fromBeat, beats, speedPpm }, track: { map }, start }: LaidTrack): number {
  return start + ((beatTime(map, fromBeat + beats) - beatTime(map, fromBeat)) * AS_IT_IS_PPM) / speedPpm;
}

/** The blocks after the own one that a track was laid under by the plan, in the order in which they were filmed. */
function playsUnder(l: LaidTrack, k: number, { planned, order, laid, silent }: Given): string[] {
  const on: string[] = [];
  for (const id of order.slice(k + 1)) {
    const span = planned.get(id);
    const taken = silent.includes(id) || laid.some((o) => o.placement.blockId === id);
    if (span === undefined || taken || meantEnd(l) - span.start < PLAYS_ON_US) break;
    on.push(id);
  }
  return on;
}
