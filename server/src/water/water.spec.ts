import type { NewEntry, PayloadOf } from '#contracts/book';
import type { BatchList, BuildUpView, EveningView, FortnightView, LearntView } from '#contracts/water';
import {
  at,
  entry,
  id,
  openTestHouse,
  readingsEntry,
  refusedBy,
  tankEntry,
  type TestHouse,
} from '../app/harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

const faultsOf = (...entries: NewEntry[]): Promise<string[]> => refusedBy(house, ...entries);

const source = (subjectId: string, name: string, state: PayloadOf<'source'>['state']): NewEntry =>
  entry('source', subjectId, { name, state, chlorine: 'none', startedOn: '2025-12-04' }, at(99));

interface Waters {
  ro: string;
  soft: string;
  tank: string;
}
async function newWaters(): Promise<Waters> {
  const [ro, soft, tank] = [id(), id(), id()];
  await house.write(
    source(ro, `RO ${ro.slice(-6)}`, 'rodi'),
    source(soft, `Soft ${soft.slice(-6)}`, 'batch'),
    tankEntry(tank),
  );
  return { ro, soft, tank };
}
const recipe = ({ ro, soft }: Waters, over: Partial<PayloadOf<'recipe'>> = {}): NewEntry =>
  entry(
    'recipe',
    soft,
    {
      parts: [{ sourceId: ro, shareFraction: 1 }],
      salts: [{ saltId: 'caso4-2h2o', saltGPerL: 0.12 }],
      minerals: [],
      aims: [{ parameter: 'ec25UsPerCm', value: 215, toleranceValue: 15 }],
      leadHours: 1,
      stirred: false,
      mixMinutes: 15,
      ...over,
    },
    at(90),
  );
const batch = ({ ro, soft }: Waters, over: Partial<PayloadOf<'batch'>> = {}, happenedAt = at(0, -300)): NewEntry =>
  entry(
    'batch',
    soft,
    {
      madeL: 40,
      parts: [{ sourceId: ro, partL: 40 }],
      salts: [{ saltId: 'caso4-2h2o', massG: 4.8 }],
      minerals: [],
      aims: [{ parameter: 'ec25UsPerCm', value: 215, toleranceValue: 15 }],
      leadHours: 1,
      stirred: false,
      ...over,
    },
    happenedAt,
  );
const step = (soft: string, payload: PayloadOf<'batch-step'>, minutesAgo: number): NewEntry =>
  entry('batch-step', soft, payload, at(0, -minutesAgo));
const change = (waters: Waters, over: Partial<PayloadOf<'change'>> = {}, happenedAt = at(0, -10)): NewEntry =>
  entry(
    'change',
    waters.tank,
    {
      entered: { by: 'litres', changeL: 10 },
      sourceId: waters.soft,
      water: { ec25UsPerCm: 215 },
      how: 'poured',
      ...over,
    },
    happenedAt,
  );
const batchesOf = async (soft: string) =>
  (await house.get<BatchList>('/api/water/batches')).body.batches.filter((b) => b.sourceId === soft);

const theWorks: PayloadOf<'works'> = {
  madeLPerH: 5,
  storesL: 60,
  storedL: 40,
  wasteRatio: 3,
  drums: [],
  evenings: [],
  eveningMinutes: 90,
};

