import Papa from 'papaparse';

export type CsvCell = string | number | null;

/**
 * Comma-separated values (RFC 4180), numbers in full precision. A text that a spreadsheet would take for a formula gets
 * an apostrophe before it.
 */
export function csvOf(rows: readonly (readonly CsvCell[])[]): string {
  return Papa.unparse(
    rows.map((row) => row.map((cell) => cell ?? '')),
    { escapeFormulae: true },
  );
}

/** The rows of a table, and by what its cells are parted, as far as it can be told; empty lines left out. */
export function rowsOfCsv(text: string): string[][] {
  return Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data;
}
