import { formatKey, sameKey, setField } from '@intervallum/core';
import { ArrowLeft, MonitorPlay, PanelRight, PenLine, TriangleAlert } from 'lucide-react';
import { memo, type ReactNode } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { Dialog, DialogTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { fillScreen } from '../../device/fullScreen.ts';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { SaveMark } from '../../document/SaveMark.tsx';
import type { Lens } from '../../lenses/lens.ts';
import { PlayedInChoice } from '../../lenses/parts/PlayedInChoice.tsx';
import { PlayPlace } from '../../lenses/parts/PlayPlace.tsx';
import { KeyStepper } from '../../music/KeyStepper.tsx';
import { playedInWords, setInWords } from '../../music/playedIn.ts';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Picker.tsx';
import { phone, tablet } from '../../ui/theme.ts';
import { Tool } from '../../ui/Tool.tsx';
import { OthersHere } from '../parts/OthersHere.tsx';
import { songsAddress } from '../parts/songsAddress.ts';
import { OtherDrafts } from '../parts/DraftsNotice.tsx';
import { isUnmade, makeSure } from './openSong.ts';
import { lenses, lensPath } from './lenses.ts';
import { SongFacts, SongTitle } from './SongFacts.tsx';
import { SongMenu } from './SongMenu.tsx';
import type { SongWindow } from './SongWindows.tsx';
import { panelWords, type Panel } from './usePanel.ts';
import { t } from '../../words/words.ts';

/** The bar, and under it what must be said of the song. */
const Top = styled.div`
  grid-column: 1 / -1;
`;

const Bar = styled.header`
  position: relative;
  display: flex;
  align-items: center;
  gap: 4px 10px;
  min-height: 52px;
  padding: 0 12px 0 6px;
  border-bottom: 1px solid var(--hairline);
  @media (max-width: 900px) {
    gap: 4px;
  }
  ${phone} {
    flex-wrap: wrap;
    gap: 0 2px;
    padding: 2px 4px;
  }
  /* On paper it says which song it is, and in which key. */
  @media print {
    border: 0;
    > :not([data-printed]) {
      display: none;
    }
  }
`;

const PrintedKey = styled.p`
  display: none;
  @media print {
    display: block;
  }
`;

const Back = styled(Link)`
  display: grid;
  place-items: center;
  flex: none;
  width: 40px;
  height: 40px;
  border-radius: 10px;
`;

const Naming = styled.div`
  flex: 1 1 0;
  min-width: 90px;
  /* What stands beside the name asks how much room there is. */
  container: naming / inline-size;
  display: flex;
  align-items: center;
  gap: 2px 6px;
`;

/** On a phone what is done now and then stands in a second line. */
const Break = styled.i`
  display: none;
  ${phone} {
    display: block;
    order: 5;
    flex-basis: 100%;
  }
`;

const Second = styled.div`
  display: contents;
  ${phone} {
    > * {
      order: 6;
    }
  }
`;

/** Where there is little room the list of keys is enough. */
const Keys = styled.div`
  flex: none;
  @media (max-width: 900px) {
    > [role='group'] > button {
      display: none;
    }
    button {
      min-width: 72px;
    }
  }
  ${phone} {
    button {
      min-width: 62px;
      padding: 4px 8px;
    }
  }
`;

const PlayedInButton = styled(Button)`
  && {
    min-width: 0;
  }
  margin-left: 6px;
  padding: 4px 10px;
  border-color: var(--held);
  font-weight: 600;
  white-space: nowrap;
  color: var(--held);
`;

const PlayedInQuestion = styled(Dialog)`
  max-width: 300px;
  padding: 10px 12px 12px;
  outline: none;
`;

const Saved = styled.div`
  flex: 0 1 auto;
  min-width: 0;
  ${tablet} {
    p[data-quiet] {
      ${'' /* Where there is little room only trouble is said. */}
      position: absolute;
      width: 1px;
      height: 1px;
      min-height: 0;
      overflow: hidden;
      clip-path: inset(50%);
    }
  }
`;

const Lenses = styled.nav`
  flex: none;
  display: flex;
  align-self: stretch;
  margin-left: auto;
  a {
    display: grid;
    place-items: center;
    min-height: 44px;
    padding: 3px 10px 0;
    border-bottom: 3px solid transparent;
    font-size: 15px;
    font-weight: 600;
    text-decoration: none;
    color: var(--soft);
  }
  a[aria-current] {
    color: var(--ink);
    border-color: var(--accent);
  }
  @media (max-width: 1400px) {
    a {
      padding: 3px 7px 0;
    }
  }
  @media (max-width: 1180px) {
    a[data-in-menu] {
      display: none;
    }
  }
  @media (max-width: 900px) {
    a {
      padding: 3px 6px 0;
    }
  }
  ${phone} {
    a {
      padding: 3px 3px 0;
      font-size: 14px;
    }
  }
`;

const Moved = styled.p`
  flex: none;
  font-size: 14px;
  color: var(--soft);
  svg {
    display: none;
  }
  /* The button says it too. */
  @media (max-width: 1400px) {
    span {
      display: none;
    }
  }
  /* Where there is little room, a pen says it. */
  @media (max-width: 1180px) {
    svg {
      display: block;
    }
    b {
      display: none;
    }
  }
  ${phone} {
    button {
      padding: 4px;
    }
  }
`;

const StandButton = styled(Button)`
  flex: none;
  font-weight: 600;
  @media (max-width: 800px) {
    padding: 7px 10px;
    span {
      display: none;
    }
  }
`;

interface DeskBarProps {
  songId: string;
  lens: Lens;
  /** How many more drafts of the song this browser keeps. */
  otherDrafts: number;
  panel: Panel;
  onOpen: (window: SongWindow) => void;
  onListen: () => void;
  /** What stands under the bar for as long as it is needed. */
  children?: ReactNode;
}

/** The one bar over a song: what it is called, its key, playing, the lenses, the stand, and a menu. Each part is drawn when it changes. */
export const DeskBar = memo(function DeskBar(props: DeskBarProps) {
  const { songId, lens, otherDrafts, panel, onOpen, onListen, children } = props;
  return (
    <Top>
      <Bar>
        <Back to={songsAddress()} aria-label={t('Songs')}>
          <ArrowLeft size={20} strokeWidth={1.5} aria-hidden />
        </Back>
        <Naming data-printed>
          <SongTitle />
          <SongFacts />
        </Naming>
        <KeyTools />
        <KeyOnPaper />
        <Break />
        <Second>
          <PlayPlace />
          <KeyMoved />
          <SavedHere />
          <OthersHere at={{ kind: 'song', id: songId }} isShort />
          <Repairs panel={panel} />
          <LensLinks songId={songId} open={lens} />
          <PanelTool lens={lens} panel={panel} />
        </Second>
        <StandTool songId={songId} />
        <SongMenu songId={songId} lens={lens} panel={panel} onOpen={onOpen} onListen={onListen} />
      </Bar>
      <OtherDrafts count={otherDrafts} what="song" />
      {children}
    </Top>
  );
});

function KeyTools() {
  const { sounding, setViewKey } = useLook();
  const written = useSong(({ read }) => read.song.key);
  return (
    <Keys>
      <KeyStepper label={t('Key')} value={sounding} written={written} onChange={setViewKey} />
      <PlayedIn />
    </Keys>
  );
}

/** The hands play in another key than sounds: never to be overlooked, and changed from here. */
function PlayedIn() {
  const { view, sounding, keyboard } = useLook();
  const settings = reader.use('language');
  if (keyboard === 0) return null;
  const words = t('in {{key}} {{by}}', {
    key: keyName(view.key, settings),
    by: setInWords(keyboard),
  });
  return (
    <DialogTrigger>
      <PlayedInButton aria-label={`${words}: ${playedInWords(sounding, view.key, settings)}`}>
        {words}
      </PlayedInButton>
      <Sheet placement="bottom start">
        <PlayedInQuestion aria-label={t('Your keyboard')}>
          <PlayedInChoice />
        </PlayedInQuestion>
      </Sheet>
    </DialogTrigger>
  );
}

function KeyOnPaper() {
  const { view, sounding } = useLook();
  const settings = reader.use('language');
  return (
    <PrintedKey data-printed>
      {[
        t('Key {{key}}', { key: keyName(sounding, settings) }),
        playedInWords(sounding, view.key, settings),
      ]
        .filter(Boolean)
        .join(' · ')}
    </PrintedKey>
  );
}

/** Looked at in another key than it is written in, the chart can be written in that one. */
function KeyMoved() {
  const songDocument = useDocument();
  const { sounding, setViewKey } = useLook();
  const settings = reader.use('language');
  const written = useSong(({ read }) => read.song.key);
  if (sameKey(sounding, written)) return null;
  const words = t('Write it in {{key}}', { key: keyName(sounding, settings) });
  const write = () => {
    songDocument.edit((read) => setField(read, 'key', formatKey(sounding)));
    setViewKey(null);
  };
  return (
    <Moved>
      <span>{t('written in {{key}}', { key: keyName(written, settings) })}</span>
      <QuietButton onPress={write} aria-label={words}>
        <PenLine size={18} strokeWidth={1.5} aria-hidden />
        <b>{words}</b>
      </QuietButton>
    </Moved>
  );
}

function SavedHere() {
  const status = useSong((state) => state.status);
  const { saver } = useDocument();
  const unmade = useStore(saver.store, ({ revision }) => isUnmade(revision));
  return (
    <Saved>
      <SaveMark status={status} isNew={unmade} />
    </Saved>
  );
}

/** What in the text cannot be read, while the text is not beside the chart. */
function Repairs({ panel }: { panel: Panel }) {
  const count = useSong(({ read }) => (read.ok ? 0 : read.problems.length));
  if (count === 0 || panel.isOpen) return null;
  return (
    <QuietButton onPress={panel.toggle}>
      <TriangleAlert size={16} strokeWidth={1.5} aria-hidden />
      {count === 1 ? t('One problem') : t('{{count}} problems', { count })}
    </QuietButton>
  );
}

function PanelTool({ lens, panel }: { lens: Lens; panel: Panel }) {
  return (
    <Tool name={panelWords(lens, panel.isOpen)} onPress={panel.toggle}>
      <PanelRight size={20} strokeWidth={1.5} />
    </Tool>
  );
}

function StandTool({ songId }: { songId: string }) {
  const songDocument = useDocument();
  const { search } = useLocation();
  const navigate = useNavigate();
  // The stand shows what the server has.
  const open = () => {
    fillScreen();
    void makeSure(songDocument).then(() => navigate(`/songs/${songId}/stand${search}`));
  };
  return (
    <StandButton onPress={open} aria-label={t('Stand')}>
      <MonitorPlay size={18} strokeWidth={1.5} aria-hidden /> <span>{t('Stand')}</span>
    </StandButton>
  );
}

function LensLinks({ songId, open }: { songId: string; open: Lens }) {
  const { search } = useLocation();
  return (
    <Lenses aria-label={t('Lenses')}>
      {lenses.map((lens) => (
        <Link
          key={lens.id}
          to={{ pathname: lensPath(songId, lens), search }}
          replace
          aria-current={lens === open ? 'page' : undefined}
          data-in-menu={lens.isInMenu || undefined}
        >
          {lens.name}
        </Link>
      ))}
    </Lenses>
  );
}
