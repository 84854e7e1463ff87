import { nightOn, dayMs, hourMs } from '#core/units';
import { computed, inject } from '@angular/core';
import { habitMinutes, madeOnce, type EveningVisit, type WalkJobId } from '#core/hands';
import { trimDue } from '#core/stock';
import { startsTonight } from '#core/water';
import type { TonightTank } from '#contracts/tonight';
import { CareChanges, careDiaryKinds, contactsOfHouse } from '../care';
import { HouseStore } from '../base/house-store';
import { DiaryWatch } from '../base/scribe';
import { DoingStore } from '../doing';
import { StockStore } from '../stock';
import { TonightStore } from '../tonight';
import { AskedAnew } from './asked-anew';

/** What must come out within an evening is taken out on its walk. */
const eveningMs = 3 * hourMs;
/** Contacts of so many days bind tanks together on the walk (the longest usual quarantine). */
const contactDays = 28;
/** A change of a fifth, where a visit does not say how much. */
const usualFraction = 0.2;
const pageOf: Partial<Record<WalkJobId, string>> = {
  test: '/readings',
  change: '/water',
  dose: '/care',
  leftovers: '/stock',
  watch: '/trouble',
  'open-job': '/water/doing',
  bed: '/hands/clean',
  sponge: '/hands/clean',
  trim: '/hands/plants',
};
/** Which of a visit's reasons a job comes from. */
const reasonsOf: Partial<Record<WalkJobId, readonly string[]>> = {
  leftovers: ['leftovers'],
  watch: ['case', 'quarantine'],
  test: ['moved', 'filter-watch'],
};

/** Seen to today already, a quarantine, a case or a move sends nobody to its page. */
function asks({ reason }: TonightTank['contributions'][number]): boolean {
  const facts = reason.facts as { due?: boolean; lookedToday?: boolean; testedToday?: boolean } | null;
  return facts?.due !== false && facts?.lookedToday !== true && facts?.testedToday !== true;
}

/** A job with a page of its own is done by what that page writes; the others by the tap on the walk. */
export const byItsPage = (job: WalkJobId): boolean => pageOf[job] !== undefined;

/** What the walk is made of: every tank's visit of tonight from all that is due, minutes by habit, water to begin. */
export class WalkVisits {
  private readonly tonight = inject(TonightStore);
  private readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly doing = inject(DoingStore);
  readonly diary = new DiaryWatch(['walk', ...careDiaryKinds]);
  private readonly hose = new CareChanges();
  private readonly asked = new AskedAnew('evening');
  private readonly evening = this.asked.told;

