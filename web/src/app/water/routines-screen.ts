import { dayMs } from '#core/units';
import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { parameters } from '#almanac/parameters';
import { changeSchools, routineAdvice } from '#almanac/water';
import { recorder } from '#core/explain';
import { rankedBy, type ParameterId, type Water } from '#core/readings';
import {
  alternating,
  certainties,
  holdCeiling,
  leastRhythm,
  ramp,
  rampWeeks,
  routineCost,
  routineSettles,
  sdOf80,
  topUpCreep,
  type CertaintyId,
} from '#core/water';
import type { RoutinePayload } from '#contracts/book';
import { amount, unitOf, valueText, fromTo } from '#words/units';
import { HouseStore } from '../base/house-store';
import { Scribe } from '../base/scribe';
import { SourcesStore } from '../sources';
import { FolioStore, TonightStore } from '../tonight';
import { Figure } from '../ui/figure';
import { parameterLabel } from '../ui/kind-words';
import { faultsText, plainRefusal } from '../ui/refusals';
import { figure, gradeWords } from '../ui/words';
import { LearntPart } from './learnt-part';
import { waterOfView } from './mix-store';
import { RoutinesOverview } from './routines-overview';
import { SchoolsPart, type SchoolTaken } from './schools-part';
import { WaterNav } from '../ui/water-nav';
import { WaterStore } from './water-store';
import { WhatIfPart } from './what-if-part';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, UnitNamePipe } from '../ui/amount';
import { FromToPipe } from '../ui/from-to';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

/** What usually decides a routine, first. */
const order: readonly ParameterId[] = rankedBy('routineRank');

