import type { Type } from '@angular/core';
import { openRoom, unreachable, type Room } from '../room.cases';
import { BatchesScreen } from './batches-screen';
import { DoingScreen } from '../doing/doing-screen';
import { EveningScreen } from './evening-screen';
import { MixScreen } from './mix-screen';
import { RoutinesScreen } from './routines-screen';
import { WaterScreen } from './water-screen';
import {
  batchesOf,
  batchView,
  diaryOf,
  doingView,
  evening,
  folioLine,
  folioOf,
  now,
  nowAt,
  sources,
} from './water-house.cases';

const open = <C>(
  screen: Type<C>,
  inputs: Record<string, unknown> = {},
  answers: Record<string, unknown> = {},
): Promise<Room> =>
  openRoom(screen, {
    inputs,
    nowEpochMs: now,
    answers: {
      sources: { nowAt, sources },
      diary: diaryOf(),
      batches: batchesOf(),
      evening: evening(),
      doing: doingView({ jobs: [] }),
      folio: folioOf(),
      tonight: { nowAt, nightOn: '2026-03-14', house: 'Test', foreseen: { readyCount: 1, tanksCount: 1 }, tanks: [] },
      learnt: { nowAt, outcomes: [] },
      stock: { nowAt, tanks: [], ownKinds: [] },
      ...answers,
    },
  });

/** The first exact mass that the page names, in grams. */
const exactly = (room: Room): number => Number(/exactly ([\d.]+) g/.exec(room.text())?.[1]);

describe('a drum by its recipe', () => {
  it('lists what is mixed here, weighs by the recipe, says what is short, and takes powder and salt off the shelf', async () => {
    const room = await open(MixScreen);
    expect(room.text()).toContain('100 % RO/DI, 0.1 g/L GH mineral, 0.03 g/L calcium sulphate dihydrate');
    await room.click('Mix it');
    // 40 L: 4.0 g of mineral, 1.2 g of gypsum; the book knows of 2 g of the mineral.
    expect(room.text()).toContain('4.0 g GH mineral');
    expect(room.text()).toContain('by the book only 2.0 g are left');
    expect(room.text()).toContain('1.2 g calcium sulphate dihydrate');
    // 4 of the source, 211 of the mineral, and 0.342 meq/L of gypsum at 139.5 less a twentieth (CRC): 45.
    const said = Number(/will read about (\d+)/.exec(room.text())?.[1]);
    expect(said).toBeGreaterThan(254);
    expect(said).toBeLessThan(264);
    await room.fill('Litres', '0');
    expect(room.text()).toContain('How many litres? More than nothing.');
    await room.fill('Litres', '20');
    await room.click('It is mixed');
    expect(room.written.map((e) => [e.kind, e.subjectId])).toEqual([
      ['batch', 'soft'],
      ['supply-log', 'gh'],
      ['supply-log', 'gypsum'],
    ]);
    // As it was planned, field by field.
    const { salts, ...batch } = room.written[0]?.payload as { salts: { saltId: string; massG: number }[] };
    expect(batch).toEqual({
      madeL: 20,
      drum: '',
      parts: [{ sourceId: 'ro', partL: 20 }],
      minerals: [{ supplyId: 'gh', massG: 2 }],
      aims: [{ parameter: 'ec25UsPerCm', value: 245, toleranceValue: 15 }],
      leadHours: 0,
      stirred: false,
    } as never);
    expect(salts.map((s) => s.saltId)).toEqual(['caso4-2h2o']);
    expect(salts[0]?.massG).toBeCloseTo(0.6, 9);
    expect(room.written[1]?.payload).toEqual({ event: 'used', value: 2 });
    expect(room.written[2]?.payload as object).toEqual(jasmine.objectContaining({ event: 'used' }));
    expect((room.written[2]?.payload as { value: number }).value).toBeCloseTo(0.6, 9);
  });
  it('hot and cold for its temperature, cold first, and what scalds is said', async () => {
    const room = await open(MixScreen, { water: 'soft', litres: '60' });
    await room.fill('Wanted, °C', '24');
    await room.fill('The cold is', '12');
    await room.fill('The hot is', '48');
    // 60 × (24 − 12) / (48 − 12) = 20 L.
    expect(room.text()).toContain('Cold first: 40.0 L.');
    expect(room.text()).toContain('Then 20.0 L of hot.');
    expect(room.text()).not.toMatch(/scald/i);
    await room.fill('The hot is', '60');
    expect(room.text()).toMatch(/scald/i);
    await room.fill('Wanted, °C', '80');
    expect(room.has('.fault')).toBeTrue();
  });
  it('mixed for 20 °C it is written at 20 °C; without a word of warmth nothing is said of it', async () => {
    const room = await open(MixScreen, { water: 'soft', litres: '60' });
    await room.fill('Wanted, °C', '20');
    await room.click('It is mixed');
    expect((room.written[0]?.payload as { tempC?: number }).tempC).toBe(20);
  });
  it('a refused batch keeps what was typed and says why in the keeper’s words', async () => {
    const room = await open(MixScreen, { water: 'soft', litres: '20' });
    room.answer({
      state: 'refused',
      problem: {
        type: '',
        title: 'no',
        status: 400,
        errors: [{ field: 'entries.0.payload.madeL', message: 'is too much' }],
      },
    });
    await room.click('It is mixed');
    expect(room.text()).toContain('litres made is too much. What you typed is kept.');
    expect(room.written).toEqual([]);
  });
});

