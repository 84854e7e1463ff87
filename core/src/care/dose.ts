import { silent, type Recorder } from '#core/explain';
import { ok, type Result } from '#core/result';
import { courseOf, rationOf, stockMlPerPack, type CourseFood, type CourseInput } from './course';

/** What a dose is given from, beside its label. */
export interface DosePlan extends Pick<CourseInput, 'netVolumeL' | 'label' | 'packsCanBeSplit' | 'repeats'> {
  /** Whole packs are dissolved first, and a share of that is given: exact where packs are not. */
  stockSolution?: boolean | undefined;
  /** How much of the bottle one pack of the label is. */
  doseValue?: number | undefined;
  doseUnit?: DoseGivenUnit | undefined;
  food?: CourseFood | undefined;
}
export const doseGivenUnits = ['g', 'mL', 'pieces'] as const;
export type DoseGivenUnit = (typeof doseGivenUnits)[number];

/**
 * A dose as somebody can carry it out; plan, page, sheet, calendar and label say it from this and from nothing else.
 * `packs` is what goes into the water, `doseShare` how much of the label's dose that is.
 */
export type DoseToGive = { packs: number; doseShare: number } & (
  | { by: 'packs' }
  /** Weighed or measured out of what can be split; `value` where a bottle says how much a pack is. */
  | { by: 'measure'; value: number | null; unit: DoseGivenUnit | null }
  /** So many packs dissolved in so much water, and so much of it given; the rest is thrown away. */
  | { by: 'stock'; dissolvedPacksCount: number; waterMl: number; takeMl: number }
  | { by: 'meal'; foodG: number; agentMg: number | null }
);

/** A share further off than this is no rounding any more: it takes the stock solution, or a reason. Ours. */
export const doseShareSpan = { lo: 0.9, hi: 1.1 } as const;
/** Whether a dose is as the label has it, near enough. @example isNearLabel(1.1) // true */
export const isNearLabel = (doseShare: number): boolean =>
  doseShare >= doseShareSpan.lo - noise && doseShare <= doseShareSpan.hi + noise;
const noise = 1e-9;

/** A syringe reads tenths of a millilitre below ten, and whole ones above; below one the stock is made thinner. */
const leastTakeMl = 1;
const fineBelowMl = 10;
const read = (takeMl: number): number => (takeMl < fineBelowMl ? Math.round(10 * takeMl) / 10 : Math.round(takeMl));
/** So many packs as a part of dissolved whole ones, as a syringe can take it. */
function byStock(packs: number, labelPacksCount: number, note: Recorder = silent): DoseToGive {
  const dissolvedPacksCount = Math.max(1, Math.ceil(packs - noise));
  const thick = stockMlPerPack * packs;
  const thinnings = packs > 0 && thick < leastTakeMl ? Math.ceil(Math.log10(leastTakeMl / thick)) : 0;
  const waterMl = stockMlPerPack * dissolvedPacksCount * 10 ** thinnings;
  const takeMl = note.step({
    id: 'take',
    label: 'Of the dissolved packs, to the mark of a syringe',
    unit: 'mL',
    formula: 'water × exact packs / packs dissolved in it',
    terms: { water: waterMl, exact: packs, dissolved: dissolvedPacksCount },
    by: (x) => read((x.water * x.exact) / x.dissolved),
  });
  const given = (takeMl / waterMl) * dissolvedPacksCount;
  return { by: 'stock', dissolvedPacksCount, waterMl, takeMl, packs: given, doseShare: given / labelPacksCount };
}

/**
 * The dose of a course as it is given: whole packs, what a scale or syringe measures, a share of a stock solution, or a
 * meal. Packs that cannot be split are rounded as `courseOf` rounds them; the stock solution gives the label's dose to the
 * nearest mark of a syringe. Refuses what `courseOf` refuses. Source: the label (T01, common practice); marks are ours.
 * @example doseToGive({ netVolumeL: 14.7, label: { packTreatsL: 37.9, doseDays: [1], changes: [] }, stockSolution: true })
 * // 39 mL of 1 pack in 100 mL, 1.00 of the dose
 */
export function doseToGive(plan: DosePlan, note: Recorder = silent): Result<DoseToGive> {
  const course = courseOf(plan, note);
  if (!course.ok) return course;
  const { packsPerDose, doseShare } = course.value;
  if (plan.food) {
    const ration = rationOf(plan.food);
    if (!ration.ok) return ration;
    return ok({
      by: 'meal',
      packs: 0,
      doseShare: 1,
      foodG: ration.value.foodGPerDay,
      agentMg: ration.value.agentMgPerDay,
    });
  }
  if (plan.stockSolution) return ok(byStock(packsPerDose / doseShare, packsPerDose / doseShare, note));
  if (plan.packsCanBeSplit) return ok(measured(plan, packsPerDose, 1));
  return ok({ by: 'packs', packs: packsPerDose, doseShare });
}
/** Packs that leave the box or bottle for it: of a stock solution whole ones, the rest is thrown away. */
export const packsTaken = (give: DoseToGive): number => (give.by === 'stock' ? give.dissolvedPacksCount : give.packs);
const measured = ({ doseValue, doseUnit }: DosePlan, packs: number, doseShare: number): DoseToGive => ({
  by: 'measure',
  packs,
  doseShare,
  value: doseValue === undefined ? null : packs * doseValue,
  unit: doseValue === undefined ? null : (doseUnit ?? null),
});

/**
 * A share of a dose, for the water that was replaced: packs that cannot be split are dissolved for it.
 * @example partOfDose(wholeDose, plan, 0.25) // 50 mL of 1 pack in 100 mL, of a dose of two packs
 */
export function partOfDose(whole: DoseToGive, plan: DosePlan, shareFraction: number): DoseToGive {
  const packs = whole.packs * shareFraction;
  if (whole.by === 'meal') return whole;
  return plan.packsCanBeSplit && whole.by === 'measure'
    ? measured(plan, packs, shareFraction * whole.doseShare)
    : byStock(packs, whole.packs / whole.doseShare);
}
