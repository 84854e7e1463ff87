import { afterRenderEffect, ChangeDetectionStrategy, Component, ElementRef, inject, input } from '@angular/core';

let fieldsCount = 0;

/**
 * A control with what belongs to it: its name and unit above, a hint and what is wrong with it below. The fault is tied
 * to the control, so that readers speak it with the field.
 */
@Component({
  selector: 'nl-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      <span class="name">{{ unit() ? name() + ', ' + unit() : name() }}</span>
      <ng-content />
    </label>
    @if (hint()) {
      <p class="small quiet" [id]="id + 'hint'">{{ hint() }}</p>
    }
    @if (fault()) {
      <p class="fault" role="alert" [id]="id + 'fault'">{{ fault() }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 0.2rem 0 0;
    }
  `,
})
export class Field {
  readonly name = input.required<string>();
  readonly unit = input('');
  readonly hint = input('');
  readonly fault = input('');
  protected readonly id = `field${++fieldsCount}`;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private faulted = false;
  private told = false;
  constructor() {
    afterRenderEffect(() => {
      const control = this.host.nativeElement.querySelector('input, textarea, [role=combobox]');
      if (!control) return;
      const told = [this.hint() ? `${this.id}hint` : '', this.fault() ? `${this.id}fault` : ''].filter(Boolean);
      // What the control says of itself stays its own.
      if (this.fault()) control.setAttribute('aria-invalid', 'true');
      else if (this.faulted) control.removeAttribute('aria-invalid');
      if (told.length > 0) control.setAttribute('aria-describedby', told.join(' '));
      else if (this.told) control.removeAttribute('aria-describedby');
      this.faulted = this.fault() !== '';
      this.told = told.length > 0;
    });
  }
}
