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
    <h1>The kit</h1>
    <p class="quiet">
      Each control as pages use it, at rest, filled, refused and shut. The lamp:
      <button pButton type="button" class="plain" (click)="house.switchLamp()">switch it</button>
    </p>
    <section aria-label="Buttons">
      <h2>Buttons</h2>
      <div class="do">
        <button pButton type="button" class="go">Do it</button>
        <button pButton type="button" class="go" disabled>Do it, shut</button>
        <button pButton type="button" class="plain">Beside it</button>
        <button pButton type="button" class="plain" disabled>Beside it, shut</button>
        <button pButton type="button" class="asText">As text</button>
        <button pButton type="button" class="plain"><nl-icon [of]="icons.search" /> With an icon</button>
        <a href="#kit">A link</a>
      </div>
    </section>
    <section aria-label="Fields">
      <h2>Fields</h2>
      <div class="grid">
        <nl-field name="Text"><input pInputText name="t1" /></nl-field>
        <nl-field name="Text with a hint" hint="What it is for, in a line."
          ><input pInputText name="t2" value="filled"
        /></nl-field>
        <nl-field name="Text refused" fault="must not be empty"><input pInputText name="t3" /></nl-field>
        <nl-field name="Text, shut"><input pInputText name="t4" value="cannot change" disabled /></nl-field>
        <nl-field name="Number" unit="days"
          ><input pInputText nlIn name="n1" [ngModel]="days()" (ngModelChange)="days.set($event)"
        /></nl-field>
        <nl-field name="Water, in the keeper’s unit"
          ><input pInputText nlIn="volume" name="n2" [ngModel]="54" />
        </nl-field>
        <nl-value-field name="v1" label="A measured value" parameter="ghDegrees" [value]="7" />
        <nl-field name="Few choices"
          ><nl-choice name="c1"><nl-option value="a" word="one" /><nl-option value="b" word="the other" /></nl-choice>
        </nl-field>
        <nl-field name="Many, with a search"
          ><nl-choice name="c2">
            @for (p of parameters; track p.id) {
              <nl-option [value]="p.id" [word]="p.label" />
            }
          </nl-choice>
        </nl-field>
        <nl-field name="Choice, shut"
          ><nl-choice name="c3" disabled><nl-option value="a" word="one" /></nl-choice>
        </nl-field>
        <nl-field name="Day"><nl-day value="2026-03-14" /></nl-field>
        <nl-field name="Words"><textarea pTextarea rows="2">A note.</textarea></nl-field>
      </div>
      <div class="do">
        <label><p-checkbox [autofocus]="false" [binary]="true" [ngModel]="true" /> ticked</label>
        <label><p-checkbox [autofocus]="false" [binary]="true" [ngModel]="false" /> not ticked</label>
      </div>
    </section>
    <section aria-label="What is told">
      <h2>What is told</h2>
      <p class="caution">A caution: unplug the heater before the hand goes in.</p>
      <p class="fault">A fault, beside its field.</p>
      <p class="quiet small">A remark, small and quiet.</p>
      <p-skeleton width="60%" height="2.2rem" />
      <p>
        A number with its working:
        <nl-figure title="Net water" [text]="net.value.netL.toFixed(1)" unit="L" [working]="net" />
      </p>
      <button pButton type="button" class="plain" (click)="sheetOpen.set(true)">Open a sheet</button>
      @if (sheetOpen()) {
        <nl-sheet label="A sheet" (closed)="sheetOpen.set(false)"><p>Escape closes it.</p></nl-sheet>
      }
    </section>
    <section aria-label="Marks">
      <h2>Marks</h2>
      <div class="do">
        @for (s of states; track s) {
          <nl-state-mark [state]="s" />
        }
        <nl-icon [of]="icons.flask" /><nl-icon [of]="icons.fish" />
      </div>
      <div class="mark">
        <nl-tide-mark
          label="Inside its band"
          [band]="{ lo: 5, hi: 20 }"
          [reading]="{ lo: 10, hi: 12 }"
          [earlier]="[{ lo: 8, hi: 9 }]"
          direction="rising"
          scaledFor="no3MgPerL" />
        <nl-tide-mark
          label="Above it, and after a change"
          tone="act"
          [band]="{ lo: 5, hi: 20 }"
          [reading]="{ lo: 40, hi: null }"
          [after]="{ lo: 24, hi: 28 }"
          scaledFor="no3MgPerL" />
      </div>
    </section>
    <section aria-label="Tables">
      <h2>Tables</h2>
      <nl-table name="Few rows" [columns]="columns" [rows]="few" />
      <nl-table name="Many rows" [columns]="columns" [rows]="many" />
      <nl-table name="A long one" [columns]="columns" [rows]="long" />
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
