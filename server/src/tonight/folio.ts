import { dayMs } from '#core/units';
import { recorder, type Recorder, type Working } from '#core/explain';
import { middle, type DatedReading, type ParameterId, type Water } from '#core/readings';
import { mindOf, type Outlook } from '#core/tonight';
import { shippedAlmanac } from '#almanac/shelf';
import type { Folio } from '#contracts/tanks';
import { leavesText, mindWords, ratchetWords, testWords, verdictWords, tonightAnswers } from '#words/tonight';
import { routineSettles } from '#core/water';
import type { Speech } from '#words/units';
import { readPage, type BookDeps } from '../book';
import type { Visit } from '../house';
import { bandsOf, everyParameter, judged, verdictOf, type JudgeDeps } from '../judgement';
import { notFound } from '../problems';
import { readHistory, readNewestReadings, type NewestReadings } from '../readings';
import { readTanks } from '../residents';
import { ofThisLife, readSetUps } from '../tanks';
import { readChanges, type PastChange } from '../water';
import { tankLine } from './tonight-service';

const entriesShownCount = 12;

/** One tank, whole: verdict per parameter, its history, its changes and its last entries. */
type FolioDeps = BookDeps & JudgeDeps;

export async function tankFolio(
  deps: FolioDeps,
  { tankId, days }: { tankId: string; days: number },
  { speech }: Visit,
): Promise<Folio> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const sinceEpochMs = nowEpochMs - days * dayMs;
  const tankIds = [tankId];
  const [tanks, newest, everyChange, history, page, setUps] = await Promise.all([
    readTanks(deps.db, { atEpochMs: nowEpochMs, tankId }),
    readNewestReadings(deps.db, { tankIds, parameters: everyParameter }),
    readChanges(deps.db, { tankIds, sinceEpochMs, limit: 2000 }),
    readHistory(deps.db, { tankId, sinceEpochMs }),
    readPage(deps, { subjectId: tankId, limit: entriesShownCount }, speech),
    readSetUps(deps.db, { tankId }),
  ]);
  const [of] = (await judged(deps, { tanks, nowEpochMs })).tanks;
  if (!of) throw notFound('tank', 'tankId');
  const { tank, prospect, verdict } = of;
  const changes = ofThisLife(tank, everyChange);
  const byParameter: Folio['history'] = {};
  for (const { parameter, ...reading } of ofThisLife(tank, history)) (byParameter[parameter] ??= []).push(reading);
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    nightOn: deps.house.nightOnAt(nowEpochMs),
    tank: tankLine(of, { house: deps.house, nowEpochMs, speech }),
    setUp: tank.setUp,
    bears: { bearing: tank.bears.bearing, askedBy: [...tank.bears.askedBy] },
    netVolumeL: tank.netVolumeL,
    setUpEntryId: tank.setUpEntryId,
    startedOn: tank.startedOn,
    lines: verdict.lines.map((line) => {
      const read = newest.find((n) => n.parameter === line.parameter)?.newest ?? [];
      const [latest, ...earlier] = ofThisLife(tank, read);
      return {
        parameter: line.parameter,
        state: line.state,
        reasonId: line.reason.id,
        reason: verdictWords(speech, line.reason),
        direction: line.direction,
        band: line.band ? { ...line.band, sourceIds: [...line.band.sourceIds] } : null,
        ...(line.computed && line.latest
          ? { latest: computedReading(line.latest, newest), computed: true, earlier: [] }
          : { latest: latest ?? null, earlier }),
      };
    }),
    history: byParameter,
    bandsByDate: setUps.map(({ fromEpochMs, setUp }, i) => ({
      // The first holds for all that was written before it, too.
      fromEpochMs: i === 0 ? 0 : fromEpochMs,
      practiceId: setUp.practiceId,
      // Who lived there then is not asked: today's animals ask of today's set-up only.
      bands: Object.fromEntries(
        bandsOf({ setUp, residents: i === setUps.length - 1 ? tank.residents : [] }).map(({ parameter, lo, hi }) => [
          parameter,
          { lo, hi },
        ]),
      ),
    })),
    changes: changes.map((c) => ({
      entryId: c.entryId,
      atEpochMs: c.atEpochMs,
      changeFraction: c.changeFraction,
      changeL: c.changeL,
      sourceName: c.sourceName ?? 'unknown',
      how: c.how,
      water: c.water,
    })),
    movedToday: movedSince({ changes, levels: byParameter, sinceEpochMs: nowEpochMs - dayMs }),
    entries: page.entries,
    outlooks: prospect.outlooks.map((o) => outlookView(o, speech)),
    plan: {
      state: prospect.plan.state,
      why: testWords[prospect.plan.why],
      tests: prospect.plan.tests.map((t) => ({ ...t, why: testWords[t.why] })),
    },
  };
}

/** What was worked out stands at the entry of the reading it leans on most: the pH. */
function computedReading(
  { lo, hi, atEpochMs }: DatedReading,
  newest: readonly NewestReadings[],
): Folio['lines'][number]['latest'] {
  const ph = newest.find((n) => n.parameter === 'ph')?.newest[0];
  return ph ? { lo, hi, atEpochMs, entryId: ph.entryId, text: tonightAnswers.fromPhAndKh, insisted: false } : null;
}

