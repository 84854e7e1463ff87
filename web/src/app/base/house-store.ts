import { computed, inject, Injectable, signal } from '@angular/core';
import type { House } from '#contracts/tonight';
import { layTokens, type Lamp } from './tokens';
import { Api } from './api';

const lampKey = 'night-ledger-lamp';
const shortcutsKey = 'night-ledger-shortcuts';
const kept = (key: string): string | null => {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
};
const keep = (key: string, value: string): void => {
  try {
    localStorage.setItem(key, value);
  } catch {
    // Private windows may forbid it; the server keeps the choice too.
  }
};

/** The lamp of this device, known before anything is drawn. */
export const savedLamp = (): Lamp =>
  kept(lampKey) === 'lit'
    ? 'lit'
    : kept(lampKey) === 'out'
      ? 'out'
      : matchMedia('(prefers-color-scheme: dark)').matches
        ? 'out'
        : 'lit';

/** The house: its night, its clock, and how this keeper wants to see it. */
@Injectable({ providedIn: 'root' })
export class HouseStore {
  private readonly api = inject(Api);
  private readonly _house = signal<House | null>(null);
  private readonly _lamp = signal<Lamp>(savedLamp());
  private readonly _shortcuts = signal(kept(shortcutsKey) !== 'off');
  private readonly told = signal<{ nowEpochMs: number; ageMs: number } | null>(null);
  readonly house = this._house.asReadonly();
  readonly lamp = this._lamp.asReadonly();
  readonly shortcuts = this._shortcuts.asReadonly();
  /** The house's time as the last response told it; an answer of earlier is as much older as it was kept. */
  readonly nowEpochMs = computed(() => {
    const told = this.told();
    return told ? told.nowEpochMs + (this._house()?.frozen ? 0 : told.ageMs) : 0;
  });
  readonly zone = computed(() => this._house()?.zone ?? 'UTC');

  private toldAtMs = 0;

  constructor() {
    this.api.told.subscribe((now) => {
      this.told.set(now);
      this.toldAtMs = performance.now();
    });
  }
  /** The house's time at this moment: the last told, and what has passed since; this device's own until told. */
  nowIso(): string {
    if (this.nowEpochMs() === 0) return new Date().toISOString();
    const passedMs = this._house()?.frozen ? 0 : performance.now() - this.toldAtMs;
    return new Date(Math.round(this.nowEpochMs() + passedMs)).toISOString();
  }
  load(): void {
    this.api.call('house').subscribe({
      next: (house) => {
        this._house.set(house);
      },
      error: () => undefined,
    });
  }
  switchLamp(): void {
    const lamp: Lamp = this._lamp() === 'lit' ? 'out' : 'lit';
    this._lamp.set(lamp);
    layTokens(lamp, document.documentElement);
    keep(lampKey, lamp);
    this.api.call('putPreferences', { body: { lamp } }).subscribe({ error: () => undefined });
  }
  setShortcuts(on: boolean): void {
    this._shortcuts.set(on);
    keep(shortcutsKey, on ? 'on' : 'off');
    this.api.call('putPreferences', { body: { shortcuts: on } }).subscribe({ error: () => undefined });
  }
}
