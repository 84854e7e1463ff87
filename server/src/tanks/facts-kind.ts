import { equipmentWords } from '#core/tanks';
import { factPayload, type FactPayload } from '#contracts/book';
import { diaryKind, type Newly } from '../book';

const words: { [A in FactPayload['about']]: (fact: Extract<FactPayload, { about: A }>, name: string) => string } = {
  stage: ({ stage }) => `stage: ${stage}`,
  equipment: ({ item, on, detail, lightHours }) =>
    `${equipmentWords[item]} ${on ? 'on' : 'off'}${lightHours === undefined ? '' : `, ${lightHours} h a day`}${detail ? `, ${detail}` : ''}`,
  new: ({ what, name, gone }) => (gone ? `${name} (${what}) is out again` : `new: ${name} (${what})`),
  decoration: ({ name, condition }) => `${name}: ${condition}`,
  shared: ({ thing, disinfected }, other) =>
    `shared ${thing.replace('-', ' ')} with ${other}${disinfected ? ', disinfected between' : ''}`,
  sight: ({ sight }) =>
    ({ clear: 'one sees in well', partly: 'one sees in partly', overgrown: 'overgrown: the dead stay unseen' })[sight],
  algae: ({ wanted, name }) => `${name ?? 'algae'}: ${wanted ? 'wanted here' : 'not wanted'}`,
};

function newly(fact: FactPayload): Newly[] {
  if (fact.about === 'stage') return [{ key: 'stage', rest: [fact.stage], keepCount: 1 }];
  if (fact.about === 'equipment')
    return [
      { key: `equipment:${fact.item}`, rest: [fact.on, fact.detail ?? '', fact.lightHours ?? null], keepCount: 1 },
    ];
  if (fact.about === 'new') return [{ key: 'new', rest: [fact.what, fact.name, fact.gone ?? false], keepCount: 6 }];
  return [];
}

export const factKind = diaryKind({
  kind: 'fact',
  on: 'tank',
  schema: factPayload,
  newly,
  print: (fact, nameOf) => words[fact.about](fact as never, fact.about === 'shared' ? nameOf(fact.withTankId) : ''),
});
