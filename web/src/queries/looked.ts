import { sharedPage, type SharedPage } from '@intervallum/contract';
import { useEffect, useState } from 'react';
import { findKept, putKept } from '../device/storage/keptBox.ts';
import { useSteady } from '../ui/useSteady.ts';
import { lookName } from './kept.ts';

/** A page as somebody looked at it last on this device, and when, in milliseconds since 1970. */
export interface Looked {
  readonly at: number;
  readonly page: SharedPage;
}

/**
 * How a page was when somebody looked at it last on this device: it stays so until they say that they have seen what is new.
 * @param name of `keptNames`, under which the page is kept; null where its looks are not remembered
 * @returns null until that is known; at the first look the page as it is
 */
export function useLooked(
  name: string | null,
  page: SharedPage,
): readonly [Looked | null, () => void] {
  const [looked, setLooked] = useState<Looked | null>(null);
  const { begin, see } = useSteady({
    begin: (found: Looked | null) => {
      if (found && contentOf(found.page) !== contentOf(page)) setLooked(found);
      else see();
    },
    see: () => {
      const now = { at: Date.now(), page };
      setLooked(now);
      if (name !== null) void keepLook(name, now);
    },
  });
  useEffect(() => {
    if (name === null) return;
    let isGone = false;
    void findLook(name).then((found) => {
      if (!isGone) begin(found);
    });
    return () => {
      isGone = true;
    };
  }, [name, begin]);
  return [looked, see];
}

/** When it was sent, and to whom the link is, is nothing that anybody looks for. */
function contentOf(page: SharedPage): string {
  return JSON.stringify({ ...page, sent: null, reader: null });
}

/** Where a browser keeps nothing, every look is the first. */
async function findLook(name: string): Promise<Looked | null> {
  const kept = await findKept(lookName(name)).catch(() => null);
  const page = kept && sharedPage.safeParse(kept.value);
  return kept && page?.success ? { at: kept.at, page: page.data } : null;
}

async function keepLook(name: string, { at, page }: Looked): Promise<void> {
  await putKept(lookName(name), { at, value: page }).catch(() => undefined);
}
