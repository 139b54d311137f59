// Keeps the page on this device. The worker of the framework takes itself off the device when the list of files is
// answered with 404, and stops serving new pages when it is answered with anything it cannot read: half a minute of a
// sign-in page on the way to the server would do. Only a list that carries the server's own mark is believed; for any
// other answer the worker is given the list it has.
const LISTS = 'juxtameter-list';
const ask = self.fetch.bind(self);

self.fetch = (input, init) => {
  const url = new URL(typeof input === 'string' ? input : input.url, self.location.href);
  return url.origin === self.location.origin && url.pathname.endsWith('/ngsw.json')
    ? list(input, init)
    : ask(input, init);
};

async function list(input, init) {
  const kept = await caches.open(LISTS);
  try {
    const answer = await ask(input, init);
    if (answer.ok && answer.headers.get('Juxtameter') !== null) {
      const text = await answer.text();
      JSON.parse(text);
      const headers = { 'content-type': 'application/json' };
      await kept.put('list', new Response(text, { headers }));
      return new Response(text, { headers });
    }
  } catch {
    // Nobody answers, or not in our format: as before.
  }
  return (await kept.match('list')) ?? new Response('', { status: 504 });
}

importScripts('./ngsw-worker.js');
