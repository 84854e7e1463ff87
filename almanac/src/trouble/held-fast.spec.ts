import {
  heldFindings,
  weighTrouble,
  type ActionId,
  type TroubleCase,
  type Urgency,
  type Weighing,
} from '#core/trouble';
import { causeUrgency } from '../../../core/src/trouble/held-fast';
import { caseOf, seeing } from './acting.cases';
import { troubleKnowledge } from './index';

const weighed = (of: TroubleCase): Weighing => {
  const result = weighTrouble(of, troubleKnowledge);
  if (!result.ok) throw new Error(JSON.stringify(result.refusal));
  return result.value;
};
const at = (value: number): { lo: number; hi: number } => ({ lo: value, hi: value });
const rankOf = (of: Weighing, causeId: string): number | undefined =>
  Object.values(of.lists)
    .flat()
    .find((c) => c.causeId === causeId)?.rank;
const order: readonly Urgency[] = ['none', 'watch', 'week', 'today', 'now'];
const all: TroubleCase['hosts'] = ['fish', 'shrimp', 'snails', 'plants'];
const poisoned = (measurements: TroubleCase['measurements'], more: Partial<TroubleCase> = {}): TroubleCase =>
  caseOf({ hosts: all, measurements, ...more });

/** A poison each, measured well beyond its line: values of our own, lines and urgencies of the trade’s list. */
const settled: readonly { causeId: string; of: TroubleCase; urgency: Urgency; first: readonly ActionId[] }[] = [
  {
    causeId: 'ammonia',
    of: poisoned({ tanMgPerL: at(2), ph: at(8), tempC: at(25) }),
    urgency: 'now',
    first: ['air', 'change'],
  },
  { causeId: 'ammonia', of: poisoned({ tanMgPerL: at(0.5), ph: at(6.4) }), urgency: 'today', first: ['change'] },
  { causeId: 'nitrite', of: poisoned({ no2MgPerL: at(3), ph: at(7.4) }), urgency: 'now', first: ['air', 'change'] },
  { causeId: 'chlorine', of: poisoned({ totalChlorineMgPerL: at(0.2) }), urgency: 'now', first: ['air', 'safe-water'] },
  {
    causeId: 'copper-poisoning',
    of: poisoned({ copperMgPerL: at(0.06) }),
    urgency: 'now',
    first: ['air', 'safe-water'],
  },
  { causeId: 'low-oxygen', of: poisoned({ o2MgPerL: at(2.5) }), urgency: 'now', first: ['air'] },
  {
    causeId: 'co2-overdose',
    of: poisoned({ co2MgPerL: at(67) }, { has: { co2: true } }),
    urgency: 'now',
    first: ['air', 'gas-off'],
  },
  {
    causeId: 'ph-crash',
    of: poisoned({ ph: at(5.2), khDegrees: at(0.5) }, { usual: { ph: { lo: 6.8, hi: 7.2 } } }),
    urgency: 'today',
    first: ['small-changes'],
  },
  { causeId: 'temperature-shock', of: poisoned({ tempC: at(31) }), urgency: 'now', first: ['air'] },
  {
    causeId: 'osmotic-jump',
    of: poisoned(
      { ec25UsPerCm: at(500) },
      { usual: { ec25UsPerCm: { lo: 240, hi: 260 } }, events: [{ id: 'change-done', hoursAgo: 10 }] },
    ),
    urgency: 'today',
    first: ['safe-water'],
  },
  { causeId: 'organic-load', of: poisoned({ no3MgPerL: at(90) }), urgency: 'week', first: [] },
];
const answers = troubleKnowledge.findings.filter((f) => f.group !== 'events').map((f) => f.id);

