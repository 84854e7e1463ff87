import { silent, type Recorder } from '#core/explain';
import { because, firstFault, ok, refuse, type Refusal, type Result } from '#core/result';
import { litresPerUsGallon } from './amounts';

export interface CourseLabel {
  packTreatsL?: number | undefined;
  packTreatsUsGal?: number | undefined;
  /** Days of one round, from 1. */
  doseDays: readonly number[];
  changes: readonly { day: number; fraction: number }[];
  maxRepeats?: number | undefined;
}
/** A course in the food: who eats, how much of it, and what is in it. */
export interface CourseFood {
  bodyMassG: number;
  percentOfBodyMass: number;
  agentMgPerKgPerDay: number;
}
export interface CourseInput {
  netVolumeL: number;
  label: CourseLabel;
  /** In the food instead of the water: the label then says days only. */
  food?: CourseFood | undefined;
  repeats?: number | undefined;
  packsCanBeSplit?: boolean | undefined;
}
export interface CourseDay {
  day: number;
  do: 'change' | 'dose' | 'look';
  packs?: number;
  changeL?: number;
  foodG?: number;
  agentMg?: number;
}
export interface Course {
  packsPerDose: number;
  packsTotal: number;
  /** The dose after rounding as a share of the intended one. */
  doseShare: number;
  calendar: readonly CourseDay[];
  /** Where rounding is off by more than a tenth: so many packs in so much water, so much of it taken. */
  stock?: { packs: number; waterMl: number; takeMl: number };
}

const offByMost = 0.1;
/** Water for each pack of the stock solution. */
export const stockMlPerPack = 100;
const day = { lo: 1, hi: 365, unit: 'd' };
/** Looked at again after the last day: one, two, four weeks. */
const lookAfterDays = [7, 14, 28] as const;
/** Rounding noise of a division. */
const noise = 1e-9;
/** Nobody knows the water of a tank to a thousandth: so near below a half pack counts as a half. Ours. */
const halfSlackFraction = 1e-3;

const faultIn = ({ netVolumeL, label, repeats = 0 }: CourseInput) =>
  firstFault([
    { field: 'netVolumeL', value: netVolumeL, range: { lo: 0.1, hi: 1e5, unit: 'L' } },
    ...(label.packTreatsL === undefined
      ? []
      : [{ field: 'label.packTreatsL', value: label.packTreatsL, range: { lo: 0.01, hi: 1e5, unit: 'L' } }]),
    ...(label.packTreatsUsGal === undefined
      ? []
      : [
          {
            field: 'label.packTreatsUsGal',
            value: label.packTreatsUsGal,
            range: { lo: 0.01, hi: 1e5, unit: 'US gal' },
          },
        ]),
    ...label.doseDays.map((value, i) => ({ field: `label.doseDays.${i}`, value, range: day })),
    ...label.changes.flatMap((change, i) => [
      { field: `label.changes.${i}.day`, value: change.day, range: day },
      { field: `label.changes.${i}.fraction`, value: change.fraction, range: { lo: 0.001, hi: 1, unit: '' } },
    ]),
    { field: 'repeats', value: repeats, range: { lo: 0, hi: Math.min(20, label.maxRepeats ?? 20), unit: '' } },
  ]);
const daysFault = ({ label, repeats = 0 }: CourseInput): Refusal | null => {
  if (label.doseDays.length === 0) return { kind: 'missing', field: 'label.doseDays', why: because('number-needed') };
  const whole = [...label.doseDays, ...label.changes.map((c) => c.day), repeats].every(Number.isInteger);
  return !whole || new Set(label.doseDays).size < label.doseDays.length
    ? { kind: 'malformed', field: 'label.doseDays', why: because('whole-days-once') }
    : null;
};
/** Rounds one after the other, on one day a change before the dose; a look again one, two and four weeks after the end. */
function calendarOf({ netVolumeL, label, repeats = 0 }: CourseInput, dose: Omit<CourseDay, 'day' | 'do'>): CourseDay[] {
  const roundDays = Math.max(...label.doseDays, ...label.changes.map((c) => c.day));
  const rounds = Array.from({ length: repeats + 1 }, (_, i) => i * roundDays);
  const done = rounds.flatMap((after): CourseDay[] => [
    ...label.changes.map((c): CourseDay => ({ day: after + c.day, do: 'change', changeL: c.fraction * netVolumeL })),
    ...label.doseDays.map((d): CourseDay => ({ day: after + d, do: 'dose', ...dose })),
  ]);
  const lastDay = roundDays * (repeats + 1);
  return [
    ...done.sort((a, b) => a.day - b.day || Number(b.do === 'change') - Number(a.do === 'change')),
    ...lookAfterDays.map((days): CourseDay => ({ day: lastDay + days, do: 'look' })),
  ];
}
/** Meals in place of doses: food by body mass, the agent in it; no pack goes into the water. */
function foodCourse(input: CourseInput, food: CourseFood, note: Recorder): Result<Course> {
  const { label } = input;
  const packField = label.packTreatsL === undefined ? 'label.packTreatsUsGal' : 'label.packTreatsL';
  if (label.packTreatsL !== undefined || label.packTreatsUsGal !== undefined)
    return refuse({ kind: 'contradiction', fields: ['food', packField], why: because('one-of-two') });
  const fault = faultIn(input) ?? daysFault(input);
  if (fault) return refuse(fault);
  const ration = rationOf(food, note);
  if (!ration.ok) return ration;
  const { foodGPerDay, agentMgPerDay } = ration.value;
  return ok({
    packsPerDose: 0,
    packsTotal: 0,
    doseShare: 1,
    calendar: calendarOf(input, { foodG: foodGPerDay, ...(agentMgPerDay === null ? {} : { agentMg: agentMgPerDay }) }),
  });
}

