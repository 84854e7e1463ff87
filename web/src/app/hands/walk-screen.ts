import { minuteMs } from '#core/units';
import { speech } from '../base/speech';
import { CdkDrag, CdkDropList, CdkDropListGroup, moveItemInArray, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { ToggleSwitch } from 'primeng/toggleswitch';
import {
  eveningTank,
  inPasses,
  passOrder,
  rearranged,
  walk,
  type PassRun,
  type Walk,
  type WalkGroup,
  type WalkJobId,
  type WalkTank,
} from '#core/hands';
import { toolWords, walkGroupWords, walkJobWords, handsPages } from '#words/hands';
import { amount } from '#words/units';
import type { WaterStart } from '#core/water';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import { Scribe } from '../base/scribe';
import { TonightStore } from '../tonight';
import { Field } from '../ui/field';
import { HandsNav } from './hands-nav';
import { InUnit } from '../ui/in-unit';
import { AmountPipe } from '../ui/amount';
import { Choice, Option } from '../ui/choice';
import { PassesPart } from './passes-part';
import { byItsPage, WalkVisits } from './walk-visits';
import { WhyNot } from '../ui/why';

const hoseDraftId = 'walk-one-hose';
/** Longer than this between two stops, somebody was called away. */
const mostMinutesApart = 60;
interface WalkRun {
  id: WalkGroup;
  startIndex: number;
  /** Those that one hose serves, before the others. */
  hose: PassRun | null;
  stops: {
    tankId: string;
    name: string;
    jobs: WalkJobId[];
    shown: { word: string; page: { path: string; query: Record<string, string> } | null }[];
    dips: string;
  }[];
}

/** The evening as one walk: every stop with its jobs in hygiene order, what fits, and what may wait. */
@Component({
  selector: 'nl-walk',
  imports: [
    WhyNot,
    AmountPipe,
    Choice,
    Option,
    PassesPart,
    ToggleSwitch,
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
  protected readonly say = handsPages;
  protected readonly tonight = inject(TonightStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly outbox = inject(Outbox);
  protected readonly from = new WalkVisits();
  protected readonly minutes = signal(90);
  protected readonly dipMinutes = signal(3);
  /** What cannot be read plans nothing: the walk stands as it was, and the fault beside its field. */
  protected readonly unread = signal<readonly string[]>([]);
  protected keep(which: 'minutes' | 'dipMinutes', value: number | null): void {
    this.unread.update((all) => [...all.filter((w) => w !== which), ...(value === null ? [which] : [])]);
    if (value !== null) this[which].set(value);
  }
  /** The keeper's own order of tonight; empty while hygiene orders. */
  private readonly wantedIds = signal<readonly string[]>([]);
  protected readonly own = computed(() => this.wantedIds().length > 0);
  private readonly orderId = computed(() => `walk-order-${this.from.on(this.house.nowEpochMs())}`);
  protected readonly said = signal('');
  protected readonly fault = signal('');
  protected readonly groupWords = walkGroupWords;

  constructor() {
    void this.outbox.draft(hoseDraftId).then((text) => {
      this.oneHose.set(text === 'yes');
    });
    effect(() => {
      void this.outbox.draft(this.orderId()).then((text) => {
        if (text) this.wantedIds.set(JSON.parse(text) as string[]);
      });
    });
  }
  protected readonly habitText = computed(() => {
    const own = Object.entries(this.from.habit()).map(
      ([job, minutes]) => `${walkJobWords[job as WalkJobId]} ${Math.round(minutes * 10) / 10}`,
    );
    return own.length === 0 ? '' : handsPages.byYourOwnRecordMin(own.join(', '));
  });
  /** Whose stops are shown: nobody's name is whoever holds this device. */
  protected readonly whose = signal('');
  protected readonly helpers = computed(() =>
    [...new Set(this.from.handedTo().values())].map((name) => ({
      name,
      tanks: [...this.from.handedTo()].flatMap(([id, to]) => (to === name ? [this.nameOf(id)] : [])).join(', '),
    })),
  );
  private readonly isOf = (tankId: string): boolean => (this.from.handedTo().get(tankId) ?? '') === this.whose();
  protected readonly handTo = signal('');
  protected readonly starts = computed(() => (this.whose() === '' ? this.from.starts() : []));
  protected startText = ({ leadHours, stirred, drum }: WaterStart): string =>
    `${stirred ? 'stirred' : 'standing'} for ${Math.round(leadHours)} h${drum === null ? handsPages.noFreeDrumHoldsIt : `, in ${drum}`}`;
  protected litresOf = (start: WaterStart): string => String(Math.ceil(start.makeL * 10) / 10);
  /** One hose for several tanks, in passes. */
  protected readonly oneHose = signal(false);
  protected sayHose(on: boolean): void {
    this.oneHose.set(on);
    void this.outbox.keepDraft(hoseDraftId, on ? 'yes' : '');
  }
  private readonly passRuns = computed(() => {
    const [laid, of] = [this.laid(), this.planned()];
    return this.oneHose() && laid && of
      ? inPasses({ tanks: of.tanks, stops: laid.stops, begunIds: this.from.inPasses() })
      : [];
  });
  /** Everything that the evening's stops need, laid ready once. */
  protected readonly toolsText = computed(() => {
    const [laid, of] = [this.laid(), this.planned()];
    const jobs = (laid?.stops ?? []).flatMap((s) =>
      (of?.tanks.find((t) => t.id === s.tank)?.jobs ?? []).filter((j) => s.jobs.includes(j.id)),
    );
    return [...new Set(jobs.flatMap((j) => j.tools))].map((tool) => toolWords[tool] ?? tool).join(', ');
  });
  protected readonly hasPasses = computed(() => this.passRuns().length > 0);
  protected async handOver(): Promise<void> {
    const to = this.handTo().trim();
    if (to !== '')
      await this.hand(
        to,
        (this.laid()?.stops ?? []).map((s) => s.tank),
      );
    this.handTo.set('');
  }
  protected async takeBack(name: string): Promise<void> {
    this.whose.set('');
    await this.hand(
      '',
      [...this.from.handedTo()].flatMap(([id, to]) => (to === name ? [id] : [])),
    );
  }
  private async hand(to: string, tankIds: readonly string[]): Promise<void> {
    const entries = tankIds.map((id) => this.scribe.entry('walk', id, { step: 'handed', to }));
    if (entries.length === 0) return;
    const written = await this.scribe.write(entries, to === '' ? 'Taken back' : `Handed to ${to}`);
    this.said.set(written.said);
    this.fault.set([...written.faults.values()].join('. '));
  }
  protected readonly leftMinutes = computed(() =>
    Math.max(
      0,
      this.minutes() -
        this.from.made().reduce((sum, stop) => sum + (this.isOf(stop.tankId) ? stop.minutes : 0), 0) -
        // What must be begun tonight is begun, whatever else waits for it.
        this.starts().reduce((sum, start) => sum + start.mixMinutes, 0),
    ),
  );
  /**
   * What is left of it. A look is done by its stop; a dose, a test, a change only by what its own page writes, so that a
   * tap on the walk hides none that was not given.
   */
  private readonly planned = computed((): { tanks: WalkTank[]; plan: Walk } | null => {
    const done = this.from.made();
    const isDone = (tankId: string, job: WalkJobId): boolean =>
      !byItsPage(job) && done.some((s) => s.tankId === tankId && s.jobs.includes(job));
    const mine = this.from.visits().filter(({ tankId }) => this.isOf(tankId));
    const tanks = mine.map(({ tankId, visit }) => {
      const tank = eveningTank(visit, this.from.habit());
      return { ...tank, jobs: tank.jobs.filter((j) => !isDone(tankId, j.id as WalkJobId)) };
    });
    const found = walk({ tanks, minutes: this.leftMinutes(), dipMinutes: this.dipMinutes() });
    return found.ok ? { tanks, plan: found.value } : null;
  });
  private readonly plan = computed(() => this.planned()?.plan ?? null);
  /** As it is walked: by hygiene, or as the keeper laid it, with what that breaks. */
  private readonly laid = computed(() => {
    const of = this.planned();
    if (!of) return null;
    const byHand = rearranged({ ...of, wantedIds: this.wantedIds(), dipMinutes: this.dipMinutes() });
    if (!this.oneHose()) return byHand;
    const wantedIds = passOrder({ tanks: of.tanks, stops: byHand.stops, begunIds: this.from.inPasses() });
    return rearranged({ ...of, wantedIds, dipMinutes: this.dipMinutes() });
  });
  /** A job in words; a change with its litres and its water. */
  private jobText(tankId: string, job: WalkJobId): string {
    if (job !== 'change') return walkJobWords[job];
    const { changeL, waterName } = this.from.change(tankId);
    return `${walkJobWords.change}: ${amount(speech(), 'volume', changeL, 1)} ${waterName}`.trim();
  }
  protected readonly nameOf = (tankId: string): string => this.tonight.tankNamed(tankId)?.name ?? 'A tank';
  /** Stops that follow each other and are equally clean, under one head. */
  protected readonly groups = computed((): WalkRun[] => {
    const [laid, of] = [this.laid(), this.planned()];
    if (!laid || !of) return [];
    const groupOf = new Map(of.tanks.map((t) => [t.id, t.group]));
    const runs: WalkRun[] = [];
    let segment: WalkGroup | null = null;
    for (const [i, s] of laid.stops.entries()) {
      const id = groupOf.get(s.tank) ?? 'healthy';
      if (segment !== id) {
        segment = id;
        const hose = this.passRuns().find((run) => run.tanks[0] === s.tank) ?? null;
        runs.push({ id, startIndex: i + (hose?.tanks.length ?? 0), hose, stops: [] });
      }
      if (runs.at(-1)?.hose?.tanks.includes(s.tank)) continue;
      runs.at(-1)?.stops.push({
        tankId: s.tank,
        name: this.nameOf(s.tank),
        jobs: s.jobs as WalkJobId[],
        shown: (s.jobs as WalkJobId[]).map((job) => ({
          word: this.jobText(s.tank, job),
          page: this.from.pageFor(s.tank, job),
        })),

        dips: s.dips.map((tool) => toolWords[tool] ?? tool).join(' and '),
      });
    }
    return runs;
  });
  protected readonly stopsCount = computed(() => this.laid()?.stops.length ?? 0);
  protected readonly breaches = computed(() =>
    (this.laid()?.breaches ?? []).map((b) =>
      handsPages.standsBeforeWhatItHas(
        this.nameOf(b.tank),
        walkGroupWords[b.group].toLowerCase(),
        b.onto.map((id) => this.nameOf(id)).join(', '),
      ),
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
        w.cost >= 5
          ? handsPages.leavesItsBandWithinA
          : w.cost >= 2
            ? handsPages.leavesItsBandWithinDays
            : handsPages.canWellWait,
    })),
  );
  protected readonly sum = computed(() => {
    const laid = this.laid();
    if (!laid) return '';
    const stops = laid.stops.length;
    const overMinutes = laid.minutes - this.leftMinutes();
    const over = overMinutes > 0 ? handsPages.moreThanThereAre(Math.round(overMinutes)) : '';
    return handsPages.aboutOfMin(
      stops,
      stops === 1 ? 'stop' : 'stops',
      Math.round(laid.minutes),
      Math.round(this.leftMinutes()),
      over,
    );
  });
  protected readonly madeText = computed(() =>
    [...new Set(this.from.made().map((s) => this.nameOf(s.tankId)))].join(', '),
  );

  private restful(tankId: string): boolean {
    const tank = this.tonight.tankNamed(tankId);
    return tank !== null && tank.state !== 'act' && !tank.urgent && !tank.doubtful;
  }
  protected async done(tankId: string, jobs: readonly WalkJobId[]): Promise<void> {
    const now = this.house.nowEpochMs();
    const before = Math.max(0, ...this.from.made().map((s) => s.atEpochMs));
    const minutes = Math.round((now - before) / minuteMs);
    const written = await this.scribe.write(
      [
        this.scribe.entry('walk', tankId, {
          step: 'stop',
          jobs: [...jobs],
          ...(minutes <= mostMinutesApart ? { minutes } : {}),
        }),
        // That a tank is fine which asks for somebody is for its own line on Tonight to say.
        ...(jobs.includes('look') && this.restful(tankId)
          ? [this.scribe.entry('looked', tankId, { fed: jobs.includes('feed'), fine: true })]
          : []),
      ],
      this.nameOf(tankId),
    );
    this.said.set(written.said);
    this.fault.set([...written.faults.values()].join('. '));
  }
}