describe('what a valid test has settled', () => {
  for (const { causeId, of, urgency, first } of settled)
    it(`${causeId}, ${urgency}: no other answer lowers it, takes a step of its first aid, or sends it down its list`, () => {
      const alone = weighed(of);
      expect(alone.settled).toContain(causeId);
      expect(alone.urgency).toBe(urgency);
      expect(alone.firstAid.map((a) => a.id)).toEqual(jasmine.arrayContaining([...first]));
      for (const id of answers)
        for (const answer of ['yes', 'no'] as const) {
          const w = weighed({ ...of, findings: { [id]: answer } });
          const which = `${id}: ${answer}`;
          expect(order.indexOf(w.urgency)).withContext(which).toBeGreaterThanOrEqual(order.indexOf(urgency));
          expect(w.firstAid.map((a) => a.id))
            .withContext(which)
            .toEqual(jasmine.arrayContaining([...first]));
          expect(w.settled).withContext(which).toContain(causeId);
          expect(rankOf(w, causeId)).withContext(which).toBeLessThanOrEqual(3);
        }
    });
  it('a reading that straddles its line settles nothing, and one below it neither', () => {
    expect(weighed(poisoned({ tanMgPerL: { lo: 0.05, hi: 0.4 } })).settled).toEqual([]);
    expect(weighed(poisoned({ tanMgPerL: { lo: 0.1, hi: 0.4 } })).settled).toEqual(['ammonia']);
    expect(weighed(poisoned({ tanMgPerL: at(0) })).settled).toEqual([]);
  });
  it('what is known of the tank takes nothing off it: chlorine measured where no change is in the book', () => {
    const measured = weighed(
      poisoned({ totalChlorineMgPerL: at(0.2) }, { events: [{ id: 'filter-washed', hoursAgo: 20 }] }),
    );
    expect(rankOf(measured, 'chlorine')).toBeLessThanOrEqual(3);
    const chlorine = measured.lists.water.find((c) => c.causeId === 'chlorine');
    expect(chlorine?.known).toEqual([]);
  });
  it('harms nobody who is not there: copper settles nothing for fish alone, and is too much for them by itself', () => {
    const fish = weighed(caseOf({ measurements: { copperMgPerL: at(0.06) } }));
    expect([fish.settled, fish.extremes, fish.urgency]).toEqual([[], ['copper-with-fish'], 'today']);
    expect(fish.firstAid.map((a) => a.id)).toContain('safe-water');
    expect(weighed(caseOf({ measurements: { copperMgPerL: at(0.3) } })).urgency).toBe('now');
  });
  it('a change stays beside water under suspicion, and says with which it must not be made', () => {
    const both = weighed(
      poisoned(
        { tanMgPerL: at(2), ph: at(8), totalChlorineMgPerL: at(0.2) },
        { events: [{ id: 'change-done', hoursAgo: 2 }] },
      ),
    );
    expect(both.firstAid.map((a) => [a.id, ...a.notWith.map((n) => n.id)].join(' '))).toEqual([
      'air',
      'safe-water source-suspect',
      'change source-suspect',
    ]);
  });
});

describe('chloride beside nitrite', () => {
  const nitrite = troubleKnowledge.causes.find((c) => c.id === 'nitrite');
  if (!nitrite) throw new Error('no nitrite');
  const urgency = (measurements: TroubleCase['measurements']): Urgency =>
    causeUrgency(nitrite, caseOf({ measurements }), troubleKnowledge, { shares: new Map(), signs: false });
  it('ten times as much takes the edge off: today, not now; by the ends that could be worst', () => {
    expect(urgency({ no2MgPerL: at(2) })).toBe('now');
    expect(urgency({ no2MgPerL: at(2), clMgPerL: at(20) })).toBe('today');
    expect(urgency({ no2MgPerL: at(2), clMgPerL: at(19.9) })).toBe('now');
    expect(urgency({ no2MgPerL: { lo: 1, hi: 2.5 }, clMgPerL: at(20) })).toBe('now');
    expect(urgency({ no2MgPerL: at(2), clMgPerL: { lo: 15, hi: 40 } })).toBe('now');
    expect(urgency({ no2MgPerL: at(2), chlorideMgPerL: at(30) })).toBe('today');
  });
  it('is what the whole answer says, too; gasping is now with or without it', () => {
    const guarded = poisoned({ no2MgPerL: at(2), clMgPerL: at(60) });
    expect(weighed(guarded).urgency).toBe('today');
    expect(weighed({ ...guarded, findings: { gasping: 'yes' } }).urgency).toBe('now');
  });
});

