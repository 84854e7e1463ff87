import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { EveningTankView } from '#contracts/water';
import { HouseStore } from '../base/house-store';
import { WeekStrip } from './week-strip';

const due = (name: string, changeL: number, dueDays: number) => ({ name, changeL, dueDays }) as EveningTankView;

describe('the week as a strip', () => {
  it('what is overdue is tonight’s, each night has its litres and tanks, and the tallest bar is the most water', async () => {
    TestBed.configureTestingModule({
      providers: [{ provide: HouseStore, useValue: { house: signal({ nightOn: '2026-03-14' }) } }],
    });
    const fixture = TestBed.createComponent(WeekStrip);
    fixture.componentRef.setInput('tanks', [
      due('Bar', 12, -3),
      due('Lobby', 30, 0.1),
      due('Attic', 21, 3),
      due('Far', 99, 8),
    ]);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const nights = [...page.querySelectorAll('td')].map((c) => c.textContent.replace(/\s+/g, ' ').trim());
    expect(nights.length).toBe(7);
    expect([nights[0], nights[1], nights[3]]).toEqual(['42 LBar, Lobby', 'none', '21 LAttic']);
    expect(page.textContent).not.toContain('Far');
    const heads = [...page.querySelectorAll('th')].map((c) => c.textContent.trim());
    expect(heads[0]).toBe('tonight');
    expect(heads[3]).toContain('17');
    const bars = [...page.querySelectorAll<HTMLElement>('.bar')].map((b) => b.style.height);
    expect([bars[0], bars[1], bars[3]]).toEqual(['44px', '0px', '22px']);
  });
});
