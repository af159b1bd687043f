import Papa from 'papaparse';

/**
 * A table as CSV (RFC 4180), with a line of column names; a cell that a row does not have is empty. What a spreadsheet
 * would take for a formula has an apostrophe before it.
 */
export function writeCsv<Column extends string>(
  columns: readonly Column[],
  rows: readonly Readonly<Partial<Record<Column, string>>>[],
): string {
  const csv = Papa.unparse(
    { fields: [...columns], data: rows.map(apart) },
    { newline: '\r\n', escapeFormulae: true },
  );
  return `${csv}\r\n`;
}

/** A text of one's own that begins as an escaped formula does gets an apostrophe too, so that it comes back as it is. */
function apart(row: Readonly<Partial<Record<string, string>>>): Record<string, string> {
  const cells = Object.entries(row).map(([column, text = '']) => [
    column,
    /^'+[=+\-@\t\r]/.test(text) ? `'${text}` : text,
  ]);
  return Object.fromEntries(cells) as Record<string, string>;
}
