import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { StateId } from '#contracts/tonight';
import { stateWords } from './words';

/** The shape of a state: a flat line, a slope, a step, a gap, or a dot at rest; its word is always there for readers. */
@Component({
  selector: 'nl-state-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 28 16" [attr.class]="state()" aria-hidden="true"><path [attr.d]="shape()" /></svg>
    @if (worded()) {
      <span [class]="state()">{{ word() }}</span>
    } @else {
      <span class="visuallyHidden">{{ word() }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 0.4rem;
      white-space: nowrap;
    }
    svg {
      width: 28px;
      height: 16px;
      fill: none;
      stroke: currentColor;
      stroke-width: 2.2;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .settled {
      color: var(--settled);
    }
    .drifting {
      color: var(--drifting);
    }
    .act {
      color: var(--act);
    }
    .unknown,
    .resting {
      color: var(--unknown);
    }
    span {
      font-weight: 600;
      font-size: 0.9rem;
    }
  `,
})
export class StateMark {
  readonly state = input.required<StateId>();
  readonly worded = input(true);
  /** Another word for the same state, where the page asks another question. */
  readonly said = input<string>();
  protected readonly word = computed(() => this.said() ?? stateWords[this.state()]);
  private readonly shapes: Record<StateId, string> = {
    settled: 'M3 8H25',
    drifting: 'M3 12.5L25 4',
    act: 'M3 13H14V3H25',
    unknown: 'M3 8H9M19 8H25',
    resting: 'M13.9 8H14.1',
  };
  protected readonly shape = computed(() => this.shapes[this.state()]);
}
