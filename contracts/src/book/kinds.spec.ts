import * as v from 'valibot';
import {
  bookGroups,
  descriptorOf,
  entryOf,
  groupChoices,
  hasParts,
  kindAsRead,
  kindIds,
  kindList,
  kindsWhere,
  lifted,
  mayAmendAsLine,
  mayStrike,
  namedIn,
  newEntry,
  retiredKinds,
  writtenAs,
} from './index';

const id = '0191e809-2880-7258-80c9-974745566b57';
const head = { id, subjectId: id, happenedAt: '2026-03-14T21:30:00.000Z' };
const issuePaths = (entry: unknown): string[] => {
  const read = v.safeParse(newEntry, entry);
  return read.success ? [] : read.issues.map((i) => v.getDotPath(i) ?? '');
};
/** Values of fields that name another subject, wherever they stand. */
const subjectIdsIn = (value: unknown, key = ''): string[] =>
  Array.isArray(value)
    ? value.flatMap((item) => subjectIdsIn(item))
    : typeof value === 'object' && value !== null
      ? Object.entries(value).flatMap(([name, item]) => subjectIdsIn(item, name))
      : ['sourceId', 'otherSourceId', 'supplyId', 'otherTankId', 'withTankId', 'fromTankId'].includes(key)
        ? [String(value)]
        : [];

describe('the kinds of entries', () => {
  it('each example may be sent, is read back by its kind, and no id stands twice', () => {
    expect(new Set(kindIds).size).toBe(kindList.length);
    for (const { id: kind, example, version } of kindList) {
      expect(issuePaths(entryOf(kind, head, example as never)))
        .withContext(kind)
        .toEqual([]);
      expect(() => lifted(kind, version, example))
        .withContext(kind)
        .not.toThrow();
    }
  });
  it('what a retired kind held is still taken, and read as the kind its step went to', () => {
    const steps = retiredKinds.flatMap(({ id: kind, stepKinds }) =>
      Object.entries(stepKinds).map(([step, into]) => ({ kind, step, into })),
    );
    expect(steps.length).toBe(11);
    for (const { kind, step, into } of steps) {
      expect(kindAsRead(kind, { step })).toBe(into);
      expect(writtenAs([into]).find((w) => w.kind === kind)?.steps).toContain(step);
    }
    expect(writtenAs(['readings', 'job'])).toEqual([]);
    const outage = { step: 'outage', cause: 'power' };
    expect(issuePaths({ ...head, kind: 'hands', kindVersion: 1, payload: outage })).toEqual([]);
    expect(issuePaths({ ...head, kind: 'hands', kindVersion: 1, payload: { step: 'outage', cause: 'mice' } })).toEqual([
      'payload.cause',
    ]);
    expect(lifted(kindAsRead('hands', outage), 1, outage)).toEqual({ ...outage, note: '' } as never);
    expect(() => kindAsRead('hands', { step: 'nothing' })).toThrowError(/hands/);
    expect(() => kindAsRead('feet', outage)).toThrowError(/feet/);
  });
  it('versions stand without a gap, each old one with a step to the next', () => {
    for (const kind of kindIds) {
      const { version, past } = descriptorOf(kind);
      expect(past.map((p) => p.version))
        .withContext(kind)
        .toEqual(Array.from({ length: version - 1 }, (_, i) => i + 1));
    }
  });
  it('every subject that a payload names is named for its line', () => {
    for (const { id: kind, example, version } of kindList)
      expect([...namedIn(kind, lifted(kind, version, example))].sort())
        .withContext(kind)
        .toEqual(subjectIdsIn(example).sort());
    expect(namedIn('fact', { about: 'shared', thing: 'net', withTankId: id })).toEqual([id]);
    expect(namedIn('cycling', { step: 'seeded', fromTankId: id })).toEqual([id]);
    expect(namedIn('stock', { otherTankId: id })).toEqual([id]);
    expect(namedIn('routine', { sourceId: id, otherSourceId: 'other' })).toEqual([id, 'other']);
  });
  it('every kind is found under one choice of the book, and every choice has one', () => {
    expect(groupChoices.map((g) => g.id)).toEqual([...bookGroups]);
    expect(groupChoices.flatMap((g) => g.kinds).sort()).toEqual([...kindIds].sort());
  });
  it('what brings a subject into being is written over, a strike stands, all else may be struck', () => {
    expect(kindsWhere((d) => !mayStrike(d.id as never, null)).sort()).toEqual(
      ['instrument', 'own-kind', 'set-up', 'source', 'strike', 'supply'].sort() as never,
    );
    expect(kindsWhere((d) => d.seeds).every((k) => !mayStrike(k, null))).toBeTrue();
    expect(mayStrike('note', [])).withContext('struck whole already').toBeFalse();
    expect(mayStrike('readings', ['ph']))
      .withContext('struck in part')
      .toBeTrue();
    expect(mayStrike('readings', [])).toBeFalse();
    expect(kindIds.filter(hasParts)).toEqual(['readings']);
  });
  it('a line of the ledger puts eight kinds right', () => {
    expect(kindIds.filter(mayAmendAsLine).sort()).toEqual([
      'change',
      'dose',
      'fed',
      'looked',
      'note',
      'readings',
      'seen',
      'top-up',
    ]);
  });
});

