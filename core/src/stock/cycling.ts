import { silent, type Explained, type Recorder } from '#core/explain';
import { highEnd, lowEnd, middle, theilSenLine, type DatedReading } from '#core/readings';
import { guarded, ok, type NoFacts, type ReasonOf, type Result } from '#core/result';
import { atomicGPerMol, species, dayMs, hourMs } from '#core/units';

export interface CyclingSchool {
  id: 'ammonia' | 'food' | 'seeded' | 'plants';
  /** Days to ready at 25 °C and pH 7.2 and above, first to last (common practice). */
  usualDays: { lo: number; hi: number };
}
export const cyclingSchools: readonly CyclingSchool[] = [
  { id: 'ammonia', usualDays: { lo: 21, hi: 42 } },
  { id: 'food', usualDays: { lo: 28, hi: 56 } },
  { id: 'seeded', usualDays: { lo: 5, hi: 21 } },
  { id: 'plants', usualDays: { lo: 14, hi: 42 } },
];
export type CyclingSchoolId = CyclingSchool['id'];

/** From here down they are slowed by more than the line of the sewage works says, and less than it ends in. */
const sourBelowPh = 6.5;
const sourPaces: readonly (readonly [ph: number, paceRatio: number])[] = [
  [sourBelowPh, 1 - 0.833 * (7.2 - sourBelowPh)],
  [6, 0.15],
  [5.5, 0.05],
  [5, 0],
];
function inSourWater(ph: number): number {
  for (const [i, [below, atBelow]] of sourPaces.entries()) {
    const [above, atAbove] = sourPaces[i - 1] ?? [below, atBelow];
    if (ph >= below)
      return above === below ? atBelow : atBelow + ((atAbove - atBelow) * (ph - below)) / (above - below);
  }
  return 0;
}

/**
 * How fast nitrifiers grow at a temperature and pH, against 25 °C and pH 7.2 and above.
 *
 * e^(0.098 (t − 25)), and below pH 7.2 the factor 1 − 0.833 (7.2 − pH) down to 6.5; oxygen and ammonia not limiting.
 * Source: US EPA 1975, Process Design Manual for Nitrogen Control (from memory). That line would end at pH 6.0, and one
 * school says so; tanks on active beds at 6 do cycle, slowly (common practice: communities of other nitrifiers), and
 * nearly stop at 5.5 to 5. Below 6.5 it therefore falls to 15 % at 6, 5 % at 5.5 and nothing at 5 (ours).
 * Range 5-35 °C, pH 3-10.
 * @example nitrifierPace({ tempC: 20, ph: 7.5 }) // { paceRatio: 0.61 }
 */
export function nitrifierPace({ tempC, ph }: { tempC: number; ph: number }): Result<{ paceRatio: number }> {
  return guarded(
    [
      { field: 'tempC', value: tempC, range: { lo: 5, hi: 35, unit: '°C' } },
      { field: 'ph', value: ph, range: { lo: 3, hi: 10, unit: '' } },
    ],
    () => {
      const byTemp = Math.exp(0.098 * (Math.min(tempC, 30) - 25));
      const byPh = ph >= 7.2 ? 1 : ph >= sourBelowPh ? 1 - 0.833 * (7.2 - ph) : inSourWater(ph);
      return ok({ paceRatio: byTemp * byPh });
    },
  );
}

/**
 * How much of an ammonia source raises the net volume to a target.
 *
 * Ammonium chloride: mass = litres × mg/L × 53.49 / 14.007. Solution: of its percent NH3 by mass and density.
 * Range: up to 5 mg/L TAN; more stalls the bacteria. Refuses outside. Source: atomic weights (CIAAW 2021).
 * @example ammoniaDose({ netVolumeL: 100, tanMgPerL: 2, source: { kind: 'salt' } }) // { amountG: 0.764 }
 */
