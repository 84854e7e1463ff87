import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'nl-lost',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h1>No such page</h1>
    <p>Nothing was lost. <a routerLink="/tonight">Back to tonight’s round</a>.</p>`,
})
export class LostScreen {}
