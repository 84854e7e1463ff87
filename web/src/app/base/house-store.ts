import { computed, effect, inject, Injectable, signal } from '@angular/core';
import type { Observable } from 'rxjs';
import { map, tap } from 'rxjs';
import { usualUnits, minuteMs, type KeepersUnits } from '#core/units';
import type { House, HouseChange, Preferences } from '#contracts/tonight';
import { layTokens, type Lamp } from './tokens';
import { Api } from './api';
import { speakIn } from './speech';
import { deviceEpochMs } from './device-clock';

const preferencesKey = 'night-ledger-preferences';
const usualOutAt = '22:00';
const usualLitAt = '08:00';

/** How this device last saw things, known before anything is drawn or the house answers. */
export function savedPreferences(): Preferences {
  try {
    return JSON.parse(localStorage.getItem(preferencesKey) ?? '{}') as Preferences;
  } catch {
    return {};
  }
}
function savePreferences(preferences: Preferences): void {
  try {
    localStorage.setItem(preferencesKey, JSON.stringify(preferences));
  } catch {
    // Private windows may forbid it; the server keeps the choice too.
  }
}

const systemDark = (): MediaQueryList => matchMedia('(prefers-color-scheme: dark)');
const systemLamp = (): Lamp => (systemDark().matches ? 'out' : 'lit');
const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));

/**
 * The lamp by the clock: out from one time of the house to the other, whichever of them lies past midnight.
 * @example lampAt('23:10', { lampOutAt: '22:00', lampLitAt: '08:00' }) // 'out'
 */
export function lampAt(
  time: string,
  { lampOutAt = usualOutAt, lampLitAt = usualLitAt }: Pick<Preferences, 'lampOutAt' | 'lampLitAt'>,
): Lamp {
  const [now, out, lit] = [minutesOf(time), minutesOf(lampOutAt), minutesOf(lampLitAt)];
  const isOut = out < lit ? now >= out && now < lit : now >= out || now < lit;
  return isOut ? 'out' : 'lit';
}
const timeIn = (zone: string, at: Date): string =>
  new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23', timeZone: zone }).format(at);

/** Before anything is drawn: the lamp, the units, the dates and the density this device last had. */
export function layPreferences(root: HTMLElement): Lamp {
  const saved = savedPreferences();
  // The zone of the house is not known yet: this device's own time will do for a moment.
  const { timeZone } = new Intl.DateTimeFormat().resolvedOptions();
  const lamp =
    saved.lampBy === 'clock'
      ? lampAt(timeIn(timeZone, new Date(deviceEpochMs())), saved)
      : (saved.lamp ?? systemLamp());
  layTokens(lamp, root);
  speakAs(saved, root);
  return lamp;
}
/** All of the units: what was not chosen is as the book keeps it. */
export const unitsOf = ({ units }: Preferences): KeepersUnits => ({ ...usualUnits, ...units });
function speakAs(preferences: Preferences, root: HTMLElement): void {
  speakIn(unitsOf(preferences), preferences.dateForm ?? (navigator.language === 'en-US' ? 'month-day' : 'day-month'));
  root.classList.toggle('roomy', preferences.density === 'roomy');
}
/** By hand the lamp is this device's own: the phone beside the tanks may be dark while the desk is lit. */
const lampOf = ({ lamp }: Preferences): Pick<Preferences, 'lamp'> => (lamp === undefined ? {} : { lamp });
const withoutLamp = ({ lamp: _desks, ...rest }: Preferences): Preferences => rest;
/** Whether sentences and dates would be written in another way. */
const speaksOtherwise = (a: Preferences, b: Preferences): boolean =>
  JSON.stringify([unitsOf(a), a.dateForm]) !== JSON.stringify([unitsOf(b), b.dateForm]);

