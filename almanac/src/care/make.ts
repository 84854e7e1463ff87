import type { Agent, AgentDose, ExposedGroup, HarmSign, NeverTogether } from '#core/care';

const signs: Readonly<Record<string, HarmSign>> = { '!': 'harms', '?': 'caution', '-': 'bears' };
const groups: readonly ExposedGroup[] = ['shrimp', 'snails', 'scaleless', 'plants', 'filter'];

/** The five signs in one word: shrimp, snails, scaleless fish, plants, filter; `!` harms, `?` caution, `-` bears. */
const harmsOf = (word: string): Record<ExposedGroup, HarmSign> => {
  const signAt = (group: ExposedGroup): HarmSign => signs[word.charAt(groups.indexOf(group))] ?? 'caution';
  return {
    shrimp: signAt('shrimp'),
    snails: signAt('snails'),
    scaleless: signAt('scaleless'),
    plants: signAt('plants'),
    filter: signAt('filter'),
  };
};
export const dose = (
  route: AgentDose['route'],
  [lo, hi]: readonly [number, number],
  unit: AgentDose['unit'],
  of: string,
  note = '',
): AgentDose => ({ route, lo, hi, unit, of, note });

type Given = Pick<
  Agent,
  'sort' | 'indication' | 'doses' | 'course' | 'oxygen' | 'removal' | 'people' | 'grade' | 'sourceIds'
> &
  Partial<Pick<Agent, 'harmNote' | 'water' | 'light' | 'prescription'>> & { harms: string };
export const agent = (id: string, slug: string, name: string, { harms, ...given }: Given): Agent => ({
  id,
  slug,
  name,
  harmNote: '',
  water: [],
  light: '',
  prescription: 'none',
  ...given,
  harms: harmsOf(harms),
});
export const never = (
  one: string,
  other: string,
  why: string,
  more: Partial<Pick<NeverTogether, 'sign' | 'people'>> = {},
): NeverTogether => ({ one, other, why, sign: 'harms', people: false, ...more });
