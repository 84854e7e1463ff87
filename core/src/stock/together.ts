import { bandVerdict, type Interval } from '#core/readings';
import type { ReasonOf } from '#core/result';
import type { EvidenceGrade } from '#core/water';
import { kindParameters, type AnimalHabits, type KindParameter, type StockKind } from './kind';
import type { WaterKnown } from './suits';

/** One kind that lives in a tank, with how many the book thinks there are. */
export interface Resident {
  kind: StockKind;
  strain: string;
  count: Interval;
}
export interface TankPlace {
  netVolumeL: number;
  lengthCm: number | null;
  bed: 'none' | 'inert' | 'active' | 'unknown';
  grainMm: number | null;
  /** Null where nobody has said. */
  lid: boolean | null;
}

export interface CommonLine {
  parameter: KindParameter;
  /** What all of them bear; null where no such band exists. */
  band: Interval | null;
  /** The kinds whose ends meet, or cross. */
  lowKindId: string | null;
  highKindId: string | null;
  /** Kinds that today's reading lies outside of. */
  outsideKindIds: readonly string[];
  today: Interval | null;
  /** The ranges that set it are of low confidence: they warn, they never decide. */
  unsure: boolean;
}
interface Pair {
  name: string;
  otherName: string;
}
/** What speaks for or against a company; names are those of kinds, with their strain where it matters. */
export type TogetherReason = ReasonOf<{
  'no-water': { parameter: KindParameter; lowName: string; highName: string };
  'too-few': { name: string; upToCount: number; wantedCount: number };
  'few-or-not': { name: string; wantedCount: number };
  crowd: { name: string; mostCount: number };
  room: { name: string; wantedL: number; netVolumeL: number };
  length: { name: string; wantedCm: number; lengthCm: number };
  'no-lid': { name: string };
  'lid-unknown': { name: string };
  'coarse-bed': { name: string; grainMm: number };
  'no-bed': { name: string };
  'grain-unknown': { name: string };
  sexes: { name: string; sexRatio: string };
  eats: Pair;
  'eats-young': Pair;
  'fits-its-mouth': Pair & { adultCm: number };
  nips: Pair;
  harries: Pair;
  crosses: Pair;
  'eats-plants': Pair;
  digs: Pair;
}>;
export interface TogetherFinding {
  reason: TogetherReason;
  severity: 'clash' | 'caution' | 'note' | 'unknown';
  kindIds: readonly string[];
  grade: EvidenceGrade;
}
export interface Together {
  common: readonly CommonLine[];
  findings: readonly TogetherFinding[];
}

/**
 * The band that all who live in a tank share, parameter by parameter, the pair that conflicts where there is none, and
 * who is outside of today's water. Intersection of the kinds' ranges, as the verdict on the tank takes them: `unsure`
 * where the book is not sure of those that set it.
 */
export function commonBand({ residents, water }: { residents: readonly Resident[]; water: WaterKnown }): CommonLine[] {
  return kindParameters.flatMap((parameter): CommonLine[] => {
    const ranged = residents.flatMap(({ kind }) => {
      const range = kind.ranges[parameter];
      return range ? [{ id: kind.id, range }] : [];
    });
    if (ranged.length === 0) return [];
    let [low, high]: [(typeof ranged)[number] | null, (typeof ranged)[number] | null] = [null, null];
    for (const r of ranged) {
      if (r.range.lo !== null && r.range.lo > (low?.range.lo ?? -Infinity)) low = r;
      if (r.range.hi !== null && r.range.hi < (high?.range.hi ?? Infinity)) high = r;
    }
    const band = { lo: low?.range.lo ?? null, hi: high?.range.hi ?? null };
    const doubted = (r: typeof low): boolean => r === null || r.range.confidence === 'low';
    const empty = band.lo !== null && band.hi !== null && band.lo > band.hi;
    const today = water[parameter] ?? null;
    return [
      {
        parameter,
        band: empty ? null : band,
        lowKindId: low?.id ?? null,
        highKindId: high?.id ?? null,
        outsideKindIds: today
          ? ranged.filter((r) => bandVerdict(today, r.range).verdict === 'outside').map((r) => r.id)
          : [],
        today,
        unsure: empty ? doubted(low) || doubted(high) : doubted(low) && doubted(high),
      },
    ];
  });
}

