/**
 * Node's and PostgreSQL's codes for a server that is gone, starting, shutting down, too busy to answer in time, or without
 * room (PostgreSQL's manual, appendix A; 57014 is a statement that took longer than it may).
 */
const downCodes =
  /^(ECONNREFUSED|ECONNRESET|EPIPE|ENOENT|ETIMEDOUT|57014|57P0[1-5]|08\d{3}|53\d{3})$/;

/** What pg says without a code of a connection that is gone, or that broke between two queries of one request. */
const pgSays = /Connection terminated|timeout exceeded when trying to connect|is not queryable/;

/** True if an error, or one that caused it, means that the database cannot be reached now. */
export function isDatabaseDown(error: unknown): boolean {
  // By what they have, not by what made them: errors of Node's own sockets can be of another realm than this code.
  for (let cause = error; isObject(cause); cause = cause['cause']) {
    const { code, message, errors } = cause;
    if (typeof code === 'string' && downCodes.test(code)) return true;
    if (typeof message === 'string' && pgSays.test(message)) return true;
    if (Array.isArray(errors) && errors.some(isDatabaseDown)) return true;
  }
  return false;
}

function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null;
}
