import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import type { ParameterId } from '#core/readings';
import { openRoom, type Room } from '../room.cases';
import { ValueField } from './value-field';

const now = Date.parse('2026-03-14T21:00:00Z');
const said = signal<number | null>(null);
const parameter = signal<ParameterId>('ec25UsPerCm');

@Component({
  selector: 'nl-holder',
  imports: [ValueField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nl-value-field label="Aim" name="aim" [parameter]="parameter()" [(value)]="said" />`,
})
class Holder {
  protected readonly parameter = parameter;
  protected readonly said = said;
}
const pen = (penFactor: number | null, penFactorUnknown = false) => ({
  entryId: 'p',
  kind: 'instrument',
  subjectId: 'pen',
  atEpochMs: now,
  payload: {
    name: 'The pen',
    type: 'pen',
    parameters: ['ec25UsPerCm'],
    steps: [],
    stepValue: 1,
    penFactor,
    penFactorUnknown,
    reportsAsElement: false,
    compensatesTemperature: true,
    startedOn: '2025-01-01',
  },
});
const open = (of: ParameterId, entries: object[] = []): Promise<Room> => {
  said.set(null);
  parameter.set(of);
  return openRoom(Holder, { answers: { diary: { nowAt: '', entries } }, nowEpochMs: now });
};

describe('a value that is wanted, typed', () => {
  it('takes ppm by this house’s pen, and says what it reckons with', async () => {
    const room = await open('ec25UsPerCm', [pen(0.5)]);
    await room.fill('Aim', '290 ppm');
    expect(said()).toBe(580);
    expect(room.text()).toContain('= 580 µS/cm');
    await room.fill('Aim', '300');
    expect(said()).toBe(300);
    expect(room.text()).not.toContain('=');
  });
  it('asks for the factor where no pen says it, and takes nothing meanwhile', async () => {
    const room = await open('ec25UsPerCm', [pen(null, true)]);
    await room.fill('Aim', '290 ppm');
    expect(said()).toBeNull();
    expect(room.text()).toContain('290 ppm by which factor?');
    expect(room.query<HTMLInputElement>('input').getAttribute('aria-invalid')).toBe('true');
  });
  it('GH 300: ppm or degrees is asked, and the answer is one tap', async () => {
    const room = await open('ghDegrees');
    await room.fill('Aim', '300');
    expect(said()).toBeNull();
    await room.click('ppm');
    expect(said()).toBeCloseTo(16.81, 2);
    expect(room.query<HTMLInputElement>('input').value).toBe('300 ppm');
    await room.fill('Aim', '60');
    await room.click('°dH');
    expect(said()).toBe(60);
  });
  it('shows what the page sets, and keeps what was typed as it was typed', async () => {
    const room = await open('ghDegrees');
    said.set(6.5);
    await room.settle();
    expect(room.query<HTMLInputElement>('input').value).toBe('6.5');
    await room.fill('Aim', '7,0');
    expect([said(), room.query<HTMLInputElement>('input').value]).toEqual([7, '7,0']);
    said.set(null);
    await room.settle();
    expect(room.query<HTMLInputElement>('input').value).toBe('');
  });
});
