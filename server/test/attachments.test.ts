import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { request as httpRequest } from 'node:http';
import { attachment, attachmentLimits, attachmentList, trashList } from '@intervallum/contract';
import fc from 'fast-check';
import { contentType, truthfulName } from '../src/attachments/kinds.ts';
import { cutsOf, inPieces, pieceSize } from '../src/attachments/pieces.ts';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
let song = '';
beforeAll(async () => {
  server = await startTestServer();
});
beforeEach(async () => {
  song = (await server.call('POST', '/api/songs', { text: 'title: Carried\n' })).body.id as string;
});
afterAll(() => server.stop());

const ascii = (text: string) => Buffer.from(text, 'latin1');
/** Papers of any length: ISO 32000-2, 7.5.2: a file begins with %PDF- and its version. */
const paper = (length: number) =>
  Buffer.concat([ascii('%PDF-1.7\n'), randomBytes(Math.max(0, length - 9))]);

interface Sent {
  readonly id?: string;
  readonly name?: string;
  readonly to?: string;
  readonly type?: string;
}

async function add(
  content: Buffer,
  { id = randomUUID(), name = 'a.pdf', to = song, type = 'application/octet-stream' }: Sent = {},
) {
  const query = new URLSearchParams({ id, name });
  const answer = await fetch(`${server.url}/api/songs/${to}/attachments?${query}`, {
    method: 'POST',
    headers: { 'Content-Type': type },
    body: new Uint8Array(content),
  });
  return {
    status: answer.status,
    // eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into any answer
    body: (await answer.json()) as any,
    where: answer.headers.get('Location') ?? '',
  };
}

async function read(path: string, headers: Record<string, string> = {}, method = 'GET') {
  const answer = await fetch(server.url + path, { method, headers });
  return {
    status: answer.status,
    headers: answer.headers,
    content: Buffer.from(await answer.arrayBuffer()),
  };
}

const names = async (of = song) =>
  attachmentList
    .parse((await server.call('GET', `/api/songs/${of}/attachments`)).body)
    .attachments.map(({ name }) => name);
const pieces = async () =>
  Number((await server.owner.query('select count(*) from attachment_pieces')).rows[0].count);

