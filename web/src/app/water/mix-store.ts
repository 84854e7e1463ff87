import { computed, inject, Injectable, signal } from '@angular/core';
import type { Interval, Water } from '#core/readings';
import { mineralState, type MineralBatch, type MineralState, type ShelfMineral } from '#core/water';
import type { MineralPayload, RecipePayload } from '#contracts/book';
import type { SourceView } from '#contracts/sources';
import type { BatchView } from '#contracts/water';
import { DiaryWatch } from '../shell/scribe';
import { SourcesStore } from '../sources/sources-store';
import { WaterStore } from './water-store';

export interface HouseMineral {
  supplyId: string;
  name: string;
  label: MineralPayload | null;
  state: MineralState | null;
  batches: readonly MineralBatch[];
}

/** The middle of a span, where it has one. */
const middleOf = (span: Interval | undefined): number | undefined =>
  span && span.hi !== null ? ((span.lo ?? 0) + span.hi) / 2 : undefined;

/** A source’s last analysis as points. */
export function waterOfView(source: SourceView | null): Water {
  const water: Water = {};
  // Of pure water “less than one” is the kit’s end, not half a degree.
  const pure = source?.setUp.state === 'ro' || source?.setUp.state === 'rodi';
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
  private readonly diary = new DiaryWatch(['recipe', 'mineral', 'supply']);
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
  readonly minerals = computed((): HouseMineral[] => {
    const labels = new Map(this.diary.of('mineral').map((m) => [m.subjectId, m.payload]));
    const supplies = new Map(this.diary.of('supply').map((s) => [s.subjectId, s.payload]));
    return [...supplies]
      .filter(([, s]) => s.category === 'mineral')
      .map(([supplyId, { name }]) => {
        const label = labels.get(supplyId) ?? null;
        const batches = mineralBatches(supplyId, this.water.batches(), (id) => waterOfView(this.sources.named(id)));
        return {
          supplyId,
          name,
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
    this.minerals().flatMap(({ supplyId, name, state }) =>
      state && (state.gh || state.kh || state.ec)
        ? [
            {
              id: supplyId,
              name,
              ghPerGPerL: state.gh?.perGPerL ?? 0,
              khPerGPerL: state.kh?.perGPerL ?? 0,
              ecPerGPerL: state.ec?.perGPerL ?? 0,
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
