import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { speakIn } from '../base/speech';
import { usualUnits } from '#core/units';
import { openRoom, type Room } from '../room.cases';
import { UnitLogPart } from '../sources/unit-log';
import { BeginScreen } from '../tonight/begin-screen';
import { InUnit } from './in-unit';

const nowEpochMs = Date.parse('2026-03-14T21:00:00Z');
const pen = (penFactor: number | null) => ({
  entryId: 'p',
  kind: 'instrument',
  subjectId: 'pen',
  atEpochMs: nowEpochMs,
  payload: {
    name: 'The pen',
    type: 'pen',
    parameters: ['ec25UsPerCm'],
    steps: [],
    stepValue: 1,
    penFactor,
    penFactorUnknown: penFactor === null,
    reportsAsElement: false,
    compensatesTemperature: true,
    startedOn: '2025-01-01',
  },
});
const refusedCount = (): number => document.querySelectorAll('[data-refused]').length;
const values = (room: Room): { parameter: string; lo: number | null; hi: number | null; text: string }[] =>
  (room.written.find((e) => e.kind === 'readings')?.payload as { values: never[] } | undefined)?.values ?? [];

describe('Begin takes what a strip says', () => {
  const begin = (entries: object[] = []): Promise<Room> =>
    openRoom(BeginScreen, { answers: { diary: { nowAt: '', entries } }, nowEpochMs });
  it('KH 4-5, GH 14-16, nitrate 5-10, pH ~8: spans in the book as they were typed', async () => {
    const room = await begin();
    await room.type('[name=khDegrees]', '4-5');
    await room.type('[name=ghDegrees]', '14-16');
    await room.type('[name=no3MgPerL]', '5-10');
    await room.type('[name=ph]', '~8');
    expect(refusedCount()).toBe(0);
    await room.click('Keep it, and on');
    expect(values(room).map(({ parameter, lo, hi, text }) => [parameter, lo, hi, text])).toEqual(
      jasmine.arrayWithExactContents([
        ['khDegrees', 4, 5, '4-5'],
        ['ghDegrees', 14, 16, '14-16'],
        ['no3MgPerL', 5, 10, '5-10'],
        ['ph', jasmine.any(Number), jasmine.any(Number), '~8'],
      ]),
    );
  });
  it('<5, 6,5, 100 ppm of hardness and 300 ppm by the pen; what could be two things is asked and sends nothing', async () => {
    const room = await begin([pen(0.5)]);
    await room.type('[name=no3MgPerL]', '<5');
    await room.type('[name=ph]', '6,5');
    await room.type('[name=ghDegrees]', '100 ppm');
    await room.type('[name=ec25UsPerCm]', '300-320 ppm');
    await room.type('[name=khDegrees]', '300');
    await room.click('Keep it, and on');
    expect(room.written).toEqual([]);
    await room.type('[name=khDegrees]', '3');
    await room.click('Keep it, and on');
    const of = (parameter: string) => values(room).find((v) => v.parameter === parameter);
    expect(of('no3MgPerL')).toEqual(jasmine.objectContaining({ lo: null, hi: 5 }));
    expect(of('ph')).toEqual(jasmine.objectContaining({ lo: 6.45, hi: 6.55, text: '6,5' }));
    expect(of('ghDegrees')?.lo).toBeCloseTo(5.1, 1);
    expect([of('ec25UsPerCm')?.lo, of('ec25UsPerCm')?.hi]).toEqual([600, 640]);
  });
  it('words, and a span written backwards, are said beside the field, and nothing is sent without them', async () => {
    const room = await begin();
    await room.type('[name=ph]', '7');
    for (const odd of ['soft', '8-4', '--', '99']) {
      await room.type('[name=khDegrees]', odd);
      expect(room.query('[name=khDegrees]').getAttribute('aria-invalid')).withContext(odd).toBe('true');
      await room.click('Keep it, and on');
      expect(room.written).withContext(odd).toEqual([]);
    }
    expect(document.activeElement).toBe(room.query('[name=khDegrees]'));
  });
});

