import { uiPages } from '#words/ui';
import { speech } from '../base/speech';
import { parameterWords } from '#almanac/parameters';
import { parameterIds, type ParameterId } from '#core/readings';
import type { Refusal } from '#core/result';
import { refusalWords } from '#words/explain';

/** Fields whose name, taken apart, would not say what is meant. */
const ownWords: Readonly<Record<string, string>> = {
  changeFraction: 'share changed',
  everyDays: uiPages.daysBetweenChanges,
  changeL: 'litres changed',
  ceiling: 'ceiling',
  value: 'value',
  madeL: 'litres made',
  addedL: 'litres added',
  leftL: 'litres left',
  wasteRatio: uiPages.litresThrownAwayForEach,
  madeLPerH: uiPages.litresMadeAnHour,
  storesL: uiPages.litresTheStoreHolds,
  storedL: uiPages.litresInTheStore,
  productionPerDay: uiPages.whatTheTankMakesIn,
  productionSdPerDay: uiPages.howSureThatIs,
  labelL: uiPages.litresOnTheLabel,
  labelMl: uiPages.millilitresOnTheLabel,
  labelMgPerL: uiPages.strengthOnTheLabel,
  chlorineMgPerL: 'chlorine',
  perGPerL: uiPages.whatAGramAdds,
  perM3Value: uiPages.priceOfACubicMetre,
  packValue: uiPages.whatAPackHolds,
  costValue: uiPages.whatAPackCosts,
  leadHours: uiPages.hoursBeforeUse,
  sourceId: 'water',
  otherSourceId: 'other water',
  tankId: 'tank',
  supplyId: 'supply',
  saltId: 'salt',
  batchId: 'batch',
  courseId: 'this course',
  partOfId: uiPages.theCourseItIsPart,
  changeEntryId: 'the change',
  agentId: 'agent',
  alsoAgentIds: 'second agent',
  quarantineId: 'this quarantine',
  caseId: 'this case',
  toolId: 'this tool',
  jobId: 'this work',
  timerId: 'this timer',
  arrivalId: 'this arrival',
  sequenceId: 'this sequence',
  outageId: 'this outage',
  awayId: 'this absence',
  movedId: 'this move',
  overrideReason: 'a reason',
  step: 'this',
};
const unitSuffix = /(MgPerL|GPerL|UsPerCm|Fraction|Ratio|Value|Count|Percent|Cm|Mm|Kg|Ml|L|G|C)$/;
const isParameter = (id: string): id is ParameterId => (parameterIds as readonly string[]).includes(id);

/**
 * A field's name as a keeper would say it: parameters by their short name, the rest by its words without the unit.
 * @example fieldWord('source.caMgPerL') // 'Ca'
 * @example fieldWord('parts.1.volumeL') // 'volume, line 2'
 */
export function fieldWord(field: string): string {
  const beside = /^(.+): (\w+)$/.exec(field);
  if (beside?.[1] && beside[2]) return `${beside[1]}: ${fieldWord(beside[2])}`;
  const parts = field.split('.');
  const last = parts.at(-1) ?? '';
  const line = parts.find((p) => /^\d+$/.test(p));
  const word = isParameter(last) ? parameterWords[last] : (ownWords[last] ?? taken(last));
  return line === undefined || line === last ? word : `${word}, line ${Number(line) + 1}`;
}
const taken = (name: string): string =>
  /^[a-z][A-Za-z0-9]*$/.test(name)
    ? (name.replace(unitSuffix, '') || name).replace(/([a-z0-9])([A-Z])/g, '$1 $2').toLowerCase()
    : name;

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What a refusal says on a screen: the same sentence as everywhere, with the keeper's words for its fields. */
export function plainRefusal(refusal: Refusal): string {
  switch (refusal.kind) {
    case 'contradiction':
      return refusalWords(speech(), { ...refusal, fields: refusal.fields.map(fieldWord) });
    case 'conflict':
    case 'method-invalid':
    case 'unreachable':
      return refusalWords(speech(), refusal);
    default:
      return capital(refusalWords(speech(), { ...refusal, field: fieldWord(refusal.field) }));
  }
}

/** All faults of a refused write in one line, for forms that have no place beside the field. */
export const faultsText = (faults: ReadonlyMap<string, string>): string =>
  [...faults].map(([field, message]) => (field === '' ? message : `${fieldWord(field)} ${message}`)).join('; ');
