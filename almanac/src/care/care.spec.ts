import { bookKinds } from '#almanac/kinds';
import { mayDose, type DoseQuestion } from '#core/care';
import { unwrap } from '#core/result';
import { careFaults, careKnowledge } from './index';

const asked = (agent: string, more: Partial<DoseQuestion> = {}) =>
  unwrap(mayDose({ agent, kinds: [], water: {}, alsoPresent: [], ...more }, careKnowledge, bookKinds));
const verdict = (agent: string, more: Partial<DoseQuestion> = {}): string => asked(agent, more).verdict;

describe('the shelf of care', () => {
  it('has nothing wrong with it: 26 agents, each with a harm, a word for people and a way out', () => {
    expect(careFaults(careKnowledge)).toEqual([]);
    expect(careKnowledge.agents.map((a) => a.id)).toEqual(
      Array.from({ length: 26 }, (_, i) => `D${String(i + 1).padStart(2, '0')}`),
    );
  });
  it('says what would be wrong: no caution, no way out, an antibiotic without a prescription, a pair of nobody', () => {
    const [first, ...rest] = careKnowledge.agents;
    if (!first) throw new Error('no agent');
    const bent = (more: object) => careFaults({ ...careKnowledge, agents: [{ ...first, ...more }, ...rest] }).length;
    expect(bent({})).toBe(0);
    for (const more of [
      { people: '' },
      { removal: '' },
      { sort: 'antibiotic' },
      { sourceIds: ['nobody'] },
      { doses: [] },
      { course: '' },
    ])
      expect(bent(more)).withContext(JSON.stringify(more)).toBe(1);
    expect(
      careFaults({
        ...careKnowledge,
        pairs: [{ one: 'salt', other: 'nobody', sign: 'harms', people: false, why: 'x' }],
      }),
    ).toHaveSize(1);
  });
  it('no antibiotic is open without a prescription, and every one says so', () => {
    for (const a of careKnowledge.agents.filter((one) => one.sort === 'antibiotic'))
      expect(a.prescription).withContext(a.id).toBe('needed');
  });
});

describe('who would be harmed', () => {
  it('copper and shrimp: blocked, by group or by kind', () => {
    expect([verdict('D06', { kinds: ['shrimp'] }), verdict('copper', { kinds: ['cherry-shrimp'] })]).toEqual([
      'blocked',
      'blocked',
    ]);
    expect(verdict('D06', { kinds: ['snails'] })).toBe('blocked');
  });
  it('the worst over all counts; nobody touched is allowed', () => {
    expect(verdict('D08', { kinds: ['shrimp', 'snails', 'scaleless', 'plants'] })).toBe('allowed');
    expect(verdict('D08', { kinds: ['shrimp', 'filter'] })).toBe('warn');
    expect(verdict('D10', { kinds: ['filter', 'snails'] })).toBe('blocked');
    expect(verdict('D03', { kinds: ['neon-tetra'] })).toBe('allowed');
  });
  it('catfish and loaches stand among the scaleless', () => {
    expect(verdict('D04', { kinds: ['bronze-cory'] })).toBe('blocked');
    expect(asked('D09', { kinds: ['kuhli-loach'] }).reasons).toEqual([
      { id: 'kind', facts: { kindId: 'kuhli-loach', group: 'scaleless', sign: 'caution' } },
    ]);
  });
  it('salt: a caution below 3 g/L, from there it kills snails and plants; shrimp stay a caution', () => {
    const of = (doseMgPerL?: number) =>
      ['snails', 'plants', 'shrimp'].map((k) => verdict('D01', { kinds: [k], doseMgPerL }));
    expect(of(2999)).toEqual(['warn', 'warn', 'warn']);
    expect(of(3000)).toEqual(['blocked', 'blocked', 'warn']);
    expect(of()).toEqual(['warn', 'warn', 'warn']);
  });
  it('peroxide above 12 mg/L is a bath; an unknown dose is taken for one', () => {
    const of = (doseMgPerL?: number) => verdict('D16', { kinds: ['shrimp'], doseMgPerL });
    expect([of(12), of(12.1), of()]).toEqual(['warn', 'blocked', 'blocked']);
  });
  it('the water: copper below KH 2.8 kills; what may lie beyond counts', () => {
    const kh = (lo: number, hi: number) => verdict('D06', { water: { khDegrees: { lo, hi } } });
    expect([kh(3, 4), kh(2, 4), kh(2.8, 3)]).toEqual(['allowed', 'blocked', 'allowed']);
    expect(verdict('D03', { water: { tempC: { lo: 20, hi: 21 } } })).toBe('allowed');
    expect(verdict('D03', { water: { tempC: { lo: 20, hi: 21.5 } } })).toBe('warn');
    expect(verdict('D03', { water: { tempC: { lo: 27.5, hi: 28 } } })).toBe('blocked');
    expect(verdict('D17', { water: { ph: { lo: 8, hi: 8.2 } } })).toBe('warn');
  });
  it('little oxygen blocks what costs much of it', () => {
    const o2 = (agent: string, lo: number) => verdict(agent, { water: { o2MgPerL: { lo, hi: lo } } });
    expect([o2('D03', 4.9), o2('D03', 5), o2('D05', 2), o2('D13', 4)]).toEqual([
      'blocked',
      'allowed',
      'allowed',
      'warn',
    ]);
  });
  it('what must never meet: in either order, for people it is final', () => {
    const of = (agent: string, other: string) => {
      const { verdict: said, final } = asked(agent, { alsoPresent: [other] });
      return `${said}${final ? ', final' : ''}`;
    };
    expect([of('D17', 'D03'), of('D03', 'D17'), of('D24', 'acid')]).toEqual([
      'blocked, final',
      'blocked, final',
      'blocked, final',
    ]);
    expect([of('D01', 'zeolite'), of('D06', 'D19'), of('D16', 'D23')]).toEqual(['blocked', 'blocked', 'blocked']);
    expect([of('D14', 'D15'), of('D07', 'carbon'), of('D12', 'D22'), of('D21', 'D08')]).toEqual([
      'blocked',
      'blocked',
      'blocked',
      'blocked',
    ]);
    expect([of('D03', 'D04'), of('D07', 'D08'), of('D01', 'D21')]).toEqual(['warn', 'warn', 'allowed']);
    expect(of('D07', 'D07')).toBe('allowed');
  });
  it('heat and fish of cool water; heat and shrimp', () => {
    expect(verdict('D02', { kinds: ['white-cloud'] })).toBe('blocked');
    expect(verdict('D02', { kinds: ['neon-tetra'] })).toBe('allowed');
    expect(verdict('D02', { kinds: ['shrimp'] })).toBe('blocked');
  });
  it('refuses what nobody knows: an agent, a kind, something beside it, a dose that is none', () => {
    const kind = (more: Partial<DoseQuestion>) => {
      const got = mayDose({ agent: 'D01', kinds: [], water: {}, alsoPresent: [], ...more }, careKnowledge, bookKinds);
      return got.ok ? null : `${got.refusal.kind} ${'field' in got.refusal ? got.refusal.field : ''}`;
    };
    expect(kind({ agent: 'D99' })).toBe('unknown-name agent');
    expect(kind({ kinds: ['unicorn'] })).toBe('unknown-name kinds');
    expect(kind({ alsoPresent: ['D99'] })).toBe('unknown-name alsoPresent');
    expect(kind({ doseMgPerL: -1 })).toBe('out-of-range doseMgPerL');
  });
});
