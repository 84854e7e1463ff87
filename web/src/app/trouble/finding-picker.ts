import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { troubleKnowledge } from '#almanac/trouble';
import { findingGroups, type Finding, type FindingGroup, type Host, type TroubleCase } from '#core/trouble';
import { answerWords, groupNames, troublePages } from '#words/trouble';
import { Drawing, SignDrawing } from './drawing';
import { Field } from '../ui/field';

export type Answer = 'yes' | 'no' | null;
const shown: readonly FindingGroup[] = findingGroups.filter((g) => g !== 'events');
const forHosts = (group: FindingGroup, hosts: readonly Host[]): boolean => {
  if (group === 'fish-behaviour' || group === 'fish-body') return hosts.includes('fish');
  if (group === 'shrimp') return hosts.includes('shrimp');
  if (group === 'plants') return hosts.includes('plants');
  return true;
};
/** Findings that a keeper's words name: each word somewhere in its question, its place or its own words. */
export function findingsNamed(text: string, among: readonly Finding[]): Finding[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const of = (f: Finding): string => `${f.words.join(' ')} ${f.question} ${f.look}`.toLowerCase();
  // What bears the very words comes before what only mentions them.
  const whole = text.trim().toLowerCase();
  return among
    .filter((f) => words.every((w) => of(f).includes(w)))
    .sort((a, b) => Number(b.words.some((w) => w.includes(whole))) - Number(a.words.some((w) => w.includes(whole))));
}

/** What is seen, by looking and by words: seen, looked and not there, or not looked at all. */
@Component({
  selector: 'nl-finding-picker',
  imports: [Field, FormsModule, ButtonDirective, InputText, Drawing, SignDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-field class="find" [name]="say.inYourOwnWordsCotton"
      ><input pInputText name="findSign" autocomplete="off" [ngModel]="words()" (ngModelChange)="words.set($event)"
    /></nl-field>
    <div class="groups" role="group" [attr.aria-label]="say.whereOneLooks">
      @for (g of groups(); track g) {
        <button pButton type="button" class="plain" [attr.aria-pressed]="group() === g && !words()" (click)="pick(g)">
          <nl-drawing [of]="g" />{{ names[g] }}
          @if (countOf(g); as n) {
            <span class="num">{{ n }}</span>
          }
        </button>
      }
    </div>
    <ul>
      @for (f of listed(); track f.id) {
        <li>
          <nl-sign-drawing [of]="f.id" />
          <p class="question">
            {{ f.question }} <span class="small quiet">{{ f.look }}</span>
          </p>
          <div class="answers" role="group" [attr.aria-label]="f.question">
            <button
              pButton
              type="button"
              class="plain"
              [attr.aria-pressed]="answers()[f.id] === 'yes'"
              (click)="answer(f.id, 'yes')">
              {{ said(f.group).yes }}</button><button
              pButton
              type="button"
              class="plain"
              [attr.aria-pressed]="answers()[f.id] === 'no'"
              (click)="answer(f.id, 'no')">
              {{ said(f.group).no }}
            </button>
          </div>
        </li>
      } @empty {
        <li class="quiet">{{ say.nothingByTheseWordsTry }}</li>
      }
    </ul>
    @if (!words() && moreCount() > 0) {
      <button pButton type="button" class="asText" (click)="all.set(true)">
        {{ say.moreToLookForHere(moreCount()) }}
      </button>
    }
  `,
  styles: `
    .groups {
      display: flex;
      flex-wrap: wrap;
      gap: 0.4rem;
      margin: 0.6rem 0;
    }
    .groups button {
      display: inline-flex;
      gap: 0.4rem;
      align-items: center;
    }
    button[aria-pressed='true'] {
      background: var(--ink);
      color: var(--ground);
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 0.2rem 1rem;
      align-items: center;
      border-bottom: 1px solid var(--line);
      padding: 0.25rem 0;
    }
    nl-sign-drawing:empty {
      display: none;
    }
    .question {
      margin: 0;
      flex: 1 1 200px;
    }
    .answers {
      display: flex;
      gap: 0.3rem;
    }
    .answers button {
      min-height: 44px;
      min-width: 72px;
    }
  `,
})
export class FindingPicker {
  protected readonly say = troublePages;
  readonly hosts = input.required<readonly Host[]>();
  readonly answers = input.required<TroubleCase['findings']>();
  readonly answered = output<{ id: string; answer: Answer }>();
  protected readonly names = groupNames;
  protected readonly said = answerWords;
  protected readonly words = signal('');
  protected readonly group = signal<FindingGroup | null>(null);
  protected readonly all = signal(false);
  protected readonly groups = computed(() => shown.filter((g) => forHosts(g, this.hosts())));
  private readonly here = computed((): Finding[] => {
    const fitting = troubleKnowledge.findings.filter(
      (f) => shown.includes(f.group) && forHosts(f.group, this.hosts()) && this.told(f),
    );
    if (this.words().trim()) return findingsNamed(this.words(), fitting).slice(0, 20);
    const group = this.group();
    // Before a place is chosen: what is asked first, red flags before others.
    return group === null
      ? fitting.filter((f) => f.redFlag && f.group !== 'measured')
      : fitting.filter((f) => f.group === group);
  });
  protected readonly listed = computed(() =>
    this.words().trim() || this.all() || this.group() === null
      ? this.here()
      : this.here().filter((f) => f.core || this.answers()[f.id] !== undefined || !this.here().some((o) => o.core)),
  );
  protected readonly moreCount = computed(() => this.here().length - this.listed().length);
  private told(f: Finding): boolean {
    return f.whenSeenIds.length === 0 || f.whenSeenIds.some((id) => this.answers()[id] === 'yes');
  }
  protected countOf(group: FindingGroup): number {
    return troubleKnowledge.findings.filter((f) => f.group === group && this.answers()[f.id] === 'yes').length;
  }
  protected pick(group: FindingGroup): void {
    this.words.set('');
    this.all.set(false);
    this.group.update((g) => (g === group ? null : group));
  }
  /** The same again takes it back: nobody looked. */
  protected answer(id: string, answer: 'yes' | 'no'): void {
    this.answered.emit({ id, answer: this.answers()[id] === answer ? null : answer });
  }
}
