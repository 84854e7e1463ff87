import { nightOn, hourMs } from '#core/units';
import { troubleKnowledge } from '#almanac/trouble';
import type { DiaryEntry } from '../base/scribe';
import { openRoom, type Room } from '../room.cases';
import { folioLine, folioOf } from '../water/water-house.cases';
import { bookOfTank } from './book-of-tank';
import { CaseScreen } from './case-screen';
import { findingsNamed } from './finding-picker';
import { KnowledgeScreen } from './knowledge-screen';
import { TroubleScreen } from './trouble-screen';

const nowEpochMs = Date.parse('2026-03-14T21:00:00Z');
const entry = (kind: string, hoursAgo: number, payload: unknown, entryId = `${kind}-${hoursAgo}`): DiaryEntry => ({
  entryId,
  kind,
  subjectId: 'lobby',
  atEpochMs: nowEpochMs - hoursAgo * hourMs,
  nightOn: nightOn({ atEpochMs: nowEpochMs - hoursAgo * hourMs, zone: 'UTC' }),
  sequence: 1,
  payload,
});
const caseEntry = (hoursAgo: number, payload: object, entryId: string): DiaryEntry =>
  entry('case', hoursAgo, { struckIds: [], note: '', lookAgainAt: null, ...payload }, entryId);
const openedCase = caseEntry(
  30,
  { step: 'opened', firstSignAt: '2026-03-13T12:00:00Z', findings: { gasping: 'yes', 'fast-gills': 'yes' } },
  '0191e809-2880-7258-80c9-974745566b57',
);

const open = (diary: readonly DiaryEntry[], folio = folioOf()): Promise<Room> =>
  openRoom(CaseScreen, {
    inputs: { tankId: 'lobby' },
    answers: { folio, diary: { nowAt: '', entries: diary }, stock: { nowAt: '', tanks: [], ownKinds: [] } },
    nowEpochMs,
  });

describe('what a keeper’s words name', () => {
  const first = (text: string): string | undefined => findingsNamed(text, troubleKnowledge.findings)[0]?.id;
  it('cotton, flashing, pinecone, white ring: the sign that bears the word comes first', () => {
    expect(first('cotton')).toBe('cotton-tufts');
    expect(first('flashing')).toBe('rubbing');
    expect(first('pinecone')).toBe('scales-out');
    expect(first('white ring')).toBe('white-ring');
    expect(first('rotten eggs')).toBe('rotten-egg-smell');
  });
  it('nothing by no words, nothing by words that nobody uses', () => {
    expect(findingsNamed('  ', troubleKnowledge.findings)).toEqual([]);
    expect(findingsNamed('qqq', troubleKnowledge.findings)).toEqual([]);
  });
});

describe('the book of a tank as evidence', () => {
  const of = (diary: readonly DiaryEntry[], folio = folioOf()) =>
    bookOfTank({ folio, stock: null, diary, groupOf: (id) => (id === 'moss' ? 'plant' : 'shrimp'), nowEpochMs });
  it('deaths, arrivals, doses, beds and what is new become what happened, each with its entry', () => {
    const { happened, told } = of([
      entry('stock', 5, { event: 'arrived', kindId: 'moss', strain: '', count: null }),
      entry('stock', 6, { event: 'arrived', kindId: 'bee', strain: '', count: null }),
      entry('stock', 7, { event: 'died', kindId: 'bee', strain: '', count: { lo: 2, hi: 2 } }),
      entry('dose', 8, { product: 'a fertiliser', amountMl: 5 }),
      entry('job', 9, { step: 'started', work: { kind: 'bed', note: '' } }),
      entry('job', 10, { step: 'started', work: { kind: 'trim', note: '' } }),
      entry('fact', 11, { about: 'new', what: 'rock', name: 'a stone' }),
      entry('fact', 12, { about: 'new', what: 'rock', name: 'a stone', gone: true }),
      entry('fact', 13, { about: 'shared', thing: 'net', withTankId: 'x', disinfected: true }),
    ]);
    expect(happened.filter((h) => h.what !== 'change').map((h) => `${h.what} ${h.entryId}`)).toEqual([
      'plants-in stock-5',
      'animals-in stock-6',
      'dose dose-8',
      'bed job-9',
      'decoration fact-11',
    ]);
    expect(told).toEqual([{ entryId: 'stock-7', atEpochMs: nowEpochMs - 7 * hourMs, what: 'died', count: 2 }]);
  });
  it('a value that was only worked out is no reading', () => {
    const line = folioLine('co2MgPerL', 60, null);
    expect(of([], folioOf({ lines: [line] })).readings.length).toBe(1);
    expect(of([], folioOf({ lines: [{ ...line, computed: true }] })).readings).toEqual([]);
  });
});

