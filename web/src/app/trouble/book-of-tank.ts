import type { BookOfTank, Happened, Told } from '#core/trouble';
import { middle } from '#core/readings';
import type { StockGroup } from '#core/stock';
import type { ReadPayloadOf } from '#contracts/book';
import type { Folio } from '#contracts/tanks';
import type { DiaryEntry } from '../base/scribe';
import type { TankStock } from '../stock';

const kindsTold = { died: 'died', missing: 'missing' } as const;

/** One tank's book as evidence is made of it: what the folio, its animals and its diary hold. */
export function bookOfTank({
  folio,
  stock,
  diary,
  groupOf,
  nowEpochMs,
}: {
  folio: Folio;
  stock: TankStock | null;
  diary: readonly DiaryEntry[];
  groupOf: (kindId: string) => StockGroup | null;
  nowEpochMs: number;
}): BookOfTank {
  const of = <K extends Parameters<typeof entriesOf>[1]>(kind: K) => entriesOf(diary, kind);
  const happened: Happened[] = [
    ...folio.changes.map(({ entryId, atEpochMs, changeFraction }) => ({
      entryId,
      atEpochMs,
      changeFraction,
      what: 'change' as const,
    })),
    ...of('stock').flatMap(({ entryId, atEpochMs, payload }): Happened[] =>
      payload.event === 'arrived' || payload.event === 'moved-in'
        ? [{ entryId, atEpochMs, what: groupOf(payload.kindId) === 'plant' ? 'plants-in' : 'animals-in' }]
        : [],
    ),
    ...of('arrival').map(({ entryId, atEpochMs }): Happened => ({ entryId, atEpochMs, what: 'animals-in' })),
    ...of('dose').map(({ entryId, atEpochMs }): Happened => ({ entryId, atEpochMs, what: 'dose' })),
    ...of('job').flatMap(({ entryId, atEpochMs, payload }): Happened[] => {
      if (payload.step !== 'started') return [];
      const { work } = payload;
      if (work.kind === 'bed' || (work.kind === 'change' && work.bed !== 'none' && work.bed !== 'surface'))
        return [{ entryId, atEpochMs, what: 'bed' }];
      return work.kind === 'sponge' ? [{ entryId, atEpochMs, what: 'sponge' }] : [];
    }),
    ...of('fact').flatMap(({ entryId, atEpochMs, payload }): Happened[] => {
      if (payload.about === 'shared')
        return payload.disinfected === true ? [] : [{ entryId, atEpochMs, what: 'shared' }];
      if (payload.about !== 'new' || payload.gone === true) return [];
      switch (payload.what) {
        case 'food':
          return [{ entryId, atEpochMs, what: 'food' }];
        case 'product':
          return [{ entryId, atEpochMs, what: 'product' }];
        case 'animal':
          return [{ entryId, atEpochMs, what: 'animals-in' }];
        case 'plant':
          return [{ entryId, atEpochMs, what: 'plants-in' }];
        default:
          return [{ entryId, atEpochMs, what: 'decoration' }];
      }
    }),
  ];
  const told: Told[] = [
    ...of('stock').flatMap(({ entryId, atEpochMs, payload }): Told[] => {
      const count = payload.count ? middle(payload.count) : 1;
      if (payload.event === 'died' || payload.event === 'missing')
        return [{ entryId, atEpochMs, what: kindsTold[payload.event], count }];
      return payload.event === 'sign' && payload.sign !== undefined && payload.sign !== 'grazing'
        ? [{ entryId, atEpochMs, what: payload.sign, count }]
        : [];
    }),
    ...of('seen').flatMap(({ entryId, atEpochMs, payload }): Told[] => [
      ...(payload.deaths ? [{ entryId, atEpochMs, what: 'died' as const, count: middle(payload.deaths) }] : []),
      ...(payload.behaviour === 'gasping' || payload.behaviour === 'hiding' || payload.behaviour === 'pale'
        ? [{ entryId, atEpochMs, what: payload.behaviour, count: 1 }]
        : []),
      ...(payload.grazing === 'none' ? [{ entryId, atEpochMs, what: 'not-grazing' as const, count: 1 }] : []),
    ]),
  ].sort((a, b) => b.atEpochMs - a.atEpochMs);
  const equipment = stock?.tank.equipment ?? {};
  const living = stock?.populations.map((p) => p.count.hi) ?? [];
  return {
    nowEpochMs,
    startedEpochMs: Date.parse(folio.startedOn),
    groups: [...new Set((stock?.lodgers ?? []).map((l) => l.kind.group))],
    readings: folio.lines.flatMap((l) =>
      l.latest && l.computed !== true
        ? [
            {
              parameter: l.parameter,
              lo: l.latest.lo,
              hi: l.latest.hi,
              atEpochMs: l.latest.atEpochMs,
              entryId: l.latest.entryId,
            },
          ]
        : [],
    ),
    usual: Object.fromEntries(
      folio.outlooks.flatMap((o) => (o.normal ? [[o.parameter, { lo: o.normal.lo, hi: o.normal.hi }] as const] : [])),
    ),
    happened,
    told,
    livingCount: living.length > 0 ? living.reduce((a, b) => a + b, 0) : null,
    equipment: {
      co2: equipment.co2?.on,
      uv: equipment.uv?.on,
      carbon: equipment.carbon?.on,
      intakeSponge: equipment['intake-sponge']?.on,
      lid: equipment.lid?.on,
      activeBed: folio.setUp.practiceId.includes('active') ? true : undefined,
    },
    source: [],
  };
}

type DiaryKind = 'stock' | 'arrival' | 'dose' | 'job' | 'fact' | 'seen' | 'case';
type Of<K extends DiaryKind> = Omit<DiaryEntry, 'payload'> & { payload: ReadPayloadOf<K> };
export const entriesOf = <K extends DiaryKind>(diary: readonly DiaryEntry[], kind: K): Of<K>[] =>
  diary.filter((e) => e.kind === kind) as Of<K>[];
