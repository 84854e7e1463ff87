import { minuteMs } from '#core/units';
import { ReadOnChange } from './read-on-change';

describe('what is read on change', () => {
  const begun = () => {
    const told = { state: 'a', readAt: [] as number[] };
    const reader = new ReadOnChange(
      () => Promise.resolve(told.state),
      (nowEpochMs) => {
        told.readAt.push(nowEpochMs);
        return Promise.resolve(`read at ${nowEpochMs}`);
      },
    );
    return { told, reader };
  };
  it('is read once for all who ask within a minute of one state', async () => {
    const { told, reader } = begun();
    expect([await reader.at(1000), await reader.at(4000), await reader.at(1000 + minuteMs - 1)]).toEqual([
      'read at 1000',
      'read at 1000',
      'read at 1000',
    ]);
    expect(told.readAt).toEqual([1000]);
  });
  it('is read again at once where somebody wrote, and after a minute where nobody did', async () => {
    const { told, reader } = begun();
    await reader.at(1000);
    told.state = 'b';
    expect(await reader.at(1001)).toBe('read at 1001');
    expect(await reader.at(1001 + minuteMs)).toBe(`read at ${1001 + minuteMs}`);
    expect(told.readAt.length).toBe(3);
  });
  it('is read again by a clock that was put back', async () => {
    const { told, reader } = begun();
    await reader.at(50_000);
    await reader.at(10_000);
    expect(told.readAt).toEqual([50_000, 10_000]);
  });
  it('misses no write that came while it was being read', async () => {
    const told = { state: 'a', count: 0 };
    const reader = new ReadOnChange(
      () => Promise.resolve(told.state),
      () => {
        told.state = 'b';
        return Promise.resolve((told.count += 1));
      },
    );
    await reader.at(1000);
    expect(await reader.at(1001)).toBe(2);
    expect(await reader.at(1002)).toBe(2);
  });
  it('a reading that failed is tried again', async () => {
    let fails = true;
    const reader = new ReadOnChange(
      () => Promise.resolve('a'),
      () => (fails ? Promise.reject(new Error('no database')) : Promise.resolve('there')),
    );
    await expectAsync(reader.at(1000)).toBeRejected();
    fails = false;
    expect(await reader.at(1001)).toBe('there');
  });
});
