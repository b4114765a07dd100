import type { Side } from '../../../core/merge/merge-fields.ts';

/** Something that was changed here and elsewhere; theirs stands until a person chooses. */
export interface Clash {
  readonly key: string;
  readonly place: string;
  readonly mine: string;
  readonly theirs: string;
}

export interface Conflict {
  readonly id: string;
  /** What was changed, for a heading. */
  readonly what: string;
  readonly clashes: readonly Clash[];
  /** Lays the chosen ones of mine over what there is now; one step of undo. */
  readonly choose: (choices: ReadonlyMap<string, Side>) => void;
}
