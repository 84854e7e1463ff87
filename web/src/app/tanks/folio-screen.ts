import { tanksPages } from '#words/tanks';
import { bound, speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { Tab, TabList, TabPanel, TabPanels, Tabs } from 'primeng/tabs';
import { ToggleSwitch } from 'primeng/toggleswitch';
import { parameters } from '#almanac/parameters';
import { practices } from '#almanac/practices';
import { recorder } from '#core/explain';
import { type Interval, type Parameter, type ParameterId } from '#core/readings';
import { entryOf } from '#contracts/book';
import { doseExcess, netVolume, tankWeight } from '#core/tanks';
import type { Folio, ParameterLine } from '#contracts/tanks';
import type { ShownContribution } from '#contracts/tonight';
import { decimalsOf, spanText, spokenSpan, unitOf, fromTo } from '#words/units';
import { HouseStore } from '../base/house-store';
import { MarginStore } from '../base/margin-store';
import { newId, Outbox } from '../base/outbox';
import { FolioStore, LastTank, saidBy, TonightStore } from '../tonight';
import { Figure } from '../ui/figure';
import { StateMark } from '../ui/state-mark';
import { TideMark } from '../ui/tide-mark';
import { agoText, figure, gradeWords, whenText } from '../ui/words';
import { PhotosPart } from '../book/later';
import { InstrumentStore } from '../readings';
import { DevicesPart } from '../readings/later-devices';
import { LifePart } from '../stock/later';
import { ChartPart } from './chart-part';
import { FactsPart } from './facts-part';
import { WatchPart } from './watch-part';
import { AmountPipe, BareAmountPipe, UnitNamePipe } from '../ui/amount';
import { Field } from '../ui/field';
import { onText } from '#words/dates';
import { WhyNot } from '../ui/why';

/** One tank: its tide marks, one chart, its last entries, its set-up with the net volume and how it came about. */
const daysText = (days: number): string => (days === 1 ? '1 day' : `${days} days`);
/** The rooms of a folio; the address names the one that is open, the device remembers the last. */
const rooms = [
  { id: 'water', word: 'Water' },
  { id: 'time', word: 'Over time' },
  { id: 'life', word: 'Life' },
  { id: 'inside', word: 'Inside' },
  { id: 'care', word: 'Care' },
  { id: 'book', word: 'Book' },
  { id: 'set-up', word: 'Set-up' },
] as const;
type RoomId = (typeof rooms)[number]['id'];
const rememberedKey = 'night-ledger-folio-room';
/** A device that keeps nothing forgets the room, no more. */
function remembered(): RoomId {
  try {
    const id = localStorage.getItem(rememberedKey);
    return isRoom(id) ? id : 'water';
  } catch {
    return 'water';
  }
}
function remember(id: RoomId): void {
  try {
    localStorage.setItem(rememberedKey, id);
  } catch {
    // Nothing is kept: the folio opens on its water.
  }
}
const isRoom = (id: unknown): id is RoomId => rooms.some((r) => r.id === id);

@Component({
  selector: 'nl-folio',
  imports: [
    WhyNot,
    Field,
    AmountPipe,
    BareAmountPipe,
    UnitNamePipe,
    RouterLink,
    StateMark,
    TideMark,
    ChartPart,
    DevicesPart,
    Figure,
    FactsPart,
    LifePart,
    PhotosPart,
    WatchPart,
    ButtonDirective,
    Checkbox,
    InputText,
    FormsModule,
    Tabs,
    TabList,
    Tab,
    TabPanels,
    TabPanel,
    ToggleSwitch,
  ],
  providers: [InstrumentStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './folio-screen.html',
  styleUrl: './folio-screen.scss',
})
export class FolioScreen {
  protected readonly say = tanksPages;
  readonly tankId = input.required<string>();
  /** Which room the address asks for. */
  readonly room = input<string>();
  protected readonly store = inject(FolioStore);
  private readonly last = inject(LastTank);
  protected readonly tonight = inject(TonightStore);
  private readonly house = inject(HouseStore);
  private readonly margin = inject(MarginStore);
  private readonly outbox = inject(Outbox);
  private readonly owned = inject(InstrumentStore);
  protected readonly folio = this.store.folio;
  protected readonly charted = signal<readonly ParameterId[]>(['no3MgPerL', 'ec25UsPerCm']);
  protected readonly said = signal('');
  protected readonly rooms = rooms;
  protected readonly ahead = signal(false);
  private readonly remembered = signal<RoomId>(remembered());
  protected readonly here = computed((): RoomId => {
    const asked = this.room();
    return isRoom(asked) ? asked : this.remembered();
  });
  private readonly router = inject(Router);
  protected enter(id: unknown): void {
    if (!isRoom(id)) return;
    this.remembered.set(id);
    remember(id);
    void this.router.navigate([], { queryParams: { room: id }, queryParamsHandling: 'merge', replaceUrl: true });
  }

  constructor() {
    effect(() => {
      this.store.open(this.tankId());
      this.last.remember(this.tankId());
    });
  }
  /** Tested parameters first; those never tested stand below, short. */
  protected readonly marks = computed(() => this.folio()?.lines.filter((l) => l.latest !== null) ?? []);
  protected readonly untested = computed(
    () => this.folio()?.lines.filter((l) => l.latest === null && l.band !== null) ?? [],
  );
  protected readonly practice = computed(() => practices.find((p) => p.id === this.folio()?.setUp.practiceId));
  protected readonly volume = computed(() => {
    const geometry = this.folio()?.setUp.geometry;
    if (!geometry) return null;
    const result = netVolume(geometry, recorder());
    return result.ok ? result.value : null;
  });
  protected readonly weight = computed(() => {
    const setUp = this.folio()?.setUp;
    if (!setUp?.geometry) return null;
    const result = tankWeight(
      { geometry: setUp.geometry, bed: setUp.bed?.kind ?? 'none', ratedKg: setUp.shelfRatedKg },
      recorder(),
    );
    return result.ok ? result.value : null;
  });
  protected readonly liftingWords = { one: 'one person', two: 'two people', more: tanksPages.moreThanTwoPeople };
  protected excess = (labelL: number, netL: number): string =>
    figure(100 * doseExcess({ labelL, netL }).excessFraction, 0);
  protected percent = (share: number): string => figure(100 * share, 0);
  /** A device of this tank is in the book: what it measures by itself is shown, too. */
  protected readonly hasDevices = computed(() =>
    this.owned.inUse().some((o) => o.payload.tankId === this.tankId() && o.payload.deviceId !== undefined),
  );
  protected readonly gradeWords = gradeWords;
  protected askedBy = ({ bears }: Folio): string =>
    bears.askedBy.map((name) => (name === 'practice' ? 'its practice' : name)).join(' and ');
  protected readonly running = ({ tank }: Folio): ShownContribution[] =>
    tank.contributions.filter((c) => ['drip', 'leftovers', 'timer', 'open-job'].includes(c.reason.id));
  protected readonly pressing = ({ tank }: Folio): ShownContribution[] =>
    tank.contributions.filter((c) => ['animals', 'losses', 'moults'].includes(c.reason.id) && c.id !== tank.decidedBy);
  protected readonly news = ({ tank }: Folio): { id: string; name: string; what: string; atEpochMs: number }[] =>
    saidBy(tank.contributions, 'new').map(({ said, facts }) => ({
      ...facts,
      id: said.id,
      atEpochMs: said.sinceEpochMs ?? 0,
    }));
  protected readonly findings = ({
    tank,
  }: Folio): (ShownContribution & { grade: string; parameters: readonly ParameterId[] })[] =>
    saidBy(tank.contributions, 'slow-harm').map(({ said, facts: { grade, parameters } }) => ({
      ...said,
      grade,
      parameters,
    }));
  /** What decides is one of the findings under it: said there, with its evidence, and once. */
  protected foundBelow = (folio: Folio): boolean => this.findings(folio).some((f) => f.id === folio.tank.decidedBy);
  protected dueText = (days: number): string =>
    days > 0 ? `in ${daysText(days)}` : days === 0 ? 'tonight' : tanksPages.tonightWasDueAgo(daysText(-days));
  /** The model's word under a tide mark: where it stands, where the routine takes it, and what the last reading did. */
  protected outlook(id: ParameterId): string {
    const outlook = this.folio()?.outlooks.find((o) => o.parameter === id);
    const parameter = this.parameterOf(id);
    if (!outlook || !parameter) return '';
    const span = ({ lo80, hi80 }: { lo80: number; hi80: number }): string =>
      spanText(speech(), id, { lo: lo80, hi: hi80 });
    const { settles, leaves, mind, mindId, ratchet, ratchetId, normal } = outlook;
    return [
      `Estimated ${span(outlook.level)} tonight`,
      normal
        ? `usual here ${spanText(speech(), id, { lo: Math.max(parameter.possible.lo, normal.lo), hi: normal.hi })}`
        : '',
      leaves ? tanksPages.goesTheBand(leaves.side, leaves.text) : '',
      settles ? tanksPages.theRoutineSettlesAtBefore(span(settles.peak)) : '',
    ]
      .filter((t) => t !== '')
      .join('; ')
      .concat(
        '.',
        mind && mindId !== 'changed-nothing' ? ` ${mind}` : '',
        ratchet && ratchetId !== 'holds' ? ` ${ratchet}` : '',
      );
  }
  protected unitOf = bound(unitOf);
  protected parameterOf = (id: string): Parameter | undefined => parameters.find((p) => p.id === id);
  protected label = (line: ParameterLine): string => this.parameterOf(line.parameter)?.label ?? line.parameter;
  protected shown = (id: ParameterId, interval: Interval): string => spanText(speech(), id, interval);
  protected bandText(line: ParameterLine): string {
    if (!line.band) return line.parameter === 'tanMgPerL' ? tanksPages.judgedByItsToxicPart : 'no band';
    const { lo, hi } = spokenSpan(speech(), line.parameter, line.band);
    const clean = (value: number): string =>
      String(
        Number(
          value.toFixed(
            Math.max(
              decimalsOf(speech(), line.parameter),
              unitOf(speech(), line.parameter) === this.parameterOf(line.parameter)?.unit ? 2 : 0,
            ),
          ),
        ),
      );
    if (lo !== null && hi !== null) return lo > 0 ? fromTo(clean(lo), clean(hi)) : `up to ${clean(hi)}`;
    return lo === null ? `up to ${clean(hi ?? 0)}` : `from ${clean(lo)}`;
  }
  protected grade = (line: ParameterLine): string =>
    line.band ? (line.band.sourceIds.length === 0 ? 'your own' : (gradeWords[line.band.grade] ?? '')) : '';
  protected ago = (at: number): string => agoText({ atEpochMs: at, nowEpochMs: this.house.nowEpochMs() });
  protected readonly onText = bound(onText);
  protected when = (at: string | number): string => whenText(speech(), at, this.house.zone());
  protected litres = (value: number): string => figure(value, 1);
  protected explain(line: ParameterLine): void {
    const tankId = this.tankId();
    this.store.working(tankId, line.parameter).subscribe((working) => {
      this.margin.show({ title: `${this.label(line)}: the verdict`, answer: line.reason, working });
    });
  }
  protected readonly noteText = signal('');
  protected readonly marking = signal(false);
  protected typedNote(event: Event): void {
    this.noteText.set((event.target as HTMLInputElement).value);
  }
  /** A note, and with it the mark that moves a tank behind the healthy ones on the round, or back. */
  protected async note(event: Event): Promise<void> {
    event.preventDefault();
    const text = this.noteText().trim();
    const tank = this.folio()?.tank;
    if (!tank || text === '') return;
    const mark = this.marking() ? { mark: tank.doubtful ? ('clear' as const) : ('doubtful' as const) } : {};
    const sent = await this.outbox.write([
      entryOf('note', { id: newId(), subjectId: tank.tankId, happenedAt: this.house.nowIso() }, { text, ...mark }),
    ]);
    this.said.set(
      sent.state === 'written'
        ? tanksPages.theNoteIsInThe
        : sent.state === 'queued'
          ? tanksPages.keptOnThisDeviceUntil
          : sent.problem.title,
    );
    if (sent.state === 'refused') return;
    this.noteText.set('');
    this.marking.set(false);
  }
  protected async looked(): Promise<void> {
    const tank = this.tonight.tankNamed(this.tankId());
    if (!tank) return;
    const sent = await this.tonight.looked([tank]);
    this.said.set(
      sent.state === 'written'
        ? tanksPages.lookedFedFineInThe
        : sent.state === 'queued'
          ? tanksPages.keptOnThisDeviceUntil
          : sent.problem.title,
    );
  }
}
