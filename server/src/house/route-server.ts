import { Router, type Request, type Response } from 'express';
import * as v from 'valibot';
import { routes, type Route } from '#contracts/api';
import { parsed } from '../problems';
import { visitMark, type Visit } from './visit';

type Read<S> = S extends v.GenericSchema ? v.InferOutput<S> : Record<string, never>;
type SchemaOf<R extends Route, Part extends 'params' | 'query' | 'body'> = R extends Record<Part, infer S> ? S : never;
/** What a route was asked, read by its schemas; whose visit it is is looked up only by those who want to know. */
export interface Asked<R extends Route> {
  params: Read<SchemaOf<R, 'params'>>;
  query: Read<SchemaOf<R, 'query'>>;
  visit: () => Promise<Visit>;
}
type WithBody<R extends Route> = Asked<R> & { body: Read<SchemaOf<R, 'body'>> };
type AnswerOf<R extends Route> = v.InferInput<R['response']>;
/** Answers that hold as long as nobody writes; see `KnownAnswers`. */
export interface KeptAnswers {
  ask<T extends { nowAt: string }>(
    question: string,
    make: () => Promise<T>,
    whole?: (answer: T) => boolean,
  ): Promise<string>;
}

const none = v.object({});
/** Every path is written once, in the table of routes; here it is served by what the table says of it. */
export class RouteServer {
  readonly router = Router();
  private readonly servedRoutes = new Set<Route>();

  constructor(
    private readonly visit: () => Promise<Visit>,
    private readonly kept: KeptAnswers,
  ) {}

  /** Answers as JSON, made anew each time. */
  serve<R extends Route>(
    route: R,
    answer: (asked: WithBody<R>) => Promise<AnswerOf<R>> | AnswerOf<R>,
    status = 200,
  ): void {
    this.answer(route, async (asked, request, response) => {
      const body = (route.body ? parsed(route.body, request.body) : {}) as WithBody<R>['body'];
      response.status(status).json(await answer({ ...asked, body }));
    });
  }
  /** The same for visits that are alike as long as nobody writes: made once, and written as text once. */
  serveKept<R extends Route, T extends AnswerOf<R> & { nowAt: string }>(
    route: R,
    make: (asked: Omit<Asked<R>, 'visit'>, visit: Visit) => Promise<T>,
    whole?: (answer: T) => boolean,
  ): void {
    this.answer(route, async ({ params, query, visit: visitOf }, request, response) => {
      const visit = await visitOf();
      const question = `${visitMark(visit)} ${request.originalUrl}`;
      response.type('json').send(await this.kept.ask(question, () => make({ params, query }, visit), whole));
    });
  }
  /** What is no JSON, or takes what is sent as it is. */
  answer<R extends Route>(
    route: R,
    answer: (asked: Asked<R>, request: Request, response: Response) => Promise<void> | void,
  ): void {
    if (this.servedRoutes.has(route)) throw new Error(`${route.method} ${route.path} is served twice`);
    this.servedRoutes.add(route);
    const path = route.path.replace(/^\/api/, '').replaceAll(/\{(\w+)\}/g, ':$1');
    this.router[route.method](path, async (request, response) => {
      const asked = {
        params: parsed(route.params ?? none, request.params),
        query: parsed(route.query ?? none, request.query),
        visit: this.visit,
      } as Asked<R>;
      await answer(asked, request, response);
    });
  }
  /** @throws where a route of the table is served by nobody: a server with a hole does not start. */
  whole(): Router {
    const left = Object.values<Route>(routes).filter((route) => !this.servedRoutes.has(route));
    if (left.length > 0) throw new Error(`Served by nobody: ${left.map((r) => `${r.method} ${r.path}`).join(', ')}`);
    return this.router;
  }
}
