import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { BookEntry } from '#contracts/book';
import { BookScreen } from './book/book-screen';
import { ReadingsScreen } from './readings/readings-screen';
import { openRoom, unreachable, type Room } from './room.cases';
import { Jump } from './shell/jump';
import { SourcesScreen } from './sources/sources-screen';
import { SetupScreen } from './tanks/setup-screen';
import { folioOf, now, nowAt, sources } from './water/water-house.cases';

const open = <C>(
  screen: Type<C>,
  inputs: Record<string, unknown> = {},
  answers: Record<string, unknown> = {},
): Promise<Room> =>
  openRoom(screen, {
    inputs,
    nowEpochMs: now,
    answers: {
      sources: { nowAt, sources },
      diary: { nowAt, entries: [] },
      folio: folioOf(),
      tonight: { nowAt, nightOn: '2026-03-14', house: 'Test', foreseen: { readyCount: 1, tanksCount: 1 }, tanks: [] },
      sourceHistory: { nowAt, history: {} },
      stock: { nowAt, tanks: [], ownKinds: [] },
      ...answers,
    },
  });

describe('the jump box', () => {
  it('takes what was typed before it stood: the letters, and Enter', async () => {
    const room = await open(Jump, { typedAhead: 'supp\n' });
    expect(room.query<HTMLInputElement>('input').value).toBe('supp');
    expect(TestBed.inject(Router).url).toBe('/supplies');
  });
  it('narrows as one types, and says when nothing is called so', async () => {
    const room = await open(Jump, { typedAhead: 'ta' });
    expect(room.text()).toContain('Tanks');
    expect(room.text()).not.toContain('Sources');
    await room.type('input', 'zzz');
    expect(room.text()).toContain('Nothing of that name.');
  });
});

describe('setting up a tank', () => {
  it('works out the net volume while one types, and writes what was typed', async () => {
    const room = await open(SetupScreen);
    await room.fill('Name', 'Window');
    await room.fill('Running since', '2026-03-01');
    await room.fill('Length outside', '60');
    await room.fill('Width outside', '30');
    await room.fill('Height outside', '36');
    await room.fill('Glass, mm', '5');
    await room.fill('Water below the rim', '3');
    await room.fill('Bed depth', '0');
    // 59 × 29 × (36 − 0.5 − 3) cm inside, as water.
    expect(room.text()).toMatch(/55\.6/);
    await room.fill('On the label', '64');
    expect(room.text()).toContain('A dose by the label would be 15 % too strong.');
    await room.click('Put the tank in the book');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({
        name: 'Window',
        labelL: 64,
        geometry: {
          shape: 'rectangle',
          lengthCm: 60,
          widthCm: 30,
          heightCm: 36,
          glassMm: 5,
          waterBelowRimCm: 3,
          bedDepthCm: 0,
        },
      }),
    );
  });
  it('glass as thick as the tank is refused in words, and a fault of the server stands beside its field', async () => {
    const room = await open(SetupScreen);
    await room.fill('Length outside', '10');
    await room.fill('Width outside', '10');
    await room.fill('Height outside', '10');
    await room.fill('Glass, mm', '60');
    expect(room.has('.fault')).toBeTrue();
    expect(room.text()).not.toContain('glassMm');
    await room.fill('Name', 'Lobby');
    room.answer({
      state: 'refused',
      problem: {
        type: '',
        title: 'no',
        status: 400,
        errors: [{ field: 'entries.0.payload.name', message: 'is taken: another tank is called so' }],
      },
    });
    await room.click('Put the tank in the book');
    expect(room.text()).toContain('is taken: another tank is called so');
    expect(room.query<HTMLInputElement>('input[name=name]').value).toBe('Lobby');
  });
  it('a set-up that is changed begins with what is in force, and keeps its subject', async () => {
    const room = await open(SetupScreen, { tankId: 'lobby' });
    expect(room.query<HTMLInputElement>('input[name=name]').value).toBe('Lobby');
    await room.fill('Or: it took to fill, L', '96');
    await room.click('Write the new set-up');
    expect(room.written[0]).toEqual(jasmine.objectContaining({ kind: 'set-up', subjectId: 'lobby' }));
    expect(room.written[0]?.payload).toEqual(jasmine.objectContaining({ name: 'Lobby', measuredFillL: 96 }));
    expect((room.written[0]?.payload as { bearingKept?: true }).bearingKept).toBeUndefined();
    await room.tickBox('keep to it');
    await room.click('Write the new set-up');
    expect(room.written[1]?.payload).toEqual(jasmine.objectContaining({ bearingKept: true }));
  });
});

