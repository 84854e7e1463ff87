import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, of, startWith, switchMap } from 'rxjs';
import { parameters } from '#almanac/parameters';
import type { AlmanacView } from '#contracts/almanac';
import { almanacPages } from '#words/almanac';
import { Api } from '../base/api';
import { Told } from '../base/told';
import { Table, TableCell, type TableColumn } from '../ui/table';
import { gradeWords } from '../ui/words';
import { fromTo } from '#words/units';

/** Where a band begins, to sort by; what has none comes first. */
function lowest(p: AlmanacView['practices'][number], id: string): number {
  const line = p.bands.find((b) => b.parameter === id);
  return line ? (line.lo ?? 0) : -1;
}

/** The reviewed knowledge, readable: practices by livestock, limits by bearing, sources; each with its evidence. */
@Component({
  selector: 'nl-almanac',
  imports: [RouterLink, Table, TableCell],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.almanac }}</h1>
    @if (almanac(); as a) {
      <p class="quiet">
        {{ say.versionWhereSchoolsDisagreeThey(a.version) }}
        <a routerLink="/almanac/trouble">{{ say.whatIsKnownAboutTrouble }}</a> {{ say.hasAPageOfIts }}
      </p>
      <section [attr.aria-label]="say.practices">
        <h2>{{ say.practices }}</h2>
        <nl-table [name]="say.practices" nameHidden [columns]="practiceColumns" [rows]="a.practices" widest="none">
          <ng-template [nlCell]="say.school" let-p>
            <div class="school">
              <span class="serif">{{ p.name }}</span>
              <div class="small quiet">{{ p.reason }}</div>
              @for (f of findings(p.id); track $index) {
                <div class="small finding">{{ closes[f.closes] }} {{ f.why }}.</div>
              }
              @for (c of p.clashes; track $index) {
                <div class="small finding">{{ say.against(name(c.practiceId), c.why) }}</div>
              }
            </div>
          </ng-template>
        </nl-table>
        <p class="small quiet">
          {{ say.conductivityBandsThatTheTrade }}
        </p>
      </section>
      <section [attr.aria-label]="say.limits">
        <h2>{{ say.howFarOneStepMay }}</h2>
        <p class="small quiet">
          {{ say.limitsAdviseTheyNeverForbid }}
        </p>
        <nl-table [name]="say.howFarOneStepMay" nameHidden [columns]="limitColumns" [rows]="a.limits" widest="none" />
      </section>
      <section [attr.aria-label]="say.sources">
        <h2>{{ say.sources }}</h2>
        <dl>
          @for (s of a.sources; track s.id) {
            <dt>{{ s.title }}</dt>
            <dd class="small quiet">{{ s.detail }}</dd>
          }
        </dl>
      </section>
    }
  `,
  styles: `
    section {
      margin-top: 1.3rem;
    }
    .finding {
      color: var(--amber);
    }
    dt {
      margin-top: 0.5rem;
    }
    .school {
      min-width: 230px;
    }
    .school .quiet {
      margin-left: 0;
    }
  `,
})
export class AlmanacScreen {
  protected readonly say = almanacPages;
  protected readonly almanac = signal<AlmanacView | null>(null);
  protected readonly closes = {
    never: almanacPages.doesNotClose,
    'in-part': almanacPages.closesOnlyInPart,
    needs: almanacPages.closesWithHelp,
  } as const;
  protected readonly practiceColumns: TableColumn<AlmanacView['practices'][number]>[] = [
    { head: 'Livestock', text: (p) => p.livestock },
    { head: 'School', text: (p) => `${p.name}: ${p.reason}` },
    ...parameters
      .filter((p) => p.tested === 'each-round')
      .map(({ id, short, unit }) => ({
        head: unit === '' ? short : `${short}, ${unit}`,
        text: (p: AlmanacView['practices'][number]) => this.band(p, id),
        sortBy: (p: AlmanacView['practices'][number]) => lowest(p, id),
        figures: true,
      })),
    { head: 'Evidence', text: (p) => this.grades(p) },
  ];
  protected readonly limitColumns: TableColumn<AlmanacView['limits'][number]>[] = [
    { head: 'Of', text: (l) => this.label(l.parameter) },
    ...(['delicate', 'usual', 'robust'] as const).map((bearing) => ({
      head: bearing.charAt(0).toUpperCase() + bearing.slice(1),
      text: (l: AlmanacView['limits'][number]) => this.limit(l, bearing),
      note: (l: AlmanacView['limits'][number]) => gradeWords[l.byBearing[bearing].grade] ?? '',
      figures: true,
    })),
    { head: 'Per', text: (l) => l.per },
    { head: 'Note', text: (l) => l.note },
  ];
  private readonly names = computed(() => new Map(this.almanac()?.practices.map((p) => [p.id, p.name])));
  constructor() {
    const api = inject(Api);
    inject(Told)
      .again.pipe(
        startWith(undefined),
        switchMap(() => api.call('almanac').pipe(catchError(() => of(null)))),
        takeUntilDestroyed(),
      )
      .subscribe((a) => {
        if (a) this.almanac.set(a);
      });
  }
  protected name = (id: string): string => this.names().get(id) ?? id;
  protected label = (id: string): string => parameters.find((p) => p.id === id)?.label ?? id;
  protected findings = (id: string): AlmanacView['findings'] =>
    this.almanac()?.findings.filter((f) => f.practiceId === id) ?? [];
  protected band(p: AlmanacView['practices'][number], id: string): string {
    const line = p.bands.find((b) => b.parameter === id);
    if (!line) return '';
    return line.lo === null ? `≤ ${line.hi ?? ''}` : line.hi === null ? `≥ ${line.lo}` : fromTo(line.lo, line.hi);
  }
  protected grades = (p: AlmanacView['practices'][number]): string =>
    [...new Set(p.bands.map((b) => gradeWords[b.grade] ?? b.grade))].join(', ');
  protected limit(l: AlmanacView['limits'][number], bearing: 'delicate' | 'usual' | 'robust'): string {
    const { value } = l.byBearing[bearing];
    const unit = parameters.find((p) => p.id === l.parameter)?.unit ?? '';
    return l.measure === 'fraction' ? `${Math.round(value * 100)} %` : `${value} ${unit === '°C' ? 'K' : unit}`;
  }
}