describe('exposed, and nobody is ill yet', () => {
  const exposed = (events: Record<string, number>, more: Partial<TroubleCase> = {}): Weighing =>
    weighed(caseOf({ events: Object.entries(events).map(([id, hoursAgo]) => ({ id, hoursAgo })), ...more }));
  const said = ({ urgency, firstAid, exposures }: Weighing): [string, string[], string[]] => [
    urgency,
    firstAid.map((a) => a.id),
    exposures.map((e) => e.id),
  ];
  it('a spray near the tank, a pet’s drops on hands, foam after lotion: today, as for poison, looked at within the hour', () => {
    expect(said(exposed({ 'spray-nearby': 2 }))).toEqual(['today', ['as-poison'], ['spray']]);
    expect(said(exposed({ 'spray-nearby': 97 }))).toEqual(['none', [], []]);
    expect(exposed({ 'spray-nearby': 2 }).exposures[0]?.lookAgainHours).toBe(1);
    expect(exposed({ 'spray-nearby': 2 }).cautions).toContain('poison-line');
    expect(said(exposed({ 'lotion-on-hands': 5, 'pet-treated': 20 }))[2]).toEqual(['pet-drops-on-hands']);
    expect(said(exposed({ 'lotion-on-hands': 5 }))).toEqual(['none', [], []]);
    expect(said(exposed({ 'pet-treated': 20 }))).toEqual(['none', [], []]);
    expect(said(exposed({ 'lotion-on-hands': 5 }, { findings: { 'lasting-foam': 'yes' } }))[2]).toEqual([
      'foam-after-lotion',
    ]);
  });
  it('a change without conditioner from a tap with chlorine or chloramine: no more of that water', () => {
    const events = { 'change-done': 3, 'change-without-conditioner': 3 };
    expect(said(exposed(events, { sourceHas: ['chloramine'] }))).toEqual([
      'today',
      ['safe-water'],
      ['chlorinated-water'],
    ]);
    expect(said(exposed(events, { sourceHas: ['chlorine'] }))[0]).toBe('today');
    expect(said(exposed(events, { sourceHas: ['copper'] }))[2]).toEqual([]);
    expect(said(exposed({ 'change-done': 3 }, { sourceHas: ['chloramine'] }))[2]).toEqual([]);
    expect(said(exposed({ 'change-without-conditioner': 73 }, { sourceHas: ['chloramine'] }))[2]).toEqual([]);
  });
  it('nothing moves the water: air first, today', () => {
    expect(said(exposed({ 'power-cut': 3 }))).toEqual(['today', ['air'], ['power-cut']]);
    expect(said(exposed({ 'power-cut': 25 }))[2]).toEqual([]);
    for (const id of ['weak-flow', 'still-surface'])
      expect(said(weighed(seeing([id]))))
        .withContext(id)
        .toEqual(['today', ['air'], [id]]);
  });
  it('rotten eggs: today after digging, this week by itself, each with the caution for people', () => {
    const dug = exposed({ 'bed-dug': 5 }, { findings: { 'rotten-egg-smell': 'yes' } });
    expect([dug.urgency, dug.firstAid.map((a) => a.id), dug.cautions.includes('gas')]).toEqual([
      'today',
      ['air'],
      true,
    ]);
    const alone = weighed(seeing(['rotten-egg-smell']));
    expect([alone.urgency, alone.cautions.includes('gas')]).toEqual(['week', true]);
    expect(exposed({ 'bed-dug': 49 }, { findings: { 'rotten-egg-smell': 'yes' } }).urgency).toBe('week');
  });
  it('where no animal lives it is watched, and nothing is said of air, bodies or food', () => {
    expect(said(exposed({ 'spray-nearby': 2 }, { hosts: ['plants'] }))).toEqual(['watch', ['watch'], ['spray']]);
    const cycling = weighed(caseOf({ hosts: [], measurements: { tanMgPerL: at(4), ph: at(8) } }));
    expect([cycling.urgency, cycling.firstAid.map((a) => a.id)]).toEqual(['watch', ['watch']]);
  });
});

describe('too much by itself', () => {
  it('is named, and is today at least: pH, warmth, salt', () => {
    const of = (measurements: TroubleCase['measurements'], usual?: TroubleCase['usual']) =>
      weighed(caseOf({ measurements, usual }));
    expect([of({ ph: at(9.8) }).urgency, of({ ph: at(9.8) }).extremes]).toEqual(['today', ['ph-extreme']]);
    expect(of({ ph: at(9.8) }).firstAid.map((a) => a.id)).toEqual(['change']);
    expect(of({ ph: at(4) }).firstAid.map((a) => a.id)).toEqual(['small-changes']);
    expect(of({ ph: at(9.4) }, { ph: { lo: 9, hi: 9.6 } }).urgency).toBe('none');
    expect(of({ ec25UsPerCm: at(3500) }).extremes).toEqual(['conductivity-extreme']);
    expect(order.indexOf(of({ tempC: at(33) }).urgency)).toBeGreaterThanOrEqual(3);
    expect(of({ tempC: at(33) }).extremes).toEqual(['temperature-extreme']);
  });
});

