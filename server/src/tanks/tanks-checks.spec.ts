import type { PayloadOf, SentEntry } from '#contracts/book';
import { at, entry, id, openTestHouse, refusedBy, tankEntry, type TestHouse } from '../app/harness.cases';

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
  it('of facts: its stage, its equipment, what is new and what was seen', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    const facts: PayloadOf<'fact'>[] = [
      { about: 'stage', stage: 'cycling' } as never,
      { about: 'new', what: 'food', name: 'leaf powder' } as never,
    ];
    for (const fact of facts)
      expect((await house.write(entry('fact', tank, fact, at(1)))).status)
        .withContext(JSON.stringify(fact))
        .toBe(201);
  });
});
