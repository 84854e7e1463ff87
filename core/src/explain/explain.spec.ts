import { recorder, silent } from './index';

describe('a working', () => {
  it('is written by computing: a step’s figure is its own function of its own terms', () => {
    const note = recorder();
    note.by('m', 2);
    note.by('inner', 1);
    const value = note.step({
      id: 's',
      label: 'Sum',
      formula: 'a + b',
      unit: '',
      terms: { a: 2, b: 3 },
      by: ({ a, b }) => a + b,
    });
    const explained = note.explained(value);
    expect(explained.steps).toEqual([
      { id: 's', label: 'Sum', formula: 'a + b', unit: '', terms: { a: 2, b: 3 }, value: 5 },
    ]);
    expect(explained.method).toEqual({ id: 'm', version: 2 });
  });
  it('says an assumption and a source once', () => {
    const note = recorder();
    note.assume('rise-by-dose');
    note.assume('rise-by-dose');
    note.assume('temperature-supposed', { tempC: 20 });
    note.assume('temperature-supposed', { tempC: 25 });
    note.assumed({ id: 'rise-by-dose', facts: {} });
    note.limit('upper-bound');
    note.source('a', 'a', 'b');
    const { assumptions, limits, sourceIds } = note.explained(1);
    expect(assumptions).toEqual([
      { id: 'rise-by-dose', facts: {} },
      { id: 'temperature-supposed', facts: { tempC: 20 } },
      { id: 'temperature-supposed', facts: { tempC: 25 } },
    ]);
    expect(limits).toEqual([{ id: 'upper-bound', facts: {} }]);
    expect(sourceIds).toEqual(['a', 'b']);
  });
  it('silent gives the same numbers and keeps nothing', () => {
    expect(silent.step({ id: 's', label: '', formula: '', unit: '', terms: { a: 2 }, by: ({ a }) => a * 2 })).toBe(4);
    expect(silent.explained(1).steps).toEqual([]);
  });
});
