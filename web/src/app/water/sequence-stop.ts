import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { waterPages } from '#words/water';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import type { SequencePayload } from '#contracts/book';
import { DiaryWatch, Scribe } from '../base/scribe';
import { faultsText } from '../ui/refusals';
import { Field } from '../ui/field';

type Because = Extract<SequencePayload, { step: 'ended' }>['because'];

/** A planned row of changes, at its next step: how far it is, what was seen since, and how it ends before its end. */
@Component({
  selector: 'nl-sequence-stop',
  imports: [Field, FormsModule, ButtonDirective, Choice, InputText, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="caution">
      <p>
        {{ say.aStepOfAPlanned(ofText()) }}
        @if (diedSince()) {
          <strong>{{ say.oneDiedSinceItBegan }}</strong>
        }
      </p>
      <form class="row" (ngSubmit)="end()">
        <nl-field [name]="say.endItBecause"
          ><nl-choice name="because" [ngModel]="because()" (ngModelChange)="because.set($event)">
            <nl-option value="reached" [word]="say.theGoalIsReached" />
            <nl-option value="recovered" [word]="say.theyHaveRecovered" />
            <nl-option value="died" [word]="say.oneDiedAfterAStep" />
            <nl-option value="other" [word]="say.somethingElse" /> </nl-choice
        ></nl-field>
        <nl-field [name]="say.note"
          ><input
            pInputText
            name="note"
            maxlength="500"
            [ngModel]="note()"
            (ngModelChange)="note.set($event)"
            autocomplete="off" /></nl-field
        ><button pButton class="plain">{{ say.endTheSequence }}</button>
      </form>
      @if (fault()) {
        <p class="fault" role="alert">{{ fault() }}</p>
      }
    </div>
  `,
  styles: `
    .caution {
      margin: 0.6rem 0;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: end;
    }
    .row :is(label, nl-field) {
      min-width: 190px;
    }
  `,
})
export class SequenceStop {
  protected readonly say = waterPages;
  private readonly scribe = inject(Scribe);
  readonly tankId = input.required<string>();
  readonly sequenceId = input.required<string>();
  readonly stopped = output();
  private readonly diary = new DiaryWatch(['sequence', 'seen', 'stock']);
  protected readonly because = signal<Because>('reached');
  protected readonly note = signal('');
  protected readonly fault = signal('');
  constructor() {
    effect(() => {
      this.diary.open(this.tankId());
    });
  }
  private readonly plan = computed(
    () => this.diary.of('sequence').find((s) => s.entryId === this.sequenceId()) ?? null,
  );
  protected readonly ofText = computed(() => {
    const plan = this.plan()?.payload;
    return plan?.step === 'planned' ? ` of ${plan.changes.length}` : '';
  });
  protected readonly diedSince = computed(() => {
    const since = this.plan()?.atEpochMs;
    if (since === undefined) return false;
    const seen = this.diary.of('seen').some((s) => s.atEpochMs > since && (s.payload.deaths?.lo ?? 0) > 0);
    return seen || this.diary.of('stock').some((s) => s.atEpochMs > since && s.payload.event === 'died');
  });
  protected async end(): Promise<void> {
    const entry = this.scribe.entry('sequence', this.tankId(), {
      step: 'ended',
      sequenceId: this.sequenceId(),
      because: this.because(),
      note: this.note().trim(),
    });
    const written = await this.scribe.write([entry], waterPages.theEndOfTheSequence);
    this.fault.set(faultsText(written.faults));
    if (written.kept) this.stopped.emit();
  }
}
