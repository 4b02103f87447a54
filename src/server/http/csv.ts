import papaparse from 'papaparse';

/** Rows as CSV with a heading; a cell that a table program would take for a formula is escaped. */
export const csv = (rows: readonly object[]): string => papaparse.unparse([...rows], { escapeFormulae: true });
