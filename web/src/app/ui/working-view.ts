import { uiPages } from '#words/ui';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { sources } from '#almanac/sources';
import type { Working } from '#core/explain';
import { parameters } from '#almanac/parameters';
import { noteWords } from '#words/explain';
import { whenText } from './words';

/** Lays a working out: inputs with their dates, each step's formula in words and figures, assumptions, limits, sources. */
@Component({
  selector: 'nl-working',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (working().inputs.length > 0) {
      <h3>{{ say.whatWentIn }}</h3>
      <dl>
        @for (item of working().inputs; track $index) {
          <dt>
            {{ item.label }}
            <span class="quiet small">{{ item.origin }}{{ item.atEpochMs ? ', ' + when(item.atEpochMs) : '' }}</span>
          </dt>
          <dd class="num">
            {{ item.value }} <span class="unit">{{ unitOf(item.unit) }}</span>
          </dd>
        }
      </dl>
    }
    @if (working().steps.length > 0) {
      <h3>{{ say.how }}</h3>
      <ol>
        @for (step of working().steps; track $index) {
          <li>
            <div>
              {{ step.label }} <span class="quiet small">{{ nameOf(step.unit) }}</span>
            </div>
            <div class="formula">{{ step.formula }}</div>
            <div class="quiet small num wrap">{{ termsOf(step.terms) }}</div>
            <div class="result num">
              = {{ shown(step.value) }} <span class="unit">{{ unitOf(step.unit) }}</span>
            </div>
          </li>
        }
      </ol>
    }
    @if (working().assumptions.length > 0) {
      <h3>{{ say.takenAsGiven }}</h3>
      <ul>
        @for (n of working().assumptions; track $index) {
          <li>{{ noteText(n) }}</li>
        }
      </ul>
    }
    @if (working().limits.length > 0) {
      <h3>{{ say.whereNotToTrustIt }}</h3>
      <ul>
        @for (n of working().limits; track $index) {
          <li>{{ noteText(n) }}</li>
        }
      </ul>
    }
    @if (named().length > 0) {
      <h3>{{ say.source }}</h3>
      <ul>
        @for (source of named(); track source.id) {
          <li>
            {{ source.title }}. <span class="quiet small">{{ source.detail }}</span>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    h3 {
      margin: 0.9rem 0 0.25rem;
      font-size: 0.95rem;
      color: var(--quiet);
    }
    dl {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 0.15rem 0.8rem;
    }
    dd {
      text-align: right;
      white-space: normal;
    }
    li {
      margin-bottom: 0.45rem;
    }
    .formula {
      font-style: italic;
    }
    .wrap {
      white-space: normal;
    }
    .result {
      font-weight: 600;
    }
  `,
})
export class WorkingView {
  protected readonly say = uiPages;
  protected noteText = noteWords;
  readonly working = input.required<Working>();
  readonly zone = input('UTC');
  protected readonly named = computed(() =>
    this.working().sourceIds.flatMap((id) => sources.filter((s) => s.id === id)),
  );
  protected when = (at: number): string => whenText(speech(), at, this.zone());
  protected shown = (value: number): string => String(Number(value.toPrecision(4)));
  protected termsOf = (terms: Record<string, number>): string =>
    Object.entries(terms)
      .map(([name, value]) => `${name} ${this.shown(value)}`)
      .join(' · ');
  /** A unit may be a parameter id: its own unit and name are shown. */
  protected unitOf = (unit: string): string => parameters.find((p) => p.id === unit)?.unit ?? unit;
  protected nameOf = (unit: string): string => parameters.find((p) => p.id === unit)?.label ?? '';
}
