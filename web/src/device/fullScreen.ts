/**
 * Fills the screen with the page. Only in answer to a tap or a key does a browser allow it, and some never do: then the
 * page stays as large as it is, which is no harm.
 */
export function fillScreen(): void {
  if (document.fullscreenElement || !document.fullscreenEnabled) return;
  document.documentElement.requestFullscreen().catch(() => undefined);
}

export function leaveFullScreen(): void {
  if (document.fullscreenElement) document.exitFullscreen().catch(() => undefined);
}
