import { nightOn } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { brokenWeight, traceContacts, traceDayOf, type Traced } from '#core/care';
import { wayWords, carePages } from '#words/care';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { faultsText } from '../ui/refusals';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { Table, type TableColumn } from '../ui/table';
import { dateText } from '../ui/words';
import { CareChanges } from './care-changes';
import { careDiaryKinds, careOfHouse, contactsOfHouse } from './care-book';
import { CareNav } from './care-nav';
import { InUnit } from '../ui/in-unit';

/** How far back, by what it may be; water below 20 °C doubles the first. */
const windows = [
  { days: 14, word: carePages.whiteSpotCostiaColumnaris14 },
  { days: 28, word: carePages.flukesVelvetOrCoolWater },
  { days: 60, word: 'virus: 60 days' },
  { days: 90, word: carePages.camallanusWormsAndParasitesOf },
  { days: 365, word: carePages.tuberculosisAYear },
] as const;
interface Row extends Traced {
  side: string;
  way: string;
}
const [lanePx, leftPx, widthPx] = [30, 130, 760];

/** Who may have given it, and who may have got it: a picture of dated contacts, and a list by risk. */
@Component({
  selector: 'nl-trace',
  imports: [InUnit, FormsModule, RouterLink, ButtonDirective, InputText, Choice, Option, Field, Table, CareNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-care-nav />
    <h1>{{ say.whoTouchedWhom }}</h1>
    <div class="row">
      <nl-field [name]="say.illIs"
        ><nl-choice name="sick" [ngModel]="sick()" (ngModelChange)="sick.set($event)">
          <nl-option value="" disabled [word]="say.choose" />
          @for (s of stock.stocked(); track s.tank.tankId) {
            <nl-option [value]="s.tank.tankId" [word]="s.tank.name" />
          }</nl-choice
      ></nl-field>
      <nl-field [name]="say.firstSignDaysAgo"
        ><input
          pInputText
          nlIn
          name="daysAgo"
          min="0"
          max="3650"
          [ngModel]="daysAgo()"
          (ngModelChange)="daysAgo.set($event)"
      /></nl-field>
      <nl-field [name]="say.itMayBe"
        ><nl-choice name="window" [ngModel]="windowDays()" (ngModelChange)="windowDays.set($event)">
          @for (w of windows; track w.days) {
            <nl-option [value]="w.days" [word]="w.word" />
          }</nl-choice
      ></nl-field>
    </div>
    @if (sick()) {
      @if (rows().length > 0) {
        <p>{{ summary() }}</p>
        <svg
          [attr.viewBox]="'0 0 ' + widthPx + ' ' + heightPx()"
          class="picture"
          role="img"
          [attr.aria-label]="summary()">
          @for (l of lanes(); track l.id) {
            <text x="0" [attr.y]="l.y + 4" [class.ill]="l.id === sick()">{{ l.name }}</text>
            <line [attr.x1]="leftPx" [attr.x2]="widthPx" [attr.y1]="l.y" [attr.y2]="l.y" class="lane" />
          }
          <line [attr.x1]="signX()" [attr.x2]="signX()" y1="6" [attr.y2]="heightPx() - 22" class="sign" />
          <text [attr.x]="signX()" [attr.y]="heightPx() - 6" text-anchor="middle">{{ say.firstSign }}</text>
          @for (s of strokes(); track s.key) {
            <line [attr.x1]="s.x" [attr.x2]="s.x" [attr.y1]="s.from" [attr.y2]="s.to" [class]="s.kind" />
            <circle [attr.cx]="s.x" [attr.cy]="s.to" r="4" [class]="s.kind" />
          }
        </svg>
        <p class="small quiet">
          {{ say.timeRunsToTheRight }}
        </p>
        <nl-table [name]="say.byRisk" [columns]="columns" [rows]="rows()" />
        @if (toWatch().length > 0) {
          <section [attr.aria-label]="say.watchTheExposed">
            <h2>{{ say.watchTheExposed }}</h2>
            <p class="small">
              {{ say.aWatchGivesATank }}
            </p>
            @for (w of toWatch(); track w.tankId) {
              <div class="row">
                <span>{{ say.risk(w.name, w.risk) }}</span>
                <button pButton type="button" class="plain" (click)="watch([w])">
                  {{ w.penId ? say.beginItsClockAnew : say.watchIt }}<span class="visuallyHidden"> {{ w.name }}</span>
                </button>
              </div>
            }
            @if (toWatch().length > 1) {
              <button pButton type="button" class="go" (click)="watch(toWatch())">
                {{ say.all(toWatch().length) }}
              </button>
            }
          </section>
        }
        <p role="status" class="quiet">{{ said() }}</p>
        <p class="small">
          {{ say.theIllTankLastOn }}
          <a routerLink="/care">{{ say.whatIsUnderWay }}</a>
        </p>
      } @else {
        <p class="quiet">
          {{ diary.loaded() ? say.noContactOfThisTank : say.readingTheBook }}
        </p>
      }
    }
    <p class="small quiet">
      {{ say.weightsAnimals1WaterWet }}
    </p>
  `,
  styleUrl: './care-screen.scss',
  styles: `
    .picture {
      width: 100%;
      max-width: 860px;
      display: block;
    }
    text {
      fill: var(--ink);
      font-size: 13px;
    }
    .ill {
      font-weight: 700;
      fill: var(--act);
    }
    .lane {
      stroke: var(--line);
    }
    .sign {
      stroke: var(--act);
      stroke-dasharray: 2 3;
    }
    .aside {
      stroke: var(--quiet);
      fill: var(--quiet);
      opacity: 0.5;
    }
    .onWay {
      stroke: var(--amber);
      fill: var(--amber);
      stroke-width: 2.5;
    }
    .broken {
      stroke: var(--settled);
      fill: var(--settled);
      stroke-dasharray: 3 3;
    }
  `,
})
export class TraceScreen {
  protected readonly say = carePages;
  readonly tank = input<string>();
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch([...careDiaryKinds]);
  private readonly water = new CareChanges();
  protected readonly said = signal('');
  protected readonly windows = windows;
  protected readonly leftPx = leftPx;
  protected readonly widthPx = widthPx;
  protected readonly sick = signal('');
  protected readonly daysAgo = signal<number | null>(0);
  protected readonly windowDays = signal<number>(28);
  constructor() {
    this.stock.load();
    this.diary.open();
    effect(() => {
      const tank = this.tank();
      untracked(() => {
        if (tank !== undefined) this.sick.set(tank);
      });
    });
  }
  private readonly nameOf = (id: string): string => this.stock.stockOf(id)?.tank.name ?? 'a tank';
  private readonly contacts = computed(() => contactsOfHouse(this.diary.entries(), this.water.chains()));
  private readonly signDay = computed(() => traceDayOf(this.house.nowEpochMs()) - (this.daysAgo() ?? 0));
  private readonly traced = computed(() => {
    const sick = this.sick();
    if (sick === '' || this.daysAgo() === null) return null;
    const said = traceContacts({
      contacts: this.contacts().map(({ from, to, kind, broken, atDay }) => ({ from, to, kind, broken, atDay })),
      sick,
      firstSignDay: this.signDay(),
      windowDays: this.windowDays(),
    });
    return said.ok ? said.value : null;
  });
  protected readonly rows = computed((): Row[] => {
    const traced = this.traced();
    const wayOf = (t: Traced): string =>
      t.contactIndices
        .flatMap((i) => this.contacts()[i] ?? [])
        .map(
          (c) =>
            `${wayWords[c.kind]}${c.broken === true ? ' (disinfected)' : ''}, ${dateText(speech(), c.atEpochMs, this.house.zone())}`,
        )
        .join('; ');
    return traced
      ? [
          ...traced.sources.map((t) => ({ ...t, side: carePages.mayHaveGivenIt, way: wayOf(t) })),
          ...traced.exposed.map((t) => ({ ...t, side: carePages.mayHaveGotIt, way: wayOf(t) })),
        ]
      : [];
  });
  /** Open quarantines by tank, with the day of the last contact that they know of. */
  private readonly pens = computed(() => {
    const { quarantines } = careOfHouse(this.diary.entries(), { house: this.house, stock: this.stock });
    return new Map(quarantines.flatMap((q) => (q.left === null ? [[q.tankId, q] as const] : [])));
  });
  private readonly today = computed(() => nightOn({ atEpochMs: this.house.nowEpochMs(), zone: this.house.zone() }));
  /** Who may have got it by more than a broken contact, and is not watched since today. */
  protected readonly toWatch = computed(() =>
    (this.traced()?.exposed ?? []).flatMap((t) => {
      const pen = this.pens().get(t.tank);
      const known = pen?.clock?.clockStartOn === this.today() || pen?.openedOn === this.today();
      return t.risk > brokenWeight && !known
        ? [{ tankId: t.tank, name: this.nameOf(t.tank), risk: t.risk.toFixed(2), penId: pen?.quarantineId ?? null }]
        : [];
    }),
  );
  protected async watch(exposed: readonly { tankId: string; penId: string | null }[]): Promise<void> {
    const note = `touched by ${this.nameOf(this.sick())}`.slice(0, 500);
    const on = this.today();
    const written = await this.scribe.write(
      exposed.map(({ tankId, penId }) =>
        this.scribe.entry(
          'quarantine',
          tankId,
          penId === null
            ? { step: 'opened', school: 'observe', reason: 'exposed', on, note }
            : { step: 'noted', quarantineId: penId, event: 'wet-contact', on, note },
        ),
      ),
      exposed.length === 1 ? 'The watch' : `${exposed.length} watches`,
    );
    this.said.set(written.kept ? written.said : faultsText(written.faults));
  }
  protected readonly summary = computed(() => {
    const traced = this.traced();
    return traced
      ? carePages.mayHaveGivenItTo(traced.sources.length, this.nameOf(this.sick()), traced.exposed.length)
      : '';
  });
  protected readonly columns: readonly TableColumn<Row>[] = [
    { head: 'Tank', text: (r) => this.nameOf(r.tank) },
    { head: 'It', text: (r) => r.side },
    { head: 'Risk', text: (r) => r.risk.toFixed(2), sortBy: (r) => r.risk, figures: true },
    { head: carePages.byWhichWay, text: (r) => `${r.path.map(this.nameOf).join(' → ')}: ${r.way}` },
  ];
  protected readonly lanes = computed(() => {
    const ids = [...new Set([this.sick(), ...this.rows().map((r) => r.tank)])];
    return ids.map((id, i) => ({ id, name: this.nameOf(id), y: 18 + i * lanePx }));
  });
  protected readonly heightPx = computed(() => this.lanes().length * lanePx + 34);
  private readonly span = computed(() => {
    const from = this.signDay() - this.windowDays();
    return { from, to: Math.max(this.signDay() + 1, traceDayOf(this.house.nowEpochMs())) };
  });
  private readonly xOf = (day: number): number => {
    const { from, to } = this.span();
    return leftPx + 10 + ((day - from) / Math.max(1, to - from)) * (widthPx - leftPx - 40);
  };
  protected readonly signX = computed(() => this.xOf(this.signDay()));
  protected readonly strokes = computed(() => {
    const onWay = new Set(this.rows().flatMap((r) => r.contactIndices));
    const yOf = new Map(this.lanes().map((l) => [l.id, l.y]));
    return this.contacts().flatMap((c, i) => {
      const [from, to] = [yOf.get(c.from), yOf.get(c.to)];
      if (from === undefined || to === undefined || c.atDay < this.span().from) return [];
      const kind = c.broken === true ? 'broken' : onWay.has(i) ? 'onWay' : 'aside';
      return [{ key: i, x: this.xOf(c.atDay), from, to, kind }];
    });
  });
}