describe('the sources', () => {
  it('say what is known, what is not, and what cannot be true together', async () => {
    const room = await open(SourcesScreen);
    const of = (name: string): string => room.textOf(`section[aria-label="${name}"]`);
    expect(of('Tap, aged')).toContain('General hardness 14');
    expect(of('RO/DI')).toContain('Not known:');
    expect(of('Odd tap')).toContain('This cannot all be true');
  });
  it('a drum is written with its parts; leaving it writes nothing', async () => {
    const room = await open(SourcesScreen);
    await room.click('Add a source');
    await room.fill('Name', 'Blend');
    await room.choose('What it is', 'mixed in a drum');
    await room.click('A part');
    await room.choose('Water', 'Tap, aged');
    await room.click('Put the source in the book');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ name: 'Blend', state: 'batch', parts: [{ sourceId: 'tap', partL: 10 }] }),
    );
    await room.click('Add a source');
    await room.fill('Name', 'Another');
    await room.click('Leave it');
    expect(room.written.length).toBe(1);
  });
});

describe('the readings of one tank', () => {
  it('are understood while typed, judged by the band, and written as spans', async () => {
    const room = await open(ReadingsScreen, { tank: 'lobby' });
    await room.fill('Nitrate', '20-40');
    await room.fill('pH', '7,1');
    expect(room.text()).toContain('20–40 mg/L · inside the band');
    expect(room.drafts.get('readings-lobby')).toContain('20-40');
    await room.click('Write');
    const payload = room.written[0]?.payload as {
      context: string;
      values: { parameter: string; lo: number; hi: number }[];
    };
    expect(payload.context).toBe('routine');
    expect(payload.values.map((v) => v.parameter)).toEqual(['ph', 'no3MgPerL']);
    expect(payload.values[1]).toEqual(jasmine.objectContaining({ lo: 20, hi: 40 }));
    expect(room.drafts.get('readings-lobby')).toBe('');
  });
  it('what cannot be read is said beside the field, and nothing is written', async () => {
    const room = await open(ReadingsScreen, { tank: 'lobby' });
    await room.fill('Nitrate', 'plenty');
    expect(room.text()).toContain('is not a number we can read');
    expect(room.text()).not.toContain('no3MgPerL');
    expect(room.disabled('Write')).toBeTrue();
  });
  it('an unlikely value is asked about and written only when it is kept', async () => {
    const room = await open(ReadingsScreen, { tank: 'lobby' });
    await room.fill('Temperature', '64');
    expect(room.disabled('Write')).toBeTrue();
    await room.tickBox('It is right, keep it');
    await room.click('Write');
    const { values } = room.written[0]?.payload as { values: { insisted?: boolean }[] };
    expect(values[0]?.insisted).toBeTrue();
  });
});

describe('the book', () => {
  const line = (id: string, over: Partial<BookEntry> = {}): BookEntry =>
    ({
      id,
      kind: 'note',
      kindVersion: 1,
      subjectId: 'lobby',
      subjectName: 'Lobby',
      happenedAt: nowAt,
      nightOn: '2026-03-14',
      writtenAt: nowAt,
      writtenBy: 'keeper',
      payload: { text: 'lid left open' },
      line: 'lid left open',
      struck: null,
      ...over,
    }) as unknown as BookEntry;
  const page = (...entries: BookEntry[]) => ({ nowAt, entries, olderThan: null });

  it('strikes a line with its reason, and not without', async () => {
    const room = await open(BookScreen, {}, { entries: page(line('e1')) });
    expect(room.text()).toContain('lid left open');
    await room.click('Strike');
    expect(room.disabled('Strike it')).toBeTrue();
    await room.type('input[name=reason]', 'wrong tank');
    await room.click('Strike it');
    expect(room.written[0]?.payload).toEqual({ entryId: 'e1', reason: 'wrong tank' });
    expect(room.text()).toContain('Struck. It stays readable.');
  });
  it('asks for words, kinds and dates, and for all again', async () => {
    const room = await open(BookScreen, {}, { entries: page() });
    await room.type('input[name=words]', 'lid');
    await room.click('Find');
    await room.choose('What', 'notes');
    expect(room.asked.filter((a) => a.name === 'entries').at(-1)?.query).toEqual(
      jasmine.objectContaining({ words: 'lid', kind: 'note' }),
    );
    expect(room.text()).toContain('Nothing in the book says that.');
    await room.click('All again');
    expect(room.asked.at(-1)?.query['words']).toBeUndefined();
  });
  it('says that the server cannot be reached', async () => {
    const room = await open(BookScreen, {}, { entries: unreachable });
    expect(room.textOf('[role=alert]')).toContain('The server cannot be reached');
  });
});
