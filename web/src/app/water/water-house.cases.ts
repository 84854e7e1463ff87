import { dayMs } from '#core/units';
import type { ParameterId } from '#core/readings';
import type { SourceView } from '#contracts/sources';
import type { Folio } from '#contracts/tanks';
import type { DoingView } from '#contracts/doing';
import type { BatchView, EveningView } from '#contracts/water';

/** A small made-up house for the pages of water: two tanks, four waters, a mineral and a salt. Never a check value. */
export const nowAt = '2026-03-14T21:00:00.000Z';
export const now = Date.parse(nowAt);

const analysed = (water: Partial<Record<ParameterId, number>>): SourceView['analysis'] =>
  Object.fromEntries(
    Object.entries(water).map(([id, value]) => [
      id,
      { lo: value, hi: value, atEpochMs: now - 5 * dayMs, text: String(value) },
    ]),
  );
const source = (
  sourceId: string,
  name: string,
  state: SourceView['setUp']['state'],
  water: Partial<Record<ParameterId, number>>,
): SourceView => ({
  sourceId,
  setUp: { name, state, chlorine: state.startsWith('tap') ? 'chlorine' : 'none', startedOn: '2025-01-01' },
  analysis: analysed(water),
});
export const sources: readonly SourceView[] = [
  source('ro', 'RO/DI', 'rodi', { ec25UsPerCm: 4, ghDegrees: 0, khDegrees: 0, no3MgPerL: 0 }),
  source('tap', 'Tap, aged', 'tap-aged', {
    ec25UsPerCm: 500,
    ghDegrees: 14,
    khDegrees: 9,
    ph: 7.6,
    tempC: 15,
    no3MgPerL: 10,
  }),
  source('soft', 'Soft drum', 'batch', { ec25UsPerCm: 215, ghDegrees: 4, khDegrees: 0, no3MgPerL: 0 }),
  source('odd', 'Odd tap', 'tap-aged', {
    ghDegrees: 10,
    khDegrees: 5,
    caMgPerL: 55,
    mgMgPerL: 10,
    naMgPerL: 5,
    kMgPerL: 2,
    clMgPerL: 300,
    so4MgPerL: 20,
    hco3MgPerL: 109,
    no3MgPerL: 5,
  }),
];

interface Line {
  kind: string;
  subjectId: string;
  agoDays: number;
  payload: object;
}
const lines: readonly Line[] = [
  {
    kind: 'supply',
    subjectId: 'gh',
    agoDays: 200,
    payload: {
      name: 'GH mineral',
      category: 'mineral',
      unit: 'g',
      leadDays: 7,
      startedOn: '2025-01-01',
      pack: { packValue: 1000, costValue: 30 },
    },
  },
  { kind: 'supply-log', subjectId: 'gh', agoDays: 10, payload: { event: 'left', value: 2 } },
  {
    kind: 'mineral',
    subjectId: 'gh',
    agoDays: 200,
    payload: { massG: 10, waterL: 100, ghDegrees: 4, khDegrees: null, ec25UsPerCm: 211 },
  },
  {
    kind: 'supply',
    subjectId: 'gypsum',
    agoDays: 200,
    payload: {
      name: 'Gypsum',
      category: 'salt',
      unit: 'g',
      leadDays: 7,
      saltId: 'caso4-2h2o',
      purityFraction: 0.98,
      pack: { packValue: 1000, costValue: 10 },
      startedOn: '2025-01-01',
    },
  },
  {
    kind: 'recipe',
    subjectId: 'soft',
    agoDays: 200,
    payload: {
      parts: [{ sourceId: 'ro', shareFraction: 1 }],
      salts: [{ saltId: 'caso4-2h2o', saltGPerL: 0.03 }],
      minerals: [{ supplyId: 'gh', mineralGPerL: 0.1 }],
      aims: [{ parameter: 'ec25UsPerCm', value: 245, toleranceValue: 15 }],
      leadHours: 0,
      stirred: false,
      mixMinutes: 15,
    },
  },
  {
    kind: 'works',
    subjectId: 'ro',
    agoDays: 200,
    payload: {
      madeLPerH: 5,
      storesL: 60,
      storedL: 40,
      wasteRatio: 3,
      drums: [{ name: 'grey drum', volumeL: 45 }],
      evenings: [],
      eveningMinutes: 90,
      perM3Value: 5,
    },
  },
];
export const diaryOf = (more: readonly Line[] = []) => ({
  nowAt,
  entries: [...lines, ...more].map((l, i) => ({
    entryId: `e${i}`,
    kind: l.kind,
    subjectId: l.subjectId,
    atEpochMs: now - l.agoDays * dayMs,
    payload: l.payload,
  })),
});

