import { nightOn, dayMs } from '#core/units';
import { tanksPages } from '#words/tanks';
import { bound, speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { RouterLink } from '@angular/router';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, of, scan } from 'rxjs';
import { parameters } from '#almanac/parameters';
import { practices } from '#almanac/practices';
import type { BookEntry } from '#contracts/book';
import { spanText, unitOf } from '#words/units';
import { Api } from '../base/api';
import { Told } from '../base/told';
import { HouseStore } from '../base/house-store';
import { dayText, figure, stateWords, whenText } from '../ui/words';
import { FolioStore } from '../tonight';
import { AmountPipe } from '../ui/amount';
import { Field } from '../ui/field';
import { onText } from '#words/dates';

const reaches = [30, 90, 365] as const;

/** The record of one tank on paper, for a veterinarian or whoever takes it over: what it is, its water, what was done. */
@Component({
  selector: 'nl-record',
  imports: [Field, AmountPipe, RouterLink, ButtonDirective, Choice, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (folio(); as f) {
      <div class="screenOnly do">
        <a [routerLink]="['/tanks', tankId()]">{{ say.backTo(f.tank.name) }}</a>
        <nl-field [name]="say.howFarBack"
          ><nl-choice (picked)="reach($event)">
            @for (d of reaches; track d) {
              <nl-option [value]="d" [chosen]="d === days()" [word]="say.days(d)" />
            }</nl-choice
        ></nl-field>
        <button pButton type="button" class="go" (click)="print()">{{ say.printOrSaveAsPdf }}</button>
      </div>
      <article>
        <h1>{{ say.recordOf(f.tank.name) }}</h1>
        <p>{{ say.madeOnTheLastDays(house.house()?.name ?? '', when(f.nowAt), days()) }}</p>
        <dl>
          <dt>{{ say.netVolume }}</dt>
          <dd>{{ f.netVolumeL | amount: 'volume' }}</dd>
          <dt>{{ say.runningSince }}</dt>
          <dd>{{ onText(f.startedOn) }}</dd>
          <dt>{{ say.purpose }}</dt>
          <dd>{{ f.setUp.purpose }}</dd>
          <dt>{{ say.keptAs }}</dt>
          <dd>{{ practice() }}</dd>
          <dt>{{ say.tonight }}</dt>
          <dd>
            <strong>{{ stateWord[f.tank.state] }}.</strong> {{ f.tank.reason
            }}{{ f.tank.decidedBy ? ' ' + f.tank.water.reason : '' }}
          </dd>
        </dl>
        <h2>{{ say.waterTheLastReadingOf }}</h2>
        <div class="scroll">
          <table>
            <thead>
              <tr>
                <th>{{ say.parameter }}</th>
                <th>{{ say.read }}</th>
                <th>{{ say.asWritten }}</th>
                <th>{{ say.bandHere }}</th>
                <th>{{ say.when }}</th>
              </tr>
            </thead>
            <tbody>
              @for (r of water(); track r.label) {
                <tr>
                  <td>{{ r.label }}</td>
                  <td class="num">{{ r.read }}</td>
                  <td class="num">{{ r.text }}</td>
                  <td class="num">{{ r.band }}</td>
                  <td>{{ r.when }}</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
        <h2>{{ say.whatWasDoneAndSeen }}</h2>
        <div class="scroll">
          <table class="book">
            <tbody>
              @for (e of shown(); track e.id) {
                <tr [class.struck]="e.struck">
                  <td class="num">{{ day(e.nightOn) }}</td>
                  <td>
                    {{ e.line }}
                    @if (e.struck) {
                      {{ say.struck(e.struck.reason) }}
                    }
                  </td>
                </tr>
              } @empty {
                <tr>
                  <td>{{ say.nothingInThisTime }}</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
        <p class="small">
          {{ say.readingsAreSpansWhatThe }}
        </p>
      </article>
    } @else {
      <p class="quiet">{{ say.openingTheRecord }}</p>
    }
  `,
  styles: `
    .do {
      display: flex;
      flex-wrap: wrap;
      gap: 1rem;
      align-items: end;
      margin-bottom: 1rem;
    }
    dl {
      display: grid;
      grid-template-columns: 160px 1fr;
      gap: 0.2rem 1rem;
      margin: 0.6rem 0;
    }
    h2 {
      margin: 1rem 0 0.3rem;
    }
    article {
      max-width: 760px;
    }
    .struck {
      text-decoration: line-through;
    }
    td {
      vertical-align: top;
      padding: 0.15rem 0.6rem 0.15rem 0;
    }
    tr {
      break-inside: avoid;
    }
    @media print {
      .screenOnly {
        display: none;
      }
      article {
        max-width: none;
        font-size: 10.5pt;
      }
    }
  `,
})
export class RecordScreen {
  protected readonly say = tanksPages;
  readonly tankId = input.required<string>();
  private readonly api = inject(Api);
  private readonly folios = inject(FolioStore);
  protected readonly house = inject(HouseStore);
  protected readonly reaches = reaches;
  protected readonly stateWord = stateWords;
  protected readonly days = signal<number>(90);
  private readonly entries = signal<readonly BookEntry[]>([]);
  private readonly askedAgain = toSignal(inject(Told).again.pipe(scan((count) => count + 1, 0)), { initialValue: 0 });
  constructor() {
    effect(() => {
      const subject = this.tankId();
      const days = this.days();
      this.askedAgain();
      untracked(() => {
        this.folios.open(subject);
        const from = nightOn({ atEpochMs: this.house.nowEpochMs() - days * dayMs, zone: this.house.zone() });
        this.api
          .call('entries', { query: { subject, from, limit: '500' } })
          .pipe(catchError(() => of(null)))
          .subscribe((page) => {
            if (page) this.entries.set(page.entries);
          });
      });
    });
  }
  protected readonly folio = computed(() => {
    const folio = this.folios.folio();
    return folio?.tank.tankId === this.tankId() ? folio : null;
  });
  protected readonly practice = computed(() => {
    const found = practices.find((p) => p.id === this.folio()?.setUp.practiceId);
    return found ? `${found.livestock}, ${found.name}` : '';
  });
  protected readonly water = computed(() =>
    (this.folio()?.lines ?? []).flatMap((line) => {
      const parameter = parameters.find((p) => p.id === line.parameter);
      if (!parameter || !line.latest) return [];
      const unit = unitOf(speech(), parameter.id) ? ` ${unitOf(speech(), parameter.id)}` : '';
      return [
        {
          label: parameter.label,
          read: `${spanText(speech(), parameter.id, line.latest)}${unit}`,
          text: line.latest.text,
          band: line.band ? spanText(speech(), parameter.id, line.band) : '',
          when: whenText(speech(), line.latest.atEpochMs, this.house.zone()),
        },
      ];
    }),
  );
  /** The nightly round says nothing to somebody who reads this. */
  protected readonly shown = computed(() => this.entries().filter((e) => e.kind !== 'looked' && e.kind !== 'strike'));
  protected litres = (value: number): string => figure(value, 1);
  protected readonly onText = bound(onText);
  protected when = (at: string): string => whenText(speech(), at, this.house.zone());
  protected day = (on: string): string => dayText(speech(), on);
  protected reach(picked: string): void {
    this.days.set(Number(picked));
  }
  protected print(): void {
    globalThis.print();
  }
}
