import { colonyShrimp, hardFish, hunter, softFish } from './kinds.cases';
import { mergeable, type MergeTank } from './merging';
import type { Resident, StockKind, TankPlace } from './index';

const resident = (kind: StockKind, count: number, strain = ''): Resident => ({
  kind,
  strain,
  count: { lo: count, hi: count },
});
const place = (netVolumeL: number): TankPlace => ({ netVolumeL, lengthCm: 120, bed: 'inert', grainMm: 1, lid: true });
const tank = (id: string, netVolumeL: number, residents: Resident[], apart = false): MergeTank => ({
  ...{ id, residents, apart },
  place: place(netVolumeL),
  water: {},
});
const pairs = (...tanks: MergeTank[]) => mergeable(tanks).map((m) => `${m.fromId}>${m.intoId}`);

describe('which tanks may be merged before a move', () => {
  it('the smaller into the larger, where the company bears each other', () => {
    expect(pairs(tank('rack', 200, [resident(softFish, 10)]), tank('bowl', 20, [resident(softFish, 8)]))).toEqual([
      'bowl>rack',
    ]);
  });
  it('never who is eaten, nor whose waters do not meet', () => {
    expect(pairs(tank('bowl', 20, [resident(colonyShrimp, 20)]), tank('rack', 300, [resident(hunter, 1)]))).toEqual([]);
    expect(pairs(tank('bowl', 60, [resident(softFish, 10)]), tank('rack', 300, [resident(hardFish, 5)]))).toEqual([]);
  });
  it('strains that would cross stay apart; one strain comes together', () => {
    const red = tank('bowl', 20, [resident(colonyShrimp, 20, 'red')]);
    expect(pairs(red, tank('rack', 100, [resident(colonyShrimp, 40, 'blue')]))).toEqual([]);
    expect(pairs(red, tank('rack', 100, [resident(colonyShrimp, 40, 'red')]))).toEqual(['bowl>rack']);
  });
  it('who is ill or in quarantine is merged with nobody, nor is an empty tank', () => {
    const well = tank('rack', 200, [resident(softFish, 10)]);
    expect(pairs(well, tank('bowl', 20, [resident(softFish, 8)], true))).toEqual([]);
    expect(pairs({ ...well, apart: true }, tank('bowl', 20, [resident(softFish, 8)]))).toEqual([]);
    expect(pairs(well, tank('bowl', 20, []))).toEqual([]);
  });
  it('too few heads in two tanks may be enough in one: heads are counted together', () => {
    const [merge] = mergeable([tank('bowl', 20, [resident(softFish, 4)]), tank('rack', 200, [resident(softFish, 4)])]);
    expect(merge?.cautions.map((c) => c.reason.id)).not.toContain('too-few');
    const [few] = mergeable([tank('bowl', 20, [resident(softFish, 3)]), tank('rack', 200, [resident(softFish, 4)])]);
    expect(few?.cautions.map((c) => c.reason.id)).toContain('too-few');
  });
  it('of two that would do, the one that is warned of least', () => {
    const few = (id: string, netVolumeL: number, count: number) => tank(id, netVolumeL, [resident(softFish, count)]);
    const [merge] = mergeable([few('bowl', 20, 3), few('shelf', 100, 3), few('rack', 200, 8)]);
    expect([merge?.intoId, merge?.cautions.map((c) => c.reason.id)]).toEqual(['rack', []]);
  });
});
