import { dayMs } from '#core/units';
import type { BandLine } from '#core/almanac';
import { silent, type Recorder } from '#core/explain';
import {
  highEnd,
  judgeReading,
  middle,
  type DatedReading,
  type Interval,
  type Parameter,
  type ParameterId,
} from '#core/readings';
import { chlorideGuard, freeCo2, oxygenSaturation, unionisedAmmonia } from '#core/water';
import {
  judgedVerdict,
  staleAfterDays,
  type Base,
  type ParameterVerdict,
  type VerdictInput,
} from './parameter-verdict';
import type { VerdictFacts } from './reasons';

/** The newest reading of a parameter, where it is not too old to count. */
function latestOf(input: VerdictInput, id: ParameterId, withinDays = staleAfterDays): DatedReading | null {
  const found = input.history.readings[id]?.[0];
  return found && input.nowEpochMs - found.atEpochMs <= withinDays * dayMs ? found : null;
}

interface Special {
  input: VerdictInput;
  base: Omit<Base, 'band'> & { band: BandLine | null };
  parameter: Parameter;
  note: Recorder;
}

/** Ammonia is judged by its toxic part, from pH and temperature of the same water. */
export function ammoniaVerdict({ input, base, parameter, note }: Special): ParameterVerdict {
  const ph = input.history.readings.ph?.[0];
  const temp = input.history.readings.tempC?.[0];
  if (!ph || !temp)
    return {
      ...base,
      state: 'unknown',
      reason: { id: 'needs-others', facts: { parameter: parameter.id } },
    };
  const nh3AsN = toxicSpan({ tan: base.latest, ph, temp }, note);
  if (!nh3AsN)
    return {
      ...base,
      state: 'unknown',
      reason: { id: 'needs-others', facts: { parameter: parameter.id, unjudged: true } },
    };
  const judged = judgeReading({ reading: nh3AsN, band: { lo: 0, hi: input.chronicNh3AsNMgPerL } }, note);
  const full = { ...base, nh3AsN, judgement: judged.ok ? judged.value.value : null };
  const facts = (urgentMgPerL: number | null): VerdictFacts => ({
    parameter: parameter.id,
    toxic: { span: nh3AsN, concernMgPerL: input.chronicNh3AsNMgPerL, urgentMgPerL },
  });
  if (!judged.ok || judged.value.value.verdict === 'unknown')
    return { ...full, state: 'unknown', reason: { id: 'straddles', facts: facts(null) } };
  if (judged.value.value.verdict === 'inside')
    return { ...full, state: 'settled', reason: { id: 'in-band', facts: facts(null) } };
  const urgent = (nh3AsN.hi ?? 0) >= input.thresholds.nh3AsNMgPerL;
  return {
    ...full,
    state: 'act',
    reason: { id: 'toxic-ammonia', facts: facts(urgent ? input.thresholds.nh3AsNMgPerL : null) },
    urgent,
  };
}

function toxicSpan(
  { tan, ph, temp }: { tan: Interval; ph: Interval; temp: Interval },
  note: Recorder,
): Interval | null {
  const at = (end: 'lo' | 'hi', recorder: Recorder): number | null => {
    const [tanMgPerL, phEnd, tempC] = [tan[end] ?? (end === 'lo' ? 0 : null), ph[end], temp[end]];
    if (tanMgPerL === null || phEnd === null || tempC === null) return null;
    const toxic = unionisedAmmonia({ ph: phEnd, tempC, tanMgPerL }, recorder);
    return toxic.ok ? (toxic.value.value.nh3AsNMgPerL ?? null) : null;
  };
  const [lo, hi] = [at('lo', silent), at('hi', note)];
  return lo === null || hi === null ? null : { lo, hi };
}

/**
 * Nitrite is judged by its band and, where it is over it, by the chloride that keeps it out of the gills: urgent only
 * where the published ratio is not reached. Without a chloride reading the worse is assumed and the test is named.
 */
