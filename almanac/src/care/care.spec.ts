import { bookKinds } from '#almanac/kinds';
import { mayDose, type DoseQuestion } from '#core/care';
import { recorder } from '#core/explain';
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
  it('a kind stands for its group: crayfish for shrimp, and snails and plants each for their own', () => {
    const groupsOf = (agent: string, kind: string) =>
      asked(agent, { kinds: [kind] }).reasons.map((r) => (r.id === 'kind' ? `${r.facts.group} ${r.facts.sign}` : r.id));
    expect(groupsOf('D06', 'orange-dwarf-crayfish')).toEqual(['shrimp harms']);
    expect(groupsOf('D06', 'nerite')).toEqual(['snails harms']);
    expect(groupsOf('D05', 'java-fern')).toEqual(['plants harms']);
    expect(groupsOf('D06', 'neon-tetra')).toEqual([]);
  });
  it('salt: from 3 g/L on it harms snails and plants; below it, and of no other agent, it does not', () => {
    const salt = (doseMgPerL: number | undefined) => verdict('D01', { kinds: ['snails', 'plants'], doseMgPerL });
    expect([salt(3000), salt(2999), salt(undefined)]).toEqual(['blocked', 'warn', 'warn']);
    expect(verdict('D07', { kinds: ['plants'], doseMgPerL: 5000 })).toBe(verdict('D07', { kinds: ['plants'] }));
  });
  it('peroxide: above 12 mg/L, and where nobody says how much, it is a bath that shrimp do not bear', () => {
    const peroxide = (doseMgPerL: number | undefined) => verdict('D16', { kinds: ['shrimp'], doseMgPerL });
    expect([peroxide(12.1), peroxide(undefined)]).toEqual(['blocked', 'blocked']);
    expect(peroxide(12)).not.toBe('blocked');
    expect(verdict('D16', { kinds: ['filter'], doseMgPerL: 13 })).toBe('blocked');
  });
  it('cool water ends at 24 °C; of other agents a cool kind bears what all bear', () => {
    const minnow = bookKinds.find((k) => k.id === 'white-cloud');
    const warmth = minnow?.ranges.tempC;
    if (!minnow || !warmth) throw new Error('no minnow');
    const upTo = (hi: number | null) =>
      unwrap(
        mayDose({ agent: 'D02', kinds: ['cool'], water: {}, alsoPresent: [] }, careKnowledge, [
          { ...minnow, id: 'cool', ranges: { ...minnow.ranges, tempC: { ...warmth, lo: 14, hi } } },
        ]),
      ).verdict;
    expect([upTo(24), upTo(24.1), upTo(null)]).toEqual(['blocked', 'allowed', 'allowed']);
    expect(verdict('D07', { kinds: ['white-cloud'] })).toBe('allowed');
  });
  it('two antibiotics: never; two other medicines: a word of caution that names the other', () => {
    const antibiotics = careKnowledge.agents.filter((a) => a.sort === 'antibiotic').map((a) => a.id);
    expect(antibiotics.length).toBeGreaterThan(1);
    expect(asked('D14', { alsoPresent: ['D15'] }).reasons.map((r) => r.id)).toEqual(['two-antibiotics']);
    expect(asked('D07', { alsoPresent: ['D08'] }).reasons).toEqual([
      { id: 'two-medicines', facts: { other: 'metronidazole', sign: 'caution' } },
    ]);
    expect(asked('D07', { alsoPresent: ['D14'] }).reasons.map((r) => r.id)).toEqual(['two-medicines']);
  });
  it('shows what it counted: what would be harmed, what asks for caution, each by where it comes from', () => {
    const note = recorder();
    const got = unwrap(
      mayDose(
        {
          agent: 'D03',
          kinds: ['shrimp', 'scaleless', 'filter'],
          water: { tempC: { lo: 24, hi: 26 }, o2MgPerL: { lo: 4, hi: 4.5 } },
          alsoPresent: ['D04'],
        },
        careKnowledge,
        bookKinds,
        note,
      ),
    );
    const { steps, inputs } = note.explained(got);
    const of = (sign: 'harms' | 'caution') => {
      const counted = (ids: readonly string[]) =>
        got.reasons.filter((r) => ids.includes(r.id) && r.facts.sign === sign).length;
      const beside = got.reasons.filter((r) => !['kind', 'water', 'oxygen'].includes(r.id) && r.facts.sign === sign);
      return { kinds: counted(['kind']), water: counted(['water', 'oxygen']), beside: beside.length };
    };
    for (const sign of ['harms', 'caution'] as const) {
      const step = steps.find((s) => s.id === sign);
      expect(Object.values(step?.terms ?? {})).toEqual(Object.values(of(sign)));
      expect(step?.value).toBe(Object.values(of(sign)).reduce((a, b) => a + b, 0));
    }
    expect(of('harms').kinds).toBe(1);
    expect(steps.map((s) => s.label.slice(0, 10))).toEqual(['What would', 'What asks ']);
    expect(inputs.map((i) => [i.id, i.value])).toEqual([['agent', 'D03']]);
  });
  it('a dose of nothing and one of 500 g/L are answered, one beyond is not; refusals name what is known', () => {
    const at = (doseMgPerL: number) =>
      mayDose({ agent: 'D01', kinds: [], water: {}, alsoPresent: [], doseMgPerL }, careKnowledge, bookKinds).ok;
    expect([at(0), at(500_000), at(500_001)]).toEqual([true, true, false]);
    const known = (more: Partial<DoseQuestion>) => {
      const got = mayDose({ agent: 'D01', kinds: [], water: {}, alsoPresent: [], ...more }, careKnowledge, bookKinds);
      return got.ok || got.refusal.kind !== 'unknown-name' ? [] : got.refusal.known;
    };
    expect(known({ agent: 'D99' })).toContain('D26');
    expect(known({ kinds: ['unicorn'] })).toContain('scaleless');
    expect(known({ alsoPresent: ['D99'] })).toEqual(jasmine.arrayContaining(['D26', 'zeolite']));
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
