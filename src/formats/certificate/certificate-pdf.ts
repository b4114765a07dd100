import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { type Certificate, PROOF_TITLES, isProved } from '../../core/proof/certificate.ts';
import { writeTime } from '../../core/time/typed-time.ts';

const INK = '#1d1b18';
const SOFT = '#5f5a52';

/** A finished film that was read back, as it is named on paper. */
interface CertifiedFilm {
  readonly title: string;
  readonly revision: number;
  readonly madeAt: Date;
  readonly sha256: string;
  readonly certificate: Certificate;
}

/** What was read in a finished film as a document of pdfmake. */
export function certificateDocument(film: CertifiedFilm): TDocumentDefinitions {
  const { title, revision, madeAt, sha256, certificate } = film;
  const wrong = certificate.lines.filter((l) => !l.right).length;
  const day = madeAt.toISOString().slice(0, 16).replace('T', ' ');
  return {
    info: { title: `${title}: certificate` },
    pageSize: 'A4',
    pageMargins: [42, 48, 42, 52],
    defaultStyle: { fontSize: 10, color: INK, lineHeight: 1.2 },
    content: [
      { text: title, fontSize: 20, bold: true },
      { text: `Revision ${revision}, made on ${day} UTC`, color: SOFT, margin: [0, 2, 0, 0] },
      { text: `SHA-256 ${sha256}`, color: SOFT, fontSize: 8.5, margin: [0, 2, 0, 12] },
      {
        text: isProved(certificate)
          ? 'The file is as it was meant.'
          : `Not as it was meant: ${wrong} ${wrong === 1 ? 'line' : 'lines'}.`,
        fontSize: 14,
        bold: true,
        margin: [0, 0, 0, 8],
      },
      {
        table: {
          headerRows: 1,
          widths: [90, '*', '*', 60],
          body: [
            ['what', 'read in the file', 'wanted', ''].map((text): TableCell => ({ text, color: SOFT, fontSize: 8.5 })),
            ...certificate.lines.map(({ what, right, found, wanted, at }): TableCell[] => [
              { text: PROOF_TITLES[what], bold: true },
              at.length === 0 ? found : `${found} (first at ${writeTime(at[0]!, 2)})`,
              wanted,
              { text: right ? 'as meant' : 'NOT as meant', bold: !right, alignment: 'right' },
            ]),
          ],
        },
        layout: 'lightHorizontalLines',
      },
      { text: 'Read back from the finished file, frame by frame.', color: SOFT, fontSize: 8.5, margin: [0, 12, 0, 0] },
    ] satisfies Content[],
  };
}