describe('a file of a song', () => {
  test.each([1, 2, 2.4])(
    'of %s pieces comes back byte for byte, whole and in parts',
    async (count) => {
      const content = paper(Math.round(pieceSize * count));
      const added = await add(content, { name: 'Second keyboard.pdf' });
      expect([added.status, attachment.parse(added.body)]).toEqual([
        201,
        expect.objectContaining({
          name: 'Second keyboard.pdf',
          kind: 'paper',
          bytes: content.length,
        }),
      ]);
      const whole = await read(added.where);
      expect([whole.status, whole.content.equals(content)]).toEqual([200, true]);
      expect(whole.headers.get('ETag')).toBe(
        `"${createHash('sha256').update(content).digest('hex')}"`,
      );
      await fc.assert(
        fc.asyncProperty(
          fc.nat(content.length - 1),
          fc.nat(content.length + 99),
          async (one, other) => {
            const [from, to] = [Math.min(one, other), Math.max(one, other)];
            const part = await read(added.where, { Range: `bytes=${from}-${to}` });
            const last = Math.min(to, content.length - 1);
            expect([part.status, part.headers.get('Content-Range')]).toEqual([
              206,
              `bytes ${from}-${last}/${content.length}`,
            ]);
            expect(part.content.equals(content.subarray(from, to + 1))).toBe(true);
          },
        ),
        { numRuns: 12 },
      );
    },
  );

  // RFC 9110, 13.1.5 (If-Range), 14.2 (Range), 15.5.17 (416).
  test('is read as the header says, or whole', async () => {
    const content = paper(1000);
    const { where } = await add(content);
    const tag = (await read(where)).headers.get('ETag')!;
    const said = async (headers: Record<string, string>, method = 'GET') => {
      const answer = await read(where, headers, method);
      return [answer.status, answer.content.length];
    };
    expect(await said({ Range: 'bytes=-10' })).toEqual([206, 10]);
    expect(await said({ Range: 'bytes=990-' })).toEqual([206, 10]);
    expect(await said({ Range: 'bytes=0-1,5-9' })).toEqual([200, 1000]);
    expect(await said({ Range: 'pages=1-2' })).toEqual([200, 1000]);
    expect(await said({ Range: 'bytes=0-9', 'If-Range': tag })).toEqual([206, 10]);
    expect(await said({ Range: 'bytes=0-9', 'If-Range': '"other"' })).toEqual([200, 1000]);
    expect(await said({ 'If-None-Match': tag, 'Cache-Control': 'max-age=0' })).toEqual([304, 0]);
    expect(await said({}, 'HEAD')).toEqual([200, 0]);
    const beyond = await read(where, { Range: 'bytes=1000-' });
    expect([beyond.status, beyond.headers.get('Content-Range')]).toEqual([416, 'bytes */1000']);
  });

  test('is shown or saved under its name, and is never taken for a page', async () => {
    const { where } = await add(paper(50), { name: 'Grüße “B”.pdf' });
    const shown = await read(where);
    expect([
      ...['Content-Type', 'X-Content-Type-Options', 'Content-Security-Policy'].map((name) =>
        shown.headers.get(name),
      ),
    ]).toEqual([
      'application/pdf',
      'nosniff',
      "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
    ]);
    // RFC 6266, 4.3, with the encoding of RFC 8187.
    expect(shown.headers.get('Content-Disposition')).toMatch(
      /^inline; .*filename\*=UTF-8''Gr%C3%BC%C3%9Fe%20%E2%80%9CB%E2%80%9D\.pdf$/,
    );
    expect((await read(`${where}?download`)).headers.get('Content-Disposition')).toMatch(
      /^attachment; /,
    );
  });

  test('is named anew, deleted, taken back, and ended for good', async () => {
    const { body } = await add(paper(50), { name: 'first.pdf' });
    await add(paper(60), { name: 'second.pdf' });
    const path = `/api/attachments/${body.id}`;
    expect((await server.call('PUT', path, { name: 'For the horns' })).body.name).toBe(
      'For the horns.pdf',
    );
    expect((await server.call('PUT', path, { name: ' ' })).status).toBe(422);
    expect(await names()).toEqual(['For the horns.pdf', 'second.pdf']);
    expect((await server.call('DELETE', path)).status).toBe(204);
    expect(await names()).toEqual(['second.pdf']);
    expect((await read(`${path}/content`)).status).toBe(404);
    const trash = trashList.parse((await server.call('GET', '/api/trash')).body).items;
    expect(trash.find(({ id }) => id === body.id)).toMatchObject({
      kind: 'attachment',
      name: 'For the horns.pdf',
      of: 'Carried',
    });
    expect((await server.call('POST', `${path}/restore`)).status).toBe(200);
    expect(await names()).toEqual(['For the horns.pdf', 'second.pdf']);
    // Only what lies in the trash is ended.
    expect((await server.call('DELETE', `/api/trash${path.slice(4)}`)).status).toBe(404);
    await server.call('DELETE', path);
    const before = await pieces();
    expect((await server.call('DELETE', `/api/trash${path.slice(4)}`)).status).toBe(204);
    expect(await pieces()).toBe(before - 1);
    expect((await server.call('POST', `${path}/restore`)).status).toBe(404);
  });

  test('goes with its song, and comes back with it', async () => {
    const { where } = await add(paper(50), { name: 'kept.pdf' });
    await server.call('DELETE', `/api/songs/${song}`);
    expect((await read(where)).status).toBe(404);
    expect((await server.call('GET', `/api/songs/${song}/attachments`)).status).toBe(404);
    expect((await add(paper(50))).status).toBe(404);
    await server.call('POST', `/api/songs/${song}/restore`);
    expect([await names(), (await read(where)).status]).toEqual([['kept.pdf'], 200]);
  });

  test('sent twice is one; another one of the same id is refused', async () => {
    const [id, content] = [randomUUID(), paper(300_000)];
    const sent = [await add(content, { id }), await add(content, { id })];
    expect(sent.map(({ status }) => status)).toEqual([201, 200]);
    const others = [await add(paper(300_000), { id }), await add(paper(10), { id })];
    expect(others.map(({ status }) => status)).toEqual([409, 409]);
    expect(await names()).toEqual(['a.pdf']);
    expect((await read(sent[0]!.where)).content.equals(content)).toBe(true);
  });
});

