import { dayMs } from '#core/units';
import type { PayloadOf } from '#contracts/book';
import { openRoom, type Room } from '../room.cases';
import { now, nowAt } from '../water/water-house.cases';
import { InstrumentsScreen } from './instruments-screen';

const penId = '0195d5f0-0000-7000-8000-00000000000a';
const pen: PayloadOf<'instrument'> = {
  name: 'the pH pen',
  type: 'pen',
  parameters: ['ph'],
  steps: [],
  resolutionValue: 0.01,
  startedOn: '2026-01-02',
};
const line = (kind: string, daysAgo: number, payload: object) => ({
  entryId: `${kind}-${daysAgo}`,
  kind,
  subjectId: penId,
  atEpochMs: now - daysAgo * dayMs,
  payload,
});
const open = (entries: readonly object[] = []): Promise<Room> =>
  openRoom(InstrumentsScreen, {
    nowEpochMs: now,
    answers: {
      diary: { nowAt, entries },
      devices: { nowAt, devices: [], broker: null, strangersCount: 0 },
      tonight: { nowAt, nightOn: '2026-03-14', house: 'Test', foreseen: { readyCount: 0, tanksCount: 0 }, tanks: [] },
    },
  });
const payload = (room: Room) => room.written.at(-1)?.payload as PayloadOf<'instrument'>;

describe('instruments', () => {
  it('a house without any says what is supposed then', async () => {
    const room = await open();
    expect(room.text()).toContain('The book knows no kit yet');
    expect(room.disabled('Put it in the book')).toBeTrue();
  });
  it('a drop test is written with its drop and its double sample', async () => {
    const room = await open();
    await room.fill('Name', ' the GH kit ');
    await room.tickBox('with a double sample');
    await room.click('Put it in the book');
    expect(room.written[0]?.kind).toBe('instrument');
    expect(payload(room)).toEqual(
      jasmine.objectContaining({
        name: 'the GH kit',
        type: 'drop-test',
        parameters: ['ghDegrees'],
        resolutionValue: 1,
        doubleSample: true,
        steps: [],
      }),
    );
    expect(room.query<HTMLInputElement>('input[name=name]').value).toBe('');
  });
  it('a chart has its colours; what is no number is said beside it and nothing is written', async () => {
    const room = await open();
    await room.fill('Name', 'nitrate chart');
    await room.choose('Sort', 'chart');
    await room.choose('Measures', 'Nitrate');
    await room.fill('Its colours, rising', '0 5 ten');
    await room.click('Put it in the book');
    expect(room.text()).toContain('These are not all numbers');
    expect(room.written).toEqual([]);
    expect(room.query<HTMLInputElement>('input[name=steps]').value).toBe('0 5 ten');
    await room.fill('Its colours, rising', '0 0,5; 2 10');
    await room.click('Put it in the book');
    expect(payload(room)).toEqual(
      jasmine.objectContaining({ parameters: ['no3MgPerL'], steps: [0, 0.5, 2, 10], resolutionValue: 0.5 }),
    );
  });
  it('a pen of unknown factor says so, not a factor', async () => {
    const room = await open();
    await room.fill('Name', 'old pen');
    await room.choose('Sort', 'pen');
    await room.choose('Measures', 'Conductivity');
    await room.choose('It shows', 'factor not known');
    await room.click('Put it in the book');
    expect(payload(room)).toEqual(jasmine.objectContaining({ penFactor: null, penFactorUnknown: true }));
    await room.fill('Name', 'new pen');
    await room.choose('It shows', 'factor 0.64');
    await room.click('Put it in the book');
    expect(payload(room).penFactor).toBe(0.64);
    expect(payload(room).penFactorUnknown).toBeUndefined();
  });
  it('a name that is taken is said beside it, and what was typed stays', async () => {
    const room = await open();
    await room.fill('Name', 'the pH pen');
    room.answer({
      state: 'refused',
      problem: {
        type: '',
        title: 'no',
        status: 422,
        errors: [{ field: 'entries.0.payload.name', message: 'is the name of another instrument' }],
      },
    });
    await room.click('Put it in the book');
    expect(room.text()).toContain('is the name of another instrument');
    expect(room.query<HTMLInputElement>('input[name=name]').value).toBe('the pH pen');
  });
  it('one that is there is calibrated, and put away', async () => {
    const room = await open([line('instrument', 60, pen)]);
    expect(room.text()).toContain('the pH pen');
    await room.click('Calibrate or put away');
    expect(room.disabled('Write the calibration')).toBeTrue();
    await room.fill('It showed, once steady', '7.12');
    expect(room.disabled('Write the calibration')).toBeTrue();
    await room.type('input[name=cs]', '7');
    await room.tickBox('and it was set right');
    await room.click('Write the calibration');
    expect(room.written[0]).toEqual(
      jasmine.objectContaining({
        kind: 'calibration',
        subjectId: penId,
        payload: { parameter: 'ph', standardValue: 7, shownValue: 7.12, adjusted: true },
      }),
    );
    await room.click('Calibrate or put away');
    await room.click('Put it away');
    expect(room.written[1]?.payload as object).toEqual(jasmine.objectContaining({ name: 'the pH pen', retired: true }));
  });
  it('the caution about reagents stands where they are used', async () => {
    const room = await open([line('instrument', 60, pen)]);
    await room.click('Calibrate or put away');
    expect(room.text()).toContain('away from children and food');
  });
});
