import type { LookId, Slot } from '../lanes/look-rules.ts';
import type { LanguageCode } from '../language/languages.ts';
import type { Wording } from '../lanes/wording.ts';

/** The faces that a look is set in; which fonts they are is in `faces.ts`. */
export type Face = 'text' | 'bold' | 'figures' | 'display' | 'plain' | 'plain-bold';

/** Types of a brand: as looks were designed, plain letters throughout, strong ones for names and figures. */
export const BRAND_TYPES = ['house', 'plain', 'strong'] as const;
export type BrandType = (typeof BRAND_TYPES)[number];

/** What colours stand for. The brand says what they are; `kind` is the colour of the kind of segment. */
const TINTS = ['ink', 'paper', 'accent', 'kind'] as const;
export type Tint = (typeof TINTS)[number];

/** The shapes of a picture that every look is laid out for. */
export const SHAPES = ['wide', 'tall', 'square', 'television'] as const;
export type Shape = (typeof SHAPES)[number];

/** What lies behind a part: a filled rectangle with round corners. `alpha` is how much it covers, 0 to 1. */
export interface Plate {
  readonly tint: Tint;
  readonly alpha: number;
  /** Of its corners, in units; null: as the brand has it. */
  readonly radius: number | null;
  /** A strip along its left edge, in the colour of the kind. */
  readonly strip?: true;
  /** What is left of the segment, along its upper edge. */
  readonly timed?: true;
}

/** Inside a plate: left and right, top and bottom, in units. */
type Padding = readonly [sides: number, ends: number];

/**
 * One part of a look. Sizes are in units: a picture has 360 of them over its height where it is wide (`unitOf`). Parts
 * that have nothing to show take no room.
 */
export type Part =
  | {
      readonly kind: 'row' | 'column';
      readonly of: readonly Part[];
      readonly gap?: number;
      /** Across its direction. */
      readonly align?: 'start' | 'middle' | 'end';
      /** `apart`: what is left over stands between the first and the others. */
      readonly spread?: 'together' | 'apart';
      readonly plate?: Plate;
      readonly pad?: Padding;
      /** Its width in units, or all that there is; left out: as wide as what is in it. */
      readonly width?: number | 'all';
      /** At most so wide, in units. */
      readonly most?: number;
      /** At least so high, in units, or as high as all there is. */
      readonly height?: number | 'all';
    }
  | {
      readonly kind: 'words';
      readonly slot: Slot | readonly Slot[];
      /** Height of an em, in units. */
      readonly size: number;
      readonly face: Face;
      readonly tint: Tint;
      /** At most so many rows; what is longer is set smaller until it fits. */
      readonly rows: number;
      /** A line round every letter, in ink on paper and paper on ink. */
      readonly outlined?: boolean;
      readonly align?: 'start' | 'middle' | 'end';
    }
  /** The time, its figures so many units high. */
  | {
      readonly kind: 'figure';
      readonly size: number;
      readonly face: Face;
      readonly tint: Tint;
      readonly outlined?: boolean;
      readonly align?: 'start' | 'middle' | 'end';
    }
  /** What is left of the segment, or what is done of the class. */
  | {
      readonly kind: 'bar';
      readonly of: 'segment' | 'class';
      readonly height: number;
      readonly width: number | 'all';
      readonly tint: Tint;
    }
  /** The same as a turning edge, the time in its middle. */
  | { readonly kind: 'dial'; readonly radius: number; readonly edge: number; readonly figure: number }
  /** Counts of the phrase in rows of eight. */
  | { readonly kind: 'eights'; readonly cell: readonly [width: number, height: number]; readonly gap: number }
  /** Repetitions, one dot each, and how many of how many. */
  | { readonly kind: 'beads'; readonly radius: number; readonly gap: number; readonly most: number }
  /** Along the lower edge: it swells and falls with the breath, else it falls while the segment goes. */
  | { readonly kind: 'tide'; readonly low: number; readonly high: number; readonly tint: Tint; readonly alpha: number }
  /** `in` and `out`, as the breath goes. */
  | {
      readonly kind: 'breath';
      readonly size: number;
      readonly face: Face;
      readonly tint: Tint;
      readonly outlined?: boolean;
    }
  /** This move and what comes, one under the other. */
  | { readonly kind: 'agenda'; readonly rows: number; readonly size: number }
  /** The first of these that has something to show. */
  | { readonly kind: 'either'; readonly of: readonly Part[] };

