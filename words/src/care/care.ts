import type {
  Agent,
  AgentDose,
  CareVerdict,
  ContactKind,
  CourseDay,
  ExitCriterionId,
  DoseReason,
  DoseToGive,
  ExposedGroup,
  MealAppetite,
  QuarantineBlock,
  QuarantineReason,
  QuarantineSchool,
  ToolSort,
} from '#core/care';
import { amount, type Speech } from '#words/units';

export const schoolWords: Record<QuarantineSchool, string> = {
  observe: 'observe only, 28 days',
  prophylactic: 'a course against parasites, 42 days',
  shrimp: 'shrimp, 28 days',
  short: 'short hold, 14 days',
  plants: 'plants, 14 days',
};
export const quarantineReasonWords: Record<QuarantineReason, string> = {
  new: 'new animals',
  sick: 'sick',
  refuge: 'a refuge for the bullied or weak',
  exposed: 'touched by an ill tank',
};
export const notedWords: Record<'wet-contact' | 'sign' | 'sign-ended', string> = {
  'wet-contact': 'something wet came in',
  sign: 'a sign was seen',
  'sign-ended': 'the last sign is gone',
};
export const blockWords: Record<QuarantineBlock, string> = {
  time: 'its days are not over',
  'sign-open': 'a sign is still there',
  sign: 'the last sign was less than 14 days ago',
  death: 'a death was less than 14 days ago',
  treatment: 'the last medicine was less than 14 days ago',
};
export const verdictWords: Record<CareVerdict, string> = { better: 'better', same: 'the same', worse: 'worse' };
export const dayDoWords: Record<CourseDay['do'], string> = {
  dose: 'dose',
  change: 'change first',
  look: 'look again',
};
const packsText = (packs: number): string => `${figureText(packs)} ${packs === 1 ? 'pack' : 'packs'}`;
/**
 * How a dose is given, as it is carried out; said so on the plan, on Tonight, on a sheet, in a calendar and on a label.
 * @example doseWords(doseToGive(plan)) // 'Give 39 mL of (1 pack in 100 mL)'
 */
export function doseWords(give: DoseToGive): string {
  switch (give.by) {
    case 'packs':
      return `Give ${packsText(give.packs)}`;
    case 'measure':
      return give.value === null
        ? `Give ${packsText(give.packs)}, measured out`
        : `Give ${figureText(give.value)} ${give.unit === 'pieces' || give.unit === null ? (give.value === 1 ? 'piece' : 'pieces') : give.unit}`;
    case 'stock':
      return `Give ${give.takeMl} mL of (${packsText(give.dissolvedPacksCount)} in ${give.waterMl} mL)`;
    case 'meal':
      return `Give ${figureText(give.foodG)} g of food${give.agentMg === null ? '' : ` with ${figureText(give.agentMg)} mg in it`}`;
  }
}
/** How much of the label's dose that is. */
export const doseShareWords = (give: DoseToGive): string => `${Math.round(100 * give.doseShare)} % of the label’s dose`;
/** One day of a course in words. */
export const courseDayText = (
  speech: Speech,
  { do: what, changeL }: Pick<CourseDay, 'do' | 'changeL'>,
  give: DoseToGive,
): string =>
  what === 'dose'
    ? doseWords(give)
    : `${dayDoWords[what]}${changeL === undefined ? '' : `, ${amount(speech, 'volume', changeL, 1)}`}`;
