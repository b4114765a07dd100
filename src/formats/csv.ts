import Papa from 'papaparse';

/** What a spreadsheet takes for the beginning of a formula, guarded or not; a plain number is none. */
const FORMULA = /^'*\s*[=+\-@\t\r＝＋－＠]/;
const NUMBER = /^-?\d+(?:\.\d+)?$/;

/** A cell that a spreadsheet would take for a formula gets a quote before it. */
function guardCell(cell: string): string {
  return FORMULA.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell;
}

/** The cell as it was before it was guarded. */
export function unguardCell(cell: string): string {
  return cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;
}

/** Rows as CSV (RFC 4180), a header first; every writer of tables goes through here. */
export function writeCsv(head: readonly string[], rows: readonly (readonly (string | number | boolean)[])[]): string {
  const guarded = rows.map((row) => row.map((cell) => (typeof cell === 'string' ? guardCell(cell) : cell)));
  return `${Papa.unparse([[...head], ...guarded], { newline: '\r\n' })}\r\n`;
}
