import type { ParameterId } from '#core/readings';
import { inOrderOfNeed, type Contribution, type ContributionReason } from './contribution';
import type { TankStateId } from './parameter-verdict';
import type { NextStep, NextStepId, VerdictReason } from './reasons';
import type { TankVerdict } from './verdict';

/** The state of a tank tonight: what every page, list, record and answer shows, and nothing else. */
export interface TankState {
  state: TankStateId;
  /** The water's own reason, or that of what a slice has to say, where that is worse. */
  reason: { by: 'water'; said: VerdictReason } | { by: 'contribution'; id: string; said: ContributionReason };
  deciding: ParameterId | null;
  urgent: boolean;
  nextStep: NextStep;
}

/** What the animals themselves say. */
const ofAnimals: readonly ContributionReason['id'][] = ['animals', 'losses', 'moults'];
/** Minutes count: nothing stands before it. */
const isNow = ({ severity, reason }: Contribution): boolean =>
  severity === 'act' && reason.id === 'held' && reason.facts.held.urgency === 'now';

type Weight = 'act' | 'animals' | 'watch';
/** What must be acted on; what the animals say; what else is watched. Notes weigh nothing. */
const weightOf = ({ severity, reason }: Contribution): Weight | null => {
  if (severity === 'act') return 'act';
  if (severity === 'note') return null;
  return ofAnimals.includes(reason.id) ? 'animals' : 'watch';
};

/** Nobody lives in a resting tank: slow harm and tests are no news there, what runs in it is. */
const atRest = ({ reason }: Contribution): boolean => !['slow-harm', 'leaves', 'routine-loses'].includes(reason.id);

/**
 * The worst of water, animals and jobs, in this order: what holds fast and cannot wait, water that is urgent, what a slice
 * says must be acted on, water to act on, deaths and other signs of the animals (so that a tank with them is neither settled nor merely one that cannot
 * be told), water that cannot be told, water that drifts, slow harm and open work, and only then a settled tank.
 */
export function stateOfTank({
  verdict,
  contributions,
}: {
  verdict: TankVerdict;
  contributions: readonly Contribution[];
}): TankState {
  const resting = verdict.state === 'resting';
  const weighed = inOrderOfNeed(contributions).filter((c) => !resting || atRest(c));
  const heaviest = (weight: Weight): Contribution | undefined => weighed.find((c) => weightOf(c) === weight);
  const water: TankState = {
    state: verdict.state,
    reason: { by: 'water', said: verdict.reason },
    deciding: verdict.deciding,
    urgent: verdict.urgent,
    nextStep: verdict.nextStep,
  };
  // Said to be cycled, and nobody lives there: its values are wanted, and nobody has to be helped.
  const cycling = weighed.find(({ reason }) => reason.id === 'cycle' && reason.facts.said && !reason.facts.stocked);
  if (cycling && !heaviest('act') && !heaviest('animals')) return told(cycling, 'drifting');
  const now = weighed.find(isNow);
  if (now) return besideWater(now, water);
  if (verdict.urgent) return water;
  const acting = heaviest('act');
  if (acting) return besideWater(acting, water);
  if (verdict.state === 'act') return water;
  const animals = heaviest('animals');
  if (animals) return told(animals, 'drifting');
  const watched = heaviest('watch');
  return watched && (verdict.state === 'settled' || resting) ? told(watched, 'drifting') : water;
}

/** What holds fast by the very reading that decides the water is said in the water's figures, with the step that holds. */
function besideWater(contribution: Contribution, water: TankState): TankState {
  const { reason } = contribution;
  const unread = water.state === 'unknown' || water.state === 'resting';
  if (reason.id !== 'held' || unread || reason.facts.held.parameter !== water.deciding)
    return told(contribution, 'act');
  const urgent = reason.facts.held.urgency === 'now';
  return water.urgent ? water : { ...water, state: 'act', urgent, nextStep: stepFor(reason) };
}

const told = ({ id, reason }: Contribution, state: TankStateId): TankState => ({
  state,
  reason: { by: 'contribution', id, said: reason },
  deciding: null,
  urgent: reason.id === 'held' && reason.facts.held.urgency === 'now',
  nextStep: stepFor(reason),
});

/** What is done in a tank, not what is wrong with it. */
const ofWork: readonly ContributionReason['id'][] = ['timer', 'open-job'];
/**
 * Whether nobody should move in tonight: its water or something a slice says is to be acted on, or its animals show signs.
 * A hose that runs over is another matter, and hides none of these.
 */
export const isAiling = ({
  verdict,
  contributions,
}: {
  verdict: Pick<TankVerdict, 'state'>;
  contributions: readonly Contribution[];
}): boolean =>
  verdict.state === 'act' ||
  contributions.some(
    ({ severity, reason: { id } }) =>
      (severity !== 'note' && (id === 'animals' || id === 'losses')) || (severity === 'act' && !ofWork.includes(id)),
  );

const steps: Partial<Record<ContributionReason['id'], { kind: NextStep['kind']; id: NextStepId }>> = {
  animals: { kind: 'test', id: 'look-animals' },
  losses: { kind: 'test', id: 'look-animals' },
  moults: { kind: 'test', id: 'look-animals' },
  timer: { kind: 'look', id: 'see-to-job' },
  'open-job': { kind: 'look', id: 'see-to-job' },
  'course-due': { kind: 'look', id: 'see-to-tonight' },
  quarantine: { kind: 'look', id: 'see-to-tonight' },
  outage: { kind: 'look', id: 'see-to-tonight' },
  redose: { kind: 'look', id: 'see-to-tonight' },
};
function stepFor(reason: ContributionReason): NextStep {
  if (reason.id === 'held') {
    const { urgency } = reason.facts.held;
    const id = urgency === 'now' || urgency === 'today' ? 'first-aid' : 'see-to-this';
    return { kind: 'look', reason: { id, facts: { parameter: null, held: reason.facts.held } } };
  }
  const { kind, id } = steps[reason.id] ?? { kind: 'look', id: 'see-to-this' };
  return { kind, reason: { id, facts: { parameter: null } } };
}