export const batchView = (over: Partial<BatchView> = {}): BatchView => ({
  batchId: 'b1',
  sourceId: 'soft',
  sourceName: 'Soft drum',
  code: 'ABC234',
  madeEpochMs: now - dayMs,
  made: {
    madeL: 40,
    parts: [{ sourceId: 'ro', partL: 40 }],
    salts: [],
    minerals: [{ supplyId: 'gh', massG: 4 }],
    aims: [{ parameter: 'ec25UsPerCm', value: 215, toleranceValue: 15 }],
    leadHours: 0,
    stirred: false,
    drum: 'grey drum',
  },
  steps: [],
  uses: [],
  fate: 'accepted',
  leftL: 30,
  ageDays: 1,
  readyEpochMs: now - dayMs,
  usable: true,
  why: 'Measured, and within what it was made for.',
  water: { ec25UsPerCm: { lo: 216, hi: 216 } },
  off: [],
  unmeasured: [],
  ...over,
});
export const batchesOf = (...batches: BatchView[]) => ({ nowAt, batches });

export const evening = (over: Partial<EveningView> = {}): EveningView => ({
  nowAt,
  weekdayIndex: 6,
  untilHours: 1,
  tanks: [
    {
      tankId: 'lobby',
      name: 'Lobby',
      waterId: 'soft',
      changeL: 20,
      changeFraction: 0.2,
      dueDays: 0,
      everyDays: 7,
      changeMinutes: 20,
      leavesAtDay: null,
      leavesParameter: null,
      urgent: false,
      how: 'poured',
      routineBy: 'keeper',
      sequence: null,
    },
    {
      tankId: 'window',
      name: 'Window',
      waterId: 'soft',
      changeL: 9,
      changeFraction: 0.1,
      dueDays: 3,
      everyDays: 7,
      changeMinutes: 15,
      leavesAtDay: null,
      leavesParameter: null,
      urgent: false,
      how: 'poured',
      routineBy: 'habit',
      sequence: null,
    },
  ],
  waters: [
    {
      waterId: 'soft',
      name: 'Soft drum',
      roFraction: 1,
      saltGPerL: 0.13,
      leadHours: 0,
      stirred: false,
      mixMinutes: 15,
      readyL: 0,
      standing: [],
      cost: { perLValue: 0.0233, unpriced: [] },
    },
  ],
  works: {
    madeLPerH: 5,
    storesL: 60,
    storedL: 40,
    wasteRatio: 3,
    drums: [{ name: 'grey drum', volumeL: 45 }],
    evenings: [],
    eveningMinutes: 90,
    perM3Value: 5,
    known: true,
  },
  unitSourceId: 'ro',
  without: [],
  ...over,
});

