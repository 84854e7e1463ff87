import { minuteMs } from '#core/units';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import type { Interval, ParameterId } from '#core/readings';
import { acclimationParameters, acclimationProgress, plannedFraction, type AcclimationProgress } from '#core/stock';
import type { AcclimationPayload } from '#contracts/book';
import { stockPages } from '#words/stock';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { parameterLabel, parameterShort, quantityOf } from '../ui/kind-words';
import { StockStore } from './stock-store';
import { InUnit } from '../ui/in-unit';
import { Field } from '../ui/field';

type Started = Extract<AcclimationPayload, { step: 'started' }>;
export interface Drip {
  arrivalId: string;
  tankId: string;
  startedEpochMs: number;
  plan: Started;
  elapsedMinutes: number;
  /** What the plan's own filling should have covered by now. */
  plannedFraction: number;
  progress: AcclimationProgress | null;
}

/** Drips that run: the plan's share and, once measured, the share of each difference; read from the book, so a reload changes nothing. */
@Component({
  selector: 'nl-drip-timers',
  imports: [Field, InUnit, FormsModule, ButtonDirective, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (d of drips(); track d.arrivalId) {
      <section class="drip" [attr.aria-label]="say.dripInto(tankName(d.tankId))">
        <h2>
          {{ say.dripping(tankName(d.tankId)) }}
          <span class="num quiet">{{ say.ofMin(minutes(d), d.plan.durationMinutes) }}</span>
        </h2>
        <progress
          [value]="d.plannedFraction"
          max="1"
          [attr.aria-label]="say.byThePlanCovered(percent(d.plannedFraction))"></progress>
        <p>
          {{ say.byThePlan }} <span class="num">{{ percent(d.plannedFraction) }} %</span>
          {{ say.ofTheDifferenceIsCovered }}
          @if (d.progress; as p) {
            {{ say.measured }}
            @for (x of p.byParameter; track x.parameter) {
              @if (x.coveredFraction !== null) {
                <span class="part"
                  >{{ short(x.parameter) }} <span class="num">{{ percent(x.coveredFraction) }} %</span></span
                >
              }
            }
            @if (p.done) {
              <strong>{{ say.broughtOverNetThemAcross }}</strong>
            } @else if (p.needs.length > 0) {
              <span class="quiet">{{ say.notDoneBeforeIsMeasured(labels(p.needs)) }}</span>
            }
          } @else {
            <span class="quiet">{{ say.measureTheBoxToKnow }}</span>
          }
        </p>
        <form class="row" (ngSubmit)="measure(d)">
          @for (p of parameters; track p) {
            <nl-field [name]="say.inTheBox(short(p))"
              ><input
                pInputText
                [nlIn]="quantityOf(p)"
                [name]="p"
                [ngModel]="texts()[d.arrivalId + p]"
                (ngModelChange)="set(d.arrivalId + p, $event)"
            /></nl-field>
          }
          <button pButton class="plain">{{ say.measuredHead }}</button>
          <button pButton type="button" class="go" (click)="end(d, true)">{{ say.theyAreOver }}</button><button
            pButton
            type="button"
            class="asText"
            (click)="end(d, false)">
            {{ say.brokenOff }}
          </button>
        </form>
        <p class="caution small">{{ say.runningWaterLookAtBox }}</p>
      </section>
    }
    <p role="status" class="quiet">{{ said() }}</p>
  `,
  styles: `
    .drip {
      border-left: 4px solid var(--amber);
      padding: 0.4rem 0.9rem;
      margin-bottom: 1rem;
      background: var(--wash);
    }
    progress {
      width: 100%;
      accent-color: var(--water);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.6rem;
      align-items: end;
    }
    .row :is(label, nl-field) {
      width: 120px;
    }
    .part {
      margin: 0 0.9em 0 0.2em;
    }
  `,
})
export class DripTimers {
  protected readonly say = stockPages;
  protected quantityOf = quantityOf;
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly store = inject(StockStore);
  private readonly diary = new DiaryWatch(['acclimation']);
  private readonly nowEpochMs = signal(0);
  protected readonly parameters = acclimationParameters;
  protected readonly texts = signal<Record<string, number | null>>({});
  protected readonly said = signal('');
  constructor() {
    this.diary.open();
    const tick = (): void => {
      this.nowEpochMs.set(Date.parse(this.house.nowIso()));
    };
    tick();
    const timer = setInterval(tick, 5000);
    inject(DestroyRef).onDestroy(() => {
      clearInterval(timer);
    });
  }
  protected readonly drips = computed(() => dripsFrom(this.diary.of('acclimation'), this.nowEpochMs()));
  protected tankName = (id: string): string => this.store.stockOf(id)?.tank.name ?? 'a tank';
  protected minutes = (d: Drip): number => Math.floor(d.elapsedMinutes);
  protected percent = (share: number): number => Math.round(share * 100);
  protected short = parameterShort;
  protected labels = (ids: readonly string[]): string => ids.map(parameterLabel).join(' and ');
  protected set(key: string, value: number | null): void {
    this.texts.update((all) => ({ ...all, [key]: value }));
  }
  protected async measure(d: Drip): Promise<void> {
    const now = Object.fromEntries(
      acclimationParameters.flatMap((p): [string, Interval][] => {
        const value = this.texts()[d.arrivalId + p];
        return typeof value === 'number' ? [[p, { lo: value, hi: value }]] : [];
      }),
    );
    const entry = this.scribe.entry('acclimation', d.tankId, { step: 'measured', arrivalId: d.arrivalId, now });
    this.said.set((await this.scribe.write([entry], stockPages.measuredInTheBox)).said);
  }
  protected async end(d: Drip, done: boolean): Promise<void> {
    const entry = this.scribe.entry('acclimation', d.tankId, { step: 'ended', arrivalId: d.arrivalId, done });
    this.said.set(
      (await this.scribe.write([entry], done ? stockPages.broughtOverDripHoseOut : stockPages.dripBrokenOff)).said,
    );
  }
}

/** Drips begun and not ended, with their progress at a time; later measurements lie over earlier ones. */
export function dripsFrom(
  entries: readonly { subjectId: string; atEpochMs: number; payload: AcclimationPayload }[],
  nowEpochMs: number,
): Drip[] {
  const ended = new Set(entries.flatMap(({ payload }) => (payload.step === 'ended' ? [payload.arrivalId] : [])));
  return entries.flatMap(({ subjectId, atEpochMs, payload }): Drip[] => {
    if (payload.step !== 'started' || ended.has(payload.arrivalId)) return [];
    const elapsedMinutes = Math.max(0, (nowEpochMs - atEpochMs) / minuteMs);
    const now: Partial<Record<ParameterId, Interval>> = {};
    for (const { payload: later } of entries)
      if (later.step === 'measured' && later.arrivalId === payload.arrivalId) Object.assign(now, later.now);
    const { bagL, boxL, rateLPerH, bag, tank, bearing } = payload;
    return [
      {
        arrivalId: payload.arrivalId,
        tankId: subjectId,
        startedEpochMs: atEpochMs,
        plan: payload,
        elapsedMinutes,
        plannedFraction: plannedFraction({ bagL, boxL, rateLPerH, elapsedMinutes }),
        progress: Object.keys(now).length === 0 ? null : acclimationProgress({ bag: bag, now, tank: tank, bearing }),
      },
    ];
  });
}
