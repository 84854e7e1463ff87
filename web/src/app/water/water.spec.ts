import { dayMs, minuteMs } from '#core/units';
import { speech } from '../base/speech';
import { stepWords } from '#words/doing';
import type { BatchView } from '#contracts/water';
import { spanText } from '../doing/alarm-bar';
import { correctionOf } from './batches-screen';
import { stepsOf } from '../doing/doing-screen';
import { drumsFrom } from './evening-screen';
import { decimalsOf } from './mix-drum';
import { madeBatch } from './mix-store';
import { WhatIfRunner } from './what-if-runner';

const batch = (over: Partial<BatchView> = {}): BatchView => ({
  batchId: 'b',
  sourceId: 's',
  sourceName: 'Soft drum',
  code: 'ABCDEF',
  madeEpochMs: 0,
  made: {
    madeL: 40,
    parts: [{ sourceId: 'ro', partL: 40 }],
    salts: [],
    minerals: [{ supplyId: 'm', massG: 4 }],
    aims: [{ parameter: 'ec25UsPerCm', value: 215, toleranceValue: 15 }],
    leadHours: 0,
    stirred: false,
    drum: 'grey drum',
  },
  steps: [],
  uses: [],
  fate: 'mixed',
  leftL: 40,
  ageDays: 0,
  readyEpochMs: 0,
  usable: false,
  why: '',
  water: {},
  off: [],
  unmeasured: [],
  ...over,
});
const strong = {
  parameter: 'ec25UsPerCm' as const,
  value: 215,
  toleranceValue: 15,
  measured: { lo: 300, hi: 300 },
  side: 'high' as const,
};

describe('drums as one types them', () => {
  it('names with their litres, decimal commas, with or without the unit', () => {
    expect(drumsFrom('tall drum 150, small can 20')).toEqual([
      { name: 'tall drum', volumeL: 150 },
      { name: 'small can', volumeL: 20 },
    ]);
    expect(drumsFrom('can 7,5 L; keg 30 litres')).toEqual([
      { name: 'can', volumeL: 7.5 },
      { name: 'keg', volumeL: 30 },
    ]);
    expect(drumsFrom('')).toEqual([]);
  });
  it('a drum without litres is not guessed', () => {
    expect(drumsFrom('tall drum, small can 20')).toBeNull();
  });
});

describe('what is left of a timer', () => {
  it('seconds under ten minutes, then minutes, then hours; and by how much it is over', () => {
    expect(spanText(4 * minuteMs + 5000)).toBe('4:05 left');
    expect(spanText(42 * minuteMs)).toBe('42 min left');
    expect(spanText(200 * minuteMs)).toBe('3 h 20 min left');
    expect(spanText(-2 * minuteMs)).toBe('over by 2:00');
  });
});

describe('the correction of a batch', () => {
  const given = { batch: batch(), off: strong, roomL: 60, pureValue: 0, perGPerL: 2110, mineralName: 'GH mineral' };
  it('300 to 215 in 40 L takes 15.8 L of pure water, as a line and as figures', () => {
    const told = correctionOf(given);
    expect(told.text).toBe('Add 15.8 L of pure water: 55.8 L in the drum. Stir, measure again.');
    expect(told.addedL).toBeCloseTo((40 * 85) / 215, 6);
  });
  it('in a full drum some is drawn off first', () => {
    expect(correctionOf({ ...given, roomL: 0 }).text).toContain('Draw off');
  });
  it('too weak takes grams of its mineral, if its slope is known', () => {
    const weak = { ...strong, side: 'low' as const, measured: { lo: 173, hi: 173 } };
    expect(correctionOf({ ...given, off: weak }).text).toBe('Add 0.8 g of GH mineral, stir, measure again.');
    expect(correctionOf({ ...given, off: weak, perGPerL: null }).text).toBe('');
  });
});

