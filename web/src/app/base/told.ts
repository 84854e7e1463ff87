import { computed, Injectable, signal, untracked } from '@angular/core';
import { Subject } from 'rxjs';
import type { RouteName } from '#contracts/api';
import { basePages } from '#words/base';
import { deviceEpochMs } from './device-clock';

/** What is asked of the house, as far as it is not there: `waiting` the first time, `failed` whatever was there before. */
export type Remote =
  | { state: 'waiting'; sinceMs: number }
  | { state: 'here'; toldAtEpochMs: number }
  | { state: 'failed'; title: string; toldAtEpochMs: number | null };

/** What each question is about, in the keeper's words; questions that say themselves what became of them have none. */
const about: Partial<Record<RouteName, string>> = {
  tonight: basePages.theTanksAndTheirVerdicts,
  folio: 'this tank',
  bench: 'the bench',
  devices: 'the devices',
  sources: 'the waters',
  sourceHistory: basePages.theYearOfThisWater,
  stock: basePages.whoLivesWhere,
  diary: basePages.whatWasWritten,
  batches: 'the batches',
  evening: basePages.theEveningsWater,
  buildUp: basePages.whatBuildsUp,
  doing: basePages.whatIsBeingDone,
  learnt: basePages.whatWasLearnt,
  entries: 'the book',
  almanac: 'the almanac',
};

/** So long nothing is said of waiting: most answers are quicker. */
const patientMs = 350;

/**
 * Every question a page asks of the house and what became of it, in one place: so that no page says «nothing there» of
 * what was only not told.
 */
@Injectable({ providedIn: 'root' })
export class Told {
  private readonly questions = signal<ReadonlyMap<string, { name: RouteName; remote: Remote }>>(new Map());
  private readonly asked = new Subject<void>();
  private readonly clockMs = signal(0);
  /** The keeper wants all that failed asked once more. */
  readonly again = this.asked.asObservable();
  readonly failed = computed(() => {
    const failed = [...this.questions().values()].flatMap(({ name, remote }) =>
      remote.state === 'failed' ? [{ ...remote, about: about[name] ?? '' }] : [],
    );
    if (failed.length === 0) return null;
    const told = failed.flatMap((f) => (f.toldAtEpochMs === null ? [] : [f.toldAtEpochMs]));
    return {
      about: [...new Set(failed.map((f) => f.about))].join(', '),
      title: failed[0]?.title ?? '',
      /** When the oldest of what is still shown was told; null where nothing of it ever was. */
      shownFromEpochMs: told.length === failed.length ? Math.min(...told) : null,
    };
  });
  /** Something that was never told yet is waited for, and not just since now. */
  readonly waiting = computed(() =>
    [...this.questions().values()].some(
      ({ remote }) => remote.state === 'waiting' && this.clockMs() - remote.sinceMs >= patientMs,
    ),
  );

  asks(name: RouteName, path: string): void {
    // Pages ask from effects: what is read here must not make that effect run again with each answer.
    if (about[name] === undefined || untracked(this.questions).has(path)) return;
    this.put(path, name, { state: 'waiting', sinceMs: performance.now() });
    setTimeout(() => {
      this.clockMs.set(performance.now());
    }, patientMs + 1);
  }
  has(name: RouteName, path: string): void {
    if (about[name] !== undefined) this.put(path, name, { state: 'here', toldAtEpochMs: deviceEpochMs() });
  }
  lacks(name: RouteName, path: string, title: string): void {
    const before = untracked(this.questions).get(path)?.remote;
    const toldAtEpochMs = before && before.state !== 'waiting' ? before.toldAtEpochMs : null;
    if (about[name] !== undefined) this.put(path, name, { state: 'failed', title, toldAtEpochMs });
  }
  askAgain(): void {
    this.asked.next();
  }
  /** Another page: what only the last one asked is no longer missed. */
  turnedPage(staying: readonly string[]): void {
    this.questions.update((all) => new Map([...all].filter(([path]) => staying.some((s) => path.startsWith(s)))));
  }
  private put(path: string, name: RouteName, remote: Remote): void {
    this.questions.update((all) => new Map([...all, [path, { name, remote }]]));
  }
}
