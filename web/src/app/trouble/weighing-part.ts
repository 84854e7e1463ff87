import { hourMs } from '#core/units';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { troubleKnowledge } from '#almanac/trouble';
import { oxygenSaturation } from '#core/water';
import {
  darkDays,
  ladderOf,
  spotPeroxideMl,
  testMeans,
  troubleLists,
  type KitSupply,
  type OwnKit,
  type Contribution,
  type Host,
  type RankedCause,
  type Weighing,
} from '#core/trouble';
import {
  actionNames,
  answerWords,
  goOnWords,
  gradeNames,
  knownWords,
  listNames,
  notFirstWords,
  urgencyWords,
  whyLookWords,
  troublePages,
} from '#words/trouble';
import { amount } from '#words/units';
import { figure, spanText } from '../ui/words';

const nameOfCause = (id: string): string => troubleKnowledge.causes.find((c) => c.id === id)?.name ?? id;
const groupOf = (id: string) => troubleKnowledge.findings.find((f) => f.id === id)?.group ?? null;
const questionOf = (id: string): string =>
  troubleKnowledge.findings.find((f) => f.id === id)?.question ??
  troubleKnowledge.laboratory.find((l) => l.id === id)?.question ??
  id;
/** What a rung works with, as agents of care; antibiotics are never offered from here. */
const agentsOf: Readonly<Record<string, readonly { id: string; name: string }[]>> = {
  salt: [{ id: 'D01', name: 'salt' }],
  'epsom-salt': [{ id: 'D25', name: 'magnesium sulfate' }],
  formalin: [{ id: 'D03', name: 'formalin' }],
  malachite: [{ id: 'D04', name: 'malachite green' }],
  'methylene-blue': [{ id: 'D05', name: 'methylene blue' }],
  copper: [{ id: 'D06', name: 'copper' }],
  acriflavine: [{ id: 'D18', name: 'acriflavine' }],
  permanganate: [{ id: 'D17', name: 'permanganate' }],
  dewormer: [
    { id: 'D07', name: 'praziquantel (flukes, tapeworms)' },
    { id: 'D09', name: 'levamisole (threadworms)' },
  ],
};
/** Who can tell what this house cannot. */
const elsewhere: Readonly<Record<string, string>> = {
  'oxygen-low': troublePages.aShopsOxygenTestAt,
  'chlorine-measured': troublePages.theWaterWorksTellWhat,
  'copper-measured': troublePages.aLaboratoryForDrinkingWater,
  'phosphate-low': troublePages.aShopOrALaboratory,
  'phosphate-high': troublePages.aShopOrALaboratory,
};
/** Three figures, so that a small tank does not read nothing. */
const grams = (massG: number): string => String(Number(massG.toPrecision(3)));
const missedNames = { hallmark: 'a hallmark', strong: 'strong' };
export interface ToDo {
  causeId: string;
  text: string;
  lookAgainHours: number;
}