  constructor() {
    this.diary.open();
    this.stock.load();
  }
  readonly on = (atEpochMs: number): string => nightOn({ atEpochMs, zone: this.house.zone() });
  private readonly steps = computed(() => {
    const today = this.on(this.house.nowEpochMs());
    return this.diary.of('walk').filter((e) => this.on(e.atEpochMs) === today);
  });
  /** Stops of all evenings, each once, whichever devices told of it. */
  private readonly stops = computed(() =>
    madeOnce(
      this.diary.of('walk').flatMap(({ subjectId, atEpochMs, payload }) =>
        payload.step === 'stop'
          ? [
              {
                ...{ tankId: subjectId, atEpochMs, on: this.on(atEpochMs) },
                ...{ jobs: payload.jobs, minutes: payload.minutes },
              },
            ]
          : [],
      ),
    ),
  );
  /** Those of tonight. */
  readonly made = computed(() => {
    const today = this.on(this.house.nowEpochMs());
    return this.stops()
      .filter((stop) => stop.on === today)
      .map((stop) => ({ ...stop, minutes: stop.minutes ?? 0 }));
  });
  /** Passes of one hose that were made tonight, by tank. */
  readonly passed = computed(
    () =>
      new Set(
        this.steps().flatMap(({ subjectId, payload }) =>
          payload.step === 'pass' ? [`${subjectId} ${payload.pass}`] : [],
        ),
      ),
  );
  /** Tanks in which a pass was made tonight, and the last was not. */
  readonly inPasses = computed(() => {
    const all = [...this.passed()].map((made) => made.split(' ')[0] ?? '');
    return new Set(all.filter((tankId) => !this.passed().has(`${tankId} after`)));
  });
  /** Who has which tank tonight, by the last word of it. */
  readonly handedTo = computed(() => {
    const to = new Map<string, string>();
    for (const { subjectId, payload } of this.steps()) if (payload.step === 'handed') to.set(subjectId, payload.to);
    return new Map([...to].filter(([, name]) => name !== ''));
  });
  /** This keeper's own minutes, from the stops of all evenings. */
  readonly habit = computed(() => habitMinutes(this.stops()));
  private readonly contactsBy = computed(() => {
    const since = this.house.nowEpochMs() - contactDays * dayMs;
    const byTank = new Map<string, string[]>();
    for (const c of contactsOfHouse(this.diary.entries(), this.hose.chains()))
      if (c.atEpochMs >= since && c.broken !== true) byTank.set(c.from, [...(byTank.get(c.from) ?? []), c.to]);
    return byTank;
  });
  /** Tanks with plants whose latest day to be trimmed is over, with the minutes that takes. */
  private readonly trimsDue = computed(() => {
    const now = this.house.nowEpochMs();
    const trims = this.diary.of('trim');
    const due = new Map<string, number>();
    for (const { tank, residents } of this.stock.stocked())
      for (const { kind } of residents) {
        const planted = tank.events.find((e) => e.kindId === kind.id)?.atEpochMs ?? now;
        const trimsAtEpochMs = trims
          .filter((e) => e.subjectId === tank.tankId && e.payload.kindId === kind.id)
          .map((e) => e.atEpochMs);
        // What was never cut in the book is not known to be grown: nobody is sent to it.
        if (!kind.plant || trimsAtEpochMs.length === 0) continue;
        const found = trimDue({ kind, trimsAtEpochMs, plantedEpochMs: planted, netVolumeL: tank.netVolumeL });
        if (found && found.hiEpochMs < now)
          due.set(tank.tankId, Math.max(due.get(tank.tankId) ?? 0, found.workMinutes));
      }
    return due;
  });
  private readonly waterOf = computed(() => new Map(this.evening()?.tanks.map((t) => [t.tankId, t])));
  /** The litres and the water that are usual at a tank; a fifth of whatever there is where no routine is known. */
  readonly change = (tankId: string): { changeL: number; waterId: string | null; waterName: string } => {
    const line = this.waterOf().get(tankId);
    if (!line) {
      const netVolumeL = this.tonight.tankNamed(tankId)?.netVolumeL ?? 0;
      return { changeL: usualFraction * netVolumeL, waterId: null, waterName: '' };
    }
    const name = this.evening()?.waters.find((w) => w.waterId === line.waterId)?.name ?? '';
    return { changeL: line.changeL, waterId: line.waterId, waterName: name };
  };
  /** While the power is out nobody is fed: what is not eaten takes oxygen. */
  readonly inOutage = (tankId: string): boolean =>
    this.tonight.tankNamed(tankId)?.contributions.some((c) => c.reason.id === 'outage') ?? false;
  /** Animals are fed once; where nobody has been told who lives there, as if there were some. */
  private feeds(t: TonightTank): boolean {
    const stocked = this.stock.stockOf(t.tankId);
    return (
      !t.lookedTonight &&
      !this.doneTonight(t, 'fed') &&
      !this.inOutage(t.tankId) &&
      (stocked === null || stocked.residents.some((l) => l.kind.animal))
    );
  }
  private doneTonight(t: TonightTank, kind: 'fed' | 'change'): boolean {
    const today = this.on(this.house.nowEpochMs());
    return t.lastDone.some((d) => d.kind === kind && this.on(Date.parse(d.at)) === today);
  }
  private visitOf(t: TonightTank): EveningVisit {
    const factOf = (id: string, fact: string): unknown =>
      (t.contributions.find((c) => c.reason.id === id)?.reason.facts as Record<string, unknown> | undefined)?.[fact];
    const leavesLo = factOf('leaves', 'lo');
    const has = (id: string): boolean => t.contributions.some((c) => c.reason.id === id);
    const count = (id: string): number => t.contributions.filter((c) => c.reason.id === id).length;
    return {
      id: t.tankId,
      purpose: t.purpose,
      doubtful: t.doubtful,
      lookedTonight: t.lookedTonight,
      step: t.nextStep.kind,
      changedTonight: this.doneTonight(t, 'change'),
      changeL: this.change(t.tankId).changeL,
      testsCount: count('test-due'),
      testMust: factOf('moved', 'testedToday') === false || has('filter-watch'),
      watchDue: factOf('case', 'due') === true || factOf('quarantine', 'lookedToday') === false,
      leftoversCount: t.contributions.filter(
        (c) => c.reason.id === 'leftovers' && (c.dueEpochMs ?? Infinity) < this.house.nowEpochMs() + eveningMs,
      ).length,
      feeds: this.feeds(t),
      leavesInDays: typeof leavesLo === 'number' ? leavesLo : null,
      courseDue: has('course-due') || has('redose'),
      inCourse: has('course') || has('course-due') || has('course-paused'),
      inQuarantine: has('quarantine'),
      caseOpen: has('case'),
      spongeDue: has('sponge-due'),
      bedDue: has('bed-due'),
      trimMinutes: this.trimsDue().get(t.tankId) ?? null,
      openJobsCount: count('open-job'),
      contacts: this.contactsBy().get(t.tankId) ?? [],
    };
  }
  /** In the order of the round. */
  readonly visits = computed(() =>
    this.tonight.round().flatMap((group) => group.visits.map((t) => ({ tankId: t.tankId, visit: this.visitOf(t) }))),
  );
  /** Where a job is done: the page its reason begins at, or the page of all such jobs. */
  readonly pageFor = (tankId: string, job: WalkJobId): { path: string; query: Record<string, string> } | null => {
    const because = this.tonight
      .tankNamed(tankId)
      ?.contributions.find((c) => reasonsOf[job]?.includes(c.reason.id) && c.begins !== null && asks(c))?.begins;
    if (because) return because;
    const path = pageOf[job];
    if (path === undefined) return null;
    return { path, query: { tank: tankId, ...(job === 'change' ? this.changeQuery(tankId) : {}) } };
  };
  private changeQuery(tankId: string): Record<string, string> {
    const { changeL, waterId } = this.change(tankId);
    return {
      ...(waterId === null ? {} : { water: waterId }),
      changeL: String(Math.round(changeL * 10) / 10),
      ...this.begunAt(tankId),
    };
  }
  /** A change that is open there already goes on, instead of being begun a second time. */
  private begunAt(tankId: string): { job: string } | Record<string, never> {
    const job = this.doing.jobs().find((j) => j.tankId === tankId && j.work.kind === 'change');
    return job ? { job: job.jobId } : {};
  }
  /** Water that must be begun tonight for the coming evenings. */
  readonly starts = computed(() => {
    const view = this.evening();
    return view ? startsTonight(view) : [];
  });
}
