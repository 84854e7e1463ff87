import { speakIn, speech } from '../base/speech';
import { TestBed } from '@angular/core/testing';
import type { House, HousesView, Preferences } from '#contracts/tonight';
import { usualUnits } from '#core/units';
import { dayText, shortDayText, whenText } from '#words/dates';
import { HouseStore, lampAt } from '../base/house-store';
import { openRoom } from '../room.cases';
import { FirstTime } from './first-time';
import { SettingsScreen } from './settings-screen';

const nowEpochMs = Date.parse('2026-03-14T21:30:00Z');
const house = (preferences: Preferences = {}): House => ({
  key: 'own',
  nowAt: new Date(nowEpochMs).toISOString(),
  nightOn: '2026-03-14',
  name: 'Our house',
  zone: 'UTC',
  demo: false,
  frozen: false,
  almanacVersion: 1,
  preferences,
});
const houses: HousesView = {
  open: 'own',
  houses: [
    { key: 'own', name: 'Our house', ready: true, makingFraction: null, fault: null },
    { key: 'demo', name: null, ready: false, makingFraction: null, fault: null },
  ],
};

describe('settings', () => {
  beforeEach(() => {
    localStorage.removeItem('night-ledger-preferences');
  });
  afterEach(() => {
    localStorage.removeItem('night-ledger-preferences');
    speakIn(usualUnits, 'day-month');
  });
  const opened = async (kept: Preferences) => {
    const room = await openRoom(SettingsScreen, {
      answers: { house: house(), putPreferences: kept, houses, putHouse: { ...house(), name: 'Quay' } },
      nowEpochMs,
    });
    const store = TestBed.inject(HouseStore);
    const reopened = jasmine.createSpy('reopened');
    store.reopen = reopened;
    store.load();
    await room.settle();
    return { room, store, reopened };
  };

  it('a unit that is chosen is kept in the house and on the device, and the pages open anew in it', async () => {
    const units = { ...usualUnits, volume: 'US gal' as const };
    const { room, reopened, store } = await opened({ units });
    expect(room.text()).toContain('54.0 L · 24.5 °C · nitrate 10–20 mg/L');
    expect(reopened).not.toHaveBeenCalled();
    await room.pick('nl-choice[name=volume]', 'US gal');
    expect(store.preferences().units?.volume).toBe('US gal');
    expect(speech().units.volume).toBe('US gal');
    expect(reopened).toHaveBeenCalledTimes(1);
    expect(JSON.parse(localStorage.getItem('night-ledger-preferences') ?? '{}')).toEqual(
      jasmine.objectContaining({ units }),
    );
  });
  it('a lamp by the clock asks for its times; density is laid on the page', async () => {
    const { room } = await opened({ lampBy: 'clock', density: 'roomy' });
    await room.pick('nl-choice[name=lamp]', 'clock');
    expect(room.has('input[name=outAt]')).toBeTrue();
    expect(document.documentElement.classList).toContain('roomy');
    document.documentElement.classList.remove('roomy');
  });
  it('the house is named anew', async () => {
    const { room, store } = await opened({});
    await room.fill('Its name', 'Quay');
    await room.click('Keep them');
    expect(store.house()?.name).toBe('Quay');
    expect(room.text()).toContain('The house: kept.');
  });
  it('says which house is open, and where the other is', async () => {
    const { room } = await opened({});
    expect(room.text()).toContain('This is your own house');
    expect(room.text()).toContain('Look round the demo house');
  });
});

describe('the lamp by the clock', () => {
  it('is out over midnight, lit in between, and turns at the minute', () => {
    const times = { lampOutAt: '22:00', lampLitAt: '08:00' };
    expect(['21:59', '22:00', '00:00', '07:59', '08:00'].map((t) => lampAt(t, times))).toEqual([
      'lit',
      'out',
      'out',
      'out',
      'lit',
    ]);
    // For one who sleeps by day.
    const byDay = { lampOutAt: '09:00', lampLitAt: '17:00' };
    expect(['08:59', '09:00', '16:59', '17:00', '23:00'].map((t) => lampAt(t, byDay))).toEqual([
      'lit',
      'out',
      'out',
      'lit',
      'lit',
    ]);
    expect(lampAt('23:00', {})).toBe('out');
  });
});

describe('dates as the keeper writes them', () => {
  afterEach(() => {
    speakIn(usualUnits, 'day-month');
  });
  it('day, month or year first, and the same everywhere', () => {
    const said = () => [
      dayText(speech(), '2026-03-14'),
      whenText(speech(), nowEpochMs, 'UTC'),
      shortDayText(speech(), nowEpochMs, 'UTC'),
    ];
    expect(said()).toEqual(['Saturday, 14 March 2026', 'Sat, 14 Mar 2026, 21:30', '14 Mar 2026']);
    speakIn(usualUnits, 'month-day');
    expect(said()).toEqual(['Saturday, March 14, 2026', 'Sat, Mar 14, 2026, 21:30', 'Mar 14, 2026']);
    speakIn(usualUnits, 'year-month-day');
    expect(said()).toEqual(['Saturday, 2026-03-14', 'Sat 2026-03-14, 21:30', '2026-03-14']);
  });
});

describe('what a page is for', () => {
  beforeEach(() => {
    localStorage.removeItem('night-ledger-told');
  });
  afterEach(() => {
    localStorage.removeItem('night-ledger-told');
  });
  it('says nothing where there is nothing to say', async () => {
    const room = await openRoom(FirstTime, { answers: {}, nowEpochMs });
    expect(room.text()).toBe('');
  });
});
