import { afterNextRender, ChangeDetectionStrategy, Component, DestroyRef, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MessageService, type ToastMessageOptions } from 'primeng/api';
import { ButtonDirective } from 'primeng/button';
import { Toast } from 'primeng/toast';
import { entryOf, mayStrike, type NewEntry } from '#contracts/book';
import { shellPages } from '#words/shell';
import { HouseStore } from '../base/house-store';
import { newId, Outbox } from '../base/outbox';
import { isTyping } from './keys';

const shownMs = 6000;
/** What is undone at one tap: an evening's rack, not a book that was taken in. */
const mostUndone = 40;

/** What became of what was written: in the book (with the way back), or kept on this device. */
@Component({
  selector: 'nl-toasts',
  imports: [Toast, ButtonDirective],
  providers: [MessageService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'byKey($event)' },
  template: `
    <p-toast
      position="bottom-right"
      [pt]="politely"
      (onClose)="shown = null"
      [breakpoints]="{ '700px': { left: '0.6rem', right: '0.6rem', width: 'auto' } }">
      <ng-template #message let-message>
        <span class="text">{{ text(message) }}</span>
        @if (entriesOf(message).length > 0) {
          <button pButton type="button" class="plain undo" (click)="undo(message)">
            {{ say.undo }} <kbd aria-hidden="true">u</kbd>
          </button>
        }
      </ng-template>
    </p-toast>
  `,
  styles: `
    .text {
      flex: 1;
      align-self: center;
    }
    .undo {
      min-height: 34px;
      padding: 0.1rem 0.8rem;
    }
    @media (max-width: 900px) {
      .undo {
        min-height: 44px;
      }
    }
  `,
})
export class Toasts {
  protected readonly say = shellPages;
  /** Said when there is time for it, not over what is being read out. */
  protected readonly politely = { message: { role: 'status', 'aria-live': 'polite' } };
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  private readonly messages = inject(MessageService);
  /** Strikes that this made itself: they are told in words of their own. */
  private readonly mine = new Set<string>();
  /** What is told just now. */
  protected shown: ToastMessageOptions | null = null;

  constructor() {
    const destroyed = inject(DestroyRef);
    // Not before the toast listens.
    afterNextRender(() => {
      this.outbox.told.pipe(takeUntilDestroyed(destroyed)).subscribe(({ state, entries }) => {
        if (entries.some((e) => this.mine.has(e.id))) this.tell(shellPages.undoneTheStruckLineStays, []);
        else if (state === 'queued') this.tell(shellPages.keptOnThisDeviceSent, []);
        else
          this.tell(entries.length === 1 ? shellPages.inTheBook : shellPages.inTheBookLines(entries.length), entries);
      });
    });
  }
  private tell(detail: string, entries: readonly NewEntry[]): void {
    const undoable = entries.length <= mostUndone && entries.every((e) => mayStrike(e.kind, null));
    const message: ToastMessageOptions = {
      detail,
      severity: 'secondary',
      life: shownMs,
      closable: true,
      data: { entries: undoable ? entries : [] },
    };
    this.messages.clear();
    this.messages.add(message);
    this.shown = message;
  }
  /** The toast is gone before Tab comes to it: one key is the same tap. */
  protected byKey(event: KeyboardEvent): void {
    if (event.key !== 'u' || !this.shown || !this.house.shortcuts() || isTyping(event.target)) return;
    if (event.ctrlKey || event.metaKey || event.altKey || this.entriesOf(this.shown).length === 0) return;
    event.preventDefault();
    this.undo(this.shown);
  }
  protected text = (message: ToastMessageOptions): string => message.detail ?? '';
  protected entriesOf = (message: ToastMessageOptions): readonly NewEntry[] =>
    (message.data as { entries: readonly NewEntry[] }).entries;
  /** By counter-entries: nothing in the book is erased. */
  protected undo(message: ToastMessageOptions): void {
    const strikes = this.entriesOf(message).map((e) =>
      entryOf(
        'strike',
        { id: newId(), subjectId: e.subjectId, happenedAt: this.house.nowIso() },
        { entryId: e.id, reason: shellPages.undoneAtOnce },
      ),
    );
    for (const { id } of strikes) this.mine.add(id);
    this.shown = null;
    this.messages.clear();
    void this.outbox.write(strikes);
  }
}
