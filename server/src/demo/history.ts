import { addDays, instantOf, dayMs, minuteMs } from '#core/units';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { v7 } from 'uuid';
import { parseReading, type ParameterId, type Water } from '#core/readings';
import { unwrap } from '#core/result';
import { changeEffect } from '#core/water';
import type { NewEntry, ReadingValue } from '#contracts/book';
import { shippedAlmanac } from '#almanac/shelf';
import { demoInstruments, watchedTanks } from './instruments';
import { batchOf, demoBatchesOf, demoLabels, demoRecipes, demoWorks, recipeOf, type DemoBatch } from './waters';
import { demoCases } from './trouble';
import { breederBees, demoLife, demoSalts, demoSupplies, supplyDates, tonightDrip } from './life';
import {
  demoDays,
  demoNotes,
  demoSources,
  demoTanks,
  practiceChanges,
  supplierReports,
  type DemoTank,
} from './scenario';

export interface DemoNight {
  on: string;
  /** The clock at which the night's entries are written. */
  writtenAtEpochMs: number;
  entries: NewEntry[];
}

class Chance {
  private readonly generator;
  constructor(seed: number) {
    this.generator = xoroshiro128plus(seed);
  }
  /** 0 to 1, one excluded. */
  share(): number {
    return (this.generator.next() >>> 0) / 2 ** 32;
  }
  /** About normal, standard deviation 1. */
  spread(): number {
    return [1, 2, 3, 4].reduce((sum) => sum + this.share(), 0) * 1.732 - 3.464;
  }
  id(atEpochMs: number): string {
    return v7({
      msecs: atEpochMs,
      seq: this.generator.next() >>> 1,
      random: Uint8Array.from({ length: 16 }, () => this.generator.next() & 255),
    });
  }
}

const nitrateWords = [
  [2.5, '<5'],
  [7.5, '5-10'],
  [12, '10'],
  [18, '10-20'],
  [28, '20'],
  [36, '20-40'],
  [55, '40'],
  [75, '40-80'],
  [1e9, '80'],
] as const;

/** What the porter would write down: the kit's own coarseness, not the simulation's digits. */
function written(id: ParameterId, value: number): string {
  if (id === 'no3MgPerL') return nitrateWords.find(([below]) => value <= below)?.[1] ?? '80';
  if (id === 'tanMgPerL' || id === 'no2MgPerL')
    return String(
      [0, 0.25, 0.5, 1, 2, 4].reduce((best, step) => (Math.abs(step - value) < Math.abs(best - value) ? step : best)),
    );
  if (id === 'ghDegrees' || id === 'khDegrees') return value < 0.8 ? '<1' : String(Math.round(value));
  return value.toFixed(id === 'ec25UsPerCm' ? 0 : 1);
}

function readingOf(id: ParameterId, text: string): ReadingValue {
  const parameter = shippedAlmanac.parameters.find((p) => p.id === id);
  if (!parameter) throw new Error(`No parameter ${id}`);
  const { lo, hi, enteredUnit } = unwrap(parseReading({ parameter, text }));
  return {
    parameter: id,
    lo,
    hi,
    text,
    enteredUnit,
    ...(parameter.plausible.hi < (lo ?? 0) ? { insisted: true } : {}),
  };
}

const noise: Water = { tempC: 0.25, ph: 0.05, ghDegrees: 0.2, khDegrees: 0.15, ec25UsPerCm: 4, no3MgPerL: 1.2 };

interface Run {
  zone: string;
  tonightOn: string;
  chance: Chance;
  /** For what was added later: the water of the house keeps its numbers. */
  side: Chance;
  /** For the cases, and for what came into the story after them. */
  cases: Chance;
  /** For the plain salts of the shelf. */
  shelf: Chance;
  /** The change of the evening before, by tank. */
  changed: Map<string, string>;
  /** What is still to be written of batches, by the night it is due. */
  batchSteps: { batch: DemoBatch; batchId: string }[];
  ids: Map<string, string>;
  waters: Map<string, Water>;
  sourceWaters: Map<string, Water>;
}

/**
 * The nights of the demo house, the same for the same seed and date: simulated water, tested with coarse kits, changed
 * by routine, with the incidents of the scenario laid over it. Invented data; never a check value.
 */