/** Where a part stands. */
const CORNERS = [
  'top-left',
  'top',
  'top-right',
  'left',
  'middle',
  'right',
  'bottom-left',
  'bottom',
  'bottom-right',
] as const;
export type Corner = (typeof CORNERS)[number];

export interface Placed {
  readonly at: Corner;
  /** `safe`: inside the middle 90 % of the picture; `edge`: out to its edge, its words stay inside. */
  readonly within: 'safe' | 'edge';
  readonly part: Part;
}

/** A look: what stands where, in which size, type and colour. */
export interface Look {
  readonly id: LookId;
  readonly name: string;
  /** Its idea, in a few words. */
  readonly idea: string;
  /** What it shows unless a rule says otherwise. */
  readonly shows: readonly Slot[];
  readonly layout: Readonly<Record<Shape, readonly Placed[]>>;
}

/** What a studio lays over any look: colours as RRGGBB, how round corners are, in units, its words and its mark. */
export interface Brand {
  readonly ink: string;
  readonly paper: string;
  readonly accent: string;
  readonly radius: number;
  readonly type: BrandType;
  /** The words that the overlay writes by itself: those of a language, some of them the studio's own. */
  readonly language: LanguageCode;
  readonly words: Partial<Wording>;
  readonly logo: Logo | null;
}

/** A studio's brand in the language of a class: its own words stand where they are in that language. */
export function brandFor(brand: Brand, language: LanguageCode | undefined): Brand {
  return language === undefined || language === 'und' || language === brand.language
    ? brand
    : { ...brand, language, words: {} };
}

/** A mark in one colour: the outlines of its shapes, filled, in a box of a height of 1. */
export interface Logo {
  readonly name: string;
  /** As wide as this, in heights. */
  readonly width: number;
  /** Absolute M, L and C commands, each outline from its M on. */
  readonly path: readonly PathCommand[];
  /** Where it stands while a class runs; null: on cards alone. */
  readonly at: LogoCorner | null;
}

/** A mark is at most so wide, in heights, and of at most so many commands. */
export const MOST_LOGO = { width: 12, commands: 3000 } as const;

export const LOGO_CORNERS = ['top-left', 'top-right', 'bottom-left', 'bottom-right'] as const;
export type LogoCorner = (typeof LOGO_CORNERS)[number];

/** A line to a point, or a curve to it by two others; the first command begins the outline. */
export type PathCommand =
  readonly ['M' | 'L', number, number] | readonly ['C', number, number, number, number, number, number];

export const HOUSE_BRAND: Brand = {
  ...{ ink: '212732', paper: 'FBF6EE', accent: 'E88D5E', radius: 4 },
  ...{ type: 'house', language: 'en', words: {}, logo: null },
};

/** Which layout a picture takes. */
export function shapeOf(width: number, height: number, television: boolean): Shape {
  const ratio = width / height;
  if (ratio < 0.8) return 'tall';
  if (ratio < 1.25) return 'square';
  return television ? 'television' : 'wide';
}

/** Units over the lesser side of each shape: small pictures are seen small, so what is on them is larger. */
const UNITS: Readonly<Record<Shape, number>> = { wide: 360, television: 360, square: 320, tall: 250 };

/** Pixels of a unit. */
export function unitOf(width: number, height: number, shape: Shape): number {
  return Math.min(width, height) / UNITS[shape];
}
