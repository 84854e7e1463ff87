/** One word of a ledger line; `ends` where a comma, a semicolon or the end of a line followed it. */
export interface LedgerWord {
  text: string;
  plain: string;
  ends: boolean;
  quoted: boolean;
  /** An exclamation mark stood behind it. */
  insisted: boolean;
}

/** Lower case, letters and digits only: how names are compared. */
export const plainWord = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

const quote = /["“”„]/;

/**
 * Splits a line into words. A comma between digits is a decimal comma, any other one separates; a colon between digits
 * belongs to a time; quotes hold a note together; a dash between numbers makes a span whatever blanks stand around it.
 */
export function ledgerWords(line: string): LedgerWord[] {
  const words: LedgerWord[] = [];
  const pieces = line.split(/(["“„][^"“”„]*["”])/);
  for (const piece of pieces) {
    if (quote.test(piece.charAt(0)) && piece.length > 1) {
      words.push({ text: piece.slice(1, -1).trim(), plain: '', ends: true, quoted: true, insisted: false });
      continue;
    }
    const marked = piece
      .replace(/(\d)\s*[–—-]\s*(?=[\d.,])/g, '$1-')
      .replace(/(\d)\s+to\s+(?=\d)/gi, '$1-')
      .replace(/(?<!\d)([<>~≈])\s+(?=[\d.,])/g, '$1')
      .replace(/[,;](?=\s|$)/g, ' \u0001 ')
      .replace(/\n/g, ' \u0001 ')
      .replace(/(?<!\d):|:(?!\d)|=/g, ' ');
    for (const text of marked.split(/\s+/)) {
      const last = words.at(-1);
      if (text === '\u0001') {
        if (last) last.ends = true;
      } else if (/^!+$/.test(text)) {
        if (last) last.insisted = true;
      } else if (text !== '') {
        const insisted = text.endsWith('!');
        const bare = text.replace(/!+$/, '');
        words.push({ text: bare, plain: plainWord(bare), ends: false, quoted: false, insisted });
      }
    }
  }
  return words;
}
