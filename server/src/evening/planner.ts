import type { FortnightInput, FortnightPlan } from '#core/water';
import type { FortnightView } from '#contracts/water';
import { nightWords } from '#words/water';
import { badRequest } from '../problems';
import { ThreadPool } from '../threads';
import type { BookDeps } from '../book';
import type { Prospects } from '../judgement';
import { eveningView } from './evening';

/** The fourteen nights are planned in a thread of their own: a solver that takes its seconds keeps nobody waiting. */
export class WaterPlanner {
  private readonly thread = new ThreadPool<{ input: FortnightInput; timeLimitMs: number }, FortnightPlan>(
    new URL('./fortnight-thread.ts', import.meta.url),
  );
  private last: { signature: string; plan: Promise<FortnightPlan & { tookMs: number }> } | null = null;

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
    if (this.last?.signature !== signature) this.last = { signature, plan: this.asked(input, timeLimitMs) };
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
  private async asked(input: FortnightInput, timeLimitMs: number): Promise<FortnightPlan & { tookMs: number }> {
    const startedMs = performance.now();
    try {
      const plan = await this.thread.ask({ input, timeLimitMs }, { timeLimitMs: 2 * timeLimitMs + 20_000 });
      return { ...plan, tookMs: Math.round(performance.now() - startedMs) };
    } catch (error) {
      this.last = null;
      throw error;
    }
  }
}
