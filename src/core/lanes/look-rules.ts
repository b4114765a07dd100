/** The looks there are; what they are is in `looks/`. */
export const LOOK_IDS = ['corner', 'sill', 'numeral', 'dial', 'margin', 'eights', 'beads', 'tide', 'hem'] as const;
export type LookId = (typeof LOOK_IDS)[number];

/** What a look can write in words. Each is on or off by rule and by segment. */
export const SLOTS = [
  ...(['move', 'side', 'kind', 'next', 'round', 'place', 'option', 'take', 'effort', 'done'] as const),
  ...(['caution', 'speaker', 'part', 'title'] as const),
] as const;
export type Slot = (typeof SLOTS)[number];

/** How a programme looks. */
export interface LookRules {
  readonly look: LookId;
  /** By block, where one looks otherwise. */
  readonly blocks: Readonly<Record<string, LookId>>;
  /** On the other side of the picture. */
  readonly mirrored: boolean;
  /** Block by block on the side where nobody is, where a look can stand on either. */
  readonly clear: boolean;
  /** What is said is written into the picture. */
  readonly speech: boolean;
  /** For those who stand far away: larger, the figure at least 14 % of the picture's height. */
  readonly television: boolean;
  /** A plate behind words that have none. */
  readonly plates: boolean;
  /** What is shown although the look does not, or is not although it does. */
  readonly shows: Readonly<Partial<Record<Slot, boolean>>>;
}

export const DEFAULT_LOOK: LookRules = {
  look: 'corner',
  blocks: {},
  mirrored: false,
  clear: false,
  speech: false,
  television: false,
  plates: false,
  shows: {},
};

/** The look of a segment: by hand, as its block has it, else the class's. */
export function lookOf(rules: LookRules, blockId: string, byHand: LookId | undefined): LookId {
  return byHand ?? rules.blocks[blockId] ?? rules.look;
}
