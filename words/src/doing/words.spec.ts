import { usualUnits } from '#core/units';
import { speechIn } from '#words/units';
import { allClosingIds, doingSteps, otherWorks, otherWorkSteps, works } from '#core/doing';
import { cautionWords, closingWords, stepWords, workWords } from './index';

const speech = speechIn(usualUnits);

describe('doing it, in words', () => {
  it('the mark on the glass, the litres, and never by mouth', () => {
    const steps = doingSteps({
      changeL: 12,
      netVolumeL: 40,
      groundCm2: 2000,
      chain: 'alone',
      how: 'poured',
      dripMinutes: null,
      equipment: { heater: { on: true, detail: '' }, filter: { on: true, detail: '' } },
      conditionerMl: 3,
      newWaterC: 22,
      tankC: 23,
      batchCode: null,
      bed: 'none',
      grazingFilm: false,
      youngAbout: false,
    });
    const out = steps.find((s) => s.id === 'out')!;
    expect(stepWords(speech, out.reason)).toBe(
      '12.0 L out: down 6.0 cm on this glass. Look at what comes out: it tells of the animals.',
    );
    expect(out.cautionIds.map((id) => cautionWords[id]).join()).toContain('never by mouth');
    expect(stepWords(speech, steps.find((s) => s.id === 'off')!.reason)).toBe(
      'Off and unplugged: heater above all, filter.',
    );
    expect(stepWords(speech, steps.find((s) => s.id === 'temperature-2')!.reason)).toBe(
      'New water measured at the end of the hose, beside the tank: 22.0 °C; the tank is at 23.0 °C.',
    );
  });
  it('every step, caution, check and work has its words', () => {
    for (const work of otherWorks)
      for (const { reason, cautionIds } of otherWorkSteps(work)) {
        expect(stepWords(speech, reason))
          .withContext(reason.id)
          .toMatch(/^[A-Z].*\.$/);
        for (const id of cautionIds) expect(cautionWords[id]).toMatch(/\.$/);
      }
    for (const id of allClosingIds) expect(closingWords[id]).toMatch(/^[A-Z]/);
    for (const work of works) expect(workWords[work].name).not.toBe('');
  });
  it('current, chemicals, lifting and a dip say what can hurt', () => {
    expect(cautionWords.power).toContain('drip loop');
    expect(cautionWords.lifting).toContain('kilogram');
    expect(cautionWords.gloves).toContain('a veterinarian come first');
    expect(cautionWords['sponge-water']).toContain('never under the tap');
  });
});