describe('finding a recipe', () => {
  it('begins with the salts of the shelf, their purity, and what they cost', async () => {
    const room = await open(MixScreen, { do: 'find' });
    expect(room.checked('calcium sulphate dihydrate')).toBeTrue();
    expect(room.checked('magnesium sulphate heptahydrate')).toBeFalse();
    // Without magnesium the ratio cannot be met; hardness alone can.
    expect(room.text()).toContain('These fight');
    await room.click('out: Ca : Mg');
    await room.click('out: Potassium');
    // 6 °dH in 40 L: 6 × 3.070 × 0.4 = 7.37 g pure, 7.52 g at 98 %.
    expect(exactly(room)).toBeCloseTo(7.518, 2);
    // 40 L at 0.02 and 7.5 g at 0.01.
    expect(room.text()).toContain('It costs about 0.88.');
  });
  it('a dearer litre counts where the least cost is asked for', async () => {
    const room = await open(MixScreen, { do: 'find' });
    await room.click('out: Ca : Mg');
    await room.click('out: Potassium');
    await room.click('Another water');
    await room.choose('Water 2', 'Tap, aged');
    await room.choose('Then', 'the least cost');
    // 14 °dH in the tap: 6/14 of it and no salt is cheaper than pure water and gypsum.
    expect(room.text()).toContain('17.1 L Tap, aged');
    expect(room.text()).toContain('Nothing to weigh.');
    await room.fill('What a litre of water 2 costs', '1');
    expect(room.text()).not.toContain('Nothing to weigh.');
    expect(exactly(room)).toBeCloseTo(7.518, 2);
  });
  it('the tap is cut with the least pure water that the targets allow', async () => {
    const room = await open(MixScreen, { do: 'find' });
    await room.click('out: Ca : Mg');
    await room.click('out: Potassium');
    await room.click('Cut Tap, aged');
    // 14 °dH to 6 ± 0.12: the upper end will do, 6.12 / 14 of 40 L.
    expect(room.text()).toContain('17.5 L Tap, aged');
    expect(room.text()).toContain('22.5 L RO/DI');
    expect(room.text()).toContain('Nothing to weigh.');
  });
  it('ions that cannot be true are refused by the name of the water, and hardness alone can be reckoned with', async () => {
    const room = await open(MixScreen, { do: 'find' });
    await room.choose('Water 1', 'Odd tap');
    expect(room.text()).toContain('The analysis of Odd tap cannot be true');
    await room.click('Reckon Odd tap');
    expect(room.text()).toContain('by GH, KH and conductivity alone');
    expect(room.text()).not.toContain('cannot be true');
  });
  it('typed grams show the water, and a negative mass is refused', async () => {
    const room = await open(MixScreen, { do: 'find' });
    await room.tick('input[name=reverse]');
    await room.fill('Grams of calcium sulphate dihydrate', '12.53');
    // 12.53 g at 98 % = 12.28 g in 40 L = 10 °dH (3.070 g per 100 L and degree).
    expect(room.text()).toContain('10.00°dH');
    await room.fill('Grams of calcium sulphate dihydrate', '120');
    // 2.4 g/L in 40 L, at 98 %.
    expect(room.text()).toContain('Only about 98 g of calcium sulphate dihydrate dissolve');
    await room.fill('Grams of calcium sulphate dihydrate', '-3');
    expect(room.textOf('[role=alert]')).toContain('it can only be between 0');
  });
  it('the recipe is kept for a drum, with the waters it is made of by name', async () => {
    const room = await open(MixScreen, { do: 'find' });
    await room.click('out: Ca : Mg');
    await room.click('out: Potassium');
    await room.pick('nl-choice[name=keepFor]', 'soft');
    await room.click('Write the recipe');
    expect(room.text()).toContain('Say which of your sources the pure water is');
    await room.choose('Water 1', 'RO/DI');
    await room.click('Write the recipe');
    const payload = room.written[0]?.payload as {
      parts: object[];
      salts: { saltGPerL: number }[];
      aims: { parameter: string }[];
    };
    const { parts: _parts, salts: _salts, aims: _aims, ...rest } = payload;
    expect(rest).toEqual({ minerals: [], leadHours: 1, stirred: false, mixMinutes: 15 } as never);
    expect(payload.parts).toEqual([{ sourceId: 'ro', shareFraction: 1 }]);
    expect(payload.salts[0]?.saltGPerL).toBeCloseTo(7.518 / 40, 4);
    expect(payload.aims.map((a) => a.parameter)).toEqual(['ghDegrees', 'ec25UsPerCm']);
  });
});

