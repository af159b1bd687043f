import type { KeptKey, SongItem } from '@intervallum/contract';
import { formatKey, parseKey, sameKey, type Key, type RankedKey } from '@intervallum/core';
import { Link } from 'react-router';
import styled from 'styled-components';
import { keyName, keyNamed } from '../../../music/rails/view.ts';
import { reader } from '../../../settings/reader.ts';
import { QuietButton } from '../../../ui/Button.tsx';
import { keepFocus } from '../../../ui/focus.ts';
import { Opening } from '../../parts/Opening.tsx';
import { useDesk, useSung } from '../desk/deskContext.ts';
import { offeredFor, sounds, type SongHere } from '../../parts/service/servicePlan.ts';
import { isNamed } from '../../../lenses/parts/namedVoices.ts';
import { keyKept } from '../../../lenses/parts/useKeepKey.ts';
import { KeyChoice, KeyOffer } from './SongKey.tsx';
import { offeredKey } from '../desk/sungBefore.ts';
import { t } from '../../../words/words.ts';
import {
  Beside,
  Grip,
  Named,
  NoteCell,
  PlaceAndClock,
  Row,
  RowTools,
  useLength,
} from './rowParts.tsx';
import { SeamLine } from './SeamLine.tsx';

const Written = styled.p`
  margin-top: 3px;
  padding-left: 2px;
  font-size: 13px;
  color: var(--soft);
`;

const Suits = styled(QuietButton)`
  min-height: 28px;
  padding: 2px 0;
  font-size: 14px;
`;

interface SongRowProps {
  item: SongItem;
  title: string;
  /** Its number among the songs. */
  place: number;
  /** The same with how many there are, for those who listen. */
  listened: string;
  onRemove: () => void;
}

/** A song of the service: how it comes in, when, in which key, how long. */
export function SongRow({ item, title, place, listened, onRemove }: SongRowProps) {
  const { songs, view, draft, kept, changeItem } = useDesk();
  const sung = useSung(item.songId);
  const length = useLength(item.id);
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling');
  const known = songs.get(item.songId);
  const here = view.songs.get(item.id);
  const written = parseKey(known?.summary.key ?? 'C');
  const key = written.ok ? (keyNamed(item.key, { key: written.value }) ?? written.value) : null;
  const address = item.key === null ? '' : `?key=${encodeURIComponent(item.key)}`;
  const facts = [
    length,
    item.who || here?.song.details.singer,
    item.road !== null && t('goes another way here'),
    item.fixed && t('keeps its place'),
  ];
  const takeKey = (name: string) => changeItem(item.id, { key: name });
  const takeOffered = (from: Element, name: Key) => {
    const keys = from.parentElement?.querySelector<HTMLElement>('[aria-haspopup]') ?? null;
    takeKey(formatKey(name));
    // It is gone now: the list of keys beside it says what was taken.
    keepFocus(() => keys);
  };
  const own = key ? keptOf(kept, item, here) : null;
  const suits = !own && here?.sung ? offeredFor(here.sung) : null;
  const offered = key ? offeredKey(sung, item.who || draft.leader) : null;
  return (
    <Row id={item.id} textValue={listened}>
      <SeamLine item={item} />
      <Grip name={title} />
      <PlaceAndClock id={item.id} place={place} />
      <Named>
        {known?.removed ? (
          <b>{title}</b>
        ) : (
          <Link to={`/songs/${item.songId}${address}`}>{title}</Link>
        )}
        {known?.removed ? <p>{t('No longer among the songs')}</p> : null}
        {known && !known.removed ? <Opening summary={known.summary} settings={settings} /> : null}
        <p>{facts.filter(Boolean).join(' · ')}</p>
      </Named>
      <Beside>
        {key && written.ok ? (
          <KeyChoice
            title={title}
            value={key}
            written={written.value}
            sung={sung}
            onChange={takeKey}
          />
        ) : null}
        {key && written.ok && !sameKey(key, written.value) ? (
          <Written>{t('written in {{key}}', { key: keyName(written.value, settings) })}</Written>
        ) : null}
        {own && key && !sounds(own.key, key) ? (
          <Suits
            aria-label={t('{{name}} sings it in {{key}}: take it for {{title}}', {
              name: own.name,
              key: keyName(own.key, settings),
              title,
            })}
            onPress={({ target }) => takeOffered(target, own.key)}
          >
            {t('{{name}} sings it in {{key}}', {
              name: own.name,
              key: keyName(own.key, settings),
            })}
          </Suits>
        ) : suits ? (
          <Suits
            aria-label={t('{{key}} suits {{who}} better: take it for {{title}}', {
              key: keyName(suits.key, settings),
              who: namesOf(suits.voices),
              title,
            })}
            onPress={({ target }) => takeOffered(target, suits.key)}
          >
            {t('{{key}} suits {{who}} better', {
              key: keyName(suits.key, settings),
              who: namesOf(suits.voices),
            })}
          </Suits>
        ) : key && !known?.removed ? (
          <KeyOffer offered={offered} now={key} title={title} onTake={takeKey} />
        ) : null}
      </Beside>
      <NoteCell id={item.id} name={title} note={item.notes} />
      <RowTools id={item.id} name={title} onRemove={onRemove} />
    </Row>
  );
}

/** The key that is kept of who leads a song here, with whose it is; null where none is. */
function keptOf(
  kept: readonly KeptKey[],
  { songId, who }: SongItem,
  here: SongHere | undefined,
): { name: string; key: Key } | null {
  const said = who || (here?.song.details.singer ?? '');
  const own = kept.find((one) => one.songId === songId && isNamed(said, one.name));
  const key = own && here ? keyKept(own, here.written.key) : null;
  return own && key ? { name: own.name, key } : null;
}

const namesOf = (voices: RankedKey['voices']) => voices.map(({ name }) => name).join(', ');
