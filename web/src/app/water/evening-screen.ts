import { bound, speech } from '../base/speech';
import { NgTemplateOutlet } from '@angular/common';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { amountRead } from '#core/units';
import { beginnings, eveningPlan } from '#core/water';
import type { WorksPayload } from '#contracts/book';
import type { FortnightView } from '#contracts/water';
import { bearsWords, eveningWords, tonightReasonWords, waitWords, waterPages } from '#words/water';
import { amountPlainly, amountFigure } from '#words/units';
import { Api, ApiProblem } from '../base/api';
import { HouseStore } from '../base/house-store';
import { Scribe } from '../base/scribe';
import { SourcesStore } from '../sources';
import { faultsText, plainRefusal } from '../ui/refusals';
import { figure, nightText } from '../ui/words';
import { WaterNav } from '../ui/water-nav';
import { WaterStore } from './water-store';
import { DrumCalendar } from './drum-calendar';
import { WeekStrip } from './week-strip';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, UnitNamePipe, UnitWordPipe } from '../ui/amount';
import { Field } from '../ui/field';

const weekdays = [
  { day: 1, word: 'Mon' },
  { day: 2, word: 'Tue' },
  { day: 3, word: 'Wed' },
  { day: 4, word: 'Thu' },
  { day: 5, word: 'Fri' },
  { day: 6, word: 'Sat' },
  { day: 7, word: 'Sun' },
] as const;
const solverSeconds = '8';

