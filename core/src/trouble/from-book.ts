import { hourMs } from '#core/units';
import { middle, type Interval } from '#core/readings';
import type { WorkKind } from '#core/doing';
import type { OutageCause } from '#core/hands';
import type { StockEventName, StockKind, StockSign } from '#core/stock';
import type { EquipmentItem, NewThing } from '#core/tanks';
import type { Poke, PokeGas } from './bed';
import { changedBy, type BookOfTank, type Happened, type Told } from './evidence';

interface Payloads {
  change: { changeFraction: number; conditionerMl?: number | undefined; sourceId?: string | undefined };
  'top-up': { sourceId: string };
  stock: { event: StockEventName; kindId: string; count: Interval | null; sign?: StockSign | undefined };
  arrival: { kindId: string };
  dose: { product: string };
  job:
    | {
        step: 'started';
        work: {
          kind: WorkKind;
          bed?: 'none' | 'surface' | 'half' | 'sections' | undefined;
          conditionerMl?: number | undefined;
          changeEntryId?: string | undefined;
        };
      }
    | { step: 'ticked' | 'broken-off' };
  fact:
    | {
        about: 'equipment';
        item: EquipmentItem;
        on: boolean;
        lightHours?: number | undefined;
        detail?: string | undefined;
      }
    | { about: 'new'; what: NewThing; gone?: boolean | undefined }
    | { about: 'shared'; disinfected?: boolean | undefined }
    | { about: 'stage' | 'decoration' | 'sight' | 'algae' };
  seen: {
    deaths?: Interval | undefined;
    behaviour?: string | undefined;
    grazing?: string | undefined;
  };
  outage: { step: 'outage'; cause: OutageCause } | { step: 'outage-over'; outageId: string };
  poke: { place: string; gas: PokeGas };
}
/** Kinds of entries that say something of a tank in trouble. */
export type TroubleKind = keyof Payloads;
export const troubleBookKinds = [
  'top-up',
  'stock',
  'arrival',
  'dose',
  'job',
  'fact',
  'seen',
  'outage',
  'poke',
] as const satisfies readonly TroubleKind[];
/** An entry of one tank that is not struck, as the book holds it; a change with its share of the water. */
export type TroubleRow = {
  [K in TroubleKind]: { entryId: string; atEpochMs: number; kind: K; payload: Payloads[K] };
}[TroubleKind];

/** What else has to be known to read them. */
export interface BookContext {
  nowEpochMs: number;
  /** It is a quarantine or a hospital: who comes here is being quarantined. */
  isolated: boolean;
  isPlant: (kindId: string) => boolean;
  isMedicine: (product: string) => boolean;
  /** Water without salts; null where the book does not say. */
  isPure: (sourceId: string) => boolean | null;
}

/** Work that was begun is done within it. */
const eveningMs = 12 * hourMs;

/** Changes whose conditioner was told when their work was begun: planned first, written when it was in. */
function conditionedIds(rows: readonly TroubleRow[]): ReadonlySet<string> {
  const changes = rows.filter((r) => r.kind === 'change').sort((a, b) => a.atEpochMs - b.atEpochMs);
  return new Set(
    rows.flatMap((row) => {
      if (row.kind !== 'job' || row.payload.step !== 'started') return [];
      const { kind, conditionerMl, changeEntryId } = row.payload.work;
      if (kind !== 'change' || (conditionerMl ?? 0) <= 0) return [];
      const first = changes.find((c) => c.atEpochMs >= row.atEpochMs && c.atEpochMs - row.atEpochMs <= eveningMs);
      return changeEntryId ?? first?.entryId ?? [];
    }),
  );
}

const newAs: Readonly<Record<NewThing, Happened['what']>> = {
  food: 'food',
  product: 'product',
  animal: 'animals-in',
  plant: 'plants-in',
  decoration: 'decoration',
  leaves: 'decoration',
  pods: 'decoration',
  wood: 'decoration',
  rock: 'decoration',
  spray: 'spray',
  lotion: 'lotion',
  'pet-drops': 'pet-drops',
};

/**
 * What entries of a tank are as events of a case: the one reader of pages, server and command line.
 * @example happenedIn([{ entryId: 'a', atEpochMs: 0, kind: 'dose', payload: { product: 'x' } }], context)[0]?.what // 'dose'
 */
export function happenedIn(rows: readonly TroubleRow[], context: BookContext): Happened[] {
  const conditioned = conditionedIds(rows);
  const equipped = rows.flatMap(({ entryId, atEpochMs, kind, payload }) =>
    kind === 'fact' && payload.about === 'equipment' && (payload.item === 'light' || payload.item === 'co2')
      ? [{ ...payload, item: payload.item, entryId, atEpochMs }]
      : [],
  );
  return [...rows.flatMap((row) => happenedBy(row, { rows, conditioned, context })), ...changedBy(equipped)];
}

