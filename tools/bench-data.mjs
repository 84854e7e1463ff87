// @ts-check
/** Houses of any size for `npm run bench`. */
import { serveHouse } from './house.mjs';

const readingsEach = 10;

/**
 * Fills a database with weekly tests of some hundred tanks: entries and their projection, by set-based SQL of the same
 * shape.
 * @param {import('pg').Client} db @param {{ weeks: number, tanksCount: number }} size
 */
async function fill(db, { weeks, tanksCount }) {
  const setUp = JSON.stringify({
    name: '',
    rack: 'Rack',
    roundOrder: 1,
    purpose: 'display',
    practiceId: 'neocaridina-middle',
    bearing: 'usual',
    startedOn: '2010-01-01',
    measuredFillL: 60,
    overrides: [],
  });
  await db.query(
    `insert into subjects (id, kind, name, started_on, state) select gen_random_uuid(), 'tank', 'Tank ' || n, '2010-01-01', '{"setUp":{"atEpochMs":1262304000000,"done":{"id":"set-up","facts":{"name":"x"}}}}' from generate_series(1, ${tanksCount}) n`,
  );
  await db.query(
    `insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash) select gen_random_uuid(), 'set-up', 1, id, '2010-01-01', 'UTC', '2010-01-01', '2010-01-01', 'keeper', $1::jsonb || jsonb_build_object('name', name), 'bench' from subjects`,
    [setUp],
  );
  await db.query(
    `insert into tank_setups (entry_id, subject_id, from_at, net_volume_l, payload) select id, subject_id, happened_at, 60, payload from entries`,
  );
  const parameters = [
    'tempC',
    'ph',
    'ghDegrees',
    'khDegrees',
    'ec25UsPerCm',
    'no3MgPerL',
    'no2MgPerL',
    'tanMgPerL',
    'po4MgPerL',
    'caMgPerL',
  ].slice(0, readingsEach);
  const levels = [23, 7.1, 7, 3, 350, 12, 0.05, 0.1, 0.3, 30];
  await db.query(
    `insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash)
     select gen_random_uuid(), 'readings', 1, s.id, t.at, 'UTC', t.at::date, t.at, 'keeper', jsonb_build_object('context', 'routine', 'values', (select jsonb_agg(jsonb_build_object('parameter', p, 'lo', l, 'hi', l * 1.05, 'text', round(l::numeric, 2)::text, 'enteredUnit', '')) from unnest($1::text[], $2::float8[]) x(p, l))), 'bench'
     from subjects s cross join (select now() - n * interval '7 days' - interval '1 hour' as at from generate_series(0, ${weeks - 1}) n) t`,
    [parameters, levels],
  );
  await db.query(
    `insert into readings (entry_id, parameter, subject_id, happened_at, lo, hi, text, entered_unit, context, insisted)
     select e.id, v->>'parameter', e.subject_id, e.happened_at, (v->>'lo')::float8 * (1 + 0.02 * random()), (v->>'hi')::float8 * 1.03, v->>'text', '', 'routine', false from entries e cross join jsonb_array_elements(e.payload->'values') v where e.kind = 'readings'`,
  );
  await db.query(`update subjects s set newest = n.newest from (
      select subject_id, jsonb_object_agg('reading:' || parameter, items) as newest from (
        select subject_id, parameter, jsonb_agg(jsonb_build_object('atEpochMs', round(extract(epoch from happened_at) * 1000), 'sequence', 0, 'lo', lo, 'hi', hi) order by happened_at desc) as items
        from (select *, row_number() over (partition by subject_id, parameter order by happened_at desc) as rank from readings where happened_at > now() - interval '60 days') r where rank <= 6 group by 1, 2) x group by 1) n where n.subject_id = s.id`);
  await fillChanges(db, weeks);
  await fillStock(db, weeks);
  await db.query('analyze');
}

/** One water, and a change of every tank each fortnight. @param {import('pg').Client} db @param {number} weeks */
async function fillChanges(db, weeks) {
  const source = JSON.stringify({ name: 'Tap', state: 'tap-aged', chlorine: 'chlorine', startedOn: '2010-01-01' });
  await db.query(
    `insert into subjects (id, kind, name, started_on, state) values (gen_random_uuid(), 'source', 'Tap', '2010-01-01', '{}')`,
  );
  await db.query(
    `with e as (insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash) select gen_random_uuid(), 'source', 1, id, '2010-01-01', 'UTC', '2010-01-01', '2010-01-01', 'keeper', $1::jsonb, 'bench' from subjects where kind = 'source' returning id, subject_id, happened_at, payload)
     insert into source_setups (entry_id, subject_id, from_at, payload) select id, subject_id, happened_at, payload from e`,
    [source],
  );
  await db.query(
    `with e as (insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash)
       select gen_random_uuid(), 'change', 1, s.id, t.at, 'UTC', t.at::date, t.at, 'keeper', jsonb_build_object('entered', jsonb_build_object('by', 'litres', 'changeL', 12), 'sourceId', w.id, 'water', '{"no3MgPerL": 5, "ec25UsPerCm": 320, "ghDegrees": 7}'::jsonb, 'how', 'poured'), 'bench'
       from subjects s cross join (select id from subjects where kind = 'source') w cross join (select now() - n * interval '14 days' - interval '2 hours' as at from generate_series(0, ${Math.floor(weeks / 2) - 1}) n) t where s.kind = 'tank' returning id, subject_id, happened_at, payload)
     insert into changes (entry_id, subject_id, happened_at, source_id, change_l, change_fraction, how, water) select id, subject_id, happened_at, (payload ->> 'sourceId')::uuid, 12, 0.2, 'poured', payload -> 'water' from e`,
  );
}

/** Two kinds in every tank, each counted every second month. @param {import('pg').Client} db @param {number} weeks */
async function fillStock(db, weeks) {
  await db.query(
    `insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash)
     select gen_random_uuid(), 'stock', 1, s.id, t.at, 'UTC', t.at::date, t.at, 'keeper', jsonb_build_object('event', 'counted', 'kindId', k, 'strain', '', 'count', '{"lo": 40, "hi": 60}'::jsonb), 'bench'
     from subjects s cross join unnest(array['cherry-shrimp', 'ramshorn']) k cross join (select now() - n * interval '60 days' - interval '1 hour' as at from generate_series(0, ${Math.floor((7 * weeks) / 60)}) n) t where s.kind = 'tank'`,
  );
}

/**
 * A house of that size in an empty database. @param {string} databaseUrl @param {{ weeks: number, tanksCount: number }} size
 * @returns {Promise<{ entries: string, readings: string, tank: string, tanks: string[] }>}
 */
export async function prepared(databaseUrl, size) {
  const first = await serveHouse({ databaseUrl, args: ['--empty'] });
  await first.stop();
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  await fill(db, size);
  const { rows } = await db.query(
    "select (select count(*) from entries) as entries, (select count(*) from readings) as readings, (select min(id::text) from subjects where kind = 'tank') as tank, (select array_agg(id::text) from subjects where kind = 'tank') as tanks",
  );
  await db.end();
  return rows[0];
}
