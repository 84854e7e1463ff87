import { computed, inject, Injectable, signal } from '@angular/core';
import { closedMiddle, type Interval, type Water } from '#core/readings';
import { supplyState, unitCost } from '#core/supplies';
import {
  isPure,
  litreCost,
  mineralState,
  type MineralBatch,
  type MineralState,
  type SaltId,
  type ShelfMineral,
} from '#core/water';
import type { MineralPayload, RecipePayload } from '#contracts/book';
import type { SourceView } from '#contracts/sources';
import type { BatchView } from '#contracts/water';
import { HouseStore } from '../base/house-store';
import { DiaryWatch } from '../base/scribe';
import { SourcesStore } from '../sources';
import { WaterStore } from './water-store';

/** A plain salt on the keeper's shelf: how pure, and what a gram of it costs; null where nobody has said. */
export interface HouseSalt {
  supplyId: string;
  purityFraction: number;
  perGValue: number | null;
}
export interface HouseMineral {
  supplyId: string;
  name: string;
  perGValue: number | null;
  label: MineralPayload | null;
  state: MineralState | null;
  batches: readonly MineralBatch[];
}

/** The middle of a span, where it has one. */
const middleOf = (span: Interval | undefined): number | undefined => (span ? closedMiddle(span) : null) ?? undefined;

/** A source’s last analysis as points. */
export function waterOfView(source: SourceView | null): Water {
  const water: Water = {};
  // Of pure water “less than one” is the kit’s end, not half a degree.
  const pure = isPure(source?.setUp.state);
  for (const [id, span] of Object.entries(source?.analysis ?? {})) {
    const value = pure && span.lo === null ? 0 : middleOf(span);
    if (value !== undefined) water[id as keyof Water] = value;
  }
  return water;
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
  /** The newest of each salt is the one that is weighed from. */
  readonly salts = computed(
    () =>
      new Map(
        [...this.supplies()].flatMap(([supplyId, { saltId, purityFraction, pack }]): [SaltId, HouseSalt][] =>
          saltId ? [[saltId, { supplyId, purityFraction: purityFraction ?? 1, perGValue: unitCost(pack) }]] : [],
        ),
      ),
  );
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
    return [...this.supplies()]
      .filter(([, s]) => s.category === 'mineral')
      .map(([supplyId, { name, pack }]) => {
        const label = labels.get(supplyId) ?? null;
        const batches = mineralBatches(supplyId, this.water.batches(), (id) => waterOfView(this.sources.named(id)));
        return {
          supplyId,
          name,
          perGValue: unitCost(pack),
          label,
          batches,
          state: label
            ? mineralState({ label, batches })
            : batches.length > 2
              ? mineralState({ label: noLabel, batches })
              : null,
        };
      });
  });
  /** As the solver takes them: only those of which something is known. */
  readonly shelfMinerals = computed((): ShelfMineral[] =>
    this.minerals().flatMap(({ supplyId, name, state, perGValue }) =>
      state && (state.gh || state.kh || state.ec)
        ? [
            {
              id: supplyId,
              name,
              ghPerGPerL: state.gh?.perGPerL ?? 0,
              khPerGPerL: state.kh?.perGPerL ?? 0,
              ecPerGPerL: state.ec?.perGPerL ?? 0,
              costPerGFactor: perGValue ?? undefined,
            },
          ]
        : [],
    ),
  );
  /** What a gram of it in a litre adds on the pen; null where nothing is known. */
  ecSlopeOf = (supplyId: string): number | null =>
    this.minerals().find((m) => m.supplyId === supplyId)?.state?.ec?.perGPerL ?? null;
  nameOf = (supplyId: string): string => this.minerals().find((m) => m.supplyId === supplyId)?.name ?? 'a mineral';
  sourceName = (sourceId: string): string => this.sources.named(sourceId)?.setUp.name ?? 'a water';
}
const noLabel: MineralPayload = { massG: 1, waterL: 1, ghDegrees: null, khDegrees: null, ec25UsPerCm: null };

/** Batches with this mineral alone that were measured before anything was mended: what its slope is learnt from. */
export function mineralBatches(
  supplyId: string,
  batches: readonly BatchView[],
  waterOf: (sourceId: string) => Water,
): MineralBatch[] {
  return batches.flatMap((b): MineralBatch[] => {
    const [own] = b.made.minerals;
    if (b.made.minerals.length !== 1 || own?.supplyId !== supplyId || b.made.salts.length > 0) return [];
    const first = b.steps.find((s) => (s.payload as { step: string }).step === 'measured');
    if (!first) return [];
    const measured = (first.payload as { water: Partial<Record<'ec25UsPerCm' | 'ghDegrees', Interval>> }).water;
    const start = (id: 'ec25UsPerCm' | 'ghDegrees'): number | null => {
      const parts = b.made.parts.map((p) => ({ value: waterOf(p.sourceId)[id], partL: p.partL }));
      return parts.some((p) => p.value === undefined)
        ? null
        : parts.reduce((sum, p) => sum + ((p.value ?? 0) * p.partL) / b.made.madeL, 0);
    };
    const rise = (id: 'ec25UsPerCm' | 'ghDegrees'): number | null => {
      const [value, before] = [middleOf(measured[id]), start(id)];
      return value === undefined || before === null ? null : value - before;
    };
    return [
      {
        atEpochMs: b.madeEpochMs,
        massG: own.massG,
        waterL: b.made.madeL,
        ghRiseDegrees: rise('ghDegrees'),
        ecRiseUsPerCm: rise('ec25UsPerCm'),
      },
    ];
  });
}
