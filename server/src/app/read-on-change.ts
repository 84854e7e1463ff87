import { minuteMs } from '#core/units';

/**
 * What is asked for every few seconds and seldom changes: it is read again when the database is in another state, or when
 * a minute has passed, because what is due turns with time. The state is asked for before it is read, so that a write
 * meanwhile is not missed.
 */
export class ReadOnChange<T> {
  private known: { state: string; atEpochMs: number; value: T } | null = null;

  constructor(
    private readonly stateOf: () => Promise<string>,
    private readonly read: (nowEpochMs: number) => Promise<T>,
  ) {}

  async at(nowEpochMs: number): Promise<T> {
    const state = await this.stateOf();
    const { known } = this;
    const ageMs = nowEpochMs - (known?.atEpochMs ?? nowEpochMs);
    if (known?.state === state && ageMs >= 0 && ageMs < minuteMs) return known.value;
    const value = await this.read(nowEpochMs);
    this.known = { state, atEpochMs: nowEpochMs, value };
    return value;
  }
}
