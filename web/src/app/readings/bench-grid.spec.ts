import { signal } from '@angular/core';
import type { Bench } from '#contracts/readings';
import { BenchGrid } from './bench-grid';
import type { BenchDraft, Column } from './bench-entries';

const bench: Bench = {
  nowAt: '2026-03-14T21:30:00.000Z',
  tanks: ['a', 'b'].map((tankId) => ({
    tankId,
    name: tankId === 'a' ? 'Library' : 'Lobby',
    rack: '',
    cells: {
      ph: {
        band: { lo: 6, hi: 7 },
        last: { lo: 6.45, hi: 6.55, atEpochMs: 0 },
        expected: { mean: 6.5, lo80: 6.4, hi80: 6.6 },
        due: tankId === 'a' ? 'Settled' : null,
      },
      no3MgPerL: {
        band: { lo: 0, hi: 40 },
        last: { lo: 10, hi: 20, atEpochMs: 0 },
        expected: { mean: 25, lo80: 22, hi80: 28 },
        due: null,
      },
    },
  })),
};

describe('the cells of the bench', () => {
  const opened = (texts: Record<string, string> = {}) => {
    const columns: Column[] = ['ph', 'no3MgPerL', 'moults'];
    const draft = signal<BenchDraft>({ texts, entryIds: {}, columns, instruments: {} });
    const grid = new BenchGrid({
      bench: signal<Bench | null>(bench),
      draft,
      columns: signal(columns.map((id) => ({ id, label: id }))),
      instruments: signal(new Map()),
    });
    const type = (key: string, text: string): void => {
      draft.update((d) => ({ ...d, texts: { ...d.texts, [key]: text } }));
    };
    return { grid, type };
  };
  it('show last value, band, trend and what is due before anything is typed', () => {
    const { grid } = opened();
    const [ph, no3, moults] = grid.views()[0]?.cells ?? [];
    expect([ph?.last, ph?.standsPercent, ph?.due, ph?.trend]).toEqual(['6.5', 50, true, '']);
    // Expected above where it last read: it has gone up since.
    expect([no3?.last, no3?.trend, no3?.due]).toEqual(['10–20', '↗', false]);
    expect(no3?.description).toBe('band 0–40, expected 22–28');
    expect([moults?.last, moults?.standsPercent]).toEqual(['', null]);
  });
  it('are judged as they are typed: in band, questioned, no number; counts are counts', () => {
    const { grid, type } = opened();
    const tones = (): string[] => grid.views()[0]?.cells.map((c) => c.tone) ?? [];
    type('a ph', '6.5');
    expect(tones()).toEqual(['settled', '', '']);
    type('a ph', '3.1');
    expect(tones()[0]).toBe('asked');
    type('a ph', '3.1!');
    expect(tones()[0]).toBe('act');
    type('a ph', 'x');
    expect(tones()[0]).toBe('bad');
    type('a moults', '3-5');
    expect(tones()[2]).toBe('settled');
  });
  it('a key in one row leaves the other rows the same objects: they are not drawn again', () => {
    const { grid, type } = opened({ 'b ph': '6.4' });
    const before = grid.views();
    type('a ph', '6.5');
    const after = grid.views();
    expect(after[1]).toBe(before[1]);
    expect(after[0]).not.toBe(before[0]);
    expect(after[0]?.cells[0]?.text).toBe('6.5');
    const rows = grid.rows();
    type('a ph', '6.6');
    expect(grid.rows().get('b')).toBe(rows.get('b'));
  });
});
