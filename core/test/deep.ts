/** `bin/test deep` tries many more cases than the tests of every day. */
export const isDeep = process.env['DEEP'] === '1';

/** How often a property is tried. */
export const runs = (usual: number): number => (isDeep ? 20 * usual : usual);
