import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';

const require = createRequire(import.meta.url);
const folderOf = (name: string) => dirname(require.resolve(`${name}/package.json`));

/** Letters the product's own face holds in its Latin file; other text is set in a face with more of them. */
const LATIN = /^[\u0000-\u00ff\u0131\u0152\u0153\u2000-\u206f\u20ac\u2122]*$/;

export function faceFor(text: string): 'Atkinson' | 'Roboto' {
  return LATIN.test(text) ? 'Atkinson' : 'Roboto';
}

let ready = false;

/** Sets a document as PDF. Nothing is fetched: faces come from the program's own packages. */
export async function makePdf(document: TDocumentDefinitions): Promise<Uint8Array> {
  if (!ready) {
    const atkinson = (weight: number) =>
      join(
        folderOf('@fontsource/atkinson-hyperlegible-next'),
        'files',
        `atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
      );
    const roboto = (style: string) => join(folderOf('pdfmake'), 'fonts', 'Roboto', `Roboto-${style}.ttf`);
    pdfmake.setFonts({
      Atkinson: { normal: atkinson(400), bold: atkinson(700), italics: atkinson(400), bolditalics: atkinson(700) },
      Roboto: {
        normal: roboto('Regular'),
        bold: roboto('Medium'),
        italics: roboto('Italic'),
        bolditalics: roboto('MediumItalic'),
      },
    });
    const own = [folderOf('@fontsource/atkinson-hyperlegible-next'), folderOf('pdfmake')];
    pdfmake.setUrlAccessPolicy(() => false);
    pdfmake.setLocalAccessPolicy((path) => own.some((place) => path.startsWith(place)));
    ready = true;
  }
  return new Uint8Array(await pdfmake.createPdf(document).getBuffer());
}
