import { bound } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Checkbox } from 'primeng/checkbox';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { TogetherFinding, StockAlarm } from '#core/stock';
import { togetherWords, stockPages } from '#words/stock';
import { alarmWords } from '#words/stock';
import { StateMark } from '../ui/state-mark';
import { gradeWords } from '../ui/words';
import { parameterShort, rangeText } from '../ui/kind-words';
import { TonightStore, Welcome } from '../tonight';
import { StockNav } from './stock-nav';
import { countText, StockStore, type TankStock } from './stock-store';
import { countShown } from '../ui/gradual-list';

/** Who lives where: counts as spans, what all of a tank bear, and what speaks against their company. */
@Component({
  selector: 'nl-stock',
  imports: [RouterLink, StockNav, StateMark, Welcome, Checkbox, FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.stock }}</h1>
    <nl-stock-nav />
    @if (tonight.empty()) {
      <nl-welcome />
    }
    <label class="check"
      ><p-checkbox
        [autofocus]="false"
        [binary]="true"
        [ngModel]="all()"
        (onChange)="all.set(!all())"
        [ngModelOptions]="{ standalone: true }" />
      {{ say.alsoWhatIsOnlyWorth }}</label
    >
    @for (s of drawn(); track s.tank.tankId) {
      <section [attr.aria-label]="s.tank.name">
        <div class="head">
          <h2>
            <a [routerLink]="['/stock/tanks', s.tank.tankId]" class="serif">{{ s.tank.name }}</a>
          </h2>
          <nl-state-mark [state]="s.tank.state" />
          <span class="small quiet">{{ s.tank.stage ?? say.stageNotSaid }} · {{ s.tank.setUp.purpose }}</span>
          <a class="small" routerLink="/stock/fits" [queryParams]="{ tank: s.tank.tankId }">{{ say.whatFitsHere }}</a>
        </div>
        @if (saidApart(s)) {
          <p class="small">{{ s.tank.reason }}</p>
        }
        @for (a of s.alarms; track $index) {
          <p class="alarm" [class.act]="a.severity === 'act'">{{ alarmText(a) }}</p>
        }
        @if (s.residents.length === 0) {
          <p class="quiet">
            {{ say.nobodyLivesHereThatThe }}
            <a routerLink="/stock/arrival" [queryParams]="{ tank: s.tank.tankId }">{{ say.someoneArrives }}</a>
          </p>
        } @else {
          <p class="residents">
            @for (l of s.residents; track $index) {
              <span
                ><span class="num">{{ count(l.count) }}</span> {{ l.kind.commonName }}
                @if (l.strain) {
                  <span class="quiet"> {{ l.strain }}</span>
                }
              </span>
            }
          </p>
          <p class="small common">
            <span class="quiet">{{ say.allOfThemBear }}</span>
            @for (c of s.together.common; track c.parameter) {
              <span [class.out]="c.band === null || c.outsideKindIds.length > 0"
                >{{ short(c.parameter) }} <span class="num">{{ c.band ? range(c.band) : say.noCommonBand }}</span>
                @if (c.outsideKindIds.length > 0) {
                  <span>{{ say.outsideTodayFor(names(c.outsideKindIds)) }}</span>
                }
              </span>
            }
          </p>
          <ul>
            @for (f of shown(s.together.findings); track $index) {
              <li class="small">
                <span class="sev" [attr.data-sev]="f.severity">{{ words[f.severity] }}</span> {{ text(f.reason) }}
                <em class="quiet">{{ grade(f) }}</em>
              </li>
            }
          </ul>
        }
      </section>
    }
  `,
  styles: `
    section {
      content-visibility: auto;
      contain-intrinsic-size: auto 5rem;
      border-top: 1px solid var(--line);
      padding: 0.7rem 0;
    }
    .head {
      display: flex;
      gap: 0.3rem 1rem;
      align-items: baseline;
      flex-wrap: wrap;
    }
    .head h2 a {
      text-decoration: none;
    }
    .residents,
    .common {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem 1.4rem;
      margin: 0.3rem 0;
    }
    .out {
      color: var(--act);
    }
    li {
      padding: 0.1rem 0;
    }
    em {
      font-size: 0.85em;
    }
    .sev {
      display: inline-block;
      min-width: 92px;
      font-weight: 600;
      color: var(--quiet);
    }
    .sev[data-sev='clash'] {
      color: var(--act);
    }
    .sev[data-sev='caution'] {
      color: var(--drifting);
    }
    .alarm {
      border-left: 3px solid var(--drifting);
      padding-left: 0.6rem;
      margin: 0.3rem 0;
    }
    .alarm.act {
      border-color: var(--act);
      font-weight: 600;
    }
    .check {
      display: inline-flex;
      gap: 0.5rem;
      align-items: center;
      min-height: 44px;
    }
  `,
})
export class StockScreen {
  protected readonly say = stockPages;
  protected readonly store = inject(StockStore);
  protected readonly tonight = inject(TonightStore);
  private readonly drawnCount = countShown(() => this.store.stocked().length);
  protected readonly drawn = computed(() => this.store.stocked().slice(0, this.drawnCount()));
  protected readonly all = signal(false);
  /** Why the tank is in its state, where no alarm below says just that. */
  protected saidApart = ({ tank, alarms }: TankStock): boolean =>
    tank.state !== 'settled' &&
    tank.state !== 'resting' &&
    !alarms.some((a) => tank.reason.startsWith(alarmWords(a.reason, a.kindName)));
  protected readonly words = { clash: 'clash', caution: 'mind', note: 'know', unknown: 'cannot tell' };
  protected readonly shown = (findings: readonly TogetherFinding[]): readonly TogetherFinding[] =>
    this.all() ? findings : findings.filter((f) => f.severity !== 'note');
  protected readonly kindName = computed(() => new Map(this.store.kinds().map((k) => [k.id, k.commonName])));
  constructor() {
    this.store.load();
  }
  protected names = (ids: readonly string[]): string => ids.map((id) => this.kindName().get(id) ?? id).join(', ');
  protected count = countText;
  protected short = parameterShort;
  protected range = rangeText;
  protected alarmText = ({ reason, kindName }: StockAlarm): string => alarmWords(reason, kindName);
  protected text = bound(togetherWords);
  protected grade = (f: TogetherFinding): string => gradeWords[f.grade] ?? '';
}
