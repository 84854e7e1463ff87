import { careContributions } from '../care';
import type { Db } from '../db';
import { doingContributions } from '../doing';
import { handsContributions } from '../hands';
import type { HouseContext } from '../house';
import { judgementContributions, type Contributor } from '../judgement';
import { stockContributions } from '../stock';
import { tanksContributions } from '../tanks';
import { troubleContributions } from '../trouble';

/**
 * The composition root of Tonight: what each slice has to say of a visit. A new capability adds a line here, its
 * reasons to `core/tonight/contribution` and its sentences to `words/tonight/contributions`.
 */
export const contributorsOf = (db: Db, house: Pick<HouseContext, 'zoneAt'>): readonly Contributor[] => [
  judgementContributions,
  tanksContributions,
  ({ tanks, nowEpochMs }) => stockContributions({ deps: { db }, tanks, nowEpochMs }),
  ({ nowEpochMs }) => doingContributions({ deps: { db }, nowEpochMs }),
  (asked) => troubleContributions({ deps: { db }, ...asked }),
  ({ tanks, nowEpochMs }) => careContributions({ deps: { db }, tanks, nowEpochMs, zone: house.zoneAt(nowEpochMs) }),
  ({ nowEpochMs }) => handsContributions({ deps: { db }, nowEpochMs, zone: house.zoneAt(nowEpochMs) }),
];
