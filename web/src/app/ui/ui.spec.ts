import { hourMs } from '#core/units';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { faultsByField } from '../base/faults';
import { StateMark } from './state-mark';
import { TideMark } from './tide-mark';
import { tokens } from '../base/tokens';
import { agoText, figure } from './words';

const luminance = (hex: string): number => {
  const [r = 0, g = 0, b = 0] = [1, 3, 5]
    .map((i) => parseInt(hex.slice(i, i + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};
const contrast = (a: string, b: string): number => {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
};

describe('tokens', () => {
  for (const lamp of ['lit', 'out'] as const)
    it(`lamp ${lamp}: every text tone is at least 4.5 : 1 on ground, panel and wash (WCAG 2.2 AA)`, () => {
      const t = tokens[lamp];
      for (const text of ['ink', 'quiet', 'amber', 'water', 'settled', 'drifting', 'act', 'unknown'] as const)
        for (const under of ['ground', 'panel', 'wash'] as const)
          expect(contrast(t[text], t[under])).withContext(`${text} on ${under}`).toBeGreaterThanOrEqual(4.5);
    });
});

describe('marks', () => {
  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] }));
  const render = async <T>(type: new () => T, inputs: Record<string, unknown>): Promise<HTMLElement> => {
    const fixture = TestBed.createComponent(type);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    return fixture.nativeElement as HTMLElement;
  };
  it('a state has a word and a shape of its own', async () => {
    const shapes = new Set<string>();
    for (const state of ['settled', 'drifting', 'act', 'unknown', 'resting'])
      shapes.add((await render(StateMark, { state })).querySelector('path')?.getAttribute('d') ?? '');
    expect(shapes.size).toBe(5);
    expect((await render(StateMark, { state: 'unknown' })).textContent).toContain('cannot tell');
  });
  it('the tide mark draws band, span, hairs and arrow; a wider reading is a wider span', async () => {
    const at = async (hi: number): Promise<number> =>
      Number(
        (
          await render(TideMark, {
            band: { lo: 6, hi: 8 },
            reading: { lo: 6.5, hi },
            earlier: [{ lo: 6, hi: 6.2 }],
            direction: 'rising',
          })
        )
          .querySelector('.span')
          ?.getAttribute('width'),
      );
    expect(await at(7.5)).toBeGreaterThan(await at(6.7));
    const mark = await render(TideMark, {
      band: { lo: 6, hi: 8 },
      reading: { lo: 6.5, hi: 7 },
      earlier: [{ lo: 6, hi: 6.2 }],
      direction: 'rising',
      label: 'pH',
    });
    expect([
      mark.querySelectorAll('.band').length,
      mark.querySelectorAll('.hair').length,
      mark.querySelector('.arrow')?.textContent,
    ]).toEqual([1, 1, '→']);
    expect(mark.textContent).toContain('pH, rising');
  });
  it('what is near looks near: 580 after 568 stands a twelfth of the line away, 0 beside 40 most of it', async () => {
    const apart = async (reading: number, after: number): Promise<number> => {
      const mark = await render(TideMark, {
        reading: { lo: reading, hi: reading },
        after: { lo: after, hi: after },
        scaledFor: 'ec25UsPerCm',
      });
      const at = (part: string) => Number(mark.querySelector(part)?.getAttribute('x'));
      expect(mark.querySelectorAll('.end').length).toBe(2);
      return at('.after') - at('.span');
    };
    expect(await apart(568, 580)).toBeCloseTo((100 * 12) / 145, 0);
    expect(await apart(0, 40)).toBeGreaterThan(70);
  });
  it('open ends run to the edge of the line', async () => {
    const span = (await render(TideMark, { band: { lo: 0, hi: 30 }, reading: { lo: 160, hi: null } })).querySelector(
      '.span',
    );
    expect(Number(span?.getAttribute('x')) + Number(span?.getAttribute('width'))).toBeCloseTo(100, 6);
  });
});

describe('words', () => {
  it('says nights ago, not timestamps', () => {
    const now = Date.parse('2026-03-14T21:30:00Z');
    const ago = (hours: number): string => agoText({ atEpochMs: now - hours * hourMs, nowEpochMs: now });
    expect([ago(1), ago(23), ago(72), ago(24 * 90)]).toEqual(['tonight', 'last night', '3 nights ago', '3 months ago']);
    expect(figure(-0.25, 2)).toBe('−0.25');
  });
  it('puts each fault beside its field', () => {
    const faults = faultsByField({
      type: '',
      title: 'no',
      status: 400,
      errors: [{ field: 'entries.0.payload.geometry.glassMm', message: 'must be at most 100', mend: '10' }],
    });
    expect(faults.get('geometry.glassMm')).toBe('must be at most 100; perhaps 10');
    expect(faultsByField({ type: '', title: 'no', status: 409 }).get('')).toBe('no');
  });
});
