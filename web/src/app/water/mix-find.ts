import { speech } from '../base/speech';
import { noteWords, whyWords } from '#words/explain';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { foodGradeCaution, saltCares } from '#almanac/water';
import { recorder } from '#core/explain';
import { parameterIds, type ParameterId, type Water } from '#core/readings';
import type { Refusal } from '#core/result';
import {
  isPure,
  mixCost,
  recipe,
  recipeEffect,
  recipeQuantities,
  recipeWords,
  saltIds,
  salts,
  undissolved,
  usualTolerance,
  weighed,
  type Recipe,
  type RecipeQuantity,
  type RecipeSecond,
  type RecipeTarget,
  type SaltId,
} from '#core/water';
import type { RecipePayload } from '#contracts/book';
import { phByWords, waterPages } from '#words/water';
import { unitOf } from '#words/units';
import { Scribe } from '../base/scribe';
import { Figure } from '../ui/figure';
import { ValueField } from '../ui/value-field';
import { faultsText, plainRefusal } from '../ui/refusals';
import { figure } from '../ui/words';
import { decimalsOf } from './mix-drum';
import { MixStore, waterOfView } from './mix-store';
import { ionRowsOf, penAim, roundedText, type Answer } from './recipe-answer';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, UnitWordPipe } from '../ui/amount';
import { quantityOf } from '../ui/kind-words';
import { FromToPipe } from '../ui/from-to';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

interface Start {
  sourceId: string;
  /** How dear it is; null: as the house's prices say, or pure water dear and the rest not. */
  costFactor: number | null;
}
/** What is left of an analysis whose ions do not fit together. */
const plainValues: readonly string[] = ['ghDegrees', 'khDegrees', 'ec25UsPerCm', 'ph', 'tempC'];
type Target = RecipeTarget & { bound: NonNullable<RecipeTarget['bound']>; priorityRank: number };
const target = (quantity: RecipeQuantity, value: number, priorityRank = 1): Target => ({
  quantity,
  value,
  priorityRank,
  bound: 'about',
});
const isParameter = (id: string): id is ParameterId => (parameterIds as readonly string[]).includes(id);

