import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { FACES } from '../core/looks/faces.ts';
import type { FontOf } from '../formats/pdf/in-fonts.ts';

const require = createRequire(import.meta.url);
const folderOf = (name: string) => dirname(require.resolve(`${name}/package.json`));

/** The faces of the overlay in text sizes, by the packages that hold them; the first that has a letter draws it. */
const PACKS = [
  { pack: 'atkinson-hyperlegible-next', family: 'Atkinson Hyperlegible Next', scripts: ['latin', 'latin-ext'] },
  { pack: 'noto-sans', family: 'Noto Sans', scripts: ['latin', 'latin-ext', 'greek', 'cyrillic'] },
] as const;

/** A file of a font holds the letters of one script: each is a font of its own in a PDF. */
interface ScriptFont {
  readonly name: string;
  readonly family: string;
  readonly ranges: readonly (readonly [from: number, to: number])[];
  readonly files: { readonly normal: string; readonly bold: string };
}

function scriptFonts(): ScriptFont[] {
  return PACKS.flatMap(({ pack, family, scripts }) => {
    const folder = folderOf(`@fontsource/${pack}`);
    const ranges = JSON.parse(readFileSync(join(folder, 'unicode.json'), 'utf8')) as Record<string, string>;
    const file = (script: string, weight: number) => join(folder, 'files', `${pack}-${script}-${weight}-normal.woff`);
    return scripts.map((script) => ({
      name: `${family} ${script}`,
      family,
      ranges: rangesIn(ranges[script] ?? ''),
      files: { normal: file(script, 400), bold: file(script, 700) },
    }));
  });
}

/** `U+0000-00FF,U+0131`: a list of ranges as style sheets write it. */
function rangesIn(text: string): [number, number][] {
  return [...text.matchAll(/U\+([0-9A-F]+)(?:-([0-9A-F]+))?/gi)].map((m) => [
    parseInt(m[1]!, 16),
    parseInt(m[2] ?? m[1]!, 16),
  ]);
}

const FONTS = scriptFonts();

/** The font that texts are set in as far as it has their letters. */
export const OWN_FONT = FONTS[0]!.name;

/** Where the files of all fonts lie. */
export const FONT_FOLDERS: readonly string[] = PACKS.map(({ pack }) => folderOf(`@fontsource/${pack}`));

/** The fonts as pdfmake takes them. There is no slanted face: what is to be slanted stands upright. */
export const PDF_FONTS = Object.fromEntries(
  FONTS.map(({ name, files: { normal, bold } }) => [name, { normal, bold, italics: normal, bolditalics: bold }]),
);

/** The font of a letter: the same face as in the picture, from the file that holds it. */
export const fontOf: FontOf = (code) => {
  const face = FACES.text.find((f) => f.runs.some((r) => code >= r.from && code < r.from + r.widths.length));
  if (face === undefined) return null;
  const holds = ({ family, ranges }: ScriptFont) =>
    family === face.family && ranges.some(([from, to]) => code >= from && code <= to);
  return FONTS.find(holds)?.name ?? null;
};
