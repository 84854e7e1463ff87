import { ChangeDetectionStrategy, Component } from '@angular/core';
import { Rooms, type Room } from '../ui/rooms';

/** The pages of care. */
@Component({
  selector: 'nl-care-nav',
  imports: [Rooms],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nl-rooms label="Care" [rooms]="rooms" />`,
})
export class CareNav {
  protected readonly rooms: readonly Room[] = [
    { path: '/care', word: 'Under way' },
    { path: '/care/course', word: 'Plan a course' },
    { path: '/care/salt', word: 'Salt' },
    { path: '/care/dip', word: 'Dips and baths' },
    { path: '/care/tools', word: 'Tools' },
    { path: '/care/trace', word: 'Who touched whom' },
    { path: '/almanac/care', word: 'Agents' },
  ];
}