describe('pouring waters together', () => {
  it('mixes by volume, says what is not known, and warns of what scalds', async () => {
    const room = await open(MixScreen, { do: 'blend' });
    await room.choose('Water 1', 'Tap, aged');
    await room.choose('Water 2', 'RO/DI');
    // 60 L of 14 and 40 L of 0.
    expect(room.text()).toContain('Poured together: 100.0 L');
    expect(room.text()).toContain('8.4°dH');
    expect(room.text()).toMatch(/pH 7\.\d\d now/);
    expect(room.text()).toContain('Supposed: Where nobody has said how warm a water is, 25 °C is taken');
    expect(room.text()).not.toContain('scalds');
    await room.fill('°C now', '60');
    expect(room.text()).toContain('Water above 50 °C scalds');
    await room.fill('Litres', '-1');
    expect(room.has('[role=alert]')).toBeTrue();
  });
});

describe('the minerals of the house', () => {
  it('show what the label promises, and take another label', async () => {
    const room = await open(MixScreen, { do: 'minerals' });
    expect(room.text()).toContain('GH mineral');
    expect(room.text()).toContain('40.0 °dH its label');
    // From 0 to 4 °dH in 50 L at 40 °dH a gram in a litre: 5 g.
    await room.type('input[name=litres]', '50');
    await room.type('input[name=to]', '4');
    expect(room.text()).toContain('5.00g of GH mineral, by its label.');
    await room.type('input[name=from]', '6');
    expect(room.text()).toContain('a mineral only raises it');
    await room.click('The label');
    await room.fill('Grams', '');
    await room.click('Write the label');
    expect(room.text()).toContain('Say how many grams in how many litres');
    await room.fill('Grams', '12');
    await room.click('Write the label');
    expect(room.written[0]?.payload).toEqual(jasmine.objectContaining({ massG: 12, waterL: 100, ghDegrees: 4 }));
  });
});

