import type { SharedPage } from '@intervallum/contract';
import { noteLanguages } from '@intervallum/core';
import { CircleHelp, MonitorPlay, Printer } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { fillScreen } from '../../../device/fullScreen.ts';
import { languageNames } from '../../../music/languages.ts';
import { useNumeral } from '../../../music/rails/useNumeral.ts';
import { sizeNames } from '../../../music/sizeNames.ts';
import { nameInLink, useLink } from '../../../settings/links.ts';
import { chartSizes, reader } from '../../../settings/reader.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { dateInWords } from '../../../ui/dates.ts';
import { openHelp, useHelp } from '../../../ui/help.ts';
import { Pick } from '../../../ui/Pick.tsx';
import { phone } from '../../../ui/theme.ts';
import { useTitle } from '../../../ui/useTitle.ts';
import { t } from '../../../words/words.ts';
import { MomentLine } from '../service/MomentLine.tsx';
import { readHelp } from './help.ts';
import { ReadSong } from './ReadSong.tsx';
import { SinceSent } from './SinceSent.tsx';

const Sheet = styled.div`
  max-width: 1000px;
  margin: 0 auto;
  padding: 20px 28px 64px;
  ${phone} {
    padding: 14px 14px 48px;
  }
  @media print {
    max-width: none;
    padding: 0;
  }
`;

const Top = styled.header`
  h1 {
    font-size: 30px;
    line-height: 1.15;
    overflow-wrap: anywhere;
  }
  p {
    margin-top: 4px;
    color: var(--soft);
    overflow-wrap: anywhere;
  }
`;

const Tools = styled.div`
  position: sticky;
  top: 0;
  z-index: 5;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 12px -14px 6px;
  padding: 8px 14px;
  background: var(--paper);
  border-bottom: 1px solid var(--hairline);
  > :first-child {
    margin-right: auto;
  }
  ${phone} {
    position: static;
  }
  @media print {
    display: none;
  }
`;

/** What is chosen once, out of the way of the first note. */
const More = styled.details`
  summary {
    min-height: 40px;
    padding: 8px 14px;
    border: 1px solid var(--rail);
    border-radius: 10px;
    background: var(--card);
    font-size: 15px;
    line-height: 1.5;
    cursor: pointer;
  }
  &[open] {
    flex: 1 0 100%;
    > summary {
      width: max-content;
    }
  }
  > div {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 12px 18px;
    padding: 10px 2px 4px;
  }
`;

const Language = styled(Pick)`
  select {
    min-width: 150px;
  }
` as typeof Pick;

interface ReadChartsProps {
  page: SharedPage;
  /** Under which name it is remembered on this device how they are read. */
  name: string;
  /** Where they are on the music stand; null where they cannot be. */
  standAt: string | null;
  /** What is shown is what was sent once, not what stands now. */
  isFrozen?: boolean;
  /** What stands over the title. */
  before?: ReactNode;
}

/** What is spoken before the song at a place. */
function Moments({
  page,
  place,
  hero,
  numeral,
}: {
  page: SharedPage;
  place: number;
  hero: 'numbers' | 'letters';
  numeral: number;
}) {
  return page.moments
    .filter((moment) => moment.place === place)
    .map((moment) => <MomentLine key={moment.id} moment={moment} hero={hero} numeral={numeral} />);
}

/** Charts to be read, played from and printed, each in one's own key: what a link opens, and what members see who write none. */
export function ReadCharts({ page, name, standAt, isFrozen = false, before }: ReadChartsProps) {
  const navigate = useNavigate();
  const [link, changeLink] = useLink(name);
  const numeral = useNumeral(link.size);
  const { words, language, size } = reader.use('words', 'language', 'size');
  useHelp(readHelp);
  useTitle(page.name);
  const facts = [
    page.date && dateInWords(page.date),
    page.begins && t('at {{hour}}', { hour: page.begins }),
    page.leader && t('led by {{leader}}', { leader: page.leader }),
    page.team,
  ].filter(Boolean);
  return (
    <Sheet>
      {before}
      <Top>
        <h1>{page.name || t('Song without a title')}</h1>
        <p>{facts.join(' · ')}</p>
        {page.notes ? <p>{page.notes}</p> : null}
        {page.sent ? <SinceSent sent={page.sent} isFrozen={isFrozen} /> : null}
      </Top>
      <Tools>
        <Choice
          label={t('Show')}
          value={link.hero}
          options={[
            ['numbers', t('Numbers')],
            ['letters', t('Letters')],
          ]}
          onChange={(hero) => changeLink({ hero })}
        />
        {standAt === null ? null : (
          <Button
            onPress={() => {
              fillScreen();
              void navigate(standAt);
            }}
          >
            <MonitorPlay size={18} strokeWidth={1.5} aria-hidden /> {t('Stand')}
          </Button>
        )}
        <Button onPress={() => print()}>
          <Printer size={18} strokeWidth={1.5} aria-hidden /> {t('Print')}
        </Button>
        <More>
          <summary>{t('More')}</summary>
          <div>
            <Choice
              label={t('Words')}
              value={words ? 'on' : 'off'}
              options={[
                ['on', t('With words')],
                ['off', t('Without')],
              ]}
              onChange={(chosen) => reader.change({ words: chosen === 'on' })}
            />
            <Language
              label={t('Names of notes')}
              value={language}
              options={noteLanguages.map((id) => [id, languageNames[id]] as const)}
              onChange={(chosen) => reader.change({ language: chosen })}
            />
            <Pick
              label={t('Size')}
              value={link.size ?? size}
              options={chartSizes.map((one) => [one, sizeNames[one]] as const)}
              onChange={(chosen) => changeLink({ size: chosen })}
            />
            <Button onPress={openHelp}>
              <CircleHelp size={18} strokeWidth={1.5} aria-hidden /> {t('Help')}
            </Button>
          </div>
        </More>
      </Tools>
      {page.songs.map((song, place) => (
        <Fragment key={`${song.id}:${place}`}>
          <Moments page={page} place={place} hero={link.hero} numeral={numeral} />
          <ReadSong
            song={song}
            place={page.kind === 'set' ? place + 1 : null}
            numeral={numeral}
            id={nameInLink(song.id, place)}
            link={link}
            onChange={changeLink}
          />
        </Fragment>
      ))}
      <Moments page={page} place={page.songs.length} hero={link.hero} numeral={numeral} />
    </Sheet>
  );
}
