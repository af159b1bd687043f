/** From where on something is a fault, in milliseconds. */
export interface Tolerances {
  /** A strike that comes sooner or later than that. */
  readonly inTime: number;
  /** Two hands that belong together. */
  readonly together: number;
  /** How unevenly notes follow one another that are written evenly: the middle of how far each lies from between its neighbours. */
  readonly even: number;
  /** As far from where it is due a note still counts as that one. */
  readonly reach: number;
}

/**
 * Two tones are heard one after the other from some 20 to 40 ms on (Hirsh 1959, from memory), players of an ensemble lie 30 to 50 ms
 * apart (Rasch 1979, from memory), and one that is displaced in an even row is noticed from about a fortieth of the time between
 * them on, 6 ms where they are fast (Friberg and Sundberg 1995, from memory). Who practises is asked for what is heard as
 * wrong by others, not for what can be measured: common practice, no published source for the amounts.
 */
export const usualTolerances: Tolerances = { inTime: 80, together: 50, even: 30, reach: 350 };
