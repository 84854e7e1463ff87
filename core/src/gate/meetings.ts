import {
  agentIdsOf,
  agentNamed,
  agentsIn,
  besideAgents,
  courseStepOf,
  courseThreads,
  exposedGroups,
  mayDose,
  type AgentIn,
  type CoursePlan,
  type DoseReason,
} from '#core/care';
import { populationsOf, type StockEvent } from '#core/stock';
import { askReason, saysWhy, type GateFault } from './fault';
import { rowsOf, type GateFacts, type GateRow } from './facts';

type Joined = GateRow<'arrival' | 'stock'>;
const eventOf = ({ kind, atEpochMs, payload }: Joined): StockEvent =>
  kind === 'arrival'
    ? { atEpochMs, event: 'arrived', kindId: payload.kindId, strain: payload.strain, count: payload.count }
    : { atEpochMs, event: payload.event, kindId: payload.kindId, strain: payload.strain, count: payload.count };
/** Who lives there at a moment: kinds of which more than nobody may be left, and kinds that are not known here. */
export const livingAt = (
  rows: readonly Joined[],
  { atEpochMs, kinds }: Pick<GateFacts, 'kinds'> & { atEpochMs: number },
): string[] => [
  ...new Set([
    ...populationsOf({
      kinds,
      events: rows.filter((r) => r.atEpochMs <= atEpochMs).map(eventOf),
      nowEpochMs: atEpochMs,
      tempC: null,
    })
      .filter((p) => p.count.hi > 0)
      .map((p) => p.kindId),
    ...rows
      .filter((r) => r.atEpochMs <= atEpochMs && !kinds.some((k) => k.id === r.payload.kindId))
      .map((r) => r.payload.kindId),
  ]),
];

/** Courses as they stood at a moment, and what of them was in the water. */
function courseAt(rows: readonly GateRow[], facts: GateFacts, at: { atEpochMs: number; on: string; tankId: string }) {
  const steps = rowsOf(rows, 'course')
    .filter((r) => r.atEpochMs <= at.atEpochMs)
    .map(courseStepOf);
  const courses = courseThreads(steps, { today: at.on });
  const inWater = agentsIn(courses, { tankId: at.tankId, changes: facts.changes, nowEpochMs: at.atEpochMs });
  return { courses, inWater };
}
/** What takes medicine out while it runs. */
const takersOn = ({ equipment }: GateFacts): string[] =>
  (['carbon', 'uv', 'resin'] as const).filter((item) => equipment[item]?.on === true);

interface Asked {
  agentIds: readonly string[];
  kindIds: readonly string[];
  beside: readonly string[];
  withWater: boolean;
}
/** What would be harmed by agents: each against those that live there, the water, and what is beside it. */
function harmsOf({ agentIds, kindIds, beside, withWater }: Asked, facts: GateFacts): DoseReason[] {
  const { care } = facts;
  // Where nothing is given, nobody is harmed by it.
  if (agentIds.length === 0) return [];
  const knownKind = (id: string): boolean => isGroup(id) || facts.kinds.some((k) => k.id === id);
  const knownAgent = (id: string): boolean => isBeside(id) || agentNamed(id, care) !== null;
  // Of what is not known nothing is known: that is no ground for calm.
  const unknown = [
    ...kindIds.filter((id) => !knownKind(id)),
    ...[...agentIds, ...beside].filter((id) => !knownAgent(id)),
  ];
  const reasons = [
    ...unknown.map((name): DoseReason => ({ id: 'unknown', facts: { name, sign: 'harms' } })),
    ...agentIds.filter(knownAgent).flatMap((agent) => {
      const said = mayDose(
        {
          agent,
          kinds: kindIds.filter(knownKind),
          water: withWater ? facts.water : {},
          alsoPresent: beside.filter(knownAgent),
        },
        care,
        facts.kinds,
      );
      return said.ok ? said.value.reasons.filter((r) => r.facts.sign === 'harms') : [];
    }),
  ];
  return once(reasons);
}
/** Each of them once. */
const once = (reasons: readonly DoseReason[]): DoseReason[] =>
  reasons.filter((r, i) => reasons.findIndex((o) => JSON.stringify(o) === JSON.stringify(r)) === i);