export function ammoniaDose(
  {
    netVolumeL,
    tanMgPerL,
    source,
  }: {
    netVolumeL: number;
    tanMgPerL: number;
    source: { kind: 'salt' } | { kind: 'solution'; nh3Percent: number; densityGPerMl: number };
  },
  note: Recorder = silent,
): Result<Explained<{ amountG: number; amountMl: number | null }>> {
  note.by('stock.ammonia-dose', 1);
  const guards = [
    { field: 'netVolumeL', value: netVolumeL, range: { lo: 0.5, hi: 100000, unit: 'L' } },
    { field: 'tanMgPerL', value: tanMgPerL, range: { lo: 0.05, hi: 5, unit: 'mg/L as N' } },
    ...(source.kind === 'solution'
      ? [
          { field: 'nh3Percent', value: source.nh3Percent, range: { lo: 0.5, hi: 35, unit: '%' } },
          { field: 'densityGPerMl', value: source.densityGPerMl, range: { lo: 0.85, hi: 1.05, unit: 'g/mL' } },
        ]
      : []),
  ];
  return guarded<Explained<{ amountG: number; amountMl: number | null }>>(guards, () => {
    note.source('ciaaw-2021');
    note.input({ id: 'net', label: 'Net volume', value: netVolumeL, unit: 'L', origin: 'entered' });
    note.input({ id: 'target', label: 'Ammonia wanted', value: tanMgPerL, unit: 'mg/L as N', origin: 'entered' });
    const nitrogenG = note.step({
      id: 'nitrogen',
      label: 'Nitrogen needed',
      unit: 'g',
      formula: 'litres × mg/L / 1000',
      terms: { litres: netVolumeL, target: tanMgPerL },
      by: (x) => (x.litres * x.target) / 1000,
    });
    if (source.kind === 'salt') {
      const molar = species.nh4.molarGPerMol + atomicGPerMol.cl;
      const amountG = note.step({
        id: 'salt',
        label: 'Ammonium chloride',
        unit: 'g',
        formula: 'nitrogen × 53.49 / 14.007',
        terms: { nitrogen: nitrogenG, molar, nitrogenMolar: species.n.molarGPerMol },
        by: (x) => (x.nitrogen * x.molar) / x.nitrogenMolar,
      });
      return ok(note.explained({ amountG, amountMl: null }));
    }
    const amountG = note.step({
      id: 'solution',
      label: 'Solution',
      unit: 'g',
      formula: 'nitrogen × 17.03 / 14.007 / share of NH3',
      terms: {
        nitrogen: nitrogenG,
        molar: species.nh3.molarGPerMol,
        nitrogenMolar: species.n.molarGPerMol,
        share: source.nh3Percent / 100,
      },
      by: (x) => (x.nitrogen * x.molar) / x.nitrogenMolar / x.share,
    });
    const amountMl = note.step({
      id: 'millilitres',
      label: 'Solution by volume',
      unit: 'mL',
      formula: 'grams / density',
      terms: { grams: amountG, density: source.densityGPerMl },
      by: (x) => x.grams / x.density,
    });
    return ok(note.explained({ amountG, amountMl }));
  });
}

export interface CyclingInput {
  school: CyclingSchoolId;
  startedAtEpochMs: number;
  nowEpochMs: number;
  tan: readonly DatedReading[];
  no2: readonly DatedReading[];
  no3: readonly DatedReading[];
  /** Ammonia doses, food and stocking: all that feeds the bacteria. */
  fedAtEpochMs: readonly number[];
  /** Ammonia doses alone, with their target, for the 24-hour test. */
  doses: readonly { atEpochMs: number; tanMgPerL: number }[];
  stocked: boolean;
  tempC: number | null;
  ph: number | null;
}
export type CyclingPhase = 'no-source' | 'waiting' | 'ammonia' | 'nitrite' | 'ready' | 'fading' | 'expired';
/** Why a cycle is said to be where it is. */
export type CyclingReason = ReasonOf<{
  'nothing-feeds': NoFacts;
  'too-sour': NoFacts;
  'nitrite-come': NoFacts;
  'ammonia-only': NoFacts;
  'fed-nothing-found': NoFacts;
  ready: NoFacts;
  fading: { unfedNights: number };
  expired: { unfedNights: number };
}>;
const plainly = (
  id: 'nothing-feeds' | 'too-sour' | 'nitrite-come' | 'ammonia-only' | 'fed-nothing-found',
): CyclingReason => ({ id, facts: {} });
export interface CyclingState {
  phase: CyclingPhase;
  reason: CyclingReason;
  /** When it first met its school's criteria. */
  readyAtEpochMs: number | null;
  forecast: { loEpochMs: number; hiEpochMs: number; by: 'school' | 'nitrite-falling' } | null;
  paceRatio: number | null;
  /** Days since it was last fed, once ready. */
  unfedDays: number | null;
}

