import { spawnSync } from 'node:child_process';
import { calculations } from './registry';

const calc = (args: string[], input = ''): { status: number | null; lines: unknown[] } => {
  const { status, stdout } = spawnSync(process.execPath, ['tools/calc.mjs', ...args], { input, encoding: 'utf8' });
  return {
    status,
    lines: stdout
      .split('\n')
      .filter((l) => l !== '')
      .map((l) => (l.startsWith('{') ? (JSON.parse(l) as unknown) : l)),
  };
};

interface Fan {
  mean: number;
  lo80: number;
  hi80: number;
}

describe('npm run --silent calc', () => {
  it('answers one calculation with value and explanation', () => {
    const [answer] = calc(['water.residual'], '{"changeFraction":0.25,"changeCount":2}').lines;
    expect(answer).toEqual(
      jasmine.objectContaining({
        ok: true,
        value: { remainingFraction: 0.5625 },
        explanation: jasmine.objectContaining({ sourceIds: ['mass-balance'] }),
      }),
    );
  });
  it('weighs tanks, fits kinds and finds the cheapest remedy by the same core', () => {
    const asked = [
      '{"name":"stock.remedy","input":{"kindId":"cherry-shrimp","source":{"ghDegrees":{"lo":21.5,"hi":22.5},"khDegrees":{"lo":5.5,"hi":6.5},"ph":{"lo":7.8,"hi":7.8}}}}',
      '{"name":"stock.fit","input":{"kindId":"unicorn","water":{}}}',
      '{"name":"stock.nitrogen","input":{"foodG":1,"proteinFraction":0.4,"netVolumeL":100}}',
    ];
    const [remedy, unknown, nitrogen] = calc(['--lines'], asked.join('\n')).lines as {
      value?: { remedy: { roFraction: number }; nitrogenG: number };
      refusal?: { kind: string };
    }[];
    // Most margin on both sides of GH 6-14 and KH 2-10: 12.1 and 3.3.
    expect(remedy?.value?.remedy.roFraction).toBeCloseTo(0.45, 9);
    expect(unknown?.refusal?.kind).toBe('unknown-name');
    expect(nitrogen?.value?.nitrogenG).toBeCloseTo(0.064, 9);
  });
  it('the water calculations: recipe, effect, blend, routine, ceiling, sequence, conditioner, temperature', () => {
    const asked = [
      [
        'water.recipe',
        {
          volumeL: 100,
          source: {},
          shelf: ['caso4-2h2o', 'mgso4-7h2o', 'k2so4'],
          targets: [
            { quantity: 'gh', value: 6 },
            { quantity: 'Ca:Mg', value: 3 },
            { quantity: 'kMgPerL', value: 10 },
          ],
        },
      ],
      [
        'water.recipe',
        {
          volumeL: 100,
          source: { gh: 11 },
          shelf: ['kcl'],
          targets: [{ quantity: 'gh', value: 4, tolerance: 0.2, priority: 1 }],
        },
      ],
      ['water.recipe', { volumeL: 100, shelf: ['kcl', 'kcl'], targets: [{ quantity: 'gh', value: 4 }] }],
      ['water.recipe-effect', { volumeL: 100, source: {}, massG: { 'caso4-2h2o': 12, 'mgso4-7h2o': 6 } }],
      ['water.recipe-effect', { volumeL: 100, source: {}, massG: { 'caso4-2h2o': 0 } }],
      ['water.blend', { parts: [{ volumeL: 1, water: { kh: 2, ph: 7, tempC: 25 } }] }],
      ['water.routine', { productionPerDay: 2, sourceValue: 5, changeFraction: 0.3, everyDays: 7 }],
      ['water.hold-ceiling', { productionPerDay: 2, sourceValue: 5, ceiling: 40, everyDays: 7 }],
      ['water.sequence', { value: 275, target: 170, sourceValue: 110, changeFraction: 0.2, everyDays: 2 }],
      ['water.conditioner', { volumeL: 200, chlorineMgPerL: 2, labelMl: 5, labelL: 100, labelMgPerL: 1 }],
      [
        'water.mix-temperature',
        {
          parts: [
            { volumeL: 36, tempC: 26 },
            { volumeL: 84, tempC: 18 },
          ],
        },
      ],
    ].map(([name, input]) => JSON.stringify({ name, input }));
    const answers = calc(['--lines'], asked.join('\n')).lines as {
      ok: boolean;
      value?: Record<string, unknown> & { massG?: Record<string, number>; water?: Record<string, number> };
      refusal?: { kind: string; conflict?: string[] };
    }[];
    expect(answers[0]?.value?.massG?.['caso4-2h2o']).toBeCloseTo(11.887, 2);
    // In the words in which it was asked.
    expect(answers[1]?.refusal?.conflict).toEqual(['gh']);
    expect(answers[2]?.refusal?.kind).toBe('contradiction');
    expect(answers[3]?.value?.water?.['ghDegrees']).toBeCloseTo(5.274, 2);
    expect(answers[4]?.ok).toBeFalse();
    expect(answers[5]?.value?.['ph']).toBeCloseTo(7, 2);
    expect(answers[6]?.value?.['peak']).toBeCloseTo(51.667, 3);
    expect(answers[7]?.value?.['changeFraction']).toBeCloseTo(0.4, 9);
    expect(answers[8]?.value?.['changes']).toBe(5);
    expect(answers[9]?.value?.['doseMl']).toBeCloseTo(20, 9);
    expect(answers[10]?.value?.['tempC']).toBeCloseTo(20.4, 9);
  });
  it('refuses in the same shape: out of range, missing, unknown name, no JSON', () => {
    const asked = [
      '{"name":"water.residual","input":{"changeFraction":3,"changeCount":2}}',
      '{"name":"water.residual","input":{"changeCount":2}}',
      '{"name":"water.luck","input":{}}',
      'nonsense',
      '{"name":"readings.judge","input":{"parameter":"no3MgPerL","reading":{"lo":20,"hi":40},"band":{"lo":0,"hi":30}}}',
    ];
    const answers = calc(['--lines'], asked.join('\n')).lines as {
      ok: boolean;
      refusal?: { kind: string };
      value?: unknown;
    }[];
    expect(answers.map((a) => a.refusal?.kind ?? a.value)).toEqual([
      'out-of-range',
      'missing',
      'unknown-name',
      'malformed',
      { verdict: 'unknown', side: 'above' },
    ]);
  });
  it('a thousand lines take a few seconds at most, each answered in its place', () => {
    const asked = Array.from({ length: 1000 }, (_, i) =>
      JSON.stringify({ name: 'units.convert', input: { quantity: 'volume', value: i, from: 'US gal', to: 'L' } }),
    );
    const { lines } = calc(['--lines'], asked.join('\n'));
    expect(lines.length).toBe(1000);
    expect((lines[999] as { value: { value: number } }).value.value).toBeCloseTo(999 * 3.785411784, 6);
  }, 20_000);
  it('lists every calculation and prints the schema of each', () => {
    expect(calc(['--list']).lines.length).toBe(calculations.length);
    const [schema] = calc(['--schema', 'tanks.net-volume']).lines as [{ required: string[] }];
    expect(schema.required).toEqual(['lengthCm', 'heightCm', 'glassMm', 'waterBelowRimCm']);
    expect(calc(['--schema', 'luck']).status).toBe(2);
  });
  it('build-up, ledger line and check answer in their fixed shapes', () => {
    const asked = [
      // 40 mg/L, a quarter out, 45 after a week: 15 a week, settling at 60 and 45 (common practice, T09).
      {
        name: 'readings.build-up',
        input: {
          parameter: 'no3MgPerL',
          events: Array.from({ length: 10 }, (_, week) => {
            const levelValue = 60 - 20 * 0.75 ** week;
            return [
              { atDay: week * 7, reading: { lo: levelValue - 0.5, hi: levelValue + 0.5 } },
              { atDay: week * 7 + 0.01, changeFraction: 0.25, sourceValue: 0 },
            ];
          }).flat(),
          horizonDays: [6.99, 13.99],
          future: [{ atDay: 70, changeFraction: 0.25, sourceValue: 0 }],
        },
      },
      {
        name: 'readings.ledger-line',
        input: {
          text: 'library ph 6,1 no3 5-10',
          subjects: [{ id: 'a', name: 'Library', kind: 'tank' }],
          nowAt: '2026-03-14T21:00:00Z',
          zone: 'Europe/London',
        },
      },
      {
        name: 'readings.check',
        input: { readings: { ghDegrees: { lo: 12, hi: 12 }, ec25UsPerCm: { lo: 90, hi: 90 } } },
      },
    ];
    const [built, line, check] = calc(['--lines'], asked.map((a) => JSON.stringify(a)).join('\n')).lines as [
      {
        value: {
          level: Fan;
          productionPerDay: Fan;
          forecast: (Fan & { day: number })[];
          settles: { peak: number; trough: number };
        };
      },
      { value: { entries: { subjectId: string; happenedAt: string; payload: { values: object[] } }[]; questions: [] } },
      { value: { questions: { parameters: string[]; why: string }[] } },
    ];
    const { level, productionPerDay, forecast, settles } = built.value;
    expect(7 * productionPerDay.lo80).toBeLessThan(15);
    expect(7 * productionPerDay.hi80).toBeGreaterThan(15);
    expect(level.lo80).toBeLessThan(level.mean);
    expect(forecast.map((f) => f.day)).toEqual([6.99, 13.99]);
    expect(forecast[0]?.lo80).toBeLessThan(60);
    expect(Math.abs(settles.peak - 60)).toBeLessThan(6);
    expect(Math.abs(settles.trough - 45)).toBeLessThan(6);
    expect(line.value.entries[0]?.payload.values.length).toBe(2);
    expect([line.value.entries[0]?.subjectId, line.value.questions]).toEqual(['a', []]);
    expect(check.value.questions[0]?.parameters).toEqual(['ghDegrees', 'ec25UsPerCm']);
  });
  it('knows the fixed names', () => {
    const names = calculations.map((c) => c.name);
    for (const fixed of [
      'units.convert',
      'water.unionised-ammonia',
      'water.free-co2',
      'water.change-effect',
      'water.residual',
      'water.change-advice',
      'tanks.net-volume',
      'readings.parse',
      'readings.judge',
      'readings.build-up',
      'readings.ledger-line',
      'readings.check',
    ])
      expect(names).toContain(fixed);
  });
});
