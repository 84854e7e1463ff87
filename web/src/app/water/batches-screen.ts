import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { DomSanitizer, type SafeHtml } from '@angular/platform-browser';
import { RouterLink } from '@angular/router';
import { renderSVG } from 'uqr';
import type { Interval, ParameterId } from '#core/readings';
import { isPure, batchCorrection, foreseenEc } from '#core/water';
import type { BatchStepPayload } from '#contracts/book';
import type { BatchView } from '#contracts/water';
import { oddBatchWords, waterPages } from '#words/water';
import { amount, unitOf } from '#words/units';
import { HouseStore } from '../base/house-store';
import { Scribe } from '../base/scribe';
import { parameterLabel, parameterShort } from '../ui/kind-words';
import { faultsText, plainRefusal } from '../ui/refusals';
import { agoText, figure, whenText } from '../ui/words';
import { MixStore, waterOfView } from './mix-store';
import { WaterNav } from '../ui/water-nav';
import { ValueField } from '../ui/value-field';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, BareAmountPipe, UnitNamePipe } from '../ui/amount';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

const fateWords: Record<BatchView['fate'], string> = {
  mixed: 'not measured',
  ageing: 'standing',
  accepted: 'ready',
  refused: waterPages.outOfRange,
  empty: 'used up',
  'thrown-away': 'thrown away',
};
export interface ShownCorrection {
  /** What to do, in one line; empty where nothing can be said. */
  text: string;
  why: string;
  addedL: number;
  addedG: number;
  removedL: number;
  what: string;
}
const nothing = { addedL: 0, addedG: 0, removedL: 0, what: '' };

