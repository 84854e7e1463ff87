import { dayMs } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Choice, Option, Options } from '../ui/choice';
import { InputText } from 'primeng/inputtext';
import { Router, RouterLink } from '@angular/router';
import { practices } from '#almanac/practices';
import { schoolClash } from '#core/almanac';
import {
  cycleAsked,
  kindParameters,
  stockGroups,
  type KindFit,
  type KindParameter,
  type RemedyFound,
  type StockKind,
  type WaterKnown,
} from '#core/stock';
import { osmoticWords, stockPages } from '#words/stock';
import { spanText } from '#words/units';
import { SourcesStore } from '../sources';
import { groupWords, parameterLabel, parameterShort, rangeText, remedyText } from '../ui/kind-words';
import { HouseStore } from '../base/house-store';
import { FitsWorker } from './fits-worker';
import { StockNav } from './stock-nav';
import { StockStore } from './stock-store';
import { Field } from '../ui/field';
import { FormsModule } from '@angular/forms';
import { InUnit } from '../ui/in-unit';

/** The livestock of the practices that a kind belongs to; empty where the schools do not speak of it. */
function livestockOf({ scientificName, ranges }: StockKind): string {
  if (scientificName.startsWith('Neocaridina')) return 'Neocaridina';
  if (!scientificName.startsWith('Caridina')) return '';
  if ((ranges.ph?.hi ?? 14) <= 7) return 'Soft-water caridina';
  return (ranges.ph?.lo ?? 0) >= 7.3 ? stockPages.sulawesiLakeShrimp : '';
}

const bedKey = 'night-ledger-bed-price';
function savedBedValue(): number | null {
  const text = localStorage.getItem(bedKey) ?? '';
  return text === '' || !Number.isFinite(Number(text)) ? null : Number(text);
}

interface Line {
  kind: StockKind;
  why: string;
  how: string;
}
interface Shelf {
  id: string;
  title: string;
  said: string;
  lines: Line[];
}

