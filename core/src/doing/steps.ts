import type { EquipmentState } from '#core/tanks';
import type { TimerKind, WorkKind } from './works';

/** What can hurt at a step, for the words to say. */
export type StepCautionId =
  | 'lotion'
  | 'power'
  | 'young-about'
  | 'siphon'
  | 'scald'
  | 'conditioner'
  | 'hose'
  | 'sponge-water'
  | 'blades'
  | 'dip-kills'
  | 'gloves'
  | 'never-mixed'
  | 'lifting'
  | 'oxygen-on-the-way'
  | 'power-alone'
  | 'stand-in';

/** What a step says, as data: the sentence is made in `words`. */
export type StepReason =
  | { id: 'hands'; facts: Record<string, never> }
  | { id: 'off'; facts: { heaterOff: boolean; others: readonly ('filter' | 'uv' | 'co2' | 'air')[] } }
  | { id: 'bed'; facts: { bed: 'surface' | 'half' | 'sections' } }
  | { id: 'out'; facts: { changeL: number; downCm: number | null } }
  | { id: 'temperature'; facts: { where: 'drum' | 'hose'; newWaterC: number | null; tankC: number | null } }
  | { id: 'batch'; facts: { batchCode: string } }
  | { id: 'conditioner'; facts: { conditionerMl: number } }
  | { id: 'valve'; facts: Record<string, never> }
  | { id: 'in'; facts: { changeL: number; how: 'poured' | 'dripped'; dripMinutes: number } }
  | { id: 'film'; facts: Record<string, never> }
  | { id: 'look'; facts: Record<string, never> }
  | { id: OtherStepId; facts: Record<string, never> };

const otherSteps = {
  bed: ['bed-plan', 'bed-hover', 'bed-half', 'bed-top-up'],
  sponge: ['sponge-off', 'sponge-squeeze', 'sponge-one', 'sponge-flow'],
  trim: ['trim-light', 'trim-cut', 'trim-net', 'trim-inlet'],
  dip: ['dip-mix', 'dip-test', 'dip-in', 'dip-watch', 'dip-out'],
  dose: ['dose-net', 'dose-measure', 'dose-spread', 'dose-watch'],
  move: ['move-weigh', 'move-water', 'move-animals', 'move-filter', 'move-fill', 'move-watch'],
  absence: ['absence-test', 'absence-portions', 'absence-level', 'absence-show', 'absence-call'],
} as const satisfies Record<Exclude<WorkKind, 'change'>, readonly string[]>;
export type OtherStepId = (typeof otherSteps)[keyof typeof otherSteps][number];

const cautionOf: Partial<Record<OtherStepId, StepCautionId>> = {
  'bed-hover': 'young-about',
  'sponge-off': 'power',
  'sponge-squeeze': 'sponge-water',
  'trim-cut': 'blades',
  'dip-mix': 'gloves',
  'dip-in': 'dip-kills',
  'dose-net': 'never-mixed',
  'dose-measure': 'gloves',
  'move-weigh': 'lifting',
  'move-animals': 'oxygen-on-the-way',
  'move-filter': 'power',
  'absence-level': 'power-alone',
  'absence-portions': 'stand-in',
};
const timerOf: Partial<Record<OtherStepId, { kind: TimerKind; minutes: number }>> = {
  'dip-in': { kind: 'dip', minutes: 5 },
  'dose-watch': { kind: 'look', minutes: 30 },
  'move-watch': { kind: 'look', minutes: 30 },
};

/** One thing to do at the tank, in its order. */
export interface DoingStep {
  /** Unlike any other of the job. */
  id: string;
  reason: StepReason;
  cautionIds: readonly StepCautionId[];
  /** A timer that belongs to it. */
  timer?: { kind: TimerKind; minutes: number };
}

export interface DoingInput {
  changeL: number;
  netVolumeL: number;
  /** Ground of the water, to turn litres into a mark on the glass; null where the shape is not known. */
  groundCm2: number | null;
  /** Several tanks with one hose: where this one stands in the chain. */
  chain: 'alone' | 'first' | 'middle' | 'last';
  how: 'poured' | 'dripped';
  dripMinutes: number | null;
  equipment: EquipmentState;
  conditionerMl: number | null;
  newWaterC: number | null;
  tankC: number | null;
  /** Water by batch: its code. */
  batchCode: string | null;
  /** Bed cleaned on the way: what goes down the hose counts. */
  bed: 'none' | 'surface' | 'half' | 'sections';
  grazingFilm: boolean;
  /** Berried, young or moulting: no bed work. */
  youngAbout: boolean;
}

