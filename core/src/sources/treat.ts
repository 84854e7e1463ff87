import { guarded, ok, type Result } from '#core/result';

export type ChlorineStatus = 'none' | 'chlorine' | 'chloramine' | 'unknown';
export type SourceState = 'tap-straight' | 'tap-aged' | 'softened' | 'ro' | 'rodi' | 'rain' | 'batch';

export interface TreatmentPoint {
  id: 'ageing' | 'carbon' | 'membrane' | 'conditioner' | 'deioniser' | 'ammonia' | 'copper' | 'softener' | 'rain';
  /** Whether this settles it, helps, or does nothing; the rest is for information. */
  does: 'settles' | 'helps' | 'nothing' | 'caution';
  text: string;
  grade: 'published' | 'common-practice' | 'ours';
}

/** NH3-N set free when a chloramine, measured as total chlorine, is broken: 14.007 / 70.9. */
export const ammoniaOfChloramineRatio = 14.007 / 70.9;

/**
 * Ammonia nitrogen that chloramine leaves behind when carbon or a conditioner breaks it, mg/L as N.
 *
 * `cl2MgPerL` total chlorine, 0-50 mg/L. Source: stoichiometry of monochloramine, CIAAW 2021 weights.
 * @example chloramineAmmonia({ cl2MgPerL: 2 }) // 0.395 mg/L as N
 */
export function chloramineAmmonia({ cl2MgPerL }: { cl2MgPerL: number }): Result<{ tanMgPerL: number }> {
  const guards = [{ field: 'cl2MgPerL', value: cl2MgPerL, range: { lo: 0, hi: 50, unit: 'mg/L' } }];
  return guarded(guards, () => ok({ tanMgPerL: cl2MgPerL * ammoniaOfChloramineRatio }));
}

/**
 * What the chlorine of a source means for ageing, carbon, membrane and conditioner; with the pipes and the softener.
 * Chlorine gases off in a day of aeration, chloramine does not and passes membranes (common practice; stoichiometry of
 * the ammonia from atomic weights). Unknown is treated as chloramine.
 * @example chlorineMeaning({ chlorine: 'chloramine', state: 'tap-aged' })[0] // ageing: nothing
 */
export function chlorineMeaning({
  chlorine,
  state,
  copperPipe = false,
  cl2MgPerL,
}: {
  chlorine: ChlorineStatus;
  state: SourceState;
  copperPipe?: boolean | undefined;
  /** Total chlorine, where it was measured. */
  cl2MgPerL?: number | undefined;
}): TreatmentPoint[] {
  const points: TreatmentPoint[] = [];
  const say = (id: TreatmentPoint['id'], does: TreatmentPoint['does'], text: string): void => {
    points.push({ id, does, text, grade: 'common-practice' });
  };
  if (chlorine === 'chlorine') {
    say('ageing', 'settles', 'A day of standing with air drives chlorine off.');
    say('carbon', 'settles', 'Carbon takes chlorine, while it is fresh.');
    say('membrane', 'caution', 'Chlorine eats RO membranes: the carbon before it must be fresh.');
    say('conditioner', 'settles', 'A conditioner by its label, for the chlorine that is there.');
  }
  if (chlorine === 'chloramine' || chlorine === 'unknown') {
    const unsure = chlorine === 'unknown' ? ' Not known here: ask the supplier, and treat it as chloramine.' : '';
    say('ageing', 'nothing', `Chloramine does not gas off with ageing.${unsure}`);
    say('carbon', 'helps', 'Carbon breaks chloramine only slowly and sets ammonia free.');
    say('membrane', 'nothing', 'Chloramine passes the membrane.');
    say('deioniser', 'helps', 'A deioniser after the membrane takes part of it; how far is disputed.');
    say('conditioner', 'settles', 'A conditioner that names chloramine on its label, by that label.');
    if (cl2MgPerL !== undefined && cl2MgPerL > 0)
      points.push({
        id: 'ammonia',
        does: 'caution',
        text: `Broken, ${cl2MgPerL} mg/L of it leaves ${(cl2MgPerL * ammoniaOfChloramineRatio).toFixed(2)} mg/L ammonia nitrogen behind.`,
        grade: 'published',
      });
  }
  if (copperPipe) say('copper', 'caution', 'Copper pipe: run the tap a minute first; shrimp and snails die of traces.');
  if (state === 'softened')
    say(
      'softener',
      'caution',
      'Softened: calcium and magnesium are swapped for sodium. GH 0, conductivity as before; draw before the softener.',
    );
  if (state === 'rain')
    say(
      'rain',
      'caution',
      'Rain takes what lies on roof and gutter with it: the first quarter of an hour to waste, never after spraying nearby.',
    );
  return points;
}
