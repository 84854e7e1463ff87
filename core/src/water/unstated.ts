import type { Interval, ParameterId, Water } from '#core/readings';
import type { WaterAim } from './sequence';

/** Matched in minutes, or following carbonates and air: no row of changes is aimed at them. */
const neverAimed: readonly ParameterId[] = ['tempC', 'ph'];
/** Where a band has no upper end, the aim is so much above its lower one. Ours. */
const marginFraction = 0.25;

function middleOf({ lo, hi }: Interval): number | null {
  if (hi !== null) return ((lo ?? 0) + hi) / 2;
  return lo === null ? null : lo * (1 + marginFraction);
}

/** The middle, or where the new water does not reach that but is inside, halfway from the band's end to it. */
function within({
  band,
  middleValue,
  side,
  thereValue,
}: {
  band: Interval;
  middleValue: number;
  side: WaterAim['side'];
  thereValue: number | undefined;
}): number {
  const end = side === 'at-most' ? band.hi : band.lo;
  if (thereValue === undefined || end === null) return middleValue;
  const short =
    side === 'at-most' ? thereValue >= middleValue && thereValue < end : thereValue <= middleValue && thereValue > end;
  return short ? (thereValue + end) / 2 : middleValue;
}

/**
 * What a change is for where nobody said: each value outside its band, or foreseen to leave it, to the band's middle.
 * A band without a lower end begins at nothing, one without an upper end is aimed at a quarter above its lower. Empty where
 * nothing asks for a change. Water that is inside the band without reaching its middle is aimed at as far as it leads:
 * halfway between it and the band's end. Units of each parameter. Source: the middle leaves most room to both sides; ours.
 * @example unstatedAims({ before: { no3MgPerL: 35 }, source: {}, bands: { no3MgPerL: { lo: null, hi: 30 } }, leaving: [] }) // at most 15
 */
export function unstatedAims({
  before,
  source,
  bands,
  leaving,
}: {
  before: Water;
  source: Water;
  bands: Partial<Record<ParameterId, Interval>>;
  leaving: readonly ParameterId[];
}): WaterAim[] {
  return (Object.keys(bands) as ParameterId[]).flatMap((parameter): WaterAim[] => {
    const [value, band] = [before[parameter], bands[parameter]];
    if (value === undefined || band === undefined || neverAimed.includes(parameter)) return [];
    const middle = middleOf(band);
    const outside = (band.lo !== null && value < band.lo) || (band.hi !== null && value > band.hi);
    if (middle === null || (!outside && !leaving.includes(parameter))) return [];
    const side = value > middle ? 'at-most' : 'at-least';
    return [{ parameter, value: within({ band, middleValue: middle, side, thereValue: source[parameter] }), side }];
  });
}
