import { hourMs } from '#core/units';
import { mayWrite, type GateFacts, type GateRow } from '#core/gate';
import { lifeAt, lifeBeganAt, lives as livesOf } from '../../../core/src/gate/lives';
import { livingAt } from '../../../core/src/gate/meetings';
import { placeField, threadKinds, threadOf } from '../../../core/src/gate/places';
import { bookKinds } from '../kinds';
import { count, course, day0, facts, given, lives, onOf, row, says } from './gate.cases';

const fish = lives('cardinal-tetra');
const why = { overrideReason: 'as the vet says' };
const equipped = (more: object): Partial<GateFacts> => ({
  equipment: { filter: { on: false }, ...more } as GateFacts['equipment'],
});
/** Whom or what would be harmed, and where. */
const harmed = (of: GateRow, rows: readonly GateRow[], more: Partial<GateFacts> = {}): string[] =>
  mayWrite(of, facts(rows, more)).flatMap(({ reason }) =>
    reason.id === 'harm' || reason.id === 'people'
      ? reason.facts.reasons.map((r) => {
          const { kindId, other, name, parameter } = r.facts as Record<string, string | undefined>;
          const below = reason.id === 'harm' && reason.facts.belowName !== null ? ` in ${reason.facts.belowName}` : '';
          return `${r.id} ${kindId ?? other ?? name ?? parameter ?? ''}${below}`;
        })
      : [],
  );
const comes = (kindId: string, day: number, event: 'moved-in' | 'arrived' | 'born' | 'counted' = 'moved-in'): GateRow =>
  row('stock', day, { event, kindId, strain: '', count }, `${kindId}-${day}-${event}`);

describe('who lives there at a moment', () => {
  const at = (day: number, ...rows: GateRow[]) =>
    livingAt(rows as GateRow<'stock'>[], { atEpochMs: day0 + day * 24 * hourMs, kinds: bookKinds });
  it('is who was there by then: at the moment itself they are, a moment later they are not yet', () => {
    const shrimp = comes('cherry-shrimp', 3, 'arrived');
    expect([at(2.9, shrimp), at(3, shrimp), at(9, shrimp)]).toEqual([[], ['cherry-shrimp'], ['cherry-shrimp']]);
    const none = row('stock', 5, { event: 'counted', kindId: 'cherry-shrimp', strain: '', count: { lo: 0, hi: 0 } });
    expect(at(6, shrimp, none)).toEqual([]);
    const arrival = row('arrival', 3, { kindId: 'cherry-shrimp', strain: '', count });
    expect([at(2.9, arrival), at(3, arrival)]).toEqual([[], ['cherry-shrimp']]);
  });
  it('kinds that nobody here knows count from when they were told of', () => {
    expect([at(2.9, comes('mine', 3)), at(3, comes('mine', 3))]).toEqual([[], ['mine']]);
    expect(at(4, comes('mine', 3), comes('mine', 3.5))).toEqual(['mine']);
  });
});

