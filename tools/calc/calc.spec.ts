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
    expect(remedy?.value?.remedy.roFraction).toBeCloseTo(0.4, 9);
    expect(unknown?.refusal?.kind).toBe('unknown-name');
    expect(nitrogen?.value?.nitrogenG).toBeCloseTo(0.064, 9);
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
    ])
      expect(names).toContain(fixed);
  });
});
