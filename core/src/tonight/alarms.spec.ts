import { alarmChanges, type Alarm } from './alarms';

const alarm = (id: string, text = id): Alarm => ({ id, tankId: 't', text, sinceEpochMs: 0 });
const ids = (told: Alarm[], now: Alarm[]) => {
  const { begun, over } = alarmChanges(new Map(told.map((a) => [a.id, a])), now);
  return [begun.map((a) => a.id), over.map((a) => a.id)];
};

describe('what is told of alarms', () => {
  it('one that begins, once; one that is gone, once', () => {
    expect(ids([], [alarm('hose')])).toEqual([['hose'], []]);
    expect(ids([alarm('hose')], [alarm('hose')])).toEqual([[], []]);
    expect(ids([alarm('hose')], [])).toEqual([[], ['hose']]);
    expect(ids([alarm('hose')], [alarm('pump')])).toEqual([['pump'], ['hose']]);
  });
  it('one whose words changed is told anew', () => {
    expect(ids([alarm('hose', 'hose running')], [alarm('hose', 'hose running: into the drum')])).toEqual([
      ['hose'],
      [],
    ]);
  });
});
