import { hourMs, minuteMs } from '#core/units';
import { DOCUMENT } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { SwUpdate, type VersionEvent } from '@angular/service-worker';
import { firstValueFrom, Subject } from 'rxjs';
import { askedHeader } from '#contracts/api';
import { Api, ApiProblem } from '../base/api';
import { Reach } from '../base/reach';
import { Told } from '../base/told';
import { spanText } from '../ui/words';
import { NewerPages } from './newer-pages';

const health = { ok: true, version: '1', databaseMs: 1 };

describe('what is shown while the house does not answer', () => {
  let answer: (init: RequestInit) => Promise<Response>;
  let api: Api;
  let reach: Reach;
  const marked = (mark: string, body: unknown, date = 'Sat, 14 Mar 2026 21:40:00 GMT', status = 200): Response =>
    new Response(JSON.stringify(body), { status, headers: { [askedHeader]: mark, Date: date } });
  const markOf = (init: RequestInit): string => new Headers(init.headers).get(askedHeader) ?? '';
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    api = TestBed.inject(Api);
    reach = TestBed.inject(Reach);
    spyOn(window, 'fetch').and.callFake((_input, init) => answer(init ?? {}));
    jasmine.clock().install();
  });
  afterEach(() => {
    jasmine.clock().uninstall();
  });

  it('takes an answer that bears its own mark as fresh', async () => {
    answer = (init) => Promise.resolve(marked(markOf(init), health));
    expect(await firstValueFrom(api.call('health'))).toEqual({ ok: true, version: '1', databaseMs: 1 });
    expect([reach.away(), reach.asOfEpochMs()]).toEqual([false, null]);
  });
  it('tells the age of an answer that bears the mark of an earlier question', async () => {
    answer = () => Promise.resolve(marked('earlier-1', health));
    await firstValueFrom(api.call('health'));
    expect([reach.away(), reach.asOfEpochMs()]).toEqual([true, Date.parse('2026-03-14T21:40:00Z')]);
    // Another page shows another answer: its age alone counts.
    reach.turnedPage(['/api/tonight']);
    expect(reach.asOfEpochMs()).toBeNull();
  });
  it('takes no kept answer of another shape, nor one without its date', async () => {
    answer = () => Promise.resolve(marked('earlier-1', { ok: 'perhaps' }));
    await expectAsync(firstValueFrom(api.call('health'))).toBeRejected();
    answer = () => Promise.resolve(marked('earlier-1', health, ''));
    await expectAsync(firstValueFrom(api.call('health'))).toBeRejected();
    expect(reach.asOfEpochMs()).toBeNull();
  });
  it('what there is not is an answer: nothing waits for it, nor is it missed; a failure is', async () => {
    const told = TestBed.inject(Told);
    let nowMs = 0;
    spyOn(performance, 'now').and.callFake(() => nowMs);
    answer = (init) => Promise.resolve(marked(markOf(init), { title: 'No such tank' }, undefined, 404));
    await expectAsync(firstValueFrom(api.call('stock'))).toBeRejected();
    // Looked at once more after the time in which waiting is silent.
    nowMs = 1000;
    jasmine.clock().tick(1000);
    expect([told.waiting(), told.failed()]).toEqual([false, null]);
    answer = (init) => Promise.resolve(marked(markOf(init), { title: 'No' }, undefined, 500));
    await expectAsync(firstValueFrom(api.call('stock'))).toBeRejected();
    expect(told.failed()?.about).toBe('who lives where');
  });
  it('says that nobody is there, whether the line breaks or the worker says so, and hears when the house is back', async () => {
    const back: number[] = [];
    reach.back.subscribe(() => back.push(1));
    for (const broken of [
      () => Promise.reject(new TypeError('no line')),
      () => Promise.resolve(new Response(null, { status: 504 })),
    ]) {
      answer = broken;
      const failed = firstValueFrom(api.call('health')).then(
        () => null,
        (error: unknown) => error,
      );
      const problem = await failed;
      expect(problem instanceof ApiProblem ? problem.problem.status : -1).toBe(0);
      expect(reach.away()).toBe(true);
    }
    answer = (init) => Promise.resolve(marked(markOf(init), health));
    jasmine.clock().tick(4000);
    for (let i = 0; i < 20 && reach.away(); i++) await Promise.resolve();
    expect([reach.away(), back.length]).toEqual([false, 1]);
  });
  it('is not away because one thing was refused', async () => {
    answer = () =>
      Promise.resolve(
        new Response(JSON.stringify({ title: 'no', status: 422 }), {
          status: 422,
          headers: { 'Content-Type': 'application/problem+json' },
        }),
      );
    await expectAsync(firstValueFrom(api.call('health'))).toBeRejected();
    expect(reach.away()).toBe(false);
  });
});

describe('newer pages', () => {
  const open = () => {
    const versionUpdates = new Subject<VersionEvent>();
    const unrecoverable = new Subject<unknown>();
    const page = new EventTarget();
    let reloadedCount = 0;
    Object.assign(page, { defaultView: { location: { reload: () => (reloadedCount += 1) } } });
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        {
          provide: SwUpdate,
          useValue: { isEnabled: true, versionUpdates, unrecoverable, checkForUpdate: () => Promise.resolve(false) },
        },
      ],
    });
    TestBed.overrideProvider(DOCUMENT, { useValue: page });
    const newer = TestBed.inject(NewerPages);
    newer.start();
    return { newer, versionUpdates, unrecoverable, page, reloaded: () => reloadedCount };
  };
  const ready = { type: 'VERSION_READY' } as VersionEvent;

  it('are taken at once where nobody has touched the page', () => {
    const { newer, versionUpdates, reloaded } = open();
    versionUpdates.next({ type: 'VERSION_DETECTED' } as VersionEvent);
    expect(reloaded()).toBe(0);
    versionUpdates.next(ready);
    expect([reloaded(), newer.ready()]).toEqual([1, false]);
  });
  for (const touch of ['keydown', 'pointerdown', 'input'])
    it(`are only offered after a ${touch}: what was typed stays`, () => {
      const { newer, versionUpdates, page, reloaded } = open();
      page.dispatchEvent(new Event(touch));
      versionUpdates.next(ready);
      expect([reloaded(), newer.ready()]).toEqual([0, true]);
      newer.open();
      expect(reloaded()).toBe(1);
    });
  it('says when a part is missing for good', () => {
    const { newer, unrecoverable, reloaded } = open();
    unrecoverable.next({});
    expect([newer.broken(), reloaded()]).toEqual([true, 0]);
  });
});

describe('a stretch of time', () => {
  it('is told in its largest whole unit', () => {
    expect([10_000, minuteMs, 99 * minuteMs, 100 * minuteMs, 47 * hourMs, 48 * hourMs].map(spanText)).toEqual([
      '1 minute',
      '1 minute',
      '99 minutes',
      '2 hours',
      '47 hours',
      '2 days',
    ]);
  });
});
