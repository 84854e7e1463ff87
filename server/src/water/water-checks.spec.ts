import { changeAdvice } from '#core/water';
import { shippedAlmanac } from '#almanac/shelf';
import type { GivenAdvice, PayloadOf, SentEntry } from '#contracts/book';
import { unwrap } from '#core/result';
import { adviceWords } from '#words/water';
import { at, entry, id, openTestHouse, refusedBy, tankEntry, type TestHouse } from '../app/harness.cases';

let house: TestHouse;
let [ro, soft, tank, mineral] = ['', '', '', ''];
const source = (subjectId: string, state: PayloadOf<'source'>['state']) =>
  entry('source', subjectId, { name: `S ${subjectId}`, state, chlorine: 'none', startedOn: '2025-12-04' }, at(99));
beforeAll(async () => {
  house = await openTestHouse();
  [ro, soft, tank, mineral] = [id(), id(), id(), id()];
  await house.write(
    source(ro, 'rodi'),
    source(soft, 'batch'),
    tankEntry(tank),
    entry('supply', mineral, { name: 'GH mineral', category: 'mineral', unit: 'g', startedOn: '2025-12-04' }, at(99)),
  );
});
afterAll(() => house.close());
const refused = (...entries: SentEntry[]) => refusedBy(house, ...entries);
const taken = async (...entries: SentEntry[]) => {
  expect(await refused(...entries)).toEqual([]);
};

const change = (over: Partial<PayloadOf<'change'>> = {}, happenedAt = at(0, -10), subjectId = tank) =>
  entry(
    'change',
    subjectId,
    { entered: { by: 'litres', changeL: 10 }, sourceId: soft, water: {}, how: 'poured', ...over },
    happenedAt,
  );
const litres = (changeL: number): PayloadOf<'change'>['entered'] => ({ by: 'litres', changeL });

describe('a change of water is checked', () => {
  it('against what is in the tank: all of it may go, no more', async () => {
    await taken(change({ entered: litres(100) }));
    expect(await refused(change({ entered: litres(100.1) }))).toEqual([
      'entered.changeL: 100.1 L is more than the 100.0 L that are in it (100 %)',
    ]);
    expect(await refused(change({ entered: litres(250) }))).toEqual([
      'entered.changeL: 250 L is more than the 100.0 L that are in it (250 %)',
    ]);
  });
  it('the volume is that in force then: before its set-up it has none', async () => {
    const newer = id();
    await house.write(tankEntry(newer, { measuredFillL: 40 }, at(20)));
    expect(await refused(change({ entered: litres(50) }, at(10), newer))).toEqual([
      'entered.changeL: 50 L is more than the 40.0 L that are in it (125 %)',
    ]);
    await house.write(tankEntry(newer, { measuredFillL: 60 }, at(5)));
    await taken(change({ entered: litres(50) }, at(2), newer));
    expect((await refused(change({ entered: litres(50) }, at(10), newer))).length).toBe(1);
  });
  it('by a water that is a source of the book', async () => {
    expect(await refused(change({ sourceId: tank }))).toEqual(['sourceId: is not a water source in the book']);
    expect((await house.write(change({ sourceId: id() }))).status).toBeGreaterThanOrEqual(400);
  });
  it('what went with the bed’s dirt is part of it, give or take half a litre', async () => {
    await taken(change({ bedL: 10.5 }));
    expect(await refused(change({ bedL: 10.6 }))).toEqual([
      'bedL: is more than the 10.0 L that were changed; it is part of them',
    ]);
    await taken(change({ entered: { by: 'fraction', changeFraction: 0.2 }, bedL: 20.5 }));
    expect(await refused(change({ entered: { by: 'fraction', changeFraction: 0.2 }, bedL: 20.6 }))).toEqual([
      'bedL: is more than the 20.0 L that were changed; it is part of them',
    ]);
  });
});

