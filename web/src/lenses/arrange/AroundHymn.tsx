import { aroundStanza, missingAround } from '@intervallum/core';
import { useMemo, useState } from 'react';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { notify } from '../../ui/notices.tsx';
import { Switch } from '../../ui/Switch.tsx';
import { t } from '../../words/words.ts';
import { About } from '../parts/cards.ts';
import { Field } from './panelParts.ts';

/** Half steps that the last stanza is lifted by. */
const liftChoices = [
  ['0', t('in the same key')],
  ['1', t('a half step higher')],
  ['2', t('a whole step higher')],
] as const;

/** What stands around the stanzas of a hymn that is written: the last line before them and before the last one, an amen. */
export function AroundHymn({ section }: { section: number }) {
  const songDocument = useDocument();
  const song = useSong(({ read }) => read.song);
  const missing = useMemo(() => missingAround(song, section), [song, section]);
  const [introduction, setIntroduction] = useState(true);
  const [interlude, setInterlude] = useState(true);
  const [lift, setLift] = useState<(typeof liftChoices)[number][0]>('1');
  const [amen, setAmen] = useState(true);
  const wishes = {
    introduction: missing.introduction && introduction,
    interlude: missing.interlude && interlude ? Number(lift) : null,
    amen: missing.amen && amen,
  };
  const isNothing = !wishes.introduction && wishes.interlude === null && !wishes.amen;
  const write = () => {
    const edited = songDocument.edit((read) => aroundStanza(read, section, wishes));
    if (!edited.ok) return notify(edited.why);
    notify(t('What stands around the stanzas is in the chart.'), songDocument.undo);
  };
  if (!missing.introduction && !missing.interlude && !missing.amen) return null;
  return (
    <Field role="group" aria-label={t('Around the stanzas')}>
      <h3>{t('Around the stanzas')}</h3>
      <About>{t('From its own last line, as both hands play it.')}</About>
      {missing.introduction ? (
        <Switch isSelected={introduction} onChange={setIntroduction}>
          {t('The last line as an introduction')}
        </Switch>
      ) : null}
      {missing.interlude ? (
        <Switch isSelected={interlude} onChange={setInterlude}>
          {t('Once more before the last stanza')}
        </Switch>
      ) : null}
      {missing.interlude && interlude ? (
        <Choice
          label={t('The last stanza')}
          value={lift}
          options={liftChoices}
          onChange={setLift}
        />
      ) : null}
      {missing.amen ? (
        <Switch isSelected={amen} onChange={setAmen}>
          {t('An amen')}
        </Switch>
      ) : null}
      <PrimaryButton isDisabled={isNothing} onPress={write}>
        {t('Write them around it')}
      </PrimaryButton>
    </Field>
  );
}