describe('batches of water', () => {
  it('are refused when strong, corrected, measured again, used, and what is left is counted', async () => {
    const waters = await newWaters();
    const made = batch(waters);
    await house.write(recipe(waters), made);
    const batchId = made.id;
    expect((await batchesOf(waters.soft))[0]?.why).toBe('Not measured yet.');
    await house.write(
      step(waters.soft, { step: 'measured', batchId, water: { ec25UsPerCm: { lo: 290, hi: 290 } } }, 200),
    );
    expect((await batchesOf(waters.soft))[0]?.fate).toBe('refused');
    await house.write(
      step(waters.soft, { step: 'corrected', batchId, addedL: 14, addedG: 0, what: 'pure water' }, 190),
    );
    await house.write(
      step(waters.soft, { step: 'measured', batchId, water: { ec25UsPerCm: { lo: 217, hi: 217 } } }, 100),
    );
    expect((await house.write(change(waters, { batchId }))).status).toBe(201);
    const [told] = await batchesOf(waters.soft);
    expect(told?.usable).toBeTrue();
    expect(told?.leftL).toBeCloseTo(44, 6);
    expect(told?.uses.map((u) => u.usedL)).toEqual([10]);
  });
  it('measured out of range are not used without a reason, and not beyond what is left', async () => {
    const waters = await newWaters();
    const made = batch(waters);
    await house.write(
      made,
      step(waters.soft, { step: 'measured', batchId: made.id, water: { ec25UsPerCm: { lo: 290, hi: 290 } } }, 200),
    );
    expect((await faultsOf(change(waters, { batchId: made.id }))).join()).toContain(
      'batchReason: is needed: EC is above',
    );
    expect((await house.write(change(waters, { batchId: made.id, batchReason: 'a hard-water tank' }))).status).toBe(
      201,
    );
    expect(
      (
        await faultsOf(change(waters, { batchId: made.id, batchReason: 'x', entered: { by: 'litres', changeL: 35 } }))
      ).join(),
    ).toContain('30 L of this batch are left');
  });
  it('what cannot be is named beside its field', async () => {
    const waters = await newWaters();
    expect(await faultsOf(batch(waters, { madeL: 60 }))).toEqual(['parts: the parts make 40 L, not 60 L']);
    expect((await faultsOf(batch(waters, { salts: [{ saltId: 'caso4-2h2o', massG: 500 }] }))).join()).toContain(
      'does not dissolve',
    );
    expect((await faultsOf(batch(waters, { salts: [{ saltId: 'kcl', massG: -1 }] }))).join()).toContain(
      'must be at least',
    );
    expect((await faultsOf(recipe(waters, { parts: [{ sourceId: waters.ro, shareFraction: 0.6 }] }))).join()).toContain(
      'not a whole',
    );
    expect((await faultsOf(step(waters.soft, { step: 'accepted', batchId: id() }, 1))).join()).toContain(
      'is no batch of this water',
    );
    expect((await faultsOf(change(waters, { batchId: id() }))).join()).toContain('is no batch in the book');
  });
  it('a strike takes the use back', async () => {
    const waters = await newWaters();
    const made = batch(waters);
    const used = change(waters, { batchId: made.id, batchReason: 'not measured' });
    await house.write(made, used);
    expect((await batchesOf(waters.soft))[0]?.leftL).toBeCloseTo(30, 6);
    await house.write(entry('strike', waters.tank, { entryId: used.id, reason: 'wrong tank' }, at(0, -1)));
    expect((await batchesOf(waters.soft))[0]?.leftL).toBeCloseTo(40, 6);
  });
});

describe('litres with the dirt', () => {
  it('are part of the change, and never more than it', async () => {
    const waters = await newWaters();
    expect(await faultsOf(change(waters, { bedL: 4 }))).toEqual([]);
    expect(await faultsOf(change(waters, { bedL: 14 }, at(0, -5)))).toEqual([
      'bedL: is more than the 10.0 L that were changed; it is part of them',
    ]);
  });
});

describe('what is left of a batch by count', () => {
  it('holds from then on, and a use comes off it', async () => {
    const waters = await newWaters();
    const made = batch(waters);
    await house.write(
      made,
      step(waters.soft, { step: 'measured', batchId: made.id, water: { ec25UsPerCm: { lo: 214, hi: 214 } } }, 60),
      step(waters.soft, { step: 'left', batchId: made.id, leftL: 22.5 }, 40),
    );
    const leftL = async () =>
      (await house.get<BatchList>('/api/water/batches')).body.batches.find((b) => b.batchId === made.id)?.leftL;
    expect(await leftL()).toBe(22.5);
    await house.write(change(waters, { batchId: made.id }));
    expect(await leftL()).toBeCloseTo(12.5, 9);
    expect((await faultsOf(step(waters.soft, { step: 'left', batchId: made.id, leftL: -1 }, 1))).length).toBe(1);
  });
});

