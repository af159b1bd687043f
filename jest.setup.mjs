import fc from 'fast-check';

// What is generated is the same each day, so that a failure says what a change broke; `bin/test deep` draws anew each time.
// A property that does not say how often it is tried is tried half as often as fast-check would.
if (process.env['DEEP'] !== '1') fc.configureGlobal({ seed: 20261125, numRuns: 50 });
