import type { PayloadOf, SentEntry } from '#contracts/book';
import {
  at,
  changeEntry,
  entry,
  id,
  openTestHouse,
  readingsEntry,
  refusedBy,
  sourceEntry,
  strikeEntry,
  tankEntry,
  tonightAt,
  type TestHouse,
} from '../app/harness.cases';
import { equipmentOf, latestWater, newestOf, tankRows, stageOf } from './index';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());
const refused = (...entries: SentEntry[]) => refusedBy(house, ...entries);
const taken = async (...entries: SentEntry[]) => {
  expect(await refused(...entries)).toEqual([]);
};
const box = { lengthCm: 60, widthCm: 30, heightCm: 36, glassMm: 5, waterBelowRimCm: 3 };

describe('a set-up is checked', () => {
  it('its size is one that can be: glass, rim and bed leave water', async () => {
    const sized = (over: object) => tankEntry(id(), { measuredFillL: undefined, geometry: { ...box, ...over } });
    await taken(sized({}));
    const [told] = await refused(sized({ waterBelowRimCm: 40 }));
    expect(told).toMatch(/^geometry/);
    expect((await refused(sized({ bedDepthCm: 90 }))).join()).toMatch(/^geometry/);
    expect((await refused(tankEntry(id(), { measuredFillL: undefined }))).length).toBeGreaterThan(0);
  });
  it('its practice is one of the almanac’s', async () => {
    expect(await refused(tankEntry(id(), { practiceId: 'by-the-moon' }))).toEqual([
      'practiceId: “by-the-moon” is not a practice in the almanac',
    ]);
  });
  it('a band of the keeper’s own has an end, and its ends rise', async () => {
    const band = (lo: number | null, hi: number | null) =>
      tankEntry(id(), { overrides: [{ parameter: 'ph', lo, hi, reason: 'mine' }] });
    await taken(band(6, 7), band(6, null), band(null, 7));
    expect(await refused(band(null, null))).toEqual(['overrides.0.lo: needs at least one end']);
    expect(await refused(band(7, 7))).toEqual(['overrides.0.hi: must lie above 7']);
    expect(await refused(band(8, 7))).toEqual(['overrides.0.hi: must lie above 8']);
  });
});

describe('a supply is checked', () => {
  const supply = (over: Partial<PayloadOf<'supply'>>) =>
    entry(
      'supply',
      id(),
      { name: `salt ${id()}`, category: 'salt', unit: 'g', startedOn: '2026-01-02', ...over },
      at(50),
    );
  it('a plain salt is of the sort “salt”, and weighed; a purity is the purity of one', async () => {
    await taken(supply({ saltId: 'kcl', purityFraction: 0.95 }), supply({}), supply({ category: 'food' }));
    expect(await refused(supply({ saltId: 'kcl', category: 'mineral' }))).toEqual([
      'saltId: is only for supplies of the sort “salt”',
    ]);
    expect(await refused(supply({ saltId: 'kcl', unit: 'mL' }))).toEqual(['unit: a salt is weighed: in g']);
    await taken(supply({ unit: 'mL' }));
    expect(await refused(supply({ purityFraction: 0.95 }))).toEqual([
      'purityFraction: needs the salt it is the purity of',
    ]);
  });
});

describe('what rides with a tank', () => {
  const newTank = async (...facts: [PayloadOf<'fact'>, number?][]): Promise<string> => {
    const tank = id();
    await house.write(tankEntry(tank), ...facts.map(([fact, daysAgo = 1]) => entry('fact', tank, fact, at(daysAgo))));
    return tank;
  };
  const read = async (tankId: string) => (await tankRows(house.db, { atEpochMs: Date.parse(tonightAt), tankId }))[0]!;

  it('its stage, by the newest that was said', async () => {
    const tank = await newTank([{ about: 'stage', stage: 'cycling' }, 9], [{ about: 'stage', stage: 'running' }, 2]);
    expect(stageOf(await read(tank))).toBe('running');
    expect(stageOf(await read(await newTank()))).toBeNull();
  });
  it('its equipment, each piece by itself, with the hours of its light where they are known', async () => {
    const tank = await newTank(
      [{ about: 'equipment', item: 'heater', on: true, detail: '50 W' }, 9],
      [{ about: 'equipment', item: 'heater', on: false }, 1],
      [{ about: 'equipment', item: 'light', on: true, lightHours: 8 }],
    );
    const { heater, light, filter } = equipmentOf(await read(tank));
    expect(heater).toEqual({ on: false, detail: '', atEpochMs: Date.parse(at(1)) });
    expect(light).toEqual({ on: true, detail: '', atEpochMs: Date.parse(at(1)), lightHours: 8 });
    expect(filter).toBeUndefined();
  });
  it('what is new and what is out again, how well one sees in', async () => {
    const tank = await newTank(
      [{ about: 'new', what: 'food', name: 'leaf powder' }, 3],
      [{ about: 'new', what: 'food', name: 'leaf powder', gone: true }, 1],
      [{ about: 'sight', sight: 'overgrown' }],
    );
    const kept = await read(tank);
    expect(newestOf(kept, 'new').map(({ name, gone }) => [name, gone])).toEqual([
      ['leaf powder', true],
      ['leaf powder', false],
    ]);
    expect(newestOf(kept, 'sight')[0]?.sight).toBe('overgrown');
  });
  it('its newest readings, without what was struck of them', async () => {
    const tank = await newTank();
    const older = readingsEntry(tank, { ph: [6.4, 6.4], ghDegrees: [4, 5] }, at(5));
    const newer = readingsEntry(tank, { ph: [7.9, 7.9] }, at(1));
    await house.write(older, newer);
    expect(latestWater(await read(tank)).ph?.lo).toBe(7.9);
    await house.write(strikeEntry(tank, newer.id));
    expect(latestWater(await read(tank))).toEqual({
      ph: { atEpochMs: Date.parse(at(5)), lo: 6.4, hi: 6.4 },
      ghDegrees: { atEpochMs: Date.parse(at(5)), lo: 4, hi: 5 },
    });
    await house.write(strikeEntry(tank, older.id, 'ph'));
    expect(Object.keys(latestWater(await read(tank)))).toEqual(['ghDegrees']);
  });
  it('its newest changes, as a share of what was in it, without what was struck', async () => {
    const [tank, source] = [await newTank(), id()];
    const change = changeEntry(tank, source, 25, at(2));
    await house.write(sourceEntry(source), change);
    expect(newestOf(await read(tank), 'change').map((c) => c.changeFraction)).toEqual([0.25]);
    await house.write(strikeEntry(tank, change.id));
    expect(newestOf(await read(tank), 'change')).toEqual([]);
  });
  it('what was seen of it, and deaths as an alarm', async () => {
    const tank = await newTank();
    await house.write(entry('seen', tank, { grazing: 'usual' }, at(3)));
    expect(newestOf(await read(tank), 'alarming')).toEqual([]);
    await house.write(entry('seen', tank, { deaths: { lo: 2, hi: 2 } }, at(1)));
    expect(newestOf(await read(tank), 'alarming').length).toBe(1);
    expect(newestOf(await read(tank), 'seen').map((s) => s.deathsCount)).toEqual([2, 0]);
  });
});
