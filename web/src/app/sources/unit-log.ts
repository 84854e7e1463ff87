import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { resinSchools, unitParts, unitState, type UnitLog, type UnitPart } from '#core/sources';
import { resinWords, sourcesPages } from '#words/sources';
import { amount, amountFigure } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { agoText, figure } from '../ui/words';
import { InUnit } from '../ui/in-unit';
import { UnitWordPipe, AmountPipe, BareAmountPipe, UnitNamePipe } from '../ui/amount';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

/** The RO unit: its in/out log, the membrane's rejection, litres since the resin, and when each school would change it. */
@Component({
  selector: 'nl-unit-log',
  imports: [
    WhyNot,
    Field,
    UnitWordPipe,
    BareAmountPipe,
    AmountPipe,
    InUnit,
    UnitNamePipe,
    FormsModule,
    ButtonDirective,
    Choice,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>{{ say.theUnit }}</h3>
    @if (state(); as s) {
      <p>
        @if (s.rejectionFraction !== null) {
          {{ say.theMembraneRejects }} <span class="num">{{ percent(s.rejectionFraction) }} %</span
          >{{ s.rejectionFraction < 0.9 ? say.under90ItIsWorn : '' }}.
        }
        <span class="num">{{ s.litresSinceResinL | amount: 'volume' }}</span> {{ say.sinceTheResinWasNew }}
      </p>
      <ul>
        @for (f of s.forecasts; track f.school) {
          <li class="small">
            <strong [class.act]="f.state === 'reached'">{{
              say.ppmByThePen(
                resin[f.school].name,
                school(f.school)?.ppmCount ?? '',
                perCm(f.limitUsPerCm.lo),
                perCm(f.limitUsPerCm.hi),
                'conductivity' | unitName
              )
            }}</strong>
            @if (f.state === 'reached') {
              {{ say.reachedChangeTheResinThe(20 | amount: 'volume' : 0) }}
            } @else if (f.leftL) {
              {{ say.left(leftText(f.leftL), f.by === 'rise' ? say.byHowItRises : say.byHowLongEarlierCharges) }}
            } @else {
              {{ say.cannotTellYetFourLines }}
            }
          </li>
        }
      </ul>
    } @else {
      <p class="small quiet">{{ say.noLineOfItsLog }}</p>
    }
    <form class="row" (ngSubmit)="write()">
      <nl-field [name]="say.madeByTheMeter('volume' | unitWord)"
        ><input pInputText nlIn="volume" name="made" required [ngModel]="made()" (ngModelChange)="made.set($event)"
      /></nl-field>
      <nl-field [name]="say.in2('conductivity' | unitName)"
        ><input pInputText nlIn="conductivity" name="in" [ngModel]="ins()" (ngModelChange)="ins.set($event)"
      /></nl-field>
      <nl-field [name]="say.afterTheMembrane" [fault]="fault('betweenUsPerCm')"
        ><input
          pInputText
          nlIn="conductivity"
          name="between"
          [ngModel]="between()"
          (ngModelChange)="between.set($event)"
      /></nl-field>
      <nl-field [name]="say.out" [fault]="fault('outUsPerCm')"
        ><input
          pInputText
          nlIn="conductivity"
          name="out"
          [ngModel]="out()"
          (ngModelChange)="out.set($event)"
          [attr.aria-invalid]="!!fault('outUsPerCm')"
      /></nl-field>
      <nl-field [name]="say.newInIt"
        ><nl-choice name="renewed" [ngModel]="renewed()" (ngModelChange)="renewed.set($event)">
          <nl-option value="" [word]="say.nothing" />
          @for (p of parts; track p) {
            <nl-option [value]="p" [word]="p" />
          }</nl-choice
      ></nl-field>
      <button pButton class="plain" [nlWhy]="[[say.whatTheMeterSays, made() === null]]">{{ say.writeTheLine }}</button>
    </form>
    @if (recent().length > 0) {
      <details>
        <summary class="small">{{ say.theLastLines }}</summary>
        <table>
          <thead>
            <tr>
              <th>{{ say.when }}</th>
              <th class="right">{{ say.made }}</th>
              <th class="right">{{ say.in3 }}</th>
              <th class="right">{{ say.between }}</th>
              <th class="right">{{ say.out }}</th>
              <th>{{ say.new2 }}</th>
            </tr>
          </thead>
          <tbody>
            @for (l of recent(); track l.atEpochMs) {
              <tr>
                <td class="small">{{ ago(l.atEpochMs) }}</td>
                <td class="num right">{{ l.madeL | bareAmount: 'volume' : 0 }}</td>
                <td class="num right">{{ l.inUsPerCm | bareAmount: 'conductivity' : 0 }}</td>
                <td class="num right">{{ l.betweenUsPerCm | bareAmount: 'conductivity' : 0 }}</td>
                <td class="num right">{{ l.outUsPerCm | bareAmount: 'conductivity' : 0 }}</td>
                <td class="small">{{ l.renewed.join(', ') }}</td>
              </tr>
            }
          </tbody>
        </table>
      </details>
    }
    <p class="small quiet">{{ say.shutTheFeedBeforeOpening }}</p>
    <p role="status" class="quiet">{{ said() }}</p>
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.6rem 0.9rem;
      align-items: end;
    }
    .row :is(label, nl-field) {
      width: 150px;
    }
    .right {
      text-align: right;
    }
    .act {
      color: var(--act);
    }
    table {
      max-width: 640px;
    }
  `,
})
export class UnitLogPart {
  protected readonly say = sourcesPages;
  readonly sourceId = input.required<string>();
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly diary = new DiaryWatch(['unit']);
  protected readonly parts = unitParts;
  protected readonly made = signal<number | null>(null);
  protected readonly ins = signal<number | null>(null);
  protected readonly between = signal<number | null>(null);
  protected readonly out = signal<number | null>(null);
  protected readonly renewed = signal<UnitPart | ''>('');
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly said = signal('');
  constructor() {
    effect(() => {
      this.diary.open(this.sourceId());
    });
  }
  private readonly log = computed((): UnitLog[] =>
    this.diary.of('unit').map(({ atEpochMs, payload }) => ({ atEpochMs, ...payload })),
  );
  protected readonly state = computed(() => (this.log().length === 0 ? null : unitState(this.log())));
  protected readonly recent = computed(() => [...this.log()].reverse().slice(0, 8));
  protected readonly resin = resinWords;
  protected school = (id: string): (typeof resinSchools)[number] | undefined => resinSchools.find((s) => s.id === id);
  protected percent = (share: number): string => figure(100 * share, 1);
  protected perCm = (value: number): string => amountFigure(speech(), 'conductivity', value, 0);
  protected leftText({ lo, hi }: { lo: number; hi: number | null }): string {
    if (hi === null) return `at least ${amount(speech(), 'volume', lo, 0)}`;
    return amountFigure(speech(), 'volume', lo, 0) === amountFigure(speech(), 'volume', hi, 0)
      ? `about ${amount(speech(), 'volume', lo, 0)}`
      : `${amountFigure(speech(), 'volume', lo, 0)}–${amount(speech(), 'volume', hi, 0)}`;
  }
  protected ago = (at: number): string => agoText({ atEpochMs: at, nowEpochMs: this.house.nowEpochMs() });
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected async write(): Promise<void> {
    const madeL = this.made();
    if (madeL === null) return;
    const renewed = this.renewed();
    const entry = this.scribe.entry('unit', this.sourceId(), {
      madeL,
      inUsPerCm: this.ins(),
      betweenUsPerCm: this.between(),
      outUsPerCm: this.out(),
      renewed: renewed === '' ? [] : [renewed],
    });
    const fields = [this.made, this.ins, this.between, this.out];
    const typed = fields.map((field) => field());
    // The next line may be typed while this one is on its way.
    for (const field of fields) field.set(null);
    this.renewed.set('');
    const written = await this.scribe.write([entry], 'The line');
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (written.kept || fields.some((field) => field() !== null)) return;
    fields.forEach((field, i) => {
      field.set(typed[i] ?? null);
    });
    this.renewed.set(renewed);
  }
}
