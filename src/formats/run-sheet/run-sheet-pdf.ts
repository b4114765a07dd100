import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import type { RunSheet, RunSheetRow } from './run-sheet.ts';

const INK = '#1d1b18';
const SOFT = '#5f5a52';

/** The run sheet as a document of pdfmake. */
export function runSheetDocument(sheet: RunSheet): TDocumentDefinitions {
  return {
    info: { title: `${sheet.title}: run sheet` },
    pageSize: 'A4',
    pageMargins: [42, 42, 42, 52],
    defaultStyle: { fontSize: 9.5, color: INK, lineHeight: 1.15 },
    footer: (page, pages) => ({
      text: `${sheet.title} · page ${page} of ${pages}`,
      alignment: 'center',
      fontSize: 8,
      color: SOFT,
      margin: [0, 18, 0, 0],
    }),
    content: [
      { text: sheet.title, fontSize: 20, bold: true },
      { text: sheet.under, color: SOFT, margin: [0, 2, 0, 4] },
      { text: [{ text: 'Lay out: ', bold: true }, sheet.equipment], margin: [0, 0, 0, 10] },
      {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: [38, 30, '*', 46, 110, 70],
          body: [HEAD, ...sheet.rows.map(bodyRow)],
        },
        layout: {
          hLineWidth: (i, node) => (i === 1 || i === node.table.body.length ? 0.8 : 0.25),
          vLineWidth: () => 0,
          hLineColor: () => '#a59d8f',
          paddingTop: () => 2,
          paddingBottom: () => 1.5,
        },
      },
      { text: sheet.notice, fontSize: 8.5, color: SOFT, margin: [0, 12, 0, 0] },
    ] satisfies Content[],
  };
}

const HEAD: TableCell[] = ['at', 'seconds', 'move', 'side', 'hold', 'position'].map((text, i) => ({
  text,
  color: SOFT,
  fontSize: 8,
  alignment: i < 2 ? 'right' : 'left',
}));

function bodyRow(row: RunSheetRow): TableCell[] {
  if (row.kind === 'heading')
    return [
      { text: row.text, bold: true, colSpan: 5, margin: [0, 6, 0, 0] },
      {},
      {},
      {},
      {},
      { text: row.length, alignment: 'right', bold: true, margin: [0, 6, 0, 0] },
    ];
  const color = row.active ? INK : SOFT;
  return [
    { text: row.at, alignment: 'right', color },
    { text: row.length, alignment: 'right', color },
    { text: row.what, bold: row.active, color },
    { text: row.side, bold: row.side !== '' },
    row.props,
    row.level,
  ];
}