describe('batches', () => {
  it('one out of range says its correction, is corrected as said, and is not used without a reason', async () => {
    const strong = batchView({
      fate: 'refused',
      usable: false,
      why: 'EC is above what it was made for.',
      leftL: 40,
      water: { ec25UsPerCm: { lo: 258, hi: 258 } },
      off: [
        {
          parameter: 'ec25UsPerCm',
          value: 215,
          toleranceValue: 15,
          measured: { lo: 258, hi: 258 },
          side: 'high',
        },
      ],
    });
    const room = await open(BatchesScreen, {}, { batches: batchesOf(strong) });
    expect(room.text()).toContain('out of range');
    // 40 L of 258 to 215 with water of 4: 40 × 43 / 211 = 8.15 L; the drum takes 5 more: first some is drawn off.
    expect(room.text()).toContain('Draw off');
    expect(room.text()).toContain('45.0 L in the drum');
    await room.click('It is done: corrected');
    const { addedL, removedL } = room.written[0]?.payload as { addedL: number; removedL: number };
    expect(40 - removedL + addedL).toBeCloseTo(45, 6);
    expect(((40 - removedL) * 258 + addedL * 4) / 45).toBeCloseTo(215, 6);
    expect(room.disabled('Accept it with this reason')).toBeTrue();
    await room.fill('Or use it all the same', 'for the hard-water tank');
    await room.click('Accept it with this reason');
    expect(room.written[1]?.payload).toEqual(
      jasmine.objectContaining({ step: 'accepted', reason: 'for the hard-water tank' }),
    );
  });
  it('is measured, counted, and thrown away; nothing written is nothing sent', async () => {
    const room = await open(BatchesScreen, {}, { batches: batchesOf(batchView()) });
    expect(room.text()).toContain('30.0 of 40.0 L left');
    // 4 of the source and 4 g in 40 L at 2110 a gram in a litre.
    expect(room.text()).toContain('foreseen 215');
    await room.click('Measured');
    expect(room.text()).toContain('Write at least one value');
    await room.fill('conductivity', '219');
    await room.click('Measured');
    await room.click('So much is left');
    expect(room.text()).toContain('Write the litres that are left, or 0');
    await room.fill('Left by the mark', '22,5'.replace(',', '.'));
    await room.click('So much is left');
    await room.click('Thrown away');
    expect(room.written.map((e) => (e.payload as { step: string }).step)).toEqual(['measured', 'left', 'thrown-away']);
    expect(room.written[0]?.payload).toEqual({
      step: 'measured',
      batchId: 'b1',
      water: { ec25UsPerCm: { lo: 219, hi: 219 } },
    });
    expect(room.written[1]?.payload).toEqual({ step: 'left', batchId: 'b1', leftL: 22.5 });
  });
  it('those used up are hidden until asked for', async () => {
    const gone = batchView({ batchId: 'b2', code: 'XYZ789', fate: 'empty', leftL: 0, usable: false });
    const room = await open(BatchesScreen, {}, { batches: batchesOf(batchView(), gone) });
    expect(room.text()).not.toContain('XYZ789');
    await room.click('1 used up or thrown away');
    expect(room.text()).toContain('XYZ789');
  });
});

describe('the evening’s water', () => {
  it('says it in one sentence, names the drum, and takes a tank in by hand', async () => {
    const room = await open(EveningScreen);
    expect(room.text()).toContain('One drum, 20 litres for one tank, about 35 minutes.');
    expect(room.text()).toContain('grey drum 20.0 L');
    expect(room.text()).toContain('Not due: one tank');
    await room.tick('input[aria-label="Change Window tonight all the same"]');
    expect(room.text()).toContain('One drum, 29 litres for 2 tanks, about 50 minutes.');
    await room.click('Back to what the plan says');
    expect(room.text()).toContain('20 litres for one tank');
  });
  it('a drum that holds something is not filled, and says until when', async () => {
    const { works } = evening();
    const drums = [{ name: 'grey drum', volumeL: 45, freeAtDay: 2, holds: 'Lake drum' }];
    const room = await open(EveningScreen, {}, { evening: evening({ works: { ...works, drums } }) });
    expect(room.text()).toContain('grey drum holds Lake drum, free in 2 nights');
    expect(room.text()).toContain('20.0 L more than the free drums hold');
  });
  it('the unit is written with its price and hour; drums without litres are refused beside the form', async () => {
    const room = await open(EveningScreen);
    await room.click('The unit, the drums, the evenings');
    await room.fill('Drums: name and litres', 'grey drum');
    await room.click('Write it in the book');
    expect(room.text()).toContain('drums each needs a name and litres');
    expect(room.written).toEqual([]);
    await room.fill('Drums: name and litres', 'grey drum 45, can 12,5');
    await room.fill('A m³ from the tap costs', '4.2');
    await room.fill('Water is changed at', '20:30');
    await room.click('Write it in the book');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({
        drums: [
          { name: 'grey drum', volumeL: 45 },
          { name: 'can', volumeL: 12.5 },
        ],
        perM3Value: 4.2,
        eveningTime: '20:30',
        madeLPerH: 5,
      }),
    );
    expect(room.written[0]?.payload).not.toEqual(jasmine.objectContaining({ known: true }));
  });
  it('plans nothing of what it was not told', async () => {
    const room = await open(EveningScreen, {}, { evening: unreachable });
    expect(room.text()).toContain('Adding up the evening');
    expect(room.text()).not.toContain('litres for');
    expect(room.text()).not.toContain('No tank is due');
  });
});

