import { dayMs } from '#core/units';
import { createHash } from 'node:crypto';
import { availableParallelism } from 'node:os';
import type { Water } from '#core/readings';
import { addedByTopUp } from '#core/water';
import type { DosePayload } from '#contracts/book';
import { readDiary } from '../book';
import type { Db } from '../db';
import { readHistories } from '../readings';
import { ofThisLife, type Tank, type TankSlot } from '../tanks';
import { ThreadPool } from '../threads';
import { readChanges } from '../water';
import { keepProspects, readProspects } from './prospects-repo';
import { noProspect, type Prospect, type ProspectInput } from './prospect';

/** What the model looks back on: noise is learnt from the last forty readings anyway. */
const lookBackDays = 400;
/** With more tanks than this to be made a sheet does not wait: it says how many are ready, and is asked again. */
const awaitedTankCount = 40;
/** So many go to the thread in one go: their rows are read and handed over in a few milliseconds. */
const batchTankCount = 5;
/** A tank of ten years takes some tens of milliseconds; what takes so long never ends. */
const mostMs = 10_000;
/** More would wait for each other at the database, and leave other requests nothing. */
const mostThreads = 4;

interface Kept {
  tank: Tank;
  nowEpochMs: number;
  /** What it is made of, this code included. */
  mark: string;
  made: Promise<void>;
  settle: { resolve: () => void; reject: (error: unknown) => void };
  value: Prospect | null;
  /** The table of those that were made before has been asked. */
  sought: boolean;
}

/** What of the newest few a forecast, a finding or a test plan looks at: feeding and looking move nothing. */
const lookedAt: readonly TankSlot[] = ['stage', 'equipment', 'new', 'sight', 'alarming'];

/**
 * Forecasts, slow findings and test plans of the tanks, made when first asked for and kept until the water of the tank is
 * moved or a quarter of the day is over: in memory, and in a table over a restart and for other servers. Threads of
 * their own compute them, behind whatever else is asked; a single tank goes before a whole house, and those at the head
 * of the round before the rest.
 */
export class Prospects {
  private readonly kept = new Map<string, Kept>();
  private readonly threads: ThreadPool<ProspectInput[], Prospect[]>;
  private readonly timeLimitMs: number;
  private readonly code: string | null;
  /** Of an unchanged tank, which is the same object. */
  private readonly marks = new WeakMap<Tank, { quarterIndex: number; mark: string }>();
  private readonly queue: Kept[] = [];
  /** Twice as many as threads: while one is worked on, the next is read. */
  private workersCount = 0;
  private readonly threadsCount = Math.min(mostThreads, availableParallelism());
  constructor(
    private readonly db: Db,
    /** `code` names what makes the forecasts: made by other code they are made anew. Null keeps them in memory only. */
    { timeLimitMs = mostMs, code = null }: { timeLimitMs?: number; code?: string | null } = {},
  ) {
    [this.timeLimitMs, this.code] = [timeLimitMs, code];
    this.threads = new ThreadPool(new URL('./prospects-thread.ts', import.meta.url), this.threadsCount);
  }

  /** Those that are ready; waits for all where only a few have to be made. */
  async of(tanks: readonly Tank[], nowEpochMs: number): Promise<Map<string, Prospect>> {
    const onRound = [...tanks].sort((a, b) => inRound(a) - inRound(b));
    for (const tank of onRound) this.keptOf(tank, nowEpochMs);
    const wanted = tanks.map((tank) => this.keptOf(tank, nowEpochMs));
    const missing = wanted.filter((k) => !k.value);
    if (missing.length > 0) await this.seek(missing);
    const unmade = wanted.filter((k) => !k.value);
    if (unmade.length <= awaitedTankCount) {
      this.first(unmade);
      await Promise.all(unmade.map((k) => k.made));
    }
    return new Map(wanted.flatMap(({ tank, value }) => (value ? [[tank.tankId, value]] : [])));
  }

  /** What was made before a restart is there before anybody asks; the rest is begun with. */
  async recall(tanks: readonly Tank[], nowEpochMs: number): Promise<void> {
    await this.seek([...tanks].sort((a, b) => inRound(a) - inRound(b)).map((tank) => this.keptOf(tank, nowEpochMs)));
  }

  get waitingCount(): number {
    return this.queue.length;
  }

  close(): Promise<void> {
    this.queue.length = 0;
    return this.threads.close();
  }

  private keptOf(tank: Tank, nowEpochMs: number): Kept {
    const mark = this.markOf(tank, Math.floor(nowEpochMs / (dayMs / 4)));
    const known = this.kept.get(tank.tankId);
    if (known?.mark === mark) return known;
    const settle: Kept['settle'] = { resolve: () => undefined, reject: () => undefined };
    const made = new Promise<void>((resolve, reject) => {
      settle.resolve = resolve;
      settle.reject = reject;
    });
    made.catch(() => undefined);
    const kept: Kept = {
      tank,
      nowEpochMs,
      mark,
      made,
      settle,
      value: null,
      sought: this.code === null || known !== undefined,
    };
    this.kept.set(tank.tankId, kept);
    this.queue.push(kept);
    if (known && !known.value) this.instead(known, kept);
    for (; this.workersCount < 2 * this.threadsCount && this.workersCount < this.queue.length; this.workersCount++)
      void this.work();
    return kept;
  }

