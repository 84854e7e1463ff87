import { bandVerdict, type Interval } from '#core/readings';
import type { EvidenceGrade } from '#core/water';
import { kindParameters, massOfAdultG, type AnimalHabits, type KindParameter, type StockKind } from './kind';
import type { WaterKnown } from './suits';

/** One kind that lives in a tank, with how many the book thinks there are. */
export interface Lodger {
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
}
export interface TogetherFinding {
  id: string;
  severity: 'clash' | 'caution' | 'note' | 'unknown';
  kindIds: readonly string[];
  text: string;
  grade: EvidenceGrade;
}
export interface Together {
  common: readonly CommonLine[];
  findings: readonly TogetherFinding[];
}

/**
 * The band that all who live in a tank share, parameter by parameter, the pair that conflicts where there is none, and
 * who is outside of today's water. Intersection of the kinds' ranges; low-confidence ranges are left out.
 */
export function commonBand({ lodgers, water }: { lodgers: readonly Lodger[]; water: WaterKnown }): CommonLine[] {
  return kindParameters.flatMap((parameter): CommonLine[] => {
    const ranged = lodgers.flatMap(({ kind }) => {
      const range = kind.ranges[parameter];
      return range && range.confidence !== 'low' ? [{ id: kind.id, range }] : [];
    });
    if (ranged.length === 0) return [];
    let [low, high]: [(typeof ranged)[number] | null, (typeof ranged)[number] | null] = [null, null];
    for (const r of ranged) {
      if (r.range.lo !== null && r.range.lo > (low?.range.lo ?? -Infinity)) low = r;
      if (r.range.hi !== null && r.range.hi < (high?.range.hi ?? Infinity)) high = r;
    }
    const band = { lo: low?.range.lo ?? null, hi: high?.range.hi ?? null };
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
      },
    ];
  });
}

/** All that speaks for or against a company of animals and plants, apart from water and with it. */
export function together({
  lodgers,
  place,
  water,
}: {
  lodgers: readonly Lodger[];
  place: TankPlace;
  water: WaterKnown;
}): Together {
  const common = commonBand({ lodgers, water });
  const animals = lodgers.flatMap((l) => (l.kind.animal ? [{ ...l, habits: l.kind.animal }] : []));
  const findings = [
    ...waterFindings(common, lodgers),
    ...animals.flatMap((a) => ownFindings(a, place)),
    ...pairs(animals).flatMap(([a, b]) => pairFindings(a, b)),
    ...crossings(animals),
    ...plantFindings(animals, lodgers),
  ];
  const order = { clash: 0, caution: 1, unknown: 2, note: 3 };
  return { common, findings: findings.sort((a, b) => order[a.severity] - order[b.severity]) };
}

type Animal = Lodger & { habits: AnimalHabits };
const nameOf = (l: Lodger): string => (l.strain ? `${l.kind.commonName} (${l.strain})` : l.kind.commonName);
const pairs = <T>(all: readonly T[]): [T, T][] => all.flatMap((a, i) => all.slice(i + 1).map((b): [T, T] => [a, b]));

function waterFindings(common: readonly CommonLine[], lodgers: readonly Lodger[]): TogetherFinding[] {
  const named = (id: string | null): string => lodgers.find((l) => l.kind.id === id)?.kind.commonName ?? '';
  return common.flatMap((line): TogetherFinding[] =>
    line.band === null
      ? [
          {
            id: `water-${line.parameter}`,
            severity: 'clash',
            kindIds: [line.lowKindId ?? '', line.highKindId ?? ''],
            text: `No water suits both: ${named(line.lowKindId)} begins where ${named(line.highKindId)} has ended.`,
            grade: 'published',
          },
        ]
      : [],
  );
}

function ownFindings({ kind, habits, count, strain }: Animal, place: TankPlace): TogetherFinding[] {
  const found: TogetherFinding[] = [];
  const name = nameOf({ kind, strain, count });
  const say = (id: string, severity: TogetherFinding['severity'], text: string): void => {
    found.push({ id, severity, kindIds: [kind.id], text, grade: 'common-practice' });
  };
  const { groupCount } = habits;
  if (groupCount.lo > 1 && count.hi !== null && count.hi < groupCount.lo)
    say(
      'group',
      'caution',
      `${name}: ${count.hi} of a kind that wants ${groupCount.lo} and more; boldness needs numbers.`,
    );
  if (groupCount.lo > 1 && (count.hi === null || count.hi >= groupCount.lo) && (count.lo ?? 0) < groupCount.lo)
    say('group', 'unknown', `${name}: whether there are ${groupCount.lo} or more cannot be told; a count would.`);
  if (groupCount.hi !== null && (count.lo ?? 0) > groupCount.hi)
    say('crowd', 'caution', `${name}: more than ${groupCount.hi} of them do not keep peace in one tank.`);
  if (place.netVolumeL < habits.leastL)
    say('room', 'caution', `${name} wants ${habits.leastL} L; there are ${Math.round(place.netVolumeL)}.`);
  if (place.lengthCm !== null && place.lengthCm < habits.leastLengthCm)
    say(
      'length',
      'caution',
      `${name} wants ${habits.leastLengthCm} cm to swim; the tank is ${Math.round(place.lengthCm)} long.`,
    );
  if (habits.jumps && place.lid === false) say('lid', 'caution', `${name} jumps, and there is no lid.`);
  if (habits.jumps && place.lid === null)
    say('lid', 'unknown', `${name} jumps; the book does not say whether there is a lid.`);
  if ((habits.bed === 'sand' || habits.bed === 'soft') && place.grainMm !== null && place.grainMm > 2)
    say('bed', 'caution', `${name} digs its barbels or mouth into the bed: ${place.grainMm} mm grain wears them down.`);
  if ((habits.bed === 'sand' || habits.bed === 'soft') && place.bed === 'none')
    say('bed', 'caution', `${name} wants a soft bed, and there is none.`);
  if ((habits.bed === 'sand' || habits.bed === 'soft') && place.bed !== 'none' && place.grainMm === null)
    say('bed', 'unknown', `${name} wants a soft bed; the grain of this one is not in the book.`);
  if (habits.sexRatio) say('sexes', 'note', `${name}: ${habits.sexRatio}.`);
  return found;
}