export function demoNights({
  tonightOn,
  zone,
  seed = 20260314,
}: {
  tonightOn: string;
  zone: string;
  seed?: number;
}): DemoNight[] {
  const chance = new Chance(seed);
  const run: Run = {
    zone,
    tonightOn,
    chance,
    side: new Chance(seed + 1),
    cases: new Chance(seed + 3),
    shelf: new Chance(seed + 2),
    changed: new Map(),
    batchSteps: [],
    ids: new Map(),
    waters: new Map(demoTanks.map((t) => [t.key, { ...t.start }])),
    sourceWaters: new Map(demoSources.map((s) => [s.key, { ...s.water }])),
  };
  const firstOn = addDays({ on: tonightOn, days: -demoDays });
  const nights = [openingNight(run, firstOn)];
  for (let agoDays = demoDays - 1; agoDays >= 1; agoDays--)
    nights.push(nightOf(run, addDays({ on: tonightOn, days: -agoDays }), agoDays));
  nights.push(tonight(run, tonightOn));
  return nights;
}

const at = (run: Run, on: string, minutes: number): { epochMs: number; iso: string } => {
  const epochMs = instantOf({ on, time: '21:00', zone: run.zone }) + minutes * minuteMs;
  return { epochMs, iso: new Date(epochMs).toISOString() };
};
const idOf = (run: Run, key: string): string => run.ids.get(key) ?? '';

function head<K extends NewEntry['kind']>(
  run: Run,
  { kind, key, on, minutes }: { kind: K; key: string; on: string; minutes: number },
): { id: string; kind: K; kindVersion: 1; subjectId: string; happenedAt: string } {
  const when = at(run, on, minutes);
  return { id: run.chance.id(when.epochMs), kind, kindVersion: 1, subjectId: idOf(run, key), happenedAt: when.iso };
}

function openingNight(run: Run, on: string): DemoNight {
  const opening = at(run, on, 0).epochMs;
  for (const { key } of [...demoSources, ...demoTanks, ...demoSupplies, { key: 'own-bees' }])
    run.ids.set(key, run.chance.id(opening));
  const entries: NewEntry[] = [
    ...demoSources.map((s): NewEntry => ({
      ...head(run, { kind: 'source', key: s.key, on, minutes: 0 }),
      payload: {
        ...s.payload,
        startedOn: on,
        ...(s.parts ? { parts: s.parts.map(({ key, partL }) => ({ sourceId: idOf(run, key), partL })) } : {}),
      },
    })),
    ...demoSupplies.map(({ key, payload }): NewEntry => {
      const days = supplyDates[key];
      const expires = days === undefined ? {} : { expiresOn: addDays({ on: run.tonightOn, days }) };
      return {
        ...head(run, { kind: 'supply', key, on, minutes: 2 }),
        payload: { ...payload, ...expires, startedOn: on },
      };
    }),
    { ...head(run, { kind: 'own-kind', key: 'own-bees', on, minutes: 3 }), payload: breederBees(on) },
    ...demoTanks.map((t): NewEntry => ({
      ...head(run, { kind: 'set-up', key: t.key, on, minutes: 1 }),
      payload: {
        ...t.payload,
        geometry: { ...t.payload.geometry },
        practiceId: practiceChanges[t.key]?.before ?? t.payload.practiceId,
        startedOn: on,
      },
    })),
  ];
  for (const { key } of demoInstruments) run.ids.set(key, run.side.id(opening));
  entries.push(
    ...demoInstruments.map(({ key, payload, expiresInDays, tankKey }): NewEntry => ({
      ...sideHead(run, { kind: 'instrument', key, on, minutes: 4 }),
      payload: {
        ...payload,
        parameters: [...payload.parameters],
        steps: [...payload.steps],
        expiresOn: expiresInDays === null ? null : addDays({ on: run.tonightOn, days: expiresInDays }),
        startedOn: on,
        ...(tankKey === undefined ? {} : { tankId: run.ids.get(tankKey) ?? '' }),
      },
    })),
  );
  entries.push(...waterBegun(run, on), ...saltsOf(run, on));
  return { on, writtenAtEpochMs: at(run, on, 5).epochMs, entries };
}

