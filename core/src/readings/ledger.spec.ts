import { hourMs, minuteMs } from '#core/units';
import fc from 'fast-check';
import { catalogueCase as parameters } from './parameters.cases';
import { ledgerLine } from './ledger';
import type { LedgerReason } from './ledger-reasons';
import type { LedgerEntry, LedgerLine, LedgerPayload } from './ledger-state';
import { ledgerText } from './ledger-print';

const subjects = [
  { id: 'a', name: 'Library', kind: 'tank' },
  { id: 'b', name: 'Linen Room', kind: 'tank' },
  { id: 'c', name: 'Cellar Rack A', kind: 'tank' },
  { id: 'd', name: 'Cellar Rack B', kind: 'tank' },
  { id: 't', name: 'Tap, aged', kind: 'source' },
  { id: 'r', name: 'RO', kind: 'source' },
];
const foods = [{ id: 'flake', name: 'flake food' }];
const zone = 'Europe/Berlin';
const now = Date.parse('2026-03-14T21:30:00Z');
const there = <T>(value: T | undefined): T => {
  if (value === undefined) throw new Error('missing');
  return value;
};
const read = (line: string, more: { nowEpochMs?: number; openTankId?: string } = {}): LedgerLine =>
  ledgerLine({ line, catalogue: parameters, subjects, foods, zone, nowEpochMs: now, ...more });
const only = (line: string): LedgerEntry => {
  const { entries, questions } = read(line);
  expect(questions).toEqual([]);
  expect(entries.length).toBe(1);
  return there(entries[0]);
};
const values = (entry: LedgerEntry): (readonly [string, number | null, number | null])[] =>
  entry.kind === 'readings' ? entry.payload.values.map((v) => [v.parameter, v.lo, v.hi] as const) : [];
const at = (line: string, nowEpochMs = now): string =>
  new Date(read(line, { nowEpochMs }).entries[0]?.atEpochMs ?? 0).toISOString();

describe('the ledger line, readings', () => {
  it('reads seven values in any order, with decimal comma, span and unit', () => {
    const entry = only('library ph 6,1 gh 4 ec 215 no3 5-10 t 73 F kh <1');
    expect(entry.subjectId).toBe('a');
    expect(values(entry).map(([p]) => p)).toEqual([
      'ph',
      'ghDegrees',
      'ec25UsPerCm',
      'no3MgPerL',
      'tempC',
      'khDegrees',
    ]);
    expect(values(entry)[3]).toEqual(['no3MgPerL', 5, 10]);
  });
  for (const line of [
    'library gh 4, ph 6.1',
    'ph 6.1 gh 4 library',
    'LIBRARY ph=6,1; gh: 4',
    'lib ph6.1 gh4',
    '6.1 ph, 4 gh library',
  ])
    it(`reads “${line}” as pH 6.1 and GH 4 of the Library`, () => {
      const entry = only(line);
      expect(entry.subjectId).toBe('a');
      expect(Object.fromEntries(values(entry).map(([p, lo]) => [p, lo]))).toEqual({ ph: 6.05, ghDegrees: 3.5 });
    });
  it('takes a bare temperature by its unit', () => {
    expect(values(only('library 22.8C'))).toEqual([['tempC', 22.75, 22.85]]);
  });
  it('keeps before and after a change apart from routine', () => {
    const entry = only('library after change no3 10');
    expect(entry.kind === 'readings' && entry.payload.context).toBe('after-change');
    expect((only('library before no3 20') as { payload: { context: string } }).payload.context).toBe('before-change');
  });
  it('reads several tanks in one go', () => {
    const { entries, questions } = read('library ph 6.1, linen ph 7.2 gh 8');
    expect(questions).toEqual([]);
    expect(entries.map((e) => [e.subjectId, values(e).length])).toEqual([
      ['a', 1],
      ['b', 2],
    ]);
  });
  it('says the same of several tanks', () => {
    expect(read('library and linen looked, fed, fine').entries.map((e) => [e.subjectId, e.kind])).toEqual([
      ['a', 'looked'],
      ['b', 'looked'],
    ]);
    expect(read('all fed').entries.length).toBe(4);
  });
});

