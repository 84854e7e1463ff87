import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, of, startWith, switchMap } from 'rxjs';
import { ButtonDirective } from 'primeng/button';
import { RouterLink } from '@angular/router';
import { tanksPages } from '#words/tanks';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import { Scribe } from '../base/scribe';
import { speech } from '../base/speech';
import { dateText } from '../ui/words';

interface Ended {
  tankId: string;
  name: string;
  endedAt: string;
}

/** Tanks that have ended: they stay in the book, and may be begun anew. */
@Component({
  selector: 'nl-ended-part',
  imports: [ButtonDirective, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (tanks().length > 0) {
      <section [attr.aria-label]="say.endedTanks">
        <h2>{{ say.ended }}</h2>
        <ul>
          @for (t of tanks(); track t.tankId) {
            <li>
              <span class="serif">{{ t.name }}</span> {{ say.since(on(t)) }}
              <a routerLink="/book" [queryParams]="{ subject: t.tankId }">{{ say.itsBook }}</a>
              <button pButton type="button" class="plain" (click)="beginAnew(t)">
                {{ say.beginItAnew }}<span class="visuallyHidden">: {{ t.name }}</span>
              </button>
            </li>
          }
        </ul>
      </section>
    }
    <p role="status" class="quiet">{{ said() }}</p>
  `,
  styles: `
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 0.3rem 0.9rem;
      align-items: center;
      min-height: 44px;
    }
  `,
})
export class EndedPart {
  protected readonly say = tanksPages;
  private readonly scribe = inject(Scribe);
  private readonly house = inject(HouseStore);
  protected readonly tanks = signal<readonly Ended[]>([]);
  protected readonly said = signal('');
  constructor() {
    const api = inject(Api);
    inject(Outbox)
      .stirred.pipe(
        startWith(null),
        switchMap(() => api.call('endedTanks').pipe(catchError(() => of(null)))),
        takeUntilDestroyed(),
      )
      .subscribe((view) => {
        if (view) this.tanks.set(view.tanks);
      });
  }
  protected on = ({ endedAt }: Ended): string => dateText(speech(), Date.parse(endedAt), this.house.zone());
  protected async beginAnew({ tankId, name }: Ended): Promise<void> {
    const entry = this.scribe.entry('ending', tankId, { step: 'begun-anew' });
    const { said, faults } = await this.scribe.write([entry], name);
    this.said.set(said || [...faults.values()].join('; '));
  }
}
