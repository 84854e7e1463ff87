import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { InputText } from 'primeng/inputtext';
import { careKnowledge } from '#almanac/care';
import type { SupplyUnit } from '#core/supplies';
import type { SupplyPayload } from '#contracts/book';
import { changesFrom, changesText, daysFrom, daysText } from '#words/care';
import { suppliesPages } from '#words/supplies';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { InUnit } from '../ui/in-unit';

export type Medicine = NonNullable<SupplyPayload['medicine']>;
const dosed = careKnowledge.agents.filter((a) => !['adsorbent', 'device', 'dip', 'heat'].includes(a.sort));

/** A medicine as its label has it: which agents, how much of it treats what, on which days, what it says of kinds. */
@Component({
  selector: 'nl-medicine-part',
  imports: [Choice, Field, FormsModule, InUnit, InputText, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="caution small">
      {{ say.fromTheLabelWordFor }}
    </p>
    <div class="grid">
      <nl-field [name]="say.agentByItsActiveIngredient"
        ><nl-choice name="agent" [ngModel]="agentId()" (ngModelChange)="agentId.set($event)">
          <nl-option value="" [word]="say.notWrittenAsACourse" />
          @for (a of agents; track a.id) {
            <nl-option [value]="a.id" [word]="a.name" />
          }</nl-choice
      ></nl-field>
      @if (agentId()) {
        <nl-field [name]="say.andASecondOne"
          ><nl-choice name="second" [ngModel]="secondId()" (ngModelChange)="secondId.set($event)">
            <nl-option value="" [word]="say.none" />
            @for (a of agents; track a.id) {
              <nl-option [value]="a.id" [word]="a.name" />
            }</nl-choice
        ></nl-field>
        <nl-field [name]="say.aDoseIs(unit())"
          ><input pInputText nlIn name="doseValue" [ngModel]="doseValue()" (ngModelChange)="doseValue.set($event)"
        /></nl-field>
        <nl-field [name]="say.andTreats"
          ><input pInputText nlIn name="treats" [ngModel]="treats()" (ngModelChange)="treats.set($event)"
        /></nl-field>
        <nl-field name="of"
          ><nl-choice name="treatsUnit" [ngModel]="treatsUnit()" (ngModelChange)="treatsUnit.set($event)">
            <nl-option value="L" [word]="say.litres" />
            <nl-option value="US gal" [word]="say.usGallons" /></nl-choice
        ></nl-field>
        <nl-field [name]="say.daysWithADoseAs" [fault]="daysFault()"
          ><input
            pInputText
            name="doseDays"
            autocomplete="off"
            [ngModel]="doseDays()"
            (ngModelChange)="doseDays.set($event)"
        /></nl-field>
        <nl-field [name]="say.changesAs5259" [fault]="changesFault()"
          ><input
            pInputText
            name="changes"
            autocomplete="off"
            [ngModel]="changes()"
            (ngModelChange)="changes.set($event)"
        /></nl-field>
        <nl-field [name]="say.repeatsThatItAllows"
          ><input pInputText nlIn name="maxRepeats" [ngModel]="maxRepeats()" (ngModelChange)="maxRepeats.set($event)"
        /></nl-field>
        <nl-field [name]="say.whatItSaysOfKinds"
          ><input
            pInputText
            name="kinds"
            maxlength="300"
            autocomplete="off"
            [ngModel]="kinds()"
            (ngModelChange)="kinds.set($event)"
        /></nl-field>
      }
    </div>
    @if (agentId() && !medicine()) {
      <p class="fault">{{ say.aLabelNeedsHowMuch }}</p>
    }
  `,
  styles: `
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
      gap: 0.7rem 1rem;
      align-items: end;
    }
  `,
})
export class MedicinePart {
  protected readonly say = suppliesPages;
  readonly unit = input.required<SupplyUnit>();
  /** What is written already, where a supply is changed. */
  readonly written = input<Medicine | null>(null);
  /** The label as it is typed; null where there is none, `unfinished` where something is missing. */
  readonly said = output<Medicine | 'unfinished' | null>();
  protected readonly agents = dosed;
  protected readonly agentId = signal('');
  protected readonly secondId = signal('');
  protected readonly doseValue = signal<number | null>(null);
  protected readonly treats = signal<number | null>(null);
  protected readonly treatsUnit = signal<'L' | 'US gal'>('L');
  protected readonly doseDays = signal('1');
  protected readonly changes = signal('');
  protected readonly maxRepeats = signal<number | null>(null);
  protected readonly kinds = signal('');

  constructor() {
    effect(() => {
      const of = this.written();
      untracked(() => {
        this.take(of);
      });
    });
    effect(() => {
      this.said.emit(this.agentId() === '' ? null : (this.medicine() ?? 'unfinished'));
    });
  }
  private take(of: Medicine | null): void {
    this.agentId.set(of?.agentIds[0] ?? '');
    this.secondId.set(of?.agentIds[1] ?? '');
    this.doseValue.set(of?.doseValue ?? null);
    this.treats.set(of?.label.packTreatsL ?? of?.label.packTreatsUsGal ?? null);
    this.treatsUnit.set(of?.label.packTreatsUsGal === undefined ? 'L' : 'US gal');
    this.doseDays.set(of ? daysText(of.label.doseDays) : '1');
    this.changes.set(of ? changesText(of.label.changes) : '');
    this.maxRepeats.set(of?.label.maxRepeats ?? null);
    this.kinds.set(of?.kinds ?? '');
  }
  protected readonly daysFault = computed(() => (daysFrom(this.doseDays()) ? '' : suppliesPages.wholeDaysFrom1As));
  protected readonly changesFault = computed(() => (changesFrom(this.changes()) ? '' : suppliesPages.aDayAndAPer));
  protected readonly medicine = computed((): Medicine | null => {
    const [doseValue, treats, most] = [this.doseValue(), this.treats(), this.maxRepeats()];
    const [doseDays, changes] = [daysFrom(this.doseDays()), changesFrom(this.changes())];
    if (doseValue === null || !(doseValue > 0) || treats === null || !(treats > 0)) return null;
    if (!doseDays || doseDays.length === 0 || !changes) return null;
    const second = this.secondId();
    return {
      agentIds: [this.agentId(), ...(second === '' || second === this.agentId() ? [] : [second])],
      doseValue,
      label: {
        ...(this.treatsUnit() === 'L' ? { packTreatsL: treats } : { packTreatsUsGal: treats }),
        doseDays,
        changes,
        ...(most === null ? {} : { maxRepeats: most }),
      },
      kinds: this.kinds().trim(),
    };
  });
}
