import { computed, inject, Injectable, signal } from '@angular/core';
import {
  parameterIds,
  readByInstrument,
  unitShownBy,
  type Instrument,
  type LedgerInput,
  type ParameterId,
} from '#core/readings';
import type { ReadingValue } from '#contracts/book';
import { Outbox } from '../base/outbox';
import type { BenchDraft } from './bench-entries';
import { keepersUnitWritten } from './understanding';
import { InstrumentStore, type OwnedInstrument } from './instrument-store';

export const benchDraftId = 'bench';
type Chosen = BenchDraft['instruments'];

/** The instrument a parameter is read with: the one chosen, none where that was chosen, else the first that measures it. */
export function instrumentFor(
  owned: readonly OwnedInstrument[],
  { chosen, parameter }: { chosen: Chosen; parameter: ParameterId },
): Instrument | undefined {
  // What stands in one tank for good measures no other.
  const fit = owned.filter((o) => o.payload.tankId === undefined && o.instrument.parameters.includes(parameter));
  const wanted = chosen[parameter];
  if (wanted === '') return undefined;
  return (fit.find((o) => o.instrument.id === wanted) ?? fit[0])?.instrument;
}

/** With what the evening is read, as it was chosen on the bench: the ledger line and the form of one tank keep to it. */
@Injectable()
export class ReadWith {
  private readonly owned = inject(InstrumentStore);
  private readonly outbox = inject(Outbox);
  private readonly chosen = signal<Chosen>({});
  private readonly draftRead = signal(false);
  /** What the house owns and what was chosen are known, or cannot be: a figure read before would lose its kit. */
  readonly told = computed(() => this.owned.answered() && this.draftRead());
  constructor() {
    void this.outbox.draft(benchDraftId).then((text) => {
      if (text) this.chosen.set((JSON.parse(text) as Partial<BenchDraft>).instruments ?? {});
      this.draftRead.set(true);
    });
  }
  of(parameter: ParameterId): Instrument | undefined {
    return instrumentFor(this.owned.inUse(), { chosen: this.chosen(), parameter });
  }
  choices(parameter: ParameterId): readonly OwnedInstrument[] {
    return this.owned
      .inUse()
      .filter((o) => o.payload.tankId === undefined && o.instrument.parameters.includes(parameter));
  }
  /** Chosen here, chosen on the bench: the evening has one pen in hand. */
  async choose(parameter: ParameterId, instrumentId: string): Promise<void> {
    this.chosen.update((c) => ({ ...c, [parameter]: instrumentId }));
    const text = await this.outbox.draft(benchDraftId);
    const draft = text ? (JSON.parse(text) as Partial<BenchDraft>) : {};
    await this.outbox.keepDraft(benchDraftId, JSON.stringify({ ...draft, instruments: this.chosen() }));
  }
  /** As the ledger line wants to know it. */
  readonly instruments = computed((): NonNullable<LedgerInput['instruments']> => {
    const all: NonNullable<LedgerInput['instruments']> = {};
    for (const id of parameterIds) {
      const instrument = this.of(id);
      const shown = instrument ? unitShownBy(instrument, id) : '';
      const keepers = keepersUnitWritten(id);
      // A bare figure is what the instrument shows; where that says no unit, in the keeper's own.
      if (shown === '' && keepers !== '') all[id] = { unit: keepers };
      else if (instrument) all[id] = { readBy: readByInstrument(instrument), unit: shown };
    }
    return all;
  });
  /** A value as the book keeps it, with what it was read with and what speaks against that. */
  marked(value: ReadingValue): ReadingValue {
    const instrument = this.of(value.parameter);
    if (!instrument) return value;
    const doubt = this.owned.doubts().get(instrument.id);
    return { ...value, instrumentId: instrument.id, ...(doubt === undefined ? {} : { doubt }) };
  }
}