describe('routines', () => {
  it('settles by the closed form, holds the ceiling with the least change, and costs what its litres cost', async () => {
    const room = await open(RoutinesScreen, { tank: 'lobby' });
    // Source 0, two a day, 20 % a week: 0 + 2 × 7 / 0.2 = 70 before, 56 after.
    expect(room.text()).toContain('70mg/L before a change, 56 after it');
    // Four in five: 2 + 0.8416 × (1 / 2.5631) = 2.328 a day, × 7 / 40 = 40.7 %.
    expect(room.text()).toContain('40.7');
    // 20 L a week for a year: 1044 L, at 0.0233 a litre.
    expect(room.text()).toContain('1044 L of water');
    expect(room.text()).toContain('24 in money');
    await room.fill('Ceiling', '80');
    // 2.328 × 7 / 80 = 20.4 %.
    expect(room.text()).toContain('20.4');
  });
  it('a folio that is read anew takes nothing of what was typed', async () => {
    const room = await open(RoutinesScreen, { tank: 'lobby' }, { folio: () => folioOf(), evening: () => evening() });
    await room.fill('Ceiling', '80');
    const readBefore = room.asked.filter((a) => a.name === 'folio').length;
    await room.click('Write the routine');
    expect(room.asked.filter((a) => a.name === 'folio').length).toBeGreaterThan(readBefore);
    expect(room.text()).toContain('20.4');
  });
  it('each school says where it would settle; pure and mineral in turn brings the pure water along', async () => {
    const room = await open(RoutinesScreen, { tank: 'lobby' });
    expect(room.text()).toContain('pure and mineral in turn');
    await room.click('Take it over: pure and mineral in turn');
    expect(room.chosen('nl-choice[name=no]')).toBe('RO/DI');
    await room.click('Write the routine');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({
        everyDays: 7,
        changeFraction: 0.15,
        sourceId: 'soft',
        otherSourceId: 'ro',
        schoolId: 'pure-and-mineral',
        ceilings: { no3MgPerL: 40 },
      }),
    );
  });
  it('schools come to nothing before a water is chosen: no figure is made of a source that nobody knows', async () => {
    const folio = folioOf();
    const outlooks = folio.outlooks.map((o) => ({ ...o, routine: null }));
    const room = await open(
      RoutinesScreen,
      { tank: 'lobby' },
      { evening: evening({ tanks: [] }), folio: { ...folio, outlooks } },
    );
    expect(room.text()).toContain('no water is chosen for this tank');
    expect(room.text()).not.toContain('Take it over');
  });
  it('a routine that differs much is led in, week by week', async () => {
    const room = await open(RoutinesScreen, { tank: 'lobby' });
    await room.type('input[name=np]', '50');
    expect(room.text()).toContain('Led in, not switched: week 1');
    await room.click('Write the routine');
    const { ramp } = room.written[0]?.payload as { ramp: { changeFraction: number }[] };
    expect(ramp.at(-1)?.changeFraction).toBeCloseTo(0.5, 9);
    expect(ramp.length).toBeGreaterThan(1);
  });
  it('topping up with hard water is told what it adds, with pure water that it adds nothing', async () => {
    const room = await open(RoutinesScreen, { tank: 'lobby' });
    expect(room.text()).toContain('It adds nothing: as it should be.');
    await room.fill('Evaporates in a week', '10');
    await room.pick('nl-choice[name=ts]', 'tap');
    // 10 L of 10 mg/L into 100 L: 1 a week; settles at 0 + 1 × 0.8 / 0.2 = 4.
    expect(room.text()).toContain('It adds 1 mg/L a week; by that alone the tank would settle at 4');
  });
});