describe('the ledger line, everything else', () => {
  it('reads a change with its source and temperature', () => {
    expect((only('library out 18 L, tap aged, 23C') as LedgerPayload).payload).toEqual({
      entered: { by: 'litres', changeL: 18 },
      sourceId: 't',
      water: { tempC: 23 },
      how: 'poured',
    });
    expect((only('library changed 30% RO dripped') as LedgerPayload).payload).toEqual({
      entered: { by: 'fraction', changeFraction: 0.3 },
      sourceId: 'r',
      water: {},
      how: 'dripped',
    });
  });
  it('understands gallons: 5 US gal are 18.93 L', () => {
    const { payload } = only('library out 5 us gal RO') as { payload: { entered: { changeL: number } } };
    expect(payload.entered.changeL).toBeCloseTo(18.927, 3);
  });
  it('reads a top-up with its water, and asks which where there are several', () => {
    for (const line of ['library topped up 2.5 L RO', 'library top-up 2,5 l with ro', 'library topup 2500 mL RO'])
      expect((only(line) as LedgerPayload).payload).toEqual({ topUpL: 2.5, sourceId: 'r' });
    expect(read('library topped up 2 L').questions[0]?.why).toEqual({
      id: 'topped-up-with',
      facts: { names: ['Tap, aged', 'RO'] },
    });
    expect(read('library topped up').questions[0]?.why.id).toBe('how-much-topped-up');
  });
  it('a mark behind a value insists on that value alone, and is printed again', () => {
    const entry = only('library ph 9.9! gh 4');
    expect(entry.kind === 'readings' && entry.payload.values.map((v) => v.insisted ?? false)).toEqual([true, false]);
    expect(ledgerText({ entry, subjects, catalogue: parameters, zone })).toMatch(/ph 9.9!, gh 4$/);
    expect((only('library note lid was open!') as { payload: { text: string } }).payload.text).toBe('lid was open!');
  });
  it('reads a bare figure as the instrument in hand shows it, one with a unit as it is written', () => {
    const instruments = {
      ghDegrees: { readBy: { kind: 'resolution' as const, resolution: 0.5 }, unit: '' },
      ec25UsPerCm: { readBy: { kind: 'resolution' as const, resolution: 1 }, unit: 'ppm (0.5)' },
    };
    const spans = (line: string) =>
      values(
        there(ledgerLine({ line, catalogue: parameters, subjects, zone, nowEpochMs: now, instruments }).entries[0]),
      ).map(([, lo, hi]) => [lo, hi]);
    expect(spans('library gh 4 tds 150')).toEqual([
      [3.75, 4.25],
      [299, 301],
    ]);
    // Conductivity said as such is what it is, whatever the pen; 100 mg/L as CaCO3 is a degree kit's coarse span.
    expect(spans('library ec 150')).toEqual([[149.5, 150.5]]);
    const [[lo, hi]] = spans('library gh 100 ppm') as [[number, number]];
    expect(hi - lo).toBeCloseTo(1, 6);
  });
  it('a word that is not understood is kept as a note of its tank, with those beside it, and is named', () => {
    const said = ledgerLine({
      line: 'library ph 6.4, looks milky, gh 4 hazy',
      catalogue: parameters,
      subjects,
      zone,
      nowEpochMs: now,
    });
    expect([said.keptTexts, said.questions]).toEqual([['looks milky', 'hazy'], []]);
    expect(said.entries.flatMap((e) => (e.kind === 'note' ? [e.payload.text] : []))).toEqual(['looks milky', 'hazy']);
    // Before a tank is named it may be the name of one: on another tank's page nothing goes into that one's book.
    const odd = ledgerLine({
      line: 'libary ph 6.4',
      catalogue: parameters,
      subjects,
      zone,
      nowEpochMs: now,
      openTankId: subjects[0]?.id,
    });
    expect([odd.keptTexts, odd.questions.map((q) => q.why.id)]).toEqual([[], ['unknown-word']]);
  });
  it('6 berried where one kind lives alone are that kind; among several they are seen of nobody in particular', () => {
    const library = subjects.find((s) => s.name === 'Library')?.id ?? '';
    const shrimp = { kindId: 'cherry-shrimp', strain: 'red', name: 'cherry shrimp', tankIds: [library] };
    const of = (animals: readonly (typeof shrimp)[]) =>
      ledgerLine({
        line: 'library 6 berried, eating',
        catalogue: parameters,
        subjects,
        zone,
        nowEpochMs: now,
        animals,
      }).entries.map(({ kind, payload }) => ({ kind, payload }));
    const count = { lo: 6, hi: 6 };
    expect(of([shrimp])).toEqual([
      { kind: 'seen', payload: { grazing: 'usual' } },
      { kind: 'stock', payload: { event: 'berried', kindId: 'cherry-shrimp', strain: 'red', count } },
    ]);
    for (const others of [[], [shrimp, { ...shrimp, strain: 'blue' }]])
      expect(of(others)).toEqual([{ kind: 'seen', payload: { grazing: 'usual', berried: count } }]);
  });
  it('reads counts and what was seen', () => {
    expect((only('linen 3 moults, eating') as LedgerPayload).payload).toEqual({
      moults: { lo: 3, hi: 3 },
      grazing: 'usual',
    });
    expect((only('linen no deaths 4-6 berried 10+ young hiding') as LedgerPayload).payload).toEqual({
      deaths: { lo: 0, hi: 0 },
      berried: { lo: 4, hi: 6 },
      young: { lo: 10, hi: null },
      behaviour: 'hiding',
    });
  });
  it('reads a dose, a meal and a note', () => {
    expect((only('library dosed 5 mL trace fertiliser') as LedgerPayload).payload).toEqual({
      product: 'trace fertiliser',
      amountMl: 5,
    });
    expect((only('library fed 0.5 g flake') as LedgerPayload).payload).toEqual({
      foodId: 'flake',
      foodG: 0.5,
      school: 'mass',
    });
    expect((only('library "lid was open, 2 out"') as LedgerPayload).payload).toEqual({ text: 'lid was open, 2 out' });
    expect((only('library note lid was open, dry') as LedgerPayload).payload).toEqual({ text: 'lid was open, dry' });
  });
});

