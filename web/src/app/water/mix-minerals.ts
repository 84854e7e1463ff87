import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { type HouseMineral, mineralDrift, type OddBatch } from '#core/water';
import { oddBatchWords, waterPages } from '#words/water';
import { HouseStore } from '../base/house-store';
import { Scribe } from '../base/scribe';
import { faultsText } from '../ui/refusals';
import { dateText, figure } from '../ui/words';
import { ValueField } from '../ui/value-field';
import { MineralDosePart } from './mineral-dose-part';
import { MixStore } from './mix-store';
import { InUnit } from '../ui/in-unit';
import { UnitWordPipe } from '../ui/amount';
import { Field } from '../ui/field';

/** The minerals of the house: what the label says, what the own batches say, and which batches were odd. */
@Component({
  selector: 'nl-mix-minerals',
  imports: [
    Field,
    InUnit,
    UnitWordPipe,
    FormsModule,
    RouterLink,
    MineralDosePart,
    ValueField,
    ButtonDirective,
    InputText,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (m of mix.minerals(); track m.supplyId) {
      <section [attr.aria-label]="m.name">
        <h2>{{ m.name }}</h2>
        @if (m.state; as s) {
          <div class="scroll">
            <table>
              <thead>
                <tr>
                  <th>{{ say.aGramInALitre }}</th>
                  <th class="right">{{ say.by }}</th>
                  <th>{{ say.from }}</th>
                  <th class="right">{{ say.scatter }}</th>
                  <th class="right">{{ say.againstTheLabel }}</th>
                </tr>
              </thead>
              <tbody>
                @for (r of rows(m); track r.what) {
                  <tr>
                    <td>{{ r.what }}</td>
                    <td class="num right">
                      {{ r.by }} <span class="unit">{{ r.unit }}</span>
                    </td>
                    <td class="small">{{ r.from }}</td>
                    <td class="num right">{{ r.scatter }}</td>
                    <td class="num right">{{ r.ratio }}</td>
                  </tr>
                }
              </tbody>
            </table>
          </div>
          @if (weak(m); as w) {
            <p class="small">{{ w }}</p>
          }
          <nl-mineral-dose [name]="m.name" [state]="s" />
          @for (o of latest(s.odd); track o.atEpochMs + o.quantity) {
            <div class="caution small">
              <strong>{{ say.moreOnThePenWhere(day(o.atEpochMs), f0(o.measuredValue), f0(o.expectedValue)) }}</strong>
              {{ say.likely }}
              @for (l of o.likely; track l; let last = $last) {
                {{ likely[l] }}{{ last ? '.' : '; ' }}
              }
            </div>
          }
        } @else {
          <p class="small quiet">
            {{ say.nothingIsKnownOfIt }}
          </p>
        }
        <button pButton type="button" class="asText" (click)="edit(m)">
          {{ m.label ? say.theLabel : say.writeTheLabel }}
        </button>
        @if (editing() === m.supplyId) {
          <form class="row" (ngSubmit)="save(m)">
            <nl-field [name]="say.grams"
              ><input
                pInputText
                nlIn
                name="g"
                [ngModel]="form().massG"
                (ngModelChange)="set('massG', $event)" /></nl-field
            ><nl-field [name]="say.in2('volume' | unitWord)"
              ><input
                pInputText
                nlIn="volume"
                name="l"
                [ngModel]="form().waterL"
                (ngModelChange)="set('waterL', $event)"
            /></nl-field>
            <nl-value-field
              [label]="say.raiseGhByDh"
              name="gh"
              parameter="ghDegrees"
              [value]="form().ghDegrees"
              (valueChange)="set('ghDegrees', $event)" /><nl-value-field
              [label]="say.khByDh"
              name="kh"
              parameter="khDegrees"
              [value]="form().khDegrees"
              (valueChange)="set('khDegrees', $event)" />
            <nl-value-field
              [label]="say.conductivityBySCm"
              name="ec"
              parameter="ec25UsPerCm"
              [value]="form().ec25UsPerCm"
              (valueChange)="set('ec25UsPerCm', $event)" />
            <button pButton class="go">{{ say.writeTheLabel }}</button>
          </form>
          <p class="small quiet">
            {{ say.conductivityMayBeTypedIn }}
          </p>
          @if (faults()) {
            <p class="fault" role="alert">{{ say.whatYouTypedIsKept(faults()) }}</p>
          }
        }
      </section>
    } @empty {
      <p>
        {{ say.noMineralIsAmongThe }} <a routerLink="/supplies">{{ say.supplies }}</a> {{ say.yet }}
      </p>
    }
    <p role="status" class="quiet">{{ said() }}</p>
  `,
  styles: `
    section {
      margin-bottom: 1.4rem;
    }
    .right {
      text-align: right;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: end;
    }
    .row :is(label, nl-field) {
      width: 132px;
    }
    .caution {
      margin: 0.4rem 0;
    }
  `,
})
export class MixMinerals {
  protected readonly say = waterPages;
  protected readonly likely = oddBatchWords;
  protected readonly mix = inject(MixStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly editing = signal('');
  protected readonly form =
    signal<Record<'massG' | 'waterL' | 'ghDegrees' | 'khDegrees' | 'ec25UsPerCm', number | null>>(empty);
  protected readonly faults = signal('');
  protected readonly said = signal('');
  /** The newest few; older ones are history. */
  protected latest = (odd: readonly OddBatch[]): OddBatch[] =>
    [...odd].sort((a, b) => b.atEpochMs - a.atEpochMs).slice(0, 8);
  protected day = (at: number): string => dateText(speech(), at, this.house.zone());
  protected f0 = (value: number): string => figure(value, 0);
  protected rows({
    state,
  }: HouseMineral): { what: string; by: string; unit: string; from: string; scatter: string; ratio: string }[] {
    return (
      [
        ['GH', state?.gh, '°dH', 1],
        ['KH', state?.kh, '°dH', 1],
        ['conductivity', state?.ec, 'µS/cm', 0],
      ] as const
    ).flatMap(([what, slope, unit, decimals]) =>
      slope
        ? [
            {
              what,
              unit,
              by: figure(slope.perGPerL, decimals),
              from: slope.by === 'label' ? 'its label' : waterPages.batchesOfYourOwn(slope.batchesCount),
              scatter: slope.by === 'label' ? '' : `${figure(100 * slope.scatterFraction, 1)} %`,
              ratio: slope.labelRatio === null ? '' : `${figure(100 * slope.labelRatio, 0)} %`,
            },
          ]
        : [],
    );
  }
  protected weak({ state, batches }: HouseMineral): string {
    const ratio = state?.ec?.labelRatio ?? null;
    const drift = mineralDrift(batches)?.perMonthFraction ?? 0;
    const said: string[] = [];
    if (ratio !== null && ratio < 0.95) said.push(waterPages.yourBatchesComeToOf(Math.round(100 * ratio)));
    if (ratio !== null && ratio > 1.05) said.push(waterPages.yourBatchesComeToOfThe(Math.round(100 * ratio)));
    if (drift < -0.005) said.push(waterPages.itGrowsWeakerByA(figure(-100 * drift, 1)));
    return said.join(' ');
  }
  protected edit(m: HouseMineral): void {
    this.editing.set(this.editing() === m.supplyId ? '' : m.supplyId);
    this.form.set(m.label ? { ...m.label } : empty);
    this.faults.set('');
  }
  protected set(field: keyof typeof empty, value: number | null): void {
    this.form.update((f) => ({ ...f, [field]: value }));
  }
  protected readonly ready = computed(() => this.form().massG !== null && this.form().waterL !== null);
  protected async save(m: HouseMineral): Promise<void> {
    const { massG, waterL, ...rises } = this.form();
    if (massG === null || waterL === null) {
      this.faults.set(waterPages.sayHowManyGramsIn);
      return;
    }
    const written = await this.scribe.write(
      [this.scribe.entry('mineral', m.supplyId, { massG, waterL, ...rises })],
      waterPages.theLabelOf(m.name),
    );
    this.faults.set(faultsText(written.faults));
    this.said.set(written.said);
    if (written.kept) this.editing.set('');
  }
}
const empty: Record<'massG' | 'waterL' | 'ghDegrees' | 'khDegrees' | 'ec25UsPerCm', number | null> = {
  massG: null,
  waterL: null,
  ghDegrees: null,
  khDegrees: null,
  ec25UsPerCm: null,
};