/** The model's part of a folio, with its sentences. */
function outlookView(outlook: Outlook, speech: Speech): Folio['outlooks'][number] {
  const parameter = shippedAlmanac.parameters.find((p) => p.id === outlook.parameter);
  const { leaves, lastReading, ratchet, ...figures } = outlook;
  return {
    ...figures,
    forecast: [...figures.forecast],
    leaves: leaves && { ...leaves, text: leavesText(leaves) },
    mind: lastReading && parameter ? mindWords(speech, parameter, lastReading) : null,
    mindId: lastReading && parameter ? mindOf(parameter, lastReading) : null,
    ratchet: ratchet && parameter ? ratchetWords(speech, parameter, ratchet) : null,
    ratchetId: ratchet?.verdict ?? null,
  };
}

/** The build-up estimate in the margin: what it is, where it goes, and where not to trust it. */
function outlookWorking({ level, productionPerDay, routine, settles, leaves, normal }: Outlook, note: Recorder): void {
  const span = ({ lo80, hi80 }: { lo80: number; hi80: number }): string =>
    `${lo80.toPrecision(3)} to ${hi80.toPrecision(3)}`;
  note.fact({
    id: 'level',
    label: tonightAnswers.levelTonightEstimatedFourTimes,
    value: span(level),
    unit: '',
    origin: 'estimated',
  });
  note.fact({
    id: 'production',
    label: tonightAnswers.productionAWeekEstimated,
    value: span({ lo80: productionPerDay.lo80 * 7, hi80: productionPerDay.hi80 * 7 }),
    unit: '',
    origin: 'estimated',
  });
  if (normal) {
    note.fact({
      id: 'normal',
      label: tonightAnswers.usualInThisTankFrom(normal.readingCount),
      value: span({ lo80: normal.lo, hi80: normal.hi }),
      unit: '',
      origin: 'estimated',
    });
    note.source('iglewicz-1993');
  }
  if (routine && settles) {
    note.fact({
      id: 'routine',
      label: tonightAnswers.routineFromTheLastChanges,
      value: `${Math.round(routine.changeFraction * 100)} % every ${routine.everyDays.toFixed(0)} days`,
      unit: '',
      origin: 'estimated',
    });
    routineSettles({ ...routine, productionPerDay: productionPerDay.mean }, note);
  }
  note.assume('state-space');
  note.limit(leaves ? 'days-hold' : 'forecast-holds');
  note.source('kalman-1960', 'durbin-koopman-2012');
}

/** How far the changes of the last 24 hours have moved each parameter: f × |source − level before|, from the last reading. */
function movedSince({
  changes,
  levels,
  sinceEpochMs,
}: {
  changes: readonly Pick<PastChange, 'atEpochMs' | 'changeFraction' | 'water'>[];
  levels: Folio['history'];
  sinceEpochMs: number;
}): Water {
  const moved: Water = {};
  for (const change of changes.filter((c) => c.atEpochMs >= sinceEpochMs))
    for (const [id, value] of Object.entries(change.water) as [ParameterId, number][]) {
      const before = levels[id]?.find((r) => r.atEpochMs <= change.atEpochMs);
      if (before) moved[id] = (moved[id] ?? 0) + change.changeFraction * Math.abs(value - middle(before));
    }
  return moved;
}

/** What else a verdict stands on. */
const judgedWith: Partial<Record<ParameterId, readonly ParameterId[]>> = {
  tanMgPerL: ['ph', 'tempC'],
  no2MgPerL: ['clMgPerL'],
  co2MgPerL: ['ph', 'khDegrees', 'tempC'],
  o2MgPerL: ['tempC'],
};

/** How the verdict on one parameter was reached: the same code with its recorder on. */
export async function verdictWorking(
  deps: FolioDeps,
  { tankId, parameter }: { tankId: string; parameter: ParameterId },
  { speech }: Visit,
): Promise<Working> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const companions: ParameterId[] = [parameter, ...(judgedWith[parameter] ?? [])];
  const [[tank], newest] = await Promise.all([
    readTanks(deps.db, { atEpochMs: nowEpochMs, tankId }),
    readNewestReadings(deps.db, { tankIds: [tankId], parameters: companions }),
  ]);
  if (!tank) throw notFound('tank', 'tankId');
  const note = recorder();
  note.by('readings.judge', 1);
  for (const { parameter: id, newest: rows } of newest)
    for (const row of ofThisLife(tank, rows).slice(0, 1))
      note.fact({
        id,
        label: `${shippedAlmanac.parameters.find((p) => p.id === id)?.label ?? id}, written “${row.text}”`,
        value: `${row.lo ?? 'open'} to ${row.hi ?? 'open'}`,
        unit: id,
        origin: 'measured',
        entryId: row.entryId,
        atEpochMs: row.atEpochMs,
      });
  verdictOf({ tank, nowEpochMs, note, only: parameter });
  const [of] = (await judged(deps, { tanks: [tank], nowEpochMs })).tanks;
  const line = of?.verdict.lines.find((l) => l.parameter === parameter);
  if (line) note.assume('told', { text: `Verdict: ${verdictWords(speech, line.reason)}` });
  const outlook = of?.prospect.outlooks.find((o) => o.parameter === parameter);
  if (outlook) outlookWorking(outlook, note);
  if (line?.band?.note) note.limit('told', { text: line.band.note });
  const { value: _value, ...working } = note.explained(null);
  return working;
}
