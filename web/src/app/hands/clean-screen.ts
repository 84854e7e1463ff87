import { nightOn, dayMs, hourMs } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import {
  bedNext,
  bedShareOfNight,
  bedSchools,
  bucketSigns,
  flowState,
  mostBedFraction,
  plainBed,
  spongeBlocks,
  wasteReasons,
  type BedSchool,
  type BedSquare,
  type BucketSign,
  type CleanedPart,
} from '#core/hands';
import { recorder } from '#core/explain';
import { youngAbout } from '#core/stock';
import { deadSpots } from '#core/trouble';
import type { PayloadOf } from '#contracts/book';
import {
  bedBlockWords,
  bedSchoolWords,
  bucketWords,
  cleanedWords,
  cleaningCautions,
  smallBowlWords,
  spongeBlockWords,
  wasteWords,
  handsPages,
} from '#words/hands';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { FolioStore, TonightStore } from '../tonight';
import { AmountPipe, UnitNamePipe } from '../ui/amount';
import { Choice, Option } from '../ui/choice';
import { Field } from '../ui/field';
import { Figure } from '../ui/figure';
import { InUnit } from '../ui/in-unit';
import { dayText } from '../ui/words';
import { HandsNav } from './hands-nav';
import { WhyNot } from '../ui/why';

/** A change that was written up to an hour before the dirt is the one it left with. */
const countedWithinMs = hourMs;
/** Asked for so long; then nobody remembers. */
const uncountedDays = 7;
const salt = 'D01';
/** A bowl smaller than this is cleaned with its animal in a cup. */
const smallBowlL = 15;
const otherParts: readonly CleanedPart[] = ['prefilter', 'glass', 'lid'];
/** Finer than this it is sand, which is skimmed and dug in its bad spots; coarser lets dirt through. */
const sandMm = 2;