describe('the evening’s water', () => {
  it('reads routines from the book, from the keeper before habit, and waters from recipes', async () => {
    const waters = await newWaters();
    const past = [28, 21, 14, 8].map((days) => change(waters, { entered: { by: 'litres', changeL: 20 } }, at(days)));
    await house.write(recipe(waters), ...past);
    const tankOf = async () =>
      (await house.get<EveningView>('/api/water/evening')).body.tanks.find((t) => t.tankId === waters.tank);
    const habit = await tankOf();
    expect(habit?.routineBy).toBe('habit');
    expect(habit?.everyDays).toBe(7);
    expect(habit?.changeL).toBeCloseTo(20, 6);
    expect(habit?.dueDays).toBeCloseTo(-1, 1);
    await house.write(
      entry('routine', waters.tank, {
        everyDays: 14,
        changeFraction: 0.1,
        sourceId: waters.soft,
        how: 'dripped',
        changeMinutes: 25,
      }),
    );
    const said = await tankOf();
    expect(said?.routineBy).toBe('keeper');
    expect(said?.changeL).toBeCloseTo(10, 6);
    const { waters: kinds } = (await house.get<EveningView>('/api/water/evening')).body;
    const soft = kinds.find((w) => w.waterId === waters.soft);
    expect(soft?.roFraction).toBe(1);
    expect(soft?.saltGPerL).toBeCloseTo(0.12, 9);
  });
  it('a drum in which a batch stands says what holds it and when it is free, and what is usable of it is ready', async () => {
    const waters = await newWaters();
    const drum = `drum ${waters.soft.slice(-6)}`;
    const made = batch(waters, { drum });
    const still = batch(waters, { leadHours: 48, drum: `can ${waters.soft.slice(-6)}` });
    await house.write(
      entry('works', waters.ro, { ...theWorks, drums: [{ name: drum, volumeL: 60 }] }),
      entry('routine', waters.tank, {
        everyDays: 7,
        changeFraction: 0.1,
        sourceId: waters.soft,
        how: 'poured',
        changeMinutes: 9,
      }),
      made,
      still,
      step(waters.soft, { step: 'measured', batchId: made.id, water: { ec25UsPerCm: { lo: 214, hi: 214 } } }, 60),
    );
    const evening = async () => (await house.get<EveningView>('/api/water/evening')).body;
    const found = (await evening()).works.drums.find((d) => d.name === drum);
    expect(found?.freeAtDay).toBeGreaterThanOrEqual(1);
    expect(found?.holds).toBe(`Soft ${waters.soft.slice(-6)}`);
    const soft = (await evening()).waters.find((w) => w.waterId === waters.soft);
    expect(soft?.readyL).toBe(40);
    // Made five hours ago to stand for two days: 43 hours from now.
    expect(soft?.standing.map((s) => [s.volumeL, Math.round(24 * s.readyAtDay)])).toEqual([[40, 43]]);
    await house.write(step(waters.soft, { step: 'thrown-away', batchId: made.id }, 30));
    expect((await evening()).works.drums.find((d) => d.name === drum)?.freeAtDay).toBeUndefined();
  });
  it('what a litre costs comes from the pack, the tap and what the membrane throws away', async () => {
    const waters = await newWaters();
    const gypsum = id();
    await house.write(
      entry('supply', gypsum, {
        name: `Gypsum ${gypsum.slice(-6)}`,
        category: 'salt',
        unit: 'g',
        saltId: 'caso4-2h2o',
        purityFraction: 0.98,
        pack: { packValue: 1000, costValue: 10 },
        startedOn: '2025-12-04',
      }),
      entry('works', waters.ro, { ...theWorks, perM3Value: 5, eveningTime: '20:15' }),
      recipe(waters),
      entry('routine', waters.tank, {
        everyDays: 7,
        changeFraction: 0.1,
        sourceId: waters.soft,
        how: 'poured',
        changeMinutes: 9,
      }),
    );
    const { body } = await house.get<EveningView>('/api/water/evening');
    const soft = body.waters.find((w) => w.waterId === waters.soft);
    // Four litres of tap for one, at 5 a thousand; 0.12 g at 10 a thousand.
    expect(soft?.cost.perLValue).toBeCloseTo(0.02 + 0.0012, 9);
    expect(soft?.cost.unpriced).toEqual([]);
    expect(body.works.eveningTime).toBe('20:15');
  });
  it('a salt on the shelf is weighed and of its sort, and a purity needs its salt', async () => {
    const salt = (over: Partial<Record<keyof PayloadOf<'supply'>, unknown>>): NewEntry =>
      entry('supply', id(), {
        name: `Salt ${id().slice(-6)}`,
        category: 'salt',
        unit: 'g',
        saltId: 'kcl',
        startedOn: '2025-12-04',
        ...over,
      } as PayloadOf<'supply'>);
    expect(await faultsOf(salt({}))).toEqual([]);
    expect(await faultsOf(salt({ unit: 'mL' }))).toEqual(['unit: a salt is weighed: in g']);
    expect(await faultsOf(salt({ category: 'food' }))).toEqual(['saltId: is only for supplies of the sort “salt”']);
    expect(await faultsOf(salt({ saltId: undefined, purityFraction: 0.9 }))).toEqual([
      'purityFraction: needs the salt it is the purity of',
    ]);
    expect((await faultsOf(salt({ saltId: 'flour' }))).length).toBe(1);
    expect((await faultsOf(salt({ purityFraction: 0 }))).length).toBe(1);
  });
  it('what builds up in a tank is told with the keeper’s own ceiling before the band’s', async () => {
    const waters = await newWaters();
    const nitrate = [1, 8, 15, 22, 29, 36].map((ago) =>
      readingsEntry(waters.tank, { no3MgPerL: [40 - ago, 40 - ago] }, at(ago)),
    );
    await house.write(...nitrate);
    const lineOf = async () =>
      (await house.get<BuildUpView>('/api/water/build-up')).body.tanks
        .find((t) => t.tankId === waters.tank)
        ?.lines.find((l) => l.parameter === 'no3MgPerL');
    const before = await lineOf();
    expect(before?.productionPerDay.mean).toBeGreaterThan(0.5);
    expect(before?.limitBy).not.toBe('keeper');
    await house.write(
      entry('routine', waters.tank, {
        everyDays: 7,
        changeFraction: 0.1,
        sourceId: waters.soft,
        how: 'poured',
        changeMinutes: 9,
        ceilings: { no3MgPerL: 17 },
      }),
    );
    const after = await lineOf();
    expect([after?.ceiling, after?.limitBy]).toEqual([17, 'keeper']);
  });
  it('a sequence gives the next step and its day, until it is ended', async () => {
    const waters = await newWaters();
    const plan = entry(
      'sequence',
      waters.tank,
      {
        step: 'planned',
        sourceId: waters.soft,
        changes: [
          { atDay: 0, changeFraction: 0.1 },
          { atDay: 2, changeFraction: 0.1 },
        ],
        aims: [{ parameter: 'ec25UsPerCm', value: 250, side: 'at-most' }],
        why: 'one step would be too much',
      },
      at(1),
    );
    await house.write(
      entry('routine', waters.tank, {
        everyDays: 7,
        changeFraction: 0.3,
        sourceId: waters.soft,
        how: 'poured',
        changeMinutes: 25,
      }),
      plan,
    );
    const tankOf = async () =>
      (await house.get<EveningView>('/api/water/evening')).body.tanks.find((t) => t.tankId === waters.tank);
    expect((await tankOf())?.sequence?.stepIndex).toBe(1);
    expect((await tankOf())?.changeL).toBeCloseTo(10, 6);
    await house.write(change(waters, { sequenceId: plan.id }));
    expect((await tankOf())?.sequence?.stepIndex).toBe(2);
    await house.write(entry('sequence', waters.tank, { step: 'ended', sequenceId: plan.id, because: 'recovered' }));
    expect((await tankOf())?.sequence).toBeNull();
  });
  it('the fourteen nights come from the thread, no dearer than the plain plan; a time limit of nothing is refused', async () => {
    const answer = await house.get<FortnightView>('/api/water/fortnight?seconds=5');
    expect(answer.status).toBe(200);
    expect(answer.body.costValue).toBeLessThanOrEqual(answer.body.greedyCostValue + 1e-9);
    expect(answer.body.nights.length).toBe(14);
    expect((await house.get('/api/water/fortnight?seconds=0')).status).toBe(400);
    expect((await house.get('/api/water/fortnight?seconds=soon')).status).toBe(400);
  });
});

describe('learning', () => {
  it('sets what a change should have made beside what was measured after it', async () => {
    const waters = await newWaters();
    const reading = (value: number, happenedAt: string) =>
      readingsEntry(waters.tank, { ec25UsPerCm: [value, value] }, happenedAt);
    await house.write(
      reading(300, at(3)),
      change(waters, { entered: { by: 'litres', changeL: 20 }, water: { ec25UsPerCm: 100 } }, at(2)),
      reading(250, at(1.5)),
    );
    const { outcomes } = (await house.get<LearntView>(`/api/water/learnt/${waters.tank}`)).body;
    expect(outcomes[0]?.predicted.ec25UsPerCm).toBeCloseTo(260, 6);
    expect(outcomes[0]?.measured.ec25UsPerCm).toEqual({ lo: 250, hi: 250 });
  });
});
