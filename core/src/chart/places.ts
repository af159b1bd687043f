/**
 * A slot of the text by its number: all slots of a chart counted from 0 in the order of its text. Decisions of a player
 * hang on it. (A slot within its bar is counted anew in each bar.)
 */
export type TextSlot = number & { readonly unit?: 'slot of the text' };

/** A slot of the unrolled song, by its place in `timeline.slots`: a slot that is played three times is there three times. */
export type TimelineIndex = number & { readonly unit?: 'index in the timeline' };
