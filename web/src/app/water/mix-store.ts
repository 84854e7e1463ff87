import { computed, inject, Injectable, signal } from '@angular/core';
import type { Water } from '#core/readings';
import { supplyState } from '#core/supplies';
import {
  batchesOfMineral,
  houseMineral,
  isPure,
  litreCost,
  mineralShelf,
  saltShelf,
  sourceWater,
  type HouseMineral,
  type MadeBatch,
} from '#core/water';
import type { RecipePayload } from '#contracts/book';
import type { SourceView } from '#contracts/sources';
import type { BatchView } from '#contracts/water';
import { HouseStore } from '../base/house-store';
import { DiaryWatch } from '../base/scribe';
import { SourcesStore } from '../sources';
import { WaterStore } from './water-store';

/** A source’s last analysis as points. */
export const waterOfView = (source: SourceView | null): Water =>
  sourceWater({ state: source?.setUp.state, analysis: source?.analysis ?? {} });

/** A batch as its mineral's slope is learnt from: with what was measured first, before anything was mended. */
export function madeBatch({ made, madeEpochMs, steps }: BatchView): MadeBatch {
  const first = steps.find((s) => (s.payload as { step: string }).step === 'measured');
  return {
    madeEpochMs,
    madeL: made.madeL,
    parts: made.parts,
    saltsCount: made.salts.length,
    minerals: made.minerals,
    measured: first ? (first.payload as { water: MadeBatch['measured'] }).water : null,
  };
}

/** What a house mixes with: recipes in force, minerals with their own slopes, waters. Made once a page, in its own context. */
@Injectable()
export class MixStore {
  readonly sources = inject(SourcesStore);
  readonly water = inject(WaterStore);
  private readonly house = inject(HouseStore);
  private readonly diary = new DiaryWatch(['recipe', 'mineral', 'supply', 'supply-log', 'works']);
  readonly scaleG = signal(0.1);
  constructor() {
    this.sources.load();
    this.water.loadBatches(600);
    this.diary.open();
  }
  readonly loaded = computed(() => this.diary.loaded() && this.sources.loaded());
  readonly recipes = computed(
    () => new Map<string, RecipePayload>(this.diary.of('recipe').map((r) => [r.subjectId, r.payload])),
  );
  private readonly supplies = computed(() => new Map(this.diary.of('supply').map((s) => [s.subjectId, s.payload])));
  private readonly shelf = computed(() =>
    [...this.supplies()].map(([supplyId, { name, category, saltId, purityFraction, pack }]) => ({
      supplyId,
      name,
      category,
      saltId,
      purityFraction,
      pack,
    })),
  );
  readonly salts = computed(() => saltShelf(this.shelf()));
  /** How much of a supply is left by the book; null where nobody has said. */
  leftOf = (supplyId: string): number | null => {
    const events = this.diary
      .of('supply-log')
      .filter((l) => l.subjectId === supplyId)
      .map((l) => ({ atEpochMs: l.atEpochMs, ...l.payload }));
    return events.length === 0
      ? null
      : supplyState({ events, nowEpochMs: this.house.nowEpochMs(), expiresEpochMs: null, leadDays: 0 }).leftValue;
  };
  /** What a litre of a source costs as it comes; null where nobody has said what water costs, or it is mixed here. */
  litreCostOf = (sourceId: string): number | null => {
    const works = this.diary.of('works').at(-1)?.payload;
    const state = this.sources.named(sourceId)?.setUp.state;
    if (works?.perM3Value === undefined || state === 'batch') return null;
    const roFraction = sourceId === '' || isPure(state) ? 1 : 0;
    const prices = { perM3Value: works.perM3Value, wasteRatio: works.wasteRatio };
    return litreCost({ roFraction, prices, powders: [] }).perLValue;
  };
  readonly minerals = computed((): HouseMineral[] => {
    const labels = new Map(this.diary.of('mineral').map((m) => [m.subjectId, m.payload]));
    const batches = this.water.batches().map(madeBatch);
    const waterOf = (id: string): Water => waterOfView(this.sources.named(id));
    return this.shelf()
      .filter((s) => s.category === 'mineral')
      .map((supply) => {
        const { supplyId } = supply;
        return houseMineral({
          supply,
          label: labels.get(supplyId) ?? null,
          batches: batchesOfMineral({ supplyId, batches, waterOf }),
        });
      });
  });
  readonly shelfMinerals = computed(() => mineralShelf(this.minerals()));
  /** What a gram of it in a litre adds on the pen; null where nothing is known. */
  ecSlopeOf = (supplyId: string): number | null =>
    this.minerals().find((m) => m.supplyId === supplyId)?.state?.ec?.perGPerL ?? null;
  nameOf = (supplyId: string): string => this.minerals().find((m) => m.supplyId === supplyId)?.name ?? 'a mineral';
  sourceName = (sourceId: string): string => this.sources.named(sourceId)?.setUp.name ?? 'a water';
}