describe('one change', () => {
  const asked = { tank: 'lobby', water: 'soft' };
  const banded = (ghBand: [number, number]) =>
    folioOf({
      lines: folioOf().lines.map((l) => ({
        ...l,
        band: l.parameter === 'ghDegrees' ? folioLine('ghDegrees', 6, ghBand).band : null,
      })),
      outlooks: [],
    });
  const inBand = banded([0, 40]);
  const outside = banded([9, 13]);
  it('shows the water after, and goes into the book with the advice it was given', async () => {
    const room = await open(WaterScreen, asked);
    await room.fill('%', '20');
    expect(room.text()).toContain('Wise');
    // A usual class bears two kelvin at a change: a fifth may be ten colder or warmer than the 24 °C of the tank.
    expect(room.text()).toContain('sensible from 14.0 to 34.0');
    // Nitrate 30 with 0 in the new water: 24 after a fifth.
    expect(room.text()).toContain('24mg/L');
    expect(room.text()).not.toContain('Free CO');
    await room.click('Done: write it in the book');
    expect(room.written.map((e) => e.kind)).toEqual(['change', 'job']);
    const payload = room.written[0]?.payload as { entered: object; advice: { advice: string; after: object } };
    expect(payload.entered).toEqual({ by: 'fraction', changeFraction: 0.2 });
    expect(payload.advice.advice).toBe('wise');
  });
  it('planned at 20.0 °C with 4 mL of conditioner and begun, it is written so when it is in: field by field', async () => {
    const planned = doingView();
    const [job] = planned.jobs;
    if (!job) throw new Error('no job');
    const work = { ...job.work, newWaterC: 20, conditionerMl: 4, how: 'dripped', bed: 'half', sourceId: 'soft' };
    const doing = { ...planned, jobs: [{ ...job, work }] };
    const room = await open(WaterScreen, { ...asked, job: 'j1', changeL: '20' }, { doing });
    await new Promise((heard) => setTimeout(heard, 20));
    await room.settle();
    expect(room.query<HTMLInputElement>('[name=newWaterC]').value).toBe('20');
    // Hot and cold are mixed for what is planned, not for what is in the tank.
    expect(room.query<HTMLInputElement>('nl-warm-part [name=wanted]').value).toBe('20');
    if (room.has('[name=overrideReason]')) await room.type('[name=overrideReason]', 'as planned');
    await room.click(
      room.has('[name=overrideReason]') ? 'Write it in the book all the same' : 'Done: write it in the book',
    );
    const payload = room.written[0]?.payload as { water: { tempC: number } };
    expect(room.written.map((e) => e.kind)).toEqual(['change']);
    expect(payload).toEqual(
      jasmine.objectContaining({
        entered: { by: 'litres', changeL: 20 },
        sourceId: 'soft',
        how: 'dripped',
        conditionerMl: 4,
      }),
    );
    expect(payload.water.tempC).toBe(20);
  });
  const press = async (room: Room, ctrlKey: boolean): Promise<void> => {
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', ctrlKey, cancelable: true }));
    await room.settle();
  };
  it('Ctrl and Enter write what is wise from any field; Enter alone does not', async () => {
    const room = await open(WaterScreen, asked);
    await room.fill('%', '20');
    await press(room, false);
    expect(room.written).toEqual([]);
    await press(room, true);
    expect(room.written.map((e) => e.kind)).toEqual(['change', 'job']);
  });
  it('Ctrl and Enter leave unwritten what still wants its reason', async () => {
    const room = await open(WaterScreen, { tank: 'lobby', water: 'tap' }, { folio: outside });
    await room.fill('%', '50');
    await press(room, true);
    expect(room.written).toEqual([]);
  });
  it('where every tested value is in its band nothing asks for the change, and it is not "there already"', async () => {
    const room = await open(WaterScreen, { tank: 'lobby', water: 'tap' }, { folio: inBand });
    await room.fill('%', '50');
    expect(room.text()).toContain('Too large a step');
    expect(room.text()).toContain('nothing asks for this change');
    expect(room.text()).not.toContain('It is there already');
    expect(room.text()).not.toContain('Plan it so');
  });
  it('in an emergency the size proposed is what relieves it, poured, never all of it; what was typed stays', async () => {
    const poisoned = folioOf({ lines: [...folioOf().lines, folioLine('no2MgPerL', 4, null)] });
    const room = await open(WaterScreen, asked, { folio: poisoned });
    // 4 to below 1 mg/L with water free of it: three quarters and a little.
    expect(room.text()).toContain('76 % brings it below what is urgent.');
    expect(room.text()).toContain('76.0 L');
    expect(room.text()).toContain('Never all of it');
    await room.choose('How', 'dripped');
    expect(room.text()).not.toContain('Drip it over');
    await room.fill('%', '40');
    expect(room.text()).toContain('40.0 L');
  });
  it('in an emergency the waters of the house are told, the likest first, and one is taken with a click', async () => {
    const room = await open(WaterScreen, { tank: 'lobby', water: 'tap' });
    await room.choose('Emergency seen', 'gasping');
    const list = room.text().slice(room.text().indexOf('Like water before unlike'));
    expect(list.indexOf('Soft drum')).toBeGreaterThan(0);
    expect(list.indexOf('Soft drum')).toBeLessThan(list.indexOf('further than they bear'));
    await room.click('Soft drum');
    expect(room.text()).toContain('Soft drum, chosen');
  });
  it('animals that gasp get half of it poured, though delicate ones are dripped as a rule', async () => {
    const delicate = folioOf();
    const room = await open(WaterScreen, asked, {
      folio: { ...delicate, bears: { bearing: 'delicate', askedBy: ['bee shrimp'] } },
    });
    await room.choose('Emergency seen', 'gasping');
    expect(room.text()).toContain('Half of it now, then look: 50 %.');
    await room.fill('Why all the same?', 'they gasp');
    await room.click('Write it in the book all the same');
    expect(room.written[0]?.payload).toEqual(jasmine.objectContaining({ how: 'poured' }));
  });
  it('a step that is too large waits for a reason and offers the way there in steps', async () => {
    const room = await open(WaterScreen, { tank: 'lobby', water: 'tap' }, { folio: outside });
    await room.fill('%', '50');
    expect(room.text()).toContain('Too large a step');
    expect(room.text()).toContain('The way there in steps they bear');
    expect(room.disabled('Write it in the book all the same')).toBeTrue();
    await room.click('Plan it so');
    const plan = room.written[0]?.payload as { step: string; changes: { changeFraction: number }[] };
    expect(plan.step).toBe('planned');
    expect(plan.changes.length).toBeGreaterThan(1);
    expect(Math.max(...plan.changes.map((c) => c.changeFraction))).toBeLessThan(0.5);
  });
  it('more than is in it is refused beside the field; the dirt’s litres are part of the change', async () => {
    const room = await open(WaterScreen, asked);
    await room.fill('Litres', '120');
    expect(room.text()).toContain('120.0 L is 120 % of the 100.0 L that are in it.');
    await room.fill('Litres', '10');
    await room.pick('nl-choice[name=bed]', 'half');
    await room.fill('Of it with the dirt', '14');
    expect(room.text()).toContain('14.0 L came out with the dirt, and only 10.0 L are counted as changed.');
    expect(room.disabled('Done: write it in the book')).toBeTrue();
    await room.click('Count them');
    await room.click('Done: write it in the book');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ entered: { by: 'litres', changeL: 14 }, bedL: 14 }),
    );
  });
  it('a batch that is not usable needs its reason, which is kept', async () => {
    const bad = batchView({ usable: false, fate: 'mixed', why: 'Not measured yet.' });
    const room = await open(WaterScreen, { ...asked, batch: 'b1' }, { batches: batchesOf(bad) });
    await room.fill('%', '10');
    expect(room.text()).toContain('Not measured yet. Not into a tank without a reason.');
    expect(room.disabled('Done: write it in the book')).toBeTrue();
    await room.fill('Use it all the same', 'the pen is broken');
    await room.click('Done: write it in the book');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ batchId: 'b1', batchReason: 'the pen is broken' }),
    );
  });
  it('where nothing measured forbids it half is named as the most; in an emergency it is not', async () => {
    const water = { ...asked };
    const alike = folioOf({
      lines: folioOf().lines.map((l) =>
        l.parameter === 'ghDegrees'
          ? { ...l, latest: l.latest && { ...l.latest, lo: 4, hi: 4 } }
          : l.parameter === 'khDegrees'
            ? { ...l, latest: l.latest && { ...l.latest, lo: 0, hi: 0 } }
            : l.parameter === 'ec25UsPerCm'
              ? { ...l, latest: l.latest && { ...l.latest, lo: 215, hi: 215 } }
              : l,
      ),
    });
    const room = await open(WaterScreen, water, { folio: alike });
    await room.fill('%', '60');
    expect(room.text()).toContain('More than half at once.');
    await room.choose('Emergency seen', 'gasping');
    expect(room.text()).not.toContain('More than half at once.');
  });
  it('says what to watch after it, first where the new water makes more of the ammonia toxic', async () => {
    const acid = folioOf({
      lines: [
        ...folioOf().lines.filter((l) => l.parameter !== 'ph'),
        folioLine('ph', 6.6, null),
        folioLine('tanMgPerL', 6, null),
      ],
    });
    const room = await open(WaterScreen, { tank: 'lobby', water: 'tap' }, { folio: acid });
    await room.fill('%', '60');
    expect(room.text()).toContain('The new water raises pH: of less ammonia more is toxic');
    expect(room.text()).toContain('Count the moults.');
    await room.fill('%', '1');
    expect(room.text()).toContain('What to watch after it');
  });
  it('nothing is the right thing to do for a settled tank, and it says so', async () => {
    const room = await open(WaterScreen, asked);
    expect(room.text()).toContain('this tank can be left alone');
  });
});