  /** What nobody has begun with need not be made any more: whoever waits for it gets what is made of the tank as it is now. */
  private instead(older: Kept, newer: Kept): void {
    const at = this.queue.indexOf(older);
    if (at < 0) return;
    this.queue.splice(at, 1);
    newer.made.then(() => {
      older.value = newer.value;
      older.settle.resolve();
    }, older.settle.reject);
  }
  private markOf(tank: Tank, quarterIndex: number): string {
    const known = this.marks.get(tank);
    if (known?.quarterIndex === quarterIndex) return known.mark;
    const mark = createHash('sha256')
      .update(
        JSON.stringify([
          this.code,
          tank.movedSequence,
          lookedAt.flatMap((slot) => Object.entries(tank.newest).filter(([key]) => key.split(':')[0] === slot)),
          tank.setUpEntryId,
          tank.bears.bearing,
          tank.residents.map(({ kind }) => [kind.id, kind.ranges]),
          quarterIndex,
        ]),
      )
      .digest('base64url');
    this.marks.set(tank, { quarterIndex, mark });
    return mark;
  }

  private first(urgent: readonly Kept[]): void {
    const waiting = this.queue.filter((k) => !urgent.includes(k));
    if (waiting.length === this.queue.length) return;
    const before = this.queue.filter((k) => urgent.includes(k));
    this.queue.splice(0, this.queue.length, ...before, ...waiting);
  }

  /** Those that were made before, by this server or another, of just what they are made of now. */
  private async seek(wanted: readonly Kept[]): Promise<void> {
    const unsought = wanted.filter((k) => !k.sought);
    if (unsought.length === 0) return;
    for (const kept of unsought) kept.sought = true;
    const byTank = new Map(unsought.map((k) => [k.tank.tankId, k]));
    try {
      for (const { tankId, mark, value } of await readProspects(this.db, [...byTank.keys()])) {
        const kept = byTank.get(tankId);
        if (kept?.mark === mark) this.settled(kept, value);
      }
    } catch {
      // They are made anew, then.
    }
  }
  private settled(kept: Kept, value: Prospect): void {
    kept.value = value;
    kept.settle.resolve();
    const at = this.queue.indexOf(kept);
    if (at >= 0) this.queue.splice(at, 1);
  }

  private async work(): Promise<void> {
    // Whoever asks for several at once has put them all into the queue before the first is taken out.
    await Promise.resolve();
    while (this.queue.length > 0) {
      await this.seek(this.queue);
      const batch = this.queue.splice(0, batchTankCount);
      if (batch.length === 0) break;
      try {
        const values = await this.valuesOf(await inputsOf(this.db, batch));
        const made = batch.map((kept, i) => ({ kept, value: values[i] ?? { ...noProspect, failed: true as const } }));
        await this.keep(made);
        for (const { kept, value } of made) if (!kept.value) this.settled(kept, value);
      } catch (error) {
        for (const kept of batch) {
          if (this.kept.get(kept.tank.tankId) === kept) this.kept.delete(kept.tank.tankId);
          kept.settle.reject(error);
        }
      }
    }
    this.workersCount -= 1;
  }
  /**
   * Into the table. Of two servers that made the same forecast at once, a moment apart, the first to keep it is right, so
   * that both tell the same. What was not worked out this time may be next time.
   */
  private async keep(made: readonly { kept: Kept; value: Prospect }[]): Promise<void> {
    if (this.code === null) return;
    // What was made of a tank as it was before is no longer asked for.
    const rows = made.flatMap(({ kept, kept: { tank, mark, nowEpochMs }, value }) =>
      value.failed || this.kept.get(tank.tankId) !== kept
        ? []
        : [{ tankId: tank.tankId, mark, value, madeAt: new Date(nowEpochMs) }],
    );
    try {
      const before = new Map((await keepProspects(this.db, rows)).map((p) => [`${p.tankId} ${p.mark}`, p.value]));
      for (const { kept } of made) {
        const value = before.get(`${kept.tank.tankId} ${kept.mark}`);
        if (value) this.settled(kept, value);
      }
    } catch {
      // Kept here in any case; without the table a restart makes them again.
    }
  }

  /** Where one of them cannot be worked out, or not in time, each is asked for alone, and that one says so. */
  private async valuesOf(inputs: readonly ProspectInput[]): Promise<Prospect[]> {
    try {
      return await this.threads.ask([...inputs], { timeLimitMs: this.timeLimitMs });
    } catch {
      const values: Prospect[] = [];
      for (const input of inputs) {
        const alone = await this.threads.ask([input], { timeLimitMs: this.timeLimitMs }).catch(() => null);
        values.push(alone?.[0] ?? { ...noProspect, failed: true });
      }
      return values;
    }
  }
}

/** Where a tank stands in the round: those that rest come last. */
const inRound = ({ setUp }: Tank): number => (setUp.purpose === 'resting' ? 1e6 : 0) + setUp.roundOrder;

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
    // Water of before it was begun anew says nothing of what builds up in it now.
    for (const { subjectId, parameter, lo, hi, atEpochMs } of ofThisLife(tank, history))
      if (subjectId === tank.tankId) (readings[parameter] ??= []).push({ lo, hi, atEpochMs });
    const own = added.filter((d) => d.subjectId === tank.tankId);
    return {
      tank,
      readings,
      changes: ofThisLife(tank, changes)
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
