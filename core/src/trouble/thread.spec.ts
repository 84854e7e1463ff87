import { caseStepOf, threadsOf, type CaseStep } from './index';

const opened = (entryId: string, atEpochMs: number): CaseStep => ({
  step: 'opened',
  entryId,
  tankId: 't',
  atEpochMs,
  on: '1970-01-01',
  firstSignEpochMs: atEpochMs - 5,
  findings: { gasping: 'yes', 'fast-gills': 'no' },
  struckIds: ['a'],
  lookAgainEpochMs: atEpochMs + 10,
});
const looked = (atEpochMs: number, more: Partial<Extract<CaseStep, { step: 'looked' }>> = {}): CaseStep => ({
  step: 'looked',
  entryId: `l${atEpochMs}`,
  tankId: 't',
  atEpochMs,
  on: '1970-01-01',
  caseId: 'c',
  findings: { 'fast-gills': 'yes' },
  struckIds: ['b'],
  state: 'worse',
  note: '',
  lookAgainEpochMs: atEpochMs + 20,
  ...more,
});
const closed = (atEpochMs: number): CaseStep => ({
  step: 'closed',
  entryId: `e${atEpochMs}`,
  tankId: 't',
  atEpochMs,
  on: '1970-01-01',
  caseId: 'c',
  outcome: 'recovered',
  causeId: 'ammonia',
  note: '',
});

describe('a case as a thread of the book', () => {
  it('later answers lie over earlier ones, what was struck adds up, the last look says when to look again', () => {
    const [thread] = threadsOf([looked(120), opened('c', 100)]);
    expect(thread?.findings).toEqual({ gasping: 'yes', 'fast-gills': 'yes' });
    expect(thread?.struckIds).toEqual(['a', 'b']);
    expect(thread?.state).toBe('worse');
    expect(thread?.lookAgainEpochMs).toBe(140);
    expect(thread?.steps.length).toBe(2);
  });
  it('closed it asks for no look; what comes after its end, of another tank or of no case is left out', () => {
    const [thread] = threadsOf([opened('c', 100), closed(110), looked(120)]);
    expect(thread?.closed?.outcome).toBe('recovered');
    expect(thread?.lookAgainEpochMs).toBeNull();
    expect(thread?.steps.length).toBe(2);
    expect(threadsOf([opened('c', 100), looked(120, { tankId: 'other' })])[0]?.steps.length).toBe(1);
    expect(threadsOf([looked(120)])).toEqual([]);
  });
  it('the newest case comes first', () => {
    expect(threadsOf([opened('a', 100), opened('b', 200)]).map((t) => t.caseId)).toEqual(['b', 'a']);
  });
  it('moments written as text are reckoned with as milliseconds', () => {
    const step = caseStepOf({
      entryId: 'c',
      tankId: 't',
      atEpochMs: 9,
      on: '1970-01-01',
      payload: {
        step: 'opened',
        firstSignAt: '1970-01-01T00:00:01Z',
        findings: {},
        struckIds: [],
        lookAgainAt: '1970-01-01T00:00:02Z',
      } as never,
    });
    expect(step).toEqual(jasmine.objectContaining({ firstSignEpochMs: 1000, lookAgainEpochMs: 2000 }));
  });
});