/** What a good keeper would look at next; common practice, in our own words. Any of them among the first three. */
const nextOnes: readonly { title: string; of: TroubleCase; looks: string }[] = [
  {
    title: 'fish gasp, nothing is known',
    of: seeing(['gasping']),
    looks: 'oxygen-low ammonia-measured temperature-off',
  },
  {
    title: 'all gasp two hours after a change',
    of: seeing(['gasping', 'darting', 'began-after-change'], { events: [{ id: 'change-done', hoursAgo: 2 }] }),
    looks: 'chlorine-measured',
  },
  {
    title: 'dead shrimp, first-draw water of a copper pipe',
    of: seeing(['shrimp-die-fish-fine'], {
      hosts: ['fish', 'shrimp'],
      events: [{ id: 'change-done', hoursAgo: 20 }],
      sourceHas: ['copper'],
    }),
    looks: 'copper-measured',
  },
  {
    title: 'the filter was washed two days ago, fish lie still',
    of: seeing(['lying-still'], { events: [{ id: 'filter-washed', hoursAgo: 48 }] }),
    looks: 'ammonia-measured',
  },
  {
    title: 'the filter was washed, nobody shows anything',
    of: caseOf({ events: [{ id: 'filter-washed', hoursAgo: 30 }] }),
    looks: 'ammonia-measured',
  },
  {
    title: 'three weeks old, clamped fins',
    of: seeing(['clamped-fins'], { tankAgeDays: 21 }),
    looks: 'ammonia-measured nitrite-measured',
  },
  {
    title: 'dead at dawn in a tank with CO2',
    of: seeing(['dead-at-dawn'], { has: { co2: true } }),
    looks: 'oxygen-low co2-high',
  },
  {
    title: 'a shrimp every few days for weeks',
    of: seeing(['deaths-for-weeks', 'crept-on'], { hosts: ['shrimp'] }),
    looks: 'white-ring conductivity-crept-up hardness-out-of-range nitrate-high',
  },
  {
    title: 'only the new ones die, on the second day',
    of: seeing(['only-new-animals-die'], { events: [{ id: 'animals-came', hoursAgo: 40 }] }),
    looks: 'conductivity-jumped ammonia-measured kh-used-up',
  },
  {
    title: 'fish rub a week after an arrival',
    of: seeing(['rubbing'], { events: [{ id: 'animals-came', hoursAgo: 170 }] }),
    looks: 'white-grains gold-dust',
  },
  {
    title: 'one thin fish',
    of: seeing(['thin-body', 'only-one-animal']),
    looks: 'red-threads-at-vent stringy-droppings',
  },
  {
    title: 'shrimp climb out after a change',
    of: seeing(['climbing-out'], { hosts: ['shrimp'], events: [{ id: 'change-done', hoursAgo: 3 }] }),
    looks: 'chlorine-measured copper-measured',
  },
  {
    title: 'the heater failed, fish lie still',
    of: seeing(['lying-still'], { events: [{ id: 'heater-failed', hoursAgo: 20 }] }),
    looks: 'temperature-off',
  },
  {
    title: 'the power was away for a night, fish breathe fast',
    of: seeing(['fast-gills'], { events: [{ id: 'power-cut', hoursAgo: 30 }] }),
    looks: 'oxygen-low ammonia-measured',
  },
  {
    title: 'conductivity climbed by half',
    of: caseOf({
      hosts: ['shrimp'],
      measurements: { ec25UsPerCm: at(420) },
      usual: { ec25UsPerCm: { lo: 240, hi: 280 } },
    }),
    looks: 'foreign-food-or-additive nitrate-high hardness-out-of-range',
  },
  {
    title: 'a medicine a week ago, fish hang at the surface',
    of: seeing(['gasping'], { events: [{ id: 'medicine-given', hoursAgo: 160 }] }),
    looks: 'ammonia-measured nitrite-measured oxygen-low',
  },
];
describe('what is looked at next', () => {
  it('no test is asked for that speaks of somebody who does not live here', () => {
    const died = (hosts: TroubleCase['hosts']) =>
      weighed(seeing(['one-death'], { hosts, sourceHas: ['copper'] })).next.map((n) => n.id);
    expect(died(['fish'])).toContain('copper-with-fish');
    expect(died(['fish'])).not.toContain('copper-measured');
    expect(died(['shrimp'])).toContain('copper-measured');
    expect(died(['shrimp'])).not.toContain('copper-with-fish');
  });
  for (const { title, of, looks } of nextOnes)
    it(`${title}: ${looks}`, () => {
      const early = weighed(of)
        .next.slice(0, 3)
        .map((n) => n.id);
      expect(early.some((id) => looks.split(' ').includes(id)))
        .withContext(early.join(', '))
        .toBeTrue();
    });
});

