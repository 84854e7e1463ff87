import { effect, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject, ReplaySubject } from 'rxjs';
import { entryOf, type NewEntry } from '#contracts/book';
import { Api } from '../base/api';
import { Outbox, type Sent } from '../base/outbox';
import { Told } from '../base/told';
import { ToldNote } from './told-note';
import { Toasts } from './toasts';

const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
const api = { told: new Subject(), call: () => new Subject(), stayIn: () => undefined, inHouse: () => null };

describe('what the house did not tell', () => {
  const opened = async () => {
    await TestBed.configureTestingModule({
      imports: [ToldNote],
      providers: [provideZonelessChangeDetection(), { provide: Api, useValue: api }],
    }).compileComponents();
    const told = TestBed.inject(Told);
    const fixture = TestBed.createComponent(ToldNote);
    const host = fixture.nativeElement as HTMLElement;
    return {
      told,
      host,
      text: async () => {
        await fixture.whenStable();
        return (host.textContent ?? '').replace(/\s+/g, ' ').trim();
      },
    };
  };
  it('is asked once by an effect, whatever is answered meanwhile', async () => {
    const { told } = await opened();
    let askedCount = 0;
    TestBed.runInInjectionContext(() =>
      effect(() => {
        askedCount += 1;
        told.asks('stock', '/api/stock');
        told.lacks('entries', '/api/entries', 'x');
      }),
    );
    TestBed.tick();
    for (let i = 0; i < 3; i++) {
      told.has('stock', '/api/stock');
      told.has('stock', `/api/stock?${i}`);
      TestBed.tick();
      await wait(0);
    }
    expect(askedCount).toBe(1);
  });
  it('is waited for in silence first, then with the bones of a page; once it is there nothing is said', async () => {
    const { told, host, text } = await opened();
    told.asks('stock', '/api/stock');
    expect(await text()).toBe('');
    expect(host.querySelector('p-skeleton')).toBeNull();
    await wait(420);
    await text();
    expect(host.querySelector('p-skeleton')).not.toBeNull();
    told.has('stock', '/api/stock');
    expect(await text()).toBe('');
    expect(host.querySelector('p-skeleton')).toBeNull();
    // Asked again it is there already: no bones over what stands.
    told.asks('stock', '/api/stock');
    expect(told.waiting()).toBeFalse();
  });
  it('is named, and never reads as nothing there; the way to ask again stands beside it', async () => {
    const { told, host, text } = await opened();
    told.lacks('stock', '/api/stock', 'The server answered 500');
    told.lacks('diary', '/api/diary?kinds=fed', 'The server answered 500');
    expect(await text()).toContain('Not told: who lives where, what was written. The server answered 500.');
    expect(await text()).toContain('does not mean that there is nothing');
    let again = 0;
    told.again.subscribe(() => again++);
    host.querySelector('button')?.click();
    expect(again).toBe(1);
    told.has('stock', '/api/stock');
    told.has('diary', '/api/diary?kinds=fed');
    expect(await text()).toBe('');
  });
  it('says how old is what is shown, where it was told before; what another page asked is no longer missed', async () => {
    const { told, text } = await opened();
    told.has('tonight', '/api/tonight');
    told.lacks('tonight', '/api/tonight', 'The server answered 500');
    expect(await text()).toContain('What is shown is of ');
    told.lacks('stock', '/api/stock', 'The server answered 500');
    expect(await text()).toContain('does not mean that there is nothing');
    told.turnedPage(['/api/tonight']);
    expect(await text()).toContain('Not told: the tanks and their verdicts.');
    expect(await text()).not.toContain('who lives where');
  });
  it('what says itself what became of it is not told twice', async () => {
    const { told, text } = await opened();
    told.lacks('fortnight', '/api/water/fortnight', 'no time');
    expect(await text()).toBe('');
  });
});

describe('what became of what was written', () => {
  const head = { id: 'e1', subjectId: 'lobby', happenedAt: '2026-03-14T21:30:00.000Z' };
  const looked = entryOf('looked', head, { fed: true, fine: true });
  const opened = async (before: readonly NewEntry[] = []) => {
    const told = new ReplaySubject<{ state: 'written' | 'queued'; entries: NewEntry[] }>(1);
    if (before.length > 0) told.next({ state: 'written', entries: [...before] });
    const written: NewEntry[][] = [];
    const outbox = {
      told,
      write: (entries: NewEntry[]): Promise<Sent> => {
        written.push(entries);
        told.next({ state: 'written', entries });
        return Promise.resolve({ state: 'written' });
      },
    };
    await TestBed.configureTestingModule({
      imports: [Toasts],
      providers: [
        provideZonelessChangeDetection(),
        { provide: Api, useValue: api },
        { provide: Outbox, useValue: outbox },
      ],
    }).compileComponents();
    const fixture = TestBed.createComponent(Toasts);
    const settle = async (): Promise<string> => {
      await fixture.whenStable();
      await wait(20);
      await fixture.whenStable();
      return ((fixture.nativeElement as HTMLElement).textContent ?? '').replace(/\s+/g, ' ').trim();
    };
    await settle();
    const undo = (): HTMLButtonElement | null => (fixture.nativeElement as HTMLElement).querySelector('.undo');
    return { told, written, settle, undo };
  };
  it('is said, and undone by a strike that stays readable', async () => {
    const { told, written, settle, undo } = await opened();
    told.next({ state: 'written', entries: [looked] });
    expect(await settle()).toContain('In the book.');
    undo()?.click();
    expect(await settle()).toContain('Undone. The struck line stays readable in the book.');
    expect(written).toEqual([
      [
        jasmine.objectContaining({
          kind: 'strike',
          subjectId: 'lobby',
          payload: { entryId: 'e1', reason: 'undone at once' },
        }),
      ],
    ]);
    // A strike is not undone by another; the toast of before has gone by then.
    await wait(600);
    await settle();
    expect(undo()).toBeNull();
  });
  it('what was written before the toast was there is told all the same, with its way back', async () => {
    const { settle, undo } = await opened([looked]);
    expect(await settle()).toContain('In the book.');
    expect(undo()).not.toBeNull();
  });
  it('one key undoes what is told, not while one types, and only once', async () => {
    const { told, written, settle } = await opened();
    const u = (target: EventTarget) =>
      target.dispatchEvent(new KeyboardEvent('keydown', { key: 'u', bubbles: true, cancelable: true }));
    u(document.body);
    told.next({ state: 'written', entries: [looked] });
    await settle();
    const field = document.body.appendChild(document.createElement('input'));
    u(field);
    field.remove();
    expect(written).toEqual([]);
    u(document.body);
    u(document.body);
    expect(written.length).toBe(1);
    expect(written[0]?.[0]?.kind).toBe('strike');
    await settle();
  });
  it('what waits on this device says so; what is written over and not struck has no way back here', async () => {
    const { told, settle, undo } = await opened();
    told.next({ state: 'queued', entries: [looked] });
    expect(await settle()).toContain('Kept on this device, sent when the house answers.');
    expect(undo()).toBeNull();
    told.next({ state: 'written', entries: [entryOf('set-up', head, {} as never)] });
    expect(await settle()).toContain('In the book.');
    expect(undo()).toBeNull();
  });
});
