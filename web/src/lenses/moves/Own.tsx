import type { KeptMove } from '@intervallum/contract';
import { holdShapes, readShapes } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { Fetched } from '../../queries/Fetched.tsx';
import { keptNames } from '../../queries/kept.ts';
import { movesQuery } from '../../queries/queries.ts';
import { octavesAround, MiniKeys } from '../../music/keys/MiniKeys.tsx';
import { IconButton } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';
import { MakeMove } from './MakeMove.tsx';
import { useMovesLens, useSigned } from './MovesState.tsx';
import { Card, List } from '../parts/cards.ts';
import { OwnTools } from '../parts/OwnTools.tsx';
import { useOwnMoveActions } from './useOwnMoves.ts';

const Head = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
`;

const Shapes = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 6px;
`;

const home = { step: 1, alter: 0 } as const;

/** The moves that the team keeps: offered in every gap they fit, made here, brought in and saved as a file. */
export function Own() {
  const fetched = useQuery(movesQuery());
  const own = fetched.data?.moves ?? [];
  const { keep, forget, saveAll, bringIn } = useOwnMoveActions();
  const [isMaking, setMaking] = useState(false);
  const { draft, setDraft } = useMovesLens();
  return (
    <>
      <p>
        {t(
          'Moves that your team made. Each is kept as if the chord it leads to were 1, and offered wherever it fits, in every song and key.',
        )}
      </p>
      <OwnTools
        make={t('Make a move')}
        onMake={() => setMaking(true)}
        onFile={(file) => void bringIn(file)}
        onSave={own.length > 0 ? () => saveAll(own) : null}
      />
      <Fetched from={fetched} what={t('the moves')} kept={keptNames.moves}>
        {({ moves }) => (
          <List aria-label={t('Moves of our own')}>
            {moves.map((move) => (
              <OwnCard key={move.id} move={move} onForget={() => void forget(move)} />
            ))}
          </List>
        )}
      </Fetched>
      {isMaking ? (
        <MakeMove draft={draft} onDraft={setDraft} onKeep={keep} onClose={() => setMaking(false)} />
      ) : null}
    </>
  );
}

function OwnCard({ move, onForget }: { move: KeptMove; onForget: () => void }) {
  const { view } = useMovesLens();
  const signed = useSigned();
  const { name, chords, target, hands } = move;
  const held = hands ? holdShapes(readShapes(hands) ?? [], home, view.key) : [];
  const range = octavesAround(held.flatMap(({ left, right }) => [...left, ...right]));
  return (
    <Card>
      <Head>
        <h3>{name}</h3>
        <IconButton aria-label={t('Take “{{name}}” away', { name })} onPress={onForget}>
          <Trash2 size={16} strokeWidth={1.5} />
        </IconButton>
      </Head>
      {chords === '' ? null : (
        <p>
          <b>{signed(chords)}</b> → 1
        </p>
      )}
      {held.length > 0 ? (
        <Shapes>
          {held.map(({ left, right }, place) => (
            <MiniKeys key={place} left={left} right={right} range={range} />
          ))}
        </Shapes>
      ) : null}
      <p>{move.pace ? overWords[target] : intoWords[target]}</p>
    </Card>
  );
}

const intoWords: Readonly<Record<KeptMove['target'], string>> = {
  any: t('Into any chord.'),
  major: t('Into major chords.'),
  minor: t('Into minor chords.'),
};

const overWords: Readonly<Record<KeptMove['target'], string>> = {
  any: t('A series over any chord.'),
  major: t('A series over major chords.'),
  minor: t('A series over minor chords.'),
};
