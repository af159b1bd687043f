import type { SharedPage } from '@intervallum/contract';
import {
  asPlayed,
  barsBefore,
  capoShapes,
  compareSongs,
  expand,
  formatKey,
  formatMeter,
  parseChart,
  sameKey,
  type BandRole,
  type Key,
  type Song as Played,
} from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { KeyStepper } from '../../../music/KeyStepper.tsx';
import { keyName, shapesUnder } from '../../../music/rails/view.ts';
import { highestCapo, type LinkSettings } from '../../../settings/links.ts';
import { usePencil } from '../../../queries/pencil.ts';
import { chartSettings, reader } from '../../../settings/reader.ts';
import { QuietButton } from '../../../ui/Button.tsx';
import { Pick } from '../../../ui/Pick.tsx';
import { display } from '../../../ui/theme.ts';
import { instrumentNames } from '../../../words/instrumentNames.ts';
import { t } from '../../../words/words.ts';
import { RolePart } from '../band/RolePart.tsx';
import { readingOf, withCapo } from '../band/roles.ts';
import { useChartPlayed } from '../service/played.ts';
import { PencilTools } from './PencilTools.tsx';

const Song = styled.article`
  padding: 18px 0 26px;
  & + & {
    border-top: 1px solid var(--hairline);
  }
  @media print {
    & + & {
      break-before: page;
      border: 0;
    }
  }
`;

