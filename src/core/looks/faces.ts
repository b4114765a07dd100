import FONTS from './font-metrics.json' with { type: 'json' };
import type { Face } from './look.ts';

/** A font as the rasteriser finds it. Heights and widths are in thousandths of an em. */
export interface Font {
  readonly family: string;
  readonly weight: number;
  readonly ascent: number;
  readonly descent: number;
  readonly capHeight: number;
  readonly digitHeight: number;
  readonly runs: readonly { readonly from: number; readonly widths: readonly number[] }[];
}

const font = (family: string, weight: number): Font => {
  const found = FONTS.find((f) => f.family === family && f.weight === weight);
  if (found === undefined) throw new Error(`no widths are kept of ${family} ${weight}`);
  return found;
};

/** The fonts of each face, the first that has a letter draws it. */
export const FACES: Readonly<Record<Face, readonly Font[]>> = {
  text: [font('Atkinson Hyperlegible Next', 400), font('Noto Sans', 400)],
  bold: [font('Atkinson Hyperlegible Next', 700), font('Noto Sans', 700)],
  figures: [font('Martian Mono SemiExpanded', 700), font('Noto Sans', 700)],
  plain: [font('Noto Sans', 400)],
  'plain-bold': [font('Noto Sans', 700)],
  display: [
    font('Bricolage Grotesque 96pt ExtraBold ExtraBold', 800),
    font('Atkinson Hyperlegible Next', 700),
    font('Noto Sans', 700),
  ],
};

/** Letters that follow each other in one font. */
interface Run {
  readonly font: Font;
  readonly text: string;
}

/** Widths by letter: looked up some million times for a long class. */
const widths = new Map<Font, ReadonlyMap<number, number>>();

function widthIn(font: Font, code: number): number | null {
  let own = widths.get(font);
  if (own === undefined) {
    own = new Map(font.runs.flatMap(({ from, widths: all }) => all.map((w, i) => [from + i, w] as const)));
    widths.set(font, own);
  }
  return own.get(code) ?? null;
}

/**
 * A text in the fonts that have its letters. A letter that no font has is left out: it would be drawn as a box. Check
 * names such letters (`notDrawn`).
 */
export function runsOf(text: string, face: Face): Run[] {
  const fonts = FACES[face];
  const runs: { font: Font; text: string }[] = [];
  for (const letter of text.normalize('NFC')) {
    const code = letter.codePointAt(0)!;
    const last = runs.at(-1);
    // A blank breaks no run.
    const own = code <= 0x20 ? (last?.font ?? fonts[0]!) : fonts.find((f) => widthIn(f, code) !== null);
    if (own === undefined) continue;
    if (last?.font === own) last.text += letter;
    else runs.push({ font: own, text: letter });
  }
  return runs;
}

/** Texts come again and again: figures, names, rounds. Kept until there are too many. */
const measured = new Map<string, number>();
const MOST_MEASURED = 20_000;

/** Width of a text in ems of the face, without kerning, which only makes it narrower. */
export function widthOf(text: string, face: Face): number {
  const key = `${face} ${text}`;
  const known = measured.get(key);
  if (known !== undefined) return known;
  let width = 0;
  for (const run of runsOf(text, face))
    for (const letter of run.text) width += widthIn(run.font, letter.codePointAt(0)!) ?? 0;
  if (measured.size >= MOST_MEASURED) measured.clear();
  measured.set(key, width / 1000);
  return width / 1000;
}

/** The letters of a text that no font of a face can draw, each once. */
export function notDrawn(text: string, face: Face): string[] {
  const missing = [...text.normalize('NFC')].filter((letter) => letter > ' ' && !has(face, letter));
  return [...new Set(missing)];
}

/** True where at least one letter or figure of a text can be drawn. */
export function isDrawable(text: string, face: Face): boolean {
  return [...text.normalize('NFC')].some((letter) => /[\p{L}\p{N}]/u.test(letter) && has(face, letter));
}

const has = (face: Face, letter: string) => FACES[face].some((f) => widthIn(f, letter.codePointAt(0)!) !== null);

const ascents = new Map<string, number>();

/** How far the highest font of a text reaches above where its letters stand. */
export function ascentOf(text: string, face: Face): number {
  const key = `${face} ${text}`;
  let known = ascents.get(key);
  if (known === undefined) {
    known = Math.max(0, ...runsOf(text, face).map((r) => r.font.ascent));
    if (ascents.size >= MOST_MEASURED) ascents.clear();
    ascents.set(key, known);
  }
  return known;
}
