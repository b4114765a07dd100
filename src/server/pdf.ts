import pdfmake from 'pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { inFonts } from '../formats/pdf/in-fonts.ts';
import { FONT_FOLDERS, OWN_FONT, PDF_FONTS, fontOf } from './pdf-fonts.ts';

let ready = false;

/** Sets a document as PDF. Nothing is fetched: faces come from the program's own packages. */
export async function makePdf(document: TDocumentDefinitions): Promise<Uint8Array> {
  if (!ready) {
    pdfmake.setFonts(PDF_FONTS);
    pdfmake.setUrlAccessPolicy(() => false);
    pdfmake.setLocalAccessPolicy((path) => FONT_FOLDERS.some((folder) => path.startsWith(folder)));
    ready = true;
  }
  return new Uint8Array(await pdfmake.createPdf(inFonts(document, OWN_FONT, fontOf)).getBuffer());
}
