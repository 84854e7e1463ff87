import type { Water } from '#core/readings';
import { addedByTopUp } from '#core/water';
import type { DosePayload } from '#contracts/book';
import { readDiary } from '../book';
import type { Db } from '../db';
import { readHistories } from '../readings';
import type { Tank } from '../tanks';
import { ThreadPool } from '../threads';
import { readChanges } from '../water';
import { noProspect, type Prospect, type ProspectInput } from './prospect';

const dayMs = 86_400_000;
/** What the model looks back on: noise is learnt from the last forty readings anyway. */
const lookBackDays = 400;
/** With more tanks than this to be made a sheet does not wait: it says how many are ready, and is asked again. */
const awaitedTankCount = 40;
/** So many go to the thread in one go: their rows are read and handed over in a few milliseconds. */
const batchTankCount = 5;
/** A tank of ten years takes some tens of milliseconds; what takes so long never ends. */
const mostMs = 10_000;

interface Kept {
  tank: Tank;
  nowEpochMs: number;
  signature: string;
  made: Promise<void>;
  settle: { resolve: () => void; reject: (error: unknown) => void };
  value: Prospect | null;
}

/**
 * Forecasts, slow findings and test plans of the tanks, made when first asked for and kept until something is written
 * about the tank or a quarter of the day is over. A thread of its own computes them, so that requests go on meanwhile;
 * a single tank goes before a whole house.
 */
export class Prospects {
  private readonly kept = new Map<string, Kept>();
  private readonly thread = new ThreadPool<ProspectInput[], Prospect[]>(
    new URL('./prospects-thread.ts', import.meta.url),
  );
  private readonly queue: Kept[] = [];
  private working = false;
  constructor(
    private readonly db: Db,
    private readonly timeLimitMs = mostMs,
  ) {}

  /** Those that are ready; waits for all where only a few have to be made. */
  async of(tanks: readonly Tank[], nowEpochMs: number): Promise<Map<string, Prospect>> {
    const wanted = tanks.map((tank) => this.keptOf(tank, nowEpochMs));
    const missing = wanted.filter((k) => !k.value);
    if (missing.length <= awaitedTankCount) {
      this.first(missing);
      await Promise.all(missing.map((k) => k.made));
    }
    return new Map(wanted.flatMap(({ tank, value }) => (value ? [[tank.tankId, value]] : [])));
  }

  close(): Promise<void> {
    this.queue.length = 0;
    return this.thread.close();
  }

  private keptOf(tank: Tank, nowEpochMs: number): Kept {
    const signature = JSON.stringify([
      tank.newest,
      tank.setUpEntryId,
      tank.bears.bearing,
      tank.lodgers.map(({ kind }) => [kind.id, kind.ranges]),
      Math.floor(nowEpochMs / (dayMs / 4)),
    ]);
    const known = this.kept.get(tank.tankId);
    if (known?.signature === signature) return known;
    const settle: Kept['settle'] = { resolve: () => undefined, reject: () => undefined };
    const made = new Promise<void>((resolve, reject) => {
      settle.resolve = resolve;
      settle.reject = reject;
    });
    made.catch(() => undefined);
    const kept: Kept = { tank, nowEpochMs, signature, made, settle, value: null };
    this.kept.set(tank.tankId, kept);
    this.queue.push(kept);
    if (!this.working) void this.work();
    return kept;
  }

  private first(urgent: readonly Kept[]): void {
    const waiting = this.queue.filter((k) => !urgent.includes(k));
    if (waiting.length === this.queue.length) return;
    const before = this.queue.filter((k) => urgent.includes(k));
    this.queue.splice(0, this.queue.length, ...before, ...waiting);
  }

  private async work(): Promise<void> {
    this.working = true;
    // Whoever asks for several at once has put them all into the queue before the first is taken out.
    await Promise.resolve();
    while (this.queue.length > 0) {
      const batch = this.queue.splice(0, batchTankCount);
      try {
        const values = await this.valuesOf(await inputsOf(this.db, batch));
        for (const [i, kept] of batch.entries()) {
          kept.value = values[i] ?? null;
          kept.settle.resolve();
        }
      } catch (error) {
        for (const kept of batch) {
          if (this.kept.get(kept.tank.tankId) === kept) this.kept.delete(kept.tank.tankId);
          kept.settle.reject(error);
        }
      }
    }
    this.working = false;
  }

  /** Where one of them cannot be worked out, or not in time, each is asked for alone, and that one says so. */
  private async valuesOf(inputs: readonly ProspectInput[]): Promise<Prospect[]> {
    try {
      return await this.thread.ask([...inputs], { timeLimitMs: this.timeLimitMs });
    } catch {
      const values: Prospect[] = [];
      for (const input of inputs) {
        const alone = await this.thread.ask([input], { timeLimitMs: this.timeLimitMs }).catch(() => null);
        values.push(alone?.[0] ?? { ...noProspect, failed: true });
      }
      return values;
    }
  }
}

const dosed = ({ no3MgPerL, po4MgPerL }: DosePayload): Water => ({
  ...(no3MgPerL ? { no3MgPerL } : {}),
  ...(po4MgPerL ? { po4MgPerL } : {}),
});

/** Three statements for a batch of tanks, whatever their years. */
async function inputsOf(db: Db, batch: readonly Kept[]): Promise<ProspectInput[]> {
  const tankIds = batch.map((k) => k.tank.tankId);
  const sinceEpochMs = Math.min(...batch.map((k) => k.nowEpochMs)) - lookBackDays * dayMs;
  const [history, changes, added] = await Promise.all([
    readHistories(db, { tankIds, sinceEpochMs }),
    readChanges(db, { tankIds, sinceEpochMs, limit: 1000 }),
    readDiary({ db }, { kinds: ['dose', 'top-up'], subjectIds: tankIds, sinceEpochMs }),
  ]);
  return batch.map(({ tank, nowEpochMs }) => {
    const readings: ProspectInput['readings'] = {};
    for (const { subjectId, parameter, lo, hi, atEpochMs } of history)
      if (subjectId === tank.tankId) (readings[parameter] ??= []).push({ lo, hi, atEpochMs });
    const own = added.filter((d) => d.subjectId === tank.tankId);
    return {
      tank,
      readings,
      changes: changes
        .filter((c) => c.subjectId === tank.tankId)
        .map(({ atEpochMs, changeFraction, water }) => ({ atEpochMs, changeFraction, water })),
      doses: own.map((d) => ({
        atEpochMs: d.atEpochMs,
        adds: d.kind === 'dose' ? dosed(d.payload) : addedByTopUp({ ...d.payload, netVolumeL: tank.netVolumeL }),
      })),
      topUps: own.flatMap((d) =>
        d.kind === 'top-up'
          ? [
              {
                atEpochMs: d.atEpochMs,
                addedEc25UsPerCm: addedByTopUp({ ...d.payload, netVolumeL: tank.netVolumeL }).ec25UsPerCm ?? 0,
              },
            ]
          : [],
      ),
      nowEpochMs,
    };
  });
}
