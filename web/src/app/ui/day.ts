import { uiPages } from '#words/ui';
import { speech } from '../base/speech';
import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  forwardRef,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { FormsModule, NG_VALUE_ACCESSOR, type ControlValueAccessor } from '@angular/forms';
import { DatePicker } from 'primeng/datepicker';
import { dayExample, dayPattern, dayRead } from '#words/dates';

/**
 * A day, picked or typed in the keeper's form, or year first. Its value is the ISO day, '' where there is none.
 * What is typed and is no day stays in the field and is no value.
 * @example <nl-day name="from" [value]="from()" (picked)="from.set($event)" />
 */
@Component({
  selector: 'nl-day',
  host: { '(input)': 'typed($event)' },
  imports: [FormsModule, DatePicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => Day), multi: true }],
  template: `
    <p-datepicker
      [autofocus]="false"
      [dateFormat]="pattern"
      [placeholder]="example"
      [showIcon]="true"
      [showOnFocus]="false"
      [firstDayOfWeek]="1"
      [keepInvalid]="true"
      [ngModel]="date()"
      (ngModelChange)="take($event)"
      (onBlur)="touched()"
      [disabled]="held()"
      [invalid]="invalid() || odd() !== null"
      appendTo="body" />
    @if (odd() !== null) {
      <span class="fault" role="alert">{{ say.noSuchDayWriteIt(example) }}</span>
    }
  `,
  styles: `
    :host {
      display: block;
      min-width: 10.5rem;
    }
    p-datepicker {
      width: 100%;
    }
  `,
})
export class Day implements ControlValueAccessor {
  protected readonly say = uiPages;
  readonly value = input('');
  readonly invalid = input(false, { transform: booleanAttribute });
  readonly required = input(false, { transform: booleanAttribute });
  /** The ISO day the keeper took. */
  readonly picked = output<string>();
  protected readonly pattern = dayPattern(speech());
  protected readonly example = dayExample(speech());
  protected readonly held = signal(false);
  private readonly day = linkedSignal(() => this.value());
  /** What is typed and is no day: it stays in the field. */
  protected readonly odd = signal<string | null>(null);
  protected readonly date = computed(() => {
    const odd = this.odd();
    if (odd !== null) return odd;
    const [year, month, day] = this.day().split('-').map(Number);
    return year && month && day ? new Date(year, month - 1, day) : null;
  });
  private changed: (value: string) => void = () => undefined;
  protected touched: () => void = () => undefined;

  protected take(date: unknown): void {
    const two = (part: number): string => String(part).padStart(2, '0');
    const day =
      date instanceof Date
        ? `${String(date.getFullYear()).padStart(4, '0')}-${two(date.getMonth() + 1)}-${two(date.getDate())}`
        : '';
    this.odd.set(typeof date === 'string' && date.trim() !== '' ? date : null);
    this.day.set(day);
    this.changed(day);
    this.picked.emit(day);
  }

  /** The library reads what is typed by key; what is pasted or filled in comes without one. */
  protected typed({ target }: Event): void {
    const text = target instanceof HTMLInputElement ? target.value.trim() : '';
    const read = dayRead(speech(), text);
    const [year, month, day] = (read ?? '').split('-').map(Number);
    if (read === null || !year || !month || !day) return;
    if (this.day() !== read || this.odd() !== null) this.take(new Date(year, month - 1, day));
  }

  writeValue(value: unknown): void {
    if (value !== '') this.odd.set(null);
    this.day.set(typeof value === 'string' ? value : '');
  }
  registerOnChange(changed: (value: string) => void): void {
    this.changed = changed;
  }
  registerOnTouched(touched: () => void): void {
    this.touched = touched;
  }
  setDisabledState(disabled: boolean): void {
    this.held.set(disabled);
  }
}
