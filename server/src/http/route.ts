import type { Right } from '@intervallum/contract';
import type { Request, Response } from 'express';
import type { Account, Scope } from '../db/scope.ts';

/**
 * Who may ask: `anybody`; whoever has a link that is open (`link`, its scope is that of the link); whoever is signed in
 * (`account`, for what is of no team); else a member of the team whose role has this right. Every route has a rule, and the
 * test that walks all routes goes by it.
 */
export type Rule = 'anybody' | 'link' | 'account' | Right;

/** For whom a request is answered, as its rule says. */
export type Admitted = Scope | Account | null;

/** One thing that can be asked of the server. */
export interface Route {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  readonly path: string;
  readonly rule: Rule;
  /** What its body is, where it has one. */
  readonly takes: 'json' | 'file';
  readonly handle: (request: Request, response: Response, admitted: Admitted) => Promise<void>;
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
  rule: 'account',
  handle: (request: Request, response: Response, account: Account) => Promise<void>,
): Route;
export function route(
  method: Route['method'],
  path: string,
  rule: 'link' | Right,
  handle: (request: Request, response: Response, scope: Scope) => Promise<void>,
): Route;
export function route<For extends Admitted>(
  method: Route['method'],
  path: string,
  rule: Rule,
  handle: (request: Request, response: Response, admitted: For) => Promise<void>,
): Route {
  return {
    method,
    path,
    rule,
    takes: 'json',
    handle: (request, response, admitted) => handle(request, response, admitted as For),
  };
}

/** A route that takes the bytes of a file, which it reads as they come. */
export function fileRoute(
  method: 'POST' | 'PUT',
  path: string,
  rule: Right,
  handle: (request: Request, response: Response, scope: Scope) => Promise<void>,
): Route {
  return { ...route(method, path, rule, handle), takes: 'file' };
}
