import { alarmChanges, type Alarm, type Contribution } from '#core/tonight';
import { contributionWords } from '#words/tonight';
import type { Speech } from '#words/units';

export const alarmRoot = 'night-ledger/v1/alarms';
/** Where alarms are told: one message for each, kept by the broker until it is over. */
export const alarmTopic = ({ tankId, id }: Pick<Alarm, 'tankId' | 'id'>): string =>
  `${alarmRoot}/${tankId}/${id.replaceAll(/[^\w-]/g, '-')}`;
const isUuid = (text: string): boolean => /^[\da-f]{8}(-[\da-f]{4}){3}-[\da-f]{12}$/i.test(text);
export type Publish = (topic: string, text: string) => Promise<void>;

/** What is loud and due of all that the slices say. */
export const alarmsIn = (
  said: ReadonlyMap<string, readonly Contribution[]>,
  { nowEpochMs, speech }: { nowEpochMs: number; speech: Speech },
): Alarm[] =>
  [...said].flatMap(([tankId, contributions]) =>
    contributions
      .filter((c) => c.loud && (c.dueEpochMs === null || c.dueEpochMs <= nowEpochMs))
      .map((c) => ({ id: c.id, tankId, text: contributionWords(speech, c.reason).text, sinceEpochMs: c.sinceEpochMs })),
  );

/**
 * Tells alarms to the broker: a kept message when one begins, an empty one when it is over (which takes it away). What could
 * not be told is told the next time. What an earlier run of the server told, and is over since, is taken away when it
 * begins: nobody is called to a hose that was shut while the server was down.
 */
export class AlarmTeller {
  private told = new Map<string, Alarm>();
  constructor(
    private readonly publish: Publish,
    /** Empty for a tank of another house. */
    private readonly nameOf: (tankId: string) => Promise<string>,
    /** Topics that the broker keeps of earlier runs. */
    private readonly kept: () => Promise<readonly string[]>,
  ) {}
  private swept = false;
  /** Of this house alone: another may tell its own to the same broker. */
  private async sweep(now: readonly Alarm[]): Promise<void> {
    const standing = new Set(now.map(alarmTopic));
    for (const topic of await this.kept()) {
      const tankId = topic.slice(alarmRoot.length + 1).split('/')[0] ?? '';
      if (!standing.has(topic) && isUuid(tankId) && (await this.nameOf(tankId)) !== '') await this.publish(topic, '');
    }
    this.swept = true;
  }
  async tell(now: readonly Alarm[]): Promise<void> {
    if (!this.swept) await this.sweep(now);
    const { begun, over } = alarmChanges(this.told, now);
    for (const a of over) {
      await this.publish(alarmTopic(a), '');
      this.told.delete(a.id);
    }
    for (const a of begun) {
      const sinceAt = a.sinceEpochMs === null ? null : new Date(a.sinceEpochMs).toISOString();
      const message = { id: a.id, tankId: a.tankId, tank: await this.nameOf(a.tankId), text: a.text, sinceAt };
      await this.publish(alarmTopic(a), JSON.stringify(message));
      this.told.set(a.id, a);
    }
  }
}
