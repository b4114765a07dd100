import type { Drawn } from './drawn.ts';
import { FACES, widthOf } from './faces.ts';
import type { BrandType, Face } from './look.ts';

/** For each type of brand, the faces that replace those that looks are designed in. */
const TYPES: Readonly<Record<BrandType, Partial<Record<Face, Face>>>> = {
  house: {},
  plain: { text: 'plain', bold: 'plain-bold', figures: 'plain-bold', display: 'plain-bold' },
  strong: { bold: 'display', figures: 'display' },
};

/**
 * The same in a brand's type. Each text keeps its place and its room: it is as high as before, and smaller only where
 * it would be wider than it was laid out.
 */
export function inType(drawn: readonly Drawn[], type: BrandType): readonly Drawn[] {
  const faces = TYPES[type];
  if (type === 'house') return drawn;
  return drawn.map((one): Drawn => {
    const face = one.kind === 'text' ? faces[one.face] : undefined;
    if (one.kind !== 'text' || face === undefined) return one;
    const [before, after] = [FACES[one.face][0]!, FACES[face][0]!];
    const alike = (one.em * before.digitHeight) / after.digitHeight;
    const em = Math.min(alike, one.w / Math.max(0.01, widthOf(one.text, face)));
    return { ...one, face, em, w: widthOf(one.text, face) * em };
  });
}
