import { dayMs } from '#core/units';
import { mayWrite, standing, strikeFaults, type GateFacts, type GateReason, type GateRow } from '#core/gate';
import { count, course, day0, facts, given, lives, onOf, plan, row, says } from './gate.cases';
import { careKnowledge } from './index';

const fish = lives('otocinclus');
const reasonsOf = (of: GateRow, rows: readonly GateRow[], more: Partial<GateFacts> = {}): GateReason[] =>
  mayWrite(of, facts(rows, more)).map((f) => f.reason);

describe('the gate says what stands in the way, with its facts', () => {
  it('a label with two packs, with none, or with a pack beside a food', () => {
    const label = (of: object, more: object = {}): string[] =>
      says(course('D07', { label: { doseDays: [1], changes: [], ...of }, split: true, ...more }), [fish]);
    expect(label({ packTreatsL: 40 })).toEqual([]);
    expect(label({ packTreatsUsGal: 10 })).toEqual([]);
    expect(label({ packTreatsL: 40, packTreatsUsGal: 10 })).toEqual(['label label']);
    expect(label({})).toEqual(['label label']);
    const food = { food: { foodG: 5, mgPerG: 10 } };
    expect(label({ packTreatsL: 40 }, food)).toEqual(['label label']);
    expect(reasonsOf(course('D07', { label: { doseDays: [1], changes: [] } }), [fish])).toEqual([
      { id: 'label', facts: {} },
    ]);
    expect(label({ packTreatsL: 40, doseDays: [] })).toContain('label label');
  });
  it('one unknown agent among two, one that is no course, a prescription of blanks', () => {
    expect(says(course('D07', { alsoAgentIds: ['D99'] }), [fish])).toEqual(['agentId unknown-agent']);
    expect(reasonsOf(course('D07', { alsoAgentIds: ['D21'] }), [fish])).toContain({
      id: 'no-course-agent',
      facts: { agentId: 'D21' },
    });
    const prescribed = (prescription?: string, also: string[] = []): string[] =>
      says(course('D12', { prescription, alsoAgentIds: also } as never), [fish]).filter((s) =>
        s.includes('prescription'),
      );
    expect([prescribed(), prescribed('  '), prescribed('a vet, in March')]).toEqual([
      ['prescription prescription'],
      ['prescription prescription'],
      [],
    ]);
    expect(prescribed(undefined, ['D07'])).toEqual(['prescription prescription']);
    expect(says(course('D07'), [fish])).toEqual([]);
  });
  it('a share of the label, and litres, in figures', () => {
    const half = course('D07', { label: { packTreatsL: 100, doseDays: [1], changes: [] }, netVolumeL: 40 });
    expect(reasonsOf(half, [fish])).toEqual([{ id: 'dose-share', facts: { doseShare: 2.5 } }]);
    const more = course('D07', { netVolumeL: 160, split: true });
    expect(reasonsOf(more, [fish])).toEqual([{ id: 'more-litres', facts: { givenL: 160, netVolumeL: 80 } }]);
    expect(says(course('D07', { netVolumeL: 80.39, split: true }), [fish])).toEqual([]);
    expect(says(course('D07', { netVolumeL: 800, split: true }), [fish], { netVolumeL: null })).toEqual([]);
  });
  it('a dip in what dips nothing says no time, one that was too short says the least', () => {
    const kept = row('tool', -10, { step: 'kept', name: 'a net', sort: 'net' }, 'net');
    const [dip] = careKnowledge.toolDips;
    const dipped = (agentId: string, minutes: number): GateReason[] =>
      reasonsOf(row('tool', 0, { step: 'dipped', toolId: 'net', agentId, minutes, kept: true }), [kept]);
    expect(dipped(dip?.agentId ?? '', 0.1)).toEqual([
      { id: 'no-dip', facts: { leastMinutes: dip?.leastMinutes ?? 0 } },
    ]);
    expect(dipped('D07', 60)).toEqual([{ id: 'no-dip', facts: { leastMinutes: null } }]);
    expect(says(row('tool', 0, { step: 'used', toolId: 'net' } as never), [kept])).toEqual([]);
  });
  it('what has no place names its thread and why; what would be displaced, how many and which', () => {
    expect(reasonsOf(given(0, 1, 'none'), [fish])).toEqual([
      { id: 'out-of-place', facts: { thread: 'course', why: { id: 'no-start', facts: {} } } },
    ]);
    const end = row('course', 1, { step: 'ended', courseId: 'c', verdict: 'same', note: '' });
    expect(reasonsOf(end, [fish, course('D07'), given(0, 1), given(2, 3)])).toEqual([
      { id: 'displaces', facts: { thread: 'course', count: 1, step: 'given', on: onOf(day0 + 2 * dayMs) } },
    ]);
    // What had no place before is not laid to it.
    const lost = given(1, 1, 'none');
    expect(says(end, [fish, course('D07'), given(0, 1), lost])).toEqual([]);
    const start = course('D07');
    const rows = [fish, start, given(0, 1), lost];
    expect(strikeFaults(start, { rows, alsoStruckIds: new Set() })[0]?.reason).toEqual({
      id: 'displaces',
      facts: { thread: 'course', count: 1, step: 'given', on: onOf(day0) },
    });
    expect(strikeFaults(start, { rows, alsoStruckIds: new Set() })[0]?.field).toBe('entryId');
    expect(strikeFaults(start, { rows, alsoStruckIds: new Set([start.entryId, 'given-c-0-1']) })).toEqual([]);
  });
  it('of what has no place nothing else is asked; what only displaces is asked all the rest', () => {
    const shrimp = lives('cherry-shrimp');
    const end = row('course', 1, { step: 'ended', courseId: 'none', verdict: 'same', note: '' });
    expect(says(end, [shrimp])).toEqual(['courseId out-of-place']);
    const joins = row('stock', 1, { event: 'moved-in', kindId: 'cherry-shrimp', strain: '', count });
    expect(says(joins, [fish, course('D06'), given(0, 1)])).toEqual(['overrideReason harm']);
  });
});

