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
  /** What its body is, where it has one. */
  readonly takes: 'json' | 'file';
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
    takes: 'json',
    handle: (request, response, scope) => handle(request, response, scope as Scope),
  };
}

/** A route for members that takes the bytes of a file, which it reads as they come. */
export function fileRoute(
  method: 'POST' | 'PUT',
  path: string,
  handle: (request: Request, response: Response, scope: Scope) => Promise<void>,
): Route {
  return { ...route(method, path, 'member', handle), takes: 'file' };
}
