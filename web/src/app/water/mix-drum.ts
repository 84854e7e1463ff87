import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { foodGradeCaution, saltCares } from '#almanac/water';
import { foreseenEc, salts } from '#core/water';
import type { BatchPayload } from '#contracts/book';
import { amountFigure } from '#words/units';
import { Scribe } from '../base/scribe';
import { parameterLabel } from '../ui/kind-words';
import { faultsText } from '../ui/refusals';
import { figure } from '../ui/words';
import { MixStore, waterOfView } from './mix-store';
import { WarmPart } from './warm-part';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, UnitNamePipe, UnitWordPipe } from '../ui/amount';
import { Field } from '../ui/field';

/** One drum by its recipe: what to pour, what to weigh, what the pen should say; then into the book as a batch. */
@Component({
  selector: 'nl-mix-drum',
  imports: [
    Field,
    UnitNamePipe,
    AmountPipe,
    InUnit,
    UnitWordPipe,
    FormsModule,
    RouterLink,
    WarmPart,
    ButtonDirective,
    Choice,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="grid">
      <nl-field [name]="say.water"
        ><nl-choice name="water" [ngModel]="waterId()" (ngModelChange)="waterId.set($event)">
          <nl-option value="" disabled [word]="say.chooseHead" />
          @for (s of drums(); track s.sourceId) {
            <nl-option [value]="s.sourceId" [word]="s.setUp.name" />
          }</nl-choice
      ></nl-field>
      <nl-field name="{{ 'volume' | unitWord }}"
        ><input
          pInputText
          nlIn="volume"
          name="litres"
          [ngModel]="litres()"
          (ngModelChange)="litres.set($event)"
          [attr.aria-invalid]="!!sizeFault()"
      /></nl-field>
      <nl-field [name]="say.drum"
        ><input
          pInputText
          name="drum"
          maxlength="40"
          [ngModel]="drum()"
          (ngModelChange)="drum.set($event)"
          autocomplete="off"
      /></nl-field>
      <nl-field [name]="say.scaleShowsStepsOfG"
        ><input pInputText nlIn name="scale" [ngModel]="mix.scaleG()" (ngModelChange)="mix.scaleG.set($event || 0.1)"
      /></nl-field>
    </div>
    @if (!waterId() && known().length > 0) {
      <h2>{{ say.whatIsMixedHere }}</h2>
      <div class="scroll">
        <table>
          <thead>
            <tr>
              <th>{{ say.water }}</th>
              <th>{{ say.madeOf }}</th>
              <th>{{ say.itShouldRead }}</th>
              <th>{{ say.then }}</th>
              <th class="right">{{ say.readyForUnitName('volume' | unitName) }}</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            @for (k of known(); track k.sourceId) {
              <tr>
                <td class="serif line">{{ k.name }}</td>
                <td class="small">{{ k.madeOf }}</td>
                <td class="small num">{{ k.aims }}</td>
                <td class="small">{{ k.then }}</td>
                <td class="num right">{{ k.readyL > 0 ? bareLitres(k.readyL) : '' }}</td>
                <td class="line">
                  <button pButton type="button" class="asText" (click)="waterId.set(k.sourceId)">
                    {{ say.mixIt }}<span class="visuallyHidden">: {{ k.name }}</span>
                  </button>
                </td>
              </tr>
            }
          </tbody>
        </table>
      </div>
    }
    @if (!waterId() && mix.loaded() && known().length === 0) {
      <p class="quiet">
        {{ say.noRecipeStandsInThe }}
      </p>
    }
    @if (sizeFault()) {
      <p class="fault" role="alert">{{ sizeFault() }}</p>
    }
    @if (waterId() && !recipe()) {
      <p class="caution small">
        {{ say.nobodyHasWrittenHowThis }}
      </p>
    }
    @if (recipe(); as r) {
      @if (!sizeFault()) {
        <h2>{{ say.intoTheDrumInThis }}</h2>
        <ol class="weigh">
          @for (p of poured(); track p.sourceId) {
            <li>
              <span class="num big">{{ p.partL | amount: 'volume' }}</span>&ngsp;{{ p.name }}
            </li>
          }
          @for (w of weighed(); track w.name) {
            <li>
              <span class="num big">{{ w.text }} g</span>&ngsp;{{ w.name }}
              <span class="small quiet">{{ w.note }}</span>
              @if (w.short) {
                &ngsp;<span class="small caution">{{ w.short }}</span>
              }
            </li>
          }
        </ol>
        @for (c of cautions(); track c) {
          <p class="caution small">{{ c }}</p>
        }
        <p>
          {{ say.itShouldRead }}
          @for (a of r.aims; track a.parameter; let last = $last) {
            <span class="num">{{ label(a.parameter) }} {{ aimText(a.value) }} ± {{ aimText(a.toleranceValue) }}</span
            >{{ last ? '.' : ', ' }}
          }
          @if (expected(); as e) {
            {{ say.byWhatIsKnownOf }}
            <span class="num">{{ e | amount: 'conductivity' : 0 }}</span>.
          }
          @if (r.leadHours > 0) {
            {{ say.thenFor(r.stirred ? say.stirred : say.leftStanding, leadText(r.leadHours)) }}
          }
        </p>
        <nl-warm-part [volumeL]="litres()" (wanted)="mixedC.set($event)" />
        @if (faults()) {
          <p class="fault" role="alert">{{ say.whatYouTypedIsKept(faults()) }}</p>
        }
        <p>
          <button pButton type="button" class="go" (click)="write()" [disabled]="busy()">
            {{ say.itIsMixedWriteThe }}
          </button>
        </p>
      }
    }
    <p role="status">
      {{ said() }}
      @if (saidBatch()) {
        <a routerLink="/water/batches">{{ say.measureIt }}</a>
      }
    </p>
  `,
  styles: `
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      gap: 0.7rem 1rem;
      align-items: end;
      max-width: 820px;
    }
    .weigh li {
      min-height: 40px;
      border-bottom: 1px solid var(--line);
      padding: 0.3rem 0;
    }
    .big {
      display: inline-block;
      min-width: 96px;
      font-size: 1.15rem;
    }
    h2 {
      margin: 1rem 0 0.3rem;
    }
    p {
      margin: 0.5rem 0;
    }
    .right {
      text-align: right;
    }
    .line {
      white-space: nowrap;
    }
  `,
})
export class MixDrum {
  protected readonly say = waterPages;
  protected bareLitres = (value: number): string => amountFigure(speech(), 'volume', value, 1);
  protected readonly mix = inject(MixStore);
  private readonly scribe = inject(Scribe);
  private readonly router = inject(Router);
  readonly water = input<string>();
  readonly asked = input<number | null>(null);
  protected readonly waterId = linkedSignal(() => this.water() ?? '');
  protected readonly litres = linkedSignal<number | null>(() => this.asked() ?? 40);
  protected readonly drum = signal('');
  protected readonly faults = signal('');
  protected readonly said = signal('');
  protected readonly saidBatch = signal(false);
  protected readonly busy = signal(false);
  /** How warm it is mixed, where somebody said so. */
  protected readonly mixedC = signal<number | null>(null);
  constructor() {
    effect(() => {
      this.waterId();
      this.said.set('');
      this.saidBatch.set(false);
    });
  }
  protected readonly drums = computed(() =>
    this.mix.sources.list().filter((s) => s.setUp.state === 'batch' || this.mix.recipes().has(s.sourceId)),
  );
  /** Waters with a recipe, as one would say them. */
  protected readonly known = computed(() =>
    [...this.mix.recipes()].map(([sourceId, { parts, minerals, salts: own, aims, leadHours, stirred }]) => ({
      sourceId,
      name: this.mix.sourceName(sourceId),
      madeOf: [
        ...parts.map((p) => `${Math.round(1000 * p.shareFraction) / 10} % ${this.mix.sourceName(p.sourceId)}`),
        ...minerals.map((m) => `${Number(m.mineralGPerL.toPrecision(3))} g/L ${this.mix.nameOf(m.supplyId)}`),
        ...own.map((s) => `${Number(s.saltGPerL.toPrecision(3))} g/L ${salts[s.saltId].name}`),
      ].join(', '),
      aims: aims
        .map((a) => `${parameterLabel(a.parameter)} ${this.aimText(a.value)} ± ${this.aimText(a.toleranceValue)}`)
        .join(', '),
      then: leadHours > 0 ? `${stirred ? 'stirred' : 'left standing'} ${this.leadText(leadHours)}` : '',
      readyL: this.mix.water
        .batches()
        .filter((b) => b.sourceId === sourceId && b.usable)
        .reduce((sum, b) => sum + b.leftL, 0),
    })),
  );
  protected readonly recipe = computed(() => this.mix.recipes().get(this.waterId()) ?? null);
  protected readonly sizeFault = computed(() => {
    const value = this.litres();
    return value !== null && value >= 0.1 && value <= 100_000 ? '' : waterPages.howManyLitresMoreThan;
  });
  protected readonly poured = computed(() =>
    (this.recipe()?.parts ?? []).map((p) => ({
      sourceId: p.sourceId,
      name: this.mix.sourceName(p.sourceId),
      partL: p.shareFraction * (this.litres() ?? 0),
    })),
  );
  private onScale = (grams: number): number => Math.round(grams / this.mix.scaleG()) * this.mix.scaleG();
  protected readonly weighed = computed(() => {
    const [recipe, litres] = [this.recipe(), this.litres() ?? 0];
    if (!recipe) return [];
    const line = (name: string, exactG: number, supplyId?: string) => {
      const massG = this.onScale(exactG);
      const off = exactG === 0 ? 0 : Math.round((1000 * (massG - exactG)) / exactG) / 10;
      const note =
        massG === 0
          ? waterPages.gIsLessThanThe(exactG.toFixed(3))
          : Math.abs(off) >= 0.5
            ? `rounded, ${off > 0 ? '+' : '−'}${Math.abs(off)} %`
            : '';
      const leftG = supplyId === undefined ? null : this.mix.leftOf(supplyId);
      const short = leftG !== null && leftG < massG - 1e-9 ? waterPages.byTheBookOnlyG(figure(leftG, 1)) : '';
      return { name, massG, text: massG.toFixed(decimalsOf(this.mix.scaleG())), note, short };
    };
    return [
      ...recipe.minerals.map((m) => ({
        ...line(this.mix.nameOf(m.supplyId), m.mineralGPerL * litres, m.supplyId),
        supplyId: m.supplyId,
      })),
      ...recipe.salts.map((s) => ({
        ...line(salts[s.saltId].name, s.saltGPerL * litres, this.mix.salts().get(s.saltId)?.supplyId),
        saltId: s.saltId,
      })),
    ];
  });
  protected readonly cautions = computed(() => {
    const own = (this.recipe()?.salts ?? []).flatMap(({ saltId }) => {
      const care = saltCares.find((c) => c.saltId === saltId);
      return care ? [`${salts[saltId].name}: ${care.caution}`] : [];
    });
    return own.length > 0 ? [...own, foodGradeCaution] : own;
  });
  /** Conductivity by the parts, the powder’s own slope and the salts. */
  protected readonly expected = computed((): number | null => {
    const [madeL, weighed] = [this.litres() ?? 0, this.weighed()];
    if (!this.recipe()) return null;
    return foreseenEc({
      madeL,
      parts: this.poured().map((p) => ({
        partL: p.partL,
        ec25UsPerCm: waterOfView(this.mix.sources.named(p.sourceId)).ec25UsPerCm ?? null,
      })),
      minerals: weighed.flatMap((w) =>
        'supplyId' in w ? [{ massG: w.massG, ecPerGPerL: this.mix.ecSlopeOf(w.supplyId) }] : [],
      ),
      salts: weighed.flatMap((w) =>
        'saltId' in w && w.massG > 0
          ? [{ saltId: w.saltId, massG: w.massG, purityFraction: this.mix.salts().get(w.saltId)?.purityFraction ?? 1 }]
          : [],
      ),
    });
  });
  protected label = parameterLabel;
  protected f1 = (value: number): string => figure(value, 1);
  protected f0 = (value: number): string => figure(value, 0);
  protected aimText = (value: number): string => String(Number(value.toPrecision(3)));
  protected leadText = (hours: number): string =>
    hours < 48 ? `${Math.round(hours)} h` : `${Math.round(hours / 24)} days`;

  protected async write(): Promise<void> {
    const [recipe, litres, tempC] = [this.recipe(), this.litres(), this.mixedC()];
    if (!recipe || litres === null) return;
    this.busy.set(true);
    const payload: BatchPayload = {
      madeL: litres,
      drum: this.drum().trim(),
      parts: this.poured().map(({ sourceId, partL }) => ({ sourceId, partL })),
      salts: this.weighed().flatMap((w) =>
        'saltId' in w && w.massG > 0 ? [{ saltId: w.saltId, massG: w.massG }] : [],
      ),
      minerals: this.weighed().flatMap((w) =>
        'supplyId' in w && w.massG > 0 ? [{ supplyId: w.supplyId, massG: w.massG }] : [],
      ),
      aims: recipe.aims,
      leadHours: recipe.leadHours,
      stirred: recipe.stirred,
      ...(tempC === null ? {} : { tempC }),
    };
    // What was weighed is no longer on the shelf.
    const taken = [
      ...payload.minerals,
      ...payload.salts.flatMap(({ saltId, massG }) => {
        const supplyId = this.mix.salts().get(saltId)?.supplyId;
        return supplyId === undefined ? [] : [{ supplyId, massG }];
      }),
    ].map((t) => this.scribe.entry('supply-log', t.supplyId, { event: 'used', value: t.massG }));
    const written = await this.scribe.write(
      [this.scribe.entry('batch', this.waterId(), payload), ...taken],
      'The batch',
    );
    this.busy.set(false);
    this.faults.set(faultsText(written.faults));
    this.said.set(written.said);
    this.saidBatch.set(written.kept);
    if (written.kept) void this.router.navigate(['/water/batches']);
  }
}
/** As many decimals as the scale’s step has. */
export const decimalsOf = (step: number): number => Math.max(0, Math.min(4, -Math.floor(Math.log10(step) + 1e-9)));
