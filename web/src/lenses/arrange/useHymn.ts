import {
  expand,
  writeStanza,
  type HarmonyRate,
  type HymnSchool,
  type Key,
  type Stanza,
} from '@intervallum/core';
import { useEffect, useRef, useState } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { arranging } from '../../settings/arranging.ts';
import { player } from '../../settings/player.ts';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';
import { openArrangerThread, type ArrangerThread } from '../../workers/arrangerThread.ts';
import { useHearEdit } from '../parts/useHearEdit.ts';

/** Four parts as they were found, of the chart as it was. */
interface Found {
  readonly stanza: Stanza;
  readonly text: string;
  readonly section: number;
  readonly key: Key;
  readonly school: HymnSchool;
  readonly rate: HarmonyRate;
}

/**
 * Chords under the tune of a section: found by a worker, heard, written as one step of undo.
 * @param isForLast they are written for its last time only
 */
export function useHymn(section: number, isForLast: boolean) {
  const songDocument = useDocument();
  const { view } = useLook();
  const text = useSong(({ read }) => read.text);
  const { heard, hear, stop } = useHearEdit();
  const thread = useRef<ArrangerThread | null>(null);
  const asked = useRef(0);
  const [isAsking, setAsking] = useState(false);
  const [found, setFound] = useState<Found | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const end = () => {
    asked.current += 1;
    thread.current?.end();
    thread.current = null;
  };
  useEffect(
    () => () => {
      asked.current += 1;
      thread.current?.end();
    },
    [],
  );
  const ask = async () => {
    end();
    stop();
    const own = asked.current;
    const failed = () => {
      setAsking(false);
      setFound(null);
      setWhy(t('It could not be harmonised. Try again in a moment.'));
    };
    const { remote } = (thread.current = openArrangerThread(() => {
      if (own === asked.current) failed();
    }));
    const { school, rate } = arranging.now();
    const { read } = songDocument.store.getState();
    setAsking(true);
    setWhy(null);
    try {
      const { reach } = player.now();
      const answer = await remote.harmonize(read.text, view.key, section, { school, rate, reach });
      if (own !== asked.current) return;
      if (answer.ok)
        setFound({
          ...{ stanza: answer.stanza, text: read.text, section, key: view.key },
          ...{ school, rate },
        });
      else {
        setFound(null);
        setWhy(answer.why);
      }
    } catch (error) {
      console.error('The stanza was not harmonised.', error);
      if (own === asked.current) failed();
    } finally {
      if (own === asked.current) setAsking(false);
    }
  };
  const isOf = found?.text === text && found.section === section && found.key === view.key;
  const now = isOf ? found : null;
  const editOf = ({ key, section: of, stanza }: Found) => {
    const { read } = songDocument.store.getState();
    const timeline = expand(read.song, { key });
    return writeStanza(timeline, of, stanza, isForLast ? 'last time' : 'each time');
  };
  return {
    isAsking,
    why,
    stanza: now?.stanza ?? null,
    isHeard: heard !== null,
    ask: () => void ask(),
    stopAsking: () => {
      end();
      setAsking(false);
    },
    hear: () => {
      if (!now) return;
      hear({
        id: 'hymn',
        edit: editOf(now),
        range: ({ parts }) =>
          parts.findLast((part) => part.section === section) ?? { from: 0, to: 0 },
      });
    },
    silence: stop,
    write: () => {
      if (!now) return;
      stop();
      const edited = songDocument.edit(editOf(now));
      if (edited.ok)
        notify(t('The stanza stands in the chart, with what both hands play.'), songDocument.undo);
      else notify(edited.why);
    },
  } as const;
}
