import { minuteMs } from '#core/units';
import {
  alarming,
  allClosingIds,
  closingChecksOf,
  doingSteps,
  learntMinutes,
  litresAsCm,
  otherWorks,
  otherWorkSteps,
  stillOpen,
  works,
  type DoingInput,
} from './index';

const input: DoingInput = {
  changeL: 12,
  netVolumeL: 40,
  groundCm2: 2000,
  chain: 'alone',
  how: 'poured',
  dripMinutes: null,
  equipment: { heater: { on: true, detail: '' }, filter: { on: true, detail: '' } },
  conditionerMl: 3,
  newWaterC: 22,
  tankC: 23,
  batchCode: null,
  bed: 'none',
  grazingFilm: false,
  youngAbout: false,
};
const ids = (over: Partial<DoingInput> = {}): string[] => doingSteps({ ...input, ...over }).map((s) => s.id);
const stepOf = (id: string, over: Partial<DoingInput> = {}) =>
  doingSteps({ ...input, ...over }).find((s) => s.id === id);

describe('the steps of a change', () => {
  it('12 L of 2000 cm² are 6 cm on the glass; without a shape no mark is made up', () => {
    expect(litresAsCm({ changeL: 12, groundCm2: 2000 })).toBeCloseTo(6, 9);
    expect(stepOf('out')?.reason).toEqual({ id: 'out', facts: { changeL: 12, downCm: 6 } });
    expect(stepOf('out', { groundCm2: null })?.reason.facts).toEqual({ changeL: 12, downCm: null });
  });
  it('in their order: hands, heater off, water out, measured, conditioner, measured again, in, look', () => {
    expect(ids()).toEqual(['hands', 'off', 'out', 'temperature-1', 'conditioner', 'temperature-2', 'in', 'look']);
  });
  it('in a chain the valve is shut at the tank; hands are washed once, at the first', () => {
    expect(ids({ chain: 'first' })).toEqual(jasmine.arrayContaining(['hands', 'valve']));
    for (const chain of ['middle', 'last'] as const) {
      expect(ids({ chain })).not.toContain('hands');
      expect(ids({ chain })).toContain('valve');
    }
    expect(ids()).not.toContain('valve');
  });
  it('never by mouth, plugs above the water, lotion, conditioner and the running hose: each caution at its step', () => {
    const cautions = Object.fromEntries(doingSteps(input).map((s) => [s.id, s.cautionIds]));
    expect(cautions).toEqual({
      hands: ['lotion'],
      off: ['power'],
      out: ['siphon'],
      'temperature-1': [],
      conditioner: ['conditioner'],
      'temperature-2': [],
      in: ['hose'],
      look: [],
    });
  });
  it('young or berried animals about: the bed carries its caution, and only then', () => {
    expect(stepOf('bed', { bed: 'half', youngAbout: true })?.cautionIds).toEqual(['young-about']);
    expect(stepOf('bed', { bed: 'half', youngAbout: false })?.cautionIds).toEqual([]);
    expect(stepOf('bed', { bed: 'half' })?.reason.facts).toEqual({ bed: 'half' });
    expect(ids({ bed: 'none', youngAbout: true })).not.toContain('bed');
    const all = ids({ bed: 'surface' });
    expect(all.indexOf('bed')).toBe(all.indexOf('out') - 1);
  });
  it('water above 50 °C scalds and says so; at 50 it does not', () => {
    expect(stepOf('temperature-1', { newWaterC: 50.1 })?.cautionIds).toEqual(['scald']);
    expect(stepOf('temperature-1', { newWaterC: 50 })?.cautionIds).toEqual([]);
    expect(stepOf('temperature-1', { newWaterC: null })?.cautionIds).toEqual([]);
    expect(stepOf('temperature-2')?.reason.facts).toEqual({ where: 'hose', newWaterC: 22, tankC: 23 });
  });
  it('a pump has 1.5 times the minutes of 4 L a minute before it is an alarm, and never under two', () => {
    expect(stepOf('out')?.timer).toEqual({ kind: 'pump', minutes: 5 });
    expect(stepOf('out', { changeL: 1 })?.timer?.minutes).toBe(2);
    expect(stepOf('in', { changeL: 40 })?.timer).toEqual({ kind: 'hose', minutes: 15 });
  });
  it('dripped in: the timer runs as long as the drip, an hour where nobody said, and no hose is warned of', () => {
    expect(stepOf('in', { how: 'dripped', dripMinutes: 90 })?.timer).toEqual({ kind: 'drip', minutes: 90 });
    expect(stepOf('in', { how: 'dripped' })?.timer).toEqual({ kind: 'drip', minutes: 60 });
    expect(stepOf('in', { how: 'dripped' })?.cautionIds).toEqual([]);
    expect(stepOf('look')?.timer).toEqual({ kind: 'look', minutes: 30 });
  });
  it('conditioner, batch and film stand only where they are', () => {
    expect(ids({ conditionerMl: 0 })).not.toContain('conditioner');
    expect(ids({ conditionerMl: null })).not.toContain('conditioner');
    expect(stepOf('conditioner')?.reason.facts).toEqual({ conditionerMl: 3 });
    expect(stepOf('batch', { batchCode: 'K7PQRS' })?.reason.facts).toEqual({ batchCode: 'K7PQRS' });
    expect(ids()).not.toContain('batch');
    expect(ids({ grazingFilm: true }).slice(-2)).toEqual(['film', 'look']);
    expect(ids()).not.toContain('film');
  });
  it('what goes off: the heater that is off already is said so, and only what runs is named', () => {
    expect(stepOf('off')?.reason.facts).toEqual({ heaterOff: false, others: ['filter'] });
    const off = stepOf('off', {
      equipment: {
        heater: { on: false, detail: '' },
        filter: { on: false, detail: '' },
        co2: { on: true, detail: '' },
      },
    });
    expect(off?.reason.facts).toEqual({ heaterOff: true, others: ['co2'] });
    expect(stepOf('off', { equipment: {} })?.reason.facts).toEqual({ heaterOff: false, others: [] });
  });
});

