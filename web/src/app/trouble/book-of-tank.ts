import { troubleKnowledge } from '#almanac/trouble';
import type { BeforeInput } from '#core/before';
import {
  tempBorne,
  toldIn,
  troubleBookKinds,
  type BedCase,
  type BookOfTank,
  type Told,
  type TroubleCase,
  type TroubleRow,
} from '#core/trouble';
import type { StockGroup } from '#core/stock';
import type { ReadPayloadOf } from '#contracts/book';
import type { SourceView } from '#contracts/sources';
import type { Folio } from '#contracts/tanks';
import type { DiaryEntry } from '../base/scribe';
import type { TankStock } from '../stock';

const { book: rules } = troubleKnowledge;

/** A question as what was said by it: when it was stands beside it. */
export const saidOf = (findingId: string): string => {
  const finding = troubleKnowledge.findings.find((f) => f.id === findingId);
  const question = (finding?.question ?? findingId).replace(/\?$/, '');
  return finding?.group === 'events' ? question.replace(/ (within|in at most) \d+ (h|weeks)$/, '') : question;
};

/** One tank's book as evidence is made of it: what the folio, its animals and its diary hold. */
export function bookOfTank({
  folio,
  stock,
  diary,
  groupOf,
  nowEpochMs,
  sources = [],
  medicineNames = [],
}: {
  folio: Folio;
  stock: TankStock | null;
  diary: readonly DiaryEntry[];
  groupOf: (kindId: string) => StockGroup | null;
  nowEpochMs: number;
  /** The waters of the house: what they hold is known from them. */
  sources?: readonly Pick<SourceView, 'sourceId' | 'setUp'>[];
  /** Supplies that are medicines, by name. */
  medicineNames?: readonly string[];
}): BookOfTank {
  const rows: TroubleRow[] = [
    ...folio.changes.map(({ entryId, atEpochMs, changeFraction }) => ({
      entryId,
      atEpochMs,
      kind: 'change' as const,
      payload: { changeFraction, ...conditionerOf(folio, entryId) },
    })),
    ...troubleBookKinds.flatMap((kind) => entriesOf(diary, kind) as unknown as TroubleRow[]),
  ];
  const told = toldIn(rows, {
    nowEpochMs,
    isolated: folio.setUp.purpose === 'quarantine' || folio.setUp.purpose === 'hospital',
    isPlant: (kindId) => groupOf(kindId) === 'plant',
    isMedicine: (product) => medicineNames.some((m) => m.toLowerCase() === product.trim().toLowerCase()),
    isPure: (sourceId) => {
      const state = sources.find((s) => s.sourceId === sourceId)?.setUp.state;
      return state === undefined ? null : pureStates.has(state);
    },
  });
  const equipment = stock?.tank.equipment ?? {};
  const living = stock?.populations.map((p) => p.count.hi) ?? [];
  return {
    nowEpochMs,
    startedEpochMs: Date.parse(folio.startedOn),
    groups: [...new Set((stock?.residents ?? []).map((l) => l.kind.group))],
    readings: folio.lines.flatMap((l) =>
      l.latest && l.computed !== true
        ? [
            {
              parameter: l.parameter,
              lo: l.latest.lo,
              hi: l.latest.hi,
              atEpochMs: l.latest.atEpochMs,
              entryId: l.latest.entryId,
              doubtful: doubtfulIn(folio, l.latest.entryId, l.parameter),
            },
          ]
        : [],
    ),
    foreseen: folio.outlooks.flatMap(({ parameter, level }) => {
      const latest = folio.lines.find((l) => l.parameter === parameter)?.latest;
      // What cannot be below nothing is not foreseen there.
      const lo = parameter === 'tempC' ? level.lo80 : Math.max(0, level.lo80);
      return latest
        ? [{ parameter, lo, hi: Math.max(lo, level.hi80), lastEntryId: latest.entryId, lastEpochMs: latest.atEpochMs }]
        : [];
    }),
    usual: Object.fromEntries(
      folio.outlooks.flatMap((o) => (o.normal ? [[o.parameter, { lo: o.normal.lo, hi: o.normal.hi }] as const] : [])),
    ),
    earlier: Object.fromEntries(folio.lines.map((l) => [l.parameter, l.earlier])),
    ...told,
    tempBorne: tempBorne((stock?.residents ?? []).map((l) => l.kind).filter((k) => k.group !== 'plant')),
    // The house works CO2 out only where carbonate alone holds the pH.
    carbonateHeld: folio.lines.some((l) => l.parameter === 'co2MgPerL' && l.computed === true),
    livingCount: living.length > 0 ? living.reduce((a, b) => a + b, 0) : null,
    equipment: {
      co2: equipment.co2?.on,
      uv: equipment.uv?.on,
      carbon: equipment.carbon?.on,
      intakeSponge: equipment['intake-sponge']?.on,
      lid: equipment.lid?.on,
      activeBed: folio.setUp.bed ? folio.setUp.bed.kind === 'active' : undefined,
    },
    source: sourceHas(folio, sources),
    lastCareEpochMs: lastCare(folio, told.told),
  };
}

