import { dayMs, minuteMs } from '#core/units';
import { careKnowledge } from '#almanac/care';
import { troubleKnowledge } from '#almanac/trouble';
import { agentIdsOf, courseStepOf, courseThreads } from '#core/care';
import {
  caseFromBook,
  heldFindings,
  tempBorne,
  toldIn,
  troubleBookKinds,
  type BookOfTank,
  type HeldFinding,
  type TroubleCase,
  type TroubleRow,
} from '#core/trouble';
import type { Contribution } from '#core/tonight';
import { readDiary, type BookDeps } from '../book';
import { phHolderOf, type Prospect } from '../judgement';
import { readSources } from '../sources';
import { equipmentOf, newestByOf, newestOf, stageOf, type Tank } from '../tanks';

/** What the book holds of a case counts so long at most (`almanac/trouble`). */
const lookBackDays = 28;

type Rows = readonly TroubleRow[];
/** Rows of a tank to which nobody wrote are not read again: an unchanged tank is the same object. */
const rowsOf = new WeakMap<Tank, Rows>();

/** What the last weeks of these tanks hold, in one statement for those that were written to. */
async function rowsFor(
  deps: Pick<BookDeps, 'db'>,
  tanks: readonly Tank[],
  nowEpochMs: number,
): Promise<ReadonlyMap<string, Rows>> {
  const missing = tanks.filter((t) => !rowsOf.has(t));
  if (missing.length > 0) {
    const read = await readDiary(deps, {
      kinds: troubleBookKinds,
      subjectIds: missing.map((t) => t.tankId),
      sinceEpochMs: nowEpochMs - lookBackDays * dayMs,
    });
    for (const tank of missing)
      rowsOf.set(
        tank,
        read.filter((r) => r.subjectId === tank.tankId),
      );
  }
  return new Map(tanks.map((t) => [t.tankId, rowsOf.get(t) ?? []]));
}

/** One tank as a case: what its newest readings, its last weeks and who lives there say. */
function caseOf({
  tank,
  rows,
  prospect,
  source,
  meant,
  answers,
  nowEpochMs,
}: {
  tank: Tank;
  rows: Rows;
  prospect: Prospect | undefined;
  source: TroubleCase['sourceHas'];
  meant: TroubleCase['meant'];
  answers: TroubleCase['findings'];
  nowEpochMs: number;
}): TroubleCase {
  const changes: TroubleRow[] = newestOf(tank, 'change').map(
    ({ entryId, atEpochMs, changeFraction, conditionerMl, sourceId }) => ({
      entryId,
      atEpochMs,
      kind: 'change',
      payload: { changeFraction, conditionerMl, sourceId },
    }),
  );
  const equipment = equipmentOf(tank);
  const animals = tank.residents.filter(({ kind }) => kind.group !== 'plant');
  // Of whom nobody wrote may live here all the same; nobody lives where it is said that it rests or is cycled, unless
  // somebody looked at animals there.
  const nobody =
    tank.setUp.purpose === 'resting' || (stageOf(tank) === 'cycling' && !rows.some((r) => r.kind === 'seen'));
  const unknown = animals.length > 0 || nobody ? [] : anybody;
  const living = animals.map(({ count }) => count.hi ?? count.lo ?? 0);
  const readings = newestByOf(tank, 'reading');
  const book: BookOfTank = {
    nowEpochMs,
    startedEpochMs: Date.parse(tank.startedOn),
    groups: [...new Set([...tank.residents.map(({ kind }) => kind.group), ...unknown])],
    readings: readings.flatMap(({ of: parameter, items: [latest] }) =>
      latest
        ? [
            {
              ...{ parameter, lo: latest.lo, hi: latest.hi, atEpochMs: latest.atEpochMs },
              entryId: parameter,
              doubtful: latest.doubtful ?? false,
            },
          ]
        : [],
    ),
    earlier: Object.fromEntries(readings.map(({ of, items }) => [of, items.slice(1)])),
    usual: Object.fromEntries(
      (prospect?.outlooks ?? []).flatMap(({ parameter, normal }) =>
        normal ? [[parameter, { lo: normal.lo, hi: normal.hi }] as const] : [],
      ),
    ),
    ...toldIn([...changes, ...rows], {
      nowEpochMs,
      isolated: tank.setUp.purpose === 'quarantine' || tank.setUp.purpose === 'hospital',
      isPlant: (kindId) => tank.residents.some(({ kind }) => kind.id === kindId && kind.group === 'plant'),
      // What a product was is asked where it decides something: on the page of the case.
      isMedicine: () => false,
      isPure: () => null,
    }),
    tempBorne: tempBorne(animals.map(({ kind }) => kind)),
    carbonateHeld: phHolderOf(tank) === 'carbonate',
    livingCount: living.length > 0 ? living.reduce((a, b) => a + b, 0) : null,
    equipment: {
      co2: equipment.co2?.on,
      uv: equipment.uv?.on,
      carbon: equipment.carbon?.on,
      intakeSponge: equipment['intake-sponge']?.on,
      lid: equipment.lid?.on,
      activeBed: tank.setUp.bed ? tank.setUp.bed.kind === 'active' : undefined,
    },
    source,
    meant,
  };
  return caseFromBook(book, answers, troubleKnowledge);
}
const anybody = ['fish', 'shrimp', 'plant'] as const;

