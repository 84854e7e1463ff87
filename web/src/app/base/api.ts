import { inject, Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import { catchError, from, mergeMap, Subject, switchMap, tap, throwError } from 'rxjs';
import { fromFetch } from 'rxjs/fetch';
import * as v from 'valibot';
import { apiPath, askedHeader, houseHeader, routes, type RouteName } from '#contracts/api';
import type { HouseKey } from '#contracts/tonight';
import type { Problem } from '#contracts/shapes';
import { basePages } from '#words/base';
import { Reach } from './reach';
import { Told } from './told';
import { houseChosen } from './which-house';
import { deviceEpochMs } from './device-clock';

export type ResponseOf<N extends RouteName> = v.InferOutput<(typeof routes)[N]['response']>;

/** The server said no, in its own words; or it could not be reached (status 0). */
export class ApiProblem extends Error {
  /** @param ours Whether it is in our own form: a proxy or another program on the port answers in another. */
  constructor(
    readonly problem: Problem,
    readonly ours = true,
  ) {
    super(problem.title);
  }
}

interface Asked {
  params?: Record<string, string>;
  query?: Record<string, string | undefined>;
  body?: unknown;
  /** The house it is about, where that is not the one this page is of. */
  house?: HouseKey | undefined;
}
interface Sent {
  name: RouteName;
  path: string;
  /** Given to the house, which gives it back: an answer that bears another was kept from earlier. */
  mark: string;
}

/** What may stand for a house that does not answer: nobody there, the service worker alone, or no database behind it. */
const unanswered = [0, 502, 503, 504];
const bypass = { 'ngsw-bypass': 'true' };
let askedCount = 0;
const tab = Math.random().toString(36).slice(2);

/**
 * HTTP by the shared route table. "Now" is taken from responses: the browser's own clock is not the house's. What is
 * read while the house does not answer comes from what this device kept, and is told as such to Reach.
 */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly reach = inject(Reach);
  private readonly asked = inject(Told);
  private readonly times = new Subject<{ nowEpochMs: number; ageMs: number }>();
  /** The house's time, each time a response tells it; and how long ago that was, where the answer was kept. */
  readonly told = this.times.asObservable();

  /** The house this page is of: it stays in it, whatever another tab chooses. */
  private houseKey: HouseKey | null = houseChosen();

  constructor() {
    this.reach.knock = async () => {
      try {
        // Past the service worker, which would answer from what it keeps.
        return (await fetch(routes.health.path, { headers: bypass, cache: 'no-store' })).ok;
      } catch {
        return false;
      }
    };
  }
  /** A file of the pages, as the worker has it or the house gives it. */
  file(path: string): Observable<Response> {
    return fromFetch(path);
  }
  /** Asked only so that this device keeps the answer. */
  learn(path: string): Observable<unknown> {
    return fromFetch(path, { headers: { [askedHeader]: 'by-heart', ...this.houseHeaders() } });
  }
  /** The house that answered: from now on this page asks it by name. */
  stayIn(key: HouseKey): void {
    this.houseKey = key;
  }
  inHouse(): HouseKey | null {
    return this.houseKey;
  }
  private houseHeaders(house = this.houseKey): Record<string, string> {
    return house === null ? {} : { [houseHeader]: house };
  }
  call<N extends RouteName>(name: N, { params, query, body, house }: Asked = {}): Observable<ResponseOf<N>> {
    const route = routes[name];
    const sent: Sent = { name, path: apiPath(route.path, params, query), mark: `${tab}-${(askedCount += 1)}` };
    const reads = route.method === 'get';
    if (reads) this.asked.asks(name, sent.path);
    const init: RequestInit = {
      method: route.method.toUpperCase(),
      headers: {
        [askedHeader]: sent.mark,
        ...this.houseHeaders(house),
        // Writes go past the service worker: a line that breaks must look broken.
        ...(reads ? {} : bypass),
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    };
    return this.answered<N>(fromFetch(sent.path, init), sent, reads);
  }

  /** A file as it is, to a route that takes bytes. */
  upload<N extends RouteName>(
    name: N,
    file: Blob,
    query?: Record<string, string | undefined>,
  ): Observable<ResponseOf<N>> {
    const sent: Sent = { name, path: apiPath(routes[name].path, undefined, query), mark: '' };
    const init: RequestInit = {
      method: 'POST',
      body: file,
      headers: { 'Content-Type': file.type, ...bypass, ...this.houseHeaders() },
    };
    return this.answered<N>(fromFetch(sent.path, init), sent, false);
  }

  private answered<N extends RouteName>(
    response: Observable<Response>,
    sent: Sent,
    reads: boolean,
  ): Observable<ResponseOf<N>> {
    return response.pipe(
      catchError(() => throwError(() => unreachable())),
      switchMap((response) =>
        response.ok
          ? from(this.taken<N>(response, sent))
          : from(problemOf(response)).pipe(mergeMap((problem) => throwError(() => problem))),
      ),
      catchError((error: unknown) => {
        if (!(error instanceof ApiProblem) || !unanswered.includes(error.problem.status))
          return throwError(() => error);
        this.reach.silent();
        return reads ? from(this.recalled<N>(sent, error)) : throwError(() => error);
      }),
      tap({
        next: () => {
          if (reads) this.asked.has(sent.name, sent.path);
        },
        error: (error: unknown) => {
          if (!reads) return;
          // What there is not, its page says itself; it is an answer, and not waited for any more.
          if (error instanceof ApiProblem && error.problem.status === 404) {
            this.asked.has(sent.name, sent.path);
            return;
          }
          const title = error instanceof ApiProblem ? error.problem.title : basePages.theAnswerCannotBeRead;
          this.asked.lacks(sent.name, sent.path, title);
        },
      }),
    );
  }
  private async taken<N extends RouteName>(response: Response, sent: Sent): Promise<ResponseOf<N>> {
    const mark = response.headers.get(askedHeader);
    if (mark !== null && mark !== sent.mark) return this.asKept<N>(response, sent);
    const answer = (await response.json()) as ResponseOf<N>;
    this.reach.answered(sent.path);
    this.tell(answer, 0);
    return answer;
  }
  /** What this device kept of an earlier answer, where the house has none. */
  private async recalled<N extends RouteName>(sent: Sent, error: ApiProblem): Promise<ResponseOf<N>> {
    const kept = typeof caches === 'undefined' ? undefined : await caches.match(sent.path).catch(() => undefined);
    if (!kept) throw error;
    return this.asKept<N>(kept, sent);
  }
  /** Kept by an earlier version of these pages it may have another shape: then it is no answer. */
  private async asKept<N extends RouteName>(response: Response, { name, path }: Sent): Promise<ResponseOf<N>> {
    const answer: unknown = await response.json().catch(() => undefined);
    const toldAtEpochMs = Date.parse(response.headers.get('Date') ?? '');
    if (Number.isNaN(toldAtEpochMs) || !v.is(routes[name].response, answer)) throw unreachable();
    this.reach.recalled(path, toldAtEpochMs);
    this.tell(answer, Math.max(0, deviceEpochMs() - toldAtEpochMs));
    return answer;
  }
  private tell(answer: unknown, ageMs: number): void {
    if (typeof answer === 'object' && answer !== null && 'nowAt' in answer && typeof answer.nowAt === 'string')
      this.times.next({ nowEpochMs: Date.parse(answer.nowAt), ageMs });
  }
}

const unreachable = (): ApiProblem =>
  new ApiProblem({ type: 'about:blank', status: 0, title: basePages.theServerCannotBeReached });

async function problemOf(response: Response): Promise<ApiProblem> {
  const ours = (response.headers.get('content-type') ?? '').startsWith('application/problem+json');
  try {
    if (ours) return new ApiProblem((await response.json()) as Problem);
  } catch {
    // Cut short: no answer of ours.
  }
  // The service worker says so when nobody answers.
  if (response.status === 504) return unreachable();
  return new ApiProblem(
    { type: 'about:blank', status: response.status, title: basePages.theServerAnswered(response.status) },
    false,
  );
}
