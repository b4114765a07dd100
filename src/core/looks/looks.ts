import type { LookId } from '../lanes/look-rules.ts';
import { BEADS } from './catalogue/beads.ts';
import { CORNER } from './catalogue/corner.ts';
import { DIAL } from './catalogue/dial.ts';
import { EIGHTS } from './catalogue/eights.ts';
import { HEM } from './catalogue/hem.ts';
import { MARGIN } from './catalogue/margin.ts';
import { NUMERAL } from './catalogue/numeral.ts';
import { SILL } from './catalogue/sill.ts';
import { TIDE } from './catalogue/tide.ts';
import type { Look } from './look.ts';

/** All looks, different in idea and not in colour. */
export const LOOKS: Readonly<Record<LookId, Look>> = {
  corner: CORNER,
  sill: SILL,
  numeral: NUMERAL,
  dial: DIAL,
  margin: MARGIN,
  eights: EIGHTS,
  beads: BEADS,
  tide: TIDE,
  hem: HEM,
};
