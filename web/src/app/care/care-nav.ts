import { ChangeDetectionStrategy, Component } from '@angular/core';
import { carePages } from '#words/care';
import { Rooms, type Room } from '../ui/rooms';

/** The pages of care. */
@Component({
  selector: 'nl-care-nav',
  imports: [Rooms],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nl-rooms [label]="say.care" [rooms]="rooms" />`,
})
export class CareNav {
  protected readonly say = carePages;
  protected readonly rooms: readonly Room[] = [
    { path: '/care', word: 'Under way' },
    { path: '/care/course', word: carePages.planACourse },
    { path: '/care/salt', word: 'Salt' },
    { path: '/care/dip', word: carePages.dipsAndBaths },
    { path: '/care/tools', word: 'Tools' },
    { path: '/care/trace', word: carePages.whoTouchedWhom },
    { path: '/almanac/care', word: 'Agents' },
  ];
}
