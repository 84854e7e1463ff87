import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputText } from 'primeng/inputtext';
import { careKnowledge } from '#almanac/care';
import {
  courseOf,
  ichTiming,
  mayDose,
  neededOf,
  type CourseFood,
  type CourseLabel,
  type DoseVerdict,
  usualRationPercent,
} from '#core/care';
import { recorder } from '#core/explain';
import { middle } from '#core/readings';
import { livingMassG } from '#core/stock';
import { shortfall, supplyState } from '#core/supplies';
import { nightOn } from '#core/tonight';
import { changesFrom, changesText, courseDayText, daysFrom, daysText, doseReasonWords, doseText } from '#words/care';
import { amount } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore, type TankStock } from '../stock';
import { Choice, Option, Options } from '../ui/choice';
import { plainRefusal } from '../ui/refusals';
import { Field } from '../ui/field';
import { Figure } from '../ui/figure';
import { CareNav } from './care-nav';
import { InUnit } from '../ui/in-unit';

const dayMs = 86_400_000;
const verdictNames = {
  allowed: 'Nothing of what is known speaks against it.',
  warn: 'With caution: one animal in a tub of its own first, for a day.',
  blocked: 'It would harm. Only with a reason that is kept.',
};
/** What stands in for an ill tank's water beside it. */
const pens = new Set(['quarantine', 'hospital']);