/** Cleaning without wrecking: which part of the bed is next, the sponge by its flow, and where the water may go. */
@Component({
  selector: 'nl-clean',
  imports: [
    WhyNot,
    AmountPipe,
    ButtonDirective,
    Checkbox,
    Choice,
    Field,
    Figure,
    FormsModule,
    HandsNav,
    InUnit,
    InputText,
    Option,
    RouterLink,
    UnitNamePipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './clean-screen.html',
  styleUrl: './hands.scss',
  styles: `
    .school {
      display: block;
      max-width: 340px;
    }
    .plan {
      display: grid;
      gap: 2px;
      max-width: 400px;
      margin: 0.6rem 0;
    }
    .square {
      aspect-ratio: 1;
      min-width: 0;
      min-height: 0;
      padding: 0;
      border: 1px solid var(--quiet);
      background: var(--panel);
      color: var(--ink);
      justify-content: center;
      font-size: 0.8rem;
    }
    .square.next {
      border: 3px solid var(--amber);
    }
    .square[aria-pressed='true'] {
      background: color-mix(in srgb, var(--water) 30%, var(--panel));
      font-weight: 700;
    }
    .square:disabled {
      background: color-mix(in srgb, var(--unknown) 45%, var(--panel));
    }
    .choices {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem 1.2rem;
    }
  `,
})
export class CleanScreen {
  protected readonly say = handsPages;
  readonly tank = input<string>();
  protected readonly stock = inject(StockStore);
  protected readonly folios = inject(FolioStore);
  private readonly tonight = inject(TonightStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly diary = new DiaryWatch(['flow', 'cleaning', 'layout', 'dose']);
  protected readonly cautions = cleaningCautions;
  protected readonly smallBowl = smallBowlWords;
  protected readonly schools = bedSchools;
  protected readonly schoolNames = bedSchoolWords;
  protected readonly signs = bucketSigns;
  protected readonly signNames = bucketWords;
  protected readonly partNames = cleanedWords;
  protected readonly others = otherParts;
  protected readonly tankId = signal('');
  private readonly schoolSaid = signal<BedSchool | null>(null);
  private readonly picked = signal<readonly string[] | null>(null);
  protected readonly outL = signal<number | null>(null);
  protected readonly bucket = signal<readonly BucketSign[]>([]);
  protected readonly seconds = signal<number | null>(null);
  protected readonly reason = signal('');
  protected readonly said = signal('');
  protected readonly faults = signal<ReadonlyMap<string, string>>(new Map());

  constructor() {
    this.stock.load();
    this.diary.open();
    effect(() => {
      const asked = this.tank();
      untracked(() => {
        if (asked !== undefined) this.choose(asked);
      });
    });
  }
  protected choose(tankId: string): void {
    this.tankId.set(tankId);
    this.picked.set(null);
    this.schoolSaid.set(null);
    this.said.set('');
    this.faults.set(new Map());
    if (tankId !== '') this.folios.open(tankId);
  }
  protected readonly of = computed(() => this.stock.stockOf(this.tankId()));
  private readonly folio = computed(() => {
    const folio = this.folios.folio();
    return folio?.tank.tankId === this.tankId() ? folio : null;
  });
  /** Litres that left with the dirt of the last days, with no change in the book from an hour before on. */
  protected readonly uncounted = computed(() => {
    const folio = this.folio();
    if (!folio) return [];
    const now = this.house.nowEpochMs();
    return this.cleaned().flatMap(({ entryId, atEpochMs, outL = 0 }) => {
      const counted = folio.changes.some((c) => c.atEpochMs >= atEpochMs - countedWithinMs);
      return outL > 0 && !counted && now - atEpochMs < uncountedDays * dayMs
        ? [{ entryId, outL, changeL: String(outL), when: dayText(speech(), this.on(atEpochMs)) }]
        : [];
    });
  });
  protected readonly small = computed(() => (this.of()?.tank.netVolumeL ?? smallBowlL) < smallBowlL);
  private readonly cleaned = computed(() =>
    this.diary
      .of('cleaning')
      .filter((e) => e.subjectId === this.tankId())
      .map(({ payload, entryId, atEpochMs }) => ({ ...payload, entryId, atEpochMs })),
  );
  private readonly on = (atEpochMs: number): string => nightOn({ atEpochMs, zone: this.house.zone() });
  private readonly isTonight = (atEpochMs: number): boolean => this.on(atEpochMs) === this.on(this.house.nowEpochMs());
  private readonly contributes = (id: string): boolean =>
    this.tonight.tankNamed(this.tankId())?.contributions.some((c) => c.reason.id === id) ?? false;
  private readonly caseOpen = computed(() => this.contributes('case'));
  private readonly inCourse = computed(() => this.contributes('course') || this.contributes('course-due'));
  /** Agents of courses that run here, or that no change has taken out yet. */
  private readonly inWater = computed(() => (this.of()?.tank.inWater ?? []).map((a) => a.agentId));
  protected readonly waste = computed(() => {
    const why = wasteReasons({
      inCourse: this.inCourse() || this.inWater().length > 0,
      salted: this.inWater().includes(salt),
      caseOpen: this.caseOpen(),
      inQuarantine: this.contributes('quarantine'),
    });
    return why.length === 0
      ? handsPages.itsWaterMayGoOnto
      : handsPages.itsWaterGoesDownThe(why.map((w) => wasteWords[w]).join(', '));
  });
  private readonly plan = computed(() => {
    const drawn = this.diary
      .of('layout')
      .filter((e) => e.subjectId === this.tankId())
      .at(-1);
    return drawn?.payload.rows ?? null;
  });
  protected readonly drawn = computed(() => this.plan() !== null);
  private readonly squares = computed((): readonly BedSquare[] => {
    const plan = this.plan();
    return plan ? deadSpots(plan).map(({ id, kind, dead }) => ({ id, open: kind !== 'hard', dead })) : plainBed;
  });
  protected readonly gridColumns = computed(() => {
    const columns = new Set(this.squares().map((s) => s.id.slice(1))).size;
    return `repeat(${columns}, minmax(0, 1fr))`;
  });
  protected readonly school = computed((): BedSchool => {
    const bed = this.of()?.tank.setUp.bed;
    const byBed = bed?.kind === 'active' ? 'skim' : (bed?.grainMm ?? Infinity) < sandMm ? 'spots' : 'half';
    return (
      this.schoolSaid() ??
      this.cleaned()
        .filter((c) => c.what === 'bed')
        .at(-1)?.school ??
      byBed
    );
  });
  protected setSchool(school: BedSchool): void {
    this.schoolSaid.set(school);
    this.picked.set(null);
  }
  protected readonly hasBed = computed(() => this.of()?.tank.setUp.bed?.kind !== 'none');
  protected readonly next = computed(() =>
    bedNext({
      squares: this.squares(),
      cleaned: this.cleaned().filter((c) => c.what === 'bed'),
      school: this.school(),
      youngAbout: youngAbout({ events: this.of()?.tank.events ?? [], nowEpochMs: this.house.nowEpochMs() }),
      caseOpen: this.caseOpen(),
      activeSoil: this.of()?.tank.setUp.bed?.kind === 'active',
      nowEpochMs: this.house.nowEpochMs(),
      tonight: this.isTonight,
    }),
  );
  protected readonly blocks = computed(() => this.next().blocks.map(bedBlockWords));
  protected readonly chosen = computed(() => this.picked() ?? this.next().squareIds);
  protected readonly cells = computed(() => {
    const { lastBySquare, squareIds } = this.next();
    return this.squares().map((s) => {
      const at = lastBySquare.get(s.id);
      const days = at === undefined ? null : Math.round((this.house.nowEpochMs() - at) / dayMs);
      return {
        ...s,
        next: squareIds.includes(s.id),
        picked: this.chosen().includes(s.id),
        days: days === null ? '' : String(days),
        label: `${s.id}${s.open ? '' : ', no bed'}${days === null ? handsPages.notInTheBook : handsPages.cleanedDaysAgo(days)}${s.dead ? handsPages.waterHardlyMoves : ''}${squareIds.includes(s.id) ? ', next' : ''}`,
      };
    });
  });
  private readonly open = computed(() => this.squares().filter((s) => s.open).length);
  /** By what was done to this bed the same evening already, as the gate counts it. */
  private readonly tooMuch = computed(() => {
    const before = this.cleaned().filter((c) => c.what === 'bed' && c.school !== 'skim' && this.isTonight(c.atEpochMs));
    const shareFraction = bedShareOfNight(this.chosen(), {
      before: before.map((c) => c.squareIds),
      openCount: this.open(),
    });
    return this.school() !== 'skim' && shareFraction > mostBedFraction;
  });
  /** What is done against the rules of its school is done with a reason that is kept. */
  protected readonly needsReason = computed(() => this.tooMuch() || this.next().blocks.length > 0);
  protected toggle(id: string): void {
    const chosen = this.chosen();
    this.picked.set(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id]);
  }
  protected toggleSign(sign: BucketSign): void {
    this.bucket.update((all) => (all.includes(sign) ? all.filter((s) => s !== sign) : [...all, sign]));
  }
  protected readonly flow = computed(() => {
    const note = recorder();
    const state = flowState(
      {
        measured: this.diary
          .of('flow')
          .filter((e) => e.subjectId === this.tankId())
          .map(({ payload, atEpochMs }) => ({ atEpochMs, secondsPerL: payload.secondsPerL })),
        cleanedAtEpochMs: this.cleaned().flatMap((c) =>
          c.what === 'sponge' || c.what === 'prefilter' ? [c.atEpochMs] : [],
        ),
        nowEpochMs: this.house.nowEpochMs(),
      },
      note,
    );
    if (!state) return null;
    const { shareFraction, due, dueInDays } = state;
    return {
      text: String(Math.round(state.flowLPerH)),
      working: note.explained(null),
      due,
      said:
        shareFraction === null
          ? handsPages.itsOwnNormalIsNot
          : handsPages.ofItsOwn(
              Math.round(100 * shareFraction),
              due
                ? handsPages.itFellByAThird
                : dueInDays === null
                  ? ''
                  : handsPages.atThisPaceTheSponge(Math.round(dueInDays)),
            ),
    };
  });
  protected readonly spongeBlocks = computed(() => {
    const changed = (this.folio()?.changes ?? [])
      .filter((c) => this.isTonight(c.atEpochMs))
      .reduce((sum, c) => sum + c.changeFraction, 0);
    const dosed = this.diary.of('dose').some((e) => e.subjectId === this.tankId() && this.isTonight(e.atEpochMs));
    return spongeBlocks({
      changedTonightFraction: changed,
      dosedTonight: dosed,
      inCourse: this.inCourse(),
      caseOpen: this.caseOpen(),
    }).map(spongeBlockWords);
  });
  protected lastOf(part: CleanedPart): string {
    const last = this.cleaned()
      .filter((c) => c.what === part)
      .at(-1);
    return last ? `last ${dayText(speech(), this.on(last.atEpochMs))}` : handsPages.notInTheBookInline;
  }
  /** Opens the work with its steps and closing checks: heater and filter stay on Tonight until they are on again. */
  protected begin(kind: 'bed' | 'sponge'): Promise<boolean> {
    const note = kind === 'bed' ? this.chosen().join(', ').slice(0, 200) : '';
    return this.write(
      [this.scribe.entry('job', this.tankId(), { step: 'started', work: { kind, note } })],
      kind === 'bed' ? handsPages.theBedIsBegun : handsPages.theSpongeIsBegun,
    );
  }
  protected async bedDone(): Promise<void> {
    const reason = this.reason().trim();
    const outL = this.outL();
    const payload: PayloadOf<'cleaning'> = {
      step: 'cleaned',
      what: 'bed',
      squareIds: [...this.chosen()],
      school: this.school(),
      bucket: [...this.bucket()],
      ...(outL === null ? {} : { outL }),
      ...(reason === '' ? {} : { overrideReason: reason }),
    };
    if (!(await this.write([this.scribe.entry('cleaning', this.tankId(), payload)], handsPages.thatPartOfTheBed)))
      return;
    this.picked.set(null);
    this.bucket.set([]);
    this.outL.set(null);
    this.reason.set('');
  }
  protected partDone(what: CleanedPart): Promise<boolean> {
    return this.write(
      [this.scribe.entry('cleaning', this.tankId(), { step: 'cleaned', what })],
      `${cleanedWords[what]} cleaned`,
    );
  }
  protected async measure(): Promise<void> {
    const secondsPerL = this.seconds();
    if (secondsPerL === null) {
      this.faults.set(new Map([['secondsPerL', handsPages.aNumberIsMissingFor]]));
      return;
    }
    if (await this.write([this.scribe.entry('flow', this.tankId(), { step: 'flow', secondsPerL })], 'The flow'))
      this.seconds.set(null);
  }
  private async write(entries: Parameters<Scribe['write']>[0], what: string): Promise<boolean> {
    const written = await this.scribe.write(entries, what);
    this.faults.set(written.faults);
    this.said.set(written.said);
    return written.kept;
  }
}