/** All that speaks for or against a company of animals and plants, apart from water and with it. */
export function together({
  residents,
  place,
  water,
}: {
  residents: readonly Resident[];
  place: TankPlace;
  water: WaterKnown;
}): Together {
  const common = commonBand({ residents, water });
  const animals = residents.flatMap((l) => (l.kind.animal ? [{ ...l, habits: l.kind.animal }] : []));
  const findings = [
    ...waterFindings(common, residents),
    ...animals.flatMap((a) => ownFindings(a, place)),
    ...pairs(animals).flatMap(([a, b]) => pairFindings(a, b)),
    ...crossings(animals),
    ...plantFindings(animals, residents),
  ];
  const order = { clash: 0, caution: 1, unknown: 2, note: 3 };
  return { common, findings: findings.sort((a, b) => order[a.severity] - order[b.severity]) };
}

type Animal = Resident & { habits: AnimalHabits };
const nameOf = (l: Resident): string => (l.strain ? `${l.kind.commonName} (${l.strain})` : l.kind.commonName);
const pairs = <T>(all: readonly T[]): [T, T][] => all.flatMap((a, i) => all.slice(i + 1).map((b): [T, T] => [a, b]));

function waterFindings(common: readonly CommonLine[], residents: readonly Resident[]): TogetherFinding[] {
  const named = (id: string | null): string => residents.find((l) => l.kind.id === id)?.kind.commonName ?? '';
  return common.flatMap((line): TogetherFinding[] =>
    line.band === null
      ? [
          {
            reason: {
              id: 'no-water',
              facts: { parameter: line.parameter, lowName: named(line.lowKindId), highName: named(line.highKindId) },
            },
            severity: line.unsure ? 'caution' : 'clash',
            kindIds: [line.lowKindId ?? '', line.highKindId ?? ''],
            grade: line.unsure ? 'common-practice' : 'published',
          },
        ]
      : [],
  );
}

function ownFindings({ kind, habits, count, strain }: Animal, place: TankPlace): TogetherFinding[] {
  const found: TogetherFinding[] = [];
  const name = nameOf({ kind, strain, count });
  const say = (severity: TogetherFinding['severity'], reason: TogetherReason): void => {
    found.push({ reason, severity, kindIds: [kind.id], grade: 'common-practice' });
  };
  const { groupCount } = habits;
  const wantedCount = groupCount.lo;
  if (wantedCount > 1 && count.hi !== null && count.hi < wantedCount)
    say('caution', { id: 'too-few', facts: { name, upToCount: count.hi, wantedCount } });
  if (wantedCount > 1 && (count.hi === null || count.hi >= wantedCount) && (count.lo ?? 0) < wantedCount)
    say('unknown', { id: 'few-or-not', facts: { name, wantedCount } });
  if (groupCount.hi !== null && (count.lo ?? 0) > groupCount.hi)
    say('caution', { id: 'crowd', facts: { name, mostCount: groupCount.hi } });
  const { netVolumeL, lengthCm, grainMm } = place;
  if (netVolumeL < habits.leastL) say('caution', { id: 'room', facts: { name, wantedL: habits.leastL, netVolumeL } });
  if (lengthCm !== null && lengthCm < habits.leastLengthCm)
    say('caution', { id: 'length', facts: { name, wantedCm: habits.leastLengthCm, lengthCm } });
  if (habits.jumps && place.lid === false) say('caution', { id: 'no-lid', facts: { name } });
  if (habits.jumps && place.lid === null) say('unknown', { id: 'lid-unknown', facts: { name } });
  if (habits.bed === 'sand' || habits.bed === 'soft') {
    if (grainMm !== null && grainMm > 2) say('caution', { id: 'coarse-bed', facts: { name, grainMm } });
    if (place.bed === 'none') say('caution', { id: 'no-bed', facts: { name } });
    else if (grainMm === null) say('unknown', { id: 'grain-unknown', facts: { name } });
  }
  if (habits.sexRatio) say('note', { id: 'sexes', facts: { name, sexRatio: habits.sexRatio } });
  return found;
}

