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
  water: { state: 'settled', reason: 'pH reads 7.', deciding: 'ph' },
  deciding: 'ph',
  urgent: false,
  nextStep: { kind: 'leave', text: 'Leave it alone.', reason: { id: 'leave', facts: {} } },
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
  evidence: [],
  nextStep: null,
  sinceEpochMs: null,
  dueEpochMs: null,
  loud: false,
  begins: null,
  ...over,
});

describe('tonight’s round', () => {
  const shown = async (tanks: TonightTank[], readyCount = tanks.length): Promise<string> => {
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
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).textContent;
  };
  it('says how many can be left alone, and that nothing needs doing', async () => {
    const text = await shown([tank('Lobby'), tank('Library')]);
    expect(text).toContain('2 of 2 still to look after. None needs anything done. 2 can be left alone.');
    expect(text).not.toContain('Forecasts of');
  });
  it('bundles tests by kit over all tanks: one bottle is opened once', async () => {
    const due = (text: string) => [said('test-due', { text })];
    const text = await shown([
      tank('Lobby', { contributions: due('Nitrate') }),
      tank('Stairwell', { contributions: due('Nitrate') }),
      tank('Library', { contributions: due('pH') }),
    ]);
    expect(text).toContain('Nitrate: Lobby, Stairwell');
    expect(text).toContain('pH: Library');
  });
  it('shows what any slice contributes, without knowing the slice: what presses, what runs out and when, where it begins', async () => {
    const now = Date.parse('2026-03-14T21:30:00.000Z');
    const text = await shown([
      tank('Lobby', {
        contributions: [
          said('of-a-slice-to-come', {
            severity: 'act',
            text: 'White spots seen',
            evidence: ['three of nine animals'],
          }),
          said('course', {
            text: 'dose 2 of 5',
            dueEpochMs: now + 30 * 60_000,
            begins: { path: '/tonight', query: {} },
          }),
          said('new', { text: 'New: a root', sinceEpochMs: now - 3 * 86_400_000 }),
        ],
      }),
    ]);
    expect(text).toMatch(/White spots seen\s*three of nine animals/);
    expect(text).toMatch(/dose 2 of 5\s*in 30 min/);
    expect(text).toMatch(/New: a root\s*3 days ago|New: a root\s*\S+/);
  });
  it('shows how far the forecasts of a large house are, while the verdicts already stand', async () => {
    const text = await shown([tank('Lobby'), tank('Library'), tank('Linen')], 1);
    expect(text).toContain('Forecasts of 1 of 3 tanks');
    expect(text).toContain('pH reads 7.');
  });
  it('healthy tanks come first and quarantine last, each group with its hand-wash line', async () => {
    const text = await shown([tank('Linen', { purpose: 'quarantine' }), tank('Lobby')]);
    expect(text.indexOf('Lobby')).toBeLessThan(text.indexOf('Linen'));
    expect(text).toContain('Quarantine last.');
  });
});