/** Batches as things: measured, corrected, accepted, used, thrown away; with a label whose code opens the batch. */
@Component({
  selector: 'nl-batches',
  imports: [
    WhyNot,
    Field,
    AmountPipe,
    BareAmountPipe,
    InUnit,
    UnitNamePipe,
    FormsModule,
    RouterLink,
    WaterNav,
    ValueField,
    ButtonDirective,
    InputText,
  ],
  providers: [MixStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './batches-screen.html',
  styles: `
    .batch {
      border-bottom: 1px solid var(--line);
      padding: 0.7rem 0;
    }
    .batch.off {
      border-left: 4px solid var(--act);
      padding-left: 0.8rem;
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem 1rem;
      align-items: baseline;
    }
    .code {
      letter-spacing: 0.08em;
      color: var(--quiet);
      font-size: 0.95em;
    }
    .aim {
      margin-left: 0.8em;
    }
    .state {
      font-weight: 600;
    }
    .accepted {
      color: var(--settled);
    }
    .refused {
      color: var(--act);
    }
    .mixed,
    .ageing {
      color: var(--drifting);
    }
    .empty,
    .thrown-away {
      color: var(--quiet);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: end;
      margin: 0.4rem 0;
    }
    .row :is(label, nl-field) {
      width: 150px;
    }
    .row .wide {
      width: min(420px, 100%);
    }
    .label {
      display: none;
    }
    @media print {
      .label {
        display: flex;
        gap: 6mm;
        align-items: center;
        font-size: 13pt;
      }
      .label .square {
        width: 42mm;
        flex: none;
      }
      .label .big {
        font-size: 20pt;
      }
      .label .code {
        font-size: 22pt;
        letter-spacing: 0.12em;
        color: #000;
      }
      section,
      h1,
      p,
      nl-water-nav,
      button {
        display: none;
      }
    }
  `,
})
export class BatchesScreen {
  protected readonly say = waterPages;
  readonly batchId = input<string>();
  protected readonly mix = inject(MixStore);
  protected readonly store = this.mix.water;
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly sanitizer = inject(DomSanitizer);
  protected readonly fateWords = fateWords;
  protected readonly all = signal(false);
  protected readonly texts = signal<Record<string, number | null>>({});
  protected readonly reasons = signal<Record<string, string>>({});
  protected readonly faults = signal<Record<string, string>>({});
  protected readonly said = signal('');
  protected readonly printed = signal<{ batch: BatchView; svg: SafeHtml } | null>(null);

  private gone = (b: BatchView): boolean => b.fate === 'empty' || b.fate === 'thrown-away';
  protected readonly hiddenCount = computed(() => this.store.batches().filter(this.gone).length);
  protected readonly shown = computed(() => {
    const id = this.batchId();
    if (id !== undefined) return this.store.batches().filter((b) => b.batchId === id);
    return this.all() ? this.store.batches() : this.store.batches().filter((b) => !this.gone(b));
  });
  protected open = (b: BatchView): boolean => !this.gone(b);
  protected fields = (b: BatchView): ParameterId[] => {
    const own = b.made.aims.map((a) => a.parameter);
    return [...new Set<ParameterId>([...(own.length > 0 ? own : (['ec25UsPerCm'] as const)), 'tempC'])];
  };
  protected label = parameterLabel;
  protected short = parameterShort;
  protected unit = (id: ParameterId): string => unitOf(speech(), id);
  protected text = (value: number): string => String(Number(value.toPrecision(3)));
  protected f1 = (value: number): string => figure(value, 1);
  protected when = (at: number): string => whenText(speech(), at, this.house.zone());
  protected ago = (at: number): string => agoText({ atEpochMs: at, nowEpochMs: this.house.nowEpochMs() });
  protected set(key: string, value: number | null): void {
    this.texts.update((all) => ({ ...all, [key]: value }));
  }
  protected setReason(id: string, value: string): void {
    this.reasons.update((all) => ({ ...all, [id]: value }));
  }

  /** What the pen was expected to say, by the slope of the powder and its start. */
  protected foreseen(b: BatchView): string {
    const { madeL, parts, minerals, salts } = b.made;
    const value = foreseenEc({
      madeL,
      salts: salts.map((s) => ({ ...s, purityFraction: this.mix.salts().get(s.saltId)?.purityFraction ?? 1 })),
      parts: parts.map((p) => ({
        partL: p.partL,
        ec25UsPerCm: waterOfView(this.mix.sources.named(p.sourceId)).ec25UsPerCm ?? null,
      })),
      minerals: minerals.map((m) => ({ massG: m.massG, ecPerGPerL: this.mix.ecSlopeOf(m.supplyId) })),
    });
    return value === null ? '' : `foreseen ${figure(value, 0)}`;
  }
  /** What the mineral’s own slope says of an odd batch, with its likely causes. */
  protected odd(b: BatchView): string {
    const [own] = b.made.minerals;
    const mineral = this.mix.minerals().find((m) => m.supplyId === own?.supplyId);
    const odd = mineral?.state?.odd.find((o) => o.atEpochMs === b.madeEpochMs);
    return odd
      ? waterPages.oddForLikely(mineral?.name ?? 'this mineral', odd.likely.map((id) => oddBatchWords[id]).join('; '))
      : '';
  }
  protected correction(b: BatchView): ShownCorrection | null {
    const off = b.off.find((o) => o.parameter === 'ec25UsPerCm') ?? b.off[0];
    if (!off) return null;
    return correctionOf({
      batch: b,
      off,
      roomL: this.roomIn(b),
      pureValue: this.pureValue(off.parameter),
      perGPerL: this.slopeOf(b, off.parameter),
      mineralName: this.mix.nameOf(b.made.minerals[0]?.supplyId ?? ''),
    });
  }
  /** What the drum still takes, where the book knows how large it is; else as much again. */
  private roomIn(b: BatchView): number {
    const drum = this.drums().find((d) => d.name === b.made.drum);
    return Math.max(0, (drum?.volumeL ?? 2 * b.leftL) - b.leftL);
  }
  private readonly drums = computed(() => this.store.evening()?.works.drums ?? []);
  private pureValue(parameter: ParameterId): number {
    const pure = this.mix.sources.list().find((s) => isPure(s.setUp.state));
    return waterOfView(pure ?? null)[parameter] ?? 0;
  }
  private slopeOf(b: BatchView, parameter: ParameterId): number | null {
    const state = this.mix.minerals().find((m) => m.supplyId === b.made.minerals[0]?.supplyId)?.state;
    const slope = parameter === 'ghDegrees' ? state?.gh : parameter === 'ec25UsPerCm' ? state?.ec : null;
    return slope?.perGPerL ?? null;
  }
  constructor() {
    this.store.loadEvening();
  }

  protected history(b: BatchView): { atEpochMs: number; text: string }[] {
    const steps = b.steps.map((s) => ({ atEpochMs: s.atEpochMs, text: stepText(s.payload as BatchStepPayload) }));
    const uses = b.uses.map((u) => ({
      atEpochMs: u.atEpochMs,
      text: `${amount(speech(), 'volume', u.usedL, 1)} into ${u.tankName}`,
    }));
    return [...steps, ...uses].sort((a, b2) => a.atEpochMs - b2.atEpochMs);
  }
  protected async measure(b: BatchView): Promise<void> {
    const water: Partial<Record<ParameterId, Interval>> = {};
    for (const p of this.fields(b)) {
      const value = this.texts()[b.batchId + p];
      if (typeof value === 'number') water[p] = { lo: value, hi: value };
    }
    if (Object.keys(water).length === 0) {
      this.fault(b, waterPages.writeAtLeastOneValue);
      return;
    }
    if (await this.step(b, { step: 'measured', batchId: b.batchId, water }, 'Measured'))
      for (const p of this.fields(b)) this.set(b.batchId + p, null);
  }
  protected async correct(b: BatchView, c: ShownCorrection): Promise<void> {
    const { addedL, addedG, removedL, what } = c;
    await this.step(
      b,
      { step: 'corrected', batchId: b.batchId, addedL, addedG, removedL, what },
      waterPages.correctedMeasureItAgain,
    );
  }
  protected async accept(b: BatchView): Promise<void> {
    const reason = (this.reasons()[b.batchId] ?? '').trim();
    if (reason) await this.step(b, { step: 'accepted', batchId: b.batchId, reason }, waterPages.acceptedWithItsReason);
  }
  /** What really stands in the drum: spilt, evaporated, taken for topping up. */
  protected async count(b: BatchView): Promise<void> {
    const leftL = this.texts()[`${b.batchId}left`];
    if (typeof leftL !== 'number' || leftL < 0) {
      this.fault(b, waterPages.writeTheLitresThatAre);
      return;
    }
    if (await this.step(b, { step: 'left', batchId: b.batchId, leftL }, 'Counted')) this.set(`${b.batchId}left`, null);
  }
  protected async throwAway(b: BatchView): Promise<void> {
    await this.step(b, { step: 'thrown-away', batchId: b.batchId }, 'Thrown away');
  }
  private async step(b: BatchView, payload: BatchStepPayload, what: string): Promise<boolean> {
    const written = await this.scribe.write([this.scribe.entry('batch-step', b.sourceId, payload)], what);
    this.fault(b, faultsText(written.faults));
    this.said.set(written.said);
    return written.kept;
  }
  private fault(b: BatchView, text: string): void {
    this.faults.update((all) => ({ ...all, [b.batchId]: text }));
  }
  /** The label carries the address of this batch’s own page; the picture is made here, of that address alone. */
  protected print(batch: BatchView): void {
    const address = `${location.origin}/water/batches/${batch.batchId}`;
    this.printed.set({ batch, svg: this.sanitizer.bypassSecurityTrustHtml(renderSVG(address, { pixelSize: 4 })) });
    setTimeout(() => {
      window.print();
    });
  }
}

/** The correction of what is off, in words and figures; by the core. */
export function correctionOf({
  batch,
  off,
  roomL,
  pureValue,
  perGPerL,
  mineralName,
}: {
  batch: BatchView;
  off: BatchView['off'][number];
  roomL: number;
  pureValue: number;
  perGPerL: number | null;
  mineralName: string;
}): ShownCorrection {
  const nowValue = ((off.measured.lo ?? 0) + (off.measured.hi ?? off.measured.lo ?? 0)) / 2;
  const found = batchCorrection({ leftL: batch.leftL, nowValue, targetValue: off.value, pureValue, perGPerL, roomL });
  if (!found.ok) return { text: '', why: plainRefusal(found.refusal), ...nothing };
  const by = waterPages.whereIsWanted(parameterShort(off.parameter), figure(nowValue, 0), figure(off.value, 0));
  const c = found.value;
  if (c.kind === 'none') return { text: '', why: by, ...nothing };
  if (c.kind === 'strengthen')
    return {
      ...nothing,
      text: waterPages.addGOfStirMeasure(figure(c.addG, 1), mineralName),
      why: waterPages.byWhatAGramOf(by),
      addedG: c.addG,
      what: mineralName,
    };
  const first = c.removeL > 0.05 ? waterPages.drawOffThenAdd(amount(speech(), 'volume', c.removeL, 1)) : 'Add';
  return {
    ...nothing,
    text: waterPages.ofPureWaterInThe(
      first,
      amount(speech(), 'volume', c.addL, 1),
      amount(speech(), 'volume', c.endL, 1),
    ),
    why: waterPages.standInTheDrumBy(by, amount(speech(), 'volume', batch.leftL, 1)),
    addedL: c.addL,
    removedL: c.removeL,
    what: 'pure water',
  };
}

function stepText(step: BatchStepPayload): string {
  switch (step.step) {
    case 'measured':
      return `measured: ${Object.entries(step.water)
        .map(([id, span]) => `${parameterShort(id)} ${String(span.hi ?? span.lo ?? '')}`)
        .join(', ')}`;
    case 'corrected':
      return `corrected: ${step.addedL > 0 ? `${amount(speech(), 'volume', step.addedL, 1)} ` : ''}${step.addedG > 0 ? `${figure(step.addedG, 1)} g ` : ''}${step.what}`;
    case 'accepted':
      return step.reason === undefined ? 'accepted' : `accepted: ${step.reason}`;
    case 'left':
      return `${amount(speech(), 'volume', step.leftL, 1)} left, counted`;
    case 'thrown-away':
      return 'thrown away';
  }
}
