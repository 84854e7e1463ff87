import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { Checkbox } from 'primeng/checkbox';
import { FormsModule } from '@angular/forms';
import { shellPages } from '#words/shell';
import { Sheet } from '../ui/sheet';
import { HouseStore } from '../base/house-store';
import { menu } from './pages';

@Component({
  selector: 'nl-key-list',
  imports: [Sheet, Checkbox, FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-sheet [label]="say.keys" (closed)="closed.emit()">
      <dl>
        @for (row of rows; track row[0]) {
          <dt>
            <kbd>{{ row[0] }}</kbd>
          </dt>
          <dd>{{ row[1] }}</dd>
        }
      </dl>
      <label class="choice"
        ><p-checkbox
          [autofocus]="false"
          [binary]="true"
          [ngModel]="house.shortcuts()"
          (onChange)="house.setShortcuts(!house.shortcuts())"
          [ngModelOptions]="{ standalone: true }" />
        {{ say.singleKeysAreOnThey }}</label
      >
    </nl-sheet>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 0.3rem 1rem;
    }
    kbd {
      font: inherit;
      border: 1px solid var(--quiet);
      padding: 0 0.4rem;
    }
    .choice {
      display: flex;
      gap: 0.6rem;
      align-items: center;
      margin-top: 1rem;
      min-height: 44px;
    }
  `,
})
export class KeyList {
  protected readonly say = shellPages;
  protected readonly house = inject(HouseStore);
  readonly closed = output();
  protected readonly rows: readonly (readonly [string, string])[] = [
    ['/', shellPages.jumpToATankOr],
    ['n', shellPages.ledgerLineWriteReadingsIn],
    ['.', shellPages.nextTankOfTheRound],
    ['u', shellPages.undoWhatWasJustWritten],
    ['Esc', shellPages.outOfAFieldSo],
    ['m', shellPages.marginShowOrFoldAway],
    ['l', shellPages.lampLitOrLightsOut],
    ['?', 'This list'],
    ...menu.map((m): [string, string] => [`g ${m.key}`, m.word]),
  ];
}
