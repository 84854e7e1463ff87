import { dayMs, minuteMs } from '#core/units';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { ShownContribution, Tonight, TonightTank } from '#contracts/tonight';
import { roundOf } from '#core/tonight';
import { HouseStore } from '../base/house-store';
import { TonightScreen } from './tonight-screen';
import { TonightStore } from './tonight-store';

const tank = (name: string, over: Partial<TonightTank> = {}): TonightTank => ({
  tankId: name,
  name,
  rack: 'Front',
  roundOrder: 1,
  purpose: 'display',
  doubtful: false,
  netVolumeL: 50,
  state: 'settled',
  reasonId: 'in-band',
  reason: 'pH reads 7.',
  reasonFacts: {},
  decidedBy: null,
  water: {
    state: 'settled',
    reason: 'pH reads 7.',
    short: 'pH 7.0, in band',
    deciding: 'ph',
    mark: { reading: { lo: 6.95, hi: 7.05 }, band: { lo: 6.5, hi: 7.5 } },
  },
  deciding: 'ph',
  urgent: false,
  nextStep: { kind: 'leave', text: 'Leave it alone.', short: 'Leave it alone.', reason: { id: 'leave', facts: {} } },
  lookedTonight: false,
  lastDone: [],
  contributions: [],
  ...over,
});

const said = (reasonId: string, over: Partial<ShownContribution> = {}): ShownContribution => ({
  id: `${reasonId}:1`,
  severity: 'note',
  reason: { id: reasonId, facts: {} },
  text: '',
  short: over.text ?? '',
  evidence: [],
  nextStep: null,
  sinceEpochMs: null,
  dueEpochMs: null,
  loud: false,
  begins: null,
  ...over,
});

