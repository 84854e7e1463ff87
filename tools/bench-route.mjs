// @ts-check
/**
 * A bare Express route that writes the rows of one entry with eight readings in one statement: what `npm run bench`
 * holds our own writing against. `node tools/bench-route.mjs DATABASE_URL` says READY and its address.
 */
import express from 'express';
import pg from 'pg';
import { v7 } from 'uuid';

const pool = new pg.Pool({ connectionString: process.argv[2] ?? '', max: 10 });
const app = express();
const statement = `
  with written as (
    insert into entries (id, kind, kind_version, subject_id, happened_at, zone, night_on, written_at, written_by, payload, payload_hash)
    values ($1, 'readings', 1, $2, $3::timestamptz, 'UTC', ($3::timestamptz)::date, now(), 'keeper', $4, 'x') returning id, subject_id, happened_at, sequence
  ), derived as (
    insert into readings (entry_id, parameter, subject_id, happened_at, lo, hi, text, entered_unit, context, insisted)
    select w.id, n.parameter, w.subject_id, w.happened_at, n.lo, n.hi, n.text, '', 'routine', false
    from written w, jsonb_to_recordset($5::jsonb) as n(parameter text, lo float8, hi float8, text text)
  ), laid as (
    update subjects s set state = jsonb_set(s.state, '{readings}', $6::jsonb), newest = s.newest || $7::jsonb from written w where s.id = w.subject_id
  ) select sequence from written`;

app.post('/entries', express.json(), async (request, response) => {
  const { subjectId, happenedAt, payload } = request.body.entries[0];
  const id = v7();
  const newest = Object.fromEntries(
    payload.values.map((/** @type {{ parameter: string, lo: number, hi: number }} */ { parameter, lo, hi }) => [
      `reading:${parameter}`,
      Array.from({ length: 6 }, () => ({ atEpochMs: 1, sequence: 1, lo, hi })),
    ]),
  );
  const { rows } = await pool.query(statement, [
    id,
    subjectId,
    happenedAt,
    JSON.stringify(payload),
    JSON.stringify(payload.values),
    JSON.stringify({ atEpochMs: 1, done: { id: 'readings', facts: { values: payload.values } } }),
    JSON.stringify(newest),
  ]);
  response.status(201).json({ id, sequence: rows[0].sequence });
});
const server = app.listen(0, '127.0.0.1', () => {
  const address = server.address();
  process.stdout.write(`READY http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}\n`);
});
