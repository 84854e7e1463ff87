import { hourMs } from '#core/units';
import { houseWaters, isPure, type HouseWatersInput } from './index';

const now = Date.UTC(2026, 2, 14, 21, 30);
type Source = HouseWatersInput['sources'][number];
type Recipe = NonNullable<ReturnType<HouseWatersInput['recipes']['get']>>;

const source = (sourceId: string, state: string, over: Partial<Source> = {}): Source => ({
  sourceId,
  name: `the ${sourceId}`,
  state,
  chlorine: 'none',
  ...over,
});
const recipe = (parts: readonly (readonly [string, number])[], over: Partial<Recipe> = {}): Recipe => ({
  parts: parts.map(([sourceId, shareFraction]) => ({ sourceId, shareFraction })),
  salts: [],
  minerals: [],
  leadHours: 2,
  stirred: true,
  mixMinutes: 30,
  ...over,
});
const house = (over: Partial<HouseWatersInput> = {}): HouseWatersInput => ({
  sources: [
    source('tap', 'tap-aged', { chlorine: 'chlorine' }),
    source('ro', 'ro'),
    source('drum', 'batch'),
    source('lake', 'batch'),
  ],
  recipes: new Map(),
  supplies: [],
  batches: [],
  prices: { perM3Value: 0, wasteRatio: 3 },
  nowEpochMs: now,
  ...over,
});
const one = (over: Partial<HouseWatersInput>, id = 'drum') => houseWaters(house(over), [id])[0]!;

describe('how a water of the house is made', () => {
  it('out of a membrane is pure, with resin after it too; nothing else is', () => {
    expect(['ro', 'rodi', 'tap-aged', 'batch', undefined].map(isPure)).toEqual([true, true, false, false, false]);
  });
  it('each that is asked for once; what no source is called is left out', () => {
    expect(houseWaters(house(), ['ro', 'tap', 'ro', 'nobody']).map((w) => w.waterId)).toEqual(['ro', 'tap']);
    expect(houseWaters(house(), ['tap'])[0]?.name).toBe('the tap');
  });
  it('its share of pure water goes through all its parts: half of a quarter', () => {
    const recipes = new Map([
      [
        'drum',
        recipe([
          ['ro', 0.25],
          ['tap', 0.75],
        ]),
      ],
      [
        'lake',
        recipe([
          ['drum', 0.5],
          ['tap', 0.5],
        ]),
      ],
    ]);
    expect(one({ recipes }).roFraction).toBeCloseTo(0.25, 12);
    expect(one({ recipes }, 'lake').roFraction).toBeCloseTo(0.125, 12);
    expect(one({}, 'ro').roFraction).toBe(1);
    expect(one({}, 'tap').roFraction).toBe(0);
  });
  it('without a recipe, by the litres it was first said to be made of; of which nobody spoke counts as pure', () => {
    const parts = [
      { sourceId: 'ro', partL: 30 },
      { sourceId: 'tap', partL: 10 },
    ];
    const sources = [...house().sources.slice(0, 2), source('drum', 'batch', { parts })];
    expect(one({ sources }).roFraction).toBeCloseTo(0.75, 12);
    const empty = [source('ro', 'ro'), source('drum', 'batch', { parts: [{ sourceId: 'ro', partL: 0 }] })];
    expect(one({ sources: empty }).roFraction).toBe(0);
    expect(one({}).roFraction).toBe(1);
  });
  it('a water that holds itself ends no loop', () => {
    const recipes = new Map([
      [
        'drum',
        recipe([
          ['drum', 0.5],
          ['ro', 0.5],
        ]),
      ],
    ]);
    expect(one({ recipes }).roFraction).toBeGreaterThan(0.9);
    expect(one({ recipes }).roFraction).toBeLessThanOrEqual(1);
  });
  it('chlorine goes out in a day of standing, a batch takes an hour, RO nothing: common practice', () => {
    const lead = (w: { leadHours: number; mixMinutes: number; stirred: boolean }) => [
      w.leadHours,
      w.mixMinutes,
      w.stirred,
    ];
    expect(lead(one({}, 'tap'))).toEqual([24, 5, false]);
    expect(lead(one({}, 'drum'))).toEqual([1, 15, false]);
    expect(lead(one({}, 'ro'))).toEqual([0, 0, false]);
    const straight = (chlorine: Source['chlorine']) =>
      one({ sources: [source('hose', 'tap-straight', { chlorine })] }, 'hose').leadHours;
    expect([straight('chlorine'), straight('chloramine'), straight('none')]).toEqual([24, 0, 0]);
    expect(lead(one({ recipes: new Map([['drum', recipe([])]]) }))).toEqual([2, 30, true]);
  });
});

