import { useEffect } from 'react';

/** Names the browser's tab. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = title ? `${title} · Intervallum` : 'Intervallum';
  }, [title]);
}