/** Whether one would eat the other, its young, or harry it; both ways. */
function pairFindings(a: Animal, b: Animal): TogetherFinding[] {
  return [...oneWay(a, b), ...oneWay(b, a)];
}

function oneWay(hunter: Animal, other: Animal): TogetherFinding[] {
  const [h, o] = [hunter.habits, other.kind];
  const kindIds = [hunter.kind.id, o.id];
  const facts: Pair = { name: nameOf(hunter), otherName: nameOf(other) };
  const say = (severity: TogetherFinding['severity'], reason: TogetherReason): TogetherFinding[] => [
    { reason, severity, kindIds, grade: 'common-practice' },
  ];
  if (o.group === 'shrimp' && h.preysOn.includes('shrimp')) return say('clash', { id: 'eats', facts });
  if (o.group === 'shrimp' && h.preysOn.includes('shrimp-young')) return say('caution', { id: 'eats-young', facts });
  if (o.group === 'snail' && h.preysOn.includes('snails')) return say('clash', { id: 'eats', facts });
  if (o.group !== 'fish') return [];
  if (h.preysOn.includes('small-fish') && o.adultCm * 3 <= hunter.kind.adultCm)
    return say('clash', { id: 'fits-its-mouth', facts: { ...facts, adultCm: hunter.kind.adultCm } });
  const peaceful = other.habits.temperament === 'peaceful';
  if (h.temperament === 'nippy' && peaceful && other.habits.slow) return say('caution', { id: 'nips', facts });
  if (hunter.kind.group === 'fish' && h.temperament === 'predatory' && peaceful)
    return say('caution', { id: 'harries', facts });
  return [];
}

function crossings(animals: readonly Animal[]): TogetherFinding[] {
  return pairs(animals).flatMap(([a, b]): TogetherFinding[] => {
    const same =
      a.kind.id === b.kind.id
        ? a.strain !== b.strain
        : a.habits.crossGroup !== null && a.habits.crossGroup === b.habits.crossGroup;
    return same
      ? [
          {
            reason: { id: 'crosses', facts: { name: nameOf(a), otherName: nameOf(b) } },
            severity: 'caution',
            kindIds: [a.kind.id, b.kind.id],
            grade: 'common-practice',
          },
        ]
      : [];
  });
}

function plantFindings(animals: readonly Animal[], residents: readonly Resident[]): TogetherFinding[] {
  const plants = residents.filter((l) => l.kind.plant);
  if (plants.length === 0) return [];
  const eaters = animals.filter((a) => a.habits.eatsPlants);
  const diggers = animals.filter((a) => a.habits.digs);
  const rooted = plants.filter((p) => p.kind.plant?.habit === 'carpet' || p.kind.plant?.habit === 'stem');
  return [
    ...eaters.map((a): TogetherFinding => ({
      reason: { id: 'eats-plants', facts: { name: nameOf(a), otherName: plants[0]?.kind.commonName ?? '' } },
      severity: 'caution',
      kindIds: [a.kind.id],
      grade: 'common-practice',
    })),
    ...(rooted.length > 0 ? diggers : []).map((a): TogetherFinding => ({
      reason: { id: 'digs', facts: { name: nameOf(a), otherName: rooted[0]?.kind.commonName ?? '' } },
      severity: 'caution',
      kindIds: [a.kind.id],
      grade: 'common-practice',
    })),
  ];
}
