import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { InstrumentPayload } from '#contracts/book';
import { Outbox } from '../base/outbox';
import { InstrumentStore, type OwnedInstrument } from './instrument-store';
import { instrumentFor, ReadWith } from './read-with';
import { readOn } from './understanding';

const owned = (id: string, over: Partial<InstrumentPayload> = {}): OwnedInstrument => {
  const payload = {
    name: id,
    type: 'pen',
    parameters: ['ec25UsPerCm'],
    steps: [],
    resolutionValue: 1,
    doubleSample: false,
    penFactor: null,
    reportsAsElement: false,
    compensatesTemperature: true,
    expiresOn: null,
    calibrateEveryDays: null,
    startedOn: '2026-01-01',
    retired: false,
    ...over,
  } as InstrumentPayload;
  return { instrument: { id, ...payload }, payload, calibrations: [], warnings: [] };
};

describe('with what one reads', () => {
  const pens = [owned('grey'), owned('blue', { penFactor: 0.5 }), owned('standing', { tankId: 'library' })];
  it('is the first that measures it, the one chosen, or nothing where that was chosen; never what stands in one tank', () => {
    const by = (chosen: string | undefined): string | undefined =>
      instrumentFor(pens, {
        chosen: chosen === undefined ? {} : { ec25UsPerCm: chosen },
        parameter: 'ec25UsPerCm',
      })?.id;
    expect([by(undefined), by('blue'), by(''), by('standing'), by('lost')]).toEqual([
      'grey',
      'blue',
      undefined,
      'grey',
      'grey',
    ]);
    expect(instrumentFor(pens, { chosen: {}, parameter: 'ph' })).toBeUndefined();
  });
  it('a bare figure takes the unit of the pen, one with a unit is taken as it is written', () => {
    const blue = pens[1]?.instrument;
    const on = (text: string) => readOn(blue, { text, parameter: 'ec25UsPerCm' });
    expect(on('150')).toEqual({ text: '150 ppm (0.5)', readBy: { kind: 'resolution', resolution: 1 } });
    expect(on('300 µS/cm')).toEqual({ text: '300 µS/cm' });
    const nobodyKnows = owned('old', { penFactorUnknown: true }).instrument;
    expect(readOn(nobodyKnows, { text: '150', parameter: 'ec25UsPerCm' }).text).toBe('150 ppm');
    const asN = owned('kit', { type: 'colour-chart', steps: [0, 1, 5], reportsAsElement: true }).instrument;
    expect(readOn(asN, { text: '5', parameter: 'no3MgPerL' })).toEqual({
      text: '5 as N',
      readBy: { kind: 'chart', steps: [0, 1, 5] },
    });
  });
  it('what is chosen here is chosen on the bench, and a value is marked with it and with its doubt', async () => {
    const kept: string[] = [];
    const answered = signal(false);
    TestBed.configureTestingModule({
      providers: [
        ReadWith,
        {
          provide: InstrumentStore,
          useValue: { answered, inUse: signal(pens), doubts: signal(new Map([['blue', 'Never calibrated.']])) },
        },
        {
          provide: Outbox,
          useValue: {
            draft: () => Promise.resolve(JSON.stringify({ texts: { 'a ph': '7' }, instruments: {} })),
            keepDraft: (_id: string, text: string) => {
              kept.push(text);
              return Promise.resolve();
            },
          },
        },
      ],
    });
    const readWith = TestBed.inject(ReadWith);
    await Promise.resolve();
    // Nothing is to be written before the house has told what it owns.
    expect(readWith.told()).toBeFalse();
    answered.set(true);
    expect(readWith.told()).toBeTrue();
    const value = { parameter: 'ec25UsPerCm' as const, lo: 299, hi: 301, text: '150', enteredUnit: 'ppm (0.5)' };
    expect(readWith.marked(value)).toEqual({ ...value, instrumentId: 'grey' });
    await readWith.choose('ec25UsPerCm', 'blue');
    expect(readWith.marked(value)).toEqual({ ...value, instrumentId: 'blue', doubt: 'Never calibrated.' });
    expect(JSON.parse(kept[0] ?? '')).toEqual({ texts: { 'a ph': '7' }, instruments: { ec25UsPerCm: 'blue' } });
    expect(readWith.instruments().ec25UsPerCm?.unit).toBe('ppm (0.5)');
  });
});
