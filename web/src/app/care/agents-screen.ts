import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { InputText } from 'primeng/inputtext';
import { careKnowledge } from '#almanac/care';
import { sources } from '#almanac/sources';
import { exposedGroups, type Agent } from '#core/care';
import { agentSortWords, doseText, exposedWords, carePages } from '#words/care';
import { gradeWords } from '../ui/words';
import { CareNav } from './care-nav';
import { Field } from '../ui/field';

const harmWords = { harms: 'harms', caution: 'caution', bears: 'bears it' } as const;
const needWords = {
  needed: carePages.onlyWithAPrescription,
  'by-country': carePages.prescriptionOrNoneByCountry,
  none: '',
} as const;

/** What is known of agents by their active ingredient: for talking with a veterinarian, no directions. */
@Component({
  selector: 'nl-agents',
  imports: [Field, FormsModule, RouterLink, InputText, CareNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-care-nav />
    <h1>{{ say.agents }}</h1>
    <p class="caution">
      {{ say.byActiveIngredientFromMemory }}
    </p>
    <nl-field [name]="say.findAnAgentOrWhat"
      ><input pInputText name="findAgent" autocomplete="off" [ngModel]="words()" (ngModelChange)="words.set($event)"
    /></nl-field>
    <p class="small quiet" role="status">{{ say.ofAgents(found().length, all.length) }}</p>
    @for (g of groups(); track g.sort) {
      <section [attr.aria-label]="g.name">
        <h2>{{ g.name }}</h2>
        @for (a of g.agents; track a.id) {
          <details>
            <summary>
              {{ a.name }} <span class="small quiet">{{ a.indication }}</span>
            </summary>
            <p class="small">{{ needs(a) }}</p>
            <ul class="small">
              @for (d of dosesOf(a); track d) {
                <li>{{ d }}</li>
              }
            </ul>
            <p class="small">{{ a.course }}.</p>
            <p class="small">{{ harmsOf(a) }}. {{ a.harmNote }}</p>
            @for (n of neverOf(a); track n) {
              <p class="caution small">{{ say.neverWith(n) }}</p>
            }
            @for (w of a.water; track w.why) {
              <p class="small">{{ say.water(w.why) }}</p>
            }
            <p class="small">{{ say.outOfTheWater(a.removal, a.light ? say.light(a.light) : '') }}</p>
            <p class="caution small">{{ say.forPeople(a.people) }}</p>
            <p class="small quiet">{{ gradeOf(a) }}: {{ sourcesOf(a) }}</p>
            <p class="small">
              <a routerLink="/care/course" [queryParams]="{ agent: a.id }">{{ say.planACourseWithIt }}</a>
            </p>
          </details>
        }
      </section>
    } @empty {
      <p class="quiet">{{ say.nothingByTheseWords }}</p>
    }
  `,
  styles: `
    summary {
      min-height: 44px;
      align-content: center;
      font-weight: 600;
    }
    summary span {
      font-weight: 400;
    }
    details {
      border-bottom: 1px solid var(--line);
      max-width: 860px;
    }
  `,
})
export class AgentsScreen {
  protected readonly say = carePages;
  protected readonly all = careKnowledge.agents;
  protected readonly words = signal('');
  protected readonly found = computed(() => {
    const words = this.words().trim().toLowerCase();
    return this.all.filter((a) => `${a.name} ${a.indication} ${a.id}`.toLowerCase().includes(words));
  });
  protected readonly groups = computed(() =>
    [...new Set(this.found().map((a) => a.sort))].map((sort) => ({
      sort,
      name: agentSortWords[sort],
      agents: this.found().filter((a) => a.sort === sort),
    })),
  );
  protected readonly dosesOf = (a: Agent): string[] => a.doses.map(doseText);
  protected readonly needs = (a: Agent): string => needWords[a.prescription];
  protected readonly harmsOf = (a: Agent): string =>
    exposedGroups.map((g) => `${exposedWords[g]}: ${harmWords[a.harms[g]]}`).join('; ');
  protected readonly neverOf = (a: Agent): string[] =>
    careKnowledge.pairs
      .filter((p) => (p.one === a.slug || p.other === a.slug) && p.sign === 'harms')
      .map((p) => {
        const other = p.one === a.slug ? p.other : p.one;
        return `${this.all.find((o) => o.slug === other)?.name ?? other}: ${p.why}`;
      });
  protected readonly gradeOf = (a: Agent): string => gradeWords[a.grade] ?? a.grade;
  protected readonly sourcesOf = (a: Agent): string =>
    a.sourceIds.map((id) => sources.find((s) => s.id === id)?.title ?? id).join('; ');
}