describe('doing it', () => {
  it('walks through the steps with their cautions, and ticks the end one by one', async () => {
    const room = await open(DoingScreen, {}, { doing: doingView() });
    // The house is asked once the page stands.
    await new Promise((done) => setTimeout(done));
    await room.settle();
    expect(room.text()).toContain('Lobby 20.0 L poured');
    expect(room.text().toLowerCase()).toContain('mouth');
    expect(room.text()).toContain('Open until ticked: filter, light, lid, animals, taps.');
    expect(room.text()).toContain('usually 25 min');
    const boxes = '.checks input:not(:disabled)';
    await room.tick(boxes);
    expect(room.written[0]?.payload).toEqual({ step: 'ticked', jobId: 'j1', checks: ['filter'] });
  });
  it('another work is begun with its tank, and a job is broken off only with a reason', async () => {
    const tankOf = { tankId: 'lobby', name: 'Lobby', state: 'settled', setUp: folioOf().setUp, netVolumeL: 100 };
    const stock = {
      nowAt,
      ownKinds: [],
      tanks: [{ ...tankOf, stage: 'running', equipment: {}, water: {}, events: [] }],
    };
    const room = await open(DoingScreen, {}, { stock, doing: doingView() });
    await new Promise((done) => setTimeout(done));
    await room.settle();
    expect(room.disabled('Begin')).toBeTrue();
    await room.choose('What', 'Filter sponge');
    await room.choose('At which tank', 'Lobby');
    await room.click('Begin');
    expect(room.written[0]?.payload).toEqual({ step: 'started', work: { kind: 'sponge', note: '' } });
    await room.click('Broken off');
    expect(room.disabled('Write it')).toBeTrue();
    await room.fill('Why it was broken off', 'the hose leaks');
    await room.click('Write it');
    expect(room.written.at(-1)?.payload).toEqual({ step: 'broken-off', jobId: 'j1', reason: 'the hose leaks' });
  });
  it('a timer of one’s own needs a place and minutes', async () => {
    const tankOf = { tankId: 'lobby', name: 'Lobby', state: 'settled', setUp: folioOf().setUp, netVolumeL: 100 };
    const stock = {
      nowAt,
      ownKinds: [],
      tanks: [{ ...tankOf, stage: 'running', equipment: {}, water: {}, events: [] }],
    };
    const room = await open(DoingScreen, {}, { stock });
    expect(room.disabled('Start')).toBeTrue();
    await room.choose('Where', 'Lobby');
    await room.choose('What runs', 'hose');
    await room.fill('Minutes', '3');
    await room.click('Start');
    expect(room.written[0]?.payload).toEqual({ step: 'set', timer: 'hose', minutes: 3, note: '' });
  });
});
