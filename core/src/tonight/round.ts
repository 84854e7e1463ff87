import type { TankStateId } from './parameter-verdict';

export type Purpose =
  'display' | 'breeding' | 'growing-on' | 'conditioning' | 'quarantine' | 'hospital' | 'refuge' | 'resting';
export const purposes: readonly Purpose[] = [
  'display',
  'breeding',
  'growing-on',
  'conditioning',
  'quarantine',
  'hospital',
  'refuge',
  'resting',
];

export interface Visit {
  tankId: string;
  name: string;
  rack: string;
  roundOrder: number;
  purpose: Purpose;
  /** The keeper marked it doubtful, or a case is open: something may be going round in it. */
  doubtful: boolean;
  state: TankStateId;
}
export interface RoundGroup<V extends Visit> {
  id: 'healthy' | 'doubtful' | 'quarantine';
  visits: V[];
}

/** Where a tank stands in the order of hygiene. */
export const groupOf = (visit: Pick<Visit, 'purpose' | 'doubtful'>): RoundGroup<Visit>['id'] =>
  visit.purpose === 'quarantine' || visit.purpose === 'hospital'
    ? 'quarantine'
    : visit.doubtful
      ? 'doubtful'
      : 'healthy';

/**
 * The order of the round is a question of hygiene: healthy tanks first, doubtful next, quarantine and hospital last
 * (common practice); within a group the keeper's own order.
 */
export function roundOf<V extends Visit>(visits: readonly V[]): RoundGroup<V>[] {
  const sorted = [...visits].sort((a, b) => a.roundOrder - b.roundOrder || a.name.localeCompare(b.name));
  return (['healthy', 'doubtful', 'quarantine'] as const)
    .map((id) => ({ id, visits: sorted.filter((v) => groupOf(v) === id) }))
    .filter((group) => group.visits.length > 0);
}
