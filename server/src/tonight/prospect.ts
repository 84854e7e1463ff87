import type { ParameterId, Water } from '#core/readings';
import {
  outlookOf,
  slowHarm,
  testPlan,
  withOutlooks,
  type Outlook,
  type SlowFinding,
  type TestPlan,
} from '#core/tonight';
import { shippedAlmanac } from '#almanac/shelf';
import { bandsOf, verdictOf } from './judging';
import type { TankRow } from './tonight-repo';

const dayMs = 86_400_000;

export interface Prospect {
  outlooks: Outlook[];
  findings: SlowFinding[];
  plan: TestPlan;
}
export const noProspect: Prospect = { outlooks: [], findings: [], plan: { state: 'settled', why: '', tests: [] } };

/** All that the model is given of one tank: plain data, so that it can be handed to another thread. */
export interface ProspectInput {
  tank: TankRow;
  readings: Partial<Record<ParameterId, { lo: number | null; hi: number | null; atEpochMs: number }[]>>;
  changes: { atEpochMs: number; changeFraction: number; water: Water }[];
  doses: { atEpochMs: number; adds: Water }[];
  topUps: { atEpochMs: number; addedEc25UsPerCm: number }[];
  nowEpochMs: number;
}

/** Forecasts, slow findings and the test plan of one tank. */
export function prospectOf({ tank, readings, changes, doses, topUps, nowEpochMs }: ProspectInput): Prospect {
  const bands = bandsOf(tank);
  const outlooks = shippedAlmanac.parameters.flatMap((parameter) => {
    const own = readings[parameter.id];
    const outlook =
      own &&
      outlookOf({
        parameter,
        readings: own,
        changes: changes.map(({ atEpochMs, changeFraction, water }) => ({
          atEpochMs,
          changeFraction,
          sourceValue: water[parameter.id] ?? null,
        })),
        doses: doses.flatMap(({ atEpochMs, adds }) => {
          const addValue = adds[parameter.id];
          return addValue ? [{ atEpochMs, addValue }] : [];
        }),
        band: bands.find((b) => b.parameter === parameter.id) ?? null,
        nowEpochMs,
      });
    return outlook ? [outlook] : [];
  });
  return {
    outlooks,
    findings: slowHarm({
      catalogue: shippedAlmanac.parameters,
      readings,
      outlooks,
      sourceEc: [...changes].reverse().flatMap((c) => (c.water.ec25UsPerCm === undefined ? [] : [c.water.ec25UsPerCm])),
      topUpEcPerWeek:
        (7 / 60) *
        topUps.filter((t) => nowEpochMs - t.atEpochMs < 60 * dayMs).reduce((sum, t) => sum + t.addedEc25UsPerCm, 0),
      changesPerMonthCount: changes.filter((c) => nowEpochMs - c.atEpochMs < 60 * dayMs).length / 2,
      nowEpochMs,
    }),
    plan: testPlan({
      ...happenings(tank, nowEpochMs),
      changeCount: changes.length,
      resting: tank.payload.purpose === 'resting',
      bands,
      lines: withOutlooks(verdictOf({ tank, nowEpochMs }), { outlooks, catalogue: shippedAlmanac.parameters }).lines,
      outlooks,
      nowEpochMs,
    }),
  };
}

/** What lately happened in the tank, from the newest few that ride with it. */
function happenings(
  { newest, started_on }: TankRow,
  nowEpochMs: number,
): {
  tankAgeDays: number;
  sinceArrivalDays: number | null;
  sinceDeathDays: number | null;
  sinceTreatmentDays: null;
  overgrown: boolean;
} {
  const sinceDays = (items: readonly (readonly unknown[])[] | undefined): number | null =>
    items?.[0] ? (nowEpochMs - Number(items[0][0])) / dayMs : null;
  return {
    tankAgeDays: (nowEpochMs - Date.parse(started_on)) / dayMs,
    sinceArrivalDays: sinceDays(newest['new']?.filter((i) => i[2] === 'animal')),
    sinceDeathDays: sinceDays(newest['alarming']?.filter((i) => i[2] === 'died')),
    // No treatments are kept yet: their slice will say.
    sinceTreatmentDays: null,
    overgrown: newest['sight']?.[0]?.[2] === 'overgrown',
  };
}