/** Tonight’s buckets in plain terms: what to mix, which tanks, what may wait and why; and the fourteen nights behind it. */
@Component({
  selector: 'nl-evening',
  imports: [
    Field,
    UnitWordPipe,
    AmountPipe,
    InUnit,
    UnitNamePipe,
    NgTemplateOutlet,
    FormsModule,
    RouterLink,
    WaterNav,
    DrumCalendar,
    WeekStrip,
    ButtonDirective,
    Checkbox,
    InputText,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './evening-screen.html',
  styles: `
    .plainly {
      font-size: 1.35rem;
      margin: 0.4rem 0;
    }
    section {
      margin: 1.2rem 0;
    }
    .right {
      text-align: right;
    }
    .tanks li {
      display: grid;
      grid-template-columns: minmax(150px, 1.2fr) 70px minmax(90px, 0.8fr) minmax(200px, 3fr) 90px;
      gap: 0 1rem;
      align-items: center;
      min-height: 46px;
      border-bottom: 1px solid var(--line);
    }
    .pick {
      display: flex;
      gap: 0.5rem;
      align-items: center;
      min-height: 44px;
    }
    .pick input {
      width: 22px;
      height: 22px;
    }
    .do {
      text-align: right;
    }
    h2 {
      margin-top: 1rem;
    }
    .plain {
      margin-top: 0.5rem;
    }
    .closed {
      opacity: 0.75;
    }
    .nights th {
      white-space: nowrap;
    }
    .works {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
      gap: 0.7rem 1rem;
      align-items: end;
      max-width: 900px;
    }
    .works h2,
    .wide {
      grid-column: 1 / -1;
    }
    .day {
      display: inline-flex;
      gap: 0.3rem;
      align-items: center;
      min-height: 44px;
      margin-right: 1rem;
    }
    .day input {
      width: 20px;
      height: 20px;
    }
    @media (max-width: 640px) {
      .tanks li {
        grid-template-columns: 1fr auto;
        padding: 0.4rem 0;
      }
      .tanks li .small {
        grid-column: 1 / -1;
      }
      .do {
        grid-column: 1 / -1;
        text-align: left;
        min-height: 44px;
        display: flex;
        align-items: center;
      }
    }
  `,
})
export class EveningScreen {
  protected readonly say = waterPages;
  protected readonly store = inject(WaterStore);
  private readonly api = inject(Api);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly sources = inject(SourcesStore);
  protected readonly weekdays = weekdays;
  /** Tanks picked by hand; null where the plan decides. */
  protected readonly chosen = signal<ReadonlySet<string> | null>(null);
  /** A long list that is folded away is drawn when it is opened. */
  protected readonly restOpen = signal(false);
  protected readonly fewTanks = 40;
  protected readonly byHand = computed(() => this.chosen() !== null);
  protected readonly fortnight = signal<FortnightView | null>(null);
  protected readonly fortnightFault = signal('');
  protected readonly planning = signal(false);
  protected readonly works = signal<WorksPayload | null>(null);
  protected readonly drumsText = signal('');
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly said = signal('');
  protected readonly view = this.store.evening;

  constructor() {
    this.store.loadEvening();
    this.sources.load();
  }
  private readonly result = computed(() => {
    const view = this.view();
    if (!view) return null;
    const { tanks, waters, untilHours } = view;
    const { works } = view;
    const chosen = this.chosen();
    return eveningPlan({ tanks, waters, works, untilHours, ...(chosen ? { chosen } : {}) });
  });
  protected readonly plan = computed(() => {
    const result = this.result();
    return result?.ok ? result.value : null;
  });
  protected readonly waiting = computed(() => {
    const all = this.plan()?.waiting ?? [];
    return { due: all.filter((w) => w.due), rest: all.filter((w) => !w.due) };
  });
  protected readonly refusal = computed(() => {
    const result = this.result();
    return result && !result.ok ? plainRefusal(result.refusal) : '';
  });
  protected sumText = bound(eveningWords);
  protected whyNow = tonightReasonWords;
  protected whyWaits = bound(waitWords);
  protected bears = bearsWords;
  protected litres = (value: number): string => amountFigure(speech(), 'volume', value, value < 100 ? 1 : 0);
  protected canonical = (value: number): string => figure(value, 1);
  protected hours = (value: number): string =>
    value < 1 ? `${Math.ceil(value * 60)} minutes` : `${value.toFixed(1)} hours`;
  protected waterName = (id: string): string => this.view()?.waters.find((w) => w.waterId === id)?.name ?? '';
  protected stepOf(tankId: string): string {
    const sequence = this.view()?.tanks.find((t) => t.tankId === tankId)?.sequence;
    return sequence ? ` (step ${sequence.stepIndex} of ${sequence.stepsCount})` : '';
  }
  protected doParams({
    tankId,
    waterId,
    changeL,
  }: {
    tankId: string;
    waterId: string;
    changeL: number;
  }): Record<string, string> {
    const sequence = this.view()?.tanks.find((t) => t.tankId === tankId)?.sequence;
    return {
      tank: tankId,
      water: waterId,
      changeL: (Math.round(changeL * 10) / 10).toString(),
      ...(sequence ? { sequence: sequence.sequenceId } : {}),
    };
  }
  protected leaveOut(tankId: string): void {
    this.chosen.set(new Set((this.plan()?.changes ?? []).map((c) => c.tankId).filter((id) => id !== tankId)));
  }
  protected takeIn(tankId: string): void {
    this.chosen.set(new Set([...(this.plan()?.changes ?? []).map((c) => c.tankId), tankId]));
  }

  protected nightName(index: number): string {
    const on = this.house.house()?.nightOn;
    if (index === 0) return 'tonight';
    if (!on) return `in ${index} nights`;
    return nightText(speech(), on, index);
  }
  protected readonly fortnightText = computed(() => {
    const f = this.fortnight();
    if (!f) return '';
    const gap = Math.round(100 * f.gapFraction);
    const less = f.greedyCostValue > 0 ? Math.round((100 * (f.greedyCostValue - f.costValue)) / f.greedyCostValue) : 0;
    const sure = f.gapFraction <= 0.02 ? waterPages.noPlanIsBetterBy : waterPages.theSolverHadNoMore(gap);
    const beside = less > 0 ? waterPages.waitingCostsLessThanBy(less) : waterPages.takingEachEveningWhatIs;
    return waterPages.workedOutInS(sure, beside, (f.tookMs / 1000).toFixed(1));
  });
  /** Drums in which something stands, and until when. */
  protected readonly taken = computed(() =>
    (this.view()?.works.drums ?? []).flatMap(({ name, holds, freeAtDay }) =>
      holds === undefined || freeAtDay === undefined
        ? []
        : [{ name, holds, free: freeAtDay > 28 ? waterPages.noTankTakesIt : `free ${this.nightName(freeAtDay)}` }],
    ),
  );
  protected readonly early = computed(() => {
    const [f, view] = [this.fortnight(), this.view()];
    return f && view ? beginnings({ nights: f.nights, waters: view.waters }) : [];
  });
  protected beginText(inHours: number | null): string {
    if (inHours === null) return '';
    if (inHours < 0.25) return 'now';
    return inHours < 1 ? `within ${Math.round(inHours * 60)} min` : `within ${figure(inHours, 1)} h`;
  }
  protected planFortnight(): void {
    this.planning.set(true);
    this.fortnightFault.set('');
    this.api.call('fortnight', { query: { seconds: solverSeconds } }).subscribe({
      next: (plan) => {
        this.fortnight.set(plan);
        this.planning.set(false);
      },
      error: (error: unknown) => {
        this.fortnightFault.set(error instanceof ApiProblem ? error.problem.title : waterPages.thatDidNotWork);
        this.planning.set(false);
      },
    });
  }

  protected editWorks(): void {
    const view = this.view();
    if (!view) return;
    const { known, drums, ...works } = view.works;
    const named = drums.map(({ name, volumeL }) => ({ name, volumeL }));
    const started: WorksPayload = known
      ? { ...works, drums: named }
      : { ...works, drums: named, madeLPerH: 5, storesL: 60, storedL: 30, wasteRatio: 3, eveningMinutes: 90 };
    this.works.set(started);
    this.drumsText.set(
      started.drums
        .map((d) => `${d.name} ${amountPlainly(speech(), 'volume', d.volumeL).replace(' L', '')}`)
        .join(', '),
    );
  }
  protected setWorks(part: Partial<WorksPayload>): void {
    this.works.update((w) => (w ? { ...w, ...part } : w));
  }
  protected toggleDay(day: number, on: boolean): void {
    this.works.update((w) =>
      w ? { ...w, evenings: on ? [...w.evenings, day].sort() : w.evenings.filter((d) => d !== day) } : w,
    );
  }
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected readonly worksFault = computed(() => faultsText(this.faults()));
  protected async saveWorks(): Promise<void> {
    const works = this.works();
    const subjectId = this.view()?.unitSourceId;
    if (!works) return;
    if (!subjectId) {
      this.faults.set(new Map([['', waterPages.thereIsNoSourceOf]]));
      return;
    }
    const drums = drumsFrom(this.drumsText());
    if (!drums) {
      this.faults.set(new Map([['drums', waterPages.eachNeedsANameAnd]]));
      return;
    }
    const written = await this.scribe.write(
      [this.scribe.entry('works', subjectId, { ...works, drums })],
      waterPages.theUnitAndTheDrums,
    );
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (written.kept) this.works.set(null);
  }
}

/** `tall drum 150, small can 20` as drums; null where one has no litres. Decimal commas inside a number are understood. */
export function drumsFrom(text: string): { name: string; volumeL: number }[] | null {
  const parts = text
    .split(/[,;](?!\d)/)
    .map((p) => p.trim())
    .filter((p) => p !== '');
  const drums = parts.map((part) => {
    const found = /^(.+?)\s+(\d+(?:[.,]\d+)?\s*(?:L|l|litres|(?:US |imp )?gal(?:lons?)?)?)$/.exec(part);
    const volumeL = amountRead(found?.[2] ?? '', { quantityId: 'volume', units: speech().units });
    return found?.[1] && typeof volumeL === 'number' ? { name: found[1], volumeL } : null;
  });
  return drums.some((d) => d === null) ? null : (drums as { name: string; volumeL: number }[]);
}
