import type { Finding } from '../findings/finding.ts';
import type { Lanes } from '../lanes/lanes.ts';
import { type LookId, lookOf } from '../lanes/look-rules.ts';
import { overrideOf } from '../lanes/rules.ts';
import { notDrawn } from '../looks/faces.ts';
import { legibilityOf } from '../looks/legible.ts';
import { LOOKS } from '../looks/looks.ts';
import { type Style, paint } from '../looks/paint.ts';
import { micros } from '../time/micros.ts';

const CONTRAST_SOURCE = 'WCAG 2.2, 1.4.3';

/**
 * What viewers could not read: words of too little contrast before some picture or other, one finding a look; letters
 * that no font of the overlay has.
 */
export function lookFindings(
  lanes: Pick<Lanes, 'timer' | 'captions' | 'boards' | 'cards'>,
  picture: { readonly width: number; readonly height: number },
  style: Style,
): Finding[] {
  return [...contrastFindings(lanes, picture, style), ...letterFindings(lanes)].sort((a, b) => a.at - b.at);
}

function contrastFindings(
  lanes: Pick<Lanes, 'timer' | 'captions' | 'boards'>,
  picture: { readonly width: number; readonly height: number },
  style: Style,
): Finding[] {
  const { rules, overrides } = style;
  const looked = new Set<string>();
  const found = new Map<LookId, Finding>();
  for (const board of lanes.boards) {
    const { segmentKey, blockId, kind } = board;
    const own = overrides.filter((o) => o.lane === 'look' && o.segmentKey === segmentKey);
    const look = lookOf(rules, blockId, overrideOf(overrides, segmentKey, 'look', 'look'));
    // Segments of one kind in one look are drawn alike.
    const counted = [board.beats, board.reps, board.breaths].map((of) => of.length > 0);
    const sort = JSON.stringify([look, kind, counted, own.map((o) => [o.field, o.value])]);
    if (looked.has(sort) || found.has(look)) continue;
    looked.add(sort);
    const of = {
      boards: [board],
      timer: lanes.timer.filter((t) => t.segmentKey === segmentKey).slice(0, 1),
      captions: lanes.captions.filter((c) => c.segmentKey === segmentKey),
      cards: [],
    };
    const weak = legibilityOf(paint(of, picture, style), picture.height)
      .filter((l) => l.contrast < l.wanted)
      .sort((a, b) => a.contrast / a.wanted - b.contrast / b.wanted)[0];
    if (weak === undefined) continue;
    const plated = { ...rules, plates: true };
    found.set(look, {
      rule: 'low-contrast',
      severity: 'alarm',
      segmentKey,
      clock: 'programme',
      at: weak.start,
      says: `“${weak.text}” in the look ${LOOKS[look].name} is hard to read before some pictures.`,
      measured: `${weak.contrast.toFixed(1)} : 1`,
      wanted: `${weak.wanted} : 1`,
      source: CONTRAST_SOURCE,
      certainty: 1,
      mends: rules.plates ? [] : [{ kind: 'look', label: 'A plate behind its words', look: plated }],
    });
  }
  return [...found.values()];
}

function letterFindings({ captions, cards }: Pick<Lanes, 'captions' | 'cards'>): Finding[] {
  const texts = [
    ...captions.map((c) => ({ ...c, all: `${c.heading} ${c.text}` })),
    ...cards.map((c) => ({ ...c, all: `${c.heading} ${c.title} ${c.line}` })),
  ];
  return texts.flatMap(({ segmentKey, start, all }): Finding[] => {
    const missing = notDrawn(all, 'bold');
    if (missing.length === 0) return [];
    return [
      {
        rule: 'letters-not-drawn',
        severity: 'alarm',
        segmentKey,
        clock: 'programme',
        at: micros(start),
        says: `The overlay has no letters for ${missing.slice(0, 8).join(' ')}: they are drawn as boxes.`,
        measured: `${missing.length} ${missing.length === 1 ? 'letter' : 'letters'}`,
        wanted: 'Latin, Greek or Cyrillic',
        source: 'the fonts of the overlay',
        certainty: 1,
        mends: [],
      },
    ];
  });
}
