import { randomUUID } from 'node:crypto';
import type { Db } from '../db';
import { giveLeaseBack, tookLease } from './lease-repo';

const usualLastsMs = 15_000;

/**
 * Work that of several servers on one database one does at a time: it is this server's while it renews the lease, and
 * another's soon after this one is gone. No session of the database is held, so a pooler may stand between.
 */
export class Lease {
  private readonly holder = randomUUID();
  private timer: NodeJS.Timeout | null = null;
  private heldUntilMs = 0;
  private anothers = false;
  private renewing: Promise<void> = Promise.resolve();

  constructor(
    private readonly db: Db,
    private readonly name: string,
    private readonly lastsMs = usualLastsMs,
  ) {}

  /** Whether the work is this server's now. It says no while the database cannot be asked: then another may have it. */
  get isHeld(): boolean {
    return performance.now() < this.heldUntilMs;
  }
  /** Another server has it, as far as the database last said; what is neither this one's nor another's is not known. */
  get isAnothers(): boolean {
    return this.anothers;
  }
  async start(): Promise<void> {
    const renew = (): Promise<void> => (this.renewing = this.renewing.then(() => this.renew()));
    await renew();
    this.timer = setInterval(() => void renew(), this.lastsMs / 3);
  }
  async stop(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
    // One that is under way would take it again.
    await this.renewing;
    this.heldUntilMs = 0;
    await giveLeaseBack(this.db, { name: this.name, holder: this.holder }).catch(() => undefined);
  }

  private async renew(): Promise<void> {
    // Counted from before it was asked: what is taken as held is never longer than what the database gave.
    const askedMs = performance.now();
    const { db, name, holder, lastsMs } = this;
    const took = await tookLease(db, { name, holder, lastsMs }).catch(() => null);
    if (took === true) this.heldUntilMs = askedMs + lastsMs;
    else if (took === false) this.heldUntilMs = 0;
    if (took !== null) this.anothers = !took;
  }
}
