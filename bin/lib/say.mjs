/** A failure that a person can act on: told in one sentence, without a stack. */
export class Stop extends Error {}

/** @param {string} message */
export function say(message) {
  process.stdout.write(`${message}\n`);
}

/**
 * Runs a command's main function; a Stop ends it with its sentence and exit code 1.
 * @param {() => Promise<void>} main
 */
export async function run(main) {
  try {
    await main();
  } catch (error) {
    process.stderr.write(
      `${error instanceof Stop ? error.message : error instanceof Error ? error.stack : error}\n`,
    );
    process.exit(1);
  }
}