describe('the list of what holds fast, as Tonight has it', () => {
  const held = (of: Partial<TroubleCase>) => heldFindings(caseOf(of), troubleKnowledge);
  const shrimpToo = { hosts: ['fish', 'shrimp'] } as const;
  it('names each with its reading, its cause and what is done first; the most urgent leads', () => {
    expect(held({ ...shrimpToo, measurements: { copperMgPerL: at(0.06), no3MgPerL: at(90) } })).toEqual([
      {
        id: 'settled:copper-poisoning',
        sort: 'settled',
        urgency: 'now',
        causeId: 'copper-poisoning',
        findingId: 'copper-measured',
        parameter: 'copperMgPerL',
        first: ['air', 'safe-water'],
        cautionIds: [],
      },
      {
        id: 'extreme:copper-with-fish',
        sort: 'extreme',
        urgency: 'today',
        causeId: null,
        findingId: 'copper-with-fish',
        parameter: 'copperMgPerL',
        first: ['safe-water'],
        cautionIds: [],
      },
      {
        id: 'settled:organic-load',
        sort: 'settled',
        urgency: 'week',
        causeId: 'organic-load',
        findingId: 'nitrate-high',
        parameter: 'no3MgPerL',
        first: ['watch'],
        cautionIds: [],
      },
    ]);
  });
  it('a red flag is seen by no reading, and stands once where its test has settled it', () => {
    expect(held({ findings: { gasping: 'yes' } })).toEqual([
      {
        id: 'red-flag:gasping',
        sort: 'red-flag',
        urgency: 'now',
        causeId: null,
        findingId: 'gasping',
        parameter: null,
        first: ['air'],
        cautionIds: [],
      },
    ]);
    expect(held({ measurements: { totalChlorineMgPerL: at(0.2) } }).map((f) => [f.id, f.parameter])).toEqual([
      ['settled:chlorine', 'cl2MgPerL'],
    ]);
    // Answered, and not measured: the flag says it.
    expect(held({ findings: { 'chlorine-measured': 'yes' } }).map((f) => f.id)).toEqual(['red-flag:chlorine-measured']);
  });
  it('an exposure names whose first aid is given, and no finding', () => {
    expect(held({ events: [{ id: 'spray-nearby', hoursAgo: 2 }] })).toEqual([
      {
        id: 'exposure:spray',
        sort: 'exposure',
        urgency: 'today',
        causeId: 'household-toxin',
        findingId: null,
        parameter: null,
        first: ['as-poison'],
        cautionIds: ['poison-line'],
      },
    ]);
  });
  it('nobody lives there: watched at most, and nothing is done for anybody', () => {
    expect(held({ hosts: ['plants'], measurements: { tanMgPerL: at(4), ph: at(8) } })).toEqual([
      jasmine.objectContaining({ id: 'settled:ammonia', urgency: 'watch', first: [] }),
    ]);
    expect(held({})).toEqual([]);
  });
  it('of one finding the first row that holds, and a cause only where its gas is fitted', () => {
    expect(held({ measurements: { copperMgPerL: at(0.3) } }).map((f) => f.urgency)).toEqual(['now']);
    expect(held({ measurements: { co2MgPerL: at(60) }, has: { co2: false } })).toEqual([]);
    expect(held({ measurements: { co2MgPerL: at(60) }, has: { co2: true } }).map((f) => f.id)).toEqual([
      'settled:co2-overdose',
    ]);
  });
});
