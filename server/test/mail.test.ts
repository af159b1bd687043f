import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { createServer, type AddressInfo } from 'node:net';
import { createLog } from '../src/http/log.ts';
import { sendNext, smtpPost, type Post } from '../src/mail/sending.ts';
import { browser, closeWithPeople, openWithPeople, server, somebody } from './people.ts';

beforeAll(openWithPeople);
afterAll(closeWithPeople);

/** A mail server that takes one letter, or keeps silent. @returns where it is, and what it was sent */
async function mailServer(isSilent = false) {
  const said: string[] = [];
  const server = createServer((socket) => {
    let isLetter = false;
    if (!isSilent) socket.write('220 here\r\n');
    socket.on('error', () => undefined);
    socket.on('data', (piece) => {
      said.push(String(piece));
      if (isLetter && !String(piece).includes('\r\n.\r\n')) return;
      const word = /^(EHLO|MAIL|RCPT|DATA|QUIT)/.exec(String(piece))?.[1];
      isLetter = word === 'DATA';
      socket.write(isLetter ? '354 go on\r\n' : word === 'QUIT' ? '221 bye\r\n' : '250 yes\r\n');
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()));
  const { port } = server.address() as AddressInfo;
  return { url: `smtp://127.0.0.1:${port}`, said, close: () => server.close() };
}

test('a mail leaves by SMTP to one address, as plain text, and a silent server is not waited for', async () => {
  const real = await mailServer();
  await smtpPost(real.url, 'Band <band@example.org>').send({
    to: 'juna@example.org',
    subject: 'A new password',
    text: 'Hello Juna,\n\nhttp://127.0.0.1/new-password#key\n',
  });
  const letter = real.said.join('');
  expect(letter.match(/RCPT TO:<[^>]+>/g)).toEqual(['RCPT TO:<juna@example.org>']);
  expect(letter).toMatch(/^From: Band <band@example.org>\r$/m);
  expect(letter).toMatch(/^Content-Type: text\/plain; charset=utf-8\r$/m);
  expect(letter).toContain('http://127.0.0.1/new-password#key');
  real.close();
  const silent = await mailServer(true);
  const letterToNobody = { to: 'juna@example.org', subject: 'S', text: 'T' };
  await expect(smtpPost(silent.url, 'band@example.org').send(letterToNobody)).rejects.toThrow();
  silent.close();
}, 20_000);

test('a mail that cannot leave is tried again, later each time, and given up without its words', async () => {
  await server.owner.query('delete from mails');
  const one = await somebody();
  await browser().call('POST', '/api/password-reset', { email: one.email });
  const failing: Post = {
    kind: 'smtp',
    send: () => Promise.reject(new Error('550 no such mailbox')),
  };
  const stored = async () =>
    (await server.owner.query('select tries, next_try_at as at, text, sent_at as sent from mails'))
      .rows[0];
  const log = createLog('silent');
  for (let tries = 1; tries <= 6; tries += 1) {
    expect(await sendNext(server.database, failing, log)).toBe(true);
    const { tries: counted, at, sent } = await stored();
    expect([counted, sent]).toEqual([tries, null]);
    if (tries < 6) expect(at.getTime()).toBeGreaterThan(Date.now());
    // Not before its time.
    expect(await sendNext(server.database, failing, log)).toBe(false);
    await server.owner.query('update mails set next_try_at = now() where next_try_at is not null');
  }
  expect(await stored()).toMatchObject({ at: null, text: '', sent: null });
  const sent: string[] = [];
  await browser().call('POST', '/api/password-reset', { email: one.email });
  const leaving: Post = { kind: 'smtp', send: ({ to }) => Promise.resolve(void sent.push(to)) };
  expect(await sendNext(server.database, leaving, log)).toBe(true);
  expect(sent).toEqual([one.email]);
  const { rows } = await server.owner.query('select text from mails where sent_at is not null');
  expect(rows).toEqual([{ text: '' }]);
});
