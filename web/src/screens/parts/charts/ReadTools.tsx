import {
  backingVoices,
  bandRoles,
  noteLanguages,
  transposingInstruments,
  type BandRole,
  type TransposingInstrument,
} from '@intervallum/core';
import { CircleHelp, MonitorPlay, Pencil, Presentation, Printer, RadioTower } from 'lucide-react';
import styled from 'styled-components';
import { languageNames } from '../../../music/languages.ts';
import { sizeNames } from '../../../music/sizeNames.ts';
import type { LinkSettings } from '../../../settings/links.ts';
import { chartSizes, reader } from '../../../settings/reader.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { openHelp } from '../../../ui/help.ts';
import { Pick } from '../../../ui/Pick.tsx';
import { phone } from '../../../ui/theme.ts';
import { instrumentNames } from '../../../words/instrumentNames.ts';
import { t } from '../../../words/words.ts';
import { KeepSounds } from '../KeepSounds.tsx';
import { backingNames, roleNames } from '../band/roleNames.ts';

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
  button[aria-pressed='true'] {
    border: 2px solid var(--held);
    color: var(--held);
    font-weight: 700;
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
  /* What is closed takes no room, beyond the page neither. */
  &:not([open]) > div {
    display: none;
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

const horns = Object.keys(transposingInstruments) as TransposingInstrument[];
/** Those who read a chart on rails, in numbers or in letters. */
const charted: ReadonlySet<BandRole> = new Set<BandRole>([
  'backing',
  'guitar',
  'bass',
  'horn',
  'keys',
  'stand-in',
]);
/** Those to whom the stand shows what they read here. */
const stood: ReadonlySet<BandRole> = new Set<BandRole>(['guitar', 'keys', 'stand-in']);

interface ReadToolsProps {
  role: BandRole | null;
  hero: 'numbers' | 'letters';
  link: LinkSettings;
  onChange: (change: Partial<Omit<LinkSettings, 'at'>>) => void;
  isPencilling: boolean;
  /** Null where nothing can be pencilled. */
  onPencil: (() => void) | null;
  onWall: () => void;
  /** Null where there is no stand for what is read. */
  onStand: (() => void) | null;
  /** Null where what is read is not played on a stage. */
  onStage: (() => void) | null;
  /** Whether it is asked here if sounds are kept: who is a member is asked in the settings. */
  keepsSounds: boolean;
}

/** How charts are read: by whom, in numbers or letters, how large; and where else. */
export function ReadTools({
  role,
  hero,
  link,
  onChange,
  onWall,
  onStand,
  onStage,
  isPencilling,
  onPencil,
  keepsSounds,
}: ReadToolsProps) {
  const { words, language, size } = reader.use('words', 'language', 'size');
  return (
    <Tools>
      <Pick
        label={t('I play')}
        labelled="beside"
        value={role ?? 'everybody'}
        options={[
          ['everybody', t('everything')] as const,
          ...bandRoles.map((one) => [one, roleNames[one]] as const),
        ]}
        onChange={(chosen) => onChange({ role: chosen, hero: null })}
      />
      {role === 'horn' ? (
        <Pick
          label={t('Instrument')}
          labelled="hidden"
          value={link.horn}
          options={horns.map((horn) => [horn, instrumentNames[horn]] as const)}
          onChange={(horn) => onChange({ horn })}
        />
      ) : null}
      {role === 'backing' ? (
        <Pick
          label={t('Part')}
          labelled="hidden"
          value={link.voice}
          options={backingVoices.map((voice) => [voice, backingNames[voice]] as const)}
          onChange={(voice) => onChange({ voice })}
        />
      ) : null}
      {role === null || charted.has(role) ? (
        <Choice
          label={t('Show')}
          value={hero}
          options={[
            ['numbers', t('Numbers')],
            ['letters', t('Letters')],
          ]}
          onChange={(chosen) => onChange({ hero: chosen })}
        />
      ) : null}
      {role === 'projector' ? (
        <Button onPress={onWall}>
          <Presentation size={18} strokeWidth={1.5} aria-hidden /> {t('On the wall')}
        </Button>
      ) : null}
      {onStand === null || (role !== null && !stood.has(role)) ? null : (
        <Button onPress={onStand}>
          <MonitorPlay size={18} strokeWidth={1.5} aria-hidden /> {t('Stand')}
        </Button>
      )}
      {onStage === null ? null : (
        <Button onPress={onStage}>
          <RadioTower size={18} strokeWidth={1.5} aria-hidden /> {t('On stage')}
        </Button>
      )}
      {onPencil === null || role === 'projector' ? null : (
        <Button aria-pressed={isPencilling} onPress={onPencil}>
          <Pencil size={18} strokeWidth={1.5} aria-hidden /> {t('Pencil')}
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
            onChange={(chosen) => onChange({ size: chosen })}
          />
          {keepsSounds ? <KeepSounds who="reader" /> : null}
          <Button onPress={openHelp}>
            <CircleHelp size={18} strokeWidth={1.5} aria-hidden /> {t('Help')}
          </Button>
        </div>
      </More>
    </Tools>
  );
}
