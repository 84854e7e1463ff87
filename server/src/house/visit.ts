import type { KeepersUnits } from '#core/units';
import type { HouseKey } from '#contracts/tonight';
import { speechIn, type Speech } from '#words/units';
import type { Db } from '../db';
import { keeperId, waysOf, type HouseContext } from './house-service';

/**
 * One request: which house it is about and who asks, in which units they are spoken to, and where and on which night
 * that is. It is made for the request and handed down; nothing of it is kept.
 */
export interface Visit {
  house: HouseKey;
  person: string;
  units: KeepersUnits;
  /** The units, and how days are written, as words take them. */
  speech: Speech;
  zone: string;
  nightOn: string;
}

/** Who asks: one keeper on loopback. */
export const personAsking = (): string => keeperId;

export async function visitOf({ db, house }: { db: Db; house: HouseContext }): Promise<Visit> {
  const nowEpochMs = house.clock.nowEpochMs();
  const person = personAsking();
  const { units, dateForm } = await waysOf(db, person);
  return {
    house: house.row.demo ? 'demo' : 'own',
    person,
    units,
    speech: speechIn(units, dateForm),
    zone: house.zoneAt(nowEpochMs),
    nightOn: house.nightOnAt(nowEpochMs),
  };
}

/** What an answer hangs on beside its question: what is kept for one visit is given to those like it alone. */
export const visitMark = ({ house, person, units, speech, zone, nightOn }: Visit): string =>
  JSON.stringify([house, person, units, speech.dateForm, zone, nightOn]);
