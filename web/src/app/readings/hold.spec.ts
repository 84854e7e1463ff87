import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import type { Devices } from '#contracts/readings';
import { Hold, type HeldCell } from './hold';
import { Live } from '../base/live';
import { LiveStore } from './live-store';

const seen = (over: { value?: number | null; steady?: boolean; gone?: boolean }): Devices => ({
  nowAt: '2026-03-14T21:30:00.000Z',
  broker: { url: 'mqtt://127.0.0.1:4218', connected: true },
  strangersCount: 0,
  devices: [
    {
      deviceId: 'pen',
      name: 'Grey pen',
      type: 'pen',
      online: !over.gone,
      batteryFraction: 0.5,
      lastHeardAt: null,
      heardPerMinuteCount: 60,
      repeatedCount: 0,
      refusedCount: 0,
      live: [
        {
          parameter: 'ph',
          resolutionValue: 0.01,
          value: over.value === undefined ? 7 : over.value,
          steady: over.steady ?? false,
          why: over.steady ? '' : 'still rising',
          heldForMs: 0,
        },
      ],
      warnings: over.gone
        ? [{ id: 'gone', text: 'It has signed off.', unusable: true }]
        : over.value === null
          ? [{ id: 'silent', text: 'It is there and has measured nothing yet.', unusable: false }]
          : [],
    },
  ],
});
const cell = (tankName: string): HeldCell => ({
  tankId: tankName,
  tankName,
  column: 'ph',
  deviceId: 'pen',
  instrumentId: 'i',
  label: 'pH',
});

describe('hold until steady', () => {
  const setUp = () => {
    const wire = new Subject<Devices | null>();
    TestBed.configureTestingModule({
      providers: [LiveStore, { provide: Live, useValue: { devices: () => wire } }],
    });
    const taken: string[] = [];
    const said: string[] = [];
    const hold = TestBed.runInInjectionContext(
      () =>
        new Hold(
          (c, value) => taken.push(`${c.tankName} ${value}`),
          (text) => said.push(text),
        ),
    );
    const tell = (over: Parameters<typeof seen>[0]): void => {
      wire.next(seen(over));
      TestBed.tick();
    };
    return { hold, taken, said, tell };
  };
  it('takes nothing while it rises, and the value once it is steady', () => {
    const { hold, taken, said, tell } = setUp();
    tell({ value: 6.5 });
    hold.start(cell('Lobby'));
    tell({ value: 6.9 });
    expect(taken).toEqual([]);
    expect(hold.value()?.why).toBe('still rising');
    tell({ value: 7.1, steady: true });
    expect(taken).toEqual(['Lobby 7.1']);
    expect(said).toEqual(['Lobby, pH: 7.1 taken from Grey pen, steady.']);
    expect(hold.cell()).toBeNull();
  });
  it('one that has only just come and measured nothing yet is waited for', () => {
    const { hold, taken, said, tell } = setUp();
    tell({ value: null });
    hold.start(cell('Lobby'));
    tell({ value: null });
    expect([taken, said]).toEqual([[], []]);
    tell({ value: 7.1, steady: true });
    expect(taken).toEqual(['Lobby 7.1']);
  });
  it('a pen that still lies in the last tank is not taken for the next, until it has moved', () => {
    const { hold, taken, tell } = setUp();
    tell({ value: 7.1, steady: true });
    hold.start(cell('Lobby'));
    TestBed.tick();
    hold.start(cell('Library'));
    tell({ value: 7.1, steady: true });
    expect(taken).toEqual(['Lobby 7.1']);
    expect(hold.value()?.why).toContain('not moved since');
    tell({ value: 6.4 });
    tell({ value: 6.1, steady: true });
    expect(taken).toEqual(['Lobby 7.1', 'Library 6.1']);
  });
  it('noise is no movement: a digit up and down does not make the last water this one', () => {
    const { hold, taken, tell } = setUp();
    tell({ value: 7.1, steady: true });
    hold.start(cell('Lobby'));
    TestBed.tick();
    hold.start(cell('Library'));
    tell({ value: 7.12 });
    tell({ value: 7.09, steady: true });
    expect(taken).toEqual(['Lobby 7.1']);
    expect(hold.value()?.stuck).toBeTrue();
  });
  it('where two tanks show the same the keeper says that it is in this one', () => {
    const { hold, taken, tell } = setUp();
    tell({ value: 7.1, steady: true });
    hold.takeStuck();
    hold.start(cell('Lobby'));
    TestBed.tick();
    hold.start(cell('Library'));
    tell({ value: 7.11, steady: true });
    hold.takeStuck();
    expect(taken).toEqual(['Lobby 7.1', 'Library 7.11']);
  });
  it('a device that signs off ends the waiting with nothing taken, and says so', () => {
    const { hold, taken, said, tell } = setUp();
    tell({ value: 6.5 });
    hold.start(cell('Lobby'));
    tell({ value: 6.5, gone: true, steady: true });
    expect([taken, hold.cell()]).toEqual([[], null]);
    expect(said[0]).toContain('Nothing was taken for Lobby');
  });
});
