import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, signal } from '@angular/core';
import { waterPages } from '#words/water';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { recorder } from '#core/explain';
import { mineralDose, type MineralState } from '#core/water';
import { Figure } from '../ui/figure';
import { plainRefusal } from '../ui/refusals';
import { ValueField } from '../ui/value-field';
import { figure } from '../ui/words';
import { InUnit } from '../ui/in-unit';
import { UnitWordPipe } from '../ui/amount';
import { Field } from '../ui/field';

const quantities = [
  { id: 'gh', word: 'GH, °dH', of: 'ghDegrees' },
  { id: 'kh', word: 'KH, °dH', of: 'khDegrees' },
  { id: 'ec', word: 'conductivity, µS/cm', of: 'ec25UsPerCm' },
] as const;
type QuantityId = (typeof quantities)[number]['id'];

/** Grams of one mineral from what is there to what is wanted, by what a gram of it really does in this house. */
@Component({
  selector: 'nl-mineral-dose',
  imports: [Field, InUnit, UnitWordPipe, FormsModule, Figure, ValueField, Choice, InputText, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details class="small">
      <summary>{{ say.howManyGrams }}</summary>
      <div class="row">
        <nl-field name="{{ 'volume' | unitWord }}"
          ><input pInputText nlIn="volume" name="litres" [ngModel]="litres()" (ngModelChange)="litres.set($event)"
        /></nl-field>
        <nl-field [name]="say.raise"
          ><nl-choice name="what" [ngModel]="what()" (ngModelChange)="what.set($event)">
            @for (q of open(); track q.id) {
              <nl-option [value]="q.id" [word]="q.word" />
            }</nl-choice
        ></nl-field>
        <nl-value-field [label]="say.from" name="from" [parameter]="of()" [(value)]="from" />
        <nl-value-field [label]="say.to" name="to" [parameter]="of()" [(value)]="to" />
      </div>
      @if (dose(); as d) {
        <p>
          @if (d.ok) {
            <nl-figure [title]="name()" [text]="grams(d.value.value.massG)" unit="g" [working]="d.value" />
            {{ say.ofBy(name(), by()) }}
          } @else {
            <span class="fault">{{ sentence(d.refusal) }}</span>
          }
        </p>
      }
    </details>
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: end;
    }
    .row :is(label, nl-field) {
      width: 150px;
    }
    p {
      margin: 0.5rem 0;
    }
  `,
})
export class MineralDosePart {
  protected readonly say = waterPages;
  readonly name = input.required<string>();
  readonly state = input.required<MineralState>();
  protected readonly open = computed(() => quantities.filter((q) => this.state()[q.id]));
  private readonly firstOpen = computed((): QuantityId => this.open()[0]?.id ?? 'gh');
  protected readonly what = linkedSignal<QuantityId>(() => this.firstOpen());
  protected readonly of = computed(() => quantities.find((q) => q.id === this.what())?.of ?? 'ghDegrees');
  protected readonly litres = signal<number | null>(40);
  protected readonly from = signal<number | null>(0);
  protected readonly to = signal<number | null>(null);
  private readonly slope = computed(() => this.state()[this.what()]);
  protected readonly by = computed(() =>
    this.slope()?.by === 'label' ? 'its label' : waterPages.batchesOfYourOwn(this.slope()?.batchesCount ?? 0),
  );
  protected readonly dose = computed(() => {
    const [volumeL, nowValue, targetValue, slope] = [this.litres(), this.from(), this.to(), this.slope()];
    return volumeL === null || nowValue === null || targetValue === null || !slope
      ? null
      : mineralDose({ volumeL, nowValue, targetValue, perGPerL: slope.perGPerL }, recorder());
  });
  protected grams = (massG: number): string => figure(massG, massG < 10 ? 2 : 1);
  protected sentence = plainRefusal;
}