describe('the gate: dosing again after a change', () => {
  const start = course('D07', {
    label: { packTreatsL: 40, doseDays: [1, 3, 5], changes: [] },
    redose: 'replaced',
  } as never);
  const change = (day: number, entryId = 'w', tankId = 'pen') => ({
    entryId,
    tankId,
    atEpochMs: day0 + day * dayMs,
    changeFraction: 0.5,
  });
  const again = (day: number, changeEntryId = 'w', courseId = 'c'): GateRow<'course'> =>
    row('course', day, { step: 'redosed', courseId, changeEntryId } as never, `again-${day}-${changeEntryId}`);
  const rows = [fish, start, given(0, 1)];
  it('is for a change of this tank that is in the book by then, since the last dose, and once', () => {
    const says_ = (of: GateRow, changes: GateFacts['changes'], more: GateRow[] = []) =>
      says(of, [...rows, ...more], { changes });
    expect(says_(again(1.2), [change(1)])).toEqual([]);
    expect(says_(again(1), [change(1)])).toEqual([]);
    expect(says_(again(1.2), [])).toEqual(['changeEntryId no-change']);
    expect(says_(again(1.2), [change(1, 'w', 'elsewhere')])).toEqual(['changeEntryId no-change']);
    expect(says_(again(1.2), [change(1.5)])).toEqual(['changeEntryId no-change']);
    expect(says_(again(1.2, 'other'), [change(1)])).toEqual(['changeEntryId no-change']);
    expect(says_(again(1.2, 'other'), [change(1), change(1.1, 'other')])).toEqual([]);
    // Before the first dose nothing was in it that a change could take.
    expect(says_(again(1.2), [change(-1)])).toEqual(['changeEntryId no-change']);
    expect(says_(again(1.4), [change(1)], [again(1.2)]).at(0)).toContain('out-of-place');
  });
  it('of no course, and of one that is over, is told by its place alone', () => {
    expect(says(again(1.2, 'w', 'none'), rows, { changes: [change(1)] })).toEqual(['courseId out-of-place']);
    expect(reasonsOf(again(1.2), rows)).toEqual([{ id: 'no-change', facts: {} }]);
  });
});

