import Papa from 'papaparse';

/** A table as a file that every spreadsheet reads: UTF-8 with its mark, formulas made harmless. */
export function saveCsv(name: string, head: readonly string[], rows: readonly (readonly (string | number)[])[]): void {
  const text = Papa.unparse({ fields: [...head], data: rows.map((row) => [...row]) }, { escapeFormulae: true });
  const url = URL.createObjectURL(new Blob([`\uFEFF${text}`], { type: 'text/csv;charset=utf-8' }));
  const link = Object.assign(document.createElement('a'), { href: url, download: `night-ledger-${name}.csv` });
  link.click();
  URL.revokeObjectURL(url);
}
