import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Field } from './field';

@Component({
  imports: [Field],
  template: `<nl-field name="Litres" unit="L" [hint]="hint()" [fault]="fault()"><input /></nl-field>`,
})
class Page {
  readonly hint = signal('');
  readonly fault = signal('');
}

describe('a field', () => {
  async function open() {
    const fixture = TestBed.createComponent(Page);
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const input = host.querySelector('input');
    if (!input) throw new Error('no control');
    const spoken = () =>
      (input.getAttribute('aria-describedby') ?? '')
        .split(' ')
        .filter(Boolean)
        .map((id) => host.querySelector(`#${id}`)?.textContent);
    return { fixture, host, input, spoken, page: fixture.componentInstance };
  }
  it('names its control, with the unit', async () => {
    const { host, input } = await open();
    expect(input.labels?.[0]?.querySelector('.name')?.textContent).toBe('Litres, L');
    expect([input.getAttribute('aria-invalid'), input.getAttribute('aria-describedby')]).toEqual([null, null]);
    expect(host.querySelector('.fault')).toBeNull();
  });
  it('a fault is spoken with the field, and gone with it', async () => {
    const { fixture, input, spoken, page } = await open();
    page.hint.set('by the meter');
    page.fault.set('must be above 0');
    await fixture.whenStable();
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(spoken()).toEqual(['by the meter', 'must be above 0']);
    page.fault.set('');
    await fixture.whenStable();
    expect(input.getAttribute('aria-invalid')).toBeNull();
    expect(spoken()).toEqual(['by the meter']);
  });
});
