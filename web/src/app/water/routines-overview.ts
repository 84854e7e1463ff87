import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { EMPTY, catchError, expand, filter, of, startWith, switchMap, timer } from 'rxjs';
import { parameters } from '#almanac/parameters';
import {
  decidingHold,
  holdCeiling,
  lapsedRoutine,
  routineCost,
  routineHolds,
  sdOf80,
  type RoutineCost,
  type RoutineHold,
} from '#core/water';
import type { BuildUpView, EveningTankView, EveningView } from '#contracts/water';
import { whyWords } from '#words/explain';
import { valueText, fromTo } from '#words/units';
import { Api } from '../base/api';
import { Outbox } from '../base/outbox';
import { SourcesStore } from '../sources';
import { StateMark } from '../ui/state-mark';
import { waterOfView } from './mix-store';
import { WaterStore } from './water-store';
import { TableModule } from 'primeng/table';
import { BareAmountPipe, UnitNamePipe } from '../ui/amount';

type BuildUpTank = BuildUpView['tanks'][number];
type BuildUpLine = BuildUpTank['lines'][number];
type Held = BuildUpLine & {
  sourceValue: number;
  state: RoutineHold;
  peak: { lo: number; hi: number };
  trough: { lo: number; hi: number };
};
export interface OverviewRow {
  tankId: string;
  name: string;
  routine: EveningTankView | null;
  waterName: string;
  state: RoutineHold | 'loses' | 'lapsed' | 'none';
  /** What decides: the value, where it settles, its limit and whose that is. */
  label: string;
  settles: string;
  limit: string;
  why: string;
  least: string;
  cost: RoutineCost | null;
}
const againMs = 2000;
const holdWords: Record<
  OverviewRow['state'],
  { word: string; mark: 'settled' | 'drifting' | 'act' | 'unknown' | 'resting' }
> = {
  lapsed: { word: 'not kept', mark: 'act' },
  loses: { word: 'loses', mark: 'drifting' },
  holds: { word: 'holds', mark: 'settled' },
  exceeds: { word: waterPages.doesNotHold, mark: 'act' },
  unknown: { word: 'cannot tell', mark: 'unknown' },
  none: { word: waterPages.nothingToJudgeBy, mark: 'resting' },
};

