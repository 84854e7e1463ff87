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
    <p class="small"><a routerLink="/almanac">Almanac</a></p>
    <h1>Trouble: what is known</h1>
    <p class="quiet">
      {{ causes.length }} causes and look-alikes, {{ signCount }} signs, version {{ version }}. Written from memory, to
      be verified by whoever has the books named; how much a sign says is our own estimate, for the order only.
    </p>
    <nl-field class="find" name="Find a cause or a sign, in your own words"
      ><input pInputText name="find" autocomplete="off" [ngModel]="words()" (ngModelChange)="words.set($event)"
    /></nl-field>
    <p role="status" class="small quiet">{{ shown().length }} of {{ causes.length }} causes</p>
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
              <p class="small">Harmless; taken for: {{ c.mistakenFor }}.</p>
            }
            @for (line of gradesOf(c); track line.name) {
              <p class="small">
                <span class="quiet">{{ line.name }}:</span> {{ line.signs }}
              </p>
            }
            @if (c.ladder.length > 0) {
              <p>First: {{ actions[c.first] }}.</p>
              <ol>
                @for (s of c.ladder; track s.text) {
                  <li>
                    {{ s.text }} <span class="small quiet">look again after {{ again(s.lookAgainHours) }}</span>
                  </li>
                }
              </ol>
              <p class="caution small">Do not: {{ c.doNot.join('; ') }}.</p>
            }
            @for (t of cautionsOf(c); track t) {
              <p class="caution small">{{ t }}</p>
            }
            <p class="small quiet">{{ grades[c.grade] }}: {{ sourcesOf(c) }}</p>
          </details>
        }
      </section>
    } @empty {
      <p class="quiet">Nothing by these words.</p>
    }
    <section aria-label="Signs">
      <h2>Signs</h2>
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
    <section aria-label="Where tests mislead">
      <h2>Where tests mislead</h2>
      <dl>
        @for (t of traps; track t.id) {
          <dt>{{ t.test }}</dt>
          <dd>{{ t.text }}</dd>
        }
      </dl>
    </section>
    <section aria-label="First actions">
      <h2>First actions</h2>
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
