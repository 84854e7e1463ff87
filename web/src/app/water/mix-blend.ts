import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { parameters } from '#almanac/parameters';
import { recorder } from '#core/explain';
import { blend, scaldC } from '#core/water';
import { noteWords } from '#words/explain';
import { unitOf, valueText } from '#words/units';
import { Figure } from '../ui/figure';
import { plainRefusal } from '../ui/refusals';
import { parameterLabel } from '../ui/kind-words';
import { MixStore, waterOfView } from './mix-store';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, UnitNamePipe, UnitWordPipe } from '../ui/amount';
import { Field } from '../ui/field';

interface Part {
  sourceId: string;
  volumeL: number | null;
  tempC: number | null;
}

/** Up to five waters poured together: what comes of it, with its pH by chemistry, now and after a day of air. */
@Component({
  selector: 'nl-mix-blend',
  imports: [
    Field,
    AmountPipe,
    InUnit,
    UnitNamePipe,
    UnitWordPipe,
    FormsModule,
    Figure,
    ButtonDirective,
    Choice,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (p of parts(); track $index; let i = $index) {
      <div class="row">
        <nl-field [name]="say.waterForValue(i + 1)"
          ><nl-choice [name]="'s' + i" [ngModel]="p.sourceId" (ngModelChange)="set(i, { sourceId: $event })">
            <nl-option value="" disabled [word]="say.choose" />
            @for (o of mix.sources.list(); track o.sourceId) {
              <nl-option [value]="o.sourceId" [word]="o.setUp.name" />
            }</nl-choice
        ></nl-field>
        <nl-field class="short" name="{{ 'volume' | unitWord }}"
          ><input
            pInputText
            nlIn="volume"
            [name]="'l' + i"
            [ngModel]="p.volumeL"
            (ngModelChange)="set(i, { volumeL: $event })"
        /></nl-field>
        <nl-field class="short" [name]="say.nowForUnitName('temperature' | unitName)"
          ><input
            pInputText
            nlIn="temperature"
            [name]="'t' + i"
            [ngModel]="p.tempC"
            (ngModelChange)="set(i, { tempC: $event })"
            [placeholder]="say.asTested"
        /></nl-field>
        @if (parts().length > 2) {
          <button pButton type="button" class="asText" (click)="drop(i)">{{ say.out }}</button>
        }
      </div>
    }
    @if (parts().length < 5) {
      <button pButton type="button" class="asText" (click)="add()">{{ say.anotherWater }}</button>
    }
    @if (scalds()) {
      <p class="caution">{{ say.waterAbove50CScalds }}</p>
    }
    @if (refusal()) {
      <p class="fault" role="alert">{{ refusal() }}</p>
    }
    @if (told(); as t) {
      <h2>{{ say.pouredTogether(t.totalL | amount: 'volume') }}</h2>
      <dl class="facts">
        @for (r of t.rows; track r.label) {
          <div>
            <dt>{{ r.label }}</dt>
            <dd><nl-figure [title]="r.label" [text]="r.text" [unit]="r.unit" [working]="t.working" /></dd>
          </div>
        }
        <div>
          <dt>pH</dt>
          <dd>
            @if (t.ph !== null) {
              <span class="num">{{ t.ph.toFixed(2) }}</span> {{ say.nowForPhAerated(t.phAerated === null ? '.' : ',') }}
            } @else {
              <span class="quiet">{{ say.cannotBeComputedItNeeds(t.phAerated === null ? '.' : ';') }}</span>
            }
            @if (t.phAerated !== null) {
              <span class="num">{{ t.phAerated.toFixed(2) }}</span> {{ say.afterADayOfAir }}
            }
            <span class="small quiet">{{ say.neverAnAverage }}</span>
          </dd>
        </div>
      </dl>
      @for (a of t.assumptions; track $index) {
        <p class="small quiet">{{ say.supposed(noteText(a)) }}</p>
      }
      @if (t.unknown) {
        <p class="small quiet">{{ say.knownOfSomePartsOnly(t.unknown) }}</p>
      }
    }
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: end;
      margin: 0.3rem 0;
    }
    .row :is(label, nl-field) {
      min-width: 170px;
    }
    .row .short {
      min-width: 0;
      width: 104px;
    }
    h2 {
      margin: 1rem 0 0.3rem;
    }
    .facts div {
      display: grid;
      grid-template-columns: 200px 1fr;
      border-bottom: 1px solid var(--line);
      min-height: 34px;
      align-items: center;
      max-width: 700px;
    }
    .facts dt {
      color: var(--quiet);
    }
  `,
})
export class MixBlend {
  protected readonly say = waterPages;
  protected noteText = noteWords;
  protected readonly mix = inject(MixStore);
  protected readonly parts = signal<readonly Part[]>([
    { sourceId: '', volumeL: 60, tempC: null },
    { sourceId: '', volumeL: 40, tempC: null },
  ]);
  private readonly known = computed(() => this.parts().filter((p) => p.sourceId !== ''));
  private readonly result = computed(() => {
    const parts = this.known().map((p) => ({
      volumeL: p.volumeL ?? 0,
      water: { ...waterOfView(this.mix.sources.named(p.sourceId)), ...(p.tempC === null ? {} : { tempC: p.tempC }) },
    }));
    return parts.length === 0 ? null : blend({ parts }, recorder());
  });
  protected readonly scalds = computed(() => this.parts().some((p) => (p.tempC ?? 0) > scaldC));
  protected readonly refusal = computed(() => {
    const result = this.result();
    return result && !result.ok ? plainRefusal(result.refusal) : '';
  });
  protected readonly told = computed(() => {
    const result = this.result();
    if (!result?.ok) return null;
    const { value, ...working } = result.value;
    return {
      working,
      ph: value.ph,
      phAerated: value.phAerated,
      assumptions: working.assumptions,
      unknown: value.unknown.map(parameterLabel).join(', '),
      totalL: this.known().reduce((sum, p) => sum + (p.volumeL ?? 0), 0),
      rows: parameters
        .filter((p) => p.id !== 'ph' && value.water[p.id] !== undefined)
        .map((p) => ({
          label: p.label,
          text: valueText(speech(), p.id, value.water[p.id] ?? 0),
          unit: unitOf(speech(), p.id),
        })),
    };
  });
  protected set(index: number, part: Partial<Part>): void {
    this.parts.update((all) => all.map((p, i) => (i === index ? { ...p, ...part } : p)));
  }
  protected add(): void {
    this.parts.update((all) => [...all, { sourceId: '', volumeL: 10, tempC: null }]);
  }
  protected drop(index: number): void {
    this.parts.update((all) => all.filter((_, i) => i !== index));
  }
}
