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
export const equipmentWords: Record<EquipmentItem, string> = {
  filter: 'filter',
  'intake-sponge': 'sponge on the intake',
  heater: 'heater',
  lid: 'lid',
  air: 'air',
  co2: 'CO2',
  light: 'light',
  uv: 'UV',
  carbon: 'carbon',
  resin: 'resin',
};
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
] as const;
export const sharedThings = ['net', 'siphon', 'hose', 'filter-media', 'water', 'plants', 'hands'] as const;
export const sights = ['clear', 'partly', 'overgrown'] as const;
export const conditions = ['sound', 'worn', 'peeling', 'leaching', 'sharp'] as const;

/** What a tank is known to have in; undefined where nobody has said. */
export type EquipmentState = Partial<Record<EquipmentItem, { on: boolean; detail: string; lightHours?: number }>>;

export interface EquipmentFinding {
  id: string;
  severity: 'act' | 'caution' | 'note';
  text: string;
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
  const off = (item: EquipmentItem): boolean => equipment[item]?.on === false;
  if (off('filter') && off('air'))
    found.push({
      id: 'no-air',
      severity: 'act',
      text: 'Neither filter nor air is running: oxygen falls within hours in a stocked tank.',
    });
  if (off('heater'))
    found.push({
      id: 'heater-off',
      severity: 'caution',
      text: 'The heater is off. Plug in only when it stands in water; drip loop in the cord.',
    });
  if (smallAnimals && !equipment['intake-sponge']?.on)
    found.push({
      id: 'intake',
      severity: 'caution',
      text: 'Small animals and no sponge on the intake that the book knows of.',
    });
  if (jumpers && !equipment.lid?.on)
    found.push({ id: 'lid', severity: 'caution', text: 'Jumpers live here, and the book knows of no lid.' });
  if (equipment.co2?.on && off('light'))
    found.push({
      id: 'co2-dark',
      severity: 'caution',
      text: 'CO2 on while the light is off: it gathers where nothing uses it.',
    });
  const hours = equipment.light?.lightHours;
  if (hours !== undefined && hours > 10)
    found.push({ id: 'light', severity: 'note', text: `${hours} hours of light; over ten mostly feeds algae.` });
  return found;
}
