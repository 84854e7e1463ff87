import { hourMs } from '#core/units';
import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { InputText } from 'primeng/inputtext';
import { noHallmark, troubleKnowledge } from '#almanac/trouble';
import { sources } from '#almanac/sources';
import type { Cause, Domain } from '#core/trouble';
import { actionNames, goOnWords, groupNames, urgencyWords, troublePages } from '#words/trouble';
import { gradeWords, spanText } from '../ui/words';
import { Drawing, SignDrawing } from './drawing';
import { Field } from '../ui/field';

const { causes, findings, cautions, traps, actions } = troubleKnowledge;
const domainNames: Record<Domain, string> = {
  water: troublePages.waterAndKeeping,
  shrimp: 'Shrimp',
  fish: 'Fish',
  growth: troublePages.growthAndFilms,
  plants: 'Plants',
};
const questionOf = (id: string): string => findings.find((f) => f.id === id)?.question.replace(/\?$/, '') ?? id;

/** What is known about trouble, readable and searchable: causes with their signs and ladders, signs, first actions, test traps. */
@Component({
  selector: 'nl-knowledge',
  imports: [Field, FormsModule, RouterLink, InputText, Drawing, SignDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="small">
      <a routerLink="/almanac">{{ say.almanac }}</a>
    </p>
    <h1>{{ say.troubleWhatIsKnown }}</h1>
    <p class="quiet">{{ say.causesAndLookAlikesSigns(causes.length, signCount, version) }}</p>
    <nl-field class="find" [name]="say.findACauseOrA"
      ><input pInputText name="find" autocomplete="off" [ngModel]="words()" (ngModelChange)="words.set($event)"
    /></nl-field>
    <p role="status" class="small quiet">{{ say.ofCauses(shown().length, causes.length) }}</p>
    @for (d of domains(); track d.id) {
      <section [attr.aria-label]="d.name">
        <h2>{{ d.name }}</h2>
        @for (c of d.causes; track c.id) {
          <details class="cause">
            <summary>
              <strong>{{ c.name }}</strong>&ngsp;<span class="small quiet">{{ urgencies[c.urgency] }}</span>
            </summary>
            <p>{{ c.apart }}.</p>
            @if (c.mistakenFor) {
              <p class="small">{{ say.harmlessTakenFor(c.mistakenFor) }}</p>
            }
            @for (line of gradesOf(c); track line.name) {
              <p class="small">
                <span class="quiet">{{ line.name }}:</span> {{ line.signs }}
              </p>
            }
            @if (c.ladder.length > 0) {
              <p>{{ say.first(actions[c.first]) }}</p>
              <ol>
                @for (s of c.ladder; track s.text) {
                  <li>
                    {{ s.text }} <span class="small quiet">{{ say.lookAgainAfter(again(s.lookAgainHours)) }}</span>
                  </li>
                }
              </ol>
              <p class="caution small">{{ say.doNot(c.doNot.join('; ')) }}</p>
            }
            @for (t of cautionsOf(c); track t) {
              <p class="caution small">{{ t }}</p>
            }
            <p class="small quiet">{{ grades[c.grade] }}: {{ sourcesOf(c) }}</p>
          </details>
        }
      </section>
    } @empty {
      <p class="quiet">{{ say.nothingByTheseWords }}</p>
    }
    <section [attr.aria-label]="say.signs">
      <h2>{{ say.signs }}</h2>
      @for (g of groups(); track g.id) {
        <h3><nl-drawing [of]="g.id" />&ngsp;{{ g.name }}</h3>
        <ul>
          @for (f of g.findings; track f.id) {
            <li>
              <nl-sign-drawing [of]="f.id" />{{ f.question }} <span class="small quiet">{{ f.look }}</span>
            </li>
          }
        </ul>
      }
    </section>
    <section [attr.aria-label]="say.whereTestsMislead">
      <h2>{{ say.whereTestsMislead }}</h2>
      <dl>
        @for (t of traps; track t.id) {
          <dt>{{ t.test }}</dt>
          <dd>{{ t.text }}</dd>
        }
      </dl>
    </section>
    <section [attr.aria-label]="say.firstActions">
      <h2>{{ say.firstActions }}</h2>
      <dl>
        @for (a of firsts; track a.id) {
          <dt>{{ actions[a.id] }}</dt>
          <dd>{{ a.text }}</dd>
        }
      </dl>
    </section>
  `,
  styles: `
    .find {
      display: block;
      max-width: 420px;
    }
    .cause {
      border-bottom: 1px solid var(--line);
      max-width: 860px;
    }
    summary {
      min-height: 44px;
      display: flex;
      flex-wrap: wrap;
      gap: 0 0.6rem;
      align-items: center;
      cursor: pointer;
    }
    dd {
      margin: 0 0 0.5rem;
      max-width: 760px;
    }
  `,
})
export class KnowledgeScreen {
  protected readonly say = troublePages;
  protected readonly causes = causes;
  protected readonly signCount = findings.length;
  protected readonly version = troubleKnowledge.version;
  protected readonly traps = traps;
  protected readonly firsts = actions;
  protected readonly actions = actionNames;
  protected readonly urgencies = urgencyWords;
  protected readonly goOn = goOnWords;
  protected readonly grades = gradeWords;
  protected readonly words = signal('');
  protected again = (hours: number): string => spanText(hours * hourMs);
  protected readonly shown = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    const text = (c: Cause): string =>
      [
        c.name,
        c.apart,
        c.mistakenFor,
        ...[...c.hallmarks, ...c.strong].flatMap((id) => [
          questionOf(id),
          ...(findings.find((f) => f.id === id)?.words ?? []),
        ]),
      ]
        .join(' ')
        .toLowerCase();
    return causes.filter((c) => words.every((w) => text(c).includes(w)));
  });
  protected readonly domains = computed(() =>
    (Object.keys(domainNames) as Domain[])
      .map((id) => ({ id, name: domainNames[id], causes: this.shown().filter((c) => c.domain === id) }))
      .filter((d) => d.causes.length > 0),
  );
  protected readonly groups = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    const text = (f: (typeof findings)[number]): string => `${f.words.join(' ')} ${f.question} ${f.look}`.toLowerCase();
    return [...new Set(findings.map((f) => f.group))]
      .map((id) => ({
        id,
        name: groupNames[id],
        findings: findings.filter((f) => f.group === id && words.every((w) => text(f).includes(w))),
      }))
      .filter((g) => g.findings.length > 0);
  });
  protected gradesOf(c: Cause): { name: string; signs: string }[] {
    const line = (name: string, ids: readonly string[]): { name: string; signs: string }[] =>
      ids.length === 0 ? [] : [{ name, signs: ids.map(questionOf).join('; ') }];
    const reason = noHallmark[c.id];
    return [
      ...line('Hallmark', c.hallmarks),
      ...(reason === undefined ? [] : [{ name: 'No hallmark', signs: reason }]),
      ...line('Strong', c.strong),
      ...line('Supports', c.supports),
      ...line('Against', [...c.against, ...c.stronglyAgainst]),
    ];
  }
  protected cautionsOf = (c: Cause): string[] =>
    c.cautionIds.flatMap((id) => cautions.find((known) => known.id === id)?.text ?? []);
  protected sourcesOf = (c: Cause): string =>
    c.sourceIds.map((id) => sources.find((s) => s.id === id)?.title ?? id).join('; ');
}