/** A course as its label has it, on net volume: who would be harmed, hospital against display, the calendar, and its start. */
@Component({
  selector: 'nl-course',
  imports: [InUnit, FormsModule, ButtonDirective, Checkbox, InputText, Choice, Option, Options, Field, Figure, CareNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './course-screen.html',
  styleUrl: './care-screen.scss',
})
export class CourseScreen {
  readonly tank = input<string>();
  readonly agent = input<string>();
  readonly case = input<string>();
  /** The course of this tank that the new one is a part of. */
  readonly part = input<string>();
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly router = inject(Router);
  private readonly shelf = new DiaryWatch(['supply', 'supply-log']);
  protected readonly agents = careKnowledge.agents.filter(
    (a) => !['adsorbent', 'device', 'dip', 'heat'].includes(a.sort),
  );
  protected readonly open = computed(() => this.agents.filter((a) => a.prescription !== 'needed'));
  protected readonly onPrescription = computed(() => this.agents.filter((a) => a.prescription === 'needed'));
  protected readonly tankId = signal('');
  protected readonly agentId = signal('');
  protected readonly productName = signal('');
  protected readonly treats = signal<number | null>(null);
  protected readonly treatsUnit = signal<'L' | 'US gal'>('L');
  protected readonly doseDays = signal('1');
  protected readonly changes = signal('');
  protected readonly maxRepeats = signal<number | null>(null);
  /** What no field holds is no number of repeats: the core refuses it, and nothing is planned by it. */
  protected readonly notSaid = NaN;
  protected readonly repeats = signal(0);
  protected readonly split = signal(false);
  protected readonly way = signal<'water' | 'food'>('water');
  /** Said of one tank: those of another weigh something else. */
  private readonly massSaid = signal<{ tankId: string; massG: number | null } | null>(null);
  protected readonly percentOfBodyMass = signal<number | null>(usualRationPercent);
  protected readonly agentMgPerKgPerDay = signal<number | null>(null);
  protected readonly binder = signal('');
  /** What lives there by its usual adult length, until the keeper says what it weighs. */
  protected readonly bodyMassG = computed(() => {
    const said = this.massSaid();
    const here = this.here();
    if (!here) return null;
    if (said?.tankId === here.tank.tankId) return said.massG;
    const { lo, hi } = livingMassG(here.lodgers);
    return hi > 0 ? Number(((lo + hi) / 2).toPrecision(2)) : null;
  });
  protected sayMass(massG: number | null): void {
    this.massSaid.set({ tankId: this.tankId(), massG });
  }
  private readonly food = computed((): CourseFood | null => {
    const [mass, percent, agent] = [this.bodyMassG(), this.percentOfBodyMass(), this.agentMgPerKgPerDay()];
    return mass === null || percent === null || agent === null
      ? null
      : { bodyMassG: mass, percentOfBodyMass: percent, agentMgPerKgPerDay: agent };
  });
  protected readonly prescription = signal('');
  protected readonly overrideReason = signal('');
  protected readonly before = signal<readonly string[]>([]);
  protected readonly faults = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly said = signal('');
  protected readonly checks = [
    'Water tested tonight and put right',
    'Carbon, resin and zeolite out; UV and ozone off',
    'Air up, lid on, light as the agent needs',
    'A way out stands ready: water for a change, carbon',
  ];

  constructor() {
    this.stock.load();
    this.shelf.open();
    effect(() => {
      const [tank, agent] = [this.tank(), this.agent()];
      untracked(() => {
        if (tank !== undefined) this.tankId.set(tank);
        if (agent !== undefined && this.agents.some((a) => a.id === agent)) this.agentId.set(agent);
      });
    });
  }
  /** Bottles of the keeper's own, with what is in them and until when they are good. */
  protected readonly bottles = computed(() => {
    const latest = new Map(this.shelf.of('supply').map((e) => [e.subjectId, e.payload]));
    const logs = this.shelf.of('supply-log');
    return [...latest].flatMap(([id, supply]) =>
      supply.medicine
        ? [
            {
              id,
              supply,
              medicine: supply.medicine,
              state: supplyState({
                events: logs.filter((l) => l.subjectId === id).map((l) => ({ atEpochMs: l.atEpochMs, ...l.payload })),
                nowEpochMs: this.house.nowEpochMs(),
                expiresEpochMs: supply.expiresOn === undefined ? null : Date.parse(supply.expiresOn) + dayMs / 2,
                leadDays: supply.leadDays,
              }),
            },
          ]
        : [],
    );
  });
  protected readonly bottleId = signal('');
  private readonly bottle = computed(() => this.bottles().find((b) => b.id === this.bottleId()) ?? null);
  /** What speaks of the bottle: its date, what it says of kinds. */
  protected readonly bottleSaid = computed(() => {
    const of = this.bottle();
    if (!of) return [];
    return [
      ...(of.state.state === 'expired' ? ['Past its date: it may do less or harm more. A new one, or a reason.'] : []),
      ...(of.medicine.kinds === '' ? [] : [`Its label says of kinds: ${of.medicine.kinds}`]),
      ...(of.medicine.agentIds.length > 1
        ? [`It holds ${of.medicine.agentIds.map((id) => this.nameOf(id)).join(' and ')}: each is checked.`]
        : []),
    ];
  });
  protected takeBottle(id: string): void {
    this.bottleId.set(id);
    const of = this.bottle();
    if (!of) return;
    const { label, agentIds } = of.medicine;
    this.agentId.set(agentIds[0] ?? '');
    this.productName.set(of.supply.name);
    this.treats.set(label.packTreatsL ?? label.packTreatsUsGal ?? null);
    this.treatsUnit.set(label.packTreatsUsGal === undefined ? 'L' : 'US gal');
    this.doseDays.set(daysText(label.doseDays));
    this.changes.set(changesText(label.changes));
    this.maxRepeats.set(label.maxRepeats ?? null);
    // Grams and millilitres are measured; pieces are whole.
    this.split.set(of.supply.unit !== 'pieces');
  }
  private readonly agentIds = computed(() => {
    const of = this.bottle();
    const first = this.agentId();
    return of?.medicine.agentIds[0] === first ? of.medicine.agentIds : first === '' ? [] : [first];
  });
  /** How much of the bottle a plan needs, and what is to be bought. */
  private bottleText(packsPerDose: number, packsTotal: number): string {
    const of = this.bottle();
    if (!of) return '';
    const { unit } = of.supply;
    const { perDoseValue, needValue } = neededOf(of.medicine.doseValue, { packsPerDose, packsTotal });
    const { missingValue, packsCount, costValue } = shortfall({
      needValue,
      leftValue: of.state.leftValue,
      pack: of.supply.pack,
    });
    const amountText = (value: number): string => `${Number(value.toPrecision(3))} ${unit}`;
    const buy =
      missingValue === 0
        ? 'that is enough'
        : `${amountText(missingValue)} are missing${packsCount === null || costValue === null ? '' : `: ${packsCount} ${packsCount === 1 ? 'pack' : 'packs'} to buy, ${costValue.toFixed(2)}`}`;
    return `${amountText(perDoseValue)} a dose, ${amountText(needValue)} in all; ${amountText(of.state.leftValue)} in the cupboard: ${buy}.`;
  }
  protected readonly chosen = computed(() => this.agents.find((a) => a.id === this.agentId()) ?? null);
  protected readonly doses = computed(() => this.chosen()?.doses.map(doseText) ?? []);
  protected readonly here = computed(() => this.stock.stockOf(this.tankId()));
  private readonly label = computed((): CourseLabel | null => {
    const treats = this.treats();
    const [doseDays, changes] = [daysFrom(this.doseDays()), changesFrom(this.changes())];
    if (!doseDays || doseDays.length === 0 || !changes) return null;
    const most = this.maxRepeats();
    if (this.way() === 'food')
      return this.food() === null ? null : { doseDays, changes, ...(most === null ? {} : { maxRepeats: most }) };
    if (treats === null || !(treats > 0)) return null;
    return {
      ...(this.treatsUnit() === 'L' ? { packTreatsL: treats } : { packTreatsUsGal: treats }),
      doseDays,
      changes,
      ...(most === null ? {} : { maxRepeats: most }),
    };
  });
  protected readonly daysFault = computed(() => (daysFrom(this.doseDays()) ? '' : 'whole days from 1, as 1 3 5'));
  protected readonly changesFault = computed(() =>
    changesFrom(this.changes()) ? '' : 'a day and a per cent, as 5 25%',
  );
  /** Agents of courses that are over and have not left the water. */
  private readonly stillThere = ({ tank }: TankStock): TankStock['tank']['inWater'] =>
    tank.inWater.filter((a) => a.ended);
  /** The worst over all that the product holds. */
  private verdictFor(of: TankStock): DoseVerdict | null {
    const { equipment } = of.tank;
    const alsoPresent = [
      ...new Set(of.tank.inWater.map((a) => a.agentId)),
      ...(equipment.carbon?.on ? ['carbon'] : []),
      ...(equipment.uv?.on ? ['uv'] : []),
    ];
    const verdicts = this.agentIds().flatMap((agent) => {
      const said = mayDose(
        {
          agent,
          kinds: [...new Set([...of.lodgers.map((l) => l.kind.id), 'filter'])],
          water: of.tank.water,
          alsoPresent,
        },
        careKnowledge,
        this.stock.kinds(),
      );
      return said.ok ? [said.value] : [];
    });
    if (verdicts.length === 0) return null;
    return {
      verdict:
        (['blocked', 'warn', 'allowed'] as const).find((v) => verdicts.some((d) => d.verdict === v)) ?? 'blocked',
      reasons: verdicts.flatMap((v) => v.reasons),
      final: verdicts.some((v) => v.final),
    };
  }
  /** This tank, and each that the ill could be taken to, side by side. */
  protected readonly places = computed(() => {
    const here = this.here();
    if (!here || this.agentId() === '') return [];
    const others = this.stock.stocked().filter((s) => s !== here && pens.has(s.tank.setUp.purpose));
    return [here, ...others].map((of) => {
      const label = this.label();
      const note = recorder();
      const planned = label
        ? courseOf(
            {
              netVolumeL: of.tank.netVolumeL,
              label,
              food: this.eaten() ?? undefined,
              repeats: this.repeats(),
              packsCanBeSplit: this.split(),
            },
            note,
          )
        : null;
      const verdict = this.verdictFor(of);
      const course = planned?.ok ? planned.value : null;
      const labelL = of.tank.setUp.labelL;
      const days = course?.calendar.filter((d) => d.do !== 'look').at(-1)?.day ?? 0;
      return {
        tankId: of.tank.tankId,
        name: of.tank.name,
        net: amount(speech(), 'volume', of.tank.netVolumeL, 0),
        byLabel:
          labelL === undefined
            ? ''
            : `By the label’s ${amount(speech(), 'volume', labelL, 0)} the dose would be ${Math.round((100 * labelL) / of.tank.netVolumeL)} % of this.`,
        repeatsFault:
          planned && !planned.ok && 'field' in planned.refusal && planned.refusal.field === 'repeats'
            ? plainRefusal(planned.refusal)
            : '',
        food: course && this.eaten() ? (course.calendar.find((d) => d.do === 'dose') ?? null) : null,
        days: course ? `${days} days` : '',
        packs: course ? String(Number(course.packsPerDose.toPrecision(3))) : '',
        total: course ? `a dose, ${Number(course.packsTotal.toPrecision(4))} in all` : '',
        working: note.explained(null),
        share: course ? `${Math.round(100 * course.doseShare)} % of the intended dose` : '',
        still: this.stillThere(of).map(
          (s) =>
            `Still in this water by its changes alone: ${s.shareFraction >= 1 ? s.shareFraction.toFixed(1) : s.shareFraction.toFixed(2)} of a dose of ${s.productName}.`,
        ),
        stock: course?.stock
          ? `Off by more than a tenth: dissolve ${course.stock.packs} in ${course.stock.waterMl} mL, take ${Math.round(course.stock.takeMl)} mL of it.`
          : '',
        bottle: course ? this.bottleText(course.packsPerDose, course.packsTotal) : '',
        verdict: verdict ? verdictNames[verdict.verdict] : '',
        blocked: verdict?.verdict === 'blocked',
        final: verdict?.final ?? false,
        reasons: [...new Set(verdict?.reasons.map((r) => doseReasonWords(r, (id) => this.nameOf(id))) ?? [])],
        calendar:
          course?.calendar.map((d) => ({
            ...d,
            text: courseDayText(speech(), d),
          })) ?? [],
      };
    });
  });
  protected readonly first = computed(() => this.places()[0] ?? null);
  /** White spot is only reached in its free stage: what the warmth asks for. */
  protected readonly gap = computed(() => {
    const read = this.here()?.tank.water.tempC;
    const agent = this.chosen();
    if (!read || !agent || !/[Ww]hite spot/.test(agent.indication)) return '';
    const timing = ichTiming({ tempC: middle(read) });
    if (!timing.ok) return '';
    const { redoseDays, treatAtLeastDays } = timing.value;
    const tempText = amount(speech(), 'temperature', middle(read), 1);
    return redoseDays
      ? `Against white spot at ${tempText}: again every ${redoseDays.lo.toFixed(1)} to ${redoseDays.hi.toFixed(1)} days, at least ${Math.ceil(treatAtLeastDays)} days after the last spot; a course that ends when the spots vanish fails.`
      : `Against white spot at ${tempText} heat alone works: ${treatAtLeastDays} days.`;
  });
  protected readonly prescribed = computed(() =>
    this.agentIds().some((id) => this.agents.find((a) => a.id === id)?.prescription === 'needed'),
  );
  protected readonly ready = computed(() => {
    const place = this.first();
    return (
      place !== null &&
      this.label() !== null &&
      place.packs !== '' &&
      !place.final &&
      this.productName().trim() !== '' &&
      this.before().length === this.checks.length &&
      (!place.blocked || this.overrideReason().trim() !== '') &&
      (!this.prescribed() || this.prescription().trim() !== '')
    );
  });
  private readonly eaten = computed(() => (this.way() === 'food' ? this.food() : null));
  protected readonly partOf = computed(() => {
    const id = this.part();
    return this.here()?.tank.inWater.find((a) => a.courseId === id && !a.ended) ?? null;
  });
  private readonly nameOf = (id: string): string =>
    careKnowledge.agents.find((a) => a.id === id || a.slug === id)?.name ?? this.stock.kindNamed(id)?.commonName ?? id;
  private fromBottle(): { supplyId?: string; doseValue?: number; alsoAgentIds?: string[] } {
    const of = this.bottle();
    if (of?.medicine.agentIds[0] !== this.agentId()) return {};
    const [, ...also] = of.medicine.agentIds;
    return {
      supplyId: of.id,
      doseValue: of.medicine.doseValue,
      ...(also.length === 0 ? {} : { alsoAgentIds: also }),
    };
  }
  protected gramsText = (value: number | undefined): string => String(Number((value ?? 0).toPrecision(3)));
  protected tick(text: string): void {
    this.before.update((all) => (all.includes(text) ? all.filter((t) => t !== text) : [...all, text]));
  }
  protected async start(): Promise<void> {
    const [here, label, place] = [this.here(), this.label(), this.first()];
    if (!here || !label || !place || !this.ready()) return;
    const [food, partOf] = [this.eaten(), this.partOf()];
    const reason = this.overrideReason().trim();
    const prescription = this.prescription().trim();
    const entry = this.scribe.entry('course', here.tank.tankId, {
      step: 'started',
      agentId: this.agentId(),
      productName: this.productName().trim(),
      label: { ...label, doseDays: [...label.doseDays], changes: [...label.changes] },
      repeats: this.repeats(),
      split: this.split(),
      netVolumeL: here.tank.netVolumeL,
      startOn: nightOn({ atEpochMs: this.house.nowEpochMs(), zone: this.house.zone() }),
      ...(prescription === '' ? {} : { prescription }),
      ...(reason === '' ? {} : { overrideReason: reason }),
      ...(food === null ? this.fromBottle() : { food: { ...food, binder: this.binder().trim() } }),
      ...(partOf === null ? {} : { partOfId: partOf.courseId }),
      ...(this.case() === undefined ? {} : { caseId: this.case() }),
      warnings: place.reasons.slice(0, 40),
    });
    const written = await this.scribe.write([entry], 'The course');
    this.faults.set(written.faults);
    this.said.set(written.said);
    if (written.kept) void this.router.navigate(['/care']);
  }
}
