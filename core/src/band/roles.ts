/** Who reads a page of a service. */
export const bandRoles = [
  'singer',
  'backing',
  'guitar',
  'bass',
  'drums',
  'horn',
  'keys',
  'stand-in',
  'projector',
] as const;
export type BandRole = (typeof bandRoles)[number];
