import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { TonightStore } from '../tonight';
import { StateMark } from '../ui/state-mark';
import { stateWords } from '../ui/words';

/** Racks drawn as they stand, each tank with its state: for those who would rather look than read. The register is its table. */
@Component({
  selector: 'nl-rack-picture',
  imports: [RouterLink, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (r of racks(); track r.rack) {
      <section [attr.aria-label]="r.rack">
        <h2>{{ r.rack }}</h2>
        <ul>
          @for (t of r.tanks; track t.tankId) {
            <li [class]="t.state" [style.flex-grow]="t.netVolumeL">
              <a [routerLink]="['/tanks', t.tankId]" [title]="word(t.state) + ': ' + t.reason">
                <span class="serif">{{ t.name }}</span>
                <nl-state-mark [state]="t.state" />
              </a>
            </li>
          }
        </ul>
      </section>
    }
  `,
  styles: `
    section {
      margin: 0.8rem 0 1.2rem;
    }
    h2 {
      font-size: 1rem;
      font-style: italic;
      color: var(--quiet);
    }
    /* A shelf board under the tanks that stand on it. */
    ul {
      display: flex;
      flex-wrap: wrap;
      align-items: flex-end;
      gap: 0.5rem;
      border-bottom: 5px solid var(--line);
    }
    li {
      flex: 1 0 110px;
      max-width: 320px;
      border: 2px solid var(--quiet);
      border-top-style: dotted;
      border-bottom-width: 4px;
      background: linear-gradient(to top, var(--wash) 80%, transparent 80%);
    }
    .act {
      border-color: var(--act);
    }
    .drifting {
      border-color: var(--drifting);
    }
    a {
      display: grid;
      gap: 0.2rem;
      align-content: end;
      min-height: 84px;
      padding: 0.4rem 0.6rem;
      color: inherit;
      text-decoration: none;
    }
  `,
})
export class RackPicture {
  private readonly tonight = inject(TonightStore);
  protected readonly racks = computed(() => {
    const racks = new Map<string, ReturnType<typeof this.tonight.tanks>>();
    for (const group of this.tonight.round())
      for (const tank of group.visits) racks.set(tank.rack, [...(racks.get(tank.rack) ?? []), tank]);
    return [...racks].map(([rack, tanks]) => ({ rack: rack || 'No rack', tanks }));
  });
  protected word = (state: keyof typeof stateWords): string => stateWords[state];
}
