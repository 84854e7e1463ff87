import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import {
  conditions,
  equipmentFindings,
  equipmentItems,
  newThings,
  sharedThings,
  sights,
  tankStages,
  type EquipmentItem,
  type EquipmentState,
  type TankStage,
} from '#core/tanks';
import type { FactPayload } from '#contracts/book';
import { equipmentReasonWords, equipmentWords, newThingWords, tanksPages } from '#words/tanks';
import { HouseStore } from '../base/house-store';
import { DiaryWatch, Scribe } from '../base/scribe';
import { StockStore } from '../stock';
import { agoText, dateText } from '../ui/words';
import { InUnit } from '../ui/in-unit';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

const sightWords = {
  clear: tanksPages.oneSeesInWell,
  partly: tanksPages.oneSeesInPartly,
  overgrown: tanksPages.overgrownTheDeadStayUnseen,
};
type Fact<A extends FactPayload['about']> = Extract<FactPayload, { about: A }>;

/** The dated facts of a tank: stage, equipment, what is new, decorations, what it shares, how well one sees in. */
@Component({
  selector: 'nl-facts-part',
  imports: [WhyNot, Field, InUnit, FormsModule, ButtonDirective, Checkbox, Choice, InputText, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './facts-part.html',
  styles: `
    section {
      margin-top: 1rem;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.9rem;
      align-items: end;
      margin: 0.4rem 0;
    }
    .row :is(label, nl-field) {
      min-width: 150px;
    }
    .row .grow {
      flex: 1;
      min-width: 200px;
    }
    .items {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
      gap: 0.3rem 1rem;
    }
    .item {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 0.5rem;
      border-bottom: 1px solid var(--line);
      min-height: 44px;
    }
    .item .plain {
      min-height: 36px;
      padding: 0.1rem 0.7rem;
    }
    .off {
      color: var(--act);
      font-weight: 600;
    }
    .act {
      border-left: 3px solid var(--act);
      padding-left: 0.6rem;
      font-weight: 600;
    }
    li {
      padding: 0.1rem 0;
    }
  `,
})
export class FactsPart {
  protected readonly say = tanksPages;
  readonly tankId = input.required<string>();
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  protected readonly store = inject(StockStore);
  private readonly diary = new DiaryWatch(['fact']);
  protected readonly equipmentItems = equipmentItems;
  protected readonly equipmentWords = equipmentWords;
  protected findingText = equipmentReasonWords;
  protected readonly things = newThings;
  protected readonly thingWords = newThingWords;
  protected readonly shared = sharedThings;
  protected readonly conditions = conditions;
  protected readonly sights = sights;
  protected readonly sightWords = sightWords;
  protected readonly stages = tankStages;
  protected readonly what = signal<(typeof newThings)[number]>('food');
  protected readonly name = signal('');
  protected readonly sharedThing = signal<(typeof sharedThings)[number]>('net');
  protected readonly withTankId = signal('');
  protected readonly disinfected = signal(false);
  protected readonly decoration = signal('');
  protected readonly condition = signal<(typeof conditions)[number]>('sound');
  protected readonly hours = signal<number | null>(null);
  protected readonly said = signal('');
  protected readonly fault = signal('');
  constructor() {
    this.store.load();
    effect(() => {
      this.diary.open(this.tankId());
    });
  }
  private readonly facts = computed(() => this.diary.of('fact'));
  private of<A extends FactPayload['about']>(about: A): { atEpochMs: number; fact: Fact<A> }[] {
    return this.facts().flatMap(({ atEpochMs, payload }) =>
      payload.about === about ? [{ atEpochMs, fact: payload as Fact<A> }] : [],
    );
  }
  protected readonly stage = computed(() => this.of('stage').at(-1) ?? null);
  protected readonly stageHistory = computed(() => [...this.of('stage')].reverse().slice(0, 5));
  protected readonly equipment = computed(() => {
    const state: EquipmentState = {};
    for (const { fact } of this.of('equipment'))
      state[fact.item] = {
        on: fact.on,
        detail: fact.detail ?? '',
        ...(fact.lightHours === undefined ? {} : { lightHours: fact.lightHours }),
      };
    return state;
  });
  private readonly residents = computed(() => this.store.stockOf(this.tankId())?.residents ?? []);
  protected readonly findings = computed(() =>
    equipmentFindings({
      equipment: this.equipment(),
      smallAnimals: this.residents().some(
        (l) => l.kind.group === 'shrimp' || (l.kind.animal !== null && l.kind.adultCm < 3),
      ),
      jumpers: this.residents().some((l) => l.kind.animal?.jumps === true),
    }),
  );
  protected readonly isNew = computed(() => {
    const all = this.of('new');
    return [...all]
      .reverse()
      .filter(
        (n) =>
          !n.fact.gone &&
          !all.some((later) => later.atEpochMs > n.atEpochMs && later.fact.gone && later.fact.name === n.fact.name),
      )
      .slice(0, 8);
  });
  protected readonly sharing = computed(() => [...this.of('shared')].reverse().slice(0, 6));
  protected readonly decorations = computed(() => [
    ...new Map(this.of('decoration').map((d) => [d.fact.name, d])).values(),
  ]);
  protected readonly sight = computed(() => this.of('sight').at(-1)?.fact.sight ?? null);
  protected readonly algae = computed(() => this.of('algae').at(-1)?.fact ?? null);
  protected readonly others = computed(() => this.store.tanks().filter((t) => t.tankId !== this.tankId()));
  protected tankName = (id: string): string => this.store.tanks().find((t) => t.tankId === id)?.name ?? 'a tank';
  protected ago = (at: number): string => agoText({ atEpochMs: at, nowEpochMs: this.house.nowEpochMs() });
  protected day = (at: number): string => dateText(speech(), at, this.house.zone());

  private async write(fact: FactPayload, what: string): Promise<void> {
    const written = await this.scribe.write([this.scribe.entry('fact', this.tankId(), fact)], what);
    this.said.set(written.said);
    this.fault.set([...written.faults.values()].join('; '));
  }
  protected switch(item: EquipmentItem, on: boolean): Promise<void> {
    const lightHours = item === 'light' && this.hours() !== null ? { lightHours: this.hours() ?? 0 } : {};
    return this.write({ about: 'equipment', item, on, ...lightHours }, `${equipmentWords[item]} ${on ? 'on' : 'off'}`);
  }
  protected setStage(stage: TankStage): Promise<void> {
    return this.write({ about: 'stage', stage }, `Stage: ${stage}`);
  }
  protected async addNew(): Promise<void> {
    if (this.name().trim() === '') return;
    await this.write({ about: 'new', what: this.what(), name: this.name().trim() }, `New: ${this.name().trim()}`);
    if (this.fault() === '') this.name.set('');
  }
  protected takeOut(fact: Fact<'new'>): Promise<void> {
    return this.write({ ...fact, gone: true }, tanksPages.isOutAgain(fact.name));
  }
  protected share(): Promise<void> {
    return this.write(
      {
        about: 'shared',
        thing: this.sharedThing(),
        withTankId: this.withTankId(),
        ...(this.disinfected() ? { disinfected: true } : {}),
      },
      'Shared',
    );
  }
  protected async addDecoration(): Promise<void> {
    if (this.decoration().trim() === '') return;
    await this.write(
      { about: 'decoration', name: this.decoration().trim(), condition: this.condition() },
      this.decoration().trim(),
    );
    if (this.fault() === '') this.decoration.set('');
  }
  protected setSight(sight: (typeof sights)[number]): Promise<void> {
    return this.write({ about: 'sight', sight }, sightWords[sight]);
  }
  protected setAlgae(wanted: boolean): Promise<void> {
    return this.write(
      { about: 'algae', wanted },
      wanted ? tanksPages.algaeAreWantedHere : tanksPages.algaeAreNotWantedHere,
    );
  }
}
