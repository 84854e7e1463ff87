import type { ParameterId } from '#core/readings';
import type { TroubleKnowledge } from './knowledge';
import { answeredBy, isMeasured } from './signs';

export interface OwnKit {
  name: string;
  parameters: readonly ParameterId[];
  /** Past its date, out of calibration, off at its standard. */
  doubtful: boolean;
}
export interface KitSupply {
  name: string;
  packValue: number;
  costValue: number;
}
/** Whether this house can make a test itself, with what, and what one costs in the keeper's money. */
export interface TestMeans {
  have: 'yes' | 'doubtful' | 'no' | 'by-eye';
  kitName: string | null;
  costValue: number | null;
}

/**
 * What a house has to answer a finding with: a kit that is to be trusted before one that is not; the cost of one test from
 * the supply of the kit's name, its pack parted by what it holds.
 * @example testMeans('ammonia-measured', { kits: [], supplies: [] }, knowledge).have // 'no': a shop or a laboratory
 */
export function testMeans(
  findingId: string,
  { kits, supplies }: { kits: readonly OwnKit[]; supplies: readonly KitSupply[] },
  knowledge: TroubleKnowledge,
): TestMeans {
  const asked = answeredBy(findingId, knowledge);
  if (asked === null)
    return { have: isMeasured(findingId, knowledge) ? 'no' : 'by-eye', kitName: null, costValue: null };
  const name = asked === 'totalChlorineMgPerL' ? 'cl2MgPerL' : asked;
  const able = kits.filter((k) => k.parameters.some((p) => p === name));
  const kit = able.find((k) => !k.doubtful) ?? able[0];
  if (!kit) return { have: 'no', kitName: null, costValue: null };
  const supply = supplies.find((s) => s.name.trim().toLowerCase() === kit.name.trim().toLowerCase());
  return {
    have: kit.doubtful ? 'doubtful' : 'yes',
    kitName: kit.name,
    costValue: supply && supply.packValue > 0 ? supply.costValue / supply.packValue : null,
  };
}
