import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { InputText } from 'primeng/inputtext';
import { careKnowledge } from '#almanac/care';
import { bookKinds } from '#almanac/kinds';
import { mayDose, saltCourse } from '#core/care';
import { highEnd, middle } from '#core/readings';
import { doseReasonWords, carePages } from '#words/care';
import { amount } from '#words/units';
import { StockStore } from '../stock';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { plainRefusal } from '../ui/refusals';
import { CareNav } from './care-nav';
import { InUnit } from '../ui/in-unit';

const grams = (massG: number): string => (massG < 10 ? massG.toFixed(1) : String(Math.round(massG)));
const salt = 'D01';

/** Salt as a course of its own: weighed, raised over hours, kept by what a change takes, brought down. */
@Component({
  selector: 'nl-salt',
  imports: [InUnit, FormsModule, RouterLink, InputText, Choice, Option, Field, CareNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-care-nav />
    <h1>{{ say.saltAsACourse }}</h1>
    <p class="caution small">
      {{ say.plainSodiumChlorideNoIodine }}
    </p>
    <div class="row">
      <nl-field [name]="say.tank"
        ><nl-choice name="tank" [ngModel]="tankId()" (ngModelChange)="tankId.set($event)">
          <nl-option value="" disabled [word]="say.choose" />
          @for (s of stock.stocked(); track s.tank.tankId) {
            <nl-option [value]="s.tank.tankId" [word]="s.tank.name" />
          }</nl-choice
      ></nl-field>
      <nl-field [name]="say.wanted" unit="g/L"
        ><input
          pInputText
          nlIn
          name="target"
          min="0"
          max="30"
          [ngModel]="targetGPerL()"
          (ngModelChange)="targetGPerL.set($event)"
      /></nl-field>
      <nl-field [name]="say.inItAlready" unit="g/L"
        ><input
          pInputText
          nlIn
          name="present"
          min="0"
          max="30"
          [ngModel]="presentGPerL()"
          (ngModelChange)="presentGPerL.set($event)"
      /></nl-field>
      <nl-field [name]="say.eachChange" unit="%"
        ><input
          pInputText
          nlIn
          name="change"
          min="1"
          max="100"
          [ngModel]="changePercent()"
          (ngModelChange)="changePercent.set($event)"
      /></nl-field>
    </div>
    @if (harms(); as h) {
      @for (line of h.lines; track line) {
        <p [class]="h.verdict === 'blocked' ? 'fault' : 'caution small'">{{ line }}</p>
      }
    }
    @if (plan(); as p) {
      @if (p.fault) {
        <p class="fault" role="alert">{{ p.fault }}</p>
      } @else {
        <ol class="steps">
          @for (line of p.lines; track line) {
            <li>{{ line }}</li>
          }
        </ol>
        @for (line of p.beside; track line) {
          <p class="small">{{ line }}</p>
        }
        <p class="small">
          <a routerLink="/care/course" [queryParams]="{ tank: tankId(), agent: 'D01' }">{{ say.beginItAsACourse }}</a>{{
            say.soThatItStandsOn
          }}
        </p>
      }
    } @else {
      <p class="quiet">
        {{ stock.fault() ? say.theTanksCannotBeRead : say.chooseATankTheSalt }}
      </p>
    }
  `,
  styleUrl: './care-screen.scss',
  styles: `
    .steps {
      list-style: decimal;
      padding-left: 1.4rem;
    }
    .steps li {
      margin: 0.3rem 0;
    }
  `,
})
export class SaltScreen {
  protected readonly say = carePages;
  readonly tank = input<string>();
  protected readonly stock = inject(StockStore);
  protected readonly tankId = signal('');
  protected readonly targetGPerL = signal<number | null>(1);
  protected readonly presentGPerL = signal<number | null>(0);
  protected readonly changePercent = signal<number | null>(30);

  constructor() {
    this.stock.load();
    effect(() => {
      const asked = this.tank();
      if (asked !== undefined)
        untracked(() => {
          this.tankId.set(asked);
        });
    });
  }
  private readonly of = computed(() => this.stock.stockOf(this.tankId()));
  private readonly nameOf = (id: string): string =>
    careKnowledge.agents.find((a) => a.id === id || a.slug === id)?.name ?? this.stock.kindNamed(id)?.commonName ?? id;
  protected readonly harms = computed(() => {
    const of = this.of();
    const target = this.targetGPerL();
    if (!of || target === null) return null;
    const said = mayDose(
      {
        agent: salt,
        kinds: [...of.residents.map((l) => l.kind.id), 'filter'],
        water: {},
        alsoPresent: [],
        doseMgPerL: 1000 * target,
      },
      careKnowledge,
      bookKinds,
    );
    return said.ok && said.value.verdict !== 'allowed'
      ? { verdict: said.value.verdict, lines: said.value.reasons.map((r) => doseReasonWords(r, this.nameOf)) }
      : null;
  });
  protected readonly plan = computed(() => {
    const of = this.of();
    if (!of) return null;
    const { netVolumeL, water } = of.tank;
    const no2 = water.no2MgPerL;
    const changeFraction = (this.changePercent() ?? NaN) / 100;
    const found = saltCourse({
      netVolumeL,
      targetGPerL: this.targetGPerL() ?? NaN,
      presentGPerL: this.presentGPerL() ?? NaN,
      changeFraction,
      ...(no2 ? { no2MgPerL: highEnd(no2), clMgPerL: water.clMgPerL ? middle(water.clMgPerL) : 0 } : {}),
    });
    if (!found.ok) return { fault: plainRefusal(found.refusal), lines: [], beside: [] };
    const { massG, portionsG, portionEveryHours, replaceG, downChangesCount, riseUsPerCm, nitrite } = found.value;
    const [portion] = portionsG;
    return {
      fault: '',
      lines: [
        portion === undefined
          ? carePages.thereIsEnoughInIt
          : carePages.weighGForNetPortions(
              grams(massG),
              amount(speech(), 'volume', netVolumeL, 0),
              portionsG.length,
              grams(portion),
              portionEveryHours,
            ),
        carePages.withEachChangeOfPut(Math.round(100 * changeFraction), grams(replaceG)),
        carePages.broughtDownByOfFresh(downChangesCount, downChangesCount === 1 ? 'change' : 'changes'),
      ],
      beside: [
        carePages.thePenWillShowAbout(amount(speech(), 'conductivity', riseUsPerCm, 0)),
        ...(nitrite && nitrite.byIonGPerL > 0
          ? [carePages.againstTheNitriteInIt(nitrite.byNitrogenGPerL.toFixed(2), nitrite.byIonGPerL.toFixed(2))]
          : []),
      ],
    };
  });
}
