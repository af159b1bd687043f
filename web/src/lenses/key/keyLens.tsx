import {
  expand,
  formatKey,
  isSingable,
  printRangeSaid,
  rankKeys,
  sectionRanges,
  setField,
  setSectionRange,
  songRange,
  styleFor,
  typedNoteAt,
  whyNoKey,
  type Key,
  type RangeSaid,
} from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook, useShown } from '../../document/look.tsx';
import { textSlotOf } from '../../document/selectors.ts';
import { keyName } from '../../music/rails/view.ts';
import { voicesQuery } from '../../queries/voices.ts';
import { reader } from '../../settings/reader.ts';
import { notify } from '../../ui/notices.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { t } from '../../words/words.ts';
import type { Lens, LensFrameProps } from '../lens.ts';
import { chordBeside } from '../parts/chordBeside.ts';
import { lensCommands } from '../parts/lensCommands.ts';
import { useKeyWishes } from '../parts/keyWishes.ts';
import { isNamed } from '../parts/namedVoices.ts';
import { PlayHere } from '../parts/PlayHere.tsx';
import { useChartSound } from '../parts/useChartSound.ts';
import { useFirstChord } from '../parts/useFirstChord.ts';
import { useLensKeys } from '../parts/useLensKeys.ts';
import { KeyContext, type KeyLensState, type KnownVoice } from './keyContext.ts';
import { KeyPanel } from './KeyPanel.tsx';
import { KeyStrip } from './KeyStrip.tsx';

const noVoices: readonly KnownVoice[] = [];
const nobody: KeyLensState['others'] = [];

/** The chart in the key that is looked at, and which key suits who sings and plays. */
function Frame({ draw, children }: LensFrameProps) {
  const songDocument = useDocument();
  const { sounding, setViewKey } = useLook();
  const { shown, unrolled } = useShown();
  const slot = useSong(textSlotOf);
  const text = useSong(({ read }) => read.text);
  const settings = reader.use('language');
  const wishes = useKeyWishes();
  const asked = useQuery(voicesQuery());
  const [chosen, setChosen] = useState<Readonly<Record<string, boolean>>>({});
  const voices = asked.data?.voices ?? noVoices;
  const { singer } = shown.details;
  const singing = useMemo(
    () => voices.filter(({ personId, name }) => chosen[personId] ?? isNamed(singer, name)),
    [voices, chosen, singer],
  );
  const timeline = useMemo(() => expand(shown), [shown]);
  const range = useMemo(() => songRange(timeline), [timeline]);
  const ranges = useMemo(() => sectionRanges(timeline), [timeline]);
  const sections = useMemo(
    () =>
      [...ranges].map(([section, one]) => ({ name: shown.sections[section]!.name, range: one })),
    [ranges, shown],
  );
  const tuneless = useMemo(
    () =>
      shown.sections.flatMap(({ name, phrases }, section) =>
        phrases.some(({ tune }) => tune.length > 0)
          ? []
          : [{ section, name, range: ranges.get(section) ?? null }],
      ),
    [ranges, shown],
  );
  const request = useMemo(() => ({ ...wishes, singers: singing }), [wishes, singing]);
  const ranked = useMemo(
    () => rankKeys({ ...request, song: range ?? shown }),
    [request, range, shown],
  );
  const why = useMemo(
    () =>
      ranked[0] && isSingable(ranked[0])
        ? null
        : whyNoKey(
            { ...request, song: shown },
            voices.filter((one) => !singing.includes(one)),
          ),
    [ranked, request, shown, voices, singing],
  );
  const actions = useSteady({
    setSinging: (personId: string, sings: boolean) => setChosen({ ...chosen, [personId]: sings }),
    look: (key: Key) => setViewKey(key),
    writeRange: (
      { low, high, usual }: { low: number; high: number; usual: number },
      section: number | null,
    ) => {
      const { minor } = styleFor(shown.key, shown);
      const typed = (pitch: number) => typedNoteAt(pitch, shown.key, minor);
      const said: RangeSaid = {
        low: typed(Math.min(low, high)),
        high: typed(Math.max(low, high)),
        usual: typed(usual),
      };
      const edited = songDocument.edit((read) =>
        section === null
          ? setField(read, 'range', printRangeSaid(said))
          : setSectionRange(read, section, said),
      );
      if (!edited.ok) return notify(edited.why);
      notify(t('The chart says what is sung.'), songDocument.undo);
    },
    write: (key: Key) => {
      const edited = songDocument.edit((read) => setField(read, 'key', formatKey(key)));
      if (!edited.ok) return notify(edited.why);
      setViewKey(null);
      notify(
        t('It is written in {{key}} now.', { key: keyName(key, settings) }),
        songDocument.undo,
      );
    },
  });
  const state = useMemo<KeyLensState>(
    () => ({
      range,
      sections,
      tuneless,
      written: shown.key,
      current: sounding,
      voices,
      others: asked.data?.others ?? nobody,
      singing,
      trouble: asked.error ? asked.error.message : null,
      ranked,
      why,
      ...actions,
    }),
    [
      range,
      sections,
      tuneless,
      shown.key,
      sounding,
      voices,
      asked.data,
      asked.error,
      singing,
      ranked,
      why,
      actions,
    ],
  );
  useFirstChord(slot === null);
  useLensKeys(lensCommands, {
    step: (by) => {
      const place = chordBeside(shown, slot, by);
      if (place) songDocument.goTo(place);
    },
    undo: songDocument.undo,
    redo: songDocument.redo,
  });
  const asPlayed = unrolled !== null;
  const { sound, playing } = useChartSound(slot, `${asPlayed} ${text}`);
  return (
    <>
      {draw({ playing: (asPlayed ? playing?.at : playing?.slot) ?? null })}
      <PlayHere sound={sound} />
      <KeyContext.Provider value={state}>{children}</KeyContext.Provider>
    </>
  );
}

/** The singer's key: what is sung, who sings it, and which key suits everybody. */
export const keyLens: Lens = {
  id: 'key',
  name: t('Key'),
  needs: 'search',
  panelName: t('Keys'),
  panelKept: 'keyOpen',
  Frame,
  Panel: KeyPanel,
  Strip: KeyStrip,
  commands: lensCommands,
};
