import type { SaltId } from '#core/water';

/** What a keeper must know of a salt before it is in a drum. Label first; common chemical-safety knowledge. */
export interface SaltCare {
  saltId: SaltId;
  caution: string;
  storage: string;
}
export const foodGradeCaution =
  'Food grade or purer, from a closed pack with a label: road, garden and pool salts carry iron, anti-caking agents or worse. Never out of an unmarked tub.';

const care = (saltId: SaltId, caution: string, storage = 'Dry and closed.'): SaltCare => ({ saltId, caution, storage });
export const saltCares: readonly SaltCare[] = [
  care('caso4-2h2o', 'Dissolves slowly: stir, and again in an hour. Not plaster: that sets.'),
  care(
    'cacl2',
    'Grows hot as it dissolves: into much cold water, never water onto it; goggles and gloves.',
    'Draws water from the air: airtight, or what is weighed is water.',
  ),
  care(
    'cacl2-2h2o',
    'Warms the water as it dissolves: little by little; goggles.',
    'Draws water from the air: airtight.',
  ),
  care('mgso4-7h2o', 'Laxative if swallowed.', 'Loses crystal water in warm dry air: closed and cool.'),
  care('mgcl2-6h2o', 'Irritates eyes and broken skin.', 'Draws water from the air: airtight.'),
  care('caco3', 'Does not dissolve without CO2: days in still water, weeks without. No dust into the lungs.'),
  care('nahco3', 'Raises pH as CO2 leaves: never much at once in a stocked tank.'),
  care('khco3', 'Raises pH as CO2 leaves; counts as potassium.'),
  care(
    'k2co3',
    'Strongly alkaline, burns eyes and skin: goggles and gloves, into much water.',
    'Draws water from the air: airtight, away from acids.',
  ),
  care('k2so4', 'Dissolves slowly; bitter, not for food in these amounts.'),
  care('nacl', 'Without iodine and without anti-caking agent. Not for soft-water animals and many plants.'),
  care('kcl', 'Bitter; not for people with a heart or kidney complaint to taste.'),
  care(
    'kno3',
    'Feeds fire: away from anything that burns, and from children. Its sale may be restricted.',
    'Dry, closed, locked, away from fuel.',
  ),
  care('kh2po4', 'A pinch is much phosphate: weigh it by a stock solution.'),
];
