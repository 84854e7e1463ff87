import type { PayloadOf, SentEntry } from '#contracts/book';
import type { Tonight } from '#contracts/tonight';
import { at, entry, id, openTestHouse, refusedBy, tankEntry, type TestHouse } from '../app/harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());
const refused = (...entries: SentEntry[]) => refusedBy(house, ...entries);
const taken = async (...entries: SentEntry[]) => {
  expect(await refused(...entries)).toEqual([]);
};
const newTank = async (): Promise<string> => {
  const tank = id();
  await house.write(tankEntry(tank));
  return tank;
};
const hands = (tank: string, payload: PayloadOf<'hands'>, days = 0, hours = -10) =>
  entry('hands', tank, payload, at(-days, hours));
const said = async (tankId: string) => {
  const { tanks } = (await house.get<Tonight>('/api/tonight')).body;
  return tanks.find((t) => t.tankId === tankId)?.contributions.filter((c) => /^(outage|moved):/.test(c.id)) ?? [];
};

describe('the work of the hands is checked', () => {
  it('an outage runs once at a time, and ends once, in its own tank, after it began', async () => {
    const [tank, other] = [await newTank(), await newTank()];
    const out = hands(tank, { step: 'outage', cause: 'power' });
    await taken(out);
    expect(await refused(hands(tank, { step: 'outage', cause: 'flood' }, 0, -9))).toEqual([
      'step: an outage runs in this tank already',
    ]);
    const over = (where: string, hours: number) => hands(where, { step: 'outage-over', outageId: out.id }, 0, hours);
    expect(await refused(over(other, -8))).toEqual(['outageId: is not in the book']);
    expect(await refused(over(tank, -11))).toEqual(['outageId: began only after that']);
    await taken(over(tank, -8));
    expect(await refused(over(tank, -7))).toEqual(['outageId: is over already']);
    await taken(hands(tank, { step: 'outage', cause: 'flood' }, 0, -6));
  });
  it('an absence ends after it begins, and is come home from once', async () => {
    const tank = await newTank();
    const away = (fromOn: string, toOn: string) => hands(tank, { step: 'away', fromOn, toOn, leaves: [] });
    expect(await refused(away('2026-03-14', '2026-03-14'))).toHaveSize(1);
    const gone = away('2026-03-01', '2026-03-14');
    await taken(gone);
    await taken(hands(tank, { step: 'back', awayId: gone.id }));
    expect(await refused(hands(tank, { step: 'back', awayId: gone.id }))).toEqual(['awayId: is over already']);
    expect(await refused(hands(tank, { step: 'back', awayId: id() }))).toEqual(['awayId: is not in the book']);
  });
  it('a day after a move belongs to a move of this tank before it', async () => {
    const tank = await newTank();
    const moved = hands(tank, { step: 'moved', how: 'all-in' }, -1);
    await taken(moved);
    const day = (movedId: string, days: number) => hands(tank, { step: 'move-day', movedId, good: true }, days);
    expect(await refused(day(id(), 0))).toEqual(['movedId: is not in the book']);
    expect(await refused(day(moved.id, -2))).toEqual(['movedId: was only after that']);
    await taken(day(moved.id, 0));
  });
  const bed = (tank: string, squareIds: string[], more: object = {}, hours = -10) =>
    hands(tank, { step: 'cleaned', what: 'bed', school: 'half', squareIds, ...more }, 0, hours);
  const row = (letter: string): string[] => [1, 2, 3, 4, 5, 6, 7, 8].map((n) => `${letter}${n}`);
  it('more than half of a bed in one evening needs a reason that is kept; skimming does not', async () => {
    const tank = await newTank();
    const asked = ['overrideReason: is needed: more than half of the bed in one evening takes half of the filter'];
    expect(await refused(bed(tank, [...row('A'), ...row('B'), 'C1']))).toEqual(asked);
    await taken(bed(tank, [...row('A'), ...row('B')]));
    expect(await refused(bed(tank, ['C1'], {}, -8))).toEqual(asked);
    await taken(bed(tank, ['C1'], { school: 'skim' }, -8));
    await taken(bed(tank, ['C1'], { overrideReason: 'gas came up there' }, -8));
    await taken(bed(await newTank(), ['C1']));
    expect(await refused(hands(tank, { step: 'cleaned', what: 'glass', squareIds: ['A1'] }))).toEqual([
      ': only a bed has squares',
    ]);
  });
  it('half of a plan that the keeper drew is half of what is bed in it', async () => {
    const tank = await newTank();
    await house.write(entry('layout', tank, { rows: [['bed', 'bed', 'hard', 'outlet']] }, at(0, -20)));
    await taken(bed(tank, ['A1']));
    expect(await refused(bed(tank, ['A2'], {}, -9))).toHaveSize(1);
  });
  it('a stop names jobs of a walk, one at least', async () => {
    const tank = await newTank();
    expect(await refused(hands(tank, { step: 'stop', jobs: [] }))).toHaveSize(1);
    expect(await refused(hands(tank, { step: 'stop', jobs: ['dance' as 'look'] }))).toHaveSize(1);
    await taken(hands(tank, { step: 'stop', jobs: ['look'] }));
  });
});