describe('a course that begins meets what is there', () => {
  it('what takes it out while it is on, and only then', () => {
    for (const item of ['carbon', 'uv', 'resin']) {
      expect(harmed(course('D07'), [fish], equipped({ [item]: { on: true } }))).toEqual([`taken-out ${item}`]);
      expect(harmed(course('D07'), [fish], equipped({ [item]: { on: false } }))).toEqual([]);
    }
  });
  it('the filter, where nobody said that it is off', () => {
    const on = { equipment: {} as GateFacts['equipment'] };
    expect(harmed(course('D17'), [fish], on)).toEqual(['kind filter']);
    expect(harmed(course('D17'), [fish], { equipment: { filter: { on: true } } as GateFacts['equipment'] })).toEqual([
      'kind filter',
    ]);
    expect(harmed(course('D17'), [fish])).toEqual([]);
  });
  it('its water, and not the water of who gets some of it', () => {
    const warm = { water: { tempC: { lo: 30, hi: 30 } } };
    expect(harmed(course('D03'), [fish], warm)).toEqual(['water tempC']);
    const below = [{ tankId: 'shelf', name: 'Shelf', rows: [lives('cherry-shrimp') as GateRow<'stock'>] }];
    expect(harmed(course('D03'), [fish], { ...warm, below })).toEqual(['water tempC', 'kind cherry-shrimp in Shelf']);
    // What takes it out here does not there.
    const carbon = equipped({ carbon: { on: true } });
    expect(harmed(course('D03'), [fish], { ...carbon, below })).toEqual([
      'taken-out carbon',
      'kind cherry-shrimp in Shelf',
    ]);
  });
  it('who came in after it, where it is dated back; who was born or counted since was there anyway or is no decision', () => {
    expect(harmed(course('D06'), [fish, comes('cherry-shrimp', 3)])).toEqual(['kind cherry-shrimp']);
    expect(harmed(course('D06'), [fish, comes('cherry-shrimp', 3, 'born')])).toEqual([]);
    expect(harmed(course('D06'), [fish, comes('cherry-shrimp', 3, 'counted')])).toEqual([]);
    expect(harmed(course('D06', {}, 4), [fish, comes('cherry-shrimp', 3), comes('cherry-shrimp', 5)])).toEqual([
      'kind cherry-shrimp',
    ]);
  });
  it('its water once: what is written of later is asked of nobody’s warmth', () => {
    const warm = { water: { tempC: { lo: 30, hi: 30 } } };
    expect(harmed(course('D03'), [fish, comes('cherry-shrimp', 3)], warm)).toEqual([
      'water tempC',
      'kind cherry-shrimp',
    ]);
    expect(
      harmed(given(2, 3), [fish, course('D03', { ...why }), given(0, 1), comes('cherry-shrimp', 1)], warm),
    ).toEqual(['kind cherry-shrimp']);
    expect(harmed(comes('cherry-shrimp', 1), [fish, course('D03', { ...why }), given(0, 1)], warm)).toEqual([
      'kind cherry-shrimp',
    ]);
  });
  it('another agent that is in the water, or that began after it', () => {
    const runs = [fish, course('D16', {}, 0, 'peroxide'), given(0, 1, 'peroxide')];
    expect(harmed(course('D03', {}, 0.5), runs)).toEqual(['pair peroxide']);
    expect(harmed(course('D03', {}, -0.5), runs)).toEqual(['pair peroxide']);
    expect(harmed(course('D03', { ...why }, 0.5), runs)).toEqual([]);
    // People are harmed: no reason opens that.
    const permanganate = [fish, course('D17', {}, 0, 'p'), given(0, 1, 'p')];
    expect(harmed(course('D03', { ...why }, 0.5), permanganate)).toEqual(['pair permanganate']);
    expect(mayWrite(course('D03', { ...why }, 0.5), facts(permanganate)).map((f) => [f.field, f.ask, f.final])).toEqual(
      [['agentId', 'refused', true]],
    );
  });
  it('the same agent that runs already, by name and since when; one that is over is none', () => {
    const runs = [fish, course('D07', {}, 0, 'first')];
    expect(mayWrite(course('D07', {}, 1), facts(runs)).map((f) => f.reason)).toEqual([
      { id: 'runs-already', facts: { thread: 'course', sinceOn: onOf(day0) } },
    ]);
    expect(says(course('D10', { alsoAgentIds: ['D07'] }, 1), runs)).toContain('overrideReason runs-already');
    expect(says(course('D10', {}, 1), runs)).not.toContain('overrideReason runs-already');
    const over = row('course', 0.5, { step: 'ended', courseId: 'first', verdict: 'better', note: '' });
    expect(says(course('D07', {}, 1), [...runs, over])).toEqual([]);
    expect(says(course('D07', { ...why }, 1), runs)).toEqual([]);
  });
});

