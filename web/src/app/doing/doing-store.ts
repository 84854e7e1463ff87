import { computed, inject, Injectable, signal } from '@angular/core';
import { catchError, merge, of, Subject, switchMap, timer } from 'rxjs';
import { isAlarming, type ClosingCheckId, type OtherWork, type TimerKind, type WorkKind } from '#core/doing';
import type { DoingView } from '#contracts/doing';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import { Scribe } from '../base/scribe';

/** How often the house is asked for jobs and timers of other devices. */
const againMs = 30_000;
const tickMs = 1000;

export type RunningTimer = DoingView['timers'][number];

/** Jobs that are open and timers that run, on every page: they are in the book, so a reload or another device changes nothing. */
@Injectable({ providedIn: 'root' })
export class DoingStore {
  private readonly api = inject(Api);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly asked = new Subject<void>();
  private readonly _view = signal<DoingView | null>(null);
  readonly view = this._view.asReadonly();
  readonly jobs = computed(() => this._view()?.jobs ?? []);
  readonly timers = computed(() => this._view()?.timers ?? []);
  /** House time, second by second while something runs; the house’s own clock may stand still in the demo. */
  private readonly sinceToldMs = signal(0);
  private toldAtMs = performance.now();
  readonly nowEpochMs = computed(() => this.heardEpochMs() + this.sinceToldMs());
  /** The house's time when the view came, also where this device had kept the view from earlier. */
  private readonly heardEpochMs = signal(Date.parse(this.house.nowIso()));
  /** When each timer was first seen here: it runs even where the house’s own clock stands still. */
  private readonly seenAtMs = new Map<string, number>();
  leftMs(t: RunningTimer): number {
    const byHouse = t.dueEpochMs - this.nowEpochMs();
    const seen = this.seenAtMs.get(t.timerId) ?? performance.now();
    return Math.min(byHouse, t.dueEpochMs - t.startedEpochMs - (performance.now() - seen));
  }
  readonly due = computed(() => {
    this.sinceToldMs();
    return this.timers().filter((t) => this.leftMs(t) <= 0);
  });
  /** What can flood or run dry: shown from the start, loud when it is due. */
  readonly watched = computed(() => this.timers().filter((t) => isAlarming(t.timer)));
  private voice: { stop: () => void } | null = null;

  constructor() {
    merge(this.asked, timer(0, againMs), inject(Outbox).stirred)
      .pipe(switchMap(() => this.api.call('doing').pipe(catchError(() => of(null)))))
      .subscribe((view) => {
        if (!view) return;
        for (const t of view.timers) if (!this.seenAtMs.has(t.timerId)) this.seenAtMs.set(t.timerId, performance.now());
        this._view.set(view);
        this.toldAtMs = performance.now();
        this.heardEpochMs.set(Date.parse(this.house.nowIso()));
        this.sinceToldMs.set(0);
      });
    setInterval(() => {
      if (this.timers().length === 0) return;
      this.sinceToldMs.set(performance.now() - this.toldAtMs);
      this.sound(this.due().some((t) => isAlarming(t.timer)));
    }, tickMs);
  }
  async setTimer(subjectId: string, kind: TimerKind, minutes: number, jobId?: string, note = ''): Promise<string> {
    const entry = this.scribe.entry('timer', subjectId, {
      step: 'set',
      timer: kind,
      minutes,
      note,
      ...(jobId === undefined ? {} : { jobId }),
    });
    return (await this.scribe.write([entry], 'Timer set')).said;
  }
  async answer({ timerId, tankId }: RunningTimer): Promise<void> {
    await this.scribe.write([this.scribe.entry('timer', tankId, { step: 'answered', timerId })], 'Timer answered');
  }
  async tick(jobId: string, tankId: string, checks: ClosingCheckId[]): Promise<string> {
    return (await this.scribe.write([this.scribe.entry('job', tankId, { step: 'ticked', jobId, checks })], 'Ticked'))
      .said;
  }
  async begin(tankId: string, kind: OtherWork, note: string): Promise<string> {
    const entry = this.scribe.entry('job', tankId, { step: 'started', work: { kind, note } });
    return (await this.scribe.write([entry], 'Begun')).said;
  }
  async breakOff(jobId: string, tankId: string, reason: string): Promise<string> {
    const entry = this.scribe.entry('job', tankId, { step: 'broken-off', jobId, reason });
    return (await this.scribe.write([entry], 'Broken off')).said;
  }
  /** Minutes that a kind of work takes this keeper; null while too few were closed. */
  minutesOf = (work: WorkKind): number | null =>
    this._view()?.learntMinutes.find((m) => m.work === work)?.minutes ?? null;

  /** Two tones in turn until it is answered; browsers stay silent until something on the page was touched. */
  private sound(on: boolean): void {
    if (!on) {
      this.voice?.stop();
      this.voice = null;
      return;
    }
    if (this.voice) return;
    try {
      const audio = new AudioContext();
      const tone = audio.createOscillator();
      const loudness = audio.createGain();
      loudness.gain.value = 0.15;
      tone.type = 'triangle';
      for (let i = 0; i < 600; i++) tone.frequency.setValueAtTime(i % 2 === 0 ? 660 : 880, audio.currentTime + i * 0.5);
      tone.connect(loudness).connect(audio.destination);
      tone.start();
      this.voice = { stop: () => void audio.close() };
    } catch {
      this.voice = { stop: () => undefined };
    }
  }
}
