import { traitsOf, type Parameter, type ParameterId } from './parameter';

/** A few parameters as specs need them; their words are the almanac's, which the core does not know. */
const named = (id: ParameterId, { label, short, names }: Pick<Parameter, 'label' | 'short' | 'names'>): Parameter => ({
  ...traitsOf(id),
  id,
  names,
  label,
  short,
  finerTest: 'a finer test',
});
export const phCase = named('ph', { names: ['ph'], label: 'pH', short: 'pH' });
export const nitrateCase = named('no3MgPerL', { names: ['no3', 'nitrate'], label: 'Nitrate', short: 'NO₃' });
export const tempCase = named('tempC', { names: ['t', 'temp'], label: 'Temperature', short: 'Temp' });
export const ecCase = named('ec25UsPerCm', { names: ['ec', 'tds', 'us'], label: 'Conductivity', short: 'EC' });
export const ghCase = named('ghDegrees', { names: ['gh'], label: 'General hardness', short: 'GH' });
export const khCase = named('khDegrees', { names: ['kh'], label: 'Carbonate hardness', short: 'KH' });
export const tanCase = named('tanMgPerL', { names: ['tan', 'ammonia'], label: 'Total ammonia', short: 'TAN' });
export const catalogueCase: readonly Parameter[] = [tempCase, phCase, ghCase, khCase, ecCase, nitrateCase, tanCase];
