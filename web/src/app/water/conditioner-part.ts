import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { waterPages } from '#words/water';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { recorder } from '#core/explain';
import { ammoniaOfChloramineRatio } from '#core/sources';
import { conditionerByLabel, conditionerDose } from '#core/water';
import type { SourceView } from '#contracts/sources';
import { Figure } from '../ui/figure';
import { plainRefusal } from '../ui/refusals';
import { figure } from '../ui/words';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, UnitNamePipe } from '../ui/amount';
import { Field } from '../ui/field';

const labelKey = 'night-ledger-conditioner';
interface Label {
  labelMl: number | null;
  labelL: number | null;
  labelMgPerL: number | null;
}

/** Conditioner by its own label and for the chlorine that is really there; for the new water, or the whole tank. */
@Component({
  selector: 'nl-conditioner-part',
  imports: [Field, AmountPipe, InUnit, UnitNamePipe, FormsModule, Figure, Choice, InputText, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details class="small" [open]="needed()">
      <summary>{{ say.conditioner(needed() ? say.thisWaterHas(source().setUp.chlorine) : '') }}</summary>
      <div class="row">
        <nl-field [name]="say.totalChlorineInItMg"
          ><input pInputText nlIn name="cl" [ngModel]="chlorine()" (ngModelChange)="chlorine.set($event)"
        /></nl-field>
        <nl-field [name]="say.labelMl"
          ><input pInputText nlIn name="ml" [ngModel]="label().labelMl" (ngModelChange)="set({ labelMl: $event })"
        /></nl-field>
        <nl-field [name]="say.treat('volume' | unitName)"
          ><input
            pInputText
            nlIn="volume"
            name="ll"
            [ngModel]="label().labelL"
            (ngModelChange)="set({ labelL: $event })"
        /></nl-field>
        <nl-field [name]="say.atChlorineOfMgL"
          ><input
            pInputText
            nlIn
            name="lm"
            [ngModel]="label().labelMgPerL"
            (ngModelChange)="set({ labelMgPerL: $event })"
        /></nl-field>
        <nl-field [name]="say.for2"
          ><nl-choice name="for" [ngModel]="whole()" (ngModelChange)="whole.set($event)">
            <nl-option [value]="false" [word]="say.whatIsInTheDrum" />
            <nl-option [value]="true" [word]="say.theWholeTankStraightFrom" /> </nl-choice
        ></nl-field>
      </div>
      @if (byLabel(); as d) {
        <p>
          @if (d.ok) {
            <nl-figure [title]="say.byItsLabel" [text]="f1(d.value.value.doseMl)" unit="mL" [working]="d.value" />
            <span class="quiet">{{ say.byItsLabelForOf(tapL() | amount: 'volume') }}</span>
          } @else {
            <span class="fault">{{ sentence(d.refusal) }}</span>
          }
        </p>
      }
      @if (dose(); as d) {
        <p>
          @if (d.ok) {
            <nl-figure [title]="say.conditionerHead" [text]="f1(d.value.value.doseMl)" unit="mL" [working]="d.value" />
            <span class="quiet">{{ say.byTheChlorineMeasuredThis }}</span>
            @if (source().setUp.chlorine === 'chloramine') {
              <span class="quiet">{{ say.chloramineMgLAmmoniaNitrogen(f2((chlorine() ?? 0) * ratio)) }}</span>
            }
          } @else {
            <span class="fault">{{ sentence(d.refusal) }}</span>
          }
        </p>
      }
      <p class="quiet">
        {{ say.strengthsDifferTenfoldBetweenProducts }}
      </p>
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
      margin: 0.4rem 0;
    }
  `,
})
export class ConditionerPart {
  protected readonly say = waterPages;
  readonly source = input.required<SourceView>();
  readonly changeL = input.required<number>();
  readonly netVolumeL = input.required<number>();
  readonly doseMl = output<number | null>();
  protected readonly ratio = ammoniaOfChloramineRatio;
  protected readonly chlorine = signal<number | null>(null);
  protected readonly label = signal<Label>(savedLabel());
  protected readonly whole = signal(false);
  protected readonly needed = computed(() => {
    const { chlorine, state } = this.source().setUp;
    return chlorine !== 'none' && !(chlorine === 'chlorine' && state === 'tap-aged') && state !== 'batch';
  });
  protected readonly tapL = computed(() => (this.whole() ? this.netVolumeL() : this.changeL()));
  /** As the label says: chlorine counts only where somebody measured it. */
  protected readonly byLabel = computed(() => {
    const { labelMl, labelL } = this.label();
    return labelMl === null || labelL === null
      ? null
      : conditionerByLabel({ tapL: this.tapL(), labelMl, labelL }, recorder());
  });
  protected readonly dose = computed(() => {
    const { labelMl, labelL, labelMgPerL } = this.label();
    const chlorineMgPerL = this.chlorine();
    if (labelMl === null || labelL === null || labelMgPerL === null || chlorineMgPerL === null) return null;
    return conditionerDose({ volumeL: this.tapL(), chlorineMgPerL, labelMl, labelL, labelMgPerL }, recorder());
  });
  constructor() {
    effect(() => {
      const dose = this.dose() ?? this.byLabel();
      this.doseMl.emit(dose?.ok ? dose.value.value.doseMl : null);
    });
  }
  protected f1 = (value: number): string => figure(value, 1);
  protected f2 = (value: number): string => figure(value, 2);
  protected sentence = plainRefusal;
  protected set(part: Partial<Label>): void {
    this.label.update((l) => ({ ...l, ...part }));
    try {
      localStorage.setItem(labelKey, JSON.stringify(this.label()));
    } catch {
      // Without storage the label is typed again.
    }
  }
}
function savedLabel(): Label {
  const none: Label = { labelMl: null, labelL: null, labelMgPerL: null };
  try {
    return { ...none, ...(JSON.parse(localStorage.getItem(labelKey) ?? '{}') as Partial<Label>) };
  } catch {
    return none;
  }
}
