import type { Logo } from '../core/looks/look.ts';
import { NoLogo, readSvgLogo } from '../formats/svg-logo/svg-logo-reader.ts';
import { Refusal } from './refusal.ts';

/** A mark as the overlay draws it, from an SVG. Nothing is kept: the brand is set with it. */
export function logoFrom(svg: string, name: string): Logo {
  try {
    return readSvgLogo(svg, name);
  } catch (error) {
    if (error instanceof NoLogo) throw new Refusal(422, error.message);
    throw error;
  }
}