/** What it amounts to: how soon, what first, what fits in which order and why, what to look at next, what to do. */
@Component({
  selector: 'nl-weighing-part',
  imports: [ButtonDirective, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let w = weighing();
    @if (unknown()) {
      <p class="urgency" role="status">{{ w.basis === 'said' ? say.notKnownYet : say.sayWhatYouSee }}</p>
    } @else {
      <p class="urgency" [class.now]="w.urgency === 'now'" role="status">{{ urgencies[w.urgency] }}</p>
    }
    @if (!unknown()) {
      <section [attr.aria-label]="say.firstHead">
        <h2>{{ say.firstHead }}</h2>
        <ol class="aid">
          @for (a of w.firstAid; track a.id) {
            <li>
              <strong>{{ actions[a.id] }}.</strong> {{ a.text }}
              @for (n of a.notWith; track n.id) {
                <p class="caution small">{{ notFirst(n) }}</p>
              }
              @if (a.doNot.length > 0) {
                <p class="small quiet">{{ say.not(a.doNot.join('; ')) }}</p>
              }
            </li>
          }
        </ol>
        @if (changes()) {
          <p>
            <a routerLink="/water" [queryParams]="{ tank: tankId() }">{{ say.planTheChangeWithIts }}</a>
          </p>
        }
      </section>
    }
    @for (c of cautions(); track c.id) {
      <p class="caution small">{{ c.text }}</p>
    }
    <section [attr.aria-label]="say.lookAtNext">
      <h2>{{ say.lookAtNext }}</h2>
      <ul class="next">
        @for (n of next(); track n.id) {
          <li>
            <p>
              {{ n.question }} <span class="small quiet">{{ n.why }} {{ n.time }}</span>
            </p>
            <div class="answers" role="group" [attr.aria-label]="n.question">
              @if (n.test) {
                <a class="write" routerLink="/readings" [queryParams]="{ tank: tankId() }">{{ say.writeTheTest }}</a>
              }
              @if (!n.laboratory) {
                <button pButton type="button" class="plain" (click)="answered.emit({ id: n.id, answer: 'yes' })">
                  {{ n.yes }}</button><button
                  pButton
                  type="button"
                  class="plain"
                  (click)="answered.emit({ id: n.id, answer: 'no' })">
                  {{ n.no }}
                </button>
              }
            </div>
          </li>
        } @empty {
          <li class="quiet">{{ say.nothingMoreWouldTellApart }}</li>
        }
      </ul>
    </section>
    <section [attr.aria-label]="say.whatFits">
      <h2>{{ say.whatFits }}</h2>
      @if (w.nothingFits) {
        <p>
          {{ say.nothingFitsYetSayWhat }}
        </p>
      }
      @for (l of lists(); track l.id) {
        <h3>{{ l.name }}</h3>
        @if (l.undecided) {
          <p class="caution small">{{ say.theFirstTwoAreClose }}</p>
        }
        <ol class="causes">
          @for (c of l.causes; track c.causeId) {
            <li>
              <button
                pButton
                type="button"
                class="asText"
                [attr.aria-expanded]="openId() === c.causeId"
                (click)="openId.set(openId() === c.causeId ? '' : c.causeId)">
                <span class="num rank">{{ c.rank }}</span> {{ c.name }}
              </button>
              @if (openId() === c.causeId) {
                <div class="why">
                  <p class="small">{{ c.apart }}</p>
                  <ul class="small parts">
                    @for (p of c.parts; track p.id + p.grade) {
                      <li>
                        <span class="num weight">{{ p.weight }}</span> {{ p.text }}
                      </li>
                    }
                  </ul>
                  <p class="small quiet">{{ say.figuresAreNaturalLogarithmsOf(c.sources) }}</p>
                  @if (c.ladder.length > 0) {
                    <h4>{{ say.fromTheLeastThatCan }}</h4>
                    <ol>
                      @for (s of c.ladder; track s.text) {
                        <li>
                          {{ s.text }}
                          @for (h of s.how; track h) {
                            <p class="small">{{ h }}</p>
                          }
                          @if (s.dose) {
                            <span class="num">({{ s.dose }})</span>
                          }
                          <p class="small quiet">{{ say.lookAgainAfterGoOn(s.again, s.goOn) }}</p>
                          @for (n of s.notIf; track n) {
                            <p class="caution small">{{ say.notIf(n) }}</p>
                          }
                          @if (s.caution) {
                            <p class="caution small">{{ s.caution }}</p>
                          }
                          @for (a of s.agents; track a.id) {
                            <p class="small">
                              <a
                                routerLink="/care/course"
                                [queryParams]="{ tank: tankId(), agent: a.id, case: caseId() }"
                                >{{ say.planItAsACourse(a.name) }}</a
                              >
                            </p>
                          }
                          @if (canAct()) {
                            <button
                              pButton
                              type="button"
                              class="plain"
                              (click)="acted.emit({ causeId: c.causeId, text: s.text, lookAgainHours: s.hours })">
                              {{ say.doneLookAgainIn(s.again) }}
                            </button>
                          }
                        </li>
                      }
                    </ol>
                    <p class="caution">{{ say.doNot(c.doNot) }}</p>
                  }
                  @if (c.people) {
                    <p class="caution small">{{ c.people }}.</p>
                  }
                </div>
              }
            </li>
          }
        </ol>
      }
    </section>
  `,
  styles: `
    section {
      margin-top: 1rem;
    }
    .causes {
      list-style: none;
      padding: 0;
    }
    .rank {
      display: inline-block;
      min-width: 1.6em;
    }
    .urgency {
      font-size: 1.3rem;
      margin: 0 0 0.4rem;
    }
    .urgency.now {
      border-inline-start: 6px solid var(--act);
      padding-inline-start: 0.6rem;
      font-weight: 700;
    }
    .aid > li,
    .causes > li {
      margin-bottom: 0.5rem;
    }
    .next {
      list-style: none;
      padding: 0;
    }
    .next li {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 0.2rem 1rem;
      align-items: center;
      border-bottom: 1px solid var(--line);
      padding: 0.25rem 0;
    }
    .next p {
      margin: 0;
      flex: 1 1 220px;
    }
    .answers {
      display: flex;
      flex-wrap: wrap;
      gap: 0.3rem;
      align-items: center;
    }
    .answers button {
      min-height: 44px;
      min-width: 72px;
    }
    .write {
      min-height: 44px;
      display: inline-flex;
      align-items: center;
    }
    .why {
      border-inline-start: 3px solid var(--line);
      padding: 0.2rem 0 0.4rem 0.8rem;
    }
    .parts {
      list-style: none;
      padding: 0;
    }
    .weight {
      display: inline-block;
      min-width: 3.4em;
    }
    .causes button {
      min-height: 44px;
      text-align: start;
    }
  `,
})
export class WeighingPart {
  protected readonly say = troublePages;
  readonly weighing = input.required<Weighing>();
  readonly tankId = input.required<string>();
  readonly hosts = input.required<readonly Host[]>();
  readonly netVolumeL = input.required<number>();
  /** A case is open: what is done goes into it. */
  readonly canAct = input(false);
  /** The case it is of, so that a course knows what it treats. */
  readonly caseId = input<string>();
  /** As it was read last. */
  readonly tempC = input<number | null>(null);
  /** Kits and pens in use, and what kits cost. */
  readonly kits = input<readonly OwnKit[]>([]);
  readonly kitSupplies = input<readonly KitSupply[]>([]);
  readonly answered = output<{ id: string; answer: 'yes' | 'no' }>();
  readonly acted = output<ToDo>();
  protected readonly urgencies = urgencyWords;
  protected readonly actions = actionNames;
  protected readonly openId = signal('');
  /** Nothing that was said gives a first step: that is no calm. */
  protected readonly unknown = computed(() => this.weighing().firstAid.length === 0);
  /** A change is planned only where it is offered: not with water that is itself under suspicion. */
  protected readonly changes = computed(() =>
    this.weighing().firstAid.some(
      (a) => (a.id === 'change' && !a.notWith.some((n) => n.id === 'source-suspect')) || a.id === 'small-changes',
    ),
  );
  protected readonly cautions = computed(() =>
    this.weighing().cautions.flatMap((id) => troubleKnowledge.cautions.find((c) => c.id === id) ?? []),
  );
  protected readonly next = computed(() =>
    this.weighing()
      .next.slice(0, 5)
      .map((n) => ({
        id: n.id,
        question: questionOf(n.id),
        why: whyLookWords(n.why, nameOfCause),
        time: n.id.startsWith('lab-')
          ? troublePages.aVeterinarianOrALaboratory
          : `${n.minutes} min${this.meansText(n.id)}.`,
        test: groupOf(n.id) === 'measured',
        laboratory: n.id.startsWith('lab-'),
        ...answerWords(groupOf(n.id)),
      })),
  );
  /** Days of darkness and spots of peroxide, worked out for this tank. */
  private howText(meansId: string, causeId: string): string[] {
    if (meansId === 'peroxide') {
      const dose = spotPeroxideMl({ netVolumeL: this.netVolumeL(), productPercent: 3 });
      return dose
        ? [troublePages.atMostToMlOf(grams(dose.lo), grams(dose.hi), amount(speech(), 'volume', this.netVolumeL(), 0))]
        : [];
    }
    const tempC = this.tempC();
    if (meansId !== 'dark-days' || tempC === null) return [];
    const saturated = oxygenSaturation({ tempC });
    if (!saturated.ok) return [];
    const starved = troubleKnowledge.dark.find((d) => d.causeId === causeId || d.causeId === null);
    if (!starved) return [];
    const plan = darkDays({
      days: starved.days,
      tempC,
      saturationMgPerL: saturated.value.o2MgPerL,
    });
    const days = plan.days.lo === plan.days.hi ? String(plan.days.lo) : `${plan.days.lo} to ${plan.days.hi}`;
    return [
      troublePages.daysAtCCoveredWhole(
        days,
        figure(tempC, 1),
        figure(plan.saturationMgPerL, 1),
        figure(plan.leastMgPerL, 1),
        Math.round(100 * plan.changeAfterFraction.lo),
        Math.round(100 * plan.changeAfterFraction.hi),
        plan.lightHoursAfter.lo,
        plan.lightHoursAfter.hi,
        plan.warm ? troublePages.warmWaterHoldsLittleNo : '',
      ),
    ];
  }
  /** What it is tested with here, and for how much; without a kit, who else can. */
  private meansText(findingId: string): string {
    const { have, kitName, costValue } = testMeans(
      findingId,
      { kits: this.kits(), supplies: this.kitSupplies() },
      troubleKnowledge,
    );
    const cost = costValue === null ? '' : `, ${costValue.toFixed(2)} a test`;
    switch (have) {
      case 'by-eye':
        return '';
      case 'yes':
        return `, with ${kitName ?? ''}${cost}`;
      case 'doubtful':
        return troublePages.withWhichIsDoubtfulTest(kitName ?? '', cost);
      case 'no':
        return troublePages.noKitInThisHouse(elsewhere[findingId] ?? troublePages.aShopTestsItFrom);
    }
  }
  protected readonly lists = computed(() =>
    troubleLists
      .map((id) => ({
        id,
        name: listNames[id],
        undecided: this.weighing().undecided.includes(id),
        causes: this.weighing()
          .lists[id].slice(0, 6)
          .map((c) => this.causeView(c)),
      }))
      .filter((l) => l.causes.length > 0),
  );
  protected notFirst = (reason: Weighing['firstAid'][number]['notWith'][number]): string =>
    notFirstWords(reason, nameOfCause);
  private causeView(of: RankedCause) {
    const cause = troubleKnowledge.causes.find((c) => c.id === of.causeId);
    const ladder = ladderOf(
      { causeId: of.causeId, hosts: this.hosts(), netVolumeL: this.netVolumeL() },
      troubleKnowledge,
    );
    const partText = (p: Contribution): string => {
      const missed = p.weight < 0 && (p.grade === 'hallmark' || p.grade === 'strong') ? missedNames[p.grade] : null;
      const said = missed ? troublePages.lookedForAndNotThere(missed) : gradeNames[p.grade];
      return `${questionOf(p.id).replace(/\?$/, '')}: ${said}${p.foreseen ? troublePages.foreseenAndNotMeasuredCounted : p.halved ? troublePages.countedByHalfBesideA : ''}`;
    };
    return {
      causeId: of.causeId,
      rank: of.rank,
      name: cause?.name ?? of.causeId,
      apart: cause?.apart ?? '',
      people: cause?.people ?? '',
      doNot: cause?.doNot.join('; ') ?? '',
      sources: cause
        ? `Recognised by ${cause.grade === 'published' ? troublePages.publishedWorksFromMemory : 'common practice'}.`
        : '',
      parts: [
        ...[...of.for, ...of.against].map((p) => ({
          id: p.id,
          grade: p.grade,
          weight: `${p.weight > 0 ? '+' : '−'}${Math.abs(p.weight).toFixed(1)}`,
          text: partText(p),
        })),
        ...of.known.map((k) => ({ id: k.id, grade: 'known', weight: `× ${k.factor}`, text: knownWords(k.id) })),
      ],
      ladder: ladder.ok
        ? ladder.value.steps.map((s) => ({
            text: s.text,
            hours: s.lookAgainHours,
            again: spanText(s.lookAgainHours * hourMs),
            goOn: goOnWords[s.goOnIf],
            notIf: s.notIf,
            agents: s.meansIds.flatMap((id) => agentsOf[id] ?? []),
            how: s.meansIds.flatMap((id) => this.howText(id, of.causeId)),
            caution: troubleKnowledge.cautions.find((c) => c.id === s.caution)?.text ?? '',
            dose: s.doseG
              ? `${s.doseG.lo === s.doseG.hi ? '' : `${grams(s.doseG.lo)} to `}${grams(s.doseG.hi)} g in ${amount(speech(), 'volume', this.netVolumeL(), 0)} net`
              : '',
          }))
        : [],
    };
  }
}
