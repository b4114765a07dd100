/** A word as algorithms compare it: as it was written, and lower case without accents and marks. */
export interface SaidWord {
  readonly text: string;
  readonly norm: string;
}

/** The normalised words around one, by their distance from it; undefined where none stands within the same phrase. */
export type Near = (k: number) => string | undefined;
