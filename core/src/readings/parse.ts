import { silent, type Recorder } from '#core/explain';
import { because, ok, refuse, type Refusal, type Result } from '#core/result';
import { notationOf, quantityNamed, spanToCanonical, unitNamed, writtenValue, type Notation } from '#core/units';
import type { Interval } from './interval';
import type { Parameter } from './parameter';
import type { ReadBy } from './parameter-table';

export interface ParsedReading extends Interval {
  /** Canonical unit of lo and hi. */
  unit: string;
  enteredUnit: string;
  /** True where the unit stands for several pen factors, so that the span holds that doubt. */
  factorUnknown: boolean;
}

const writtenDecimals = (text: string): number => /[.,](\d+)$/.exec(text)?.[1]?.length ?? 0;
/** Binary noise of the arithmetic (6.1500000000000004) is not part of a reading. */
const clean = (value: number): number => Number(value.toPrecision(12));

/** A colour on the chart could be anything up to half way to its neighbours; a colour between two lies between them. */
function chartSpan({ value, steps, wide }: { value: number; steps: readonly number[]; wide: boolean }): Interval {
  const below = steps.filter((s) => s < value).at(-1);
  const above = steps.find((s) => s > value);
  if (!steps.includes(value)) return { lo: below ?? null, hi: above ?? null };
  const toward = (neighbour: number): number => (wide ? neighbour : (value + neighbour) / 2);
  return { lo: below === undefined ? value : toward(below), hi: above === undefined ? null : toward(above) };
}

function resolutionSpan({ value, resolution, wide }: { value: number; resolution: number; wide: boolean }): Interval {
  const half = wide ? resolution : resolution / 2;
  return { lo: clean(Math.max(0, value - half)), hi: clean(value + half) };
}

function spanOf(raw: Notation, readBy: ReadBy): Interval {
  const value = writtenValue(raw.first);
  if (raw.shape === 'below') return { lo: null, hi: value };
  if (raw.shape === 'above') return { lo: value, hi: null };
  if (raw.shape === 'span') return { lo: value, hi: writtenValue(raw.second ?? '') };
  const wide = raw.shape === 'about';
  if (readBy.kind === 'chart' && (wide || readBy.steps.includes(value)))
    return chartSpan({ value, steps: readBy.steps, wide });
  const written = 10 ** -writtenDecimals(raw.first);
  if (readBy.kind === 'chart')
    return writtenDecimals(raw.first) > 0
      ? resolutionSpan({ value, resolution: written, wide })
      : chartSpan({ value, steps: readBy.steps, wide });
  return resolutionSpan({
    value,
    resolution: Math.min(readBy.resolution, writtenDecimals(raw.first) > 0 ? written : readBy.resolution),
    wide,
  });
}

/** A dropped decimal point or a Fahrenheit reading explains most impossible numbers. */
export function likelyMend({ parameter, value }: { parameter: Parameter; value: number }): string | undefined {
  const fits = (candidate: number): boolean =>
    candidate >= parameter.plausible.lo && candidate <= parameter.plausible.hi;
  if (parameter.quantity === 'temperature' && fits(((value - 32) * 5) / 9))
    return `${value} °F = ${clean(Number((((value - 32) * 5) / 9).toFixed(1)))} °C`;
  const candidate = [value / 10, value / 100, value / 1000].find(fits);
  return candidate === undefined ? undefined : String(clean(candidate));
}

function impossible(parameter: Parameter, values: readonly (number | null)[]): Refusal | null {
  for (const value of values) {
    if (value === null || (value >= parameter.possible.lo && value <= parameter.possible.hi)) continue;
    const mend = likelyMend({ parameter, value: clean(value) });
    return {
      kind: 'out-of-range',
      field: parameter.label,
      value: clean(value),
      ...parameter.possible,
      unit: parameter.unit,
      ...(mend === undefined ? {} : { mend }),
    };
  }
  return null;
}

/** The kit's half step must not carry a reading of 0 under 0, or of pH 14 over 14. */
const withinPossible = ({ possible }: Parameter, { lo, hi }: Interval): Interval => ({
  lo: lo === null ? null : clean(Math.max(possible.lo, lo)),
  hi: hi === null ? null : clean(Math.min(possible.hi, hi)),
});

/** Writing a degree test down in ppm makes it no finer. */
function atLeastResolution({ readBy }: Parameter, { lo, hi }: Interval): Interval {
  if (readBy.kind === 'chart' || lo === null || hi === null || hi - lo >= readBy.resolution) return { lo, hi };
  const centre = (lo + hi) / 2;
  return { lo: centre - readBy.resolution / 2, hi: centre + readBy.resolution / 2 };
}

