import { formatKey, formatMeter, rewriteNumbers, sameKey, setField } from '@intervallum/core';
import { History, ListPlus, PanelRight, Piano, Printer, Share2 } from 'lucide-react';
import { memo } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import styled from 'styled-components';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { SaveMark } from '../../document/SaveMark.tsx';
import { useWhole } from '../../document/voicing.ts';
import type { Lens } from '../../lenses/lens.ts';
import { KeyStepper } from '../../music/KeyStepper.tsx';
import { keyName } from '../../music/rails/view.ts';
import { desk } from '../../settings/desk.ts';
import { reader } from '../../settings/reader.ts';
import { Button, IconButton, QuietButton } from '../../ui/Button.tsx';
import { phone, tablet } from '../../ui/theme.ts';
import { useSteady } from '../../ui/useSteady.ts';
import { OtherDrafts } from '../parts/DraftsNotice.tsx';
import { DownloadMenu } from './DownloadMenu.tsx';
import { lenses, lensPath } from './lenses.ts';
import type { SongWindow } from './SongWindows.tsx';
import { ViewMenu } from './ViewMenu.tsx';

const Bar = styled.header`
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 18px;
  padding: 10px 20px 8px 24px;
  border-bottom: 1px solid var(--hairline);
  ${phone} {
    padding: 10px 14px;
  }
`;

const Naming = styled.div`
  flex: 1 1 260px;
  min-width: 0;
  h1 {
    font-size: 26px;
    line-height: 1.15;
    overflow-wrap: anywhere;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Keys = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  @media print {
    button {
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

const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  ${phone} {
    gap: 3px;
  }
  @media print {
    display: none;
  }
`;

const Label = styled.span`
  ${tablet} {
    display: none;
  }
`;

const PanelButton = styled(IconButton)`
  ${phone} {
    display: none;
  }
`;

const Moved = styled.p`
  display: flex;
  align-items: center;
  gap: 6px;
  font-size: 14px;
  color: var(--soft);
`;

const Status = styled.div`
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 0 20px;
  min-height: 32px;
  @media print {
    display: none;
  }
`;

const Lenses = styled.nav`
  display: flex;
  gap: 4px;
  margin-left: auto;
  a {
    padding: 6px 14px 5px;
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
`;

interface SongHeaderProps {
  songId: string;
  lens: Lens;
  /** How many more drafts of the song this browser keeps. */
  otherDrafts: number;
  onOpen: (window: SongWindow) => void;
}

/** The song's name, the key it is looked at in, and what can be done with it. Each part is drawn when it changes. */
export const SongHeader = memo(function SongHeader({
  songId,
  lens,
  otherDrafts,
  onOpen,
}: SongHeaderProps) {
  return (
    <Bar>
      <Facts />
      <KeyTools />
      <Tools>
        <ViewTool />
        <Button onPress={() => onOpen('set')} aria-label="Add to a set">
          <ListPlus size={18} strokeWidth={1.5} aria-hidden /> <Label>Add to a set</Label>
        </Button>
        <Button onPress={() => onOpen('share')} aria-label="Share">
          <Share2 size={18} strokeWidth={1.5} aria-hidden /> <Label>Share</Label>
        </Button>
        {lens.needs === 'hands' ? null : <PianoTool />}
        <IconButton aria-label="Earlier versions" onPress={() => onOpen('versions')}>
          <History size={18} strokeWidth={1.5} />
        </IconButton>
        <Downloads />
        <PrintTool songId={songId} />
        <PanelTool lens={lens} />
      </Tools>
      <Status>
        <SavedHere />
        <KeyMoved />
        <LensLinks songId={songId} open={lens} />
      </Status>
      <OtherDrafts count={otherDrafts} what="song" />
    </Bar>
  );
});

function Facts() {
  const title = useSong(({ read }) => read.song.title);
  const facts = useSong(({ read: { song } }) =>
    [
      formatMeter(song.meter),
      song.tempo === null ? '' : String(song.tempo),
      song.swing && `swung ${song.swing}`,
      song.details.feel,
      song.details.singer && `sung by ${song.details.singer}`,
    ]
      .filter(Boolean)
      .join(' · '),
  );
  return (
    <Naming>
      <h1>{title || 'Song without a title'}</h1>
      <p>{facts}</p>
    </Naming>
  );
}

