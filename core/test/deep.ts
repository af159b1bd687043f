/** `bin/test deep` tries many more cases than the tests of every day. */
export const isDeep = process.env['DEEP'] === '1';

/**
 * How often a property is tried: as often as is enough to be sure of it in the deep test and twenty times that, half as often each
 * day, where the same is drawn each time and only a change can break it.
 */
export const runs = (enough: number): number => (isDeep ? 20 * enough : Math.ceil(enough / 2));
