import type { IncomingMessage, RequestListener } from 'node:http';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { houseCookie, houseHeader } from '#contracts/api';
import { usualUnits } from '#core/units';
import type { HouseKey, House, Tonight } from '#contracts/tonight';
import type { Problem } from '#contracts/shapes';
import { migrateDb, openDb, houseThere } from '../db';
import { setUpEmpty } from '../demo';
import { readHouse } from '../house';
import { at, id, openTestHouse, readingsEntry, tankEntry, wholeSheet, type TestHouse } from './harness.cases';
import { houseAsked, Houses, type OpenedHouse } from './houses';

const answering =
  (name: string): RequestListener =>
  (_request, response) =>
    void response.end(name);
const houseOf = (key: HouseKey): OpenedHouse => ({
  key,
  name: () => `the ${key} one`,
  listener: answering(key),
  close: () => Promise.resolve(),
});
const asking = (headers: Record<string, string>): Pick<IncomingMessage, 'headers'> => ({ headers });

describe('the own house and the demo house on one server', () => {
  it('a request says which it is about: by its own word first, then by what the device chose', () => {
    expect(houseAsked(asking({}))).toBeNull();
    expect(houseAsked(asking({ cookie: `a=b; ${houseCookie}=demo; c=d` }))).toBe('demo');
    expect(houseAsked(asking({ cookie: `${houseCookie}=demo`, [houseHeader]: 'own' }))).toBe('own');
    for (const cookie of [`${houseCookie}=other`, `x${houseCookie}=demo`, `${houseCookie}=demox`])
      expect(houseAsked(asking({ cookie }))).toBeNull();
  });

  const served = async (houses: Houses) => {
    const server = createServer(houses.listener);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    return {
      ask: async (headers: Record<string, string> = {}, method = 'GET') => {
        const answer = await fetch(`http://127.0.0.1:${port}/api/house`, { method, headers });
        return `${answer.status} ${await answer.text()}`;
      },
      close: () =>
        new Promise((resolve) => {
          server.close(resolve);
          server.closeAllConnections();
        }),
    };
  };
  it('without a choice the own house answers as soon as there is one; a write is taken by none but the house it names', async () => {
    let made: ((house: OpenedHouse) => void) | undefined;
    const asked: HouseKey[] = [];
    const houses = new Houses(
      houseOf('demo'),
      (key, told) => {
        asked.push(key);
        told(0.5);
        return new Promise((resolve) => (made = resolve));
      },
      () => Promise.resolve(false),
    );
    const { ask, close } = await served(houses);
    const view = () => houses.view(asking({}) as IncomingMessage);
    expect(await ask()).toBe('200 demo');
    expect(await ask({ [houseHeader]: 'own' })).toBe('200 demo');
    // A line that waits for a house which is not here is not taken by another.
    expect(await ask({ [houseHeader]: 'own' }, 'POST')).toContain('503');
    expect(await ask({ [houseHeader]: 'demo' }, 'POST')).toBe('200 demo');
    houses.open('demo');
    expect(asked).toEqual([]);
    houses.open('own');
    houses.open('own');
    expect(asked).toEqual(['own']);
    expect(view().houses.find((h) => h.key === 'own')).toEqual(
      jasmine.objectContaining({ ready: false, makingFraction: 0.5 }),
    );
    made?.(houseOf('own'));
    await new Promise((done) => setTimeout(done));
    expect(view()).toEqual({
      open: 'own',
      houses: [
        { key: 'own', name: 'the own one', ready: true, makingFraction: null, fault: null },
        { key: 'demo', name: 'the demo one', ready: true, makingFraction: null, fault: null },
      ],
    });
    expect(await ask()).toBe('200 own');
    expect(await ask({ cookie: `${houseCookie}=demo` })).toBe('200 demo');
    expect(await ask({ cookie: `${houseCookie}=demo`, [houseHeader]: 'own' }, 'POST')).toBe('200 own');
    await close();
  });
  it('of two servers the second knows the house that the first has made: a write goes to the house it names, or waits', async () => {
    let made = false;
    let away = false;
    const opened: HouseKey[] = [];
    const houses = new Houses(
      houseOf('demo'),
      (key) => {
        opened.push(key);
        return Promise.resolve(houseOf(key));
      },
      () => (away ? Promise.reject(new Error('no database')) : Promise.resolve(made)),
    );
    const { ask, close } = await served(houses);
    const own = { cookie: `${houseCookie}=own` };
    // Nobody has made it: a device that chose it is told to wait, and nothing is written into the other.
    expect(await ask(own, 'POST')).toContain('503');
    expect(await ask({}, 'POST')).toBe('200 demo');
    expect(await ask(own)).toBe('200 demo');
    away = true;
    expect(await ask(own, 'PUT')).toContain('503');
    expect(await ask({}, 'POST')).toContain('503');
    expect(await ask(own)).toBe('200 demo');
    away = false;
    made = true;
    const all = await Promise.all([
      ask(own, 'POST'),
      ask({}, 'POST'),
      ask(own),
      ask({ ...own, [houseHeader]: 'demo' }),
    ]);
    expect(all).toEqual(['200 own', '200 own', '200 own', '200 demo']);
    expect(opened).toEqual(['own']);
    await close();
  });
  it('a house that cannot be made says so without the server’s own reason, and may be asked for again', async () => {
    let tries = 0;
    const houses = new Houses(
      houseOf('own'),
      () => {
        tries++;
        return tries === 1 ? Promise.reject(new Error('the disk is full')) : Promise.resolve(houseOf('demo'));
      },
      () => Promise.resolve(false),
    );
    const demo = () => houses.view(asking({}) as IncomingMessage).houses.find((h) => h.key === 'demo');
    houses.open('demo');
    await new Promise((done) => setTimeout(done));
    expect(demo()?.ready).toBeFalse();
    expect(demo()?.fault).toContain('could not be made');
    expect(demo()?.fault).not.toContain('disk');
    houses.open('demo');
    await new Promise((done) => setTimeout(done));
    expect(demo()).toEqual(jasmine.objectContaining({ ready: true, fault: null }));
  });
});

