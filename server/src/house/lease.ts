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

  constructor(
    private readonly db: Db,
    private readonly name: string,
    private readonly lastsMs = usualLastsMs,
  ) {}

  /** Whether the work is this server's now. It says no while the database cannot be asked: then another may have it. */
  get isHeld(): boolean {
    return performance.now() < this.heldUntilMs;
  }
  async start(): Promise<void> {
    await this.renew();
    this.timer = setInterval(() => void this.renew(), this.lastsMs / 3);
  }
  async stop(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
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
  }
}