/** Sooner than this after a dose a clean test says that it has not mixed, not that it is gone (our estimate). */
const leastHours = 6;
const traceMgPerL = { tan: 0.25, no2: 0.25 };
/** A cycled tank left unfed fades: asked about after a week, taken as lost after three (our estimate). */
export const fadingDays = { fading: 7, expired: 21 };

const gone = (reading: DatedReading | undefined, traceValue: number): boolean =>
  reading !== undefined && highEnd(reading) <= traceValue + 1e-9;
const byTime = (all: readonly DatedReading[]): DatedReading[] => [...all].sort((a, b) => a.atEpochMs - b.atEpochMs);

/** The first evening at which the school's own criteria were met. */
function readyAt(input: CyclingInput): number | null {
  const [tan, no2, no3] = [byTime(input.tan), byTime(input.no2), byTime(input.no3)];
  const nitrate = no3.find((r) => highEnd(r) > 2);
  const bothGone = no2
    .filter((r) => gone(r, traceMgPerL.no2))
    .map((r) => r.atEpochMs)
    .filter((at) => tan.some((t) => Math.abs(t.atEpochMs - at) <= dayMs / 2 && gone(t, traceMgPerL.tan)));
  const seen = [...tan, ...no2].some((r) => lowEnd(r) > 0.25) || nitrate !== undefined;
  if (!seen) return null;
  if (input.school === 'ammonia' || input.school === 'seeded') {
    const enough = input.school === 'ammonia' ? 2 : 1;
    const passed = bothGone.find((at) =>
      input.doses.some(
        (d) =>
          d.tanMgPerL >= enough - 1e-9 && at - d.atEpochMs >= leastHours * hourMs && at - d.atEpochMs <= 1.1 * dayMs,
      ),
    );
    return passed !== undefined && nitrate ? passed : null;
  }
  const apartDays = input.school === 'food' ? 3 : 7;
  const first = bothGone.find((at, i) =>
    bothGone.slice(i + 1).some((later) => later - at >= (apartDays - 0.3) * dayMs),
  );
  const last = first === undefined ? undefined : bothGone.find((at) => at - first >= (apartDays - 0.3) * dayMs);
  return last ?? null;
}

/**
 * Where a cycle stands, when its school will call it ready, and whether a ready one is fading.
 *
 * The forecast is the school's usual span stretched by the nitrifiers' pace at this temperature and pH, narrowed by
 * what has been reached (nitrite seen: the first two fifths are over); once nitrite falls it is the robust line through
 * the last readings down to 0.25 mg/L, with its spread. Trace limits 0.25 mg/L: the kits' lowest step.
 * @example cyclingState({ school: 'ammonia', startedAtEpochMs: 0, nowEpochMs: 0, tan: [], no2: [], no3: [], fedAtEpochMs: [], doses: [], stocked: false, tempC: 25, ph: 7.5 }).phase // 'no-source'
 */
