import { dayMs } from '#core/units';
import { bandAhead } from '#core/almanac';
import type { ParameterId, Water } from '#core/readings';
import { outlookOf, slowHarm, testPlan, type Outlook, type SlowFinding, type TestPlan } from '#core/tonight';
import { bearingTonight } from '#core/water';
import { shippedAlmanac } from '#almanac/shelf';
import { newestOf, type Tank } from '../tanks';
import { bandsOf, foreseenVerdict } from './judging';

export interface Prospect {
  outlooks: Outlook[];
  findings: SlowFinding[];
  plan: TestPlan;
  /** It could not be worked out, or not in time: something in this tank's book is too odd. */
  failed?: true;
}
export const noProspect: Prospect = {
  outlooks: [],
  findings: [],
  plan: { state: 'settled', why: 'settled', tests: [] },
};

/** All that the model is given of one tank: plain data, so that it can be handed to another thread. */
export interface ProspectInput {
  tank: Tank;
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
        band: bandAhead({ line: bands.find((b) => b.parameter === parameter.id) ?? null, latest: own.at(-1) ?? null }),
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
      sourceEc25UsPerCm: [...changes]
        .reverse()
        .flatMap((c) => (c.water.ec25UsPerCm === undefined ? [] : [c.water.ec25UsPerCm])),
      topUpEcPerWeek:
        (7 / 60) *
        topUps.filter((t) => nowEpochMs - t.atEpochMs < 60 * dayMs).reduce((sum, t) => sum + t.addedEc25UsPerCm, 0),
      ecStepFraction: ecStepFractionOf(tank, nowEpochMs),
      changesPerMonthCount: changes.filter((c) => nowEpochMs - c.atEpochMs < 60 * dayMs).length / 2,
      nowEpochMs,
    }),
    plan: testPlan({
      ...happenings(tank, nowEpochMs),
      changeCount: changes.length,
      resting: tank.setUp.purpose === 'resting',
      // What only the animals ask for is judged where it was tested, and not asked to be.
      bands: bands.filter((b) => b.asked?.practice !== null),
      lines: foreseenVerdict({ tank, prospect: { outlooks }, nowEpochMs }).lines,
      outlooks,
      nowEpochMs,
    }),
  };
}

/** The osmotic step that these animals bear at a change. */
const ecStepFractionOf = ({ setUp, bears }: Tank, nowEpochMs: number): number =>
  shippedAlmanac.limits.find((l) => l.parameter === 'ec25UsPerCm' && l.per === 'change' && l.measure === 'fraction')
    ?.byBearing[bearingTonight({ ...setUp, bearing: bears.bearing, nowEpochMs })].value ?? leastEcStepFraction;
/** Where the almanac says nothing: as for the delicate. */
const leastEcStepFraction = 0.05;

/** What lately happened in the tank, from the newest few that ride with it. */
function happenings(
  tank: Tank,
  nowEpochMs: number,
): {
  tankAgeDays: number;
  sinceArrivalDays: number | null;
  sinceDeathDays: number | null;
  sinceTreatmentDays: null;
  overgrown: boolean;
} {
  const sinceDays = (item: { atEpochMs: number } | undefined): number | null =>
    item ? (nowEpochMs - item.atEpochMs) / dayMs : null;
  return {
    tankAgeDays: (nowEpochMs - Date.parse(tank.startedOn)) / dayMs,
    sinceArrivalDays: sinceDays(newestOf(tank, 'new').find((i) => i.what === 'animal')),
    sinceDeathDays: sinceDays(newestOf(tank, 'alarming').find((i) => i.event === 'died')),
    // No treatments are kept yet: their slice will say.
    sinceTreatmentDays: null,
    overgrown: newestOf(tank, 'sight')[0]?.sight === 'overgrown',
  };
}
