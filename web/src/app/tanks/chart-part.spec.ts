import { bandStretches, spanFigures } from './chart-part';

describe('the chart of a folio', () => {
  const band = (lo: number, hi: number) => ({ no3MgPerL: { lo, hi } });
  it('a change of practice ends one band and begins the next; the same band goes on as one', () => {
    const byDate = [
      { fromEpochMs: 0, practiceId: 'a', bands: band(0, 40) },
      { fromEpochMs: 100, practiceId: 'a', bands: band(0, 40) },
      { fromEpochMs: 200, practiceId: 'b', bands: band(0, 20) },
      { fromEpochMs: 300, practiceId: 'c', bands: {} },
    ];
    expect(bandStretches(byDate, { parameter: 'no3MgPerL', toEpochMs: 500 })).toEqual([
      { lo: 0, hi: 40, fromEpochMs: 0, toEpochMs: 200 },
      { lo: 0, hi: 20, fromEpochMs: 200, toEpochMs: 300 },
    ]);
    expect(bandStretches(byDate, { parameter: 'ph', toEpochMs: 500 })).toEqual([]);
  });
  it('figures of a span: ends of the readings themselves, open ends by their middle', () => {
    const readings = [
      { atEpochMs: 10, lo: 5, hi: 10 },
      { atEpochMs: 20, lo: 10, hi: 20 },
      { atEpochMs: 30, lo: 20, hi: 40 },
      { atEpochMs: 99, lo: 0, hi: 80 },
    ];
    expect(spanFigures(readings, { fromEpochMs: 10, toEpochMs: 30 })).toEqual({
      count: 3,
      lo: 5,
      hi: 40,
      medianValue: 15,
    });
    expect(spanFigures(readings, { fromEpochMs: 40, toEpochMs: 50 })).toBeNull();
  });
});
