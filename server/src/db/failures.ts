/**
 * Node's and PostgreSQL's codes for a server that is gone, starting, shutting down, too busy to answer in time, or without
 * room (PostgreSQL's manual, appendix A; 57014 is a statement that took longer than it may).
 */
const downCodes =
  /^(ECONNREFUSED|ECONNRESET|EPIPE|ENOENT|ETIMEDOUT|57014|57P0[1-5]|08\d{3}|53\d{3})$/;

/** True if an error, or one that caused it, means that the database cannot be reached now. */
export function isDatabaseDown(error: unknown): boolean {
  for (let cause = error; cause instanceof Error; cause = cause.cause) {
    const code = 'code' in cause && typeof cause.code === 'string' ? cause.code : '';
    if (downCodes.test(code)) return true;
    if (/Connection terminated|timeout exceeded when trying to connect/.test(cause.message))
      return true;
    if (cause instanceof AggregateError && cause.errors.some(isDatabaseDown)) return true;
  }
  return false;
}
