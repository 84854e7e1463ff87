import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { FlaskConical, Fish, Search } from 'lucide';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { Skeleton } from 'primeng/skeleton';
import { Textarea } from 'primeng/textarea';
import { parameters } from '#almanac/parameters';
import { recorder } from '#core/explain';
import { netVolume, usualGeometry } from '#core/tanks';
import { shellPages } from '#words/shell';
import { HouseStore } from '../base/house-store';
import { Choice, Option } from '../ui/choice';
import { Day } from '../ui/day';
import { Field } from '../ui/field';
import { Figure } from '../ui/figure';
import { Icon } from '../ui/icon';
import { InUnit } from '../ui/in-unit';
import { Sheet } from '../ui/sheet';
import { StateMark } from '../ui/state-mark';
import { Table, type TableColumn } from '../ui/table';
import { TideMark } from '../ui/tide-mark';
import { ValueField } from '../ui/value-field';

interface Row {
  name: string;
  value: number;
}
const rowsOf = (count: number): Row[] =>
  Array.from({ length: count }, (_, i) => ({ name: `row ${i + 1}`, value: (i * 7) % 23 }));

function workedOut() {
  const net = netVolume(usualGeometry({ lengthCm: 60, widthCm: 30, heightCm: 34 }), recorder());
  if (!net.ok) throw new Error('a usual tank has a volume');
  return net.value;
}

