import { bound, speech } from '../base/speech';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { parameters } from '#almanac/parameters';
import { middle, parametersWhere } from '#core/readings';
import { analysisReport, blendDisagrees, blendOf, chlorineMeaning, looksSoftened } from '#core/sources';
import { sourceStates, type SourcePayload } from '#contracts/book';
import type { SourceView } from '#contracts/sources';
import { analysisWords, treatmentWords, sourcesPages } from '#words/sources';
import { spanText, unitOf } from '#words/units';
import { HouseStore } from '../base/house-store';
import { newId } from '../base/outbox';
import { Scribe } from '../base/scribe';
import { parameterLabel } from '../ui/kind-words';
import { agoText } from '../ui/words';
import { SourceYear } from './source-year';
import { SourcesStore } from './sources-store';
import { UnitLogPart } from './unit-log';
import { InUnit } from '../ui/in-unit';
import { AmountPipe, UnitWordPipe } from '../ui/amount';
import { Field } from '../ui/field';

export const stateWords: Record<SourcePayload['state'], string> = {
  'tap-straight': 'tap, straight',
  'tap-aged': sourcesPages.tapAgedADayWith,
  softened: sourcesPages.tapThroughASoftener,
  ro: 'RO',
  rodi: sourcesPages.roAndDeioniser,
  rain: 'rain',
  batch: sourcesPages.mixedInADrum,
};
const asked = parametersWhere((p) => p.tested === 'each-round');
const doesWords = { settles: 'settles it', helps: 'helps', nothing: 'does nothing', caution: 'mind' };

