import type { SongItem } from '@intervallum/contract';
import { readBridge, type Bridge, type Seam } from '@intervallum/core';
import styled from 'styled-components';
import { OfferCard } from '../../../lenses/parts/OfferCard.tsx';
import { List } from '../../../lenses/parts/cards.ts';
import { pitchIn } from '../../../lenses/key/keyFacts.ts';
import { reader } from '../../../settings/reader.ts';
import { Window, WindowWords } from '../../../ui/Window.tsx';
import { BedChart } from '../../parts/service/MomentLine.tsx';
import { useDesk } from '../desk/deskContext.ts';
import { keysInWords, tempoInWords } from '../../parts/service/seamWords.ts';
import { itemName } from '../../parts/service/itemName.ts';
import { t } from '../../../words/words.ts';
import { ShortChart } from './ShortChart.tsx';
import { useHearService } from './useHearService.ts';

const Taken = styled.section`
  margin-bottom: 18px;
  padding: 12px 14px;
  border: 1px solid var(--accent);
  border-radius: 12px;
  h3 {
    margin-bottom: 8px;
    font-size: 16px;
  }
`;

interface BridgeWindowProps {
  /** The song that comes. */
  item: SongItem;
  seam: Seam;
  onClose: () => void;
}

/** How one goes from a song into the next: what both have in common, and ways that can be heard, taken and written otherwise. */
export function BridgeWindow({ item, seam, onClose }: BridgeWindowProps) {
  const { draft, songs, view, changeItem } = useDesk();
  const names = reader.use('language');
  const { asked, hearBridge, stop } = useHearService();
  const before = draft.items.find(({ id }) => id === seam.before);
  const [from, to] = [view.songs.get(seam.before), view.songs.get(item.id)];
  if (!before || !from || !to) return null;
  const { flow } = seam;
  const own = item.bridge?.from === seam.before ? item.bridge : null;
  const shared = flow.commonTones.map((note) => pitchIn(60 + note, flow.to.key, names));
  const hear = (id: string, text: string) =>
    void hearBridge(
      id,
      text === '' ? null : readBridge(text, { ...to.song, key: to.key }).song,
      from,
      to,
    );
  const write = (text: string, kind?: string) =>
    changeItem(item.id, { bridge: text === '' ? null : { from: before.id, text } }, kind);
  return (
    <Window
      title={t('From {{before}} into {{after}}', {
        before: itemName(before, songs),
        after: itemName(item, songs),
      })}
      isOpen
      onClose={onClose}
      width={720}
    >
      <WindowWords>
        {keysInWords(seam, names)} {tempoInWords(seam)}{' '}
        {shared.length > 0
          ? t('The last chord and the first share {{notes}}.', {
              notes: shared.map((note) => note.replace(/\d+$/, '')).join(', '),
            })
          : t('The last chord and the first share no note.')}
      </WindowWords>
      {own ? (
        <Taken aria-label={t('What leads into it')}>
          <h3>{t('What leads into it')}</h3>
          <ShortChart
            label={t('Bars that lead into it, in its numbers')}
            text={own.text}
            isHeard={asked === 'own'}
            onHear={() => hear('own', own.text)}
            onStop={stop}
            onChange={(text) => write(text, `bridge:${item.id}`)}
            onRemove={() => {
              stop();
              write('');
            }}
          />
        </Taken>
      ) : null}
      <List aria-label={t('Ways into it')}>
        {flow.bridges.map((bridge) => (
          <Way
            key={`${bridge.id} ${bridge.text}`}
            bridge={bridge}
            isHeard={asked === `${bridge.id} ${bridge.text}`}
            onHear={() => hear(`${bridge.id} ${bridge.text}`, bridge.text)}
            onStop={stop}
            onTake={() => write(bridge.text)}
          />
        ))}
      </List>
    </Window>
  );
}

interface WayProps {
  bridge: Bridge;
  isHeard: boolean;
  onHear: () => void;
  onStop: () => void;
  onTake: () => void;
}

function Way({ bridge, isHeard, onHear, onStop, onTake }: WayProps) {
  const { name, why, text } = bridge;
  return (
    <OfferCard
      name={name}
      why={why}
      isHeard={isHeard}
      onHear={onHear}
      onStop={onStop}
      take={text === '' ? t('Nothing between') : t('Take it')}
      onTake={onTake}
    >
      {text === '' ? null : <BedChart text={text} hero="numbers" numeral={26} />}
    </OfferCard>
  );
}