function KeyTools() {
  const { view, setViewKey } = useLook();
  const settings = reader.use('language');
  const written = useSong(({ read }) => read.song.key);
  return (
    <Keys>
      <KeyStepper label="Key" value={view.key} written={written} onChange={setViewKey} />
      <PrintedKey>Key {keyName(view.key, settings)}</PrintedKey>
    </Keys>
  );
}

/** Looked at in another key than it is written in, the chart can be written in that one. */
function KeyMoved() {
  const songDocument = useDocument();
  const { view, setViewKey } = useLook();
  const settings = reader.use('language');
  const written = useSong(({ read }) => read.song.key);
  if (sameKey(view.key, written)) return null;
  const write = () => {
    songDocument.edit((read) => setField(read, 'key', formatKey(view.key)));
    setViewKey(null);
  };
  return (
    <Moved>
      written in {keyName(written, settings)}
      <QuietButton onPress={write}>Write it in {keyName(view.key, settings)}</QuietButton>
    </Moved>
  );
}

function ViewTool() {
  const songDocument = useDocument();
  const key = useSong(({ read }) => read.song.key);
  const reading = useSong(({ read }) => read.song.reading);
  const minor = useSong(({ read }) => read.song.minor);
  /** Turns the chart's own text into the numbers that are looked at. */
  const rewrite = () => {
    const wish = reader.now();
    songDocument.edit((read) =>
      rewriteNumbers(read, {
        reading: wish.reading === 'chart' ? read.song.reading : wish.reading,
        minor: wish.minor === 'chart' ? read.song.minor : wish.minor,
      }),
    );
  };
  return <ViewMenu song={{ key, reading, minor }} onRewrite={rewrite} />;
}

function PianoTool() {
  const { pianoOpen } = desk.use('pianoOpen');
  return (
    <IconButton
      aria-label={pianoOpen ? 'Hide the piano' : 'Show the piano'}
      onPress={() => desk.change({ pianoOpen: !pianoOpen })}
    >
      <Piano size={18} strokeWidth={1.5} />
    </IconButton>
  );
}

function PanelTool({ lens }: { lens: Lens }) {
  const { textOpen } = desk.use('textOpen');
  return (
    <PanelButton
      aria-label={`${textOpen ? 'Hide' : 'Show'} ${lens.needs === 'hands' ? 'the tools' : 'the text'}`}
      onPress={() => desk.change({ textOpen: !textOpen })}
    >
      <PanelRight size={18} strokeWidth={1.5} />
    </PanelButton>
  );
}

function PrintTool({ songId }: { songId: string }) {
  const { saver } = useDocument();
  const { search } = useLocation();
  const navigate = useNavigate();
  // Paper shows what the server has.
  const print = () => saver.flush().then(() => navigate(`/songs/${songId}/print${search}`));
  return (
    <IconButton aria-label="Print" onPress={() => void print()}>
      <Printer size={18} strokeWidth={1.5} />
    </IconButton>
  );
}

function Downloads() {
  const songDocument = useDocument();
  const { view } = useLook();
  const whole = useWhole();
  const { asked } = useSteady({
    asked: () => {
      const { read, decisions } = songDocument.store.getState();
      return { song: read.song, text: read.text, decisions, view, voiced: whole };
    },
  });
  return <DownloadMenu asked={asked} />;
}

function SavedHere() {
  return <SaveMark status={useSong((state) => state.status)} />;
}

function LensLinks({ songId, open }: { songId: string; open: Lens }) {
  const { search } = useLocation();
  return (
    <Lenses aria-label="Lenses">
      {lenses.map((lens) => (
        <Link
          key={lens.id}
          to={{ pathname: lensPath(songId, lens), search }}
          replace
          aria-current={lens === open ? 'page' : undefined}
        >
          {lens.name}
        </Link>
      ))}
    </Lenses>
  );
}
