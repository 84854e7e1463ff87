/** "in 9 to 16 days", or from when on where the late end does not come. */
export function leavesText({ lo, hi }: { lo: number; hi: number | null }): string {
  if (hi === null) return lo === 0 ? 'any day now, or not at all' : `in ${lo} days at the earliest, perhaps not at all`;
  if (hi <= 1) return 'within a day';
  return lo === hi ? `in ${lo} days` : `in ${lo} to ${hi} days`;
}
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
