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

/** What the system says of a failure, without the name of the call. @param {unknown} error */
export function said(error) {
  const message = error instanceof Error ? error.message : String(error);
  return message.replace(/^[A-Z]+: /, '').replace(/, \w+(?: '.*')?$/, '');
}

/** Whether a failure is for want of room on the disk. @param {unknown} error */
export function isFull(error) {
  return (
    error instanceof Error && 'code' in error && ['ENOSPC', 'EDQUOT'].includes(String(error.code))
  );
}