describe('other works', () => {
  it('each has steps with ids of its own and at least one caution', () => {
    for (const work of otherWorks) {
      const steps = otherWorkSteps(work);
      expect(new Set(steps.map((s) => s.id)).size)
        .withContext(work)
        .toBe(steps.length);
      expect(steps.flatMap((s) => s.cautionIds).length)
        .withContext(work)
        .toBeGreaterThan(0);
    }
  });
  it('a dip has an alarm of five minutes at the step that puts animals in, and its two cautions', () => {
    const steps = otherWorkSteps('dip');
    expect(steps.find((s) => s.timer)).toEqual(
      jasmine.objectContaining({ id: 'dip-in', cautionIds: ['dip-kills'], timer: { kind: 'dip', minutes: 5 } }),
    );
    expect(steps[0]?.cautionIds).toEqual(['gloves']);
    expect(otherWorkSteps('absence').every((s) => s.timer === undefined)).toBeTrue();
  });
  it('hose, pump, filling drum, dip a filter and a heater that stand still are alarms; a drip, standing water, air and a look are not', () => {
    expect([...alarming].sort()).toEqual(['dip', 'fill', 'filter', 'heater', 'hose', 'plant-dip', 'pump']);
  });
});

describe('the end of a work', () => {
  it('a change asks for heater, filter, light, lid, animals and taps', () => {
    expect(closingChecksOf('change')).toEqual(['heater', 'filter', 'light', 'lid', 'animals', 'taps']);
  });
  it('wherever animals stay in, they are looked at; wherever current was cut, heater and filter are', () => {
    for (const work of works.filter((w) => w !== 'absence'))
      expect(closingChecksOf(work)).withContext(work).toContain('animals');
    for (const work of ['change', 'bed', 'sponge', 'move', 'absence'] as const)
      expect(closingChecksOf(work))
        .withContext(work)
        .toEqual(jasmine.arrayContaining(['heater', 'filter']));
  });
  it('stays open until the last is ticked; ticks of another work close nothing', () => {
    expect(stillOpen('sponge', ['heater', 'filter'])).toEqual(['lid', 'animals']);
    expect(stillOpen('sponge', ['heater', 'filter', 'lid', 'animals'])).toEqual([]);
    expect(stillOpen('dip', ['heater'])).toEqual(['counted', 'rinsed', 'put-away', 'animals']);
  });
  it('no check stands twice among all', () => {
    expect(new Set(allClosingIds).size).toBe(allClosingIds.length);
  });
});

describe('minutes learnt', () => {
  const minute = minuteMs;
  const spans = (...minutes: number[]) =>
    minutes.map((m, i) => ({ work: 'bed' as const, startedEpochMs: i * 1e9, endedEpochMs: i * 1e9 + m * minute }));
  it('the middle of three; of four the mean of the two in the middle; none under three', () => {
    expect(learntMinutes('bed', spans(10, 60, 20))).toBe(20);
    expect(learntMinutes('bed', spans(10, 60, 20, 30))).toBe(25);
    expect(learntMinutes('bed', spans(10, 60))).toBeNull();
  });
  it('the last nine count; what took longer than eight hours was put aside, other works are not mixed in', () => {
    expect(learntMinutes('bed', spans(500, 10, 20)))
      .withContext('481 minutes and more are left out')
      .toBeNull();
    expect(learntMinutes('bed', spans(480, 10, 20))).toBe(20);
    expect(learntMinutes('bed', spans(90, 90, 90, 90, 90, 10, 10, 10, 10, 10, 10, 10, 10, 10))).toBe(10);
    expect(learntMinutes('trim', spans(10, 10, 10))).toBeNull();
  });
});