/** Recipes of the drums and labels of the minerals; the unit and the keeper's own routines. */
function waterBegun(run: Run, on: string): NewEntry[] {
  const own = (key: string): string => idOf(run, key);
  return [
    ...Object.entries(demoRecipes).map(([key, recipe]): NewEntry => ({
      ...sideHead(run, { kind: 'recipe', key, on, minutes: 4 }),
      payload: recipeOf(recipe, own),
    })),
    ...Object.entries(demoLabels).map(([key, label]): NewEntry => ({
      ...sideHead(run, { kind: 'mineral', key, on, minutes: 4 }),
      payload: { ...label },
    })),
    { ...sideHead(run, { kind: 'works', key: 'ro', on, minutes: 4 }), payload: demoWorks },
    ...(
      [
        ['bathhouse', 'lake', 7, 0.05, 'dripped', 'weekly-drips', 30],
        ['breakfast', 'neo', 7, 0.15, 'poured', 'small-weekly', 15],
      ] as const
    ).map(([key, sourceKey, everyDays, changeFraction, how, schoolId, changeMinutes]): NewEntry => ({
      ...sideHead(run, { kind: 'routine', key, on, minutes: 4 }),
      payload: { everyDays, changeFraction, sourceId: own(sourceKey), how, changeMinutes, schoolId },
    })),
  ];
}

const shelfHead = <K extends NewEntry['kind']>(
  run: Run,
  given: { kind: K; key: string; on: string; minutes: number },
): ReturnType<typeof head<K>> => head({ ...run, chance: run.shelf }, given);
function saltsOf(run: Run, on: string): NewEntry[] {
  for (const { key } of demoSalts) run.ids.set(key, run.shelf.id(at(run, on, 0).epochMs));
  return demoSalts.map(({ key, payload }) => ({
    ...shelfHead(run, { kind: 'supply', key, on, minutes: 2 }),
    payload: { ...payload, startedOn: on },
  }));
}
const saltLogs = (run: Run, on: string, agoDays: number): NewEntry[] =>
  demoSalts.flatMap(({ key, log }) =>
    log
      .filter(([ago]) => ago === agoDays)
      .map(([, event, value]): NewEntry => ({
        ...shelfHead(run, { kind: 'supply-log', key, on, minutes: 76 }),
        payload: { event, value },
      })),
  );

/** What was mixed that night, and what became of earlier batches. */
function mixedThatNight(run: Run, on: string, agoDays: number): NewEntry[] {
  const own = (key: string): string => idOf(run, key);
  const made = demoBatchesOf({ agoDays, share: () => run.side.share() }).map((batch): NewEntry => {
    const head = sideHead(run, { kind: 'batch', key: batch.key, on, minutes: batch.minutes });
    run.batchSteps.push({ batch, batchId: head.id });
    return { ...head, payload: batchOf(batch, own) };
  });
  const steps = run.batchSteps.flatMap(({ batch, batchId }) =>
    batch.steps
      .filter((s) => s.agoDays === agoDays)
      .map(({ agoDays: _ago, minutes, ...step }): NewEntry => ({
        ...sideHead(run, { kind: 'batch-step', key: batch.key, on, minutes }),
        payload:
          step.step === 'measured'
            ? {
                step: 'measured',
                batchId,
                water: {
                  ec25UsPerCm: { lo: step.ec25UsPerCm, hi: step.ec25UsPerCm },
                  ...(step.ghDegrees === undefined ? {} : { ghDegrees: { lo: step.ghDegrees, hi: step.ghDegrees } }),
                },
              }
            : { ...step, batchId },
      })),
  );
  return [...made, ...steps];
}

function sideHead<K extends NewEntry['kind']>(
  run: Run,
  given: { kind: K; key: string; on: string; minutes: number },
): ReturnType<typeof head<K>> {
  return head({ ...run, chance: run.side }, given);
}

/** What was seen the evening after a change, and the calibrations of the night. */
function watchedAndCalibrated(run: Run, on: string, agoDays: number): NewEntry[] {
  const seen = [...run.changed]
    .filter(([key]) => watchedTanks.includes(key))
    .map(([key, changeEntryId], i): NewEntry => {
      const many = run.side.share();
      const moults = Math.floor(many * 4);
      const hiding = key === 'library' && many > 0.93;
      return {
        ...sideHead(run, { kind: 'seen', key, on, minutes: 5 + i }),
        payload: {
          deaths: { lo: 0, hi: 0 },
          moults: { lo: moults, hi: moults },
          grazing: hiding ? 'less' : 'usual',
          behaviour: hiding ? 'hiding' : 'calm',
          changeEntryId,
        },
      };
    });
  run.changed.clear();
  const calibrations = demoInstruments.flatMap(({ key, calibrations: all }) =>
    all
      .filter((c) => c.agoDays === agoDays)
      .map((c): NewEntry => ({ ...sideHead(run, { kind: 'calibration', key, on, minutes: 6 }), payload: c.payload })),
  );
  return [...seen, ...calibrations];
}

