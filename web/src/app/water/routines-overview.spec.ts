import type { BuildUpView, EveningTankView, EveningView } from '#contracts/water';
import { overviewRows, plainly } from './routines-overview';

const routine = (tankId: string, over: Partial<EveningTankView> = {}): EveningTankView => ({
  tankId,
  name: tankId,
  waterId: 'tap',
  changeL: 20,
  changeFraction: 0.4,
  dueDays: 1,
  everyDays: 7,
  changeMinutes: 30,
  leavesAtDay: null,
  leavesParameter: null,
  urgent: false,
  how: 'poured',
  routineBy: 'keeper',
  sequence: null,
  ...over,
});
const evening = (...tanks: EveningTankView[]): EveningView => ({
  nowAt: '2026-03-14T21:00:00.000Z',
  weekdayIndex: 6,
  untilHours: 1,
  tanks,
  waters: [
    {
      waterId: 'tap',
      name: 'Tap, aged',
      roFraction: 0,
      saltGPerL: 0,
      leadHours: 24,
      stirred: false,
      mixMinutes: 5,
      readyL: 0,
      standing: [],
      cost: { perLValue: 0.004, unpriced: [] },
    },
  ],
  works: {
    madeLPerH: 5,
    storesL: 60,
    storedL: 40,
    wasteRatio: 3,
    drums: [],
    evenings: [],
    eveningMinutes: 90,
    known: true,
  },
  unitSourceId: null,
  without: [],
});
type Tank = BuildUpView['tanks'][number];
const nitrate = (lo80: number, hi80: number, over: Partial<Tank['lines'][number]> = {}): Tank['lines'][number] => ({
  parameter: 'no3MgPerL',
  level: { lo80: 20, mean: 25, hi80: 30 },
  productionPerDay: { lo80, mean: (lo80 + hi80) / 2, hi80 },
  sourceValue: 5,
  floor: null,
  ceiling: 40,
  limitBy: 'band',
  ratchet: null,
  ...over,
});
const tank = (tankId: string, lines: Tank['lines'], ready = true): Tank => ({
  tankId,
  name: tankId,
  netVolumeL: 50,
  ready,
  lines,
});
const rows = (tanks: Tank[], ...routines: EveningTankView[]) =>
  overviewRows({ nowAt: '2026-03-14T21:00:00.000Z', tanks }, evening(...routines), () => undefined);

describe('all routines at a glance', () => {
  it('1 to 2 mg/L a day, 40 % a week from water of 5, settles at 23 to 40: holds 40, at just 40 %', () => {
    const [row] = rows([tank('a', [nitrate(1, 2)])], routine('a'));
    expect([row?.state, row?.settles, row?.limit]).toEqual(['holds', '23–40', 'up to 40']);
    // Four in five: 1.5 + 0.84 × (1 / 2.563) = 1.83 a day, × 7 / 35 = 36.6 %.
    expect(row?.least).toBe('36.6 %');
    expect(row?.cost?.litresPerYearL).toBeCloseTo((365.25 / 7) * 20, 6);
    expect(row?.cost?.moneyPerYearValue).toBeCloseTo((365.25 / 7) * 20 * 0.004, 6);
  });
  it('what does not hold comes first, then what cannot be told, then what holds, then what nobody can judge', () => {
    const found = rows(
      [
        tank('calm', [nitrate(0.1, 0.2)]),
        tank('untested', []),
        tank('over', [nitrate(4, 5)]),
        tank('doubt', [nitrate(1, 3)]),
        tank('being made', [], false),
        tank('no routine', [nitrate(1, 2)]),
      ],
      ...['calm', 'untested', 'over', 'doubt', 'being made'].map((id) => routine(id)),
    );
    expect(found.map((r) => [r.name, r.state])).toEqual([
      ['over', 'exceeds'],
      ['doubt', 'unknown'],
      ['calm', 'holds'],
      ['untested', 'none'],
      ['being made', 'none'],
      ['no routine', 'none'],
    ]);
    expect(found.at(-1)?.why).toContain('nobody has written one');
    expect(plainly(found)).toBe('over: the routine does not hold the limit; of one tank it cannot be told.');
    expect(plainly(found.slice(2, 3))).toBe('Every routine holds its limits. Leave them alone.');
    expect(plainly([])).toContain('No routine can be judged yet');
  });
  it('what is used up is held to its floor, and says so; the keeper’s own ceiling is named', () => {
    const kh = nitrate(-0.05, -0.04, { parameter: 'khDegrees', sourceValue: 4, floor: 3.5, ceiling: null });
    const [row] = rows([tank('a', [kh])], routine('a'));
    expect([row?.state, row?.limit, row?.label]).toEqual(['exceeds', 'from 3.5', 'Carbonate hardness']);
    const [own] = rows([tank('b', [nitrate(1, 2, { ceiling: 30, limitBy: 'keeper' })])], routine('b'));
    expect([own?.state, own?.why]).toEqual(['unknown', 'by your own ceiling']);
  });
  it('a value whose water nobody measured does not decide', () => {
    const [row] = rows([tank('a', [nitrate(9, 9, { sourceValue: null })])], routine('a'));
    expect(row?.state).toBe('none');
  });
  it('one that nobody keeps says since when and what it lost, and does not hold', () => {
    const stands = nitrate(1, 2, { level: { lo80: 80, mean: 90, hi80: 100 } });
    const [row] = rows([tank('stairs', [stands])], { ...routine('stairs'), dueDays: -29, everyDays: 14 });
    expect(row?.state).toBe('lapsed');
    expect(row?.why).toMatch(/^due 29 nights ago, 3 left out: nitrate stands at about 90, kept it would not pass \d+$/);
    expect(plainly([row!])).toBe(
      'stairs: nobody keeps the routine. No routine can be judged yet: it takes changes and a few tests.',
    );
    const [late] = rows([tank('late', [nitrate(1, 2)])], { ...routine('late'), dueDays: -3 });
    expect(late?.state).toBe('holds');
  });
  it('one whose changes end higher each time loses: it is not said to hold; one that exceeds says that first', () => {
    const losing = { ratchet: 'loses' } as const;
    const found = rows(
      [tank('up', [nitrate(0.1, 0.2, losing)]), tank('over', [nitrate(4, 5, losing)])],
      routine('up'),
      routine('over'),
    );
    expect(found.map((r) => [r.name, r.state])).toEqual([
      ['over', 'exceeds'],
      ['up', 'loses'],
    ]);
    expect(found[1]?.why).toBe('Nitrate: each change ends higher than the last');
    expect(plainly(found.slice(1))).toBe('up: the routine does not hold the limit.');
    const [unlimited] = rows([tank('free', [nitrate(0.1, 0.2, { ...losing, limitBy: 'none' })])], routine('free'));
    expect(unlimited?.state).toBe('none');
  });
});
