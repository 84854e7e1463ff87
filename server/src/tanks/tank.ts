import type { DatedReading, ParameterId } from '#core/readings';
import type { EquipmentItem, TankStage } from '#core/tanks';
import type { StockTank } from '#contracts/stock';
import { newestByOf, newestOf } from './newest';
import type { Tank } from './tanks-repo';

/** The newest reading of each parameter, as it rides with the tank. */
export function latestWater(tank: Pick<Tank, 'newest'>): Partial<Record<ParameterId, DatedReading>> {
  const water: Partial<Record<ParameterId, DatedReading>> = {};
  for (const { of, items } of newestByOf(tank, 'reading')) {
    const [latest] = items;
    if (latest) water[of] = { atEpochMs: latest.atEpochMs, lo: latest.lo, hi: latest.hi };
  }
  return water;
}

export const stageOf = (tank: Pick<Tank, 'newest'>): TankStage | null => newestOf(tank, 'stage')[0]?.stage ?? null;

export function equipmentOf(tank: Pick<Tank, 'newest'>): StockTank['equipment'] {
  const equipment: Partial<Record<EquipmentItem, NonNullable<StockTank['equipment'][EquipmentItem]>>> = {};
  for (const { of, items } of newestByOf(tank, 'equipment')) {
    const [latest] = items;
    if (!latest) continue;
    const { on, detail, atEpochMs, lightHours } = latest;
    equipment[of] = { on, detail, atEpochMs, ...(lightHours === null ? {} : { lightHours }) };
  }
  return equipment;
}
