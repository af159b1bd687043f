import type { KeptKey, SongItem } from '@intervallum/contract';
import {
  formatKey,
  printRoad,
  roadDifference,
  sameKey,
  stepsOf,
  type Key,
  type RankedKey,
} from '@intervallum/core';
import styled from 'styled-components';
import {
  reasonInWords,
  remedyInWords,
  stepsInWords,
  verdictInWords,
} from '../../../lenses/key/keyFacts.ts';
import { useKeepKey } from '../../../lenses/parts/useKeepKey.ts';
import { keyName } from '../../../music/rails/view.ts';
import { reader } from '../../../settings/reader.ts';
import { Button, QuietButton } from '../../../ui/Button.tsx';
import { Hidden } from '../../../ui/hidden.ts';
import { display } from '../../../ui/theme.ts';
import { Switch } from '../../../ui/Switch.tsx';
import { Window } from '../../../ui/Window.tsx';
import { useDesk } from '../desk/deskContext.ts';
import type { SongHere } from '../../parts/service/servicePlan.ts';
import { itemName } from '../../parts/service/itemName.ts';
import { t } from '../../../words/words.ts';
import { WhoField } from './WhoField.tsx';

const Parts = styled.div`
  display: grid;
  gap: 18px;
  h3 {
    margin-bottom: 6px;
    font-size: 16px;
  }
  p {
    font-size: 14px;
    line-height: 1.45;
    color: var(--soft);
  }
`;

const KeyRow = styled.li`
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr) auto;
  align-items: center;
  gap: 4px 12px;
  padding: 8px 0;
  border-top: 1px solid var(--hairline);
  b {
    font: 600 20px/1.2 ${display};
  }
`;

const Way = styled.ol`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  margin-bottom: 8px;
  li {
    padding: 3px 10px;
    border: 1px solid var(--rail);
    border-radius: 8px;
    background: var(--card);
    font-size: 15px;
  }
  li[data-is='left out'] {
    border-style: dashed;
    background: transparent;
    color: var(--soft);
    text-decoration: line-through;
  }
  li[data-is='only here'] {
    border-color: var(--accent);
    font-weight: 600;
  }
`;

const Buttons = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

/** How a song goes in this service: who leads it, in which key, which way; the song itself stays as it is. */
export function SongWindow({ item, onClose }: { item: SongItem; onClose: () => void }) {
  const { songs, view, changeItem } = useDesk();
  const title = itemName(item, songs);
  const here = view.songs.get(item.id);
  return (
    <Window title={t('{{title}} in this service', { title })} isOpen onClose={onClose} width={640}>
      <Parts>
        <WhoField
          label={t('Led by')}
          value={item.who}
          {...(here?.song.details.singer ? { placeholder: here.song.details.singer } : {})}
          onChange={(who, kind) =>
            changeItem(item.id, { who }, kind === undefined ? undefined : `who:${item.id}`)
          }
        />
        {here ? <Keys item={item} here={here} /> : null}
        {here ? <WayHere item={item} here={here} /> : null}
        <Switch isSelected={item.fixed} onChange={(fixed) => changeItem(item.id, { fixed })}>
          {t('Keeps its place when a smoother order is looked for')}
        </Switch>
      </Parts>
    </Window>
  );
}

/** So many keys are shown for who sings it. */
const keysShown = 3;

function Keys({ item, here }: { item: SongItem; here: SongHere }) {
  const { kept, changeItem } = useDesk();
  const keep = useKeepKey(item.songId, kept);
  const names = reader.use('language');
  const { sung, voices } = here;
  if (!sung)
    return (
      <section>
        <h3>{t('Keys for who sings it')}</h3>
        <p>
          {voices.length > 0
            ? t('The chart has no tune: what is sung is not known, so no voice was asked.')
            : t(
                'No voice is noted of who leads it: name somebody whose voice is, or note it under Key.',
              )}
        </p>
      </section>
    );
  const shown = [...new Set([...sung.ranked.slice(0, keysShown), sung.now])];
  return (
    <section>
      <h3>{t('Keys for {{names}}', { names: voices.map(({ name }) => name).join(', ') })}</h3>
      {sung.why ? (
        <p role="note">
          {t('No key suits everybody')}:{' '}
          {t('The nearest misses by {{steps}}.', { steps: stepsInWords(sung.why.by) })}{' '}
          {sung.why.remedies.map((remedy) => remedyInWords(remedy, names)).join(' ')}
        </p>
      ) : null}
      <ul aria-label={t('Keys, the best first')}>
        {shown.map((one) => (
          <KeyRow key={formatKey(one.key)}>
            <b>{keyName(one.key, names)}</b>
            <p>
              {verdictInWords(one)}
              {reasonOf(one, names)}
            </p>
            {one === sung.now ? (
              <span>{t('now')}</span>
            ) : (
              <Button
                aria-label={t('Take {{key}}', { key: keyName(one.key, names) })}
                onPress={() =>
                  changeItem(item.id, {
                    key: sameKey(one.key, here.written.key) ? null : formatKey(one.key),
                  })
                }
              >
                {t('Take it')}
              </Button>
            )}
          </KeyRow>
        ))}
      </ul>
      <Buttons>
        {voices
          .filter(({ personId }) => !isKept(kept, { songId: item.songId, personId, key: here.key }))
          .map((who) => (
            <Button key={who.personId} onPress={() => void keep(who, here.key)}>
              {t('Keep {{key}} for {{name}}', { key: keyName(here.key, names), name: who.name })}
            </Button>
          ))}
      </Buttons>
    </section>
  );
}

function isKept(
  kept: readonly KeptKey[],
  { songId, personId, key }: { songId: string; personId: string; key: Key },
): boolean {
  const own = kept.find((one) => one.songId === songId && one.personId === personId);
  return own?.key === formatKey(key);
}

/** What weighs most of a key, behind its verdict. */
function reasonOf({ key, reasons }: RankedKey, names: Parameters<typeof reasonInWords>[2]): string {
  const [first] = reasons;
  return first ? `. ${reasonInWords(first, key, names)}` : '';
}

function WayHere({ item, here }: { item: SongItem; here: SongHere }) {
  const { changeItem, open } = useDesk();
  const steps = roadDifference(stepsOf(here.written), stepsOf(here.song));
  return (
    <section>
      <h3>{t('The way it goes here')}</h3>
      <Way aria-label={t('The way it goes here')}>
        {steps.map(({ step, is }, place) => (
          <li key={place} data-is={is}>
            {printRoad([step])}
            {is === 'left out' ? <Hidden>{t('left out here')}</Hidden> : null}
          </li>
        ))}
      </Way>
      {here.problems.map((problem) => (
        <p key={problem}>{problem}</p>
      ))}
      <Buttons>
        <Button onPress={() => open({ what: 'road', id: item.id })}>
          {t('Change the way here')}
        </Button>
        {item.road === null ? null : (
          <QuietButton onPress={() => changeItem(item.id, { road: null })}>
            {t('As its chart says')}
          </QuietButton>
        )}
      </Buttons>
    </section>
  );
}