describe('a tank in trouble', () => {
  it('gasping: air is said at once, and a case is opened with what was seen and the order that was shown', async () => {
    const room = await open([]);
    expect(room.disabled('Open a case')).toBeTrue();
    expect(room.textOf('.urgency')).toBe('Not known yet. Look and test in the order below.');
    await room.click('Seen');
    expect(room.textOf('.urgency')).toBe('Now: minutes count');
    expect(room.textOf('.aid')).toContain('Add air or raise the outlet');
    await room.click('Open a case');
    const payload = room.written[0]?.payload as { step: string; findings: object; ranking: { causeIds: string[] } };
    expect(room.written[0]?.kind).toBe('case');
    expect(payload.step).toBe('opened');
    expect(payload.findings).toEqual({ gasping: 'yes' });
    expect(payload.ranking.causeIds).toContain('low-oxygen');
  });
  it('without a number of hours since the first sign no case is opened', async () => {
    const room = await open([]);
    await room.click('Seen');
    expect(room.disabled('Open a case')).toBeFalse();
    await room.fill('Hours since the first sign', '');
    expect(room.disabled('Open a case')).toBeTrue();
    expect(room.text()).toContain('a number of hours is needed');
    await room.fill('Hours since the first sign', '3');
    expect(room.disabled('Open a case')).toBeFalse();
  });
  it('started from what Tonight found, the sign is there already', async () => {
    const room = await openRoom(CaseScreen, {
      inputs: { tankId: 'lobby', see: 'conductivity-crept-up' },
      answers: {
        folio: folioOf({ lines: [] }),
        diary: { nowAt: '', entries: [] },
        stock: { nowAt: '', tanks: [], ownKinds: [] },
      },
      nowEpochMs,
    });
    expect(room.disabled('Open a case')).toBeFalse();
    expect(room.textOf('.causes')).toContain('TDS build-up');
  });
  it('a sign that does not exist leads to an empty case', async () => {
    const room = await openRoom(CaseScreen, {
      inputs: { tankId: 'lobby', see: 'change-done' },
      answers: { folio: folioOf(), diary: { nowAt: '', entries: [] }, stock: { nowAt: '', tanks: [], ownKinds: [] } },
      nowEpochMs,
    });
    expect(room.disabled('Open a case')).toBeTrue();
  });
  it('the same answer again takes it back', async () => {
    const room = await open([]);
    await room.click('Seen');
    await room.click('Seen');
    expect(room.textOf('.urgency')).toBe('Not known yet. Look and test in the order below.');
  });
  it('an open case is looked at again: better, with what was seen since', async () => {
    const room = await open([openedCase]);
    expect(room.text()).toContain('A case is open.');
    await room.click('Looked: better');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ step: 'looked', caseId: openedCase.entryId, state: 'better', findings: {} }),
    );
  });
  it('what is done goes into the case with its time to look again', async () => {
    const room = await open([openedCase], folioOf({ lines: [folioLine('tanMgPerL', 1, null)] }));
    await room.click('Ammonia');
    expect(room.text()).toContain('From the least that can work');
    expect(room.text()).toContain('Do not: ');
    await room.click('Done: look again in 24 hours');
    const payload = room.written[0]?.payload as { step: string; causeId: string; lookAgainAt: string };
    expect(payload.step).toBe('acted');
    expect(payload.causeId).toBe('ammonia');
    expect(Date.parse(payload.lookAgainAt) - nowEpochMs).toBe(24 * hourMs);
  });
  it('green water: days of darkness by this tank’s warmth, with the oxygen that has to be there at dawn', async () => {
    const room = await openRoom(CaseScreen, {
      inputs: { tankId: 'lobby', see: 'cloudy-green,black-tufts' },
      answers: {
        folio: { ...folioOf({ lines: [folioLine('tempC', 27, null)] }), netVolumeL: 60 },
        diary: { nowAt: '', entries: [] },
        stock: { nowAt: '', tanks: [], ownKinds: [] },
      },
      nowEpochMs,
    });
    await room.click('Green water');
    expect(room.textOf('.why')).toContain('3 days at 27.0 °C');
    expect(room.textOf('.why')).toContain('no longer than that');
    await room.click('Black brush');
    expect(room.textOf('.why')).toContain('15 to 24 mL of 3 % in a day');
  });
  it('an answer that a test speaks against is said beside it, and holds', async () => {
    const room = await openRoom(CaseScreen, {
      inputs: { tankId: 'lobby', see: 'ammonia-measured' },
      answers: {
        folio: folioOf({ lines: [folioLine('tanMgPerL', 0, null)] }),
        diary: { nowAt: '', entries: [] },
        stock: { nowAt: '', tanks: [], ownKinds: [] },
      },
      nowEpochMs,
    });
    expect(room.textOf('[aria-label="Two answers"]')).toContain('the test says the other');
    expect(room.textOf('.causes')).toContain('Ammonia');
  });
  it('evidence that was unticked does not count: a reading of ammonia', async () => {
    const room = await open([openedCase], folioOf({ lines: [folioLine('tanMgPerL', 1, null)] }));
    expect(room.textOf('.causes')).toContain('Ammonia');
    const ammonia = (): number => room.textOf('.causes').indexOf('Ammonia');
    expect(ammonia()).toBeLessThan(10);
    await room.tickBox('TAN');
    expect(ammonia() === -1 || ammonia() > 10).toBeTrue();
  });
  it('what the server refuses is said, and nothing typed is lost', async () => {
    const room = await open([]);
    await room.click('Seen');
    room.answer({
      state: 'refused',
      problem: {
        type: 'about:blank',
        title: 'x',
        status: 422,
        errors: [{ field: 'firstSignAt', message: 'is wrong' }],
      },
    } as never);
    await room.click('Open a case');
    expect(room.textOf('.said')).toContain('is wrong');
    expect(room.textOf('.urgency')).toBe('Now: minutes count');
  });
  it('a closed case shows how it ended and asks for nothing more', async () => {
    const room = await openRoom(CaseScreen, {
      inputs: { tankId: 'lobby', case: openedCase.entryId },
      answers: {
        folio: folioOf(),
        stock: { nowAt: '', tanks: [], ownKinds: [] },
        diary: {
          nowAt: '',
          entries: [
            openedCase,
            caseEntry(2, { step: 'closed', caseId: openedCase.entryId, outcome: 'recovered', causeId: null }, 'end'),
          ],
        },
      },
      nowEpochMs,
    });
    expect(room.text()).toContain('Closed: recovered.');
    expect(room.text()).not.toContain('Looked: better');
  });
});

