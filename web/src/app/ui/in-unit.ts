import { uiPages } from '#words/ui';
import { speech } from '../base/speech';
import {
  Directive,
  effect,
  ElementRef,
  forwardRef,
  inject,
  Injector,
  input,
  numberAttribute,
  Renderer2,
  untracked,
} from '@angular/core';
import { NG_VALUE_ACCESSOR, type ControlValueAccessor } from '@angular/forms';
import { amountRead, inUnit, keepersUnit, notationOf } from '#core/units';
import { HousePen } from '../base/house-pen';
import { markRefused } from './refused-fields';

const ppm = /(?:ppm|tds)\s*$/i;

/**
 * A number in a field: shown and typed in the keeper's unit of a quantity, with or without the name of a unit, with a
 * decimal point or comma, about (`~8`) or as a span whose middle is taken and said; ppm of a conductivity is by this
 * house's pen. Its value is canonical, null where nothing (or nothing that can be read) stands there. What cannot be read
 * stays in the field, is said beside it, and its form is not sent; so is what lies beyond `min` and `max`, which are
 * canonical.
 * Without a quantity it is a bare number.
 * @example <input pInputText nlIn="volume" min="0.1" [ngModel]="litres()" (ngModelChange)="litres.set($event)" />
 */
@Directive({
  selector: 'input[nlIn]',
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => InUnit), multi: true }],
  host: {
    inputmode: 'decimal',
    autocomplete: 'off',
    '(input)': 'typed()',
    '(change)': 'typed()',
    '(blur)': 'left()',
  },
})
export class InUnit implements ControlValueAccessor {
  /** A quantity of the core (`volume`, `temperature`, `length`, `conductivity`, …); empty for a bare number. */
  readonly nlIn = input('');
  readonly min = input(-Infinity, { transform: numberAttribute });
  readonly max = input(Infinity, { transform: numberAttribute });
  private readonly field = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;
  private readonly renderer = inject(Renderer2);
  private value: number | null = null;
  /** What the page takes where the field was emptied: shown when the keeper leaves it, not under their hands. */
  private insteadValue: number | null = null;
  private fault: HTMLElement | null = null;
  private readonly injector = inject(Injector);
  /** Asked for where it is needed only: a conductivity in ppm is by its factor. */
  private penUnit = '';
  private changed: (value: number | null) => void = () => undefined;
  private touched: () => void = () => undefined;

  constructor() {
    effect(() => {
      this.nlIn();
      this.show();
    });
    effect(() => {
      if (this.nlIn() !== 'conductivity') return;
      this.penUnit = this.injector.get(HousePen).unit();
      untracked(() => {
        if (this.refused) this.typed();
      });
    });
  }
  writeValue(value: unknown): void {
    const next = typeof value === 'number' && Number.isFinite(value) ? value : null;
    // What the page gives back of what was just typed must not be written over it.
    if (next !== null && this.value !== null && Math.abs(next - this.value) <= 1e-9 * Math.max(1, Math.abs(next)))
      return;
    if (next === null && this.value === null && this.field.value.trim() !== '' && this.refused) return;
    const typing = this.field === document.activeElement && this.value === null;
    if (next !== null && typing && (this.refused || this.field.value.trim() === '')) {
      this.insteadValue = next;
      return;
    }
    this.value = next;
    this.show();
  }
  registerOnChange(changed: (value: number | null) => void): void {
    this.changed = changed;
  }
  registerOnTouched(touched: () => void): void {
    this.touched = touched;
  }
  setDisabledState(disabled: boolean): void {
    this.field.disabled = disabled;
  }

  protected typed(): void {
    this.insteadValue = null;
    const read = this.read();
    const within = typeof read !== 'number' || (read >= this.min() && read <= this.max());
    this.refuse(read === undefined ? this.unread() : within ? '' : this.bounds());
    // What is taken of a span or of “about” is said: a number field keeps one.
    const odd = notationOf(this.field.value)?.second !== undefined;
    if (odd && within && typeof read === 'number') this.say(`= ${this.inKeepers(read)}`, 'small quiet num');
    this.value = within ? (read ?? null) : null;
    this.changed(this.value);
  }
  protected left(): void {
    if (this.insteadValue !== null && this.field.value.trim() === '') {
      this.value = this.insteadValue;
      this.show();
    }
    this.insteadValue = null;
    this.touched();
  }
  private bounds(): string {
    const [min, max] = [this.inKeepers(this.min()), this.inKeepers(this.max())];
    if (max === Infinity) return uiPages.notBelowHere(min);
    return min === -Infinity ? uiPages.notAboveHere(max) : uiPages.fromToHere(min, max);
  }

  private read(): number | null | undefined {
    return amountRead(this.asByPen(), { quantityId: this.nlIn() || 'ph', units: speech().units });
  }
  private asByPen(): string {
    const text = this.field.value;
    return this.penUnit.includes('(') && this.isPpm() ? text.replace(ppm, this.penUnit) : text;
  }
  private readonly isPpm = (): boolean => this.nlIn() === 'conductivity' && ppm.test(this.field.value);
  private unread(): string {
    const text = this.field.value.trim();
    const shape = notationOf(text)?.shape;
    if (this.isPpm()) return uiPages.byWhichPenTypeIt(text);
    if (shape === 'below' || shape === 'above') return uiPages.onlySaysOnWhichSide(text);
    return uiPages.isNoNumberWeCan(text);
  }
  private inKeepers(value: number): number {
    const quantityId = this.nlIn();
    return Number((quantityId === '' ? value : inUnit(value, keepersUnit(quantityId, speech().units))).toPrecision(6));
  }
  private show(): void {
    this.refuse('');
    this.field.value = this.value === null ? '' : String(this.inKeepers(this.value));
  }
  private refused = false;
  /** Refused, the form around it is not sent. */
  private refuse(text: string): void {
    this.refused = text !== '';
    markRefused(this.field, this.refused);
    this.say(text, 'fault');
  }
  /** Said beside the field, in its label or cell. */
  private say(text: string, kind: 'fault' | 'small quiet num'): void {
    if (text === '') {
      if (this.fault) this.fault.remove();
      this.fault = null;
      return;
    }
    if (!this.fault) {
      const fault = this.renderer.createElement('span') as HTMLElement;
      this.field.insertAdjacentElement('afterend', fault);
      this.fault = fault;
    }
    this.fault.className = kind;
    this.fault.setAttribute('role', kind === 'fault' ? 'alert' : 'status');
    this.fault.textContent = text;
  }
}
