import { bound } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { hotAndCold } from '#core/water';
import { warmingWords, waterPages } from '#words/water';
import { plainRefusal } from '../ui/refusals';
import { InUnit } from '../ui/in-unit';
import { UnitNamePipe } from '../ui/amount';
import { Field } from '../ui/field';

/** How much from the hot and how much from the cold, and the steps at a mixer tap, with what scalds. */
@Component({
  selector: 'nl-warm-part',
  imports: [Field, InUnit, UnitNamePipe, FormsModule, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details class="small">
      <summary>{{ say.hotAndColdForIts }}</summary>
      <div class="grid">
        <nl-field [name]="say.wantedForUnitName('temperature' | unitName)"
          ><input
            pInputText
            nlIn="temperature"
            name="wanted"
            [ngModel]="wantedC()"
            (ngModelChange)="want($event)" /></nl-field
        ><nl-field [name]="say.theColdIs('temperature' | unitName)"
          ><input
            pInputText
            nlIn="temperature"
            name="cold"
            [ngModel]="coldC()"
            (ngModelChange)="coldC.set($event)" /></nl-field
        ><nl-field [name]="say.theHotIs('temperature' | unitName)"
          ><input pInputText nlIn="temperature" name="hot" [ngModel]="hotC()" (ngModelChange)="hotC.set($event)"
        /></nl-field>
      </div>
      @if (steps(); as s) {
        @if (s.ok) {
          <ol>
            @for (step of s.value.steps; track step.id) {
              <li>· {{ stepText(step) }}</li>
            }
          </ol>
        } @else {
          <p class="fault">{{ sentence(s.refusal) }}</p>
        }
      }
    </details>
  `,
  styles: `
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      gap: 0.7rem 1rem;
      align-items: end;
      max-width: 620px;
    }
    p {
      margin: 0.5rem 0;
    }
  `,
})
export class WarmPart {
  protected readonly say = waterPages;
  readonly volumeL = input.required<number | null>();
  /** As warm as the tank, where that is known. */
  readonly asWarmC = input<number | null>(null);
  /** What was typed: that it is mixed so warm is part of the plan. */
  readonly wanted = output<number | null>();
  protected readonly wantedC = linkedSignal<number | null>(() => this.asWarmC() ?? usualC);
  protected readonly coldC = signal<number | null>(14);
  protected readonly hotC = signal<number | null>(55);
  protected readonly steps = computed(() => {
    const [volumeL, wantedC, coldC, hotC] = [this.volumeL(), this.wantedC(), this.coldC(), this.hotC()];
    return volumeL === null || wantedC === null || coldC === null || hotC === null
      ? null
      : hotAndCold({ volumeL, wantedC, coldC, hotC });
  });
  protected want(wantedC: number | null): void {
    this.wantedC.set(wantedC);
    this.wanted.emit(wantedC);
  }
  protected sentence = plainRefusal;
  protected stepText = bound(warmingWords);
}
const usualC = 24;
