import styled from 'styled-components';
import { display } from '../../ui/theme.ts';
import type { Writing } from './useWriting.ts';
import { t } from '../../words/words.ts';

const Field = styled.input<{ $wrong: boolean }>`
  position: absolute;
  z-index: 2;
  left: 2px;
  bottom: 3px;
  width: clamp(96px, 100% - 6px, 190px);
  height: calc(var(--numeral) + 4px);
  padding: 0 6px;
  border: 2px solid ${({ $wrong }) => ($wrong ? 'var(--right)' : 'var(--accent)')};
  border-radius: 8px;
  background: var(--card);
  font: 600 calc(var(--numeral) * 0.72) / 1 ${display};
  font-feature-settings: 'lnum';
  /* Its border is the mark of its focus. */
  && {
    outline: none;
  }
`;

const Trouble = styled.span`
  position: absolute;
  z-index: 3;
  top: calc(100% + 8px);
  left: 4px;
  width: max-content;
  max-width: 320px;
  padding: 6px 11px;
  border: 1px solid var(--right);
  border-radius: 8px;
  background: var(--card);
  color: var(--right);
  font-size: 14px;
  line-height: 1.35;
`;

/** A chord being typed where it will stand. Space takes it and goes on, Enter takes it, Escape leaves what was there. */
export function ChordEntry({ writing }: { writing: Writing }) {
  const { entry } = writing;
  if (!entry) return null;
  return (
    <>
      <Field
        // The field is there because something was typed: what comes next belongs to it.
        autoFocus
        aria-label={t('Chord, in numbers or letters')}
        aria-invalid={entry.trouble !== null}
        aria-describedby={entry.trouble ? 'chord-trouble' : undefined}
        $wrong={entry.trouble !== null}
        value={entry.text}
        maxLength={60}
        // Fingers have the pad: the keyboard of the screen would cover the chart.
        inputMode={matchMedia('(pointer: coarse)').matches ? 'none' : 'text'}
        autoComplete="off"
        spellCheck={false}
        onFocus={(event) => event.target.setSelectionRange(entry.text.length, entry.text.length)}
        onBlur={(event) => writing.leaveEntry(event.relatedTarget)}
        onChange={(event) => writing.onEntry(event.target.value)}
        onClick={(event) => event.stopPropagation()}
        onKeyDown={(event) => {
          const then = event.key === ' ' ? 'next' : event.key === 'Enter' ? 'stay' : null;
          if (then) writing.takeEntry(then);
          else if (event.key === 'Escape') writing.dropEntry();
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
      />
      {entry.trouble ? (
        <Trouble id="chord-trouble" role="alert">
          {entry.trouble}
        </Trouble>
      ) : null}
    </>
  );
}
