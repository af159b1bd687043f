import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { voicesQuery } from '../../../queries/voices.ts';
import { QuietButton } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/fields.tsx';
import { t } from '../../../words/words.ts';

const Names = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 6px;
  margin-top: 2px;
  button {
    min-height: 32px;
    padding: 2px 8px;
    font-size: 14px;
  }
`;

interface WhoFieldProps {
  label: string;
  value: string;
  /** Said where nothing is typed. */
  placeholder?: string;
  onChange: (who: string, kind?: string) => void;
}

/** So many names are offered beside the field. */
const mostNames = 8;

/** Who does it: typed, or one of those of the team. */
export function WhoField({ label, value, placeholder, onChange }: WhoFieldProps) {
  const { voices = [], others = [] } = useQuery(voicesQuery()).data ?? {};
  const names = [...voices, ...others].map(({ name }) => name).filter((name) => name !== value);
  return (
    <div>
      <TextField
        label={label}
        value={value}
        maxLength={80}
        {...(placeholder ? { placeholder } : {})}
        onChange={(who) => onChange(who, 'who')}
      />
      <Names role="group" aria-label={t('Names of the team')}>
        {names.slice(0, mostNames).map((name) => (
          <QuietButton key={name} onPress={() => onChange(name)}>
            {name}
          </QuietButton>
        ))}
      </Names>
    </div>
  );
}