describe('the ledger line, times', () => {
  it('takes 21:40 as the last time the clock showed it', () => {
    expect(at('library 21:40 fed')).toBe('2026-03-14T20:40:00.000Z');
    expect(at('library 23:40 fed')).toBe('2026-03-13T22:40:00.000Z');
  });
  it('knows yesterday, weekdays, days ago and dates', () => {
    expect(at('library yesterday 21:40 fed')).toBe('2026-03-13T20:40:00.000Z');
    expect(at('library 2 days ago fed')).toBe('2026-03-12T20:00:00.000Z');
    expect(at('library thu 22:10 fed')).toBe('2026-03-12T21:10:00.000Z');
    expect(at('library 2026-01-05 19:00 fed')).toBe('2026-01-05T18:00:00.000Z');
  });
  it('asks what yesterday is after midnight', () => {
    expect(read('library yesterday fed', { nowEpochMs: Date.parse('2026-03-14T23:40:00Z') }).questions[0]?.why).toEqual(
      {
        id: 'past-midnight',
        facts: { said: 'yesterday', firstOn: '2026-03-14', secondOn: '2026-03-13' },
      },
    );
  });
  it('asks which 02:30 where the clocks were put back, and tells an hour between them', () => {
    const late = Date.parse('2026-10-25T12:00:00Z');
    expect(read('library 02:30 fed', { nowEpochMs: late }).questions[0]?.why).toEqual({
      id: 'doubled-hour',
      facts: { text: '02:30' },
    });
    const [first, second] = ['first', 'second'].map(
      (w) => read(`library 02:30 ${w} fed`, { nowEpochMs: late }).entries[0]?.atEpochMs ?? 0,
    );
    expect((second ?? 0) - (first ?? 0)).toBe(hourMs);
  });
  it('refuses a 02:30 that never was, and the future', () => {
    expect(read('library 02:30 fed', { nowEpochMs: Date.parse('2026-03-29T12:00:00Z') }).questions[0]?.why).toEqual({
      id: 'skipped-hour',
      facts: { text: '02:30', on: '2026-03-29' },
    });
    expect(read('library 2026-04-01 10:00 fed').questions[0]?.why.id).toBe('future');
    expect(read('library 2026-03-14 22:36 fed').questions[0]?.why.id).toBe('future');
    expect(read('library 2026-03-14 22:35 fed').entries[0]?.atEpochMs).withContext('clocks differ').toBe(now);
  });
});

