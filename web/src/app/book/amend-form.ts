import { bookPages } from '#words/book';
import { bound } from '../base/speech';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
  type OnInit,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { foods } from '#almanac/kinds';
import { parameters } from '#almanac/parameters';
import { ledgerLine, type LedgerSubject } from '#core/readings';
import type { BookEntry } from '#contracts/book';
import { ledgerWords } from '#words/readings';
import { HouseStore } from '../base/house-store';
import { newId, Outbox } from '../base/outbox';
import { lineOf, sittingQuestions } from '../readings';
import { SourcesStore } from '../sources';
import { TonightStore } from '../tonight';
import { amendment, asLedgerEntry } from './amend';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

/** An entry put right in one step: its line, edited; the old one is struck and stays readable. */
@Component({
  selector: 'nl-amend-form',
  imports: [WhyNot, Field, ButtonDirective, Checkbox, InputText, FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="amend" (submit)="write($event)">
      <nl-field class="grow" [name]="say.asItShouldRead"
        ><input
          pInputText
          autofocus
          name="line"
          autocomplete="off"
          spellcheck="false"
          maxlength="4400"
          [value]="line()"
          (input)="typed($event)"
      /></nl-field>
      <nl-field [name]="say.whyMayStayEmpty"
        ><input
          pInputText
          name="reason"
          maxlength="500"
          autocomplete="off"
          [value]="reason()"
          (input)="reason.set(value($event))"
      /></nl-field>
      <div class="read" aria-live="polite">
        @for (text of read(); track $index) {
          <p class="small">
            {{ say.reads }} <span class="num">{{ text }}</span>
          </p>
        }
        @for (text of understood().keptTexts; track $index) {
          <p class="fault">{{ say.isNotUnderstoodHere(text) }}</p>
        }
        @for (q of understood().questions; track $index) {
          <p class="fault">{{ asksText(q.why) }}</p>
        }
        @for (q of asked(); track q.why) {
          <p class="caution small">{{ q.why }}</p>
        }
        @if (asked().length > 0) {
          <label class="ask"
            ><p-checkbox
              [autofocus]="false"
              [binary]="true"
              [ngModel]="insisted()"
              (onChange)="insisted.set(!insisted())"
              [ngModelOptions]="{ standalone: true }" />
            {{ say.itIsRightKeepIt }}</label
          >
        }
        @if (fault()) {
          <p class="fault" role="alert">{{ say.whatYouTypedIsKept(fault()) }}</p>
        }
      </div>
      <button pButton class="go" [nlWhy]="[[say.aLineThatIsUnderstood, !ready()]]">
        {{ say.putItRight }}</button><button pButton type="button" class="plain" (click)="closed.emit('')">
        {{ say.leaveIt }}
      </button>
    </form>
  `,
  styles: `
    .amend {
      display: flex;
      flex-wrap: wrap;
      gap: 0.7rem;
      align-items: end;
      padding: 0.7rem;
      background: var(--wash);
    }
    .grow {
      flex: 1 1 340px;
    }
    .read {
      flex: 1 0 100%;
    }
    .ask {
      display: inline-flex;
      gap: 0.4rem;
      align-items: center;
      min-height: 44px;
    }
  `,
})
export class AmendForm implements OnInit {
  protected readonly say = bookPages;
  readonly entry = input.required<BookEntry>();
  /** What became of it; empty when it was left. */
  readonly closed = output<string>();
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  private readonly tonight = inject(TonightStore);
  private readonly sources = inject(SourcesStore);
  protected asksText = bound(ledgerWords);
  protected readonly line = signal('');
  protected readonly reason = signal('');
  protected readonly insisted = signal(false);
  protected readonly fault = signal('');
  private ids: string[] = [];
  private readonly nowEpochMs = this.house.nowEpochMs();
  private readonly subjects = computed((): LedgerSubject[] => [
    ...this.tonight.tanks().map((t) => ({ id: t.tankId, name: t.name, kind: 'tank' })),
    ...this.sources.list().map((s) => ({ id: s.sourceId, name: s.setUp.name, kind: 'source' })),
  ]);
  protected readonly understood = computed(() =>
    ledgerLine({
      line: this.line(),
      catalogue: parameters,
      foods,
      subjects: this.subjects(),
      nowEpochMs: this.nowEpochMs,
      zone: this.house.zone(),
    }),
  );
  protected readonly read = computed(() =>
    this.understood().entries.map((entry) => lineOf(entry, this.subjects(), this.house.zone())),
  );
  /** Against nothing the tank expects: the old entry is part of that. */
  protected readonly asked = computed(() => this.understood().entries.flatMap((e) => sittingQuestions(e, undefined)));
  protected readonly ready = computed(
    () =>
      this.understood().entries.length > 0 &&
      this.understood().questions.length === 0 &&
      // One entry is put right: a word more would be another.
      this.understood().keptTexts.length === 0 &&
      (this.asked().length === 0 || this.insisted()),
  );

  ngOnInit(): void {
    if (this.sources.list().length === 0) this.sources.load();
    this.line.set(lineOf(asLedgerEntry(this.entry()), this.subjects(), this.house.zone()));
  }
  protected value = (event: Event): string => (event.target as HTMLInputElement).value;
  protected typed(event: Event): void {
    this.line.set(this.value(event));
    this.ids = [];
    this.insisted.set(false);
    this.fault.set('');
  }
  protected async write(event: Event): Promise<void> {
    event.preventDefault();
    if (!this.ready()) return;
    const { entries } = this.understood();
    if (this.ids.length === 0) this.ids = Array.from({ length: entries.length + 1 }, () => newId());
    const sent = await this.outbox.write(
      amendment({
        old: this.entry(),
        entries,
        ids: this.ids,
        reason: this.reason(),
        insisted: new Set(this.insisted() ? this.asked().flatMap((q) => q.parameters) : []),
        nowIso: this.house.nowIso(),
      }),
    );
    if (sent.state === 'refused')
      this.fault.set([...(sent.problem.errors ?? []).map((e) => e.message), sent.problem.title].join('; '));
    else this.closed.emit(sent.state === 'written' ? bookPages.putRightTheOldLine : bookPages.keptOnThisDeviceSent);
  }
}