function nightOf(run: Run, on: string, agoDays: number): DemoNight {
  const entries: NewEntry[] = demoTanks
    .filter((t) => practiceChanges[t.key]?.agoDays === agoDays)
    .map((t) => ({
      ...sideHead(run, { kind: 'set-up', key: t.key, on, minutes: 0 }),
      payload: {
        ...t.payload,
        geometry: { ...t.payload.geometry },
        startedOn: addDays({ on: run.tonightOn, days: -demoDays }),
      },
    }));
  if (agoDays === 61)
    Object.assign(run.sourceWaters.get('tap') ?? {}, { ghDegrees: 14, khDegrees: 9, ec25UsPerCm: 520, ph: 7.7 });
  if (agoDays % 28 === 5 || agoDays === 61) entries.push(...sourceTests(run, on, agoDays));
  for (const report of supplierReports.filter((r) => r.agoDays === agoDays))
    entries.push({
      ...head(run, { kind: 'readings', key: 'tap', on, minutes: 12 }),
      payload: {
        context: 'source',
        origin: 'supplier-report',
        values: (Object.entries(report.water) as [ParameterId, number][]).map(([id, value]) =>
          readingOf(id, String(value)),
        ),
      },
    });
  entries.push(...watchedAndCalibrated(run, on, agoDays));
  for (const [index, tank] of demoTanks.entries()) entries.push(...tankNight(run, { tank, index, on, agoDays }));
  for (const note of demoNotes.filter((n) => n.agoDays === agoDays)) {
    entries.push({
      ...head(run, { kind: 'note', key: note.subject, on, minutes: 95 }),
      payload: { text: note.text, ...(note.mark ? { mark: note.mark } : {}) },
    });
  }
  entries.push(...casesOf(run, on, agoDays));
  entries.push(...lifeOf(run, on, agoDays), ...mixedThatNight(run, on, agoDays), ...saltLogs(run, on, agoDays));
  if (agoDays === 174)
    entries.push(
      {
        ...head(run, { kind: 'readings', key: 'bee', on, minutes: 20 }),
        payload: { context: 'batch', values: [readingOf('ec25UsPerCm', '420')] },
      },
      {
        ...head(run, { kind: 'readings', key: 'bee', on, minutes: 60 }),
        payload: { context: 'batch', values: [readingOf('ec25UsPerCm', '216')] },
      },
    );
  return { on, writtenAtEpochMs: at(run, on, 100).epochMs, entries };
}

/** What was written of cases that night. */
function casesOf(run: Run, on: string, agoDays: number): NewEntry[] {
  return demoCases.flatMap((of, index) =>
    of.steps
      .filter((s) => s.agoDays === agoDays)
      .map(({ agoDays: _ago, minutes, againDays, ...step }): NewEntry => {
        const when = at(run, on, minutes);
        const id = run.cases.id(when.epochMs);
        const shifted = (days: number): string => new Date(when.epochMs + days * dayMs).toISOString();
        const lookAgainAt = againDays === undefined ? null : shifted(againDays);
        const head = {
          id,
          kind: 'case' as const,
          kindVersion: 2 as const,
          subjectId: idOf(run, of.tank),
          happenedAt: when.iso,
        };
        if (step.step === 'opened') {
          run.ids.set(`case-${index}`, id);
          const { signDays, ...opened } = step;
          return { ...head, payload: { ...opened, firstSignAt: shifted(-signDays), lookAgainAt } };
        }
        const caseId = idOf(run, `case-${index}`);
        return step.step === 'closed'
          ? { ...head, payload: { ...step, caseId } }
          : { ...head, payload: { ...step, caseId, lookAgainAt } };
      }),
  );
}

