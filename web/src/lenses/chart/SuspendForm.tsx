import {
  withEdits,
  linesOf,
  placeOfBar,
  styleFor,
  suspendChords,
  type ChartResult,
  type HowToSuspend,
} from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { useSong } from '../../document/DocumentContext.tsx';
import { PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { t } from '../../words/words.ts';
import type { Chosen } from './commands.ts';
import type { Writing } from './useWriting.ts';

const Form = styled.form`
  display: grid;
  gap: 14px;
  h3 {
    margin-bottom: 5px;
    font:
      600 14px/1.3 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
`;

/** What the section then says: as tall as it needs, up to a point, so that the choices stay in sight. */
const Preview = styled.div`
  min-height: 84px;
  max-height: 30vh;
  overflow: auto;
  padding: 8px 12px;
  border: 1px solid var(--hairline);
  border-radius: 10px;
  background: var(--card);
  font-size: 15px;
  line-height: 1.5;
  p {
    overflow-wrap: anywhere;
  }
`;

const Said = styled.ul`
  margin-top: 6px;
  font-size: 14px;
  color: var(--soft);
`;

const Foot = styled.div`
  display: flex;
  justify-content: flex-end;
`;

const kinds: readonly (readonly [HowToSuspend['kind'], string])[] = [
  ['4', t('the 4th')],
  ['2', t('the 2nd')],
  ['by turns', t('by turns')],
  ['6', t('the 6th for the fifth')],
];

const ends: readonly (readonly [HowToSuspend['resolves'], string])[] = [
  ['half way', t('half way')],
  ['on the last beat', t('on the last beat')],
];

/** Suspends the chords of a section, or those that are chosen: with what, and until when, seen before it is done. */
export function SuspendForm({ writing }: { writing: Writing }) {
  const { chosen, selection } = writing;
  const read = useSong((state) => state.read);
  const [kind, setKind] = useState<HowToSuspend['kind']>('4');
  const [resolves, setResolves] = useState<HowToSuspend['resolves']>('half way');
  const seen = useMemo(
    () => chosen && previewOf(read, chosen, { kind, resolves }),
    [read, chosen, kind, resolves],
  );
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        writing.suspend({ kind, resolves });
        writing.close();
      }}
    >
      <div>
        <h3>{t('With')}</h3>
        <Choice label={t('With')} value={kind} options={kinds} onChange={setKind} />
      </div>
      <div>
        <h3>{t('They resolve')}</h3>
        <Choice label={t('They resolve')} value={resolves} options={ends} onChange={setResolves} />
      </div>
      <div>
        <h3>{selection ? t('The chosen chords then') : t('The section then')}</h3>
        <Preview role="region" aria-label={t('What it becomes')} aria-live="polite" tabIndex={0}>
          {seen?.lines.map((line, index) => (
            <p key={index}>{line}</p>
          ))}
          <Said>
            {seen?.said.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </Said>
        </Preview>
      </div>
      <Foot>
        <PrimaryButton type="submit" isDisabled={!seen || seen.lines.length === 0}>
          {t('Suspend them')}
        </PrimaryButton>
      </Foot>
    </Form>
  );
}

/** The lines of bars that would change, as they then are, and what is said of them. */
function previewOf(read: ChartResult, { anchor, head }: Chosen, how: HowToSuspend) {
  const { song, text, sectionLines } = read;
  const { edit, said } = suspendChords(read, anchor, head, how, styleFor(song.key, song));
  const section = placeOfBar(song, head.bar)?.section;
  if (!edit.ok || section === undefined) return { lines: [], said: edit.ok ? said : [edit.why] };
  const before = linesOf(text);
  const after = linesOf(withEdits(text, edit.changes));
  const bars = sectionLines.flatMap(({ phrases }) => phrases.map((phrase) => phrase.bars));
  const lines = bars
    .filter((line) => after[line - 1] !== before[line - 1])
    .map((line) => after[line - 1]!.trim());
  return { lines, said };
}
