import { TestBed } from '@angular/core/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { of, Subject, throwError, type Observable } from 'rxjs';
import type { NewEntry } from '#contracts/book';
import { Api, ApiProblem } from '../base/api';
import { Keys, type KeyActions } from './keys';
import { newId, Outbox } from '../base/outbox';
import { Scribe } from '../base/scribe';

const press = (keys: Keys, key: string, target: EventTarget | null = null, ctrlKey = false): void => {
  keys.press({ key, target, ctrlKey, metaKey: false, altKey: false, preventDefault: () => undefined });
};

describe('single keys', () => {
  let done: string[];
  let keys: Keys;
  beforeEach(() => {
    done = [];
    const actions: KeyActions = {
      open: (what) => done.push(what),
      go: (path) => done.push(path),
      lamp: () => done.push('lamp'),
      margin: () => done.push('margin'),
      nextOnRound: () => done.push('next'),
    };
    keys = new Keys(actions);
  });
  it('n, /, ?, l, m and . act at once; g waits for its letter', () => {
    for (const key of ['n', '/', '?', 'l', 'm', '.', 'g', 'w']) press(keys, key);
    expect(done).toEqual(['line', 'jump', 'keys', 'lamp', 'margin', 'next', '/water']);
  });
  it('an unknown letter after g does nothing, and the next key is itself again', () => {
    for (const key of ['g', 'z', 'n']) press(keys, key);
    expect(done).toEqual(['line']);
  });
  it('are dead inside inputs and with Ctrl', () => {
    press(keys, 'n', document.createElement('input'));
    press(keys, 'l', document.createElement('textarea'));
    press(keys, 'n', null, true);
    expect(done).toEqual([]);
  });
});

