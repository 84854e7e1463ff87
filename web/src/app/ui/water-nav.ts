import { ChangeDetectionStrategy, Component } from '@angular/core';
import { uiPages } from '#words/ui';
import { Rooms, type Room } from './rooms';

/** The rooms of the water page. */
@Component({
  selector: 'nl-water-nav',
  imports: [Rooms],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nl-rooms [label]="say.water" [rooms]="rooms" />`,
})
export class WaterNav {
  protected readonly say = uiPages;
  protected readonly rooms: readonly Room[] = [
    { path: '/water/evening', word: 'This evening' },
    { path: '/water', word: 'One change' },
    { path: '/water/mix', word: 'Mix' },
    { path: '/water/batches', word: 'Batches' },
    { path: '/water/routines', word: 'Routines' },
    { path: '/water/doing', word: 'Doing it' },
    { path: '/sources', word: 'Sources' },
  ];
}