describe('two houses in one database', () => {
  let house: TestHouse;
  beforeAll(async () => {
    house = await openTestHouse();
  });
  afterAll(() => house.close());

  it('are apart: the second has tables of its own, and the first sees none of it', async () => {
    await aTank(house);
    const schema = 'second_house';
    expect(await houseThere(house.db, schema)).toBeFalse();
    const second = openDb({ url: house.databaseUrl, schema });
    try {
      await migrateDb(second.db, 'server/migrations', schema);
      expect(await readHouse(second.db)).toBeNull();
      await setUpEmpty(second.db, { zone: 'UTC' });
      expect((await readHouse(second.db))?.name).toBe('My house');
      expect((await readHouse(house.db))?.name).toBe('Test house');
      expect(await houseThere(house.db, schema)).toBeTrue();
      const { rows } = await second.pool.query('select count(*)::int as n from entries');
      expect(rows).toEqual([{ n: 0 }]);
    } finally {
      await second.close();
    }
    expect((await house.get<Tonight>('/api/tonight')).body.tanks.length).toBe(1);
  });
});

describe('what a keeper may change of the house', () => {
  let house: TestHouse;
  beforeAll(async () => {
    house = await openTestHouse();
  });
  afterAll(() => house.close());
  const put = (body: unknown, where = '/api/house') => house.send<House & Problem>(body, where, { method: 'PUT' });

  it('its name; nothing is taken for a name, and no zone that nobody knows', async () => {
    expect((await put({ name: '  Quay 7 ' })).body.name).toBe('Quay 7');
    expect((await house.get<House>('/api/house')).body.name).toBe('Quay 7');
    for (const [body, field] of [
      [{ name: '  ' }, 'name'],
      [{ zone: 'Mars/Olympus' }, 'zone'],
    ] as const) {
      const refused = await put(body);
      expect(refused.status).toBe(400);
      expect(refused.body.errors?.[0]?.field).toBe(field);
    }
    expect((await put({})).status).toBe(400);
    expect((await put({ demo: false })).status).toBe(400);
    expect((await house.get<House>('/api/house')).body.name).toBe('Quay 7');
  });
  it('its zone, from tonight on', async () => {
    const { body } = await put({ zone: 'Pacific/Auckland' });
    expect(body.zone).toBe('Pacific/Auckland');
    // Half past nine in the evening in London is the next morning there, and still the night before noon.
    expect(body.nightOn).toBe('2026-03-14');
    await put({ zone: 'UTC' });
  });
  it('what is said is said in the keeper’s units; the figures beside it stay canonical', async () => {
    await aTank(house);
    const units = { ...usualUnits, temperature: '°F' as const };
    await put({ units }, '/api/preferences');
    const [tank] = (await wholeSheet(house)).tanks;
    expect(tank?.water.reason).toContain('Temperature reads 89.6 °F');
    expect((tank?.reasonFacts as { reading?: { lo: number } }).reading?.lo).toBeCloseTo(31.95, 6);
    const refused = await put({ units: { ...units, temperature: 'K' } }, '/api/preferences');
    expect(refused.status).toBe(400);
    await put({ units: usualUnits }, '/api/preferences');
    expect((await house.get<Tonight>('/api/tonight')).body.tanks[0]?.water.reason).toContain('reads 32.0 °C');
  });
});

