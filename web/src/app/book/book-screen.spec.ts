import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { Subject, type Observable } from 'rxjs';
import type { BookEntry, BookPage } from '#contracts/book';
import { Api } from '../base/api';
import { Outbox } from '../base/outbox';
import { BookScreen } from './book-screen';

const lineOf = (line: string): BookEntry => ({
  ...{
    id: crypto.randomUUID(),
    kind: 'note',
    kindVersion: 1,
    subjectId: crypto.randomUUID(),
    subjectName: 'Bathhouse',
  },
  ...{ happenedAt: '2026-03-14T20:00:00.000Z', nightOn: '2026-03-14', writtenAt: '2026-03-14T20:00:00.000Z' },
  ...{ sequence: 1, by: 'keeper', line, struck: null, payload: { text: line } },
});

describe('the book’s page', () => {
  it('shows the answer to the last question, whichever comes first', async () => {
    const questions: { words: string | undefined; answer: Subject<BookPage> }[] = [];
    const call = (name: string, { query = {} }: { query?: Record<string, string> } = {}): Observable<unknown> => {
      const answer = new Subject<BookPage>();
      if (name === 'entries') questions.push({ words: query['words'], answer });
      return answer;
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        { provide: Api, useValue: { call, told: new Subject(), inHouse: () => 'own' } },
        { provide: Outbox, useValue: { written: new Subject(), stirred: new Subject() } },
      ],
    });
    const fixture = TestBed.createComponent(BookScreen);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const words = page.querySelector<HTMLInputElement>('nl-field.grow input');
    if (!words) throw new Error('no field for words');
    words.value = 'heater';
    words.dispatchEvent(new Event('input'));
    page.querySelector('form')?.dispatchEvent(new Event('submit'));
    await fixture.whenStable();
    expect(questions.length).toBe(2);
    const told = (place: number, note: string): void => {
      questions[place]?.answer.next({ nowAt: '2026-03-14T21:00:00.000Z', entries: [lineOf(note)], olderThan: null });
      questions[place]?.answer.complete();
    };
    told(1, 'the heater sticks');
    told(0, 'everything there is');
    await fixture.whenStable();
    expect(page.textContent).toContain('the heater sticks');
    expect(page.textContent).not.toContain('everything there is');
  });
});
