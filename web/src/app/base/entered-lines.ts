import { computed, inject, Injectable, signal } from '@angular/core';
import type { HouseKey } from '#contracts/tonight';
import { Api } from './api';
import { HouseStore } from './house-store';
import { newId } from './outbox';

/** A ledger line on which Enter was pressed and that is not in the book, nor in the outbox, yet. */
export interface EnteredLine {
  id: string;
  line: string;
  /** The moment at which the line was opened: a time in it is by that. */
  atEpochMs: number;
  openTankId: string | null;
  insisted: boolean;
  house: HouseKey | null;
  /** Ids for what it says, so that a line that is gone through twice writes nothing twice. */
  entryIds: readonly string[];
}
const key = 'night-ledger-lines';
/** More than a line ever says. */
const mostEntries = 12;

/**
 * Lines from Enter on: kept on this device before anything else happens, at once and not by and by, until the outbox has
 * them. Escape, another page, a slow house, a closed tab lose none; what cannot be written as it stands is shown until it
 * is mended or put away.
 */
@Injectable({ providedIn: 'root' })
export class EnteredLines {
  private readonly api = inject(Api);
  private readonly house = inject(HouseStore);
  private readonly all = signal<readonly EnteredLine[]>(kept());
  private readonly heldId = signal<string | null>(null);
  /** Those of this house that no open sheet has in hand. */
  readonly waiting = computed(() => {
    const house = this.api.inHouse();
    return this.all().filter((l) => l.id !== this.heldId() && (l.house === null || l.house === house));
  });
  enter(of: Pick<EnteredLine, 'line'> & Partial<Pick<EnteredLine, 'atEpochMs' | 'insisted'>>): EnteredLine {
    const entered: EnteredLine = {
      id: newId(),
      atEpochMs: this.house.nowEpochMs(),
      openTankId: openTank() ?? null,
      insisted: false,
      house: this.api.inHouse(),
      entryIds: Array.from({ length: mostEntries }, () => newId()),
      ...of,
    };
    this.keep([...this.all(), entered]);
    return entered;
  }
  remove(id: string): void {
    this.keep(this.all().filter((l) => l.id !== id));
  }
  /** The sheet that is open has this one in hand; null when it is closed. */
  hold(id: string | null): void {
    this.heldId.set(id);
  }
  private keep(lines: readonly EnteredLine[]): void {
    this.all.set(lines);
    try {
      if (lines.length === 0) localStorage.removeItem(key);
      else localStorage.setItem(key, JSON.stringify(lines));
    } catch {
      // A device that keeps nothing: they are this tab's.
    }
  }
}
/** On a tank's own page a line needs no name. */
export const openTank = (): string | undefined => /^\/(?:stock\/)?tanks\/([0-9a-f-]{36})/.exec(location.pathname)?.[1];
function kept(): readonly EnteredLine[] {
  try {
    const lines: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
    return Array.isArray(lines) ? (lines as EnteredLine[]).filter((l) => typeof l.line === 'string') : [];
  } catch {
    return [];
  }
}