describe('what is refused', () => {
  test('says why, and leaves nothing behind', async () => {
    const before = await pieces();
    const said = async (answer: ReturnType<typeof add>) => {
      const { status, body } = await answer;
      return [status, body.detail];
    };
    expect(await said(add(Buffer.alloc(0)))).toEqual([422, 'There is nothing in this file.']);
    expect(await said(add(ascii('<html><script>1</script>'), { name: 'page.pdf' }))).toEqual([
      422,
      expect.stringContaining('whatever its name says'),
    ]);
    // Longer than what waits on the way: it is answered, and does not stand still.
    const page = Buffer.concat([ascii('<html>'), Buffer.alloc(12_000_000)]);
    expect(await said(add(page))).toEqual([422, expect.any(String)]);
    expect(await said(add(paper(9), { type: 'text/plain' }))).toEqual([
      415,
      expect.stringContaining('application/'),
    ]);
    expect(await said(add(ascii('{}'), { type: 'application/json' }))).toEqual([
      415,
      'Send the body as application/octet-stream.',
    ]);
    expect(await said(add(paper(9), { name: '' }))).toEqual([422, 'A file needs a name.']);
    expect(await said(add(paper(9), { name: 'a\u202Efdp.exe' }))).toEqual([
      422,
      expect.stringContaining('invisible character (U+202E)'),
    ]);
    expect(await said(add(paper(9), { name: 'x'.repeat(121) }))).toEqual([
      422,
      expect.stringContaining('up to 120'),
    ]);
    expect(await said(add(paper(9), { id: 'mine' }))).toEqual([422, 'This is no id.']);
    expect(await said(add(paper(9), { to: randomUUID() }))).toEqual([404, expect.any(String)]);
    expect(await said(add(paper(attachmentLimits.bytes + 1)))).toEqual([
      413,
      expect.stringContaining('up to 50 MB'),
    ]);
    expect(
      (
        await server.call('POST', '/api/songs', undefined, {
          'Content-Type': 'application/octet-stream',
        })
      ).status,
    ).toBe(422);
    expect([await names(), await pieces()]).toEqual([[], before]);
  });

  test('are more files than a song carries, and more bytes than a team has', async () => {
    for (let count = 0; count < attachmentLimits.ofSong; count += 1)
      await add(paper(20), { name: `${count}.pdf` });
    expect((await add(paper(20))).body.detail).toContain('up to 20 files');
    await server.call(
      'DELETE',
      `/api/attachments/${attachmentList.parse((await server.call('GET', `/api/songs/${song}/attachments`)).body).attachments[0]!.id}`,
    );
    expect((await add(paper(20))).status).toBe(201);

    const other = (await server.call('POST', '/api/songs', { text: 'title: Other\n' })).body
      .id as string;
    await server.owner.query('update attachments set size = $1 where song_id = $2', [
      attachmentLimits.ofTeam / 20 - 5,
      song,
    ]);
    const answer = await add(paper(pieceSize), { to: other });
    expect([answer.status, answer.body.detail]).toEqual([
      413,
      expect.stringMatching(/2000 MB together, those in the trash too: 0 MB are left/),
    ]);
    await server.owner.query('delete from attachments where song_id = $1', [song]);
    expect((await add(paper(pieceSize), { to: other })).status).toBe(201);
  });

  test.each(['fewer bytes than it says', 'a line that breaks'])(
    '%s: nothing is left of it',
    async (how) => {
      const query = new URLSearchParams({ id: randomUUID(), name: 'half.pdf' });
      const before = await pieces();
      await new Promise<void>((resolve) => {
        const asking = httpRequest(`${server.url}/api/songs/${song}/attachments?${query}`, {
          method: 'POST',
          headers: {
            'Content-Type': 'application/octet-stream',
            'Content-Length': String(pieceSize * 4),
          },
        });
        asking.on('error', () => resolve()).on('response', () => resolve());
        asking.write(paper(pieceSize * 2 + 5));
        const waits = setInterval(() => {
          void pieces().then((count) => {
            if (count === before) return;
            clearInterval(waits);
            if (how === 'a line that breaks') asking.destroy();
            else asking.socket?.end();
          });
        }, 20);
      });
      for (let tries = 0; tries < 100 && (await pieces()) > before; tries += 1)
        await new Promise((resolve) => setTimeout(resolve, 30));
      const { rows } = await server.owner.query('select id from attachments where song_id = $1', [
        song,
      ]);
      expect([await pieces(), rows]).toEqual([before, []]);
    },
  );
});

// How files of these kinds begin: ISO/IEC 14496-12 (ftyp), RFC 3533 (Ogg), RFC 9639 (FLAC), RFC 9649 (RIFF), W3C PNG 5.2, ITU-T T.81
// B.1 (JPEG), id3.org ID3v2.4 3.1, RFC 9559 (Matroska).
const box = (brand: string) =>
  Buffer.concat([Buffer.from([0, 0, 0, 16]), ascii(`ftyp${brand}`), Buffer.alloc(4)]);
