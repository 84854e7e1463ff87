import { refusalSentence, type Refusal } from '#core/result';
import { recorder, silent } from './index';

describe('a working', () => {
  it('is written by computing: a step’s figure is its own function of its own terms', () => {
    const note = recorder({ id: 'm', version: 2 });
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
    const note = recorder({ id: 'm', version: 1 });
    note.assume('x');
    note.assume('x');
    note.source('a', 'a', 'b');
    expect([note.explained(1).assumptions, note.explained(1).sourceIds]).toEqual([['x'], ['a', 'b']]);
  });
  it('silent gives the same numbers and keeps nothing', () => {
    expect(silent.step({ id: 's', label: '', formula: '', unit: '', terms: { a: 2 }, by: ({ a }) => a * 2 })).toBe(4);
    expect(silent.explained(1).steps).toEqual([]);
  });
});

describe('a refusal', () => {
  it('has one plain sentence for every kind', () => {
    const all: Refusal[] = [
      { kind: 'out-of-range', field: 'pH', value: 74, lo: 0, hi: 14, unit: '', mend: '7.4' },
      { kind: 'not-a-number', field: 'pH', text: 'blue' },
      { kind: 'unknown-unit', field: 'volume', text: 'gallon', known: ['L'] },
      { kind: 'unknown-name', field: 'tank', text: 'x', known: ['a'] },
      { kind: 'missing', field: 'x', why: 'y' },
      { kind: 'contradiction', fields: ['a', 'b'], why: 'y' },
      { kind: 'method-invalid', method: 'm', why: 'y' },
      { kind: 'unreachable', target: '1', why: 'y' },
      { kind: 'malformed', field: 'x', why: 'y' },
    ];
    const said = all.map(refusalSentence);
    expect(said[0]).toBe('pH is 74; it can only be between 0 and 14. Perhaps 7.4?');
    expect(new Set(said).size).toBe(all.length);
    expect(
      refusalSentence({ kind: 'out-of-range', field: 'volume', value: -1, lo: 0, hi: Number.MAX_VALUE, unit: 'L' }),
    ).toContain('at least 0 L');
  });
});
