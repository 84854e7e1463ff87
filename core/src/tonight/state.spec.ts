import type { Contribution, ContributionReason, ContributionSeverity } from './contribution';
import type { HeldFact } from './held-fact';
import type { TankStateId } from './parameter-verdict';
import { isAiling, stateOfTank } from './state';
import type { TankVerdict } from './verdict';

const verdict = (state: TankStateId, urgent = false): TankVerdict => ({
  state,
  reason: { id: 'in-band', facts: { parameter: 'ph' } },
  deciding: 'ph',
  urgent,
  nextStep: { kind: 'leave', reason: { id: 'leave', facts: { parameter: null } } },
  lines: [],
});
const said = (id: ContributionReason['id'], severity: ContributionSeverity, rank = 1): Contribution => ({
  id: `${id}:1`,
  severity,
  reason: { id, facts: {} } as unknown as ContributionReason,
  sinceEpochMs: null,
  dueEpochMs: null,
  loud: false,
  begins: null,
  rank,
});
const of = (water: TankVerdict, ...contributions: Contribution[]) => {
  const { state, reason, nextStep } = stateOfTank({ verdict: water, contributions });
  return [state, reason.by === 'water' ? 'water' : reason.id, nextStep.reason.id];
};

describe('the state of a tank: the worst of water, animals and jobs', () => {
  it('deaths, missing and animals that do not graze: never settled, never merely cannot tell', () => {
    for (const id of ['animals', 'losses'] as const)
      for (const water of ['settled', 'drifting', 'unknown'] as const) {
        expect(of(verdict(water), said(id, 'watch'))).toEqual(['drifting', `${id}:1`, 'look-animals']);
        expect(of(verdict(water), said(id, 'act'))).toEqual(['act', `${id}:1`, 'look-animals']);
      }
  });
  it('urgent water before all, then what must be acted on, then other water to act on', () => {
    expect(of(verdict('act', true), said('animals', 'act'))[1]).toBe('water');
    expect(of(verdict('act'), said('animals', 'act'))[1]).toBe('animals:1');
    expect(of(verdict('act'), said('animals', 'watch'))).toEqual(['act', 'water', 'leave']);
  });
  it('slow harm and open work raise a settled tank, and hide neither what cannot be told nor what drifts', () => {
    for (const id of ['slow-harm', 'open-job'] as const) {
      expect(of(verdict('settled'), said(id, 'watch')).slice(0, 2)).toEqual(['drifting', `${id}:1`]);
      expect(of(verdict('unknown'), said(id, 'watch'))).toEqual(['unknown', 'water', 'leave']);
      expect(of(verdict('drifting'), said(id, 'watch'))[1]).toBe('water');
      expect(of(verdict('unknown'), said(id, 'act'))[0]).toBe('act');
    }
    expect(of(verdict('settled'), said('open-job', 'watch'))[2]).toBe('see-to-job');
    expect(of(verdict('settled'), said('slow-harm', 'watch'))[2]).toBe('see-to-this');
    expect(of(verdict('settled'), said('timer', 'act'))).toEqual(['act', 'timer:1', 'see-to-job']);
  });
  it('notes weigh nothing; the animals come before the jobs, and the first by need before the others', () => {
    expect(of(verdict('settled'), said('animals', 'note'), said('leaves', 'note'))).toEqual([
      'settled',
      'water',
      'leave',
    ]);
    expect(of(verdict('settled'), said('open-job', 'watch', 0), said('animals', 'watch', 9))[1]).toBe('animals:1');
    const later = { ...said('animals', 'act', 2), id: 'later' };
    expect(of(verdict('settled'), later, said('animals', 'act', 1))[1]).toBe('animals:1');
  });
  it('a resting tank is asked for no tests and no slow harm, but what runs in it or dies in it counts', () => {
    expect(of(verdict('resting'), said('slow-harm', 'act'))[0]).toBe('resting');
    expect(of(verdict('resting'), said('open-job', 'watch'))[0]).toBe('drifting');
    expect(of(verdict('resting'), said('losses', 'act'))[0]).toBe('act');
    expect(of(verdict('resting'))).toEqual(['resting', 'water', 'leave']);
  });
  it('nobody moves in where something must be done or the animals show signs; a hose that runs over is another matter', () => {
    const ailing = (water: TankVerdict, ...contributions: Contribution[]) =>
      isAiling({ verdict: water, contributions });
    expect(ailing(verdict('act'))).toBeTrue();
    expect(ailing(verdict('settled'), said('animals', 'watch'))).toBeTrue();
    expect(ailing(verdict('settled'), said('losses', 'act'))).toBeTrue();
    expect(ailing(verdict('settled'), said('slow-harm', 'act'))).toBeTrue();
    expect(ailing(verdict('settled'), said('timer', 'act'))).toBeFalse();
    expect(ailing(verdict('settled'), said('slow-harm', 'watch'))).toBeFalse();
    expect([ailing(verdict('settled')), ailing(verdict('unknown'))]).toEqual([false, false]);
  });
  it('an open job that must be acted on does not keep others out; deaths told without a kind that are only watched do', () => {
    const ailing = (...contributions: Contribution[]) => isAiling({ verdict: verdict('settled'), contributions });
    expect([ailing(said('open-job', 'act')), ailing(said('losses', 'watch'))]).toEqual([false, true]);
  });
  it('what a slice says is never urgent water, names no parameter, and has its step', () => {
    const state = stateOfTank({ verdict: verdict('settled'), contributions: [said('animals', 'act')] });
    expect([state.urgent, state.deciding, state.nextStep]).toEqual([
      false,
      null,
      { kind: 'test', reason: { id: 'look-animals', facts: { parameter: null } } },
    ]);
  });
  it('a hose that runs over hides neither bad water nor sick animals from who would move in', () => {
    const hose = said('timer', 'act', 0);
    expect(isAiling({ verdict: verdict('act'), contributions: [hose] })).toBeTrue();
    expect(isAiling({ verdict: verdict('settled'), contributions: [hose, said('animals', 'watch')] })).toBeTrue();
    expect(isAiling({ verdict: verdict('settled'), contributions: [said('animals', 'note')] })).toBeFalse();
  });
});

