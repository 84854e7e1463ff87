import { NearRows } from './near-rows';

describe('rows that come near', () => {
  it('are told once, when they come into sight of what scrolls, and not before', async () => {
    const scroll = document.createElement('div');
    scroll.className = 'scroll';
    scroll.style.cssText = 'height: 100px; overflow: auto;';
    const rows = Array.from({ length: 60 }, () => {
      const row = document.createElement('div');
      row.style.height = '50px';
      scroll.append(row);
      return row;
    });
    document.body.append(scroll);
    const near = new NearRows();
    const told: number[] = [];
    for (const [i, row] of rows.entries()) near.watch(row, () => told.push(i));
    const until = async (done: () => boolean): Promise<void> => {
      for (let i = 0; i < 100 && !done(); i++) await new Promise((resolve) => setTimeout(resolve, 20));
    };
    await until(() => told.includes(0));
    expect(told).toContain(0);
    expect(told).not.toContain(40);
    near.forget(rows[50] ?? scroll);
    scroll.scrollTop = 2400;
    await until(() => told.includes(48));
    expect(told).toContain(48);
    expect(told).not.toContain(50);
    expect(new Set(told).size).toBe(told.length);
    near.ngOnDestroy();
    scroll.remove();
  });
});
