import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { deadSpots, squareId, squareKinds, type SquareKind, type TankPlan } from '#core/trouble';
import { squareNames, troublePages } from '#words/trouble';
import { Scribe } from '../base/scribe';
import { faultsText } from '../ui/refusals';
import { WhyNot } from '../ui/why';

const emptyPlan = (): SquareKind[][] => Array.from({ length: 4 }, () => Array<SquareKind>(8).fill('bed'));
/** One letter in a square, beside its tint: colour alone would not tell. */
const letters: Readonly<Record<SquareKind, string>> = {
  bed: '',
  plants: 'p',
  hard: 's',
  outlet: 'o',
  intake: 'i',
  feeding: 'f',
};

/** The tank from above, drawn once: what stands where, and with it where water hardly moves. */
@Component({
  selector: 'nl-plan-part',
  imports: [WhyNot, ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="say.planOfTheTank">
      <h2>{{ say.planOfTheTank }}</h2>
      <p class="small quiet">{{ say.fromAboveTheBackAt }}</p>
      <div class="kinds" role="group" [attr.aria-label]="say.whatToDraw">
        @for (k of kinds; track k) {
          <button pButton type="button" class="plain" [attr.aria-pressed]="brush() === k" (click)="brush.set(k)">
            <span class="key" [class]="k">{{ letters[k] }}</span>{{ names[k] }}
          </button>
        }
      </div>
      <div class="plan" role="group" [attr.aria-label]="say.squares" [style.grid-template-columns]="columns()">
        @for (s of squares(); track s.id) {
          <button
            pButton
            type="button"
            class="square"
            [class]="s.kind"
            [class.dead]="s.dead"
            [attr.aria-label]="s.id + ': ' + names[s.kind] + (s.dead ? say.waterHardlyMoves : '')"
            (click)="draw(s.id)">
            {{ letters[s.kind] }}{{ s.dead ? '·' : '' }}
          </button>
        }
      </div>
      <p class="small">
        @if (dead().length > 0) {
          {{ say.waterHardlyMovesAt }} <span class="num">{{ dead().join(', ') }}</span>{{ say.dirtAndSlimeGatherThere }}
        } @else if (hasOutlet()) {
          {{ say.waterComesEverywhereByThis }}
        } @else {
          {{ say.drawTheOutletOfThe }}
        }
        <span class="quiet">{{ say.anEstimateFromTheShortest }}</span>
      </p>
      <button pButton type="button" class="go" [nlWhy]="[[say.aSquareThatYouChanged, !touched()]]" (click)="keep()">
        {{ say.keepThePlan }}
      </button>
      <p role="status" class="quiet">{{ said() }}</p>
    </section>
  `,
  styles: `
    .kinds {
      display: flex;
      flex-wrap: wrap;
      gap: 0.4rem;
    }
    .kinds button {
      min-height: 44px;
      display: inline-flex;
      gap: 0.4rem;
      align-items: center;
    }
    button[aria-pressed='true'] {
      background: var(--ink);
      color: var(--ground);
    }
    .plan {
      display: grid;
      gap: 2px;
      max-width: 560px;
      margin: 0.6rem 0;
    }
    .square {
      aspect-ratio: 1;
      min-height: 0;
      padding: 0;
      border: 1px solid var(--line);
      background: var(--panel);
      color: var(--ink);
      justify-content: center;
    }
    .key {
      display: inline-block;
      min-width: 1.4em;
      min-height: 1.4em;
      text-align: center;
      border: 1px solid var(--line);
      background: var(--panel);
      color: var(--ink);
    }
    .square.plants,
    .key.plants {
      background: color-mix(in srgb, var(--settled) 30%, var(--panel));
    }
    .square.hard,
    .key.hard {
      background: color-mix(in srgb, var(--unknown) 45%, var(--panel));
    }
    .square.outlet,
    .key.outlet,
    .square.intake,
    .key.intake {
      background: color-mix(in srgb, var(--water) 30%, var(--panel));
    }
    .square.feeding,
    .key.feeding {
      background: color-mix(in srgb, var(--amber) 30%, var(--panel));
    }
    .square.dead {
      outline: 3px dashed var(--act);
      outline-offset: -4px;
    }
  `,
})
export class PlanPart {
  protected readonly say = troublePages;
  readonly tankId = input.required<string>();
  /** As it is in the book; null: none is drawn yet. */
  readonly plan = input.required<TankPlan | null>();
  readonly kept = output();
  private readonly scribe = inject(Scribe);
  protected readonly kinds = squareKinds;
  protected readonly names = squareNames;
  protected readonly letters = letters;
  protected readonly brush = signal<SquareKind>('plants');
  protected readonly touched = signal(false);
  protected readonly said = signal('');
  private readonly rows = signal<TankPlan>(emptyPlan());
  protected readonly squares = computed(() => deadSpots(this.rows()));
  protected readonly dead = computed(() => this.squares().flatMap((s) => (s.dead ? [s.id] : [])));
  protected readonly hasOutlet = computed(() => this.squares().some((s) => s.kind === 'outlet'));
  protected readonly columns = computed(() => `repeat(${this.rows()[0]?.length ?? 1}, minmax(0, 1fr))`);

  constructor() {
    effect(() => {
      const plan = this.plan();
      untracked(() => {
        if (!this.touched()) this.rows.set(plan ?? emptyPlan());
      });
    });
  }
  /** The same again takes it off. */
  protected draw(id: string): void {
    const kind = this.brush();
    this.rows.update((rows) =>
      rows.map((row, y) =>
        row.map((was, x) => (squareId({ rowIndex: y, columnIndex: x }) === id ? (was === kind ? 'bed' : kind) : was)),
      ),
    );
    this.touched.set(true);
  }
  protected async keep(): Promise<void> {
    const rows = this.rows().map((row) => [...row]);
    const written = await this.scribe.write([this.scribe.entry('layout', this.tankId(), { rows })], 'The plan');
    this.said.set(written.kept ? written.said : faultsText(written.faults));
    if (!written.kept) return;
    this.touched.set(false);
    this.kept.emit();
  }
}