describe('tonight’s round', () => {
  let page: HTMLElement;
  const textOf = (element: Element | null | undefined): string =>
    (element?.textContent ?? '').replace(/\s+/g, ' ').trim();
  const shown = async (
    tanks: TonightTank[],
    { readyCount = tanks.length, opened = '', tests = false, rack = '' } = {},
  ): Promise<string> => {
    const sheet: Tonight = {
      nowAt: '2026-03-14T21:30:00.000Z',
      nightOn: '2026-03-14',
      house: 'House',
      foreseen: { readyCount, tanksCount: tanks.length },
      tanks,
    };
    TestBed.configureTestingModule({
      providers: [
        provideRouter([]),
        {
          provide: TonightStore,
          useValue: {
            sheet: signal(sheet),
            fault: signal(null),
            empty: signal(tanks.length === 0),
            tanks: signal(tanks),
            round: signal(roundOf(tanks)),
          },
        },
        { provide: HouseStore, useValue: { nowEpochMs: () => Date.parse(sheet.nowAt), zone: () => 'UTC' } },
      ],
    });
    const fixture = TestBed.createComponent(TonightScreen);
    if (rack !== '') {
      document.body.append(fixture.nativeElement as HTMLElement);
      fixture.componentRef.setInput('rack', rack);
    }
    await fixture.whenStable();
    page = fixture.nativeElement as HTMLElement;
    const visits = [...page.querySelectorAll('nl-visit')].filter((v) => textOf(v).includes(opened || 'nobody'));
    for (const visit of visits) visit.querySelector<HTMLButtonElement>('.clause')?.click();
    if (tests)
      [...page.querySelectorAll<HTMLButtonElement>('.waits button')].find((b) => textOf(b).includes('test'))?.click();
    await fixture.whenStable();
    return textOf(page);
  };
  it('a quiet night: one line a tank, its verdict in few words, its one tap; nothing needs doing', async () => {
    const text = await shown([tank('Lobby'), tank('Library', { lookedTonight: true })]);
    expect(text).toMatch(/None needs anything done\. 1 to go/);
    expect(text).not.toContain('Forecasts of');
    const [library, lobby] = [...page.querySelectorAll('nl-visit')];
    expect(textOf(lobby)).toContain('pH 7.0, in band');
    expect(textOf(lobby)).not.toContain('Leave it alone.');
    expect(lobby?.querySelector('[aria-label="Looked, fed, fine: Lobby"]')).not.toBeNull();
    expect(lobby?.querySelector('nl-tide-mark')).not.toBeNull();
    expect(textOf(library)).toContain('seen');
    expect(library?.querySelector('[aria-label^="Looked"]')).toBeNull();
  });
  it('a rack that the address asks for has its one tap under the finger; alone in it, the tank', async () => {
    const cellar = (name: string) => tank(name, { rack: 'Cellar' });
    await shown([tank('Lobby'), cellar('A'), cellar('B')], { rack: 'Cellar' });
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Whole rack looked, fed, fine: Cellar');
    TestBed.resetTestingModule();
    await shown([tank('Lobby'), tank('C', { rack: 'Attic' })], { rack: 'Attic' });
    expect(document.activeElement?.textContent?.trim()).toBe('C');
  });
  it('who needs somebody is named at the top, in the order of the round, with the reason and the step that begins it', async () => {
    const act = {
      state: 'act',
      reason: 'Nitrate reads 60, ceiling 40: above it.',
      water: { state: 'act', reason: '', short: 'NO₃ 60, above 40', deciding: 'no3MgPerL', mark: null },
      nextStep: {
        kind: 'change',
        text: 'Plan a change.',
        short: 'In steps.',
        reason: { id: 'plan-change', facts: {} },
      },
    } as const;
    const text = await shown([
      tank('Linen', { ...act, purpose: 'quarantine' }),
      tank('Lobby'),
      tank('Stairwell', act),
      tank('Library', { urgent: true, nextStep: { ...act.nextStep, kind: 'change-now' } }),
    ]);
    expect(text).toMatch(/3 need you: Library Stairwell Linen 4 to go/);
    const of = (name: string): Element | undefined =>
      [...page.querySelectorAll('nl-visit')].find((v) => textOf(v).includes(name));
    expect(textOf(of('Stairwell'))).toContain('NO₃ 60, above 40');
    expect(textOf(of('Stairwell'))).toContain('In steps.');
    expect(of('Stairwell')?.querySelector('.do a')?.getAttribute('href')).toBe('/water?tank=Stairwell');
    expect(textOf(of('Library')?.querySelector('.do a'))).toContain('Change now');
    expect(of('Library')?.classList).toContain('urgent');
    expect(of('Lobby')?.querySelector('.do')).toBeNull();
  });
  it('another finding that asks for somebody tonight is never only behind a tap', async () => {
    const text = await shown([
      tank('Linen', {
        state: 'act',
        contributions: [said('losses', { severity: 'act', text: '3 dead of one arrival' })],
      }),
      tank('Lobby', { contributions: [said('slow-harm', { severity: 'watch', text: 'Conductivity is creeping up' })] }),
    ]);
    expect(text).toContain('3 dead of one arrival');
    expect(text).not.toContain('creeping up');
  });
  it('a finding that decides stands in the line; the rest opens on asking', async () => {
    const deaths = said('animals', { severity: 'act', text: '6 cherry shrimp dead in a week' });
    const over = {
      state: 'act',
      decidedBy: deaths.id,
      reason: deaths.text,
      nextStep: {
        kind: 'look',
        text: 'Look at the animals.',
        short: 'Look at the animals.',
        reason: { id: 'look-animals', facts: {} },
      },
      contributions: [deaths, said('slow-harm', { severity: 'watch', text: 'Conductivity is creeping up' })],
    } as const;
    const closed = await shown([tank('Attic', { ...over, contributions: [...over.contributions] })]);
    expect(closed).toContain('6 cherry shrimp dead in a week');
    expect(closed).toContain('Look at the animals.');
    expect(closed).not.toContain('creeping up');
    expect(page.querySelector('nl-tide-mark')).toBeNull();
    TestBed.resetTestingModule();
    const open = await shown([tank('Attic', { ...over, contributions: [...over.contributions] })], { opened: 'Attic' });
    expect(open).toContain('Conductivity is creeping up');
    expect(open).toContain('pH reads 7.');
    expect(page.querySelector('.clause')?.getAttribute('aria-expanded')).toBe('true');
  });
  it('bundles tests by kit over all tanks: one bottle is opened once', async () => {
    const due = (text: string) => [said('test-due', { text })];
    const text = await shown(
      [
        tank('Lobby', { contributions: due('Nitrate') }),
        tank('Stairwell', { contributions: due('Nitrate') }),
        tank('Library', { contributions: due('pH') }),
      ],
      { tests: true },
    );
    expect(text).toContain('3 tests');
    expect(text).toContain('Nitrate: Lobby, Stairwell');
    expect(text).toContain('pH: Library');
  });
  it('shows what any slice contributes, without knowing the slice: what presses, what runs out and when, where it begins', async () => {
    const now = Date.parse('2026-03-14T21:30:00.000Z');
    const text = await shown(
      [
        tank('Lobby', {
          contributions: [
            said('of-a-slice-to-come', {
              severity: 'act',
              text: 'White spots seen',
              evidence: ['three of nine animals'],
            }),
            said('course', {
              text: 'dose 2 of 5',
              dueEpochMs: now + 30 * minuteMs,
              begins: { path: '/tonight', query: {} },
            }),
            said('new', { text: 'New: a root', sinceEpochMs: now - 3 * dayMs }),
          ],
        }),
      ],
      { opened: 'Lobby' },
    );
    expect(text).toMatch(/White spots seen\s*three of nine animals/);
    expect(text).toMatch(/dose 2 of 5\s*in 30 min/);
    expect(text).toMatch(/New: a root\s*3 days ago|New: a root\s*\S+/);
  });
  it('shows how far the forecasts of a large house are, while the verdicts already stand', async () => {
    const text = await shown([tank('Lobby'), tank('Library'), tank('Linen')], { readyCount: 1 });
    expect(text).toContain('Forecasts of 1 of 3 tanks');
    expect(text).toContain('pH 7.0, in band');
  });
  it('healthy tanks come first and quarantine last, each group with its hand-wash line', async () => {
    const text = await shown([tank('Linen', { purpose: 'quarantine' }), tank('Lobby')]);
    expect(text.indexOf('Lobby')).toBeLessThan(text.indexOf('Linen'));
    expect(text).toMatch(/Hands rinsed, no soap.*Wash again; gloves/);
    // The whole of it at one tap.
    page.querySelector<HTMLButtonElement>('.wash button')?.click();
    await new Promise((done) => setTimeout(done));
    expect(textOf(page)).toContain('nothing goes back to the other tanks');
  });
});
