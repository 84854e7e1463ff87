import { speech } from '../base/speech';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { Choice, Option } from '../ui/choice';
import { Day } from '../ui/day';
import { InputText } from 'primeng/inputtext';
import { FormsModule } from '@angular/forms';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { catchError, map, of, Subject, switchMap, type Observable } from 'rxjs';
import { bookKinds } from '#almanac/kinds';
import { parameters } from '#almanac/parameters';
import { type BookEntry, type BookPage, entryOf, groupChoices, hasParts, lifted, mayStrike } from '#contracts/book';
import { groupWords, bookPages } from '#words/book';
import type { ParameterId } from '#core/readings';
import { Api, ApiProblem } from '../base/api';
import { HouseStore } from '../base/house-store';
import { newId, Outbox } from '../base/outbox';
import { TonightStore } from '../tonight';
import { dayText, whenText } from '../ui/words';
import { canAmend } from './amend';
import { AmendForm } from './amend-form';
import { Field } from '../ui/field';
import { WhyNot } from '../ui/why';

/** The book, newest first, night by night. Nothing is erased: a wrong line is struck with a reason and stays readable. */
@Component({
  selector: 'nl-book',
  imports: [
    WhyNot,
    Field,
    AmendForm,
    RouterLink,
    ButtonDirective,
    Checkbox,
    Choice,
    Day,
    InputText,
    Option,
    FormsModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './book-screen.html',
  styleUrl: './book-screen.scss',
})
export class BookScreen {
  protected readonly say = bookPages;
  readonly subject = input<string>();
  /** A kind of animal or plant: only what happened to it. */
  readonly animal = input<string>();
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly house = inject(HouseStore);
  private readonly router = inject(Router);
  protected readonly tonight = inject(TonightStore);
  private readonly entries = signal<BookEntry[]>([]);
  protected readonly olderThan = signal<string | null>(null);
  protected readonly fault = signal('');
  protected readonly striking = signal<string | null>(null);
  protected readonly amending = signal<string | null>(null);
  protected readonly canAmend = canAmend;
  protected photoOf = (e: BookEntry): string =>
    e.kind === 'photo' ? lifted('photo', e.kindVersion, e.payload).photoHash : '';
  protected readonly part = signal('');
  protected readonly reason = signal('');
  protected readonly hideLooked = signal(true);
  protected readonly loaded = signal(false);
  protected readonly said = signal('');
  protected readonly words = signal('');
  protected readonly kind = signal('');
  protected readonly from = signal('');
  protected readonly to = signal('');
  protected readonly struckOnly = signal(false);
  protected readonly kindChoices = groupChoices.map(({ id, kinds }) => ({ id: kinds.join(','), word: groupWords[id] }));
  /** Whether something narrows the book down. */
  protected readonly sought = computed(
    () => [this.words().trim(), this.kind(), this.from(), this.to()].some((t) => t !== '') || this.struckOnly(),
  );

  private readonly asked = new Subject<string | null>();

  constructor() {
    this.asked
      .pipe(
        switchMap((older) => this.pageOf(older).pipe(map((page) => ({ older, page })))),
        takeUntilDestroyed(),
      )
      .subscribe(({ older, page }) => {
        if (!page) return;
        this.fault.set('');
        this.loaded.set(true);
        this.entries.update((all) => (older ? [...all, ...page.entries] : page.entries));
        this.olderThan.set(page.olderThan);
      });
    effect(() => {
      this.subject();
      this.animal();
      untracked(() => {
        this.load();
      });
    });
    this.outbox.stirred.pipe(takeUntilDestroyed()).subscribe(() => {
      this.load();
    });
  }
  protected readonly nights = computed(() => {
    const nights: { on: string; title: string; entries: BookEntry[] }[] = [];
    for (const entry of this.entries().filter((e) => !this.hideLooked() || e.kind !== 'looked')) {
      const last = nights.at(-1);
      if (last?.on === entry.nightOn) last.entries.push(entry);
      else nights.push({ on: entry.nightOn, title: dayText(speech(), entry.nightOn), entries: [entry] });
    }
    return nights;
  });
  /** Asked anew, whatever is under way: an earlier question's answer never comes over a later one's. */
  protected load(older: string | null = null): void {
    this.asked.next(older);
  }
  private pageOf(older: string | null): Observable<BookPage | null> {
    const [before, beforeSequence] = older?.split('/') ?? [];
    return this.api
      .call('entries', {
        query: {
          subject: this.subject() ?? undefined,
          words: this.words().trim() || undefined,
          kind: this.kind() || undefined,
          from: this.from() || undefined,
          to: this.to() || undefined,
          animal: this.animal(),
          struck: this.struckOnly() ? 'only' : undefined,
          before,
          beforeSequence,
          limit: '150',
        },
      })
      .pipe(
        catchError((error: unknown) => {
          this.fault.set(error instanceof ApiProblem ? error.problem.title : 'Something failed');
          return of(null);
        }),
      );
  }
  protected value = (event: Event): string => (event.target as HTMLInputElement).value;
  protected seek(event: Event): void {
    event.preventDefault();
    this.load();
  }
  protected clear(): void {
    for (const field of [this.words, this.kind, this.from, this.to]) field.set('');
    this.struckOnly.set(false);
    this.load();
  }
  protected more(): void {
    this.load(this.olderThan());
  }
  protected choose(picked: string): void {
    const subject = picked;
    void this.router.navigate(['/book'], { queryParams: subject ? { subject } : {} });
  }
  /** Kinds that anything was ever written about; asked for when somebody wants to choose one. */
  protected readonly animals = signal<readonly { id: string; name: string }[]>([]);
  protected learnAnimals(): void {
    if (this.animals().length > 0) return;
    this.api
      .call('stock')
      .pipe(catchError(() => of(null)))
      .subscribe((stock) => {
        const named = new Map([...bookKinds, ...(stock?.ownKinds ?? [])].map((k) => [k.id, k.commonName]));
        const ids = new Set((stock?.tanks ?? []).flatMap((t) => t.events.map((e) => e.kindId)));
        this.animals.set(
          [...ids].map((id) => ({ id, name: named.get(id) ?? id })).sort((a, b) => a.name.localeCompare(b.name)),
        );
      });
  }
  protected readonly animalName = computed(() => {
    const id = this.animal();
    return id === undefined ? '' : (bookKinds.find((k) => k.id === id)?.commonName ?? id);
  });
  protected chooseAnimal(animal: string): void {
    void this.router.navigate(['/book'], { queryParams: { subject: this.subject() ?? null, animal: animal || null } });
  }
  protected when = (at: string): string => whenText(speech(), at, this.house.zone());
  protected canStrike = (e: BookEntry): boolean => mayStrike(e.kind, e.struck ? e.struck.parameters : null);
  protected parts = (e: BookEntry): { id: ParameterId; label: string }[] =>
    hasParts(e.kind)
      ? lifted('readings', e.kindVersion, e.payload)
          .values.filter((v) => !e.struck?.parameters.includes(v.parameter))
          .map((v) => ({ id: v.parameter, label: parameters.find((p) => p.id === v.parameter)?.label ?? v.parameter }))
      : [];
  protected amended(said: string): void {
    this.amending.set(null);
    this.said.set(said);
  }
  protected open(e: BookEntry): void {
    this.amending.set(null);
    this.striking.set(e.id);
    this.reason.set('');
    this.part.set('');
  }
  protected setReason(event: Event): void {
    this.reason.set((event.target as HTMLInputElement).value);
  }
  protected setPart(picked: string): void {
    this.part.set(picked);
  }
  protected async strike(e: BookEntry, event: Event): Promise<void> {
    event.preventDefault();
    const reason = this.reason().trim();
    if (reason === '') return;
    const part = this.part();
    const entry = entryOf(
      'strike',
      { id: newId(), subjectId: e.subjectId, happenedAt: this.house.nowIso() },
      { entryId: e.id, reason, ...(part ? { parameter: part as ParameterId } : {}) },
    );
    const sent = await this.outbox.write([entry]);
    if (sent.state === 'refused') this.fault.set(sent.problem.title);
    else {
      this.striking.set(null);
      this.said.set(sent.state === 'written' ? bookPages.struckItStaysReadable : bookPages.keptOnThisDeviceSent);
    }
  }
}
