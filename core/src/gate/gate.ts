import { courseStepOf, courseThreads, redosesDue } from '#core/care';
import { bedShareOfNight, handsStepsOf, mostBedFraction, outageRunning } from '#core/hands';
import { nightsBetween, dayMs } from '#core/units';
import { byItself } from './by-itself';
import { askReason, refuse, saysWhy, type GateFault, type ThreadName } from './fault';
import { rowsOf, type GateFacts, type GateRow } from './facts';
import { lifeAt } from './lives';
import { doseMeets, joinMeets, livingAt, startMeets } from './meetings';
import { noPlaceAmong, placeField, threadKinds, threadOf } from './places';

/** Litres are read off a glass and rounded when they are shown: so much more than there is, is no more. */
const litresSlackFraction = 0.005;

/**
 * Whether an entry may be written, by what the book holds: asked by a page while one types, by the server when it is
 * written, and of every row of a book that is taken in; the same code and the same words. Empty where nothing stands in
 * the way.
 *
 * @param facts What bears on its subject at the time at which it happened; the entry itself is not among its rows.
 * @example mayWrite(copperIntoShrimp, facts)[0]?.reason.id // 'harm'
 */
export const mayWrite = (row: GateRow, facts: GateFacts): GateFault[] => [
  ...byItself(row, facts.care),
  ...inItsBook(row, facts),
];

/** What stands in its way by what else is in the book. */
export function inItsBook(row: GateRow, whole: GateFacts): GateFault[] {
  const facts = { ...whole, rows: lifeAt(whole.rows, row.atEpochMs) };
  const places = placeFaults(row, facts);
  // Of what has no place nothing else is asked.
  return places.some((f) => f.reason.id === 'out-of-place') ? places : [...places, ...kindFaults(row, facts)];
}

/** It has no place in its thread, or would take the place of what was written already. */
function placeFaults(row: GateRow, { rows }: GateFacts): GateFault[] {
  const before = new Set(noPlaceAmong(row.kind, rows).map((n) => n.row.entryId));
  const now = noPlaceAmong(row.kind, [...rows, row]);
  const own = now.find((n) => n.row.entryId === row.entryId);
  if (own)
    return [refuse(placeField(row, own.why), { id: 'out-of-place', facts: { thread: own.thread, why: own.why } })];
  return displaced(
    now.filter((n) => !before.has(n.row.entryId)).map((n) => n.row),
    'step',
  );
}
function displaced(rows: readonly GateRow[], field: string): GateFault[] {
  const [first] = rows;
  return first
    ? [
        refuse(field, {
          id: 'displaces',
          facts: {
            thread: threadOf(first),
            count: rows.length,
            step: 'step' in first.payload ? first.payload.step : first.kind,
            on: first.nightOn,
          },
        }),
      ]
    : [];
}

/**
 * What would lose its place if entries were struck: steps whose start goes, or that followed only because of them. They
 * are struck with it, or the strike is not taken.
 * @param alsoStruckIds What is struck in the same breath.
 */
export function strikeLeaves(
  row: GateRow,
  { rows, alsoStruckIds }: { rows: readonly GateRow[]; alsoStruckIds: ReadonlySet<string> },
): GateRow[] {
  const standing = rows.filter((r) => r.entryId === row.entryId || !alsoStruckIds.has(r.entryId));
  const before = new Set(noPlaceAmong(row.kind, standing).map((n) => n.row.entryId));
  return noPlaceAmong(
    row.kind,
    standing.filter((r) => r.entryId !== row.entryId),
  )
    .map((n) => n.row)
    .filter((r) => !before.has(r.entryId));
}
/** The same as a fault of the strike. */
export const strikeFaults = (...given: Parameters<typeof strikeLeaves>): GateFault[] =>
  displaced(strikeLeaves(...given), 'entryId');

/** What a kind asks beside its place. */
function kindFaults(row: GateRow, facts: GateFacts): GateFault[] {
  switch (row.kind) {
    case 'course':
      return [...courseFaults(row, facts), ...startMeets(row, facts), ...doseMeets(row, facts)];
    case 'arrival':
    case 'stock':
      return joinMeets(row, facts);
    case 'quarantine':
      return quarantineFaults(row, facts);
    case 'outage':
      return outageFaults(row, facts);
    case 'cleaning':
      return cleaningFaults(row, facts);
    case 'ending':
      return endingFaults(row, facts);
    default:
      return [];
  }
}

