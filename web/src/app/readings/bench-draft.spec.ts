import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { Outbox } from '../base/outbox';
import { BenchDraftStore } from './bench-draft';

describe('the half-written evening', () => {
  const opened = async (kept: object | null = null) => {
    const elsewhere = new Subject<{ id: string; text: string }>();
    const written: string[] = [];
    TestBed.configureTestingModule({
      providers: [
        BenchDraftStore,
        {
          provide: Outbox,
          useValue: {
            draft: () => Promise.resolve(kept ? JSON.stringify(kept) : null),
            keepDraft: (_id: string, text: string) => {
              written.push(text);
              return Promise.resolve();
            },
            draftsElsewhere: elsewhere,
          },
        },
      ],
    });
    const store = TestBed.inject(BenchDraftStore);
    await Promise.resolve();
    return { store, elsewhere, written };
  };
  it('is kept on the device with every key, and comes back after a reload', async () => {
    const first = await opened();
    first.store.type('a ph', '6.1');
    const kept = JSON.parse(first.written.at(-1) ?? '{}') as { texts: object; entryIds: object };
    expect(kept.texts).toEqual({ 'a ph': '6.1' });
    TestBed.resetTestingModule();
    const again = await opened(kept);
    expect(again.store.draft().texts).toEqual({ 'a ph': '6.1' });
    expect(again.store.draft().entryIds).toEqual(kept.entryIds as Record<string, string>);
  });
  it('a key pressed before the kept draft was read goes into it, not over it', async () => {
    const elsewhere = new Subject<{ id: string; text: string }>();
    const written: string[] = [];
    let tell: (text: string) => void = () => undefined;
    TestBed.configureTestingModule({
      providers: [
        BenchDraftStore,
        {
          provide: Outbox,
          useValue: {
            draft: () => new Promise<string>((resolve) => (tell = resolve)),
            keepDraft: (_id: string, text: string) => written.push(text),
            draftsElsewhere: elsewhere,
          },
        },
      ],
    });
    const store = TestBed.inject(BenchDraftStore);
    store.type('b ph', '7');
    expect(written).toEqual([]);
    tell(JSON.stringify({ texts: { 'a ph': '6' }, columns: ['ph'] }));
    await Promise.resolve();
    await Promise.resolve();
    expect(store.draft().texts).toEqual({ 'a ph': '6', 'b ph': '7' });
    expect(store.draft().columns).toEqual(['ph']);
    expect((JSON.parse(written.at(-1) ?? '{}') as { texts: object }).texts).toEqual({ 'a ph': '6', 'b ph': '7' });
  });
  it('gives a row its ids with the first key and keeps them for the next', async () => {
    const { store } = await opened();
    store.type('a ph', '6');
    const ids = store.draft().entryIds;
    store.type('a ph', '6.1');
    store.type('a tempC', '24');
    expect(store.draft().entryIds).toEqual(ids);
    expect(Object.keys(ids)).toEqual(['a readings', 'a seen']);
  });
  it('forgets a row that is in the book, and keeps under new ids what was typed while it was on its way', async () => {
    const { store } = await opened();
    store.put({ 'a ph': '6', 'b ph': '7' });
    const [sentTexts, before] = [store.draft().texts, store.draft().entryIds];
    store.type('a tempC', '24');
    store.clear({ written: new Set(['a']), sentTexts });
    expect(store.draft().texts).toEqual({ 'b ph': '7', 'a tempC': '24' });
    expect(store.draft().entryIds['a readings']).not.toBe(before['a readings']);
    expect(store.draft().entryIds['b readings']).toBe(before['b readings']);
  });
  it('a cell read from a device is remembered as such until it is typed over', async () => {
    const { store } = await opened();
    store.read('a ph', { text: '7.1', instrumentId: 'pen' });
    expect(store.draft().cellInstruments).toEqual({ 'a ph': 'pen' });
    store.type('a ph', '7.2');
    expect(store.draft().cellInstruments).toEqual({});
  });
  it('takes in what another tab types, and drops what that one has written', async () => {
    const { store, elsewhere } = await opened({ texts: { 'a ph': '6' } });
    const tell = (texts: object): void => {
      elsewhere.next({ id: 'bench', text: JSON.stringify({ texts }) });
    };
    tell({ 'a ph': '6', 'b ph': '7' });
    expect(store.draft().texts).toEqual({ 'a ph': '6', 'b ph': '7' });
    tell({ 'b ph': '7' });
    expect(store.draft().texts).toEqual({ 'b ph': '7' });
    elsewhere.next({ id: 'ledger-line', text: 'ph 7' });
    expect(store.draft().texts).toEqual({ 'b ph': '7' });
  });
});
