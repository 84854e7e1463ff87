import { bandsInForce, type BandLine, type Practice } from '#core/almanac';
import type { Recorder } from '#core/explain';
import type { DatedReading, ParameterId, Water } from '#core/readings';
import { tankVerdict, type PhHolder, type TankHistory, type TankVerdict } from '#core/tonight';
import { oneClassLower } from '#core/water';
import { shippedAlmanac } from '#almanac/shelf';
import type { ReadingRow, TankRow } from './tonight-repo';

const practiceOf = (id: string): Practice =>
  shippedAlmanac.practices.find((p) => p.id === id) ?? {
    id,
    version: 0,
    livestock: '',
    name: id,
    reason: '',
    bands: [],
  };

/** The bands for a tank: safety lines, its practice's, and the keeper's own on top, graded as the keeper's choice. */
export function bandsOf({ payload }: Pick<TankRow, 'payload'>): BandLine[] {
  const overrides = payload.overrides.map((o): BandLine => ({
    parameter: o.parameter,
    lo: o.lo,
    hi: o.hi,
    grade: 'single-observation',
    sourceIds: [],
    note: o.reason,
  }));
  return bandsInForce({ practice: practiceOf(payload.practiceId), safety: shippedAlmanac.safety, overrides });
}

export const dated = (row: ReadingRow): DatedReading & { entryId: string; text: string; insisted: boolean } => ({
  lo: row.lo,
  hi: row.hi,
  atEpochMs: row.at_ms,
  entryId: row.entry_id,
  text: row.text,
  insisted: row.insisted,
});

/** The newest reading of each parameter, as it rides with the tank. */
export function latestWater({ newest }: TankRow): Partial<Record<ParameterId, DatedReading>> {
  const water: Partial<Record<ParameterId, DatedReading>> = {};
  for (const [key, [latest]] of Object.entries(newest)) {
    const [kind, parameter] = key.split(':');
    if (kind === 'reading' && latest)
      water[parameter as ParameterId] = {
        atEpochMs: latest[0],
        lo: latest[2] as number | null,
        hi: latest[3] as number | null,
      };
  }
  return water;
}

/** The newest few that are kept with each tank, as the core wants them. */
function historyOf({ newest }: TankRow): TankHistory {
  const readings: Partial<Record<ParameterId, DatedReading[]>> = {};
  for (const [key, items] of Object.entries(newest)) {
    const [kind, parameter] = key.split(':');
    if (kind === 'reading')
      readings[parameter as ParameterId] = items.map(([atEpochMs, , lo, hi]) => ({
        atEpochMs,
        lo: lo as number | null,
        hi: hi as number | null,
      }));
  }
  return {
    readings,
    changes: (newest['change'] ?? []).map(([atEpochMs, , changeFraction, source]) => ({
      atEpochMs,
      changeFraction: changeFraction as number,
      source: source as Water,
    })),
  };
}

const monthMs = 30 * 86_400_000;
/** What these animals bear in a day; new arrivals count one class lower for a month. */
function perDayOf(
  { payload: { bearing, newArrivalsOn } }: TankRow,
  nowEpochMs: number,
): Partial<Record<ParameterId, number>> {
  const lately = newArrivalsOn !== undefined && nowEpochMs - Date.parse(newArrivalsOn) < monthMs;
  const own = lately ? oneClassLower(bearing) : bearing;
  return Object.fromEntries(
    shippedAlmanac.limits
      .filter((limit) => limit.per === 'day' && limit.measure === 'value')
      .map((limit) => [limit.parameter, limit.byBearing[own].value]),
  );
}

const acidifying: readonly unknown[] = ['leaves', 'pods', 'wood'];
/** What holds the pH of a tank, as far as its set-up and what lies in it tell. */
function phHolderOf({ payload, newest }: TankRow): PhHolder {
  if (payload.bed?.kind === 'active') return 'active-bed';
  const stained = (newest['new'] ?? []).some((item) => acidifying.includes(item[2]) && item[4] !== true);
  return stained || practiceOf(payload.practiceId).tannins ? 'tannins' : 'carbonate';
}

export function verdictOf({
  tank,
  nowEpochMs,
  note,
  only,
}: {
  tank: TankRow;
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
      resting: tank.payload.purpose === 'resting',
    },
    note,
  );
}

export const everyParameter: readonly ParameterId[] = shippedAlmanac.parameters.map((p) => p.id);
