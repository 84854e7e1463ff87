import { testMeans, type OwnKit } from './test-means';

const kit = (name: string, parameters: OwnKit['parameters'], doubtful = false): OwnKit => ({
  name,
  parameters,
  doubtful,
});

describe('what a house can test with', () => {
  it('no kit: named all the same, for a shop or a laboratory; a look needs none', () => {
    expect(testMeans('MS01', { kits: [kit('drops', ['ph'])], supplies: [] })).toEqual({
      have: 'no',
      kitName: null,
      costValue: null,
    });
    expect(testMeans('BF01', { kits: [], supplies: [] }).have).toBe('by-eye');
    expect(testMeans('MS13', { kits: [kit('drops', ['ph'])], supplies: [] }).have).toBe('no');
  });
  it('a kit that is to be trusted stands before one that is not', () => {
    const kits = [kit('old drops', ['tanMgPerL'], true), kit('new drops', ['tanMgPerL'])];
    expect(testMeans('MS01', { kits, supplies: [] })).toEqual({ have: 'yes', kitName: 'new drops', costValue: null });
    expect(testMeans('MS01', { kits: kits.slice(0, 1), supplies: [] }).have).toBe('doubtful');
  });
  it('chlorine is tested as the catalogue names it', () => {
    expect(testMeans('MS12', { kits: [kit('chlorine drops', ['cl2MgPerL'])], supplies: [] }).have).toBe('yes');
  });
  it('one test costs the pack parted by what it holds; another supply tells nothing', () => {
    const supplies = [{ name: 'Drops ', packValue: 50, costValue: 15 }];
    expect(testMeans('MS01', { kits: [kit('drops', ['tanMgPerL'])], supplies }).costValue).toBeCloseTo(0.3, 10);
    expect(testMeans('MS01', { kits: [kit('strip', ['tanMgPerL'])], supplies }).costValue).toBeNull();
  });
});
