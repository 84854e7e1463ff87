import fc from 'fast-check';
import { recorder } from '#core/explain';
import { ladderOf, weighTrouble, type TroubleCase, type Weighing } from '#core/trouble';
import { troubleKnowledge } from './index';
import { caseOf, vignettes, type Vignette } from './vignettes.cases';

const weighed = (of: TroubleCase): Weighing => {
  const result = weighTrouble(of, troubleKnowledge);
  if (!result.ok) throw new Error(JSON.stringify(result.refusal));
  return result.value;
};
const rankOf = (of: Weighing, causeId: string): number | undefined =>
  Object.values(of.lists)
    .flat()
    .find((c) => c.causeId === causeId)?.rank;
/** How strongly a cause stands: the sum of its parts; what is not listed stands below all that is. */
const standing = (of: TroubleCase, causeId: string): number => {
  const found = Object.values(weighed(of).lists)
    .flat()
    .find((c) => c.causeId === causeId);
  return found ? [...found.for, ...found.against].reduce((a, p) => a + p.weight, 0) : -Infinity;
};
const plain: TroubleCase = {
  hosts: ['fish', 'shrimp', 'plants'],
  findings: {},
  measurements: {},
  events: null,
  tankAgeDays: 400,
};
const at = (value: number): { lo: number; hi: number } => ({ lo: value, hi: value });

const shrimpCauseIds = troubleKnowledge.causes.filter((c) => c.domain === 'shrimp').map((c) => c.id);
const eventIds = troubleKnowledge.findings.filter((f) => f.group === 'events').map((f) => f.id);

/** The shares of vignettes whose right cause is first, and among the first three. */
const shares = (
  cases: readonly Vignette[],
  asCase: (of: Vignette) => TroubleCase,
): { first: number; three: number } => {
  const ranks = cases.map((v) => rankOf(weighed(asCase(v)), v.right) ?? 99);
  return {
    first: ranks.filter((r) => r === 1).length / ranks.length,
    three: ranks.filter((r) => r <= 3).length / ranks.length,
  };
};

describe('the weighing on cases from general knowledge of the trade', () => {
  it('has at least sixty of them, no title twice', () => {
    expect(vignettes.length).toBeGreaterThanOrEqual(60);
    expect(new Set(vignettes.map((v) => v.title)).size).toBe(vignettes.length);
  });
  it('puts the right cause first in seven of ten and among three in nine of ten', () => {
    const { first, three } = shares(vignettes, caseOf);
    expect(first).toBeGreaterThanOrEqual(0.7);
    expect(three).toBeGreaterThanOrEqual(0.9);
  });
  it('with a third of the findings missing: first in six of ten, among three in eight of ten', () => {
    for (const offset of [0, 1, 2]) {
      const { first, three } = shares(vignettes, (v) => {
        const whole = caseOf(v);
        const kept = Object.entries(whole.findings).filter((_, i) => i % 3 !== offset);
        return { ...whole, findings: Object.fromEntries(kept) };
      });
      expect(first).withContext(`without every third from ${offset}`).toBeGreaterThanOrEqual(0.6);
      expect(three).withContext(`without every third from ${offset}`).toBeGreaterThanOrEqual(0.8);
    }
  });
  for (const v of vignettes)
    it(`${v.title}: ${v.urgency}, nothing unsafe first, the right look early`, () => {
      const w = weighed(caseOf(v));
      expect(w.urgency).toBe(v.urgency);
      const offered = w.firstAid.map((a) => a.id);
      for (const unsafe of v.notFirst ?? []) expect(offered).not.toContain(unsafe);
      const early = w.next.slice(0, 5).map((n) => n.id);
      for (const id of (v.ask ?? '').split(' ').filter(Boolean)) expect(early).toContain(id);
    });
  it('first aid never medicates, whatever fits', () => {
    for (const v of vignettes)
      for (const { id } of weighed(caseOf(v)).firstAid)
        expect([
          'air',
          'gas-off',
          'change',
          'small-changes',
          'safe-water',
          'as-poison',
          'watch',
          'isolate',
          'leave',
        ]).toContain(id);
  });
});

