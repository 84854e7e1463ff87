import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { RouterLink } from '@angular/router';
import { isAlarming, isDip } from '#core/doing';
import { timerWords, doingPages } from '#words/doing';
import { Notifier } from './notifier';
import { DoingStore, type RunningTimer } from './doing-store';

/** What runs, on every page: quiet while there is time, large and red when it is due, until somebody answers. */
@Component({
  selector: 'nl-alarm-bar',
  imports: [RouterLink, ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (t of doing.timers(); track t.timerId) {
      <div
        class="bar"
        [class.due]="isDue(t)"
        [class.loud]="isDue(t) && loud(t)"
        [attr.role]="isDue(t) ? 'alert' : 'status'">
        <span
          ><strong>{{ words[t.timer] }}</strong
          >&ngsp;<a routerLink="/water/doing">{{ t.tankName }}</a
          >{{ t.note ? ': ' + t.note : '' }}</span
        >
        <span class="num left">{{ left(t) }}</span>
        <button pButton type="button" class="plain" (click)="doing.answer(t)">
          {{ isDue(t) ? answerText(t) : say.doneEarly
          }}<span class="visuallyHidden">: {{ words[t.timer] }}, {{ t.tankName }}</span>
        </button>
      </div>
    }
    @if (doing.jobs().length > 0) {
      <div class="bar" role="status">
        <span
          ><strong>{{ openText() }}</strong
          >&ngsp;{{ names() }}</span
        ><a routerLink="/water/doing">{{ say.whatIsStillOff }}</a>
      </div>
    }
  `,
  styles: `
    .bar {
      display: flex;
      flex-wrap: wrap;
      gap: 0.3rem 1rem;
      align-items: center;
      min-height: 44px;
      padding: 0.3rem 0.8rem;
      margin-bottom: 0.5rem;
      background: var(--wash);
      border-left: 4px solid var(--water);
    }
    .left {
      margin-left: auto;
    }
    .due {
      border-color: var(--amber);
    }
    .loud {
      border: 3px solid var(--act);
      font-size: 1.3rem;
      padding: 0.8rem;
    }
    .loud .plain {
      border-color: var(--act);
      border-width: 2px;
      font-weight: 600;
    }
    @media print {
      .bar {
        display: none;
      }
    }
  `,
})
export class AlarmBar {
  protected readonly say = doingPages;
  protected readonly doing = inject(DoingStore);
  // Here on every page: it tells what is due also when the page is not in front.
  protected readonly notifier = inject(Notifier);
  protected readonly words = timerWords;
  protected answerText = (t: RunningTimer): string =>
    t.timer === 'filter' || t.timer === 'heater'
      ? doingPages.itIsOnAgain
      : isDip(t.timer)
        ? doingPages.theyAreOut
        : this.loud(t)
          ? doingPages.itIsOff
          : 'Done';
  protected loud = (t: RunningTimer): boolean => isAlarming(t.timer);
  protected isDue = (t: RunningTimer): boolean => this.doing.due().includes(t);
  protected openText = (): string => {
    const jobs = this.doing.jobs();
    const changes = jobs.every((j) => j.work.kind === 'change');
    return jobs.length === 1
      ? doingPages.oneNotClosed(changes ? 'change' : 'job')
      : `${jobs.length} ${changes ? 'changes' : 'jobs'} not closed`;
  };
  protected names = (): string =>
    this.doing
      .jobs()
      .map((j) => j.tankName)
      .join(', ');
  protected left(t: RunningTimer): string {
    this.doing.nowEpochMs();
    return spanText(this.doing.leftMs(t));
  }
}

/** `4:05 left`, `over by 2 min`, `3 h 20 min left`. */
export function spanText(ms: number): string {
  const seconds = Math.round(Math.abs(ms) / 1000);
  const minutes = seconds / 60;
  const text =
    minutes >= 60
      ? `${Math.floor(minutes / 60)} h ${Math.round(minutes % 60)} min`
      : minutes >= 10
        ? `${Math.round(minutes)} min`
        : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  return ms >= 0 ? `${text} left` : `over by ${text}`;
}
