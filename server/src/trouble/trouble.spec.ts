import type { PayloadOf, SentEntry } from '#contracts/book';
import type { Tonight } from '#contracts/tonight';
import { at, entry, id, openTestHouse, refusedBy, tankEntry, type TestHouse } from '../app/harness.cases';

let house: TestHouse;
let [tank, other] = ['', ''];
beforeAll(async () => {
  house = await openTestHouse();
  [tank, other] = [id(), id()];
  await house.write(tankEntry(tank), tankEntry(other));
});
afterAll(() => house.close());
const refused = (...entries: SentEntry[]) => refusedBy(house, ...entries);
const taken = async (...entries: SentEntry[]) => {
  expect(await refused(...entries)).toEqual([]);
};
const step = (payload: PayloadOf<'case'>, subjectId = tank, minutes = -10) =>
  entry('case', subjectId, payload, at(0, minutes));
const opening = (more: Partial<Extract<PayloadOf<'case'>, { step: 'opened' }>> = {}, subjectId = tank) =>
  step({ step: 'opened', firstSignAt: at(1), findings: { gasping: 'yes' }, ...more }, subjectId, -20);
const doubtful = async (tankId: string) =>
  (await house.get<Tonight>('/api/tonight')).body.tanks.find((t) => t.tankId === tankId)?.doubtful;
const said = async (tankId: string) => {
  const { tanks } = (await house.get<Tonight>('/api/tonight')).body;
  return tanks.find((t) => t.tankId === tankId)?.contributions.filter((c) => c.id.startsWith('case:')) ?? [];
};

describe('a case is checked', () => {
  it('by ids that are known, and a first sign that is not after it', async () => {
    expect(await refused(opening({ findings: { 'no-such-sign': 'yes' } }))).toEqual([
      'findings.no-such-sign: is not known',
    ]);
    expect(await refused(opening({ firstSignAt: at(0, -5) }))).toEqual(['firstSignAt: is after the case was opened']);
    const opened = opening({}, other);
    await taken(opened);
    expect(
      await refused(step({ step: 'acted', caseId: opened.id, causeId: 'no-such-cause', text: 'x' }, other)),
    ).toEqual(['causeId: is not known']);
  });
  it('a step belongs to a case of its tank that is open', async () => {
    const opened = opening();
    await taken(opened);
    const look = (caseId: string, subjectId = tank) => step({ step: 'looked', caseId, state: 'better' }, subjectId);
    expect(await refused(look(id()))).toEqual(['caseId: is no case in this tank’s book']);
    expect(await refused(look(opened.id, other))).toEqual(['caseId: is no case in this tank’s book']);
    await taken(look(opened.id));
    await taken(step({ step: 'closed', caseId: opened.id, outcome: 'recovered' }, tank, -8));
    expect(await refused(step({ step: 'looked', caseId: opened.id, state: 'same' }, tank, -5))).toEqual([
      'caseId: has already been closed, on 14 Mar 2026',
    ]);
    // Seen before the end and written after it; but an end is written once.
    await taken(step({ step: 'looked', caseId: opened.id, state: 'same' }, tank, -9));
    expect(await refused(step({ step: 'closed', caseId: opened.id, outcome: 'lost' }, tank, -9))).toEqual([
      'step: would leave “closed” of 14 Mar 2026 without a case: strike that first',
    ]);
  });
});

describe('an open case on the round', () => {
  it('is watched until its look is due, then asks for it; closed it is silent', async () => {
    const mine = id();
    await house.write(tankEntry(mine));
    const opened = opening({ lookAgainAt: at(-2) }, mine);
    await taken(opened);
    const [watched] = await said(mine);
    expect(watched?.severity).toBe('watch');
    expect(await doubtful(mine)).toBeTrue();
    expect(watched?.begins).toEqual({ path: `/trouble/${mine}`, query: { case: opened.id } });
    await taken(step({ step: 'looked', caseId: opened.id, state: 'same', lookAgainAt: at(0, -1) }, mine));
    expect((await said(mine))[0]?.severity).toBe('act');
    await taken(step({ step: 'closed', caseId: opened.id, outcome: 'was-nothing' }, mine, -4));
    expect(await said(mine)).toEqual([]);
    expect(await doubtful(mine)).toBeFalse();
  });
  it('one that gets worse must be acted on before its look is due', async () => {
    const mine = id();
    await house.write(tankEntry(mine));
    const opened = opening({}, mine);
    await taken(opened, step({ step: 'looked', caseId: opened.id, state: 'worse', lookAgainAt: at(-2) }, mine));
    expect((await said(mine))[0]?.severity).toBe('act');
  });
});

describe('pokes and plans', () => {
  it('a poke wants a place and a known gas; a plan wants rows of one length', async () => {
    const poke = (payload: object) => entry('poke', tank, payload as PayloadOf<'poke'>, at(0, -10));
    const plan = (rows: string[][]) => entry('layout', tank, { rows } as PayloadOf<'layout'>, at(0, -10));
    await taken(poke({ place: 'B3', gas: 'smell' }), plan([['outlet', 'bed']]));
    expect((await refused(poke({ place: '', gas: 'smell' }))).join()).toContain('place');
    expect((await refused(poke({ place: 'B3', gas: 'stink' }))).join()).toContain(
      'gas: must be none, no-smell or smell',
    );
    expect((await refused(plan([['bed'], ['bed', 'bed']]))).join()).toContain('rows: has rows of unequal length');
    expect((await refused(plan([['water']]))).join()).toContain('is no square of a plan');
  });
});