describe('the gate: parts of a product, and doses of one evening', () => {
  it('a part belongs to a course that runs, and has no part of its own', () => {
    const whole = course('D07', {}, 0, 'whole');
    const part = course('D08', { partOfId: 'whole' }, 0.1, 'part');
    const third = course('D09', { partOfId: 'part' }, 0.2, 'third');
    expect(reasonsOf(third, [fish, whole, part])).toContain({ id: 'part-of-part', facts: {} });
    const ended = row('course', 0.15, { step: 'ended', courseId: 'whole', verdict: 'same', note: '' });
    expect(reasonsOf(course('D08', { partOfId: 'whole' }, 0.2, 'late'), [fish, whole, ended])).toContain({
      id: 'no-part',
      facts: {},
    });
    // What begins later is no whole of what began before it.
    expect(says(course('D08', { partOfId: 'whole' }, -1, 'early'), [fish, whole])).toContain('partOfId no-part');
  });
  it('a second dose is of this course and this night, and is named by its day', () => {
    const start = course('D07', { label: { packTreatsL: 40, doseDays: [1, 2, 3], changes: [] } });
    const other = course('D08', { label: { packTreatsL: 40, doseDays: [1, 2, 3], changes: [] } }, 0, 'o');
    const rows = [fish, start, given(0, 1), other];
    expect(reasonsOf(given(2.01, 3), [...rows, given(2, 2)])).toEqual([{ id: 'second-tonight', facts: { day: 2 } }]);
    expect(says(given(2.01, 3, 'c'), [...rows, given(0, 1, 'o'), given(2, 2, 'o')])).toEqual([]);
    // A day that was missed is no dose.
    const missed = row('course', 2, { step: 'missed', courseId: 'c', day: 2 } as never, 'missed');
    expect(says(given(2.01, 3), [...rows, missed])).toEqual([]);
    const why = {
      ...given(2.01, 3),
      payload: { step: 'given', courseId: 'c', day: 3, overrideReason: 'as the vet says' },
    };
    expect(says(why as GateRow, [...rows, given(2, 2)])).toEqual([]);
  });
});

describe('the gate: one at a time', () => {
  const opened = (day: number): GateRow =>
    row('quarantine', day, { step: 'opened', reason: 'new', days: 28, note: '' } as never, `q${day}`);
  const left = (day: number, quarantineId: string): GateRow =>
    row('quarantine', day, { step: 'left', quarantineId, note: '' } as never, `l${day}`);
  it('a quarantine that was left makes room; one that is left later, or another that was, does not', () => {
    expect(reasonsOf(opened(5), [opened(0)]).at(-1)).toEqual({
      id: 'runs-already',
      facts: { thread: 'quarantine', sinceOn: onOf(day0) },
    });
    expect(says(opened(40), [opened(0), left(35, 'q0')]).filter((s) => s.includes('runs'))).toEqual([]);
    expect(says(opened(35), [opened(0), left(35, 'q0')]).filter((s) => s.includes('runs'))).toEqual([]);
    expect(says(opened(30), [opened(0), left(35, 'q0')]).filter((s) => s.includes('runs'))).toEqual([
      'step runs-already',
    ]);
    expect(says(opened(40), [opened(0), left(35, 'another')]).filter((s) => s.includes('runs'))).toEqual([
      'step runs-already',
    ]);
    expect(says(opened(0), [opened(5)]).filter((s) => s.includes('runs'))).toEqual([]);
    expect(says({ ...opened(5), entryId: 'same moment' }, [opened(5)]).at(-1)).toBe('step runs-already');
    // A look of it opens nothing.
    const look = row('quarantine', 6, { step: 'looked', quarantineId: 'q0', signs: [], note: '' } as never);
    expect(says(look, [opened(0), opened(0.5)]).filter((s) => s.includes('runs'))).toEqual([]);
  });
  it('an outage names since when; that it is over opens none', () => {
    const outage = (day: number): GateRow => row('outage', day, { step: 'outage', cause: 'power' } as never, `o${day}`);
    expect(reasonsOf(outage(1), [outage(0)])).toEqual([
      { id: 'runs-already', facts: { thread: 'outage', sinceOn: onOf(day0) } },
    ]);
    const over = row('outage', 1, { step: 'outage-over', outageId: 'o0' } as never, 'over');
    expect(says(over, [outage(0)])).toEqual([]);
  });
});

describe('the gate: half a bed in one evening', () => {
  const cleaned = (squares: number, more: object = {}, day = 0, from = 0): GateRow =>
    row(
      'cleaning',
      day,
      {
        step: 'cleaned',
        what: 'bed',
        school: 'deep',
        squareIds: Array.from({ length: squares }, (_, i) => `s${from + i}`),
        ...more,
      } as never,
      `cleaned-${day}-${from}`,
    );
  it('counts what was cleaned the same night, and no other night; half itself is not more than half', () => {
    expect(says(cleaned(24), [])).toEqual([]);
    expect(reasonsOf(cleaned(25), [])).toEqual([{ id: 'half-a-bed', facts: { shareFraction: 25 / 48 } }]);
    expect(says(cleaned(12, {}, 0.02, 20), [cleaned(20)])).toEqual(['overrideReason half-a-bed']);
    expect(says(cleaned(12, {}, 2, 20), [cleaned(20)])).toEqual([]);
    expect(says(cleaned(12, {}, 0.02, 20), [cleaned(20, { school: 'skim' })])).toEqual([]);
  });
  it('skimming moves nothing, and a sponge is no bed', () => {
    expect(says(cleaned(40, { school: 'skim' }), [])).toEqual([]);
    expect(says(cleaned(40, { what: 'sponge' }), [])).toEqual([]);
  });
});

