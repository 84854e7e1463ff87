import { bookKinds } from '#almanac/kinds';
import type { PayloadOf, SentEntry } from '#contracts/book';
import { at, entry, id, openTestHouse, refusedBy, strikeEntry, tankEntry, type TestHouse } from '../app/harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());
const refused = (...entries: SentEntry[]) => refusedBy(house, ...entries);
const taken = async (...entries: SentEntry[]) => {
  expect(await refused(...entries)).toEqual([]);
};
async function newTank(): Promise<string> {
  const tank = id();
  await house.write(tankEntry(tank));
  return tank;
}
const many = (lo: number, hi: number | null = lo) => ({ lo, hi });
type Event = PayloadOf<'stock'>['event'];
const stock = (
  tank: string,
  event: Event,
  count: { lo: number; hi: number | null } | null = many(1),
  daysAgo = 1,
  over: Partial<PayloadOf<'stock'>> = {},
) => entry('stock', tank, { event, kindId: 'cherry-shrimp', strain: '', count, ...over }, at(daysAgo));

describe('what happens to animals is checked', () => {
  it('a count is needed, with its ends in order; a sign needs to say which', async () => {
    const tank = await newTank();
    expect(await refused(stock(tank, 'counted', null))).toEqual([
      'count: is needed: how many, or a span such as 10–20',
    ]);
    expect(await refused(stock(tank, 'counted', many(9, 4)))).toEqual(['count: its high end lies below its low end']);
    await taken(stock(tank, 'counted', many(4, 4)), stock(tank, 'counted', many(4, null)));
    expect(await refused(stock(tank, 'sign', null))).toEqual(['sign: says nothing']);
    await taken(stock(tank, 'sign', null, 1, { sign: 'hiding' }));
  });
  it('a kind is one of the almanac’s, or one of the keeper’s own', async () => {
    const tank = await newTank();
    expect(await refused(stock(tank, 'arrived', many(4), 1, { kindId: 'unicorn' }))).toEqual([
      'kindId: “unicorn” is not a kind in the almanac, nor one of your own',
    ]);
    await house.write(ownKind({ kind: { ...shrimp(), id: 'unicorn' } }));
    await taken(stock(tank, 'arrived', many(4), 1, { kindId: 'unicorn' }));
  });
  it('a move goes into another tank', async () => {
    const [tank, other] = [await newTank(), await newTank()];
    await house.write(stock(tank, 'arrived', many(9), 30));
    expect(await refused(stock(tank, 'moved-out', many(3), 1, { otherTankId: tank }))).toEqual([
      'otherTankId: is the same tank',
    ]);
    await taken(stock(tank, 'moved-out', many(3), 1, { otherTankId: other }));
  });
  it('plants neither breed, moult nor die as animals do', async () => {
    const tank = await newTank();
    const plant = bookKinds.find((k) => !k.animal)!;
    for (const event of ['born', 'berried', 'moulted', 'died'] as const)
      expect(await refused(stock(tank, event, many(1), 1, { kindId: plant.id })))
        .withContext(event)
        .toEqual([`event: ${plant.commonName} is a plant`]);
    await taken(stock(tank, 'arrived', many(1), 1, { kindId: plant.id }));
  });
});

describe('broods are checked', () => {
  it('only what carries eggs is berried, and only where it has arrived', async () => {
    const tank = await newTank();
    const guppy = { kindId: 'guppy' };
    await house.write(stock(tank, 'arrived', many(5), 90, guppy));
    expect(await refused(stock(tank, 'berried', many(1), 1, guppy))).toEqual(['event: guppy does not carry eggs']);
    await taken(stock(tank, 'born', many(20), 1, guppy));
    expect(await refused(stock(tank, 'berried'))).toEqual([
      'kindId: no cherry shrimp has arrived in this tank by then',
    ]);
    await house.write(stock(tank, 'arrived', many(5), 30));
    await taken(stock(tank, 'berried'));
  });
  it('larvae are carried as eggs too', async () => {
    const tank = await newTank();
    const larval = bookKinds.find((k) => k.animal?.brood?.mode === 'larval')!;
    await house.write(stock(tank, 'arrived', many(5), 30, { kindId: larval.id }));
    await taken(stock(tank, 'berried', many(1), 1, { kindId: larval.id }));
  });
  it('another strain’s arrival is not its own', async () => {
    const tank = await newTank();
    await house.write(stock(tank, 'arrived', many(5), 30, { strain: 'blue' }));
    expect((await refused(stock(tank, 'berried'))).join()).toContain('has arrived in this tank');
    await taken(stock(tank, 'berried', many(1), 1, { strain: 'blue' }));
  });
  it('those born here breed when they are grown, to the day; counted ones may be grown', async () => {
    const days = bookKinds.find((k) => k.id === 'cherry-shrimp')?.animal?.maturityDays ?? 0;
    expect(days).toBeGreaterThan(10);
    const tank = await newTank();
    await house.write(stock(tank, 'arrived', many(5), 100));
    const seeded = stock(tank, 'born', many(20), 95);
    const [arrivedEntry] = [stock(tank, 'arrived', many(1), 100)];
    await house.write(seeded);
    await taken(stock(tank, 'berried', many(1), 1));
    // A tank in which all that is known was born there: the arrival was struck.
    const nursery = await newTank();
    const came = { ...arrivedEntry, id: id(), subjectId: nursery };
    await house.write(came, stock(nursery, 'born', many(20), days + 1));
    await house.write(strikeEntry(nursery, came.id));
    expect(await refused(stock(nursery, 'berried', many(1), 2))).toEqual([
      `event: these were born here and are not grown before ${days} days`,
    ]);
    // What came later does not make them grown earlier.
    await house.write(stock(nursery, 'counted', many(20), 1.5));
    expect((await refused(stock(nursery, 'berried', many(1), 2))).length).toBe(1);
    await taken(stock(nursery, 'berried', many(1), 1));
  });
});