/** What a change says of its conditioner, where it stands among the last entries. */
function conditionerOf(folio: Folio, entryId: string): { conditionerMl?: number } {
  const found = folio.entries.find((e) => e.id === entryId && e.kind === 'change');
  const { conditionerMl } = (found?.payload ?? {}) as Partial<ReadPayloadOf<'change'>>;
  return conditionerMl === undefined ? {} : { conditionerMl };
}
const pureStates: ReadonlySet<string> = new Set(['ro', 'rodi', 'rain']);
/** Whether a reading was taken with a kit or pen that something spoke against when it was used. */
const doubtfulIn = (folio: Folio, entryId: string, parameter: string): boolean =>
  folio.entries.some(
    (e) =>
      e.id === entryId &&
      e.kind === 'readings' &&
      (e.payload as ReadPayloadOf<'readings'>).values.some((v) => v.parameter === parameter && v.doubt !== undefined),
  );
/** What the waters that went in lately bring with them; all taps of the house where nothing went in. */
function sourceHas(
  folio: Folio,
  sources: readonly Pick<SourceView, 'sourceId' | 'setUp'>[],
): NonNullable<BookOfTank['source']> {
  const names = new Set(folio.changes.map((c) => c.sourceName));
  const used = sources.filter((s) => names.size === 0 || names.has(s.setUp.name));
  return [
    ...new Set(
      used.flatMap(({ setUp }): NonNullable<BookOfTank['source']>[number][] => [
        ...(setUp.chlorine === 'chlorine' || setUp.chlorine === 'chloramine' ? [setUp.chlorine] : []),
        ...(setUp.copperPipe === true ? (['copper'] as const) : []),
        ...(setUp.state === 'softened' ? (['softener'] as const) : []),
      ]),
    ),
  ];
}
/** When water was last changed, tested or animals were looked at; null where the book holds none of it. */
function lastCare(folio: Folio, told: readonly Told[]): number | null {
  const moments = [
    ...folio.changes.map((c) => c.atEpochMs),
    ...folio.lines.flatMap((l) => (l.latest ? [l.latest.atEpochMs] : [])),
    ...told.map((t) => t.atEpochMs),
    ...folio.entries.filter((e) => e.kind === 'looked').map((e) => Date.parse(e.happenedAt)),
  ];
  return moments.length > 0 ? Math.max(...moments) : null;
}

