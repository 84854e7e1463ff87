import { openTestHouse, type TestHouse } from '../app/harness.cases';
import { Lease } from './lease';

let house: TestHouse;
let beside: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  beside = await house.beside();
});
afterAll(async () => {
  await beside.close();
  await house.close();
});
const waited = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

describe('work that one server does for all', () => {
  it('is one’s at a time, and the other’s as soon as it is given back', async () => {
    const [one, other] = [new Lease(house.db, 'given', 1500), new Lease(beside.db, 'given', 1500)];
    await Promise.all([one.start(), other.start()]);
    expect([one.isHeld, other.isHeld].filter(Boolean).length).toBe(1);
    const [holds, waits] = one.isHeld ? [one, other] : [other, one];
    await waited(2200);
    expect([holds.isHeld, waits.isHeld]).toEqual([true, false]);
    expect([holds.isAnothers, waits.isAnothers]).toEqual([false, true]);
    await holds.stop();
    for (let i = 0; i < 100 && !waits.isHeld; i++) await waited(30);
    expect([holds.isHeld, waits.isHeld]).toEqual([false, true]);
    await waits.stop();
  });
  it('is the other’s soon after the one that had it is gone without a word, and never both’s', async () => {
    const other = new Lease(beside.db, 'killed', 1500);
    const dying = await house.beside();
    const held = new Lease(dying.db, 'killed', 1500);
    await held.start();
    await other.start();
    expect([held.isHeld, other.isHeld]).toEqual([true, false]);
    // Its line to the database is gone: it can neither renew nor give back.
    await dying.close();
    for (let i = 0; i < 300 && !other.isHeld; i++) {
      expect(held.isHeld && other.isHeld).toBeFalse();
      await waited(20);
    }
    expect([held.isHeld, other.isHeld]).toEqual([false, true]);
    // It cannot ask, so it does not say that somebody else has it.
    expect([held.isAnothers, other.isAnothers]).toEqual([false, false]);
    await held.stop();
    await other.stop();
  });
});