/**
 * Reads one entered value as the interval it deserves.
 *
 * Understands `6.4`, `6,4`, `20-40`, `<5`, `>160`, `~30`, each with a unit of the parameter after it. A plain number
 * gets the instrument's resolution (half to each side) or, on a colour chart, half the way to the neighbouring colours;
 * `~` gets the whole step to each side. Result in the canonical unit of the parameter. Refuses what is no number, an
 * unknown unit, a span written backwards, and what water cannot be, with the likely mend.
 * @example parseReading({ parameter: ph, text: '6,4' }) // { lo: 6.35, hi: 6.45, unit: '' }
 */
export function parseReading(
  { parameter, text, readBy }: { parameter: Parameter; text: string; readBy?: ReadBy | undefined },
  note: Recorder = silent,
): Result<ParsedReading> {
  note.by('readings.parse', 1);
  const trimmed = text.trim();
  if (/^-\s*[\d.,]/.test(trimmed))
    return refuse({
      kind: 'out-of-range',
      field: parameter.label,
      value: -writtenValue(trimmed.replace(/[^\d.,]/g, '')),
      ...parameter.possible,
      unit: parameter.unit,
    });
  const raw = notationOf(trimmed);
  if (!raw) return refuse({ kind: 'not-a-number', field: parameter.label, text: trimmed.slice(0, 40) });
  const quantity = quantityNamed(parameter.quantity);
  if (!quantity.ok) return quantity;
  const unit =
    raw.unitText === '' ? ok(quantity.value.units[0]) : unitNamed({ quantity: quantity.value, unit: raw.unitText });
  if (!unit.ok) return unit;
  const foreign = unit.value.factor !== 1;
  // A kit that counts another species of the same element has the same colours.
  const ofElement = ['ammonia', 'nitrite', 'nitrate', 'phosphate'].includes(quantity.value.id);
  const own: ReadBy = foreign && !ofElement ? { kind: 'resolution', resolution: 1 } : parameter.readBy;
  const entered = spanOf(raw, readBy ?? own);
  if (entered.lo !== null && entered.hi !== null && entered.lo > entered.hi)
    return refuse({
      kind: 'contradiction',
      fields: [parameter.label],
      why: because('backwards', { firstText: raw.first, secondText: raw.second ?? '' }),
    });
  const written = [raw.first, raw.second]
    .filter((t) => t !== undefined)
    .map((t) => spanToCanonical({ unit: unit.value, lo: writtenValue(t), hi: writtenValue(t) }).hi);
  const fault = impossible(parameter, written);
  if (fault) return refuse(fault);
  const canonical = foreign ? spanToCanonical({ unit: unit.value, ...entered }) : entered;
  const interval = withinPossible(
    parameter,
    foreign && !readBy && raw.shape === 'plain' ? atLeastResolution(parameter, canonical) : canonical,
  );
  const instrument = readBy ?? own;
  note.fact({
    id: 'text',
    label: `${parameter.label}, as written`,
    value: trimmed,
    unit: unit.value.names[0] ?? '',
    origin: 'entered',
  });
  note.fact({
    id: 'instrument',
    label: 'Read by',
    value: instrument.kind === 'chart' ? `chart ${instrument.steps.join(', ')}` : `resolution ${instrument.resolution}`,
    unit: '',
    origin: readBy ? 'entered' : 'default',
  });
  if (raw.shape === 'plain' || raw.shape === 'about')
    note.assume(instrument.kind === 'chart' ? 'chart-between' : 'half-resolution');
  return ok({
    ...interval,
    unit: parameter.unit,
    enteredUnit: unit.value.names[0] ?? '',
    factorUnknown: unit.value.factorSpan !== undefined,
  });
}

/**
 * A value that was typed once, without the kit it was read with: half a step of the usual kit to each side, on a colour
 * chart a tenth of it and at least half a unit, within what is possible. Ours: typed figures say no more than that.
 *
 * @param value canonical unit of the parameter
 * @example typedSpan(ph, 7.2) // { lo: 7.15, hi: 7.25 } for a pen of tenths
 */
export function typedSpan({ readBy, possible }: Parameter, value: number): { lo: number; hi: number } {
  const half = readBy.kind === 'resolution' ? readBy.resolution / 2 : Math.max(0.5, value * 0.1);
  return { lo: clean(Math.max(possible.lo, value - half)), hi: clean(Math.min(possible.hi, value + half)) };
}
