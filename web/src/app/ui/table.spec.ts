import { TestBed } from '@angular/core/testing';
import { Component } from '@angular/core';
import { Table, TableCell, TableUnder, type TableColumn } from './table';

describe('a table to be read', () => {
  interface Row {
    name: string;
    atEpochMs: number;
  }
  const columns: TableColumn<Row>[] = [
    { head: 'Name', text: (r) => r.name, note: (r) => (r.name === 'b' ? 'a note' : '') },
    { head: 'When', text: (r) => `day ${r.atEpochMs}`, sortBy: (r) => r.atEpochMs, figures: true },
  ];
  const rowsOf = (count: number): Row[] =>
    Array.from({ length: count }, (_, i) => ({ name: i === 1 ? 'b' : `row ${i}`, atEpochMs: count - i }));
  function open(rows: readonly Row[]) {
    const fixture = TestBed.createComponent<Table<Row>>(Table);
    fixture.componentRef.setInput('name', 'Readings, newest first');
    fixture.componentRef.setInput('columns', columns);
    fixture.componentRef.setInput('rows', rows);
    fixture.detectChanges();
    const page = fixture.nativeElement as HTMLElement;
    return {
      page,
      cells: (place: number) =>
        [...page.querySelectorAll(`tbody td:nth-child(${place})`)].map((c) => c.textContent.trim()),
      settle: async () => {
        fixture.detectChanges();
        await fixture.whenStable();
        fixture.detectChanges();
      },
    };
  }
  it('ten rows stand as they are: no tools, no sorting', () => {
    const { page, cells } = open(rowsOf(10));
    expect(page.querySelector('input')).toBeNull();
    expect(page.querySelector('p-sorticon')).toBeNull();
    expect(cells(2)[0]).toBe('day 10');
    expect(page.querySelector('tbody')?.textContent).toContain('a note');
    expect(page.querySelector('table')?.getAttribute('aria-label')).toBe('Readings, newest first');
  });
  it('from eleven on it sorts by what the column means, not by its words', async () => {
    const { page, cells, settle } = open(rowsOf(11));
    page.querySelectorAll<HTMLElement>('th')[1]?.click();
    await settle();
    // By words "day 10" would stand before "day 2".
    expect(cells(2).slice(0, 3)).toEqual(['day 1', 'day 2', 'day 3']);
  });
  it('finds by any word, and says when nothing is of that name', async () => {
    const { page, cells, settle } = open(rowsOf(12));
    const find = page.querySelector('input');
    if (!find) throw new Error('no field to find with');
    const type = async (word: string) => {
      find.value = word;
      find.dispatchEvent(new Event('input'));
      await new Promise((done) => setTimeout(done, 350));
      await settle();
    };
    await type('row 7');
    expect(cells(1)).toEqual(['row 7']);
    await type('nobody');
    expect(page.querySelector('tbody')?.textContent).toContain('Nothing of that name');
  });
  it('saves its rows as a file, cell by cell', async () => {
    const { page } = open(rowsOf(11));
    const click = spyOn(HTMLAnchorElement.prototype, 'click');
    const blobs: Blob[] = [];
    spyOn(URL, 'createObjectURL').and.callFake((blob) => {
      blobs.push(blob as Blob);
      return 'blob:saved';
    });
    [...page.querySelectorAll('button')].find((b) => b.textContent.includes('Save'))?.click();
    expect(click).toHaveBeenCalledTimes(1);
    expect((click.calls.first().object as HTMLAnchorElement).download).toBe('night-ledger-readings-newest-first.csv');
    const lines = (await blobs[0]?.text())?.split('\r\n');
    expect(lines?.[0]?.replace('\uFEFF', '')).toBe('Name,When');
    expect(lines?.[2]).toBe('b,day 10');
    expect(lines?.length).toBe(12);
  });

  it('a cell may be drawn by its page, and something stand under the row that is open', async () => {
    @Component({
      imports: [Table, TableCell, TableUnder],
      template: `<nl-table name="Things" [columns]="columns" [rows]="rows" [open]="isOpen">
        <ng-template nlCell="Name" let-r
          ><a href="#">go to {{ r.name }}</a></ng-template
        >
        <ng-template nlUnder let-r>under {{ r.name }}</ng-template>
      </nl-table>`,
    })
    class Things {
      columns = columns;
      rows = rowsOf(12);
      isOpen = (r: Row): boolean => r.name === 'row 3';
    }
    const fixture = TestBed.createComponent(Things);
    fixture.detectChanges();
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const rows = [...page.querySelectorAll('tbody tr')].map((r) => r.textContent.replace(/\s+/g, ' ').trim());
    expect(rows.length).toBe(13);
    expect(rows.slice(3, 5)).toEqual(['go to row 3 day 9', 'under row 3']);
    const find = page.querySelector('input');
    if (find) find.value = 'row 1';
    find?.dispatchEvent(new Event('input'));
    fixture.detectChanges();
    // By its words: rows 10 and 11 (the second is called b).
    await new Promise((done) => setTimeout(done, 350));
    fixture.detectChanges();
    expect([...page.querySelectorAll('tbody a')].map((a) => a.textContent)).toEqual(['go to row 10', 'go to row 11']);
  });
});