describe('what holds fast', () => {
  const held = (urgency: HeldFact['urgency'], parameter: HeldFact['parameter'] = null): Contribution => ({
    ...said('case', urgency === 'now' || urgency === 'today' ? 'act' : 'watch', -10),
    id: 'held:1',
    reason: {
      id: 'held',
      facts: {
        held: {
          sort: 'settled',
          id: 'x',
          causeId: 'x',
          causeName: 'X',
          cautions: [],
          parameter,
          urgency,
          first: ['air'],
        },
      },
    },
  });
  const whole = (water: TankVerdict, ...contributions: Contribution[]) =>
    stateOfTank({ verdict: water, contributions });
  it('stands before all while minutes count, urgent water included, and is urgent itself', () => {
    expect(of(verdict('act', true), held('now'))).toEqual(['act', 'held:1', 'first-aid']);
    expect(whole(verdict('settled'), held('now')).urgent).toBeTrue();
    expect(whole(verdict('settled'), held('today')).urgent).toBeFalse();
    expect(of(verdict('act', true), held('today'))[1]).toBe('water');
    expect(of(verdict('act'), held('today'), said('losses', 'act'))).toEqual(['act', 'held:1', 'first-aid']);
    expect(of(verdict('settled'), held('week'))).toEqual(['drifting', 'held:1', 'see-to-this']);
  });
  it('by the reading that decides it is said in the figures of the water, with its own step and urgency', () => {
    const said = whole(verdict('act'), held('now', 'ph'));
    expect([said.reason.by, said.urgent, said.nextStep.reason.id]).toEqual(['water', true, 'first-aid']);
    expect(said.nextStep.reason.facts.held?.first).toEqual(['air']);
    expect(of(verdict('act', true), held('now', 'ph'))).toEqual(['act', 'water', 'leave']);
    expect(of(verdict('act'), held('now', 'tempC'))[1]).toBe('held:1');
    // No band of its practice speaks of it: it is settled there, and too much all the same.
    expect(of(verdict('settled'), held('now', 'ph'))).toEqual(['act', 'water', 'first-aid']);
    expect(of(verdict('unknown'), held('now', 'ph'))[1]).toBe('held:1');
    const drifts = whole(verdict('drifting'), held('today', 'ph'));
    expect([drifts.state, drifts.reason.by, drifts.urgent]).toEqual(['act', 'water', false]);
  });
  it('a tank that is said to be cycled and holds nobody has nobody to be helped', () => {
    const cycle = (facts: object): Contribution => ({
      ...said('cycle', 'watch', 3),
      reason: { id: 'cycle', facts: { ageDays: 9, said: true, stocked: false, ...facts } },
    });
    expect(of(verdict('act', true), cycle({}))).toEqual(['drifting', 'cycle:1', 'see-to-this']);
    expect(of(verdict('act', true), cycle({ stocked: true }))[1]).toBe('water');
    expect(of(verdict('act', true), cycle({ said: false }))[1]).toBe('water');
    expect(of(verdict('act', true), cycle({}), said('timer', 'act'))[1]).toBe('water');
    // Somebody died there: then somebody lives there, whatever was entered.
    expect(of(verdict('act', true), cycle({}), said('losses', 'watch'))[1]).toBe('water');
  });
});
