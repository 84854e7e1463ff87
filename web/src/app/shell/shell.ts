import { shellPages } from '#words/shell';
import { speech } from '../base/speech';
import type { ElementRef } from '@angular/core';
import { Keyboard, Lamp, MoonStar, PanelLeft, PenLine, Search, Settings } from 'lucide';
import { ButtonDirective } from 'primeng/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationEnd, NavigationStart, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { routes } from '#contracts/api';
import { LedgerLine } from '../readings/later-line';
import { TonightStore } from '../tonight';
import { AlarmBar } from '../doing';
import { RefusedFields } from '../ui/refused-fields';
import { dayText, nightText } from '../ui/words';
import { Icon } from '../ui/icon';
import { WorkingView } from '../ui/working-view';
import { EnteredLines } from '../base/entered-lines';
import { HouseStore } from '../base/house-store';
import { Reach } from '../base/reach';
import { AwayNote } from './away-note';
import { KeepPages } from './keep-pages';
import { OfflineKeeper } from './offline-keeper';
import { NewerPages } from './newer-pages';
import { FirstTime } from './first-time';
import { Jump } from './jump';
import { isTyping, Keys } from './keys';
import { KeyList } from './key-list';
import { MarginStore } from '../base/margin-store';
import { Outbox } from '../base/outbox';
import { menu } from './pages';
import { UnacceptedEntries } from './unaccepted-entries';
import { Shelf } from './shelf';
import { Toasts } from './toasts';
import { Told } from '../base/told';
import { ToldNote } from './told-note';

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
    Icon,
    Shelf,
    WorkingView,
    Jump,
    KeyList,
    LedgerLine,
    AlarmBar,
    UnacceptedEntries,
    AwayNote,
    FirstTime,
    Toasts,
    ToldNote,
    ButtonDirective,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shell.html',
  styleUrl: './shell.scss',
  host: {
    '(document:keydown)': 'onKey($event)',
    '(document:pointerdown)': 'hasWritten.set(true)',
  },
})
export class Shell {
  protected readonly say = shellPages;
  protected readonly house = inject(HouseStore);
  protected readonly margin = inject(MarginStore);
  protected readonly outbox = inject(Outbox);
  protected readonly tonight = inject(TonightStore);
  protected readonly reach = inject(Reach);
  protected readonly questions = inject(Told);
  protected readonly newer = inject(NewerPages);
  protected readonly lines = inject(EnteredLines);
  private readonly heart = inject(OfflineKeeper);
  private readonly router = inject(Router);
  private readonly page = viewChild<ElementRef<HTMLElement>>('page');
  protected readonly menu = menu;
  protected readonly icons = {
    shelf: PanelLeft,
    line: PenLine,
    jump: Search,
    lightsOut: MoonStar,
    lampOn: Lamp,
    settings: Settings,
    keys: Keyboard,
  };
  protected readonly open = signal<'jump' | 'keys' | 'line' | null>(null);
  /** What is typed between `n` or `/` and the line or box being there: a quick hand loses no letter. */
  protected readonly typedAhead = signal('');
  protected readonly shelfOpen = signal(false);
  /** On a phone the bar holds what is wanted with wet hands; the other pages come up on asking. */
  protected readonly allPages = signal(false);
  /** What tells of the first write is fetched before it: with the first key or tap anywhere. */
  protected readonly hasWritten = signal(false);
  protected readonly shortNight = computed(() => {
    const on = this.house.house()?.nightOn;
    return on ? nightText(speech(), on) : '';
  });
  protected readonly night = computed(() => {
    const on = this.house.house()?.nightOn;
    return on ? dayText(speech(), on) : '';
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
    inject(RefusedFields).watch();
    this.house.load();
    this.tonight.load();
    void this.outbox.start();
    this.newer.start();
    inject(KeepPages).begin();
    this.reach.back.pipe(takeUntilDestroyed()).subscribe(() => {
      this.house.load();
    });
    this.router.events.pipe(takeUntilDestroyed()).subscribe((event) => {
      // Whoever comes by keys begins in the page, not at the top of everything.
      if (event instanceof NavigationEnd && document.activeElement === document.body) this.toPage();
      if (!(event instanceof NavigationStart)) return;
      this.reach.turnedPage(onEveryPage);
      this.questions.turnedPage(onEveryPage);
    });
    effect(() => {
      this.heart.learn(this.tonight.tanks());
    });
  }
  protected onKey(event: KeyboardEvent): void {
    this.hasWritten.set(true);
    if (event.key === 'Escape' && this.open()) this.close();
    else if (event.key === 'Escape' && this.house.shortcuts() && this.leavesField(event)) this.toPage();
    else if (this.isAhead(event)) {
      event.preventDefault();
      // A quick hand is done with the line before the line is there: it is handed over as it stands.
      if (event.key === 'Enter' && this.open() === 'line') {
        if (this.typedAhead().trim() !== '') this.lines.enter({ line: this.typedAhead() });
        this.typedAhead.set('');
        this.close();
      } else this.typedAhead.update((text) => text + (event.key === 'Enter' ? '\n' : event.key));
    } else if (this.house.shortcuts() && !this.open()) this.keys.press(event);
  }
  /** Out of a field of the page, so that single keys act again. */
  private leavesField({ target, defaultPrevented }: KeyboardEvent): boolean {
    const page = this.page()?.nativeElement;
    return !defaultPrevented && isTyping(target) && target instanceof Node && page?.contains(target) === true;
  }
  /** Meant for the line or the jump box, which is not there yet. */
  private isAhead(event: KeyboardEvent): boolean {
    const open = this.open();
    if ((open !== 'line' && open !== 'jump') || isTyping(event.target) || hasModifier(event) || event.repeat)
      return false;
    if (event.key.length === 1) return true;
    const inDialog = event.target instanceof Element && event.target.closest('dialog') !== null;
    return event.key === 'Enter' && !inDialog;
  }
  protected close(): void {
    // Left before the line was there to take it, it is found there the next time.
    const left = this.typedAhead();
    if (this.open() === 'line' && left.trim() !== '' && !lineIsThere()) void this.outbox.keepDraft('ledger-line', left);
    this.typedAhead.set('');
    this.open.set(null);
  }
  protected toPage(): void {
    this.page()?.nativeElement.focus({ preventScroll: true });
  }
  /** `.`: the next tank of the round, from the one that is open. */
  private nextOnRound(): void {
    const order = this.tonight.round().flatMap((group) => group.visits);
    const here = order.findIndex((t) => this.router.url.startsWith(`/tanks/${t.tankId}`));
    const next = order[(here + 1) % Math.max(1, order.length)];
    if (next) void this.router.navigate(['/tanks', next.tankId]);
  }
}
const lineIsThere = (): boolean => document.querySelector('nl-ledger-line dialog') !== null;