describe('a dose, going on and dosing again meet what has come since', () => {
  const rows = [fish, course('D03', {}, 0), given(0, 1)];
  const other = [course('D16', { ...why }, 1, 'peroxide'), given(1, 1, 'peroxide')];
  it('an agent that was put in since it began is asked about; one that was there when it began is not asked twice', () => {
    expect(harmed(given(2, 3), [...rows, ...other])).toEqual(['pair peroxide']);
    const before = [
      fish,
      course('D16', {}, -1, 'peroxide'),
      given(-1, 1, 'peroxide'),
      course('D03', { ...why }, 0),
      given(0, 1),
    ];
    expect(harmed(given(2, 3), before)).toEqual([]);
  });
  it('a reason that was given for it at an earlier step of this course holds; one of another course, or of later, does not', () => {
    const reasoned = (day: number, courseId: string, doseDay = 1): GateRow =>
      row('course', day, { step: 'given', courseId, day: doseDay, ...why }, `why-${courseId}-${day}`);
    const late = [
      fish,
      course('D03', { label: { packTreatsL: 40, doseDays: [1, 2, 3], changes: [] } }, 0),
      given(0, 1),
      ...other,
    ];
    expect(harmed(given(2, 3), [...late, reasoned(1.2, 'c', 2)])).toEqual([]);
    expect(harmed(given(2, 3), [...late, reasoned(1.2, 'peroxide', 2)])).toEqual(['pair peroxide']);
  });
  it('its own agents are none of the others', () => {
    expect(harmed(given(2, 3), rows)).toEqual([]);
    expect(harmed(given(2, 3, 'none'), rows)).toEqual([]);
  });
  it('what was missed, paused or ended gives nothing to anybody', () => {
    const since = [...rows, comes('cherry-shrimp', 1)];
    for (const payload of [
      { step: 'missed', courseId: 'c', day: 3 },
      { step: 'paused', courseId: 'c', note: '' },
      { step: 'ended', courseId: 'c', verdict: 'same', note: '' },
    ])
      expect(harmed(row('course', 2, payload as never), since))
        .withContext(payload.step)
        .toEqual([]);
    expect(harmed(given(2, 3), since)).toEqual(['kind cherry-shrimp']);
  });
});

describe('who comes in meets what is in the water', () => {
  it('and what is put in after them, where they are dated back', () => {
    const treated = [fish, course('D06', {}, 2), given(2, 1)];
    expect(harmed(comes('cherry-shrimp', 1), treated)).toEqual(['kind cherry-shrimp']);
    // Gone again before it began, they met nothing.
    const gone = row('stock', 1.5, { event: 'counted', kindId: 'cherry-shrimp', strain: '', count: { lo: 0, hi: 0 } });
    expect(harmed(comes('cherry-shrimp', 1), [...treated, gone])).toEqual([]);
    expect(harmed(comes('cardinal-tetra', 1), treated)).toEqual([]);
  });
  it('kinds that nobody knows are no ground for calm; water with nothing in it is', () => {
    const treated = [fish, course('D06', {}, 0), given(0, 1)];
    expect(harmed(comes('mine', 1), treated)).toEqual(['unknown mine']);
    expect(harmed(comes('mine', 1), [fish])).toEqual([]);
  });
});

