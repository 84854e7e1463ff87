import { dayMs } from '#core/units';
import fc from 'fast-check';
import { agentIdsOf, courseStepOf, courseThreads } from '#core/care';
import { gateKinds, mayWrite, standing, strikeFaults, type GateFacts, type GateKind, type GateRow } from '#core/gate';
import { count, course, day0, facts, given, lives, plan, row, says, type Started } from './gate.cases';
import { careKnowledge } from './index';

const shrimp = lives('cherry-shrimp');
const fish = lives('otocinclus');
const [harm, people] = ['overrideReason harm', 'agentId people final'];

describe('the gate: a course meets who lives there', () => {
  it('copper into a tank of shrimp is asked about; the same where only fish live is not', () => {
    expect(says(course('D06'), [shrimp])).toEqual([harm]);
    expect(says(course('D06'), [lives('cardinal-tetra')])).not.toContain(people);
    expect(says(course('D06', { overrideReason: 'the shrimp were taken out an hour ago' }), [shrimp])).toEqual([]);
    expect(says(course('D06', { overrideReason: '  ' }), [shrimp])).toEqual([harm]);
  });
  it('a second agent of a product counts as the first does', () => {
    expect(says(course('D07'), [shrimp])).not.toContain(harm);
    expect(says(course('D07', { alsoAgentIds: ['D06'] }), [shrimp])).toEqual([harm]);
  });
  it('shrimp that moved in since it began are asked about at each dose, at going on and at dosing again', () => {
    const start = course('D06', {}, 0);
    const before = [fish, start, given(0, 1)];
    expect(says(given(2, 3), before)).toEqual([]);
    const since = [...before, row('stock', 1, { event: 'moved-in', kindId: 'cherry-shrimp', strain: '', count })];
    expect(says(given(2, 3), since)).toEqual([harm]);
    const paused = row('course', 1.1, { step: 'paused', courseId: 'c', note: '' });
    const resumed = row('course', 1.3, { step: 'resumed', courseId: 'c', note: '' });
    expect(says(resumed, [...since, paused])).toEqual([harm]);
    expect(says(resumed, [...before, paused])).toEqual([]);
  });
  it('who came in with a reason, and what an earlier step gave a reason for, is not asked twice', () => {
    const joined = row('stock', 0.5, { event: 'moved-in', kindId: 'cherry-shrimp', strain: '', count });
    const reasoned = row('course', 1, { step: 'given', courseId: 'c', day: 1, overrideReason: 'as the vet says' });
    expect(says(given(2, 3), [fish, course('D06', {}, 0), joined, reasoned])).toEqual([]);
  });
  it('shrimp that come into treated water are asked about; counted or born there they are no decision', () => {
    const arrives = (event: 'moved-in' | 'arrived' | 'counted' | 'born' | 'present'): GateRow =>
      row('stock', 1, { event, kindId: 'cherry-shrimp', strain: '', count });
    const treated = [fish, course('D06'), given(0, 1)];
    expect(says(arrives('moved-in'), treated)).toEqual([harm]);
    expect(says(arrives('arrived'), treated)).toEqual([harm]);
    for (const event of ['counted', 'born', 'present'] as const) expect(says(arrives(event), treated)).toEqual([]);
    expect(says(arrives('moved-in'), [fish])).toEqual([]);
    const arrival = row('arrival', 1, { kindId: 'cherry-shrimp', strain: '', count });
    expect(says(arrival, treated)).toEqual([harm]);
  });
  it('tanks that get water of this one are asked about by name', () => {
    const below = [{ tankId: 'shelf', name: 'Shelf', rows: [shrimp as GateRow<'stock'>] }];
    const faults = mayWrite(course('D06'), facts([fish], { below }));
    expect(faults.map((f) => f.reason)).toContain(
      jasmine.objectContaining({ id: 'harm', facts: jasmine.objectContaining({ belowName: 'Shelf' }) }),
    );
  });
  it('of a kind that is not known nobody knows what it stands: that is no ground for calm', () => {
    expect(says(course('D07'), [lives('a-kind-of-mine')])).toEqual([harm]);
  });
  it('the filter is asked about as what lives there is, unless it is off', () => {
    const erythromycin = course('D12', { prescription: 'a vet' } as Partial<Started>);
    const on = { equipment: { filter: { on: true } } as GateFacts['equipment'] };
    const reasons = (of: Partial<GateFacts>) => says(erythromycin, [fish], of).length;
    expect(reasons(on)).toBeGreaterThanOrEqual(reasons({}));
  });
});

