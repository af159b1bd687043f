import {
  fromDegrees,
  nameDegree,
  noteNamer,
  type Instrument,
  type PaletteShape,
} from '@intervallum/core';
import { X } from 'lucide-react';
import { memo, useState } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../../music/rails/view.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { TextField } from '../../ui/fields.tsx';
import type { ForWhom, HandsActions } from './actions.ts';
import { ForWhomChoice } from './ForWhomChoice.tsx';
import { t } from '../../words/words.ts';

const Box = styled.section`
  display: grid;
  gap: 8px;
`;

const Shapes = styled.ul`
  display: grid;
  gap: 4px;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    align-items: center;
    gap: 4px;
    font-size: 14px;
  }
  small {
    display: block;
    font-size: 13px;
    color: var(--soft);
  }
  button {
    min-height: 32px;
    padding: 3px 10px;
    font-size: 14px;
  }
`;

const Row = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px;
`;

const Words = styled.p`
  font-size: 13px;
  line-height: 1.35;
  color: var(--soft);
`;

interface PaletteProps {
  palette: readonly PaletteShape[];
  /** Those of the chart, which everybody has. */
  shared: readonly PaletteShape[];
  /** The chosen chord has hands, which can get a name or another shape. */
  canUse: boolean;
  view: ChartView;
  instrument: Instrument;
  actions: Pick<HandsActions, 'nameShape' | 'useShape' | 'forgetShape'>;
}

/** The few hand shapes that the song keeps using, each by its own name, written out in the key that is looked at. */
export const Palette = memo(function Palette({
  palette,
  shared,
  canUse,
  view,
  instrument,
  actions,
}: PaletteProps) {
  const [name, setName] = useState('');
  const [hands, setHands] = useState<'left' | 'right' | 'both'>('right');
  const [goes, setGoes] = useState<'root' | 'key'>('key');
  const [whom, setWhom] = useState<ForWhom>('me');
  const all = [
    ...palette.map((shape) => ({ shape, of: 'me' as const })),
    ...shared.map((shape) => ({ shape, of: 'everybody' as const })),
  ];
  const canName = name.trim() !== '' && name.trim().length <= 40 && canUse;
  return (
    <Box aria-label={t('Palette')}>
      <h3>{t('Palette')}</h3>
      {all.length === 0 ? (
        <Words>
          {t(
            'Give the shapes this song keeps using a name: from then on the search likes them, and you can put one anywhere.',
          )}
        </Words>
      ) : (
        <Shapes>
          {all.map(({ shape, of }) => (
            <li key={`${of} ${shape.name}`}>
              <span>
                <b>{shape.name}</b>
                <small>
                  {writtenOut(shape, view, instrument)}
                  {shape.over ? ` · ${t('goes with the root')}` : null}
                  {of === 'everybody' ? ` · ${t('in the chart')}` : null}
                </small>
              </span>
              <Button
                isDisabled={!canUse}
                aria-label={t('Use here: {{name}}', { name: shape.name })}
                onPress={() => actions.useShape(shape)}
              >
                {t('Use here')}
              </Button>
              <IconButton
                aria-label={t('Forget {{name}}', { name: shape.name })}
                onPress={() => actions.forgetShape(shape.name, of)}
              >
                <X size={16} strokeWidth={1.5} />
              </IconButton>
            </li>
          ))}
        </Shapes>
      )}
      <Row
        onSubmit={(event) => {
          event.preventDefault();
          if (!canName) return;
          actions.nameShape(name.trim(), hands, goes, whom);
          setName('');
        }}
      >
        <TextField
          label={t('Name of the shape held now')}
          labelHidden
          placeholder={t('Name the shape held now')}
          maxLength={40}
          value={name}
          onChange={setName}
        />
        <Button type="submit" isDisabled={!canName}>
          {t('Name it')}
        </Button>
      </Row>
      <Choice
        label={t('What the name means')}
        value={hands}
        options={[
          ['left', t('Left hand')],
          ['right', t('Right hand')],
          ['both', t('Both hands')],
        ]}
        onChange={setHands}
      />
      <Choice
        label={t('What the shape goes with')}
        value={goes}
        options={[
          ['key', t('stays in the key')],
          ['root', t('goes with the root')],
        ]}
        onChange={setGoes}
      />
      <ForWhomChoice whom={whom} onChange={setWhom} />
    </Box>
  );
});

/** A shape in degrees and, in the key that is looked at, in letters: `5 1 5 · B♭ E♭ B♭`. */
function writtenOut(shape: PaletteShape, view: ChartView, instrument: Instrument): string {
  const degrees = [...(shape.left ?? []), ...(shape.right ?? [])];
  const notes = fromDegrees(shape, view.key, instrument);
  const numbers = degrees.map((degree) => nameDegree(degree, view.style)).join(' ');
  if (!notes) return t('{{numbers}} · wider than this keyboard', { numbers });
  const name = noteNamer(
    { chord: { kind: 'stack', degrees, bass: null }, key: view.key },
    view.letterStyle,
  );
  return `${numbers} · ${[...(notes.left ?? []), ...(notes.right ?? [])].map(name).join(' ')}`;
}
