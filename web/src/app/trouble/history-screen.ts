import { dayMs } from '#core/units';
import { bound, speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { parameters } from '#almanac/parameters';
import { troubleKnowledge } from '#almanac/trouble';
import { caseStepOf, evidenceOf, threadsOf, type TroubleThread } from '#core/trouble';
import { outcomeWords, stateWords, troublePages } from '#words/trouble';
import { spanText, unitOf } from '#words/units';
import { DiaryWatch } from '../base/scribe';
import { HouseStore } from '../base/house-store';
import { SourcesStore } from '../sources';
import { countText, StockStore } from '../stock';
import { FolioStore } from '../tonight';
import { AmountPipe } from '../ui/amount';
import { whenText } from '../ui/words';
import { bookOfTank, entriesOf, saidOf } from './book-of-tank';
import { onText } from '#words/dates';

const historyDays = 42;
/** So much fits on two pages of A4. */
const most = { signs: 14, events: 12, readings: 5, losses: 12, steps: 14, photos: 4 } as const;

/** Two pages for a veterinarian: what was seen, what happened before it, the water, the losses, what was done. */
@Component({
  selector: 'nl-history',
  imports: [RouterLink, ButtonDirective, AmountPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (folio(); as f) {
      <div class="noPrint do">
        <a [routerLink]="['/trouble', tankId()]">{{ say.backToTheCase }}</a>
        <button pButton type="button" class="go" (click)="print()">{{ say.printOrSaveAsPdf }}</button>
      </div>
      <article>
        <section class="page">
          <h1>{{ say.historyForAVeterinarian(f.tank.name) }}</h1>
          <p class="small">{{ say.writtenByTheKeeperNo(house.house()?.name ?? '', when(house.nowEpochMs())) }}</p>
          <dl>
            <dt>{{ say.water }}</dt>
            <dd>{{ say.netSince(f.netVolumeL | amount: 'volume', onText(f.startedOn)) }}</dd>
            <dt>{{ say.whoLivesThere }}</dt>
            <dd>{{ animals() || say.notWritten }}</dd>
            <dt>{{ say.firstSign }}</dt>
            <dd>{{ firstSign() }}</dd>
          </dl>
          <h2>{{ say.seen }}</h2>
          <ul>
            @for (s of seen(); track s) {
              <li>{{ s }}</li>
            } @empty {
              <li>{{ say.nothingIsWrittenAsSeen }}</li>
            }
          </ul>
          @if (absent().length > 0) {
            <h2>{{ say.lookedForAndNotThereHead }}</h2>
            <p>{{ absent().join('; ') }}.</p>
          }
          <h2>{{ say.whatHappenedBefore }}</h2>
          <ul>
            @for (e of happened(); track e.id) {
              <li>{{ e.text }}, {{ e.when }}</li>
            } @empty {
              <li>{{ say.nothingInTheBookFor }}</li>
            }
          </ul>
        </section>
        <section class="page">
          <h2>{{ say.waterWeeks(weeks) }}</h2>
          <div class="wide">
            <table>
              <thead>
                <tr>
                  <th scope="col">{{ say.value }}</th>
                  <th scope="col">{{ say.usualHere }}</th>
                  <th scope="col">{{ say.readingsTheNewestFirst }}</th>
                </tr>
              </thead>
              <tbody>
                @for (r of water(); track r.label) {
                  <tr>
                    <td>{{ r.label }}</td>
                    <td class="num">{{ r.usual }}</td>
                    <td class="num">{{ r.read }}</td>
                  </tr>
                } @empty {
                  <tr>
                    <td colspan="3">{{ say.noReadingsInThisTime }}</td>
                  </tr>
                }
              </tbody>
            </table>
          </div>
          <h2>{{ say.lossesWeeks(weeks) }}</h2>
          <p>{{ losses() || say.noneWritten }}</p>
          <h2>{{ say.whatWasDone }}</h2>
          <ol>
            @for (s of done(); track $index) {
              <li>{{ s }}</li>
            } @empty {
              <li>{{ say.nothingYet }}</li>
            }
          </ol>
          @if (photos().length > 0) {
            <h2>{{ say.photos }}</h2>
            <div class="photos">
              @for (p of photos(); track p.entryId) {
                <figure>
                  <img [src]="'/api/photos/' + p.hash + '?size=small'" [alt]="p.caption" />
                  <figcaption class="small">{{ p.caption }}, {{ p.when }}</figcaption>
                </figure>
              }
            </div>
          }
        </section>
      </article>
    } @else {
      <h1>{{ say.historyForAVeterinarianHead }}</h1>
      <p class="quiet">{{ say.openingItsBook }}</p>
    }
  `,
  styles: `
    .do {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 1.5rem;
      align-items: center;
    }
    article {
      max-width: 760px;
    }
    dl {
      display: grid;
      grid-template-columns: 150px minmax(0, 1fr);
      gap: 0.2rem 1rem;
    }
    dd {
      margin: 0;
    }
    h2 {
      margin: 0.8rem 0 0.2rem;
    }
    ul,
    ol {
      margin: 0.2rem 0;
      padding-inline-start: 1.4rem;
    }
    table {
      width: 100%;
      border-collapse: collapse;
    }
    th,
    td {
      text-align: start;
      padding: 0.15rem 0.6rem 0.15rem 0;
      border-bottom: 1px solid var(--line);
      vertical-align: top;
    }
    .wide {
      overflow-x: auto;
    }
    td.num {
      white-space: normal;
      min-width: 90px;
    }
    @media (max-width: 600px) {
      dl {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    .photos {
      display: flex;
      flex-wrap: wrap;
      gap: 0.6rem;
    }
    figure {
      margin: 0;
      max-width: 170px;
    }
    img {
      max-width: 100%;
      max-height: 130px;
    }
    @media print {
      .noPrint {
        display: none;
      }
      article {
        max-width: none;
        font-size: 10pt;
      }
      .page + .page {
        break-before: page;
      }
      tr,
      figure {
        break-inside: avoid;
      }
    }
  `,
})
export class HistoryScreen {
  protected readonly say = troublePages;
  readonly tankId = input.required<string>();
  protected readonly house = inject(HouseStore);
  private readonly folios = inject(FolioStore);
  private readonly stock = inject(StockStore);
  private readonly sources = inject(SourcesStore);
  protected readonly diary = new DiaryWatch([
    'case',
    'stock',
    'arrival',
    'dose',
    'job',
    'fact',
    'seen',
    'poke',
    'top-up',
    'outage',
    'cleaning',
    'move',
    'walk',
    'flow',
    'absence',
    'photo',
  ]);
  protected readonly weeks = historyDays / 7;
  constructor() {
    this.stock.load();
    this.sources.load();
    effect(() => {
      const tankId = this.tankId();
      untracked(() => {
        this.folios.open(tankId);
        this.diary.open(tankId);
      });
    });
  }
  protected readonly folio = computed(() => {
    const folio = this.folios.folio();
    return folio?.tank.tankId === this.tankId() ? folio : null;
  });
  private readonly thread = computed((): TroubleThread | null => {
    const threads = threadsOf(
      entriesOf(this.diary.entries(), 'case').map(({ entryId, subjectId, atEpochMs, nightOn: on, payload }) =>
        caseStepOf({ entryId, tankId: subjectId, atEpochMs, on, payload }),
      ),
    );
    return threads.find((t) => !t.closed) ?? threads[0] ?? null;
  });
  private readonly book = computed(() => {
    const folio = this.folio();
    return folio
      ? bookOfTank({
          folio,
          stock: this.stock.stockOf(this.tankId()),
          diary: this.diary.entries(),
          groupOf: (id) => this.stock.kindNamed(id)?.group ?? null,
          nowEpochMs: this.house.nowEpochMs(),
          sources: this.sources.list(),
        })
      : null;
  });
  protected readonly onText = bound(onText);
  protected readonly when = (atEpochMs: number): string => whenText(speech(), atEpochMs, this.house.zone());
  protected readonly animals = computed(() =>
    (this.stock.stockOf(this.tankId())?.populations ?? [])
      .map((p) => `${countText(p.count)} ${this.stock.kindNamed(p.kindId)?.commonName ?? p.kindId}`)
      .join(', '),
  );
  protected readonly firstSign = computed(() => {
    const thread = this.thread();
    return thread ? this.when(thread.firstSignEpochMs) : troublePages.noCaseIsOpen;
  });
  private readonly answered = (answer: 'yes' | 'no'): string[] =>
    Object.entries(this.thread()?.findings ?? {})
      .flatMap(([id, said]) => (said === answer ? [saidOf(id)] : []))
      .slice(0, most.signs);
  protected readonly seen = computed(() => this.answered('yes'));
  protected readonly absent = computed(() => this.answered('no'));
  protected readonly happened = computed(() => {
    const book = this.book();
    const struckIds = this.thread()?.struckIds ?? [];
    return (book ? evidenceOf(book, troubleKnowledge) : [])
      .filter((e) => e.of === 'event' && !struckIds.includes(e.id))
      .sort((a, b) => b.atEpochMs - a.atEpochMs)
      .slice(0, most.events)
      .map((e) => ({ id: e.id, text: saidOf(e.says), when: this.when(e.atEpochMs) }));
  });
  protected readonly water = computed(() => {
    const folio = this.folio();
    const since = this.house.nowEpochMs() - historyDays * dayMs;
    return parameters.flatMap((p) => {
      const read = (folio?.history[p.id] ?? [])
        .filter((r) => r.atEpochMs >= since)
        .sort((a, b) => b.atEpochMs - a.atEpochMs);
      if (read.length === 0) return [];
      const usual = folio?.outlooks.find((o) => o.parameter === p.id)?.normal;
      const unit = unitOf(speech(), p.id);
      return [
        {
          label: unit ? `${p.label}, ${unit}` : p.label,
          usual: usual
            ? spanText(speech(), p.id, { lo: Math.max(p.id === 'tempC' ? -50 : 0, usual.lo), hi: usual.hi })
            : '',
          read: read
            .slice(0, most.readings)
            .map((r) => `${spanText(speech(), p.id, r)} (${this.day(r.atEpochMs)})`)
            .join(' · '),
        },
      ];
    });
  });
  private readonly day = (atEpochMs: number): string =>
    `${Math.round((this.house.nowEpochMs() - atEpochMs) / dayMs)} d`;
  protected readonly losses = computed(() => {
    const since = this.house.nowEpochMs() - historyDays * dayMs;
    return (this.book()?.told ?? [])
      .filter((t) => (t.what === 'died' || t.what === 'missing') && t.atEpochMs >= since)
      .slice(0, most.losses)
      .map((t) => `${t.count} ${t.what} ${this.when(t.atEpochMs)}`)
      .join('; ');
  });
  protected readonly done = computed(() =>
    (this.thread()?.steps ?? [])
      .flatMap((s): string[] => {
        const when = this.when(s.atEpochMs);
        if (s.step === 'acted') return [`${when}: ${s.text}`];
        if (s.step === 'looked') return [`${when}: looked again, ${stateWords[s.state]}${s.note ? `; ${s.note}` : ''}`];
        return s.step === 'closed' ? [`${when}: closed, ${outcomeWords[s.outcome]}`] : [];
      })
      .slice(-most.steps),
  );
  protected readonly photos = computed(() =>
    this.diary
      .of('photo')
      .sort((a, b) => b.atEpochMs - a.atEpochMs)
      .slice(0, most.photos)
      .map((p) => ({
        entryId: p.entryId,
        hash: p.payload.photoHash,
        caption: p.payload.caption || troublePages.photoWithoutWords,
        when: this.when(p.atEpochMs),
      })),
  );
  protected print(): void {
    window.print();
  }
}