const figureText = (value: number): string => String(Number(value.toPrecision(3)));
export const mealWords: Record<MealAppetite, string> = {
  all: 'all ate',
  some: 'some ate',
  none: 'none ate',
};
export const criterionWords: Record<ExitCriterionId, string> = {
  time: 'its days are over',
  'no-sign': 'no sign for two weeks',
  'no-death': 'no death for two weeks',
  'no-medicine': 'no medicine for two weeks',
  eats: 'eats well, looked at within three days',
  water: 'ammonia and nitrite at nothing, read within three days',
  sentinels: 'sentinels beside them for two weeks, and all well',
};
export const exposedWords: Record<ExposedGroup | 'cool-water', string> = {
  shrimp: 'shrimp and crayfish',
  snails: 'snails',
  scaleless: 'scaleless fish, catfish and loaches',
  plants: 'plants',
  filter: 'filter bacteria',
  'cool-water': 'fish of cool water',
};
export const agentSortWords: Record<Agent['sort'], string> = {
  salt: 'Salts',
  heat: 'Heat',
  antiparasitic: 'Against parasites',
  dewormer: 'Against worms',
  antibiotic: 'Antibiotics: prescription',
  dye: 'Dyes',
  oxidiser: 'Oxidisers',
  conditioner: 'Conditioners',
  'plant-extract': 'Plant extracts',
  adsorbent: 'Adsorbents',
  device: 'Devices',
  algicide: 'Against growth',
  dip: 'Dips',
  'growth-inhibitor': 'Chitin inhibitors',
};
export const wayWords: Record<ContactKind, string> = {
  animals: 'animals',
  water: 'water',
  plants: 'plants',
  media: 'filter media',
  decorations: 'decorations',
  net: 'net',
  siphon: 'siphon',
  hands: 'hands',
  hose: 'hose',
  jug: 'jug',
  neighbour: 'splash range',
};
const unitWords: Record<AgentDose['unit'], string> = {
  'mg-per-l': 'mg/L',
  'g-per-l': 'g/L',
  'ul-per-l': 'µL/L',
  celsius: '°C',
  'mg-per-kg-day': 'mg per kg of fish a day',
  'mg-per-kg-once': 'mg per kg of fish, once',
  'ml-3-percent-per-l-day': 'mL of 3 % per litre and day',
  'per-40-to-80-l': 'in 40 to 80 L',
  'mws-per-cm2': 'mWs/cm²',
  'g-per-kg-food': 'g per kg of food',
};
const routeWords: Record<AgentDose['route'], string> = {
  prolonged: 'in the water',
  bath: 'bath',
  dip: 'dip',
  food: 'in the food',
  spot: 'on a spot',
  device: 'in use',
};
/** A dose with what it is a dose of. */
export const doseText = ({ route, lo, hi, unit, of, note }: AgentDose): string =>
  `${routeWords[route]}: ${lo === hi ? lo : `${lo} to ${hi}`} ${unitWords[unit]} (${of})${note ? `. ${note}` : ''}`;

/** What speaks against a dose. */
export function doseReasonWords(reason: DoseReason, nameOf: (id: string) => string): string {
  const { sign } = reason.facts;
  const strong = sign === 'harms';
  switch (reason.id) {
    case 'kind': {
      const { kindId, group } = reason.facts;
      if (kindId === 'filter')
        return strong ? 'It kills the filter.' : 'The filter may suffer: ammonia and nitrite daily.';
      return strong
        ? `${nameOf(kindId)}: it harms or kills ${exposedWords[group]}.`
        : `${nameOf(kindId)}: not certain for ${exposedWords[group]}; try it on one, apart, for a day.`;
    }
    case 'water':
      return reason.facts.why;
    case 'pair':
      return `With ${nameOf(reason.facts.other)}: ${reason.facts.why}`;
    case 'taken-out':
      return `${nameOf(reason.facts.other)} takes it out or destroys it: off and out before the first dose.`;
    case 'two-antibiotics':
      return `With ${nameOf(reason.facts.other)}: never two antibiotics at once.`;
    case 'two-medicines':
      return `With ${nameOf(reason.facts.other)}: one medicine at a time; nobody checked these two against each other.`;
    case 'unknown':
      return `${nameOf(reason.facts.name)} is not known here: nobody can say what it would do.`;
    case 'oxygen':
      return `It costs oxygen, and there is little: ${strong ? 'more air first' : 'air on'}.`;
  }
}
export const toolSortWords: Record<ToolSort, string> = {
  pump: 'drain pump or fill strainer',
  net: 'net',
  siphon: 'siphon',
  hose: 'hose',
  jug: 'jug or bucket',
  scissors: 'scissors',
  thermometer: 'thermometer or pen',
  cup: 'cup or box',
};
