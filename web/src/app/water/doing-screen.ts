import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { middle } from '#core/readings';
import { groundOf } from '#core/tanks';
import {
  alarming,
  batchCode,
  closingChecks,
  doingSteps,
  timerKinds,
  timerWords,
  type ClosingCheckId,
  type DoingStep,
  type TimerKind,
} from '#core/water';
import type { DoingView } from '#contracts/water';
import { StockStore, type TankStock } from '../stock/stock-store';
import { agoText, figure } from '../ui/words';
import { spanText } from './alarm-bar';
import { DoingStore, type RunningTimer } from './doing-store';
import { WaterNav } from './water-nav';

type Job = DoingView['jobs'][number];
const doneKey = 'night-ledger-steps';

/** Step lists for wet hands, timers, and the closing checks that keep a change open until each is ticked. */
@Component({
  selector: 'nl-doing',
  imports: [FormsModule, RouterLink, WaterNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-water-nav />
    <h1>Doing it</h1>
    @if (jobs().length === 0) {<p class="quiet">Nothing is open. A change begun under <a routerLink="/water">One change</a> stands here until its end is ticked: heater, filter, light, lid, animals, taps.</p>}
    @for (j of jobs(); track j.job.jobId) {
      <section [attr.aria-label]="'Change of ' + j.job.tankName">
        <h2>{{ j.job.tankName }} <span class="num quiet">{{ litres(j.job.changeL) }} L {{ j.job.how }}</span>&ngsp;<span class="small quiet">begun {{ ago(j.job.startedEpochMs) }}</span></h2>
        @if (!j.job.changeEntryId) {
          <ol class="steps">
            @for (s of j.steps; track s.id) {
              <li [class.done]="isDone(j.job, s)"><label><input type="checkbox" [checked]="isDone(j.job, s)" (change)="toggle(j.job, s)" /> <span>{{ s.text }}</span></label>
                @if (s.caution) {<p class="caution small">{{ s.caution }}</p>}
                @if (s.timer; as t) {<button type="button" class="plain" (click)="start(j.job, t.kind, t.minutes)">{{ timerText(t.kind, t.minutes) }}</button>}</li>
            }
          </ol>
          <p><a class="write" routerLink="/water" [queryParams]="backParams(j.job)">It is in: write the change</a></p>
        }
        <h3>Before you walk away</h3>
        <ul class="checks">@for (c of checks; track c.id) {<li><label><input type="checkbox" [checked]="j.job.ticked.includes(c.id)" [disabled]="j.job.ticked.includes(c.id)" (change)="tick(j.job, c.id)" /> {{ c.text }}</label></li>}</ul>
        <p class="small quiet">{{ missingText(j.job) }}</p>
      </section>
    }
    <section aria-label="Timers">
      <h2>Timers</h2>
      <ul>@for (t of doing.timers(); track t.timerId) {<li class="timer"><span><strong>{{ words[t.timer] }}</strong>&ngsp;{{ t.tankName }} {{ t.note }}</span>&ngsp;<span class="num">{{ left(t) }}</span></li>} @empty {<li class="quiet">None runs.</li>}</ul>
      <form class="row" (ngSubmit)="startOwn()" aria-label="A timer of your own">
        <label><span class="name">What runs</span><select name="kind" [ngModel]="kind()" (ngModelChange)="kind.set($event)">@for (k of kinds; track k) {<option [value]="k">{{ words[k] }}</option>}</select></label>
        <label><span class="name">Where</span><select name="tank" [ngModel]="tankId()" (ngModelChange)="tankId.set($event)"><option value="" disabled>choose</option>@for (s of stock.stocked(); track s.tank.tankId) {<option [value]="s.tank.tankId">{{ s.tank.name }}</option>}</select></label>
        <label><span class="name">Minutes</span><input type="number" min="0.5" step="any" name="minutes" [ngModel]="minutes()" (ngModelChange)="minutes.set($event)" /></label>
        <button class="go" [disabled]="!tankId() || !minutes()">Start</button>
      </form>
      <p class="small quiet">A hose, a filling drum and a pump are alarms: loud on every page until you say that they are off. The sound needs one touch of the page first.</p>
    </section>
    <p role="status">{{ said() }}</p>
  `,
  styles: `
    section { margin: 1rem 0 1.6rem; } .steps li { border-bottom: 1px solid var(--line); padding: 0.4rem 0; } .steps label, .checks label { display: flex; gap: 0.8rem; align-items: center; min-height: 48px; font-size: 1.1rem; } input[type='checkbox'] { width: 28px; height: 28px; flex: none; } .done label span { color: var(--quiet); text-decoration: line-through; }
    .caution { margin: 0 0 0.3rem 2.6rem; } .steps .plain { margin-left: 2.6rem; } .checks { display: grid; grid-template-columns: repeat(auto-fill, minmax(260px, 1fr)); gap: 0 1rem; } .timer { display: flex; justify-content: space-between; max-width: 520px; min-height: 36px; } .row { display: flex; flex-wrap: wrap; gap: 0.5rem 0.8rem; align-items: end; } .row label { min-width: 150px; } .write { display: inline-flex; min-height: 44px; align-items: center; font-weight: 600; }
  `,
})
export class DoingScreen {
  protected readonly doing = inject(DoingStore);
  protected readonly stock = inject(StockStore);
  protected readonly checks = closingChecks;
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
    this.doing.jobs().map((job) => ({ job, steps: stepsOf(job, this.stock.stockOf(job.tankId)) })),
  );
  protected litres = (value: number): string => figure(value, 1);
  protected ago = (at: number): string => agoText({ atEpochMs: at, nowEpochMs: this.doing.nowEpochMs() });
  protected left(t: RunningTimer): string {
    this.doing.nowEpochMs();
    return spanText(this.doing.leftMs(t));
  }
  protected timerText = (kind: TimerKind, minutes: number): string =>
    `${alarming.includes(kind) ? 'Alarm' : 'Timer'}: ${timerWords[kind]}, ${minutes} min`;
  protected missingText = (job: Job): string => {
    const missing = this.doing.missing(job.ticked);
    return missing.length === 0 ? '' : `Open until ticked: ${missing.join(', ')}.`;
  };
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
    changeL: String(job.changeL),
    job: job.jobId,
    ...(job.sourceId ? { water: job.sourceId } : {}),
    ...(job.batchId ? { batch: job.batchId } : {}),
  });
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

/** The step list of a job, from what the book knows of its tank. */
export function stepsOf(job: Job, stock: TankStock | null): DoingStep[] {
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
  return doingSteps({
    changeL: job.changeL,
    netVolumeL: stock?.tank.netVolumeL ?? job.changeL,
    groundCm2: ground?.ok ? ground.value.areaCm2 : null,
    chain: job.chain,
    how: job.how,
    dripMinutes: job.dripMinutes,
    equipment: stock?.tank.equipment ?? {},
    conditionerMl: job.conditionerMl,
    newWaterC: job.newWaterC,
    tankC: tempC ? middle(tempC) : null,
    batchCode: job.batchId === null ? null : batchCode(job.batchId),
    bed: job.bed,
    grazingFilm: job.grazingFilm,
    youngAbout: (stock?.alarms ?? []).some((a) => a.id.includes('berried')) || stock?.tank.setUp.purpose === 'breeding',
  });
}
