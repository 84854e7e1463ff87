import { CdkDrag, CdkDropList, CdkDropListGroup, moveItemInArray, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import {
  eveningTank,
  habitMinutes,
  rearranged,
  walk,
  type EveningVisit,
  type Walk,
  type WalkGroup,
  type WalkJobId,
  type WalkTank,
} from '#core/hands';
import { trimDue } from '#core/stock';
import { nightOn } from '#core/tonight';
import type { TonightTank } from '#contracts/tonight';
import { toolWords, walkGroupWords, walkJobWords } from '#words/hands';
import { CareChanges, careDiaryKinds, contactsOfHouse } from '../care';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { TonightStore } from '../tonight';
import { Field } from '../ui/field';
import { HandsNav } from './hands-nav';
import { InUnit } from '../ui/in-unit';

const dayMs = 86_400_000;
/** Contacts of so many days bind tanks together on the walk (the longest usual quarantine). */
const contactDays = 28;
/** A change of a fifth, where a visit does not say how much. */
const usualFraction = 0.2;
/** Longer than this between two stops, somebody was called away. */
const mostMinutesApart = 60;
const pageOf: Partial<Record<WalkJobId, string>> = {
  test: '/readings',
  change: '/water',
  dose: '/care',
  'open-job': '/water/doing',
  bed: '/hands/clean',
  sponge: '/hands/clean',
  trim: '/hands/plants',
};

interface WalkRun {
  id: WalkGroup;
  startIndex: number;
  stops: {
    tankId: string;
    name: string;
    jobs: WalkJobId[];
    shown: { word: string; page: string | null }[];
    dips: string;
  }[];
}

/** The evening as one walk: every stop with its jobs in hygiene order, what fits, and what may wait. */
@Component({
  selector: 'nl-walk',
  imports: [
    CdkDrag,
    CdkDropList,
    CdkDropListGroup,
    InUnit,
    FormsModule,
    RouterLink,
    ButtonDirective,
    InputText,
    Field,
    HandsNav,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './walk-screen.html',
  styleUrl: './hands.scss',
})
export class WalkScreen {
  protected readonly tonight = inject(TonightStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly outbox = inject(Outbox);
  protected readonly diary = new DiaryWatch(['hands', ...careDiaryKinds]);
  protected readonly minutes = signal(90);
  protected readonly dipMinutes = signal(3);
  /** What cannot be read plans nothing: the walk stands as it was, and the fault beside its field. */
  protected readonly unread = signal<readonly string[]>([]);
  protected say(which: 'minutes' | 'dipMinutes', value: number | null): void {
    this.unread.update((all) => [...all.filter((w) => w !== which), ...(value === null ? [which] : [])]);
    if (value !== null) this[which].set(value);
  }
  /** The keeper's own order of tonight; empty while hygiene orders. */
  private readonly wantedIds = signal<readonly string[]>([]);
  protected readonly own = computed(() => this.wantedIds().length > 0);
  private readonly orderId = computed(() => `walk-order-${this.on(this.house.nowEpochMs())}`);
  protected readonly said = signal('');
  protected readonly fault = signal('');
  protected readonly groupWords = walkGroupWords;

  constructor() {
    this.diary.open();
    this.stock.load();
    effect(() => {
      void this.outbox.draft(this.orderId()).then((text) => {
        if (text) this.wantedIds.set(JSON.parse(text) as string[]);
      });
    });
  }
  private readonly on = (atEpochMs: number): string => nightOn({ atEpochMs, zone: this.house.zone() });
  /** Stops that were made tonight, on whichever device. */
  protected readonly made = computed(() => {
    const today = this.on(this.house.nowEpochMs());
    return this.diary
      .of('hands')
      .filter((e) => e.payload.step === 'stop' && this.on(e.atEpochMs) === today)
      .map((e) => ({
        tankId: e.subjectId,
        atEpochMs: e.atEpochMs,
        jobs: e.payload.step === 'stop' ? e.payload.jobs : [],
        minutes: (e.payload.step === 'stop' ? e.payload.minutes : undefined) ?? 0,
      }));
  });
  /** This keeper's own minutes, from the stops of all evenings. */
  private readonly habit = computed(() =>
    habitMinutes(
      this.diary
        .of('hands')
        .flatMap(({ payload }) => (payload.step === 'stop' ? [{ jobs: payload.jobs, minutes: payload.minutes }] : [])),
    ),
  );
  protected readonly habitText = computed(() => {
    const own = Object.entries(this.habit()).map(
      ([job, minutes]) => `${walkJobWords[job as WalkJobId]} ${Math.round(minutes * 10) / 10}`,
    );
    return own.length === 0 ? '' : `By your own record, min: ${own.join(', ')}.`;
  });
  private readonly hose = new CareChanges();
  private readonly contactsBy = computed(() => {
    const since = this.house.nowEpochMs() - contactDays * dayMs;
    const byTank = new Map<string, string[]>();
    for (const c of contactsOfHouse(this.diary.entries(), this.hose.chains()))
      if (c.atEpochMs >= since && c.broken !== true) byTank.set(c.from, [...(byTank.get(c.from) ?? []), c.to]);
    return byTank;
  });
  /** In the order of the round. */
  private readonly visits = computed(() => this.tonight.round().flatMap((group) => group.visits));
  private readonly stock = inject(StockStore);
  /** Tanks with plants whose latest day to be trimmed is over, with the minutes that takes. */
  private readonly trimsDue = computed(() => {
    const now = this.house.nowEpochMs();
    const trims = this.diary.of('trim');
    const due = new Map<string, number>();
    for (const { tank, lodgers } of this.stock.stocked())
      for (const { kind } of lodgers) {
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
  private visitOf(t: TonightTank): EveningVisit {
    const has = (id: string): boolean => t.contributions.some((c) => c.reason.id === id);
    const leaves = t.contributions.find((c) => c.reason.id === 'leaves')?.reason.facts as { lo: number } | undefined;
    return {
      id: t.tankId,
      purpose: t.purpose,
      doubtful: t.doubtful,
      lookedTonight: t.lookedTonight,
      step: t.nextStep.kind,
      changeL: usualFraction * t.netVolumeL,
      testsCount: t.contributions.filter((c) => c.reason.id === 'test-due').length,
      leavesInDays: leaves?.lo ?? null,
      courseDue: has('course-due'),
      inCourse: has('course') || has('course-due'),
      inQuarantine: has('quarantine'),
      caseOpen: has('case'),
      spongeDue: has('sponge-due'),
      bedDue: has('bed-due'),
      trimMinutes: this.trimsDue().get(t.tankId) ?? null,
      openJobsCount: t.contributions.filter((c) => c.reason.id === 'open-job').length,
      contacts: this.contactsBy().get(t.tankId) ?? [],
    };
  }
  protected readonly leftMinutes = computed(() =>
    Math.max(0, this.minutes() - this.made().reduce((sum, stop) => sum + stop.minutes, 0)),
  );
  /**
   * What is left of it. A look is done by its stop; a dose, a test, a change only by what its own page writes, so that a
   * tap on the walk hides none that was not given.
   */
  private readonly planned = computed((): { tanks: WalkTank[]; plan: Walk } | null => {
    const done = this.made();
    const isDone = (tankId: string, job: WalkJobId): boolean =>
      pageOf[job] === undefined && done.some((s) => s.tankId === tankId && s.jobs.includes(job));
    const tanks = this.visits().map((t) => {
      const tank = eveningTank(this.visitOf(t), this.habit());
      return { ...tank, jobs: tank.jobs.filter((j) => !isDone(t.tankId, j.id as WalkJobId)) };
    });
    const found = walk({ tanks, minutes: this.leftMinutes(), dipMinutes: this.dipMinutes() });
    return found.ok ? { tanks, plan: found.value } : null;
  });
  private readonly plan = computed(() => this.planned()?.plan ?? null);
  /** As it is walked: by hygiene, or as the keeper laid it, with what that breaks. */
  private readonly laid = computed(() => {
    const of = this.planned();
    return of ? rearranged({ ...of, wantedIds: this.wantedIds(), dipMinutes: this.dipMinutes() }) : null;
  });
  private readonly nameOf = (tankId: string): string => this.tonight.tankNamed(tankId)?.name ?? 'A tank';
  /** Stops that follow each other and are equally clean, under one head. */
  protected readonly groups = computed((): WalkRun[] => {
    const [laid, of] = [this.laid(), this.planned()];
    if (!laid || !of) return [];
    const groupOf = new Map(of.tanks.map((t) => [t.id, t.group]));
    const runs: WalkRun[] = [];
    for (const [i, s] of laid.stops.entries()) {
      const id = groupOf.get(s.tank) ?? 'healthy';
      if (runs.at(-1)?.id !== id) runs.push({ id, startIndex: i, stops: [] });
      runs.at(-1)?.stops.push({
        tankId: s.tank,
        name: this.nameOf(s.tank),
        jobs: s.jobs as WalkJobId[],
        shown: (s.jobs as WalkJobId[]).map((job) => ({ word: walkJobWords[job], page: pageOf[job] ?? null })),
        dips: s.dips.map((tool) => toolWords[tool] ?? tool).join(' and '),
      });
    }
    return runs;
  });
  protected readonly stopsCount = computed(() => this.laid()?.stops.length ?? 0);
  protected readonly breaches = computed(() =>
    (this.laid()?.breaches ?? []).map(
      (b) =>
        `${this.nameOf(b.tank)} (${walkGroupWords[b.group].toLowerCase()}) stands before ${b.onto.map((id) => this.nameOf(id)).join(', ')}: what it has may go there by hands, hose and net.`,
    ),
  );
  /** A stop dragged, or sent one earlier or later by key. */
  protected drop({ previousContainer, container, previousIndex, currentIndex }: CdkDragDrop<WalkRun>): void {
    const from = previousContainer.data.startIndex + previousIndex;
    const shift = container !== previousContainer && container.data.startIndex > from ? 1 : 0;
    this.lay(from, container.data.startIndex + currentIndex - shift);
  }
  protected lay(fromIndex: number, toIndex: number): void {
    const ids = (this.laid()?.stops ?? []).map((s) => s.tank);
    if (toIndex < 0 || toIndex >= ids.length || fromIndex === toIndex) return;
    moveItemInArray(ids, fromIndex, toIndex);
    this.keepOrder(ids);
  }
  protected byHygiene(): void {
    this.keepOrder([]);
  }
  private keepOrder(ids: string[]): void {
    this.wantedIds.set(ids);
    void this.outbox.keepDraft(this.orderId(), ids.length === 0 ? '' : JSON.stringify(ids));
  }
  protected print(): void {
    print();
  }
  protected readonly waits = computed(() =>
    (this.plan()?.waits ?? []).map((w) => ({
      key: `${w.tank} ${w.job}`,
      text: `${this.nameOf(w.tank)}: ${walkJobWords[w.job as WalkJobId]}`,
      cost:
        w.cost >= 5 ? 'leaves its band within a day' : w.cost >= 2 ? 'leaves its band within days' : 'can well wait',
    })),
  );
  protected readonly sum = computed(() => {
    const laid = this.laid();
    if (!laid) return '';
    const stops = laid.stops.length;
    const overMinutes = laid.minutes - this.leftMinutes();
    const over = overMinutes > 0 ? `, ${Math.round(overMinutes)} more than there are` : '';
    return `${stops} ${stops === 1 ? 'stop' : 'stops'}, about ${Math.round(laid.minutes)} of ${Math.round(this.leftMinutes())} min${over}`;
  });
  protected readonly madeText = computed(() => [...new Set(this.made().map((s) => this.nameOf(s.tankId)))].join(', '));

  /** While the power is out nobody is fed: what is not eaten takes oxygen. */
  private readonly inOutage = (tankId: string): boolean =>
    this.tonight.tankNamed(tankId)?.contributions.some((c) => c.reason.id === 'outage') ?? false;
  private restful(tankId: string): boolean {
    const tank = this.tonight.tankNamed(tankId);
    return tank !== null && tank.state !== 'act' && !tank.urgent && !tank.doubtful;
  }
  protected async done(tankId: string, jobs: readonly WalkJobId[]): Promise<void> {
    const now = this.house.nowEpochMs();
    const before = Math.max(0, ...this.made().map((s) => s.atEpochMs));
    const minutes = Math.round((now - before) / 60_000);
    const written = await this.scribe.write(
      [
        this.scribe.entry('hands', tankId, {
          step: 'stop',
          jobs: [...jobs],
          ...(minutes <= mostMinutesApart ? { minutes } : {}),
        }),
        // That a tank is fine which asks for somebody is for its own line on Tonight to say.
        ...(jobs.includes('look') && this.restful(tankId)
          ? [this.scribe.entry('looked', tankId, { fed: !this.inOutage(tankId), fine: true })]
          : []),
      ],
      this.nameOf(tankId),
    );
    this.said.set(written.said);
    this.fault.set([...written.faults.values()].join('. '));
  }
}
