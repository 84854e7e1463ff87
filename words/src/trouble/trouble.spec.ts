import { troubleKnowledge } from '#almanac/trouble';
import { answerWords, knownWords, notFirstWords, whyLookWords } from './index';

const nameOf = (id: string): string => troubleKnowledge.causes.find((c) => c.id === id)?.name ?? id;

describe('words of trouble', () => {
  it('say why a change is not offered first, by the cause that is suspected', () => {
    expect(notFirstWords({ id: 'source-suspect', facts: { causeId: 'chlorine' } }, nameOf)).toContain(
      'Chlorine/chloramine',
    );
    expect(notFirstWords({ id: 'acid-without-buffer', facts: { causeId: 'ph-crash' } }, nameOf)).toContain('ammonium');
    expect(notFirstWords({ id: 'only-harmless', facts: { causeId: 'moult-shell' } }, nameOf)).toContain('Moult shell');
  });
  it('say why to look, and name what it tells apart', () => {
    expect(whyLookWords({ id: 'settles-leading', facts: { causeId: 'ammonia' } }, nameOf)).toBe(
      'It settles what leads: Ammonia.',
    );
    expect(
      whyLookWords({ id: 'tells-apart', facts: { causeId: 'gill-flukes', otherId: 'skin-flukes' } }, nameOf),
    ).toContain('Gill flukes');
    expect(
      whyLookWords({ id: 'tells-apart', facts: { causeId: 'gill-flukes', otherId: 'gill-flukes' } }, nameOf),
    ).toContain('No eye');
  });
  it('answers fit their question, and what is known has a sentence', () => {
    expect(answerWords('fish-behaviour').yes).toBe('Seen');
    expect(answerWords('measured').yes).toBe('Yes');
    expect(knownWords('softened')).toBe('the source is softened');
  });
});
