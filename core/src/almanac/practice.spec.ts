import {
  bandAhead,
  bandsInForce,
  penBand,
  penPpmOfBand,
  schoolClash,
  type Asker,
  type BandLine,
  type Practice,
} from './index';

const line = (parameter: BandLine['parameter'], lo: number | null, hi: number | null): BandLine => ({
  parameter,
  lo,
  hi,
  grade: 'common-practice',
  sourceIds: ['school'],
});
const practice = (...bands: BandLine[]): Practice => ({
  id: 'p',
  version: 1,
  livestock: '',
  name: '',
  reason: '',
  bands,
});
type Confidence = 'high' | 'middle' | 'low';
const asker = (
  name: string,
  parameter: BandLine['parameter'],
  [lo, hi]: readonly [number | null, number | null],
  confidence: Confidence = 'middle',
): Asker => ({ name, ranges: { [parameter]: { lo, hi, grade: 'published', sourceIds: ['book'], confidence } } });
const bandOf = (bands: readonly BandLine[], parameter: BandLine['parameter'], askers: readonly Asker[]) =>
  bandsInForce({ practice: practice(...bands), safety: [], overrides: [], askers }).find(
    (b) => b.parameter === parameter,
  );

describe('the band a value is judged by', () => {
  const school = [line('ph', 6, 7.5)];
  it('is the tightest that the practice and all who live there share, and says who asks for it', () => {
    const band = bandOf(school, 'ph', [asker('tetra', 'ph', [5, 7]), asker('platy', 'ph', [6.5, 8])]);
    expect([band?.lo, band?.hi, band?.grade]).toEqual([6.5, 7, 'common-practice']);
    expect(band?.asked).toEqual({
      names: ['tetra', 'platy'],
      practice: { lo: 6, hi: 7.5 },
      unsure: false,
      widthValue: 1.5,
    });
  });
  it('is the practice’s own where the animals bear all of it, and names only those that set an edge', () => {
    expect(bandOf(school, 'ph', [asker('platy', 'ph', [5, 8])])).toEqual(line('ph', 6, 7.5));
    expect(bandOf(school, 'ph', [asker('platy', 'ph', [6, 7.5])])?.asked).toBeUndefined();
    expect(bandOf(school, 'ph', [asker('a', 'ph', [5, 7]), asker('b', 'ph', [5, 7.2])])?.asked?.names).toEqual(['a']);
    expect(bandOf(school, 'ph', [asker('a', 'ph', [5, 7]), asker('b', 'ph', [4, 7])])?.asked?.names).toEqual([
      'a',
      'b',
    ]);
  });
  it('is the animals’ where the practice says nothing: conductivity counts too, as one that the book is not sure of', () => {
    const band = bandOf([], 'ec25UsPerCm', [asker('bee shrimp', 'ec25UsPerCm', [120, 250], 'low')]);
    expect([band?.lo, band?.hi, band?.grade, band?.sourceIds]).toEqual([120, 250, 'published', ['book']]);
    expect(band?.asked).toEqual({ names: ['bee shrimp'], practice: null, unsure: true, widthValue: 130 });
    const sure = bandOf([], 'ec25UsPerCm', [
      asker('bee shrimp', 'ec25UsPerCm', [120, null], 'low'),
      asker('other', 'ec25UsPerCm', [null, 250]),
    ]);
    expect([sure?.lo, sure?.hi, sure?.asked?.unsure, sure?.asked?.widthValue]).toEqual([120, 250, false, null]);
  });
  it('stays the practice’s where the two share no value: one finding, with who and what', () => {
    const band = bandOf(school, 'ph', [asker('lake fish', 'ph', [7.8, 9]), asker('platy', 'ph', [7, 8])]);
    expect([band?.lo, band?.hi, band?.asked]).toEqual([6, 7.5, undefined]);
    expect(band?.clash).toEqual({ names: ['lake fish'], range: { lo: 7.8, hi: 9 } });
    const soft = bandOf([line('ph', 7.5, 8)], 'ph', [asker('soft', 'ph', [5, 7])]);
    expect(soft?.clash?.names).toEqual(['soft']);
  });
  it('ranges that touch the practice’s end share that one value: the band is it, and nobody clashes', () => {
    const touching = bandOf(school, 'ph', [asker('lake fish', 'ph', [7.5, 9])]);
    expect([touching?.lo, touching?.hi, touching?.clash]).toEqual([7.5, 7.5, undefined]);
    const apart = bandOf(school, 'ph', [asker('touches', 'ph', [7.5, 9]), asker('sour', 'ph', [4, 5])]);
    expect(apart?.clash?.names).toEqual(['sour']);
    const below = bandOf(school, 'ph', [asker('touches', 'ph', [4, 6]), asker('hard', 'ph', [8, 9])]);
    expect(below?.clash?.names).toEqual(['hard']);
  });
  it('a kind that sets only one end is named for it, whatever the other', () => {
    const band = bandOf(school, 'ph', [asker('wide', 'ph', [null, 7]), asker('open', 'ph', [null, null])]);
    expect([band?.lo, band?.hi, band?.asked?.names]).toEqual([6, 7, ['wide']]);
  });
  it('animals that conflict with each other alone leave the practice as it is; without one there is none', () => {
    const apart = [asker('soft', 'ph', [5, 6.4]), asker('hard', 'ph', [7, 8])];
    expect(bandOf(school, 'ph', apart)).toEqual(line('ph', 6, 7.5));
    expect(bandOf([], 'ph', apart)).toBeUndefined();
  });
  it('the keeper’s own word is taken as it stands', () => {
    const bands = bandsInForce({
      practice: practice(...school),
      safety: [line('tempC', 4, 32)],
      overrides: [line('ph', 6.8, 7.8)],
      askers: [asker('tetra', 'ph', [5, 7]), asker('tetra', 'tempC', [20, 26])],
    });
    expect(bands.find((b) => b.parameter === 'ph')).toEqual(line('ph', 6.8, 7.8));
    expect(bands.find((b) => b.parameter === 'tempC')?.asked?.practice).toEqual({ lo: 4, hi: 32 });
  });
});