const png = Buffer.concat([
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 13]),
  ascii('IHDR'),
  Buffer.alloc(17),
  Buffer.from([0, 0, 0, 0]),
  ascii('IDAT'),
  Buffer.alloc(16),
]);
const beginnings: Readonly<Record<string, Buffer>> = {
  pdf: ascii('%PDF-1.7\n%âãÏÓ\n'),
  'mp3 with a title': Buffer.concat([ascii('ID3'), Buffer.from([4, 0, 0, 0, 0x20, 0, 0])]),
  mp3: Buffer.concat([Buffer.from([0xff, 0xfb, 0x90, 0x64]), Buffer.alloc(413)]),
  m4a: box('M4A '),
  mp4: box('mp42'),
  ogg: Buffer.concat([ascii('OggS'), Buffer.alloc(24), ascii('\u0001vorbis'), Buffer.alloc(20)]),
  opus: Buffer.concat([ascii('OggS'), Buffer.alloc(24), ascii('OpusHead'), Buffer.alloc(20)]),
  wav: Buffer.concat([ascii('RIFF'), Buffer.alloc(4), ascii('WAVEfmt '), Buffer.alloc(20)]),
  flac: ascii('fLaC\u0000\u0000\u0000\u0022'),
  png,
  jpeg: Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0]),
  html: ascii('<!doctype html><p>'),
  svg: ascii('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>'),
  zip: ascii('PK\u0003\u0004'),
  text: ascii('title: Song\n'),
};

test.each([
  ['pdf', 'x.pdf', 'application/pdf', 'x.pdf'],
  ['pdf', 'setup.exe', 'application/pdf', 'setup.exe.pdf'],
  ['mp3 with a title', 'x.mp3', 'audio/mpeg', 'x.mp3'],
  ['mp3', 'Rehearsal', 'audio/mpeg', 'Rehearsal.mp3'],
  ['m4a', 'x.m4a', 'audio/mp4', 'x.m4a'],
  ['mp4', 'memo.M4A', 'audio/mp4', 'memo.M4A'],
  ['mp4', 'film.mp4', null, null],
  ['ogg', 'x.ogg', 'audio/ogg', 'x.ogg'],
  ['opus', 'x.opus', 'audio/ogg', 'x.opus'],
  ['wav', 'x.wav', 'audio/wav', 'x.wav'],
  ['flac', 'x.flac', 'audio/flac', 'x.flac'],
  ['png', 'x.png', 'image/png', 'x.png'],
  ['jpeg', 'x.JPG', 'image/jpeg', 'x.JPG'],
  ['html', 'x.pdf', null, null],
  ['svg', 'x.png', null, null],
  ['zip', 'x.mp3', null, null],
  ['text', 'x.pdf', null, null],
])('what begins as %s and is called %s is sent as %s', async (what, name, type, named) => {
  const found = await contentType(beginnings[what]!, name);
  expect([found?.type ?? null, found ? truthfulName(name, found) : null]).toEqual([type, named]);
});

test('pieces of any stream put together are the stream, each but the last of one size; cuts are the bytes asked for', async () => {
  const chunks = fc.array(fc.uint8Array({ maxLength: 40 }), { maxLength: 12 });
  await fc.assert(
    fc.asyncProperty(
      chunks,
      fc.integer({ min: 1, max: 17 }),
      fc.nat(),
      fc.nat(),
      async (parts, size, one, other) => {
        async function* stream() {
          for (const part of parts) yield await Promise.resolve(Buffer.from(part));
        }
        const whole = Buffer.concat(parts);
        const cut: Buffer[] = [];
        for await (const piece of inPieces(stream(), size)) cut.push(Buffer.from(piece));
        expect(Buffer.concat(cut).equals(whole)).toBe(true);
        expect(cut.slice(0, -1).every(({ length }) => length === size)).toBe(true);
        if (whole.length === 0) return;
        const [first, last] = [one % whole.length, other % whole.length].sort((a, b) => a - b) as [
          number,
          number,
        ];
        const read = cutsOf(first, last, size).map(({ position, from, to }) =>
          cut[position]!.subarray(from, to),
        );
        expect(Buffer.concat(read).equals(whole.subarray(first, last + 1))).toBe(true);
      },
    ),
  );
});