export function cyclingState(input: CyclingInput): CyclingState {
  const pace = nitrifierPace({ tempC: input.tempC ?? 25, ph: input.ph ?? 7.2 });
  const paceRatio = pace.ok ? pace.value.paceRatio : null;
  const state = { readyAtEpochMs: null, forecast: null, paceRatio, unfedDays: null };
  const ready = readyAt(input);
  if (ready !== null) return readyState(input, ready, paceRatio);
  if (input.fedAtEpochMs.length === 0 && !input.stocked)
    return { ...state, phase: 'no-source', reason: plainly('nothing-feeds') };
  if (paceRatio !== null && paceRatio < 0.05) return { ...state, phase: 'waiting', reason: plainly('too-sour') };
  const [tan, no2] = [byTime(input.tan), byTime(input.no2)];
  const nitriteSeen = no2.some((r) => lowEnd(r) > traceMgPerL.no2);
  const forecast = forecastOf(input, paceRatio ?? 1, nitriteSeen);
  if (nitriteSeen) return { ...state, phase: 'nitrite', forecast, reason: plainly('nitrite-come') };
  if (tan.some((r) => lowEnd(r) > traceMgPerL.tan))
    return { ...state, phase: 'ammonia', forecast, reason: plainly('ammonia-only') };
  return { ...state, phase: 'waiting', forecast, reason: plainly('fed-nothing-found') };
}

function readyState(input: CyclingInput, readyEpochMs: number, paceRatio: number | null): CyclingState {
  const lastFed = Math.max(readyEpochMs, ...input.fedAtEpochMs);
  const unfedDays = input.stocked ? 0 : (input.nowEpochMs - lastFed) / dayMs;
  const phase = unfedDays >= fadingDays.expired ? 'expired' : unfedDays >= fadingDays.fading ? 'fading' : 'ready';
  const reason: CyclingReason =
    phase === 'ready' ? { id: 'ready', facts: {} } : { id: phase, facts: { unfedNights: Math.floor(unfedDays) } };
  return { phase, reason, readyAtEpochMs: readyEpochMs, forecast: null, paceRatio, unfedDays };
}

function forecastOf(input: CyclingInput, paceRatio: number, nitriteSeen: boolean): CyclingState['forecast'] {
  const falling = nitriteFall(input);
  if (falling) return falling;
  const school = cyclingSchools.find((s) => s.id === input.school) ?? cyclingSchools[0];
  if (!school) return null;
  const stretch = 1 / Math.max(paceRatio, 0.05);
  const firstNitrite = byTime(input.no2).find((r) => lowEnd(r) > traceMgPerL.no2);
  const [from, share] = nitriteSeen && firstNitrite ? [firstNitrite.atEpochMs, 0.6] : [input.startedAtEpochMs, 1];
  const at = (days: number): number => Math.max(input.nowEpochMs, from + days * share * stretch * dayMs);
  return { loEpochMs: at(school.usualDays.lo), hiEpochMs: at(school.usualDays.hi), by: 'school' };
}

/** After its peak nitrite falls: the line through the readings since then, to the trace, with the slope's own spread. */
function nitriteFall(input: CyclingInput): CyclingState['forecast'] {
  const no2 = byTime(input.no2);
  const peak = no2.reduce((best, r, i) => (middle(r) > middle(no2[best] ?? r) ? i : best), 0);
  const since = no2.slice(peak);
  const last = since.at(-1);
  const line = theilSenLine(since.map((r) => ({ x: r.atEpochMs / dayMs, y: middle(r) })));
  if (!line || !last || line.hi >= 0 || middle(last) <= traceMgPerL.no2) return null;
  const left = middle(last) - traceMgPerL.no2;
  return {
    loEpochMs: last.atEpochMs + (left / -line.lo) * dayMs,
    hiEpochMs: last.atEpochMs + (left / -line.hi) * dayMs + 2 * dayMs,
    by: 'nitrite-falling',
  };
}

/** The longest usual span of a school: a tank younger than this of which nobody said a stage is asked about. */
const youngDays = 56;
/**
 * Whether a tank asks for its cycle before anything else: it is said to be cycling, or is younger than eight weeks and
 * nobody has said. Null where it does not.
 * @example cycleAsked({ stage: null, ageDays: 10, purpose: 'display' }) // { ageDays: 10, said: false }
 */
export function cycleAsked({
  stage,
  ageDays,
  purpose,
}: {
  stage: string | null;
  ageDays: number;
  purpose: string;
}): { ageDays: number; said: boolean } | null {
  if (stage === 'cycling') return { ageDays, said: true };
  return stage === null && purpose !== 'resting' && ageDays < youngDays ? { ageDays, said: false } : null;
}
