import Papa from 'papaparse'

/** What a spreadsheet takes for the beginning of a formula, whatever follows it. */
const FORMULA = /^[=+\-@\t\r]/

/** A table as text (RFC 4180); a cell that a spreadsheet would take for a formula is text. */
export const tableText = (
  fields: readonly string[],
  rows: readonly (readonly (string | number)[])[],
): string =>
  Papa.unparse(
    { fields: [...fields], data: rows.map((row) => [...row]) },
    { escapeFormulae: FORMULA },
  )
