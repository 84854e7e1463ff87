import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { shellPages } from '#words/shell';

@Component({
  selector: 'nl-lost',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h1>{{ say.noSuchPage }}</h1>
    <p>
      {{ say.nothingWasLost }} <a routerLink="/tonight">{{ say.backToTonightsRound }}</a>.
    </p>`,
})
export class LostScreen {
  protected readonly say = shellPages;
}