describe('the gate: a tank ends', () => {
  const ending = (day = 5): GateRow => row('ending', day, { step: 'ended' }, 'ending');
  it('plants may stay, animals may not, and are named', () => {
    expect(reasonsOf(ending(), [fish, lives('java-moss')])).toEqual([
      { id: 'animals-left', facts: { kindIds: ['otocinclus'] } },
    ]);
    expect(says(ending(), [lives('java-moss')])).toEqual([]);
    expect(says(ending(), [lives('a-kind-of-mine')])).toEqual(['animals animals-left']);
  });
  const threads: readonly [string, GateRow, GateRow][] = [
    ['course', course('D07'), row('course', 1, { step: 'ended', courseId: 'c', verdict: 'same', note: '' })],
    [
      'quarantine',
      row('quarantine', 0, { step: 'opened', reason: 'new', days: 28, note: '' } as never, 'q'),
      row('quarantine', 1, { step: 'left', quarantineId: 'q', note: '' } as never),
    ],
    [
      'case',
      row(
        'case',
        0,
        {
          step: 'opened',
          firstSignAt: '2026-02-28T00:00:00Z',
          findings: {},
          struckIds: [],
          lookAgainAt: null,
        } as never,
        'k',
      ),
      row('case', 1, { step: 'closed', caseId: 'k' } as never),
    ],
    [
      'outage',
      row('outage', 0, { step: 'outage', cause: 'power' } as never, 'o'),
      row('outage', 1, { step: 'outage-over', outageId: 'o' } as never),
    ],
    ['sequence', row('sequence', 0, { step: 'planned' }, 's'), row('sequence', 1, { step: 'ended', sequenceId: 's' })],
  ];
  for (const [thread, open, close] of threads)
    it(`asks about a ${thread} that runs, and not about one that is over by then`, () => {
      expect(reasonsOf(ending(), [open])).toEqual([{ id: 'still-runs', facts: { threads: [thread as never] } }]);
      expect(reasonsOf(ending(), [open, close])).toEqual([]);
      // Closed only after it, it runs; opened after it, it does not.
      expect(reasonsOf(ending(0.5), [open, close])).toContain({
        id: 'still-runs',
        facts: { threads: [thread as never] },
      });
      expect(reasonsOf(ending(-1), [open]).filter((r) => r.id === 'still-runs')).toEqual([]);
    });
  it('begun anew asks of nobody', () => {
    expect(says(row('ending', 8, { step: 'begun-anew' }), [fish, ending()])).toEqual([]);
  });
});

describe('a whole book, as it is taken in', () => {
  const shrimpIn = (day: number) =>
    row('stock', day, { event: 'moved-in', kindId: 'cherry-shrimp', strain: '', count });
  it('is gone through as it was written, each row by what stood there before it', () => {
    const [start, joins] = [course('D06', { overrideReason: 'as the vet says' }, 0), shrimpIn(1)];
    const found = (...rows: GateRow[]) =>
      standing(rows, () => facts([])).map((s) => [s.entryId, s.fault.reason.id].join(' '));
    expect(found(fish, start, given(0, 1), joins)).toEqual([`${joins.entryId} harm`]);
    // Handed over in another order it is the same book.
    expect(found(joins, given(0, 1), fish, start).filter((s) => s.endsWith('harm'))).toEqual([`${joins.entryId} harm`]);
    expect(found(fish, joins)).toEqual([]);
    const arrival = row('arrival', 1, { kindId: 'cherry-shrimp', strain: '', count });
    expect(found(fish, start, given(0, 1), arrival)).toEqual([`${arrival.entryId} harm`]);
    expect(found(fish, arrival)).toEqual([]);
  });
  it('names the thread in which a row has no place', () => {
    expect(standing([fish, given(0, 1, 'none')], () => facts([]))).toEqual([
      {
        entryId: 'given-none-0-1',
        fault: {
          field: 'courseId',
          ask: 'refused',
          final: false,
          reason: { id: 'out-of-place', facts: { thread: 'course', why: { id: 'no-start', facts: {} } } },
        },
      },
    ]);
  });
  it('asks nothing of who lives there where no course is in it, whatever the plan would be', () => {
    expect(standing([lives('cherry-shrimp'), shrimpIn(3)], () => facts([]))).toEqual([]);
    expect(plan('D06').agentId).toBe('D06');
  });
});
