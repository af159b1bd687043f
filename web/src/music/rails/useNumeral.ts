import { onPhone, useMedia } from '../../ui/useMedia.ts';
import { reader, type ReaderSettings } from '../../settings/reader.ts';

/** The heights of numerals in the five sizes that a reader can choose, in CSS pixels: on a phone, and elsewhere. */
const numerals: Readonly<Record<ReaderSettings['size'], { phone: number; other: number }>> = {
  smallest: { phone: 24, other: 28 },
  small: { phone: 28, other: 34 },
  usual: { phone: 34, other: 40 },
  large: { phone: 42, other: 50 },
  largest: { phone: 52, other: 64 },
};

/**
 * How large the reader has numerals on this screen, in CSS pixels.
 * @param here the size that was chosen for what is read here; null for that of the device
 */
export function useNumeral(here: ReaderSettings['size'] | null = null): number {
  const { size } = reader.use('size');
  const isPhone = useMedia(onPhone);
  return numerals[here ?? size][isPhone ? 'phone' : 'other'];
}