/** Over all the book: what was seen, and what was done, for the comparison of days after with other days. */
export function beforeOfTank(folio: Folio, diary: readonly DiaryEntry[], nowEpochMs: number): BeforeInput {
  const outcomes: BeforeInput['outcomes'][number][] = [];
  const things: BeforeInput['things'][number][] = folio.changes.flatMap(({ atEpochMs, changeFraction }) => [
    { id: 'change' as const, atEpochMs },
    ...(changeFraction > 1 / 3 ? [{ id: 'big-change' as const, atEpochMs }] : []),
  ]);
  for (const { atEpochMs, payload } of entriesOf(diary, 'stock')) {
    if (payload.event === 'died') outcomes.push({ id: 'died', atEpochMs });
    if (payload.event === 'sign' && payload.sign === 'hiding') outcomes.push({ id: 'hiding', atEpochMs });
    if (payload.event === 'arrived') things.push({ id: 'animals-in', atEpochMs });
  }
  for (const { atEpochMs, payload } of entriesOf(diary, 'seen')) {
    if (payload.deaths && (payload.deaths.lo > 0 || (payload.deaths.hi ?? 0) > 0))
      outcomes.push({ id: 'died', atEpochMs });
    if (payload.behaviour === 'hiding') outcomes.push({ id: 'hiding', atEpochMs });
  }
  for (const { atEpochMs } of entriesOf(diary, 'arrival')) things.push({ id: 'animals-in', atEpochMs });
  for (const { atEpochMs } of entriesOf(diary, 'dose')) things.push({ id: 'dose', atEpochMs });
  for (const { atEpochMs, payload } of entriesOf(diary, 'fact'))
    if (payload.about === 'new' && payload.what === 'food' && payload.gone !== true)
      things.push({ id: 'food', atEpochMs });
  for (const { atEpochMs, payload } of entriesOf(diary, 'job'))
    if (payload.step === 'started' && (payload.work.kind === 'bed' || payload.work.kind === 'sponge'))
      things.push({ id: payload.work.kind, atEpochMs });
  for (const { atEpochMs, payload } of entriesOf(diary, 'case'))
    if ('findings' in payload)
      for (const id of ['bad-moult', 'no-young'] as const)
        if (rules.outcomes[id].some((finding) => payload.findings[finding] === 'yes')) outcomes.push({ id, atEpochMs });
  return { fromEpochMs: Date.parse(folio.startedOn), toEpochMs: nowEpochMs, outcomes, things };
}
/** The bed as the decision about gas wants it. */
export function bedOfTank({
  book,
  folio,
  answers,
  youngHere,
}: {
  book: BookOfTank;
  folio: Folio;
  answers: TroubleCase['findings'];
  youngHere: boolean;
}): BedCase {
  const { bed, geometry } = folio.setUp;
  const of = (parameter: string) => book.readings.find((r) => r.parameter === parameter) ?? null;
  const seen = (id: string): boolean => answers[id] === 'yes';
  return {
    pokes: book.pokes.map(({ atEpochMs, place, gas }) => ({ atEpochMs, place, gas })),
    nowEpochMs: book.nowEpochMs,
    grainMm: bed?.grainMm === undefined ? null : { lo: bed.grainMm, hi: bed.grainMm },
    depthCm: geometry?.bedDepthCm ?? null,
    active: bed === undefined ? 'unknown' : bed.kind === 'active' ? (spent(folio) ? 'spent' : 'holds') : 'no',
    young: youngHere,
    ph: of('ph'),
    tempC: of('tempC'),
    slowSigns: rules.bed.slowSignIds.some(seen),
    gasping: rules.bed.gaspingIds.some(seen),
  };
}
/** An active bed that holds keeps the KH at nothing; one whose water carries a degree or more no longer does (common practice). */
const spent = (folio: Folio): boolean => (folio.lines.find((l) => l.parameter === 'khDegrees')?.latest?.lo ?? 0) >= 1;

type DiaryKind =
  'stock' | 'arrival' | 'dose' | 'job' | 'fact' | 'seen' | 'case' | 'poke' | 'layout' | 'top-up' | 'outage';
type Of<K extends DiaryKind> = Omit<DiaryEntry, 'payload'> & { payload: ReadPayloadOf<K> };
export const entriesOf = <K extends DiaryKind>(diary: readonly DiaryEntry[], kind: K): Of<K>[] =>
  diary.filter((e) => e.kind === kind) as Of<K>[];
