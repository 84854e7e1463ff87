import { speakIn } from '../base/speech';
import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormsModule } from '@angular/forms';
import { usualUnits } from '#core/units';
import { InUnit } from './in-unit';

@Component({
  selector: 'nl-field-case',
  imports: [FormsModule, InUnit],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label
    ><input [nlIn]="of()" [min]="min" [max]="40" [ngModel]="value()" (ngModelChange)="value.set($event ?? instead)"
  /></label>`,
})
class FieldCase {
  min = 0;
  instead: number | null = null;
  readonly of = signal('volume');
  readonly value = signal<number | null>(37.85411784);
}

describe('a number in the keeper’s unit', () => {
  afterEach(() => {
    speakIn(usualUnits);
  });
  const opened = async (of = 'volume', value: number | null = 37.85411784, instead: number | null = null) => {
    await TestBed.configureTestingModule({
      imports: [FieldCase],
      providers: [provideZonelessChangeDetection()],
    }).compileComponents();
    const fixture = TestBed.createComponent(FieldCase);
    fixture.componentInstance.of.set(of);
    fixture.componentInstance.value.set(value);
    fixture.componentInstance.instead = instead;
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const field = host.querySelector('input');
    if (!field) throw new Error('no field');
    return {
      field,
      host,
      held: () => fixture.componentInstance.value(),
      set: async (value: number | null) => {
        fixture.componentInstance.value.set(value);
        await fixture.whenStable();
      },
      type: async (text: string) => {
        field.value = text;
        field.dispatchEvent(new Event('input', { bubbles: true }));
        await fixture.whenStable();
      },
    };
  };

  it('shows and takes it in that unit; its value stays canonical', async () => {
    speakIn({ ...usualUnits, volume: 'US gal' });
    const { field, held, type } = await opened();
    expect(field.value).toBe('10');
    await type('5');
    expect(held()).toBeCloseTo(18.927, 3);
    await type('20 L');
    expect(held()).toBe(20);
    // What is typed stays as it was typed.
    expect(field.value).toBe('20 L');
  });
  it('understands a decimal comma, and is nothing when it is empty', async () => {
    const { held, type } = await opened('');
    await type('2,5');
    expect(held()).toBe(2.5);
    await type('');
    expect(held()).toBeNull();
  });
  it('says beside the field what it cannot read, keeps it there, and takes the mend', async () => {
    const { field, host, held, type } = await opened('temperature', 24);
    await type('warm');
    expect([held(), field.value, host.querySelector('.fault')?.textContent]).toEqual([
      null,
      'warm',
      '“warm” is no number we can read here.',
    ]);
    await type('24 kg');
    expect(held()).toBeNull();
    await type('25');
    expect([held(), host.querySelector('.fault')]).toEqual([25, null]);
  });
  it('says which numbers it takes, in that unit, and holds none beyond them', async () => {
    speakIn({ ...usualUnits, temperature: '°F' });
    const { field, host, held, type } = await opened('temperature', 25);
    await type('105');
    expect([held(), field.value, host.querySelector('.fault')?.textContent]).toEqual([
      null,
      '105',
      'From 32 to 104 here.',
    ]);
    await type('104');
    expect([held(), host.querySelector('.fault')]).toEqual([40, null]);
    await type('31');
    expect(held()).toBeNull();
    await type('32');
    expect(held()).toBe(0);
  });
  it('emptied to type anew, it is not filled under the hand; when it is left, it shows what counts', async () => {
    const { field, held, type } = await opened('', 5, 18);
    document.body.append(field);
    field.focus();
    await type('');
    expect([held(), field.value]).toEqual([18, '']);
    await type('7');
    expect([held(), field.value]).toEqual([7, '7']);
    await type('');
    field.dispatchEvent(new Event('blur'));
    expect(field.value).toBe('18');
    field.remove();
  });
  it('what the page sets stands in the field', async () => {
    speakIn({ ...usualUnits, temperature: '°F' });
    const { field, set } = await opened('temperature', 25);
    expect(field.value).toBe('77');
    await set(20);
    expect(field.value).toBe('68');
    await set(null);
    expect(field.value).toBe('');
  });
});