/** What fits: kinds for a tank's water tonight, or for a source as it is and after the cheapest change. */
@Component({
  selector: 'nl-fits',
  imports: [FormsModule, InUnit, Field, RouterLink, StockNav, Choice, InputText, Option, Options],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.whatFits }}</h1>
    <nl-stock-nav />
    <div class="inputs">
      <nl-field [name]="say.waterOf"
        ><nl-choice (picked)="choose($event)">
          <nl-option value="" disabled [chosen]="!tank() && !here()" [word]="say.chooseASourceOrA" />
          <nl-options [word]="say.sources">
            @for (s of sources.list(); track s.sourceId) {
              <nl-option [value]="'source:' + s.sourceId" [chosen]="s.sourceId === here()" [word]="s.setUp.name" />
            }
          </nl-options>
          <nl-options [word]="say.tanks">
            @for (s of store.stocked(); track s.tank.tankId) {
              <nl-option [value]="'tank:' + s.tank.tankId" [chosen]="s.tank.tankId === tank()" [word]="s.tank.name" />
            }
          </nl-options> </nl-choice
      ></nl-field>
      <nl-field [name]="say.group"
        ><nl-choice (picked)="group.set($event)">
          <nl-option value="" [word]="say.all" />
          @for (g of groups; track g) {
            <nl-option [value]="g" [word]="groupWords[g]" />
          }</nl-choice
      ></nl-field>
      <nl-field [name]="say.name"
        ><input
          pInputText
          [value]="wanted()"
          (input)="wanted.set($any($event.target).value)"
          autocomplete="off"
          [placeholder]="say.partOfAName"
      /></nl-field>
      @if (here()) {
        <nl-field [name]="say.whatANewActiveBed"
          ><input pInputText nlIn min="0" name="bedValue" [ngModel]="bedValue()" (ngModelChange)="priced($event)"
        /></nl-field>
      }
    </div>
    @if (water(); as w) {
      <p class="known">
        @for (p of parameters; track p) {
          @if (w[p]; as span) {
            <span
              >{{ short(p) }} <span class="num">{{ shown(p, span) }}</span></span
            >
          }
        }
        @if (missing().length > 0) {
          <span class="quiet"
            >{{ say.notKnownWhatHangsOn(missing().join(', ')) }}
            <a routerLink="/readings" [queryParams]="here() ? { source: here() } : { tank: tank() }">{{
              say.writeATest
            }}</a></span
          >
        }
      </p>
      @if (soft(); as text) {
        <p class="caution small">{{ text }}</p>
      }
      @if (failed()) {
        <p class="fault" role="alert">{{ say.whatFitsCannotBeWorked }}</p>
      }
      @if (uncycled(); as name) {
        <p class="caution">
          {{ say.isNotKnownToBe(name) }} <a [routerLink]="['/stock/tanks', tank()]">{{ say.toItsCycle }}</a>
        </p>
      }
      @for (shelf of shelves(); track shelf.id) {
        <section [attr.aria-label]="shelf.title">
          <h2>
            {{ shelf.title }} <span class="quiet num">{{ shelf.lines.length }}</span>
          </h2>
          <p class="small quiet">{{ shelf.said }}</p>
          <ul [class.plainList]="shelf.id === 'fits' || shelf.id === 'as-it-is'">
            @for (line of shelf.lines; track line.kind.id) {
              <li>
                <span class="kind"
                  ><a class="serif" routerLink="/stock/kinds" [queryParams]="{ kind: line.kind.id }">{{
                    line.kind.commonName
                  }}</a>
                  <span class="small quiet">{{ line.kind.scientificName }}</span></span
                >&ngsp;<span class="small how">{{ line.how }}</span
                >&ngsp;<span class="small quiet">{{ line.why }}</span>
              </li>
            }
          </ul>
        </section>
      }
      <p class="small quiet">
        {{ say.waterAloneBedTemperNumbers }}
      </p>
    } @else {
      <p class="quiet">
        {{ say.chooseAWaterAboveFirst }}
      </p>
    }
  `,
  styles: `
    .inputs {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
      gap: 0.8rem;
      max-width: 860px;
    }
    .known {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem 1.3rem;
      margin: 0.8rem 0;
    }
    section {
      margin-top: 1rem;
    }
    li {
      display: grid;
      grid-template-columns: minmax(230px, 1.1fr) minmax(150px, 0.8fr) 2fr;
      gap: 0.1rem 1rem;
      padding: 0.25rem 0;
      border-bottom: 1px solid var(--line);
      align-items: baseline;
    }
    .how {
      color: var(--water);
    }
    .plainList {
      columns: 3 250px;
      column-gap: 1.5rem;
    }
    .plainList li {
      display: block;
      break-inside: avoid;
    }
    @media (max-width: 800px) {
      li {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class FitsScreen {
  protected readonly say = stockPages;
  readonly tank = input<string>();
  readonly source = input<string>();
  protected readonly store = inject(StockStore);
  protected readonly sources = inject(SourcesStore);
  private readonly house = inject(HouseStore);
  private readonly worker = inject(FitsWorker);
  private readonly router = inject(Router);
  /** The water that is asked for; else the tap, else the first that was analysed. */
  protected readonly here = computed((): string | undefined => {
    const [tank, source] = [this.tank(), this.source()];
    if (tank !== undefined || source !== undefined) return source;
    const analysed = this.sources.list().filter((s) => s.analysis.ghDegrees !== undefined);
    return (analysed.find((s) => s.setUp.state.startsWith('tap')) ?? analysed[0])?.sourceId;
  });
  protected readonly groups = stockGroups;
  protected readonly groupWords = groupWords;
  protected readonly parameters = kindParameters;
  protected readonly group = signal('');
  /** In the keeper's money; kept on this device. Null where nobody said: then only how long it lasts is told. */
  protected readonly bedValue = signal(savedBedValue());
  protected readonly wanted = signal('');
  private readonly fits = signal<KindFit[]>([]);
  private readonly remedies = signal<RemedyFound[]>([]);
  /** The work off the page could not be done: nothing is listed, and the page says so. */
  protected readonly failed = signal(false);

  protected readonly water = computed((): WaterKnown | null => {
    const [tank, source] = [this.tank(), this.here()];
    if (tank) return this.store.stockOf(tank)?.tank.water ?? null;
    return source ? (this.sources.named(source)?.analysis ?? null) : null;
  });
  protected readonly missing = computed(() =>
    kindParameters
      .filter((p) => !this.water()?.[p] && !(p === 'tempC' && this.here()) && p !== 'ec25UsPerCm')
      .map(parameterLabel),
  );
  /** The chosen source is softened: its hardness says nothing of what comes before the softener. */
  protected readonly soft = computed(() =>
    this.sources.named(this.here() ?? '')?.setUp.state === 'softened' ? stockPages.softenedWaterSodiumInPlace : '',
  );

  constructor() {
    this.store.load();
    this.sources.load();
    effect(() => {
      const [kinds, water, isSource] = [this.store.kinds(), this.water(), this.here() !== undefined];
      if (!water) return;
      const known = Object.fromEntries(
        kindParameters.flatMap((p) => (water[p] ? [[p, { lo: water[p].lo, hi: water[p].hi }]] : [])),
      ) as WaterKnown;
      this.failed.set(false);
      const failed = (): void => {
        this.failed.set(true);
      };
      if (isSource)
        void this.worker.remedies({ kinds, source: known }).then((found) => {
          this.remedies.set(found);
        }, failed);
      else
        void this.worker.fits({ kinds, waters: [{ id: 'this', water: known }] }).then(([table]) => {
          this.fits.set(table?.fits ?? []);
        }, failed);
    });
  }
  protected readonly shelves = computed((): Shelf[] => (this.here() ? this.sourceShelves() : this.tankShelves()));

  private listed(kindId: string): StockKind | null {
    const kind = this.store.kindNamed(kindId);
    const wanted = this.wanted().trim().toLowerCase();
    if (!kind || (this.group() && kind.group !== this.group())) return null;
    return `${kind.commonName} ${kind.scientificName}`.toLowerCase().includes(wanted) ? kind : null;
  }
  private linesOf<T extends { kindId: string }>(
    all: readonly T[],
    line: (kind: StockKind, found: T) => Omit<Line, 'kind'>,
  ): Line[] {
    return all.flatMap((found) => {
      const kind = this.listed(found.kindId);
      return kind ? [{ kind, ...line(kind, found) }] : [];
    });
  }
  /** The name of a tank that asks for its cycle first. */
  protected readonly uncycled = computed(() => {
    const tank = this.store.stockOf(this.tank() ?? '')?.tank;
    if (!tank) return '';
    const ageDays = (this.house.nowEpochMs() - Date.parse(tank.startedOn)) / dayMs;
    return cycleAsked({ stage: tank.stage, ageDays, purpose: tank.setUp.purpose }) ? tank.name : '';
  });
  private tankShelves(): Shelf[] {
    const of = (verdict: KindFit['verdict']): KindFit[] => this.fits().filter((f) => f.verdict === verdict);
    return [
      {
        id: 'fits',
        title: stockPages.fitThisWater,
        said: stockPages.everyRangeOfTheirsIs,
        lines: this.linesOf(of('fits'), () => ({ how: '', why: '' })),
      },
      {
        id: 'unknown',
        title: 'Cannot tell',
        said: stockPages.aTestIsMissingOr,
        lines: this.linesOf(of('unknown'), (kind, f) => ({
          how:
            f.wouldTell.length > 0
              ? stockPages.aTestOfWouldTell(f.wouldTell.map(parameterLabel).join(' and '))
              : stockPages.theBookIsUnsure,
          why: this.against(kind, f),
        })),
      },
      {
        id: 'no',
        title: stockPages.doNotFit,
        said: stockPages.theDecidingValueFirst,
        lines: this.linesOf(of('no'), (kind, f) => ({ how: this.decided(kind, f), why: this.against(kind, f) })),
      },
    ];
  }
  protected priced(value: number | null): void {
    this.bedValue.set(value);
    localStorage.setItem(bedKey, String(this.bedValue() ?? ''));
  }
  private sourceShelves(): Shelf[] {
    const of = (verdict: RemedyFound['verdict']): RemedyFound[] => this.remedies().filter((r) => r.verdict === verdict);
    const after = of('after').sort(
      (a, b) => a.remedy.roFraction - b.remedy.roFraction || Number(a.remedy.activeBed) - Number(b.remedy.activeBed),
    );
    return [
      {
        id: 'as-it-is',
        title: stockPages.fitAsItIs,
        said: stockPages.nothingButConditionerAndA,
        lines: this.linesOf(of('as-it-is'), (_kind, r) => ({ how: r.phToTest ? stockPages.testThePh : '', why: '' })),
      },
      {
        id: 'after',
        title: stockPages.wouldFitAfterAChange,
        said: stockPages.theCheapestThatDoesIt,
        lines: this.linesOf(after, (kind, r) => ({
          how: `${remedyText(r.remedy, r.bedMonths, this.bedValue())}${r.beside ? `; or ${remedyText(r.beside)}` : ''}`,
          why: `${this.against(kind, r.asIs)}${r.phToTest ? stockPages.testThePhThen : ''}`,
        })),
      },
      {
        id: 'unknown',
        title: 'Cannot tell',
        said: stockPages.aValueOfTheSource,
        lines: this.linesOf(of('unknown'), (kind, r) => ({
          how:
            r.asIs.wouldTell.length > 0
              ? stockPages.aTestOfWouldTell(r.asIs.wouldTell.map(parameterLabel).join(' and '))
              : '',
          why: this.against(kind, r.asIs),
        })),
      },
      {
        id: 'never',
        title: stockPages.notWithThisSource,
        said: stockPages.noMixingOfRoMineral,
        lines: this.linesOf(of('never'), (kind, r) => ({
          how: this.decided(kind, r.asIs),
          why: this.against(kind, r.asIs),
        })),
      },
    ];
  }
  private decided(kind: StockKind, fit: KindFit): string {
    const p = fit.deciding;
    return p ? `${parameterShort(p)} ${rangeText(kind.ranges[p], p)} wanted` : '';
  }
  /** Where the schools of this kind differ about the value that decides, both are said. */
  private schools(kind: StockKind, parameter: KindParameter): string {
    const livestock = livestockOf(kind);
    const reading = this.water()?.[parameter];
    const clash = livestock && reading ? schoolClash({ practices, livestock, parameter, reading }) : null;
    if (!clash || !reading) return '';
    const others = clash.against.map(({ name, why }) => (why ? `${name}: ${why}` : `${name} does not.`)).join(' ');
    return stockPages.schoolsDifferAtThemIn(
      parameterShort(parameter),
      this.shown(parameter, reading),
      clash.keeping.join(' and '),
      clash.keeping.length === 1 ? 'keeps' : 'keep',
      others,
    );
  }
  private against(kind: StockKind, fit: KindFit): string {
    const { deciding: p, side } = fit;
    const span = p ? this.water()?.[p] : undefined;
    if (!p || fit.verdict === 'fits') return '';
    if (!span) return stockPages.ofThisWaterIsNot(parameterLabel(p));
    const said = stockPages.isTheyWant(parameterShort(p), this.shown(p, span), rangeText(kind.ranges[p], p));
    return fit.verdict === 'no' && side && (p === 'ghDegrees' || p === 'khDegrees')
      ? `${said} ${osmoticWords({ group: kind.group, side })}${this.schools(kind, p)}`
      : `${said}${this.schools(kind, p)}`;
  }
  protected shown = (p: KindParameter, span: { lo: number | null; hi: number | null }): string =>
    spanText(speech(), p, span);
  protected short = parameterShort;
  protected choose(picked: string): void {
    const [kind, id] = picked.split(':');
    void this.router.navigate(['/stock/fits'], { queryParams: kind === 'source' ? { source: id } : { tank: id } });
  }
}
