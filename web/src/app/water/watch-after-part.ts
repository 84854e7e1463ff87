import { bound } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { practices } from '#almanac/practices';
import { watchAfter, type ChangePlan } from '#core/water';
import type { Folio } from '#contracts/tanks';
import { watchWhenWords, watchWords, waterPages } from '#words/water';
import { gradeWords } from '../ui/words';

/** What to look for after this very change: what can harm openly, the rest when asked for. */
@Component({
  selector: 'nl-watch-after',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (w of list(); track w.reason.id) {
      @if (w.caution) {
        <p class="caution small">
          <strong>{{ when[w.when] }}.</strong> {{ text(w.reason) }}&ngsp;<span class="grade quiet">{{
            grade(w.grade)
          }}</span>
        </p>
      }
    }
    <details class="small">
      <summary>{{ say.whatToWatchAfterIt }}</summary>
      <ul>
        @for (w of list(); track w.reason.id) {
          @if (!w.caution) {
            <li>
              <strong>{{ when[w.when] }}.</strong> {{ text(w.reason) }}&ngsp;<span class="grade quiet">{{
                grade(w.grade)
              }}</span>
            </li>
          }
        }
      </ul>
      <p>
        {{ say.itIsAskedForOn }}
        <a [routerLink]="['/tanks', folio().tank.tankId]">{{ say.theTanksOwnPage }}</a>.
      </p>
    </details>
  `,
  styles: `
    .caution {
      margin: 0.6rem 0;
    }
    .grade {
      font-style: italic;
    }
    summary {
      cursor: pointer;
      min-height: 32px;
    }
  `,
})
export class WatchAfterPart {
  protected readonly say = waterPages;
  readonly plan = input.required<ChangePlan>();
  readonly folio = input.required<Folio>();
  readonly changeFraction = input.required<number>();
  readonly bedCleaned = input(false);
  protected readonly list = computed(() =>
    watchAfter({
      before: this.plan().before,
      after: this.plan().effect.value.after,
      changeFraction: this.changeFraction(),
      advice: this.plan().advice.value,
      bearing: this.plan().bearing,
      bedCleaned: this.bedCleaned(),
      shrimp: practices.some((p) => p.id === this.folio().setUp.practiceId && p.moults === true),
    }),
  );
  protected readonly when = watchWhenWords;
  protected text = bound(watchWords);
  protected grade = (id: string): string => gradeWords[id] ?? id;
}