describe('a top-up is checked', () => {
  const topUp = (topUpL: number, sourceId = ro, subjectId = tank) =>
    entry('top-up', subjectId, { topUpL, sourceId, water: {} }, at(0, -5));
  it('against what is in the tank, and by its water', async () => {
    await taken(topUp(100));
    expect(await refused(topUp(100.5))).toEqual(['topUpL: 100.5 L is more than the 100.0 L that are in it']);
    expect(await refused(topUp(1, tank))).toEqual(['sourceId: is not a water source in the book']);
  });
});

describe('advice that comes with a change', () => {
  const given = (over: Partial<GivenAdvice> = {}, after = 24): GivenAdvice => {
    const { before, bearing, emergency, movedToday } = {
      before: { tempC: 25, ghDegrees: 8 },
      bearing: 'usual' as const,
      emergency: null,
      movedToday: {},
      ...over,
    };
    const { value, method } = unwrap(
      changeAdvice({
        bearing,
        before,
        after: { tempC: after, ghDegrees: 8 },
        limits: shippedAlmanac.limits,
        emergency: emergency && { kind: emergency.kind, why: { id: 'told', facts: { text: emergency.why } } },
        movedToday,
      }),
    );
    return {
      advice: value.advice,
      reason: adviceWords(value.reason),
      before,
      after: { tempC: after, ghDegrees: 8 },
      bearing,
      emergency,
      movedToday,
      method: { id: method.id, version: method.version, almanacVersion: shippedAlmanac.version },
      lines: [],
      ...over,
    };
  };
  it('is what our own code says of the same figures', async () => {
    await taken(change({ advice: given() }));
    expect(given().advice).toBe('wise');
    expect(await refused(change({ advice: given({ advice: 'wise' }, 15) }))).toEqual([
      'advice.advice: is not what these figures give',
    ]);
    expect(await refused(change({ advice: given({ advice: 'too-large' }), overrideReason: 'so' }))).toEqual([
      'advice.advice: is not what these figures give',
    ]);
  });
  it('of an older almanac is kept as it was given', async () => {
    const old = given({ advice: 'wise' }, 15);
    await taken(change({ advice: { ...old, method: { ...old.method, almanacVersion: 0 } } }));
  });
  it('against the step needs a reason', async () => {
    const against = given({}, 15);
    expect(against.advice).toBe('too-large');
    expect(await refused(change({ advice: against }))).toEqual([
      'overrideReason: is needed where the advice was against the step',
    ]);
    await taken(change({ advice: against, overrideReason: 'the heater has failed' }));
  });
  it('in an emergency too, where it is the lesser harm', async () => {
    const emergency = { kind: 'declared', why: 'the keeper says so' } as const;
    const lesser = given({ emergency }, 15);
    expect(lesser.advice).toBe('lesser-harm');
    expect((await refused(change({ advice: lesser }))).length).toBe(1);
    await taken(change({ advice: lesser, overrideReason: 'gasping' }));
  });
  it('by what has moved that day: it is reckoned with', async () => {
    const limit = shippedAlmanac.limits.find((l) => l.per === 'day' && l.parameter === 'ghDegrees');
    expect(limit).toBeDefined();
    const moved = given({ movedToday: { ghDegrees: -50 }, before: { tempC: 24, ghDegrees: 9 } }, 24);
    expect(moved.advice).toBe('too-large');
    await taken(change({ advice: moved, overrideReason: 'so' }));
    expect(await refused(change({ advice: { ...moved, movedToday: {} }, overrideReason: 'so' }))).toEqual([
      'advice.advice: is not what these figures give',
    ]);
  });
});