describe('lives of a tank', () => {
  const at = (day: number): number => day0 + day * 24 * hourMs;
  const [ended, anew] = [row('ending', 5, { step: 'ended' }, 'e'), row('ending', 8, { step: 'begun-anew' }, 'a')];
  const rows = [fish, course('D07', {}, 1), ended, anew, course('D07', {}, 9, 'second')];
  const idsAt = (day: number): string[] => lifeAt(rows, at(day)).map((r) => r.entryId);
  it('divide its rows at the moment at which it was begun anew; its ends stand in all of them', () => {
    expect(idsAt(2)).toEqual(['stock--100', 'c', 'e', 'a']);
    expect(idsAt(8)).toEqual(['e', 'a', 'second']);
    expect(idsAt(9)).toEqual(['e', 'a', 'second']);
    expect([lifeBeganAt(rows, at(7.9)), lifeBeganAt(rows, at(8)), lifeBeganAt(rows, at(20))]).toEqual([
      0,
      at(8),
      at(8),
    ]);
    // That it ended divides nothing.
    const once = [fish, ended];
    expect(lifeAt(once, at(9))).toEqual(once);
  });
  it('are gone through one by one, but for its ends and for tools', () => {
    expect(livesOf('course', rows).map((life) => life.map((r) => r.entryId))).toEqual([
      ['stock--100', 'c', 'e', 'a'],
      ['e', 'a', 'second'],
    ]);
    expect(livesOf('ending', rows)).toEqual([rows]);
    expect(livesOf('tool', rows)).toEqual([rows]);
    expect(livesOf('course', [fish])).toEqual([[fish]]);
    const thrice = [...rows, row('ending', 12, { step: 'ended' }), row('ending', 13, { step: 'begun-anew' }, 'b')];
    expect(lifeAt(thrice, at(9)).map((r) => r.entryId)).toContain('second');
    expect(lifeAt(thrice, at(14)).map((r) => r.entryId)).not.toContain('second');
  });
});

describe('where an entry belongs', () => {
  const of = (kind: string, payload: object = {}): GateRow => row(kind as 'course', 0, payload as never);
  it('each kind to the thread that it is a step of', () => {
    const names = ['cleaning', 'acclimation', 'arrival', 'stock', 'batch-step', 'ending', 'course', 'tool'].map(
      (kind) => threadOf(of(kind)),
    );
    expect(names).toEqual(['walk', 'drip', 'drip', 'drip', 'batch', 'tank', 'course', 'tool']);
    expect(threadKinds).toContain('walk');
  });
  it('what has no place is said at the field that puts it there', () => {
    const field = (kind: string, id: string, payload: object = {}, facts: object = {}): string =>
      placeField(of(kind, payload), { id, facts } as never);
    expect(field('course', 'no-start')).toBe('courseId');
    expect(field('course', 'day-done')).toBe('day');
    expect(field('absence', 'dates-crossed')).toBe('on');
    expect(field('course', 'twice')).toBe('changeEntryId');
    expect(field('case', 'not-asked')).toBe('lookAgainAt');
    expect(field('case', 'no-start')).toBe('caseId');
    const ticked = { step: 'ticked', checks: ['lid', 'heater'] };
    expect(field('job', 'not-asked', ticked, { what: 'heater' })).toBe('checks.1');
    expect(field('job', 'not-asked', { step: 'broken-off' })).toBe('jobId');
    expect(field('timer', 'not-asked')).toBe('timerId');
    expect(field('job', 'no-start', ticked)).toBe('jobId');
  });
  it('a drip belongs to an arrival that there is, a step of a batch to a batch that was mixed', () => {
    const drip = row('acclimation', 1, { step: 'ended', arrivalId: 'arr' });
    const started = row('acclimation', 0.9, { step: 'started', arrivalId: 'arr' }, 'drip');
    const arrival = row('arrival', 0.5, { kindId: 'cherry-shrimp', strain: '', count }, 'arr');
    expect(says(started, [])).toEqual(['arrivalId out-of-place']);
    expect(says(started, [arrival])).toEqual([]);
    expect(says(drip, [arrival, started])).toEqual([]);
    const batch = row('batch', 0, {}, 'mixed');
    const measured = row('batch-step', 1, { step: 'measured', batchId: 'mixed' });
    expect(says(measured, [])).toEqual(['batchId out-of-place']);
    expect(says(measured, [batch])).toEqual([]);
    expect(says(row('batch-step', -1, { step: 'measured', batchId: 'mixed' }), [batch])).toEqual([
      'batchId out-of-place',
    ]);
  });
});
