import type { TroubleKnowledge } from '#core/trouble';
import { noHallmark, troubleFaults, troubleKnowledge } from './index';

const faultsWith = (change: Partial<TroubleKnowledge>): string[] =>
  troubleFaults({ ...troubleKnowledge, ...change }).map((f) => `${f.where}: ${f.what}`);
const [first] = troubleKnowledge.causes;
if (!first) throw new Error('No causes');
const withFirst = (change: Partial<typeof first>): string[] =>
  faultsWith({ causes: [{ ...first, ...change }, ...troubleKnowledge.causes.slice(1)] });

describe('the shelf of trouble', () => {
  it('has no fault', () => {
    expect(troubleFaults(troubleKnowledge)).toEqual([]);
  });
  it('holds every finding, cause and look-alike of the trade’s list, and six findings of our own', () => {
    expect(troubleKnowledge.findings.length).toBe(188);
    const of = (letter: string): number => troubleKnowledge.causes.filter((c) => c.code.startsWith(letter)).length;
    expect(['W', 'K', 'S', 'X', 'G', 'P', 'N'].map(of)).toEqual([16, 7, 10, 25, 11, 8, 13]);
  });
  it('names what does not exist, what is graded twice, and what lacks its source', () => {
    expect(withFirst({ strong: ['BF99'] }).join()).toContain('BF99');
    expect(withFirst({ strong: ['ammonia-measured'] }).join()).toContain('grades a finding twice');
    expect(withFirst({ sourceIds: [] }).join()).toContain('names no source');
    expect(withFirst({ leadsToIds: ['X99'] }).join()).toContain('X99');
  });
  it('wants a «do not» and a time to look again on every ladder, and a hallmark or its reason', () => {
    expect(withFirst({ doNot: [] }).join()).toContain('without a «do not»');
    expect(withFirst({ ladder: [] }).join()).toContain('has no ladder');
    expect(withFirst({ ladder: [{ text: 'x', lookAgainHours: 0, means: [] }] }).join()).toContain('time to look again');
    expect(withFirst({ hallmarks: [] }).join()).toContain('no hallmark and no reason');
    for (const id of Object.keys(noHallmark))
      expect(troubleKnowledge.causes.find((c) => c.id === id)?.hallmarks)
        .withContext(id)
        .toEqual([]);
  });
  it('wants the caution where people are in danger or the law asks', () => {
    for (const id of ['mycobacteriosis', 'viral-disease', 'hydrogen-sulphide', 'co2-overdose', 'temperature-shock']) {
      const causes = troubleKnowledge.causes.map((c) => (c.id === id ? { ...c, cautionIds: [] } : c));
      expect(faultsWith({ causes }).join()).withContext(id).toContain(`trouble ${id}: lacks its caution`);
    }
  });
  it('wants lags the right way up and settling tests that the cause grades', () => {
    expect(
      faultsWith({ lags: [{ eventId: 'change-done', causeId: 'chlorine', fromHours: 9, toHours: 3 }] }).join(),
    ).toContain('upside down');
    expect(
      faultsWith({
        settles: [{ causeId: 'ammonia', findingId: 'chlorine-measured', against: { kind: 'nothing' } }],
      }).join(),
    ).toContain('does not grade');
  });
  it('wants rules about what exists: readings, events, signs, what comes first', () => {
    const { acting, book, known, readings } = troubleKnowledge;
    const [reading] = readings;
    if (!reading) throw new Error('no reading is a finding');
    expect(faultsWith({ readings: [{ ...reading, findingId: 'gasping' }] }).join()).toContain(
      'reads what no test tells',
    );
    expect(faultsWith({ readings: [...readings, reading] }).join()).toContain('stands twice');
    expect(faultsWith({ waterEventIds: ['gasping'] }).join()).toContain('“gasping” is none');
    expect(faultsWith({ acting: { ...acting, atOnceIds: ['nothing-at-all'] } }).join()).toContain('nothing-at-all');
    expect(
      faultsWith({ acting: { ...acting, source: { ...acting.source, causeIds: ['no-cause'] } } }).join(),
    ).toContain('no-cause');
    expect(faultsWith({ book: { ...book, missedCare: { eventId: 'no-event', afterHours: 1 } } }).join()).toContain(
      'no-event',
    );
    expect(
      faultsWith({
        known: [
          ...known,
          { causeId: 'ammonia', id: 'x', factor: 2, when: { recently: { eventIds: ['gone'], withinHours: 1 } } },
        ],
      }).join(),
    ).toContain('gone');
    const [twin] = troubleKnowledge.findings.slice(1);
    if (!twin) throw new Error('one finding alone');
    expect(
      faultsWith({
        findings: troubleKnowledge.findings.map((f, i) => (i === 0 ? { ...f, code: twin.code } : f)),
      }).join(),
    ).toContain('codes');
  });
});
