import { readFileSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import type { BookPage, exportedBook, ImportReport } from '#contracts/book';
import type { DoingView } from '#contracts/doing';
import { parameters } from '#almanac/parameters';
import { usualUnits } from '#core/units';
import { onText } from '#words/dates';
import { speechIn } from '#words/units';
import { bearsWords } from '#words/water';
import type * as v from 'valibot';
import { openTestHouse, saidOf, wholeSheet, type TestHouse } from '../app/harness.cases';
import { kinds } from '../app/kinds';
import { newestFaults } from '../tanks';
import { rebuildAll } from './projection';

type Book = v.InferOutput<typeof exportedBook>;
interface OldTank {
  tankId: string;
  timers: { kind: string; id: string; dueEpochMs: number }[];
  alarms: { severity: string; text: string }[];
  findings: { title: string; evidence: string[]; nextStep: string }[];
  tests: { due: { parameter: string }[] };
  isNew: { name: string; atEpochMs: number }[];
  watch: { changeEntryId: string; said: boolean } | null;
  nextStep: { kind: string; text: string };
}
interface OldJob {
  jobId: string;
  changeL: number;
  how: string;
  bed: string;
  ticked: string[];
}
interface OldState {
  readings: unknown[];
  changes: unknown[];
  setUps: unknown[];
  tonight: (OldTank & Record<string, unknown> & { lastDone: { kind: string; at: string; text: string }[] })[];
  doing: { jobs: OldJob[]; timers: Record<string, unknown>[] };
  batches: object;
  stock: object;
  evening: { tanks: (OldTank & Record<string, unknown>)[] };
  lines: [id: string, line: string, struck: unknown][];
}
const read = <T>(name: string): T => JSON.parse(readFileSync(`server/fixtures/${name}`, 'utf8')) as T;

/**
 * A book that version 0.1.0 exported, with every kind of entry there was, and what that version answered about it. It
 * must come in for ever and mean the same.
 */
const book = read<Book>('book-0.1.json');
const before = read<OldState>('state-0.1.json');

/** When a band is left was a sentence of the server; now the answer says the parameter, and the words are made on the page. */
function withoutSentence({
  leavesText,
  ...tank
}: OldTank & Record<string, unknown>): OldTank & Record<string, unknown> {
  const parameter = parameters.find((p) => typeof leavesText === 'string' && leavesText.startsWith(p.label));
  const leaves = parameter ? { parameter: parameter.id, atDay: Number(tank['leavesAtDay']) } : null;
  expect(leaves ? bearsWords(leaves) : '').toBe(String(leavesText));
  return { ...tank, leavesParameter: leaves?.parameter ?? null };
}

/** What crept is not usual any more, so that its reading is believed at a second one only. */
const alsoDue: Readonly<Record<string, readonly string[]>> = { Lobby: ['ec25UsPerCm'] };
/**
 * What is judged anew since then, each for its reason: the animals' own range of conductivity, deaths and missing animals
 * before the water, salt that creeps up, a hose that runs over its time.
 */
const judgedAnew: Record<string, [state: string, reasonId: string, deciding: string | null]> = {
  Bathhouse: ['drifting', 'outside', 'ec25UsPerCm'],
  Stairwell: ['act', 'animals', null],
  'Breakfast Bar': ['drifting', 'slow-harm', null],
  Library: ['act', 'animals', null],
  Lobby: ['act', 'timer', null],
};
/** The same alarm in today's words. */
const reworded = (text: string): string => text.replace('is no alarm.', 'is usual: look every day, and test.');

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  const { body } = await house.send<ImportReport>(book, '/api/book/import?dryRun=no');
  if (!body.written) throw new Error(JSON.stringify(body.faults.slice(0, 3)));
});
afterAll(() => house.close());

const digest = async (text: string) => (await house.db.execute(sql.raw(text))).rows;
/** Tanks stand in no order. */
const inOrder = (answer: { tanks?: { tankId: string }[] }): object => ({
  ...answer,
  nowAt: '',
  tanks: [...(answer.tanks ?? [])].sort((a, b) => a.tankId.localeCompare(b.tankId)),
});

/** Stock as it stands, without the verdict: that is Tonight's, and asked for there. */
const unjudged = (answer: { tanks?: { tankId: string }[] }): object => ({
  ...answer,
  tanks: (answer.tanks ?? []).map((tank) => {
    const stands: Record<string, unknown> = { ...tank };
    // A book of then has no courses: no agent is in any water.
    expect(stands['inWater'] ?? []).toEqual([]);
    // Never begun anew, it is as old as its set-up says.
    if ('startedOn' in tank) expect(tank.startedOn).toBe((tank as { setUp?: { startedOn: string } }).setUp?.startedOn);
    for (const judged of ['startedOn', 'state', 'reason', 'ailing', 'bears', 'heldNo3MgPerLPerDay', 'inWater'])
      Reflect.deleteProperty(stands, judged);
    return stands;
  }),
});