const isGroup = (id: string): boolean => exposedGroups.some((g) => g === id);
const isBeside = (id: string): boolean => besideAgents.some((b) => b === id);
const harmsPeople = (reason: DoseReason): boolean => reason.id === 'pair' && reason.facts.people;

/** What harms people is final; for the rest a reason is asked where none is kept. */
function asked(
  reasons: readonly DoseReason[],
  {
    why,
    field,
    belowName = null,
  }: { why: { overrideReason?: string | undefined }; field: string; belowName?: string | null },
): GateFault[] {
  const people = reasons.filter(harmsPeople);
  if (people.length > 0)
    return [{ field, ask: 'refused', final: true, reason: { id: 'people', facts: { reasons: people } } }];
  return reasons.length === 0 || saysWhy(why) ? [] : [askReason({ id: 'harm', facts: { reasons, belowName } })];
}
const filterOf = ({ equipment }: GateFacts): string[] => (equipment.filter?.on === false ? [] : ['filter']);
const namedAgents = (all: readonly AgentIn[]): string[] => [...new Set(all.map((a) => a.agentId))];

type StartRow = Extract<GateRow, { kind: 'course' }>;
const isStart = (row: StartRow): row is StartRow & { payload: { step: 'started' } & CoursePlan } =>
  row.payload.step === 'started';

/** Whom a course that begins would harm: now, and by what is in the book of the time after it. */
export function startMeets(row: StartRow, facts: GateFacts): GateFault[] {
  if (!isStart(row)) return [];
  const { atEpochMs, nightOn, subjectId, payload } = row;
  const at = { atEpochMs, on: nightOn, tankId: subjectId };
  const joined = rowsOf(facts.rows, 'arrival', 'stock');
  // That one is not known is said beside it already.
  const agentIds = agentIdsOf(payload).filter((id) => agentNamed(id, facts.care) !== null);
  const { courses, inWater } = courseAt(facts.rows, facts, at);
  const same = courses.find(
    (c) => c.ended === null && payload.partOfId === undefined && agentIdsOf(c.plan).some((id) => agentIds.includes(id)),
  );
  const now = harmsOf(
    {
      agentIds,
      kindIds: [...livingAt(joined, { atEpochMs, kinds: facts.kinds }), ...filterOf(facts)],
      beside: [...namedAgents(inWater), ...takersOn(facts)],
      withWater: true,
    },
    facts,
  );
  // Courses that began after it, and animals that came in: each was asked about what was there then, and this was not.
  const laterCourses = rowsOf(facts.rows, 'course')
    .filter(isStart)
    .filter((r) => r.atEpochMs > atEpochMs);
  const laterKinds = joined.filter((r) => r.atEpochMs > atEpochMs && joins(r)).map((r) => r.payload.kindId);
  const afterwards = harmsOf(
    {
      agentIds,
      kindIds: [...new Set(laterKinds)],
      beside: [...new Set(laterCourses.flatMap((r) => agentIdsOf(r.payload)))],
      withWater: false,
    },
    facts,
  );
  return [
    ...(same && !saysWhy(payload)
      ? [
          askReason({
            id: 'runs-already',
            facts: { thread: 'course', sinceOn: same.plan.startOn },
          }),
        ]
      : []),
    ...asked(once([...now, ...afterwards]), { why: payload, field: 'agentId' }),
    ...belowMeets(agentIds, { row, why: payload }, facts),
  ];
}
/** Who gets water of this tank is in the same medicine. */
function belowMeets(
  agentIds: readonly string[],
  { row, why }: { row: StartRow; why: { overrideReason?: string | undefined } },
  facts: GateFacts,
): GateFault[] {
  return facts.below.flatMap(({ name, rows }) =>
    asked(
      harmsOf(
        {
          agentIds,
          kindIds: livingAt(rows, { atEpochMs: row.atEpochMs, kinds: facts.kinds }),
          beside: [],
          withWater: false,
        },
        facts,
      ),
      { why, field: 'agentId', belowName: name },
    ),
  );
}