const copper = careKnowledge.agents.find((a) => a.slug === 'copper');
const copperDose = copper?.doses.find((d) => d.route === 'prolonged');
/** Copper that a course holds in the water on purpose; asked for only where copper was read. */
async function meantIn(
  deps: Pick<BookDeps, 'db'>,
  tanks: readonly Tank[],
  nowEpochMs: number,
): Promise<ReadonlyMap<string, TroubleCase['meant']>> {
  const read = tanks.filter((t) => (newestOf(t, 'reading', 'copperMgPerL')[0]?.hi ?? 0) > 0).map((t) => t.tankId);
  if (read.length === 0 || !copper || !copperDose) return new Map();
  const rows = await readDiary(deps, { kinds: ['course'], subjectIds: read });
  const today = new Date(nowEpochMs).toISOString().slice(0, 10);
  const courses = courseThreads(rows.map(courseStepOf), { today });
  return new Map(
    courses
      .filter((c) => c.ended === null && agentIdsOf(c.plan).includes(copper.id))
      .map((c) => [c.tankId, { copperMgPerL: { lo: copperDose.lo, hi: copperDose.hi } }]),
  );
}

/** Nothing of it turns within a quarter of an hour, where nobody wrote; entries make the tank another object. */
const keptMs = 15 * minuteMs;
const kept = new WeakMap<Tank, { mark: string; prospect: Prospect | undefined; findings: HeldFinding[] }>();
function findingsOfTank(given: Parameters<typeof caseOf>[0]): HeldFinding[] {
  const { tank, prospect, source, meant, answers, nowEpochMs } = given;
  const mark = JSON.stringify([Math.floor(nowEpochMs / keptMs), source, meant, answers]);
  const known = kept.get(tank);
  if (known?.mark === mark && known.prospect === prospect) return known.findings;
  const findings = heldFindings(caseOf(given), troubleKnowledge);
  kept.set(tank, { mark, prospect, findings });
  return findings;
}

const severities: Readonly<Record<HeldFinding['urgency'], Contribution['severity']>> = {
  now: 'act',
  today: 'act',
  week: 'watch',
  watch: 'note',
  none: 'note',
};

/** What holds fast in each tank tonight: settled tests, red flags, extremes and exposures, by the code that Trouble asks. */
export async function heldContributions({
  deps,
  tanks,
  prospects,
  findingsOf,
  nowEpochMs,
}: {
  deps: Pick<BookDeps, 'db'>;
  tanks: readonly Tank[];
  prospects: ReadonlyMap<string, Prospect>;
  /** What was seen in the open case of a tank. */
  findingsOf: (tankId: string) => TroubleCase['findings'];
  nowEpochMs: number;
}): Promise<Map<string, Contribution[]>> {
  const all = await rowsFor(deps, tanks, nowEpochMs);
  // Sources are asked for where water went in bare: only then does it matter what they hold.
  const bare = tanks.some((t) => newestOf(t, 'change')[0]?.conditionerMl === 0);
  const sources = bare ? await readSources(deps.db, nowEpochMs) : [];
  const meant = await meantIn(deps, tanks, nowEpochMs);
  return new Map(
    tanks.map((tank) => {
      const sourceId = newestOf(tank, 'change')[0]?.sourceId;
      const setUp = sources.find((s) => s.id === sourceId)?.payload;
      // Chlorine is gone from water that stood (common practice), chloramine is not.
      const source: NonNullable<TroubleCase['sourceHas']>[number][] = [
        ...(setUp?.chlorine === 'chlorine' && setUp.state !== 'tap-aged' ? (['chlorine'] as const) : []),
        ...(setUp?.chlorine === 'chloramine' ? (['chloramine'] as const) : []),
        ...(setUp?.copperPipe === true ? (['copper'] as const) : []),
      ];
      const held = findingsOfTank({
        tank,
        rows: all.get(tank.tankId) ?? [],
        prospect: prospects.get(tank.tankId),
        source,
        meant: meant.get(tank.tankId),
        answers: findingsOf(tank.tankId),
        nowEpochMs,
      });
      return [tank.tankId, held.map((finding, i) => contributionOf(tank.tankId, finding, i))];
    }),
  );
}

const contributionOf = (
  tankId: string,
  { id, sort, urgency, causeId, findingId, parameter, first, cautionIds }: HeldFinding,
  index: number,
): Contribution => ({
  id: `held:${id}`,
  severity: severities[urgency],
  reason: {
    id: 'held',
    facts: {
      held: {
        ...{ sort, id: findingId ?? id.slice(id.indexOf(':') + 1), causeId, parameter, urgency, first },
        causeName: troubleKnowledge.causes.find((c) => c.id === causeId)?.name ?? '',
        cautions: cautionIds.flatMap((c) => troubleKnowledge.cautions.find((known) => known.id === c)?.text ?? []),
      },
    },
  },
  sinceEpochMs: null,
  dueEpochMs: null,
  loud: false,
  begins: { path: `/trouble/${tankId}`, query: {} },
  rank: -10 + Math.min(index, 9),
});
