import { inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, forkJoin, of, Subject, switchMap } from 'rxjs';
import { careKnowledge } from '#almanac/care';
import { mayWrite, type GateFacts, type GateFault, type GateKind, type GateRow } from '#core/gate';
import type { StockKind } from '#core/stock';
import { nightOn } from '#core/units';
import type { PayloadOf } from '#contracts/book';
import type { GateView } from '#contracts/gate';
import { gateWords } from '#words/gate';
import { Api } from './api';
import { HouseStore } from './house-store';
import { Outbox } from './outbox';
import { speech } from './speech';

/** What stands in the way of an entry, in words, beside its field. */
export interface GateSaid extends Pick<GateFault, 'field' | 'ask' | 'final'> {
  /** As it stands beside its field. */
  text: string;
  /** As a sentence of its own. */
  alone: string;
}
const alone = (text: string): string => {
  const said = text.replace(/^is needed(\. |: )/, '');
  return `${said.slice(0, 1).toUpperCase()}${said.slice(1)}${said.endsWith('.') ? '' : '.'}`;
};

/**
 * The gate beside a form: what bears on an entry of a kind is asked of the house, again after every write, and the entry as
 * it is typed is held against it by the code that the server asks.
 */
export class GateWatch<K extends GateKind> {
  private readonly api = inject(Api);
  private readonly house = inject(HouseStore);
  private readonly asked = new Subject<readonly string[]>();
  private readonly told = signal<ReadonlyMap<string, GateView>>(new Map());
  private readonly unheard = signal(false);
  private tankIds: readonly string[] = [];

  constructor(
    private readonly kind: K,
    /** Kinds of animals and what they are called, as the book has them. */
    private readonly known: { kinds: () => readonly StockKind[]; nameOf: (id: string) => string },
  ) {
    this.asked
      .pipe(
        switchMap((tanks) =>
          forkJoin(
            tanks.map((tank) => this.api.call('gate', { query: { tank, kind } }).pipe(catchError(() => of(null)))),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((views) => {
        const heard = views.filter((view) => view !== null);
        this.told.set(new Map(heard.map((view) => [view.tankId, view])));
        this.unheard.set(heard.length < views.length);
      });
    inject(Outbox)
      .stirred.pipe(takeUntilDestroyed())
      .subscribe(() => {
        if (this.tankIds.length > 0) this.asked.next(this.tankIds);
      });
  }
  /** Asks of tanks; the same again changes nothing. */
  open(...tankIds: string[]): void {
    const asked = tankIds.filter((id) => id !== '');
    if (asked.join() === this.tankIds.join()) return;
    this.tankIds = asked;
    this.told.set(new Map());
    this.unheard.set(false);
    if (asked.length > 0) this.asked.next(asked);
  }
  /** The house could not be asked: what is written is asked about when it is sent. */
  readonly outOfReach = this.unheard.asReadonly();

  /** What stands in the way of an entry that would be written now; null until the house has told. */
  says(tankId: string, payload: PayloadOf<K>): GateSaid[] | null {
    const view = this.told().get(tankId);
    if (!view) return null;
    const atEpochMs = this.house.nowEpochMs();
    const row = {
      entryId: 'typed',
      kind: this.kind,
      subjectId: tankId,
      atEpochMs,
      nightOn: nightOn({ atEpochMs, zone: this.house.zone() }),
      sequence: Infinity,
      payload,
    } as unknown as GateRow;
    return mayWrite(row, this.factsOf(view)).map(({ field, ask, final, reason }) => {
      const text = gateWords(speech(), reason, this.known.nameOf);
      return { field, ask, final, text, alone: alone(text) };
    });
  }
  private factsOf(view: GateView): GateFacts {
    return { ...view, care: careKnowledge, kinds: this.known.kinds() } as unknown as GateFacts;
  }
}
