import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { tanksPages } from '#words/tanks';
import { Choice, Option } from '../ui/choice';
import { Day } from '../ui/day';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { parameters } from '#almanac/parameters';
import { practices } from '#almanac/practices';
import { recorder } from '#core/explain';
import {
  doseExcess,
  netVolume,
  shapeMeasures,
  tankShapes,
  tankWeight,
  type BedKind,
  type TankGeometry,
  type TankShape,
} from '#core/tanks';
import { purposes, type Purpose } from '#core/tonight';
import { bearings, type Bearing } from '#core/water';
import { type SetUpPayload, entryOf } from '#contracts/book';
import { HouseStore } from '../base/house-store';
import { newId, Outbox } from '../base/outbox';
import { FolioStore, TonightStore } from '../tonight';
import { faultsByField } from '../base/faults';
import { Figure } from '../ui/figure';
import { plainRefusal } from '../ui/refusals';
import { figure } from '../ui/words';
import { ValueField } from '../ui/value-field';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, BareAmountPipe, UnitNamePipe } from '../ui/amount';
import { Field } from '../ui/field';

type SizeField = Exclude<keyof TankGeometry, 'shape'>;
type Override = SetUpPayload['overrides'][number];

/** Set-up of a tank, new or changed: the net volume is worked out while one types. */
@Component({
  selector: 'nl-setup',
  imports: [
    Field,
    BareAmountPipe,
    AmountPipe,
    InUnit,
    UnitNamePipe,
    FormsModule,
    RouterLink,
    Figure,
    ValueField,
    ButtonDirective,
    Checkbox,
    Choice,
    Day,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './setup-screen.html',
  styleUrl: './setup-screen.scss',
})
export class SetupScreen {
  protected readonly say = tanksPages;
  readonly tankId = input<string>();
  private readonly outbox = inject(Outbox);
  private readonly router = inject(Router);
  private readonly house = inject(HouseStore);
  private readonly tonight = inject(TonightStore);
  private readonly folios = inject(FolioStore);
  protected readonly practices = practices;
  protected readonly purposes = purposes;
  protected readonly bearings = bearings;
  protected readonly shapes = tankShapes.map((id) => ({ id, label: shapeMeasures[id].label }));
  protected readonly shape = signal<TankShape>('rectangle');
  protected quantityOf = (unit: string): string => (unit === 'cm' ? 'length' : unit === 'L' ? 'volume' : '');
  protected readonly sizes = computed((): { id: SizeField; label: string; unit: string; needed: boolean }[] => {
    const words = shapeMeasures[this.shape()];
    return [
      { id: 'lengthCm', label: words.lengthCm, unit: 'cm', needed: true },
      ...(words.widthCm ? [{ id: 'widthCm' as const, label: words.widthCm, unit: 'cm', needed: true }] : []),
      ...(words.bowCm ? [{ id: 'bowCm' as const, label: words.bowCm, unit: 'cm', needed: true }] : []),
      { id: 'heightCm', label: 'Height outside', unit: 'cm', needed: true },
      { id: 'glassMm', label: 'Glass', unit: 'mm', needed: true },
      { id: 'waterBelowRimCm', label: tanksPages.waterBelowTheRim, unit: 'cm', needed: true },
      { id: 'bedDepthCm', label: 'Bed depth', unit: 'cm', needed: false },
      { id: 'bedBackCm', label: tanksPages.bedAtTheBackIf, unit: 'cm', needed: false },
      { id: 'rockKg', label: 'Rock', unit: 'kg', needed: false },
      { id: 'rockL', label: tanksPages.orRockByDisplacement, unit: 'L', needed: false },
      { id: 'woodL', label: 'Wood', unit: 'L', needed: false },
      { id: 'woodKg', label: tanksPages.orWoodByWeight, unit: 'kg', needed: false },
      { id: 'sumpL', label: tanksPages.inFilterAndSump, unit: 'L', needed: false },
    ];
  });
  protected readonly bedKind = signal<BedKind | ''>('');
  protected readonly grainMm = signal<number | null>(null);
  protected readonly laidOn = signal('');
  protected readonly shelfRatedKg = signal<number | null>(null);
  protected readonly name = signal('');
  protected readonly rack = signal('');
  protected readonly purpose = signal<Purpose>('display');
  protected readonly practiceId = signal('community-soft');
  protected readonly bearing = signal<Bearing>('usual');
  protected readonly bearingKept = signal(false);
  protected readonly startedOn = signal('');
  private filledFor: string | null = null;
  protected readonly newArrivalsOn = signal('');
  protected readonly parameters = parameters;
  protected readonly overrides = signal<readonly Override[]>([]);
  protected addOverride(): void {
    this.overrides.update((all) => [...all, { parameter: 'ghDegrees', lo: null, hi: null, reason: '' }]);
  }
  protected setOverride(index: number, change: Partial<Override>): void {
    this.overrides.update((all) => all.map((o, i) => (i === index ? { ...o, ...change } : o)));
  }
  protected dropOverride(index: number): void {
    this.overrides.update((all) => all.filter((_, i) => i !== index));
  }
  protected readonly labelL = signal<number | null>(null);
  protected readonly measuredFillL = signal<number | null>(null);
  protected readonly size = signal<Partial<Record<SizeField, number>>>({
    glassMm: 6,
    waterBelowRimCm: 2,
    bedDepthCm: 3,
  });
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly busy = signal(false);

  constructor() {
    effect(() => {
      const id = this.tankId();
      if (id !== undefined) this.folios.open(id);
    });
    effect(() => {
      const folio = this.folios.folio();
      const id = this.tankId();
      // Once: a folio that is read again must not take away what has been typed since.
      if (folio && folio.tank.tankId === id && this.filledFor !== id)
        untracked(() => {
          this.filledFor = id;
          this.fill(folio.setUp);
        });
    });
    effect(() => {
      const on = this.house.house()?.nightOn;
      if (on && untracked(this.startedOn) === '') this.startedOn.set(on);
    });
  }
  private fill(setUp: SetUpPayload): void {
    this.name.set(setUp.name);
    this.rack.set(setUp.rack);
    this.purpose.set(setUp.purpose);
    this.practiceId.set(setUp.practiceId);
    this.bearing.set(setUp.bearing);
    this.bearingKept.set(setUp.bearingKept ?? false);
    this.startedOn.set(setUp.startedOn);
    this.newArrivalsOn.set(setUp.newArrivalsOn ?? '');
    this.overrides.set(setUp.overrides);
    this.labelL.set(setUp.labelL ?? null);
    this.measuredFillL.set(setUp.measuredFillL ?? null);
    const { shape = 'rectangle', ...size } = setUp.geometry ?? {};
    this.shape.set(shape);
    this.size.set(size);
    this.bedKind.set(setUp.bed?.kind ?? '');
    this.grainMm.set(setUp.bed?.grainMm ?? null);
    this.laidOn.set(setUp.bed?.laidOn ?? '');
    this.shelfRatedKg.set(setUp.shelfRatedKg ?? null);
  }
  protected setSize(id: SizeField, value: number | null): void {
    this.size.update((size) => {
      const { [id]: _old, ...rest } = size;
      return value === null ? rest : { ...rest, [id]: value };
    });
  }
  protected readonly geometry = computed((): TankGeometry | null => {
    const shape = this.shape();
    const { lengthCm, widthCm, bowCm, heightCm, glassMm, waterBelowRimCm, ...more } = this.size();
    const words = shapeMeasures[shape];
    if (lengthCm === undefined || heightCm === undefined || glassMm === undefined || waterBelowRimCm === undefined)
      return null;
    if ((words.widthCm && widthCm === undefined) || (words.bowCm && bowCm === undefined)) return null;
    return {
      shape,
      lengthCm,
      ...(words.widthCm && widthCm !== undefined ? { widthCm } : {}),
      ...(words.bowCm && bowCm !== undefined ? { bowCm } : {}),
      heightCm,
      glassMm,
      waterBelowRimCm,
      ...more,
    };
  });
  protected readonly weight = computed(() => {
    const geometry = this.geometry();
    if (!geometry) return null;
    const result = tankWeight(
      { geometry, bed: this.bedKind() || 'none', ratedKg: this.shelfRatedKg() ?? undefined },
      recorder(),
    );
    return result.ok ? result.value : null;
  });
  protected readonly liftingWords = {
    one: tanksPages.onePersonUnderGoodConditions,
    two: 'two people',
    more: tanksPages.moreThanTwoPeopleOr,
  };
  /** Its sign is said in words beside it. */
  protected percent = (share: number): string => figure(100 * Math.abs(share), 0);
  /** What a dose by the label would be over one by the net volume. */
  protected readonly excess = computed(() => {
    const [labelL, netL] = [this.labelL(), this.measuredFillL() ?? this.explained()?.value.netL];
    return labelL && netL ? doseExcess({ labelL, netL }).excessFraction : null;
  });
  protected readonly volume = computed(() => {
    const geometry = this.geometry();
    return geometry ? netVolume(geometry, recorder()) : null;
  });
  protected readonly refusal = computed(() => {
    const volume = this.volume();
    return volume && !volume.ok ? plainRefusal(volume.refusal) : '';
  });
  protected readonly explained = computed(() => {
    const volume = this.volume();
    return volume?.ok ? volume.value : null;
  });
  protected litres = (value: number): string => figure(value, 1);
  protected fault = (field: string): string => this.faults().get(field) ?? '';

  protected async save(): Promise<void> {
    this.busy.set(true);
    const subjectId = this.tankId() ?? newId();
    const [labelL, measuredFillL, geometry] = [this.labelL(), this.measuredFillL(), this.geometry()];
    const nextOrder = Math.max(0, ...this.tonight.tanks().map((t) => t.roundOrder)) + 10;
    const entry = entryOf(
      'set-up',
      { id: newId(), subjectId, happenedAt: this.house.nowIso() },
      {
        overrides: [...this.overrides()],
        ...(this.newArrivalsOn() ? { newArrivalsOn: this.newArrivalsOn() } : {}),
        name: this.name().trim(),
        rack: this.rack().trim(),
        roundOrder: this.tonight.tankNamed(subjectId)?.roundOrder ?? nextOrder,
        purpose: this.purpose(),
        practiceId: this.practiceId(),
        bearing: this.bearing(),
        ...(this.bearingKept() ? { bearingKept: true } : {}),
        startedOn: this.startedOn(),
        ...(labelL ? { labelL } : {}),
        ...(measuredFillL ? { measuredFillL } : {}),
        ...(geometry ? { geometry } : {}),
        ...(this.bedKind()
          ? {
              bed: {
                kind: this.bedKind() as BedKind,
                ...(this.grainMm() ? { grainMm: this.grainMm() ?? 0 } : {}),
                ...(this.laidOn() ? { laidOn: this.laidOn() } : {}),
              },
            }
          : {}),
        ...(this.shelfRatedKg() ? { shelfRatedKg: this.shelfRatedKg() ?? 0 } : {}),
      },
    );
    const sent = await this.outbox.write([entry]);
    this.busy.set(false);
    if (sent.state === 'refused') this.faults.set(faultsByField(sent.problem));
    else await this.router.navigate(sent.state === 'written' ? ['/tanks', subjectId] : ['/tonight']);
  }
}
