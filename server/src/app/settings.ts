import { isDay } from '#core/units';

export interface Settings {
  databaseUrl: string;
  host: string;
  port: number;
  zone: string;
  version: string;
  empty: boolean;
  rebuild: boolean;
  seedOnly: boolean;
  tonightOn: string | undefined;
  extraHosts: string[];
  /** Where devices are listened for; undefined switches that off. */
  brokerUrl: string | undefined;
}

function isZone(zone: string): boolean {
  try {
    return Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

/** Settings from the command line and the environment, checked; a wrong one is said in plain words. */
export function settingsFrom(args: readonly string[], env: Record<string, string | undefined>): Settings {
  const option = (name: string): string | undefined => {
    const at = args.indexOf(name);
    return at < 0 ? undefined : args[at + 1];
  };
  const databaseUrl = env['DATABASE_URL'];
  if (!databaseUrl) throw new Error('DATABASE_URL is not set; `npm start` sets it.');
  const port = Number(env['PORT'] ?? 4210);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Error(`PORT ${env['PORT'] ?? ''} is not a port number.`);
  const host = env['HOST'] ?? '127.0.0.1';
  if (!['127.0.0.1', 'localhost', '::1'].includes(host))
    throw new Error(
      'Listening beyond this machine needs a passphrase, and people and pairing are not built yet; HOST must be 127.0.0.1.',
    );
  const tonightOn = option('--tonight');
  if (tonightOn !== undefined && !isDay(tonightOn))
    throw new Error(`--tonight ${tonightOn} is not a date such as 2026-03-14.`);
  const broker = env['NIGHT_LEDGER_MQTT'] ?? 'mqtt://127.0.0.1:4218';
  if (broker !== 'off' && !/^mqtts?:\/\/[^/\s]+$/.test(broker))
    throw new Error('NIGHT_LEDGER_MQTT must be an address such as mqtt://127.0.0.1:4218, or off.');
  const zone = env['NIGHT_LEDGER_ZONE'] ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  if (!isZone(zone))
    throw new Error(`NIGHT_LEDGER_ZONE ${zone} is not a time zone such as Europe/Berlin or America/Chicago.`);
  return {
    brokerUrl: broker === 'off' ? undefined : broker,
    databaseUrl,
    host,
    port,
    tonightOn,
    zone,
    version: env['NIGHT_LEDGER_VERSION'] ?? '0.1.0',
    empty: args.includes('--empty'),
    rebuild: args.includes('--rebuild'),
    seedOnly: args.includes('--seed-only'),
    extraHosts: (env['NIGHT_LEDGER_HOSTS'] ?? '').split(',').filter((h) => h !== ''),
  };
}
