import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** The folder of the project. */
export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');

/** PostgreSQL refuses to run as root, so root hands it to the user that Debian's package makes. */
export const isRoot = process.getuid?.() === 0;

/**
 * Runs a command to its end and gives what it printed.
 * @param {string} command
 * @param {readonly string[]} words
 * @param {{ cwd?: string, env?: NodeJS.ProcessEnv, show?: boolean }} [options] `show` prints as it goes.
 * @returns {Promise<{ code: number, output: string }>}
 */
export function shell(command, words, { cwd = root, env = process.env, show = false } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, words, { cwd, env, stdio: ['ignore', 'pipe', 'pipe'] });
    let output = '';
    /** @param {Buffer} chunk */
    const take = (chunk) => {
      output += chunk.toString();
      if (show) process.stdout.write(chunk);
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    child.on('error', (error) => resolve({ code: 127, output: error.message }));
    child.on('close', (code) => resolve({ code: code ?? 1, output }));
  });
}

/**
 * The last lines of a command's output, for a message.
 * @param {string} output
 */
export function tail(output, lines = 5) {
  return output.trimEnd().split('\n').slice(-lines).join('\n');
}
