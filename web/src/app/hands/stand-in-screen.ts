import { nightOn } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { handsThreads, standInDays, handsStepsOf } from '#core/hands';
import { amount } from '#words/units';
import { portionText, standInAlarms, standInRules, handsPages } from '#words/hands';
import { HouseStore } from '../base/house-store';
import { DiaryWatch } from '../base/scribe';
import { careDiaryKinds } from '../care';
import { StockStore } from '../stock';
import { courseDaysIn, coursesOfHouse } from './course-days';
import { dayText } from '../ui/words';
import { HandsNav } from './hands-nav';

/** What somebody who stands in sees: today first, then the days, each tank with its photo; nothing here writes. */
@Component({
  selector: 'nl-stand-in',
  imports: [ButtonDirective, HandsNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-hands-nav />
    <h1>{{ say.forTheStandInHead }}</h1>
    @if (away(); as a) {
      <p>{{ say.nothingOnThisPageWrites(a.span) }}</p>
      @if (a.call) {
        <p>
          {{ say.call }} <strong>{{ a.call }}</strong>
        </p>
      }
      <section [attr.aria-label]="say.today">
        <h2>{{ say.today }}</h2>
        <p class="today">{{ a.today }}</p>
      </section>
      <section [attr.aria-label]="say.theTanks">
        <h2>{{ say.theTanks }}</h2>
        <ul class="tanks">
          @for (t of a.tanks; track t.tankId) {
            <li>
              @if (t.photo; as p) {
                <img
                  loading="lazy"
                  [src]="'/api/photos/' + p.hash + '?size=small'"
                  [alt]="p.caption || t.name"
                  width="120" />
              }
              <span
                ><strong>{{ t.name }}</strong
                ><br />{{ t.food }}
                @if (t.note) {
                  <br />{{ t.note }}
                }
              </span>
            </li>
          }
        </ul>
      </section>
      <section [attr.aria-label]="say.always">
        <h2>{{ say.always }}</h2>
        <ol>
          @for (b of rules; track b) {
            <li>{{ b }}</li>
          }
        </ol>
        <h2>{{ say.ifSomethingIsWrong }}</h2>
        <ul>
          @for (b of alarms; track b) {
            <li>{{ b }}</li>
          }
        </ul>
      </section>
      <section [attr.aria-label]="say.theDays">
        <h2>{{ say.theDays }}</h2>
        <table>
          <thead>
            <tr>
              <th scope="col">{{ say.day }}</th>
              <th scope="col">{{ say.what }}</th>
              <th scope="col">{{ say.seenBy }}</th>
            </tr>
          </thead>
          <tbody>
            @for (d of a.days; track d.on) {
              <tr [class.now]="d.now" [attr.aria-current]="d.now ? 'date' : null">
                <td class="num">{{ d.date }}</td>
                <td>{{ d.what }}</td>
                <td></td>
              </tr>
            }
          </tbody>
        </table>
      </section>
      <button pButton type="button" class="plain noPrint" (click)="print()">{{ say.printIt }}</button>
    } @else {
      <p class="quiet">
        {{ diary.loaded() ? say.nobodyIsAwayPlanIt : say.readingTheBook }}
      </p>
    }
  `,
  styleUrl: './hands.scss',
  styles: `
    .today {
      font-size: 1.2rem;
    }
    .tanks {
      list-style: none;
      padding: 0;
    }
    .tanks li {
      display: flex;
      gap: 0.8rem;
      align-items: center;
      padding: 0.4rem 0;
      border-bottom: 1px solid var(--line);
    }
    table {
      border-collapse: collapse;
      width: 100%;
      max-width: 640px;
    }
    th,
    td {
      text-align: left;
      padding: 0.4rem 0.8rem 0.4rem 0;
      border-bottom: 1px solid var(--line);
    }
    .now td {
      font-weight: 700;
    }
  `,
})
export class StandInScreen {
  protected readonly say = handsPages;
  private readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  protected readonly diary = new DiaryWatch(['absence', 'photo', ...careDiaryKinds]);
  protected readonly rules = standInRules;
  protected readonly alarms = standInAlarms;
  constructor() {
    this.stock.load();
    this.diary.open();
  }
  private readonly nameOf = (tankId: string): string => this.stock.stockOf(tankId)?.tank.name ?? 'A tank';
  /** The absence that runs or comes, with what each tank gets. */
  protected readonly away = computed(() => {
    const zone = this.house.zone();
    const today = nightOn({ atEpochMs: this.house.nowEpochMs(), zone });
    const steps = this.diary.of('absence');
    const open = handsThreads(handsStepsOf(steps), { today }).absences.filter((a) => !a.back);
    // Written again, the newest counts.
    const [first] = [...open].reverse();
    if (!first) return null;
    const those = open.filter((a) => a.fromOn === first.fromOn && a.toOn === first.toOn);
    const planOf = (entryId: string) => {
      const payload = steps.find((s) => s.entryId === entryId)?.payload;
      return payload?.step === 'away' ? payload : null;
    };
    const plan = planOf(first.entryId);
    const feedEveryDays = plan?.feedEveryDays ?? null;
    const courses = coursesOfHouse(this.diary.entries(), this.house, this.stock);
    const ofCourses = those.flatMap(({ tankId }) =>
      courseDaysIn({ courses, tankId, fromOn: first.fromOn, toOn: first.toOn }).map(({ on, text }) => ({
        on,
        text: `${this.nameOf(tankId)}: ${text}`,
      })),
    );
    const days = standInDays({ ...first, feedEveryDays: feedEveryDays ?? Infinity }).map((d) => ({
      ...d,
      now: d.on === today,
      date: dayText(speech(), d.on),
      what: [
        d.feeds ? handsPages.lookTopUpFeedThe : handsPages.lookTopUpNoFood,
        ...ofCourses.filter((c) => c.on === d.on).map((c) => handsPages.onlyAsYouWereShown(c.text)),
      ].join('; '),
    }));
    return {
      span: `From ${dayText(speech(), first.fromOn)} to ${dayText(speech(), first.toOn)}`,
      call: plan?.call ?? '',
      today: days.find((d) => d.now)?.what ?? handsPages.nothingYetSomebodyIsAt,
      days,
      tanks: those.map((a) => {
        const own = planOf(a.entryId);
        const [portionG, topUpL] = [own?.portionG ?? 0, own?.topUpLPerDay];
        const photo = this.diary
          .of('photo')
          .filter((p) => p.subjectId === a.tankId)
          .at(-1);
        return {
          tankId: a.tankId,
          name: this.nameOf(a.tankId),
          food: [
            portionG > 0 && feedEveryDays !== null ? handsPages.aPortionIs(portionText(portionG)) : 'no food',
            ...(topUpL === undefined ? [] : [handsPages.topUpWithAboutOf(amount(speech(), 'volume', topUpL, 1))]),
          ].join('; '),
          note: own?.note ?? '',
          photo: photo ? { hash: photo.payload.photoHash, caption: photo.payload.caption } : null,
        };
      }),
    };
  });
  protected print(): void {
    print();
  }
}
