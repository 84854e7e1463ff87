import { minuteMs } from '#core/units';
import { bandsInForce, type BandLine, type Practice } from '#core/almanac';
import type { Recorder } from '#core/explain';
import type { DatedReading, ParameterId } from '#core/readings';
import {
  tankVerdict,
  withOutlooks,
  type Outlook,
  type PhHolder,
  type TankHistory,
  type TankVerdict,
} from '#core/tonight';
import { bearingTonight } from '#core/water';
import { shippedAlmanac } from '#almanac/shelf';
import { newestByOf, newestOf, type Tank } from '../tanks';

const practiceOf = (id: string): Practice =>
  shippedAlmanac.practices.find((p) => p.id === id) ?? {
    id,
    version: 0,
    livestock: '',
    name: id,
    reason: '',
    bands: [],
  };

/**
 * The bands for a tank: safety lines, its practice's, within them what its animals ask, and the keeper's own on top,
 * graded as the keeper's choice.
 */
export function bandsOf({ setUp, residents }: Pick<Tank, 'setUp' | 'residents'>): BandLine[] {
  const overrides = setUp.overrides.map((o): BandLine => ({
    parameter: o.parameter,
    lo: o.lo,
    hi: o.hi,
    grade: 'single-observation',
    sourceIds: [],
    note: o.reason,
  }));
  const askers = residents
    .filter(({ kind }) => kind.group !== 'plant')
    .map(({ kind }) => ({ name: kind.commonName, ranges: kind.ranges }));
  return bandsInForce({ practice: practiceOf(setUp.practiceId), safety: shippedAlmanac.safety, overrides, askers });
}

/** The newest few that are kept with each tank, as the core wants them. */
function historyOf(tank: Tank): TankHistory {
  const readings: Partial<Record<ParameterId, readonly DatedReading[]>> = {};
  for (const { of, items } of newestByOf(tank, 'reading')) readings[of] = items;
  return {
    readings,
    changes: newestOf(tank, 'change').map(({ atEpochMs, changeFraction, water }) => ({
      atEpochMs,
      changeFraction,
      source: water,
    })),
  };
}

/** What these animals bear in a day. */
function perDayOf({ setUp, bears }: Tank, nowEpochMs: number): Partial<Record<ParameterId, number>> {
  const bearing = bearingTonight({ ...setUp, bearing: bears.bearing, nowEpochMs });
  return Object.fromEntries(
    shippedAlmanac.limits
      .filter((limit) => limit.per === 'day' && limit.measure === 'value')
      .map((limit) => [limit.parameter, limit.byBearing[bearing].value]),
  );
}

const acidifying: readonly string[] = ['leaves', 'pods', 'wood'];
/** What holds the pH of a tank, as far as its set-up and what lies in it tell. */
export function phHolderOf(tank: Tank): PhHolder {
  if (tank.setUp.bed?.kind === 'active') return 'active-bed';
  const stained = newestOf(tank, 'new').some(({ what, gone }) => acidifying.includes(what) && !gone);
  return stained || practiceOf(tank.setUp.practiceId).tannins ? 'tannins' : 'carbonate';
}

export function verdictOf({
  tank,
  nowEpochMs,
  note,
  only,
}: {
  tank: Tank;
  nowEpochMs: number;
  note?: Recorder;
  only?: ParameterId;
}): TankVerdict {
  return tankVerdict(
    {
      catalogue: only ? shippedAlmanac.parameters.filter((p) => p.id === only) : shippedAlmanac.parameters,
      bands: bandsOf(tank),
      history: historyOf(tank),
      thresholds: shippedAlmanac.thresholds,
      chronicNh3AsNMgPerL: shippedAlmanac.chronicNh3AsNMgPerL,
      phHolder: phHolderOf(tank),
      perDay: perDayOf(tank, nowEpochMs),
      nowEpochMs,
      resting: tank.setUp.purpose === 'resting',
    },
    note,
  );
}

/** Nothing that is said of a tank turns within a minute. */
const verdicts = new WeakMap<Tank, { outlooks: readonly Outlook[]; minuteIndex: number; verdict: TankVerdict }>();

/** The verdict on tonight's readings with the model's word laid over it; of an unchanged tank once a minute. */
export function foreseenVerdict({
  tank,
  prospect: { outlooks },
  nowEpochMs,
}: {
  tank: Tank;
  prospect: { outlooks: readonly Outlook[] };
  nowEpochMs: number;
}): TankVerdict {
  const minuteIndex = Math.floor(nowEpochMs / minuteMs);
  const known = verdicts.get(tank);
  if (known?.outlooks === outlooks && known.minuteIndex === minuteIndex) return known.verdict;
  const verdict = withOutlooks(verdictOf({ tank, nowEpochMs }), { outlooks, catalogue: shippedAlmanac.parameters });
  verdicts.set(tank, { outlooks, minuteIndex, verdict });
  return verdict;
}

export const everyParameter: readonly ParameterId[] = shippedAlmanac.parameters.map((p) => p.id);
