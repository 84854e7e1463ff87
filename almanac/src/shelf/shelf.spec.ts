import { parameterWords } from '#almanac/parameters';
import { parameterIds } from '#core/readings';
import { almanacFaults, loadAlmanac, shippedAlmanac, type Almanac } from './index';

const broken = (over: Partial<Almanac>): string[] =>
  almanacFaults({ ...shippedAlmanac, ...over }).map((f) => `${f.where}: ${f.what}`);
const [practice] = shippedAlmanac.practices;
const [limit] = shippedAlmanac.limits;

describe('the shipped almanac', () => {
  it('has no fault', () => {
    expect(loadAlmanac().faults).toEqual([]);
  });
  it('knows every parameter by the core’s own word', () => {
    expect(shippedAlmanac.parameters.map((p) => p.id).sort()).toEqual([...parameterIds].sort());
    expect(shippedAlmanac.parameters.every((p) => p.short === parameterWords[p.id])).toBeTrue();
  });
  it('holds the schools that disagree side by side, and shows which do not close', () => {
    const { findings } = loadAlmanac();
    expect(findings.some((f) => f.practiceId === 'sulawesi-lakes' && f.closes === 'in-part')).toBeTrue();
    expect(shippedAlmanac.practices.filter((p) => p.livestock === 'Neocaridina').length).toBe(3);
    expect(shippedAlmanac.practices.find((p) => p.id === 'neocaridina-hard-tap')?.clashes?.length).toBe(1);
  });
  it('holds the schools of changing water with their usual sizes (T08, T29, common practice)', () => {
    const of = (id: string) => shippedAlmanac.schools.find((s) => s.id === id);
    // T29: three quarters of a bowl, over half weekly in planted tanks, 30 % poured once water is aged and treated.
    expect(of('most-of-a-bowl')?.changeFraction.hi).toBeGreaterThanOrEqual(0.75);
    expect(of('half-weekly')?.changeFraction.lo).toBeGreaterThanOrEqual(0.5);
    expect(of('third-poured')?.changeFraction.lo).toBe(0.3);
    // T08: a fifth every other day; T19: one twentieth dripped weekly.
    expect(of('small-alternate-days')).toEqual(jasmine.objectContaining({ everyDays: { lo: 2, hi: 2 } }));
    expect(of('weekly-drips')).toEqual(
      jasmine.objectContaining({ how: 'dripped', changeFraction: { lo: 0.05, hi: 0.1 } }),
    );
    expect(shippedAlmanac.schools.length).toBe(8);
  });
  it('gives every band and limit an evidence grade and a source', () => {
    expect(shippedAlmanac.practices.flatMap((p) => p.bands).every((b) => b.sourceIds.length > 0)).toBeTrue();
    expect(shippedAlmanac.limits.every((l) => Object.values(l.byBearing).every((b) => b.grade.length > 0))).toBeTrue();
  });
});

describe('a faulty almanac', () => {
  it('names every fault at once: crossed band, unknown source, unknown key, doubled id, upside-down limit', () => {
    if (!practice || !limit) throw new Error('empty almanac');
    const said = broken({
      practices: [
        {
          ...practice,
          bands: [{ parameter: 'ph', lo: 8, hi: 6, grade: 'ours', sourceIds: ['nowhere'] }],
          colour: 'red',
        } as never,
        ...shippedAlmanac.practices,
      ],
      limits: [
        { ...limit, byBearing: { ...limit.byBearing, delicate: { value: 99, grade: 'ours' } } },
        ...shippedAlmanac.limits.slice(1),
      ],
    });
    for (const part of ['not below high end', 'nowhere', 'colour', 'stands twice', 'delicate bear more'])
      expect(said.join('\n')).toContain(part);
  });
  it('a clash with a practice that does not exist, and a band without ends', () => {
    if (!practice) throw new Error('empty almanac');
    const said = broken({
      practices: [
        {
          ...practice,
          bands: [{ parameter: 'ph', lo: null, hi: null, grade: 'ours', sourceIds: ['ours'] }],
          clashes: [{ practiceId: 'ghost', why: 'x' }],
        },
      ],
    });
    expect(said.join('\n')).toContain('ghost');
    expect(said.join('\n')).toContain('neither end');
  });
  it('a school that names no source, advice for a school that does not exist, a salt without its caution', () => {
    const [school] = shippedAlmanac.schools;
    const [advice] = shippedAlmanac.routineAdvice;
    if (!school || !advice) throw new Error('empty almanac');
    const said = broken({
      schools: [{ ...school, sourceIds: ['nobody'] }, ...shippedAlmanac.schools.slice(1)],
      routineAdvice: [{ ...advice, schoolIds: ['ghost-school'] }],
      saltCares: shippedAlmanac.saltCares.slice(1),
    }).join('\n');
    for (const part of ['nobody', 'ghost-school', 'has no caution']) expect(said).toContain(part);
  });
});
