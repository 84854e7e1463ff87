/** What a number can be, both ends included; beyond it somebody slipped, or means harm. */
export interface Range {
  lo: number;
  hi: number;
  unit: string;
}
const range = (lo: number, hi: number, unit: string): Range => ({ lo, hi, unit });
const upTo = (hi: number, unit: string): Range => range(0, hi, unit);
/** A hundred years, either way from now. */
const century = 36_525;

/**
 * What a quantity can be, by the ending of its name: the one table behind every door. Wide enough for a pond and a stock
 * solution, narrow enough that no reckoning leaves the numbers a computer holds.
 */
const bySuffix: Readonly<Record<string, Range>> = {
  MgPerL: upTo(1_000_000, 'mg/L'),
  GPerL: upTo(10_000, 'g/L'),
  KgPerL: upTo(30, 'kg/L'),
  GPerMl: upTo(30, 'g/mL'),
  MmolPerL: upTo(100_000, 'mmol/L'),
  MolPerL: upTo(100, 'mol/L'),
  MeqPerL: range(-1000, 100_000, 'meq/L'),
  UsPerCm: upTo(200_000, 'µS/cm'),
  Degrees: upTo(1000, '°dH'),
  PerMeq: range(-1000, 1000, ''),
  MgPerH: upTo(100_000_000, 'mg/h'),
  LPerH: upTo(100_000, 'L/h'),
  LPerDay: upTo(1_000_000, 'L/day'),
  LPerWeek: upTo(1_000_000, 'L/week'),
  MlPerH: upTo(100_000_000, 'mL/h'),
  DropsPerS: upTo(100_000, 'drops/s'),
  GPerDay: upTo(1_000_000, 'g/day'),
  GPerWeek: upTo(1_000_000, 'g/week'),
  L: upTo(10_000_000, 'L'),
  Ml: upTo(1_000_000_000, 'mL'),
  Cm2: upTo(100_000_000, 'cm²'),
  Cm: upTo(100_000, 'cm'),
  Mm: upTo(1_000_000, 'mm'),
  M: range(-500, 9000, 'm'),
  Kg: upTo(10_000_000, 'kg'),
  G: upTo(100_000_000, 'g'),
  C: range(-5, 110, '°C'),
  PerK: range(-1, 1, '1/K'),
  CPerH: range(-1000, 1000, '°C/h'),
  EpochMs: range(-8.64e15, 8.64e15, 'ms'),
  Ms: range(0, 8.64e15, 'ms'),
  Minutes: upTo(1_000_000, 'min'),
  Hours: upTo(100_000, 'h'),
  Days: range(-century, century, 'days'),
  AtDay: range(-century, century, 'days'),
  Nights: range(-century, century, 'nights'),
  Weeks: range(-5300, 5300, 'weeks'),
  Years: range(-1000, 1000, 'years'),
  PerDay: range(-100_000, 100_000, 'a day'),
  PerWeek: range(-700_000, 700_000, 'a week'),
  Fraction: range(0, 1, ''),
  Percent: range(0, 100, '%'),
  Ratio: upTo(1_000_000, ''),
  Factor: range(0, 1000, ''),
  Count: upTo(1_000_000_000, ''),
  Index: range(-1, 1_000_000_000, ''),
  Rank: range(-1_000_000, 1_000_000, ''),
  Value: range(-1e9, 1e9, ''),
  Atm: upTo(1000, 'atm'),
};
const byName: Readonly<Record<string, Range>> = {
  ph: range(0, 14, ''),
  atDay: range(-century, century, 'days'),
  day: range(-century, century, 'days'),
  tempC: range(-5, 110, '°C'),
  everyDays: range(0.01, 3650, 'days'),
  horizonDays: range(0, 3660, 'days'),
  khDegrees: range(-20, 1000, '°dH'),
};
/** Where the name says no quantity: finite, and small enough that squares and sums stay so. */
const any = range(-1e12, 1e12, '');
const suffixes = Object.keys(bySuffix).sort((a, b) => b.length - a.length);

/** A suffix may stand alone, as `days`; a mere `value` is of what stands beside it. */
const bareName = (suffix: string): string =>
  suffix === 'Value' ? '' : suffix.charAt(0).toLowerCase() + suffix.slice(1);

/**
 * What a number of this name can be.
 * @example rangeOf('netVolumeL') // 0 to 10,000,000 L
 */
export function rangeOf(name: string): Range {
  const own = byName[name];
  if (own) return own;
  const suffix = suffixes.find((s) => name.endsWith(s) || name === bareName(s));
  return (suffix === undefined ? undefined : bySuffix[suffix]) ?? any;
}
/** Whether the name itself says what the number can be. */
export const hasRange = (name: string): boolean => rangeOf(name) !== any;
