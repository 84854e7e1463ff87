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
import { InputText } from 'primeng/inputtext';
import { Router } from '@angular/router';
import { shellPages } from '#words/shell';
import { TonightStore } from '../tonight';
import { Sheet } from '../ui/sheet';
import { menu, places } from './pages';

/** The jump box: type a few letters of a tank or a page, arrows choose, Enter goes. */
@Component({
  selector: 'nl-jump',
  imports: [Sheet, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-sheet [label]="say.jumpTo" (closed)="closed.emit()">
      <label
        ><span class="visuallyHidden">{{ say.tankOrPage }}</span>
        <input
          pInputText
          autofocus
          type="text"
          role="combobox"
          aria-expanded="true"
          aria-controls="jumps"
          [attr.aria-activedescendant]="'jump-' + chosen()"
          autocomplete="off"
          [placeholder]="say.tankOrPage"
          [value]="wanted()"
          (input)="typed($event)"
          (keydown)="key($event)"
      /></label>
      <ul id="jumps" role="listbox" [attr.aria-label]="say.places">
        @for (place of places(); track place.path; let i = $index) {
          <li
            role="option"
            [id]="'jump-' + i"
            [attr.aria-selected]="i === chosen()"
            [class.chosen]="i === chosen()"
            (click)="go(place.path)"
            (keydown.enter)="go(place.path)"
            tabindex="-1">
            <span [class.serif]="place.tank">{{ place.name }}</span>
            <span class="quiet small">{{ place.tank ? say.tankInline : say.page }}</span>
          </li>
        } @empty {
          <li class="quiet">{{ say.nothingOfThatName }}</li>
        }
      </ul>
    </nl-sheet>
  `,
  styles: `
    li {
      display: flex;
      justify-content: space-between;
      align-items: center;
      min-height: 40px;
      padding: 0 0.6rem;
      cursor: pointer;
    }
    .chosen {
      background: var(--wash);
      box-shadow: inset 3px 0 0 var(--amber);
    }
    ul {
      margin-top: 0.5rem;
      max-height: 55vh;
      overflow: auto;
    }
  `,
})
export class Jump {
  protected readonly say = shellPages;
  private readonly router = inject(Router);
  private readonly tonight = inject(TonightStore);
  readonly closed = output();
  /** What was typed before the box was there to take it, Enter as a line's end: a quick hand loses no letter. */
  readonly typedAhead = input('');
  private aheadCount = 0;
  protected readonly wanted = signal('');
  protected readonly chosen = signal(0);
  protected readonly places = computed(() => {
    const racks = [
      ...new Set(this.tonight.round().flatMap((g) => g.visits.flatMap((t) => (t.rack === '' ? [] : [t.rack])))),
    ];
    const all = [
      ...this.tonight
        .round()
        .flatMap((g) => g.visits.map((t) => ({ path: `/tanks/${t.tankId}`, name: t.name, tank: true }))),
      ...racks.map((rack) => ({
        path: `/tonight?rack=${encodeURIComponent(rack)}`,
        name: shellPages.theRackOnTheRound(rack),
        tank: false,
      })),
      ...[...menu, ...places].map((m) => ({ path: m.path, name: m.word, tank: false })),
    ];
    const wanted = this.wanted().trim().toLowerCase();
    return all.filter((p) => p.name.toLowerCase().includes(wanted)).slice(0, 40);
  });
  constructor() {
    effect(() => {
      const ahead = this.typedAhead();
      untracked(() => {
        const fresh = ahead.slice(this.aheadCount);
        this.aheadCount = ahead.length;
        for (const key of fresh)
          if (key === '\n') this.go(this.places()[this.chosen()]?.path);
          else this.wanted.update((text) => text + key);
      });
    });
  }
  protected typed(event: Event): void {
    this.wanted.set((event.target as HTMLInputElement).value);
    this.chosen.set(0);
  }
  protected key(event: KeyboardEvent): void {
    const last = this.places().length - 1;
    if (event.key === 'ArrowDown') this.chosen.update((i) => Math.min(last, i + 1));
    else if (event.key === 'ArrowUp') this.chosen.update((i) => Math.max(0, i - 1));
    else if (event.key === 'Enter') this.go(this.places()[this.chosen()]?.path);
    else return;
    event.preventDefault();
  }
  protected go(path: string | undefined): void {
    if (path === undefined) return;
    this.closed.emit();
    void this.router.navigateByUrl(path);
  }
}
