import { present, presenceSeconds, type Present, type ShareTarget } from '@intervallum/contract';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { browserTabs } from '../device/storage/tab.ts';
import { ask } from './client.ts';
import { comings } from './live.ts';

const nobody: Present['others'] = [];

/** Says that this screen is at a document, as long as it is looked at, and tells who else is there. */
export function useOthersHere({ kind, id }: ShareTarget): Present['others'] {
  const [others, setOthers] = useState(nobody);
  const came = useStore(comings, (all) => all[`${kind}:${id}`] ?? 0);
  useEffect(() => {
    let isLeft = false;
    const say = async () => {
      if (document.visibilityState === 'hidden') return;
      const answer = await sayWhere({ kind, id }, true);
      // Without an answer nobody is known to be there.
      if (!isLeft) setOthers(answer.kind === 'ok' ? answer.value.others : nobody);
    };
    void say();
    const timer = setInterval(() => void say(), presenceSeconds * 1_000);
    const onSight = () => void say();
    document.addEventListener('visibilitychange', onSight);
    return () => {
      isLeft = true;
      clearInterval(timer);
      document.removeEventListener('visibilitychange', onSight);
    };
  }, [kind, id, came]);
  useEffect(
    () => () => {
      void sayWhere({ kind, id }, false);
    },
    [kind, id],
  );
  return others;
}

async function sayWhere(at: ShareTarget, isHere: boolean) {
  const screen = await browserTabs.own();
  return ask(present, '/presence', { method: 'PUT', body: { screen, at, isHere } });
}
