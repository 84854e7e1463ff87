import type {
  AcclimationMethod,
  AcclimationParameter,
  ArrivalCaution,
  MaturitySchool,
  MethodReason,
  StockingReason,
} from '#core/stock';
import { teller } from '#words/explain';

const spelled: Record<AcclimationParameter | 'ph', string> = {
  ec25UsPerCm: 'conductivity',
  ghDegrees: 'general hardness',
  khDegrees: 'carbonate hardness',
  tempC: 'temperature',
  ph: 'pH',
};

export const methodNames: Record<AcclimationMethod, string> = {
  float: 'Float, then release',
  drip: 'Drip them over',
  direct: 'Straight over',
  match: 'Into a tub of the bag’s own water values',
};

/** Why animals are floated, dripped, or netted straight over. */
export const methodWords = teller<MethodReason>({
  foul: ({ measured, transportHours, hardnessDiffers }) =>
    `${measured ? 'There is ammonia in the bag' : `After ${transportHours} hours there will be ammonia in the bag`}: once it is open, pH rises and makes it toxic. Float closed for temperature, then net them straight over${hardnessDiffers ? ', best into a tank mixed to the bag’s hardness' : ''}.`,
  'foul-and-apart': ({ measured, transportHours, known }) =>
    `${measured ? 'There is ammonia in the bag' : `After ${transportHours} hours there will be ammonia in the bag`}, so no dripping; and ${known ? 'this tank’s water is too far from the bag’s to net them straight over' : 'nobody tested both waters, so do not net them straight over: test conductivity or hardness first'}. Mix a tub to the bag’s conductivity and temperature, with air; net them into it at once, pour the bag’s water away, then bring the tub to the tank’s water by a tenth a day.`,
  differs: ({ parameters }) =>
    `${parameters.map((p) => spelled[p]).join(' and ')} ${parameters.length === 1 ? 'differs' : 'differ'} by more than they take at once.`,
  unknown: () => 'How far the waters differ is not known: drip, and test the bag.',
  close: () => 'The waters are close: float closed a quarter of an hour for temperature, then release.',
});

export const arrivalCautionWords = teller<ArrivalCaution>({
  'bag-water': () => 'The water of the bag goes down the drain, never into the tank.',
  'dim-and-covered': () => 'Light low; lid or net over box and tank.',
  'not-known': ({ parameters }) => `Not known of both waters: ${parameters.map((p) => spelled[p]).join(', ')}.`,
});

export const maturityWords: Record<MaturitySchool, { name: string; why: string }> = {
  patient: {
    name: 'patient',
    why: 'Shrimp go in after 6–8 weeks, the experienced at 4: the film on every surface must have grown.',
  },
  early: { name: 'early', why: 'Once it is cycled and the surfaces are slimy, at 2–4 weeks.' },
};

/** What speaks against new animals tonight. */
export const stockingWords = teller<StockingReason>({
  'not-cycled': ({ known }) =>
    known
      ? 'Not cycled: nothing in it turns ammonia into nitrate yet.'
      : 'The book does not know that this tank is cycled: without that, ammonia from the first day.',
  'not-matured': ({ ageWeeks, school, gateWeeks }) =>
    `${Math.floor(ageWeeks)} weeks old; the ${maturityWords[school].name} school waits ${gateWeeks}. ${maturityWords[school].why}`,
  'late-kind': ({ kindName }) => `${kindName} is not for a young tank: hardier kinds first, these after three months.`,
  acting: () => 'The tank itself needs something done tonight; new animals would come into that.',
  full: ({ totalCount, finalCount }) =>
    `${totalCount} would be more than the ${finalCount} this water carries with what lives in it.`,
  'too-many': ({ plannedCount, mostCount }) =>
    `${plannedCount} at once is a crowd: the filter follows slowly. Start with at most ${mostCount}.`,
  'too-few': ({ totalCount, leastCount }) => `${totalCount} are too few; from ${leastCount} they show themselves.`,
});
