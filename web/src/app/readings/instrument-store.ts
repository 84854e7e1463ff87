import { bound } from '../base/speech';
import { computed, inject, Injectable } from '@angular/core';
import { instrumentWarnings, type Calibration, type Instrument, type InstrumentWarning } from '#core/readings';
import type { InstrumentPayload } from '#contracts/book';
import { instrumentWords } from '#words/readings';
import { HouseStore } from '../base/house-store';
import { DiaryWatch } from '../base/scribe';

export interface OwnedInstrument {
  instrument: Instrument;
  payload: InstrumentPayload;
  calibrations: Calibration[];
  warnings: InstrumentWarning[];
}

/** The kits and pens of the house with what speaks against each tonight. */
@Injectable()
export class InstrumentStore {
  private readonly house = inject(HouseStore);
  private readonly diary = new DiaryWatch(['instrument', 'calibration']);
  constructor() {
    this.diary.open();
  }
  readonly loaded = this.diary.loaded;
  readonly answered = this.diary.answered;
  readonly all = computed((): OwnedInstrument[] => {
    const on = this.house.house()?.nightOn ?? '1970-01-01';
    const newest = new Map(this.diary.of('instrument').map((i) => [i.subjectId, i.payload]));
    return [...newest]
      .map(([id, payload]) => {
        const calibrations = this.diary
          .of('calibration')
          .filter((c) => c.subjectId === id)
          .map((c): Calibration => ({
            on: c.nightOn,
            parameter: c.payload.parameter,
            standardValue: c.payload.standardValue,
            // Set right after that: what it shows from then on is the standard.
            shownValue: c.payload.adjusted ? c.payload.standardValue : c.payload.shownValue,
          }));
        const instrument: Instrument = { id, ...payload };
        return { instrument, payload, calibrations, warnings: instrumentWarnings(instrument, { on, calibrations }) };
      })
      .sort((a, b) => a.instrument.name.localeCompare(b.instrument.name));
  });
  readonly inUse = computed(() => this.all().filter((i) => !i.payload.retired));
  readonly byId = computed(() => new Map(this.all().map((i) => [i.instrument.id, i.instrument])));
  /** What to mark a reading with, by instrument. */
  readonly doubts = computed(
    () =>
      new Map(
        this.all().flatMap(({ instrument, warnings }) => {
          const doubt = warnings
            .filter((w) => w.doubtful)
            .map(bound(instrumentWords))
            .join(' ');
          return doubt === '' ? [] : [[instrument.id, doubt.slice(0, 200)] as const];
        }),
      ),
  );
}
