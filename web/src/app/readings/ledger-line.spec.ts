import { computed, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of, Subject, switchMap, type Observable } from 'rxjs';
import type { NewEntry } from '#contracts/book';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { EnteredLines } from '../base/entered-lines';
import { Outbox, type Sent } from '../base/outbox';
import { SourcesStore } from '../sources/sources-store';
import { TonightStore } from '../tonight/tonight-store';
import { InstrumentStore } from './instrument-store';
import { LedgerLine } from './ledger-line';
import { ReadWith } from './read-with';

describe('the ledger line', () => {
  afterEach(() => {
    localStorage.removeItem('night-ledger-lines');
  });
  const opened = async (
    draft: string | null = null,
    late: Observable<unknown> | null = null,
    kitsKnown = true,
    answer: Sent = { state: 'written' },
  ) => {
    const written: NewEntry[][] = [];
    const kits = signal(kitsKnown);
    const chart = { readBy: { kind: 'chart' as const, steps: [0, 20, 40, 80] }, unit: '' };
    const source = {
      sourceId: 'tap',
      setUp: { name: 'Tap, aged' },
      analysis: { ghDegrees: { lo: 9, hi: 11 }, tempC: { lo: 12, hi: 12 } },
    };
    TestBed.configureTestingModule({
      providers: [
        {
          provide: Api,
          useValue: {
            inHouse: () => 'own',
            call: (name: string) => {
              const answer = of({
                nowAt: '',
                ownKinds: [],
                tanks: name === 'stock' ? [{ tankId: 'a', events: [{ kindId: 'platy', strain: 'red' }] }] : [],
              });
              return name === 'stock' && late ? late.pipe(switchMap(() => answer)) : answer;
            },
          },
        },
        { provide: HouseStore, useValue: { nowEpochMs: () => Date.parse('2026-03-14T21:30:00Z'), zone: () => 'UTC' } },
        { provide: TonightStore, useValue: { tanks: signal([{ tankId: 'a', name: 'Library' }]) } },
        {
          provide: SourcesStore,
          useValue: {
            list: signal([source]),
            load: () => undefined,
            named: (id: string) => (id === 'tap' ? source : null),
          },
        },
        {
          provide: Outbox,
          useValue: {
            draft: (id: string) => Promise.resolve(id === 'ledger-line' ? draft : null),
            keepDraft: () => Promise.resolve(),
            write: (entries: NewEntry[]) => {
              written.push(entries);
              return Promise.resolve(answer);
            },
          },
        },
      ],
    }).overrideComponent(LedgerLine, {
      set: {
        providers: [
          { provide: InstrumentStore, useValue: { inUse: signal([]), doubts: signal(new Map()) } },
          {
            provide: ReadWith,
            useValue: {
              of: () => undefined,
              told: kits,
              instruments: computed(() => (kits() ? { no3MgPerL: chart } : {})),
              marked: (v: unknown) => v,
            },
          },
        ],
      },
    });
    const fixture = TestBed.createComponent(LedgerLine);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const input = (): HTMLInputElement => page.querySelector('input.line')!;
    const type = async (text: string): Promise<void> => {
      input().value = text;
      input().dispatchEvent(new Event('input'));
      await fixture.whenStable();
    };
    const save = async (): Promise<void> => {
      page.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }));
      await fixture.whenStable();
    };
    return { fixture, page, input, type, save, written, kits };
  };
  const valuesOf = (entries: NewEntry[] | undefined): { parameter: string; insisted?: boolean | undefined }[] =>
    entries?.flatMap((e) => (e.kind === 'readings' ? e.payload.values : [])) ?? [];

  it('takes what was typed before it was there, and what is typed after it', async () => {
    const { fixture, input } = await opened();
    fixture.componentRef.setInput('typedAhead', 'lib');
    await fixture.whenStable();
    expect(input().value).toBe('lib');
    fixture.componentRef.setInput('typedAhead', 'libr');
    await fixture.whenStable();
    expect(input().value).toBe('libr');
  });
  it('comes back with the line that was left', async () => {
    const { input } = await opened('library ph 6.4');
    expect(input().value).toBe('library ph 6.4');
  });
  it('asks about an odd value with what the rule stands on; keeping it marks that value and no other', async () => {
    const { page, type, save, written } = await opened();
    await type('library ph 3.1 gh 4');
    expect(page.textContent).toContain('outside what fresh-water tanks usually are');
    expect(page.textContent).toContain('our own estimate');
    await save();
    expect(written).toEqual([]);
    page.querySelector<HTMLInputElement>('input[type=checkbox]')!.click();
    await save();
    expect(valuesOf(written[0]).map((v) => [v.parameter, v.insisted ?? false])).toEqual([
      ['ph', true],
      ['ghDegrees', false],
    ]);
  });
  it('a mark behind the value answers the question in the line itself', async () => {
    const { page, type, save, written } = await opened();
    await type('library ph 3.1! gh 4');
    expect(page.querySelector('input[type=checkbox]')).toBeNull();
    await save();
    expect(valuesOf(written[0])[0]?.insisted).toBeTrue();
  });
  it('an animal of this very tank is known by its name: a death of a platy goes into its book; of nobody’s is asked', async () => {
    const { page, type, save, written } = await opened();
    await type('library 3 dead platies');
    expect(page.textContent).toContain('3 dead red platy');
    await save();
    const [entry] = written[0] ?? [];
    expect(entry?.kind === 'stock' && entry.payload).toEqual({
      event: 'died',
      kindId: 'platy',
      strain: 'red',
      count: { lo: 3, hi: 3 },
    });
    await type('library hardness 14');
    expect(page.textContent).toContain('General or carbonate hardness? Write gh 14 or kh 14.');
  });
  it('Enter with the last letter writes at once, before the button has opened; while a word is composed it does not', async () => {
    const { fixture, input, written } = await opened();
    const enter = async (isComposing: boolean) => {
      input().value = 'library ph 6.4';
      input().dispatchEvent(new Event('input'));
      input().dispatchEvent(
        new KeyboardEvent('keydown', { key: 'Enter', isComposing, cancelable: true, bubbles: true }),
      );
      await fixture.whenStable();
    };
    await enter(true);
    expect(written.length).toBe(0);
    await enter(false);
    expect(written.length).toBe(1);
  });
  it('Enter before the house has told who lives where is not lost: it is written when the line is understood', async () => {
    const late = new Subject<void>();
    const { fixture, type, save, written } = await opened(null, late);
    await type('library 3 dead platies');
    await save();
    expect(written).toEqual([]);
    late.next();
    await fixture.whenStable();
    expect(written.length).toBe(1);
  });
  it('Enter before the kits are known waits for them: the last colour of a chart is open above, not a plain figure', async () => {
    const { fixture, type, save, written, kits } = await opened(null, null, false);
    await type('library no3 80');
    await save();
    expect(written).toEqual([]);
    kits.set(true);
    await fixture.whenStable();
    const [entry] = written[0] ?? [];
    expect(entry?.kind === 'readings' && entry.payload.values.map(({ lo, hi }) => [lo, hi])).toEqual([[60, null]]);
  });
  it('what is typed after such an Enter takes it back', async () => {
    const late = new Subject<void>();
    const { fixture, type, save, written } = await opened(null, late);
    await type('library 3 dead platies');
    await save();
    await type('library 3 dead platies and');
    late.next();
    await fixture.whenStable();
    expect(written).toEqual([]);
  });
  it('Enter in a slow house, then Escape: the line is on the device at once, and goes into the book behind every page', async () => {
    const late = new Subject<void>();
    const { fixture, type, save, written } = await opened(null, late);
    await type('library 3 dead platies');
    await save();
    const lines = TestBed.inject(EnteredLines);
    // While the sheet has it in hand nothing else takes it.
    expect([localStorage.getItem('night-ledger-lines') ?? '', lines.waiting().length]).toEqual([
      jasmine.stringContaining('3 dead platies'),
      0,
    ]);
    fixture.destroy();
    const [entered] = lines.waiting();
    expect(entered?.line).toBe('library 3 dead platies');
    const behind = TestBed.createComponent(LedgerLine);
    behind.componentRef.setInput('entered', entered);
    await behind.whenStable();
    expect(written).toEqual([]);
    late.next();
    await behind.whenStable();
    expect(written.flat().map((e) => e.id)).toEqual([entered?.entryIds[0] ?? '']);
    expect([lines.waiting(), localStorage.getItem('night-ledger-lines')]).toEqual([[], null]);
  });
  it('a line that cannot be written as it stands is shown when its sheet is gone, until it is mended or put away', async () => {
    const { fixture, type, save, written } = await opened();
    await type('library hardness 14');
    await save();
    fixture.destroy();
    const lines = TestBed.inject(EnteredLines);
    const [entered] = lines.waiting();
    const behind = TestBed.createComponent(LedgerLine);
    behind.componentRef.setInput('entered', entered);
    await behind.whenStable();
    const page = behind.nativeElement as HTMLElement;
    expect(page.textContent?.replace(/\s+/g, ' ')).toContain(
      'Not in the book yet: “library hardness 14”. General or carbonate hardness?',
    );
    const [open, leave] = page.querySelectorAll('button');
    let takenUp = 0;
    behind.componentInstance.takenUp.subscribe(() => takenUp++);
    leave?.click();
    expect([lines.waiting(), written, takenUp]).toEqual([[], [], 0]);
    open?.click();
    await behind.whenStable();
    expect(takenUp).toBe(1);
  });
  it('what the house refuses stays, and says why', async () => {
    const problem = { type: 'about:blank', title: 'Not like this', status: 400 };
    const { fixture, type, save } = await opened(null, null, true, { state: 'refused', problem });
    await type('library ph 6.4');
    await save();
    fixture.destroy();
    expect(
      TestBed.inject(EnteredLines)
        .waiting()
        .map((l) => l.line),
    ).toEqual(['library ph 6.4']);
  });
  it('typed on, it is another line: nothing of the first waits', async () => {
    const { type, save } = await opened();
    await type('library hardness 14');
    await save();
    await type('library gh 14');
    expect(localStorage.getItem('night-ledger-lines')).toBeNull();
  });
  it('a change carries what is known of its source, but not last week’s temperature', async () => {
    const { type, save, written } = await opened();
    await type('library out 5 L, tap aged, 23C');
    await save();
    const [entry] = written[0] ?? [];
    expect(entry?.kind === 'change' && entry.payload.water).toEqual({ ghDegrees: 10, tempC: 23 });
    await type('library topped up 1 L');
    await save();
    const [topUp] = written[1] ?? [];
    expect(topUp?.kind === 'top-up' && topUp.payload).toEqual({ topUpL: 1, sourceId: 'tap', water: { ghDegrees: 10 } });
  });
});