/** Every tank's routine at a glance: where it settles, whether that holds, the least that would, and what a year of it takes. */
@Component({
  selector: 'nl-routines-overview',
  imports: [RouterLink, StateMark, TableModule, BareAmountPipe, UnitNamePipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows(); as all) {
      @if (all.length === 0) {
        <p class="quiet">{{ say.thereIsNoTankYet }}</p>
      } @else {
        <p>{{ plain() }}</p>
        <div class="scroll">
          <p-table [value]="tableRows()" dataKey="tankId" class="sticky">
            <ng-template #header>
              <tr>
                <th pSortableColumn="name">{{ say.tank }} <p-sortIcon field="name" /></th>
                <th>{{ say.routine }}</th>
                <th pSortableColumn="state">{{ say.doesItHold }} <p-sortIcon field="state" /></th>
                <th pSortableColumn="label">{{ say.whatDecides }} <p-sortIcon field="label" /></th>
                <th class="right">{{ say.settlesAt }}</th>
                <th class="right">{{ say.limit }}</th>
                <th class="right">{{ say.leastThatHolds }}</th>
                <th class="right" pSortableColumn="cost.litresPerYearL">
                  {{ say.aYear('volume' | unitName) }} <p-sortIcon field="cost.litresPerYearL" />
                </th>
                <th class="right" pSortableColumn="cost.workPerYearHours">
                  {{ say.hours }} <p-sortIcon field="cost.workPerYearHours" />
                </th>
                @if (priced()) {
                  <th class="right">{{ say.costsAYear }}</th>
                }
              </tr>
            </ng-template>
            <ng-template #body let-r>
              <tr>
                <td>
                  <a class="serif" routerLink="/water/routines" [queryParams]="{ tank: r.tankId }">{{ r.name }}</a>
                </td>
                <td class="small">
                  @if (r.routine; as now) {
                    <span class="num">{{ percent(now.changeFraction) }} %</span> {{ say.every }}
                    <span class="num">{{ now.everyDays }}</span> d, {{ r.waterName }}
                    @if (now.routineBy === 'habit') {
                      <div class="quiet">{{ say.asTheLastChangesWent }}</div>
                    }
                  } @else {
                    <span class="quiet">{{ say.noneKnown }}</span>
                  }
                </td>
                <td>
                  <nl-state-mark [state]="wordsOf(r).mark" [said]="wordsOf(r).word" />
                  @if (r.why) {
                    <div class="small quiet">{{ r.why }}</div>
                  }
                </td>
                <td class="small">{{ r.label }}</td>
                <td class="num right">{{ r.settles }}</td>
                <td class="num right">{{ r.limit }}</td>
                <td class="num right">{{ r.least }}</td>
                <td class="num right">{{ r.cost?.litresPerYearL | bareAmount: 'volume' : 0 }}</td>
                <td class="num right">{{ r.cost ? r.cost.workPerYearHours.toFixed(0) : '' }}</td>
                @if (priced()) {
                  <td class="num right">
                    {{ r.cost && r.cost.moneyPerYearValue > 0 ? r.cost.moneyPerYearValue.toFixed(0) : '' }}
                  </td>
                }
              </tr>
            </ng-template>
            <ng-template #footer>
              @if (total(); as t) {
                <tr>
                  <td>{{ say.all }}</td>
                  <td colspan="6"></td>
                  <td class="num right">{{ t.litresPerYearL | bareAmount: 'volume' : 0 }}</td>
                  <td class="num right">{{ t.workPerYearHours.toFixed(0) }}</td>
                  @if (priced()) {
                    <td class="num right">{{ t.moneyPerYearValue.toFixed(0) }}</td>
                  }
                </tr>
              }
            </ng-template>
          </p-table>
        </div>
        <p class="small quiet">
          {{ say.settledValuesAreSpansFour }}
        </p>
      }
    } @else {
      <p class="quiet">{{ say.addingUpWhatEachTank }}</p>
    }
  `,
  styles: `
    .right {
      text-align: right;
    }
    td {
      vertical-align: top;
    }
    tfoot td {
      border-top: 2px solid var(--line);
    }
  `,
})
export class RoutinesOverview {
  protected readonly say = waterPages;
  private readonly api = inject(Api);
  private readonly water = inject(WaterStore);
  private readonly sources = inject(SourcesStore);
  protected wordsOf = ({ state }: OverviewRow): (typeof holdWords)[OverviewRow['state']] => holdWords[state];
  /** The library wants a list of its own, to sort. */
  protected readonly tableRows = computed(() => [...(this.rows() ?? [])]);
  /** Asked again after every write, and while forecasts are still being made. */
  private readonly buildUp = toSignal(
    inject(Outbox).stirred.pipe(
      startWith(null),
      switchMap(() =>
        this.asked().pipe(
          expand((answer) =>
            answer?.tanks.some((t) => !t.ready) ? timer(againMs).pipe(switchMap(() => this.asked())) : EMPTY,
          ),
        ),
      ),
      filter((answer) => answer !== null),
      takeUntilDestroyed(),
    ),
    { initialValue: null },
  );
  constructor() {
    this.water.loadEvening();
    this.sources.load();
  }
  private asked() {
    return this.api.call('buildUp').pipe(catchError(() => of(null)));
  }
  protected readonly rows = computed((): OverviewRow[] | null => {
    const [buildUp, evening] = [this.buildUp(), this.water.evening()];
    if (!buildUp || !evening || !this.sources.loaded()) return null;
    return overviewRows(buildUp, evening, (waterId, id) => waterOfView(this.sources.named(waterId))[id]);
  });
  protected readonly priced = computed(() => (this.rows() ?? []).some((r) => (r.cost?.moneyPerYearValue ?? 0) > 0));
  protected readonly total = computed((): RoutineCost | null => {
    const costs = (this.rows() ?? []).flatMap((r) => (r.cost ? [r.cost] : []));
    if (costs.length < 2) return null;
    const sum = (pick: (c: RoutineCost) => number): number => costs.reduce((all, c) => all + pick(c), 0);
    return {
      litresPerYearL: sum((c) => c.litresPerYearL),
      wastedPerYearL: sum((c) => c.wastedPerYearL),
      saltPerYearG: sum((c) => c.saltPerYearG),
      workPerYearHours: sum((c) => c.workPerYearHours),
      moneyPerYearValue: sum((c) => c.moneyPerYearValue),
    };
  });
  protected readonly plain = computed(() => plainly(this.rows() ?? []));
  protected percent = (share: number): string => String(Math.round(1000 * share) / 10);
}

/** One row a tank: what does not hold first, then what cannot be told; the round's order within. */
export function overviewRows(
  buildUp: BuildUpView,
  evening: EveningView,
  measuredOf: (waterId: string, id: BuildUpLine['parameter']) => number | undefined,
): OverviewRow[] {
  const rank: readonly OverviewRow['state'][] = ['lapsed', 'exceeds', 'loses', 'unknown', 'holds', 'none'];
  return buildUp.tanks
    .map((tank) => rowOf(tank, evening, measuredOf))
    .sort((a, b) => rank.indexOf(a.state) - rank.indexOf(b.state));
}

function rowOf(
  tank: BuildUpTank,
  evening: EveningView,
  measuredOf: (waterId: string, id: BuildUpLine['parameter']) => number | undefined,
): OverviewRow {
  const { tankId, name, netVolumeL } = tank;
  const routine = evening.tanks.find((t) => t.tankId === tankId) ?? null;
  const water = evening.waters.find((w) => w.waterId === routine?.waterId);
  const empty = { label: '', settles: '', limit: '', least: '' };
  const cost =
    routine &&
    routineCost({
      netVolumeL,
      changeFraction: routine.changeFraction,
      everyDays: routine.everyDays,
      changeMinutes: routine.changeMinutes,
      roFraction: water?.roFraction ?? 0,
      wasteRatio: evening.works.wasteRatio,
      saltGPerL: water?.saltGPerL ?? 0,
      perLValue: water?.cost.perLValue ?? 0,
    });
  const base = { tankId, name, routine, waterName: water?.name ?? '', cost, ...empty };
  if (!routine) return { ...base, state: 'none', why: waterPages.nobodyHasWrittenOneAnd };
  if (!tank.ready) return { ...base, state: 'none', why: waterPages.itsForecastIsStillBeing };
  const held = tank.lines.flatMap((line): Held[] => {
    const sourceValue = measuredOf(routine.waterId, line.parameter) ?? line.sourceValue;
    if (sourceValue === null || line.limitBy === 'none') return [];
    const told = routineHolds({
      productionPerDay: { lo: line.productionPerDay.lo80, hi: line.productionPerDay.hi80 },
      sourceValue,
      changeFraction: routine.changeFraction,
      everyDays: routine.everyDays,
      ceiling: line.ceiling,
      floor: line.floor,
    });
    return told.ok ? [{ ...line, sourceValue, ...told.value }] : [];
  });
  const deciding = decidingHold(held);
  const lapsed = routine.sequence ? null : lapsedRoutine(routine);
  if (lapsed)
    return {
      ...base,
      ...(deciding ? told(deciding, routine) : {}),
      state: 'lapsed',
      why: lapsedText(lapsed, deciding),
    };
  const losing = tank.lines.filter((l) => l.ratchet === 'loses' && l.limitBy !== 'none');
  if (losing.length > 0 && deciding?.state !== 'exceeds')
    return {
      ...base,
      ...(deciding ? told(deciding, routine) : {}),
      state: 'loses',
      why: waterPages.eachChangeEndsHigherThan(losing.map((l) => labelOf(l.parameter)).join(', ')),
    };
  if (!deciding) return { ...base, state: 'none', why: waterPages.tooFewTestsOfWhat };
  return { ...base, state: deciding.state, ...told(deciding, routine) };
}

const labelOf = (id: BuildUpLine['parameter']): string => parameters.find((p) => p.id === id)?.label ?? id;
/** Since when it is not kept, and what that lost: where the value stands, and where it would by the routine. */
function lapsedText({ sinceDays, missedCount }: { sinceDays: number; missedCount: number }, line: Held | null): string {
  const since = waterPages.dueNightsAgoLeftOut(sinceDays, missedCount);
  if (!line || line.level.mean <= line.peak.hi) return since;
  const v = (value: number): string => valueText(speech(), line.parameter, value);
  return waterPages.standsAtAboutKeptIt(
    since,
    labelOf(line.parameter).toLowerCase(),
    v(line.level.mean),
    v(line.peak.hi),
  );
}

function told(
  line: Held,
  { everyDays }: EveningTankView,
): Pick<OverviewRow, 'label' | 'settles' | 'limit' | 'least' | 'why'> {
  const parameter = parameters.find((p) => p.id === line.parameter);
  const v = (value: number): string => valueText(speech(), line.parameter, value);
  const { ceiling, floor, peak, trough, productionPerDay } = line;
  const low = floor !== null && trough.lo < floor && (ceiling === null || peak.hi <= ceiling);
  const shown = low ? trough : peak;
  const need =
    ceiling === null || low || productionPerDay.hi80 <= 0
      ? null
      : holdCeiling({
          productionPerDay: productionPerDay.mean,
          productionSdPerDay: sdOf80(productionPerDay),
          certainty: 'usual',
          sourceValue: line.sourceValue,
          ceiling,
          everyDays,
        });
  return {
    label: parameter?.label ?? line.parameter,
    settles: fromTo(v(shown.lo), v(shown.hi)),
    limit: low ? `from ${v(floor)}` : ceiling === null ? '' : `up to ${v(ceiling)}`,
    least: need?.ok ? `${Math.ceil(1000 * need.value.value.changeFraction) / 10} %` : '',
    why:
      line.limitBy === 'keeper'
        ? waterPages.byYourOwnCeiling
        : need && !need.ok && need.refusal.kind === 'unreachable'
          ? whyWords(speech(), need.refusal.why)
          : '',
  };
}

const countWords = (count: number, of: string): string => `${count === 1 ? 'one' : count} ${of}`;
/** The answer in a sentence. */
export function plainly(rows: readonly OverviewRow[]): string {
  const judged = rows.filter((r) => r.state !== 'none');
  const lapsed = judged.filter((r) => r.state === 'lapsed');
  const over = judged.filter((r) => r.state === 'exceeds' || r.state === 'loses');
  const doubt = judged.filter((r) => r.state === 'unknown').length;
  if (judged.length === 0) return waterPages.noRoutineCanBeJudged;
  if (lapsed.length > 0)
    return waterPages.nobodyKeepsTheRoutine(
      lapsed.map((r) => r.name).join(', '),
      plainly(rows.filter((r) => r.state !== 'lapsed')),
    );
  if (over.length === 0 && doubt === 0) return waterPages.everyRoutineHoldsItsLimits;
  const first =
    over.length === 0
      ? waterPages.noRoutineIsSureTo
      : waterPages.theRoutineDoesNotHold(over.map((r) => r.name).join(', '));
  return `${first}${doubt > 0 ? waterPages.ofItCannotBeTold(countWords(doubt, doubt === 1 ? 'tank' : 'tanks')) : ''}.`;
}
