import { ListPlus, PanelRight, Piano, Printer, Share2 } from 'lucide-react';
import { formatMeter, sameKey, type Key, type SongHead } from '@intervallum/core';
import { createContext, memo, useContext } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import styled from 'styled-components';
import { keyName } from '../chart/view.ts';
import type { SaveStatus } from '../state/saver.ts';
import { useSettings } from '../state/settings.ts';
import { Button, IconButton, QuietButton } from '../ui/Button.tsx';
import { KeyStepper } from '../ui/KeyStepper.tsx';
import { SaveMark } from '../ui/SaveMark.tsx';
import { phone, tablet } from '../ui/theme.ts';
import { lenses, lensPath, type Lens } from './lenses.ts';
import type { SongDocument } from './songDocument.ts';
import { DownloadMenu, type Downloadable } from './DownloadMenu.tsx';
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
  /** What the chart says above its sections. */
  head: SongHead;
  lens: Lens;
  viewKey: Key;
  onKey: (key: Key) => void;
  onWriteKey: () => void;
  onAddToSet: () => void;
  onShare: () => void;
  /** Sends what is not saved yet: paper shows what the server has. */
  onSave: () => Promise<void>;
  /** What is downloaded, when it is asked for. */
  onDownload: () => Downloadable;
  /** Turns the chart's own text into the numbers that are looked at. */
  onRewrite: () => void;
}

/** Where the song stands between this screen and the server: it changes with every key, and the header does not. */
export const SavingHere = createContext<SaveStatus<SongDocument>>({ kind: 'saved' });

function SavedHere() {
  return <SaveMark status={useContext(SavingHere)} />;
}

/** The song's name, the key it is looked at in, and what can be done with it. */
export const SongHeader = memo(function SongHeader({
  songId,
  head,
  lens,
  viewKey,
  onKey,
  onWriteKey,
  onAddToSet,
  onShare,
  onSave,
  onDownload,
  onRewrite,
}: SongHeaderProps) {
  const settings = useSettings();
  const { textOpen, pianoOpen, change } = settings;
  const { search } = useLocation();
  const navigate = useNavigate();
  const moved = !sameKey(viewKey, head.key);
  const facts = [
    formatMeter(head.meter),
    head.tempo === null ? '' : String(head.tempo),
    head.swing && `swung ${head.swing}`,
    head.details.feel,
    head.details.singer && `sung by ${head.details.singer}`,
  ].filter(Boolean);
  return (
    <Bar>
      <Naming>
        <h1>{head.title || 'Song without a title'}</h1>
        <p>{facts.join(' · ')}</p>
      </Naming>
      <Keys>
        <KeyStepper label="Key" value={viewKey} written={head.key} onChange={onKey} />
        <PrintedKey>Key {keyName(viewKey, settings)}</PrintedKey>
      </Keys>
      <Tools>
        <ViewMenu song={head} onRewrite={onRewrite} />
        <Button onPress={onAddToSet} aria-label="Add to a set">
          <ListPlus size={18} strokeWidth={1.5} aria-hidden /> <Label>Add to a set</Label>
        </Button>
        <Button onPress={onShare} aria-label="Share">
          <Share2 size={18} strokeWidth={1.5} aria-hidden /> <Label>Share</Label>
        </Button>
        {lens === 'hands' ? null : (
          <IconButton
            aria-label={pianoOpen ? 'Hide the piano' : 'Show the piano'}
            onPress={() => change({ pianoOpen: !pianoOpen })}
          >
            <Piano size={18} strokeWidth={1.5} />
          </IconButton>
        )}
        <DownloadMenu asked={onDownload} />
        <IconButton
          aria-label="Print"
          onPress={() => void onSave().then(() => navigate(`/songs/${songId}/print${search}`))}
        >
          <Printer size={18} strokeWidth={1.5} />
        </IconButton>
        <PanelButton
          aria-label={`${textOpen ? 'Hide' : 'Show'} ${lens === 'hands' ? 'the tools' : 'the text'}`}
          onPress={() => change({ textOpen: !textOpen })}
        >
          <PanelRight size={18} strokeWidth={1.5} />
        </PanelButton>
      </Tools>
      <Status>
        <SavedHere />
        {moved ? (
          <Moved>
            written in {keyName(head.key, settings)}
            <QuietButton onPress={onWriteKey}>Write it in {keyName(viewKey, settings)}</QuietButton>
          </Moved>
        ) : null}
        <Lenses aria-label="Lenses">
          {lenses.map(([id, name]) => (
            <Link
              key={id}
              to={{ pathname: lensPath(songId, id), search }}
              replace
              aria-current={id === lens ? 'page' : undefined}
            >
              {name}
            </Link>
          ))}
        </Lenses>
      </Status>
    </Bar>
  );
});
