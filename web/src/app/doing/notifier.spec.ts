import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { DoingStore, type RunningTimer } from './doing-store';
import { browserNotifications, Notifier } from './notifier';

const timer = (timerId: string): RunningTimer => ({
  timerId,
  tankId: 't',
  tankName: 'Library',
  timer: 'hose',
  note: 'into the drum',
  startedEpochMs: 0,
  dueEpochMs: 1,
});

describe('notifications of the browser', () => {
  let shown: string[];
  const due = signal<RunningTimer[]>([]);
  const open = (answer: NotificationPermission, wanted = false): Notifier => {
    shown = [];
    due.set([]);
    if (wanted) localStorage.setItem('night-ledger-tell-this-device', 'yes');
    class Shown {
      static permission: NotificationPermission = wanted ? answer : 'default';
      static requestPermission = (): Promise<NotificationPermission> => Promise.resolve(answer);
      onclick = null;
      constructor(title: string, { body, tag }: NotificationOptions) {
        shown.push(`${title}|${body ?? ''}|${tag ?? ''}`);
      }
    }
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: DoingStore, useValue: { due } },
        { provide: browserNotifications, useValue: Shown },
      ],
    });
    return TestBed.inject(Notifier);
  };
  afterEach(() => {
    localStorage.removeItem('night-ledger-tell-this-device');
  });
  const settle = (): Promise<void> => {
    TestBed.tick();
    return Promise.resolve();
  };

  it('tells nothing until this device asked for it; then each thing that is due once', async () => {
    const notifier = open('granted');
    due.set([timer('a')]);
    await settle();
    expect([notifier.state(), shown.length]).toEqual(['off', 0]);
    await notifier.turn(true);
    await settle();
    expect([notifier.state(), shown]).toEqual(['on', ['hose running: Library|into the drum|a']]);
    due.set([timer('a'), timer('b')]);
    await settle();
    expect(shown.length).toBe(2);
    await notifier.turn(false);
    due.set([timer('c')]);
    await settle();
    expect([notifier.state(), shown.length]).toEqual(['off', 2]);
  });
  it('a browser that refuses is said to, and nothing is shown', async () => {
    const notifier = open('denied');
    await notifier.turn(true);
    due.set([timer('a')]);
    await settle();
    expect([notifier.state(), shown.length]).toEqual(['refused', 0]);
  });
  it('stays on over a reload of this device', async () => {
    const notifier = open('granted', true);
    due.set([timer('a')]);
    await settle();
    expect([notifier.state(), shown.length]).toEqual(['on', 1]);
  });
});
