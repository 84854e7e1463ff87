import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { heaterRestMinutes, type PassRun, type WalkJobId, type WalkPass } from '#core/hands';
import type { NewEntry } from '#contracts/book';
import { walkJobWords, walkPassWords, handsPages } from '#words/hands';
import { DoingStore } from '../doing';
import { StockStore } from '../stock';
import { Scribe } from '../base/scribe';
import { byItsPage, type WalkVisits } from './walk-visits';

/** Where water runs: an alarm on every page until it is answered. */
const alarmOf: Partial<Record<WalkPass, 'pump' | 'hose'>> = { drain: 'pump', fill: 'hose' };

/** Longer without heat, a small warm tank has cooled (ours, low grade). */
const longOffMinutes = 60;

/** Tanks that are changed with one hose: each pass goes from the first to the last of them, ticked tank by tank. */
@Component({
  selector: 'nl-passes',
  imports: [ButtonDirective, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="say.oneHose(names())">
      <h3>{{ say.oneHose(names()) }}</h3>
      <p class="small">{{ sum() }}</p>
      <p class="caution small">
        {{ say.theHoseGoesFromThe }}
      </p>
      @for (p of run().passes; track p.pass) {
        <h4>{{ words[p.pass].name }}</h4>
        <p class="small quiet">{{ words[p.pass].says }}</p>
        <ol class="walk">
          @for (s of p.stops; track s.tank) {
            <li class="stop" [class.done]="isDone(s.tank, p.pass)">
              <span>
                <span class="serif">{{ nameOf()(s.tank) }}</span>
                <span class="small">&ngsp;{{ jobsText(s.jobs) }}</span>
                <span class="small quiet">&ngsp;{{ say.fromMinute(round(s.startMinutes), round(s.minutes)) }}</span>
              </span>
              <span class="moves noPrint">
                @if (alarms[p.pass]; as kind) {
                  <button
                    pButton
                    type="button"
                    class="plain"
                    [disabled]="isDone(s.tank, p.pass)"
                    [attr.aria-label]="say.alarm(words[p.pass].name, nameOf()(s.tank))"
                    (click)="alarm(s.tank, kind, s.minutes)">
                    {{ say.alarmHead }}
                  </button>
                }
                <button
                  pButton
                  type="button"
                  class="plain"
                  [disabled]="isDone(s.tank, p.pass)"
                  [attr.aria-label]="say.doneForPass(words[p.pass].name, nameOf()(s.tank))"
                  (click)="tick(s.tank, p.pass)">
                  {{ isDone(s.tank, p.pass) ? say.isDone : say.doneHead }}
                </button>
                @if (p.pass === 'fill') {
                  @if (writeAt(s.tank); as page) {
                    <a
                      class="small"
                      [routerLink]="page.path"
                      [queryParams]="page.query"
                      [attr.aria-label]="say.writeTheChange(nameOf()(s.tank))"
                      >{{ say.writeIt }}</a
                    >
                  }
                }
              </span>
            </li>
          }
        </ol>
      }
      <p class="said" role="status" aria-live="polite">{{ said() }}</p>
      @if (fault()) {
        <p class="fault" role="alert">{{ fault() }}</p>
      }
    </section>
  `,
  styleUrl: './hands.scss',
  styles: `
    h4 {
      margin: 0.8rem 0 0;
    }
    .moves {
      display: inline-flex;
      gap: 0.4rem;
      align-items: center;
    }
  `,
})
export class PassesPart {
  protected readonly say = handsPages;
  readonly run = input.required<PassRun>();
  readonly nameOf = input.required<(tankId: string) => string>();
  readonly from = input.required<WalkVisits>();
  /** The last pass of a tank is over: what was done there by hand, for the walk to write. */
  readonly made = output<{ tankId: string; jobs: WalkJobId[] }>();
  private readonly scribe = inject(Scribe);
  private readonly doing = inject(DoingStore);
  private readonly stock = inject(StockStore);
  protected readonly words = walkPassWords;
  protected readonly alarms = alarmOf;
  protected readonly said = signal('');
  protected readonly fault = signal('');
  protected readonly names = computed(() => this.run().tanks.map(this.nameOf()).join(', '));
  protected round = (minutes: number): number => Math.round(minutes);
  protected jobsText = (jobs: readonly string[]): string =>
    jobs.map((job) => (walkJobWords as Readonly<Record<string, string>>)[job] ?? job).join(', ');
  protected readonly sum = computed(() => {
    const { waitMinutes, waitByStopMinutes, heaterOff } = this.run();
    const [longest] = [...heaterOff].sort((a, b) => b.minutes - a.minutes);
    const isLong = longest !== undefined && longest.minutes > longOffMinutes;
    const off = longest
      ? handsPages.longestWithoutHeatMin(
          this.nameOf()(longest.tank),
          Math.round(longest.minutes),
          isLong ? handsPages.longForASmallWarm : '',
        )
      : '';
    return handsPages.waitingForHeatersToCool(Math.round(waitMinutes), Math.round(waitByStopMinutes), off);
  });
  protected isDone = (tankId: string, pass: WalkPass): boolean => this.from().passed().has(`${tankId} ${pass}`);
  /**
   * Switched off, the change is open with its own closing checks, and the heater’s clock runs: it rings on every page when
   * the heater ought to be on again.
   */
  protected async tick(tankId: string, pass: WalkPass): Promise<void> {
    const written = await this.scribe.write(
      [
        this.scribe.entry('walk', tankId, { step: 'pass', pass }),
        ...(pass === 'off' ? [...this.opened(tankId), ...this.heaterClock(tankId)] : []),
      ],
      `${this.nameOf()(tankId)}: ${walkPassWords[pass].done}`,
    );
    this.said.set(written.said);
    this.fault.set([...written.faults.values()].join('. '));
    const jobs = this.jobsAt(tankId);
    if (written.kept && pass === 'after' && jobs.length > 0) this.made.emit({ tankId, jobs });
  }
  /** What the walk has at a tank, but for what only its own page writes. */
  private readonly jobsAt = (tankId: string): WalkJobId[] =>
    this.run().passes.flatMap(({ stops }) =>
      stops.flatMap((s) => (s.tank === tankId ? (s.jobs as WalkJobId[]).filter((job) => !byItsPage(job)) : [])),
    );
  protected writeAt = (tankId: string): { path: string; query: Record<string, string> } | null =>
    this.from().pageFor(tankId, 'change');
  private opened(tankId: string): NewEntry[] {
    if (this.doing.jobs().some((j) => j.tankId === tankId && j.work.kind === 'change')) return [];
    const { tanks } = this.run();
    const chain = tankId === tanks[0] ? 'first' : tankId === tanks.at(-1) ? 'last' : 'middle';
    const { changeL, waterId } = this.from().change(tankId);
    return [
      this.scribe.entry('job', tankId, {
        step: 'started',
        work: {
          kind: 'change',
          changeL: Math.round(changeL * 10) / 10,
          how: 'poured',
          bed: 'none',
          chain,
          ...(waterId === null ? {} : { sourceId: waterId }),
        },
      }),
    ];
  }
  /** None where the book says that no heater is on: an alarm that means nothing is one that nobody answers. */
  private heaterClock(tankId: string): NewEntry[] {
    if (this.stock.stockOf(tankId)?.tank.equipment.heater?.on === false) return [];
    const offMinutes = this.run().heaterOff.find((h) => h.tank === tankId)?.minutes ?? heaterRestMinutes;
    return [
      this.scribe.entry('timer', tankId, {
        step: 'set',
        timer: 'heater',
        minutes: Math.round(offMinutes),
        note: '',
      }),
    ];
  }
  protected async alarm(tankId: string, kind: 'pump' | 'hose', minutes: number): Promise<void> {
    this.said.set(await this.doing.setTimer(tankId, kind, Math.max(1, Math.round(minutes))));
  }
}
