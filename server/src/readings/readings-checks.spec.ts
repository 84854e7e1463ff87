import type { PayloadOf, SentEntry } from '#contracts/book';
import {
  at,
  entry,
  id,
  openTestHouse,
  readingsEntry,
  refusedBy,
  tankEntry,
  sourceEntry,
  type TestHouse,
} from '../app/harness.cases';

let house: TestHouse;
let [tank, source] = ['', ''];
beforeAll(async () => {
  house = await openTestHouse();
  [tank, source] = [id(), id()];
  await house.write(tankEntry(tank), sourceEntry(source));
});
afterAll(() => house.close());
const refused = (...entries: SentEntry[]) => refusedBy(house, ...entries);
const taken = async (...entries: SentEntry[]) => {
  expect(await refused(...entries)).toEqual([]);
};
type Value = PayloadOf<'readings'>['values'][number];
const values = (...given: Partial<Value>[]) =>
  entry(
    'readings',
    tank,
    {
      context: 'routine',
      values: given.map((v) => ({ parameter: 'ph', lo: 7, hi: 7, text: '7', enteredUnit: '', ...v })),
    },
    at(1),
  );

describe('readings are checked', () => {
  it('what no water can be is refused at each end, with its likely mend', async () => {
    const { body } = await house.write(readingsEntry(tank, { ph: [74, 74] }));
    expect(body.errors?.map((e) => [e.field, e.message, e.mend])).toEqual([
      ['entries.0.payload.values.0.lo', 'pH can only be 0 to 14', '7.4'],
      ['entries.0.payload.values.0.hi', 'pH can only be 0 to 14', '7.4'],
    ]);
    expect(await refused(readingsEntry(tank, { ph: [7, 15] }))).toEqual(['values.0.hi: pH can only be 0 to 14']);
    expect((await refused(readingsEntry(tank, { no3MgPerL: [-1, 5] }))).join()).toContain('values.0.lo: ');
  });
  it('the ends of what can be are inside it, where the keeper insists', async () => {
    await taken(values({ lo: 0, hi: 0, insisted: true }), values({ lo: 14, hi: 14, insisted: true }));
    expect((await refused(values({ lo: 14.1, hi: 14.1, insisted: true }))).length)
      .withContext('nobody can insist on what cannot be')
      .toBe(2);
  });
  it('a reading says something, and its ends are in order; an open end is an end', async () => {
    expect(await refused(values({ lo: null, hi: null }))).toEqual([
      'values.0.lo: both ends are open, so the reading says nothing',
    ]);
    expect(await refused(values({ lo: 7.2, hi: 7 }))).toEqual(['values.0.lo: lies above the high end 7']);
    await taken(values({ lo: 7, hi: null }), values({ lo: null, hi: 7 }), values({ lo: 7, hi: 7.2 }));
  });
  it('what tanks hardly ever are is asked for once, with its likely mend, and kept when insisted upon', async () => {
    const [asked] = await refused(values({ lo: 11, hi: 11 }));
    expect(asked).toMatch(/^values\.0\.insisted: .*send insisted: true to keep it$/);
    await taken(values({ lo: 11, hi: 11, insisted: true }));
    const { body } = await house.write(values({ parameter: 'tempC', lo: 77, hi: 77 }));
    expect(body.errors?.some((e) => e.mend !== undefined)).toBeTrue();
  });
  it('a parameter stands once in a set; which of them is too much is said', async () => {
    expect(await refused(values({}, { parameter: 'tempC', lo: 24, hi: 24 }, { lo: 7.1, hi: 7.1 }))).toEqual([
      'values.2.parameter: ph stands twice in this set',
    ]);
    await taken(values({}, { parameter: 'tempC', lo: 24, hi: 24 }));
  });
});

describe('an instrument is checked', () => {
  const instrument = (over: Partial<PayloadOf<'instrument'>>) =>
    entry(
      'instrument',
      id(),
      { name: `pen ${id()}`, type: 'pen', parameters: ['ph'], resolutionValue: 0.01, startedOn: '2026-01-02', ...over },
      at(50),
    );
  it('measures something, or is a device on the wire', async () => {
    expect(await refused(instrument({ parameters: [] }))).toEqual([
      'parameters: must measure something, or be a device on the wire',
    ]);
    await taken(instrument({ parameters: [], deviceId: 'pen-1' }), instrument({}));
  });
  it('the colours of a chart rise, there are two at least, and they are for one parameter', async () => {
    const chart = (steps: number[], over: Partial<PayloadOf<'instrument'>> = {}) =>
      instrument({ type: 'colour-chart', steps, ...over });
    await taken(chart([6, 6.5, 7]), chart([]), chart([6, 7]), chart([], { parameters: ['ph', 'no3MgPerL'] }));
    expect(await refused(chart([6, 6, 7]))).toEqual(['steps: must rise from colour to colour']);
    expect(await refused(chart([6, 7, 6.5]))).toEqual(['steps: must rise from colour to colour']);
    const one = 'steps: one colour is no chart; leave it empty or give two and more';
    expect(await refused(chart([6]))).toEqual([one]);
    expect(await refused(chart([6], { type: 'strip' }))).toEqual([one]);
    await taken(instrument({ steps: [6] }));
    expect(await refused(chart([6, 7], { parameters: ['ph', 'no3MgPerL'] }))).toEqual([
      'parameters: a chart with its colours is for one parameter; make one for each field of a strip',
    ]);
  });
});

describe('the unit’s log is checked', () => {
  const unit = (inUsPerCm: number | null, betweenUsPerCm: number | null, outUsPerCm: number | null) =>
    entry('unit', source, { madeL: 100, inUsPerCm, betweenUsPerCm, outUsPerCm, renewed: [] }, at(1));
  it('more does not come out of a membrane than goes in: two readings swapped are said', async () => {
    await taken(unit(400, 20, 0), unit(400, 400, 400), unit(null, 20, 10), unit(400, null, null));
    expect(await refused(unit(20, 10, 400))).toEqual(['outUsPerCm: more comes out than goes in: are the two swapped?']);
    expect(await refused(unit(20, 400, 10))).toEqual([
      'betweenUsPerCm: more after the membrane than before it: are the two swapped?',
    ]);
    expect((await refused(unit(20, 400, 300))).length).toBe(2);
    expect((await refused(unit(20, null, 20.1))).length).toBe(1);
  });
});