describe('the ledger line, questions', () => {
  it('names the tanks that may be meant in one order, however they stand tonight', () => {
    const turned = ledgerLine({
      line: 'cellar ph 7',
      catalogue: parameters,
      subjects: [...subjects].reverse(),
      foods,
      zone,
      nowEpochMs: now,
    });
    expect(turned.questions[0]?.why.facts).toEqual({ text: 'cellar', names: ['Cellar Rack A', 'Cellar Rack B'] });
  });
  const asked: readonly (readonly [string, LedgerReason])[] = [
    ['cellar ph 7', { id: 'ambiguous', facts: { text: 'cellar', names: ['Cellar Rack A', 'Cellar Rack B'] } }],
    ['zz ph 7', { id: 'unknown-word', facts: { text: 'zz' } }],
    ['library zz 7', { id: 'value-alone', facts: { text: '7' } }],
    ['library 7', { id: 'value-alone', facts: { text: '7' } }],
    ['library ph', { id: 'no-value', facts: { parameter: 'ph' } }],
    ['library ph 7 ph 8', { id: 'value-twice', facts: { parameter: 'ph' } }],
    ['library out', { id: 'how-much-changed', facts: {} }],
    ['library out 18', { id: 'unit-after-number', facts: {} }],
    ['library out 18 L', { id: 'water-in', facts: { names: ['Tap, aged', 'RO'] } }],
    ['library out 130% RO', { id: 'share-of-change', facts: {} }],
    ['library dosed', { id: 'how-much-dosed', facts: {} }],
    ['library dosed 5 mL', { id: 'dosed-what', facts: {} }],
    ['library fed 2 g', { id: 'which-food', facts: { names: [] } }],
    ['library eating, not eating', { id: 'clash', facts: { text: 'not', otherText: 'usual' } }],
    ['library 5-3 dead', { id: 'count-backwards', facts: { text: '5-3' } }],
    ['library 2 dead, 3 dead', { id: 'count-twice', facts: { text: 'dead' } }],
    ['library note', { id: 'empty-note', facts: {} }],
    ['library 2026-02-31 fed', { id: 'no-such-date', facts: { text: '2026-02-31' } }],
    ['library', { id: 'nothing-said', facts: {} }],
  ];
  for (const [line, why] of asked)
    it(`asks about “${line}”`, () => {
      expect(read(line).questions.map((q) => q.why)).toContain(why);
    });
  it('asks which tank where none is named, and hands on what a value was refused for', () => {
    expect(read('ph 7').questions.map((q) => q.why.id)).toEqual(['which-tank']);
    const [odd] = read('library ph 74').questions;
    expect(odd?.why.id === 'refused' && odd.why.facts.refusal.kind).toBe('out-of-range');
  });
  it('takes the tank whose page is open where none is named', () => {
    expect(read('ph 7', { openTankId: 'd' }).entries[0]?.subjectId).toBe('d');
  });
  it('never drops a word and never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (line) => {
        const { entries, questions } = read(line);
        // A letter or a figure that is neither written nor asked about would be lost.
        if (/[\p{L}\p{N}]/u.test(line)) expect(entries.length + questions.length).toBeGreaterThan(0);
      }),
    );
  });
});

