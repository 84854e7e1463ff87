import type { ElementRef } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { afterNextRender, ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import { uiPages } from '#words/ui';

/** A sheet laid over the page: the platform's own modal, so that focus stays inside and Escape closes it. */
@Component({
  selector: 'nl-sheet',
  imports: [ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dialog #sheet [attr.aria-label]="label()" (close)="closed.emit()">
      <div class="head">
        <h2>{{ label() }}</h2>
        <button pButton type="button" class="plain" (click)="sheet.close()">{{ say.close }}</button>
      </div>
      <ng-content />
    </dialog>
  `,
  styles: `
    dialog {
      width: min(640px, calc(100vw - 1.5rem));
      margin: 9vh auto auto;
      padding: 1rem 1.2rem 1.2rem;
      color: var(--ink);
      background: var(--panel);
      border: 1px solid var(--quiet);
      border-radius: 3px;
    }
    dialog::backdrop {
      background: rgb(4 12 12 / 55%);
    }
    .head {
      display: flex;
      justify-content: space-between;
      align-items: center;
      margin-bottom: 0.7rem;
    }
  `,
})
export class Sheet {
  protected readonly say = uiPages;
  readonly label = input.required<string>();
  readonly closed = output();
  private readonly sheet = viewChild.required<ElementRef<HTMLDialogElement>>('sheet');
  constructor() {
    afterNextRender(() => {
      this.sheet().nativeElement.showModal();
    });
  }
}