/** Water sources: what each is, what is known of it and from when, whether it can be true, and what it means. */
@Component({
  selector: 'nl-sources',
  imports: [
    Field,
    AmountPipe,
    InUnit,
    UnitWordPipe,
    FormsModule,
    RouterLink,
    SourceYear,
    UnitLogPart,
    ButtonDirective,
    Checkbox,
    Choice,
    InputText,
    Option,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sources-screen.html',
  styleUrl: './sources-screen.scss',
})
export class SourcesScreen {
  protected readonly say = sourcesPages;
  readonly new = input<string>();
  protected readonly store = inject(SourcesStore);
  private readonly house = inject(HouseStore);
  private readonly scribe = inject(Scribe);
  private readonly router = inject(Router);
  private readonly destroyRef = inject(DestroyRef);
  protected readonly words = stateWords;
  protected readonly doesWords = doesWords;
  protected readonly states = sourceStates;
  protected readonly adding = linkedSignal(() => this.new() !== undefined);
  /** The source whose set-up is being written over, or null for a new one. */
  protected readonly editing = signal<SourceView | null>(null);
  protected readonly name = signal('');
  protected readonly state = signal<SourcePayload['state']>('tap-aged');
  protected readonly chlorine = signal<SourcePayload['chlorine']>('unknown');
  protected readonly copperPipe = signal(false);
  protected readonly parts = signal<readonly { sourceId: string; partL: number }[]>([]);
  protected readonly faults = signal<Map<string, string>>(new Map());
  protected readonly busy = signal(false);
  private readonly now = computed(() => this.house.nowEpochMs());
  constructor() {
    this.store.load();
  }
  protected checkText = bound(analysisWords);
  protected treatmentText = treatmentWords;
  protected readonly rows = computed(() =>
    [...this.store.list()]
      .sort((a, b) => sourceStates.indexOf(a.setUp.state) - sourceStates.indexOf(b.setUp.state))
      .map((s) => {
        const report = analysisReport(s.analysis);
        return {
          source: s,
          known: this.known(s),
          unknown: parameters.filter((p) => asked.includes(p.id) && !s.analysis[p.id]).map((p) => parameterLabel(p.id)),
          broken: report.checks.filter((c) => !c.holds),
          holds: report.checks.filter((c) => c.holds).length,
          suspects: report.candidates.map(parameterLabel).join(' or '),
          softened: s.setUp.state.startsWith('tap') && looksSoftened(s.analysis),
          points: chlorineMeaning({
            chlorine: s.setUp.chlorine,
            state: s.setUp.state,
            copperPipe: s.setUp.copperPipe,
            cl2MgPerL: s.analysis.cl2MgPerL ? middle(s.analysis.cl2MgPerL) : undefined,
          }),
          ...this.blend(s),
          parts: (s.setUp.parts ?? []).map((p) => ({
            name: this.store.named(p.sourceId)?.setUp.name ?? 'unknown',
            partL: p.partL,
          })),
        };
      }),
  );
  /** What a drum should read by its parts, and where its own test says otherwise. */
  private blend(s: SourceView): { should: string; disagrees: string } {
    const parts = (s.setUp.parts ?? []).map((p) => ({
      partL: p.partL,
      analysis: this.store.named(p.sourceId)?.analysis ?? {},
    }));
    const expected = blendOf(parts);
    const shown = parameters.flatMap((p) => {
      const span = expected[p.id];
      return span && p.tested === 'each-round' && p.routineRank !== null
        ? [`${p.short} ${spanText(speech(), p.id, span)}`]
        : [];
    });
    return {
      should: shown.join(', '),
      disagrees: blendDisagrees({ tested: s.analysis, expected }).map(parameterLabel).join(' and '),
    };
  }
  private known = (s: SourceView): { label: string; text: string; unit: string; ago: string }[] =>
    parameters.flatMap((p) => {
      const value = s.analysis[p.id];
      return value
        ? [
            {
              label: p.label,
              text: spanText(speech(), p.id, value),
              unit: unitOf(speech(), p.id),
              ago: agoText({ atEpochMs: value.atEpochMs, nowEpochMs: this.now() }),
            },
          ]
        : [];
    });
  protected fault = (field: string): string => this.faults().get(field) ?? '';
  protected edit(s: SourceView | null): void {
    this.editing.set(s);
    this.name.set(s?.setUp.name ?? '');
    this.state.set(s?.setUp.state ?? 'tap-aged');
    this.chlorine.set(s?.setUp.chlorine ?? 'unknown');
    this.copperPipe.set(s?.setUp.copperPipe ?? false);
    this.parts.set(s?.setUp.parts ?? []);
    this.faults.set(new Map());
    this.adding.set(true);
  }
  protected setPart(index: number, change: Partial<{ sourceId: string; partL: number }>): void {
    this.parts.update((all) => all.map((p, i) => (i === index ? { ...p, ...change } : p)));
  }
  protected addPart(): void {
    this.parts.update((all) => [...all, { sourceId: '', partL: 10 }]);
  }
  protected dropPart(index: number): void {
    this.parts.update((all) => all.filter((_, i) => i !== index));
  }
  protected async save(): Promise<void> {
    this.busy.set(true);
    const old = this.editing();
    const subjectId = old?.sourceId ?? newId();
    const parts = this.parts().filter((p) => p.sourceId !== '');
    const entry = this.scribe.entry('source', subjectId, {
      name: this.name().trim(),
      state: this.state(),
      chlorine: this.chlorine(),
      startedOn: old?.setUp.startedOn ?? this.house.house()?.nightOn ?? this.house.nowIso().slice(0, 10),
      ...(this.copperPipe() ? { copperPipe: true } : {}),
      ...(this.state() === 'batch' && parts.length > 0 ? { parts: [...parts] } : {}),
    });
    const written = await this.scribe.write([entry], this.name());
    this.busy.set(false);
    this.faults.set(written.faults);
    if (!written.kept) return;
    this.adding.set(false);
    this.name.set('');
    if (old) return;
    const toItsTests = (): void => void this.router.navigate(['/readings'], { queryParams: { source: subjectId } });
    if (written.written) toItsTests();
    else this.scribe.whenWritten(entry.id).pipe(takeUntilDestroyed(this.destroyRef)).subscribe(toItsTests);
  }
}
