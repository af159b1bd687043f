import type { Request, Response } from 'express';
import type { Scope } from '../db/scope.ts';

/**
 * Who may ask: `anybody`; whoever has a link that is open (`link`, its scope is that of the link); a `member` of the team.
 * Every route has a rule, and the test that walks all routes goes by it.
 */
export type Rule = 'anybody' | 'link' | 'member';

/** One thing that can be asked of the server. */
export interface Route {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  readonly path: string;
  readonly rule: Rule;
  readonly handle: (request: Request, response: Response, scope: Scope | null) => Promise<void>;
}

export function route(
  method: Route['method'],
  path: string,
  rule: 'anybody',
  handle: (request: Request, response: Response) => Promise<void>,
): Route;
export function route(
  method: Route['method'],
  path: string,
  rule: 'link' | 'member',
  handle: (request: Request, response: Response, scope: Scope) => Promise<void>,
): Route;
export function route(
  method: Route['method'],
  path: string,
  rule: Rule,
  handle: (request: Request, response: Response, scope: Scope) => Promise<void>,
): Route {
  return {
    method,
    path,
    rule,
    handle: (request, response, scope) => handle(request, response, scope as Scope),
  };
}
