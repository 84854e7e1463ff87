import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { FindingGroup } from '#core/trouble';
import { bases, signDrawings } from './sign-drawings';

/** Small drawings of our own: where one looks. Lines only, so that both lamps show them. */
const paths: Record<FindingGroup, string> = {
  'fish-behaviour': 'M3 14c5-7 13-7 18 0-5 7-13 7-18 0zM21 14l7-5v10zM8 13h.5M4 5c2 2 4-2 6 0s4-2 6 0',
  'fish-body': 'M3 14c5-7 13-7 18 0-5 7-13 7-18 0zM21 14l7-5v10zM9 9c2 3 2 7 0 10M12 7l3-3 3 4M8 13h.5',
  shrimp: 'M4 10c8-5 18-2 20 6-4 5-9 3-12 5M4 10c4 2 6 5 6 9M4 10L1 6M4 10L2 5M12 16v4M15 17v4M18 17v3',
  deaths: 'M3 12c5-6 13-6 18 0-5 6-13 6-18 0zM21 12l6-4v8zM6 10l3 3M9 10l-3 3M4 22h20',
  tank: 'M3 5v18h24V5M3 9c4 2 8-2 12 0s8-2 12 0M3 20c8-3 16 1 24-1',
  measured: 'M12 3h6M13 3v8l-6 12h16l-6-12V3M9 18h12',
  plants: 'M15 25V8M15 14c-6 0-8-4-8-7 5 0 8 3 8 7zM15 18c6 0 8-4 8-7-5 0-8 3-8 7zM8 25h14',
  algae: 'M4 24c3-6-2-8 1-14M11 24c3-7-2-9 1-17M18 24c3-6-2-8 1-15M25 24c2-5-1-7 0-11M2 25h26',
  events: 'M15 4a11 11 0 1 0 .1 0M15 8v7l5 3',
  'look-alikes': 'M15 4a11 11 0 1 0 .1 0M9 15l4 4 8-8',
};
@Component({
  selector: 'nl-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 30 28" width="30" height="28" aria-hidden="true">
    <path [attr.d]="path()" fill="none" stroke="currentColor" stroke-width="1.6" stroke-linecap="round" />
  </svg>`,
})
export class Drawing {
  readonly of = input.required<FindingGroup>();
  protected readonly path = computed(() => paths[this.of()]);
}

/** The drawing of one sign: what one looks at in quiet lines, upon it what one would see. Signs of time and number have none. */
@Component({
  selector: 'nl-sign-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (drawn(); as d) {
    <svg viewBox="0 0 56 36" width="56" height="36" aria-hidden="true">
      <path class="base" [attr.d]="d.base" />
      <path class="mark" [attr.d]="d.mark" />
    </svg>
  }`,
  styles: `
    path {
      fill: none;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .base {
      stroke: var(--quiet);
      stroke-width: 1.2;
    }
    .mark {
      stroke: var(--act);
      stroke-width: 2.2;
    }
  `,
})
export class SignDrawing {
  readonly of = input.required<string>();
  protected readonly drawn = computed(() => {
    const found = signDrawings[this.of()];
    return found ? { base: bases[found[0]], mark: found[1] } : null;
  });
}