describe('the gate: agents meet agents, in whichever order they were written', () => {
  it('formalin beside permanganate is final, whatever is said', () => {
    const ran = [fish, course('D17', {}, 0, 'p'), given(0, 1, 'p')];
    const why = { overrideReason: 'I know what I do' };
    expect(says(course('D03', why, 1), ran)).toContain(people);
  });
  it('formalin back-dated an hour before a permanganate that was written first is final as well', () => {
    const ran = [fish, course('D17', {}, 0, 'p'), given(0, 1, 'p')];
    expect(says(course('D03', { overrideReason: 'so it was' }, -1 / 24), ran)).toContain(people);
    expect(says(course('D17', { overrideReason: 'so it was' }, -1 / 24), [fish, course('D03', {}, 0, 'p')])).toContain(
      people,
    );
  });
  it('a book with both is not taken in, in either order', () => {
    const both = [course('D17', {}, 0, 'p'), course('D03', {}, 1, 'f')];
    for (const rows of [both, [...both].reverse().map((r, i) => ({ ...r, sequence: i }))])
      expect(standing([fish, ...rows], () => facts([])).filter((s) => s.fault.final).length).toBeGreaterThan(0);
  });
  it('a last dose that is long washed out meets nobody', () => {
    const ran = [fish, course('D17', {}, 0, 'p'), given(0, 1, 'p'), given(2, 3, 'p')];
    const ended = row('course', 3, { step: 'ended', courseId: 'p', verdict: 'better', note: '' });
    const changes = Array.from({ length: 12 }, (_, i) => ({
      entryId: `w${i}`,
      tankId: 'pen',
      atEpochMs: day0 + (4 + i) * dayMs,
      changeFraction: 0.9,
    }));
    expect(says(course('D03', {}, 40), [...ran, ended], { changes })).not.toContain(people);
  });
  it('the same agent beside itself is asked about; as a part of what runs it is not', () => {
    const runs = [fish, course('D07', {}, 0, 'first')];
    expect(says(course('D07', {}, 1), runs)).toEqual(['overrideReason runs-already']);
    expect(says(course('D07', { partOfId: 'first' }, 1), runs)).toEqual([]);
    expect(says(course('D08', { partOfId: 'none' }, 1), runs)).toContain('partOfId no-part');
  });
});

describe('the gate: a dose that can be carried out', () => {
  const per = (packTreatsL: number, netVolumeL: number, more: Partial<Started> = {}): string[] =>
    says(course('D07', { label: { packTreatsL, doseDays: [1], changes: [] }, netVolumeL, ...more }), [fish], {
      netVolumeL,
    });
  it('260 % and 1,673 % of the label begin only with the stock solution or a reason', () => {
    expect(per(37.9, 14.6)).toEqual(['overrideReason dose-share']);
    expect(per(378, 22.6)).toEqual(['overrideReason dose-share']);
    expect(per(378, 22.6, { stockSolution: true })).toEqual([]);
    expect(per(37.9, 14.6, { overrideReason: 'the label says a whole pack' })).toEqual([]);
  });
  it('110 and 90 % are near enough, a little beyond is not', () => {
    expect([per(110, 100), per(90, 100)]).toEqual([[], []]);
    expect([per(112, 100), per(89, 100)]).toEqual([['overrideReason dose-share'], ['overrideReason dose-share']]);
  });
  it('more litres than the set-up holds need a reason; the same litres rounded do not', () => {
    const litres = (netVolumeL: number, more: Partial<Started> = {}): string[] =>
      says(course('D07', { netVolumeL, split: true, ...more }), [fish], { netVolumeL: 80 });
    expect([litres(80), litres(80.3), litres(81), litres(60)]).toEqual([[], [], ['overrideReason more-litres'], []]);
    expect(litres(160, { overrideReason: 'measured with a bucket' })).toEqual([]);
  });
  it('an antibiotic names its prescription; what is no course is none', () => {
    expect(says(course('D12'), [fish])).toContain('prescription prescription');
    expect(says(course('D21'), [fish])).toContain('agentId no-course-agent');
    expect(says(course('D99'), [fish])).toEqual(['agentId unknown-agent']);
  });
});

