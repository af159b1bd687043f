import { useQuery } from '@tanstack/react-query';
import styled from 'styled-components';
import { t } from '../../words/words.ts';

/** Dark on light in every theme: a camera reads it so. */
const Sign = styled.svg`
  width: 100%;
  max-width: 260px;
  background: #fff;
  border-radius: 8px;
`;

/** Light modules around the sign, as ISO/IEC 18004 asks for. */
const quiet = 4;

/** An address as a QR code, for a phone to be held to it. @param name whose it is */
export function QrSign({ address, name }: { address: string; name: string }) {
  const { data, error } = useQuery({
    queryKey: ['qr', address],
    queryFn: async () => {
      const { create } = await import('qrcode');
      return create(address, { errorCorrectionLevel: 'M' }).modules;
    },
    staleTime: Infinity,
  });
  if (error) return <p>{t('The QR code could not be drawn. Copy the address instead.')}</p>;
  if (!data) return <p>{t('Drawing the QR code')}</p>;
  const side = data.size + 2 * quiet;
  const dark: string[] = [];
  for (let row = 0; row < data.size; row += 1)
    for (let column = 0; column < data.size; column += 1)
      if (data.data[row * data.size + column])
        dark.push(`M${column + quiet} ${row + quiet}h1v1h-1z`);
  return (
    <Sign
      viewBox={`0 0 ${side} ${side}`}
      role="img"
      aria-label={t('QR code of the link for {{name}}', { name })}
      shapeRendering="crispEdges"
    >
      <path d={dark.join('')} fill="#000" />
    </Sign>
  );
}
