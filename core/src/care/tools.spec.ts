import { dayMs } from '#core/units';
import { dipFault, ownEquipmentUntil, toolOutOfPlace, toolThreads, type ToolStep } from './tools';

const head = (day: number, tankId: string, entryId = `e${day}-${tankId}`) => ({
  entryId,
  tankId,
  atEpochMs: day * dayMs,
  on: new Date(day * dayMs).toISOString().slice(0, 10),
});
const kept: ToolStep = { ...head(0, 'lobby', 't'), step: 'kept', name: 'the long net', sort: 'net' };
const used = (day: number, tankId: string): ToolStep => ({ ...head(day, tankId), step: 'used', toolId: 't' });
const dipped = (day: number, of: { kept: boolean } = { kept: true }): ToolStep => ({
  ...head(day, 'lobby', `d${day}`),
  step: 'dipped',
  toolId: 't',
  agentId: 'D24',
  minutes: 10,
  ...of,
});
const ways = (...steps: ToolStep[]): string[] =>
  toolThreads([kept, ...steps]).contacts.map(
    (c) => `${c.from} ${c.to} ${c.kind} ${c.atDay}${c.broken === true ? ' broken' : ''}`,
  );

describe('a tool with a home', () => {
  it('carries from where it was last to where it goes next; at home again it brings what it met', () => {
    expect(ways(used(1, 'library'), used(2, 'library'), used(3, 'lobby'))).toEqual([
      'lobby library net 1',
      'library lobby net 3',
    ]);
  });
  it('a dip that was kept breaks the next contact and no other; one that was not kept breaks none', () => {
    expect(ways(used(1, 'library'), dipped(2), used(3, 'lobby'), used(4, 'cellar'))).toEqual([
      'lobby library net 1',
      'library lobby net 3 broken',
      'lobby cellar net 4',
    ]);
    expect(ways(used(1, 'library'), dipped(2, { kept: false }), used(3, 'lobby'))[1]).toBe('library lobby net 3');
  });
  it('knows its last dip, where it was last, and whether it must be dipped before it goes on', () => {
    const of = (...steps: ToolStep[]) => toolThreads([kept, ...steps]).tools[0];
    expect(of()?.wet).toBeFalse();
    expect(of(used(1, 'library'))?.wet).toBeTrue();
    expect(of(used(1, 'library'), dipped(2))).toEqual(
      jasmine.objectContaining({
        wet: false,
        dippedEpochMs: 2 * dayMs,
        lastUsed: { tankId: 'library', atEpochMs: dayMs },
        homeTankId: 'lobby',
      }),
    );
    expect(of(used(1, 'library'), used(2, 'lobby'))?.wet).toBeFalse();
  });
  it('what is gone stands in no list, and what it carried stays carried', () => {
    const gone: ToolStep = { ...head(5, 'lobby', 'g'), step: 'gone', toolId: 't' };
    const { tools, contacts } = toolThreads([kept, used(1, 'library'), gone]);
    expect([tools.length, contacts.length]).toEqual([0, 1]);
  });
});

describe('own equipment', () => {
  it('for a year after the last arrival (common practice)', () => {
    expect(ownEquipmentUntil(0, 364 * dayMs)).toBe(365 * dayMs);
    expect(ownEquipmentUntil(0, 365 * dayMs)).toBeNull();
    expect(ownEquipmentUntil(null, 0)).toBeNull();
  });
});

describe('a dip that breaks a contact', () => {
  const dips = [{ agentId: 'D24', name: 'bleach', leastMinutes: 10, grade: 'published' as const, sourceIds: [] }];
  it('is in an agent that tools are dipped in, and lasts its minutes', () => {
    expect(dipFault({ agentId: 'D24', minutes: 10 }, dips)).toBeNull();
    expect(dipFault({ agentId: 'D24', minutes: 0.1 }, dips)).toEqual({ field: 'minutes', leastMinutes: 10 });
    expect(dipFault({ agentId: 'D07', minutes: 60 }, dips)).toEqual({ field: 'agentId' });
  });
  it('has no place before the tool was kept, after it was gone, or of a tool that is not there', () => {
    const gone: ToolStep = { ...head(5, 'lobby', 'gone'), step: 'gone', toolId: 't' };
    const why = (...steps: ToolStep[]): string[] => toolOutOfPlace([kept, ...steps]).map((o) => o.why.id);
    expect(why(used(-1, 'lobby'))).toEqual(['before-start']);
    expect(why(gone, dipped(6))).toEqual(['not-now']);
    expect(why(gone, used(4, 'library'))).toEqual([]);
    expect(why({ ...used(1, 'lobby'), toolId: 'x' } as ToolStep)).toEqual(['no-start']);
  });
});