describe('a recipe is checked', () => {
  const recipe = (over: Partial<PayloadOf<'recipe'>> = {}) =>
    entry(
      'recipe',
      soft,
      {
        parts: [{ sourceId: ro, shareFraction: 1 }],
        salts: [],
        minerals: [],
        aims: [],
        leadHours: 1,
        stirred: false,
        mixMinutes: 15,
        ...over,
      },
      at(90),
    );
  const shares = (...parts: [string, number][]) => ({
    parts: parts.map(([sourceId, shareFraction]) => ({ sourceId, shareFraction })),
  });
  it('its shares make a whole, to the rounding of a thousandth', async () => {
    const tap = id();
    await house.write(source(tap, 'tap-aged'));
    await taken(recipe(shares([ro, 0.333], [tap, 0.667])));
    await taken(recipe(shares([ro, 0.333], [tap, 0.6655])));
    expect(await refused(recipe(shares([ro, 0.333], [tap, 0.664])))).toEqual([
      'parts: the shares make 99.7 %, not a whole',
    ]);
    expect(await refused(recipe(shares([ro, 0.5], [tap, 0.75])))).toEqual([
      'parts: the shares make 125 %, not a whole',
    ]);
  });
  it('it holds not itself, nothing twice, and only what there is', async () => {
    expect(await refused(recipe(shares([soft, 1])))).toEqual(['parts: holds itself']);
    expect(await refused(recipe(shares([ro, 0.5], [ro, 0.5])))).toEqual(['parts: something is named twice']);
    expect(await refused(recipe(shares([tank, 1])))).toEqual(['parts.0.sourceId: is not a water source in the book']);
    const twice = { saltId: 'kcl', saltGPerL: 0.1 } as const;
    expect(await refused(recipe({ salts: [twice, twice] }))).toEqual(['salts: something is named twice']);
    await taken(recipe({ minerals: [{ supplyId: mineral, mineralGPerL: 0.1 }] }));
    expect(await refused(recipe({ minerals: [{ supplyId: ro, mineralGPerL: 0.1 }] }))).toEqual([
      'minerals.0.supplyId: is not a mineral among the supplies',
    ]);
    const both = { supplyId: mineral, mineralGPerL: 0.1 };
    expect(await refused(recipe({ minerals: [both, both] }))).toEqual(['minerals: something is named twice']);
  });
});

const batch = (over: Partial<PayloadOf<'batch'>> = {}, subjectId = soft) =>
  entry(
    'batch',
    subjectId,
    {
      madeL: 40,
      parts: [{ sourceId: ro, partL: 40 }],
      salts: [],
      minerals: [],
      aims: [{ parameter: 'ec25UsPerCm', value: 215, toleranceValue: 15 }],
      leadHours: 1,
      stirred: false,
      ...over,
    },
    at(0, -300),
  );
const step = (payload: PayloadOf<'batch-step'>, minutesAgo = 200, subjectId = soft) =>
  entry('batch-step', subjectId, payload, at(0, -minutesAgo));

describe('a batch is checked', () => {
  it('its parts make its litres, within a fiftieth', async () => {
    const of = (partL: number, madeL = 40) => batch({ madeL, parts: [{ sourceId: ro, partL }] });
    await taken(of(40.8), of(39.2));
    expect(await refused(of(40.9))).toEqual(['parts: the parts make 40.9 L, not 40 L']);
    expect(await refused(of(39.1))).toEqual(['parts: the parts make 39.1 L, not 40 L']);
    await taken(of(2.2, 2));
    expect(await refused(of(2.3, 2)))
      .withContext('a small one within a glass')
      .toEqual(['parts: the parts make 2.3 L, not 2 L']);
  });
  it('what is weighed in dissolves', async () => {
    await taken(batch({ salts: [{ saltId: 'caso4-2h2o', massG: 4.8 }] }));
    const [told] = await refused(batch({ salts: [{ saltId: 'caso4-2h2o', massG: 500 }] }));
    expect(told).toMatch(/^salts: so much .* does not dissolve in it: \d+ g at the most$/);
  });
});

describe('what happens to a batch is checked', () => {
  it('it is about a batch of that water, says something, and adds something', async () => {
    const made = batch();
    await taken(made);
    const batchId = made.id;
    const water = { ec25UsPerCm: { lo: 215, hi: 215 } };
    await taken(step({ step: 'measured', batchId, water }));
    expect(await refused(step({ step: 'measured', batchId, water: {} }))).toEqual(['water: says nothing']);
    expect(await refused(step({ step: 'measured', batchId: id(), water }))).toEqual([
      'batchId: is no batch of this water',
    ]);
    expect(await refused(step({ step: 'measured', batchId, water }, 200, ro))).toEqual([
      'batchId: is no batch of this water',
    ]);
    const corrected = (addedL: number, addedG: number) =>
      step({ step: 'corrected', batchId, addedL, addedG, what: 'water' });
    expect(await refused(corrected(0, 0))).toEqual(['addedL: adds nothing']);
    await taken(corrected(1, 0), corrected(0, 1));
  });
});