interface Form {
  percent: number | null;
  everyDays: number | null;
  sourceId: string;
  otherSourceId: string;
  how: 'poured' | 'dripped';
  changeMinutes: number | null;
  schoolId: string;
}
/** Where the routine of a tank settles, what would hold the ceiling, what each school would do, and half a year ahead. */
@Component({
  selector: 'nl-routines',
  imports: [
    WhyNot,
    Field,
    FromToPipe,
    AmountPipe,
    InUnit,
    UnitNamePipe,
    FormsModule,
    RouterLink,
    WaterNav,
    Figure,
    RoutinesOverview,
    SchoolsPart,
    WhatIfPart,
    LearntPart,
    ButtonDirective,
    Choice,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './routines-screen.html',
  styles: `
    .inputs {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
      gap: 0.6rem 1rem;
      align-items: end;
      margin: 0.5rem 0;
    }
    section {
      margin: 1.2rem 0;
    }
    .right {
      text-align: right;
    }
    .facts {
      max-width: 760px;
    }
    .facts th {
      width: 240px;
      font-weight: 400;
    }
    .grade {
      font-style: italic;
    }
    p {
      margin: 0.4rem 0;
    }
  `,
})
export class RoutinesScreen {
  protected readonly say = waterPages;
  readonly tank = input<string>();
  private readonly house = inject(HouseStore);
  private readonly folios = inject(FolioStore);
  private readonly water = inject(WaterStore);
  private readonly scribe = inject(Scribe);
  private readonly router = inject(Router);
  protected readonly sources = inject(SourcesStore);
  protected readonly tonight = inject(TonightStore);
  protected readonly certainties = certainties;
  protected readonly chosen = signal<ParameterId | null>(null);
  protected readonly certainty = signal<CertaintyId>('usual');
  protected readonly topUpL = signal(1);
  protected readonly topUpSource = signal('');
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly said = signal('');

  constructor() {
    this.sources.load();
    this.water.loadEvening();
    effect(() => {
      const id = this.tank();
      if (id !== undefined) this.folios.open(id);
    });
  }
  protected readonly folio = computed(() => {
    const folio = this.folios.folio();
    return folio && folio.tank.tankId === this.tank() ? folio : null;
  });
  protected readonly outlooks = computed(() => {
    const rank = (id: ParameterId): number => (order.includes(id) ? order.indexOf(id) : 99);
    return [...(this.folio()?.outlooks ?? [])]
      .filter((o) => o.parameter !== 'ph' && o.parameter !== 'tempC')
      .sort((a, b) => rank(a.parameter) - rank(b.parameter));
  });
  protected readonly parameterId = computed((): ParameterId => {
    const chosen = this.chosen();
    const all = this.outlooks();
    return all.find((o) => o.parameter === chosen)?.parameter ?? all[0]?.parameter ?? 'no3MgPerL';
  });
  protected readonly outlook = computed(() => this.outlooks().find((o) => o.parameter === this.parameterId()) ?? null);
  protected readonly parameter = computed(() => {
    const found = parameters.find((p) => p.id === this.parameterId());
    if (!found) throw new Error('a parameter without its almanac line');
    return found;
  });
  protected readonly unit = computed(() => unitOf(speech(), this.parameter().id));
  protected readonly band = computed(
    () => this.folio()?.lines.find((l) => l.parameter === this.parameterId())?.band ?? null,
  );
  protected readonly bandText = computed(() => {
    const b = this.band();
    if (!b) return '';
    return b.lo === null ? `up to ${b.hi ?? ''}` : b.hi === null ? `from ${b.lo}` : fromTo(b.lo, b.hi);
  });
  /** By value: a folio read anew says the same again, and takes nothing that was typed. */
  private readonly bandHi = computed(() => this.band()?.hi ?? null);
  protected readonly ceiling = linkedSignal<number | null>(() => this.bandHi());

  protected readonly present = computed(() => {
    const line = this.water.evening()?.tanks.find((t) => t.tankId === this.tank());
    if (!line) return null;
    return {
      everyDays: line.everyDays,
      changeFraction: line.changeFraction,
      sourceId: line.waterId,
      sourceName: this.sources.named(line.waterId)?.setUp.name ?? 'its water',
      how: line.how,
      by: line.routineBy,
      changeMinutes: line.changeMinutes,
    };
  });
  private readonly sourceWater = computed((): Water => waterOfView(this.sources.named(this.present()?.sourceId ?? '')));
  /** What the water it is given holds of it; null where no water is chosen, or nobody measured it there. */
  protected readonly knownSourceValue = computed(
    () => this.sourceWater()[this.parameterId()] ?? this.outlook()?.routine?.sourceValue ?? null,
  );
  protected readonly sourceValue = computed(() => this.knownSourceValue() ?? 0);
  protected readonly settled = computed(() => {
    const [now, o] = [this.present(), this.outlook()];
    if (!now || !o) return null;
    const result = routineSettles(
      {
        productionPerDay: o.productionPerDay.mean,
        sourceValue: this.sourceValue(),
        changeFraction: now.changeFraction,
        everyDays: now.everyDays,
      },
      recorder(),
    );
    return result.ok ? result.value : null;
  });
  protected readonly canHold = computed(
    () => (this.outlook()?.productionPerDay.hi80 ?? 0) > 0 && this.ceiling() !== null,
  );
  private readonly presentDays = computed(() => this.present()?.everyDays ?? 7);
  private readonly presentPercent = computed(() => Math.round(1000 * (this.present()?.changeFraction ?? 0.2)) / 10);
  protected readonly rhythmDays = linkedSignal(() => this.presentDays());
  protected readonly sizePercent = linkedSignal(() => this.presentPercent());
  private readonly held = computed(() => {
    const [o, ceiling] = [this.outlook(), this.ceiling()];
    if (!o || ceiling === null) return null;
    return {
      productionPerDay: o.productionPerDay.mean,
      productionSdPerDay: sdOf80(o.productionPerDay),
      certainty: this.certainty(),
      sourceValue: this.sourceValue(),
      ceiling,
    };
  });
  protected readonly least = computed(() => {
    const held = this.held();
    return held ? holdCeiling({ ...held, everyDays: this.rhythmDays() }, recorder()) : null;
  });
  protected readonly rarest = computed(() => {
    const held = this.held();
    return held ? leastRhythm({ ...held, changeFraction: this.sizePercent() / 100 }, recorder()) : null;
  });

  protected readonly advised = computed(() => {
    const folio = this.folio();
    if (!folio) return null;
    const weeks = (this.house.nowEpochMs() - Date.parse(folio.startedOn)) / (7 * dayMs);
    const found = routineAdvice.find(
      (a) =>
        (a.purpose === 'any' || a.purpose === folio.setUp.purpose) &&
        weeks >= a.ageWeeks.lo &&
        (a.ageWeeks.hi === null || weeks < a.ageWeeks.hi),
    );
    const names = changeSchools.filter((s) => found?.schoolIds.includes(s.id)).map((s) => s.name);
    return found ? { ...found, names: names.join(', ') } : null;
  });
  protected readonly form = linkedSignal<unknown, Form>({
    source: () => this.present()?.sourceId,
    computation: () => {
      const now = this.present();
      return {
        percent: now ? Math.round(1000 * now.changeFraction) / 10 : 15,
        everyDays: now?.everyDays ?? 7,
        sourceId: now?.sourceId ?? '',
        otherSourceId: '',
        how: now?.how ?? 'poured',
        changeMinutes: now?.changeMinutes ?? 20,
        schoolId: '',
      };
    },
  });
  protected readonly ready = computed(() => {
    const { percent, everyDays, sourceId, changeMinutes } = this.form();
    return percent !== null && everyDays !== null && changeMinutes !== null && sourceId !== '';
  });
  /** The weeks of leading in, where the new routine differs much from what is done. */
  protected readonly led = computed(() => {
    const [now, { percent, everyDays }] = [this.present(), this.form()];
    if (!now || percent === null || everyDays === null) return [];
    const from = { everyDays: now.everyDays, changeFraction: now.changeFraction };
    const to = { everyDays, changeFraction: percent / 100 };
    const change = Math.abs((7 * to.changeFraction) / to.everyDays - (7 * from.changeFraction) / from.everyDays);
    return change < 0.05 ? [] : ramp({ from, to, weeks: rampWeeks(from, to) });
  });
  /** Two waters in turn: between which values it would swing. */
  protected readonly swing = computed(() => {
    const [o, { percent, everyDays, sourceId, otherSourceId }] = [this.outlook(), this.form()];
    if (!o || otherSourceId === '' || percent === null || everyDays === null) return null;
    const [a, b] = [sourceId, otherSourceId].map((id) => waterOfView(this.sources.named(id))[this.parameterId()]);
    if (a === undefined || b === undefined) return null;
    const told = alternating({
      productionPerDay: o.productionPerDay.mean,
      sourceValues: [a, b],
      changeFraction: percent / 100,
      everyDays,
    });
    return told.ok ? told.value : null;
  });
  protected readonly creep = computed(() => {
    const [now, folio] = [this.present(), this.folio()];
    if (!now || !folio || this.topUpL() <= 0) return '';
    const topUpValue =
      this.topUpSource() === '' ? 0 : waterOfView(this.sources.named(this.topUpSource()))[this.parameterId()];
    if (topUpValue === undefined) return waterPages.nobodyHasMeasuredItIn;
    const told = topUpCreep({
      topUpLPerWeek: this.topUpL(),
      topUpValue,
      netVolumeL: folio.netVolumeL,
      sourceValue: this.sourceValue(),
      changeFraction: now.changeFraction,
      everyDays: now.everyDays,
    });
    if (!told.ok) return plainRefusal(told.refusal);
    const { weeklyValue, settlesValue } = told.value;
    return weeklyValue === 0
      ? waterPages.itAddsNothingAsIt
      : waterPages.itAddsAWeekBy(
          this.v(weeklyValue),
          this.unit(),
          settlesValue === null ? 'no end' : this.v(settlesValue),
          this.v(this.sourceValue()),
        );
  });
  protected readonly cost = computed(() => {
    const [now, folio, evening] = [this.present(), this.folio(), this.water.evening()];
    if (!now || !folio) return null;
    const water = evening?.waters.find((w) => w.waterId === now.sourceId);
    return routineCost({
      netVolumeL: folio.netVolumeL,
      changeFraction: now.changeFraction,
      everyDays: now.everyDays,
      changeMinutes: now.changeMinutes,
      roFraction: water?.roFraction ?? 0,
      wasteRatio: evening?.works.wasteRatio ?? 0,
      saltGPerL: water?.saltGPerL ?? 0,
      perLValue: water?.cost.perLValue ?? 0,
    });
  });
  /** The same as a sentence: only what there is of it. */
  protected readonly yearly = computed((): { figure: string; what: string }[] => {
    const c = this.cost();
    if (!c) return [];
    return [
      { figure: amount(speech(), 'volume', c.litresPerYearL, 0), what: 'of water' },
      ...(c.wastedPerYearL > 1
        ? [{ figure: amount(speech(), 'volume', c.wastedPerYearL, 0), what: waterPages.thrownAwayByTheUnit }]
        : []),
      ...(c.saltPerYearG > 1 ? [{ figure: `${c.saltPerYearG.toFixed(0)} g`, what: waterPages.ofMineralAndSalt }] : []),
      { figure: c.workPerYearHours.toFixed(0), what: 'hours' },
      ...(c.moneyPerYearValue > 0 ? [{ figure: c.moneyPerYearValue.toFixed(0), what: 'in money' }] : []),
    ];
  });
  /** What is in its water and has no price yet. */
  protected readonly unpriced = computed(() => {
    const waterId = this.present()?.sourceId;
    return this.water.evening()?.waters.find((w) => w.waterId === waterId)?.cost.unpriced ?? [];
  });
  protected readonly whatIfNow = computed(() => ({
    everyDays: this.present()?.everyDays ?? 7,
    changeFraction: this.present()?.changeFraction ?? 0.2,
    sourceValue: this.sourceValue(),
  }));
  protected readonly sinceChangeDays = computed(() => {
    const last = this.folio()?.changes[0]?.atEpochMs;
    const every = this.present()?.everyDays ?? 7;
    return last === undefined ? 0 : Math.min(every, (this.house.nowEpochMs() - last) / dayMs);
  });

  protected sentence = plainRefusal;
  protected label = parameterLabel;
  protected grade = (id: string): string => gradeWords[id] ?? id;
  protected v = (value: number): string => valueText(speech(), this.parameter().id, value);
  protected percent = (share: number): string => String(Math.round(1000 * share) / 10);
  protected litres = (value: number): string => figure(value, 1);
  protected days = (value: number): string => (value > 999 ? 'over 999' : figure(value, 1));
  protected choose(picked: string): void {
    void this.router.navigate(['/water/routines'], {
      queryParams: { tank: picked },
    });
  }
  protected set(part: Partial<Form>): void {
    this.form.update((f) => ({ ...f, ...part }));
  }
  protected take({ school, changeFraction, everyDays, otherSourceId }: SchoolTaken): void {
    const percent = Math.round(1000 * changeFraction) / 10;
    this.set({ percent, everyDays, otherSourceId, how: school.how, schoolId: school.id });
    this.said.set(waterPages.takenOverIntoTheForm);
  }
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected readonly allFaults = computed(() => faultsText(this.faults()));
  protected async save(): Promise<void> {
    const { percent, everyDays, sourceId, otherSourceId, how, changeMinutes, schoolId } = this.form();
    const tankId = this.tank();
    if (percent === null || everyDays === null || changeMinutes === null || tankId === undefined) return;
    const ceiling = this.ceiling();
    const payload: RoutinePayload = {
      everyDays,
      changeFraction: percent / 100,
      sourceId,
      how,
      changeMinutes,
      ramp: this.led(),
      ceilings: ceiling === null ? {} : { [this.parameterId()]: ceiling },
      ...(otherSourceId === '' ? {} : { otherSourceId }),
      ...(schoolId === '' ? {} : { schoolId }),
    };
    const written = await this.scribe.write([this.scribe.entry('routine', tankId, payload)], 'The routine');
    this.faults.set(written.faults);
    this.said.set(written.said);
  }
}
