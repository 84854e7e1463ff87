import { guarded, ok, type NoFacts, type ReasonOf, type Result } from '#core/result';

export type ChlorineStatus = 'none' | 'chlorine' | 'chloramine' | 'unknown';
export type SourceState = 'tap-straight' | 'tap-aged' | 'softened' | 'ro' | 'rodi' | 'rain' | 'batch';

/** What is to be known of a treatment of this water. */
export type TreatmentReason = ReasonOf<{
  'chlorine-ages': NoFacts;
  'chlorine-carbon': NoFacts;
  'chlorine-membrane': NoFacts;
  'chlorine-conditioner': NoFacts;
  /** Not known whether it is chloramine: treated as such. */
  'chloramine-stays': { known: boolean };
  'chloramine-carbon': NoFacts;
  'chloramine-membrane': NoFacts;
  'chloramine-deioniser': NoFacts;
  'chloramine-conditioner': NoFacts;
  'chloramine-ammonia': { cl2MgPerL: number; tanMgPerL: number };
  'copper-pipe': NoFacts;
  softened: NoFacts;
  rain: NoFacts;
}>;
export interface TreatmentPoint {
  id: 'ageing' | 'carbon' | 'membrane' | 'conditioner' | 'deioniser' | 'ammonia' | 'copper' | 'softener' | 'rain';
  /** Whether this settles it, helps, or does nothing; the rest is for information. */
  does: 'settles' | 'helps' | 'nothing' | 'caution';
  reason: TreatmentReason;
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
  const say = (
    id: TreatmentPoint['id'],
    does: TreatmentPoint['does'],
    reason: TreatmentReason,
    grade: TreatmentPoint['grade'] = 'common-practice',
  ): void => {
    points.push({ id, does, reason, grade });
  };
  if (chlorine === 'chlorine') {
    say('ageing', 'settles', { id: 'chlorine-ages', facts: {} });
    say('carbon', 'settles', { id: 'chlorine-carbon', facts: {} });
    say('membrane', 'caution', { id: 'chlorine-membrane', facts: {} });
    say('conditioner', 'settles', { id: 'chlorine-conditioner', facts: {} });
  }
  if (chlorine === 'chloramine' || chlorine === 'unknown') {
    say('ageing', 'nothing', { id: 'chloramine-stays', facts: { known: chlorine !== 'unknown' } });
    say('carbon', 'helps', { id: 'chloramine-carbon', facts: {} });
    say('membrane', 'nothing', { id: 'chloramine-membrane', facts: {} });
    say('deioniser', 'helps', { id: 'chloramine-deioniser', facts: {} });
    say('conditioner', 'settles', { id: 'chloramine-conditioner', facts: {} });
    if (cl2MgPerL !== undefined && cl2MgPerL > 0) {
      const facts = { cl2MgPerL, tanMgPerL: cl2MgPerL * ammoniaOfChloramineRatio };
      say('ammonia', 'caution', { id: 'chloramine-ammonia', facts }, 'published');
    }
  }
  if (copperPipe) say('copper', 'caution', { id: 'copper-pipe', facts: {} });
  if (state === 'softened') say('softener', 'caution', { id: 'softened', facts: {} });
  if (state === 'rain') say('rain', 'caution', { id: 'rain', facts: {} });
  return points;
}