describe('on Tonight', () => {
  it('an outage is loud until it is over', async () => {
    const tank = await newTank();
    const out = hands(tank, { step: 'outage', cause: 'power' });
    await taken(out);
    const [one] = await said(tank);
    expect([one?.severity, one?.loud, one?.begins?.path]).toEqual(['act', true, '/hands/outage']);
    await taken(hands(tank, { step: 'outage-over', outageId: out.id }, 0, -9));
    expect(await said(tank)).toEqual([]);
  });
  it('a move asks for a test each day and is silent only after seven good days running', async () => {
    const tank = await newTank();
    const moved = hands(tank, { step: 'moved', how: 'all-out' }, -8);
    await taken(moved);
    const day = (days: number, good = true) => hands(tank, { step: 'move-day', movedId: moved.id, good }, days);
    await taken(...[-7, -6, -5, -4, -3, -2].map((d) => day(d)));
    const [asked] = await said(tank);
    expect([asked?.severity, asked?.short]).toEqual(['act', 'moved: test today']);
    await taken(day(-1));
    expect(await said(tank)).toEqual([]);
  });
});

describe('what asks to be cleaned', () => {
  const ids = async (tankId: string) => {
    const { tanks } = (await house.get<Tonight>('/api/tonight')).body;
    return (tanks.find((t) => t.tankId === tankId)?.contributions ?? []).flatMap((c) =>
      c.id === 'sponge-due' || c.id === 'bed-due' ? [c.id] : [],
    );
  };
  it('a sponge whose flow fell by a third, until it is squeezed', async () => {
    const tank = await newTank();
    await taken(
      hands(tank, { step: 'cleaned', what: 'sponge' }, -31),
      hands(tank, { step: 'flow', secondsPerL: 12 }, -30),
      hands(tank, { step: 'flow', secondsPerL: 17 }, -1),
    );
    expect(await ids(tank)).toEqual([]);
    await taken(hands(tank, { step: 'flow', secondsPerL: 18.5 }));
    expect(await ids(tank)).toEqual(['sponge-due']);
    await taken(hands(tank, { step: 'cleaned', what: 'sponge' }, 0, -5));
    expect(await ids(tank)).toEqual([]);
  });
  it('the other half of a bed, a week after the first', async () => {
    const tank = await newTank();
    const left = ['A', 'B', 'C', 'D'].flatMap((r) => [1, 2, 3, 4].map((n) => `${r}${n}`));
    const right = ['A', 'B', 'C', 'D'].flatMap((r) => [5, 6, 7, 8].map((n) => `${r}${n}`));
    const half = (squareIds: string[], days: number) =>
      hands(tank, { step: 'cleaned', what: 'bed', school: 'half', squareIds }, days);
    await taken(half(left, -10));
    expect(await ids(tank)).toEqual(['bed-due']);
    await taken(half(right, -1));
    expect(await ids(tank)).toEqual([]);
  });
});
