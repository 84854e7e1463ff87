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
  constructor(readonly problem: Problem) {
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
          : from(problemOf(response)).pipe(mergeMap((problem) => throwError(() => new ApiProblem(problem)))),
      ),
      tap((answer) => {
        if (typeof answer === 'object' && answer !== null && 'nowAt' in answer && typeof answer.nowAt === 'string')
          this.times.next(Date.parse(answer.nowAt));
      }),
    );
  }
}

async function problemOf(response: Response): Promise<Problem> {
  const text = await response.text();
  try {
    return JSON.parse(text) as Problem;
  } catch {
    return { type: 'about:blank', status: response.status, title: `The server answered ${response.status}` };
  }
}
