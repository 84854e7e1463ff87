import type { ElementRef } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationStart, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { routes } from '#contracts/api';
import { LedgerLine } from '../readings';
import { TonightStore } from '../tonight';
import { AlarmBar } from '../doing';
import { dayText } from '../ui/words';
import { WorkingView } from '../ui/working-view';
import { HouseStore } from '../base/house-store';
import { Reach } from '../base/reach';
import { AwayNote } from './away-note';
import { LearnByHeart } from './learn-by-heart';
import { NewerPages } from './newer-pages';
import { Jump } from './jump';
import { isTyping, Keys } from './keys';
import { KeyList } from './key-list';
import { MarginStore } from '../base/margin-store';
import { Outbox } from '../base/outbox';
import { menu } from './pages';
import { SetAside } from './set-aside';
import { Shelf } from './shelf';

/** What is in sight whatever page is open. */
const onEveryPage = [routes.house.path, routes.tonight.path];

const hasModifier = ({ ctrlKey, metaKey, altKey }: KeyboardEvent): boolean => ctrlKey || metaKey || altKey;

/** Top line, shelf, page, margin; and what can be opened from anywhere: the jump box, the ledger line, the list of keys. */
@Component({
  selector: 'nl-root',
  imports: [
    RouterOutlet,
    RouterLink,
    RouterLinkActive,
    Shelf,
    WorkingView,
    Jump,
    KeyList,
    LedgerLine,
    AlarmBar,
    SetAside,
    AwayNote,
    ButtonDirective,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shell.html',
  styleUrl: './shell.scss',
  host: { '(document:keydown)': 'onKey($event)' },
})
export class Shell {
  protected readonly house = inject(HouseStore);
  protected readonly margin = inject(MarginStore);
  protected readonly outbox = inject(Outbox);
  protected readonly tonight = inject(TonightStore);
  protected readonly reach = inject(Reach);
  protected readonly newer = inject(NewerPages);
  private readonly heart = inject(LearnByHeart);
  private readonly router = inject(Router);
  private readonly page = viewChild<ElementRef<HTMLElement>>('page');
  protected readonly menu = menu;
  protected readonly open = signal<'jump' | 'keys' | 'line' | null>(null);
  /** What is typed between `n` or `/` and the line or box being there: a quick hand loses no letter. */
  protected readonly typedAhead = signal('');
  protected readonly shelfOpen = signal(false);
  /** On a phone the bar holds what is wanted with wet hands; the other pages come up on asking. */
  protected readonly allPages = signal(false);
  protected readonly shortNight = computed(() => this.night().replace(/^(\w{3})\w*, (\d+ \w{3})\w* .*$/, '$1 $2'));
  protected readonly night = computed(() => {
    const on = this.house.house()?.nightOn;
    return on ? dayText(on) : '';
  });
  private readonly keys = new Keys({
    open: (what) => {
      this.typedAhead.set('');
      this.open.set(what);
    },
    go: (path) => void this.router.navigateByUrl(path),
    lamp: () => {
      this.house.switchLamp();
    },
    margin: () => {
      this.margin.toggle();
    },
    nextOnRound: () => {
      this.nextOnRound();
    },
  });

  constructor() {
    this.house.load();
    this.tonight.load();
    void this.outbox.start();
    this.newer.start();
    this.reach.back.pipe(takeUntilDestroyed()).subscribe(() => {
      this.house.load();
    });
    this.router.events.pipe(takeUntilDestroyed()).subscribe((event) => {
      if (event instanceof NavigationStart) this.reach.turnedPage(onEveryPage);
    });
    effect(() => {
      this.heart.learn(this.tonight.tanks());
    });
  }
  protected onKey(event: KeyboardEvent): void {
    if (event.key === 'Escape' && this.open()) this.close();
    else if (this.isAhead(event)) {
      event.preventDefault();
      this.typedAhead.update((text) => text + (event.key === 'Enter' ? '\n' : event.key));
    } else if (this.house.shortcuts() && !this.open()) this.keys.press(event);
  }
  /** Meant for the line or the jump box, which is not there yet. */
  private isAhead(event: KeyboardEvent): boolean {
    const open = this.open();
    if ((open !== 'line' && open !== 'jump') || isTyping(event.target) || hasModifier(event) || event.repeat)
      return false;
    if (event.key.length === 1) return true;
    const inDialog = event.target instanceof Element && event.target.closest('dialog') !== null;
    return open === 'jump' && event.key === 'Enter' && !inDialog;
  }
  protected close(): void {
    this.open.set(null);
  }
  protected toPage(): void {
    this.page()?.nativeElement.focus();
  }
  /** `.`: the next tank of the round, from the one that is open. */
  private nextOnRound(): void {
    const order = this.tonight.round().flatMap((group) => group.visits);
    const here = order.findIndex((t) => this.router.url.startsWith(`/tanks/${t.tankId}`));
    const next = order[(here + 1) % Math.max(1, order.length)];
    if (next) void this.router.navigate(['/tanks', next.tankId]);
  }
}