describe('versions of a payload', () => {
  const old = { step: 'started', changeL: 12, how: 'poured', bed: 'none', chain: 'alone', newWaterC: 24 };
  it('a job of version 1 is lifted: it was a change of water, and nothing of it is lost', () => {
    const { step, ...change } = old;
    expect(lifted('job', 1, old)).toEqual({ step, work: { kind: 'change', ...change } } as never);
    expect(lifted('job', 1, { step: 'ticked', jobId: id, checks: ['lid'] })).toEqual({
      step: 'ticked',
      jobId: id,
      checks: ['lid'],
    });
  });
  it('a case of version 1 says the same by the names of today; a name it never had is a fault', () => {
    const opened = {
      step: 'opened',
      firstSignAt: '2026-03-01T20:00:00Z',
      findings: { BF01: 'yes', BF03: 'no' },
      struckIds: ['EV01:0b6', 'foreseen-tempC:0b7'],
      ranking: { knowledgeVersion: 1, causeIds: ['W01', 'W06'] },
    };
    expect(lifted('case', 1, opened)).toEqual({
      ...opened,
      findings: { gasping: 'yes', rubbing: 'no' },
      struckIds: ['change-done:0b6', 'foreseen-tempC:0b7'],
      ranking: { knowledgeVersion: 1, causeIds: ['ammonia', 'low-oxygen'] },
      lookAgainAt: null,
      note: '',
    } as never);
    const closed = { step: 'closed', caseId: id, outcome: 'recovered', note: '' };
    expect(lifted('case', 1, { ...closed, causeId: 'K06' })).toEqual({ ...closed, causeId: 'old-age' } as never);
    expect(lifted('case', 1, closed)).toEqual({ ...closed, causeId: null } as never);
    expect(lifted('case', 1, { step: 'acted', caseId: id, causeId: 'X01', text: 'heat', lookAgainAt: null })).toEqual(
      jasmine.objectContaining({ causeId: 'ich' }) as never,
    );
    expect(() => lifted('case', 1, { ...opened, findings: { BF99: 'yes' } })).toThrowError(/no “BF99”/);
  });
  it('both versions may be sent, each by its own schema', () => {
    const sent = (kindVersion: number, payload: unknown) => issuePaths({ ...head, kind: 'job', kindVersion, payload });
    expect(sent(1, old)).toEqual([]);
    expect(sent(2, old)).toEqual(['payload.work', 'payload.changeL']);
    expect(sent(1, { step: 'started', work: { kind: 'sponge' } })).not.toEqual([]);
    expect(sent(3, old)).toEqual(['kindVersion']);
    expect(sent(0, old)).toEqual(['kindVersion']);
  });
  it('a version that nobody knows is a fault, not a guess', () => {
    expect(() => lifted('job', 3, old)).toThrowError(/Version 3 of job is not known/);
    expect(() => lifted('job', 0, old)).toThrowError(/not known/);
    expect(() => lifted('job', 1.5, old)).toThrowError(/not known/);
    expect(() => lifted('note', 1, { words: 1 })).toThrow();
    expect(() => descriptorOf('dance')).toThrowError(/No kind of entry is called dance/);
  });
});