/**
 * A course as its label has it, on net volume: packs for each dose, the calendar, and what rounding does to the dose.
 *
 * Packs that cannot be split are rounded to the nearest whole one, halves up (what lies a thousandth below one, too: no
 * volume is known so finely), at least one; off by more than a tenth, a stock solution gives the exact dose. Repeats add whole rounds, each beginning the day after the last day named. On one day a
 * change stands before the dose; a look again stands one, two and four weeks after the end. Days from 1. In the food, each day is a meal: food by body mass and what is
 * in it. Source: the label;
 * proportionality (trade facts T01 and T02, common practice).
 * @example courseOf({ netVolumeL: 283.9, label: { packTreatsUsGal: 10, doseDays: [1, 2, 3, 4, 5], changes: [{ day: 6, fraction: 0.25 }] } })
 * // 8 packs a dose, 40 in all, 1.07 of the dose
 */
export function courseOf(input: CourseInput, note: Recorder = silent): Result<Course> {
  note.by('care.course', 1);
  const { netVolumeL, label, repeats = 0, packsCanBeSplit = false } = input;
  if (input.food !== undefined) return foodCourse(input, input.food, note);
  if (label.packTreatsL !== undefined && label.packTreatsUsGal !== undefined)
    return refuse({
      kind: 'contradiction',
      fields: ['label.packTreatsL', 'label.packTreatsUsGal'],
      why: because('one-of-two'),
    });
  if (label.packTreatsL === undefined && label.packTreatsUsGal === undefined)
    return refuse({ kind: 'missing', field: 'label.packTreatsL', why: because('number-needed') });
  const fault = faultIn(input) ?? daysFault(input);
  if (fault) return refuse(fault);
  const packTreatsL = label.packTreatsL ?? (label.packTreatsUsGal ?? 0) * litresPerUsGallon;
  const exact = note.step({
    id: 'exact',
    label: 'Packs for the exact dose',
    unit: '',
    formula: 'net volume / what a pack treats',
    terms: { volume: netVolumeL, treats: packTreatsL },
    by: (x) => x.volume / x.treats,
  });
  const packsPerDose = packsCanBeSplit
    ? exact
    : note.step({
        id: 'packs',
        label: 'Packs a dose',
        unit: '',
        formula: 'to the nearest whole pack, halves up, one at least',
        terms: { exact },
        by: (x) => Math.max(1, Math.floor(x.exact * (1 + halfSlackFraction) + 0.5)),
      });
  const doseShare = note.step({
    id: 'share',
    label: 'Dose as a share of the intended one',
    unit: '',
    formula: 'packs / exact packs',
    terms: { packs: packsPerDose, exact },
    by: (x) => x.packs / x.exact,
  });
  const packs = Math.max(1, Math.ceil(exact - noise));
  return ok({
    packsPerDose,
    packsTotal: note.step({
      id: 'total',
      label: 'Packs in all',
      unit: '',
      formula: 'packs a dose × doses a round × rounds',
      terms: { packs: packsPerDose, doses: label.doseDays.length, rounds: repeats + 1 },
      by: (x) => x.packs * x.doses * x.rounds,
    }),
    doseShare,
    calendar: calendarOf(input, { packs: packsPerDose }),
    ...(Math.abs(doseShare - 1) > offByMost
      ? { stock: { packs, waterMl: stockMlPerPack * packs, takeMl: stockMlPerPack * exact } }
      : {}),
  });
}

/**
 * What is dosed anew after a change: only for the water that was replaced.
 * @example redose({ doseMgPerL: 2, netVolumeL: 100, changeFraction: 0.25 }) // 50 mg
 */
export function redose(
  {
    doseMgPerL,
    netVolumeL,
    changeFraction,
  }: {
    doseMgPerL: number;
    netVolumeL: number;
    changeFraction: number;
  },
  note: Recorder = silent,
): Result<{ doseMg: number }> {
  note.by('care.redose', 1);
  const fault = firstFault([
    { field: 'doseMgPerL', value: doseMgPerL, range: { lo: 0, hi: 1e5, unit: 'mg/L' } },
    { field: 'netVolumeL', value: netVolumeL, range: { lo: 0.1, hi: 1e5, unit: 'L' } },
    { field: 'changeFraction', value: changeFraction, range: { lo: 0, hi: 1, unit: '' } },
  ]);
  if (fault) return refuse(fault);
  return ok({
    doseMg: note.step({
      id: 'dose',
      label: 'Dose for the water that was replaced',
      unit: 'mg',
      formula: 'dose × net volume × share replaced',
      terms: { dose: doseMgPerL, volume: netVolumeL, share: changeFraction },
      by: (x) => x.dose * x.volume * x.share,
    }),
  });
}