/** Fields that name something by the key it has here. */
const namedFields: ReadonlySet<string> = new Set([
  'withTankId',
  'sourceId',
  'courseId',
  'quarantineId',
  'awayId',
  'movedId',
  'toolId',
]);
/** `@on` is that night, `@on+14` two weeks after it; anything else is as it stands. */
function dayIn(value: unknown, on: string): unknown {
  const said = typeof value === 'string' ? /^@on(?:\+(\d+))?$/.exec(value) : null;
  return said ? addDays({ on, days: Number(said[1] ?? 0) }) : value;
}
/** What happened to animals, plants, equipment and supplies that night. */
function lifeOf(run: Run, on: string, agoDays: number): NewEntry[] {
  return demoLife
    .filter((e) => e.agoDays === agoDays)
    .map(({ subject, kind, minutes, payload, as, apart }) => {
      const own = Object.fromEntries(
        Object.entries(payload as Record<string, unknown>).map(([field, value]) =>
          namedFields.has(field) ? [field, idOf(run, String(value))] : [field, dayIn(value, on)],
        ),
      );
      const made = { kind, key: subject, on, minutes };
      const first = head(apart === true ? { ...run, chance: run.cases } : run, made);
      if (as !== undefined) run.ids.set(as, first.id);
      return { ...first, payload: own } as NewEntry;
    });
}

/** The night that is still going on: twelve cherries arrived, and their drip is running. */
function tonight(run: Run, on: string): DemoNight {
  const arrival = head(run, { kind: 'arrival', key: 'cellar-b', on, minutes: 2 });
  const entries: NewEntry[] = [
    { ...arrival, payload: tonightDrip.arrival },
    {
      ...head(run, { kind: 'acclimation', key: 'cellar-b', on, minutes: 5 }),
      payload: tonightDrip.started(arrival.id),
    },
    {
      ...head(run, { kind: 'acclimation', key: 'cellar-b', on, minutes: 20 }),
      payload: tonightDrip.measured(arrival.id),
    },
    {
      ...head(run, { kind: 'fed', key: 'lobby', on, minutes: 10 }),
      payload: { foodId: 'frozen', foodG: 1.2, school: 'mass' },
    },
    {
      ...head(run, { kind: 'move', key: 'cellar-a', on, minutes: 12 }),
      payload: { step: 'move-day', movedId: run.ids.get('cellar-a-moved') ?? '', good: true },
    },
  ];
  return { on, writtenAtEpochMs: at(run, on, 28).epochMs, entries };
}

function sourceTests(run: Run, on: string, agoDays: number): NewEntry[] {
  return demoSources.map((source): NewEntry => {
    const water = { ...run.sourceWaters.get(source.key) };
    if (source.key === 'ro' && agoDays > 236 && agoDays < 300) water.ec25UsPerCm = 4 + (300 - agoDays) * 0.42;
    const values = (Object.entries(water) as [ParameterId, number][]).map(([id, value]) =>
      readingOf(id, written(id, value)),
    );
    return {
      ...head(run, { kind: 'readings', key: source.key, on, minutes: 10 }),
      payload: { context: 'source', values },
    };
  });
}

function tankNight(
  run: Run,
  { tank, index, on, agoDays }: { tank: DemoTank; index: number; on: string; agoDays: number },
): NewEntry[] {
  const entries: NewEntry[] = [];
  const water = run.waters.get(tank.key) ?? {};
  drift(run, tank, water, agoDays);
  const minutes = 15 + index * 8;
  if (testedTonight(tank, agoDays))
    entries.push({
      ...head(run, { kind: 'readings', key: tank.key, on, minutes }),
      payload: {
        context: 'routine',
        values: tank.tests.map((id) => readingOf(id, written(id, seen(run, tank, water, id, agoDays)))),
      },
    });
  if (changedTonight(tank, agoDays))
    entries.push(...changeEntries(run, { tank, water, on, minutes: minutes + 3, agoDays }));
  entries.push({
    ...head(run, { kind: 'looked', key: tank.key, on, minutes: minutes + 6 }),
    payload: { fed: run.chance.share() > 0.1, fine: true },
  });
  return entries;
}

function drift(run: Run, tank: DemoTank, water: Water, agoDays: number): void {
  for (const [id, step] of Object.entries(tank.dailyDrift) as [ParameterId, number][])
    water[id] = Math.max(0, (water[id] ?? 0) + step * (0.6 + 0.8 * run.chance.share()));
  if (tank.key === 'breakfast' && agoDays < 75) water.ec25UsPerCm = (water.ec25UsPerCm ?? 0) + 1.9;
  if (tank.key === 'stairwell' && agoDays < 40) water.no3MgPerL = (water.no3MgPerL ?? 0) + 0.8;
  if (tank.key === 'linen' && agoDays <= 9) water.tanMgPerL = (water.tanMgPerL ?? 0) + 0.3;
}