describe('the outbox', () => {
  const entry = (): NewEntry => ({
    id: newId(),
    kind: 'looked',
    kindVersion: 1,
    subjectId: newId(),
    happenedAt: '2026-03-14T21:30:00.000Z',
    payload: { fed: true, fine: true },
  });
  const taken = (entries: NewEntry[]): Observable<unknown> => of({ entries: entries.map(({ id }) => ({ id })) });
  let answer: (entries: NewEntry[]) => Observable<unknown>;
  let sent: number;
  let tried: string[][];
  const open = (): Outbox => {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        {
          provide: Api,
          useValue: {
            call: (_name: string, { body }: { body: { entries: NewEntry[] } }) => {
              sent += 1;
              tried.push(body.entries.map((e) => e.id));
              return answer(body.entries);
            },
            told: new Subject(),
            inHouse: () => 'own',
          },
        },
      ],
    });
    return TestBed.inject(Outbox);
  };
  const problem = (status: number): ApiProblem => new ApiProblem({ type: 'about:blank', title: 'no', status });
  beforeEach(async () => {
    sent = 0;
    tried = [];
    answer = taken;
    const outbox = open();
    await outbox.start();
    for (const left of [...outbox.unsent(), ...outbox.refusedWrites()]) await outbox.discard(left.id);
    sent = 0;
  });

  it('sends at once, is empty after the acknowledgement, and tells who listens', async () => {
    const outbox = open();
    const told: NewEntry[][] = [];
    outbox.written.subscribe((entries) => told.push(entries));
    expect(await outbox.write([entry()])).toEqual({ state: 'written' });
    expect([outbox.unsent().length, told.length]).toEqual([0, 1]);
  });
  it('keeps what the server cannot take over a reload, and delivers it later, once', async () => {
    answer = () => throwError(() => problem(0));
    expect((await open().write([entry()])).state).toBe('queued');
    answer = taken;
    sent = 0;
    const reloaded = open();
    await reloaded.start();
    expect([reloaded.unsent().length, sent]).toEqual([0, 1]);
    await reloaded.flush();
    expect(sent).toBe(1);
  });
  it('a refused write comes back to its form and does not block the next', async () => {
    answer = () => throwError(() => problem(422));
    const outbox = open();
    const back = await outbox.write([entry()]);
    expect(back.state === 'refused' && back.problem.status).toBe(422);
    answer = taken;
    expect(await outbox.write([entry()])).toEqual({ state: 'written' });
  });
  it('a server error is not a refusal: the entry waits', async () => {
    answer = () => throwError(() => problem(500));
    const outbox = open();
    expect((await outbox.write([entry()])).state).toBe('queued');
    expect(outbox.unsent().length).toBe(1);
    for (const left of outbox.unsent()) await outbox.discard(left.id);
  });
  it('an answer cut short does not block what follows: both are sent again, and the page that waited is told', async () => {
    answer = () => throwError(() => new TypeError('cut'));
    const outbox = open();
    const [first, second] = [entry(), entry()];
    expect((await outbox.write([first])).state).toBe('queued');
    expect((await outbox.write([second])).state).toBe('queued');
    let toldCount = 0;
    TestBed.inject(Scribe)
      .whenWritten(second.id)
      .subscribe(() => (toldCount += 1));
    answer = taken;
    await outbox.flush();
    expect([outbox.unsent().length, toldCount]).toEqual([0, 1]);
  });
  it('what the server itself fails at is set aside after three tries; other tanks and what follows go on meanwhile', async () => {
    const outbox = open();
    const [bad, sameTank, other] = [entry(), entry(), entry()];
    sameTank.subjectId = bad.subjectId;
    answer = (entries) => (entries[0]?.id === bad.id ? throwError(() => problem(500)) : taken(entries));
    expect((await outbox.write([bad])).state).toBe('queued');
    // Order is kept within a tank: its next entry waits for this one, another tank's does not.
    expect((await outbox.write([sameTank])).state).toBe('queued');
    expect((await outbox.write([other])).state).toBe('written');
    await outbox.flush();
    expect(outbox.unsent()).toEqual([]);
    expect(outbox.refusedWrites().map((w) => w.entries)).toEqual([[bad]]);
    expect(tried.filter(([first]) => first === bad.id).length).toBe(3);
    // It outlives a reload with its content, and goes when it is taken at last.
    const reloaded = open();
    await reloaded.start();
    expect(reloaded.refusedWrites().map((w) => w.entries)).toEqual([[bad]]);
    answer = taken;
    await reloaded.again(reloaded.refusedWrites()[0]?.id ?? '');
    expect([reloaded.refusedWrites().length, reloaded.unsent().length]).toEqual([0, 0]);
  });
  it('a refused entry that waited here is set aside, mended by the keeper and sent', async () => {
    answer = () => throwError(() => problem(0));
    const outbox = open();
    const wrong = entry();
    await outbox.write([wrong]);
    answer = (entries) =>
      (entries[0] as { payload?: { fine?: boolean } }).payload?.fine ? throwError(() => problem(400)) : taken(entries);
    await outbox.flush();
    const [aside] = outbox.refusedWrites();
    expect([aside?.refused?.status, outbox.unsent().length]).toEqual([400, 0]);
    await outbox.again(aside?.id ?? '', [{ ...wrong, payload: { fed: true, fine: false } } as NewEntry]);
    expect([outbox.refusedWrites().length, outbox.unsent().length]).toEqual([0, 0]);
  });
  it('another program on the port acknowledges and refuses nothing: the entry waits for the house', async () => {
    const outbox = open();
    for (const strange of [
      () => of({ ok: true }),
      () => of({ entries: [] }),
      () => of('hello'),
      () => throwError(() => new ApiProblem({ type: 'about:blank', title: 'x', status: 404 }, false)),
      () => throwError(() => new ApiProblem({ type: 'about:blank', title: 'x', status: 400 }, false)),
      () => throwError(() => problem(421)),
      () => throwError(() => problem(503)),
    ]) {
      answer = strange;
      await outbox.write([entry()]);
    }
    expect([outbox.unsent().length, outbox.refusedWrites().length]).toEqual([7, 0]);
    answer = taken;
    await outbox.flush();
    expect(outbox.unsent()).toEqual([]);
  });
  it('a tab closed in the middle leaves its writes to the tabs that are open', async () => {
    const here = open();
    await here.start();
    answer = () => throwError(() => problem(0));
    const closed = open();
    await closed.write([entry()]);
    answer = taken;
    expect(here.unsent().length).toBe(0);
    tried = [];
    await here.flush();
    expect(tried.length).toBe(1);
    await closed.flush();
    expect([closed.unsent().length, tried.length]).toEqual([0, 1]);
  });
  it('a full device loses nothing: the entry is kept in this tab, which says so, and is sent', async () => {
    const outbox = open();
    answer = () => throwError(() => problem(0));
    const put = spyOn(IDBObjectStore.prototype, 'put').and.throwError(new DOMException('full', 'QuotaExceededError'));
    expect((await outbox.write([entry()])).state).toBe('queued');
    expect([outbox.unsent().length, outbox.inTabOnlyCount()]).toEqual([1, 1]);
    put.and.callThrough();
    await outbox.flush();
    expect(outbox.unsent().length).toBe(1);
    answer = taken;
    await outbox.flush();
    expect([outbox.unsent().length, outbox.inTabOnlyCount()]).toEqual([0, 0]);
  });
  it('what is written while the device is still read is kept beside what waited there', async () => {
    answer = () => throwError(() => problem(0));
    await open().write([entry()]);
    const outbox = open();
    await Promise.all([outbox.start(), outbox.write([entry()])]);
    expect(outbox.unsent().length).toBe(2);
    for (const left of outbox.unsent()) await outbox.discard(left.id);
  });
  it('keeps drafts on the device, and forgets an emptied one', async () => {
    await open().keepDraft('x', 'ph 6,1');
    expect(await open().draft('x')).toBe('ph 6,1');
    await open().keepDraft('x', '');
    expect(await open().draft('x')).toBeNull();
  });
  it('ids are distinct, time-ordered and need no secure context', () => {
    const ids = Array.from({ length: 50 }, newId);
    expect(new Set(ids).size).toBe(50);
    expect([...ids].sort()).toEqual(ids);
  });
});
