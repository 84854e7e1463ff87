import { bound } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { kindsRead, together, type Resident } from '#core/stock';
import { togetherWords, stockPages } from '#words/stock';
import { Scribe } from '../base/scribe';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { WhyNot, type Why } from '../ui/why';
import { countText, StockStore, type TankStock } from './stock-store';

type ManyEvent = 'present' | 'counted';

/** Several kinds in one entry, with who clashes with whom while one types. */
@Component({
  selector: 'nl-many-part',
  imports: [FormsModule, ButtonDirective, InputText, Choice, Option, Field, WhyNot],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary>{{ say.severalKindsAtOnce }}</summary>
      <form (ngSubmit)="write()" [attr.aria-label]="say.severalKindsAtOnce">
        <div class="row">
          <nl-field class="wide" [name]="say.whoWithHowManyOf" [hint]="say.pencilfish25Otos12Corys"
            ><input
              pInputText
              name="many"
              maxlength="400"
              autocomplete="off"
              [ngModel]="text()"
              (ngModelChange)="typed($event)"
          /></nl-field>
          <nl-field [name]="say.they"
            ><nl-choice name="manyEvent" [ngModel]="event()" (ngModelChange)="event.set($event)">
              <nl-option value="present" [word]="say.wereThereAlready" />
              <nl-option value="counted" [word]="say.wereCounted" /></nl-choice
          ></nl-field>
        </div>
        @if (rows().length > 0) {
          <ul>
            @for (r of rows(); track $index) {
              <li>
                @if (r.fault) {
                  <span class="fault">{{ r.fault }}</span>
                } @else {
                  <span class="num">{{ r.count }}</span>&ngsp;
                }
                @if (r.kinds.length > 1) {
                  <nl-choice
                    [name]="'which' + $index"
                    [ariaLabel]="say.whichForText(r.text)"
                    [ngModel]="r.kindId"
                    (ngModelChange)="pick(r.text, $event)"
                    [ngModelOptions]="{ standalone: true }">
                    <nl-option value="" disabled [word]="say.whichOfThem" />
                    @for (k of r.kinds; track k.id) {
                      <nl-option [value]="k.id" [word]="k.commonName" />
                    }
                  </nl-choice>
                } @else if (r.kinds[0]) {
                  {{ r.kinds[0].commonName }}
                }
              </li>
            }
          </ul>
        }
        @for (f of findings(); track $index) {
          <p class="small" [class.caution]="f.severity === 'clash'">
            <strong>{{ f.severity === 'clash' ? say.clash : say.mind }}</strong> {{ findingText(f.reason) }}
          </p>
        }
        <button pButton class="plain" [nlWhy]="why()">{{ say.writeThem }}</button>
        @for (f of faults(); track f) {
          <p class="fault" role="alert">{{ f }}</p>
        }
        <p role="status" class="quiet">{{ said() }}</p>
      </form>
    </details>
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.6rem 1rem;
      align-items: start;
    }
    .wide {
      flex: 1 1 18rem;
      max-width: 34rem;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 0.3rem 0.6rem;
      align-items: center;
      padding: 0.2rem 0;
    }
    li nl-choice {
      min-width: 14rem;
    }
  `,
})
export class ManyPart {
  protected readonly say = stockPages;
  readonly stock = input.required<TankStock>();
  private readonly store = inject(StockStore);
  private readonly scribe = inject(Scribe);
  protected findingText = bound(togetherWords);
  protected readonly text = signal('');
  protected readonly event = signal<ManyEvent>('present');
  private readonly picked = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly said = signal('');
  protected readonly faults = signal<string[]>([]);

  protected readonly rows = computed(() =>
    kindsRead({ text: this.text(), kinds: this.store.kinds() }).map((row) => {
      const kind = row.kinds.length === 1 ? row.kinds[0] : row.kinds.find((k) => k.id === this.picked().get(row.text));
      const fault =
        row.kinds.length === 0
          ? stockPages.nobodyWeKnowIsCalled(row.text)
          : row.count === null
            ? stockPages.howMany121015(row.text)
            : '';
      return {
        ...row,
        counted: row.count,
        count: row.count ? countText(row.count) : '',
        kindId: kind?.id ?? '',
        kind,
        fault,
      };
    }),
  );
  /** Who would live there then, those that do included: what speaks against it. */
  protected readonly findings = computed(() => {
    const { residents, place, tank } = this.stock();
    const added = this.rows().flatMap(({ kind, counted }): Resident[] =>
      kind && counted ? [{ kind, strain: '', count: { lo: counted.lo, hi: counted.hi ?? counted.lo } }] : [],
    );
    if (added.length === 0) return [];
    const rest = residents.filter((l) => !added.some((a) => a.kind.id === l.kind.id && l.strain === ''));
    return together({ residents: [...rest, ...added], place, water: tank.water }).findings.filter(
      (f) => f.severity === 'clash' || f.severity === 'caution',
    );
  });
  protected readonly why = computed((): Why => ({
    [stockPages.whoAndHowMany]: this.rows().length === 0,
    [stockPages.aNumberAndAName]: this.rows().some((r) => r.fault !== ''),
    [stockPages.whichOfThemInline]: this.rows().some((r) => r.fault === '' && r.kindId === ''),
  }));
  protected typed(text: string): void {
    this.text.set(text);
    this.said.set('');
    this.faults.set([]);
  }
  protected pick(text: string, kindId: string): void {
    this.picked.update((all) => new Map(all).set(text, kindId));
  }
  protected async write(): Promise<void> {
    const entries = this.rows().map(({ kindId, counted }) =>
      this.scribe.entry('stock', this.stock().tank.tankId, {
        event: this.event(),
        kindId,
        strain: '',
        count: counted ?? { lo: 0, hi: 0 },
      }),
    );
    const written = await this.scribe.write(entries, `${entries.length} kinds`);
    this.faults.set([...written.faults.values()]);
    this.said.set(written.said);
    if (!written.kept) return;
    this.text.set('');
    this.picked.set(new Map());
  }
}
