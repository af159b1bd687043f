/** The channel that all servers of an installation listen to. */
export const channel = 'intervallum_live';
