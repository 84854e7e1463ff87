import { silent, type Explained, type Recorder } from '#core/explain';
import { firstFault, ok, refuse, type Result } from '#core/result';

/**
 * Conditioner for what is really in the water, by the strength on its own label: so many mL treat so many L at so many
 * mg/L of total chlorine. There is no usual strength: products differ tenfold.
 *
 * Litres, mg/L as total Cl2 (free chlorine and chloramine together), mL. For water that goes into the tank untreated the
 * whole tank is the volume, where the label says so. Refuses a label without strength. Source: proportionality.
 * @example conditionerDose({ volumeL: 100, chlorineMgPerL: 1, labelMl: 5, labelL: 100, labelMgPerL: 1 }).doseMl // 5
 */
export function conditionerDose(
  {
    volumeL,
    chlorineMgPerL,
    labelMl,
    labelL,
    labelMgPerL,
  }: { volumeL: number; chlorineMgPerL: number; labelMl: number; labelL: number; labelMgPerL: number },
  note: Recorder = silent,
): Result<Explained<{ doseMl: number }>> {
  note.by('water.conditioner', 1);
  const fault = firstFault([
    { field: 'volumeL', value: volumeL, range: { lo: 0.01, hi: 1e6, unit: 'L' } },
    { field: 'chlorineMgPerL', value: chlorineMgPerL, range: { lo: 0, hi: 50, unit: 'mg/L' } },
    { field: 'labelMl', value: labelMl, range: { lo: 1e-4, hi: 1e5, unit: 'mL' } },
    { field: 'labelL', value: labelL, range: { lo: 1e-4, hi: 1e6, unit: 'L' } },
    { field: 'labelMgPerL', value: labelMgPerL, range: { lo: 1e-3, hi: 100, unit: 'mg/L' } },
  ]);
  if (fault) return refuse(fault);
  note.assume('label-total-chlorine');
  const doseMl = note.step({
    id: 'doseMl',
    label: 'Dose',
    unit: 'mL',
    formula: 'label mL × litres / label litres × chlorine / label chlorine',
    terms: { mL: labelMl, litres: volumeL, labelLitres: labelL, chlorine: chlorineMgPerL, labelChlorine: labelMgPerL },
    by: (t) => (t.mL * t.litres * t.chlorine) / (t.labelLitres * t.labelChlorine),
  });
  return ok(note.explained({ doseMl }));
}

/**
 * Conditioner as its label says it: so many mL for so many litres of tap water, whatever is in them. For where nobody has
 * measured chlorine, which is the rule.
 *
 * Litres of tap water (what is mixed in from elsewhere needs none), mL. Source: the label; proportionality.
 * @example conditionerByLabel({ tapL: 40, labelMl: 5, labelL: 100 }).doseMl // 2
 */
export function conditionerByLabel(
  { tapL, labelMl, labelL }: { tapL: number; labelMl: number; labelL: number },
  note: Recorder = silent,
): Result<Explained<{ doseMl: number }>> {
  note.by('water.conditioner-label', 1);
  const fault = firstFault([
    { field: 'tapL', value: tapL, range: { lo: 0.01, hi: 1e6, unit: 'L' } },
    { field: 'labelMl', value: labelMl, range: { lo: 1e-4, hi: 1e5, unit: 'mL' } },
    { field: 'labelL', value: labelL, range: { lo: 1e-4, hi: 1e6, unit: 'L' } },
  ]);
  if (fault) return refuse(fault);
  const doseMl = note.step({
    id: 'doseMl',
    label: 'Dose by the label',
    unit: 'mL',
    formula: 'label mL × litres of tap / label litres',
    terms: { mL: labelMl, litres: tapL, labelLitres: labelL },
    by: (t) => (t.mL * t.litres) / t.labelLitres,
  });
  return ok(note.explained({ doseMl }));
}
