/**
 * Where one goes on after signing in: an address of these pages only, so that no link leads elsewhere through the sign-in
 * (OWASP, “Unvalidated Redirects and Forwards”).
 */
export function safePath(asked: string | null): string {
  if (asked === null || !/^\/(?![/\\])/.test(asked)) return '/songs';
  const url = new URL(asked, location.origin);
  return url.origin === location.origin ? url.pathname + url.search + url.hash : '/songs';
}
