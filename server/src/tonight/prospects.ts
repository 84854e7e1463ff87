import type { ParameterId, Water } from '#core/readings';
import * as v from 'valibot';
import { topUpPayload, type DosePayload, type TopUpPayload } from '#contracts/book';
import { HelperThread } from '../app';
import { readDiaryIn } from '../book';
import type { Db } from '../db';
import type { Prospect, ProspectInput } from './prospect';
import { readChanges, readHistories, type TankRow } from './tonight-repo';

const dayMs = 86_400_000;
/** What the model looks back on: noise is learnt from the last forty readings anyway. */
const lookBackDays = 400;
/** With more tanks than this to be made a sheet does not wait: it says how many are ready, and is asked again. */
const awaitedTankCount = 40;
/** So many go to the thread in one go: their rows are read and handed over in a few milliseconds. */
const batchTankCount = 5;

interface Kept {
  tank: TankRow;
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
  private readonly thread = new HelperThread<ProspectInput[], Prospect[]>(
    new URL('./prospects-thread.ts', import.meta.url),
  );
  private readonly queue: Kept[] = [];
  private working = false;
  constructor(private readonly db: Db) {}

  /** Those that are ready; waits for all where only a few have to be made. */
  async of(tanks: readonly TankRow[], nowEpochMs: number): Promise<Map<string, Prospect>> {
    const wanted = tanks.map((tank) => this.keptOf(tank, nowEpochMs));
    const missing = wanted.filter((k) => !k.value);
    if (missing.length <= awaitedTankCount) {
      this.first(missing);
      await Promise.all(missing.map((k) => k.made));
    }
    return new Map(wanted.flatMap(({ tank, value }) => (value ? [[tank.id, value]] : [])));
  }

  close(): Promise<void> {
    this.queue.length = 0;
    return this.thread.close();
  }

  private keptOf(tank: TankRow, nowEpochMs: number): Kept {
    const signature = JSON.stringify([tank.newest, tank.setup_entry_id, Math.floor(nowEpochMs / (dayMs / 4))]);
    const known = this.kept.get(tank.id);
    if (known?.signature === signature) return known;
    const settle: Kept['settle'] = { resolve: () => undefined, reject: () => undefined };
    const made = new Promise<void>((resolve, reject) => {
      settle.resolve = resolve;
      settle.reject = reject;
    });
    made.catch(() => undefined);
    const kept: Kept = { tank, nowEpochMs, signature, made, settle, value: null };
    this.kept.set(tank.id, kept);
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
        const values = await this.thread.ask(await inputsOf(this.db, batch));
        for (const [i, kept] of batch.entries()) {
          kept.value = values[i] ?? null;
          kept.settle.resolve();
        }
      } catch (error) {
        for (const kept of batch) {
          if (this.kept.get(kept.tank.id) === kept) this.kept.delete(kept.tank.id);
          kept.settle.reject(error);
        }
      }
    }
    this.working = false;
  }
}

const dosed = ({ no3MgPerL, po4MgPerL }: DosePayload): Water => ({
  ...(no3MgPerL ? { no3MgPerL } : {}),
  ...(po4MgPerL ? { po4MgPerL } : {}),
});

/**
 * What a top-up adds: evaporation took water and left everything else, so what is in the new water comes on top, spread
 * over the whole tank. pH and temperature do not add up.
 */
const toppedUp = ({ topUpL, water }: TopUpPayload, netVolumeL: number): Water =>
  Object.fromEntries(
    Object.entries(water)
      .filter(([id]) => id !== 'ph' && id !== 'tempC')
      .map(([id, value]) => [id, (value * topUpL) / netVolumeL]),
  );

/** Three statements for a batch of tanks, whatever their years. */
async function inputsOf(db: Db, batch: readonly Kept[]): Promise<ProspectInput[]> {
  const tankIds = batch.map((k) => k.tank.id);
  const sinceEpochMs = Math.min(...batch.map((k) => k.nowEpochMs)) - lookBackDays * dayMs;
  const [history, changes, doses] = await Promise.all([
    readHistories(db, { tankIds, sinceEpochMs }),
    readChanges(db, { tankIds, sinceEpochMs, limit: 1000 }),
    readDiaryIn(db, { kinds: ['dose', 'top-up'], subjectIds: tankIds, sinceEpochMs }),
  ]);
  return batch.map(({ tank, nowEpochMs }) => {
    const readings: Partial<Record<ParameterId, { lo: number | null; hi: number | null; atEpochMs: number }[]>> = {};
    for (const row of history)
      if (row.subject_id === tank.id)
        (readings[row.parameter] ??= []).push({ lo: row.lo, hi: row.hi, atEpochMs: row.at_ms });
    return {
      tank,
      readings,
      changes: changes
        .filter((c) => c.subject_id === tank.id)
        .map((c) => ({ atEpochMs: c.at_ms, changeFraction: c.change_fraction, water: c.water })),
      doses: doses
        .filter((d) => d.subject_id === tank.id)
        .map((d) => ({
          atEpochMs: d.at_ms,
          adds:
            d.kind === 'dose'
              ? dosed(d.payload as DosePayload)
              : toppedUp(v.parse(topUpPayload, d.payload), tank.net_volume_l),
        })),
      topUps: doses
        .filter((d) => d.subject_id === tank.id && d.kind === 'top-up')
        .map((d) => ({
          atEpochMs: d.at_ms,
          addedEc25UsPerCm: toppedUp(v.parse(topUpPayload, d.payload), tank.net_volume_l).ec25UsPerCm ?? 0,
        })),
      nowEpochMs,
    };
  });
}
