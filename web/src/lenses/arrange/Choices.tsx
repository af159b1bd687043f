import { barsBefore } from '@intervallum/core';
import { Checkbox } from 'react-aria-components';
import styled from 'styled-components';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { QuietButton } from '../../ui/Button.tsx';
import { Hidden } from '../../ui/hidden.ts';
import { choiceKindNames } from '../../words/choiceNames.ts';
import { ordinal, t } from '../../words/words.ts';
import type { ChoiceSeen } from '../../workers/arranger.ts';
import { useArrangeLens } from './arrangeContext.ts';

const Group = styled.section`
  display: grid;
  gap: 6px;
  > div {
    display: flex;
    align-items: center;
    gap: 8px;
    h3 {
      flex: 1;
      min-width: 0;
      font-size: 17px;
    }
  }
`;

const List = styled.ul`
  display: grid;
  gap: 6px;
`;

const Row = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: start;
  gap: 2px 4px;
  padding: 8px 6px 8px 12px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
  &[data-left] {
    opacity: 0.62;
  }
`;

const Taken = styled(Checkbox)`
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr);
  gap: 2px 8px;
  min-height: 40px;
  cursor: pointer;
  i {
    display: grid;
    place-items: center;
    width: 22px;
    height: 22px;
    margin-top: 1px;
    border: 1.5px solid var(--soft);
    border-radius: 6px;
    font-style: normal;
    font-weight: 700;
    line-height: 1;
  }
  &[data-selected] i {
    border-color: var(--ink);
    background: var(--ink);
    color: var(--paper);
  }
  &[data-focus-visible] i {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
  b {
    font-size: 15px;
    line-height: 1.3;
  }
  small {
    grid-column: 2;
    font-size: 14px;
    line-height: 1.35;
    color: var(--soft);
  }
`;

const Tools = styled.div`
  display: flex;
  flex-direction: column;
  align-items: end;
`;

/** What is proposed, section by section: each can be left out, kept for the next asking, or taken alone. */
export function Choices() {
  const { found, left, actions } = useArrangeLens();
  const names = useSong(({ read }) => read.song.sections);
  return groupsOf(found!.choices).map(({ key, section, choices }) => {
    const name =
      section === null
        ? key === 'intro'
          ? t('Before the song')
          : t('Behind the song')
        : names[section]?.name || t('Section without a name');
    const wanted = choices.filter(({ id }) => !left.has(id));
    return (
      <Group key={key} role="group" aria-label={name}>
        <div>
          <h3>{name}</h3>
          <QuietButton isDisabled={wanted.length === 0} onPress={() => actions.take(wanted)}>
            {t('Take only this')}
            <Hidden>: {name}</Hidden>
          </QuietButton>
        </div>
        <List>
          {choices.map((choice) => (
            <OneChoice key={choice.id} choice={choice} />
          ))}
        </List>
      </Group>
    );
  });
}

function OneChoice({ choice }: { choice: ChoiceSeen }) {
  const { left, locks, actions } = useArrangeLens();
  const songDocument = useDocument();
  const first = useSong(({ read }) => barsBefore(read.song, choice.section ?? 0));
  const { id, kind, time, what, why } = choice;
  // What is of single bars says which; one goes there.
  const bar = kind === 'move' || kind === 'run' ? choice.place.bar - first + 1 : null;
  const isLeft = left.has(id);
  const isKept = locks[id] === choice.value;
  return (
    <Row data-left={isLeft || undefined}>
      <Taken isSelected={!isLeft} onChange={(isSelected) => actions.leave(id, !isSelected)}>
        {({ isSelected }) => (
          <>
            <i aria-hidden>{isSelected ? '✓' : ''}</i>
            <b>
              {choiceKindNames[kind]}
              {time === null ? '' : `, ${t('{{times}} time', { times: ordinal(time) })}`}: {what}
            </b>
            <small>{why}</small>
          </>
        )}
      </Taken>
      <Tools>
        <QuietButton
          aria-pressed={isKept}
          isDisabled={isLeft}
          onPress={() => actions.keep(choice, !isKept)}
        >
          {isKept ? t('Kept') : t('Keep')}
          <Hidden>: {what}</Hidden>
        </QuietButton>
        {bar === null ? null : (
          <QuietButton onPress={() => songDocument.goTo(choice.place)}>
            {t('bar {{bar}}', { bar })}
            <Hidden>: {what}</Hidden>
          </QuietButton>
        )}
      </Tools>
    </Row>
  );
}

interface Grouped {
  readonly key: string;
  readonly section: number | null;
  readonly choices: readonly ChoiceSeen[];
}

/** By section, in the order of the chart; the intro before them, the ending behind. */
function groupsOf(choices: readonly ChoiceSeen[]): readonly Grouped[] {
  const sections = [
    ...new Set(choices.flatMap(({ section }) => (section === null ? [] : [section]))),
  ];
  const of = (kind: 'intro' | 'ending'): Grouped[] => {
    const own = choices.filter((choice) => choice.kind === kind);
    return own.length > 0 ? [{ key: kind, section: null, choices: own }] : [];
  };
  return [
    ...of('intro'),
    ...sections
      .sort((one, other) => one - other)
      .map((section) => ({
        key: String(section),
        section,
        choices: choices.filter((choice) => choice.section === section),
      })),
    ...of('ending'),
  ];
}