const testedTonight = (tank: DemoTank, agoDays: number): boolean => {
  if (tank.key === 'conservatory' && agoDays < 50) return false;
  if (tank.key === 'linen' && agoDays < 7) return agoDays === 1 || agoDays === 3;
  if (tank.key === 'bathhouse' && (agoDays === 402 || agoDays === 401)) return true;
  return agoDays % tank.testEveryDays === (tank.testEveryDays === 7 ? 2 : tank.key.length % 7);
};
const changedTonight = (tank: DemoTank, agoDays: number): boolean => {
  if (tank.key === 'stairwell' && agoDays < 38) return false;
  if (tank.key === 'linen' && agoDays < 9) return false;
  return agoDays % tank.everyDays === (tank.everyDays === 7 ? 1 : 3);
};

function seen(run: Run, tank: DemoTank, water: Water, id: ParameterId, agoDays: number): number {
  if (tank.key === 'bathhouse' && id === 'tempC' && agoDays === 402) return 33.4;
  if (tank.key === 'bathhouse' && id === 'tempC' && agoDays === 401) return 29.6;
  if (tank.key === 'linen' && id === 'ph' && agoDays < 9) return 7.8;
  return Math.max(0, (water[id] ?? 0) + run.chance.spread() * (noise[id] ?? 0));
}

function changeEntries(
  run: Run,
  { tank, water, on, minutes, agoDays }: { tank: DemoTank; water: Water; on: string; minutes: number; agoDays: number },
): NewEntry[] {
  const source = { ...run.sourceWaters.get(tank.sourceKey), tempC: (water.tempC ?? 24) - 0.4 };
  const { changeFraction } = tank;
  const { ph: _ph, ...mixed } = unwrap(
    changeEffect({ netVolumeL: 1, changeFraction, tank: water, source: { ...source, ...unseenOf(tank, agoDays) } }),
  ).value.after;
  Object.assign(water, mixed, { tempC: tank.start.tempC });
  const shown = Object.fromEntries(
    Object.entries(source).map(([id, value]) => [id, Math.round(value * 10) / 10]),
  ) as Water;
  const payload = {
    entered: { by: 'fraction' as const, changeFraction },
    sourceId: idOf(run, tank.sourceKey),
    water: shown,
    how: tank.payload.bearing === 'delicate' ? ('dripped' as const) : ('poured' as const),
  };
  if (tank.key !== 'cellar-a' || agoDays !== 134) {
    const change = head(run, { kind: 'change', key: tank.key, on, minutes });
    run.changed.set(tank.key, change.id);
    return [{ ...change, payload }, ...afterIt(run, { tank, water, on, minutes: minutes + 2, agoDays })];
  }
  const wrong: NewEntry = { ...head(run, { kind: 'change', key: tank.key, on, minutes }), payload };
  return [
    wrong,
    {
      ...head(run, { kind: 'strike', key: tank.key, on, minutes: minutes + 1 }),
      payload: { entryId: wrong.id, reason: 'The drum was mislabelled: it was lake water.' },
    },
    {
      ...head(run, { kind: 'change', key: tank.key, on, minutes: minutes + 2 }),
      payload: { ...payload, sourceId: idOf(run, 'lake') },
    },
  ];
}

/** Since the supplier's switch the blend is stronger than its last analysis says; nobody has tested the drum since. */
const unseenOf = (tank: DemoTank, agoDays: number): Water =>
  tank.sourceKey === 'blend' && agoDays < 61 ? { ec25UsPerCm: 296, ghDegrees: 8 } : {};

/** The Lobby is measured right after its change: the pen shows what the analysis of the drum does not. */
function afterIt(
  run: Run,
  { tank, water, on, minutes, agoDays }: { tank: DemoTank; water: Water; on: string; minutes: number; agoDays: number },
): NewEntry[] {
  if (tank.key !== 'lobby' || agoDays > 90) return [];
  const value = (water.ec25UsPerCm ?? 0) + run.side.spread() * 1.5;
  return [
    {
      ...sideHead(run, { kind: 'readings', key: tank.key, on, minutes }),
      payload: { context: 'after-change', values: [readingOf('ec25UsPerCm', String(Math.round(value)))] },
    },
  ];
}
