import { provideHttpClient } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { parameters } from '#almanac/parameters';
import { WhatIfPart } from './what-if-part';

describe('ways of keeping, side by side', () => {
  const now = (changeFraction: number) => ({ everyDays: 7, changeFraction, sourceValue: 0 });
  async function open() {
    TestBed.configureTestingModule({ providers: [provideHttpClient()] });
    const fixture = TestBed.createComponent(WhatIfPart);
    const told = (inputs: Record<string, unknown>) => {
      for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
      fixture.detectChanges();
      return fixture.whenStable();
    };
    await told({
      tankId: 'a',
      outlook: {},
      parameter: parameters.find((p) => p.id === 'no3MgPerL'),
      netVolumeL: 40,
      now: now(0.3),
    });
    const page = fixture.nativeElement as HTMLElement;
    const fields = (label: string) =>
      [...page.querySelectorAll<HTMLInputElement>(`input[aria-label^="${label}"]`)].map((f) => f.value);
    const press = (word: string) => {
      [...page.querySelectorAll('button')].find((b) => b.textContent.includes(word))?.click();
      return told({});
    };
    return { told, fields, press };
  }
  it('begins with what is done now, and follows it while nothing was typed', async () => {
    const part = await open();
    expect(part.fields('Change, %')).toEqual(['30']);
    await part.told({ now: now(0.5) });
    expect(part.fields('Change, %')).toEqual(['50']);
  });
  it('a folio told anew takes no way away; another tank begins anew', async () => {
    const part = await open();
    await part.press('Twice the food');
    expect(part.fields('Name of way')).toEqual(['as now', 'twice the food']);
    await part.told({ now: now(0.3), outlook: {} });
    expect(part.fields('Food, times')).toEqual(['1', '2']);
    await part.told({ tankId: 'b' });
    expect(part.fields('Name of way')).toEqual(['as now']);
  });
});
