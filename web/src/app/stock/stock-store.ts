import { minuteMs } from '#core/units';
import { computed, inject, Injectable, signal } from '@angular/core';
import { catchError, of, Subject, switchMap } from 'rxjs';
import { bookKinds } from '#almanac/kinds';
import { countRead, middle } from '#core/readings';
import {
  kindsInForce,
  populationsOf,
  stockAlarms,
  together,
  type Resident,
  type Population,
  type StockAlarm,
  type StockKind,
  type TankPlace,
  type Together,
} from '#core/stock';
import type { StockTank, StockView } from '#contracts/stock';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';

export interface TankStock {
  tank: StockTank;
  populations: readonly Population[];
  residents: readonly Resident[];
  place: TankPlace;
  together: Together;
  alarms: readonly StockAlarm[];
}

/** Who lives where, with the kinds in force; estimates and judgements are computed here from the core, on demand. */
@Injectable({ providedIn: 'root' })
export class StockStore {
  private readonly api = inject(Api);
  private readonly house = inject(HouseStore);
  private readonly asked = new Subject<void>();
  private wanted = false;
  private readonly _view = signal<StockView | null>(null);
  private readonly _fault = signal(false);
  readonly view = this._view.asReadonly();
  readonly fault = this._fault.asReadonly();
  readonly tanks = computed(() => this._view()?.tanks ?? []);
  readonly kinds = computed((): StockKind[] => kindsInForce({ book: bookKinds, own: this._view()?.ownKinds ?? [] }));
  /** The minute that is running, by its end: estimates are made anew once a minute, not with every answer. */
  private readonly minuteEpochMs = computed(() => Math.ceil(this.house.nowEpochMs() / minuteMs) * minuteMs);
  /** Every tank with its populations, in the order of the round. */
  readonly stocked = computed((): TankStock[] =>
    [...this.tanks()]
      .sort((a, b) => a.setUp.roundOrder - b.setUp.roundOrder)
      .map((tank) => tankStock({ tank, kinds: this.kinds(), nowEpochMs: this.minuteEpochMs() })),
  );

  constructor() {
    this.asked.pipe(switchMap(() => this.api.call('stock').pipe(catchError(() => of(null))))).subscribe((view) => {
      if (view) this._view.set(view);
      this._fault.set(view === null);
    });
    inject(Outbox).stirred.subscribe((entries) => {
      // Asked again when the keeper says so, whatever became of the last answer: it may still be under way, and fail.
      if (this._view() || (!entries && this.wanted)) this.load();
    });
  }
  load(): void {
    this.wanted = true;
    this.asked.next();
  }
  kindNamed(id: string): StockKind | null {
    return this.kinds().find((k) => k.id === id) ?? null;
  }
  stockOf(tankId: string): TankStock | null {
    return this.stocked().find((s) => s.tank.tankId === tankId) ?? null;
  }
}

/** One tank's animals and plants as the core sees them tonight. */
export function tankStock({
  tank,
  kinds,
  nowEpochMs,
}: {
  tank: StockTank;
  kinds: readonly StockKind[];
  nowEpochMs: number;
}): TankStock {
  const { tempC } = tank.water;
  const populations = populationsOf({
    kinds,
    events: tank.events,
    nowEpochMs,
    tempC: tempC ? middle(tempC) : null,
  });
  const residents = populations.flatMap((p): Resident[] => {
    const kind = kinds.find((k) => k.id === p.kindId);
    return kind && p.count.hi > 0 ? [{ kind, strain: p.strain, count: p.count }] : [];
  });
  const place: TankPlace = {
    netVolumeL: tank.netVolumeL,
    lengthCm: tank.setUp.geometry?.lengthCm ?? null,
    bed: tank.setUp.bed?.kind ?? 'unknown',
    grainMm: tank.setUp.bed?.grainMm ?? null,
    lid: tank.equipment.lid?.on ?? null,
  };
  const alarms = populations.flatMap((population) => {
    const kind = kinds.find((k) => k.id === population.kindId);
    return kind ? stockAlarms({ kind, population, events: tank.events, nowEpochMs }) : [];
  });
  return { tank, populations, residents, place, together: together({ residents, place, water: tank.water }), alarms };
}

/** A population's number as one would say it: 41, 40–60, none. */
export function countText({ lo, hi }: { lo: number | null; hi: number | null }): string {
  if (hi === null) return `${lo ?? 0} or more`;
  if (hi === 0) return 'none';
  return lo === hi ? String(hi) : `${lo ?? 0}–${hi}`;
}
/** A count as one types it: `12`, `10-15`, `10+`; null where it cannot be read. */
export function countFrom(text: string): { lo: number; hi: number | null } | null {
  const said = countRead(text);
  return said.kind === 'count' ? { lo: said.lo, hi: said.hi } : null;
}
