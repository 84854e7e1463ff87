import { testMeans as meansOf, type KitSupply, type OwnKit } from '#core/trouble';
import { troubleKnowledge } from './index';

const kit = (name: string, parameters: OwnKit['parameters'], doubtful = false): OwnKit => ({
  name,
  parameters,
  doubtful,
});
const testMeans = (findingId: string, house: { kits: readonly OwnKit[]; supplies: readonly KitSupply[] }) =>
  meansOf(findingId, house, troubleKnowledge);

describe('what a house can test with', () => {
  it('no kit: named all the same, for a shop or a laboratory; a look needs none', () => {
    expect(testMeans('ammonia-measured', { kits: [kit('drops', ['ph'])], supplies: [] })).toEqual({
      have: 'no',
      kitName: null,
      costValue: null,
    });
    expect(testMeans('gasping', { kits: [], supplies: [] }).have).toBe('by-eye');
    expect(testMeans('copper-measured', { kits: [kit('drops', ['ph'])], supplies: [] }).have).toBe('no');
  });
  it('a kit that is to be trusted stands before one that is not', () => {
    const kits = [kit('old drops', ['tanMgPerL'], true), kit('new drops', ['tanMgPerL'])];
    expect(testMeans('ammonia-measured', { kits, supplies: [] })).toEqual({
      have: 'yes',
      kitName: 'new drops',
      costValue: null,
    });
    expect(testMeans('ammonia-measured', { kits: kits.slice(0, 1), supplies: [] }).have).toBe('doubtful');
  });
  it('chlorine is tested as the catalogue names it', () => {
    expect(testMeans('chlorine-measured', { kits: [kit('chlorine drops', ['cl2MgPerL'])], supplies: [] }).have).toBe(
      'yes',
    );
  });
  it('one test costs the pack parted by what it holds; another supply tells nothing', () => {
    const supplies = [{ name: 'Drops ', packValue: 50, costValue: 15 }];
    expect(testMeans('ammonia-measured', { kits: [kit('drops', ['tanMgPerL'])], supplies }).costValue).toBeCloseTo(
      0.3,
      10,
    );
    expect(testMeans('ammonia-measured', { kits: [kit('strip', ['tanMgPerL'])], supplies }).costValue).toBeNull();
  });
});