/** The solver: waters and a shelf to start from, targets to reach; or grams typed, and the water seen. */
@Component({
  selector: 'nl-mix-find',
  imports: [
    WhyNot,
    Field,
    FromToPipe,
    AmountPipe,
    InUnit,
    UnitWordPipe,
    FormsModule,
    RouterLink,
    Figure,
    ValueField,
    ButtonDirective,
    Checkbox,
    Choice,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './mix-find.html',
  styles: `
    .two {
      display: grid;
      grid-template-columns: minmax(260px, 1fr) minmax(320px, 1.3fr);
      gap: 0 2rem;
      align-items: start;
    }
    @media (max-width: 760px) {
      .two {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    h2 {
      margin: 0.8rem 0 0.3rem;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: end;
      margin: 0.3rem 0;
    }
    .short {
      width: 104px;
    }
    .right {
      text-align: right;
    }
    .tick {
      display: flex;
      gap: 0.5rem;
      align-items: center;
      min-height: 36px;
    }
    .tick input {
      width: 20px;
      height: 20px;
      flex: none;
    }
    .salt {
      display: flex;
      gap: 0.5rem;
      align-items: center;
      justify-content: space-between;
    }
    .salt .tick {
      flex: 1;
    }
    .targets td {
      padding-right: 0.4rem;
    }
    .targets input {
      width: 88px;
    }
    .targets select {
      width: 104px;
    }
    .weigh li {
      min-height: 40px;
      border-bottom: 1px solid var(--line);
      padding: 0.3rem 0;
    }
    .wraps {
      white-space: normal;
    }
    .big {
      display: inline-block;
      min-width: 84px;
      font-size: 1.15rem;
    }
    .exact {
      white-space: nowrap;
    }
    .facts div {
      display: grid;
      grid-template-columns: 190px 1fr;
      border-bottom: 1px solid var(--line);
      min-height: 32px;
      align-items: center;
    }
    .facts dt {
      color: var(--quiet);
    }
    .ions {
      margin: 0.6rem 0;
    }
    .answer {
      margin-top: 1rem;
      border-top: 2px solid var(--line);
    }
    .keep {
      margin-top: 0.8rem;
    }
  `,
})
export class MixFind {
  protected readonly say = waterPages;
  protected noteText = noteWords;
  protected readonly phBy = phByWords;
  protected readonly mix = inject(MixStore);
  private readonly scribe = inject(Scribe);
  protected readonly allSalts = saltIds.map((id) => salts[id]);
  protected readonly words = recipeWords;
  protected quantityOf = quantityOf;
  protected unitOf = (quantity: RecipeQuantity): string => {
    const parameter = this.parameterOf(quantity);
    return parameter ? unitOf(speech(), parameter) : recipeWords[quantity].unit;
  };
  protected readonly foodGrade = foodGradeCaution;
  protected readonly starts = signal<readonly Start[]>([{ sourceId: '', costFactor: null }]);
  protected readonly litres = signal<number | null>(40);
  /** At first what the supplies say is there and what dissolves in an evening; without them three that make most waters. */
  protected readonly saltsOn = linkedSignal<readonly SaltId[], ReadonlySet<SaltId>>({
    source: () => [...this.mix.salts().keys()].filter((id) => salts[id].solubleGPerL > 0.1),
    computation: (there) => new Set(there.length > 0 ? there : ['caso4-2h2o', 'mgso4-7h2o', 'k2so4']),
  });
  protected readonly mineralsOn = signal<ReadonlySet<string>>(new Set());
  /** Typed over what the supply's label says. */
  protected readonly purity = signal<Partial<Record<SaltId, number>>>({});
  protected readonly targets = signal<readonly Target[]>([
    target('ghDegrees', 6),
    target('caMgRatio', 3),
    target('kMgPerL', 5, 2),
  ]);
  protected readonly second = signal<RecipeSecond>('least-salt');
  protected readonly reverse = signal(false);
  protected readonly grams = signal<Partial<Record<SaltId, number>>>({});
  protected readonly keepFor = signal('');
  protected readonly leadHours = signal(1);
  protected readonly stirred = signal(false);
  protected readonly faults = signal('');
  protected readonly said = signal('');

  protected readonly drums = computed(() => this.mix.sources.list().filter((s) => s.setUp.state === 'batch'));
  protected readonly openQuantities = computed(() =>
    recipeQuantities.filter((q) => !this.targets().some((t) => t.quantity === q)),
  );
  protected readonly decimals = computed(() => decimalsOf(this.mix.scaleG()));
  /** Sources whose ion list is left aside because it cannot be true. */
  protected readonly bare = signal<ReadonlySet<string>>(new Set());
  private waterOf(sourceId: string): Water {
    const water = waterOfView(this.mix.sources.named(sourceId));
    if (!this.bare().has(sourceId)) return water;
    const plain: Water = Object.fromEntries(Object.entries(water).filter(([id]) => plainValues.includes(id)));
    if (recipeEffect({ volumeL: 1, source: plain, taken: [] }).ok) return plain;
    // Hardness and conductivity do not fit either: hardness is what recipes are about.
    const { ec25UsPerCm: _aside, ...hardness } = plain;
    return hardness;
  }
  /** Starts that no reckoning can begin from, by their ion list. */
  protected readonly broken = computed(() =>
    this.starts().flatMap(({ sourceId }) => {
      if (sourceId === '' || this.bare().has(sourceId)) return [];
      const told = recipeEffect({ volumeL: 1, source: this.waterOf(sourceId), taken: [] });
      return !told.ok && told.refusal.kind === 'contradiction'
        ? [{ sourceId, name: this.mix.sourceName(sourceId), why: whyWords(speech(), told.refusal.why) }]
        : [];
    }),
  );
  protected leaveAside(sourceId: string): void {
    this.bare.update((all) => new Set([...all, sourceId]));
  }
  protected readonly asideNames = computed(() =>
    this.starts()
      .filter((s) => this.bare().has(s.sourceId))
      .map((s) => this.mix.sourceName(s.sourceId))
      .join(', '),
  );

  protected purityOf = (id: SaltId): number =>
    this.purity()[id] ?? Math.round(1000 * (this.mix.salts().get(id)?.purityFraction ?? 1)) / 10;
  /** What a litre of a start costs, or how dear it counts where no money is asked about. */
  protected dearOf = ({ sourceId, costFactor }: Start): number => {
    if (costFactor !== null) return costFactor;
    if (this.second() === 'least-cost') return Number((this.mix.litreCostOf(sourceId) ?? 0).toPrecision(3));
    const state = this.mix.sources.named(sourceId)?.setUp.state;
    return sourceId === '' || isPure(state) ? 1 : 0;
  };

  private readonly result = computed((): { answer: Answer } | { refusal: Refusal } => {
    const volumeL = this.litres() ?? 0;
    return this.reverse() ? this.reversed(volumeL) : this.solved(volumeL);
  });
  protected readonly answer = computed(() => {
    const result = this.result();
    return 'answer' in result ? result.answer : null;
  });
  protected readonly refusal = computed(() => {
    const result = this.result();
    return 'refusal' in result ? plainRefusal(result.refusal) : '';
  });

  private solved(volumeL: number): { answer: Answer } | { refusal: Refusal } {
    const found = recipe(
      {
        volumeL,
        sources: this.starts().map((s, i) => ({
          id: s.sourceId || `pure-${i}`,
          name: s.sourceId ? this.mix.sourceName(s.sourceId) : 'pure water',
          water: s.sourceId ? this.waterOf(s.sourceId) : {},
          costPerLFactor: this.dearOf(s),
        })),
        shelf: [...this.saltsOn()].map((saltId) => ({
          saltId,
          purityFraction: this.purityOf(saltId) / 100,
          costPerGFactor: this.mix.salts().get(saltId)?.perGValue ?? undefined,
        })),
        minerals: this.mix.shelfMinerals().filter((m) => this.mineralsOn().has(m.id)),
        targets: this.targets(),
        second: this.second(),
      },
      recorder(),
    );
    if (!found.ok) return { refusal: found.refusal };
    const { value, ...working } = found.value;
    const onScale = weighed({ volumeL, source: {}, massG: value.massG, scaleG: this.mix.scaleG() });
    if (!onScale.ok) return { refusal: onScale.refusal };
    return {
      answer: {
        litres: value.litres,
        minerals: Object.entries(value.mineralG).map(([id, massG]) => ({ id, massG, name: this.mix.nameOf(id) })),
        weighed: onScale.value.lines,
        effect: value.effect,
        targets: value.targets,
        conflict: value.conflict,
        wouldHelp: value.wouldHelp,
        assumptions: value.assumptions,
        rounded: roundedText(volumeL, value.massG, onScale.value.lines),
        ionRows: ionRowsOf(value.effect),
        cost: this.costOf(value),
        working,
      },
    };
  }
  /** What the drum costs, as far as prices are known. */
  private costOf({ litres, mineralG, massG }: Recipe): Answer['cost'] {
    const starts = new Map(this.starts().map((s, i) => [s.sourceId || `pure-${i}`, s]));
    const told = mixCost({
      waters: litres.map((l) => {
        const start = starts.get(l.sourceId);
        const typed = this.second() === 'least-cost' ? (start?.costFactor ?? null) : null;
        return {
          name: l.name,
          volumeL: l.partL < 0.005 ? 0 : l.partL,
          perLValue: typed ?? this.mix.litreCostOf(start?.sourceId ?? ''),
        };
      }),
      powders: [
        ...Object.entries(mineralG).map(([id, grams]) => ({
          name: this.mix.nameOf(id),
          massG: grams,
          perGValue: this.mix.minerals().find((m) => m.supplyId === id)?.perGValue ?? null,
        })),
        ...Object.entries(massG).map(([id, grams]) => ({
          name: salts[id as SaltId].name,
          massG: grams,
          perGValue: this.mix.salts().get(id as SaltId)?.perGValue ?? null,
        })),
      ],
    });
    return told.costValue > 0 || this.second() === 'least-cost' ? told : null;
  }
  private readonly typed = computed(() =>
    Object.entries(this.grams()).flatMap(([saltId, massG]) =>
      massG > 0 && this.saltsOn().has(saltId as SaltId)
        ? [{ saltId, massG, purityFraction: this.purityOf(saltId as SaltId) / 100 }]
        : [],
    ),
  );
  /** Typed grams of which some would stay on the bottom. */
  protected readonly tooMuch = computed(() =>
    this.reverse() ? undissolved({ volumeL: this.litres() ?? 0, taken: this.typed() }) : [],
  );
  private reversed(volumeL: number): { answer: Answer } | { refusal: Refusal } {
    const [first] = this.starts();
    const taken = this.typed();
    const negative = Object.entries(this.grams()).find(([, massG]) => massG < 0);
    if (negative)
      return {
        refusal: {
          kind: 'out-of-range',
          field: salts[negative[0] as SaltId].name,
          value: negative[1],
          lo: 0,
          hi: 1e6,
          unit: 'g',
        },
      };
    const told = recipeEffect(
      { volumeL, source: first?.sourceId ? this.waterOf(first.sourceId) : {}, taken },
      recorder(),
    );
    if (!told.ok) return { refusal: told.refusal };
    const { value, ...working } = told.value;
    return {
      answer: {
        litres: [
          {
            sourceId: first?.sourceId ?? '',
            name: first?.sourceId ? this.mix.sourceName(first.sourceId) : 'pure water',
            partL: volumeL,
          },
        ],
        minerals: [],
        weighed: [],
        effect: value,
        targets: [],
        conflict: [],
        wouldHelp: [],
        assumptions: working.assumptions,
        rounded: '',
        cost: null,
        ionRows: ionRowsOf(value),
        working,
      },
    };
  }

  protected readonly saltTable = computed(() =>
    saltIds.map((id) => {
      const told = recipeEffect({ volumeL: 100, source: {}, taken: [{ saltId: id, massG: 1 }] });
      const water = told.ok ? told.value.value.water : {};
      const care = saltCares.find((c) => c.saltId === id);
      return {
        id,
        name: salts[id].name,
        gh: figure(water.ghDegrees ?? 0, 2),
        kh: figure(water.khDegrees ?? 0, 2),
        ec: figure(water.ec25UsPerCm ?? 0, 1),
        soluble: salts[id].solubleGPerL,
        caution: care?.caution ?? '',
        storage: care?.storage ?? '',
      };
    }),
  );
  protected f = (value: number | undefined, decimalsCount: number): string =>
    value === undefined ? '?' : figure(value, decimalsCount);
  protected tol = (value: number): string => String(Number(value.toPrecision(2)));
  /** What is tested is typed as it is tested: GH in ppm too, conductivity as this house's pen shows it. */
  protected parameterOf = (quantity: RecipeQuantity): ParameterId | null => (isParameter(quantity) ? quantity : null);
  protected usual = (t: Target): string => this.tol(usualTolerance(t));
  protected saltName = (id: SaltId): string => salts[id].name;
  protected wordsOf = (list: readonly RecipeQuantity[]): string => list.map((q) => recipeWords[q].label).join(', ');
  protected helpText = (names: readonly string[]): string =>
    names.map((n) => (n === 'pure-water' ? waterPages.pureWaterToCutIt : salts[n as SaltId].name)).join(' and ');

  protected setStart(index: number, part: Partial<Start>): void {
    this.starts.update((all) => all.map((s, i) => (i === index ? { ...s, ...part } : s)));
  }
  protected readonly tap = computed(
    () => this.mix.sources.list().find((s) => s.setUp.state.startsWith('tap') || s.setUp.state === 'softened') ?? null,
  );
  /** The tap cut with pure water: as little pure water as the targets allow, then as little salt. */
  protected cutTap(): void {
    const pure = this.mix.sources.list().find((s) => isPure(s.setUp.state));
    this.starts.set([
      { sourceId: this.tap()?.sourceId ?? '', costFactor: null },
      { sourceId: pure?.sourceId ?? '', costFactor: null },
    ]);
    this.second.set('sparing');
  }
  protected addStart(): void {
    this.starts.update((all) => [...all, { sourceId: '', costFactor: null }]);
  }
  protected dropStart(index: number): void {
    this.starts.update((all) => all.filter((_, i) => i !== index));
  }
  protected toggleSalt(id: SaltId, on: boolean): void {
    this.saltsOn.update((set) => new Set(saltIds.filter((s) => (s === id ? on : set.has(s)))));
  }
  protected toggleMineral(id: string, on: boolean): void {
    this.mineralsOn.update((set) => new Set(on ? [...set, id] : [...set].filter((m) => m !== id)));
  }
  protected setPurity(id: SaltId, value: number | null): void {
    this.purity.update((all) => ({ ...all, [id]: value ?? 100 }));
  }
  protected setGrams(id: SaltId, value: number | null): void {
    this.grams.update((all) => ({ ...all, [id]: value ?? 0 }));
  }
  protected setTarget(index: number, part: Partial<Target>): void {
    this.targets.update((all) => all.map((t, i) => (i === index ? { ...t, ...part } : t)));
  }
  protected addTarget(quantity: RecipeQuantity | ''): void {
    if (quantity !== '') this.targets.update((all) => [...all, target(quantity, 0)]);
  }
  protected dropTarget(index: number): void {
    this.targets.update((all) => all.filter((_, i) => i !== index));
  }
  /** The aims that a drum is mixed for, as targets. */
  protected takeAims(sourceId: string): void {
    const aims = this.mix.recipes().get(sourceId)?.aims ?? [];
    const wanted = aims.flatMap(({ parameter, value, toleranceValue }): Target[] => {
      const quantity = recipeQuantities.find((q) => q === parameter);
      return quantity ? [{ ...target(quantity, value), toleranceValue }] : [];
    });
    if (wanted.length > 0) this.targets.set(wanted);
    this.keepFor.set(sourceId);
  }
  /** The found grams are where the typing begins. */
  protected setReverse(on: boolean): void {
    const found = this.answer();
    if (on && found)
      this.grams.set(Object.fromEntries(found.weighed.map((w) => [w.saltId, Math.round(w.weighedG * 1000) / 1000])));
    this.reverse.set(on);
  }
  protected async keep(): Promise<void> {
    const [answer, volumeL] = [this.answer(), this.litres()];
    if (!answer || volumeL === null) return;
    const parts = answer.litres.filter((l) => l.partL > 0.0005 * volumeL);
    if (parts.some((p) => p.sourceId.startsWith('pure-'))) {
      this.faults.set(waterPages.sayWhichOfYourSources);
      return;
    }
    const whole = parts.reduce((sum, p) => sum + p.partL, 0);
    const payload: RecipePayload = {
      parts: parts.map((p) => ({ sourceId: p.sourceId, shareFraction: p.partL / whole })),
      salts: answer.weighed.map((w) => ({ saltId: w.saltId, saltGPerL: w.exactG / volumeL })),
      minerals: answer.minerals.map((m) => ({ supplyId: m.id, mineralGPerL: m.massG / volumeL })),
      aims: answer.targets.flatMap((t) =>
        isParameter(t.quantity) ? [{ parameter: t.quantity, value: t.value, toleranceValue: t.toleranceValue }] : [],
      ),
      leadHours: this.leadHours(),
      stirred: this.stirred(),
      mixMinutes: 15,
    };
    const withPen = payload.aims.some((a) => a.parameter === 'ec25UsPerCm')
      ? payload
      : { ...payload, aims: [...payload.aims, penAim(answer.effect)] };
    const written = await this.scribe.write([this.scribe.entry('recipe', this.keepFor(), withPen)], 'The recipe');
    this.faults.set(faultsText(written.faults));
    this.said.set(written.said);
  }
}
