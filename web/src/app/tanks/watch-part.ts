import { dayMs } from '#core/units';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { seenBehaviours, seenGrazing, type Seen } from '#core/readings';
import { learntBearing, watchHabit, watchReading, type WatchedChange } from '#core/stock';
import type { SeenPayload } from '#contracts/book';
import type { Folio } from '#contracts/tanks';
import { learntBearingWords, moultSchoolNames, moultWords, watchHabitWords, watchVerdictWords } from '#words/stock';
import { tanksPages } from '#words/tanks';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { agoText } from '../ui/words';
import { WhyNot } from '../ui/why';

const counted = ['deaths', 'moults', 'berried', 'young'] as const;

/** For a day after a change: what was seen, in a few taps, tied to that change; and what this tank has shown to bear. */
@Component({
  selector: 'nl-watch-part',
  imports: [WhyNot, ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="say.whatWasSeen">
      <h2>{{ watched() ? say.afterTheChange : say.whatWasSeen }}</h2>
      @if (watched(); as w) {
        <p>
          {{ say.of3(percent(w.changeFraction), w.sourceName, ago(w.atEpochMs)) }}
          @if (saidAlready()) {
            <span class="quiet">{{ say.somebodyHasLookedSinceYou }}</span>
          } @else {
            {{ say.whatDoTheyDo }}
          }
        </p>
      }
      <div class="taps">
        @for (c of counted; track c) {
          <span class="tap"
            ><button pButton type="button" class="plain" [attr.aria-label]="say.oneLess(c)" (click)="add(c, -1)">
              −</button
            ><span
              ><span class="num">{{ count(c) }}</span> {{ c }}</span
            ><button pButton type="button" class="plain" [attr.aria-label]="say.oneMore(c)" (click)="add(c, 1)">
              +
            </button></span
          >
        }
      </div>
      <div class="taps" role="group" [attr.aria-label]="say.grazingAndBehaviour">
        @for (g of grazing; track g) {
          <button
            pButton
            type="button"
            class="plain"
            [attr.aria-pressed]="seen().grazing === g"
            (click)="toggle({ grazing: g })">
            {{ g === 'usual' ? say.grazing : g === 'less' ? say.grazingLess : say.notGrazing }}
          </button>
        }
        @for (b of behaviours; track b) {
          <button
            pButton
            type="button"
            class="plain"
            [attr.aria-pressed]="seen().behaviour === b"
            (click)="toggle({ behaviour: b })">
            {{ b }}
          </button>
        }
      </div>
      @if (reading(); as r) {
        <p [class.caution]="r.state !== 'well'">{{ verdict(r.reason) }}</p>
        @for (h of r.habits; track h.id) {
          <p class="small">{{ habitText(h) }}</p>
        }
        @for (s of r.schools; track s.id) {
          <p class="small">
            <strong>{{ schoolNames[s.id] }}.</strong> {{ schoolText(s) }}
          </p>
        }
      }
      <div class="taps">
        <button
          pButton
          type="button"
          class="go"
          (click)="write(seen())"
          [nlWhy]="[[say.somethingThatWasSeen, blank()]]">
          {{ say.writeWhatWasSeen }}
        </button>
        @if (blank()) {
          <button
            pButton
            type="button"
            class="plain"
            (click)="write({ deaths: { lo: 0, hi: 0 }, grazing: 'usual', behaviour: 'calm' })">
            {{ say.allWellNoneDeadGrazing }}
          </button>
        }
        <span role="status" class="quiet">{{ said() }}</span>
      </div>
      @if (bearing(); as b) {
        <p class="small">
          {{ bearingText(b) }} <span class="quiet">{{ say.learntFromWhatWasSeen }}</span>
        </p>
      }
    </section>
  `,
  styles: `
    section {
      margin-top: 1rem;
    }
    .taps {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: center;
      margin: 0.5rem 0;
    }
    .tap {
      display: inline-flex;
      gap: 0.5rem;
      align-items: center;
    }
    .tap .plain {
      min-width: 44px;
      padding: 0;
    }
    [aria-pressed='true'] {
      background: var(--ink);
      color: var(--ground);
    }
  `,
})
export class WatchPart {
  protected readonly say = tanksPages;
  readonly folio = input.required<Folio>();
  private readonly tankId = computed(() => this.folio().tank.tankId);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly diary = new DiaryWatch(['seen', 'stock']);
  protected readonly counted = counted;
  protected readonly grazing = seenGrazing;
  protected readonly behaviours = seenBehaviours;
  protected readonly seen = signal<Seen>({});
  protected readonly said = signal('');
  constructor() {
    effect(() => {
      this.diary.open(this.tankId());
    });
  }
  /** The change that is a day old at most. */
  protected readonly watched = computed(() => {
    const [newest] = [...this.folio().changes].sort((a, b) => b.atEpochMs - a.atEpochMs);
    return newest && this.house.nowEpochMs() - newest.atEpochMs < 1.5 * dayMs ? newest : null;
  });
  protected readonly saidAlready = computed(() =>
    this.diary.of('seen').some((s) => s.payload.changeEntryId === this.watched()?.entryId),
  );
  /** The last count of the tank, all kinds together: enough to say whether moults are many. */
  private readonly colony = computed(() => {
    const counts = this.diary.of('stock').filter((s) => s.payload.event === 'counted' && s.payload.count !== null);
    const newest = new Map(counts.map((c) => [`${c.payload.kindId} ${c.payload.strain}`, c.payload.count]));
    if (newest.size === 0) return null;
    const all = [...newest.values()].map((c) => ({ lo: c?.lo ?? 0, hi: c?.hi ?? c?.lo ?? 0 }));
    return { lo: all.reduce((n, c) => n + c.lo, 0), hi: all.reduce((n, c) => n + c.hi, 0) };
  });
  protected readonly blank = computed(() => Object.keys(this.seen()).length === 0);
  protected readonly reading = computed(() =>
    this.blank() ? null : watchReading({ seen: this.seen(), colony: this.colony(), habit: watchHabit(this.watches()) }),
  );
  private readonly watches = computed(() => {
    const changes = new Map(this.folio().changes.map((c) => [c.entryId, c.changeFraction]));
    return this.diary.of('seen').flatMap((s): WatchedChange[] => {
      const changeFraction = changes.get(s.payload.changeEntryId ?? '');
      return changeFraction === undefined ? [] : [{ changeFraction, seen: seenOf(s.payload) }];
    });
  });
  protected readonly bearing = computed(() => learntBearing(this.watches()));
  protected verdict = watchVerdictWords;
  protected habitText = watchHabitWords;
  protected schoolText = moultWords;
  protected readonly schoolNames = moultSchoolNames;
  protected bearingText = learntBearingWords;
  protected count = (what: (typeof counted)[number]): number => this.seen()[what]?.lo ?? 0;
  protected percent = (share: number): number => Math.round(share * 100);
  protected ago = (at: number): string => agoText({ atEpochMs: at, nowEpochMs: this.house.nowEpochMs() });
  protected add(what: (typeof counted)[number], by: number): void {
    const n = Math.max(0, this.count(what) + by);
    this.seen.update((s) => ({ ...s, [what]: { lo: n, hi: n } }));
  }
  protected toggle(part: Seen): void {
    this.seen.update((s) => {
      const [key] = Object.keys(part) as (keyof Seen)[];
      if (key === undefined || s[key] !== part[key]) return { ...s, ...part };
      const { [key]: _gone, ...rest } = s;
      return rest;
    });
  }
  protected async write(seen: Seen): Promise<void> {
    const change = this.watched();
    const payload = { ...seen, ...(change ? { changeEntryId: change.entryId } : {}) } as SeenPayload;
    const written = await this.scribe.write(
      [this.scribe.entry('seen', this.tankId(), payload)],
      tanksPages.whatWasSeen,
    );
    this.said.set(written.kept ? written.said : [...written.faults.values()].join('; '));
    if (written.kept) this.seen.set({});
  }
}

const seenOf = ({ changeEntryId: _id, ...seen }: SeenPayload): Seen => seen;
