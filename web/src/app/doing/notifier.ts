import { effect, inject, Injectable, InjectionToken, signal, untracked } from '@angular/core';
import { timerWords } from '#words/doing';
import { DoingStore } from './doing-store';

/** The browser's own notifications, or nothing where it has none. */
export const browserNotifications = new InjectionToken<typeof Notification | undefined>('notifications', {
  providedIn: 'root',
  factory: () => (typeof Notification === 'undefined' ? undefined : Notification),
});
const keptKey = 'night-ledger-tell-this-device';
export type TellState = 'off' | 'on' | 'refused' | 'none';

/** Tells what is due by the browser's own notifications, on the device that asked for it, while a page of it is open. */
@Injectable({ providedIn: 'root' })
export class Notifier {
  private readonly doing = inject(DoingStore);
  private readonly notifications = inject(browserNotifications);
  private readonly wanted = signal(localStorage.getItem(keptKey) === 'yes');
  private readonly permission = signal(this.notifications?.permission ?? 'denied');
  private readonly told = new Set<string>();
  constructor() {
    effect(() => {
      const due = this.doing.due();
      if (this.state() !== 'on') return;
      untracked(() => {
        for (const t of due.filter((one) => !this.told.has(one.timerId))) {
          this.told.add(t.timerId);
          this.tell(`${timerWords[t.timer]}: ${t.tankName}`, { body: t.note, tag: t.timerId });
        }
      });
    });
  }
  readonly state = (): TellState => {
    if (this.notifications === undefined) return 'none';
    if (!this.wanted()) return 'off';
    return this.permission() === 'granted' ? 'on' : 'refused';
  };
  private tell(title: string, options: NotificationOptions): void {
    try {
      const shown = this.notifications && new this.notifications(title, options);
      if (shown)
        shown.onclick = () => {
          window.focus();
          shown.close();
        };
    } catch {
      // Some phones tell only through an installed app: the bar on the page and its sound remain.
    }
  }
  async turn(on: boolean): Promise<void> {
    localStorage.setItem(keptKey, on ? 'yes' : 'no');
    this.wanted.set(on);
    if (on && this.notifications) this.permission.set(await this.notifications.requestPermission());
  }
}
