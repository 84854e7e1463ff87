import { bound, speech } from '../base/speech';
import { nightOn, dayMs } from '#core/units';
import type { ParameterId } from '#core/readings';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { RouterLink } from '@angular/router';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, of, scan } from 'rxjs';
import { learntProposals, outcomeErrors, type ChangeOutcome, type LearntProposal } from '#core/water';
import { learntWords, waterPages } from '#words/water';
import { valueText } from '#words/units';
import { Api } from '../base/api';
import { Told } from '../base/told';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { SourcesStore } from '../sources';
import { parameterLabel } from '../ui/kind-words';
import { dateText, figure } from '../ui/words';
import { AmountPipe } from '../ui/amount';
import { FromToPipe } from '../ui/from-to';

/** Predicted against measured after each change, and what that proposes; never taken over by itself. */
@Component({
  selector: 'nl-learnt-part',
  imports: [FromToPipe, AmountPipe, RouterLink, ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ say.whatTheChangesHaveTaught }}</h2>
    @for (p of proposals(); track p.kind + (p.kind === 'source' ? p.parameter : '')) {
      <div class="caution">
        @if (p.kind === 'net-volume') {
          <p>
            <strong>{{ say.thereSeemToBeAbout(p.netVolumeL.middleValue | amount: 'volume' : 0) }}</strong>&ngsp;<span
              class="num"
              >({{ f(p.netVolumeL.lo, 0) | to: f(p.netVolumeL.hi, 0) }})</span
            >{{ say.whereTheBookSays(f(p.nowL, 0)) }}
          </p>
        } @else {
          <p>
            <strong>{{
              say.seemsToBeAbout(
                sourceName(p.sourceId),
                label(p.parameter),
                value(p.parameter, p.impliedValue.middleValue)
              )
            }}</strong>&ngsp;<span class="num"
              >({{ value(p.parameter, p.impliedValue.lo) | to: value(p.parameter, p.impliedValue.hi) }})</span
            >{{ say.whereItsAnalysisSays(value(p.parameter, p.statedValue)) }}
          </p>
        }
        <p class="small">{{ taught(p) }}</p>
        @if (p.kind === 'net-volume') {
          <a [routerLink]="['/tanks', tankId(), 'set-up']">{{ say.measureItAndChangeThe }}</a>
        } @else {
          <a routerLink="/readings" [queryParams]="{ source: p.sourceId }">{{ say.testTheSource }}</a>
        }
        <button pButton type="button" class="asText" (click)="putAside(p)">{{ say.putItAsideForA }}</button>
      </div>
    } @empty {
      <p class="small quiet">
        {{ errors().length === 0 ? say.noChangeOfTheLast : say.nothingToProposeTheChanges }}
      </p>
    }
    @if (errors().length > 0) {
      <div class="scroll">
        <table>
          <thead>
            <tr>
              <th>{{ say.change }}</th>
              <th>{{ say.value }}</th>
              <th class="right">{{ say.foreseen }}</th>
              <th class="right">{{ say.measured }}</th>
              <th class="right">{{ say.offBy }}</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            @for (e of errors(); track e.entryId + e.parameter) {
              <tr>
                <td class="num">{{ day(e.atEpochMs) }}</td>
                <td>{{ label(e.parameter) }}</td>
                <td class="num right">{{ value(e.parameter, e.predictedValue) }}</td>
                <td class="num right">{{ value(e.parameter, e.measuredValue) }}</td>
                <td class="num right">{{ e.errorValue > 0 ? '+' : '' }}{{ value(e.parameter, e.errorValue) }}</td>
                <td class="small quiet">{{ e.explained ? say.withinWhatItWasRead : '' }}</td>
              </tr>
            }
          </tbody>
        </table>
      </div>
    }
    <p role="status" class="quiet">{{ said() }}</p>
  `,
  styles: `
    .right {
      text-align: right;
    }
    .caution {
      margin: 0.5rem 0;
    }
    table {
      max-width: 720px;
    }
  `,
})
export class LearntPart {
  protected readonly say = waterPages;
  readonly tankId = input.required<string>();
  readonly netVolumeL = input.required<number>();
  private readonly api = inject(Api);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly sources = inject(SourcesStore);
  private readonly diary = new DiaryWatch(['learnt']);
  private readonly outcomes = signal<readonly ChangeOutcome[]>([]);
  protected readonly said = signal('');
  private readonly askedAgain = toSignal(inject(Told).again.pipe(scan((count) => count + 1, 0)), { initialValue: 0 });
  constructor() {
    effect(() => {
      const tankId = this.tankId();
      this.askedAgain();
      this.diary.open(tankId);
      this.api
        .call('learnt', { params: { tankId } })
        .pipe(catchError(() => of(null)))
        .subscribe((view) => {
          if (view) this.outcomes.set(view.outcomes);
        });
    });
  }
  protected readonly errors = computed(() => outcomeErrors(this.outcomes()).slice(0, 12));
  protected readonly proposals = computed(() => {
    const aside = this.diary
      .of('learnt')
      .filter((l) => l.payload.answer === 'put-aside' && (l.payload.untilOn ?? '') > this.on(0))
      .map((l) => l.payload.about);
    return learntProposals({ outcomes: this.outcomes(), netVolumeL: this.netVolumeL() }).filter(
      (p) => !aside.includes(p.kind),
    );
  });
  /** The night in so many days. */
  private readonly on = (days: number): string =>
    nightOn({ atEpochMs: this.house.nowEpochMs() + days * dayMs, zone: this.house.zone() });
  protected taught = bound(learntWords);
  protected label = parameterLabel;
  protected f = figure;
  protected sourceName = (id: string): string => this.sources.named(id)?.setUp.name ?? 'The source';
  protected value = (id: ParameterId, value: number): string => valueText(speech(), id, value);
  protected day = (at: number): string => dateText(speech(), at, this.house.zone());
  protected async putAside(p: LearntProposal): Promise<void> {
    const until = this.on(30);
    const entry = this.scribe.entry('learnt', this.tankId(), {
      about: p.kind,
      answer: 'put-aside',
      why: learntWords(speech(), p),
      untilOn: until,
    });
    this.said.set((await this.scribe.write([entry], 'Put aside')).said);
  }
}
