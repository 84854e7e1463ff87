import { nightOn, dayMs, hourMs } from '#core/units';
import type { BeforeInput } from '#core/before';
import type { BedCase } from '#core/trouble';
import { openRoom } from '../room.cases';
import { folioLine, folioOf } from '../water/water-house.cases';
import type { DiaryEntry } from '../base/scribe';
import { BedPart } from './bed-part';
import { BeforePart } from './before-part';
import { bedOfTank, beforeOfTank, bookOfTank } from './book-of-tank';
import { troubleKnowledge } from '#almanac/trouble';
import { HistoryScreen } from './history-screen';
import { signDrawings } from './sign-drawings';
import { PlanPart } from './plan-part';

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

describe('gas in the bed, on the page', () => {
  const bed = (more: Partial<BedCase> = {}): BedCase => ({
    pokes: [],
    nowEpochMs,
    grainMm: null,
    depthCm: null,
    active: 'no',
    young: false,
    ph: null,
    tempC: null,
    slowSigns: false,
    gasping: false,
    ...more,
  });
  const open = (of: BedCase) => openRoom(BedPart, { inputs: { tankId: 'lobby', bed: of }, answers: {}, nowEpochMs });
  it('asks for a poke with its caution, and writes where and what came up', async () => {
    const room = await open(bed());
    expect(room.text()).toContain('Poke one small spot');
    expect(room.textOf('.caution')).not.toBe('');
    await room.click('Write the poke');
    expect(room.textOf('.fault')).toBe('says where');
    expect(room.written).toEqual([]);
    await room.fill('Where', 'B3');
    await room.pick('nl-choice[name=gas]', 'smell');
    await room.click('Write the poke');
    expect(room.written[0]?.payload).toEqual({ place: 'B3', gas: 'smell', note: '' });
  });
  it('a smell is cleaned by sections, and not while young are about', async () => {
    const pokes = [{ place: 'B3', gas: 'smell' as const, atEpochMs: nowEpochMs - dayMs }];
    const room = await open(bed({ pokes }));
    expect(room.text()).toContain('Clean it by sections');
    expect(room.text()).toContain('Rotten eggs at B3.');
    expect(room.text()).toContain('counts as a change');
  });
});

describe('the plan of a tank, on the page', () => {
  it('is drawn by tapping, shows where water hardly moves, and is kept', async () => {
    const room = await openRoom(PlanPart, {
      inputs: { tankId: 'lobby', plan: [['bed', 'bed', 'hard', 'bed']] },
      answers: {},
      nowEpochMs,
    });
    expect(room.text()).toContain('Draw the outlet of the filter');
    expect(room.disabled('Keep the plan')).toBeTrue();
    await room.click('outlet');
    room.query<HTMLButtonElement>('[aria-label="A1: open bed"]').click();
    await room.settle();
    expect(room.text()).toContain('Water hardly moves at A4');
    await room.click('Keep the plan');
    expect(room.written[0]?.payload).toEqual({ rows: [['outlet', 'bed', 'hard', 'bed']] });
  });
});

describe('what came before, on the page', () => {
  const at = (days: number) => nowEpochMs - days * dayMs;
  const book = (died: readonly number[]): BeforeInput => ({
    fromEpochMs: at(100),
    toEpochMs: nowEpochMs,
    outcomes: died.map((d) => ({ id: 'died' as const, atEpochMs: at(d) })),
    things: [60, 30].map((d) => ({ id: 'big-change' as const, atEpochMs: at(d) })),
  });
  const open = (of: BeforeInput) => openRoom(BeforePart, { inputs: { book: of }, answers: {}, nowEpochMs });
  it('says what stands out as seen here before, never as a cause', async () => {
    const room = await open(book([60, 59, 30, 29, 28]));
    expect(room.text()).toContain('5 of 5 days with deaths after a change of more than a third');
    expect(room.text()).toContain('which is no cause');
  });
  it('is silent on four', async () => {
    expect((await open(book([60, 59, 30, 29]))).text()).toContain('Not enough in the book');
  });
});

