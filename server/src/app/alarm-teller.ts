import { alarmChanges, type Alarm, type Contribution } from '#core/tonight';
import { contributionWords } from '#words/tonight';

/** Where alarms are told: one message for each, kept by the broker until it is over. */
export const alarmTopic = ({ tankId, id }: Pick<Alarm, 'tankId' | 'id'>): string =>
  `night-ledger/v1/alarms/${tankId}/${id.replaceAll(/[^\w-]/g, '-')}`;
export type Publish = (topic: string, text: string) => Promise<void>;

/** What is loud and due of all that the slices say. */
export const alarmsIn = (said: ReadonlyMap<string, readonly Contribution[]>, nowEpochMs: number): Alarm[] =>
  [...said].flatMap(([tankId, contributions]) =>
    contributions
      .filter((c) => c.loud && (c.dueEpochMs === null || c.dueEpochMs <= nowEpochMs))
      .map((c) => ({ id: c.id, tankId, text: contributionWords(c.reason).text, sinceEpochMs: c.sinceEpochMs })),
  );

/**
 * Tells alarms to the broker: a kept message when one begins, an empty one when it is over (which takes it away). What could
 * not be told is told the next time.
 */
export class AlarmTeller {
  private told = new Map<string, Alarm>();
  constructor(
    private readonly publish: Publish,
    private readonly nameOf: (tankId: string) => Promise<string>,
  ) {}
  async tell(now: readonly Alarm[]): Promise<void> {
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