describe('what stands of it', () => {
  const batch = (over: Partial<HouseWatersInput['batches'][number]> = {}) => ({
    sourceId: 'drum',
    leftL: 10,
    usable: true,
    ageing: false,
    readyEpochMs: now,
    ...over,
  });
  it('what is usable now is added up; other waters’ batches are not', () => {
    const batches = [batch(), batch({ leftL: 5 }), batch({ usable: false, leftL: 100 }), batch({ sourceId: 'lake' })];
    expect(one({ batches }).readyL).toBe(15);
  });
  it('what ages is there later: to the hour, rounded up', () => {
    const batches = [batch({ usable: false, ageing: true, readyEpochMs: now + 5.2 * hourMs, leftL: 40 })];
    expect(one({ batches }).standing).toEqual([{ readyAtDay: 6 / 24, volumeL: 40 }]);
    expect(one({ batches }).readyL).toBe(0);
  });
});

describe('what is weighed into it', () => {
  const supplies: HouseWatersInput['supplies'] = [
    { supplyId: 'old', name: 'old salt', saltId: 'kcl', pack: { packValue: 100, costValue: 10 } },
    { supplyId: 'gh', name: 'a GH mineral', pack: { packValue: 250, costValue: 5 } },
    { supplyId: 'new', name: 'new salt', saltId: 'kcl', pack: { packValue: 500, costValue: 5 } },
  ];
  const salted = recipe([['ro', 1]], {
    salts: [{ saltId: 'kcl', saltGPerL: 0.1 }],
    minerals: [{ supplyId: 'gh', mineralGPerL: 0.3 }],
  });
  it('grams of all powders in a litre', () => {
    expect(one({ supplies, recipes: new Map([['drum', salted]]) }).saltGPerL).toBeCloseTo(0.4, 12);
    expect(one({}).saltGPerL).toBe(0);
  });
  it('a salt is weighed from the newest pack of it; its price and the mineral’s make the litre’s', () => {
    const { cost } = one({ supplies, recipes: new Map([['drum', salted]]) });
    expect(cost.perLValue).toBeCloseTo(0.1 * (5 / 500) + 0.3 * (5 / 250), 9);
  });
  it('what its parts bring counts by their share', () => {
    const recipes = new Map([
      ['drum', salted],
      [
        'lake',
        recipe([
          ['drum', 0.5],
          ['ro', 0.5],
        ]),
      ],
    ]);
    expect(one({ supplies, recipes }, 'lake').cost.perLValue).toBeCloseTo(
      0.5 * one({ supplies, recipes }).cost.perLValue,
      9,
    );
    expect(one({ supplies, recipes }, 'lake').saltGPerL).withContext('only what is weighed into itself').toBe(0);
  });
  it('a mineral that is no longer on the shelf is named, and has no price', () => {
    const { cost } = one({
      recipes: new Map([['drum', recipe([['ro', 1]], { minerals: [{ supplyId: 'gone', mineralGPerL: 0.3 }] })]]),
    });
    expect(cost.unpriced).toEqual(['a mineral']);
  });
});
