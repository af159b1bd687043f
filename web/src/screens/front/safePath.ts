/**
 * Where one goes on after signing in: an address of these pages only, so that no link leads elsewhere through the sign-in
 * (OWASP, “Unvalidated Redirects and Forwards”).
 * @param origin of these pages, as `location.origin`
 */
export function safePath(asked: string | null, origin: string): string {
  if (asked === null || !/^\/(?![/\\])/.test(asked)) return '/songs';
  const url = new URL(asked, origin);
  return url.origin === origin ? url.pathname + url.search + url.hash : '/songs';
}
