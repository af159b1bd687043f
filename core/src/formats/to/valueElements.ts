import { element, type XmlElement } from '../xml.ts';
import type { NoteValue } from './noteValues.ts';

/** What a note of MusicXML says of its value, in the order it says it. */
export function valueElements({ type, dots, triplet }: NoteValue): XmlElement[] {
  return [
    element('type', {}, type),
    ...(dots === 1 ? [element('dot')] : []),
    ...(triplet
      ? [
          element(
            'time-modification',
            {},
            element('actual-notes', {}, 3),
            element('normal-notes', {}, 2),
          ),
        ]
      : []),
  ];
}
