import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

/** An empty house: what to do first, in two steps. */
@Component({
  selector: 'nl-welcome',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>A new ledger</h1>
    <p>Nothing is in the book yet. Two things make it useful, and take a minute together:</p>
    <ol>
      <li>
        <span class="serif">1.</span> <a routerLink="/sources" [queryParams]="{ new: 1 }">The water you have</a>: tap,
        RO or rain, with whatever you know of it.
      </li>
      <li>
        <span class="serif">2.</span> <a routerLink="/tanks/new">A tank</a>: its size outside, and whose animals live in
        it.
      </li>
    </ol>
    <p class="quiet">
      Then press <kbd>n</kbd> and write what you measured, as you would on tape:
      <span class="num">ph 6,8 gh 7 no3 5-10 t 23</span>
    </p>
  `,
  styles: `
    ol {
      margin: 1rem 0;
    }
    li {
      padding: 0.5rem 0;
      font-size: 1.1rem;
    }
  `,
})
export class Welcome {}