describe('a change out of a batch', () => {
  const measured = (batchId: string, ec: number, minutesAgo = 200) =>
    step({ step: 'measured', batchId, water: { ec25UsPerCm: { lo: ec, hi: ec } } }, minutesAgo);
  it('takes no more than is left of it, give or take half a litre; the likely mend is said', async () => {
    const made = batch();
    await taken(made, measured(made.id, 215));
    await taken(change({ batchId: made.id, entered: litres(15) }));
    expect(await refused(change({ batchId: made.id, entered: litres(25.6) }))).toEqual([
      'entered: 25 L of this batch are left',
    ]);
    const { body } = await house.write(change({ batchId: made.id, entered: litres(30) }));
    expect(body.errors?.[0]?.mend).toBe('25');
    await taken(change({ batchId: made.id, entered: litres(25.5) }));
  });
  it('of an unknown batch, or of another water’s, is refused', async () => {
    expect(await refused(change({ batchId: id() }))).toEqual(['batchId: is no batch in the book']);
    const made = batch();
    await taken(made, measured(made.id, 215));
    expect(await refused(change({ batchId: made.id, sourceId: ro }))).toEqual(['batchId: is a batch of another water']);
  });
  it('that is not usable needs a reason: nobody measured it, or it is out of range', async () => {
    const made = batch();
    await taken(made);
    const [told] = await refused(change({ batchId: made.id }));
    expect(told).toContain('batchReason: is needed: ');
    await taken(change({ batchId: made.id, batchReason: 'the pen is broken' }));
    await taken(measured(made.id, 300, 100));
    expect((await refused(change({ batchId: made.id }))).join()).toContain('batchReason: is needed: EC is above');
    await taken(measured(made.id, 215, 60));
    await taken(change({ batchId: made.id }));
  });
});

describe('routines and sequences are checked', () => {
  const routine = (over: Partial<PayloadOf<'routine'>> = {}) =>
    entry(
      'routine',
      tank,
      { everyDays: 7, changeFraction: 0.2, sourceId: ro, how: 'poured', changeMinutes: 20, ...over },
      at(0, -4),
    );
  it('both waters of a routine are sources of the book', async () => {
    await taken(routine(), routine({ otherSourceId: soft }));
    expect(await refused(routine({ sourceId: tank }))).toEqual(['sourceId: is not a water source in the book']);
    expect(await refused(routine({ otherSourceId: tank }))).toEqual([
      'otherSourceId: is not a water source in the book',
    ]);
    expect((await refused(routine({ sourceId: tank, otherSourceId: mineral }))).length).toBe(2);
  });
  it('what ends a sequence names one that was planned in that tank', async () => {
    const planned = (sourceId: string) =>
      entry(
        'sequence',
        tank,
        { step: 'planned', sourceId, changes: [{ atDay: 0, changeFraction: 0.1 }], aims: [], why: 'hard' },
        at(1),
      );
    const plan = planned(ro);
    await taken(plan);
    expect(await refused(planned(tank))).toEqual(['sourceId: is not a water source in the book']);
    const ended = (sequenceId: string, subjectId = tank) =>
      entry('sequence', subjectId, { step: 'ended', sequenceId, because: 'reached' }, at(0, -3));
    const other = id();
    await house.write(tankEntry(other));
    expect(await refused(ended(plan.id, other))).toEqual(['sequenceId: is no sequence of changes in this tank’s book']);
    const end = ended(plan.id);
    await taken(end);
    expect(await refused(ended(end.id)))
      .withContext('an end is no plan')
      .toEqual(['sequenceId: is no sequence of changes in this tank’s book']);
  });
});