const findingIds = troubleKnowledge.findings.filter((f) => f.group !== 'events').map((f) => f.id);
const answers = fc.dictionary(fc.constantFrom(...findingIds), fc.constantFrom('yes' as const, 'no' as const), {
  maxKeys: 12,
});

describe('properties of the weighing', () => {
  it('the order of findings does not matter', () => {
    fc.assert(
      fc.property(answers, (findings) => {
        const turned = Object.fromEntries(Object.entries(findings).reverse());
        expect(weighed({ ...plain, findings: turned }).lists).toEqual(weighed({ ...plain, findings }).lists);
      }),
      { numRuns: 60 },
    );
  });
  it('a cause whose host is not there never shows: no shrimp, no disease of shrimp', () => {
    fc.assert(
      fc.property(answers, (findings) => {
        const { lists } = weighed({ ...plain, hosts: ['fish'], findings });
        expect(lists.disease.filter((c) => shrimpCauseIds.includes(c.causeId))).toEqual([]);
        expect(lists.plants).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
  it('a zero of ammonia, nitrite or a pH as usual sinks its cause whatever else speaks for it', () => {
    const loud = {
      gasping: 'yes',
      'fast-gills': 'yes',
      'brown-gills': 'yes',
      'lying-still': 'yes',
      'clamped-fins': 'yes',
      'excess-slime': 'yes',
      'only-new-animals-die': 'yes',
    } as const;
    const zero = weighed({
      ...plain,
      findings: loud,
      measurements: { tanMgPerL: at(0), no2MgPerL: at(0), ph: at(7) },
      usual: { ph: { lo: 6.8, hi: 7.2 } },
      events: [
        { id: 'filter-washed', hoursAgo: 40 },
        { id: 'care-missed', hoursAgo: 100 },
      ],
      tankAgeDays: 20,
    });
    for (const id of ['ammonia', 'nitrite', 'ph-crash']) expect(rankOf(zero, id)).withContext(id).toBeUndefined();
    expect(rankOf(weighed({ ...plain, findings: loud, tankAgeDays: 20 }), 'ammonia')).toBeDefined();
  });
  it('a reading that straddles its threshold lies between its ends', () => {
    const of = (lo: number, hi: number): number =>
      standing(
        {
          ...plain,
          findings: { gasping: 'yes', 'fast-gills': 'yes' },
          measurements: { tanMgPerL: { lo, hi } },
          tankAgeDays: 20,
        },
        'ammonia',
      );
    expect(of(0, 0.05)).toBe(-Infinity);
    expect(of(0.05, 0.2)).toBeLessThan(of(0.2, 0.4));
    expect(of(0.05, 0.2)).toBeGreaterThan(of(0, 0.05));
  });
  it('adding a hallmark never lowers its cause', () => {
    for (const cause of troubleKnowledge.causes.filter((c) => c.mistakenFor === ''))
      for (const mark of cause.hallmarks.filter((id) => !eventIds.includes(id))) {
        const some = Object.fromEntries(
          cause.supports
            .filter((id) => !eventIds.includes(id))
            .slice(0, 2)
            .map((id) => [id, 'yes' as const]),
        );
        const all = { ...plain, hosts: ['fish', 'shrimp', 'snails', 'plants'] as const, has: { co2: true } };
        const before = standing({ ...all, findings: some }, cause.id);
        const after = standing({ ...all, findings: { ...some, [mark]: 'yes' } }, cause.id);
        expect(after).withContext(`${mark} for ${cause.id}`).toBeGreaterThanOrEqual(before);
      }
  });
  it('what goes together is not counted twice: a second sign of the bundle adds less than it does alone', () => {
    const one = standing({ ...plain, findings: { 'dead-at-dawn': 'yes' } }, 'low-oxygen');
    const other = standing({ ...plain, findings: { gasping: 'yes' } }, 'low-oxygen');
    const both = standing({ ...plain, findings: { 'dead-at-dawn': 'yes', gasping: 'yes' } }, 'low-oxygen');
    expect(both).toBeGreaterThan(Math.max(one, other));
    expect(both).toBeLessThan(one + other);
    // gasping 17 in full, dead-at-dawn 13 by half: ln 17 + ln 13 / 2.
    expect(both).toBeCloseTo(Math.log(17) + Math.log(13) / 2, 6);
  });
  it('an event outside of its hours says nothing: a change of five days ago is no chlorine', () => {
    const of = (hoursAgo: number): number =>
      standing(
        {
          ...plain,
          findings: { darting: 'yes', 'all-kinds-within-hours': 'yes' },
          events: [{ id: 'change-done', hoursAgo }],
        },
        'chlorine',
      );
    expect(of(71)).toBeGreaterThan(of(73));
    expect(of(2)).toBe(of(71));
  });
  it('chlorine that is not found rules out only within six hours of the change', () => {
    const of = (hoursAgo: number): number | undefined =>
      rankOf(
        weighed({
          ...plain,
          findings: { darting: 'yes', 'all-kinds-within-hours': 'yes', 'began-after-change': 'yes' },
          events: [{ id: 'change-done', hoursAgo }],
          measurements: { totalChlorineMgPerL: at(0) },
        }),
        'chlorine',
      );
    expect(of(6)).toBeUndefined();
    expect(of(7)).toBe(1);
  });
  it('no change for three days makes chlorine unlikely, no new animal for a month a seller’s disease', () => {
    const of = (events: TroubleCase['events'], id: string): string[] => {
      const w = weighed({
        ...plain,
        findings: {
          gasping: 'yes',
          'all-kinds-within-hours': 'yes',
          'only-new-animals-die': 'yes',
          'clamped-fins': 'yes',
        },
        events,
      });
      return w.lists.water
        .slice(0, 3)
        .map((c) => c.causeId)
        .filter((c) => c === id);
    };
    expect(of([{ id: 'power-cut', hoursAgo: 5 }], 'chlorine')).toEqual([]);
    expect(of([{ id: 'animals-came', hoursAgo: 30 }], 'transport-stress')).toEqual(['transport-stress']);
    expect(of([{ id: 'power-cut', hoursAgo: 5 }], 'transport-stress')).toEqual([]);
  });
});

describe('what can hurt', () => {
  it('dead or gasping animals: air comes first, before any test', () => {
    for (const id of [
      'gasping',
      'darting',
      'climbing-out',
      'twitching-shrimp',
      'many-deaths-in-a-day',
      'all-kinds-within-hours',
      'brown-gills',
    ])
      expect(weighed({ ...plain, findings: { [id]: 'yes' } }).firstAid[0]?.id)
        .withContext(id)
        .toBe('air');
  });
  it('where the buffer is gone a change is a small one, and the reason is said', () => {
    const acid = weighed({
      ...plain,
      findings: { 'lying-still': 'yes' },
      measurements: { ph: at(5.5), khDegrees: at(0), tanMgPerL: at(1) },
      usual: { ph: { lo: 6.8, hi: 7.2 }, khDegrees: { lo: 2, hi: 4 } },
    });
    expect(acid.firstAid.map((a) => a.id)).toContain('small-changes');
    expect(acid.firstAid.map((a) => a.id)).not.toContain('change');
    expect(acid.firstAid.flatMap((a) => a.notWith.map((n) => n.id))).toContain('acid-without-buffer');
  });
  it('single dashes of an air-breathing kind are no emergency, with fast gills they are', () => {
    expect(weighed({ ...plain, findings: { gasping: 'yes', 'air-breather-dashes': 'yes' } }).urgency).toBe('none');
    expect(
      weighed({ ...plain, findings: { gasping: 'yes', 'air-breather-dashes': 'yes', 'fast-gills': 'yes' } }).urgency,
    ).toBe('now');
  });
  it('a slow wasting names its danger to people, and every answer that it is no diagnosis', () => {
    const wasting = weighed({
      ...plain,
      findings: { 'thin-body': 'yes', 'deaths-for-weeks': 'yes', 'crept-on': 'yes', 'open-sore': 'yes' },
    });
    expect(wasting.cautions).toContain('zoonosis');
    expect(wasting.cautions).toContain('humane-end');
    expect(weighed(plain).cautions).toEqual(['no-diagnosis']);
  });
  it('nothing said: nothing is concluded and nobody is calmed', () => {
    const none = weighed(plain);
    expect([none.basis, none.nothingFits, none.urgency]).toEqual(['nothing-said', true, 'none']);
    expect(none.firstAid).toEqual([]);
    expect(weighed({ ...plain, findings: { gasping: 'no' } }).basis).toBe('said');
    expect(weighed({ ...plain, measurements: { tanMgPerL: at(0) } }).basis).toBe('said');
    expect(weighed({ ...plain, events: [] }).basis).toBe('nothing-said');
    expect(weighed({ ...plain, events: [{ id: 'filter-washed', hoursAgo: 20 }] }).basis).toBe('said');
  });
  it('said, and nothing fits: not known is no calm either', () => {
    const zero = weighed({ ...plain, measurements: { tanMgPerL: at(0), no2MgPerL: at(0) } });
    expect([zero.nothingFits, zero.urgency, zero.firstAid]).toEqual([true, 'none', []]);
    const pale = weighed({ ...plain, findings: { 'darker-fish': 'yes' } });
    expect(pale.urgency).toBe('watch');
  });
  it('losses that go on lift a week to today; without animals nothing is more than to be watched', () => {
    const marks = { 'fuzz-on-shrimp': 'yes' } as const;
    expect(weighed({ ...plain, hosts: ['shrimp'], findings: marks }).urgency).toBe('week');
    expect(weighed({ ...plain, hosts: ['shrimp'], findings: { ...marks, 'deaths-for-weeks': 'yes' } }).urgency).toBe(
      'today',
    );
    expect(weighed({ ...plain, hosts: ['plants'], findings: { 'slimy-sheet': 'yes' } }).urgency).toBe('watch');
  });
  it('toxic ammonia is now, the same total in acid water today', () => {
    const of = (ph: number): string =>
      weighed({
        ...plain,
        findings: { 'clamped-fins': 'yes' },
        measurements: { tanMgPerL: at(0.5), ph: at(ph), tempC: at(25) },
      }).urgency;
    // At 25 °C a seventh of it is toxic at pH 8.5, half a percent at 6.8 (Emerson 1975).
    expect(of(8.5)).toBe('now');
    expect(of(6.8)).toBe('today');
  });
});

describe('what is refused', () => {
  const refused = (of: Partial<TroubleCase>): string => {
    const result = weighTrouble({ ...plain, ...of }, troubleKnowledge);
    return result.ok ? 'taken' : JSON.stringify(result.refusal);
  };
  it('ids that are not known are named', () => {
    expect(refused({ findings: { BF99: 'yes' } })).toContain('BF99');
    expect(refused({ findings: { 'change-done': 'yes' } })).toContain('change-done');
    expect(refused({ events: [{ id: 'EV99', hoursAgo: 1 }] })).toContain('EV99');
    expect(refused({ measurements: { gold: at(1) } })).toContain('gold');
    expect(refused({ events: [{ id: 'change-done', hoursAgo: -1 }] })).toContain('out-of-range');
    expect(refused({ measurements: { phosphateMgPerL: at(1), chlorideMgPerL: at(1) } })).toBe('taken');
  });
});

describe('a ladder', () => {
  const ladder = (causeId: string, hosts: readonly ('fish' | 'shrimp' | 'snails' | 'plants')[], netVolumeL = 100) => {
    const result = ladderOf({ causeId, hosts, netVolumeL }, troubleKnowledge);
    if (!result.ok) throw new Error(JSON.stringify(result.refusal));
    return result.value;
  };
  it('doses by net volume: salt of 1 g/L is 80 g in 80 L', () => {
    const salt = ladder('fin-rot', ['fish'], 80).steps.find((s) => s.doseG);
    expect(salt?.doseG).toEqual({ lo: 80, hi: 80 });
    const ich = ladder('ich', ['fish'], 60).steps.find((s) => s.doseG);
    expect(ich?.doseG).toEqual({ lo: 60, hi: 180 });
  });
  it('says whom a step would harm, by who lives there', () => {
    const salt = (hosts: Parameters<typeof ladder>[1]): readonly string[] =>
      ladder('fin-rot', hosts).steps.find((s) => s.doseG)?.notIf ?? [];
    expect(salt(['fish']).join()).not.toContain('plants');
    expect(salt(['fish', 'plants', 'shrimp']).join()).toContain('plants');
    expect(salt(['fish', 'plants', 'shrimp']).join()).toContain('Shrimp');
    const heat = ladder('ich', ['fish', 'shrimp']).steps[0];
    expect(heat?.notIf.join()).toContain('Shrimp die above');
    expect(heat?.caution).toBe('heat');
  });
  it('every step has its time to look again; medicines carry their caution', () => {
    for (const cause of troubleKnowledge.causes.filter((c) => c.mistakenFor === ''))
      for (const step of ladder(cause.id, ['fish', 'shrimp', 'snails', 'plants']).steps) {
        expect(step.lookAgainHours).withContext(cause.id).toBeGreaterThan(0);
        if (/antibiotic|formalin|copper by|levamisole|metronidazole/i.test(step.text))
          expect(step.caution).withContext(step.text).not.toBeNull();
      }
  });
  it('refuses a cause that is not known and a volume that cannot be', () => {
    expect(ladderOf({ causeId: 'X99', hosts: [], netVolumeL: 10 }, troubleKnowledge).ok).toBeFalse();
    expect(ladderOf({ causeId: 'ich', hosts: [], netVolumeL: 0 }, troubleKnowledge).ok).toBeFalse();
  });
});

describe('what is foreseen and not measured', () => {
  const slow: TroubleCase = { ...plain, hosts: ['fish'], findings: { 'not-eating': 'yes', 'crowded-tank': 'yes' } };
  const nitrate = { no3MgPerL: { lo: 60, hi: 80 } };
  const partOf = (of: TroubleCase) =>
    weighed(of)
      .lists.water.find((c) => c.causeId === 'organic-load')
      ?.for.find((p) => p.id === 'nitrate-high');

  it('counts by half of what a test would say without settling anything, and says so', () => {
    const told = partOf({ ...slow, foreseen: nitrate });
    expect(told?.foreseen).toBeTrue();
    expect(told?.grade).toBe('hallmark');
    const measured = partOf({ ...slow, measurements: nitrate });
    expect(measured?.foreseen).toBeFalse();
    expect(measured?.grade).toBe('settles');
    expect(told?.weight ?? 0).toBeGreaterThan(0);
    expect(told?.weight ?? 9).toBeLessThan((measured?.weight ?? 0) / 2 + 1e-9);
  });
  it('is half of the weight of a test, wherever the test does not settle the cause', () => {
    const partsOf = (of: TroubleCase) =>
      Object.values(weighed(of).lists)
        .flat()
        .flatMap((c) =>
          c.for
            .filter((p) => p.id === 'nitrate-high' && p.grade !== 'settles' && !p.halved)
            .map((p) => [c.causeId, p.weight] as const),
        );
    const seen: TroubleCase = {
      ...plain,
      hosts: ['fish', 'plants'],
      findings: {
        'not-eating': 'yes',
        'slimy-sheet': 'yes',
        'crowded-tank': 'yes',
        'ragged-fins': 'yes',
        'excess-slime': 'yes',
        'brown-dust': 'yes',
        'green-dust-on-glass': 'yes',
        'red-streaks': 'yes',
      },
    };
    const told = new Map(partsOf({ ...seen, foreseen: nitrate }));
    const pairs = partsOf({ ...seen, measurements: nitrate }).flatMap(([id, weight]) => {
      const half = told.get(id);
      return half === undefined ? [] : [half / weight];
    });
    expect(pairs.length).toBeGreaterThan(0);
    for (const share of pairs) expect(share).toBeCloseTo(0.5, 9);
  });
  it('even where it is strong, it names no cause by itself: what is foreseen is not found', () => {
    const ammonia = {
      tanMgPerL: { lo: 1, hi: 1.2 },
      no2MgPerL: at(1),
      o2MgPerL: at(2),
      tempC: at(33),
      no3MgPerL: at(90),
    };
    expect(weighed({ ...plain, foreseen: ammonia }).nothingFits).toBeTrue();
    expect(weighed({ ...plain, measurements: ammonia }).nothingFits).toBeFalse();
  });
  it('answers nothing: the test is still asked for, and alone it names no cause', () => {
    expect(weighed({ ...slow, foreseen: nitrate }).next.map((n) => n.id)).toContain('nitrate-high');
    expect(weighed({ ...slow, measurements: nitrate }).next.map((n) => n.id)).not.toContain('nitrate-high');
    expect(weighed({ ...plain, foreseen: nitrate }).nothingFits).toBeTrue();
    expect(weighed({ ...plain, measurements: nitrate }).nothingFits).toBeFalse();
  });
  it('rules nothing out, and is silent beside a test or an answer of the keeper', () => {
    const low = { no3MgPerL: at(5) };
    const against = (of: TroubleCase): string[] =>
      weighed(of)
        .lists.water.filter((c) => c.causeId === 'organic-load')
        .flatMap((c) => c.against.map((p) => p.grade));
    expect(against({ ...slow, foreseen: low })).not.toContain('weakens');
    expect(partOf({ ...slow, measurements: low, foreseen: nitrate })).toBeUndefined();
    expect(
      partOf({ ...slow, findings: { ...slow.findings, 'nitrate-high': 'no' }, foreseen: nitrate }),
    ).toBeUndefined();
    const odd = weighTrouble({ ...plain, foreseen: { nonsense: at(1) } }, troubleKnowledge);
    expect(odd.ok ? null : odd.refusal.kind).toBe('unknown-name');
  });
});

describe('the working of a rank', () => {
  it('adds up what each finding added, and multiplies it into the order that is shown', () => {
    const note = recorder();
    const of: TroubleCase = {
      ...plain,
      hosts: ['fish'],
      findings: { gasping: 'yes', 'fast-gills': 'yes' },
      measurements: { tanMgPerL: { lo: 0.8, hi: 1.2 } },
    };
    const result = weighTrouble(of, troubleKnowledge, note);
    if (!result.ok) throw new Error('refused');
    const { steps, limits, method } = note.explained(null);
    expect(method.id).toBe('trouble.weigh');
    expect(limits.map((l) => l.id)).toEqual(['ordinal-grades']);
    const [first, second] = result.value.lists.water;
    const valueOf = (id: string): number => steps.find((s) => s.id === id)?.value ?? NaN;
    expect(valueOf(`${first?.causeId ?? ''}-score`)).toBeGreaterThan(valueOf(`${second?.causeId ?? ''}-score`));
    const sum = [...(first?.for ?? []), ...(first?.against ?? [])].reduce((a, p) => a + p.weight, 0);
    expect(valueOf(`${first?.causeId ?? ''}-evidence`)).toBeCloseTo(sum, 9);
  });
  it('writes the grams of each step of a ladder down', () => {
    const note = recorder();
    ladderOf({ causeId: 'fin-rot', hosts: ['fish'], netVolumeL: 100 }, troubleKnowledge, note);
    const dose = note.explained(null).steps[0];
    expect(dose?.value).toBe((dose?.terms['strength'] ?? NaN) * 100);
  });
});