/** Whether one would eat the other, its young, or harry it; both ways. */
function pairFindings(a: Animal, b: Animal): TogetherFinding[] {
  return [...oneWay(a, b), ...oneWay(b, a)];
}

function oneWay(hunter: Animal, other: Animal): TogetherFinding[] {
  const [h, o] = [hunter.habits, other.kind];
  const kindIds = [hunter.kind.id, o.id];
  const say = (id: string, severity: TogetherFinding['severity'], text: string): TogetherFinding[] => [
    { id, severity, kindIds, text, grade: 'common-practice' },
  ];
  const names = [nameOf(hunter), nameOf(other)] as const;
  if (o.group === 'shrimp' && h.preysOn.includes('shrimp'))
    return say('eats', 'clash', `${names[0]} eats ${names[1]}.`);
  if (o.group === 'shrimp' && h.preysOn.includes('shrimp-young'))
    return say(
      'eats-young',
      'caution',
      `${names[0]} eats the young of ${names[1]}: they live, the colony may not grow.`,
    );
  if (o.group === 'snail' && h.preysOn.includes('snails')) return say('eats', 'clash', `${names[0]} eats ${names[1]}.`);
  if (o.group === 'fish' && h.preysOn.includes('small-fish') && o.adultCm * 3 <= hunter.kind.adultCm)
    return say('eats', 'clash', `${names[0]} grows to ${hunter.kind.adultCm} cm; ${names[1]} fits its mouth.`);
  if (o.group === 'fish' && h.temperament === 'nippy' && other.habits.temperament === 'peaceful' && slow(o))
    return say('nips', 'caution', `${names[0]} nips the fins of ${names[1]}.`);
  if (
    o.group === 'fish' &&
    hunter.kind.group === 'fish' &&
    h.temperament === 'predatory' &&
    other.habits.temperament === 'peaceful'
  )
    return say('harries', 'caution', `${names[0]} harries ${names[1]}.`);
  return [];
}
/** Long fins or a slow way of swimming: the almanac says so in its note. */
const slow = (kind: StockKind): boolean => /long fins|slow/.test(kind.note);

function crossings(animals: readonly Animal[]): TogetherFinding[] {
  return pairs(animals).flatMap(([a, b]): TogetherFinding[] => {
    const same =
      a.kind.id === b.kind.id
        ? a.strain !== b.strain
        : a.habits.crossGroup !== null && a.habits.crossGroup === b.habits.crossGroup;
    return same
      ? [
          {
            id: 'crosses',
            severity: 'caution',
            kindIds: [a.kind.id, b.kind.id],
            text: `${nameOf(a)} and ${nameOf(b)} interbreed: within some generations the young are of neither.`,
            grade: 'common-practice',
          },
        ]
      : [];
  });
}

function plantFindings(animals: readonly Animal[], lodgers: readonly Lodger[]): TogetherFinding[] {
  const plants = lodgers.filter((l) => l.kind.plant);
  if (plants.length === 0) return [];
  const eaters = animals.filter((a) => a.habits.eatsPlants);
  const diggers = animals.filter((a) => a.habits.digs);
  const rooted = plants.filter((p) => p.kind.plant?.habit === 'carpet' || p.kind.plant?.habit === 'stem');
  return [
    ...eaters.map((a): TogetherFinding => ({
      id: 'eats-plants',
      severity: 'caution',
      kindIds: [a.kind.id],
      text: `${nameOf(a)} eats plants; ${plants[0]?.kind.commonName ?? 'plants'} and others grow here.`,
      grade: 'common-practice',
    })),
    ...(rooted.length > 0 ? diggers : []).map((a): TogetherFinding => ({
      id: 'digs',
      severity: 'caution',
      kindIds: [a.kind.id],
      text: `${nameOf(a)} digs: ${rooted[0]?.kind.commonName ?? 'plants'} will not stay rooted.`,
      grade: 'common-practice',
    })),
  ];
}

/** Living mass of the animals, from adult length by W = 0.0125 L³ (length-weight of ordinary small fish; from memory). */
export const bodyMassG = (lodgers: readonly Lodger[]): { lo: number; hi: number } => {
  const sum = (end: 'lo' | 'hi'): number =>
    lodgers
      .filter((l) => l.kind.animal)
      .reduce((total, l) => total + (l.count[end] ?? l.count.lo ?? 0) * massOfAdultG(l.kind.adultCm), 0);
  return { lo: sum('lo'), hi: sum('hi') };
};
