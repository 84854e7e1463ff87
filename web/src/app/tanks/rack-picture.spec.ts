import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { TonightStore } from '../tonight';
import { RackPicture } from './rack-picture';

const tank = (name: string, rack: string, netVolumeL: number, state = 'settled') => ({
  ...{ tankId: name, name, rack, netVolumeL, state, reason: `of ${name}` },
});

describe('the racks, drawn', () => {
  it('each rack once, in the order of its first tank; a tank by its size and state, with the way to it', async () => {
    const round = [
      { visits: [tank('Stairwell', 'Cellar', 100, 'act')] },
      { visits: [tank('Lobby', 'Front', 400), tank('Bar', '', 30), tank('Library', 'Cellar', 60)] },
    ];
    TestBed.configureTestingModule({
      providers: [provideRouter([]), { provide: TonightStore, useValue: { round: signal(round), tanks: signal([]) } }],
    });
    const fixture = TestBed.createComponent(RackPicture);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const racks = [...page.querySelectorAll('section')].map((s) => [
      s.getAttribute('aria-label'),
      [...s.querySelectorAll('.serif')].map((t) => t.textContent),
    ]);
    expect(racks).toEqual([
      ['Cellar', ['Stairwell', 'Library']],
      ['Front', ['Lobby']],
      ['No rack', ['Bar']],
    ]);
    const [first, second] = page.querySelectorAll('li');
    expect(first?.className).toContain('act');
    expect([first?.style.flexGrow, second?.style.flexGrow]).toEqual(['100', '60']);
    expect(first?.querySelector('a')?.getAttribute('href')).toBe('/tanks/Stairwell');
    expect(first?.querySelector('a')?.title).toContain('of Stairwell');
  });
});
