import { fetchAs } from '../demoCookie.mjs';

/**
 * Editors that save at once: all of them on one song, where they find that another one was first, then each on a song of
 * their own. Every save that was answered with yes has to be in the history or in its place, in an order without gaps; none
 * may be answered with an error of the server.
 * @param {import('../attack.mjs').World} world
 * @returns {Promise<import('../attack.mjs').Outcome>}
 */
export async function editors({ url, isQuick }) {
  const fetch = await fetchAs(url);
  const [people, saves] = isQuick ? [12, 4] : [50, 20];
  const shared = await saveAtOnce({ url, fetch, people, saves, songs: 1 });
  const own = await saveAtOnce({ url, fetch, people, saves, songs: people });
  const figure = (/** @type {Counted} */ { kept, late, gaps, errors }) =>
    `${kept} of ${people * saves} saves kept, ${late} times somebody else was first, ${gaps} songs with a gap, ${errors} errors`;
  return {
    holds: [shared, own].every(
      ({ kept, gaps, errors }) => errors === 0 && gaps === 0 && kept === people * saves,
    ),
    figure: `${people} editors on one song: ${figure(shared)}; on ${people} songs: ${figure(own)}`,
  };
}

/**
 * What came of it: saves that were answered with yes, those who had to look again, songs whose order has a gap, errors.
 * @typedef {{ kept: number, late: number, gaps: number, errors: number }} Counted
 */

/**
 * @param {{ url: string, fetch: typeof globalThis.fetch, people: number, saves: number, songs: number }} asked
 * @returns {Promise<Counted>}
 */
async function saveAtOnce({ url, fetch, people, saves, songs: count }) {
  const json = { 'Content-Type': 'application/json' };
  /** @param {string} path @param {RequestInit} [asked] */
  const call = async (path, asked) => {
    const answer = await fetch(url + path, asked);
    /** @type {any} */
    const body = await answer.json();
    return { status: answer.status, body };
  };
  const songs = await Promise.all(
    Array.from({ length: count }, async () => {
      const body = JSON.stringify({ text: 'title: Begun\n' });
      return (await call('/api/songs', { method: 'POST', headers: json, body })).body.id;
    }),
  );
  let kept = 0;
  let late = 0;
  let errors = 0;
  /** @type {Map<string, number>} */
  const keptOf = new Map(songs.map((id) => [id, 0]));
  await Promise.all(
    Array.from({ length: people }, async (_, person) => {
      const id = songs[person % songs.length];
      const screen = `0190b6a0-0000-7000-8000-${String(person).padStart(12, '0')}`;
      let revision = 1;
      for (let save = 0; save < saves;) {
        const text = `title: By ${person}, ${save}\n\nA:\n${'  1 | 4 | 5 | 1\n'.repeat(20)}`;
        const headers = { ...json, 'If-Match': `"${revision}"`, 'Screen-Id': screen };
        const { status, body } = await call(`/api/songs/${id}`, {
          method: 'PUT',
          headers,
          body: JSON.stringify({ text }),
        });
        if (status === 200) {
          kept += 1;
          save += 1;
          revision = body.revision;
          keptOf.set(id, (keptOf.get(id) ?? 0) + 1);
          if (body.text !== text) errors += 1;
        } else if (status === 412) {
          late += 1;
          revision = body.current.revision;
        } else {
          errors += 1;
          save += 1;
        }
      }
    }),
  );
  let gaps = 0;
  for (const [id, count] of keptOf) {
    const { body } = await call(`/api/songs/${id}`);
    if (body.revision !== count + 1) gaps += 1;
  }
  return { kept, late, gaps, errors };
}