describe('a band that was given in ppm', () => {
  it('gives its ppm back, narrowed by animals or not; one in microsiemens has none', () => {
    const pen: BandLine = { ...line('ec25UsPerCm', null, null), ...penBand({ loPpmCount: 200, hiPpmCount: 290 }) };
    expect([pen.lo, pen.hi]).toEqual([286, 580]);
    expect(penPpmOfBand(pen)).toEqual({ lo: 200, hi: 290 });
    const narrowed = bandOf([pen], 'ec25UsPerCm', [asker('bee', 'ec25UsPerCm', [300, 400], 'low')]);
    expect([narrowed?.lo, narrowed?.hi]).toEqual([300, 400]);
    expect(narrowed && penPpmOfBand(narrowed)).toEqual({ lo: 200, hi: 290 });
    expect(penPpmOfBand(line('ec25UsPerCm', 286, 580))).toBeNull();
  });
});

describe('schools that clash at a value', () => {
  const school = (name: string, bands: BandLine[], why?: string): Practice => ({
    ...practice(...bands),
    name,
    livestock: 'shrimp',
    ...(why ? { clashes: [{ practiceId: 'other', why }] } : {}),
  });
  const practices = [
    school('wide', [line('ghDegrees', 4, 14)], 'above 14 it expects deaths'),
    school('hard tap', []),
    { ...school('fish', [line('ghDegrees', 1, 5)]), livestock: 'fish' },
  ];
  const at = (lo: number, hi = lo) =>
    schoolClash({ practices, livestock: 'shrimp', parameter: 'ghDegrees', reading: { lo, hi } });
  it('are both said: who lets it be, and who does not with its point', () => {
    expect(at(22)).toEqual({
      parameter: 'ghDegrees',
      keeping: ['hard tap'],
      against: [{ name: 'wide', why: 'above 14 it expects deaths' }],
    });
  });
  it('agree within the band; a reading that crosses its end is no clash, nor is another livestock', () => {
    expect([at(10), at(13, 15)]).toEqual([null, null]);
    expect(
      schoolClash({ practices, livestock: 'fish', parameter: 'ghDegrees', reading: { lo: 22, hi: 22 } }),
    ).toBeNull();
  });
});

describe('the band whose leaving is worth a forecast', () => {
  const asked = (unsure: boolean): BandLine => ({
    ...line('ph', 5, 7),
    asked: { names: ['tetra'], practice: { lo: 6, hi: 7.5 }, unsure, widthValue: 2 },
  });
  const ahead = (of: BandLine | null, lo: number | null, hi = lo) =>
    bandAhead({ line: of, latest: lo === null ? null : { lo, hi } });
  it('is what the animals ask while the water is within it, then their practice’s', () => {
    expect(ahead(asked(false), 6.5)).toEqual(asked(false));
    expect(ahead(asked(false), null)).toEqual(asked(false));
    expect([ahead(asked(false), 7.1), ahead(asked(false), 6.9, 7.1)]).toEqual([
      { lo: 6, hi: 7.5 },
      { lo: 6, hi: 7.5 },
    ]);
  });
  it('is the practice’s where the book is not sure of the animals, and the plain band where nobody asks', () => {
    expect(ahead(asked(true), 6.5)).toEqual({ lo: 6, hi: 7.5 });
    expect(ahead(line('ph', 6, 7), 8)).toEqual(line('ph', 6, 7));
    expect(ahead(null, 7)).toBeNull();
  });
});
