import { provideHttpClient } from '@angular/common/http';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { HouseStore } from '../base/house-store';
import { HousePen } from '../base/house-pen';
import { kitPages as developed } from './kit-pages.dev';
import { kitPages as served } from './kit-pages';
import { KitScreen } from './kit-screen';

describe('the kit', () => {
  it('is a page of development builds, and of no other', () => {
    expect(served).toEqual([]);
    expect(developed.map((p) => p.path)).toEqual(['kit']);
  });
  it('shows each control, the refused one tied to its fault, tables with tools from eleven rows on', async () => {
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        {
          provide: HouseStore,
          useValue: { switchLamp: () => undefined, zone: () => 'UTC', nowIso: () => '2026-03-14' },
        },
        { provide: HousePen, useValue: { unit: signal('') } },
      ],
    });
    const fixture = TestBed.createComponent(KitScreen);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const count = (selector: string) => page.querySelectorAll(selector).length;
    for (const control of [
      'p-select',
      'nl-day',
      'p-checkbox',
      'textarea',
      'nl-tide-mark',
      'nl-state-mark',
      'nl-figure',
    ])
      expect(count(control)).withContext(control).toBeGreaterThan(0);
    expect(count('[aria-invalid=true]')).toBe(1);
    expect(count('nl-table input')).toBe(2);
    // Of the long table only what is in sight is drawn.
    expect(count('nl-table:last-of-type tbody tr')).toBeLessThan(100);
  });
});
