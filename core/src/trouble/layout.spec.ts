import { deadSpots, squareId, type SquareKind } from './layout';

const drawn = (rows: readonly string[]) =>
  rows.map((row) =>
    Array.from(row).map((c): SquareKind =>
      c === 'o' ? 'outlet' : c === '#' ? 'hard' : c === 'p' ? 'plants' : c === 'i' ? 'intake' : 'bed',
    ),
  );
const dead = (rows: readonly string[]): string[] =>
  deadSpots(drawn(rows))
    .filter((s) => s.dead)
    .map((s) => s.id);

describe('dead spots of a plan', () => {
  it('names squares by row from the back and place from the left', () => {
    expect([squareId({ rowIndex: 0, columnIndex: 0 }), squareId({ rowIndex: 2, columnIndex: 7 })]).toEqual([
      'A1',
      'C8',
    ]);
  });
  it('without an outlet nothing is said', () => {
    expect(dead(['....', '....'])).toEqual([]);
    expect(deadSpots([])).toEqual([]);
  });
  it('what lies behind stones is dead, the stones themselves are not', () => {
    expect(dead(['o.#.'])).toEqual(['A4']);
    expect(deadSpots(drawn(['o.#.'])).find((s) => s.id === 'A4')?.flowCount).toBeNull();
  });
  it('what lies further than three quarters of the longer side is dead', () => {
    expect(dead(['o.......'])).toEqual(['A8']);
    expect(deadSpots(drawn(['o.......'])).map((s) => s.flowCount)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  });
  it('thick plants count three squares, and water goes round them where it can', () => {
    expect(dead(['op......'])).toEqual(['A6', 'A7', 'A8']);
    expect(deadSpots(drawn(['op..', '....'])).find((s) => s.id === 'A3')?.flowCount).toBe(4);
    expect(deadSpots(drawn(['opp.', '....'])).find((s) => s.id === 'A4')?.flowCount).toBe(5);
  });
  it('the nearest of two outlets counts', () => {
    expect(deadSpots(drawn(['o......o'])).map((s) => s.flowCount)).toEqual([0, 1, 2, 3, 3, 2, 1, 0]);
    expect(dead(['o......o'])).toEqual([]);
  });
});
