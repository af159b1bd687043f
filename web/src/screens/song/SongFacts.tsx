import { dropField, formatMeter, parseChart, setField } from '@intervallum/core';
import styled from 'styled-components';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { InPlace } from '../../ui/InPlace.tsx';
import { tablet } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';

const Title = styled.h1`
  position: relative;
  flex: 0 1 auto;
  min-width: min(100%, 7em);
  font-size: 22px;
  line-height: 1.2;
  @media (max-width: 900px) {
    font-size: 20px;
  }
`;

const Facts = styled.div`
  position: relative;
  flex: 0 1 auto;
  min-width: 200px;
  display: flex;
  align-items: center;
  font-size: 15px;
  color: var(--soft);
  > * {
    position: relative;
    min-width: 0;
  }
  /* A long name gives way, a tempo does not. */
  > :not(:last-child) {
    flex: none;
  }
  ${tablet} {
    display: none;
  }
  /* They are in the menu too: the name comes first. */
  @container naming (max-width: 360px) {
    display: none;
  }
`;

/** A field of the chart's text, changed where it is read; emptied, its line is taken away. */
export function useField(field: string): (value: string) => void {
  const songDocument = useDocument();
  return (value) =>
    songDocument.edit((read) =>
      value === '' ? dropField(read, field) : setField(read, field, value),
    );
}

/** Why a field cannot have a value, as the reader of charts says it; null where it can. */
export function checkField(field: string, value: string): string | null {
  if (value === '') return null;
  const read = parseChart(`${field}: ${value}\n`);
  return read.ok ? null : (read.problems[0]?.message ?? null);
}

export function SongTitle() {
  const title = useSong(({ read }) => read.song.title);
  const setTitle = useField('title');
  return (
    <Title>
      <InPlace
        label={t('Title')}
        value={title}
        shown={title || t('Song without a title')}
        maxLength={200}
        onChange={setTitle}
      />
    </Title>
  );
}

/** Tempo, metre and singer, where there is room for them; they are in the menu as well. */
export function SongFacts() {
  const tempo = useSong(({ read }) => read.song.tempo);
  const meter = useSong(({ read }) => formatMeter(read.song.meter));
  const singer = useSong(({ read }) => read.song.details.singer);
  const setTempo = useField('tempo');
  const setMeter = useField('meter');
  const setSinger = useField('singer');
  return (
    <Facts>
      <div>
        <InPlace
          label={t('Tempo')}
          value={tempo === null ? '' : String(tempo)}
          shown={tempo === null ? t('Tempo') : `♩ ${tempo}`}
          inputMode="numeric"
          maxLength={3}
          check={(text) => checkField('tempo', text)}
          onChange={setTempo}
        />
      </div>
      <div>
        <InPlace
          label={t('Metre')}
          value={meter}
          maxLength={12}
          check={(text) => checkField('meter', text)}
          onChange={setMeter}
        />
      </div>
      <div>
        <InPlace
          label={t('Singer')}
          value={singer}
          shown={singer || t('Singer')}
          maxLength={80}
          onChange={setSinger}
        />
      </div>
    </Facts>
  );
}
