import { ChangeDetectionStrategy, Component } from '@angular/core';
import { handsPages } from '#words/hands';
import { Rooms, type Room } from '../ui/rooms';

/** The pages of the hands' work. */
@Component({
  selector: 'nl-hands-nav',
  imports: [Rooms],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nl-rooms [label]="say.hands" [rooms]="rooms" />`,
})
export class HandsNav {
  protected readonly say = handsPages;
  protected readonly rooms: readonly Room[] = [
    { path: '/hands', word: 'The walk' },
    { path: '/hands/clean', word: 'Cleaning' },
    { path: '/hands/plants', word: 'Plants' },
    { path: '/hands/away', word: 'Weeks away' },
    { path: '/hands/move', word: handsPages.movingATank },
    { path: '/hands/outage', word: 'Outage' },
    { path: '/hands/learnt', word: 'Found' },
  ];
}
