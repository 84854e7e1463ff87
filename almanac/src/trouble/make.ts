import type { Cause, Domain, LadderStep } from '#core/trouble';

type Given = Partial<Omit<Cause, 'id' | 'code' | 'name' | 'domain'>> & Pick<Cause, 'prior' | 'apart'>;
const blank = {
  hallmarks: [],
  strong: [],
  supports: [],
  against: [],
  stronglyAgainst: [],
  hosts: [],
  needs: null,
  leadsToIds: [],
  isolate: false,
  people: '',
  cautionIds: [],
  mistakenFor: '',
  ladder: [],
  doNot: [],
} as const;

/** What does harm, or is unwanted. Likelihoods are ours, how it is recognised is of the sources. */
export const cause = (
  id: string,
  code: string,
  name: string,
  domain: Domain,
  given: Given & Pick<Cause, 'urgency' | 'first' | 'ladder' | 'doNot' | 'sourceIds'>,
): Cause => ({ ...blank, id, code, name, domain, grade: 'published', ...given });
/** What is harmless and taken for something else. */
export const lookAlike = (
  id: string,
  code: string,
  name: string,
  domain: Domain,
  given: Given & Pick<Cause, 'mistakenFor'>,
): Cause => ({
  ...blank,
  id,
  code,
  name,
  domain,
  urgency: 'none',
  first: 'leave',
  grade: 'common-practice',
  sourceIds: ['trade-shrimp', 'trade-fish'],
  ...given,
});
export const step = (
  text: string,
  lookAgainHours: number,
  more: Partial<Pick<LadderStep, 'means' | 'doseGPerL'>> = {},
): LadderStep => ({ text, lookAgainHours, means: [], ...more });