/** When an unchanged tank would leave its band is foreseen anew (production may step since then); that it would is not. */
const unforeseen = (answer: { tanks?: { tankId: string }[] }): object => ({
  ...answer,
  tanks: (answer.tanks ?? []).map((tank) => {
    const { leavesAtDay, leavesParameter: _parameter, ...rest } = tank as Record<string, unknown> & { tankId: string };
    return { ...rest, leaves: typeof leavesAtDay === 'number' };
  }),
});

describe('a book of version 0.1.0', () => {
  it('holds every kind that there was', () => {
    expect(new Set(book.entries.map((e) => e.kind)).size).toBe(35);
  });
  it('gives the same readings, changes and set-ups, to the last digit', async () => {
    expect(
      await digest(
        `select md5(string_agg(r::text, '|' order by entry_id, parameter)) digest from (select entry_id, subject_id, parameter, happened_at at time zone 'utc' as at, lo, hi, text, insisted, struck from readings) r`,
      ),
    ).toEqual(before.readings as never);
    expect(
      await digest(
        `select md5(string_agg(r::text, '|' order by entry_id)) digest from (select entry_id, subject_id, happened_at at time zone 'utc' as at, source_id, change_l, change_fraction, how, water, advice, struck from changes) r`,
      ),
    ).toEqual(before.changes as never);
    expect(
      await digest(
        `select md5(string_agg(r::text, '|' order by entry_id)) digest from (select entry_id, subject_id, from_at at time zone 'utc' as at, net_volume_l, payload, struck from tank_setups) r`,
      ),
    ).toEqual(before.setUps as never);
  });
  it('gives the same Tonight: state, reason, step, what was last done, and all that each slice has to say', async () => {
    const { tanks } = await wholeSheet(house);
    expect(tanks.length).toBe(before.tonight.length);
    for (const old of before.tonight) {
      const now = tanks.find((t) => t.tankId === old.tankId)!;
      const anew = judgedAnew[now.name];
      if (anew) expect([now.state, now.reasonId, now.deciding] as unknown[]).toEqual(anew);
      const judged = ['state', 'reasonId', 'reason', 'deciding'];
      const told = ['name', 'urgent', 'doubtful', 'lookedTonight', 'lastDone', ...(anew ? [] : judged)];
      for (const field of told.filter((f) => f !== 'lastDone'))
        expect((now as Record<string, unknown>)[field])
          .withContext(`${now.name} ${field}`)
          .toEqual(old[field]);
      expect(now.lastDone.length).toBe(old.lastDone.length);
      for (const [i, done] of old.lastDone.entries()) {
        const { text, ...rest } = now.lastDone[i]!;
        expect([rest.kind, rest.at]).toEqual([done.kind, done.at]);
        if (done.kind === 'readings') expectWithin(text, done.text);
        else expect(text).toBe(done.text);
      }
      if (!anew)
        expect([now.nextStep.kind, now.nextStep.text] as string[]).toEqual([old.nextStep.kind, old.nextStep.text]);
      const running = now.contributions.filter((c) => ['drip', 'leftovers'].includes(c.reason.id));
      expect(running.map((c) => c.dueEpochMs).sort()).toEqual(old.timers.map((t) => t.dueEpochMs).sort());
      // What is watched now stands beside the last change and what is new, as what must be acted on always did.
      const alarms = saidOf(now, 'animals').map((c) => c.text);
      expect(alarms.length).toBe(old.alarms.length);
      for (const [i, { text }] of old.alarms.entries()) expect(alarms[i]?.startsWith(reworded(text))).toBeTrue();
      // The way back to what was usual stands after it now.
      const findings = saidOf(now, 'slow-harm');
      expect(findings.map((c) => c.text)).toEqual(old.findings.map((f) => f.title));
      for (const [i, { nextStep }] of old.findings.entries())
        expect(findings[i]?.nextStep?.startsWith(nextStep)).toBeTrue();
      expect(
        saidOf(now, 'test-due')
          .map((c) => (c.reason.facts as { parameter: string }).parameter)
          .sort(),
      )
        .withContext(now.name)
        .toEqual([...old.tests.due.map((t) => t.parameter), ...(alsoDue[now.name] ?? [])].sort());
      expect(saidOf(now, 'new').map((c) => c.text)).toEqual(old.isNew.map((n) => `New: ${n.name}`));
      expect(saidOf(now, 'after-change').length).toBe(old.watch && !old.watch.said ? 1 : 0);
    }
  });
  it('gives the same open jobs and timers: a job of version 1 is a change of water', async () => {
    const { body } = await house.get<DoingView>('/api/water/doing');
    expect(body.jobs.map((j) => j.jobId)).toEqual(before.doing.jobs.map((j) => j.jobId));
    for (const [i, { changeL, how, bed, ticked }] of before.doing.jobs.entries()) {
      expect(body.jobs[i]?.work).toEqual(jasmine.objectContaining({ kind: 'change', changeL, how, bed }));
      expect(body.jobs[i]?.ticked).toEqual(ticked);
    }
    expect(body.timers as unknown[]).toEqual(before.doing.timers);
  });
  it('gives the same batches, stock and evening', async () => {
    for (const [where, old, kept] of [
      ['/api/water/batches', before.batches, (body: object) => body],
      ['/api/stock', before.stock, unjudged],
      ['/api/water/evening', { ...before.evening, tanks: before.evening.tanks.map(withoutSentence) }, unforeseen],
    ] as const)
      expect(inOrder(kept((await house.get<object>(where)).body)))
        .withContext(where)
        .toEqual(inOrder(kept(old)));
  });
  it('prints the same lines, and says the names that 0.1.0 could not', async () => {
    const lines = new Map<string, BookPage['entries'][number]>();
    let more = '';
    do {
      const { body }: { body: BookPage } = await house.get<BookPage>(`/api/entries?limit=500${more}`);
      for (const entry of body.entries) lines.set(entry.id, entry);
      const [at, sequence] = body.olderThan?.split('/') ?? [];
      more = at === undefined ? '' : `&before=${at}&beforeSequence=${sequence ?? ''}`;
    } while (more !== '');
    for (const [id, line, struck] of before.lines) {
      const now = lines.get(id)?.line ?? '';
      if (line.startsWith('tested')) expectWithin(now, line);
      else if (!line.includes('unknown')) expect(now).toBe(saidToday(line));
      expect(lines.get(id)?.struck).toEqual(struck as never);
    }
    const unknown = [...lines.values()].filter((e) => e.line.includes(' unknown'));
    expect(unknown.map((e) => e.line)).toEqual([]);
  });
  it('leaves again byte for byte as it came, entry by entry', async () => {
    const { body } = await house.get<Book>('/api/book/export.json');
    const bare = ({ sequence: _own, ...entry }: Book['entries'][number]) => entry;
    expect(body.entries.map(bare)).toEqual(book.entries.map(bare));
  });
  it('rides with each tank as its slots promise, and a rebuild makes the very same', async () => {
    const rows = async () =>
      (await house.db.execute(sql`select id, name, started_on, state, newest from subjects order by id`)).rows;
    const once = await rows();
    const tanks = await house.db.execute<{ name: string; newest: never }>(
      sql`select name, newest from subjects where kind = 'tank'`,
    );
    for (const { name, newest } of tanks.rows) expect(newestFaults(newest)).withContext(name).toEqual([]);
    await rebuildAll(house.db, kinds);
    expect(await rows()).toEqual(once);
  });
});

