import type { DoingView } from '#contracts/doing';
import type { SentEntry } from '#contracts/book';
import { at, entry, id, openTestHouse, saidOf, tankEntry, wholeSheet, type TestHouse } from '../app/harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

const doing = async () => (await house.get<DoingView>('/api/water/doing')).body;
const lineOf = async (tank: string) => (await wholeSheet(house)).tanks.find((t) => t.tankId === tank)!;
const faultsOf = async (one: SentEntry): Promise<string[]> =>
  ((await house.write(one)).body.errors ?? []).map((e) => e.field.split('.').slice(3).join('.'));
async function newTank(): Promise<string> {
  const tank = id();
  await house.write(tankEntry(tank));
  return tank;
}
const started = (tank: string, happenedAt = at(0, -40)) =>
  entry(
    'job',
    tank,
    { step: 'started', work: { kind: 'change', changeL: 10, how: 'poured', bed: 'none', chain: 'alone' } },
    happenedAt,
  );

describe('doing it', () => {
  it('a change stays open until each of its six closing checks is ticked, and stands on Tonight meanwhile', async () => {
    const tank = await newTank();
    const job = started(tank);
    await house.write(job);
    const tick = (checks: ('heater' | 'filter' | 'light' | 'lid' | 'animals' | 'taps')[]) =>
      house.write(entry('job', tank, { step: 'ticked', jobId: job.id, checks }, at(0, -5)));
    await tick(['heater', 'filter']);
    const open = (await doing()).jobs.find((j) => j.jobId === job.id);
    expect([open?.ticked, open?.open]).toEqual([
      ['heater', 'filter'],
      ['light', 'lid', 'animals', 'taps'],
    ]);
    expect(saidOf(await lineOf(tank), 'open-job').map((c) => c.text)).toEqual([
      'Change not closed: 4 things to see to',
    ]);
    await tick(['light', 'lid', 'animals', 'taps']);
    expect((await doing()).jobs.some((j) => j.jobId === job.id)).toBeFalse();
    expect(saidOf(await lineOf(tank), 'open-job')).toEqual([]);
  });
  it('a sponge asks for its own four checks, and takes no tick of another work', async () => {
    const tank = await newTank();
    const job = entry('job', tank, { step: 'started', work: { kind: 'sponge' } }, at(0, -30));
    await house.write(job);
    const tick = (checks: ('heater' | 'filter' | 'lid' | 'animals' | 'taps')[]) =>
      entry('job', tank, { step: 'ticked', jobId: job.id, checks }, at(0, -10));
    expect(await faultsOf(tick(['heater', 'taps']))).toEqual(['checks.1']);
    expect((await house.write(tick(['heater', 'filter', 'lid', 'animals']))).status).toBe(201);
    expect((await doing()).jobs.some((j) => j.jobId === job.id)).toBeFalse();
  });
  it('what is broken off with a reason is open no longer, and takes no minutes into account', async () => {
    const tank = await newTank();
    const job = entry('job', tank, { step: 'started', work: { kind: 'move' } }, at(0, -30));
    await house.write(
      job,
      entry('job', tank, { step: 'broken-off', jobId: job.id, reason: 'the stand wobbles' }, at(0)),
    );
    const view = await doing();
    expect(view.jobs.some((j) => j.jobId === job.id)).toBeFalse();
    expect(view.learntMinutes.find((m) => m.work === 'move')?.minutes).toBeNull();
  });
  it('minutes of a kind of work are learnt from the third that was closed: 10, 20 and 60 give 20', async () => {
    const tank = await newTank();
    const minutesOf = async () => (await doing()).learntMinutes.find((m) => m.work === 'trim')?.minutes;
    for (const [i, minutes] of [10, 60, 20].entries()) {
      const job = entry('job', tank, { step: 'started', work: { kind: 'trim' } }, at(10 - i));
      await house.write(
        job,
        entry(
          'job',
          tank,
          { step: 'ticked', jobId: job.id, checks: ['cuttings', 'light', 'lid', 'animals'] },
          at(10 - i, minutes),
        ),
      );
      if (i === 1) expect(await minutesOf()).toBeNull();
    }
    expect(await minutesOf()).toBe(20);
  });
  it('a job of version 1 is read as a change of water, and its line and its checks go on', async () => {
    const tank = await newTank();
    const old = {
      ...started(tank),
      kindVersion: 1,
      payload: { step: 'started', changeL: 7, how: 'dripped', bed: 'half', chain: 'alone' },
    };
    expect((await house.write(old as never)).status).toBe(201);
    const open = (await doing()).jobs.find((j) => j.jobId === old.id);
    expect(open?.work).toEqual({ kind: 'change', changeL: 7, how: 'dripped', bed: 'half', chain: 'alone' });
    const page = (
      await house.get<{ entries: { id: string; kindVersion: number; line: string; payload: unknown }[] }>(
        `/api/entries?subject=${tank}`,
      )
    ).body;
    const kept = page.entries.find((e) => e.id === old.id);
    expect([kept?.line, kept?.kindVersion]).toEqual(['began to change 7 L', 1]);
    expect(kept?.payload).withContext('what was written is never rewritten').toEqual(old.payload);
    expect((await house.write({ ...old, id: id(), kindVersion: 3 })).status).toBe(400);
  });
  it('a timer runs until it is answered; an unknown one, and one of another tank, cannot be', async () => {
    const [tank, other] = [await newTank(), await newTank()];
    const timer = entry('timer', tank, { step: 'set', timer: 'hose', minutes: 4 }, at(0, -10));
    await house.write(timer);
    const running = (await doing()).timers.find((t) => t.timerId === timer.id);
    expect((running?.dueEpochMs ?? 0) - (running?.startedEpochMs ?? 0)).toBe(240_000);
    const [said] = saidOf(await lineOf(tank), 'timer');
    expect([said?.severity, said?.loud])
      .withContext('over by six minutes, and water is running')
      .toEqual(['act', true]);
    expect(await faultsOf(entry('timer', other, { step: 'answered', timerId: timer.id }))).toEqual(['timerId']);
    await house.write(entry('timer', tank, { step: 'answered', timerId: timer.id }, at(0, -1)));
    expect((await doing()).timers.some((t) => t.timerId === timer.id)).toBeFalse();
    expect(await faultsOf(entry('timer', tank, { step: 'answered', timerId: id() }))).toEqual(['timerId']);
    expect(await faultsOf(entry('job', tank, { step: 'ticked', jobId: id(), checks: ['lid'] }))).toEqual(['jobId']);
  });
});