describe('the page of trouble', () => {
  it('says first what comes before any question, and lists open cases and closed ones', async () => {
    const room = await openRoom(TroubleScreen, {
      answers: {
        stock: { nowAt: '', tanks: [], ownKinds: [] },
        diary: {
          nowAt: '',
          entries: [
            openedCase,
            caseEntry(
              90,
              { step: 'opened', firstSignAt: '2026-03-01T12:00:00Z', findings: { 'scales-out': 'yes' } },
              'old',
            ),
            caseEntry(80, { step: 'closed', caseId: 'old', outcome: 'lost', causeId: 'dropsy' }, 'end'),
          ],
        },
      },
      nowEpochMs,
    });
    expect(room.textOf('.first')).toContain('Add air or raise the outlet');
    expect(room.textOf('[aria-label="Open cases"]')).toContain('gasping');
    expect(room.textOf('[aria-label="Closed cases"]')).toContain('pinecone');
    expect(room.textOf('[aria-label="Closed cases"]')).toContain('lost, Dropsy');
  });
});

describe('what is known', () => {
  it('is found by a keeper’s words, with hallmark, ladder, «do not», caution and source', async () => {
    const room = await openRoom(KnowledgeScreen, { answers: {}, nowEpochMs });
    expect(room.text()).toContain('90 of 90 causes');
    await room.fill('Find a cause or a sign', 'red threads');
    expect(room.text()).toContain('Camallanus worms');
    expect(room.text()).not.toContain('Velvet');
    expect(room.text()).toContain('Do not: ');
    await room.fill('Find a cause or a sign', 'qqq');
    expect(room.text()).toContain('Nothing by these words.');
  });
});