describe('weighing', () => {
  it('a batch teaches by what was measured first, before it was mended; one never measured by nothing', () => {
    const measured = (ec: number) => ({
      entryId: 'e',
      atEpochMs: 1,
      payload: { step: 'measured', water: { ec25UsPerCm: { lo: ec, hi: ec } } },
    });
    expect(madeBatch(batch({ steps: [measured(215), measured(190)] }))).toEqual(
      jasmine.objectContaining({ madeL: 40, saltsCount: 0, measured: { ec25UsPerCm: { lo: 215, hi: 215 } } }),
    );
    expect(madeBatch(batch()).measured).toBeNull();
  });
  it('shows as many decimals as the scale has steps', () => {
    expect([1, 0.1, 0.01, 0.5].map(decimalsOf)).toEqual([0, 1, 2, 1]);
  });
});

describe('the steps of a change', () => {
  const job = { work: { kind: 'change', changeL: 12, how: 'poured', bed: 'half', chain: 'alone' } } as const;
  it('a tank that is not known yet has its steps all the same, without a mark on its glass', () => {
    const steps = stepsOf(job, null, 0);
    const out = steps.find((s) => s.id === 'out')!;
    expect(stepWords(speech(), out.reason)).toBe('12.0 L out. Look at what comes out: it tells of the animals.');
    expect(steps.some((s) => s.id === 'bed')).toBeTrue();
  });
  it('once the change is in the book only its end is left; another work has steps of its own', () => {
    expect(stepsOf({ work: { ...job.work, changeEntryId: 'c' } }, null, 0)).toEqual([]);
    expect(stepsOf({ work: { kind: 'dip', note: '' } }, null, 0).map((s) => s.id)).toContain('dip-in');
  });
  it('a berried female seen three weeks ago puts the caution beside the bed', () => {
    const now = 100 * dayMs;
    const events = [{ event: 'berried', atEpochMs: now - 21 * dayMs }];
    const tank = { setUp: { purpose: 'display' }, netVolumeL: 40, equipment: {}, water: {} };
    const cautions = (list: unknown[]) =>
      stepsOf(job, { tank: { ...tank, events: list } } as never, now).find((s) => s.id === 'bed')?.cautionIds;
    expect(cautions(events)).toEqual(['young-about']);
    expect(cautions([])).toEqual([]);
  });
});

describe('what-if off the main thread', () => {
  const quiet = {
    wanderValue: 0,
    driftPerDay: 0,
    usualProductionPerDay: 1,
    returnPerDay: 0,
    readingValue: 0,
    readingFraction: 0,
    misreadFraction: 0,
    jumpFraction: 0,
    jumpValue: 0,
    stepPerDay: 0,
    stepValue: 0,
    mostPerDay: 1,
  };
  const asked = {
    levelValue: 10,
    levelSdValue: 1,
    productionPerDay: 1,
    productionSdPerDay: 0.1,
    traits: quiet,
    routines: [{ id: 'a', name: 'as now', everyDays: 7, changeFraction: 0.3, sourceValue: 0 }],
    days: 60,
    drawsCount: 200,
    randomSeed: 1,
  };
  it('answers with a fan for each routine, and is done', async () => {
    const runner = new WhatIfRunner();
    const result = await runner.run(asked);
    expect(result?.ok && result.value.courses[0]?.fan.length).toBe(61);
    expect(runner.doneFraction()).toBeNull();
  });
  it('what the work throws arrives, and the next question is answered again', async () => {
    const runner = new WhatIfRunner();
    await expectAsync(runner.run({ ...asked, routines: null as never })).toBeRejected();
    expect((await runner.run(asked))?.ok).toBeTrue();
  });
  it('can be stopped: it answers with nothing, and leaves no worker behind', async () => {
    const runner = new WhatIfRunner();
    const long = runner.run({ ...asked, drawsCount: 20_000, days: 900 });
    runner.stop();
    expect(await long).toBeNull();
    expect(runner.doneFraction()).toBeNull();
  });
});
