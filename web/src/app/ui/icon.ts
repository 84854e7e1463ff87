import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { IconNode } from 'lucide';

/** A drawing from the set of icons, beside a word or inside a control that has a name; never read out itself. */
@Component({
  selector: 'nl-icon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 24 24" aria-hidden="true">
    @for (part of of(); track $index) {
      @switch (part[0]) {
        @case ('path') {
          <path [attr.d]="part[1]['d']" />
        }
        @case ('circle') {
          <circle [attr.cx]="part[1]['cx']" [attr.cy]="part[1]['cy']" [attr.r]="part[1]['r']" />
        }
        @case ('line') {
          <line
            [attr.x1]="part[1]['x1']"
            [attr.y1]="part[1]['y1']"
            [attr.x2]="part[1]['x2']"
            [attr.y2]="part[1]['y2']" />
        }
        @case ('rect') {
          <rect
            [attr.x]="part[1]['x']"
            [attr.y]="part[1]['y']"
            [attr.width]="part[1]['width']"
            [attr.height]="part[1]['height']"
            [attr.rx]="part[1]['rx']" />
        }
      }
    }
  </svg>`,
  styles: `
    :host {
      display: inline-flex;
      vertical-align: -0.2em;
    }
    svg {
      width: 1.15em;
      height: 1.15em;
      fill: none;
      stroke: currentColor;
      stroke-width: 2;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
  `,
})
export class Icon {
  /** An icon of the set, imported by name where it is used. */
  readonly of = input.required<IconNode>();
}
