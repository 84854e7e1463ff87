import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import type { Working } from '#core/explain';
import { uiPages } from '#words/ui';
import { MarginStore } from '../base/margin-store';

/** A computed number that opens its working in the margin. */
@Component({
  selector: 'nl-figure',
  imports: [ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    pButton
    type="button"
    (click)="show()"
    [attr.aria-label]="say.showTheWorking(title(), text(), unit())">
    <span class="num">{{ text() }}</span> <span class="unit">{{ unit() }}</span>
  </button>`,
  styles: `
    button {
      background: none;
      border: 0;
      border-bottom: 2px dotted var(--water);
      padding: 0 1px;
      cursor: pointer;
      color: inherit;
      white-space: nowrap;
    }
    button:hover {
      background: var(--wash);
    }
  `,
})
export class Figure {
  protected readonly say = uiPages;
  private readonly margin = inject(MarginStore);
  readonly title = input.required<string>();
  readonly text = input.required<string>();
  readonly unit = input('');
  readonly working = input.required<Working>();
  protected show(): void {
    this.margin.show({ title: this.title(), answer: `${this.text()} ${this.unit()}`.trim(), working: this.working() });
  }
}
