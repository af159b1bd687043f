import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { APIRequestContext } from '@playwright/test';
import { stateAs } from '../bin/lib/demoCookie.mjs';

type Role = 'owner' | 'leader' | 'player' | 'guest';

const base = process.env['BASE_URL'] ?? 'http://127.0.0.1:4870';

/** Where the journeys find the session of the demo's owner, whom each of them begins as. */
export const stateFile = join(tmpdir(), `intervallum-journeys-${new URL(base).port}.json`);

/** Before all journeys: signs the owner in. */
export default async function signInOnce(): Promise<void> {
  writeFileSync(stateFile, JSON.stringify(await stateAs(base)));
}

/** Makes a browser that of somebody else, or signs it in to an application of its own. */
export async function signInAs(
  request: APIRequestContext,
  role: Role = 'owner',
  url = base,
): Promise<void> {
  const seen = await request.get(`${url}/api/installation`);
  const { demo } = (await seen.json()) as { demo: { personId: string; role: Role }[] };
  const { personId } = demo.find((one) => one.role === role)!;
  const answer = await request.post(`${url}/api/demo/session`, { data: { personId } });
  if (!answer.ok()) throw new Error(`Nobody was signed in (${answer.status()}).`);
}
