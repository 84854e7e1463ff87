import type { PayloadOf } from '#contracts/book';
import { openRoom, type Room } from '../room.cases';
import { folioOf, now, nowAt } from '../water/water-house.cases';
import { SetupScreen } from './setup-screen';

const open = (): Promise<Room> =>
  openRoom(SetupScreen, {
    nowEpochMs: now,
    answers: {
      folio: folioOf(),
      tonight: { nowAt, nightOn: '2026-03-14', house: 'Test', foreseen: { readyCount: 0, tanksCount: 0 }, tanks: [] },
    },
  });
const box: readonly [string, string][] = [
  ['Length outside', '60'],
  ['Width outside', '30'],
  ['Height outside', '36'],
  ['Glass, mm', '5'],
  ['Water below the rim', '3'],
  ['Bed depth', '0'],
];
async function sized(): Promise<Room> {
  const room = await open();
  await room.fill('Name', 'Window');
  for (const [name, value] of box) await room.fill(name, value);
  return room;
}
const written = (room: Room) => room.written[0]?.payload as PayloadOf<'set-up'>;

describe('the weight of a tank being set up', () => {
  it('is said filled and drained, with how many it takes to lift it', async () => {
    const room = await sized();
    expect(room.text()).toMatch(
      /Filled it weighs [\d.]+ ?kg ?\. Drained to the bed, [\d.]+ ?kg ?: (one person|two people|more)/,
    );
  });
  it('against what its shelf may carry: a share in one sentence, and a caution beyond it', async () => {
    const room = await sized();
    await room.fill('Its shelf may carry', '200');
    expect(room.text()).toMatch(/, \d+ % of what its shelf may carry\. Drained/);
    expect(room.text()).not.toContain('More than the shelf is rated for');
    await room.fill('Its shelf may carry', '40');
    expect(room.text()).toContain('More than the shelf is rated for. Not here.');
    await room.click('Put the tank in the book');
    expect(written(room).shelfRatedKg).toBe(40);
  });
});

describe('the bed of a tank being set up', () => {
  it('asks for its grain where there is one, and since when where it wears out', async () => {
    const room = await sized();
    expect(room.has('input[name=grain]')).toBeFalse();
    await room.pick('nl-choice[name=bedKind]', 'inert');
    expect(room.has('input[name=laid]')).toBeFalse();
    await room.pick('nl-choice[name=bedKind]', 'active');
    await room.fill('Its grain', '2');
    await room.fill('Laid on', '2026-01-05');
    await room.click('Put the tank in the book');
    expect(written(room).bed).toEqual({ kind: 'active', grainMm: 2, laidOn: '2026-01-05' });
  });
});

describe('the shape of a tank being set up', () => {
  it('asks only for what that shape has', async () => {
    const room = await open();
    const shapes = room.choices('nl-choice[name=shape]').map(String);
    const asked = new Map<string, string>();
    for (const shape of shapes) {
      await room.pick('nl-choice[name=shape]', shape);
      asked.set(shape, room.textOf('.four'));
    }
    expect(new Set(asked.values()).size).toBe(shapes.length);
    expect(asked.get('rectangle')).toContain('Width outside');
    expect(asked.get('cylinder')).not.toContain('Width outside');
  });
  it('less glass water than by the label says how much too strong a dose would be', async () => {
    const room = await sized();
    await room.fill('On the label', '40');
    expect(room.text()).toMatch(/A dose by the label would be \d+ % short\./);
  });
});
