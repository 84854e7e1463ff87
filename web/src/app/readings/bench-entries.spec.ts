import type { Instrument } from '#core/readings';
import type { Bench } from '#contracts/readings';
import { benchRow, cellKey, mergedDraft, pasted, rowEntries, type BenchDraft, type Column } from './bench-entries';
import { completions } from './ledger-entries';

const tank: Bench['tanks'][number] = {
  tankId: 'a',
  name: 'Library',
  rack: '',
  cells: {
    ph: { band: { lo: 6, hi: 7 }, last: { lo: 6.3, hi: 6.5, atEpochMs: 0 }, expected: null, due: null },
    ec25UsPerCm: {
      band: null,
      last: { lo: 230, hi: 232, atEpochMs: 0 },
      expected: { mean: 235, lo80: 230, hi80: 240 },
      due: null,
    },
  },
};
const columns: Column[] = ['ph', 'ghDegrees', 'ec25UsPerCm', 'deaths', 'moults'];
const draft = (texts: Partial<Record<Column, string>>, instruments: BenchDraft['instruments'] = {}): BenchDraft => ({
  texts: Object.fromEntries(Object.entries(texts).map(([column, text]) => [cellKey('a', column), text])),
  entryIds: { 'a readings': 'id-1', 'a seen': 'id-2' },
  columns,
  instruments,
});
const pen: Instrument = {
  id: 'pen',
  name: 'Pen',
  type: 'pen',
  parameters: ['ec25UsPerCm'],
  steps: [],
  resolutionValue: 1,
  doubleSample: false,
  penFactor: 0.5,
  reportsAsElement: false,
  compensatesTemperature: true,
  expiresOn: null,
  calibrateEveryDays: null,
};
const row = (d: BenchDraft) => benchRow({ tank, draft: d, instruments: new Map([['pen', pen]]) });
const entries = (d: BenchDraft, doubts = new Map<string, string>()) =>
  rowEntries({ row: row(d), draft: d, happenedAt: '2026-03-14T21:00:00Z', doubts });

describe('two tabs over one draft', () => {
  const draft = (texts: Record<string, string>, entryIds: Record<string, string> = {}): BenchDraft => ({
    texts,
    entryIds,
    columns: ['ph'],
    instruments: {},
  });
  it('each keeps what the other typed, and what both typed in one cell is the later of them', () => {
    const base = draft({ 'a ph': '6' });
    const merged = mergedDraft({
      base,
      mine: draft({ 'a ph': '6', 'b ph': '7' }),
      theirs: draft({ 'a ph': '6.2', 'c ph': '8' }),
    });
    expect(merged.texts).toEqual({ 'a ph': '6.2', 'b ph': '7', 'c ph': '8' });
  });
  it('what the other tab has put in the book is gone here, too, and cannot be written twice', () => {
    const base = draft({ 'a ph': '6', 'b ph': '7' }, { 'a readings': '1' });
    const merged = mergedDraft({ base, mine: base, theirs: draft({ 'b ph': '7' }) });
    expect([merged.texts, merged.entryIds]).toEqual([{ 'b ph': '7' }, {}]);
  });
  it('a row that both began has the older id in both', () => {
    const [mine, theirs] = [
      draft({ 'a ph': '6' }, { 'a readings': '2' }),
      draft({ 'a ph': '6' }, { 'a readings': '1' }),
    ];
    const one = mergedDraft({ base: draft({}), mine, theirs });
    const two = mergedDraft({ base: draft({}), mine: theirs, theirs: mine });
    expect([one.entryIds, two.entryIds]).toEqual([{ 'a readings': '1' }, { 'a readings': '1' }]);
  });
});

describe('the bench', () => {
  it('makes one sitting of the readings and one of what was seen, with ids that were given at the first key', () => {
    const made = entries(draft({ ph: '6,4', ghDegrees: '5', deaths: '0', moults: '2-3' }));
    expect(made.map((e) => [e.kind, e.id])).toEqual([
      ['readings', 'id-1'],
      ['seen', 'id-2'],
    ]);
    expect(made[1]?.payload).toEqual({ deaths: { lo: 0, hi: 0 }, moults: { lo: 2, hi: 3 } });
  });
  it('reads a pen of factor 0.5: 117 on it is 234 µS/cm', () => {
    const [entry] = entries(
      draft({ ec25UsPerCm: '117' }, { ec25UsPerCm: 'pen' }),
      new Map([['pen', 'Off its standard.']]),
    );
    const value = entry?.kind === 'readings' ? entry.payload.values[0] : undefined;
    expect(((value?.lo ?? 0) + (value?.hi ?? 0)) / 2).toBeCloseTo(234, 6);
    expect([value?.instrumentId, value?.doubt, value?.penFactor]).toEqual(['pen', 'Off its standard.', 0.5]);
  });
  it('asks about what the tank was not expected to be, until a mark says it is right', () => {
    expect(row(draft({ ec25UsPerCm: '600' })).questions.map((q) => q.column)).toEqual(['ec25UsPerCm']);
    expect(row(draft({ ec25UsPerCm: '600!' })).questions).toEqual([]);
    const [entry] = entries(draft({ ec25UsPerCm: '600!' }));
    expect(entry?.kind === 'readings' && entry.payload.values[0]?.insisted).toBe(true);
  });
  it('asks about GH 12 beside 90 µS/cm', () => {
    const { questions } = row(draft({ ghDegrees: '12', ec25UsPerCm: '90' }));
    expect(questions.some((q) => q.why.includes('cannot give'))).toBe(true);
  });
  it('says what is wrong with a cell and keeps it', () => {
    const { said } = row(draft({ ph: '74', moults: '5-2' }));
    expect([said.get('ph')?.kind, said.get('moults')?.kind]).toEqual(['fault', 'fault']);
  });
  it('lays a spreadsheet in from a cell to the right and down, and counts what falls off', () => {
    const laid = pasted({
      text: '6.4\t5\n6.5\t6\n6.6\t7\n',
      tankIds: ['a', 'b'],
      columns,
      from: { rowIndex: 0, columnIndex: 0 },
    });
    expect(laid.texts).toEqual({ 'a ph': '6.4', 'a ghDegrees': '5', 'b ph': '6.5', 'b ghDegrees': '6' });
    expect(laid.lostCount).toBe(2);
  });
});

describe('completion in the ledger line', () => {
  const subjects = [
    { id: 'a', name: 'Library', kind: 'tank' },
    { id: 'b', name: 'Linen Room', kind: 'tank' },
  ];
  it('offers names the last word may begin, and nothing for numbers or one letter', () => {
    expect(completions('ph 7 li', subjects).map((c) => c.word)).toEqual(['Library', 'Linen Room']);
    expect(completions('lib', subjects)[0]?.rest).toBe('rary');
    expect(completions('ph 7', subjects)).toEqual([]);
  });
});
