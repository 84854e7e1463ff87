import { TheilSenRegression } from 'ml-regression-theil-sen';

/** Robust slope with its spread: the middle half of all pairwise slopes, in y per x; null under four points or without a run. */
export function theilSenLine(
  points: readonly { x: number; y: number }[],
): { value: number; lo: number; hi: number; interceptValue: number } | null {
  if (points.length < 4) return null;
  const slopes = points.flatMap((a, i) =>
    points.slice(i + 1).flatMap((b) => (b.x === a.x ? [] : [(b.y - a.y) / (b.x - a.x)])),
  );
  if (slopes.length === 0) return null;
  const line = new TheilSenRegression(
    points.map((p) => p.x),
    points.map((p) => p.y),
  );
  slopes.sort((a, b) => a - b);
  const at = (share: number): number => slopes[Math.round(share * (slopes.length - 1))] ?? line.slope;
  return { value: line.slope, interceptValue: line.intercept, lo: at(0.25), hi: at(0.75) };
}
