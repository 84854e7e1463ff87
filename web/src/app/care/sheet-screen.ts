import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { careKnowledge } from '#almanac/care';
import { dateOfCourse } from '#core/care';
import { courseDayText, criterionWords, quarantineReasonWords, schoolWords, carePages } from '#words/care';
import { onText } from '#words/dates';
import { amount } from '#words/units';
import { HouseStore } from '../base/house-store';
import { DiaryWatch } from '../base/scribe';
import { StockStore } from '../stock';
import { careDiaryKinds, careOfHouse } from './care-book';

/** So many nights of an open quarantine stand on one sheet. */
const nightsShown = 14;
/** One course or one quarantine on paper: its days with boxes, its cautions, beside the tank. */
@Component({
  selector: 'nl-care-sheet',
  imports: [RouterLink, ButtonDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="noPrint do">
      <a routerLink="/care">{{ say.backToWhatIsUnder }}</a>
      <button pButton type="button" class="go" (click)="print()">{{ say.printOrSaveAsPdf }}</button>
      @if (id(); as entryId) {
        <a [href]="'/api/care/' + entryId + '.ics'" download>{{ say.asACalendarFileIcalendar }}</a>
      }
    </div>
    @if (course(); as c) {
      <article>
        <h1>{{ c.tank }}: {{ c.product }}</h1>
        <p>{{ say.netBegun(c.agent, c.volume, c.begun) }}</p>
        <p class="caution">{{ say.theLabelLocalLawAndA(c.people) }}</p>
        <p>{{ say.neverADoubleForA(c.removal) }}</p>
        <table>
          <thead>
            <tr>
              <th scope="col">{{ say.dayHead }}</th>
              <th scope="col">{{ say.date }}</th>
              <th scope="col">{{ say.what }}</th>
              <th scope="col">{{ say.doneBy }}</th>
              <th scope="col">{{ say.nhNo }}</th>
            </tr>
          </thead>
          <tbody>
            @for (d of c.days; track $index) {
              <tr>
                <td class="num">{{ d.day }}</td>
                <td class="num">{{ d.on }}</td>
                <td>{{ d.text }}</td>
                <td>{{ d.state }}</td>
                <td></td>
              </tr>
            }
          </tbody>
        </table>
      </article>
    } @else if (pen(); as q) {
      <article>
        <h1>{{ say.quarantineForTank(q.tank) }}</h1>
        <p>{{ say.opened(q.what, q.opened, q.exit) }}</p>
        <p class="caution">
          {{ say.ownNetSiphonBucketTowelThe }}
        </p>
        <p>{{ say.itLeavesWhen(q.criteria) }}</p>
        <table>
          <thead>
            <tr>
              <th scope="col">{{ say.night }}</th>
              <th scope="col">{{ say.appetite03 }}</th>
              <th scope="col">{{ say.signs }}</th>
              <th scope="col">{{ say.nhNo }}</th>
              <th scope="col">{{ say.by }}</th>
            </tr>
          </thead>
          <tbody>
            @for (n of q.nights; track n) {
              <tr>
                <td class="num">{{ n }}</td>
                <td></td>
                <td></td>
                <td></td>
                <td></td>
              </tr>
            }
          </tbody>
        </table>
      </article>
    } @else {
      <h1>{{ say.aSheetOfCare }}</h1>
      <p class="quiet">
        {{ diary.loaded() ? say.noSuchCourseOrQuarantine : say.readingTheBook }}
      </p>
    }
  `,
  styles: `
    .do {
      display: flex;
      flex-wrap: wrap;
      gap: 1rem;
      align-items: center;
      margin-bottom: 1rem;
    }
    .do a {
      min-height: 44px;
      align-content: center;
    }
    table {
      border-collapse: collapse;
      width: 100%;
    }
    th,
    td {
      border: 1px solid var(--line);
      padding: 0.35rem 0.5rem;
      text-align: start;
      min-width: 4.5em;
    }
    @media print {
      tr {
        break-inside: avoid;
      }
    }
  `,
})
export class CareSheetScreen {
  protected readonly say = carePages;
  readonly id = input<string>();
  private readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  protected readonly diary = new DiaryWatch([...careDiaryKinds]);

  constructor() {
    this.stock.load();
    this.diary.open();
  }
  private readonly care = computed(() => careOfHouse(this.diary.entries(), { house: this.house, stock: this.stock }));
  private readonly nameOf = (tankId: string): string => this.stock.stockOf(tankId)?.tank.name ?? 'A tank';
  protected readonly course = computed(() => {
    const of = this.care().courses.find((c) => c.courseId === this.id());
    if (!of) return null;
    const agent = careKnowledge.agents.find((a) => a.id === of.plan.agentId);
    return {
      tank: this.nameOf(of.tankId),
      product: of.plan.productName,
      agent: agent?.name ?? of.plan.agentId,
      people: agent?.people ?? '',
      removal: agent?.removal ?? '',
      volume: amount(speech(), 'volume', of.plan.netVolumeL, 0),
      begun: onText(speech(), of.plan.startOn),
      days: of.calendar.map((d) => ({
        day: d.day,
        on: onText(speech(), dateOfCourse(of.plan.startOn, d.day)),
        text: courseDayText(speech(), d, of.give),
        state: d.state === 'done' ? 'done' : '',
      })),
    };
  });
  protected readonly pen = computed(() => {
    const of = this.care().quarantines.find((q) => q.quarantineId === this.id());
    if (!of) return null;
    const exitOn = of.clock?.exitOn ?? null;
    return {
      tank: this.nameOf(of.tankId),
      what: `${quarantineReasonWords[of.reason]}; ${of.clock ? schoolWords[of.school] : carePages.cleanWaterAndFoodNo}`,
      opened: onText(speech(), of.openedOn),
      exit: exitOn === null ? '' : carePages.endsAsOfToday(onText(speech(), exitOn)),
      criteria: Object.values(criterionWords).join('; '),
      nights: Array.from({ length: nightsShown }, (_, i) => i + 1),
    };
  });
  protected print(): void {
    window.print();
  }
}