describe('the gate: no dose twice', () => {
  const start = course('D07', { label: { packTreatsL: 40, doseDays: [1, 2, 3], changes: [] } });
  it('a pause after tonight’s dose never asks for it again', () => {
    const rest = [
      row('course', 0.01, { step: 'paused', courseId: 'c', note: '' }),
      row('course', 0.02, { step: 'resumed', courseId: 'c', note: '' }),
    ];
    expect(says(given(0.03, 1), [fish, start, given(0, 1), ...rest])).toEqual(['day out-of-place']);
  });
  it('a second dose of one course on one evening is asked about', () => {
    expect(says(given(2.01, 3), [fish, start, given(0, 1), given(2, 2)])).toEqual(['overrideReason second-tonight']);
    expect(says(given(2, 3), [fish, start, given(0, 1), given(1, 2)])).toEqual([]);
  });
  it('any steps in any order never give more doses than the label, nor two of a day', () => {
    const steps = fc.array(
      fc.record({
        day: fc.double({ min: 0, max: 14, noNaN: true }),
        doseDay: fc.integer({ min: 0, max: 8 }),
        step: fc.constantFrom<'given' | 'missed' | 'paused' | 'resumed' | 'ended'>(
          'given',
          'missed',
          'paused',
          'resumed',
          'ended',
        ),
      }),
      { maxLength: 24 },
    );
    fc.assert(
      fc.property(steps, (tried) => {
        const rows: GateRow[] = [fish, start];
        tried.forEach(({ day, doseDay, step }, i) => {
          const payload =
            step === 'given' || step === 'missed'
              ? { step, courseId: 'c', day: doseDay }
              : step === 'ended'
                ? { step, courseId: 'c', verdict: 'same' as const, note: '' }
                : { step, courseId: 'c', note: '' };
          const next = row('course', day, payload, `s${i}`);
          if (mayWrite(next, facts(rows)).length === 0) rows.push(next);
        });
        const all = rows.filter((r): r is GateRow<'course'> => r.kind === 'course');
        const [thread] = courseThreads(all.map(courseStepOf), { today: '2026-04-30' });
        const written = all.filter((r) => r.payload.step === 'given');
        expect(written.length).toBeLessThanOrEqual(3);
        // Nothing that was taken was left out of the thread: what the book says was given was given.
        expect(thread?.given.length).toBe(written.length);
        expect(standing(rows, () => facts([]))).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
});

describe('the gate: places in threads', () => {
  it('a start that is struck is asked about its steps; struck with them it goes', () => {
    const [start, dose] = [course('D07'), given(0, 1)];
    const rows = [fish, start, dose];
    expect(strikeFaults(start, { rows, alsoStruckIds: new Set() }).map((f) => f.reason.id)).toEqual(['displaces']);
    expect(strikeFaults(start, { rows, alsoStruckIds: new Set([dose.entryId]) })).toEqual([]);
    expect(strikeFaults(dose, { rows, alsoStruckIds: new Set() })).toEqual([]);
  });
  it('an end that is dated before what is in the book already is asked about it', () => {
    const end = row('course', 1, { step: 'ended', courseId: 'c', verdict: 'same', note: '' });
    expect(says(end, [fish, course('D07'), given(0, 1), given(2, 3)])).toEqual(['step displaces']);
  });
  it('a course of another tank, of none, before its start, after its end', () => {
    const rows = [fish, course('D07')];
    expect(says(given(0, 1, 'none'), rows)).toEqual(['courseId out-of-place']);
    expect(says(given(-1, 1), rows)).toEqual(['courseId out-of-place']);
    expect(says(given(399, 400), rows)).toEqual(['day out-of-place']);
    expect(says(given(1, 2), rows)).toEqual(['day out-of-place']);
    expect(says(given(0, 3), rows)).toEqual(['day out-of-place']);
    const ended = row('course', 1, { step: 'ended', courseId: 'c', verdict: 'same', note: '' });
    expect(says(given(2, 3), [...rows, ended])).toEqual(['courseId out-of-place']);
    expect(says({ ...ended, entryId: 'again' }, [...rows, ended])).toEqual(['courseId out-of-place']);
  });
  it('half a bed in one evening asks for a reason that says something', () => {
    const cleaned = (overrideReason?: string): GateRow =>
      row('cleaning', 0, {
        step: 'cleaned',
        what: 'bed',
        squareIds: Array.from({ length: 30 }, (_, i) => `s${i}`),
        school: 'deep',
        overrideReason,
      } as unknown as GateRow<'cleaning'>['payload']);
    const asked = [cleaned(), cleaned(' '), cleaned('it is taken down tomorrow')].map((r) => says(r, []));
    expect(asked).toEqual([['overrideReason half-a-bed'], ['overrideReason half-a-bed'], []]);
  });
  it('a dip of a tenth of a minute, or in what dips nothing, is not written as kept', () => {
    const kept = row('tool', -10, { step: 'kept', name: 'a net', sort: 'net' }, 'net');
    const [dip] = careKnowledge.toolDips;
    const dipped = (agentId: string, minutes: number, ofKept = true): string[] =>
      says(row('tool', 0, { step: 'dipped', toolId: 'net', agentId, minutes, kept: ofKept }), [kept]);
    expect(dip).toBeDefined();
    const [agentId, least] = [dip?.agentId ?? '', dip?.leastMinutes ?? 0];
    expect([dipped(agentId, least), dipped(agentId, 0.1), dipped('D07', 60), dipped('D07', 60, false)]).toEqual([
      [],
      ['minutes no-dip'],
      ['agentId no-dip'],
      [],
    ]);
  });
  it('a tank does not end with animals in it, nor over what runs unless that is said', () => {
    const ending = (alsoEnds?: boolean): GateRow => row('ending', 5, { step: 'ended', alsoEnds });
    expect(says(ending(), [fish])).toEqual(['animals animals-left']);
    const gone = row('stock', 1, { event: 'counted', kindId: 'otocinclus', strain: '', count: { lo: 0, hi: 0 } });
    expect(says(ending(), [fish, gone])).toEqual([]);
    const runs = [fish, gone, course('D07')];
    expect([says(ending(), runs), says(ending(true), runs)]).toEqual([['alsoEnds still-runs'], []]);
    expect(says({ ...ending(), entryId: 'twice' }, [ending()])).toEqual(['step out-of-place']);
  });
  it('begun anew it is another tank: what ran in it is over, what lived in it is gone, and an earlier day is asked of its own life', () => {
    const ended = row('ending', 5, { step: 'ended', alsoEnds: true }, 'ended');
    const anew = row('ending', 8, { step: 'begun-anew' }, 'anew');
    const before = [shrimp, course('D07'), given(0, 1), ended, anew];
    expect(says(given(9, 3), before)).toEqual(['courseId out-of-place']);
    // The day that was missed in the life before is written where it belongs.
    expect(says(given(2, 3), before)).toEqual([]);
    // Nobody of then lives there now: copper meets no shrimp, and whoever comes in meets no course.
    expect(says(course('D06', {}, 9, 'c2'), before)).toEqual([]);
    expect(says(course('D06', {}, 1, 'c2'), before)).toContain(harm);
    const copper = [fish, course('D06'), given(0, 1), ended, anew];
    const joins = (day: number) => row('stock', day, { event: 'moved-in', kindId: 'cherry-shrimp', strain: '', count });
    expect([says(joins(9), copper), says(joins(1), copper)]).toEqual([[], [harm]]);
    // The end of its second life asks of nothing that ran in the first.
    const again = row('ending', 12, { step: 'ended' }, 'again');
    expect(says(again, before)).toEqual([]);
    expect(standing([...before.slice(1), given(9, 3)], () => facts([])).map((s) => s.entryId)).toEqual(['given-c-9-3']);
    // Struck, the two lives are one again.
    expect(says(given(9, 3), [course('D07'), given(0, 1)])).not.toContain('courseId out-of-place');
  });
  it('a quarantine and an outage are open once', () => {
    const opened = (day: number): GateRow =>
      row('quarantine', day, { step: 'opened', reason: 'new', days: 28, note: '' } as never, `q${day}`);
    expect(says(opened(2), [opened(0)]).at(-1)).toBe('step runs-already');
    const outage = (day: number): GateRow => row('outage', day, { step: 'outage', cause: 'power' } as never, `o${day}`);
    expect(says(outage(0.1), [outage(0)])).toEqual(['step runs-already']);
    const over = row('outage', 0.05, { step: 'outage-over', outageId: 'o0' }, 'over');
    expect(says(outage(0.1), [outage(0), over])).toEqual([]);
  });
});

describe('random steps against every thread', () => {
  const ids = ['a', 'b', 'x'];
  const id = fc.constantFrom(...ids);
  const of = (key: string, ...steps: string[]) =>
    fc.record({ step: fc.constantFrom(...steps), [key]: id }) as unknown as fc.Arbitrary<object>;
  const tables: Readonly<Partial<Record<GateKind, fc.Arbitrary<object>>>> = {
    tool: fc.oneof(fc.constant({ step: 'kept', name: 'a net', sort: 'net' }), of('toolId', 'used', 'gone')),
    case: fc.oneof(
      fc.constant({
        step: 'opened',
        firstSignAt: '2026-02-28T00:00:00Z',
        findings: {},
        struckIds: [],
        lookAgainAt: null,
      }),
      of('caseId', 'closed', 'acted').map((p) => ({ ...p, lookAgainAt: null })),
    ),
    outage: fc.oneof(fc.constant({ step: 'outage', cause: 'power' }), of('outageId', 'outage-over')),
    move: fc.oneof(
      fc.constant({ step: 'moved' }),
      of('movedId', 'move-day').map((p) => ({ ...p, good: true })),
    ),
    absence: fc.oneof(fc.constant({ step: 'away', fromOn: '2026-03-03', toOn: '2026-03-08' }), of('awayId', 'back')),
    walk: fc.record({ step: fc.constant('pass'), pass: fc.constantFrom('before', 'off', 'drain', 'fill', 'after') }),
    job: fc.oneof(
      fc.constant({ step: 'started', work: { kind: 'change' } }),
      of('jobId', 'broken-off').map((p) => ({ ...p, reason: 'late' })),
    ),
    timer: fc.oneof(fc.constant({ step: 'set', timer: 'drain', minutes: 5, note: '' }), of('timerId', 'answered')),
    sequence: fc.oneof(fc.constant({ step: 'planned' }), of('sequenceId', 'ended')),
    'batch-step': of('batchId', 'measured', 'thrown-away', 'accepted'),
    ending: fc.record({ step: fc.constantFrom('ended', 'begun-anew') }),
  };
  for (const kind of Object.keys(tables) as GateKind[])
    it(`${kind}: what is taken stays in its place, and no refusal changes what stands`, () => {
      const steps = fc.array(
        fc.record({ entryId: id, day: fc.integer({ min: 0, max: 9 }), payload: tables[kind] ?? fc.constant({}) }),
        { maxLength: 16 },
      );
      fc.assert(
        fc.property(steps, (tried) => {
          const rows: GateRow[] = [];
          tried.forEach(({ entryId, day, payload }, i) => {
            const opens = Object.keys(payload).every((k) => !k.endsWith('Id'));
            const next = row(
              kind,
              day,
              payload as never,
              opens && !rows.some((r) => r.entryId === entryId) ? entryId : `n${i}`,
            );
            if (mayWrite(next, facts(rows)).length === 0) rows.push(next);
          });
          expect(standing(rows, () => facts([])).filter((s) => s.fault.reason.id === 'out-of-place')).toEqual([]);
        }),
        { numRuns: 80 },
      );
    });
  it('no kind of the gate is without a table of its own, or a reason why', () => {
    const without = gateKinds.filter((kind) => !(kind in tables));
    expect(without).toEqual(['course', 'quarantine', 'cleaning', 'acclimation', 'arrival', 'stock', 'batch']);
  });
});

it('agents of a plan are its first and what the product holds beside it', () => {
  expect(agentIdsOf(plan('D07', { alsoAgentIds: ['D06'] }))).toEqual(['D07', 'D06']);
});