describe('the book of a tank, for bed and days before', () => {
  const diary = [
    entry('poke', 24, { place: 'B3', gas: 'smell', note: '' }),
    entry('stock', 30, { event: 'died', kindId: 'bee', strain: '', count: { lo: 2, hi: 2 } }),
    entry('stock', 40, { event: 'arrived', kindId: 'bee', strain: '', count: null }),
    entry('seen', 50, { deaths: { lo: 1, hi: 1 } }),
    entry('seen', 60, { deaths: { lo: 0, hi: 0 } }),
    entry('fact', 70, { about: 'new', what: 'food', name: 'powder' }),
    entry('job', 80, { step: 'started', work: { kind: 'sponge', note: '' } }),
    entry('case', 90, {
      step: 'opened',
      firstSignAt: '',
      findings: { 'white-ring': 'yes', 'no-berried-females': 'no' },
    }),
  ];
  it('deaths, a bad moult, food, animals, a sponge; an answer of no is none', () => {
    const { outcomes, things } = beforeOfTank(folioOf({ changes: [] }), diary, nowEpochMs);
    expect(outcomes.map((o) => o.id)).toEqual(['died', 'died', 'bad-moult']);
    expect(things.map((t) => t.id)).toEqual(['animals-in', 'food', 'sponge']);
  });
  const bedWith = (kind: 'active' | 'inert', kh: number) => {
    const base = folioOf({ lines: [folioLine('khDegrees', kh, null), folioLine('ph', 6.2, null)] });
    const folio = { ...base, setUp: { ...base.setUp, bed: { kind, grainMm: 3 } } };
    const book = bookOfTank({ folio, stock: null, diary, groupOf: () => 'shrimp', nowEpochMs });
    return bedOfTank({ book, folio, answers: { 'young-not-growing': 'yes' }, youngHere: true });
  };
  it('an active bed with a degree of KH no longer holds; below it does; another bed never did', () => {
    expect([bedWith('active', 1).active, bedWith('active', 0.5).active, bedWith('inert', 4).active]).toEqual([
      'spent',
      'holds',
      'no',
    ]);
    const { pokes, slowSigns, young, grainMm, gasping } = bedWith('active', 1);
    expect([pokes.length, slowSigns, young, gasping]).toEqual([1, true, true, false]);
    expect(grainMm).toEqual({ lo: 3, hi: 3 });
  });
  it('the source that went in brings its chlorine, its copper pipe, its softener', () => {
    const folio = folioOf({ changes: [] });
    const source = (setUp: object) => ({ sourceId: 's', setUp: { name: 'Tap', startedOn: '', ...setUp } as never });
    const of = (setUp: object) =>
      bookOfTank({ folio, stock: null, diary: [], groupOf: () => null, nowEpochMs, sources: [source(setUp)] }).source;
    expect(of({ state: 'tap-aged', chlorine: 'chloramine' })).toEqual(['chloramine']);
    expect(of({ state: 'softened', chlorine: 'none', copperPipe: true })).toEqual(['copper', 'softener']);
    expect(of({ state: 'rodi', chlorine: 'unknown' })).toEqual([]);
  });
  it('an outage lasts until it is said to be over, or still; a flood is none of the water’s', () => {
    const outage = (cause: string, ago: number) => entry('outage', ago, { step: 'outage', cause, note: '' });
    const over = (outageId: string) => entry('outage', 27, { step: 'outage-over', outageId, note: '' });
    const of = (list: ReturnType<typeof entry>[]) =>
      bookOfTank({
        folio: folioOf({ changes: [] }),
        stock: null,
        groupOf: () => null,
        nowEpochMs,
        diary: list,
      }).happened.map((h) => `${h.what} ${h.lastedHours?.toFixed(0)}`);
    expect(of([outage('power', 30), over('outage-30')])).toEqual(['power-cut 3']);
    expect(of([outage('power', 5)])).toEqual(['power-cut 5']);
    expect(of([outage('power', 30), over('another')])).toEqual(['power-cut 30']);
    expect(of([outage('flood', 4), outage('heater-off', 3)])).toEqual(['heater-off 3']);
  });
  it('a light that burns longer than it did is an event of its entry', () => {
    const light = (ago: number, lightHours: number) =>
      entry('fact', ago, { about: 'equipment', item: 'light', on: true, lightHours });
    const lid = entry('fact', 4, { about: 'equipment', item: 'lid', on: true });
    const { happened } = bookOfTank({
      ...{ folio: folioOf({ changes: [] }), stock: null, groupOf: () => null, nowEpochMs },
      diary: [lid, light(10, 9), light(300, 7)],
    });
    expect(happened.map((h) => `${h.what} ${h.entryId}`)).toEqual(['light-more fact-10']);
  });
  it('a medicine is one by the name of its supply; a top-up counts where it was not pure; a change by its conditioner', () => {
    const base = folioOf();
    const changeId = base.changes[0]?.entryId ?? '';
    const { happened } = bookOfTank({
      folio: base,
      stock: null,
      groupOf: () => null,
      nowEpochMs,
      medicineNames: ['A dewormer'],
      sources: [
        { sourceId: 'tap', setUp: { name: 'Tap', state: 'tap-aged', chlorine: 'none', startedOn: '' } },
        { sourceId: 'ro', setUp: { name: 'RO', state: 'ro', chlorine: 'none', startedOn: '' } },
      ],
      diary: [
        entry('dose', 8, { product: 'a dewormer ', amountMl: 5 }),
        entry('dose', 9, { product: 'a fertiliser', amountMl: 5 }),
        entry('top-up', 10, { topUpL: 2, sourceId: 'tap' }),
        entry('top-up', 11, { topUpL: 2, sourceId: 'ro' }),
        entry('arrival', 12, {}),
        entry('job', 13, {
          step: 'started',
          work: { kind: 'change', bed: 'none', conditionerMl: 4, changeEntryId: changeId },
        }),
      ],
    });
    expect(happened.filter((h) => h.what !== 'change').map((h) => `${h.what} ${h.entryId}`)).toEqual([
      'top-up top-up-10',
      'untreated-arrival arrival-12',
      'medicine dose-8',
      'dose dose-9',
    ]);
    expect(happened.find((h) => h.entryId === changeId)?.conditioned ?? changeId === '').toBeTrue();
  });
});

