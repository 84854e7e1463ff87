import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { importFaults, unitFaults } from './checks.mjs';

/** A check that never fires is none: each is shown a fault of its kind. */
describe('the house checks fire', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(path.resolve('core/src/units/.check-'))));
  afterEach(() => {
    rmSync(folder, { recursive: true });
  });
  const file = (text: string): string => {
    const at = path.join(folder, 'x.ts');
    writeFileSync(at, text);
    return at;
  };
  it('on a number without a unit, and not on one with it', async () => {
    expect(
      (
        await unitFaults([
          file('export interface A { volume: number; volumeL: number; ph: number; doseCount: number }'),
        ])
      ).length,
    ).toBe(1);
    expect((await unitFaults([file('export interface A { saltPpm: number }')])).join()).toContain('ppm');
  });
  it('on a core that imports a framework, reads the clock, or shows everything it has', () => {
    const faults = importFaults([
      file(
        "import { x } from 'express';\nimport { y } from '#almanac/shelf';\nexport * from './y';\nexport const now = Date.now();\n",
      ),
    ]);
    for (const part of ['may not use express', 'must not import #almanac/shelf', 'export *', 'no clock'])
      expect(faults.join('\n')).toContain(part);
  });
});
