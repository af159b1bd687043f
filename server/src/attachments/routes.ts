import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { attachmentDraft, newAttachment } from '@intervallum/contract';
import { create as disposition } from 'content-disposition';
import type { Request, Response } from 'express';
import { untilItBreaksOff } from '../http/arriving.ts';
import { Refusal } from '../http/problem.ts';
import { fileRoute, route } from '../http/route.ts';
import { checked, idInPath } from '../http/validate.ts';
import type { Scope } from '../db/scope.ts';
import type { Arriving, AttachmentService } from './service.ts';

export function attachmentRoutes(files: AttachmentService) {
  return [
    route('GET', '/api/songs/:id/attachments', 'read', async (request, response, scope) => {
      response.json(await files.list(scope, idInPath(request)));
    }),
    fileRoute('POST', '/api/songs/:id/attachments', 'write', async (request, response, scope) => {
      const songId = idInPath(request);
      const said = checked(newAttachment, request.query);
      const { attachment, isNew } = await files
        .add(scope, songId, said, arriving(request))
        // What was refused comes to its end all the same: many who send listen only then.
        .finally(() => request.resume());
      response
        .status(isNew ? 201 : 200)
        .location(`/api/attachments/${attachment.id}/content`)
        .json(attachment);
    }),
    route('GET', '/api/attachments/:id/content', 'read', (request, response, scope) =>
      sendContent(files, request, response, scope),
    ),
    route('PUT', '/api/attachments/:id', 'write', async (request, response, scope) => {
      const id = idInPath(request);
      const { name } = checked(attachmentDraft, request.body);
      response.json(await files.rename(scope, id, name));
    }),
    route('DELETE', '/api/attachments/:id', 'write', async (request, response, scope) => {
      await files.setDeleted(scope, idInPath(request), true);
      response.status(204).end();
    }),
    route('POST', '/api/attachments/:id/restore', 'write', async (request, response, scope) => {
      response.json(await files.setDeleted(scope, idInPath(request), false));
    }),
    route('DELETE', '/api/trash/attachments/:id', 'plan', async (request, response, scope) => {
      await files.end(scope, idInPath(request));
      response.status(204).end();
    }),
  ];
}

/** The file in a request: its size has to be said, so that room is made for it before it comes. */
function arriving(request: Request): Arriving {
  const said = request.get('Content-Length');
  if (said === undefined)
    throw new Refusal('malformed', 'Send Content-Length: how many bytes the file has.');
  return { size: Number(said), stream: untilItBreaksOff(request) };
}

/**
 * The content of a file, or the part of it that is asked for (RFC 9110, 14: range requests), so that one can go to a place
 * in a recording. What it is was read from the content itself, and browsers are told not to guess.
 */
async function sendContent(
  files: AttachmentService,
  request: Request,
  response: Response,
  scope: Scope,
): Promise<void> {
  const { id, name, type, size, digest } = await files.find(scope, idInPath(request));
  const isSaved = request.query['download'] !== undefined;
  const tag = `"${digest}"`;
  response
    .type(type)
    .set('Content-Disposition', disposition(name, { type: isSaved ? 'attachment' : 'inline' }))
    // Browsers write a style of their own about a picture.
    .set(
      'Content-Security-Policy',
      "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
    )
    // Compressing it once more would only cost time.
    .set('Cache-Control', 'private, no-cache, no-transform')
    .set('Accept-Ranges', 'bytes')
    .set('ETag', tag);
  if (request.fresh) {
    response.status(304).end();
    return;
  }
  const condition = request.get('If-Range');
  const asked = condition === undefined || condition === tag ? request.range(size) : undefined;
  if (asked === -1) {
    response.set('Content-Range', `bytes */${size}`).removeHeader('Content-Disposition');
    throw new Refusal('wrong-range', `The file has ${size} bytes.`);
  }
  // What cannot be read as a range, and several at once, are answered with the whole.
  const [range] = Array.isArray(asked) && asked.length === 1 && asked.type === 'bytes' ? asked : [];
  const { start, end } = range ?? { start: 0, end: size - 1 };
  if (range) response.status(206).set('Content-Range', `bytes ${start}-${end}/${size}`);
  response.set('Content-Length', String(end - start + 1));
  if (request.method === 'HEAD') {
    response.end();
    return;
  }
  try {
    const content = files.read(scope, id, { start, end });
    // Counted in bytes: no more than a piece waits for a slow reader.
    await pipeline(Readable.from(content, { objectMode: false, highWaterMark: 1 }), response);
  } catch (error) {
    // Who listens goes away in the middle of it: a place further on is asked for, or the page is left.
    if (!response.closed) throw error;
  }
}