/** 0.1.0 named measurements of a batch by their code; what the trade calls them is said since. */
const saidToday = (line: string): string =>
  line
    .replace(/ghDegrees (\d+)/, (_, gh: string) => `GH ${Number(gh).toFixed(1)}`)
    .replace('ec25UsPerCm', 'EC')
    // A day in the form that the house writes days in.
    .replace(/good until (\d{4}-\d{2}-\d{2})/, (_, on: string) => `good until ${onText(speechIn(usualUnits), on)}`);

/** 0.1.0 printed the span of a reading, today the figures that were typed: the same parameters, within the same spans. */
function expectWithin(now: string, then: string): void {
  const parts = (text: string) =>
    text.split(', ').map((part) => {
      const figures = /([<>~]?)(\d+(?:\.\d+)?)(?:–(\d+(?:\.\d+)?))?( \(insisted\))?$/.exec(part);
      const [lo, hi] = [Number(figures?.[2]), Number(figures?.[3] ?? figures?.[2])];
      return { name: part.slice(0, figures?.index), sign: figures?.[1], insisted: figures?.[4], lo, hi };
    });
  const [own, old] = [parts(now), parts(then)];
  expect(own.map((p) => [p.name, p.insisted]))
    .withContext(`${now} as ${then}`)
    .toEqual(old.map((p) => [p.name, p.insisted]));
  for (const [i, { lo, hi }] of own.entries()) {
    expect(lo).withContext(`${now} as ${then}`).toBeGreaterThanOrEqual(old[i]!.lo);
    expect(hi).withContext(`${now} as ${then}`).toBeLessThanOrEqual(old[i]!.hi);
  }
}