/** From here on water scalds within seconds (common practice). */
const scaldsC = 50;
const usualDripMinutes = 60;

/**
 * How far the water falls for so many litres, cm: the mark for this tank's glass. The bed and the rocks take room below
 * the line only where they stand in it, so near the surface litres / ground is right.
 * @example litresAsCm({ changeL: 12, groundCm2: 2000 }) // 6 cm
 */
export const litresAsCm = ({ changeL, groundCm2 }: { changeL: number; groundCm2: number }): number =>
  (1000 * changeL) / groundCm2;

/** The steps of one change for wet hands, in order, with what can hurt said where it can. Common practice throughout. */
export function doingSteps(input: DoingInput): DoingStep[] {
  const { changeL, groundCm2, chain, how, conditionerMl, newWaterC, tankC, batchCode, bed, grazingFilm } = input;
  const steps: DoingStep[] = [];
  const say = (
    reason: StepReason,
    cautionIds: StepCautionId[] = [],
    more: Partial<Pick<DoingStep, 'id' | 'timer'>> = {},
  ): void => void steps.push({ id: reason.id, reason, cautionIds, ...more });
  if (chain === 'alone' || chain === 'first') say({ id: 'hands', facts: {} }, ['lotion']);
  say(offStep(input.equipment), ['power']);
  if (bed !== 'none') say({ id: 'bed', facts: { bed } }, input.youngAbout ? ['young-about'] : []);
  const downCm = groundCm2 === null ? null : litresAsCm({ changeL, groundCm2 });
  say({ id: 'out', facts: { changeL, downCm } }, ['siphon'], {
    timer: { kind: 'pump', minutes: minutesFor(changeL) },
  });
  say(
    { id: 'temperature', facts: { where: 'drum', newWaterC, tankC } },
    newWaterC !== null && newWaterC > scaldsC ? ['scald'] : [],
    { id: 'temperature-1' },
  );
  if (batchCode !== null) say({ id: 'batch', facts: { batchCode } });
  if (conditionerMl !== null && conditionerMl > 0)
    say({ id: 'conditioner', facts: { conditionerMl } }, ['conditioner']);
  say({ id: 'temperature', facts: { where: 'hose', newWaterC, tankC } }, [], { id: 'temperature-2' });
  if (chain !== 'alone') say({ id: 'valve', facts: {} });
  const dripMinutes = input.dripMinutes ?? usualDripMinutes;
  const dripped = how === 'dripped';
  say({ id: 'in', facts: { changeL, how, dripMinutes } }, dripped ? [] : ['hose'], {
    timer: dripped ? { kind: 'drip', minutes: dripMinutes } : { kind: 'hose', minutes: minutesFor(changeL) },
  });
  if (grazingFilm) say({ id: 'film', facts: {} });
  say({ id: 'look', facts: {} }, [], { timer: { kind: 'look', minutes: 30 } });
  return steps;
}

/** The steps of any other work, in order. Common practice throughout. */
export const otherWorkSteps = (work: Exclude<WorkKind, 'change'>): DoingStep[] =>
  otherSteps[work].map((id) => {
    const [caution, timer] = [cautionOf[id], timerOf[id]];
    return {
      id,
      reason: { id, facts: {} },
      cautionIds: caution === undefined ? [] : [caution],
      ...(timer === undefined ? {} : { timer }),
    };
  });

/** A hose or small pump moves about four litres a minute; half as much again before the alarm. Ours. */
const minutesFor = (changeL: number): number => Math.max(2, Math.ceil((1.5 * changeL) / 4));

function offStep(equipment: EquipmentState): StepReason {
  const others = (['filter', 'uv', 'co2', 'air'] as const).filter((item) => equipment[item]?.on);
  return { id: 'off', facts: { heaterOff: equipment.heater?.on === false, others } };
}
