/** How a section is practised: each chord waits for the hands; in time with the chart; in time without it. */
export const waysToPractise = ['called', 'in time', 'from memory'] as const;
export type WayToPractise = (typeof waysToPractise)[number];