describe('two houses in one process, each with units of its own', () => {
  it('500 questions by turns: none is answered in the other’s units, and nothing kept is given to the other', async () => {
    const [inC, inF] = [await openTestHouse(), await openTestHouse()];
    await inF.send({ units: { temperature: '°F' } }, '/api/preferences', { method: 'PUT' });
    const tanks = await Promise.all([inC, inF].map((of) => aTank(of)));
    const asked = async (i: number): Promise<string> => {
      const [house, tank, other] = i % 2 === 0 ? [inC, tanks[0], '°F'] : [inF, tanks[1], '°C'];
      const where = [
        `/api/tonight?${i % 6}`,
        `/api/tanks/${tank}/folio?days=${30 + (i % 4)}`,
        '/api/entries',
        '/api/stock',
      ];
      const { status, body } = await house.get<object>(where[(i >> 1) % where.length] ?? '');
      const text = JSON.stringify(body);
      const right = other === '°F' ? '32.0' : '89.6';
      const named = text.includes(right);
      return status !== 200
        ? String(status)
        : !named
          ? `no ${right} in ${where[(i >> 1) % 4]}`
          : text.includes(other)
            ? other
            : '';
    };
    const wrong: string[] = [];
    for (let i = 0; i < 500; i += 10)
      wrong.push(...(await Promise.all(Array.from({ length: 10 }, (_, n) => asked(i + n)))).filter((w) => w !== ''));
    expect(wrong).toEqual([]);
    // A refusal, too, is said to whoever sent it: 150 degrees are asked about in one's own.
    const odd = async (house: TestHouse, tank: string): Promise<string> => {
      const { body } = await house.write(readingsEntry(tank, { tempC: [64, 64] }, at(0)));
      return body.errors?.[0]?.message ?? '';
    };
    const [refusedC, refusedF] = await Promise.all([odd(inC, tanks[0] ?? ''), odd(inF, tanks[1] ?? '')]);
    expect(refusedC).toContain('Temperature 64 °C');
    expect(refusedF).toContain('Temperature 147');
    await Promise.all([inC.close(), inF.close()]);
  }, 120_000);
  it('of twelve units and lamps chosen at once on two servers none is lost', async () => {
    const one = await openTestHouse();
    const beside = await one.beside();
    const choices = [
      ...(
        [
          'temperature:°F',
          'volume:US gal',
          'length:in',
          'hardness:ppm',
          'nitrogen:as N',
          'ammonia:mg/L as NH3',
        ] as const
      ).map((of) => {
        const [question = '', unit = ''] = of.split(':');
        return { units: { [question]: unit } };
      }),
      ...[{ lamp: 'out' }, { shortcuts: false }, { density: 'roomy' }, { dateForm: 'month-day' }, { lampBy: 'clock' }],
      { lampOutAt: '21:15' },
    ];
    const answers = await Promise.all(
      choices.map((choice, i) => (i % 2 ? beside : one).send(choice, '/api/preferences', { method: 'PUT' })),
    );
    expect(answers.every((a) => a.status === 200)).toBeTrue();
    expect((await one.get<House>('/api/house')).body.preferences).toEqual({
      units: {
        ...{ temperature: '°F', volume: 'US gal', length: 'in', hardness: 'ppm', nitrogen: 'as N' },
        ammonia: 'mg/L as NH3',
      },
      ...{
        lamp: 'out',
        shortcuts: false,
        density: 'roomy',
        dateForm: 'month-day',
        lampBy: 'clock',
        lampOutAt: '21:15',
      },
    });
    await beside.close();
    await one.close();
  });
});

async function aTank(house: TestHouse): Promise<string> {
  const tankId = id();
  await house.write(tankEntry(tankId), readingsEntry(tankId, { tempC: [31.95, 32.05] }, at(0, -5)));
  return tankId;
}
