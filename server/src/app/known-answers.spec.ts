import { KnownAnswers } from './known-answers';

describe('answers that are known', () => {
  let state: string;
  let nowEpochMs: number;
  let madeCount: number;
  let answers: KnownAnswers;
  const nowAt = (): string => new Date(nowEpochMs).toISOString();
  const make = (value = 'x') => {
    madeCount += 1;
    return Promise.resolve({ nowAt: nowAt(), value, made: madeCount });
  };
  const told = async (question = '/a', value?: string): Promise<{ nowAt: string; made: number }> =>
    JSON.parse(await answers.ask(question, () => make(value))) as { nowAt: string; made: number };
  beforeEach(() => {
    state = '1:1:';
    nowEpochMs = Date.parse('2026-03-14T21:30:10.000Z');
    madeCount = 0;
    answers = new KnownAnswers(
      () => Promise.resolve(state),
      () => nowEpochMs,
    );
  });

  it('hold in one state of the database, with the time of this moment', async () => {
    expect((await told()).made).toBe(1);
    nowEpochMs += 7000;
    expect(await told()).toEqual({ nowAt: '2026-03-14T21:30:17.000Z', value: 'x', made: 1 } as never);
    expect((await told('/b')).made).toBe(2);
  });
  it('do not outlast a write, nor the minute', async () => {
    await told();
    state = '1:2:';
    expect((await told()).made).toBe(2);
    nowEpochMs += 50_000;
    expect((await told()).made).toBe(3);
  });
  it('are made once for all who ask at once, and again where the state moved between them', async () => {
    let finish: (value: { nowAt: string; made: number }) => void = () => undefined;
    const slow = (): Promise<{ nowAt: string; made: number }> => {
      madeCount += 1;
      return new Promise((resolve) => (finish = resolve));
    };
    const first = answers.ask('/a', slow);
    const second = answers.ask('/a', slow);
    await Promise.resolve();
    await Promise.resolve();
    expect(madeCount).toBe(1);
    state = '1:2:';
    const third = told();
    finish({ nowAt: nowAt(), made: 1 });
    expect((JSON.parse(await first) as { made: number }).made).toBe(1);
    expect((JSON.parse(await second) as { made: number }).made).toBe(1);
    expect((await third).made).toBe(2);
    // What was begun in the old state does not take the place of the newer.
    expect((await told()).made).toBe(2);
  });
  it('that fail, or are not whole yet, are not kept', async () => {
    await expectAsync(answers.ask('/a', () => Promise.reject(new Error('no')))).toBeRejected();
    expect((await told()).made).toBe(1);
    state = '1:2:';
    await answers.ask(
      '/a',
      () => make(),
      () => false,
    );
    expect((await told()).made).toBe(3);
  });
  it('take no more room than there is: those of longest ago go', async () => {
    const large = 'y'.repeat(7_000_000);
    for (const question of ['/1', '/2', '/3', '/4']) await told(question, large);
    expect((await told('/4', large)).made).toBe(4);
    expect((await told('/1', large)).made).toBe(5);
  });
});