function courseFaults(row: GateRow & { kind: 'course' }, facts: GateFacts): GateFault[] {
  const { payload, atEpochMs, nightOn, subjectId } = row;
  const steps = rowsOf(facts.rows, 'course')
    .filter((r) => r.atEpochMs <= atEpochMs)
    .map(courseStepOf);
  const courses = courseThreads(steps, { today: nightOn });
  if (payload.step === 'redosed') {
    const of = courses.find((c) => c.courseId === payload.courseId);
    // What was dosed again already is told by its place.
    if (!of || of.redosedIds.includes(payload.changeEntryId)) return [];
    const changes = facts.changes.filter((c) => c.tankId === subjectId && c.atEpochMs <= atEpochMs);
    const dayOf = (at: number): number =>
      nightsBetween(of.plan.startOn, nightOn) + 1 - Math.round((atEpochMs - at) / dayMs);
    return redosesDue(of, { changes, dayOf }).some((r) => r.changeEntryId === payload.changeEntryId)
      ? []
      : [refuse('changeEntryId', { id: 'no-change', facts: {} })];
  }
  if (payload.step === 'given') return secondTonight(row, facts);
  if (payload.step !== 'started') return [];
  const whole = courses.find((c) => c.courseId === payload.partOfId);
  if (payload.partOfId !== undefined && whole?.ended !== null)
    return [refuse('partOfId', { id: 'no-part', facts: {} })];
  if (whole?.plan.partOfId !== undefined) return [refuse('partOfId', { id: 'part-of-part', facts: {} })];
  const { netVolumeL } = facts;
  return netVolumeL !== null && payload.netVolumeL > netVolumeL * (1 + litresSlackFraction) && !saysWhy(payload)
    ? [askReason({ id: 'more-litres', facts: { givenL: payload.netVolumeL, netVolumeL } })]
    : [];
}

/** Late doses are not made up in one evening: two at once are a double dose, whatever days they were meant for. */
function secondTonight({ payload, nightOn }: GateRow & { kind: 'course' }, { rows }: GateFacts): GateFault[] {
  if (payload.step !== 'given' || saysWhy(payload)) return [];
  const other = rowsOf(rows, 'course').find(
    (r) => r.payload.step === 'given' && r.payload.courseId === payload.courseId && r.nightOn === nightOn,
  );
  // The same day again is told by its place.
  return other && 'day' in other.payload && other.payload.day !== payload.day
    ? [askReason({ id: 'second-tonight', facts: { day: other.payload.day } })]
    : [];
}

/** One at a time in a tank: what comes in is noted in the one that is open. */
function quarantineFaults(row: GateRow & { kind: 'quarantine' }, facts: GateFacts): GateFault[] {
  if (row.payload.step !== 'opened') return [];
  const rows = rowsOf(facts.rows, 'quarantine');
  const running = rows.find(
    (r) =>
      r.payload.step === 'opened' &&
      r.atEpochMs <= row.atEpochMs &&
      !rows.some(
        (l) => l.payload.step === 'left' && l.payload.quarantineId === r.entryId && l.atEpochMs <= row.atEpochMs,
      ),
  );
  return running
    ? [refuse('step', { id: 'runs-already', facts: { thread: 'quarantine', sinceOn: running.nightOn } })]
    : [];
}

/** One at a time in a tank. */
function outageFaults(row: GateRow & { kind: 'outage' }, facts: GateFacts): GateFault[] {
  const { payload, entryId, atEpochMs } = row;
  if (payload.step !== 'outage') return [];
  const running = outageRunning(handsStepsOf(rowsOf(facts.rows, 'outage')), { atEpochMs, butId: entryId });
  return running ? [refuse('step', { id: 'runs-already', facts: { thread: 'outage', sinceOn: running.on } })] : [];
}

