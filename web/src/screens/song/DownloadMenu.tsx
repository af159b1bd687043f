import { writeSongFile } from '@intervallum/contract';
import {
  printChart,
  toMidi,
  toMusicXml,
  toPianoMusicXml,
  toText,
  type Key,
  type Song,
  type Decisions,
  type Voiced,
} from '@intervallum/core';
import { Menu, MenuItem } from 'react-aria-components';
import styled from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { notify } from '../../ui/notices.tsx';
import { saveFile } from '../../device/saveFile.ts';
import { t } from '../../words/words.ts';

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
  /** What is for others is in the key that sounds. */
  readonly sounding: Key;
  /** Both hands of the song, found if they are not yet. */
  readonly voiced: () => Promise<Voiced>;
}

/** How each file is made and saved. */
export function saversOf({
  song,
  text,
  decisions,
  view,
  sounding,
  voiced,
}: Downloadable): Readonly<Record<string, () => void | Promise<void>>> {
  const name = fileName(song.title);
  const plain = { ...view.letterStyle, signs: 'typed' } as const;
  const withHands = (without: string, save: (found: Voiced) => void) =>
    voiced().then(save, (error: unknown) => {
      console.error('The hands could not be found.', error);
      notify(without);
    });
  return {
    letters: () =>
      saveFile(toText(song, { chords: 'letters', key: sounding, letters: plain }), `${name}.txt`),
    numbers: () =>
      saveFile(
        toText(song, {
          chords: 'numbers',
          key: sounding,
          numbers: { ...view.style, signs: 'typed' },
        }),
        t('{{name}} in numbers.txt', { name }),
      ),
    chart: () => saveFile(printChart(song), `${name}.chart.txt`),
    json: () =>
      saveFile(writeSongFile({ chart: text, decisions }), `${name}.json`, 'application/json'),
    score: () => saveFile(toMusicXml(song, { key: sounding }), `${name}.musicxml`, musicXmlType),
    numerals: () =>
      saveFile(
        toMusicXml(song, { key: sounding, harmony: 'numeral' }),
        t('{{name}} in numerals.musicxml', { name }),
        musicXmlType,
      ),
    midi: () =>
      withHands(t('The hands could not be found, so there is no MIDI file. Try again.'), (found) =>
        saveFile(toMidi(found), `${name}.mid`, 'audio/midi'),
      ),
    piano: () =>
      withHands(t('The hands could not be found, so there is no piano part. Try again.'), (found) =>
        saveFile(toPianoMusicXml(found), t('{{name}} for piano.musicxml', { name }), musicXmlType),
      ),
  };
}

/** Each file with its name, and what is in it. */
const kinds = [
  ['letters', t('Letters above the words'), t('Plain text, in the key you look at')],
  ['numbers', t('Numbers above the words'), t('Plain text, as you read numbers')],
  ['chart', t('The chart’s own text'), t('Everything that is written, to keep or to paste')],
  ['json', t('The whole song, JSON'), t('Chart and hands, to bring back later')],
  ['score', t('Lead sheet, MusicXML'), t('For notation programs, in the key you look at')],
  ['numerals', t('Lead sheet with numerals'), t('MusicXML 4.0, chords as degrees of the key')],
  ['piano', t('Piano part, MusicXML'), t('Both hands on two staves, as they are played')],
  ['midi', t('MIDI of both hands'), t('As it is played, a track for each hand')],
] as const;

/** The song as a file of an open format. */
export function DownloadList({ onDownload }: { onDownload: (id: string) => void }) {
  return (
    <List aria-label={t('Download')} onAction={(id) => onDownload(String(id))}>
      {kinds.map(([id, name, says]) => (
        <Item key={id} id={id} textValue={name}>
          {name}
          <small>{says}</small>
        </Item>
      ))}
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
      .slice(0, 80) || t('Song')
  );
}
