import { closingChecksOf } from '#core/doing';
import type { PayloadOf, SentEntry } from '#contracts/book';
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
const job = (payload: PayloadOf<'job'>, subjectId = tank) => entry('job', subjectId, payload, at(0, -10));
const begun = async (kind: 'sponge' | 'dip') => {
  const started = job({ step: 'started', work: { kind, note: '' } });
  await taken(started);
  return started.id;
};

describe('a step of a job is checked', () => {
  const some = [closingChecksOf('sponge')[0]!];
  it('it belongs to a job that was begun in that tank', async () => {
    const jobId = await begun('sponge');
    await taken(job({ step: 'ticked', jobId, checks: some }));
    expect(await refused(job({ step: 'ticked', jobId: id(), checks: some }))).toEqual([
      'jobId: is no job in this tank’s book',
    ]);
    expect(await refused(job({ step: 'ticked', jobId, checks: some }, other))).toEqual([
      'jobId: is no job in this tank’s book',
    ]);
    const tick = job({ step: 'ticked', jobId, checks: some });
    await taken(tick);
    expect(await refused(job({ step: 'ticked', jobId: tick.id, checks: some })))
      .withContext('a tick is no job')
      .toEqual(['jobId: is no job in this tank’s book']);
    expect(await refused(job({ step: 'broken-off', jobId: id(), reason: 'the phone rang' }))).toEqual([
      'jobId: is no job in this tank’s book',
    ]);
    await taken(job({ step: 'broken-off', jobId, reason: 'the phone rang' }));
  });
  it('it ticks only what that kind of work asks for, and says which was not', async () => {
    const jobId = await begun('sponge');
    const own = closingChecksOf('sponge');
    const strange = closingChecksOf('change').find((c) => !(own as readonly string[]).includes(c))!;
    await taken(job({ step: 'ticked', jobId, checks: [...own] }));
    expect(await refused(job({ step: 'ticked', jobId, checks: [own[0]!, strange] }))).toEqual([
      'checks.1: is no closing check of this work',
    ]);
  });
});

describe('a timer is checked', () => {
  it('what is answered was set in that tank', async () => {
    const timer = (payload: PayloadOf<'timer'>, subjectId = tank) => entry('timer', subjectId, payload, at(0, -9));
    const set = timer({ step: 'set', timer: 'hose', minutes: 5, note: '' });
    await taken(set);
    expect(await refused(timer({ step: 'answered', timerId: set.id }, other))).toEqual([
      'timerId: is no timer in this tank’s book',
    ]);
    expect(await refused(timer({ step: 'answered', timerId: id() }))).toEqual([
      'timerId: is no timer in this tank’s book',
    ]);
    const answered = timer({ step: 'answered', timerId: set.id });
    await taken(answered);
    expect(await refused(timer({ step: 'answered', timerId: answered.id }))).toEqual([
      'timerId: is no timer in this tank’s book',
    ]);
  });
});
