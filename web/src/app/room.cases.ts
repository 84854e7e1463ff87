import { provideZonelessChangeDetection, type Provider, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { By } from '@angular/platform-browser';
import { of, Subject, throwError } from 'rxjs';
import type { RouteName } from '#contracts/api';
import type { NewEntry } from '#contracts/book';
import { Api, ApiProblem } from './base/api';
import { Outbox, type Sent } from './base/outbox';
import { Choice, type Option } from './ui/choice';
import { RefusedFields } from './ui/refused-fields';

/** A page in a test: what it shows, how it is typed into, and what it has written. */
export interface Room {
  text: () => string;
  /** The text of one part of the page. */
  textOf: (selector: string) => string;
  query: <E extends HTMLElement>(selector: string) => E;
  has: (selector: string) => boolean;
  type: (selector: string, value: string) => Promise<void>;
  /** One of the choices of a field, by what it stands for. */
  pick: (selector: string, value: string) => Promise<void>;
  /** What its choices stand for, and the words of the one that stands. */
  choices: (selector: string) => unknown[];
  chosen: (selector: string) => string;
  /** By the words of its label, or its own name for screen readers. */
  fill: (words: string, value: string) => Promise<void>;
  /** A choice by the words that it shows. */
  choose: (words: string, option: string) => Promise<void>;
  click: (words: string) => Promise<void>;
  disabled: (words: string) => boolean;
  tick: (selector: string) => Promise<void>;
  /** A box by the words beside it. */
  checked: (words: string) => boolean;
  tickBox: (words: string) => Promise<void>;
  settle: () => Promise<void>;
  /** Settled, and what comes with a timer has come; at most three seconds. */
  until: (holds: () => boolean) => Promise<void>;
  written: NewEntry[];
  /** What is kept on the device until it is written. */
  drafts: ReadonlyMap<string, string>;
  /** What the next writes are answered with. */
  answer: (sent: Sent) => void;
  /** What was asked of the server, in order. */
  asked: { name: string; query: Record<string, string | undefined> }[];
}

const blocks = 'td, th, tr, li, p, div, section, h1, h2, h3, label, button, a, option, dt, dd, summary, legend';
type Answers = Partial<Record<RouteName, unknown>>;
/** Something else than a failure: the server cannot be reached. */
export const unreachable = Symbol('unreachable');

export async function openRoom<C>(
  screen: Type<C>,
  {
    inputs = {},
    answers,
    nowEpochMs,
    providers = [],
  }: { inputs?: Record<string, unknown>; answers: Answers; nowEpochMs: number; providers?: Provider[] },
): Promise<Room> {
  const written: NewEntry[] = [];
  const asked: Room['asked'] = [];
  let answer: Sent = { state: 'written' };
  const api = {
    told: new Subject<{ nowEpochMs: number; ageMs: number }>(),
    stayIn: () => undefined,
    inHouse: () => 'own',
    call: (name: RouteName, { query = {} }: { query?: Record<string, string | undefined> } = {}) => {
      api.told.next({ nowEpochMs, ageMs: 0 });
      asked.push({ name, query });
      const known = answers[name];
      return known === unreachable
        ? throwError(() => new ApiProblem({ type: 'about:blank', status: 0, title: 'The server cannot be reached' }))
        : of((typeof known === 'function' ? (known as (asked: typeof query) => unknown)(query) : known) ?? null);
    },
  };
  const drafts = new Map<string, string>();
  const written$ = new Subject<NewEntry[]>();
  const outbox = {
    written: written$,
    stirred: written$,
    draftsElsewhere: new Subject<{ id: string; text: string }>(),
    draft: (id: string) => Promise.resolve(drafts.get(id) ?? null),
    keepDraft: (id: string, text: string) => Promise.resolve(void drafts.set(id, text)),
    write: (entries: NewEntry[]) => {
      if (answer.state !== 'refused') {
        written.push(...entries);
        outbox.written.next(entries);
      }
      return Promise.resolve(answer);
    },
  };
  await TestBed.configureTestingModule({
    imports: [screen],
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([{ path: '**', children: [] }]),
      { provide: Api, useValue: api },
      { provide: Outbox, useValue: outbox },
      ...providers,
    ],
  }).compileComponents();
  TestBed.inject(RefusedFields).watch();
  const fixture = TestBed.createComponent(screen);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  const host = fixture.nativeElement as HTMLElement;
  /** As it is read: what stands in cells and lines of their own is not run together. */
  const words = (element: Element): string => {
    const copy = element.cloneNode(true) as Element;
    for (const block of copy.querySelectorAll(blocks)) block.append(' ');
    return (copy.textContent ?? '').replace(/\s+/g, ' ').trim();
  };
  const query = <E extends HTMLElement>(selector: string): E => {
    const found = host.querySelector<E>(selector);
    if (!found) throw new Error(`nothing is ${selector}`);
    return found;
  };
  const put = async (field: HTMLInputElement, value: string): Promise<void> => {
    field.value = value;
    // A date field listens to keys before it listens to what was typed.
    field.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true }));
    field.dispatchEvent(new Event('input', { bubbles: true }));
    await fixture.whenStable();
  };
  const named = (name: string, kind: string): HTMLElement => {
    const label = [...host.querySelectorAll('label')].find((l) => words(l).includes(name));
    const field = label?.querySelector<HTMLElement>(kind) ?? host.querySelector<HTMLElement>(`[aria-label="${name}"]`);
    if (!field) throw new Error(`no field is called ${name}`);
    return field;
  };
  const fieldOf = (name: string): HTMLInputElement => named(name, 'input') as HTMLInputElement;
  /** Opens what is to be chosen from, and takes the one that says so. */
  const take = async (choice: HTMLElement, option: string): Promise<void> => {
    const select = choice.closest<HTMLElement>('p-select') ?? choice.querySelector<HTMLElement>('p-select');
    select?.click();
    await fixture.whenStable();
    const shown = [...document.querySelectorAll<HTMLElement>('.p-select-option')];
    const found = shown.find((o) => words(o) === option) ?? shown.find((o) => words(o).includes(option));
    if (!found) throw new Error(`nothing to choose says ${option}: ${shown.map(words).join(', ')}`);
    found.click();
    await fixture.whenStable();
  };
  const optionsOf = (selector: string): Option[] => {
    const choice = query(selector).closest('nl-choice');
    const told = fixture.debugElement.queryAll(By.directive(Choice)).find((d) => d.nativeElement === choice);
    return [...((told?.componentInstance as Choice | undefined)?.options() ?? [])];
  };
  const boxOf = (name: string): HTMLInputElement => {
    const label = [...host.querySelectorAll('label')].find((l) => words(l).startsWith(name));
    const box = label?.querySelector<HTMLInputElement>('input[type=checkbox]');
    if (!box) throw new Error(`no box is called ${name}`);
    return box;
  };
  const buttonOf = (name: string): HTMLButtonElement => {
    const button = [...host.querySelectorAll('button')].find((b) => words(b).includes(name));
    if (!button) throw new Error(`no button says ${name}`);
    return button;
  };
  return {
    text: () => words(host),
    textOf: (selector) => words(query(selector)),
    query,
    has: (selector) => host.querySelector(selector) !== null,
    type: (selector, value) => put(query(selector), value),
    fill: (name, value) => put(fieldOf(name), value),
    choose: (name, option) => take(named(name, 'nl-choice'), option),
    pick: (selector, value) => {
      const option = optionsOf(selector).find((o) => o.value() === value);
      if (!option) throw new Error(`${selector} has no ${value}`);
      return take(query(selector), option.word().trim());
    },
    choices: (selector) => optionsOf(selector).map((o) => o.value()),
    chosen: (selector) => {
      const choice = query(selector).closest('nl-choice');
      return choice ? words(choice) : '';
    },
    click: async (name) => {
      buttonOf(name).click();
      await fixture.whenStable();
    },
    disabled: (name) => buttonOf(name).disabled,
    tick: async (selector) => {
      query<HTMLInputElement>(selector).click();
      await fixture.whenStable();
    },
    checked: (name) => boxOf(name).checked,
    tickBox: async (name) => {
      boxOf(name).click();
      await fixture.whenStable();
    },
    settle: () => fixture.whenStable(),
    until: async (holds) => {
      for (let tries = 0; tries < 150 && !holds(); tries += 1) {
        await new Promise((wait) => setTimeout(wait, 20));
        await fixture.whenStable();
      }
    },
    written,
    drafts,
    answer: (sent) => (answer = sent),
    asked,
  };
}
