import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { parameters } from '#almanac/parameters';
import { type Parameter } from '#core/readings';
import type { ChangePlan } from '#core/water';
import type { Folio } from '#contracts/tanks';
import { decimalsOf, spanText, spokenStep, unitOf } from '#words/units';
import { Figure } from '../ui/figure';
import { TideMark } from '../ui/tide-mark';
import { figure, gradeWords } from '../ui/words';

/** The tank before and after a change, value by value, each step beside what these animals bear. */
@Component({
  selector: 'nl-change-marks',
  imports: [TideMark, Figure],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="legend small quiet">
      <span class="was"></span> {{ say.now }} <span class="will"></span> {{ say.after }} <span class="bandKey"></span>
      {{ say.band }}
    </div>
    @for (row of rows(); track row.parameter.id) {
      <div class="mark">
        <div>{{ row.parameter.label }}</div>
        <div class="num right">{{ shown(row.parameter, row.before) }}</div>
        <nl-tide-mark
          [band]="row.band"
          [reading]="row.before"
          [after]="row.span"
          tone="settled"
          [scaledFor]="row.parameter.id"
          [label]="row.parameter.label" />
        <div>
          @if (row.span) {
            <nl-figure
              [title]="say.afterForParameter(row.parameter.label)"
              [text]="shown(row.parameter, row.span)"
              [unit]="unit(row.parameter)"
              [working]="plan().effect" />
          } @else {
            <span class="small quiet">{{ say.notKnownAfterTheSources }}</span>
          }
        </div>
        <div class="small" [class.over]="row.step && !row.step.within">
          @if (row.step; as s) {
            {{
              say.stepAndWhatIsBorne(
                stepText(row.parameter, s.stepValue),
                limitText(row.parameter, s.limitValue),
                s.per
              )
            }}&ngsp;<span class="quiet grade">{{ grade(s.grade) }}</span>
          }
        </div>
      </div>
    }
  `,
  styles: `
    .mark {
      display: grid;
      grid-template-columns: 150px 90px minmax(120px, 1fr) 150px 230px;
      gap: 0 1rem;
      align-items: center;
      min-height: 40px;
      border-bottom: 1px solid var(--line);
    }
    .right {
      text-align: right;
    }
    .over {
      color: var(--act);
      font-weight: 600;
    }
    .grade {
      font-style: italic;
      font-weight: 400;
    }
    .legend {
      display: flex;
      gap: 0.45rem;
      align-items: center;
    }
    .was,
    .will,
    .bandKey {
      width: 18px;
      height: 9px;
      background: var(--settled);
      margin-left: 0.7rem;
    }
    .will {
      background: var(--amber);
    }
    .bandKey {
      background: var(--water);
      opacity: 0.34;
    }
    @media (max-width: 900px) {
      .mark {
        grid-template-columns: 1fr auto auto;
        padding: 0.4rem 0;
      }
      .mark nl-tide-mark,
      .mark > :last-child {
        grid-column: 1 / -1;
      }
    }
  `,
})
export class ChangeMarks {
  protected readonly say = waterPages;
  readonly plan = input.required<ChangePlan>();
  readonly folio = input.required<Folio>();
  protected readonly rows = computed(() => {
    const { effect, afterSpans, advice } = this.plan();
    return parameters.flatMap((p) => {
      const line = this.folio().lines.find((l) => l.parameter === p.id);
      // What is worked out of others has no step of its own.
      if (!line?.latest || line.computed) return [];
      const after = p.id === 'ph' ? effect.value.after.ph : undefined;
      const span = afterSpans[p.id] ?? (after === undefined ? null : { lo: after, hi: after });
      const steps = advice.value.parameters.filter((s) => s.parameter === p.id);
      return [
        {
          parameter: p,
          before: line.latest,
          span,
          step: steps.find((s) => !s.within) ?? steps[0],
          band: line.band ?? null,
        },
      ];
    });
  });
  protected shown = (p: Parameter, interval: { lo: number | null; hi: number | null }): string =>
    spanText(speech(), p.id, interval);
  protected stepText = (p: Parameter, value: number): string =>
    `${value > 0 ? '+' : ''}${figure(spokenStep(speech(), p.id, value), decimalsOf(speech(), p.id))}`;
  protected limitText = (p: Parameter, value: number): string =>
    String(Number(spokenStep(speech(), p.id, value).toPrecision(2)));
  protected unit = (p: Parameter): string => unitOf(speech(), p.id);
  protected grade = (id: string): string => gradeWords[id] ?? id;
}