function happenedBy(
  row: TroubleRow,
  {
    rows,
    conditioned,
    context,
  }: { rows: readonly TroubleRow[]; conditioned: ReadonlySet<string>; context: BookContext },
): Happened[] {
  const { entryId, atEpochMs } = row;
  const as = (what: Happened['what'], more: Partial<Happened> = {}): Happened[] => [
    { entryId, atEpochMs, what, ...more },
  ];
  switch (row.kind) {
    case 'change': {
      const { changeFraction, conditionerMl } = row.payload;
      const told = (conditionerMl ?? 0) > 0 || conditioned.has(entryId);
      // Only who says that none went in is believed; nothing said is not known.
      return [
        ...as('change', { changeFraction, conditioned: told }),
        ...(conditionerMl === 0 && !told ? as('unconditioned') : []),
      ];
    }
    case 'top-up':
      return context.isPure(row.payload.sourceId) === false ? as('top-up') : [];
    case 'stock':
      return row.payload.event === 'arrived' || row.payload.event === 'moved-in'
        ? as(context.isPlant(row.payload.kindId) ? 'plants-in' : 'animals-in')
        : [];
    case 'arrival':
      return as(context.isolated ? 'animals-in' : 'untreated-arrival');
    case 'dose':
      return as(context.isMedicine(row.payload.product) ? 'medicine' : 'dose');
    case 'job': {
      if (row.payload.step !== 'started') return [];
      const { kind, bed } = row.payload.work;
      if (kind === 'bed' || (kind === 'change' && bed !== undefined && bed !== 'none' && bed !== 'surface'))
        return as('bed');
      return kind === 'sponge' ? as('sponge') : [];
    }
    case 'outage': {
      const { payload } = row;
      if (payload.step !== 'outage' || payload.cause === 'flood') return [];
      const over = rows.find(
        (r) => r.kind === 'outage' && r.payload.step === 'outage-over' && r.payload.outageId === entryId,
      );
      const lastedHours = ((over?.atEpochMs ?? context.nowEpochMs) - atEpochMs) / hourMs;
      return as(payload.cause === 'power' ? 'power-cut' : payload.cause, { lastedHours });
    }
    case 'fact': {
      const { payload } = row;
      if (payload.about === 'shared') return payload.disinfected === true ? [] : as('shared');
      return payload.about === 'new' && payload.gone !== true ? as(newAs[payload.what]) : [];
    }
    default:
      return [];
  }
}

const behaviours = ['gasping', 'hiding', 'pale'] as const;
/**
 * Deaths and signs that entries tell, newest first: of kinds, and of the tank as a whole on the round.
 * @example signsIn([{ entryId: 'a', atEpochMs: 0, kind: 'seen', payload: { behaviour: 'gasping' } }])[0]?.what // 'gasping'
 */
export const signsIn = (rows: readonly TroubleRow[]): Told[] =>
  rows
    .flatMap(({ entryId, atEpochMs, kind, payload }): Told[] => {
      const as = (what: Told['what'], count = 1): Told => ({ entryId, atEpochMs, what, count });
      if (kind === 'stock') {
        const { event, count, sign } = payload;
        if (event === 'died' || event === 'missing') return [as(event, count ? middle(count) : 1)];
        return event === 'sign' && sign !== undefined && sign !== 'grazing' ? [as(sign)] : [];
      }
      if (kind !== 'seen') return [];
      const behaviour = behaviours.find((b) => b === payload.behaviour);
      return [
        ...(payload.deaths && middle(payload.deaths) > 0 ? [as('died', middle(payload.deaths))] : []),
        ...(behaviour ? [as(behaviour)] : []),
        ...(payload.grazing === 'none' ? [as('not-grazing')] : []),
        ...(payload.grazing === 'less' ? [as('less-grazing')] : []),
      ];
    })
    .sort((a, b) => b.atEpochMs - a.atEpochMs);

/** Pokes of the bed, newest first. */
export const pokesIn = (rows: readonly TroubleRow[]): (Poke & { entryId: string })[] =>
  rows
    .flatMap(({ entryId, atEpochMs, kind, payload }) => (kind === 'poke' ? [{ ...payload, entryId, atEpochMs }] : []))
    .sort((a, b) => b.atEpochMs - a.atEpochMs);

/**
 * The span that all of these kinds bear of warmth; null where none of them says, or where no warmth suits them all.
 * @example tempBorne([{ ranges: { tempC: { lo: 22, hi: 28 } } }, { ranges: { tempC: { lo: 18, hi: 26 } } }]) // { lo: 22, hi: 26 }
 */
export function tempBorne(kinds: readonly Pick<StockKind, 'ranges'>[]): Interval | null {
  const spans = kinds.flatMap((k) => (k.ranges.tempC ? [k.ranges.tempC] : []));
  if (spans.length === 0) return null;
  const lo = Math.max(...spans.map((s) => s.lo ?? -Infinity));
  const hi = Math.min(...spans.map((s) => s.hi ?? Infinity));
  return lo < hi ? { lo: Number.isFinite(lo) ? lo : null, hi: Number.isFinite(hi) ? hi : null } : null;
}

/** What rows of the book say for a case of one tank. */
export const toldIn = (
  rows: readonly TroubleRow[],
  context: BookContext,
): Pick<BookOfTank, 'happened' | 'told' | 'pokes'> => ({
  happened: happenedIn(rows, context),
  told: signsIn(rows),
  pokes: pokesIn(rows),
});
