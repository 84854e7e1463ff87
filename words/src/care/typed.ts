/** Days as one types them: `1 3 5`. Null where one is none. */
export function daysFrom(text: string): number[] | null {
  const words = text.split(/[\s,;]+/).filter(Boolean);
  const days = words.map(Number);
  return days.every((d) => Number.isInteger(d) && d >= 1 && d <= 400) ? days : null;
}
/** Changes as one types them: `5 25%` or `5:25`, several with a comma between. */
export function changesFrom(text: string): { day: number; fraction: number }[] | null {
  const pieces = text
    .split(/[,;]/)
    .map((p) => p.trim())
    .filter(Boolean);
  const changes = pieces.map((piece) => {
    const found = /^(\d{1,3})\s*(?::|\s)\s*(\d{1,3}(?:\.\d+)?)\s*%?$/.exec(piece);
    return found ? { day: Number(found[1]), fraction: Number(found[2]) / 100 } : null;
  });
  return changes.every((c) => c !== null && c.day >= 1 && c.fraction > 0 && c.fraction <= 1)
    ? changes.filter((c) => c !== null)
    : null;
}
/** The same, as one would type it again. */
export const daysText = (days: readonly number[]): string => days.join(' ');
export const changesText = (changes: readonly { day: number; fraction: number }[]): string =>
  changes.map(({ day, fraction }) => `${day} ${Math.round(100 * fraction)}%`).join(', ');
