import type { BandLine } from '#core/almanac';
import { decided } from './verdict';
import type { ParameterVerdict } from './parameter-verdict';

const line = (over: Partial<ParameterVerdict> = {}): ParameterVerdict => {
  const parameter = over.parameter ?? 'no3MgPerL';
  return {
    parameter,
    state: 'settled',
    reason: { id: 'in-band', facts: { parameter } },
    latest: { lo: 20, hi: 20, atEpochMs: 0 },
    band: { parameter, lo: 0, hi: 40 } as BandLine,
    judgement: null,
    direction: 'steady',
    actual: 'steady',
    hangsOnFactor: false,
    urgent: false,
    ...over,
  };
};
const reason = (id: ParameterVerdict['reason']['id'], parameter = 'no3MgPerL') =>
  ({ id, facts: { parameter } }) as ParameterVerdict['reason'];
const of = (...lines: readonly ParameterVerdict[]) => {
  const { state, deciding, urgent, nextStep } = decided(lines);
  return [state, deciding, urgent, nextStep.kind, nextStep.reason.id];
};

describe('which line decides for a tank', () => {
  it('what is urgent before all else, then what must be acted on', () => {
    const act = line({ parameter: 'ghDegrees', state: 'act', reason: reason('outside', 'ghDegrees') });
    const urgent = line({ parameter: 'tanMgPerL', state: 'act', urgent: true, reason: reason('outside', 'tanMgPerL') });
    expect(of(act, urgent)).toEqual(['act', 'tanMgPerL', true, 'change-now', 'change-now']);
    expect(of(line(), act)).toEqual(['act', 'ghDegrees', false, 'change', 'plan-change']);
  });
  it('an act has the step of what is over: heat, gas and air are looked to, not changed against', () => {
    const step = (parameter: ParameterVerdict['parameter']) =>
      of(line({ parameter, state: 'act', reason: reason('outside', parameter) }))[4];
    expect([step('tempC'), step('co2MgPerL'), step('o2MgPerL'), step('khDegrees')]).toEqual([
      'heater',
      'gas-down',
      'air',
      'plan-change',
    ]);
  });
  it('nothing is chased that the kit could not see corrected: less than a quarter of its span beyond', () => {
    const over = (lo: number, hi: number) =>
      of(line({ state: 'act', reason: reason('outside'), latest: { lo, hi, atEpochMs: 0 } }))[4];
    expect(over(41, 46)).toBe('test-unseen');
    expect(over(41, 45)).toBe('plan-change');
    expect(over(50, 50)).toBe('plan-change');
    const below = (lo: number, hi: number) =>
      of(
        line({
          state: 'act',
          reason: reason('outside'),
          band: { parameter: 'no3MgPerL', lo: 10, hi: null } as BandLine,
          latest: { lo, hi, atEpochMs: 0 },
        }),
      )[4];
    expect([below(4, 9), below(4, 8)]).toEqual(['test-unseen', 'plan-change']);
  });
  it('then what cannot be told, with the test that would tell', () => {
    const unclear = (id: ParameterVerdict['reason']['id']) =>
      of(line(), line({ state: 'unknown', reason: reason(id) }))[4];
    expect(unclear('needs-others')).toBe('test-companions');
    expect(unclear('unusual')).toBe('test-once-more');
    expect(unclear('straddles')).toBe('test-finer');
    expect(of(line({ state: 'unknown', reason: reason('straddles'), computed: true })))
      .withContext('what is only worked out makes no tank one that cannot be told')
      .toEqual(['unknown', null, false, 'test', 'test-it']);
  });
  it('then what drifts: looked at where it went too fast, tested again within the week otherwise', () => {
    const drifting = (id: ParameterVerdict['reason']['id']) =>
      of(line(), line({ parameter: 'khDegrees', state: 'drifting', reason: reason(id, 'khDegrees') }));
    expect(drifting('heading-out')).toEqual(['drifting', 'khDegrees', false, 'test', 'test-this-week']);
    expect(drifting('fast')).toEqual(['drifting', 'khDegrees', false, 'look', 'look-before']);
  });
  it('a settled tank is told by what stands nearest a limit, and left alone', () => {
    const at = (parameter: ParameterVerdict['parameter'], value: number) =>
      line({ parameter, latest: { lo: value, hi: value, atEpochMs: 0 } });
    expect(of(at('no3MgPerL', 25), at('ghDegrees', 38), at('khDegrees', 22))).toEqual([
      'settled',
      'ghDegrees',
      false,
      'leave',
      'leave',
    ]);
    expect(of(at('no3MgPerL', 25), at('ghDegrees', 1))[1])
      .withContext('near the low end too')
      .toBe('ghDegrees');
    const bandless = line({ parameter: 'po4MgPerL', band: null, reason: reason('no-band', 'po4MgPerL') });
    expect(of(bandless, at('no3MgPerL', 20))[1]).toBe('no3MgPerL');
  });
  it('nothing tested: the stale before the never tested, and what to test first', () => {
    const never = line({ parameter: 'ph', state: 'unknown', latest: null, reason: reason('never-tested', 'ph') });
    const stale = line({ parameter: 'ghDegrees', state: 'unknown', reason: reason('stale', 'ghDegrees') });
    expect(of(never, stale)).toEqual(['unknown', 'ghDegrees', false, 'test', 'test-first']);
    expect(of(never)).toEqual(['unknown', 'ph', false, 'test', 'test-first']);
    expect(of()).toEqual(['unknown', null, false, 'test', 'test-it']);
    expect(of(never, line())[0]).withContext('one that was tested is enough').toBe('settled');
  });
});