describe('what leaves is checked', () => {
  it('no more than the book can know of, with the likely mend', async () => {
    for (const event of ['died', 'missing', 'moved-out', 'given-away'] as const) {
      const tank = await newTank();
      await house.write(stock(tank, 'arrived', many(10), 1));
      const { body } = await house.write(stock(tank, event, many(11), 0.5));
      expect(body.errors?.map((e) => [e.field, e.message, e.mend])).toEqual([
        ['entries.0.payload.count', 'the book knows of at most 10 there; count them first', '10'],
      ]);
      await taken(stock(tank, event, many(10, 20), 0.5));
    }
  });
  it('what has left already is not there, and what came later was not there yet', async () => {
    const tank = await newTank();
    await house.write(stock(tank, 'arrived', many(10), 5), stock(tank, 'died', many(4), 4));
    expect((await refused(stock(tank, 'died', many(7), 3))).length).toBe(1);
    await taken(stock(tank, 'died', many(6), 3));
  });
  it('arrivals with their papers count as animals too', async () => {
    const tank = await newTank();
    await house.write(arrival(tank, { count: many(6) }, 3));
    await taken(stock(tank, 'died', many(6), 1));
    expect((await refused(stock(tank, 'died', many(1), 0.5))).length).toBe(1);
  });
});

const arrival = (tank: string, over: Partial<PayloadOf<'arrival'>> = {}, daysAgo = 1) =>
  entry(
    'arrival',
    tank,
    {
      kindId: 'cherry-shrimp',
      strain: '',
      count: many(10),
      localWater: 'unknown',
      bag: {},
      transportHours: 4,
      method: 'drip',
      ...over,
    },
    at(daysAgo),
  );

describe('an arrival is checked', () => {
  it('at least one, ends in order, no more dead than came, of a kind there is', async () => {
    const tank = await newTank();
    expect(await refused(arrival(tank, { count: many(0, 3) }))).toEqual(['count: must be at least one']);
    await taken(arrival(tank, { count: many(1) }));
    expect(await refused(arrival(tank, { count: many(5, 3) }))).toEqual(['count: its high end lies below its low end']);
    expect(await refused(arrival(tank, { deadOnArrivalCount: 11 }))).toEqual([
      'deadOnArrivalCount: is more than arrived',
    ]);
    await taken(arrival(tank, { deadOnArrivalCount: 10 }));
    await taken(arrival(tank, { count: many(5, null), deadOnArrivalCount: 90 }));
    expect(await refused(arrival(tank, { kindId: 'unicorns' }))).toEqual([
      'kindId: “unicorns” is not a kind in the almanac, nor one of your own',
    ]);
  });
  it('what speaks against it needs a reason to be passed over', async () => {
    const tank = await newTank();
    const warnings = ['the tank is not cycled'];
    expect(await refused(arrival(tank, { warnings }))).toEqual([
      'overrideReason: is needed where something speaks against it',
    ]);
    await taken(arrival(tank, { warnings, overrideReason: 'they would die in the bag' }), arrival(tank));
  });
});

/** A kind of the book under a name of its own: no two may have one. */
const like = (of: (kind: (typeof bookKinds)[number]) => boolean): PayloadOf<'own-kind'>['kind'] =>
  ({
    ...structuredClone(bookKinds.find(of)!),
    id: `own-${id()}`,
    commonName: `kind ${id()}`,
  }) as PayloadOf<'own-kind'>['kind'];
const shrimp = () => like((k) => k.id === 'cherry-shrimp');
const ownKind = (over: Partial<PayloadOf<'own-kind'>> = {}) =>
  entry('own-kind', id(), { baseId: null, startedOn: '2026-01-02', kind: shrimp(), ...over }, at(50));
const range = (lo: number | null, hi: number | null) => ({
  lo,
  hi,
  grade: 'ours' as const,
  sourceIds: ['ours'],
  confidence: 'low' as const,
});

describe('a kind of the keeper’s own is checked', () => {
  it('as the book’s are: a range has an end, and its ends rise', async () => {
    const withPh = (lo: number | null, hi: number | null) =>
      ownKind({ kind: { ...shrimp(), ranges: { ph: range(lo, hi) } } });
    await taken(withPh(6, 7), withPh(6, null), withPh(null, 7));
    expect(await refused(withPh(7, 7))).toEqual(['kind.ranges.ph.hi: must lie above 7']);
    expect(await refused(withPh(8, 7))).toEqual(['kind.ranges.ph.hi: must lie above 8']);
    expect(await refused(withPh(null, null))).toEqual(['kind.ranges: a range needs at least one end']);
  });
  it('a plant has plant needs, an animal has habits, neither both nor none', async () => {
    const plant = () => like((k) => k.plant !== null);
    await taken(ownKind({ kind: plant() }));
    const fault = 'kind.group: a plant has plant needs, an animal has habits';
    expect(await refused(ownKind({ kind: { ...plant(), group: shrimp().group } }))).toEqual([fault]);
    expect(await refused(ownKind({ kind: { ...shrimp(), group: 'plant' } }))).toEqual([fault]);
    expect(await refused(ownKind({ kind: { ...shrimp(), plant: plant().plant } }))).toEqual([fault]);
    expect(await refused(ownKind({ kind: { ...shrimp(), animal: null } }))).toEqual([fault]);
  });
  it('what it is made from is in the almanac', async () => {
    await taken(ownKind({ baseId: 'cherry-shrimp' }));
    expect(await refused(ownKind({ baseId: 'unicorn' }))).toEqual(['baseId: “unicorn” is not a kind in the almanac']);
  });
});
