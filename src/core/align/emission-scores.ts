import { type Segment, isActive, nextActive } from '../plan/segment.ts';
import type { Heard } from '../calls/detect-calls.ts';

/** The grid that a search runs on: cell c stands for take time c * stepUs. */
export interface Grid {
  readonly stepUs: number;
  readonly cells: number;
}

/** What beginning, ending, having its middle at a cell, or covering cells earns a segment. Log-likelihood-like points. */
export interface Rewards {
  readonly start: Float32Array;
  readonly end: Float32Array;
  /** At half cells: index is start + end. */
  readonly middle: Float32Array | null;
  /** Prefix sums; covering [a, b) earns inside[b] - inside[a]. */
  readonly inside: Float32Array;
}

/** Points of each kind of evidence and how far, in seconds, people are off with it. Found by trying on synthesised classes. */
const WEIGHT = {
  countdownEnd: [3.2, 0.35],
  breakCountdownEnd: [1.6, 0.5],
  timeLeft: [2, 0.9],
  half: [1.6, 1.6],
  restWord: [2.4, 0.8],
  goWord: [1.2, 0.8],
  switchWord: [1.8, 1.4],
  sideWord: [1.8, 1.6],
  nameStart: [3.4, 1.2],
  firstWord: [1.5, 1],
  lastWord: [1, 3],
  beep: [3, 0.2],
  clap: [0.6, 0.8],
  level: [0.9, 1.2],
} as const satisfies Readonly<Record<string, readonly [points: number, spreadS: number]>>;
const NAME_INSIDE = 0.9;
const WATER_INSIDE = 2.5;
const ROUND_INSIDE = 1.2;
/** A next-up call stands at most this long before its move (common practice: inside the break or up to 10 s before it). */
const NEXT_REACH_S = 26;
const NEXT_POINTS = 1.6;
const WRONG_SIDE_FACTOR = 0.55;

/** After the last word people wave and catch their breath. */
const WAVING_US = 3e6;

/** A call may be said so many times for each change before it counts less. */
const OFTEN = 1.5;

/** What speaks against a break or talk: calls that belong to an interval are heard inside it. */
const AGAINST_WAITING = { 'half-word': -2, countdown: -0.8, 'time-left': -0.8 } as const;
/** What time beyond the plan earns by what is heard in it: somebody is doing a move there. */
const BEYOND = { name: 1.3, 'half-word': 0.8, countdown: 0.6, 'time-left': 0.4 } as const;

/** Names that come thicker than this are talk about moves, not moves. */
const BEYOND_NAME_US = 10e6;

/** Prefix sums of what time beyond the plan earns. */
export function beyondRewards(heard: readonly Heard[], grid: Grid): Float32Array {
  let last = -Infinity;
  return prefix(
    marks(heard, grid, BEYOND, (h) => {
      if (h.kind !== 'name') return true;
      if (h.next || h.at - last < BEYOND_NAME_US) return false;
      last = h.at;
      return true;
    }),
  );
}

/** What speaks against a time before the class or after it: somebody is leading there. */
const LEADING = {
  countdown: 1,
  'rest-word': 0.6,
  'half-word': 0.6,
  'time-left': 0.6,
  'go-word': 0.3,
  name: 0.4,
} as const;

/** Prefix sums of what time before the class and after it costs. */
export function edgeCosts(heard: readonly Heard[], grid: Grid): Float32Array {
  return prefix(marks(heard, grid, LEADING, (h) => h.kind !== 'name' || !h.next));
}

