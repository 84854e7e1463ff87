import { computed, Injectable, signal } from '@angular/core';
import { Subject } from 'rxjs';

/** A house that answers some questions and not others must not make every page ask anew with each answer. */
const calmMs = 3000;
/** So often a house that does not answer is asked whether it is back. */
const askAgainMs = 4000;

/**
 * Whether the house answers, and how old what is shown is while it does not: every answer says whether it is today's or
 * one that this device had kept.
 */
@Injectable({ providedIn: 'root' })
export class Reach {
  private readonly _away = signal(false);
  private readonly kept = signal<ReadonlyMap<string, number>>(new Map());
  private readonly returned = new Subject<void>();
  /** Asks the house itself whether it answers; given by who speaks with it. */
  knock: () => Promise<boolean> = () => Promise.resolve(false);
  private asking: ReturnType<typeof setTimeout> | null = null;
  private telling: ReturnType<typeof setTimeout> | null = null;
  private toldBackAtMs = -calmMs;
  /** The house did not answer when it was last asked. */
  readonly away = this._away.asReadonly();
  /** When the oldest of what is shown was told, by the house's own clock; null while all is fresh. */
  readonly asOfEpochMs = computed(() => {
    const times = [...this.kept().values()];
    return times.length > 0 ? Math.min(...times) : null;
  });
  /** The house answers again: what is shown is asked for anew. */
  readonly back = this.returned.asObservable();

  answered(path: string): void {
    if (this.kept().has(path)) this.kept.update((all) => new Map([...all].filter(([p]) => p !== path)));
    if (this._away()) this.isBack();
  }
  /** The house itself did not answer; what it said earlier did. */
  recalled(path: string, toldAtEpochMs: number): void {
    this.kept.update((all) => new Map([...all, [path, toldAtEpochMs]]));
    this.isAway();
  }
  silent(): void {
    this.isAway();
  }
  /** Another page is opened: what only the last one showed is no longer in sight. */
  turnedPage(staying: readonly string[]): void {
    if (this.kept().size > 0)
      this.kept.update((all) => new Map([...all].filter(([path]) => staying.some((s) => path.startsWith(s)))));
  }

  private isAway(): void {
    this._away.set(true);
    this.asking ??= setTimeout(() => void this.ask(), askAgainMs);
  }
  private isBack(): void {
    this._away.set(false);
    this.kept.set(new Map());
    if (this.asking) clearTimeout(this.asking);
    this.asking = null;
    this.tellBack();
  }
  /** At once, and then at most once in so long; what was left out is told at its end. */
  private tellBack(): void {
    const waitMs = this.toldBackAtMs + calmMs - performance.now();
    if (waitMs <= 0) {
      this.toldBackAtMs = performance.now();
      this.returned.next();
      return;
    }
    this.telling ??= setTimeout(() => {
      this.telling = null;
      if (!this._away()) this.tellBack();
    }, waitMs + 1);
  }
  private async ask(): Promise<void> {
    this.asking = null;
    const answers = await this.knock();
    if (!this._away()) return;
    if (answers) this.isBack();
    else this.isAway();
  }
}
