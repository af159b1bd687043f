import { writeSongFile } from '@intervallum/contract';
import {
  printChart,
  toMidi,
  toMusicXml,
  toPianoMusicXml,
  toText,
  type Song,
  type Decisions,
  type Voiced,
} from '@intervallum/core';
import { Menu, MenuItem } from 'react-aria-components';
import styled from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { notify } from '../../ui/notices.tsx';
import { saveFile } from '../../device/saveFile.ts';

const List = styled(Menu)`
  min-width: 270px;
  outline: none;
`;

const Item = styled(MenuItem)`
  padding: 8px 12px;
  border-radius: 8px;
  cursor: pointer;
  small {
    display: block;
    font-size: 13px;
    color: var(--soft);
  }
  &[data-focused] {
    background: var(--panel);
  }
`;

const musicXmlType = 'application/vnd.recordare.musicxml+xml';

/** What is downloaded, as it is when it is asked for. */
export interface Downloadable {
  readonly song: Song;
  /** The chart as it was typed, and what the player decided. */
  readonly text: string;
  readonly decisions: Decisions;
  readonly view: ChartView;
  /** Both hands of the song, found if they are not yet. */
  readonly voiced: () => Promise<Voiced>;
}

/** How each file is made and saved. */
export function saversOf({
  song,
  text,
  decisions,
  view,
  voiced,
}: Downloadable): Readonly<Record<string, () => void | Promise<void>>> {
  const viewKey = view.key;
  const name = fileName(song.title);
  const plain = { ...view.letterStyle, signs: 'typed' } as const;
  const withHands = (what: string, save: (found: Voiced) => void) =>
    voiced().then(save, (error: unknown) => {
      console.error('The hands could not be found.', error);
      notify(`The hands could not be found, so there is no ${what}. Try again.`);
    });
  return {
    letters: () =>
      saveFile(toText(song, { chords: 'letters', key: viewKey, letters: plain }), `${name}.txt`),
    numbers: () =>
      saveFile(
        toText(song, {
          chords: 'numbers',
          key: viewKey,
          numbers: { ...view.style, signs: 'typed' },
        }),
        `${name} in numbers.txt`,
      ),
    chart: () => saveFile(printChart(song), `${name}.chart.txt`),
    json: () =>
      saveFile(writeSongFile({ chart: text, decisions }), `${name}.json`, 'application/json'),
    score: () => saveFile(toMusicXml(song, { key: viewKey }), `${name}.musicxml`, musicXmlType),
    numerals: () =>
      saveFile(
        toMusicXml(song, { key: viewKey, harmony: 'numeral' }),
        `${name} in numerals.musicxml`,
        musicXmlType,
      ),
    midi: () =>
      withHands('MIDI file', (found) => saveFile(toMidi(found), `${name}.mid`, 'audio/midi')),
    piano: () =>
      withHands('piano part', (found) =>
        saveFile(toPianoMusicXml(found), `${name} for piano.musicxml`, musicXmlType),
      ),
  };
}

/** The song as a file of an open format. */
export function DownloadList({ onDownload }: { onDownload: (id: string) => void }) {
  return (
    <List aria-label="Download" onAction={(id) => onDownload(String(id))}>
      <Item id="letters" textValue="Letters above the words">
        Letters above the words<small>Plain text, in the key you look at</small>
      </Item>
      <Item id="numbers" textValue="Numbers above the words">
        Numbers above the words<small>Plain text, as you read numbers</small>
      </Item>
      <Item id="chart" textValue="The chart’s own text">
        The chart’s own text<small>Everything that is written, to keep or to paste</small>
      </Item>
      <Item id="json" textValue="The whole song, JSON">
        The whole song, JSON<small>Chart and hands, to bring back later</small>
      </Item>
      <Item id="score" textValue="Lead sheet, MusicXML">
        Lead sheet, MusicXML<small>For notation programs, in the key you look at</small>
      </Item>
      <Item id="numerals" textValue="Lead sheet with numerals">
        Lead sheet with numerals<small>MusicXML 4.0, chords as degrees of the key</small>
      </Item>
      <Item id="piano" textValue="Piano part, MusicXML">
        Piano part, MusicXML<small>Both hands on two staves, as they are played</small>
      </Item>
      <Item id="midi" textValue="MIDI of both hands">
        MIDI of both hands<small>As it is played, a track for each hand</small>
      </Item>
    </List>
  );
}

/** A name that every file system takes. */
function fileName(title: string): string {
  return (
    title
      .replace(/[\\/:*?"<>|\p{Cc}]/gu, ' ')
      .replace(/\s+/g, ' ')
      .trim()
      .slice(0, 80) || 'Song'
  );
}