/** Rewards for every segment; segments that want the same share their arrays. Class and talk begin and end with their first and last word. */
export function rewardsFor(
  segments: readonly Segment[],
  heard: readonly Heard[],
  grid: Grid,
  firstWordUs: number | null,
  lastWord: { readonly end: number; readonly sigma: number } | null = null,
): Rewards[] {
  const cells = grid.cells + 1;
  const at = (us: number) => us / grid.stepUs;
  const bump = (
    array: Float32Array,
    us: number,
    sigmaUs: number,
    [points, spreadS]: readonly [number, number],
    factor = 1,
    scale = 1,
  ) => {
    const spread = Math.max(0.6, Math.hypot(sigmaUs, spreadS * 1e6) / grid.stepUs);
    // Uncertain words say less: the points fall with the square root of the spread.
    const height = points * factor * Math.min(1, Math.sqrt((spreadS * 1e6) / (spread * grid.stepUs)) * 1.15);
    const centre = at(us) * scale;
    const width = spread * scale;
    for (let c = Math.max(0, Math.ceil(centre - 3 * width)); c <= Math.min(array.length - 1, centre + 3 * width); c++) {
      array[c] = (array[c] as number) + height * Math.exp(-(((c - centre) / width) ** 2) / 2);
    }
  };
  const boundaries = segments.filter(isActive).length + 1;
  const make = (kind: Heard['kind'], weight: readonly [number, number]) => {
    const array = new Float32Array(cells);
    const all = heard.filter((h) => h.kind === kind);
    // What is said far more often than there are changes for it is a habit or a song, and says less.
    const habit = Math.min(1, (boundaries * OFTEN) / Math.max(1, all.length));
    for (const h of all)
      bump(array, h.at, h.sigma, weight, habit * (h.kind === 'rest-word' || h.kind === 'beep' ? h.strength : 1));
    return array;
  };
  const countdown = make('countdown', WEIGHT.countdownEnd);
  const breakCountdown = make('countdown', WEIGHT.breakCountdownEnd);
  const rest = make('rest-word', WEIGHT.restWord);
  const go = make('go-word', WEIGHT.goWord);
  const switching = make('switch-word', WEIGHT.switchWord);
  // Sounds mark changes of every kind: they count for what begins and, half, for what ends there.
  for (const kind of ['beep', 'clap', 'level'] as const) {
    if (!heard.some((h) => h.kind === kind)) continue;
    const marked = make(kind, WEIGHT[kind]);
    for (const array of [rest, go])
      for (let c = 0; c < cells; c++) array[c] = (array[c] as number) + (marked[c] as number);
    for (const array of [countdown, breakCountdown])
      for (let c = 0; c < cells; c++) array[c] = (array[c] as number) + (marked[c] as number) * 0.5;
  }
  const none = new Float32Array(cells);
  const middle = new Float32Array(cells * 2);
  for (const h of heard) {
    if (h.kind === 'half-word') bump(middle, h.at, h.sigma, WEIGHT.half, 1, 2);
    if (h.kind === 'time-left') bump(countdown, h.at + h.leftUs, h.sigma, WEIGHT.timeLeft);
  }
  const water = prefix(marks(heard, grid, { ...AGAINST_WAITING, 'water-word': WATER_INSIDE }));
  const talk = prefix(marks(heard, grid, AGAINST_WAITING));
  const resting = prefix(marks(heard, grid, { 'half-word': AGAINST_WAITING['half-word'] }));
  const names = new Map<string, Rewards>();
  const forName = (segment: Segment): Rewards => {
    const id = `${segment.label}|${segment.side}|${segment.rounds > 1 ? segment.round : 0}`;
    const known = names.get(id);
    if (known !== undefined) return known;
    const start = go.slice();
    const inside = new Float32Array(cells);
    for (const h of heard) {
      if (
        h.kind === 'round-word' &&
        segment.rounds > 1 &&
        (h.round === 'last' ? segment.rounds : h.round) === segment.round
      ) {
        for (let c = Math.floor(at(h.at)); c < Math.min(cells, at(h.at) + 20e6 / grid.stepUs); c++)
          start[c] = (start[c] as number) + ROUND_INSIDE / 4;
      }
      if (h.kind === 'side-word' && h.side === segment.side) bump(start, h.at - 0.8e6, h.sigma, WEIGHT.sideWord);
      if (h.kind !== 'name' || h.label !== segment.label) continue;
      const factor =
        h.score *
        (h.side !== null && (segment.side === 'left' || segment.side === 'right') && h.side !== segment.side
          ? WRONG_SIDE_FACTOR
          : 1);
      if (h.next) {
        const [from, to] = [at(h.at - h.sigma), at(h.at + NEXT_REACH_S * 1e6 + h.sigma)];
        for (let c = Math.max(0, Math.ceil(from)); c <= Math.min(cells - 1, to); c++)
          start[c] = (start[c] as number) + NEXT_POINTS * factor;
      } else {
        bump(start, h.at - 0.4e6, h.sigma, WEIGHT.nameStart, factor);
        const c = Math.min(cells - 1, Math.max(0, Math.round(at(h.at))));
        inside[c] = (inside[c] as number) + NAME_INSIDE * factor;
      }
    }
    const made: Rewards = { start, end: countdown, middle, inside: prefix(inside) };
    names.set(id, made);
    return made;
  };
  const first = none.slice();
  if (firstWordUs !== null) bump(first, firstWordUs - 0.3e6, 0, WEIGHT.firstWord);
  const last = none.slice();
  if (lastWord !== null) bump(last, lastWord.end + WAVING_US, lastWord.sigma, WEIGHT.lastWord);
  return segments.map((segment, i) => {
    if (isActive(segment)) return forName(segment);
    const leads = nextActive(segments, i);
    const switches = segment.kind === 'change-over' && leads !== null && leads.moveId === segment.moveId;
    const start = i === 0 ? first : segment.kind === 'rest' ? rest : switches ? switching : none;
    return {
      start,
      end:
        segment.kind === 'rest' || segment.kind === 'change-over'
          ? breakCountdown
          : i === segments.length - 1
            ? last
            : none,
      middle: null,
      inside: segment.kind === 'water' ? water : segment.kind === 'talk' ? talk : resting,
    };
  });
}

/** Points at the cells where things of some kinds were heard. */
function marks(
  heard: readonly Heard[],
  grid: Grid,
  points: Partial<Record<Heard['kind'], number>>,
  keep: (h: Heard) => boolean = () => true,
): Float32Array {
  const array = new Float32Array(grid.cells + 1);
  for (const h of heard) {
    const cell = Math.round(h.at / grid.stepUs);
    if (cell >= 0 && cell < array.length && keep(h)) array[cell] = (array[cell] as number) + (points[h.kind] ?? 0);
  }
  return array;
}

function prefix(values: Float32Array): Float32Array {
  const sums = new Float32Array(values.length);
  for (let c = 1; c < values.length; c++) sums[c] = (sums[c - 1] as number) + (values[c - 1] as number);
  return sums;
}
