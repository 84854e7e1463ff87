import { dayMs } from '#core/units';
import { openRoom, type Room } from '../room.cases';
import { EndScreen } from './end-screen';
import { EndedPart } from './ended-part';

const now = Date.parse('2026-03-14T21:30:00Z');
const row = (kind: string, daysAgo: number, payload: object, entryId = `${kind}${daysAgo}`) => ({
  entryId,
  kind,
  subjectId: 'attic',
  atEpochMs: now - daysAgo * dayMs,
  nightOn: '2026-03-10',
  sequence: 1,
  payload,
});
const tank = (tankId: string, name: string) => ({
  tankId,
  name,
  state: 'settled',
  ailing: false,
  reason: '',
  bears: { bearing: 'usual', askedBy: [] },
  setUp: {
    name,
    rack: '',
    roundOrder: 1,
    purpose: 'display',
    practiceId: 'x',
    bearing: 'usual',
    startedOn: '2025-01-01',
  },
  netVolumeL: 80,
  stage: null,
  inWater: [],
  equipment: {},
  water: {},
  events: [],
});
const course = row('course', 2, {
  step: 'started',
  agentId: 'D07',
  productName: 'A dewormer',
  label: { packTreatsL: 40, doseDays: [1], changes: [] },
  repeats: 0,
  split: false,
  netVolumeL: 80,
  startOn: '2026-03-12',
});
const arrived = (count: number, daysAgo = 50) =>
  row('stock', daysAgo, { event: 'counted', kindId: 'otocinclus', strain: '', count: { lo: count, hi: count } });
const open = (rows: object[]): Promise<Room> =>
  openRoom(EndScreen, {
    inputs: { tankId: 'attic' },
    nowEpochMs: now,
    answers: {
      stock: { nowAt: '', ownKinds: [], tanks: [tank('attic', 'Attic'), tank('pantry', 'Pantry')] },
      gate: {
        ...{ nowAt: '', tankId: 'attic', rows, changes: [], netVolumeL: 80, water: {}, equipment: {} },
        ...{ bedSquaresCount: 48, below: [] },
      },
    },
  });
const end = 'It has ended: write it in the book';

describe('a tank ends', () => {
  it('not with animals in it: who they are is said, and where they are written', async () => {
    const room = await open([arrived(6)]);
    expect(room.text()).toContain('Still in it: otocinclus');
    expect(room.disabled(end)).toBeTrue();
    expect(room.text()).toContain('Still needed: that no animal is left in it.');
  });
  it('what runs in it is asked about; where water, bed and equipment go is kept', async () => {
    const room = await open([arrived(0), course]);
    expect(room.text()).toContain('Still open here: course');
    await room.pick('nl-choice[name=bed]', 'other-tank');
    await room.tickBox('What still runs in it ends with it');
    expect(room.text()).toContain('Still needed: where it goes on.');
    await room.pick('nl-choice[name=toTank]', 'pantry');
    await room.click(end);
    expect(room.written.map((e) => e.payload)).toEqual([
      {
        step: 'ended',
        water: 'drain',
        bed: 'other-tank',
        equipment: 'kept',
        toTankId: 'pantry',
        alsoEnds: true,
        note: '',
      },
    ]);
  });
  it('ended ones are listed, with their books, and are begun anew', async () => {
    const tanks = [{ tankId: 'attic', name: 'Attic', endedAt: '2026-03-01T20:00:00.000Z' }];
    const room = await openRoom(EndedPart, { answers: { endedTanks: { tanks } }, nowEpochMs: now });
    expect(room.text()).toContain('Attic since 1 Mar');
    await room.click('Begin it anew');
    expect(room.written.map(({ kind, subjectId, payload }) => ({ kind, subjectId, payload: payload }))).toEqual([
      { kind: 'ending', subjectId: 'attic', payload: { step: 'begun-anew' } },
    ]);
  });
});