const SongTop = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 16px;
  margin-bottom: 10px;
  h2 {
    font-size: 25px;
    line-height: 1.2;
    overflow-wrap: anywhere;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Note = styled.p`
  margin-bottom: 10px;
  padding: 6px 12px;
  border-left: 3px solid var(--accent);
  font: italic 16px/1.4 ${display};
  overflow-wrap: anywhere;
`;

const Own = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  @media print {
    display: none;
  }
`;

const Rights = styled.p`
  margin-top: 14px;
  font-size: 13px;
  color: var(--soft);
`;

/** Those who read no pitches. */
const withoutKey: ReadonlySet<BandRole | null> = new Set<BandRole | null>(['drums', 'projector']);

interface ReadSongProps {
  song: SharedPage['songs'][number];
  /** As it was when one looked last; null where that is not known. */
  looked: SharedPage['songs'][number] | null;
  place: number | null;
  /** Who reads it; null for everybody. */
  role: BandRole | null;
  hero: 'numbers' | 'letters';
  /** The height of numerals, in CSS pixels. */
  numeral: number;
  /** What the song is called in the settings of its link. */
  id: string;
  link: LinkSettings;
  /** Under which name it is kept what the reader pencils; null where nothing is pencilled. */
  pencilAs: string | null;
  isPencilling: boolean;
  onChange: (change: { keys: LinkSettings['keys'] } | { capos: LinkSettings['capos'] }) => void;
}

/** One song of what is read, as its reader needs it, in one's own key and with one's own capo. */
export function ReadSong(props: ReadSongProps) {
  const { song: shared, looked, place, role, hero, numeral, id, link, onChange } = props;
  const { pencilAs, isPencilling } = props;
  const { key, notes, who } = shared;
  const settings = reader.use(...chartSettings);
  const { song, text, problems } = useChartPlayed(shared.text, shared);
  const pencilled = usePencil(pencilAs, text);
  const [chosen, setChosen] = useState(0);
  const marks = useMemo(
    () => new Map(pencilled.pencil.marks.map((mark) => [mark.bar, mark])),
    [pencilled.pencil],
  );
  const count = barsBefore(song, song.sections.length);
  const canPencil = isPencilling && pencilled.isReady && role !== 'projector' && count > 0;
  // A chart may have become shorter since the bar was chosen.
  const at = Math.min(chosen, count - 1);
  const changed = useChangedBars(looked, shared, song);
  const {
    given,
    sounding: viewKey,
    capo,
    read,
  } = useMemo(() => readingOf({ song, key, id }, role, link), [song, key, id, role, link]);
  const { horn } = link;
  /** Who goes back to the key that is given follows it again when it changes. */
  const setOwn = (chosen: Key) => {
    const { [id]: _before, ...others } = link.keys;
    onChange({ keys: sameKey(chosen, given) ? others : { ...others, [id]: formatKey(chosen) } });
  };
  const timeline = useMemo(() => expand(song, { key: read }), [song, read]);
  const { by, rights } = song.details;
  const own = keyName(viewKey, settings);
  const facts = [
    who && t('led by {{leader}}', { leader: who }),
    sameKey(viewKey, given)
      ? t('Key {{key}}', { key: own })
      : t('Key {{key}} (played in {{given}})', { key: own, given: keyName(given, settings) }),
    formatMeter(song.meter),
    song.tempo,
    song.details.feel,
    capo !== 0 && t('capo {{capo}}, shapes of {{key}}', { capo, key: keyName(read, settings) }),
    role === 'horn' &&
      t('{{instrument}} reads in {{key}}', {
        instrument: instrumentNames[horn],
        key: keyName(read, settings),
      }),
  ];
  return (
    <Song>
      <SongTop>
        <div>
          <h2>
            {place === null ? '' : `${place}. `}
            {song.title || t('Song without a title')}
          </h2>
          <p>{facts.filter(Boolean).join(' · ')}</p>
        </div>
        <Own>
          {withCapo.has(role) ? (
            <Pick
              label={t('Capo')}
              labelled="beside"
              value={String(capo)}
              options={caposFor(viewKey, (shape) => keyName(shape, settings))}
              onChange={(chosen) => onChange({ capos: { ...link.capos, [id]: Number(chosen) } })}
            />
          ) : null}
          {withoutKey.has(role) ? null : (
            <KeyStepper
              label={t('My key for {{title}}', { title: song.title })}
              value={viewKey}
              written={given}
              onChange={setOwn}
            />
          )}
        </Own>
      </SongTop>
      {notes ? <Note>{notes}</Note> : null}
      {problems.map((problem) => (
        <Note key={problem}>{problem}</Note>
      ))}
      <RolePart
        timeline={timeline}
        role={role}
        hero={hero}
        numeral={numeral}
        voice={link.voice}
        changed={changed}
        pencil={{
          marks,
          at: canPencil ? at : null,
          onChoose: canPencil ? setChosen : null,
        }}
      />
      {pencilled.pencil.lost.length > 0 && role !== 'projector' ? (
        <Note>
          {t('Pencilled at bars that are gone: {{words}}', {
            words: pencilled.pencil.lost.join(' · '),
          })}{' '}
          {isPencilling ? (
            <QuietButton onPress={() => pencilled.change({ ...pencilled.pencil, lost: [] })}>
              {t('Forget')}
            </QuietButton>
          ) : null}
        </Note>
      ) : null}
      {canPencil ? (
        <PencilTools song={song} own={pencilled} at={at} count={count} onGo={setChosen} />
      ) : null}
      <Rights>
        {[by && t('by {{by}}', { by }), rights || t('No rights given')].filter(Boolean).join(' · ')}
      </Rights>
    </Song>
  );
}

/** The bars of a song as it is played that were others when one looked last; null where there are none. */
function useChangedBars(
  looked: SharedPage['songs'][number] | null,
  shared: SharedPage['songs'][number],
  song: Played,
): ReadonlySet<number> | null {
  const isSame =
    looked?.text === shared.text && looked.road === shared.road && looked.bridge === shared.bridge;
  return useMemo(() => {
    if (!looked || isSame) return null;
    const before = parseChart(asPlayed(looked.text, looked).text).song;
    const { after } = compareSongs(before, song);
    return after.size > 0 ? after : null;
  }, [looked, isSame, song]);
}

/** Every fret with the key of its shapes, those of open strings first. */
function caposFor(key: Key, named: (shape: Key) => string) {
  const open = new Set(capoShapes(key).map(({ fret }) => fret));
  const all = Array.from({ length: highestCapo + 1 }, (_, fret) => fret);
  const option = (fret: number, group: string) =>
    [
      String(fret),
      fret === 0
        ? t('none, {{key}}', { key: named(key) })
        : t('{{fret}}, shapes of {{key}}', { fret, key: named(shapesUnder(key, fret)) }),
      group,
    ] as const;
  return [
    ...all.filter((fret) => open.has(fret)).map((fret) => option(fret, t('With open strings'))),
    ...all.filter((fret) => !open.has(fret)).map((fret) => option(fret, t('Others'))),
  ];
}