/** The house: its night, its clock, and how this keeper wants to see it. */
@Injectable({ providedIn: 'root' })
export class HouseStore {
  private readonly api = inject(Api);
  private readonly _house = signal<House | null>(null);
  private readonly _preferences = signal<Preferences>(savedPreferences());
  private readonly minute = signal(0);
  /** The lamp of the device, which may change at dusk; it holds where none was chosen. */
  private readonly system = signal(systemLamp());
  private readonly told = signal<{ nowEpochMs: number; ageMs: number } | null>(null);
  readonly house = this._house.asReadonly();
  readonly preferences = this._preferences.asReadonly();
  readonly lamp = computed((): Lamp => {
    this.minute();
    const preferences = this._preferences();
    if (preferences.lampBy === 'clock') return lampAt(timeIn(this.zone(), new Date(this.nowIso())), preferences);
    return preferences.lamp ?? this.system();
  });
  readonly shortcuts = computed(() => this._preferences().shortcuts ?? true);
  /** The house's time as the last response told it; an answer of earlier is as much older as it was kept. */
  readonly nowEpochMs = computed(() => {
    const told = this.told();
    return told ? told.nowEpochMs + (this._house()?.frozen ? 0 : told.ageMs) : 0;
  });
  readonly zone = computed(() => this._house()?.zone ?? 'UTC');
  /** Pages are drawn anew where every sentence changes; given by a test that must not be. */
  reopen: () => void = () => {
    location.reload();
  };

  private toldAtMs = 0;

  constructor() {
    this.api.told.subscribe((now) => {
      this.told.set(now);
      this.toldAtMs = performance.now();
    });
    systemDark().addEventListener('change', () => {
      this.system.set(systemLamp());
    });
    effect(() => {
      layTokens(this.lamp(), document.documentElement);
    });
    setInterval(() => {
      this.minute.update((m) => m + 1);
    }, minuteMs);
  }
  /** The house's time at this moment: the last told, and what has passed since; this device's own until told. */
  nowIso(): string {
    if (this.nowEpochMs() === 0) return new Date(deviceEpochMs()).toISOString();
    const passedMs = this._house()?.frozen ? 0 : performance.now() - this.toldAtMs;
    return new Date(Math.round(this.nowEpochMs() + passedMs)).toISOString();
  }
  load(): void {
    this.api.call('house').subscribe({
      next: (house) => {
        this._house.set(house);
        this.api.stayIn(house.key);
        this.take(house.preferences);
      },
      error: () => undefined,
    });
  }
  /** How this keeper wants to see things from now on: on this device at once, in the house as soon as it answers. */
  prefer(choice: Preferences): Observable<void> {
    return this.api.call('putPreferences', { body: choice }).pipe(
      map((preferences) => {
        this._preferences.update((before) => ({ ...before, ...lampOf(choice) }));
        this.take(preferences);
      }),
    );
  }
  /** The house's name, or its zone from tonight on. */
  changeHouse(change: HouseChange): Observable<void> {
    return this.api.call('putHouse', { body: change }).pipe(
      tap((house) => {
        this._house.set(house);
      }),
      map(() => undefined),
    );
  }
  switchLamp(): void {
    this.soon({ lamp: this.lamp() === 'lit' ? 'out' : 'lit', lampBy: 'hand' });
  }
  setShortcuts(on: boolean): void {
    this.soon({ shortcuts: on });
  }
  private soon(choice: Preferences): void {
    const preferences = { ...this._preferences(), ...choice };
    this._preferences.set(preferences);
    savePreferences(preferences);
    this.api.call('putPreferences', { body: choice }).subscribe({ error: () => undefined });
  }
  private take(preferences: Preferences): void {
    const before = this._preferences();
    // What the house was never told stays as this device has it.
    const next = { ...before, ...withoutLamp(preferences) };
    this._preferences.set(next);
    savePreferences(next);
    speakAs(next, document.documentElement);
    // Only where the device keeps it: else every opening would open anew, for ever.
    if (speaksOtherwise(before, next) && !speaksOtherwise(savedPreferences(), next)) this.reopen();
  }
}
