/** Calls back when the page is hidden or goes away, until what is given back is called. */
export function onLeaving(then: () => void): () => void {
  const onHide = () => {
    if (document.visibilityState === 'hidden') then();
  };
  document.addEventListener('visibilitychange', onHide);
  addEventListener('pagehide', then);
  return () => {
    document.removeEventListener('visibilitychange', onHide);
    removeEventListener('pagehide', then);
  };
}

/**
 * Has the browser ask whoever leaves whether to stay: what is on the page would go with it.
 * @returns ends that
 */
export function askToStay(): () => void {
  const ask = (event: BeforeUnloadEvent) => event.preventDefault();
  addEventListener('beforeunload', ask);
  return () => removeEventListener('beforeunload', ask);
}
