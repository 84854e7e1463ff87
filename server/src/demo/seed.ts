import { instantOf, knownZone, nightOn } from '#core/units';
import { writeEntries, type KindRegistry } from '../book';
import type { Db } from '../db';
import { keeperId, openHouse, realClock, setUpHouse, steppingClock } from '../house';
import { addToBuckets } from '../readings';
import { demoNights } from './history';
import { demoBuckets } from './wire';

const tonightTime = '21:30';

export interface SeedOptions {
  zone: string;
  /** Freezes the clock of the house on this evening; otherwise the clock goes on from half past nine tonight. */
  tonightOn: string | undefined;
  kinds: KindRegistry;
  say: (text: string) => void;
  /** How much is written. */
  told?: (doneFraction: number) => void;
}

const usableZone = (zone: string): string => (knownZone(zone) ? zone : 'UTC');

export async function setUpEmpty(db: Db, { zone }: { zone: string }): Promise<void> {
  await db.transaction((tx) =>
    setUpHouse(tx as unknown as Db, {
      row: { name: 'My house', demo: false, clockOffsetMs: 0, frozenAtEpochMs: null },
      zone: usableZone(zone),
    }),
  );
}

/** Writes the demo house through the services, night by night, with a clock that steps along. */
export async function seedDemo(db: Db, { zone, tonightOn, kinds, say, told }: SeedOptions): Promise<void> {
  const ownZone = usableZone(zone);
  const realNow = realClock().nowEpochMs();
  const on = tonightOn ?? nightOn({ atEpochMs: realNow, zone: ownZone });
  const tonightEpochMs = instantOf({ on, time: tonightTime, zone: ownZone });
  const row = {
    name: 'Quillwater House',
    demo: true,
    clockOffsetMs: tonightEpochMs - realNow,
    frozenAtEpochMs: tonightOn === undefined ? null : tonightEpochMs,
  };
  const clock = steppingClock(tonightEpochMs);
  const nights = demoNights({ tonightOn: on, zone: ownZone });
  // In one piece: a demo house is whole or not there.
  await db.transaction(async (tx) => {
    const inside = tx as unknown as Db;
    await setUpHouse(inside, { row, zone: ownZone });
    const house = await openHouse(inside, clock);
    await addToBuckets(inside, demoBuckets({ nowEpochMs: tonightEpochMs }));
    for (const [index, night] of nights.entries()) {
      clock.to(night.writtenAtEpochMs);
      await writeEntries({ db: inside, house, kinds, by: keeperId }, night.entries);
      told?.((index + 1) / nights.length);
      if (index % 137 === 136)
        say(`  demo house: ${Math.round((100 * (index + 1)) / nights.length)} % of eighteen months written`);
    }
  });
}
