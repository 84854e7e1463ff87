import { minuteMs } from '#core/units';
import { handsPages } from '#words/hands';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import {
  afterTrims,
  learntTrimMinutes,
  roundsUntilShaping,
  trimDue,
  trimOpens,
  type TrimOpens,
  type TrimSession,
} from '#core/stock';
import { closedMiddle } from '#core/readings';
import { trimOpensWords, trimWords } from '#words/stock';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { FolioStore } from '../tonight';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { InUnit } from '../ui/in-unit';
import { dateText } from '../ui/words';
import { HandsNav } from './hands-nav';
import { WhyNot } from '../ui/why';

const clockId = (tankId: string): string => `trim-began-${tankId}`;

/** A session with the scissors: what is due, how by its habit, tops and cuttings, minutes, and when next. */
@Component({
  selector: 'nl-trim',
  imports: [WhyNot, ButtonDirective, Checkbox, Choice, Field, FormsModule, HandsNav, InUnit, InputText, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-hands-nav />
    <h1>{{ say.plants }}</h1>
    <p class="caution small">
      {{ say.sharpScissorsAndGlassOne }}
    </p>
    <div class="row">
      <nl-field [name]="say.tankHead"
        ><nl-choice name="tank" [ngModel]="tankId()" (ngModelChange)="choose($event)">
          <nl-option value="" disabled [word]="say.choose" />
          @for (s of planted(); track s.tank.tankId) {
            <nl-option [value]="s.tank.tankId" [word]="s.tank.name" />
          }</nl-choice
      ></nl-field>
      @if (of()) {
        @if (beganEpochMs() === null) {
          <button pButton type="button" class="plain" (click)="begin()">{{ say.scissorsInHandTheClock }}</button>
        } @else {
          <p class="num">{{ say.minSoFar(ranMinutes()) }}</p>
        }
      }
    </div>
    @if (of()) {
      <p role="status" class="said">{{ said() }}</p>
      @if (fault()) {
        <p class="fault" role="alert">{{ fault() }}</p>
      }
      <ol class="walk">
        @for (p of plants(); track p.kindId) {
          <li class="plant">
            <label class="choice"
              ><p-checkbox
                [autofocus]="false"
                [binary]="true"
                [ngModel]="cut().includes(p.kindId)"
                (onChange)="toggle(p.kindId)"
                [ngModelOptions]="{ standalone: true }" />
              <span
                ><strong class="serif">{{ p.name }}</strong>
                <span class="small" [class.late]="p.due"> {{ p.when }}</span>
                <span class="small quiet"> {{ p.how }}</span></span
              ></label
            >
          </li>
        } @empty {
          <li class="quiet">{{ say.noPlantOfThisTank }}</li>
        }
      </ol>
      @if (plants().length > 0) {
        <div class="row">
          <nl-field [name]="say.topsPutBack"
            ><input
              pInputText
              nlIn
              name="tops"
              min="0"
              max="10000"
              [ngModel]="tops()"
              (ngModelChange)="tops.set($event)"
          /></nl-field>
          <nl-field [name]="say.itTook" unit="min"
            ><input
              pInputText
              nlIn
              name="minutes"
              min="0"
              max="1440"
              [ngModel]="minutes()"
              (ngModelChange)="minutes.set($event)"
          /></nl-field>
          <nl-field [name]="say.cuttingsWentTo"
            ><nl-choice name="to" [ngModel]="toTankId()" (ngModelChange)="toTankId.set($event)">
              <nl-option value="" [word]="say.noOtherTank" />
              @for (s of stock.tanks(); track s.tankId) {
                @if (s.tankId !== tankId()) {
                  <nl-option [value]="s.tankId" [word]="s.name" />
                }
              }</nl-choice
          ></nl-field>
        </div>
        @if (toTankId()) {
          <p class="caution small">
            {{ say.wetPlantsCarryWhatLives }}
          </p>
        }
        <div class="choices" role="group" [attr.aria-label]="say.whatItOpens">
          @for (o of opensList; track o) {
            <label class="choice"
              ><p-checkbox
                [autofocus]="false"
                [binary]="true"
                [ngModel]="opens().includes(o)"
                (onChange)="toggleOpens(o)"
                [ngModelOptions]="{ standalone: true }" />
              {{ opensNames[o] }}</label
            >
          }
        </div>
        <button pButton type="button" class="go" [nlWhy]="[[say.whatWasCut, cut().length === 0]]" (click)="done()">
          {{
            cut().length === 0
              ? say.chooseWhatWasCut
              : cut().length === 1
                ? say.plantIsTrimmed1
                : say.plantsAreTrimmed(cut().length)
          }}
        </button>
        <p class="small">{{ learnt() }}</p>
        @if (followed()) {
          <p class="small">{{ followed() }}</p>
        }
        <p class="small quiet">
          {{ say.theLowestLeavesOffNone }}
        </p>
      }
    } @else {
      <p class="quiet">
        {{ stock.fault() ? say.theTanksCannotBeRead : say.chooseATank }}
      </p>
    }
  `,
  styleUrl: './hands.scss',
  styles: `
    .choices {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem 1.2rem;
    }
    .late {
      color: var(--act);
      font-weight: 700;
    }
    .choice {
      display: flex;
      gap: 0.6rem;
      align-items: center;
      min-height: 44px;
    }
    .plant {
      border-bottom: 1px dashed var(--quiet);
    }
  `,
})
export class TrimScreen {
  protected readonly say = handsPages;
  readonly tank = input<string>();
  protected readonly stock = inject(StockStore);
  private readonly folios = inject(FolioStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly outbox = inject(Outbox);
  private readonly diary = new DiaryWatch(['trim']);
  protected readonly opensList = trimOpens;
  protected readonly opensNames = trimOpensWords;
  protected readonly tankId = signal('');
  protected readonly cut = signal<readonly string[]>([]);
  protected readonly tops = signal<number | null>(null);
  protected readonly minutes = signal<number | null>(null);
  protected readonly opens = signal<readonly TrimOpens[]>([]);
  protected readonly toTankId = signal('');
  protected readonly beganEpochMs = signal<number | null>(null);
  protected readonly said = signal('');
  protected readonly fault = signal('');

  constructor() {
    this.stock.load();
    this.diary.open();
    effect(() => {
      const asked = this.tank();
      untracked(() => {
        if (asked !== undefined) this.choose(asked);
      });
    });
  }
  protected choose(tankId: string): void {
    this.tankId.set(tankId);
    this.cut.set([]);
    this.said.set('');
    this.beganEpochMs.set(null);
    if (tankId === '') return;
    this.folios.open(tankId);
    // The clock of a session outlives the page, and a phone that fell asleep.
    void this.outbox.draft(clockId(tankId)).then((text) => {
      if (this.tankId() === tankId && text) this.beganEpochMs.set(Number(text));
    });
  }
  private keepClock(beganEpochMs: number | null): void {
    this.beganEpochMs.set(beganEpochMs);
    void this.outbox.keepDraft(clockId(this.tankId()), beganEpochMs === null ? '' : String(beganEpochMs));
  }
  protected readonly planted = computed(() =>
    this.stock.stocked().filter((s) => s.residents.some((l) => l.kind.plant !== null)),
  );
  protected readonly of = computed(() => this.stock.stockOf(this.tankId()));
  private readonly sessions = computed((): TrimSession[] =>
    this.diary
      .of('trim')
      .filter((e) => e.subjectId === this.tankId())
      .map(({ atEpochMs, payload }) => ({
        atEpochMs,
        kindId: payload.kindId,
        workMinutes: payload.workMinutes ?? null,
        topsCount: payload.topsCount ?? null,
      })),
  );
  protected readonly plants = computed(() => {
    const of = this.of();
    if (!of) return [];
    const now = this.house.nowEpochMs();
    return of.residents
      .flatMap((l) => {
        const plantedEpochMs = of.tank.events.find((e) => e.kindId === l.kind.id)?.atEpochMs ?? now;
        const due = trimDue({
          kind: l.kind,
          trimsAtEpochMs: this.sessions()
            .filter((s) => s.kindId === l.kind.id)
            .map((s) => s.atEpochMs),
          plantedEpochMs,
          netVolumeL: of.tank.netVolumeL,
        });
        if (!due) return [];
        const rounds = roundsUntilShaping(this.sessions(), l.kind.id);
        return [
          {
            kindId: l.kind.id,
            name: l.kind.commonName,
            due: due.hiEpochMs < now,
            hiEpochMs: due.hiEpochMs,
            when:
              due.hiEpochMs < now
                ? 'due'
                : `due ${dateText(speech(), due.loEpochMs, this.house.zone())} to ${dateText(speech(), due.hiEpochMs, this.house.zone())}`,
            how: `${trimWords[due.habit]}${due.habit === 'stem' && rounds > 0 ? handsPages.topsBackInMoreUntil(rounds, rounds === 1 ? 'round' : 'rounds') : ''}`,
          },
        ];
      })
      .sort((a, b) => a.hiEpochMs - b.hiEpochMs);
  });
  protected readonly learnt = computed(() => {
    const minutes = learntTrimMinutes(this.sessions());
    return minutes === null ? handsPages.howLongItTakesYou : handsPages.aSessionHereTakesYou(Math.round(minutes));
  });
  /** What nitrate did after trims in this tank's own record. */
  protected readonly followed = computed(() => {
    const folio = this.folios.folio();
    if (folio?.tank.tankId !== this.tankId()) return '';
    const readings = (folio.history.no3MgPerL ?? []).flatMap((r) => {
      const middleValue = closedMiddle(r);
      return middleValue === null ? [] : [{ atEpochMs: r.atEpochMs, middleValue }];
    });
    const seen = afterTrims({ trimsAtEpochMs: this.sessions().map((s) => s.atEpochMs), readings });
    return seen
      ? handsPages.seenHereBeforeNotAs(
          seen.higherCount,
          seen.trimsCount,
          Math.round(seen.movedValue) === 0
            ? ''
            : handsPages.theMiddleMgL(seen.movedValue > 0 ? '+' : '−', Math.abs(seen.movedValue).toFixed(0)),
        )
      : '';
  });
  protected readonly ranMinutes = computed(() => {
    const began = this.beganEpochMs();
    return began === null ? 0 : Math.max(0, Math.round((this.house.nowEpochMs() - began) / minuteMs));
  });
  protected begin(): void {
    this.keepClock(this.house.nowEpochMs());
  }
  protected toggle(kindId: string): void {
    this.cut.update((all) => (all.includes(kindId) ? all.filter((k) => k !== kindId) : [...all, kindId]));
  }
  protected toggleOpens(opens: TrimOpens): void {
    this.opens.update((all) => (all.includes(opens) ? all.filter((o) => o !== opens) : [...all, opens]));
  }
  protected async done(): Promise<void> {
    const cut = this.cut();
    if (cut.length === 0) return;
    const ran = this.ranMinutes();
    const workMinutes = this.minutes() ?? (ran > 0 ? ran : null);
    const [tops, to] = [this.tops(), this.toTankId()];
    // Minutes, tops and the other tank belong to the session: they stand once, at its first plant.
    const entries = cut.map((kindId, i) =>
      this.scribe.entry('trim', this.tankId(), {
        kindId,
        ...(i === 0 && workMinutes !== null ? { workMinutes } : {}),
        ...(i === 0 && tops !== null ? { topsCount: tops } : {}),
        ...(i === 0 && to !== '' ? { toTankId: to } : {}),
        ...(i === 0 && this.opens().length > 0 ? { opens: [...this.opens()] } : {}),
      }),
    );
    const written = await this.scribe.write(entries, cut.length === 1 ? 'Trimmed' : `${cut.length} plants trimmed`);
    this.said.set(written.said);
    this.fault.set([...written.faults.values()].join('. '));
    if (!written.kept) return;
    this.cut.set([]);
    this.opens.set([]);
    this.toTankId.set('');
    this.keepClock(null);
    for (const field of [this.tops, this.minutes]) field.set(null);
  }
}
