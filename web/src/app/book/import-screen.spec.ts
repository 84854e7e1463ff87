import { TestBed } from '@angular/core/testing';
import type { ImportReport } from '#contracts/book';
import { openRoom, unreachable, type Room } from '../room.cases';
import { now, nowAt } from '../water/water-house.cases';
import { TonightStore } from '../tonight';
import { ImportScreen } from './import-screen';

const report = (over: Partial<ImportReport> = {}): ImportReport => ({
  dryRun: true,
  house: 'Quillwater House',
  rowCount: 12,
  newCount: 10,
  knownCount: 2,
  photosCount: 0,
  missingPhotosCount: 0,
  faultCount: 0,
  mayKeep: false,
  faults: [],
  written: false,
  ...over,
});
async function open(importBook: unknown = report()): Promise<Room> {
  const room = await openRoom(ImportScreen, {
    nowEpochMs: now,
    answers: {
      importBook,
      tonight: {
        nowAt,
        nightOn: '2026-03-14',
        house: 'Test',
        foreseen: { readyCount: 1, tanksCount: 1 },
        tanks: [{ tankId: 'lobby', name: 'Lobby', roundOrder: 10 }],
      },
    },
  });
  // The shell reads Tonight; here it is read by hand.
  TestBed.inject(TonightStore).load();
  await room.settle();
  return room;
}
async function give(room: Room, name: string, text: string | Uint8Array<ArrayBuffer>): Promise<void> {
  const field = room.query<HTMLInputElement>('input[type=file]');
  const files = new DataTransfer();
  files.items.add(new File([text], name));
  field.files = files.files;
  field.dispatchEvent(new Event('change', { bubbles: true }));
  // The file is read by the browser, in its own time.
  for (let i = 0; i < 20; i++) {
    await new Promise((resolve) => setTimeout(resolve, 5));
    await room.settle();
  }
}
const dryRuns = (room: Room) => room.asked.filter((a) => a.name === 'importBook').map((a) => a.query['dryRun']);

describe('taking a book in', () => {
  it('it is looked through first, and written only when that is said', async () => {
    const room = await open();
    await give(room, 'book.json', '{"entries":[]}');
    expect(room.text()).toContain('A book of Quillwater House: 12 entries, 10 new, 2 here already.');
    expect(dryRuns(room)).toEqual(['yes']);
    await room.click('Take all of it in');
    expect(dryRuns(room)).toEqual(['yes', 'no']);
  });
  it('photos are counted, and those that are missing are said', async () => {
    const room = await open(report({ photosCount: 3, missingPhotosCount: 2 }));
    await give(room, 'book.json', '{}');
    expect(room.text()).toContain('2 here already, 3 photos.');
    expect(room.text()).toContain('2 photos are named and not in the file');
  });
  it('faults are listed by row, and then there is nothing to take', async () => {
    const room = await open(report({ faultCount: 1, faults: [{ rowIndex: 7, message: 'was altered' }] }));
    await give(room, 'book.json', '{}');
    expect(room.text()).toContain('1 rows cannot be taken in');
    expect(room.text()).toContain('Row 7: was altered');
    expect(room.text()).not.toContain('Take all of it in');
  });
  it('a whole book that holds what would be refused today is taken in with its faults only when that is said', async () => {
    const old = { faultCount: 2, faults: [{ rowIndex: 7, message: 'lies in the future' }], mayKeep: true };
    const room = await open(report(old));
    await give(room, 'book.json', '{}');
    expect(room.text()).toContain('2 rows hold what would be refused today; nothing is written.');
    expect(room.text()).not.toContain('cannot be taken in');
    await room.click('Take it in with its faults');
    const asked = room.asked
      .filter((a) => a.name === 'importBook')
      .map((a) => [a.query['dryRun'], a.query['oldFaults']]);
    expect(asked).toEqual([
      ['yes', undefined],
      ['no', 'keep'],
    ]);
  });
  it('what was taken in with faults says how many it held', async () => {
    const room = await open(report({ faultCount: 2, written: true, mayKeep: true }));
    await give(room, 'book.json', '{}');
    expect(room.text()).toContain('It is in the book, with 2 faults that it held.');
  });
  it('what was written says so', async () => {
    const room = await open(report({ written: true }));
    await give(room, 'book.json', '{}');
    expect(room.text()).toContain('It is in the book.');
    expect(room.text()).not.toContain('Take all of it in');
  });
  it('what is no JSON is never sent; a server that cannot be reached is said', async () => {
    const room = await open();
    await give(room, 'book.json', 'not a book');
    expect(room.text()).toContain('This is no JSON in UTF-8; nothing was read.');
    expect(dryRuns(room)).toEqual([]);
    await give(room, 'book.json', new Uint8Array([0x22, 0xe4, 0x22]));
    expect(room.text()).toContain('no JSON in UTF-8');
  });
  it('a server that cannot be reached is said', async () => {
    const room = await open(unreachable);
    await give(room, 'book.json', '{}');
    expect(room.text()).toContain('The server cannot be reached');
    expect(room.has('section')).toBeFalse();
  });
});

describe('taking a table in', () => {
  const table = 'Day;Tank;pH;Nitrate\n10.03.2026;Lobby;7,0;10-20\n11.03.2026;Lobby;7,1;20\n';
  it('its columns are guessed, and what they give is written as a whole', async () => {
    const room = await open();
    await give(room, 'old.csv', table);
    expect(room.text()).toContain('2 rows give 2 entries.');
    await room.click('Write 2 entries in the book');
    expect(room.written.map((e) => [e.kind, e.subjectId])).toEqual([
      ['readings', 'lobby'],
      ['readings', 'lobby'],
    ]);
    expect(room.text()).toContain('2 entries in the book.');
    expect(room.has('section')).toBeFalse();
  });
  it('one fault, and nothing can be written; leaving its column out mends it', async () => {
    const room = await open();
    await give(room, 'old.csv', table.replace('7,1', '71'));
    expect(room.text()).toContain('1 faults: nothing is written');
    expect(room.text()).toContain('Row 3, pH');
    expect(room.disabled('Write')).toBeTrue();
    await room.pick('[role=combobox][aria-label="Column pH"]', 'skip');
    expect(room.disabled('Write')).toBeFalse();
  });
  it('what the server refuses leaves the table as it is', async () => {
    const room = await open();
    room.answer({
      state: 'refused',
      problem: {
        type: '',
        title: 'It cannot be written',
        status: 422,
        errors: [{ field: 'entries.0.happenedAt', message: 'lies in the future' }],
      },
    });
    await give(room, 'old.csv', table);
    await room.click('Write 2 entries in the book');
    expect(room.text()).toContain(
      'It cannot be written: entries.0.happenedAt lies in the future. Nothing was written.',
    );
    expect(room.text()).toContain('2 rows give 2 entries.');
  });
  it('without a server it is kept on the device', async () => {
    const room = await open();
    room.answer({ state: 'queued' });
    await give(room, 'old.csv', table);
    await room.click('Write 2 entries in the book');
    expect(room.text()).toContain('Kept on this device, sent when the server is back.');
  });
});
