import { shellPages } from '#words/shell';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Textarea } from 'primeng/textarea';
import type { NewEntry } from '#contracts/book';
import { lineWords } from '#words/book';
import { Outbox, type QueuedWrite } from '../base/outbox';
import { TonightStore } from '../tonight';

/** Entries that the server would not take: readable, to be mended, sent again or saved; discarded only by the keeper. */
@Component({
  selector: 'nl-unaccepted-entries',
  imports: [FormsModule, Button, Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (write of writes(); track write.id) {
      <section class="caution" role="alert" [attr.aria-label]="say.setAside">
        <p>
          <strong>{{ say.keptOnThisDeviceNot }}</strong>
          {{ say.theHouseSaid(write.lines, write.title, write.faults ? ': ' + write.faults : '') }}
        </p>
        <details>
          <summary>{{ say.whatItHoldsToMend }}</summary>
          <label
            ><span class="visuallyHidden">{{ say.whatItHolds }}</span
            ><textarea
              pTextarea
              rows="10"
              [ngModel]="texts().get(write.id) ?? write.text"
              (ngModelChange)="typed(write.id, $event)"
              [attr.aria-invalid]="faults().has(write.id)"></textarea>
          </label>
          @if (faults().get(write.id); as fault) {
            <p class="fault" role="alert">{{ fault }}</p>
          }
        </details>
        <div class="do">
          <p-button [label]="say.sendItAgain" (onClick)="again(write)" />
          <p-button [label]="say.saveItAsAFile" severity="secondary" (onClick)="save(write)" />
          <p-button
            [label]="sure() === write.id ? say.yesDiscardItForGood : say.discardIt"
            severity="secondary"
            (onClick)="discard(write.id)" />
        </div>
      </section>
    }
  `,
  styles: `
    section {
      margin-bottom: 1rem;
    }
    textarea {
      width: 100%;
      font-family: var(--mono, monospace);
    }
    .do {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem;
      margin-top: 0.5rem;
    }
  `,
})
export class UnacceptedEntries {
  protected readonly say = shellPages;
  private readonly outbox = inject(Outbox);
  private readonly tonight = inject(TonightStore);
  protected readonly texts = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly faults = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly sure = signal('');
  protected readonly writes = computed(() =>
    this.outbox.refusedWrites().map((write) => ({
      ...write,
      lines: write.entries.map((e) => `${this.nameOf(e.subjectId)}${lineOf(e)}`).join('; '),
      title: write.refused?.title ?? '',
      faults: (write.refused?.errors ?? []).map((e) => `${e.field} ${e.message}`).join('; '),
      text: JSON.stringify(write.entries, null, 2),
    })),
  );
  private nameOf(subjectId: string): string {
    const tank = this.tonight.tanks().find((t) => t.tankId === subjectId);
    return tank ? `${tank.name}: ` : '';
  }
  protected typed(id: string, text: string): void {
    this.texts.update((all) => new Map([...all, [id, text]]));
  }
  protected async again(write: QueuedWrite): Promise<void> {
    const text = this.texts().get(write.id);
    try {
      const entries = text === undefined ? write.entries : (JSON.parse(text) as NewEntry[]);
      if (!Array.isArray(entries) || entries.length === 0) throw new SyntaxError('a list of entries is expected');
      this.faults.update((all) => new Map([...all].filter(([id]) => id !== write.id)));
      await this.outbox.again(write.id, entries);
    } catch (error) {
      const why = error instanceof Error ? error.message : '';
      this.faults.update((all) => new Map([...all, [write.id, shellPages.thisCannotBeReadWhat(why)]]));
    }
  }
  protected save({ id, entries }: QueuedWrite): void {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(
      new Blob([this.texts().get(id) ?? JSON.stringify(entries, null, 2)], { type: 'application/json' }),
    );
    link.download = `night-ledger-unaccepted-${id}.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  }
  protected async discard(id: string): Promise<void> {
    if (this.sure() !== id) {
      this.sure.set(id);
      return;
    }
    await this.outbox.discard(id);
  }
}

/** As the book would print it; what cannot even be printed is named by its kind. */
function lineOf(entry: NewEntry): string {
  try {
    return lineWords(speech(), entry.kind, entry.payload as never, () => '');
  } catch {
    return entry.kind;
  }
}
