import { type Finding, finding } from '../findings/finding.ts';
import type { Board } from '../lanes/board.ts';
import type { Lanes } from '../lanes/lanes.ts';
import { type LookId, lookOf } from '../lanes/look-rules.ts';
import { overrideOf } from '../lanes/rules.ts';
import { coveredByDrawn } from '../looks/clear-side.ts';
import type { Drawn } from '../looks/drawn.ts';
import { notDrawn } from '../looks/faces.ts';
import { legibilityOf } from '../looks/legible.ts';
import { LOOKS } from '../looks/looks.ts';
import { type Style, paint } from '../looks/paint.ts';
import { groupBy } from '../script/group-by.ts';
import { type SeenBehind, greysBehind } from '../sync/seen-pictures.ts';
import { programmeTime } from '../time/micros.ts';

/**
 * What viewers could not read: words of too little contrast before the picture that is there, or, where that is not
 * known, before some picture or other, one finding a look; a look that lies over who is filmed; letters that no font of
 * the overlay has.
 */
export function lookFindings(lanes: Shown, picture: Picture, style: Style): Finding[] {
  const found = [...contrastFindings(lanes, picture, style), ...coverFindings(lanes, picture, style)];
  return [...found, ...letterFindings(lanes)].sort((a, b) => a.at - b.at);
}

type Shown = Pick<Lanes, 'timer' | 'captions' | 'boards' | 'cards'>;
interface Picture {
  readonly width: number;
  readonly height: number;
}

function contrastFindings(lanes: Shown, picture: Picture, style: Style): Finding[] {
  const { rules, overrides, behind } = style;
  const readable = new Set<string>();
  const found = new Map<LookId, Finding>();
  for (const board of lanes.boards) {
    const { segmentKey, blockId, kind } = board;
    const own = overrides.filter((o) => o.lane === 'look' && o.segmentKey === segmentKey);
    const look = lookOf(rules, blockId, overrideOf(overrides, segmentKey, 'look', 'look'));
    if (found.has(look)) continue;
    // Segments of one kind in one look are drawn alike: readable before any picture is readable before this one.
    const counted = [board.beats, board.reps, board.breaths].map((of) => of.length > 0);
    const sort = JSON.stringify([look, kind, counted, own.map((o) => [o.field, o.value])]);
    if (readable.has(sort)) continue;
    const drawn = drawnOf(lanes, board, picture, style);
    if (weakest(drawn, picture, []) === null) {
      readable.add(sort);
      continue;
    }
    const lights = behind?.get(segmentKey)?.lights ?? [];
    const isKnown = lights.length > 0;
    const weak = weakest(drawn, picture, lights);
    if (weak === null) continue;
    const plated = { ...rules, plates: true };
    const facts = { text: weak.text, look: LOOKS[look].name, isSeen: isKnown };
    const fixes = rules.plates ? [] : [{ kind: 'look', label: 'A plate behind its words', look: plated } as const];
    const place = { clock: 'programme', severity: 'alarm', segmentKey, at: programmeTime(weak.start) } as const;
    const sure = { certainty: isKnown ? 0.9 : 1, fixes };
    const { contrast, wanted } = weak;
    found.set(look, finding('low-contrast', { ...facts, contrast, wanted }, { ...place, ...sure }));
  }
  return [...found.values()];
}

/** What is drawn of one segment, its first figure for all. */
function drawnOf(lanes: Shown, board: Board, picture: Picture, style: Style): Drawn[] {
  const { segmentKey } = board;
  const of = {
    boards: [board],
    timer: lanes.timer.filter((t) => t.segmentKey === segmentKey).slice(0, 1),
    captions: lanes.captions.filter((c) => c.segmentKey === segmentKey),
    cards: [],
  };
  return paint(of, picture, style);
}

/** The text that is told apart worst from what is behind it, below what it wants; null: all can be read. */
function weakest(drawn: readonly Drawn[], { width, height }: Picture, lights: SeenBehind['lights']) {
  const behindOf = ({ x, y, w, h }: { x: number; y: number; w: number; h: number }) =>
    greysBehind(lights, { left: x / width, right: (x + w) / width, top: y / height, bottom: (y + h) / height });
  return (
    legibilityOf(drawn, height, behindOf)
      .filter((l) => l.contrast < l.wanted)
      .sort((a, b) => a.contrast / a.wanted - b.contrast / b.wanted)[0] ?? null
  );
}

/** The first of each sort: sides are taken block by block. */
function firstOfEach<T>(all: readonly T[], sortOf: (one: T) => string): T[] {
  return [...groupBy(all, sortOf).values()].map(([first]) => first!);
}

/** A look that covers more of somebody than this is in the way. */
const MOST_COVERED = 0.15;

/** Blocks in which the look lies over who is filmed, where it could stand on the other side; one finding for all. */
function coverFindings(lanes: Shown, picture: Picture, style: Style): Finding[] {
  const { rules, behind, overrides } = style;
  if (behind === undefined || rules.clear) return [];
  const clear = { ...style, rules: { ...rules, clear: true } };
  const worst = firstOfEach(lanes.boards, ({ blockId, kind }) => `${blockId} ${kind}`)
    .flatMap((board) => {
      const people = behind.get(board.segmentKey)?.people ?? [];
      const byHand = overrideOf(overrides, board.segmentKey, 'look', 'mirrored') !== undefined;
      if (people.length === 0 || byHand) return [];
      const covered = (of: Style) => coveredByDrawn(drawnOf(lanes, board, picture, of), people, picture);
      const now = covered(style);
      return now <= MOST_COVERED ? [] : [{ board, now, then: covered(clear) }];
    })
    .filter(({ now, then }) => then < now / 2)
    .sort((a, b) => b.now - a.now)[0];
  if (worst === undefined) return [];
  const { board, now, then } = worst;
  const fixes = [{ kind: 'look', label: 'Block by block where nobody stands', look: clear.rules }] as const;
  const place = { clock: 'programme', at: board.start, segmentKey: board.segmentKey, certainty: 0.7, fixes } as const;
  return [finding('look-on-person', { now, otherSide: then, most: MOST_COVERED }, place)];
}

function letterFindings({ captions, cards }: Pick<Lanes, 'captions' | 'cards'>): Finding[] {
  const texts = [
    ...captions.map((c) => ({ ...c, all: `${c.heading} ${c.text}` })),
    ...cards.map((c) => ({ ...c, all: `${c.heading} ${c.title} ${c.line}` })),
  ];
  return texts.flatMap(({ segmentKey, start, all }): Finding[] => {
    const letters = notDrawn(all, 'bold');
    const place = { clock: 'programme', severity: 'alarm', segmentKey, at: start } as const;
    return letters.length === 0 ? [] : [finding('letters-not-drawn', { letters }, place)];
  });
}
