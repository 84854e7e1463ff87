import * as v from 'valibot';
import { parameterIds, seenBehaviours, type ParameterId } from '#core/readings';
import { stockEvents } from '#core/stock';
import { equipmentItems, newThings, sights, tankStages, type EquipmentItem } from '#core/tanks';
import { uuid, waterOf } from '#contracts/shapes';
import type { Newest, Newly } from '../book';

const end = v.nullable(v.number());
const slot = <S extends v.ObjectEntries>(keepCount: number, facts: S) => ({
  keepCount,
  facts: v.strictObject({ atEpochMs: v.number(), sequence: v.number(), ...facts }),
});

/**
 * The read model of a tank: what rides with it, so that a list of hundreds needs no years of rows. Each slot keeps its
 * newest few, newest first; slots `of` something are kept for each parameter or item.
 */
export const tankSlots = {
  /** Enough for a direction (four readings) with some room. */
  reading: slot(6, {
    lo: end,
    hi: end,
    penPpm: v.optional(v.strictObject({ lo: end, hi: end })),
    /** Something spoke against its kit or pen. */
    doubtful: v.optional(v.literal(true)),
  }),
  /** Changes that can lie between the newest readings. */
  change: slot(12, {
    changeFraction: v.number(),
    water: waterOf,
    entryId: uuid,
    sourceId: v.optional(uuid),
    /** Left out where nobody said. */
    conditionerMl: v.optional(v.number()),
  }),
  stage: slot(1, { stage: v.picklist(tankStages) }),
  equipment: slot(1, { on: v.boolean(), detail: v.string(), lightHours: v.nullable(v.number()) }),
  new: slot(6, { what: v.picklist([...newThings, 'animal']), name: v.string(), gone: v.boolean() }),
  sight: slot(1, { sight: v.picklist(sights) }),
  /** Events that may mean something is wrong: what tonight's sheet looks for before it reads more. */
  alarming: slot(2, { event: v.picklist(stockEvents) }),
  drip: slot(4, {
    arrivalId: uuid,
    step: v.picklist(['started', 'measured', 'ended']),
    durationMinutes: v.nullable(v.number()),
  }),
  /** Its ends, and when it was begun anew. */
  ending: slot(6, { step: v.picklist(['ended', 'begun-anew']) }),
  fed: slot(3, { foodId: v.string(), entryId: uuid }),
  cleared: slot(4, { fedEntryId: uuid }),
  seen: slot(6, {
    entryId: uuid,
    deathsCount: v.number(),
    /** Moults that were counted of the tank as a whole; left out where nobody counted. */
    moultsCount: v.optional(v.number()),
    behaviour: v.nullable(v.picklist(seenBehaviours)),
    changeEntryId: v.nullable(uuid),
  }),
} as const;
export type TankSlot = keyof typeof tankSlots;
export type SlotItem<S extends TankSlot> = v.InferOutput<(typeof tankSlots)[S]['facts']>;
type Facts<S extends TankSlot> = Omit<SlotItem<S>, 'atEpochMs' | 'sequence'>;
interface OfWhat {
  reading: ParameterId;
  equipment: EquipmentItem;
}
type Of<S extends TankSlot> = S extends keyof OfWhat ? [of: OfWhat[S]] : [];

const keyOf = (slotId: TankSlot, of: string | undefined): string => (of === undefined ? slotId : `${slotId}:${of}`);

/** What an entry puts into a slot. */
export const newlyIn = <S extends TankSlot>(slotId: S, fact: Facts<S>, ...[of]: Of<S>): Newly => ({
  key: keyOf(slotId, of),
  fact,
  keepCount: tankSlots[slotId].keepCount,
});

/** The newest few of a slot, newest first. */
export function newestOf<S extends TankSlot>(
  { newest }: { newest: Newest },
  slotId: S,
  ...[of]: Of<S>
): readonly SlotItem<S>[] {
  const items = (newest[keyOf(slotId, of)] ?? []) as unknown as SlotItem<S>[];
  return slotId === 'ending' ? items : ofThisLife({ newest }, items);
}
/** Of a tank that was begun anew only what was since: the water and the animals of before are gone. */
export function ofThisLife<T extends { atEpochMs: number }>(
  { newest }: { newest: Newest },
  items: readonly T[],
): readonly T[] {
  const steps = newest['ending'] as unknown as SlotItem<'ending'>[] | undefined;
  const begun = steps?.find((e) => e.step === 'begun-anew');
  return begun ? items.filter((i) => i.atEpochMs >= begun.atEpochMs) : items;
}

/** A slot that is kept for each parameter or item: all that there is of it. */
export const newestByOf = <S extends keyof OfWhat>(
  { newest }: { newest: Newest },
  slotId: S,
): { of: OfWhat[S]; items: readonly SlotItem<S>[] }[] =>
  Object.entries(newest).flatMap(([key, items]) => {
    const [name, of] = key.split(':');
    return name === slotId && of !== undefined
      ? [{ of: of as OfWhat[S], items: ofThisLife({ newest }, items as unknown as SlotItem<S>[]) }]
      : [];
  });

/** Since when a tank has ended, at a time; null while it runs. */
export function endedSince(tank: { newest: Newest }, atEpochMs: number): number | null {
  const last = newestOf(tank, 'ending').find((e) => e.atEpochMs < atEpochMs);
  return last?.step === 'ended' ? last.atEpochMs : null;
}

/** Says whether what rides with a tank is what its slots promise; for tests and for a look at a strange database. */
export function newestFaults(newest: Newest): string[] {
  return Object.entries(newest).flatMap(([key, items]) => {
    const [name = '', of] = key.split(':');
    if (!(name in tankSlots)) return [`${key} is no slot of a tank`];
    const known = name === 'reading' ? parameterIds : name === 'equipment' ? equipmentItems : null;
    if (known ? !(known as readonly string[]).includes(of ?? '') : of !== undefined)
      return [`${key} is of nothing known`];
    const { facts, keepCount } = tankSlots[name as TankSlot];
    return [
      ...(items.length > keepCount ? [`${key} keeps ${items.length}, not ${keepCount}`] : []),
      ...items.flatMap((item, i) => (v.is(facts, item) ? [] : [`${key}.${i} is not of its shape`])),
    ];
  });
}