describe('any entry printed as a line', () => {
  const whole = fc.integer({ min: 0, max: 200 });
  const span = fc.oneof(
    whole.map((n) => ({ lo: n, hi: n })),
    fc.tuple(whole, whole).map(([a, b]) => ({ lo: a, hi: a + b })),
    whole.map((n) => ({ lo: n, hi: null })),
  );
  const cents = (min: number, max: number): fc.Arbitrary<number> =>
    fc.integer({ min: min * 100, max: max * 100 }).map((n) => n / 100);
  const value = fc
    .tuple(
      fc.constantFrom(...parameters),
      fc.constantFrom('plain', 'span', 'below', 'above', 'about'),
      cents(1, 9),
      cents(0, 3),
    )
    .map(([p, shape, n, wide]) => {
      const hi = Number((n + wide).toFixed(2));
      const text = { plain: `${n}`, span: `${n}-${hi}`, below: `<${n}`, above: `>${n}`, about: `~${n}` }[shape];
      return `${p.names[0] ?? ''} ${text ?? ''}`;
    });
  const said: fc.Arbitrary<LedgerPayload> = fc.oneof(
    fc.record({
      kind: fc.constant('seen' as const),
      payload: fc.record(
        {
          deaths: span,
          moults: span,
          berried: span,
          young: span,
          grazing: fc.constantFrom('usual' as const, 'less' as const, 'none' as const),
          behaviour: fc.constantFrom('calm' as const, 'hiding' as const, 'gasping' as const),
        },
        { requiredKeys: ['moults'] },
      ),
    }),
    fc.record({ kind: fc.constant('looked' as const), payload: fc.record({ fed: fc.boolean(), fine: fc.boolean() }) }),
    fc.record({
      kind: fc.constant('dose' as const),
      payload: fc.record({ product: fc.constantFrom('potassium', 'trace fertiliser'), amountMl: cents(0.1, 50) }),
    }),
    fc.record({
      kind: fc.constant('fed' as const),
      payload: fc.record({ foodId: fc.constant('flake'), foodG: cents(0.1, 50), school: fc.constant('mass' as const) }),
    }),
    fc.record({
      kind: fc.constant('note' as const),
      payload: fc.record({ text: fc.constantFrom('lid open', '3 moults, ph 7', 'out 18 L') }),
    }),
    fc.record({
      kind: fc.constant('top-up' as const),
      payload: fc.record({ topUpL: cents(0.1, 50), sourceId: fc.constantFrom('t', 'r') }),
    }),
    fc.record({
      kind: fc.constant('change' as const),
      payload: fc.record({
        entered: fc.oneof(
          cents(1, 90).map((changeL) => ({ by: 'litres' as const, changeL })),
          fc.integer({ min: 1, max: 100 }).map((n) => ({ by: 'fraction' as const, changeFraction: n / 100 })),
        ),
        sourceId: fc.constantFrom('t', 'r'),
        water: fc.oneof(
          fc.constant({}),
          cents(15, 30).map((tempC) => ({ tempC })),
        ),
        how: fc.constantFrom('poured' as const, 'dripped' as const),
      }),
    }),
  );
  const when = fc.integer({ min: Date.parse('2024-01-01') / minuteMs, max: now / minuteMs }).map((m) => m * minuteMs);
  it('reads back the same: changes, doses, meals, notes, what was seen', () => {
    fc.assert(
      fc.property(said, fc.constantFrom('a', 'b', 'c', 'd'), when, (payload, subjectId, atEpochMs) => {
        const entry: LedgerEntry = { ...payload, subjectId, atEpochMs };
        const line = ledgerText({ entry, subjects, catalogue: parameters, foods, zone });
        const again = read(line);
        expect(again.questions).withContext(line).toEqual([]);
        expect(again.entries).withContext(line).toEqual([entry]);
      }),
    );
  });
  it('reads back the same: readings of every parameter in every writing', () => {
    fc.assert(
      fc.property(fc.uniqueArray(value, { minLength: 1, maxLength: 8, selector: (v) => v.split(' ')[0] }), (given) => {
        const first = read(`library ${given.join(', ')}`);
        if (first.questions.length > 0) return;
        const [entry] = first.entries;
        if (!entry) return;
        const again = read(ledgerText({ entry, subjects, catalogue: parameters, zone }));
        expect(again.questions).toEqual([]);
        expect(values(there(again.entries[0]))).toEqual(values(entry));
      }),
    );
  });
});

describe('signs of trouble in a line', () => {
  const signs = [
    { words: 'white spots', findingId: 'white-grains' },
    { words: 'gasping', findingId: 'gasping' },
    { words: 'cotton', findingId: 'cotton-tufts' },
  ];
  const of = (line: string, more: Partial<Parameters<typeof ledgerLine>[0]> = {}) =>
    ledgerLine({ line, catalogue: parameters, subjects, foods, zone, nowEpochMs: now, signs, ...more });
  const stairwell = { id: 'a', name: 'Library' };
  it('gasping and white spots: what was seen is an entry, both are signs of that tank', () => {
    const { entries, troubles, questions } = of(`${stairwell.name} gasping, white spots`);
    expect(questions).toEqual([]);
    expect(entries.map((e) => e.kind)).toEqual(['seen']);
    expect(troubles).toEqual([{ subjectId: stairwell.id, findingIds: ['gasping', 'white-grains'] }]);
  });
  it('signs alone write nothing and are not «nothing said»; plural and singular are one', () => {
    const { entries, troubles, questions } = of(`${stairwell.name} white spot`);
    expect([entries.length, troubles[0]?.findingIds, questions.length]).toEqual([0, ['white-grains'], 0]);
  });
  it('without a tank it is asked which; on a tank’s page it is that one; a comma parts words', () => {
    expect(of('white spots').questions.map((q) => q.why.id)).toEqual(['which-tank']);
    expect(of('white spots', { openTankId: stairwell.id }).troubles).toHaveSize(1);
    expect(of(`${stairwell.name} white, spots`).troubles).toEqual([]);
  });
  it('twice the same is once, and without the knowledge the words are not known', () => {
    expect(of(`${stairwell.name} cotton, cotton`).troubles[0]?.findingIds).toEqual(['cotton-tufts']);
    expect(of(`${stairwell.name} cotton`, { signs: [] }).keptTexts).toEqual(['cotton']);
  });
});