const fan = (mean: number, half: number) => ({ mean, lo80: mean - half, hi80: mean + half });
const reading = (value: number) => ({
  lo: value,
  hi: value,
  atEpochMs: now - dayMs,
  entryId: 'r',
  text: String(value),
  insisted: false,
});
export const folioLine = (
  parameter: ParameterId,
  value: number,
  band: [number | null, number | null] | null,
): Folio['lines'][number] => ({
  parameter,
  state: 'settled',
  reasonId: 'inside',
  reason: 'inside its band',
  direction: 'steady',
  band: band && { parameter, lo: band[0], hi: band[1], grade: 'common-practice', sourceIds: [] },
  latest: reading(value),
  earlier: [],
});
/** Lobby: 100 L net, usual bearing, nitrate rising by two a day. */
export const folioOf = (over: Partial<Folio> = {}): Folio => ({
  nowAt,
  nightOn: '2026-03-14',
  tank: {
    tankId: 'lobby',
    name: 'Lobby',
    rack: '',
    roundOrder: 1,
    purpose: 'display',
    doubtful: false,
    netVolumeL: 100,
    state: 'settled',
    reasonId: '',
    reason: 'All inside.',
    reasonFacts: {},
    decidedBy: null,
    water: { state: 'settled', reason: 'All inside.', short: 'all inside', deciding: null, mark: null },
    deciding: null,
    urgent: false,
    nextStep: { kind: 'leave', text: '', short: '', reason: { id: 'leave', facts: {} } },
    lookedTonight: false,
    lastDone: [],
    contributions: [],
  },
  bears: { bearing: 'usual', askedBy: [] },
  setUp: {
    name: 'Lobby',
    rack: '',
    roundOrder: 1,
    purpose: 'display',
    practiceId: 'neocaridina-wide',
    bearing: 'usual',
    startedOn: '2025-01-01',
    measuredFillL: 100,
    overrides: [],
  },
  netVolumeL: 100,
  setUpEntryId: 's',
  startedOn: '2025-01-01',
  lines: [
    folioLine('tempC', 24, [21, 26]),
    folioLine('ph', 7.2, [6.5, 7.8]),
    folioLine('ghDegrees', 6, [4, 10]),
    folioLine('khDegrees', 3, [1, 6]),
    folioLine('ec25UsPerCm', 300, null),
    folioLine('no3MgPerL', 30, [null, 40]),
  ],
  history: {},
  changes: [
    {
      entryId: 'c',
      atEpochMs: now - 3 * dayMs,
      changeFraction: 0.2,
      changeL: 20,
      sourceName: 'Soft drum',
      how: 'poured',
      water: {},
    },
  ],
  bandsByDate: [],
  movedToday: {},
  entries: [],
  outlooks: [
    {
      parameter: 'no3MgPerL',
      level: fan(30, 3),
      productionPerDay: fan(2, 0.5),
      routine: { everyDays: 7, changeFraction: 0.2, sourceValue: 0 },
      settles: null,
      forecast: [],
      traits: {
        wanderValue: 0.2,
        driftPerDay: 0.01,
        usualProductionPerDay: 2,
        returnPerDay: 0.05,
        readingValue: 2,
        readingFraction: 0.1,
        misreadFraction: 0.02,
        jumpFraction: 0.01,
        jumpValue: 10,
        stepPerDay: 0,
        stepValue: 0,
        mostPerDay: 1,
      },
      leaves: null,
      normal: null,
      mind: null,
      mindId: null,
      ratchet: null,
      ratchetId: null,
    },
  ],
  plan: { state: '', why: '', tests: [] },
  ...over,
});

export const doingView = (over: Partial<DoingView> = {}): DoingView => ({
  nowAt,
  jobs: [
    {
      jobId: 'j1',
      tankId: 'lobby',
      tankName: 'Lobby',
      startedEpochMs: now - 600_000,
      work: {
        kind: 'change',
        changeL: 20,
        how: 'poured',
        bed: 'none',
        chain: 'alone',
        sourceId: 'soft',
        newWaterC: 24,
        grazingFilm: false,
      },
      ticked: ['heater'],
      open: ['filter', 'light', 'lid', 'animals', 'taps'],
    },
  ],
  timers: [],
  learntMinutes: [{ work: 'change', minutes: 25 }],
  ...over,
});
