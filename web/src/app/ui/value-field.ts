import { speech } from '../base/speech';
import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  model,
  output,
  signal,
  untracked,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { parameters } from '#almanac/parameters';
import {
  aimRead,
  middle,
  type AimRead,
  parseReading,
  typedSpan,
  type Interval,
  type ParameterId,
} from '#core/readings';
import { notationOf } from '#core/units';
import { aimWords } from '#words/readings';
import { spokenValue, unitOf, valueText } from '#words/units';
import { HousePen } from '../base/house-pen';
import { plainRefusal } from './refusals';

type Read = AimRead | { value: number | null; reading?: TypedReading } | { refused: string };

/** A value that was measured, as it was typed: its span, its text, its unit. */
export interface TypedReading extends Interval {
  text: string;
  enteredUnit: string;
}

/** One value that is wanted, or with `spans` one that was measured (`4-5`, `~8`, `<5`): typed with or without its unit, ppm by this house's pen; what could be two things is asked. */
@Component({
  selector: 'nl-value-field',
  imports: [ButtonDirective, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label
      ><span [class.name]="!bare()" [class.visuallyHidden]="bare()">{{ label() }}</span
      ><input
        pInputText
        inputmode="text"
        autocomplete="off"
        [name]="name()"
        [placeholder]="unit()"
        [value]="text()"
        [attr.aria-invalid]="!!question() || !!fault()"
        [attr.data-refused]="question() ? '' : null"
        (input)="typed($event)"
    /></label>
    @if (question(); as q) {
      <p class="fault small" role="alert">{{ q }}</p>
      @if (either()) {
        <button pButton type="button" class="plain" (click)="say('ppm')">ppm</button>
        <button pButton type="button" class="plain" (click)="say(unit())">{{ unit() }}</button>
      }
    } @else if (converted()) {
      <p class="small quiet num">{{ converted() }}</p>
    }
    @if (fault()) {
      <span class="fault">{{ fault() }}</span>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 0.2rem 0;
    }
    button {
      margin-right: 0.4rem;
    }
  `,
})
export class ValueField {
  readonly label = input.required<string>();
  /** In a table, where the row says what it is: the label is for the ear only. */
  readonly bare = input(false);
  readonly name = input('');
  readonly parameter = input.required<ParameterId>();
  readonly fault = input('');
  /** In the unit of the parameter; null where nothing, or nothing sure, is typed. */
  readonly value = model<number | null>(null);
  /** Spans, about, and what lies below or above is taken as it is: this is measured, not wanted. */
  readonly spans = input(false, { transform: booleanAttribute });
  readonly reading = output<TypedReading | null>();
  private readonly pen = inject(HousePen);
  protected readonly text = signal('');
  private readonly known = computed(() => parameters.find((p) => p.id === this.parameter()));
  protected readonly unit = computed(() => unitOf(speech(), this.parameter()));
  private readonly read = computed((): Read => {
    const parameter = this.known();
    if (!parameter) return { value: null };
    const text = this.text();
    const written = notationOf(text);
    // A bare figure is in the keeper's unit.
    const bare = written?.unitText === '' && this.unit() !== parameter.unit;
    const said = bare ? `${text} ${this.unit()}` : text;
    if (!this.spans()) return aimRead({ parameter, text: said, penUnit: this.pen.unit() });
    const asPen = this.pen.unit();
    const parsed = parseReading({
      parameter,
      text:
        parameter.quantity === 'conductivity' && asPen.includes('(') ? said.replace(/(?:ppm|tds)\s*$/i, asPen) : said,
    });
    if (text.trim() === '') return { value: null };
    if (written?.shape === 'plain') {
      const one = aimRead({ parameter, text: said, penUnit: asPen });
      if ('question' in one || one.value === null) return one;
      return { value: one.value, reading: { ...typedSpan(parameter, one.value), ...this.asTyped(text) } };
    }
    if (!parsed.ok) return { refused: plainRefusal(parsed.refusal) };
    const { lo, hi } = parsed.value;
    return { value: middle({ lo, hi }), reading: { lo, hi, ...this.asTyped(text) } };
  });
  private asTyped(text: string): Pick<TypedReading, 'text' | 'enteredUnit'> {
    const unit = notationOf(text)?.unitText ?? '';
    return { text: text.trim(), enteredUnit: unit === '' ? this.unit() : unit };
  }
  private readonly asked = computed(() => {
    const read = this.read();
    return 'question' in read ? read.question : null;
  });
  protected readonly question = computed(() => {
    const [asked, read] = [this.asked(), this.read()];
    return 'refused' in read ? read.refused : asked ? aimWords(asked, this.unit()) : '';
  });
  protected readonly either = computed(() => this.asked()?.id === 'ppm-or-degrees');
  /** What was typed in another unit, as it is reckoned with. */
  protected readonly converted = computed(() => {
    const [read, parameter] = [this.read(), this.known()];
    const written = notationOf(this.text());
    const same = written?.unitText === '' && (written.shape === 'plain' || this.spans());
    return 'value' in read && read.value !== null && parameter && written && !same
      ? `= ${valueText(speech(), parameter.id, read.value)} ${this.unit()}`
      : '';
  });
  constructor() {
    // What the page sets stands in the field; what is typed is not overwritten by its own value.
    effect(() => {
      const value = this.value();
      const read = untracked(this.read);
      if ('value' in read ? read.value !== value : value !== null)
        this.text.set(
          value === null ? '' : String(Number(spokenValue(speech(), this.parameter(), value).toPrecision(6))),
        );
    });
  }
  protected typed(event: Event): void {
    this.text.set((event.target as HTMLInputElement).value);
    this.tell();
  }
  protected say(unit: string): void {
    this.text.update((text) => `${text.trim()} ${unit}`);
    this.tell();
  }
  private tell(): void {
    const read = this.read();
    this.value.set('value' in read ? read.value : null);
    this.reading.emit('reading' in read ? (read.reading ?? null) : null);
  }
}
