import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { troubleKnowledge } from '#almanac/trouble';
import { caseStepOf, threadsOf, type TroubleThread } from '#core/trouble';
import { actionNames, outcomeWords, stateWords, troublePages } from '#words/trouble';
import { DiaryWatch } from '../base/scribe';
import { HouseStore } from '../base/house-store';
import { StockStore } from '../stock';
import { Choice, Option } from '../ui/choice';
import { agoText, dateText, whenText } from '../ui/words';
import { entriesOf } from './book-of-tank';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

/** Where something is wrong: what to do before any question, open cases, and those that are closed. */
@Component({
  selector: 'nl-trouble',
  imports: [WhyNot, Field, FormsModule, RouterLink, ButtonDirective, InputText, Choice, Option],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ say.trouble }}</h1>
    <section class="first" [attr.aria-label]="say.beforeAnyQuestion">
      <h2>{{ say.gaspingClimbingOutDyingBy }}</h2>
      <p>{{ air }}</p>
    </section>
    <form class="row" (ngSubmit)="go()" [attr.aria-label]="say.somethingIsWrong">
      <nl-field [name]="say.somethingIsWrongIn"
        ><nl-choice name="tank" [ngModel]="tankId()" (ngModelChange)="tankId.set($event)">
          <nl-option value="" disabled [word]="say.choose" />
          @for (s of stock.stocked(); track s.tank.tankId) {
            <nl-option [value]="s.tank.tankId" [word]="s.tank.name" />
          }</nl-choice
      ></nl-field>
      <button pButton class="go" [nlWhy]="[[say.aTank, !tankId()]]">{{ say.lookIntoIt }}</button>
    </form>
    <section [attr.aria-label]="say.openCases">
      <h2>{{ say.openCases }}</h2>
      <ul class="cases">
        @for (c of open(); track c.caseId) {
          <li>
            <a [routerLink]="['/trouble', c.tankId]" [queryParams]="{ case: c.caseId }">{{
              nameOf(c.tankId)
            }}</a>&ngsp;<span class="quiet">{{ lineOf(c) }}</span>
          </li>
        } @empty {
          <li class="quiet">
            {{ cases.loaded() ? say.noneIsOpen : say.readingTheBook }}
          </li>
        }
      </ul>
    </section>
    @if (closed().length > 0) {
      <section [attr.aria-label]="say.closedCases">
        <h2>{{ say.closedCases }}</h2>
        @if (closed().length > 5) {
          <nl-field class="find" [name]="say.findAmongThem"
            ><input pInputText name="find" autocomplete="off" [ngModel]="words()" (ngModelChange)="words.set($event)"
          /></nl-field>
        }
        <ul class="cases">
          @for (c of found(); track c.caseId) {
            <li>
              <a [routerLink]="['/trouble', c.tankId]" [queryParams]="{ case: c.caseId }">{{
                nameOf(c.tankId)
              }}</a>&ngsp;<span class="quiet">{{ lineOf(c) }}</span>
            </li>
          }
        </ul>
      </section>
    }
    <p class="small quiet">
      {{ say.aRankingOfWhatFits }} <a routerLink="/almanac/trouble">{{ say.almanac }}</a>.
    </p>
  `,
  styles: `
    .first {
      border-inline-start: 4px solid var(--act);
      padding: 0.2rem 1rem 0.6rem;
      background: var(--panel);
      max-width: 760px;
    }
    .first h2 {
      margin: 0.4rem 0;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 0.8rem;
      align-items: end;
      margin: 1rem 0;
    }
    .row :is(label, nl-field) {
      min-width: 220px;
    }
    section {
      margin-bottom: 1.2rem;
    }
    .cases {
      list-style: none;
      padding: 0;
    }
    .cases li {
      min-height: 44px;
      display: flex;
      flex-wrap: wrap;
      gap: 0 0.6rem;
      align-items: center;
      border-bottom: 1px solid var(--line);
    }
    .cases a {
      min-height: 44px;
      display: inline-flex;
      align-items: center;
      font-weight: 600;
    }
  `,
})
export class TroubleScreen {
  protected readonly say = troublePages;
  protected readonly stock = inject(StockStore);
  private readonly house = inject(HouseStore);
  private readonly router = inject(Router);
  protected readonly cases = new DiaryWatch(['case']);
  protected readonly tankId = signal('');
  protected readonly words = signal('');
  protected readonly air = troubleKnowledge.actions.find((a) => a.id === 'air')?.text ?? actionNames.air;
  private readonly threads = computed(() =>
    threadsOf(
      entriesOf(this.cases.entries(), 'case').map(({ entryId, subjectId, atEpochMs, nightOn: on, payload }) =>
        caseStepOf({ entryId, tankId: subjectId, atEpochMs, on, payload }),
      ),
    ),
  );
  protected readonly open = computed(() => this.threads().filter((c) => !c.closed));
  protected readonly closed = computed(() => this.threads().filter((c) => c.closed));
  protected readonly found = computed(() => {
    const words = this.words().trim().toLowerCase();
    return this.closed().filter((c) => `${this.nameOf(c.tankId)} ${this.lineOf(c)}`.toLowerCase().includes(words));
  });
  constructor() {
    this.stock.load();
    this.cases.open();
  }
  protected go(): void {
    if (this.tankId()) void this.router.navigate(['/trouble', this.tankId()]);
  }
  protected nameOf = (tankId: string): string => this.stock.stockOf(tankId)?.tank.name ?? 'A tank';
  private readonly day = (atEpochMs: number): string => dateText(speech(), atEpochMs, this.house.zone());
  protected lineOf(of: TroubleThread): string {
    const now = this.house.nowEpochMs();
    const seen = Object.entries(of.findings).flatMap(([id, answer]) =>
      answer === 'yes' ? (troubleKnowledge.findings.find((f) => f.id === id)?.words[0] ?? []) : [],
    );
    const signs = seen.slice(0, 3).join(', ') || troublePages.noSignsYet;
    if (of.closed) {
      const cause = troubleKnowledge.causes.find((c) => c.id === of.closed?.causeId)?.name;
      return `${signs}; ${this.day(of.openedEpochMs)} to ${this.day(of.closed.atEpochMs)}: ${outcomeWords[of.closed.outcome]}${cause ? `, ${cause}` : ''}`;
    }
    const again =
      of.lookAgainEpochMs === null
        ? ''
        : of.lookAgainEpochMs <= now
          ? troublePages.lookAgainNow
          : `; look again ${whenText(speech(), of.lookAgainEpochMs, this.house.zone())}`;
    return `${signs}; opened ${agoText({ atEpochMs: of.openedEpochMs, nowEpochMs: now })}${of.state ? `, ${stateWords[of.state]}` : ''}${again}`;
  }
}
