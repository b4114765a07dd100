import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { type ScriptPage, joinCounts, linesOf } from './script-page.ts';

const INK = '#1d1b18';
const SOFT = '#5f5a52';

/** The script to print, as a document of pdfmake; written lines are dark, the program's calls light. */
export function scriptDocument(page: ScriptPage): TDocumentDefinitions {
  const body: TableCell[][] = [];
  let group = '';
  for (const { segment: s, lines, homeless } of linesOf(page)) {
    const name = s.rounds > 1 ? `${s.blockName}, round ${s.round} of ${s.rounds}` : s.blockName;
    if (name !== group) body.push([{ text: name, bold: true, fontSize: 12, colSpan: 3, margin: [0, 8, 0, 2] }, {}, {}]);
    group = name;
    const side = s.side === 'left' || s.side === 'right' ? `, ${s.side}` : '';
    const said: Content[] = joinCounts(lines).map((l) => ({
      columns: [
        {
          width: 34,
          text: `+${writeSeconds(micros(l.start - s.start))}`,
          alignment: 'right',
          color: SOFT,
          fontSize: 8.5,
        },
        { width: '*', text: l.text, color: l.cueId === null ? SOFT : INK, italics: l.cueId === null },
      ],
      columnGap: 8,
    }));
    for (const cue of homeless)
      said.push({ text: `Does not fit: ${cue.text}`, color: SOFT, decoration: 'lineThrough' });
    body.push([
      { text: writeTime(s.start), alignment: 'right' },
      {
        stack: [
          { text: `${s.label}${side}`, bold: s.kind === 'work' || s.kind === 'hold' },
          { text: `${s.kind} ${writeSeconds(micros(s.end - s.start))} s`, color: SOFT, fontSize: 8.5 },
        ],
      },
      { stack: said },
    ]);
  }
  return {
    info: { title: `${page.plan.title}: script` },
    pageSize: 'A4',
    pageMargins: [42, 42, 42, 52],
    defaultStyle: { fontSize: 10, color: INK, lineHeight: 1.15 },
    footer: (at, pages) => ({
      text: `${page.plan.title} · page ${at} of ${pages}`,
      alignment: 'center',
      fontSize: 8,
      color: SOFT,
      margin: [0, 18, 0, 0],
    }),
    content: [
      { text: page.plan.title, fontSize: 20, bold: true },
      { text: page.plan.instructor, color: SOFT, margin: [0, 2, 0, 8] },
      {
        table: { dontBreakRows: true, widths: [34, 130, '*'], body },
        layout: {
          hLineWidth: () => 0.25,
          vLineWidth: () => 0,
          hLineColor: () => '#a59d8f',
          paddingTop: () => 2.5,
          paddingBottom: () => 2,
        },
      },
      { text: page.notice, fontSize: 8.5, color: SOFT, margin: [0, 12, 0, 0] },
    ],
  };
}