describe('the log of the unit', () => {
  const open = (entries: object[]): Promise<Room> =>
    openRoom(UnitLogPart, { inputs: { sourceId: 'ro' }, answers: { diary: { nowAt: '', entries } }, nowEpochMs });
  it('30 ppm is by this house’s pen; without one it is asked, and no line is written over it', async () => {
    const room = await open([pen(0.5)]);
    await room.type('[name=made]', '40');
    await room.type('[name=in]', '30 ppm');
    await room.click('Write the line');
    expect(room.written[0]?.payload).toEqual(jasmine.objectContaining({ madeL: 40, inUsPerCm: 60 }));
  });
  it('30 ppm by no pen is asked', async () => {
    const room = await open([]);
    await room.type('[name=made]', '40');
    await room.type('[name=in]', '30 ppm');
    expect(room.text()).toContain('by which pen?');
    await room.click('Write the line');
    expect(room.written).toEqual([]);
    await room.type('[name=in]', '30 ppm (0.5)');
    await room.click('Write the line');
    expect(room.written[0]?.payload).toEqual(jasmine.objectContaining({ inUsPerCm: 60 }));
  });
});

const [volume, temperature, bare] = [
  signal<number | null>(null),
  signal<number | null>(null),
  signal<number | null>(null),
];
let sent = 0;
@Component({
  selector: 'nl-numbers-case',
  imports: [FormsModule, InUnit],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <form (ngSubmit)="send()">
      <input nlIn="volume" name="volume" [ngModel]="volume()" (ngModelChange)="volume.set($event)" />
      <input
        nlIn="temperature"
        name="temperature"
        [ngModel]="temperature()"
        (ngModelChange)="temperature.set($event)" />
      <button>Send the form</button>
    </form>
    <input nlIn name="bare" [ngModel]="bare()" (ngModelChange)="bare.set($event)" />
    <button class="go" (click)="send()">Write it</button>
  </main>`,
})
class Numbers {
  protected readonly volume = volume;
  protected readonly temperature = temperature;
  protected readonly bare = bare;
  protected send(): void {
    sent++;
  }
}

describe('a field of one number', () => {
  const open = async (): Promise<Room> => {
    sent = 0;
    for (const value of [volume, temperature, bare]) value.set(null);
    return openRoom(Numbers, { answers: {}, nowEpochMs });
  };
  afterEach(() => {
    speakIn(usualUnits);
  });
  const twelve: readonly [text: string, volumeL: number | null, temperatureC: number | null][] = [
    ['20', 20, 20],
    ['20,5', 20.5, 20.5],
    ['20-22', 21, 21],
    ['20 to 22', 21, 21],
    ['~20', 20, 20],
    ['about 20', 20, 20],
    ['20 L', 20, null],
    ['10 US gal', 37.854, null],
    ['68 °F', null, 20],
    ['20 °C', null, 20],
    ['<20', null, null],
    ['20 bananas', null, null],
  ];
  for (const [text, volumeL, temperatureC] of twelve)
    it(`“${text}” is taken as what it says, or refused beside it and not sent`, async () => {
      const room = await open();
      for (const [name, held, expected] of [
        ['volume', volume, volumeL],
        ['temperature', temperature, temperatureC],
      ] as const) {
        await room.type(`[name=${name}]`, text);
        if (expected === null) expect(held()).withContext(name).toBeNull();
        else expect(held()).withContext(name).toBeCloseTo(expected, 2);
        expect(room.query(`[name=${name}]`).hasAttribute('data-refused'))
          .withContext(name)
          .toBe(expected === null);
      }
      await room.click('Send the form');
      expect(sent).toBe(volumeL === null || temperatureC === null ? 0 : 1);
    });
  it('a span says what is taken of it', async () => {
    const room = await open();
    await room.type('[name=volume]', '20-22');
    expect(room.text()).toContain('= 21');
  });
  it('a button outside of a form is held by the fields outside of forms, and by no others', async () => {
    const room = await open();
    await room.type('[name=volume]', 'many');
    await room.click('Write it');
    expect(sent).toBe(1);
    await room.type('[name=bare]', 'many');
    await room.click('Write it');
    expect(sent).toBe(1);
    await room.type('[name=bare]', '');
    await room.click('Write it');
    expect(sent).toBe(2);
  });
});