/** Every control of the house in its states, for whoever builds a page; in development builds only. */
@Component({
  selector: 'nl-kit',
  imports: [
    ...[FormsModule, ButtonDirective, Checkbox, InputText, Skeleton, Textarea],
    ...[Choice, Day, Field, Figure, Icon, InUnit, Option, Sheet, StateMark, Table, TideMark, ValueField],
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.theKit }}</h1>
    <p class="quiet">
      {{ say.eachControlAsPagesUse }}
      <button pButton type="button" class="plain" (click)="house.switchLamp()">{{ say.switchIt }}</button>
    </p>
    <section [attr.aria-label]="say.buttons">
      <h2>{{ say.buttons }}</h2>
      <div class="do">
        <button pButton type="button" class="go">{{ say.doIt }}</button>
        <button pButton type="button" class="go" disabled>{{ say.doItShut }}</button>
        <button pButton type="button" class="plain">{{ say.besideIt }}</button>
        <button pButton type="button" class="plain" disabled>{{ say.besideItShut }}</button>
        <button pButton type="button" class="asText">{{ say.asText }}</button>
        <button pButton type="button" class="plain"><nl-icon [of]="icons.search" /> {{ say.withAnIcon }}</button>
        <a href="#kit">{{ say.aLink }}</a>
      </div>
    </section>
    <section [attr.aria-label]="say.fields">
      <h2>{{ say.fields }}</h2>
      <div class="grid">
        <nl-field [name]="say.text"><input pInputText name="t1" /></nl-field>
        <nl-field [name]="say.textWithAHint" [hint]="say.whatItIsForIn"
          ><input pInputText name="t2" value="filled"
        /></nl-field>
        <nl-field [name]="say.textRefused" [fault]="say.mustNotBeEmpty"><input pInputText name="t3" /></nl-field>
        <nl-field [name]="say.textShut"><input pInputText name="t4" value="cannot change" disabled /></nl-field>
        <nl-field [name]="say.number" unit="days"
          ><input pInputText nlIn name="n1" [ngModel]="days()" (ngModelChange)="days.set($event)"
        /></nl-field>
        <nl-field [name]="say.waterInTheKeepersUnit"
          ><input pInputText nlIn="volume" name="n2" [ngModel]="54" />
        </nl-field>
        <nl-value-field name="v1" [label]="say.aMeasuredValue" parameter="ghDegrees" [value]="7" />
        <nl-field [name]="say.fewChoices"
          ><nl-choice name="c1"
            ><nl-option value="a" [word]="say.one" /><nl-option value="b" [word]="say.theOther"
          /></nl-choice>
        </nl-field>
        <nl-field [name]="say.manyWithASearch"
          ><nl-choice name="c2">
            @for (p of parameters; track p.id) {
              <nl-option [value]="p.id" [word]="p.label" />
            }
          </nl-choice>
        </nl-field>
        <nl-field [name]="say.choiceShut"
          ><nl-choice name="c3" disabled><nl-option value="a" [word]="say.one" /></nl-choice>
        </nl-field>
        <nl-field [name]="say.day"><nl-day value="2026-03-14" /></nl-field>
        <nl-field [name]="say.words">
          <textarea pTextarea rows="2">{{ say.aNote }}</textarea>
        </nl-field>
      </div>
      <div class="do">
        <label><p-checkbox [autofocus]="false" [binary]="true" [ngModel]="true" /> {{ say.ticked }}</label>
        <label><p-checkbox [autofocus]="false" [binary]="true" [ngModel]="false" /> {{ say.notTicked }}</label>
      </div>
    </section>
    <section [attr.aria-label]="say.whatIsTold">
      <h2>{{ say.whatIsTold }}</h2>
      <p class="caution">{{ say.aCautionUnplugTheHeater }}</p>
      <p class="fault">{{ say.aFaultBesideItsField }}</p>
      <p class="quiet small">{{ say.aRemarkSmallAndQuiet }}</p>
      <p-skeleton width="60%" height="2.2rem" />
      <p>
        {{ say.aNumberWithItsWorking }}
        <nl-figure [title]="say.netWater" [text]="net.value.netL.toFixed(1)" unit="L" [working]="net" />
      </p>
      <button pButton type="button" class="plain" (click)="sheetOpen.set(true)">{{ say.openASheet }}</button>
      @if (sheetOpen()) {
        <nl-sheet [label]="say.aSheet" (closed)="sheetOpen.set(false)"
          ><p>{{ say.escapeClosesIt }}</p></nl-sheet
        >
      }
    </section>
    <section [attr.aria-label]="say.marks">
      <h2>{{ say.marks }}</h2>
      <div class="do">
        @for (s of states; track s) {
          <nl-state-mark [state]="s" />
        }
        <nl-icon [of]="icons.flask" /><nl-icon [of]="icons.fish" />
      </div>
      <div class="mark">
        <nl-tide-mark
          [label]="say.insideItsBand"
          [band]="{ lo: 5, hi: 20 }"
          [reading]="{ lo: 10, hi: 12 }"
          [earlier]="[{ lo: 8, hi: 9 }]"
          direction="rising"
          scaledFor="no3MgPerL" />
        <nl-tide-mark
          [label]="say.aboveItAndAfterA"
          tone="act"
          [band]="{ lo: 5, hi: 20 }"
          [reading]="{ lo: 40, hi: null }"
          [after]="{ lo: 24, hi: 28 }"
          scaledFor="no3MgPerL" />
      </div>
    </section>
    <section [attr.aria-label]="say.tables">
      <h2>{{ say.tables }}</h2>
      <nl-table [name]="say.fewRows" [columns]="columns" [rows]="few" />
      <nl-table [name]="say.manyRows" [columns]="columns" [rows]="many" />
      <nl-table [name]="say.aLongOne" [columns]="columns" [rows]="long" />
    </section>
  `,
  styles: `
    section {
      margin: 1.2rem 0;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
      gap: 0.8rem 1rem;
      align-items: start;
    }
    .do {
      display: flex;
      flex-wrap: wrap;
      gap: 0.6rem 1rem;
      align-items: center;
      margin: 0.6rem 0;
    }
    .mark {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 2rem;
      max-width: 700px;
      padding-bottom: 1rem;
    }
  `,
})
export class KitScreen {
  protected readonly say = shellPages;
  protected readonly house = inject(HouseStore);
  protected readonly icons = { search: Search, flask: FlaskConical, fish: Fish };
  protected readonly parameters = parameters;
  protected readonly states = ['settled', 'drifting', 'act', 'unknown', 'resting'] as const;
  protected readonly days = signal<number | null>(7);
  protected readonly sheetOpen = signal(false);
  protected readonly columns: TableColumn<Row>[] = [
    { head: 'Name', text: (r) => r.name },
    { head: 'Value', text: (r) => String(r.value), sortBy: (r) => r.value, figures: true },
  ];
  protected readonly few = rowsOf(4);
  protected readonly many = rowsOf(14);
  protected readonly long = rowsOf(500);
  protected readonly net = workedOut();
}
