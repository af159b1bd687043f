import fc from 'fast-check';

// What is generated is the same each day, so that a failure says what a change broke; `bin/test deep` draws anew each time.
if (process.env['DEEP'] !== '1') fc.configureGlobal({ seed: 20261125 });
