import { together, type Resident, type TankPlace, type TogetherFinding } from './together';
import type { WaterKnown } from './suits';

export interface MergeTank {
  id: string;
  residents: readonly Resident[];
  place: TankPlace;
  water: WaterKnown;
  /** Ill, in quarantine, or with medicine in its water: neither given away from nor into. */
  apart: boolean;
}
export interface Merge {
  fromId: string;
  intoId: string;
  /** What the book warns of in the company they would be; a clash is no merge. */
  cautions: readonly TogetherFinding[];
}

/**
 * Which tanks may be emptied into a larger one: the company of both, in its place and its water, without a clash, and
 * without strains that would cross. For each the larger tank that is warned of least; the smallest first.
 * @example mergeable([{ id: 'bowl', … }, { id: 'rack', … }]) // [{ fromId: 'bowl', intoId: 'rack', cautions: [] }]
 */
export function mergeable(tanks: readonly MergeTank[]): Merge[] {
  const able = tanks
    .filter((t) => !t.apart && t.residents.some((l) => l.kind.animal))
    .sort((a, b) => a.place.netVolumeL - b.place.netVolumeL || a.id.localeCompare(b.id));
  return able.flatMap((from, i): Merge[] => {
    const found = able.slice(i + 1).flatMap((into): Merge[] => {
      const { findings } = together({ residents: joined(from, into), place: into.place, water: into.water });
      const against = findings.some((f) => f.severity === 'clash' || f.reason.id === 'crosses');
      return against
        ? []
        : [{ fromId: from.id, intoId: into.id, cautions: findings.filter((f) => f.severity === 'caution') }];
    });
    const [best] = found.sort((a, b) => a.cautions.length - b.cautions.length);
    return best ? [best] : [];
  });
}

/** The animals of both and the plants that are there: one strain of a kind counts once, with the heads of both. */
function joined(from: MergeTank, into: MergeTank): Resident[] {
  const moved = from.residents.filter((l) => l.kind.animal);
  const same = (a: Resident, b: Resident): boolean => a.kind.id === b.kind.id && a.strain === b.strain;
  const sum = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : a + b);
  return [
    ...into.residents.map((l) => {
      const more = moved.find((m) => same(m, l));
      return more ? { ...l, count: { lo: sum(l.count.lo, more.count.lo), hi: sum(l.count.hi, more.count.hi) } } : l;
    }),
    ...moved.filter((m) => !into.residents.some((l) => same(l, m))),
  ];
}
