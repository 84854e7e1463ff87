import type { FortnightInput, FortnightPlan } from '#core/water';
import type { FortnightView } from '#contracts/water';
import { nightWords } from '#words/water';
import { badRequest } from '../problems';
import { ThreadEnded, ThreadPool } from '../threads';
import type { BookDeps } from '../book';
import type { Prospects } from '../judgement';
import { eveningView } from './evening';

/** The fourteen nights are planned in a thread of their own: a solver that takes its seconds keeps nobody waiting. */
export class WaterPlanner {
  private readonly thread = new ThreadPool<
    { input: FortnightInput; timeLimitMs: number; searchOnly: boolean },
    FortnightPlan
  >(new URL('./fortnight-thread.ts', import.meta.url));
  private last: { signature: string; plan: Promise<FortnightPlan & { tookMs: number }> } | null = null;

  /** @param deadlineMs When the programme is given up; it should end by itself long before. */
  constructor(private readonly deadlineMs = (timeLimitMs: number): number => 2 * timeLimitMs + 10_000) {}

  async fortnight(
    deps: BookDeps & { prospects: Prospects },
    { timeLimitMs }: { timeLimitMs: number },
  ): Promise<FortnightView> {
    if (!(timeLimitMs >= 1000 && timeLimitMs <= 30_000))
      throw badRequest([{ field: 'seconds', message: 'must be 1 to 30' }]);
    const { nowAt, tanks, waters, works, weekdayIndex, untilHours } = await eveningView(deps);
    const input: FortnightInput = { tanks, waters, works, weekdayIndex, untilHours: Math.round(untilHours * 4) / 4 };
    const signature = JSON.stringify([input, timeLimitMs]);
    // The same question again is the same answer: nothing was written in between.
    if (this.last?.signature !== signature) this.last = { signature, plan: this.planned(input, timeLimitMs) };
    const plan = await this.last.plan;
    const said = plan.nights.map((night) => ({
      ...night,
      changes: night.changes.map((c) => ({ ...c, why: nightWords(c.why) })),
    }));
    return { nowAt, ...plan, nights: said };
  }
  close(): Promise<void> {
    return this.thread.close();
  }
  /** The plan of these tanks and waters; by the search alone where the programme does not end by the deadline. */
  async planned(input: FortnightInput, timeLimitMs: number): Promise<FortnightPlan & { tookMs: number }> {
    const startedMs = performance.now();
    try {
      const plan = await this.thread
        .ask({ input, timeLimitMs, searchOnly: false }, { timeLimitMs: this.deadlineMs(timeLimitMs) })
        .catch((error: unknown) => {
          if (!(error instanceof ThreadEnded)) throw error;
          return this.thread.ask(
            { input, timeLimitMs: timeLimitMs / 2, searchOnly: true },
            { timeLimitMs: 2 * timeLimitMs + 20_000 },
          );
        });
      return { ...plan, tookMs: Math.round(performance.now() - startedMs) };
    } catch (error) {
      this.last = null;
      throw error;
    }
  }
}
