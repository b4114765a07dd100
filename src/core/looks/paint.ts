import type { Board } from '../lanes/board.ts';
import type { CaptionEvent } from '../lanes/caption.ts';
import type { Lanes } from '../lanes/lanes.ts';
import { type LookRules, type Slot, lookOf } from '../lanes/look-rules.ts';
import { type Override, overrideOf } from '../lanes/rules.ts';
import type { TimerTick } from '../lanes/timer.ts';
import { groupBy } from '../script/group-by.ts';
import type { Span } from '../time/span.ts';
import type { Drawn } from './drawn.ts';
import { type Frame, layOut } from './layout.ts';
import { type Content } from './sizes.ts';
import { type Wording, wordingOf } from '../lanes/wording.ts';
import { type Brand, type Look, type Placed, shapeOf, unitOf } from './look.ts';
import type { SeenBehind } from '../sync/seen-pictures.ts';
import { inType } from './brand-type.ts';
import { clearSides, coveredOf, sideOf } from './clear-side.ts';
import { notesBeside } from './notes.ts';
import { paintLogo } from './paint-logo.ts';
import { type Laid, paintSpeech } from './paint-speech.ts';
import { LOOKS } from './looks.ts';
import { withPlates } from './parts.ts';
import { isDrawable } from './faces.ts';
import { paintCards } from './paint-cards.ts';
import { paintBox } from './paint-part.ts';
import { type State } from './paint-text.ts';
import { figureWords } from './figure-words.ts';

/** How a programme is drawn: by which rules, in whose colours. */
export interface Style {
  readonly rules: LookRules;
  readonly overrides: readonly Override[];
  readonly brand: Brand;
  /** What the recordings show behind each segment; left out: it is not known. */
  readonly behind?: ReadonlyMap<string, SeenBehind>;
}

/**
 * All that is drawn over the picture, on programme time: the timer, the captions and what else the look shows, and
 * cards. Where what is written changes, a segment is laid out anew; nothing else moves. Pure.
 */
export function paint(
  { timer, captions, boards, cards, speech = [] }: Shown,
  { width, height }: { readonly width: number; readonly height: number },
  style: Style,
): Drawn[] {
  const { rules, overrides, brand, behind } = style;
  const shape = shapeOf(width, height, rules.television);
  const frame: Frame = { width, height, unit: unitOf(width, height, shape) };
  const ticksOf = groupBy(timer, (t) => t.segmentKey);
  const captionOf = new Map(captions.map((c) => [c.segmentKey, c]));
  const wording = wordingOf(brand);
  const segments = boards.flatMap((board): Segment[] => {
    const ticks = ticksOf.get(board.segmentKey) ?? [];
    const caption = captionOf.get(board.segmentKey) ?? null;
    if (ticks.length === 0 && caption === null) return [];
    const key = board.segmentKey;
    const look = LOOKS[lookOf(rules, board.blockId, overrideOf(overrides, key, 'look', 'look'))];
    const plates = overrideOf(overrides, key, 'look', 'plates') ?? rules.plates;
    const placed = plates ? withPlates(look.layout[shape]) : look.layout[shape];
    const states = statesOf(board, caption, ticks, { on: slotsOf(look, rules), wording });
    return [{ ...board, placed, states }];
  });
  const boxesOf = ({ placed }: Segment, { content }: Painted, mirrored: boolean) => {
    const boxes = layOut(placed, content, frame, mirrored);
    return [...boxes, ...notesBeside(boxes, content, frame, mirrored)];
  };
  const sides =
    !rules.clear || behind === undefined
      ? new Map<string, boolean>()
      : clearSides(segments, rules.mirrored, (segment, mirrored) => {
          const people = behind.get(segment.segmentKey)?.people ?? [];
          const [state] = segment.states;
          return state === undefined ? 0 : coveredOf(boxesOf(segment, state, mirrored), people, frame);
        });
  const laid: Laid[] = [];
  const drawn = segments.flatMap((segment) => {
    const mirrored = sideOf(segment, { mirrored: rules.mirrored, sides, overrides });
    return segment.states.flatMap((state) => {
      const boxes = boxesOf(segment, state, mirrored);
      laid.push({ start: state.start, end: state.end, boxes });
      return boxes.flatMap((box, i) => paintBox(box, i, { ...state, frame, brand, mirrored }));
    });
  });
  const readable = speech.filter((s) => isDrawable(s.text, 'text'));
  const said = rules.speech ? paintSpeech(readable, laid, { frame, brand, television: rules.television }) : [];
  const all = [...drawn, ...paintLogo(brand, laid, cards, frame), ...paintCards(cards, frame, brand), ...said];
  return [...inType(all, brand.type)];
}

/** What is shown along a programme; `speech`: captions of what is said. */
type Shown = Pick<Lanes, 'timer' | 'captions' | 'boards' | 'cards'> & Partial<Pick<Lanes, 'speech'>>;

/** A segment with the parts that it is drawn in, state by state. */
interface Segment extends Board {
  readonly placed: readonly Placed[];
  readonly states: readonly Painted[];
}

/** What a look shows, as the rules have it. */
export function slotsOf(look: Look, { shows }: LookRules): (slot: Slot) => boolean {
  return (slot) => shows[slot] ?? look.shows.includes(slot);
}

type Painted = Pick<State, 'board' | 'ticks' | 'start' | 'end'> & { readonly content: Content };

/** The spans of a segment in which the same is written. Words of which no letter can be drawn leave no empty plate. */
function statesOf(
  board: Board,
  caption: CaptionEvent | null,
  ticks: readonly TimerTick[],
  { on, wording }: { readonly on: (slot: Slot) => boolean; readonly wording: Wording },
): Painted[] {
  const wanted: (Span & { readonly slot: Slot; readonly text: string })[] = board.words.filter((w) => on(w.slot));
  if (caption !== null) {
    const { start, end } = caption;
    if (on('move')) wanted.push({ slot: 'move', text: caption.text, start, end });
    if (on('side') && caption.heading !== '') wanted.push({ slot: 'side', text: caption.heading, start, end });
  }
  const words = wanted.filter((w) => isDrawable(w.text, 'text'));
  const edges = [...new Set([board.start, board.end, ...words.flatMap((w) => [w.start, w.end])])]
    .filter((t) => t >= board.start && t <= board.end)
    .sort((a, b) => a - b);
  const figure = ticks.length === 0 ? null : widest(ticks);
  return edges.slice(1).flatMap((end, i) => {
    const start = edges[i]!;
    const now = words.filter((w) => w.start <= start && w.end >= end);
    const content: Content = {
      words: new Map(now.map((w) => [w.slot, w.text])),
      figure,
      counts: board.beats.length === 0 ? 0 : board.beats[0]!.of,
      reps: board.reps.length,
      breathes: board.breaths.length > 0,
      done: on('done'),
      coming: board.coming,
      wording,
    };
    // Before its caption comes, a segment without a timer has nothing on screen but its kind.
    const empty = figure === null && !now.some((w) => w.slot === 'move' || w.slot === 'side');
    return empty ? [] : [{ board, ticks, start, end, content }];
  });
}

/** The figure that needs the most room. */
function widest(ticks: readonly TimerTick[]): string {
  return ticks.map((t) => figureWords(t.value)).reduce((a, b) => (b.length > a.length ? b : a));
}
