import { nightOn, hourMs, minuteMs } from '#core/units';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import {
  handsThreads,
  insulations,
  outageCauses,
  outageLines,
  outageStepsOf,
  sidesOf,
  handsStepsOf,
  type Insulation,
  type OutageCause,
  type OutageTank,
} from '#core/hands';
import { middle } from '#core/readings';
import { livingMassG } from '#core/stock';
import {
  afterOutageWords,
  filterWords,
  hoursSpan,
  insulationWords,
  outageStepWords,
  outageWords,
  handsPages,
} from '#words/hands';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore, type TankStock } from '../stock';
import { AmountPipe } from '../ui/amount';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { agoText } from '../ui/words';
import { HandsNav } from './hands-nav';
import { InUnit } from '../ui/in-unit';
import { UnitNamePipe } from '../ui/amount';

/** Where nobody has measured. */
/** A room at night, where nobody said how warm it is; in an outage the list must stand all the same. */
const supposedRoomC = 18;
const assumedC = 24;

/** Power, heater, flood: a clock, what to do in which order, and who is first. */
@Component({
  selector: 'nl-outage',
  imports: [
    UnitNamePipe,
    InUnit,
    FormsModule,
    RouterLink,
    ButtonDirective,
    Checkbox,
    InputText,
    Choice,
    Option,
    Field,
    HandsNav,
    AmountPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './outage-screen.html',
  styleUrl: './hands.scss',
})
export class OutageScreen {
  protected readonly say = handsPages;
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch(['outage']);
  protected readonly causes = outageCauses;
  protected readonly causeWords = outageWords;
  protected readonly insulations = insulations;
  protected readonly insulationWords = insulationWords;
  protected readonly filterWords = filterWords;
  protected readonly hoursSpan = hoursSpan;
  protected readonly cause = signal<OutageCause>('power');
  protected readonly supposedRoomC = supposedRoomC;
  protected readonly roomC = signal<number | null>(supposedRoomC);
  protected readonly insulation = signal<Insulation>('glass');
  protected readonly airedIds = signal<readonly string[]>([]);
  protected readonly said = signal('');
  protected readonly fault = signal('');
  /** What ended just now: its steps afterwards stay in sight. */
  protected readonly ended = signal<OutageCause | null>(null);

  constructor() {
    this.stock.load();
    this.diary.open();
  }
  protected readonly open = computed(() => {
    const zone = this.house.zone();
    return handsThreads(handsStepsOf(this.diary.of('outage')), {
      today: nightOn({ atEpochMs: this.house.nowEpochMs(), zone }),
    }).outages;
  });
  private readonly minuteEpochMs = computed(() => Math.floor(this.house.nowEpochMs() / minuteMs) * minuteMs);
  protected readonly running = computed(() => {
    const [first] = [...this.open()].sort((a, b) => a.sinceEpochMs - b.sinceEpochMs);
    return first ?? null;
  });
  /** Nothing moves the water: then oxygen is what runs out. */
  protected readonly still = computed(() => (this.running()?.cause ?? this.cause()) === 'power');
  protected readonly since = computed(() => {
    const running = this.running();
    return running ? agoText({ atEpochMs: running.sinceEpochMs, nowEpochMs: this.minuteEpochMs() }) : '';
  });
  protected readonly steps = computed(() => {
    const cause = this.running()?.cause ?? this.cause();
    const { now, after } = outageStepsOf(this.ended() ?? cause);
    return { now: now.map((s) => outageStepWords[s]), after: after.map((s) => afterOutageWords[s]) };
  });
  private tankOf({ tank, residents }: TankStock): OutageTank {
    const { geometry } = tank.setUp;
    return {
      id: tank.tankId,
      waterL: tank.netVolumeL,
      tempC: tank.water.tempC ? middle(tank.water.tempC) : assumedC,
      animalsG: livingMassG(residents).hi,
      ...sidesOf({ waterL: tank.netVolumeL, geometry: geometry ?? null }),
    };
  }
  protected readonly lines = computed(() => {
    const running = this.running();
    const outIds = this.open().map((o) => o.tankId);
    const tanks = this.stock
      .stocked()
      .filter((s) => !running || outIds.includes(s.tank.tankId))
      .map((s) => this.tankOf(s));
    return outageLines({
      cause: running?.cause ?? this.cause(),
      hours: running ? Math.max(0, (this.minuteEpochMs() - running.sinceEpochMs) / hourMs) : 0,
      roomC: this.roomC() ?? supposedRoomC,
      insulation: this.insulation(),
      aeratedIds: this.airedIds(),
      tanks,
    }).map((line) => ({
      ...line,
      name: this.stock.stockOf(line.id)?.tank.name ?? 'A tank',
      aired: this.airedIds().includes(line.id),
      // Nobody entered is not nobody there.
      unknown: this.still() && !this.airedIds().includes(line.id) && this.nobodyIn(line.id),
    }));
  });
  private nobodyIn(tankId: string): boolean {
    const of = this.stock.stockOf(tankId);
    return !of || livingMassG(of.residents).hi === 0;
  }
  protected air(tankId: string): void {
    this.airedIds.update((ids) => (ids.includes(tankId) ? ids.filter((id) => id !== tankId) : [...ids, tankId]));
  }
  protected async begin(): Promise<void> {
    const outIds = this.open().map((o) => o.tankId);
    const entries = this.stock
      .tanks()
      .filter((t) => !outIds.includes(t.tankId))
      .map((t) => this.scribe.entry('outage', t.tankId, { step: 'outage', cause: this.cause() }));
    if (entries.length === 0) {
      this.fault.set(handsPages.thereIsNoTankWhose);
      return;
    }
    const written = await this.scribe.write(entries, outageWords[this.cause()]);
    this.ended.set(null);
    this.told(written);
  }
  protected async over(): Promise<void> {
    const open = this.open();
    const cause = this.running()?.cause ?? null;
    const written = await this.scribe.write(
      open.map((o) => this.scribe.entry('outage', o.tankId, { step: 'outage-over', outageId: o.entryId })),
      handsPages.theOutageIsOver,
    );
    if (written.kept) this.ended.set(cause);
    this.told(written);
  }
  private told({ said, faults }: { said: string; faults: Map<string, string> }): void {
    this.said.set(said);
    this.fault.set([...faults.values()].join('. '));
  }
}
