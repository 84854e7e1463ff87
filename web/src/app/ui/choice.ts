import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChildren,
  Directive,
  ElementRef,
  forwardRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  type AfterViewInit,
} from '@angular/core';
import { FormsModule, NG_VALUE_ACCESSOR, type ControlValueAccessor } from '@angular/forms';
import { Select } from 'primeng/select';
import { uiPages } from '#words/ui';

/** A heading over some choices. */
@Directive({ selector: 'nl-options' })
export class Options {
  readonly word = input.required<string>();
}

/** One choice: what it stands for, and its word. */
@Directive({ selector: 'nl-option' })
export class Option {
  readonly value = input<unknown>('');
  readonly word = input('');
  readonly disabled = input(false, { transform: booleanAttribute });
  /** Stands chosen, where no model says what is. */
  readonly chosen = input(false, { transform: booleanAttribute });
  readonly under = inject(Options, { optional: true });
}

interface Line {
  value: unknown;
  word: string;
  disabled: boolean;
}
const mostUnsearched = 10;
let labelsCount = 0;

/**
 * One of several, by the component library's select: with a search from eleven on, headings, and the name of the label it
 * stands in. Its choices are written inside it. Works with ngModel; without, the chosen or else the first choice stands.
 * @example <nl-choice [ngModel]="how()" (ngModelChange)="how.set($event)"><nl-option value="drip" word="Drip" /></nl-choice>
 */
@Component({
  selector: 'nl-choice',
  imports: [FormsModule, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => Choice), multi: true }],
  template: `
    <p-select
      [autofocus]="false"
      [options]="lines()"
      optionLabel="word"
      optionValue="value"
      optionDisabled="disabled"
      [group]="grouped()"
      optionGroupLabel="word"
      optionGroupChildren="items"
      [ngModel]="shown()"
      (onChange)="take($event.value)"
      (onShow)="opened.emit()"
      (onBlur)="touched()"
      [disabled]="disabled() || held()"
      [invalid]="invalid()"
      [filter]="options().length > most"
      [resetFilterOnHide]="true"
      [filterPlaceholder]="say.search"
      [emptyFilterMessage]="say.nothingByThatName"
      [emptyMessage]="say.nothingToChoose"
      scrollHeight="20rem"
      appendTo="body"
      [ariaLabel]="ariaLabel()"
      [ariaLabelledBy]="labelledBy()" />
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    p-select {
      width: 100%;
      min-height: 44px;
      align-items: center;
    }
    :host(.with) p-select {
      min-height: 28px;
      border-color: transparent;
      border-bottom-color: var(--quiet);
      font-size: 0.75rem;
      --p-select-padding-x: 0.15rem;
      --p-select-padding-y: 0.1rem;
      --p-select-dropdown-width: 1rem;
      --p-icon-size: 0.6rem;
    }
  `,
})
export class Choice implements ControlValueAccessor, AfterViewInit {
  protected readonly say = uiPages;
  readonly ariaLabel = input<string>();
  readonly disabled = input(false, { transform: booleanAttribute });
  /** Goes back to what stood before: a choice that does something, and is not kept. */
  readonly forgets = input(false, { transform: booleanAttribute });
  readonly invalid = input(false, { transform: booleanAttribute });
  /** What the keeper took. */
  readonly picked = output<string>();
  readonly opened = output();
  readonly options = contentChildren(Option, { descendants: true });
  protected readonly most = mostUnsearched;
  protected readonly held = signal(false);
  protected readonly labelledBy = signal<string | undefined>(undefined);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly modelled = signal(false);
  private readonly model = signal<unknown>(null);
  /** The choice that stands by itself: marked as chosen, or the first there is. */
  private readonly standing = computed(() => {
    const options = this.options();
    return (options.find((o) => o.chosen()) ?? options.find((o) => !o.disabled()))?.value();
  });
  private readonly own = linkedSignal(() => this.standing());
  protected readonly shown = computed(() => (this.modelled() ? this.model() : this.own()));
  protected readonly grouped = computed(() => this.options().some((o) => o.under !== null));
  protected readonly lines = computed((): (Line | { word: string; items: Line[] })[] => {
    const lineOf = (o: Option): Line => ({
      value: o.value(),
      word: o.word().replace(/\s+/g, ' ').trim(),
      disabled: o.disabled(),
    });
    if (!this.grouped()) return this.options().map(lineOf);
    const groups = new Map<string, Line[]>();
    for (const o of this.options()) {
      const word = o.under?.word() ?? '';
      groups.set(word, [...(groups.get(word) ?? []), lineOf(o)]);
    }
    return [...groups].map(([word, items]) => ({ word, items }));
  });
  private changed: (value: unknown) => void = () => undefined;
  protected touched: () => void = () => undefined;

  ngAfterViewInit(): void {
    if (this.ariaLabel()) return;
    const label = this.host.nativeElement.closest('label');
    const name = label?.querySelector(':scope > .name, :scope > span, :scope > .visuallyHidden') ?? label;
    if (!name) return;
    if (!name.id) name.id = `choice-name-${++labelsCount}`;
    this.labelledBy.set(name.id);
  }
  protected take(value: unknown): void {
    if (this.modelled()) this.model.set(value);
    else if (this.forgets()) this.comeBack(value);
    else this.own.set(value);
    this.changed(value);
    this.picked.emit(String(value));
  }

  /** The select holds what was taken until it is told otherwise, so it is told both. */
  private comeBack(value: unknown): void {
    this.own.set(value);
    setTimeout(() => {
      this.own.set(this.standing());
    });
  }

  writeValue(value: unknown): void {
    this.model.set(value);
  }
  registerOnChange(changed: (value: unknown) => void): void {
    this.modelled.set(true);
    this.changed = changed;
  }
  registerOnTouched(touched: () => void): void {
    this.touched = touched;
  }
  setDisabledState(disabled: boolean): void {
    this.held.set(disabled);
  }
}