/** Came in from elsewhere at that time: what was there already, was counted or was born is no decision. */
const joins = (row: Joined): boolean =>
  row.kind === 'arrival' || row.payload.event === 'moved-in' || row.payload.event === 'arrived';

/**
 * A dose or going on asks again: who lives there now and did not when it began, what is in the water beside it by now.
 * What an earlier step gave a reason for is not asked twice.
 */
export function doseMeets(row: StartRow, facts: GateFacts): GateFault[] {
  const { payload, subjectId, atEpochMs, nightOn } = row;
  if (payload.step !== 'given' && payload.step !== 'redosed' && payload.step !== 'resumed') return [];
  const { courses, inWater } = courseAt(facts.rows, facts, { atEpochMs, on: nightOn, tankId: subjectId });
  const course = courses.find((c) => c.courseId === payload.courseId);
  if (!course) return [];
  const here = (moment: number): string[] =>
    livingAt(rowsOf(facts.rows, 'arrival', 'stock'), { atEpochMs: moment, kinds: facts.kinds });
  const reasonedAt = rowsOf(facts.rows, 'course').flatMap((r) =>
    r.atEpochMs <= atEpochMs && 'courseId' in r.payload && r.payload.courseId === course.courseId && hasWhy(r.payload)
      ? [r.atEpochMs]
      : [],
  );
  const known = new Set([course.startedEpochMs, ...reasonedAt].flatMap(here));
  const others = inWater.filter((a) => a.courseId !== course.courseId);
  const knownBeside = new Set(
    [course.startedEpochMs, ...reasonedAt].flatMap((moment) =>
      namedAgents(courseAt(facts.rows, facts, { atEpochMs: moment, on: nightOn, tankId: subjectId }).inWater),
    ),
  );
  const reasons = harmsOf(
    {
      agentIds: agentIdsOf(course.plan),
      kindIds: here(atEpochMs).filter((id) => !known.has(id)),
      beside: namedAgents(others),
      withWater: false,
    },
    facts,
  ).filter((r) => harmsPeople(r) || r.id === 'kind' || !knownBeside.has(otherOf(r, facts)));
  return asked(reasons, { why: payload, field: 'courseId' });
}
const hasWhy = (payload: object): boolean =>
  'overrideReason' in payload && saysWhy(payload as { overrideReason?: string });
const otherOf = (reason: DoseReason, { care }: GateFacts): string =>
  'other' in reason.facts
    ? (care.agents.find((a) => a.slug === (reason.facts as { other: string }).other)?.id ?? '')
    : '';

/** Who comes in meets what is in the water: of courses that run, of what is left, and of those that began after it. */
export function joinMeets(row: Joined, facts: GateFacts): GateFault[] {
  if (!joins(row)) return [];
  const { atEpochMs, nightOn, subjectId, payload } = row;
  const { inWater } = courseAt(facts.rows, facts, { atEpochMs, on: nightOn, tankId: subjectId });
  const joined = [...rowsOf(facts.rows, 'arrival', 'stock'), row];
  const later = rowsOf(facts.rows, 'course')
    .filter(isStart)
    .filter(
      (r) =>
        r.atEpochMs > atEpochMs &&
        livingAt(joined, { atEpochMs: r.atEpochMs, kinds: facts.kinds }).includes(payload.kindId),
    )
    .flatMap((r) => agentIdsOf(r.payload));
  const agentIds = [...new Set([...namedAgents(inWater.filter((a) => !a.inFood)), ...later])];
  return asked(harmsOf({ agentIds, kindIds: [payload.kindId], beside: [], withWater: false }, facts), {
    why: payload,
    field: 'kindId',
  });
}
