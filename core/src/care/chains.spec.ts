import { minuteMs } from '#core/units';
import { hoseChains } from './chains';
import type { ToolStep } from './tools';
import { traceContacts } from './trace';

const kept = (sort: 'hose' | 'pump' | 'net', more: Partial<ToolStep> = {}): ToolStep =>
  ({ step: 'kept', entryId: 'h', tankId: 'a', atEpochMs: 0, on: '1970-01-01', name: 'h', sort, ...more }) as ToolStep;
const change = (tankId: string, minutes: number) => ({ tankId, atEpochMs: minutes * minuteMs });
const links = (tools: ToolStep[], ...changes: ReturnType<typeof change>[]): string[] =>
  hoseChains({ changes, tools }).map((c) => `${c.from}>${c.to} ${c.kind}${c.broken ? ' broken' : ''}`);

describe('one hose for several tanks', () => {
  it('links each tank to the next of the go, in the order of the evening, and no tank to itself', () => {
    expect(links([kept('hose')], change('c', 40), change('a', 10), change('b', 25), change('b', 26))).toEqual([
      'a>b hose',
      'b>c hose',
    ]);
  });
  it('a go ends after two hours without a change', () => {
    expect(links([kept('hose')], change('a', 0), change('b', 120))).toEqual(['a>b hose']);
    expect(links([kept('hose')], change('a', 0), change('b', 121))).toEqual([]);
  });
  it('nothing is linked where no hose is kept, before it was, or after it is gone', () => {
    const two = [change('a', 10), change('b', 20)];
    expect(links([kept('net')], ...two)).toEqual([]);
    expect(links([kept('hose', { atEpochMs: 11 * minuteMs })], ...two)).toEqual([]);
    const gone: ToolStep = {
      step: 'gone',
      entryId: 'g',
      tankId: 'a',
      toolId: 'h',
      atEpochMs: 15 * minuteMs,
      on: '1970-01-01',
    };
    expect(links([kept('hose'), gone], ...two)).toEqual([]);
  });
  it('a pump that is dipped in weighs as a siphon, a hose a fifth (fixed definitions of the trace)', () => {
    const trace = (sort: 'hose' | 'pump') =>
      traceContacts({
        contacts: hoseChains({ changes: [change('a', 0), change('b', 9)], tools: [kept(sort)] }),
        sick: 'b',
        firstSignDay: 0,
        windowDays: 1,
      });
    const [hose, pump] = [trace('hose'), trace('pump')];
    expect(hose.ok && hose.value.sources[0]?.risk).toBe(0.2);
    expect(pump.ok && pump.value.sources[0]?.risk).toBe(0.7);
  });
  it('a dip that was kept breaks the one link it stands in; one that was not, or earlier, breaks none', () => {
    const dip = (minutes: number, held = true): ToolStep => ({
      step: 'dipped',
      entryId: `d${minutes}`,
      tankId: 'a',
      toolId: 'h',
      agentId: 'D02',
      minutes: 15,
      kept: held,
      atEpochMs: minutes * minuteMs,
      on: '1970-01-01',
    });
    const three = [change('a', 10), change('b', 20), change('c', 30)];
    expect(links([kept('hose'), dip(15)], ...three)).toEqual(['a>b hose broken', 'b>c hose']);
    expect(links([kept('hose'), dip(15, false), dip(5)], ...three)).toEqual(['a>b hose', 'b>c hose']);
  });
});
