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
  display: [
    font('Bricolage Grotesque 96pt ExtraBold ExtraBold', 800),
    font('Atkinson Hyperlegible Next', 700),
    font('Noto Sans', 700),
  ],
};

/** Letters that follow each other in one font. */
export interface Run {
  readonly font: Font;
  readonly text: string;
}

/** Width of a letter that no font has: the rasteriser draws a box. */
const BOX = 600;

function widthIn({ runs }: Font, code: number): number | null {
  const run = runs.find((r) => code >= r.from && code < r.from + r.widths.length);
  return run?.widths[code - run.from] ?? null;
}

/** A text in the fonts that have its letters. Marks that join a letter stay with it. */
export function runsOf(text: string, face: Face): Run[] {
  const fonts = FACES[face];
  const runs: { font: Font; text: string }[] = [];
  for (const letter of text.normalize('NFC')) {
    const code = letter.codePointAt(0)!;
    const last = runs.at(-1);
    const having = fonts.find((f) => widthIn(f, code) !== null);
    // A blank or a letter that nobody has breaks no run.
    const own = code === 0x20 && last !== undefined ? last.font : (having ?? last?.font ?? fonts[0]!);
    if (last?.font === own) last.text += letter;
    else runs.push({ font: own, text: letter });
  }
  return runs;
}

/** Width of a text in ems of the face, without kerning, which only makes it narrower. */
export function widthOf(text: string, face: Face): number {
  let width = 0;
  for (const run of runsOf(text, face))
    for (const letter of run.text) width += widthIn(run.font, letter.codePointAt(0)!) ?? BOX;
  return width / 1000;
}

/** The letters of a text that no font of a face can draw, each once. */
export function notDrawn(text: string, face: Face): string[] {
  const missing = [...text.normalize('NFC')].filter((letter) => {
    const code = letter.codePointAt(0)!;
    return code > 0x20 && !FACES[face].some((f) => widthIn(f, code) !== null);
  });
  return [...new Set(missing)];
}
