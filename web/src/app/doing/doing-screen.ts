import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { middle } from '#core/readings';
import { groundOf } from '#core/tanks';
import {
  closingChecksOf,
  doingSteps,
  isAlarming,
  otherWorks,
  otherWorkSteps,
  timerKinds,
  type ClosingCheckId,
  type DoingStep,
  type OtherWork,
  type TimerKind,
} from '#core/doing';
import { youngAbout } from '#core/stock';
import { batchCode } from '#core/water';
import type { Work } from '#contracts/book';
import type { DoingView } from '#contracts/doing';
import { cautionWords, closingWords, stepWords, timerWords, workWords, doingPages } from '#words/doing';
import { StockStore, type TankStock } from '../stock';
import { agoText, figure } from '../ui/words';
import { spanText } from './alarm-bar';
import { DoingStore, type RunningTimer } from './doing-store';
import { WaterNav } from '../ui/water-nav';
import { InUnit } from '../ui/in-unit';
import { AmountPipe } from '../ui/amount';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

type Job = DoingView['jobs'][number];
const doneKey = 'night-ledger-steps';

/** Step lists for wet hands, timers, and the closing checks that keep a change open until each is ticked. */
@Component({
  selector: 'nl-doing',
  imports: [
    WhyNot,
    Field,
    AmountPipe,
    InUnit,
    FormsModule,
    RouterLink,
    WaterNav,
    ButtonDirective,
    Checkbox,
    Choice,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-water-nav />
    <h1>{{ say.doingIt }}</h1>
    @if (jobs().length === 0) {
      <p class="quiet">
        {{ say.nothingIsOpenAChange }} <a routerLink="/water">{{ say.oneChange }}</a> {{ say.standsHereUntilItsEnd }}
      </p>
    }
    @for (j of jobs(); track j.job.jobId) {
      <section [attr.aria-label]="say.of2(headOf(j.job.work.kind), j.job.tankName)">
        <h2>
          {{ j.job.tankName }}
          @if (j.job.work.kind === 'change') {
            <span class="num quiet">{{ j.job.work.changeL | amount: 'volume' }} {{ j.job.work.how }}</span>
          } @else {
            <span class="quiet">{{ headOf(j.job.work.kind) }}{{ j.job.work.note ? ': ' + j.job.work.note : '' }}</span>
          }
          <span class="small quiet begun">{{ say.begun(ago(j.job.startedEpochMs), usually(j.job.work.kind)) }}</span>
        </h2>
        @if (j.steps.length > 0) {
          <ol class="steps">
            @for (s of j.steps; track s.id) {
              <li [class.done]="isDone(j.job, s)">
                <label
                  ><p-checkbox
                    [autofocus]="false"
                    [binary]="true"
                    [ngModel]="isDone(j.job, s)"
                    (onChange)="toggle(j.job, s)"
                    [ngModelOptions]="{ standalone: true }" />
                  <span>{{ stepText(s) }}</span></label
                >
                @for (c of s.cautionIds; track c) {
                  <p class="caution small">{{ cautions[c] }}</p>
                }
                @if (s.timer; as t) {
                  <button pButton type="button" class="plain" (click)="start(j.job, t.kind, t.minutes)">
                    {{ timerText(t.kind, t.minutes) }}
                  </button>
                }
              </li>
            }
          </ol>
          @if (j.job.work.kind === 'change') {
            <p>
              <a class="write" routerLink="/water" [queryParams]="backParams(j.job)">{{ say.itIsInWriteThe }}</a>
            </p>
          }
        }
        <h3>{{ say.beforeYouWalkAway }}</h3>
        <ul class="checks">
          @for (c of checksOf(j.job); track c.id) {
            <li>
              <label
                ><p-checkbox
                  [autofocus]="false"
                  [binary]="true"
                  [ngModel]="j.job.ticked.includes(c.id)"
                  [disabled]="j.job.ticked.includes(c.id)"
                  (onChange)="tick(j.job, c.id)"
                  [ngModelOptions]="{ standalone: true }" />
                {{ c.text }}</label
              >
            </li>
          }
        </ul>
        <p class="small quiet">{{ missingText(j.job) }}</p>
        @if (breaking() === j.job.jobId) {
          <form class="row" (ngSubmit)="breakOff(j.job)" [attr.aria-label]="say.brokenOff">
            <nl-field [name]="say.whyItWasBrokenOff"
              ><input
                pInputText
                name="why"
                maxlength="500"
                autocomplete="off"
                [ngModel]="why()"
                (ngModelChange)="why.set($event)" /></nl-field
            ><button pButton class="plain" [nlWhy]="[[say.aReason, !why().trim()]]">{{ say.writeIt }}</button>
          </form>
        } @else {
          <button pButton type="button" class="asText" (click)="breaking.set(j.job.jobId)">{{ say.brokenOff }}</button>
        }
      </section>
    }
    <section [attr.aria-label]="say.beginSomethingElse">
      <h2>{{ say.beginSomethingElse }}</h2>
      <form class="row" (ngSubmit)="begin()" [attr.aria-label]="say.beginAWork">
        <nl-field [name]="say.what"
          ><nl-choice name="work" [ngModel]="work()" (ngModelChange)="work.set($event)">
            @for (w of works; track w) {
              <nl-option [value]="w" [word]="headOf(w)" />
            }</nl-choice
        ></nl-field>
        <nl-field [name]="say.atWhichTank"
          ><nl-choice name="workTank" [ngModel]="workTankId()" (ngModelChange)="workTankId.set($event)">
            <nl-option value="" disabled [word]="say.choose" />
            @for (s of stock.stocked(); track s.tank.tankId) {
              <nl-option [value]="s.tank.tankId" [word]="s.tank.name" />
            }</nl-choice
        ></nl-field>
        <nl-field [name]="say.whatExactlyMayStayEmpty"
          ><input
            pInputText
            name="workNote"
            maxlength="200"
            autocomplete="off"
            [ngModel]="workNote()"
            (ngModelChange)="workNote.set($event)"
        /></nl-field>
        <button pButton class="go" [nlWhy]="[[say.aTank, !workTankId()]]">{{ say.begin }}</button>
      </form>
      <p class="small quiet">{{ say.itStaysOpenUntilIts(usually(work())) }}</p>
    </section>
    <section [attr.aria-label]="say.timers">
      <h2>{{ say.timers }}</h2>
      <ul>
        @for (t of doing.timers(); track t.timerId) {
          <li class="timer">
            <span
              ><strong>{{ words[t.timer] }}</strong
              >&ngsp;{{ t.tankName }} {{ t.note }}</span
            >&ngsp;<span class="num">{{ left(t) }}</span>
          </li>
        } @empty {
          <li class="quiet">{{ say.noneRuns }}</li>
        }
      </ul>
      <form class="row" (ngSubmit)="startOwn()" [attr.aria-label]="say.aTimerOfYourOwn">
        <nl-field [name]="say.whatRuns"
          ><nl-choice name="kind" [ngModel]="kind()" (ngModelChange)="kind.set($event)">
            @for (k of kinds; track k) {
              <nl-option [value]="k" [word]="words[k]" />
            }</nl-choice
        ></nl-field>
        <nl-field [name]="say.where"
          ><nl-choice name="tank" [ngModel]="tankId()" (ngModelChange)="tankId.set($event)">
            <nl-option value="" disabled [word]="say.choose" />
            @for (s of stock.stocked(); track s.tank.tankId) {
              <nl-option [value]="s.tank.tankId" [word]="s.tank.name" />
            }</nl-choice
        ></nl-field>
        <nl-field [name]="say.minutes"
          ><input pInputText nlIn name="minutes" [ngModel]="minutes()" (ngModelChange)="minutes.set($event)"
        /></nl-field>
        <button
          pButton
          class="go"
          [nlWhy]="[
            [say.aTank, !tankId()],
            [say.minutesInline, !minutes()],
          ]">
          {{ say.start }}
        </button>
      </form>
      <p class="small quiet">
        {{ say.aHoseAFillingDrum }}
      </p>
    </section>
    <p role="status">{{ said() }}</p>
  `,
  styles: `
    .begun {
      margin-inline-start: 0.4em;
    }
    section {
      margin: 1rem 0 1.6rem;
    }
    .steps li {
      border-bottom: 1px solid var(--line);
      padding: 0.4rem 0;
    }
    .steps label,
    .checks label {
      display: flex;
      gap: 0.8rem;
      align-items: center;
      min-height: 48px;
      font-size: 1.1rem;
    }
    input[type='checkbox'] {
      width: 28px;
      height: 28px;
      flex: none;
    }
    .done label span {
      color: var(--quiet);
      text-decoration: line-through;
    }
    .caution {
      margin: 0 0 0.3rem 2.6rem;
    }
    .steps .plain {
      margin-left: 2.6rem;
    }
    .checks {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
      gap: 0 1rem;
    }
    .timer {
      display: flex;
      justify-content: space-between;
      max-width: 520px;
      min-height: 36px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: end;
    }
    .row :is(label, nl-field) {
      min-width: 150px;
    }
    .write {
      display: inline-flex;
      min-height: 44px;
      align-items: center;
      font-weight: 600;
    }
  `,
})
export class DoingScreen {
  protected readonly say = doingPages;
  protected readonly doing = inject(DoingStore);
  protected readonly stock = inject(StockStore);
  protected readonly cautions = cautionWords;
  protected readonly works = otherWorks;
  protected readonly work = signal<OtherWork>('sponge');
  protected readonly workTankId = signal('');
  protected readonly workNote = signal('');
  protected readonly breaking = signal('');
  protected readonly why = signal('');
  protected readonly words = timerWords;
  protected readonly kinds = timerKinds;
  protected readonly kind = signal<TimerKind>('fill');
  protected readonly tankId = signal('');
  protected readonly minutes = signal<number | null>(5);
  protected readonly said = signal('');
  /** Steps that were done: for the eye only, kept on this device. */
  private readonly doneSteps = signal<ReadonlySet<string>>(readDone());
  constructor() {
    this.stock.load();
  }
  protected readonly jobs = computed(() =>
    this.doing.jobs().map((job) => ({
      job,
      steps: stepsOf(job, this.stock.stockOf(job.tankId), this.doing.nowEpochMs()),
    })),
  );
  protected litres = (value: number): string => figure(value, 1);
  protected ago = (at: number): string => agoText({ atEpochMs: at, nowEpochMs: this.doing.nowEpochMs() });
  protected left(t: RunningTimer): string {
    this.doing.nowEpochMs();
    return spanText(this.doing.leftMs(t));
  }
  protected timerText = (kind: TimerKind, minutes: number): string =>
    `${isAlarming(kind) ? 'Alarm' : 'Timer'}: ${timerWords[kind]}, ${minutes} min`;
  protected missingText = (job: Job): string => {
    return job.open.length === 0
      ? ''
      : doingPages.openUntilTicked(job.open.map((id) => id.replaceAll('-', ' ')).join(', '));
  };
  protected headOf = (work: Job['work']['kind']): string => workWords[work].name;
  protected stepText = (step: DoingStep): string => stepWords(speech(), step.reason);
  protected checksOf = (job: Job): { id: ClosingCheckId; text: string }[] =>
    closingChecksOf(job.work.kind).map((id) => ({ id, text: closingWords[id] }));
  protected usually(work: Job['work']['kind']): string {
    const minutes = this.doing.minutesOf(work);
    return minutes === null ? '' : `, usually ${Math.round(minutes)} min`;
  }
  protected isDone = (job: Job, step: DoingStep): boolean => this.doneSteps().has(`${job.jobId} ${step.id}`);
  protected toggle(job: Job, step: DoingStep): void {
    const key = `${job.jobId} ${step.id}`;
    this.doneSteps.update((set) => new Set(set.has(key) ? [...set].filter((k) => k !== key) : [...set, key]));
    try {
      localStorage.setItem(doneKey, JSON.stringify([...this.doneSteps()].slice(-200)));
    } catch {
      // Without storage the ticks last as long as the page.
    }
  }
  protected backParams = (job: Job): Record<string, string> => ({
    tank: job.tankId,
    job: job.jobId,
    ...(job.work.kind === 'change'
      ? {
          changeL: String(job.work.changeL),
          ...(job.work.sourceId === undefined ? {} : { water: job.work.sourceId }),
          ...(job.work.batchId === undefined ? {} : { batch: job.work.batchId }),
        }
      : {}),
  });
  protected async begin(): Promise<void> {
    this.said.set(await this.doing.begin(this.workTankId(), this.work(), this.workNote().trim()));
    this.workNote.set('');
  }
  protected async breakOff(job: Job): Promise<void> {
    this.said.set(await this.doing.breakOff(job.jobId, job.tankId, this.why().trim()));
    this.breaking.set('');
    this.why.set('');
  }
  protected async start(job: Job, kind: TimerKind, minutes: number): Promise<void> {
    this.said.set(await this.doing.setTimer(job.tankId, kind, minutes, job.jobId));
  }
  protected async startOwn(): Promise<void> {
    const minutes = this.minutes();
    if (minutes) this.said.set(await this.doing.setTimer(this.tankId(), this.kind(), minutes));
  }
  protected async tick(job: Job, check: ClosingCheckId): Promise<void> {
    this.said.set(await this.doing.tick(job.jobId, job.tankId, [check]));
  }
}

function readDone(): ReadonlySet<string> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(doneKey) ?? '[]');
    return new Set(Array.isArray(kept) ? kept.map(String) : []);
  } catch {
    return new Set();
  }
}

/** The step list of a job, from what the book knows of its tank; none once the change itself is in the book. */
export function stepsOf({ work }: Pick<Job, 'work'>, stock: TankStock | null, nowEpochMs: number): DoingStep[] {
  if (work.kind !== 'change') return otherWorkSteps(work.kind);
  return work.changeEntryId === undefined ? changeSteps(work, stock, nowEpochMs) : [];
}

function changeSteps(
  work: Extract<Work, { kind: 'change' }>,
  stock: TankStock | null,
  nowEpochMs: number,
): DoingStep[] {
  const geometry = stock?.tank.setUp.geometry;
  const ground = geometry
    ? groundOf({
        footprint: {
          shape: geometry.shape ?? 'rectangle',
          lengthCm: geometry.lengthCm,
          widthCm: geometry.widthCm,
          bowCm: geometry.bowCm,
        },
        glassCm: geometry.glassMm / 10,
      })
    : null;
  const tempC = stock?.tank.water.tempC;
  const breeding = stock?.tank.setUp.purpose === 'breeding';
  return doingSteps({
    changeL: work.changeL,
    netVolumeL: stock?.tank.netVolumeL ?? work.changeL,
    groundCm2: ground?.ok ? ground.value.areaCm2 : null,
    chain: work.chain,
    how: work.how,
    dripMinutes: work.dripMinutes ?? null,
    equipment: stock?.tank.equipment ?? {},
    conditionerMl: work.conditionerMl ?? null,
    newWaterC: work.newWaterC ?? null,
    tankC: tempC ? middle(tempC) : null,
    batchCode: work.batchId === undefined ? null : batchCode(work.batchId),
    bed: work.bed,
    grazingFilm: work.grazingFilm ?? false,
    youngAbout: breeding || youngAbout({ events: stock?.tank.events ?? [], nowEpochMs }),
  });
}
