import { Ellipsis } from 'lucide-react';
import { memo, useState } from 'react';
import {
  Header,
  Menu,
  MenuItem,
  MenuSection,
  MenuTrigger,
  SubmenuTrigger,
} from 'react-aria-components';
import { useLocation, useNavigate } from 'react-router';
import styled from 'styled-components';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { useWhole } from '../../document/voicing.ts';
import { arrangeLens } from '../../lenses/arrange/arrangeLens.tsx';
import type { Lens } from '../../lenses/lens.ts';
import { canUnroll } from '../../music/rails/Road.tsx';
import { useMay } from '../../queries/session.ts';
import { desk } from '../../settings/desk.ts';
import { IconButton } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Picker.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { lensPath } from './lenses.ts';
import { makeSure } from './openSong.ts';
import { songsAddress } from '../parts/songsAddress.ts';
import { DownloadList, saversOf } from './DownloadMenu.tsx';
import type { SongWindow } from './SongWindows.tsx';
import { panelWords, type Panel } from './usePanel.ts';
import { openHelp } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

const List = styled(Menu)`
  min-width: 250px;
  outline: none;
  section + section {
    margin-top: 4px;
    padding-top: 4px;
    border-top: 1px solid var(--hairline);
  }
  header {
    padding: 4px 12px 2px;
    font-size: 13px;
    color: var(--soft);
  }
` as typeof Menu;

export const Item = styled(MenuItem)`
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 18px;
  min-height: 38px;
  padding: 6px 12px;
  border-radius: 8px;
  cursor: pointer;
  &[data-focused] {
    background: var(--panel);
  }
`;

interface SongMenuProps {
  songId: string;
  lens: Lens;
  panel: Panel;
  onOpen: (window: SongWindow) => void;
  /** A recording is to be listened to over the chart. */
  onListen: () => void;
}

/** Everything that is done with a song now and then. */
export const SongMenu = memo(function SongMenu(props: SongMenuProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <MenuTrigger isOpen={isOpen} onOpenChange={setOpen}>
      <IconButton aria-label={t('Menu')}>
        <Ellipsis size={22} strokeWidth={1.8} />
      </IconButton>
      <Sheet placement="bottom end" style={{ maxHeight: '86vh' }}>
        {isOpen ? <OpenMenu {...props} /> : null}
      </Sheet>
    </MenuTrigger>
  );
});

function OpenMenu({ songId, lens, panel, onOpen, onListen }: SongMenuProps) {
  const songDocument = useDocument();
  const { view, sounding, asPlayed, setAsPlayed } = useLook();
  const song = useSong(({ read }) => read.song);
  const whole = useWhole();
  const { search } = useLocation();
  const navigate = useNavigate();
  const { pianoOpen, toolsOpen, pathOpen } = desk.use('pianoOpen', 'toolsOpen', 'pathOpen');
  const mayPlan = useMay('plan');
  const mayShare = useMay('share');
  const isChart = lens.needs === 'text';
  const { download } = useSteady({
    download: (id: string) => {
      const { read, decisions } = songDocument.store.getState();
      const asked = { song: read.song, text: read.text, decisions, view, sounding, voiced: whole };
      void saversOf(asked)[id]?.();
    },
  });
  const actions: Readonly<Record<string, () => void>> = {
    path: () => desk.change({ pathOpen: !pathOpen }),
    facts: () => onOpen('facts'),
    road: () => onOpen('road'),
    played: () => setAsPlayed(!asPlayed),
    view: () => onOpen('view'),
    set: () => void makeSure(songDocument).then(() => onOpen('set')),
    share: () => void makeSure(songDocument).then(() => onOpen('share')),
    // Paper shows what the server has.
    print: () =>
      void makeSure(songDocument).then(() => navigate(`/songs/${songId}/print${search}`)),
    files: () => void makeSure(songDocument).then(() => onOpen('files')),
    arrange: () => void navigate({ pathname: lensPath(songId, arrangeLens), search }),
    listen: onListen,
    hands: () => void makeSure(songDocument).then(() => onOpen('hands')),
    versions: () => void makeSure(songDocument).then(() => onOpen('versions')),
    panel: panel.toggle,
    tools: () => desk.change({ toolsOpen: !toolsOpen }),
    piano: () => desk.change({ pianoOpen: !pianoOpen }),
    songs: () => void navigate(songsAddress()),
    sets: () => void navigate('/sets'),
    settings: () => void navigate('/settings'),
    help: openHelp,
  };
  return (
    <List aria-label={t('Menu')} onAction={(id) => actions[String(id)]?.()}>
      <MenuSection>
        <Header>{t('This song')}</Header>
        <Item id="path">
          {pathOpen ? t('Put away what is left to do') : t('What is left to do')}
        </Item>
        <Item id="facts">{t('Title, tempo, singer, rights')}</Item>
        {isChart && song.sections.length > 1 ? <Item id="road">{t('Roadmap')}</Item> : null}
        {canUnroll(song) ? (
          <Item id="played">{asPlayed ? t('Show it as written') : t('Show it as played')}</Item>
        ) : null}
        <Item id="arrange">{t('Arrange the whole song')}</Item>
        <Item id="listen">{t('Listen to a recording')}</Item>
        <Item id="files">{t('Recordings and papers')}</Item>
        <Item id="hands">{t('Hands of others')}</Item>
        <Item id="versions">{t('Earlier versions')}</Item>
      </MenuSection>
      <MenuSection>
        <Header>{t('For others')}</Header>
        {mayPlan ? <Item id="set">{t('Add to a set')}</Item> : null}
        {mayShare ? <Item id="share">{t('Share')}</Item> : null}
        <Item id="print">{t('Print')}</Item>
        <SubmenuTrigger>
          <Item id="download" textValue={t('Download')}>
            {t('Download')} <span aria-hidden>›</span>
          </Item>
          <Sheet>
            <DownloadList onDownload={download} />
          </Sheet>
        </SubmenuTrigger>
      </MenuSection>
      <MenuSection>
        <Header>{t('On this desk')}</Header>
        <Item id="view">{t('View')}</Item>
        <Item id="panel">{panelWords(lens, panel.isOpen)}</Item>
        {isChart ? (
          <Item id="tools">{toolsOpen ? t('Hide the tools') : t('Show the tools')}</Item>
        ) : null}
        {isChart ? (
          <Item id="piano">{pianoOpen ? t('Hide the piano') : t('Show the piano')}</Item>
        ) : null}
      </MenuSection>
      <MenuSection>
        <Header>{t('Go to')}</Header>
        <Item id="songs">{t('Songs')}</Item>
        <Item id="sets">{t('Sets')}</Item>
        <Item id="settings">{t('Settings')}</Item>
        <Item id="help">{t('Help')}</Item>
      </MenuSection>
    </List>
  );
}
