import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { waterPages } from '#words/water';
import { MixBlend } from './mix-blend';
import { MixDrum } from './mix-drum';
import { MixFind } from './mix-find';
import { MixMinerals } from './mix-minerals';
import { MixStore } from './mix-store';
import { WaterNav } from '../ui/water-nav';

const ways = [
  { id: 'drum', word: waterPages.aDrumByItsRecipe },
  { id: 'find', word: waterPages.findARecipe },
  { id: 'blend', word: waterPages.pourWatersTogether },
  { id: 'minerals', word: 'Minerals' },
] as const;
type Way = (typeof ways)[number]['id'];

/** Where water is made up: one drum tonight, a recipe for the next, a blend, and what the minerals really do. */
@Component({
  selector: 'nl-mix',
  imports: [WaterNav, MixDrum, MixFind, MixBlend, MixMinerals, ButtonDirective],
  providers: [MixStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nl-water-nav />
    <h1>{{ say.mix }}</h1>
    <div class="ways" role="group" [attr.aria-label]="say.whatToDo">
      @for (w of ways; track w.id) {
        <button pButton type="button" class="plain" [attr.aria-pressed]="way() === w.id" (click)="way.set(w.id)">
          {{ w.word }}
        </button>
      }
    </div>
    @switch (way()) {
      @case ('drum') {
        <nl-mix-drum [water]="water()" [asked]="askedL()" />
      }
      @case ('find') {
        <nl-mix-find />
      }
      @case ('blend') {
        <nl-mix-blend />
      }
      @case ('minerals') {
        <nl-mix-minerals />
      }
    }
  `,
  styles: `
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem;
      margin: 0.6rem 0 1rem;
    }
    .ways [aria-pressed='true'] {
      background: var(--wash);
      border-color: var(--amber);
      box-shadow: inset 0 -2px 0 var(--amber);
    }
  `,
})
export class MixScreen {
  protected readonly say = waterPages;
  readonly water = input<string>();
  readonly litres = input<string>();
  readonly do = input<string>();
  protected readonly mix = inject(MixStore);
  protected readonly ways = ways;
  private readonly asked = computed((): Way => ways.find((w) => w.id === this.do())?.id ?? 'drum');
  protected readonly way = linkedSignal(() => this.asked());
  protected readonly askedL = computed(() => {
    const value = Number(this.litres());
    return Number.isFinite(value) && value > 0 ? value : null;
  });
}
