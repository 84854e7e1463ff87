import { waterPages } from '#words/water';
import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { drumsOf } from '#core/water';
import type { EveningView, FortnightView } from '#contracts/water';
import { HouseStore } from '../base/house-store';
import { AmountPipe } from '../ui/amount';
import { nightText } from '../ui/words';

const tallestPx = 46;

/** Fourteen nights as two weeks of drums: which water, how much of it, for whom; closed nights are hatched. */
@Component({
  selector: 'nl-drum-calendar',
  imports: [AmountPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol [attr.aria-label]="say.drumsOfNights(nights().length)">
      @for (n of nights(); track n.nightIndex) {
        <li [class.shut]="!n.evening">
          <p class="head">
            <span>{{ n.name }}</span>
            @if (n.minutes > 0) {
              <span class="num quiet">{{ n.minutes.toFixed(0) }} min</span>
            }
          </p>
          @if (!n.evening) {
            <p class="small quiet">{{ say.noEveningKept }}</p>
          }
          @for (d of n.drums; track d.waterId) {
            <div class="drum">
              <span class="glass" [class.fresh]="d.mixed" aria-hidden="true"
                ><span class="fill" [style.height.px]="d.fillPx"></span
              ></span>
              <span
                ><strong class="num">{{ d.volumeL | amount: 'volume' : (d.volumeL < 10 ? 1 : 0) }}</strong
                >&ngsp;<span class="small">{{ d.name }}{{ d.mixed ? say.toMix : '' }}</span>
                <span class="small quiet for">{{ d.tankNames.join(', ') }}</span></span
              >
            </div>
          }
        </li>
      }
    </ol>
  `,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }
    ol {
      display: grid;
      grid-template-columns: repeat(7, minmax(118px, 1fr));
      list-style: none;
      margin: 0.4rem 0;
      padding: 0;
      border-top: 1px solid var(--line);
      border-left: 1px solid var(--line);
    }
    li {
      min-height: 92px;
      padding: 0.3rem 0.45rem;
      border-right: 1px solid var(--line);
      border-bottom: 1px solid var(--line);
    }
    .shut {
      background: repeating-linear-gradient(135deg, transparent 0 7px, var(--wash) 7px 9px);
    }
    .head {
      display: flex;
      justify-content: space-between;
      margin: 0 0 0.3rem;
      gap: 0.2rem 0.5rem;
      flex-wrap: wrap;
      font-size: 0.875rem;
      white-space: nowrap;
    }
    .drum {
      display: flex;
      gap: 0.45rem;
      align-items: flex-end;
      margin-bottom: 0.35rem;
      line-height: 1.25;
    }
    .glass {
      flex: none;
      display: flex;
      align-items: flex-end;
      width: 18px;
      height: ${tallestPx + 2}px;
      border: 1px solid var(--quiet);
      border-top: 0;
      border-radius: 0 0 4px 4px;
    }
    .glass.fresh {
      border-color: var(--ink);
      border-width: 0 2px 2px;
    }
    .fill {
      width: 100%;
      background: var(--water);
      border-radius: 0 0 3px 3px;
    }
    .for {
      display: block;
    }
  `,
})
export class DrumCalendar {
  protected readonly say = waterPages;
  readonly plan = input.required<FortnightView>();
  readonly waters = input.required<EveningView['waters']>();
  private readonly house = inject(HouseStore);
  protected readonly nights = computed(() => {
    const on = this.house.house()?.nightOn;
    const nights = this.plan().nights.map((n) => ({ ...n, drums: drumsOf(n.changes) }));
    const mostL = Math.max(1, ...nights.flatMap((n) => n.drums.map((d) => d.volumeL)));
    return nights.map((n) => ({
      ...n,
      name: n.nightIndex === 0 ? 'tonight' : on ? nightText(speech(), on, n.nightIndex) : `in ${n.nightIndex}`,
      drums: n.drums.map((d) => {
        const name = this.waters().find((w) => w.waterId === d.waterId)?.name ?? 'water';
        return {
          ...d,
          name,
          mixed: n.mixes.includes(name),
          fillPx: Math.max(2, Math.round((tallestPx * d.volumeL) / mostL)),
        };
      }),
    }));
  });
}
