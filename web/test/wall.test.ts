import { describe, expect, test } from '@jest/globals';
import jsQR from 'jsqr';
import { create } from 'qrcode';
import { wallSize, wallSlides } from '../src/screens/parts/band/wallSlides.ts';

// Its types say another module than Node makes of it.
const decode = jsQR as unknown as (
  pixels: Uint8ClampedArray,
  width: number,
  height: number,
) => { data: string } | null;

const song = (title: string, rights: string, words: readonly string[]) => ({
  id: '00000000-0000-4000-8000-000000000001',
  text: [`title: ${title}`, 'by: Imre Solt', rights && `rights: ${rights}`, 'key: C', '', 'Verse:']
    .concat(words.flatMap((line) => ['  1 | 4', `  > ${line}`]))
    .join('\n'),
  key: null,
  notes: '',
  who: '',
  road: null,
  bridge: null,
});
const moment = (place: number, name: string) => ({
  id: '00000000-0000-4000-8000-000000000002',
  place,
  kind: 'prayer' as const,
  name,
  minutes: 3,
  who: '',
  notes: '',
  bed: null,
});

describe('words on a wall', () => {
  test('come in the order of the service, titles first, what is spoken between, rights wherever words are', () => {
    const page = {
      songs: [
        song('Low Tide', 'Free to sing', [
          'one | two',
          'three | four',
          'five | six',
          'a | b',
          'c | d',
        ]),
        song('Nets', '', []),
      ],
      moments: [moment(0, 'Welcome'), moment(1, 'Prayer'), moment(2, 'Blessing')],
    };
    const slides = wallSlides(page);
    expect(slides.map(({ title, lines }) => title || lines.join(' / '))).toEqual([
      'Welcome',
      'Low Tide',
      'one two / three four / five six',
      'a b / c d',
      'Prayer',
      'Nets',
      'Blessing',
    ]);
    expect(slides[2]!.foot).toBe('Low Tide · by Imre Solt · Free to sing');
    expect(slides[5]!.foot).toContain('No rights given');
  });

  test('the way of this service is the way of the words', () => {
    const two = song('Low Tide', '', ['one | two']);
    const text = `${two.text}\n\nChorus:\n  5 | 1\n  > all | in\n`;
    const slides = wallSlides({
      songs: [{ ...two, text, road: 'Chorus, Verse, Chorus' }],
      moments: [],
    });
    expect(slides.slice(1).map(({ lines }) => lines.join())).toEqual([
      'all in',
      'one two',
      'all in',
    ]);
  });

  test('letters are as high as the longest line and the number of lines let them', () => {
    const [, across, down] = /min\(([\d.]+)vw, ([\d.]+)vh\)/.exec(
      wallSize({ title: '', lines: ['x'.repeat(40), 'x'] }),
    )!;
    // 40 letters, each half as wide as high, in 92 of 100; two lines of 1.35 in 70.
    expect(Number(across) * 0.5 * 40).toBeCloseTo(92, 0);
    expect(Number(down) * 1.35 * 2).toBeCloseTo(70, 0);
  });
});

test('a QR code is read back by another decoder', () => {
  // As QrSign draws it: dark on light with a quiet border of four (ISO/IEC 18004), here four pixels to a module.
  const address = `https://parish.example/s/${'aB3_-'.repeat(7).slice(0, 32)}`;
  const { modules } = create(address, { errorCorrectionLevel: 'M' });
  const scale = 4;
  const side = (modules.size + 8) * scale;
  const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
  for (let y = 0; y < side; y += 1)
    for (let x = 0; x < side; x += 1) {
      const [row, column] = [Math.floor(y / scale) - 4, Math.floor(x / scale) - 4];
      const isInside = row >= 0 && column >= 0 && row < modules.size && column < modules.size;
      if (isInside && modules.data[row * modules.size + column])
        pixels.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3);
    }
  expect(decode(pixels, side, side)?.data).toBe(address);
});