export function nitriteVerdict({ input, base, parameter, note }: Special): ParameterVerdict {
  const { latest, band } = base;
  const plain: ParameterVerdict = band
    ? judgedVerdict({ base: { ...base, band }, parameter, note })
    : {
        ...base,
        state: 'settled',
        reason: { id: 'no-band', facts: { parameter: parameter.id, reading: { lo: latest.lo, hi: latest.hi } } },
      };
  if (plain.state !== 'act') return plain;
  const { no2MgPerL: urgentMgPerL, chlorideToNitriteRatio: wantedRatio } = input.thresholds;
  const high = latest.hi === null || latest.hi >= urgentMgPerL;
  const chloride = latestOf(input, 'clMgPerL', 14);
  const facts = (ratio: Interval | null, guards: boolean): VerdictFacts => ({
    ...plain.reason.facts,
    chloride: { ratio, wantedRatio, guards },
  });
  if (!chloride) return { ...plain, reason: { id: 'unguarded-nitrite', facts: facts(null, false) }, urgent: high };
  const clToNo2 = ratioSpan({ no2: latest, cl: chloride, wantedRatio }, note);
  if (clToNo2.lo !== null && clToNo2.lo >= wantedRatio)
    return { ...plain, clToNo2, reason: { id: 'guarded-nitrite', facts: facts(clToNo2, true) } };
  return { ...plain, clToNo2, reason: { id: 'unguarded-nitrite', facts: facts(clToNo2, false) }, urgent: high };
}

function ratioSpan(
  { no2, cl, wantedRatio }: { no2: Interval; cl: Interval; wantedRatio: number },
  note: Recorder,
): Interval {
  const worst = { no2MgPerL: no2.hi ?? 500, clMgPerL: cl.lo ?? 0, wantedRatio };
  const guard = chlorideGuard(worst, note);
  const [lo, hi] = [guard.ok ? guard.value.value.clToNo2Ratio : null, no2.lo && cl.hi !== null ? cl.hi / no2.lo : null];
  return { lo: lo ?? 0, hi };
}

/** Free CO2 from pH, KH and temperature of one evening, where carbonate alone holds the pH; null where it cannot be had. */
export function computedCo2(input: VerdictInput, parameter: Parameter, note: Recorder): ParameterVerdict | null {
  const [ph, kh] = [latestOf(input, 'ph', 7), latestOf(input, 'khDegrees')];
  const temp = latestOf(input, 'tempC', 7);
  const band = input.bands.find((b) => b.parameter === 'co2MgPerL');
  if (!ph || !kh || !temp || !band || (input.phHolder ?? 'carbonate') !== 'carbonate') return null;
  // The method has nothing to hold on to where the kit's own step is as large as the reading.
  if (kh.lo === null || kh.hi === null || kh.lo < 1 || ph.lo === null || ph.hi === null) return null;
  const at = (phValue: number, khDegrees: number, recorder: Recorder): number | null => {
    const found = freeCo2({ ph: phValue, khDegrees, tempC: middle(temp) }, recorder);
    return found.ok ? found.value.value.co2MgPerL : null;
  };
  const [lo, hi] = [at(ph.hi, kh.lo, silent), at(ph.lo, kh.hi, note)];
  if (lo === null || hi === null) return null;
  const latest: DatedReading = { lo, hi, atEpochMs: Math.min(ph.atEpochMs, kh.atEpochMs) };
  const judged = judgedVerdict({
    base: {
      parameter: parameter.id,
      latest,
      band,
      judgement: null,
      direction: 'unknown',
      actual: 'unknown',
      hangsOnFactor: false,
      urgent: false,
    },
    parameter,
    note,
  });
  const over = judged.state === 'act';
  const open = judged.state === 'unknown';
  return {
    ...judged,
    computed: true,
    state: over || open ? judged.state : 'settled',
    reason: {
      id: judged.reason.id,
      facts: { parameter: parameter.id, reading: { lo, hi }, co2: { limitMgPerL: band.hi ?? 0, over, open } },
    },
  };
}

/** From here on the water is warm enough for its oxygen to be worth a word (ours). */
const warmFromC = 28;

/** What warm water holds of oxygen at most; nothing where it is cool. */
export function heatFacts({ latest, band }: ParameterVerdict): Pick<VerdictFacts, 'heat'> {
  if (!latest) return {};
  const tempC = middle(latest);
  if (tempC < warmFromC && tempC <= highEnd(band ?? { lo: null, hi: null })) return {};
  const held = oxygenSaturation({ tempC });
  return held.ok ? { heat: { tempC, o2MgPerL: held.value.o2MgPerL } } : {};
}

/** A measured oxygen as a share of what water of this warmth can hold. */
export function oxygenFacts(input: VerdictInput, { latest }: ParameterVerdict): Pick<VerdictFacts, 'oxygen'> {
  const temp = latestOf(input, 'tempC', 2);
  if (!latest || !temp) return {};
  const tempC = middle(temp);
  const held = oxygenSaturation({ tempC });
  return held.ok ? { oxygen: { ofSaturationFraction: middle(latest) / held.value.o2MgPerL, tempC } } : {};
}
