import { readFileSync } from 'node:fs';

const textOf = (file: string): string => readFileSync(file, 'utf8');

describe('what is overridden of a library', () => {
  it('was read in the version that is installed: after an upgrade it is read again, and the version raised', () => {
    const { version } = JSON.parse(textOf('node_modules/primeng/package.json')) as { version: string };
    expect(textOf('web/src/app/ui/library-overrides.ts')).toContain(`PrimeNG ${version};`);
  });
  it('still stands where it is overridden', () => {
    expect(textOf('node_modules/primeng/fesm2022/primeng-inputtext.mjs')).toContain('onAfterViewInit()');
  });
});
