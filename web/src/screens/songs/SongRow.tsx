import type { SongListItem, SongOrder } from '@intervallum/contract';
import { parseKey } from '@intervallum/core';
import { Ellipsis, Star } from 'lucide-react';
import { memo } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { IconButton } from '../../ui/Button.tsx';
import { shortDate } from '../../ui/dates.ts';
import { display, phone } from '../../ui/theme.ts';
import { Opening } from '../parts/Opening.tsx';
import { t } from '../../words/words.ts';

const Row = styled.div`
  position: relative;
  display: grid;
  grid-template-columns: 44px minmax(0, 1.1fr) minmax(0, 1.3fr) 64px 124px 44px;
  align-items: center;
  gap: 6px 14px;
  min-height: 76px;
  padding: 10px 4px;
  border-bottom: 1px solid var(--hairline);
  &:hover,
  &[data-chosen] {
    background: color-mix(in srgb, var(--card) 70%, transparent);
  }
  @media (max-width: 1000px) {
    grid-template-columns: 44px minmax(0, 1fr) auto 124px 44px;
  }
  ${phone} {
    grid-template-columns: 40px minmax(0, 1fr) auto 44px;
    gap: 4px 8px;
  }
`;

const Title = styled.div`
  a {
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    overflow: hidden;
    font: 600 20px/1.25 ${display};
    text-decoration: none;
    overflow-wrap: anywhere;
  }
  /* The whole row opens the song. */
  a::after {
    content: '';
    position: absolute;
    inset: 0 52px 0 50px;
  }
  p {
    margin-top: 3px;
    font-size: 14px;
    color: var(--soft);
    overflow-wrap: anywhere;
  }
`;

const Tags = styled.span`
  i {
    font-style: normal;
    margin-left: 6px;
    padding: 1px 8px;
    border: 1px solid var(--rail);
    border-radius: 10px;
    font-size: 13px;
    /* A long one goes on in the next line, as a whole where it can. */
    display: inline-block;
    max-width: 100%;
  }
  &:first-child i:first-child {
    margin-left: 0;
  }
`;

const Key = styled.span`
  font: 600 20px/1 ${display};
  white-space: nowrap;
  small {
    font:
      13px/1 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    color: var(--soft);
  }
`;

const Feel = styled.span`
  font-size: 14px;
  line-height: 1.3;
  color: var(--soft);
  ${phone} {
    &:not([data-order]) {
      display: none;
    }
    grid-column: 2 / -1;
    grid-row: 3;
  }
`;

const First = styled.div`
  overflow: hidden;
  @media (max-width: 1000px) {
    grid-column: 2 / -1;
    grid-row: 2;
  }
`;

const Found = styled.span`
  display: block;
  color: var(--ink);
`;

const Problems = styled.span`
  color: var(--right);
`;

const Hand = styled(IconButton)`
  color: var(--soft);
  &[aria-pressed='true'] {
    color: var(--accent);
    svg {
      fill: currentColor;
    }
  }
`;

const Box = styled.label`
  display: grid;
  place-items: center;
  width: 44px;
  height: 44px;
  cursor: pointer;
  input {
    width: 22px;
    height: 22px;
    accent-color: var(--accent);
  }
`;

export function titleOf({ summary }: SongListItem): string {
  return summary.title || t('Song without a title');
}

interface SongRowProps {
  song: SongListItem;
  order: SongOrder;
  /** Null while none are chosen. */
  isChosen: boolean | null;
  onChoose: (song: SongListItem, isChosen: boolean, withShift: boolean) => void;
  /** Null for who keeps none at hand. */
  onFavourite: ((song: SongListItem) => void) | null;
  onMenu: (song: SongListItem, from: Element) => void;
}

/** A song in the list: at hand or not, its title and first numbers, its key, and what the list is ordered by. */
export const SongRow = memo(function SongRow(props: SongRowProps) {
  const { song, order, isChosen, onChoose, onFavourite, onMenu } = props;
  const { id, summary, tags, favourite, found } = song;
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling');
  const key = parseKey(summary.key);
  const title = titleOf(song);
  const isSaid = order === 'used' || order === 'changed';
  return (
    <Row data-chosen={isChosen || undefined}>
      {isChosen === null && onFavourite === null ? (
        <span />
      ) : isChosen === null ? (
        <Hand
          aria-label={t('Keep {{title}} at hand', { title })}
          aria-pressed={favourite}
          onPress={() => onFavourite?.(song)}
        >
          <Star size={19} strokeWidth={1.5} />
        </Hand>
      ) : (
        <Box>
          <input
            type="checkbox"
            aria-label={t('Choose {{title}}', { title })}
            checked={isChosen}
            onChange={({ target, nativeEvent }) =>
              onChoose(song, target.checked, 'shiftKey' in nativeEvent && !!nativeEvent.shiftKey)
            }
          />
        </Box>
      )}
      <Title>
        <Link to={`/songs/${id}`}>{title}</Link>
        <p>
          {found ? <Found>{placeInWords(found)}</Found> : null}
          {summary.singer ? (
            <span>{t('sung by {{singer}}', { singer: summary.singer })}</span>
          ) : null}
          {summary.problems > 0 ? (
            <Problems>
              {summary.singer ? ' · ' : ''}
              {t('{{count}} problems in the chart', { count: summary.problems })}
            </Problems>
          ) : null}
          {tags.length > 0 ? (
            <Tags>
              {tags.map((tag) => (
                <i key={tag}>{tag}</i>
              ))}
            </Tags>
          ) : null}
        </p>
      </Title>
      <First>
        <Opening summary={summary} settings={settings} />
      </First>
      <Key>{key.ok ? <KeyName name={keyName(key.value, settings)} /> : summary.key}</Key>
      <Feel data-order={isSaid || undefined}>{saidBy(song, order)}</Feel>
      <IconButton
        aria-label={t('More for {{title}}', { title })}
        aria-haspopup="menu"
        onPress={({ target }) => onMenu(song, target)}
      >
        <Ellipsis size={20} strokeWidth={1.5} />
      </IconButton>
    </Row>
  );
});

function placeInWords({ section, bar }: NonNullable<SongListItem['found']>): string {
  return section === ''
    ? t('from bar {{bar}}', { bar })
    : t('{{section}}, from bar {{bar}}', { section, bar });
}

function saidBy({ summary, usedOn, savedAt }: SongListItem, order: SongOrder): string {
  if (order === 'used')
    return usedOn ? t('used {{date}}', { date: shortDate(usedOn) }) : t('not used yet');
  if (order === 'changed') return t('changed {{date}}', { date: shortDate(savedAt) });
  return `${summary.meter}${summary.tempo === null ? '' : ` · ${summary.tempo}`}`;
}

function KeyName({ name }: { name: string }) {
  const [tonic, mode] = name.split(' ');
  return (
    <>
      {tonic}
      {mode ? <small> {mode}</small> : null}
    </>
  );
}