/** More than half of a bed in one evening takes the filter with it. */
function cleaningFaults(row: GateRow & { kind: 'cleaning' }, facts: GateFacts): GateFault[] {
  const { payload, nightOn } = row;
  if (payload.what !== 'bed' || payload.school === 'skim' || saysWhy(payload)) return [];
  const before = rowsOf(facts.rows, 'cleaning').flatMap(({ payload: p, nightOn: on }) =>
    p.school !== 'skim' && on === nightOn ? [p.squareIds] : [],
  );
  const shareFraction = bedShareOfNight(payload.squareIds, { before, openCount: facts.bedSquaresCount });
  return shareFraction > mostBedFraction ? [askReason({ id: 'half-a-bed', facts: { shareFraction } })] : [];
}

/** A tank ends empty, and what runs in it is said to end with it. */
function endingFaults(row: GateRow & { kind: 'ending' }, facts: GateFacts): GateFault[] {
  if (row.payload.step !== 'ended') return [];
  const isPlant = (kindId: string): boolean => facts.kinds.some((k) => k.id === kindId && k.group === 'plant');
  const left = livingAt(rowsOf(facts.rows, 'arrival', 'stock'), {
    atEpochMs: row.atEpochMs,
    kinds: facts.kinds,
  }).filter((id) => !isPlant(id));
  const threads = running(row, facts);
  return [
    ...(left.length > 0 ? [refuse('animals', { id: 'animals-left', facts: { kindIds: left } })] : []),
    ...(threads.length > 0 && row.payload.alsoEnds !== true
      ? [
          {
            field: 'alsoEnds',
            ask: 'answer' as const,
            final: false,
            reason: { id: 'still-runs' as const, facts: { threads } },
          },
        ]
      : []),
  ];
}
/** Starts that nothing has ended by then: each kind of thread by the step that opens it and those that close it. */
const opensAndEnds: readonly [thread: ThreadName, kind: GateRow['kind'], opens: string, ends: readonly string[]][] = [
  ['course', 'course', 'started', ['ended']],
  ['quarantine', 'quarantine', 'opened', ['left']],
  ['case', 'case', 'opened', ['closed']],
  ['outage', 'outage', 'outage', ['outage-over']],
  ['sequence', 'sequence', 'planned', ['ended']],
];
function running({ atEpochMs }: GateRow, { rows }: GateFacts): ThreadName[] {
  const then = rows.filter((r) => r.atEpochMs <= atEpochMs);
  const named = (row: GateRow): string[] =>
    Object.entries(row.payload).flatMap(([key, value]) =>
      key.endsWith('Id') && typeof value === 'string' ? [value] : [],
    );
  return opensAndEnds.flatMap(([thread, kind, opens, ends]) => {
    const own = then.filter((r) => r.kind === kind && 'step' in r.payload);
    const step = (r: GateRow): string => ('step' in r.payload ? r.payload.step : '');
    const endedIds = new Set(own.filter((r) => ends.includes(step(r))).flatMap(named));
    return own.some((r) => step(r) === opens && !endedIds.has(r.entryId)) ? [thread] : [];
  });
}

/** What stands in a book and would not be taken today: each row with what stands in its way. */
export interface Standing {
  entryId: string;
  fault: GateFault;
}
/**
 * The same of a whole book, as it is taken in: what has no place, found once for each kind of thread; and what meets what,
 * row by row in the order in which it was written, each by what stood there before it.
 * @param factsAt What beside the rows bears on one of them.
 */
export function standing(rows: readonly GateRow[], factsAt: (row: GateRow) => Omit<GateFacts, 'rows'>): Standing[] {
  const kinds = new Set(rows.map((r) => r.kind));
  const places = threadKinds
    .filter((kind) => kinds.has(kind))
    .flatMap((kind) => noPlaceAmong(kind, rows))
    .map(({ row, thread, why }): Standing => ({
      entryId: row.entryId,
      fault: refuse(placeField(row, why), { id: 'out-of-place', facts: { thread, why } }),
    }));
  const written = [...rows].sort((a, b) => a.sequence - b.sequence);
  const met = written.flatMap((row, i): Standing[] => {
    // Where there is no course, nobody meets anything.
    if ((row.kind === 'arrival' || row.kind === 'stock') && !kinds.has('course')) return [];
    return kindFaults(row, { ...factsAt(row), rows: lifeAt(written.slice(0, i), row.atEpochMs) }).map((fault) => ({
      entryId: row.entryId,
      fault,
    }));
  });
  return [...places, ...met];
}
