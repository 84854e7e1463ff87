import { toJsonSchema } from '@valibot/to-json-schema';
import * as v from 'valibot';
import { newEntry, setUpPayload, writeRequest } from '#contracts/book';
import { apiPath, routes, type Route } from './index';

describe('the route table', () => {
  it('fills parameters and query, and encodes both', () => {
    expect(apiPath('/api/tanks/{tankId}/folio', { tankId: 'a b' }, { days: '30', none: undefined })).toBe(
      '/api/tanks/a%20b/folio?days=30',
    );
    expect(apiPath('/api/house')).toBe('/api/house');
  });
  it('every request and response can be said in JSON Schema: no transforms', () => {
    for (const [name, route] of Object.entries<Route>(routes))
      for (const schema of [route.body, route.response, route.params, route.query])
        if (schema)
          expect(() =>
            toJsonSchema(schema, {
              target: 'draft-2020-12',
              errorMode: 'throw',
              // A real day is a date and more than a schema can say.
              ignoreActions: ['finite', 'integer', 'check'],
            }),
          )
            .withContext(name)
            .not.toThrow();
  });
  it('no two routes share method and path', () => {
    const all = Object.values<Route>(routes).map((r) => `${r.method} ${r.path}`);
    expect(new Set(all).size).toBe(all.length);
  });
});

describe('entries', () => {
  const looked = {
    id: '0191e809-2880-7258-80c9-974745566b57',
    kind: 'looked',
    kindVersion: 1,
    subjectId: '0191e809-2880-7258-80c9-974745566b58',
    happenedAt: '2026-03-14T21:30:00.000Z',
    payload: { fed: true, fine: true },
  };
  const faults = (entry: unknown): string[] => {
    const result = v.safeParse(newEntry, entry, { abortPipeEarly: true });
    return result.success ? [] : result.issues.map((i) => v.getDotPath(i) ?? '');
  };
  it('takes a good one, and names the path of what is wrong', () => {
    expect(faults(looked)).toEqual([]);
    expect(faults({ ...looked, id: 'x' })).toEqual(['id']);
    expect(faults({ ...looked, payload: { fed: 'yes', fine: true } })).toEqual(['payload.fed']);
    expect(faults({ ...looked, happenedAt: 'yesterday' })).toEqual(['happenedAt']);
    expect(faults({ ...looked, kind: 'dance' })).toEqual(['kind']);
    expect(faults({ ...looked, secret: 1 })).toEqual(['secret']);
  });
  it('a batch holds 1 to 200', () => {
    expect(v.safeParse(writeRequest, { entries: [] }).success).toBeFalse();
    expect(v.safeParse(writeRequest, { entries: Array.from({ length: 201 }, () => looked) }).success).toBeFalse();
  });
  it('a set-up fills in what may be left out', () => {
    const setUp = v.parse(setUpPayload, {
      name: 'Window',
      roundOrder: 1,
      purpose: 'display',
      practiceId: 'p',
      bearing: 'usual',
      startedOn: '2026-03-14',
    });
    expect([setUp.rack, setUp.overrides]).toEqual(['', []]);
  });
});
