/**
 * Signs in to a server that was filled with the demo, as one of its people, and gives the cookie of the session: for tools that
 * ask as somebody.
 * @param {string} url
 * @param {string} [role] the first of the people who has this role
 * @returns {Promise<string>} the header Cookie
 */
export async function demoCookie(url, role = 'owner') {
  const seen = await (await fetch(`${url}/api/installation`)).json();
  const { demo } = /** @type {{ demo: { personId: string, role: string }[] }} */ (seen);
  const personId = demo.find((one) => one.role === role)?.personId;
  const answer = await fetch(`${url}/api/demo/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ personId }),
  });
  const [cookie] = answer.headers.getSetCookie();
  if (!cookie) throw new Error(`The demo signed nobody in (${answer.status}).`);
  return cookie.split(';')[0] ?? '';
}

/**
 * `fetch` as somebody of the demo.
 * @param {string} url
 * @param {string} [role]
 * @returns {Promise<typeof fetch>}
 */
export async function fetchAs(url, role) {
  const cookie = await demoCookie(url, role);
  return (asked, options = {}) => {
    const headers = new Headers(options.headers);
    headers.set('Cookie', cookie);
    return fetch(asked, { ...options, headers });
  };
}

/**
 * What makes a browser of Playwright that of somebody of the demo.
 * @param {string} url
 * @param {string} [role]
 */
export async function stateAs(url, role) {
  const [name = '', value = ''] = (await demoCookie(url, role)).split('=');
  const sameSite = /** @type {const} */ ('Strict');
  const how = { path: '/', expires: -1, httpOnly: true, secure: false, sameSite };
  return { cookies: [{ name, value, domain: new URL(url).hostname, ...how }], origins: [] };
}
