import type { Logger } from 'pino';
import { topicRoot, type Devices } from './devices';

export interface DevicesLink {
  /** Kept by the broker for whoever comes later; an empty text takes it away. Refuses while there is no broker. */
  publish: (topic: string, text: string) => Promise<void>;
  /** Topics under a root that the broker keeps a message of now. Refuses while there is no broker. */
  kept: (root: string) => Promise<string[]>;
  close: () => Promise<void>;
}
const flushEveryMs = 5000;
const tryAgainMs = 4000;
/** A broker gives what it keeps right after one has asked; quiet for so long, that was all. */
const keptQuietMs = 500;

/**
 * Listens to the broker: comes back by itself when it goes away, and is quiet where there is none. Messages are
 * acknowledged when they have been heard; what has not been written to the database yet is at most five seconds.
 */
export async function linkDevices({
  url,
  devices,
  logger,
}: {
  url: string;
  devices: Devices;
  logger: Logger;
}): Promise<DevicesLink> {
  const { default: mqtt } = await import('mqtt');
  const shown = new URL(url);
  shown.username = shown.password = '';
  const say = (connected: boolean): void => void (devices.broker = { url: shown.toString(), connected });
  say(false);
  const client = mqtt.connect(url, { reconnectPeriod: tryAgainMs, connectTimeout: 4000, resubscribe: true });
  client.on('connect', () => {
    say(true);
    client.subscribe(
      ['announce', 'state', 'sample'].map((what) => `${topicRoot}/+/${what}`),
      { qos: 1 },
    );
  });
  client.on('close', () => {
    say(false);
  });
  // No broker is no fault of the house; the page says that it is not connected.
  client.on('error', (error) => {
    logger.debug({ error: error.message }, 'no broker');
  });
  client.on('message', (topic, payload) => {
    devices.heard(topic, payload);
  });
  const timer = setInterval(
    () =>
      void devices.flush().catch((error: unknown) => {
        logger.warn({ error: error instanceof Error ? error.message : '' }, 'continuous data not written yet');
      }),
    flushEveryMs,
  );
  return {
    publish: async (topic, text) => {
      if (!client.connected) throw new Error('no broker');
      await client.publishAsync(topic, text, { qos: 1, retain: true });
    },
    kept: async (root) => {
      if (!client.connected) throw new Error('no broker');
      const topics = new Set<string>();
      const heard = { lastMs: 0 };
      const hear = (topic: string, payload: Buffer, { retain }: { retain: boolean }): void => {
        if (!topic.startsWith(`${root}/`)) return;
        heard.lastMs = performance.now();
        if (retain && payload.length > 0) topics.add(topic);
      };
      client.on('message', hear);
      try {
        await client.subscribeAsync(`${root}/#`, { qos: 1 });
        heard.lastMs = performance.now();
        while (performance.now() - heard.lastMs < keptQuietMs) await new Promise((r) => setTimeout(r, keptQuietMs / 5));
        await client.unsubscribeAsync(`${root}/#`);
      } finally {
        client.off('message', hear);
      }
      return [...topics];
    },
    close: async () => {
      clearInterval(timer);
      await client.endAsync(true);
      await devices.flush().catch(() => undefined);
    },
  };
}
