import type { NoFacts, ReasonOf } from '#core/result';

/** The words of a tank's dated facts. */
export const tankStages = ['cycling', 'maturing', 'running', 'resting', 'closed'] as const;
export type TankStage = (typeof tankStages)[number];

export const equipmentItems = [
  'filter',
  'intake-sponge',
  'heater',
  'lid',
  'air',
  'co2',
  'light',
  'uv',
  'carbon',
  'resin',
] as const;
export type EquipmentItem = (typeof equipmentItems)[number];
export const newThings = [
  'food',
  'product',
  'decoration',
  'animal',
  'plant',
  'leaves',
  'pods',
  'wood',
  'rock',
  /** An insect spray, a fogger, paint or a cleaner near the tank. */
  'spray',
  /** Lotion, soap or scent on hands that were in the water. */
  'lotion',
  /** Drops against fleas on a pet that was stroked. */
  'pet-drops',
] as const;
export type NewThing = (typeof newThings)[number];
export const sharedThings = ['net', 'siphon', 'hose', 'filter-media', 'water', 'plants', 'hands'] as const;
export const sights = ['clear', 'partly', 'overgrown'] as const;
export const conditions = ['sound', 'worn', 'peeling', 'leaching', 'sharp'] as const;

/** What a tank is known to have in; undefined where nobody has said. */
export type EquipmentState = Partial<Record<EquipmentItem, { on: boolean; detail: string; lightHours?: number }>>;

export type EquipmentReason = ReasonOf<{
  'no-air': NoFacts;
  'heater-off': NoFacts;
  'no-intake-sponge': NoFacts;
  'no-lid': NoFacts;
  'co2-dark': NoFacts;
  'long-light': { lightHours: number };
}>;
export interface EquipmentFinding {
  reason: EquipmentReason;
  severity: 'act' | 'caution' | 'note';
}

/** What stands wrong or unsaid about a tank's equipment. Plain rules of the trade; common practice unless said. */
export function equipmentFindings({
  equipment,
  smallAnimals,
  jumpers,
}: {
  equipment: EquipmentState;
  /** Young, shrimp or fry that an intake would take. */
  smallAnimals: boolean;
  jumpers: boolean;
}): EquipmentFinding[] {
  const found: EquipmentFinding[] = [];
  const find = (severity: EquipmentFinding['severity'], reason: EquipmentReason): void =>
    void found.push({ reason, severity });
  const off = (item: EquipmentItem): boolean => equipment[item]?.on === false;
  if (off('filter') && off('air')) find('act', { id: 'no-air', facts: {} });
  if (off('heater')) find('caution', { id: 'heater-off', facts: {} });
  if (smallAnimals && !equipment['intake-sponge']?.on) find('caution', { id: 'no-intake-sponge', facts: {} });
  if (jumpers && !equipment.lid?.on) find('caution', { id: 'no-lid', facts: {} });
  if (equipment.co2?.on && off('light')) find('caution', { id: 'co2-dark', facts: {} });
  const lightHours = equipment.light?.lightHours;
  if (lightHours !== undefined && lightHours > 10) find('note', { id: 'long-light', facts: { lightHours } });
  return found;
}
