import { DEFAULT_LOOK, type LookId, type LookRules } from './look-rules.ts';
import { type Length, type Micros, fromSeconds } from '../time/micros.ts';

/** What is drawn and written for the whole class, unless a segment has an override. */
export interface LaneRules {
  readonly timer: { readonly on: boolean; readonly direction: 'down' | 'up'; readonly inBreaks: boolean };
  readonly caption: {
    readonly on: boolean;
    readonly inAfterUs: Length;
    readonly outBeforeUs: Length;
    readonly nextInBreaks: boolean;
  };
  readonly chapter: { readonly by: 'blocks' | 'moves' };
  readonly look: LookRules;
}

export const DEFAULT_RULES: LaneRules = {
  timer: { on: true, direction: 'down', inBreaks: true },
  caption: { on: true, inAfterUs: fromSeconds(0.5), outBeforeUs: fromSeconds(0), nextInBreaks: true },
  chapter: { by: 'blocks' },
  look: DEFAULT_LOOK,
};

/** A hand-made change to one field of one segment's lane. It names the segment, so it survives a change of timing. */
export type Override =
  | { readonly segmentKey: string; readonly lane: 'timer'; readonly field: 'show'; readonly value: boolean }
  | { readonly segmentKey: string; readonly lane: 'timer'; readonly field: 'direction'; readonly value: 'down' | 'up' }
  | { readonly segmentKey: string; readonly lane: 'caption'; readonly field: 'show'; readonly value: boolean }
  | { readonly segmentKey: string; readonly lane: 'caption'; readonly field: 'text'; readonly value: string }
  | {
      readonly segmentKey: string;
      readonly lane: 'caption';
      readonly field: 'inAfterUs' | 'outBeforeUs';
      readonly value: Micros;
    }
  /** Another look; on the other side; a plate behind its words. */
  | { readonly segmentKey: string; readonly lane: 'look'; readonly field: 'look'; readonly value: LookId }
  | {
      readonly segmentKey: string;
      readonly lane: 'look';
      readonly field: 'mirrored' | 'plates';
      readonly value: boolean;
    }
  | { readonly segmentKey: string; readonly lane: 'chapter'; readonly field: 'show'; readonly value: boolean }
  | { readonly segmentKey: string; readonly lane: 'chapter'; readonly field: 'title'; readonly value: string }
  /** So much after its segment begins, or before it. */
  | { readonly segmentKey: string; readonly lane: 'chapter'; readonly field: 'shiftUs'; readonly value: Micros };

/** A chapter that is further away belongs to another segment. */
export const MOST_CHAPTER_SHIFT_US = fromSeconds(10);

type FieldValue<L extends Override['lane'], F> = Extract<Override, { lane: L; field: F }>['value'];

/** The override of a field, or undefined where the rule holds. */
export function overrideOf<L extends Override['lane'], F extends Extract<Override, { lane: L }>['field']>(
  overrides: readonly Override[],
  segmentKey: string,
  lane: L,
  field: F,
): FieldValue<L, F> | undefined {
  return overrides.find((o) => o.segmentKey === segmentKey && o.lane === lane && o.field === field)?.value as
    FieldValue<L, F> | undefined;
}