describe('two pages for a veterinarian', () => {
  it('tell who lives there, what was seen and looked for, what was done and lost; a struck event is not told', async () => {
    const caseId = '0191e809-2880-7258-80c9-974745566b57';
    const room = await openRoom(HistoryScreen, {
      inputs: { tankId: 'lobby' },
      answers: {
        folio: folioOf(),
        stock: { nowAt: '', tanks: [], ownKinds: [] },
        sources: { sources: [] },
        diary: {
          nowAt: '',
          entries: [
            entry('dose', 40, { product: 'a fertiliser', amountMl: 5 }),
            entry('fact', 41, { about: 'new', what: 'rock', name: 'a stone' }),
            entry('stock', 20, { event: 'died', kindId: 'bee', strain: '', count: { lo: 2, hi: 2 } }),
            entry(
              'case',
              30,
              {
                step: 'opened',
                firstSignAt: '2026-03-13T12:00:00Z',
                findings: { gasping: 'yes', rubbing: 'no' },
                struckIds: ['things-came:fact-41'],
                lookAgainAt: null,
                note: '',
              },
              caseId,
            ),
            entry('case', 10, {
              step: 'acted',
              caseId,
              causeId: 'ammonia',
              text: 'A change of a third',
              lookAgainAt: null,
            }),
          ],
        },
      },
      nowEpochMs,
    });
    expect(room.text()).toContain('2 died');
    expect(room.text()).toContain('A change of a third');
    expect(room.textOf('article')).toContain('New product, fertiliser or changed dose');
    expect(room.textOf('article')).not.toContain('stone');
    expect(room.text()).toContain('Looked for and not there');
    expect(room.text()).toContain('no diagnosis');
  });
});

describe('the drawings of signs', () => {
  it('there is one for every sign that is looked at: animals, plants, growth, the tank', () => {
    const seen = troubleKnowledge.findings
      .filter((f) => !['measured', 'deaths', 'look-alikes', 'events'].includes(f.group))
      .map((f) => f.id);
    expect(seen.filter((id) => !signDrawings[id])).toEqual([]);
    expect(Object.keys(signDrawings).filter((id) => !seen.includes(id))).toEqual([]);
    expect(new Set(Object.values(signDrawings).map(([base, mark]) => base + mark)).size).toBe(seen.length);
  });
});
