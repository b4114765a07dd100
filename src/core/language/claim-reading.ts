/**
 * What a claim says, as read from its words alone: the same in every language. `loosely`: the words may as well mean
 * something else (`nearly halfway`, `shake it out for ten seconds`), so they are never held against the speaker.
 */
export type ClaimBody =
  | { readonly type: 'seconds-left'; readonly seconds: number; readonly atMost?: true }
  | { readonly type: 'half-way'; readonly of: 'interval' | 'round' | 'class'; readonly loosely?: true }
  | {
      readonly type: 'moves-left';
      readonly left: number;
      readonly unit: 'move' | 'interval' | 'round' | 'any';
      readonly afterThis: boolean;
      readonly inRound?: true;
    }
  | { readonly type: 'round'; readonly round: number; readonly past: boolean }
  | {
      readonly type: 'length';
      readonly seconds: number;
      readonly of: 'work' | 'rest' | 'class';
      readonly loosely?: true;
    }
  | { readonly type: 'next-up'; readonly label: string }
  | { readonly type: 'side'; readonly side: 'left' | 'right'; readonly next: boolean }
  | { readonly type: 'position'; readonly positions: readonly string[] }
  /** `here`: said of one move alone, `no weights for this one`. */
  | { readonly type: 'equipment'; readonly item: string; readonly needed: boolean; readonly here?: true }
  | { readonly type: 'count'; readonly reps: number };

/** A claim that begins at a word, without its place. */
export interface Reading {
  readonly body: ClaimBody;
  /** How many words the claim takes, from the one it begins at. */
  readonly length: number;
  /** How many words before that one belong to it, too. */
  readonly before?: number;
}
