import type * as v from 'valibot';
import {
  kindAsRead,
  type BookPage,
  type exportedBook,
  type ImportReport,
  type PayloadOf,
  type SentEntry,
} from '#contracts/book';
import type { Tonight } from '#contracts/tonight';
import type { HandsFound } from '#contracts/hands';
import {
  at,
  changeEntry,
  entry,
  id,
  openTestHouse,
  readingsEntry,
  refusedBy,
  sourceEntry,
  tankEntry,
  type TestHouse,
} from '../app/harness.cases';

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
type HandsKind = 'walk' | 'outage' | 'absence' | 'flow' | 'cleaning' | 'move';
const hands = (tank: string, payload: PayloadOf<HandsKind>, days = 0, hours = -10) =>
  entry(kindAsRead('hands', payload) as HandsKind, tank, payload as never, at(-days, hours));
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
      'step: an outage is open in this tank since 14 Mar 2026: write into that one',
    ]);
    const over = (where: string, hours: number) => hands(where, { step: 'outage-over', outageId: out.id }, 0, hours);
    expect(await refused(over(other, -8))).toEqual(['outageId: is no outage in this tank’s book']);
    expect(await refused(over(tank, -11))).toEqual(['outageId: began only later, on 14 Mar 2026']);
    await taken(over(tank, -8));
    expect(await refused(over(tank, -7))).toEqual(['outageId: is already over, since 14 Mar 2026']);
    await taken(hands(tank, { step: 'outage', cause: 'flood' }, 0, -6));
  });
  it('an absence ends after it begins, and is come home from once', async () => {
    const tank = await newTank();
    const away = (fromOn: string, toOn: string) => hands(tank, { step: 'away', fromOn, toOn, leaves: [] });
    expect(await refused(away('2026-03-14', '2026-03-14'))).toHaveSize(1);
    const gone = away('2026-03-01', '2026-03-14');
    await taken(gone);
    await taken(hands(tank, { step: 'back', awayId: gone.id }));
    expect(await refused(hands(tank, { step: 'back', awayId: gone.id }))).toEqual([
      'awayId: is already over, since 14 Mar 2026',
    ]);
    expect(await refused(hands(tank, { step: 'back', awayId: id() }))).toEqual([
      'awayId: is no absence in this tank’s book',
    ]);
  });
  it('a day after a move belongs to a move of this tank before it', async () => {
    const tank = await newTank();
    const moved = hands(tank, { step: 'moved', how: 'all-in' }, -1);
    await taken(moved);
    const day = (movedId: string, days: number) => hands(tank, { step: 'move-day', movedId, good: true }, days);
    expect(await refused(day(id(), 0))).toEqual(['movedId: is no move in this tank’s book']);
    expect(await refused(day(moved.id, -2))).toEqual(['movedId: began only later, on 13 Mar 2026']);
    await taken(day(moved.id, 0));
  });
  const bed = (tank: string, squareIds: string[], more: object = {}, hours = -10) =>
    hands(tank, { step: 'cleaned', what: 'bed', school: 'half', squareIds, ...more }, 0, hours);
  const row = (letter: string): string[] => [1, 2, 3, 4, 5, 6, 7, 8].map((n) => `${letter}${n}`);
  it('more than half of a bed in one evening needs a reason that is kept; skimming does not', async () => {
    const tank = await newTank();
    const asked = [
      'overrideReason: is needed: 53 % of the bed in one evening takes the filter with it; half is the most',
    ];
    expect(await refused(bed(tank, [...row('A'), ...row('B'), 'C1']))).toEqual(asked);
    expect((await refused(bed(tank, [...row('A'), ...row('B'), 'C1'], { overrideReason: ' ' }))).length)
      .withContext('a blank is no reason')
      .toBeGreaterThan(0);
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

describe('what was found beside what was foreseen', () => {
  const found = async () => (await house.get<HandsFound>('/api/hands/found')).body;
  const away = (tank: string, leaves: Extract<PayloadOf<'absence'>, { step: 'away' }>['leaves']) =>
    hands(tank, { step: 'away', fromOn: '2026-02-01', toOn: '2026-02-20', leaves }, -42);
  it('an absence is told once somebody is home, by the first reading before a change', async () => {
    const [tank, source] = [await newTank(), id()];
    await house.write(sourceEntry(source));
    const gone = away(tank, [{ parameter: 'ghDegrees', earliestDay: 8, likelyDay: 12 }]);
    await taken(gone);
    const those = async () => (await found()).absences.filter((a) => a.tankId === tank);
    expect(await those())
      .withContext('still away')
      .toEqual([]);
    await taken(hands(tank, { step: 'back', awayId: gone.id }, -22));
    expect((await those()).map((a) => [a.fromOn, a.held])).toEqual([
      ['2026-02-01', [{ parameter: 'ghDegrees', verdict: 'not-read', reading: null }]],
    ]);
    await house.write(
      readingsEntry(tank, { ghDegrees: [10, 10] }, at(23)),
      readingsEntry(tank, { ghDegrees: [25, 26] }, at(21)),
      changeEntry(tank, source, 10, at(20)),
      readingsEntry(tank, { ghDegrees: [10, 10] }, at(19)),
    );
    expect((await those()).flatMap((a) => a.held)).toEqual([
      { parameter: 'ghDegrees', verdict: 'as-foreseen', reading: { lo: 25, hi: 26 } },
    ]);
  });
  it('each absence by the three weeks after it, however much was read and changed between', async () => {
    const [tank, source] = [await newTank(), id()];
    await house.write(sourceEntry(source));
    const gone = (days: number) =>
      hands(
        tank,
        {
          step: 'away',
          fromOn: at(days).slice(0, 10),
          toOn: at(days - 5).slice(0, 10),
          leaves: [{ parameter: 'ghDegrees', earliestDay: 1, likelyDay: 2 }],
        },
        -days,
      );
    const [first, second] = [gone(95), gone(40)];
    await taken(
      first,
      hands(tank, { step: 'back', awayId: first.id }, -90),
      second,
      hands(tank, { step: 'back', awayId: second.id }, -35),
    );
    await house.write(
      readingsEntry(tank, { ghDegrees: [7, 8] }, at(80)),
      readingsEntry(tank, { ghDegrees: [25, 26] }, at(60)),
      changeEntry(tank, source, 10, at(50)),
      readingsEntry(tank, { ghDegrees: [27, 28] }, at(13)),
    );
    const held = (await found()).absences.filter((a) => a.tankId === tank).map((a) => a.held);
    expect(held).toEqual([
      [{ parameter: 'ghDegrees', verdict: 'held', reading: { lo: 7, hi: 8 } }],
      [{ parameter: 'ghDegrees', verdict: 'not-read', reading: null }],
    ]);
  });
  it('a move is told with what was foreseen of it and the highest that was read', async () => {
    const tank = await newTank();
    const moved = hands(tank, { step: 'moved', how: 'all-out', tanMgPerLPerDay: 0.4 }, -10);
    await taken(moved);
    await house.write(
      readingsEntry(tank, { tanMgPerL: [8, 8] }, at(11)),
      readingsEntry(tank, { tanMgPerL: [0.25, 0.5], no3MgPerL: [90, 90] }, at(8)),
      readingsEntry(tank, { tanMgPerL: [0, 0.25], no2MgPerL: [0, 0.1] }, at(7)),
    );
    const [one] = (await found()).moves.filter((m) => m.tankId === tank);
    expect([one?.entryId, one?.foreseenTanMgPerLPerDay]).toEqual([moved.id, 0.4]);
    expect(one?.stirred.map((s) => [s.parameter, s.reading])).toEqual([
      ['no2MgPerL', { lo: 0, hi: 0.1 }],
      ['tanMgPerL', { lo: 0.25, hi: 0.5 }],
    ]);
  });
  it('passes of one hose and stops that were handed over stand in the book; what is no pass does not', async () => {
    const tank = await newTank();
    await taken(hands(tank, { step: 'pass', pass: 'drain' }), hands(tank, { step: 'handed', to: 'the neighbour' }));
    expect(await refused(hands(tank, { step: 'pass', pass: 'dance' as 'drain' }))).toHaveSize(1);
    expect(await refused(hands(tank, { step: 'handed', to: 'n'.repeat(61) }))).toHaveSize(1);
  });
});

describe('a book from when all work of the hands was one kind', () => {
  it('is taken as it was sent, read as the kinds of today, and leaves the house under its old name with its hash', async () => {
    const tank = await newTank();
    const old = (payload: object, days: number, entryId = id()): SentEntry => ({
      id: entryId,
      kind: 'hands',
      kindVersion: 1,
      subjectId: tank,
      happenedAt: at(days, -10),
      payload,
    });
    const outage = old({ step: 'outage', cause: 'power' }, 0);
    const flow = old({ step: 'flow', secondsPerL: 9 }, 2);
    await taken(outage, flow);
    // Told once more by a device that was away: the same, not another.
    const { body: again } = await house.write(outage);
    expect((again as unknown as { entries: { repeated: boolean }[] }).entries.map((e) => e.repeated)).toEqual([true]);
    expect((await said(tank)).map((c) => c.id)).toEqual([`outage:${outage.id}`]);
    const page = async (kind: string) =>
      (await house.get<BookPage>(`/api/entries?kind=${kind}&subject=${tank}`)).body.entries.map((e) => [e.id, e.kind]);
    expect(await page('outage')).toEqual([[outage.id, 'outage']]);
    expect(await page('flow,cleaning')).toEqual([[flow.id, 'flow']]);
    expect(await page('walk')).toEqual([]);
    const diary = (await house.get<{ entries: { entryId: string }[] }>(`/api/diary?kinds=outage,flow&subject=${tank}`))
      .body.entries;
    expect(diary.map((e) => e.entryId).sort()).toEqual([outage.id, flow.id].sort());
    // A new step ends what an old one began.
    await taken(entry('outage', tank, { step: 'outage-over', outageId: outage.id }, at(0, -5)));
    expect(await said(tank)).toEqual([]);
    const whole = (await house.get<v.InferOutput<typeof exportedBook>>('/api/book/export.json')).body;
    const kept = whole.entries.find((e) => e.id === outage.id);
    expect([kept?.kind, kept?.payload]).toEqual(['hands', outage.payload] as never);
    const other = await openTestHouse();
    try {
      const own = { ...whole, entries: whole.entries.filter((e) => e.subjectId === tank) };
      const { body } = await other.send<ImportReport>(own, '/api/book/import?dryRun=no');
      expect([body.faults, body.written]).toEqual([[], true]);
    } finally {
      await other.close();
    }
  });
});
