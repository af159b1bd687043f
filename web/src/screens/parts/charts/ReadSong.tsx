import type { SharedPage } from '@intervallum/contract';
import { expand, formatKey, formatMeter, sameKey, unroll, type Key } from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { KeyStepper } from '../../../music/KeyStepper.tsx';
import { Chart } from '../../../music/rails/Chart.tsx';
import { canUnroll, Road } from '../../../music/rails/Road.tsx';
import {
  keyName,
  keyNamed,
  letterStyle,
  numberStyle,
  shapesUnder,
} from '../../../music/rails/view.ts';
import { highestCapo, type LinkSettings } from '../../../settings/links.ts';
import { chartSettings, reader } from '../../../settings/reader.ts';
import { Pick } from '../../../ui/Pick.tsx';
import { display } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';
import { useChartPlayed } from '../service/played.ts';

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

const capos = Array.from(
  { length: highestCapo + 1 },
  (_, fret) => [String(fret), fret === 0 ? t('none') : String(fret)] as const,
);

interface ReadSongProps {
  song: SharedPage['songs'][number];
  place: number | null;
  /** The height of numerals, in CSS pixels. */
  numeral: number;
  /** What the song is called in the settings of its link. */
  id: string;
  link: LinkSettings;
  onChange: (change: { keys: LinkSettings['keys'] } | { capos: LinkSettings['capos'] }) => void;
}

/** One song of what is read, in one's own key and with one's own capo. */
export function ReadSong(props: ReadSongProps) {
  const { song: shared, place, numeral, id, link, onChange } = props;
  const { key, notes, who } = shared;
  const { hero } = link;
  const settings = reader.use(...chartSettings);
  const { song, problems } = useChartPlayed(shared.text, shared);
  const given = keyNamed(key, song) ?? song.key;
  const viewKey = keyNamed(link.keys[id] ?? null, song) ?? given;
  const capo = link.capos[id] ?? 0;
  const shapes = useMemo(() => shapesUnder(viewKey, capo), [viewKey, capo]);
  /** Who goes back to the key that is given follows it again when it changes. */
  const setOwn = (chosen: Key) => {
    const { [id]: _before, ...others } = link.keys;
    onChange({ keys: sameKey(chosen, given) ? others : { ...others, [id]: formatKey(chosen) } });
  };
  const [asPlayed, setAsPlayed] = useState(false);
  const unrolled = useMemo(
    () => (asPlayed && canUnroll(song) ? unroll(expand(song, { key: shapes })) : null),
    [asPlayed, song, shapes],
  );
  const { letters, words } = settings;
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
    capo !== 0 && t('capo {{capo}}, shapes of {{key}}', { capo, key: keyName(shapes, settings) }),
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
          <Pick
            label={t('Capo')}
            labelled="beside"
            value={String(capo)}
            options={capos}
            onChange={(chosen) => onChange({ capos: { ...link.capos, [id]: Number(chosen) } })}
          />
          <KeyStepper
            label={t('My key for {{title}}', { title: song.title })}
            value={viewKey}
            written={given}
            onChange={setOwn}
          />
        </Own>
      </SongTop>
      {notes ? <Note>{notes}</Note> : null}
      {problems.map((problem) => (
        <Note key={problem}>{problem}</Note>
      ))}
      <Road song={song} asPlayed={asPlayed} onChange={setAsPlayed} />
      <Chart
        song={unrolled?.song ?? song}
        numeral={numeral}
        keys={unrolled?.keys ?? null}
        view={{
          key: shapes,
          style: numberStyle(song, settings),
          letterStyle: letterStyle(settings),
          hero,
          letters,
          dictation: settings.dictation,
          words,
          wordsOnBeats: settings.wordsOnBeats,
          tune: settings.tune,
        }}
      />
      <Rights>
        {[by && t('by {{by}}', { by }), rights || t('No rights given')].filter(Boolean).join(' · ')}
      </Rights>
    </Song>
  );
}
