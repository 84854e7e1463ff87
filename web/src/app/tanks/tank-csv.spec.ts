import { decoded } from '../ui/text-file';
import { csvOf, mostRows, tanksFromCsv } from './tank-csv';

const read = (text: string, existing: string[] = []) => tanksFromCsv(text, { existing, on: '2026-03-14' });
const said = (text: string, existing: string[] = []): string[] =>
  read(text, existing).faults.map((f) => `${f.lineCount} ${f.field}: ${f.message}`);
const head = 'name,length cm,width cm,height cm';

describe('tanks from CSV', () => {
  it('a name that a table program would run as a formula is quoted, and read back as it was', () => {
    const [one] = read('name,length cm,width cm,height cm\nA,60,30,30\n').setUps;
    const names = ['=HYPERLINK("http://x","y")', '+1', '-2', '@SUM(1)', '=1+1'];
    const csv = csvOf(names.map((name) => ({ ...one!, name })));
    for (const line of csv.split('\r\n').slice(1)) expect(line).toMatch(/^"?'[=+\-@]/);
    expect(read(csv).setUps.map((s) => s.name)).toEqual(names);
  });
  it('reads names, sizes and defaults; what is saved reads back the same', () => {
    const { setUps, faults } = read(
      `${head},shape,bow cm,rack,practice\nBow,90,35,45,bow-front,45,Cellar,neocaridina-wide\nCube,30,,30,cube,,,\n`,
    );
    expect(faults).toEqual([]);
    expect(setUps.map((s) => [s.name, s.geometry?.shape, s.roundOrder])).toEqual([
      ['Bow', 'bow-front', 10],
      ['Cube', 'cube', 20],
    ]);
    const again = read(csvOf(setUps));
    expect(again.faults).toEqual([]);
    expect(again.setUps.map((s) => JSON.stringify(s.geometry))).toEqual(setUps.map((s) => JSON.stringify(s.geometry)));
  });
  it('understands inches, US gallons and the decimal comma', () => {
    const { setUps } = read('name;length in;width in;height in;label US gal;glass mm\nTen;20;10;12;10;5,5\n');
    expect(setUps[0]?.geometry?.lengthCm).toBeCloseTo(50.8, 9);
    expect(setUps[0]?.labelL).toBeCloseTo(37.85, 2);
    expect(setUps[0]?.geometry?.glassMm).toBe(5.5);
  });
  it('names every fault by line and field, and reads nothing while there is one', () => {
    const faults = said(
      `${head},purpose,bed front cm,started on\nA,60,30,30,museum,,\nB,-4,30,30,,,\nA,60,30,30,,,\nC,sixty,30,30,,,\n,60,30,30,,,\nD,60,30,30,,90,\nE,,,,,,\nF,60,30,30,,,14.3.2026\n`,
    );
    for (const part of [
      '2 purpose: “museum”',
      '3 length cm: -4 is below nothing',
      '4 name: “A” stands in line 2 too',
      '5 length cm: “sixty” is not a number',
      '6 name: is needed',
      '7 bedDepthCm',
      '8 length cm: the size outside',
      '9 started on',
    ])
      expect(faults.join('\n')).toContain(part);
    expect(read(`${head}\nA,60,30,30\nB,-4,30,30`).setUps).toEqual([]);
  });
  it('refuses a tank that is there already, columns it does not know, and no heading', () => {
    expect(said(`${head}\nlobby,60,30,30`, ['Lobby'])[0]).toContain('is a tank already');
    expect(said('name,colour\nA,red')[0]).toContain('“colour”');
    expect(said('60,30,30\n60,30,30')[0]).toContain('“name” is not among them');
    expect(said(`${head}\n`)[0]).toContain('no row');
  });
  it('ten thousand rows are refused at once, before any is read', () => {
    const rows = Array.from({ length: 10_000 }, (_, i) => `T${i},60,30,30`).join('\n');
    expect(said(`${head}\n${rows}`)).toEqual([
      `0 : 10000 rows; at most ${mostRows} come in at once. Nothing was read.`,
    ]);
  });
});

describe('the bytes of a file', () => {
  it('UTF-8 and UTF-16 are read, other encodings named, pictures refused', () => {
    expect(decoded(new TextEncoder().encode('Bäcker'))).toEqual({ text: 'Bäcker' });
    expect(decoded(Uint8Array.from([0xff, 0xfe, 0x41, 0]))).toEqual({ text: 'A' });
    expect(decoded(Uint8Array.from([0x42, 0xe4, 0x63]))).toEqual({
      fault: jasmine.stringContaining('not UTF-8') as never,
    });
    expect(decoded(Uint8Array.from([0x89, 0x50, 0, 0]))).toEqual({
      fault: jasmine.stringContaining('no text file') as never,
    });
  });
});
