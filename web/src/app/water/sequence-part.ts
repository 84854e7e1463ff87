import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { FormsModule } from '@angular/forms';
import { stepLimits } from '#almanac/limits';
import type { Interval, ParameterId, Water } from '#core/readings';
import { unstatedAims, wiseSequence, type ChangePlan, type WaterAim } from '#core/water';
import { adviceWords, missWords, stopWords, waterPages } from '#words/water';
import { valueText } from '#words/units';
import { Scribe } from '../base/scribe';
import { faultsText, plainRefusal } from '../ui/refusals';
import { figure } from '../ui/words';
import { parameterShort } from '../ui/kind-words';
import { AmountPipe } from '../ui/amount';
import { Field } from '../ui/field';

/** A change that is too large, as the shortest row of changes these animals bear; into the book as a plan, step by step. */
@Component({
  selector: 'nl-sequence-part',
  imports: [Field, AmountPipe, FormsModule, ButtonDirective, Choice, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (aims().length === 0) {
      <p>
        {{ say.noTestedValueIsOutside }}
      </p>
    } @else {
      <h2>{{ wanted() ? say.theShortestWayThere : say.theWayThereInSteps }}</h2>
      <div class="row">
        <nl-field [name]="say.aStepEvery"
          ><nl-choice name="every" [ngModel]="everyDays()" (ngModelChange)="everyDays.set(+$event)">
            @for (d of [1, 2, 3, 4, 7]; track d) {
              <nl-option [value]="d" [word]="d === 1 ? say.day : say.days(d)" />
            }</nl-choice
        ></nl-field>
      </div>
      @if (refusal()) {
        <p class="fault" role="alert">{{ refusal() }}</p>
      }
      @if (found(); as s) {
        @if (s.steps.length === 0) {
          <p>
            {{ s.verdict === 'leave' ? say.itIsThereAlreadyLeave : say.noStepThatTheyBear }}
          </p>
        } @else {
          <p>
            <strong>{{ s.steps.length === 1 ? say.oneChange : say.changes(s.steps.length) }}</strong>
            {{ say.over(lastText()) }}
          </p>
          <div class="scroll">
            <table>
              <thead>
                <tr>
                  <th>{{ say.step }}</th>
                  <th>{{ say.dayHead }}</th>
                  <th class="right">{{ say.change }}</th>
                  @for (p of shown(); track p) {
                    <th class="right">{{ say.afterForParameter(short(p)) }}</th>
                  }
                </tr>
              </thead>
              <tbody>
                @for (step of rows(); track step.place) {
                  <tr>
                    <td class="num">{{ step.place }}</td>
                    <td class="num">{{ step.day === 0 ? say.tonightInline : '+' + step.day }}</td>
                    <td class="num right">
                      {{ percent(step.changeFraction) }} %
                      <span class="quiet">{{ step.changeL | amount: 'volume' }}</span>
                    </td>
                    @for (p of shown(); track p) {
                      <td class="num right">{{ value(step.after, p) }}</td>
                    }
                  </tr>
                }
              </tbody>
            </table>
          </div>
          @if (s.steps.length > 12) {
            <button pButton type="button" class="asText" (click)="all.set(!all())">
              {{ all() ? say.onlyTheFirstAndThe : say.allSteps(s.steps.length) }}
            </button>
          }
          @for (m of s.missed; track m.parameter) {
            <p class="small caution">{{ short(m.parameter) }}: {{ missed(m.why) }}.</p>
          }
          <ul class="small">
            @for (x of s.stops; track x) {
              <li>· {{ stops[x] }}</li>
            }
          </ul>
          <button pButton type="button" class="go" (click)="keep()">{{ say.planItSoFirstStep }}</button>
        }
      }
    }
    @if (fault()) {
      <p class="fault" role="alert">{{ fault() }}</p>
    }
  `,
  styles: `
    .row {
      display: flex;
      gap: 0.8rem;
    }
    .right {
      text-align: right;
    }
    table {
      max-width: 720px;
    }
    p,
    ul,
    .go {
      margin: 0.5rem 0;
    }
  `,
})
export class SequencePart {
  protected readonly say = waterPages;
  private readonly scribe = inject(Scribe);
  readonly plan = input.required<ChangePlan>();
  readonly tankId = input.required<string>();
  readonly sourceId = input.required<string>();
  readonly netVolumeL = input.required<number>();
  readonly production = input<Water>({});
  readonly movedToday = input<Water>({});
  /** What is measured and has a band, and what is foreseen to leave it: the reason for a change where none is said. */
  readonly bands = input<Partial<Record<ParameterId, Interval>>>({});
  readonly leaving = input<readonly ParameterId[]>([]);
  /** Said by the keeper; otherwise what the bands ask for. */
  readonly wanted = input<WaterAim | null>(null);
  /** Planned: the sequence and the share of its first step. */
  readonly planned = output<{ sequenceId: string; changeFraction: number }>();
  protected readonly everyDays = signal(2);
  protected readonly all = signal(false);
  protected readonly fault = signal('');

  /** What is wanted, or what the bands ask for. */
  protected readonly aims = computed((): WaterAim[] => {
    const wanted = this.wanted();
    if (wanted) return [wanted];
    const { before, source } = this.plan();
    return unstatedAims({ before, source, bands: this.bands(), leaving: this.leaving() });
  });
  private readonly result = computed(() => {
    const { before, source, bearing } = this.plan();
    // Heat is matched in minutes; a sequence is not for that.
    const matched: Water = before.tempC === undefined ? source : { ...source, tempC: before.tempC };
    return wiseSequence({
      netVolumeL: this.netVolumeL(),
      tank: before,
      source: matched,
      aims: this.aims(),
      bearing,
      limits: stepLimits,
      everyDays: this.everyDays(),
      productionPerDay: this.production(),
      movedToday: this.movedToday(),
    });
  });
  protected readonly found = computed(() => {
    const result = this.result();
    return result.ok ? result.value : null;
  });
  protected readonly refusal = computed(() => {
    const result = this.result();
    return result.ok ? '' : plainRefusal(result.refusal);
  });
  protected readonly shown = computed((): ParameterId[] => this.aims().map((a) => a.parameter));
  protected readonly rows = computed(() => {
    const steps = this.found()?.steps ?? [];
    const numbered = steps.map((step, i) => ({ ...step, place: i + 1 }));
    return this.all() || steps.length <= 12 ? numbered : [...numbered.slice(0, 4), ...numbered.slice(-2)];
  });
  protected readonly lastText = computed(() => {
    const last = this.found()?.steps.at(-1)?.day ?? 0;
    return last === 0 ? 'tonight' : `${Math.round(last) + 1} days`;
  });
  protected short = parameterShort;
  protected missed = missWords;
  protected readonly stops = stopWords;
  protected f1 = (value: number): string => figure(value, 1);
  protected percent = (share: number): string => figure(100 * share, 1);
  protected value = (water: Water, id: ParameterId): string => {
    const value = water[id];
    return value === undefined ? '?' : valueText(speech(), id, value);
  };
  protected async keep(): Promise<void> {
    const steps = this.found()?.steps ?? [];
    const [first] = steps;
    if (!first) return;
    const entry = this.scribe.entry('sequence', this.tankId(), {
      step: 'planned',
      sourceId: this.sourceId(),
      changes: steps.map((s) => ({ atDay: s.day, changeFraction: s.changeFraction })),
      aims: this.aims().map((a) => ({ ...a })),
      why: adviceWords(this.plan().advice.value.reason),
    });
    const written = await this.scribe.write([entry], 'The sequence');
    this.fault.set(faultsText(written.faults));
    if (written.kept) this.planned.emit({ sequenceId: entry.id, changeFraction: first.changeFraction });
  }
}
