import { Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import { catchError, from, mergeMap, Subject, switchMap, tap, throwError } from 'rxjs';
import { fromFetch } from 'rxjs/fetch';
import type * as v from 'valibot';
import { apiPath, routes, type RouteName } from '#contracts/api';
import type { Problem } from '#contracts/shapes';

type ResponseOf<N extends RouteName> = v.InferOutput<(typeof routes)[N]['response']>;

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
}

/** HTTP by the shared route table. "Now" is taken from responses: the browser's own clock is not the house's. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly times = new Subject<number>();
  /** The house's time, each time a response tells it. */
  readonly told = this.times.asObservable();

  call<N extends RouteName>(name: N, { params, query, body }: Asked = {}): Observable<ResponseOf<N>> {
    const route = routes[name];
    const init: RequestInit =
      body === undefined
        ? { method: route.method.toUpperCase() }
        : {
            method: route.method.toUpperCase(),
            body: JSON.stringify(body),
            headers: { 'Content-Type': 'application/json' },
          };
    return this.answered<N>(fromFetch(apiPath(route.path, params, query), init));
  }

  /** A file as it is, to a route that takes bytes. */
  upload<N extends RouteName>(
    name: N,
    file: Blob,
    query?: Record<string, string | undefined>,
  ): Observable<ResponseOf<N>> {
    const init: RequestInit = { method: 'POST', body: file, headers: { 'Content-Type': file.type } };
    return this.answered<N>(fromFetch(apiPath(routes[name].path, undefined, query), init));
  }

  private answered<N extends RouteName>(response: Observable<Response>): Observable<ResponseOf<N>> {
    return response.pipe(
      catchError(() =>
        throwError(() => new ApiProblem({ type: 'about:blank', status: 0, title: 'The server cannot be reached' })),
      ),
      switchMap((response) =>
        response.ok
          ? (from(response.json()) as Observable<ResponseOf<N>>)
          : from(problemOf(response)).pipe(mergeMap((problem) => throwError(() => problem))),
      ),
      tap((answer) => {
        if (typeof answer === 'object' && answer !== null && 'nowAt' in answer && typeof answer.nowAt === 'string')
          this.times.next(Date.parse(answer.nowAt));
      }),
    );
  }
}

async function problemOf(response: Response): Promise<ApiProblem> {
  const ours = (response.headers.get('content-type') ?? '').startsWith('application/problem+json');
  try {
    if (ours) return new ApiProblem((await response.json()) as Problem);
  } catch {
    // Cut short: no answer of ours.
  }
  return new ApiProblem(
    { type: 'about:blank', status: response.status, title: `The server answered ${response.status}` },
    false,
  );
}