/**
 * What is left of one dose given on day 1, after changes and decay: changes up to and with the day asked about, one of day 1
 * after the dose; decay over the days since.
 * @example residueOf({ doseMgPerL: 2, changes: [{ day: 3, fraction: 0.5 }], atDay: 3 }) // 1 mg/L
 */
export function residueOf(
  {
    doseMgPerL,
    changes,
    halfLifeDays,
    atDay,
  }: {
    doseMgPerL: number;
    changes: readonly { day: number; fraction: number }[];
    halfLifeDays?: number | undefined;
    atDay: number;
  },
  note: Recorder = silent,
): Result<{ mgPerL: number }> {
  note.by('care.residue', 1);
  const fault = firstFault([
    { field: 'doseMgPerL', value: doseMgPerL, range: { lo: 0, hi: 1e5, unit: 'mg/L' } },
    { field: 'atDay', value: atDay, range: { lo: 1, hi: 3650, unit: 'd' } },
    ...(halfLifeDays === undefined
      ? []
      : [{ field: 'halfLifeDays', value: halfLifeDays, range: { lo: 0.01, hi: 3650, unit: 'd' } }]),
    ...changes.flatMap((c, i) => [
      { field: `changes.${i}.day`, value: c.day, range: { lo: 1, hi: 3650, unit: 'd' } },
      { field: `changes.${i}.fraction`, value: c.fraction, range: { lo: 0, hi: 1, unit: '' } },
    ]),
  ]);
  if (fault) return refuse(fault);
  const left = changes
    .filter((c) => c.day <= atDay)
    .reduce(
      (share, c) =>
        note.step({
          id: `after-${c.day}`,
          label: `Share left after the change of day ${c.day}`,
          unit: '',
          formula: 'share × (1 − change)',
          terms: { share, change: c.fraction },
          by: (x) => x.share * (1 - x.change),
        }),
      1,
    );
  const undecayed =
    halfLifeDays === undefined
      ? 1
      : note.step({
          id: 'decay',
          label: 'Share not decayed',
          unit: '',
          formula: '0.5 ^ (days since the dose / half-life)',
          terms: { days: atDay - 1, halfLife: halfLifeDays },
          by: (x) => 0.5 ** (x.days / x.halfLife),
        });
  return ok({
    mgPerL: note.step({
      id: 'residue',
      label: 'Left in the water',
      unit: 'mg/L',
      formula: 'dose × share left × share not decayed',
      terms: { dose: doseMgPerL, left, undecayed },
      by: (x) => x.dose * x.left * x.undecayed,
    }),
  });
}

/** What grown fish of ordinary size eat in a day, per cent of their mass; small and young ones more (common practice). */
export const usualRationPercent = 2;
/** The filter may stand still for a meal with medicine in it; longer and its bacteria lack oxygen (common practice). */
export const mealFilterMinutes = 20;
/** What was not eaten of it comes out after an hour (common practice). */
export const mealLeftoverMinutes = 60;
/**
 * Food by body mass, and what an agent in it comes to in a day.
 * @example rationOf({ bodyMassG: 40, percentOfBodyMass: 2, agentMgPerKgPerDay: 50 }) // 0.8 g of food, 2 mg
 */
export function rationOf(
  {
    bodyMassG,
    percentOfBodyMass,
    agentMgPerKgPerDay,
  }: {
    bodyMassG: number;
    percentOfBodyMass: number;
    agentMgPerKgPerDay?: number | undefined;
  },
  note: Recorder = silent,
): Result<{ foodGPerDay: number; agentMgPerDay: number | null }> {
  note.by('care.ration', 1);
  const fault = firstFault([
    { field: 'bodyMassG', value: bodyMassG, range: { lo: 0.001, hi: 1e6, unit: 'g' } },
    { field: 'percentOfBodyMass', value: percentOfBodyMass, range: { lo: 0.01, hi: 100, unit: '%' } },
    ...(agentMgPerKgPerDay === undefined
      ? []
      : [{ field: 'agentMgPerKgPerDay', value: agentMgPerKgPerDay, range: { lo: 0, hi: 1e4, unit: 'mg/kg/d' } }]),
  ]);
  if (fault) return refuse(fault);
  return ok({
    foodGPerDay: note.step({
      id: 'food',
      label: 'Food a day',
      unit: 'g',
      formula: 'body mass × per cent / 100',
      terms: { mass: bodyMassG, percent: percentOfBodyMass },
      by: (x) => (x.mass * x.percent) / 100,
    }),
    agentMgPerDay:
      agentMgPerKgPerDay === undefined
        ? null
        : note.step({
            id: 'agent',
            label: 'Agent in it a day',
            unit: 'mg',
            formula: 'mg for each kg × body mass / 1000',
            terms: { dose: agentMgPerKgPerDay, mass: bodyMassG },
            by: (x) => (x.dose * x.mass) / 1000,
          }),
  });
}
